// What BIKE-08 collects: fields that a rule would have to read and nobody has entered or confirmed.
#pragma once

#include "core/assess/rules/rule.h"
#include "core/plan/evidence.h"

namespace usherwright::rules {

/// Collects the unproven fields of one part into one finding.
class Unproven {
 public:
  Unproven(const Context& c, Station station, std::string part, std::string of)
      : c_(c), station_(station), part_(std::move(part)), of_(std::move(of)) {}

  /// A number counts as proven by its source; a choice, a mark or a text by having been entered, unless a source says less.
  /// `instead`: what counts while it is not known, and why.
  void check(const std::string& pointer, const std::string& instead = {}) {
    const auto ref = findField(c_.plan, pointer);
    if (!ref) return;
    const bool unknown = std::holds_alternative<std::monostate>(ref->value);
    if (isProven(c_.plan, pointer, *ref)) return;
    std::string state = unknown ? "not known yet" : std::string(provenanceWord(provenanceOf(c_.plan, pointer)));
    if (unknown && !instead.empty()) state += ", " + instead;
    else if (const std::string usual = emptyWords(*ref->spec, UnitSystem::Metric); unknown && !usual.empty())
      state += fmt::format(", {} assumed", usual);
    rows_.push_back({std::string(ref->spec->label), std::move(state), std::string(ref->spec->howTo), pointer,
                     unknown ? std::string("–") : shownValue(*ref->spec, ref->value, UnitSystem::Metric)});
  }

  void checkUnknown(const std::string& pointer) {
    const auto ref = findField(c_.plan, pointer);
    if (ref && std::holds_alternative<std::monostate>(ref->value)) check(pointer);
  }

  /// Several fields that are seen in one look: one row names them all.
  void checkTogether(std::string label, std::string howTo, const std::vector<std::string>& pointers) {
    std::vector<std::string> unknown;
    for (const std::string& pointer : pointers) {
      const auto ref = findField(c_.plan, pointer);
      if (ref && std::holds_alternative<std::monostate>(ref->value)) unknown.push_back(pointer);
    }
    if (unknown.empty()) return;
    add(std::move(label), "not known yet", std::move(howTo), unknown.front());
    more_.insert(more_.end(), unknown.begin() + 1, unknown.end());
  }

  /// Something that no field holds.
  void add(std::string label, std::string state, std::string howTo, std::string pointer = "") {
    rows_.push_back({std::move(label), std::move(state), std::move(howTo), std::move(pointer), "–"});
  }

  /// A Note: what nobody has looked at, where the rule that waits for it would say no more than Mind.
  void reportAsNotSeen(Findings& out) const {
    report(out, Severity::Note, "Not looked at yet", "A rule waits for it and says nothing until somebody has looked.");
  }

  void report(Findings& out) const {
    report(out, Severity::Mind, "Unproven",
           "A safety limit that rests on a claim, a memory or a guess counts as not proven; the plan cannot call it clear.");
  }

 private:
  void report(Findings& out, Severity severity, std::string_view begins, std::string why) const {
    if (rows_.empty()) return;
    Finding f = finding({"BIKE-08", severity, station_, part_, rows_.front().pointer});
    f.sentence = fmt::format("{}: {} of {}.", begins, byState(), of_);
    f.why = std::move(why);
    f.what = rows_.front().howTo.empty() ? "Read the label or the data sheet, or measure it."
                                         : fmt::format("For the {}: {}.", rows_.front().label, rows_.front().howTo);
    for (const Row& r : rows_)
      if (!r.pointer.empty()) f.fields.push_back(r.pointer);
    f.fields.insert(f.fields.end(), more_.begin(), more_.end());
    f.headline = static_cast<double>(rows_.size());
    f.working.title = "What is not proven";
    f.working.formula = "a limit is proven when it was measured, read from a label or comes from a data sheet";
    for (const Row& r : rows_) f.working.inputs.push_back({r.label, r.howTo.empty() ? "read its label" : r.howTo, r.value, r.state});
    f.working.result = fmt::format("{} unproven", rows_.size());
    out.push_back(std::move(f));
  }

  struct Row {
    std::string label, state, howTo, pointer, value;
  };

  /// "fuse, fuse DC voltage (not known yet); from pack plus (claim)".
  std::string byState() const {
    std::vector<std::pair<std::string, std::string>> groups;
    for (const Row& r : rows_) {
      const auto at = std::find_if(groups.begin(), groups.end(), [&](const auto& g) { return g.first == r.state; });
      if (at == groups.end()) groups.emplace_back(r.state, r.label);
      else at->second += ", " + r.label;
    }
    std::string out;
    for (const auto& [state, names] : groups) out += fmt::format("{}{} ({})", out.empty() ? "" : "; ", names, state);
    return out;
  }

  const Context& c_;
  Station station_;
  std::string part_, of_;
  std::vector<Row> rows_;
  std::vector<std::string> more_;  ///< fields that a row names with its own
};

/// Of rooms for packs, and of how the cells in them are joined; of how packs are held and of their cases.
void fitUnproven(const Context& c, Findings& out);
void holdUnproven(const Context& c, Findings& out);

/// Of chargers, and of where and how the packs are charged.
void chargingUnproven(const Context& c, Findings& out);

}  // namespace usherwright::rules
