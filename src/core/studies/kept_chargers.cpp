// Chargers × packs that are put aside.
#include "core/studies/kept_chargers.h"

#include <fmt/format.h>

#include "core/charging/charging.h"
#include "core/charging/of_plan.h"
#include "core/log/history.h"
#include "core/pack/pack_model.h"
#include "core/plan/kept.h"
#include "core/plan/makeup.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

enum class V : std::uint8_t { Never, Partial, ByVolts, Unknown };

/// What a charger would do to a pack.
struct Pair {
  std::string charger;
  V verdict = V::Unknown;
  bool fits = false;   ///< charger's plug and pack's port have one name
  std::string reason;  ///< "+1.3 V per cell", "reaches 34 %"

  /// "rack charger (+1.3 V per cell, and its plug goes in)"
  std::string words() const {
    const std::string why = reason + (fits && verdict == V::Never ? ", and its plug goes in" : "");
    return charger + (why.empty() ? "" : " (" + why + ")");
  }
};

/// A pack with what its volts follow from.
struct Held {
  const Pack& pack;
  std::string name;
  PackModel model;
  bool cellsKnown;
};

Held held(const Plan& plan, std::size_t k, std::string name) {
  const Pack& p = plan.packs[k];
  const Cell* cell = plan.findCell(p.cell);
  const bool chemistry = p.chemistry || (cell != nullptr && cell->chemistry);
  return {p, std::move(name), packModel(p, makeupOf(plan, p), plan.ambient), p.series && chemistry};
}

Pair pairOf(const Charger& c, const Held& h) {
  Pair out;
  out.charger = shownName(c);
  out.fits = plugsMate(c, h.pack);
  const PackModel& m = h.model;
  const auto say = [&](V verdict, std::string reason) {
    out.verdict = verdict;
    out.reason = std::move(reason);
    return out;
  };
  if (polesReversed(c, h.pack)) return say(V::Never, "its poles are reversed");
  if (!h.cellsKnown) return say(V::Unknown, "the pack's cells are not known");
  if (c.chemistry && !isSameChargeClass(*c.chemistry, m.chemistry))
    return say(V::Never, fmt::format("made for {}", factsOf(*c.chemistry).name));
  if (!c.output) return say(V::Unknown, "its output is not known");
  const Volt gives = givenAt(*c.output, c.compensated == true, m.series, m.facts, h.pack.chargeTemperature);
  switch (verdictOn(gives, m.series, m.facts, h.pack.chargeTemperature)) {
    case ChargeVerdict::Stop:
      return say(V::Never, fmt::format("+{} V per cell", formatNumber(excessPerCell(gives, m.series, m.facts).value(), 2)));
    case ChargeVerdict::Partial: {
      const auto soc = socReached(gives, m.series, m.curve, m.facts, h.pack.chargeTemperature);
      return say(V::Partial, fmt::format("reaches {} %", formatNumber(soc.value_or(StateOfCharge(0)).value() * 100, 2)));
    }
    case ChargeVerdict::Right: break;
  }
  return say(c.chemistry ? V::ByVolts : V::Unknown, c.chemistry ? "" : "its chemistry is not known");
}

/// "never with A, B"; empty where none has that verdict.
std::string listed(const std::vector<Pair>& pairs, V verdict, const std::string& words) {
  std::string out;
  for (const Pair& p : pairs)
    if (p.verdict == verdict) out += (out.empty() ? words + " " : ", ") + p.words();
  return out;
}

}  // namespace

std::vector<std::string> keptChargerWords(const Plan& plan) {
  std::vector<std::string> out;
  std::vector<Held> onBike;
  if (!plan.kept.empty())
    for (std::size_t k = 0; k < plan.packs.size(); ++k) onBike.push_back(held(plan, k, shownName(plan.packs[k])));
  for (const KeptPack& kept : plan.kept) {
    if (kept.plan->packs.empty()) continue;
    if (kept.use == PackUse::Quarantined || isKeptHurt(plan, kept)) {
      out.push_back(keptName(kept) + ", put aside: never with any charger, before somebody competent has released it.");
      continue;
    }
    const Held aside = held(*kept.plan, 0, keptName(kept));
    std::vector<Pair> pairs;
    for (const Charger& c : plan.chargers) pairs.push_back(pairOf(c, aside));
    std::string said;
    for (const auto& [verdict, words] : {std::pair{V::Never, "never with"},
                                         {V::Partial, "ends early with"},
                                         {V::ByVolts, "right by its volts:"},
                                         {V::Unknown, "not known:"}})
      if (const std::string part = listed(pairs, verdict, words); !part.empty()) said += (said.empty() ? "" : "; ") + part;
    if (!said.empty()) out.push_back(fmt::format("{}, put aside: {}.", aside.name, said));
    for (const Charger& c : kept.plan->chargers)
      for (const Held& there : onBike)
        if (const Pair back = pairOf(c, there); back.verdict == V::Never)
          out.push_back(fmt::format("{}, put aside: its {} never with {}.", aside.name, back.words(), there.name));
  }
  return out;
}

}  // namespace usherwright
