// Workings of the figures that stations show: formula, inputs with their sources, result, method.
#pragma once

#include <optional>
#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// Ids: "peak", "sustained", "narrows", "gauge", "window", "range", "per-km", "pack/<k>/full|label|rated|
/// resistance|peak|sag|gives-up|short|mass|cost", "ride/<k>/knee|peak", "charge/<charger>/<pack>", "usable", "route-energy",
/// "fit/<k>/holds|strips|box", "lead/<lead>", "way/<pack>", "nick/<lead>", "switch-on", "element/<element id>", "field/<JSON pointer>".
/// Empty if the figure is not known in this plan.
std::optional<Working> workingOf(const Plan& plan, const Assessment& assessment, const std::string& id);

}  // namespace usherwright
