// The table of stations.
#include "app/shell/station_table.h"

#include <array>

#include "app/stations/bike/bike_station.h"
#include "app/stations/charging/charging_station.h"
#include "app/stations/joining/joining_station.h"
#include "app/stations/pack/pack_station.h"
#include "app/stations/range/range_station.h"

namespace usherwright::app {
namespace {

template <class View>
StationView* made(Kit kit, QWidget* parent) {
  return new View(kit, parent);
}

}  // namespace

std::span<const StationRow> stationTable() {
  static constexpr std::array rows{
      StationRow{
          Station::Bike, 1, &made<BikeStation>,
          "Choose the job, then begin with what is printed. Type or paste the labels of the controller, packs, chargers and parts, an "
          "empty "
          "line between two; each finds its part, and parts that are new come with their label. "
          "What is "
          "sure is entered by Ctrl+Enter or one by one, what is likely when you confirm it; what is in doubt says what would settle it, "
          "and what was not read is shown. Enter meter readings below.\n\n"
          "Places gives each pack its place and each lead its length. Need turns rides into Wh. Evidence keeps contradicting values side "
          "by side, writes the questions for the seller, and holds claims against what can be. Measure next (F3) ranks every unproven "
          "value by what it moves.\n\n"
          "Everything typed over an assumed value lowers the count in the bottom line."},
      StationRow{
          Station::Pack, 3, &made<PackStation>,
          "A bought pack is a closed box: its label gives volts and Ah, the series count is assumed until a reading settles it, and nobody "
          "asks for a cell. Once somebody has seen one, the box becomes a block.\n\n"
          "The block shows S groups in series, each of P cells in parallel. Drag its edges, use the arrow keys on it, or type.\n\n"
          "The ladder holds the pack against the controller's maximum, its cut-off and the charger. The curve shows where a hard pull "
          "makes the bike give up. Cells without a capacity test count with less than is claimed.\n\n"
          "Find shows every pack of the shelf that fits the controller, Wh over cost: bigger and lighter alike. Groups, Health and BMS "
          "take "
          "readings, capacity tests and settings; Passport is the label to stick on the pack.\n\n"
          "Damaged, swollen, wet or hot packs are not planned with: isolate and hand in."},
      StationRow{
          Station::Joining, 5, &made<JoiningStation>,
          "Basins: as wide as the pack's Ah, filled to its rest voltage. Play the ride or scrub it with the arrow keys; a shut valve "
          "carries nothing. The lower chart holds what the gauge shows against what is left.\n\n"
          "Each pack must carry the whole bike alone, whatever joins them. A hard plug is safe only inside the connect window, measured "
          "every time: Connect judges two readings.\n\n"
          "Methods, Alone and Turns work every way out on this plan. Gauge shows where the gauge lies; Proof how to see that both packs "
          "work; Spread what part tolerance does; Live ends which bare contacts can short.\n\nLeads, plugs and fuses are on the right."},
      StationRow{
          Station::Charging, 7, &made<ChargingStation>,
          "Every charger against every pack. A charger is right when its output is the pack's full voltage, within +0.02 and −0.10 V per "
          "cell; it is never the BMS that should end a charge.\n\nClick a pair to put a charger to a pack or take it off. Charge attended, "
          "away from the way out, never below 0 °C."},
      StationRow{
          Station::Range, 8, &made<RangeStation>,
          "Distance and climb give Wh per km; what the packs deliver down to 15 % gives km. Until rides are logged the answer is a band of "
          "± 15 %.\n\nThe dashed line is the route. Each pack alone is shown too: what gets you home if the other one quits."}};
  return rows;
}

}  // namespace usherwright::app
