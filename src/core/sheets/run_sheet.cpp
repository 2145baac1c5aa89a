#include "core/sheets/run_sheet.h"

#include <fmt/format.h>

#include "core/assess/work_order.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::size_t columns = 100;

/// In lines, those after the first indented.
void put(std::string& out, const std::string& first, const std::string& words) {
  std::string line = first;
  std::size_t at = 0;
  bool begun = false;
  while (at < words.size()) {
    std::size_t end = words.find(' ', at);
    if (end == std::string::npos) end = words.size();
    const std::string word = words.substr(at, end - at);
    at = end + 1;
    if (begun && line.size() + 1 + word.size() > columns) {
      out += line + "\n";
      line = std::string(first.size(), ' ') + word;
    } else {
      line += (begun ? " " : "") + word;
    }
    begun = true;
  }
  out += line + "\n";
}

}  // namespace

std::string runSheet(const Plan& plan, const Assessment& assessment) {
  const std::vector<WorkStep> order = orderOfWork(plan, assessment.figures);
  std::string out = fmt::format("{}: the order of work\n\n", plan.title);
  put(out, "",
      "Local electrical and traffic rules, and qualified help, stand above this sheet. Nobody works alone above 60 V. A reading outside "
      "its window stops the work.");
  if (order.empty()) return out + "\nThere is no pack yet.\n";
  if (const int stops = assessment.count(Severity::Stop); stops > 0)
    put(out, "\n",
        fmt::format("{} Stop{} in this plan: nothing is plugged before {} mended.", stops, stops == 1 ? " stands" : "s stand",
                    stops == 1 ? "it is" : "they are"));
  int number = 0;
  for (const WorkStep& step : order) {
    const StepJudged judged = judgedOf(plan, step);
    out += fmt::format("\n{:2} [{}] {}  (about {} min)\n", ++number,
                       judged.standing == StepStanding::Passed   ? "x"
                       : judged.standing == StepStanding::Failed ? "!"
                                                                 : " ",
                       step.title, step.minutes);
    put(out, "       why: ", step.why);
    for (const std::string& so : step.mustBe) put(out, "       [ ] ", so);
    for (const std::string& how : step.how) put(out, "       - ", how);
    if (!step.gate) continue;
    const Gate& gate = *step.gate;
    if (!gate.known) {
      put(out, "       stop: ", gate.because);
      continue;
    }
    put(out, "       reads ______ ",
        gate.isOpenEnded() ? fmt::format("{}, passes from {} {} ({})", gate.unit, formatNumber(gate.low, 4), gate.unit, gate.because)
                           : fmt::format("{}, passes from {} to {} {} ({})", gate.unit, formatNumber(gate.low, 4),
                                         formatNumber(gate.high, 4), gate.unit, gate.because));
    if (judged.record) put(out, "       noted: ", judged.words);
    for (const Otherwise& o : gate.otherwise) put(out, "         ", fmt::format("{}: {}; {}", o.range(gate.unit), o.means, o.then));
  }
  const Release release = releaseOf(plan, assessment, order);
  out += fmt::format("\n{}\n", release.may == Release::May::Ride         ? "Ride."
                               : release.may == Release::May::Supervised ? "Ride supervised: not every value of the plan was seen."
                                                                         : fmt::format("Not yet: steps open: {}; Stops in the plan: {}.",
                                                                                       release.open.size(), release.unproven.size()));
  return out;
}

}  // namespace usherwright
