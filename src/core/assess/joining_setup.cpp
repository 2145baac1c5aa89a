// From the plan to the circuit: joints of each method, the converter, the load, the gauge.
#include "core/assess/joining_setup.h"
#include "core/plan/usual.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace usherwright {
namespace {

struct JointValues {
  Volt drop;
  MilliOhm on;
};

const Volt cutAboveMinimum(0.1);          // per cell, of a converter whose own cut is not known
const Ampere outputAssumed(5);            // of a converter that says neither amperes nor watts
constexpr double setShareAssumed = 1.03;  // of the others' nominal voltage: a converter is set a little above what it feeds
constexpr double metresPerHill = 25;      // of the built-in hilly ride
constexpr int mostHills = 60;             // a longer ride has higher ones
const Watt mostWithoutRoute(1000);        // of the built-in ride: no rider holds a hub motor above it for long

JointValues valuesOf(Method method) {
  switch (method) {
    case Method::Combiner: return {Volt(0.03), MilliOhm(3)};
    case Method::Direct: return {Volt(0), MilliOhm(0.5)};
    case Method::Schottky: return {Volt(0.45), MilliOhm(8)};
    case Method::Selector: return {Volt(0), MilliOhm(1)};
    case Method::Converter: break;
  }
  return {Volt(0), MilliOhm(0)};
}

Method busMethod(const Joining& joining) {
  if (joining.method != Method::Converter) return joining.method;
  switch (joining.converter.second) {
    case SecondJoint::Combiner: return Method::Combiner;
    case SecondJoint::Direct: return Method::Direct;
    case SecondJoint::Schottky: return Method::Schottky;
  }
  return Method::Combiner;
}

/// Share of charge by which the lowest group of the last group readings is behind the median.
double behindOf(const Pack& pack, const RestCurve& curve) {
  for (auto r = pack.readings.rbegin(); r != pack.readings.rend(); ++r) {
    if (r->of != ReadingOf::Groups || r->groups.size() < 2) continue;
    std::vector<Volt> volts = r->groups;
    std::sort(volts.begin(), volts.end());
    return std::max(0.0, (curve.inverse(volts[volts.size() / 2]) - curve.inverse(volts.front())).value());
  }
  return 0.0;
}

}  // namespace

Joint jointOf(const Joining& joining, std::size_t packs) {
  Joint j;
  const Method method = busMethod(joining);
  j.oneWay = method != Method::Direct;
  if (packs < 2) return j;  // one pack needs no joint
  const auto [drop, on] = valuesOf(method);
  const bool diodes = method == Method::Combiner || method == Method::Schottky;
  j.forwardDrop = diodes ? joining.part.forwardDrop.value_or(drop) : drop;
  j.onResistance = joining.part.onResistance.value_or(on);
  if (joining.method == Method::Selector) j.turns = Turns::OneAtATime;
  else if (joining.policy != Policy::Together && policyApplies(joining.policy, joining)) j.turns = Turns::AddAtMark;
  return j;
}

bool policyApplies(Policy policy, const Joining& joining) {
  if (joining.method == Method::Selector) return policy != Policy::Together;
  return policy == Policy::Together || (joining.switchedInputs && joining.method != Method::Converter);
}

Converter converterOf(const Plan& plan, const std::vector<PackFigures>& packs, std::size_t pack, std::size_t place) {
  const ConverterPart& part = plan.joining.converter;
  const PackModel& own = packs[pack].model;
  Volt others(0);
  for (std::size_t k = 0; k < packs.size(); ++k)
    if (k != pack) others = std::max(others, packs[k].model.nominal);
  Converter c;
  c.source = place;
  c.set = part.set.value_or(others * setShareAssumed);
  c.outputLimit = part.output.value_or(part.power ? Ampere(1e9) : outputAssumed);
  if (part.power) c.powerLimit = *part.power;
  c.efficiency = part.efficiency.value_or(usual::converter).value();
  c.standby = part.standby.value_or(usual::converterStandby);
  c.inputLow = part.inputLow.value_or(Volt(0));
  if (part.inputHigh) c.inputHigh = *part.inputHigh;
  c.ownCut = part.ownCut.value_or(own.lowestUnderLoad + cutAboveMinimum * own.series);
  return c;
}

