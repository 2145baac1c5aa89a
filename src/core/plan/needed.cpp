// Tasks and the stations they need.
#include "core/plan/needed.h"

namespace usherwright {

std::vector<StationNeed> stationsFor(const Plan& plan) {
  const Need& n = plan.need;
  const bool open = !(n.add || n.replace || n.build || n.chargers || n.care);
  const bool packWork = n.add || n.replace || n.build;
  std::vector<StationNeed> out;
  const auto say = [&](Station station, bool needed, std::string_view because, std::string_view skipped) {
    out.push_back({station, open || needed, open ? "every job is open" : needed ? because : skipped});
  };
  say(Station::Bike, true, "everything is judged against the controller's label", "");
  say(Station::Pack, packWork || n.care, packWork ? "volts, Ah, cells and BMS are decided here" : "health and readings of the packs",
      "no pack changes");
  say(Station::Joining, n.add || plan.packs.size() > 1, "two packs on one bike meet here", "one pack on the bike at a time");
  say(Station::Wiring, packWork, "leads, plugs and fuses carry it to the controller", "no lead changes");
  say(Station::Charging, n.chargers || packWork || n.care, "the charger must be right for the pack", "no charger changes");
  say(Station::Range, packWork, "does the need get met?", "the range stays what it is");
  return out;
}

}  // namespace usherwright
