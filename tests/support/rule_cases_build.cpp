// The rows of the rules about the work: what was noted, in its order or out of it, inside its window or outside.
#include "support/rule_cases.h"

#include "core/plan/entries.h"

namespace plans {

namespace {

RuleCase noted(const char* id, const char* outcome, const char* part, Typed steps) {
  RuleCase row{id, outcome, part, {}};
  row.steps = std::move(steps);
  return row;
}

/// An entry of a list of the work, its fields as typed; steps noted besides.
RuleCase byHand(const char* id, const char* outcome, const char* part, Typed typed, Typed steps = {}) {
  RuleCase row{id, outcome, part, std::move(typed)};
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
const Typed charged = with(
    joined,
    {{"charger/charger-stock/stock", "54.6"}, {"charger/charger-deck/second", "54.6"}, {"full/stock", "54.3"}, {"full/second", "54.3"}});
const Typed finished =
    with(with(charged, {{"main", ""}, {"wheel", ""}, {"close", ""}, {"short", ""}}), {{"warm", "8"}, {"tight", ""}, {"trips/second", ""}});
const Typed drilled{{"/build/handwork/0/what", "holes for the mount"},
                    {"/build/handwork/0/kind", "drilled"},
                    {"/build/handwork/0/cells_out", "yes"},
                    {"/build/handwork/0/charger_off", "yes"},
                    {"/build/handwork/0/rings_off", "yes"}};
const Typed lid{{"/build/fasteners/0/place", "lid"}, {"/build/fasteners/0/out", "4"}, {"/build/fasteners/0/back", "4"}};

}  // namespace

/// A step that was noted, with its reading if it has one.
usherwright::StepRecord recordOf(const std::string& step, const std::string& reading) {
  usherwright::StepRecord out{step, "2026-10-21", {}, {}, {}};
  if (!reading.empty()) out.reading = usherwright::Coefficient(std::stod(reading));
  return out;
}

/// The list that a row types the first entry of has one.
usherwright::Plan withEntryFor(const usherwright::Plan& plan, const std::string& pointer) {
  const auto first = [&](const char* list, bool empty) { return empty && pointer.starts_with(std::string(list) + "/0/"); };
  const usherwright::BuildWork& b = plan.build;
  for (const auto& [list, empty] : {std::pair("/build/arrivals", b.arrivals.empty()),
                                    {"/build/handwork", b.handwork.empty()},
                                    {"/build/fasteners", b.fasteners.empty()},
                                    {"/private", plan.privateThings.empty()}})
    if (first(list, empty)) return *usherwright::withNew(plan, list);
  return plan;
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
      noted("BUILD-09", "quiet", "", with(ridden, {{"warm", "28.9"}})), noted("BUILD-09", "Mind", "warm", with(ridden, {{"warm", "31.5"}})),
      // A group fewer under the right charger: its board stops at 12 × 4.25 V.
      noted("BUILD-02", "Stop", "full/second", with(charged, {{"full/second", "50.8"}})),
      noted("BUILD-02", "quiet", "", with(charged, {{"full/second", "53.7"}})),
      noted("BUILD-02", "Stop", "full/second", with(charged, {{"full/second", "55.3"}})),
      noted("BUILD-01", "Stop", "full/second", with(read, {{"full/second", "54.3"}})), byHand("BUILD-03", "quiet", "", drilled),
      byHand("BUILD-03", "Stop", "handwork/0", with(drilled, {{"/build/handwork/0/cells_out", "no"}})),
      byHand("BUILD-03", "Stop", "handwork/0", with(drilled, {{"/build/handwork/0/charger_off", "no"}})),
      byHand("BUILD-03", "Stop", "handwork/0", with(drilled, {{"/build/handwork/0/rings_off", "no"}})),
      byHand("BUILD-03", "Mind", "handwork/0", with(drilled, {{"/build/handwork/0/rings_off", ""}})),
      byHand("BUILD-03", "quiet", "", with(drilled, {{"/build/handwork/0/one_pole", "no"}})),  // of a drill there is no pole
      byHand("BUILD-03", "Stop", "handwork/0",
             with(drilled, {{"/build/handwork/0/kind", "soldered"}, {"/build/handwork/0/one_pole", "no"}})),
      byHand("BUILD-03", "quiet", "",
             with(drilled,
                  {{"/build/handwork/0/kind", "crimped"}, {"/build/handwork/0/cells_out", ""}, {"/build/handwork/0/one_pole", "yes"}})),
      byHand("BUILD-03", "Mind", "handwork/0", with(drilled, {{"/build/handwork/0/kind", ""}})),
      byHand("BUILD-05", "quiet", "", lid, finished), byHand("BUILD-05", "quiet", "", with(lid, {{"/build/fasteners/0/back", "3"}})),
      byHand("BUILD-05", "Mind", "open items", with(lid, {{"/build/fasteners/0/back", "3"}}), {{"close", ""}}),
      byHand("BUILD-05", "Mind", "open items", with(lid, {{"/build/fasteners/0/back", ""}}), {{"close", ""}}),
      byHand("BUILD-10", "quiet", "", {{"/packs/1/series", "14"}}),  // 58.8 V
      byHand("BUILD-10", "Mind", "hands", {{"/packs/1/series", "15"}}),
      byHand("BUILD-10", "Stop", "hands", {{"/packs/1/series", "15"}, {"/build/in_company", "no"}}),
      byHand("BUILD-10", "Stop", "hands", {{"/packs/1/series", "15"}, {"/build/in_company", "yes"}, {"/build/covered", "no"}}),
      byHand("BUILD-10", "Mind", "hands", {{"/packs/1/series", "15"}, {"/build/in_company", "yes"}}),
      byHand("BUILD-10", "quiet", "", {{"/packs/1/series", "15"}, {"/build/in_company", "yes"}, {"/build/covered", "yes"}}),
      byHand("LOG-06", "Stop", "second", {{"/build/arrivals/0/part", "second"}, {"/build/arrivals/0/condition", "dented"}}),
      byHand("LOG-06", "quiet", "", {{"/build/arrivals/0/part", "second"}, {"/build/arrivals/0/condition", "sound"}}),
      byHand("LOG-06", "quiet", "", {{"/build/arrivals/0/part", "a box of lugs"}, {"/build/arrivals/0/condition", "wet"}}),
      byHand("LOG-08", "quiet", "", {{"/private/0/what", "key"}, {"/private/0/value", "A 1042"}}),
      byHand("LOG-08", "Note", "private/0",
             {{"/private/0/what", "key"}, {"/private/0/value", "A 1042"}, {"/packs/0/name", "with key A 1042"}}),
      byHand("LOG-08", "quiet", "", {{"/private/0/what", "key"}, {"/private/0/value", "A 1"}, {"/packs/0/name", "with A 1"}}),
      byHand("LOG-14", "quiet", "", {}), byHand("LOG-14", "Note", "stock", {{"/undertaking/old_pack", "sold"}}),
      byHand("LOG-14", "quiet", "", {{"/undertaking/old_pack", "stays"}}),
      byHand("LOG-14", "Note", "second",
             {{"/build/arrivals/0/part", "second"}, {"/build/arrivals/0/condition", "sound"}, {"/build/arrivals/0/wakes", "no"}})};
}

}  // namespace plans
