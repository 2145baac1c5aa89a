// The protocol after an accident.
#include "core/log/accident.h"

#include <algorithm>

namespace usherwright {
namespace {

/// A step a line; @ is what the kind of accident wants besides.
constexpr const char* common = R"(Off: charger out at the wall, controller off. Only if nothing smokes, hisses or glows.
@
Smoke, hissing or heat: everybody out, door shut, call the fire service and say “lithium battery”. Water in plenty cools it; a household extinguisher does not.
If it is quiet and cool: carry it outside in something that does not burn, on stone, five metres from walls, cars and other packs, out of rain and sun. Never through the house, never into a cellar or a car.
Look at it from a distance after one hour, one day and three days: warmer than the air, a smell or a bulge is a call to the fire service.
Not charged, ridden, opened, sold or posted. Tape the contacts, one by one, if they can be reached.
Hand it in where lithium is collected; call first and say that it is damaged. Only a competent person who has examined it can release it, and is noted with name and what was done.)";

/// What this kind of accident wants besides.
std::string first(LogEvent what) {
  switch (what) {
    case LogEvent::Fell: return "Do not ride on. Look at the case: a dent over cells is a hurt cell, whatever the volts say.";
    case LogEvent::Wet:
      return "Do not switch it on and do not dry it on a heater. Let water run out, plugs down; salt water goes on eating for weeks.";
    case LogEvent::Shorted: return "Take away what shorts it, with dry gloves and nothing of metal. A fuse that opened stays out.";
    case LogEvent::Swollen: return "Do not press, tape or prick it: the gas in it burns.";
    case LogEvent::Smelling: return "Do not breathe it and do not look for the place: a sweet or sharp smell is electrolyte.";
    default: return "Go away from it if it hisses, smokes or gets hotter; do not carry it.";
  }
}

}  // namespace

std::vector<std::string> accidentProtocol(LogEvent what) {
  std::string all = common;
  const std::size_t at = all.find('@');
  all.replace(at, 1, first(what));
  std::vector<std::string> out;
  for (std::size_t from = 0; from < all.size();) {
    const std::size_t end = std::min(all.find('\n', from), all.size());
    out.push_back(all.substr(from, end - from));
    from = end + 1;
  }
  return out;
}

}  // namespace usherwright
