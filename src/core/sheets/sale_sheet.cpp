// The sale sheet.
#include "core/sheets/sale_sheet.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/log/answered.h"
#include "core/log/health.h"
#include "core/log/history.h"
#include "core/plan/evidence.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

std::string line(std::string_view name, const std::string& value) {
  return fmt::format("  {}: {}\n", name, value.empty() ? "not known" : value);
}

/// A figure with where it comes from.
std::string sourced(const Plan& plan, const std::string& pointer, const std::string& value) {
  return fmt::format("{} ({})", value, isProven(plan, pointer) ? "seen" : "not seen by anybody");
}

std::string tested(const PackHealth& health, const PackModel& m) {
  const auto at = std::find_if(health.points.rbegin(), health.points.rend(), [](const HealthPoint& p) { return p.tested; });
  if (at == health.points.rend()) return {};
  return fmt::format("{} Ah on {}, {} of the rated {} Ah", n(at->charge.value()), formatDate(at->day),
                     formatQuantity(at->charge / m.rated, Kind::Fraction, UnitSystem::Metric, 2), n(m.rated.value()));
}

std::string happened(const Plan& plan, const Pack& pack) {
  std::string out;
  for (const LogEntry& e : plan.log) {
    if (!isAccident(e.what) || (!e.pack.empty() && e.pack != pack.id)) continue;
    out += fmt::format("{}{} {}{}", out.empty() ? "" : "; ", e.when.empty() ? "on an unknown day" : e.when, wordOf(e.what),
                       e.releasedBy.empty() ? ", not examined" : ", examined and released");
  }
  return out.empty() ? "no accident noted" : out;
}

std::string blockOf(const Plan& plan, const PackFigures& figures, const Pack& p, std::size_t index, Date today) {
  const PackModel& m = figures.model;
  std::string out = fmt::format("{}\n", shownName(p));
  if (isQuarantined(plan, p))
    return out +
           "  NOT FOR SALE: hurt, or after an accident, and not released. It is handed in where batteries are collected, its poles "
           "taped.\n";
  const PackHealth health = healthOf(m, p, index, today);
  out += line("layout", fmt::format("{}, {}", layoutWords(m), wordOf(m.chemistry)));
  out += line("volts", fmt::format("{} V full, {} V nominal, {} V empty at rest", n(m.full.value()), n(m.nominal.value()),
                                   n(m.restedEmpty.value())));
  out += line("energy by its label", fmt::format("{} Wh", n(m.label.value())));
  out += line("charge, tested", tested(health, m));
  if (health.trend)
    out += line("charge now, likely", fmt::format("{} Ah, nine times in ten {} to {}", n(health.trend->now.likely),
                                                  n(health.trend->now.low), n(health.trend->now.high)));
  if (health.lost)
    out += line("a string has come off", fmt::format("since {}: {} of the charge is left", formatDate(health.lost->since),
                                                     formatQuantity(health.lost->share, Kind::Fraction)));
  out += line("resistance",
              health.resistances.empty()
                  ? (p.measuredResistance
                         ? sourced(plan, fmt::format("/packs/{}/measured_resistance_mohm", index), n(p.measuredResistance->value()) + " mΩ")
                         : std::string())
                  : fmt::format("{} mΩ on {}", n(health.resistances.back().second.value()), formatDate(health.resistances.back().first)));
  out += line("cycles, in full ones", health.since ? fmt::format("{} since {}, plugged in {} times", n(health.fullCycles, 2),
                                                                 formatDate(*health.since), health.plugIns)
                                                   : std::string());
  out += line("bought", p.bought);
  out += line("board", p.bms.present == false ? "none: not for anybody who does not know why"
                       : p.bms.continuous     ? fmt::format("{} A for long", n(p.bms.continuous->value()))
                                              : std::string());
  out += line("charger", fmt::format("one of {} V and no other", n(m.full.value())));
  for (const Warranty& w : plan.warranties)
    if (isCalled(w.part, p)) out += line("answered for", answeredFor(plan, w, {}, today).words);
  out += line("what happened", happened(plan, p));
  return out;
}

}  // namespace

std::string saleSheet(const Plan& plan, const Assessment& a, Date today) {
  std::string out = fmt::format("SALE SHEET, {}\n{}\n\n", formatDate(today), plan.title);
  for (std::size_t k = 0; k < plan.packs.size(); ++k) out += blockOf(plan, a.figures.packs[k], plan.packs[k], k, today) + "\n";
  if (!plan.chargers.empty()) {
    out += "Chargers that go with it\n";
    for (const Charger& c : plan.chargers)
      out += line(shownName(c), fmt::format("{}{}", c.output ? n(c.output->value()) + " V" : "volts not known",
                                            c.current ? ", " + n(c.current->value()) + " A" : ""));
    out += "\n";
  }
  out +=
      "For the new owner\n"
      "  What is “not known” or “not seen by anybody” is a question, not a promise. Read volts and sign before the first\n"
      "  plug, charge it attended for the first times, and keep it on stone, away from the way out. Local rules for the\n"
      "  post and the carriage of lithium batteries stand above this sheet: a used pack of more than 100 Wh is dangerous goods.\n"
      "Seller ____________________   Buyer ____________________   Date ____________\n";
  return out;
}

}  // namespace usherwright
