// BUILD rules: what the notes of the work say. What nobody noted is open, and the sheet says so; what was noted out of its order, or
// outside its window, is a finding.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/open_items.h"
#include "core/assess/rules/rule.h"
#include "core/assess/work_order.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

Finding onBuild(std::string id, Severity severity, const WorkStep& step, std::size_t record, std::string_view key) {
  return finding({std::move(id), severity, Station::Build, step.id, fmt::format("/build/done/{}/{}", record, key)});
}

/// Noted at a gate without what it read: nobody knows whether it passed.
bool isWithoutReading(const Context& c, const WorkStep& step, const StepJudged& judgement) {
  return judgement.record && step.gate && !c.plan.build.done[*judgement.record].reading;
}

Working workingOf(const Context& c, const WorkStep& step, const StepJudged& judgement) {
  const auto& read = c.plan.build.done[*judgement.record].reading;
  return {step.title,
          "low ≤ reading − doubt, reading + doubt ≤ high",
          {input(c, "x", "reading", read ? fmt::format("{} {}", formatNumber(read->value(), 4), step.gate->unit) : "not known",
                 fmt::format("/build/done/{}/reading", *judgement.record))},
          judgement.words,
          step.gate->because};
}

std::string capitalised(std::string words) {
  words.front() = static_cast<char>(std::toupper(static_cast<unsigned char>(words.front())));
  return words;
}

/// Readings outside their window, and gates noted without one, each under the rule of its gate.
void outside(const Context& c, std::string_view rule, Findings& out) {
  if (c.plan.build.done.empty()) return;
  for (const WorkStep& step : c.order()) {
    if (!step.gate || step.gate->rule != rule) continue;
    const StepJudged judgement = judgedOf(c.plan, step);
    const bool without = isWithoutReading(c, step, judgement);
    if (judgement.standing != StepStanding::Failed && !judgement.overridden && !without) continue;
    Finding f = onBuild(std::string(rule), step.gate->severity, step, *judgement.record, "reading");
    f.sentence =
        fmt::format("{}: {}; it passes from {} {}.", step.title, judgement.words, formatNumber(step.gate->low, 4), step.gate->unit);
    if (!without) f.sentence = fmt::format("{}: {}.", step.title, judgement.words);
    f.why = judgement.likely ? fmt::format("Most likely: {}. {}", judgement.likely->means, step.why) : step.why;
    f.what = judgement.likely ? capitalised(fmt::format("{}; then the reading again.", judgement.likely->then))
                              : "Read it again; nothing is joined until it passes.";
    if (!without) {
      const double x = c.plan.build.done[*judgement.record].reading->value();
      f.headline = beyond(*step.gate, x);
    }
    f.working = workingOf(c, step, judgement);
    out.push_back(std::move(f));
  }
}

void build02(const Context& c, Findings& out) { outside(c, "BUILD-02", out); }
void build06(const Context& c, Findings& out) { outside(c, "BUILD-06", out); }
void build09(const Context& c, Findings& out) { outside(c, "BUILD-09", out); }

/// Steps that were noted although one that they rest on has not passed.
void without(const Context& c, std::string_view rule, Severity severity, Findings& out) {
  if (c.plan.build.done.empty()) return;
  const std::vector<WorkStep>& order = c.order();
  for (const WorkStep& step : order) {
    const StepJudged done = judgedOf(c.plan, step);
    if (!done.record) continue;
    std::string missing;
    std::string why;
    int count = 0;
    for (const StepNeed& need : step.needs) {
      if (need.rule != rule) continue;
      const auto at = std::find_if(order.begin(), order.end(), [&](const WorkStep& s) { return s.id == need.step; });
      if (at == order.end() || judgedOf(c.plan, *at).standing == StepStanding::Passed) continue;
      missing += fmt::format("{}“{}”", count++ == 0 ? "" : ", ", at->title);
      if (why.empty()) why = at->why;
    }
    if (count == 0) continue;
    Finding f = onBuild(std::string(rule), severity, step, *done.record, "step");
    f.sentence = fmt::format("“{}” was noted; {} {} not passed.", step.title, missing, count == 1 ? "has" : "have");
    f.why = why;
    f.what = severity == Severity::Stop ? "Unplug, go back to that step, and go on from there."
                                        : "Go back to that step before it is called finished.";
    f.headline = count;
    f.working = {step.title,
                 "every step that it rests on has passed",
                 {},
                 fmt::format("{} of {} have not", count, step.needs.size()),
                 "order of work: a gate passes before what it protects"};
    out.push_back(std::move(f));
  }
}

/// Parts, joints and screws that are open although it was closed or released.
void itemsLeft(const Context& c, Findings& out) {
  const auto isNoted = [&](std::string_view step) {
    return std::any_of(c.plan.build.done.begin(), c.plan.build.done.end(), [&](const StepRecord& r) { return r.step == step; });
  };
  const bool released = isNoted("release");
  if (!released && !isNoted("close")) return;
  const std::vector<OpenItem> open = released ? openItems(c.plan, c.figures) : inTheTray(c.plan);
  if (open.empty()) return;
  Finding f = finding({"BUILD-05", Severity::Mind, Station::Build, "open items", open.front().pointer});
  f.sentence = fmt::format("“{}” was noted; {} {} open: {}{}.", released ? "Released" : "Closed", open.size(),
                           open.size() == 1 ? "item is" : "items are", open.front().words, open.size() > 1 ? " …" : "");
  f.why = "What is left over in the tray is missing somewhere, and a joint that nobody pulled is a hope.";
  f.what = "Settle each of them at station Build, Hands and screws, before it is ridden.";
  f.headline = static_cast<double>(open.size());
  for (const OpenItem& item : open) f.fields.push_back(item.pointer);
  f.working = {
      "Open items", "none", {}, fmt::format("{} open", open.size()), "as many back as came out; every joint proven on a test piece"};
  out.push_back(std::move(f));
}

void build01(const Context& c, Findings& out) { without(c, "BUILD-01", Severity::Stop, out); }
void build04(const Context& c, Findings& out) {
  without(c, "BUILD-04", Severity::Stop, out);
  outside(c, "BUILD-04", out);
}
void build05(const Context& c, Findings& out) {
  without(c, "BUILD-05", Severity::Mind, out);
  itemsLeft(c, out);
}
void build07(const Context& c, Findings& out) { without(c, "BUILD-07", Severity::Stop, out); }
void build08(const Context& c, Findings& out) { without(c, "BUILD-08", Severity::Mind, out); }

}  // namespace

std::span<const Rule> buildRules() {
  static constexpr std::array rows{Rule{"BUILD-01", "Stop", "a step is noted before one whose gate protects it has passed", &build01},
                                   Rule{"BUILD-02", "Stop", "a reading outside the window of its gate", &build02},
                                   Rule{"BUILD-04", "Stop", "a source is tested without proof that the others are absent", &build04},
                                   Rule{"BUILD-05", "Mind", "closed or released with steps, parts, joints or screws open", &build05},
                                   Rule{"BUILD-06", "Stop", "the frame reads more than 2 V against a pole under 10 kΩ", &build06},
                                   Rule{"BUILD-07", "Stop", "a plug is mated before its sign and volts were read", &build07},
                                   Rule{"BUILD-08", "Mind", "released before the board has shown its trips", &build08},
                                   Rule{"BUILD-09", "Mind", "a contact more than 30 K over the air", &build09}};
  return rows;
}

}  // namespace usherwright::rules
