// The rows of the rules about the work: what was noted, in its order or out of it, inside its window or outside.
#include "support/rule_cases.h"

namespace plans {

namespace {

RuleCase noted(const char* id, const char* outcome, const char* part, Typed steps) {
  RuleCase row{id, outcome, part, {}};
  row.steps = std::move(steps);
  return row;
}

Typed with(Typed first, const Typed& more) {
  first.insert(first.end(), more.begin(), more.end());
  return first;
}

/// Everything before the packs meet, passed. The last one of a step counts: rows put theirs behind.
const Typed read{{"ladder/second", "8"}, {"volts/stock", "52"}, {"volts/second", "52"}, {"leak/stock", "0"},
                 {"leak/second", "0"},   {"harness", "1000"},   {"dark/stock", "0"},    {"dark/second", "0"}};
const Typed eachAlone =
    with(read, {{"alone/stock", "51.9"}, {"reverse/stock", "0.1"}, {"alone/second", "51.9"}, {"reverse/second", "0.1"}});
const Typed joined = with(eachAlone, {{"both", "51.9"}});
const Typed ridden = with(joined, {{"main", ""}, {"wheel", ""}, {"close", ""}, {"short", ""}});
const Typed finished = with(ridden, {{"warm", "8"}, {"tight", ""}, {"trips/second", ""}});

}  // namespace

/// A step that was noted, with its reading if it has one.
usherwright::StepRecord recordOf(const std::string& step, const std::string& reading) {
  usherwright::StepRecord out{step, "2026-10-21", {}, {}, {}};
  if (!reading.empty()) out.reading = usherwright::Coefficient(std::stod(reading));
  return out;
}

std::vector<RuleCase> buildCases() {
  return {
      noted("BUILD-01", "quiet", "", {}), noted("BUILD-01", "quiet", "", joined),
      noted("BUILD-01", "Stop", "both", with(read, {{"both", "51.9"}})),
      noted("BUILD-01", "Stop", "both", with(joined, {{"reverse/second", "40"}})), noted("BUILD-01", "Stop", "main", {{"main", ""}}),
      noted("BUILD-01", "Stop", "close", with(joined, {{"main", ""}, {"close", ""}})),
      // A reading that cannot tell does not open the next step.
      noted("BUILD-01", "Stop", "volts/second", with(joined, {{"ladder/second", "20"}})),
      // A click at a gate is no reading.
      noted("BUILD-01", "Stop", "volts/second", {{"ladder/second", ""}, {"volts/second", "52"}}), noted("BUILD-02", "quiet", "", joined),
      noted("BUILD-02", "Stop", "volts/second", {{"volts/second", "-52"}}),
      noted("BUILD-02", "Stop", "volts/second", {{"volts/second", "0.3"}}),
      noted("BUILD-02", "Stop", "volts/second", {{"volts/second", "55.3"}}), noted("BUILD-02", "quiet", "", {{"volts/second", "54.5"}}),
      noted("BUILD-02", "Stop", "harness", {{"harness", "0.9"}}), noted("BUILD-02", "quiet", "", {{"harness", "1.1"}}),
      noted("BUILD-02", "Stop", "reverse/stock", with(read, {{"alone/stock", "51.9"}, {"reverse/stock", "2.2"}})),
      noted("BUILD-02", "quiet", "", with(read, {{"alone/stock", "51.9"}, {"reverse/stock", "1.9"}})),
      noted("BUILD-02", "quiet", "", {{"volts/second", "-52"}, {"volts/second", "52"}}),
      // Noted without a reading: nobody knows, whatever was read before.
      noted("BUILD-02", "Stop", "volts/second", with(joined, {{"volts/second", ""}})), noted("BUILD-04", "quiet", "", eachAlone),
      noted("BUILD-04", "Stop", "alone/stock", {{"volts/stock", "52"}, {"harness", "1000"}, {"leak/stock", "0"}, {"alone/stock", "51.9"}}),
      noted("BUILD-04", "Stop", "dark/stock", {{"dark/stock", "52"}}), noted("BUILD-05", "quiet", "", with(finished, {{"release", ""}})),
      noted("BUILD-05", "Mind", "release", with(ridden, {{"tight", ""}, {"release", ""}})),
      noted("BUILD-06", "quiet", "", {{"leak/stock", "1.9"}}), noted("BUILD-06", "Stop", "leak/stock", {{"leak/stock", "2.1"}}),
      noted("BUILD-06", "Stop", "leak/second", {{"leak/second", "-31"}}), noted("BUILD-07", "quiet", "", eachAlone),
      noted("BUILD-07", "Stop", "alone/second", {{"dark/second", "0"}, {"alone/second", "51.9"}}),
      noted("BUILD-07", "Stop", "alone/second", with(eachAlone, {{"volts/second", "-52"}})),
      noted("BUILD-08", "quiet", "", with(finished, {{"release", ""}})),
      noted("BUILD-08", "Mind", "release", with(ridden, {{"warm", "8"}, {"tight", ""}, {"release", ""}})),
      noted("BUILD-09", "quiet", "", with(ridden, {{"warm", "28.9"}})),
      noted("BUILD-09", "Mind", "warm", with(ridden, {{"warm", "31.5"}}))};
}

}  // namespace plans
