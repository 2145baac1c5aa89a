// What the cards of station Joining say: methods and policies, and what each forbids in this plan.
#pragma once

#include <QString>
#include <array>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright::app {

constexpr std::array<Method, 5> methodsShown() {
  return {Method::Direct, Method::Combiner, Method::Schottky, Method::Selector, Method::Converter};
}
constexpr std::array<Policy, 4> policiesShown() { return {Policy::Together, Policy::SmallFirst, Policy::StockFirst, Policy::Manual}; }

QString methodName(Method method);
QString policyName(Policy policy);

struct MethodLine {
  QString words;
  bool forbids = false;  ///< said of this plan, not of the method
};
/// Two lines: what the method is, and what it forbids or needs here.
std::vector<MethodLine> methodLines(Method method, const Plan& plan, const Assessment& assessment);

QString policyLine(Policy policy, const Plan& plan);

}  // namespace usherwright::app
