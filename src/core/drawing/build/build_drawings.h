// The drawings of station Build: the order of work, and one step with its gate.
#pragma once

#include <deque>

#include "core/assess/work_order.h"
#include "core/drawing/build/bench_picture.h"
#include "core/drawing/list/item_cards.h"
#include "core/drawing/subject.h"
#include "core/instrument/stream.h"

namespace usherwright::drawing {

/// Every step with its mark: open, passed, cannot tell, stopped. Parts "step/<id>".
Drawing workList(const std::vector<WorkStep>& order, const std::vector<StepJudged>& judged, const std::string& chosen, Size size);
double workListHeight(const std::vector<WorkStep>& order);

/// The bench as it is at this step, what must be so, what to do, the gate's window with the reading in it, and what another one would mean.
Drawing workStepSheet(const WorkStep& step, const StepJudged& judged, std::optional<double> reading, const BenchParts& parts, Size size);
double workStepHeight(const WorkStep& step, const BenchParts& parts, double width);

/// A cause with its share of the likelihood.
struct CauseBar {
  std::string words;
  double share = 0;
};
/// The likeliest causes of a gate that stopped as bars, and what to read next: part "step/<id>".
Drawing causeBars(const std::vector<CauseBar>& causes, const std::string& next, const std::string& nextStep, Size size);
double causeBarsHeight(std::size_t causes);

/// What came, what hands did, and what lies in the tray: each with what is to be done with it.
std::vector<ItemCard> arrivalCards(const Plan& plan, const Figures& figures);
std::vector<ItemCard> handworkCards(const Plan& plan, const Assessment& assessment);
std::vector<ItemCard> trayCards(const Plan& plan);

/// For the page that shows every station at once.
Drawing buildGlance(const Subject& subject, Size size);

/// The last half minute of an instrument in the unit of the gate at step `at`, the window as a band; volts without a gate. While nothing is
/// read: what the gates of the order take from a line.
Drawing instrumentTrace(const std::deque<InstrumentReading>& recent, const std::vector<WorkStep>& order, const std::string& at, Size size);

}  // namespace usherwright::drawing
