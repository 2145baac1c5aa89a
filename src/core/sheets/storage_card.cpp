// Storage cards.
#include "core/sheets/storage_card.h"

#include <fmt/format.h>

#include "core/log/history.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

using std::chrono::days;
constexpr days lookAgain{90};

std::string percent(StateOfCharge s) { return formatQuantity(s.value(), Kind::Fraction); }
std::string volts(Volt v) { return formatNumber(v.value(), 3) + " V"; }

std::string cardOf(const Plan& plan, const PackFigures& figures, const Pack& p, Date today) {
  const PackModel& m = figures.model;
  std::string out = fmt::format("+{0:-^76}+\n{1}\n", "", "STORAGE CARD: " + shownName(p));
  if (isQuarantined(plan, p))
    return out +
           "OUT OF USE: hurt, or after an accident. Not charged, not carried indoors, not posted.\nOutside, away from what burns; hand it "
           "in.\n";
  const StateOfCharge from = m.facts.storageFrom, to = m.facts.storageTo;
  const double s = static_cast<double>(m.series);
  if (!m.facts.name.empty() && from == to)
    out += fmt::format("Store it at {}: {} at the plug, rested.\n", percent(to), volts(m.curve.at(to) * s));
  else
    out += fmt::format("Store it between {} and {}: {} to {} at the plug, rested for 30 min.\n", percent(from), percent(to),
                       volts(m.curve.at(from) * s), volts(m.curve.at(to) * s));
  if (!figures.makeup.layout.seriesBecause.empty())
    out += fmt::format("These volts assume {} cells in series ({}): read it to be sure.\n", m.series, figures.makeup.layout.seriesBecause);
  out += fmt::format("Charge it again below {} at the plug. Never store it empty.\n", volts(m.curve.at(from) * s));
  out += "Dry, between 5 and 25 °C, on stone, not above or beside what burns; not in the sun, not in the car.\n";
  out += "Unplug it from the bike: controller, lamps and joiner draw on it while it stands.\n";
  double parked = 0;
  for (const Accessory& a : plan.bike.accessories)
    if (a.parked) parked += a.parked->value();
  if (parked > 0 && m.capacity > AmpereHour(0))
    out += fmt::format("  left plugged in, {} mA of accessories take half of it in {} days.\n", formatNumber(parked, 3),
                       formatNumber(m.capacity.value() / 2 / (parked / 1000) / 24, 2));
  out += fmt::format("Look again by {}: volts, smell, bulges; every group if it can be reached.\n", formatDate(today + lookAgain));
  out += fmt::format("Stored on ____________  at ________ V   by ____________\nLooked at ____________  at ________ V   by ____________\n");
  return out;
}

}  // namespace

std::string storageCards(const Plan& plan, const Assessment& a, Date today) {
  std::string out;
  for (std::size_t k = 0; k < plan.packs.size(); ++k) out += (k == 0 ? "" : "\n") + cardOf(plan, a.figures.packs[k], plan.packs[k], today);
  return out;
}

}  // namespace usherwright
