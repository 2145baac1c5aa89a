// Charges of the plan's own packs.
#include "core/charging/of_plan.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/charging/charging.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double stopShare = 0.05;  // of the charger's current, where nobody knows when it stops
constexpr double day = 1440;        // min
constexpr Celsius cool(10), frost(0);
constexpr double coolRate = 0.2;  // C

/// Coulombs that are stored of those that go in: nickel about three in four from empty to full, lead nine in ten.
double acceptedBy(Chemistry c) { return c == Chemistry::Nimh ? 0.75 : c == Chemistry::Lead ? 0.9 : 1.0; }

}  // namespace

bool plugsMate(const Charger& charger, const Pack& pack) { return !charger.plug.empty() && charger.plug == pack.chargePort; }
bool polesReversed(const Charger& charger, const Pack& pack) {
  return plugsMate(charger, pack) && charger.polarity && pack.chargePolarity && *charger.polarity != *pack.chargePolarity;
}

Known<Watt> mainsDraw(const Charger& charger) {
  if (charger.mainsPower) return charger.mainsPower;
  if (!charger.power && !(charger.output && charger.current)) return std::nullopt;
  const double out = charger.output && charger.current ? charger.output->value() * charger.current->value() : 1e9;
  const double most = std::min(out, charger.power.value_or(Watt(1e9)).value());
  return Watt(most / charger.efficiency.value_or(usual::charger).value());
}

ChargeNight nightOf(const Plan& plan) {
  const Minute begins = plan.charging.begins.value_or(usual::evening);
  Minute ready = plan.charging.readyBy.value_or(usual::morning);
  while (ready <= begins) ready += Minute(day);
  return {begins, ready, ready - begins};
}

StateOfCharge ceilingOf(const Pack& pack) { return pack.ceiling.value_or(StateOfCharge(1)); }
StateOfCharge targetOf(const Pack& pack) { return pack.tonight.value_or(ceilingOf(pack)); }

Known<Ampere> pushedBy(const Charger& charger, const Pack& pack, const PackModel& model) {
  if (!charger.current) return std::nullopt;
  const Known<Celsius> at = pack.chargeTemperature;
  if (!at || !isLithium(model.chemistry) || *at >= cool || *at < frost) return charger.current;
  return std::min(*charger.current, Ampere(coolRate * model.capacity.value()));
}

std::optional<ChargeInput> chargeInputOf(const Charger& charger, const Pack& pack, const PackModel& model) {
  const Known<Ampere> current = pushedBy(charger, pack, model);
  if (!charger.output || !current) return std::nullopt;
  return ChargeInput{model.curve,
                     model.series,
                     model.cells,
                     model.slow,
                     model.slowCapacitance,
                     model.inside,
                     model.capacity,
                     model.soc,
                     givenAt(*charger.output, charger.compensated == true, model.series, model.facts, pack.chargeTemperature),
                     *current,
                     charger.stop.value_or(*charger.current * stopShare),
                     charger.efficiency.value_or(usual::charger).value(),
                     targetOf(pack),
                     charger.power,
                     model.chemistry != Chemistry::Nimh,
                     acceptedBy(model.chemistry)};
}

std::string keptWords(const Charger& charger, const PackModel& model) {
  if (model.chemistry != Chemistry::Lead) return {};
  if (!charger.keeps) return "what it is kept at afterwards is not known";
  const auto volts = [](double v) { return formatQuantity(v, Kind::Voltage, UnitSystem::Metric, 3); };
  return fmt::format("then kept at {}, {} per cell", volts(charger.keeps->value()), volts(charger.keeps->value() / model.series));
}

std::optional<GroupCheck> lastGroups(const Pack& pack, const PackModel& model) {
  const auto last = std::find_if(pack.readings.rbegin(), pack.readings.rend(), [&](const Reading& r) {
    return r.of == ReadingOf::Groups && r.groups.size() == static_cast<std::size_t>(model.series) && r.groups.size() > 1;
  });
  if (last == pack.readings.rend()) return std::nullopt;
  GroupInput in;
  in.groups = last->groups;
  in.curve = model.curve;
  in.capacity = model.capacity;
  in.balance = pack.bms.balance;
  const auto checked = checkGroups(in);
  if (!checked) return std::nullopt;
  return *checked;
}

Known<Hour> holdTime(const Pack& pack, const PackModel& model) {
  const auto groups = lastGroups(pack, model);
  if (!groups) return std::nullopt;
  return groups->balanceTime;
}

std::string holdWords(const Pack& pack, const PackModel& model) {
  const Known<Hour> hours = holdTime(pack, model);
  return hours && hours->value() > 2 ? formatNumber(hours->value(), 2) + " h" : "2 h";
}

ExpectedCharge expectedCharge(const Plan& plan, const Pack& pack, const PackModel& model, const ChargeRecord& record) {
  const StateOfCharge to = record.to.value_or(StateOfCharge(1)), from = *record.from;
  ExpectedCharge out;
  out.missing = model.capacity * (std::max(0.0, (to - from).value()) / acceptedBy(model.chemistry));
  const auto by = std::find_if(plan.chargers.begin(), plan.chargers.end(), [&](const Charger& c) { return c.id == record.charger; });
  if (by == plan.chargers.end()) return out;
  auto in = chargeInputOf(*by, pack, model);
  if (!in) return out;
  in->start = from;
  in->target = to;
  out.time = charge(*in, ChargeRows::Summary).end;
  return out;
}

}  // namespace usherwright
