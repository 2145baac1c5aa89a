// The drawings of station Build: the order of work, and one step with its gate.
#pragma once

#include "core/assess/work_order.h"
#include "core/drawing/subject.h"

namespace usherwright::drawing {

/// Every step with its mark: open, passed, cannot tell, stopped. Parts "step/<id>".
Drawing workList(const std::vector<WorkStep>& order, const std::vector<StepJudged>& judged, const std::string& chosen, Size size);
double workListHeight(const std::vector<WorkStep>& order);

/// What must be so, what to do, the gate's window with the reading in it, and what another one would mean.
Drawing workStepSheet(const WorkStep& step, const StepJudged& judged, std::optional<double> reading, Size size);
double workStepHeight(const WorkStep& step, double width);

/// For the page that shows every station at once.
Drawing buildGlance(const Subject& subject, Size size);

}  // namespace usherwright::drawing