std::vector<std::size_t> orderOf(const Plan& plan, const std::vector<PackFigures>& packs) {
  std::vector<std::size_t> order(packs.size());
  std::iota(order.begin(), order.end(), 0u);
  if (plan.joining.policy == Policy::SmallFirst)
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) { return packs[a].model.label < packs[b].model.label; });
  if (plan.joining.policy == Policy::StockFirst)
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
      return (plan.packs[a].origin == Origin::Stock) > (plan.packs[b].origin == Origin::Stock);
    });
  return order;
}

Source sourceOf(const PackModel& m, const Pack& pack, Ohm toJoint) {
  Source s;
  s.id = m.id;
  s.curve = m.curve;
  s.series = m.series;
  s.cells = m.cells;
  s.slow = m.slow;
  s.slowCapacitance = m.slowCapacitance;
  s.path = m.inside + toJoint;
  s.capacity = m.capacity;
  s.start = m.soc;
  s.groupCutoff = m.groupCutoff;
  s.behind = behindOf(pack, m.curve);
  return s;
}

std::vector<PowerStep> profileOf(const Plan& plan, const RouteEstimate& route, Watt limit) {
  std::vector<PowerStep> out;
  const Joining& j = plan.joining;
  if (j.loadMode == LoadMode::Profile) {
    const std::vector<RidePoint>& rows = *j.profile;
    for (std::size_t i = 0; i + 1 < rows.size(); ++i) out.push_back({rows[i + 1].time, rows[i].power});
    return out;
  }
  if (j.loadMode != LoadMode::Hilly) return out;
  Second at;
  const auto add = [&](Second time, Watt power) {
    if (time < Second(0.5)) return;
    at += time;
    out.push_back({at, power});
  };
  if (route.legs.empty()) {
    const Watt most = std::min(limit, mostWithoutRoute);
    for (int hill = 0; hill < 20; ++hill) {
      add(Second(240), most * 0.25);
      add(Second(90), most * 0.8);
      add(Second(60), Watt(0));
    }
    return out;
  }
  const double climb = plan.routes.empty() ? 0 : plan.routes.front().climb.value_or(Metre(0)).value();
  const double hills = std::clamp(std::round(climb / metresPerHill), 1.0, static_cast<double>(mostHills));
  for (int hill = 0; hill < static_cast<int>(hills); ++hill)
    for (const Leg& leg : route.legs) add(leg.time / hills, leg.power);
  return out;
}

StateOfCharge gaugeShows(const Gauge& gauge, const PackModel& first, Volt cutoff, Volt controller) {
  if (gauge.kind == GaugeKind::Percent) {
    if (gauge.steps.size() < 2) return first.curve.inverse(controller / static_cast<double>(first.series));
    const auto above = std::upper_bound(gauge.steps.begin(), gauge.steps.end(), controller);
    if (above == gauge.steps.begin()) return StateOfCharge(0);
    if (above == gauge.steps.end()) return StateOfCharge(1);
    const auto below = above - 1;
    const double part = *above > *below ? (controller - *below) / (*above - *below) : 0.0;
    return StateOfCharge((static_cast<double>(below - gauge.steps.begin()) + part) / static_cast<double>(gauge.steps.size() - 1));
  }
  if (!gauge.steps.empty()) {
    const auto lit = std::upper_bound(gauge.steps.begin(), gauge.steps.end(), controller) - gauge.steps.begin();
    return StateOfCharge(static_cast<double>(lit) / static_cast<double>(gauge.steps.size()));
  }
  const int bars = gauge.bars.value_or(usual::gaugeBars);
  const Volt low = cutoff > Volt(0) ? cutoff : first.restedEmpty;
  const double along = first.full > low ? (controller - low) / (first.full - low) : 0.0;
  return StateOfCharge(std::clamp(std::floor(along * bars + 1), 0.0, static_cast<double>(bars)) / bars);
}

}  // namespace usherwright
