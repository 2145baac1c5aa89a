// What every builder of a drawing reads, and how packs are told apart.
#pragma once

#include "core/assess/assessment.h"
#include "core/drawing/list/display_list.h"

namespace usherwright::drawing {

/// What every builder reads.
struct Subject {
  const Plan& plan;
  const Assessment& assessment;
  UnitSystem units = UnitSystem::Metric;
};

/// The colour and line of a pack's curves: by order, told apart by pattern as well.
Ink packInk(std::size_t pack);
Pattern packPattern(std::size_t pack);

}  // namespace usherwright::drawing
