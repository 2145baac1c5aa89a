// The fields of a plan that what is printed on a part fills.
#pragma once

#include <string>
#include <vector>

#include "core/label/label.h"
#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// The part of the plan that a label belongs to.
struct LabelPlace {
  LabelSubject subject = LabelSubject::Controller;
  std::size_t index = 0;  ///< of the pack (also for its board, cell and fuse), charger or accessory
  friend bool operator==(const LabelPlace&, const LabelPlace&) = default;
};
/// A field to write, as typed text.
struct LabelTarget {
  std::string pointer;
  std::string text;
};
/// The fields that a value fills at a place; empty if it has none there.
std::vector<LabelTarget> labelTargets(const LabelValue& value, const Plan& plan, const LabelPlace& place);

/// One value written with its source (label) and the piece of text that it came from. A place without a field for it, or
/// the plan with the value kept beside a better one. Errors as for an entry.
Expected<Plan> withLabelValue(const Plan& plan, const LabelValue& value, const LabelPlace& place);

/// Every sure value at once.
struct LabelEntered {
  Plan plan;
  int entered = 0;                   ///< fields written
  std::vector<std::string> twofold;  ///< pointers for which the label names several values: one has to be chosen
};
/// Of several currents of a controller the largest counts; else nothing is chosen for the person.
Expected<LabelEntered> withSureValues(const Plan& plan, const LabelReading& reading, const LabelPlace& place);

}  // namespace usherwright
