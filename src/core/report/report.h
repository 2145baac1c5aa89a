// The whole plan on paper: verdict, parts, findings, figures with their workings, drawings, the order of work. The same figures as the
// window; one HTML file, nothing fetched.
#pragma once

#include <functional>
#include <string>

#include "core/assess/assessment.h"
#include "core/drawing/list/display_list.h"
#include "core/quantity/date.h"

namespace usherwright {

struct ReportWish {
  UnitSystem units = UnitSystem::Metric;
  Date day;            ///< that it is dated
  bool notes = false;  ///< free notes of readings, steps and the log, which may name people and places
  /// Markup of a drawing in pixels or millimetres; empty: inline SVG.
  std::function<std::string(const drawing::Drawing&)> figure;
};

std::string reportHtml(const Plan& plan, const Assessment& assessment, const ReportWish& wish);

}  // namespace usherwright
