// Method and policy cards.
#include "app/present/methods.h"

#include <algorithm>

#include "app/present/words.h"
#include "core/assess/joining_setup.h"

namespace usherwright::app {
namespace {

bool areAlike(const Figures& f) {
  return std::all_of(f.packs.begin(), f.packs.end(), [&](const PackFigures& p) {
    return p.model.series == f.packs.front().model.series && p.model.chemistry == f.packs.front().model.chemistry;
  });
}

MethodLine directLine(const Figures& f) {
  if (f.packs.size() < 2) return {QStringLiteral("one pack: nothing to match"), false};
  if (!areAlike(f)) return {QStringLiteral("not here: unlike packs"), true};
  if (!f.window || !f.window->window) return {QStringLiteral("charge limit not known yet"), true};
  if (f.window->mayConnect) return {QStringLiteral("gap %1, safe %2").arg(volts(f.window->gap), volts(*f.window->window)), false};
  return {QStringLiteral("gap %1, safe %2").arg(volts(f.window->gap), volts(*f.window->window)), true};
}

/// A diode's share of the energy at the nominal voltage.
MethodLine schottkyLine(const Figures& f) {
  Joining joining;
  joining.method = Method::Schottky;
  const Volt drop = jointOf(joining, 2).forwardDrop;
  if (f.packs.empty()) return {QStringLiteral("%1 lost in each leg").arg(volts(drop)), false};
  const double share = drop / f.packs.front().model.nominal;
  return {QStringLiteral("%1 % lost as heat").arg(text(formatNumber(share * 100, 2))), false};
}

}  // namespace

QString methodName(Method method) {
  switch (method) {
    case Method::Direct: return QStringLiteral("Hard parallel");
    case Method::Combiner: return QStringLiteral("One-way joiner");
    case Method::Schottky: return QStringLiteral("Schottky pair");
    case Method::Selector: return QStringLiteral("One at a time");
    case Method::Converter: return QStringLiteral("Through a converter");
  }
  return {};
}

QString policyName(Policy policy) {
  switch (policy) {
    case Policy::Together: return QStringLiteral("together");
    case Policy::SmallFirst: return QStringLiteral("small first");
    case Policy::StockFirst: return QStringLiteral("stock first");
    case Policy::Manual: return QStringLiteral("by hand");
  }
  return {};
}

std::vector<MethodLine> methodLines(Method method, const Plan& plan, const Assessment& assessment) {
  const Figures& f = assessment.figures;
  const bool regen = plan.bike.controller.regenCurrent.value_or(Ampere(0)) > Ampere(0);
  const MethodLine noRegen{regen ? QStringLiteral("not here: regen is on") : QStringLiteral("no back-flow, no regen"), regen};
  switch (method) {
    case Method::Direct: return {{QStringLiteral("equal volts, each time"), false}, directLine(f)};
    case Method::Combiner: return {{QStringLiteral("the fuller pack leads"), false}, noRegen};
    case Method::Schottky: return {{QStringLiteral("diodes on a heat-sink"), false}, regen ? noRegen : schottkyLine(f)};
    case Method::Selector: return {{QStringLiteral("break before make"), false}, {QStringLiteral("each alone carries all"), false}};
    case Method::Converter: return {{QStringLiteral("unlike volts meet"), false}, noRegen};
  }
  return {};
}

QString policyLine(Policy policy, const Plan& plan) {
  if (!policyApplies(policy, plan.joining))
    return plan.joining.method == Method::Selector ? QStringLiteral("not by turns") : QStringLiteral("no switch");
  switch (policy) {
    case Policy::Together: return QStringLiteral("all live");
    case Policy::SmallFirst: return QStringLiteral("big one last");
    case Policy::StockFirst: return QStringLiteral("spare last");
    case Policy::Manual: return QStringLiteral("at the mark");
  }
  return {};
}

}  // namespace usherwright::app
