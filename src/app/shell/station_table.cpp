// The table of stations.
#include "app/shell/station_table.h"

#include <array>

#include "app/stations/bike/bike_station.h"
#include "app/stations/build/build_station.h"
#include "app/stations/charging/charging_station.h"
#include "app/stations/fit/fit_station.h"
#include "app/stations/joining/joining_station.h"
#include "app/stations/log/log_station.h"
#include "app/stations/options/options_station.h"
#include "app/stations/pack/pack_station.h"
#include "app/stations/range/range_station.h"
#include "app/stations/wiring/wiring_station.h"
#include "core/drawing/bike/bike_drawings.h"
#include "core/drawing/build/build_drawings.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/joining/joining_drawings.h"
#include "core/drawing/log/log_drawings.h"
#include "core/drawing/options/option_drawings.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/drawing/range/range_drawings.h"
#include "core/drawing/wiring/harness_drawings.h"

namespace usherwright::app {
namespace {

template <class View>
StationView* made(Kit kit, QWidget* parent) {
  return new View(kit, parent);
}

void bikeGlyph(QPainterPath& strokes) {
  strokes.addEllipse(QPointF(5, 13), 4.5, 4.5);
  strokes.addEllipse(QPointF(18, 13), 4.5, 4.5);
  strokes.moveTo(5, 13);
  strokes.lineTo(9, 5);
  strokes.lineTo(16, 5);
  strokes.lineTo(18, 13);
}

void optionsGlyph(QPainterPath& strokes) {
  strokes.moveTo(2, 9);
  strokes.lineTo(8, 9);
  for (const double y : {3.0, 9.0, 15.0}) {
    strokes.moveTo(8, 9);
    strokes.lineTo(14, y);
    strokes.lineTo(21, y);
  }
}

void packGlyph(QPainterPath& strokes) {
  for (int i = 0; i < 3; ++i)
    for (int j = 0; j < 2; ++j) strokes.addEllipse(QPointF(4 + 7 * i, 5 + 8 * j), 3, 3);
}

void fitGlyph(QPainterPath& strokes) {
  strokes.moveTo(2, 4);
  strokes.lineTo(21, 2);
  strokes.lineTo(7, 16);
  strokes.closeSubpath();
  for (const QPointF at : {QPointF(7, 6.5), QPointF(12, 6), QPointF(8.5, 11)}) strokes.addEllipse(at, 2, 2);
}

void joiningGlyph(QPainterPath& strokes) {
  strokes.moveTo(1, 3);
  strokes.cubicTo(10, 3, 8, 9, 14, 9);
  strokes.moveTo(1, 15);
  strokes.cubicTo(10, 15, 8, 9, 14, 9);
  strokes.lineTo(22, 9);
}

void wiringGlyph(QPainterPath& strokes) {
  strokes.moveTo(0, 6);
  strokes.lineTo(8, 6);
  strokes.moveTo(0, 12);
  strokes.lineTo(8, 12);
  strokes.addRoundedRect(QRectF(8, 3, 7, 12), 2, 2);
  strokes.moveTo(15, 6);
  strokes.lineTo(22, 6);
  strokes.moveTo(15, 12);
  strokes.lineTo(22, 12);
}

void chargingGlyph(QPainterPath& strokes) {
  strokes.addRoundedRect(QRectF(2, 4, 13, 11), 2, 2);
  strokes.moveTo(15, 7);
  strokes.lineTo(20, 7);
  strokes.moveTo(15, 12);
  strokes.lineTo(20, 12);
}

void rangeGlyph(QPainterPath& strokes) {
  strokes.moveTo(1, 16);
  strokes.lineTo(8, 5);
  strokes.lineTo(13, 12);
  strokes.lineTo(16, 9);
  strokes.lineTo(22, 16);
}

void buildGlyph(QPainterPath& strokes) {
  for (const double y : {2.0, 11.0}) {
    strokes.addRect(QRectF(2, y, 6, 6));
    strokes.moveTo(12, y + 3);
    strokes.lineTo(22, y + 3);
  }
  strokes.moveTo(3, 5);
  strokes.lineTo(5, 7);
  strokes.lineTo(9, 1);
}

void logGlyph(QPainterPath& strokes) {
  strokes.addRect(QRectF(3, 1, 18, 16));
  for (const double y : {5.0, 9.0}) {
    strokes.moveTo(7, y);
    strokes.lineTo(17, y);
  }
  strokes.moveTo(7, 13);
  strokes.lineTo(12, 13);
}

}  // namespace

std::span<const StationRow> stationTable() {
  static constexpr std::array rows{
      StationRow{Station::Bike, 1, &made<BikeStation>, &bikeGlyph, "What is there, and what is proven: labels, places, rides, evidence.",
                 "Labels: type or paste what is printed, an empty line between two labels; each finds its part.\n"
                 "Ctrl+Enter enters what is sure; what is likely waits for you, what is in doubt says what would settle it.\n"
                 "Read the meter: one reading settles how many cells are in series.\n"
                 "Places gives packs their room and leads their length; Need turns rides into Wh.\n"
                 "Evidence shows what every figure rests on; Measure next (F3) ranks what to measure first.",
                 [](const drawing::Subject& s, drawing::Size size) { return drawing::bikeSide(s, size); }},
      StationRow{Station::Options, 2, &made<OptionsStation>, &optionsGlyph,
                 "What could be done instead, at what price, and what is the way out?",
                 "Ways are whole plans beside today's: begin one (Ctrl+D), open it, and edit it at every station.\n"
                 "The picture compares any two figures; budget and goal are lines; a pale way is no better than another in anything.\n"
                 "Side by side says what differs and what follows; Money counts quotes, tax, shipping and what is sold.\n"
                 "Mend finds the cheapest changes that leave no Stop, each set carried out and judged before it is offered.\n"
                 "A kept pack or charger of other volts with the same plug is the trap: tag it, or give it away (OPT-02).",
                 [](const drawing::Subject& s, drawing::Size) { return drawing::waysGlance(s); }},
      StationRow{Station::Pack, 3, &made<PackStation>, &packGlyph, "Is this pack right for the bike: volts, Ah, amperes, health?",
                 "A bought pack is a closed box described by its label; once somebody has seen a cell it becomes a block.\n"
                 "Block: S groups in series of P cells. Drag its edges, use the arrow keys on it, or type.\n"
                 "Find shows every pack of the shelf that fits, Wh over cost: bigger and lighter alike.\n"
                 "Groups, Health and BMS take readings, capacity tests and settings; Passport is the label to stick on.\n"
                 "Damaged, swollen, wet or hot packs are not planned with: isolate and hand in.",
                 [](const drawing::Subject& s, drawing::Size size) { return drawing::packBlock(s, 0, size); }},
      StationRow{Station::Fit, 4, &made<FitStation>, &fitGlyph, "Does it go in, how do the cells stand, and what links them?",
                 "Room: choose its kind and measure it inside; drag what is in the way. Every length says where it comes from (F4).\n"
                 "Layout looks for S groups of P that hang together, each beside the next; keep one at any time.\n"
                 "Strips shows the current in every segment of both faces and which cell carries most.\n"
                 "Clearance puts a finished box into its room and finds its way in; Hold judges what fastens it and what it stands beside; "
                 "Print 1:1 writes templates, strips and a holder.\n"
                 "Rings on every plus end before the strips; never solder on a cell; dented or swollen cells are not built in.",
                 [](const drawing::Subject& s, drawing::Size) { return drawing::fitGlance(s); }},
      StationRow{Station::Joining, 5, &made<JoiningStation>, &joiningGlyph, "May these packs work together, and what happens when they do?",
                 "Basins are as wide as the pack's Ah and filled to its rest volts; play the ride or scrub it with ← →.\n"
                 "Each pack must carry the whole bike alone, whatever joins them: Alone shows it.\n"
                 "A hard plug is safe only inside the connect window, measured every time: Connect judges the readings.\n"
                 "Methods, Pairs and Turns work out every way; Proof and Gauge tell whether it does what it should.\n"
                 "Where leads, plugs and fuses are entered, and which bare ends are live, is station Wiring.",
                 [](const drawing::Subject& s, drawing::Size size) { return drawing::basins(s, Second(2400), size); }},
      StationRow{
          Station::Wiring, 6, &made<WiringStation>, &wiringGlyph, "What must be cut, crimped and fused, and how warm does it get?",
          "The harness follows from packs, places and method; what nobody entered is usual, and marked with “?”.\n"
          "Laid out shows every fuse, plug and lead with its length, copper, warmth and drop; a click goes to its entry.\n"
          "On the bike shows the same along the tubes (wheel or + and − look closer); Slack, what must be loose where a lead moves.\n"
          "Live ends shows which bare contacts can short, plug by plug.\n"
          "At most 60 °C where it is touched, at most 3 % drop on the whole way.",
          [](const drawing::Subject& s, drawing::Size size) { return drawing::harnessLaidOut(s, size); }},
      StationRow{Station::Charging, 7, &made<ChargingStation>, &chargingGlyph, "Which charger may go to which pack, and for how long?",
                 "Every charger stands against every pack: right, partial, too much or never, with the reason.\n"
                 "Right is the pack's full voltage, within +0.02 and −0.10 V per cell; no BMS should ever end a charge.\n"
                 "Click a pair, or arrow and Enter, to put a charger to a pack or to take it off.\n"
                 "Below: how the charge goes over the hours, from the charge of now.\n"
                 "Charge attended, away from the way out, never below 0 °C.",
                 [](const drawing::Subject& s, drawing::Size size) { return drawing::chargerMatrix(s, size); }},
      StationRow{Station::Range, 8, &made<RangeStation>, &rangeGlyph, "How far will it go, honestly, and what gets you home?",
                 "Distance and climb give Wh per km, typed or from a track; what the packs deliver down to 15 % gives km.\n"
                 "The answer is a band of ± 15 % until rides are logged.\n"
                 "The dashed line is the route: it should lie inside the cautious end; each pack alone is shown too.\n"
                 "Today asks the volts at each plug and says go or not; What if turns the knobs over a copy.\n"
                 "Cold, age and hills move it more than any label; Claims holds what others say against it.",
                 [](const drawing::Subject& s, drawing::Size size) { return drawing::rangeBand(s, size); }},
      StationRow{Station::Build, 9, &made<BuildStation>, &buildGlyph, "In what order, what must be off, and what must the meter say?",
                 "The order of work follows from packs, joint and chargers; it changes with the plan, and what was noted stays noted.\n"
                 "A gate has its window before you measure; a reading that reaches over an end cannot tell, one outside is a Stop.\n"
                 "A step that is noted before what protects it has passed is a Stop too: unplug, and go back.\n"
                 "Instruments fills the gates from a line, and lets one practise on hidden faults; Run sheet is the same on paper.\n"
                 "Local rules and qualified help stand above it; nobody works alone above 60 V.",
                 [](const drawing::Subject& s, drawing::Size size) { return drawing::buildGlance(s, size); }},
      StationRow{
          Station::Log, 0, &made<LogStation>, &logGlyph, "What happened, how are the packs, and what is due?",
          "Journal: one line for each thing, as it comes; under it stands what was understood, or asked; “…” keeps words as a note.\n"
          "How it is shows the charge of a pack over time with its band; Use and years what such use costs it, and each season.\n"
          "Due counts km and days; what is read is typed, what is done is noted with its day.\n"
          "What is wrong? ranks faults by what was read, and says what to read next.\n"
          "After an accident a pack is out of use until a competent person has released it; Hand on is for the next owner.",
          [](const drawing::Subject& s, drawing::Size size) { return drawing::logGlance(s, size); }}};
  return rows;
}

}  // namespace usherwright::app
