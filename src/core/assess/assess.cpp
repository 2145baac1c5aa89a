// assess(): figures, then every rule, then one finding per cause, acceptance and order.
#include <algorithm>
#include <future>
#include <map>
#include <set>
#include <unordered_map>
#include <utility>

#include "core/assess/assessment.h"
#include "core/assess/figures.h"
#include "core/assess/out_of_use.h"
#include "core/assess/rules/rule.h"
#include "core/plan/edit.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr double worstHeadline = 1e6;

/// An element that a specific rule blames is not blamed again by LIM; a Mind hides no Stop, but that of a fuse, which only
/// opens.
void dropTwiceBlamed(std::vector<Finding>& findings) {
  std::map<std::string, Severity> blamed;
  for (const Finding& f : findings) {
    if (f.id.starts_with("LIM") || f.element.empty()) continue;
    const auto [at, fresh] = blamed.emplace(f.element, f.severity);
    if (!fresh) at->second = std::min(at->second, f.severity);
  }
  // A joiner named by JOIN-04 stands for its inputs too.
  const auto joiner = blamed.find("joint/total");
  std::erase_if(findings, [&](const Finding& f) {
    if (!f.id.starts_with("LIM")) return false;
    const auto by = f.element.ends_with("/input") && joiner != blamed.end() ? joiner : blamed.find(f.element);
    return by != blamed.end() && (by->second <= f.severity || f.element.ends_with("/fuse"));
  });
}

bool isAbout(const Finding& f, const std::string& pack) {
  const std::string_view part = f.part;
  if (part == pack) return true;
  if (part.size() <= pack.size()) return false;
  const std::size_t rest = part.size() - pack.size();
  return (part.starts_with(pack) && part[pack.size()] == '/') || (part.ends_with(pack) && part[rest - 1] == '/');
}

/// A pack that is never to be used again has that one finding: no word on how to make it stronger, charge or ride it.
void onlyTheEnd(const Plan& plan, std::vector<Finding>& findings) {
  for (const Pack& p : plan.packs) {
    const auto end = std::find_if(findings.begin(), findings.end(), [&](const Finding& f) { return endsUse(f, p.id); });
    if (end == findings.end()) continue;
    const std::string id = end->id;
    std::erase_if(findings, [&](const Finding& f) { return isAbout(f, p.id) && f.id != id; });
  }
}

/// A worse severity of the same id and part replaces the milder; of equals the worse headline stays.
void keepWorst(std::vector<Finding>& findings) {
  std::vector<Finding> kept;
  std::unordered_map<std::string, std::size_t> at;
  for (Finding& f : findings) {
    const auto [same, fresh] = at.emplace(f.key(), kept.size());
    if (fresh) {
      kept.push_back(std::move(f));
      continue;
    }
    Finding& other = kept[same->second];
    const bool worse = f.severity < other.severity || (f.severity == other.severity && f.headline > other.headline);
    if (worse) other = std::move(f);
  }
  findings = std::move(kept);
}

/// An acceptance holds for a Mind, for the fields that it was given for, until its headline figure is 10 % worse.
void applyAcceptances(const Plan& plan, std::vector<Finding>& findings) {
  for (Finding& f : findings) {
    const auto found = plan.accepted.find(f.key());
    if (found == plan.accepted.end() || f.severity != Severity::Mind) continue;
    const Acceptance& given = found->second;
    const std::vector<std::string> about = fieldsOf(f);
    const bool whole = saysSomething(given.reason, 1) && !given.when.empty() && given.headline > 0;
    const bool same = std::all_of(about.begin(), about.end(), [&](const std::string& field) {
      return std::find(given.fields.begin(), given.fields.end(), field) != given.fields.end();
    });
    if (whole && same && f.headline <= given.headline * acceptedUpTo) f.acceptedBecause = given.reason;
    else f.lapsed = given.reason;
  }
}

struct Tally {
  int stops = 0, minds = 0;
  std::set<std::string> stopKeys;
};
/// Of what is judged without any simulation.
Tally tallyOf(const std::vector<Finding>& findings) {
  Tally t;
  for (const Finding& f : findings) {
    if (!f.counted || !rules::reads(f.id).nothing()) continue;
    t.stops += f.severity == Severity::Stop;
    t.minds += f.severity == Severity::Mind;
    if (f.severity == Severity::Stop) t.stopKeys.insert(f.key());
  }
  return t;
}

using Edits = decltype(Fix::edits);
/// What is found after each cure; nothing for one that is refused. Several findings offer the same.
using Outcomes = std::map<Edits, std::optional<std::vector<Finding>>>;

/// Carries every cure out and assesses it: half of them on a second core, for they are most of the work after an edit.
Outcomes carriedOut(const Plan& plan, const Given& given, const Assessment& made) {
  Outcomes out;
  std::vector<std::pair<const Fix*, std::optional<std::vector<Finding>>*>> work;
  for (const Finding& f : made.findings)
    for (const Fix& fix : f.untried)
      if (const auto [at, fresh] = out.try_emplace(fix.edits); fresh) work.emplace_back(&fix, &at->second);
  const auto carryOut = [&](std::size_t first, std::size_t end) {
    for (std::size_t i = first; i < end; ++i)
      if (const auto next = withFix(plan, *work[i].first)) *work[i].second = assess(*next, given, &made, Parts()).findings;
  };
  const std::size_t half = work.size() / 2;
  std::future<void> beside;
  if (half > 0) beside = std::async(std::launch::async, carryOut, half, work.size());
  carryOut(0, half > 0 ? half : work.size());
  if (beside.valid()) beside.get();
  return out;
}

}  // namespace

const Element* Figures::element(ElementKind kind, std::size_t pack) const {
  const auto at =
      std::find_if(elements.begin(), elements.end(), [&](const Element& e) { return e.kind == kind && e.pack == static_cast<int>(pack); });
  return at == elements.end() ? nullptr : &*at;
}

const LeadFigures* HarnessFigures::of(const std::string& lead) const {
  for (std::size_t i = 0; i < leads.size(); ++i)
    if (harness.leads[i].id == lead) return &leads[i];
  return nullptr;
}

const PathFigures* HarnessFigures::longest() const {
  const PathFigures* out = nullptr;
  for (const PathFigures& p : paths)
    if (p.drop && (!out || p.share() > out->share())) out = &p;
  return out;
}

int Assessment::count(Severity severity) const {
  return static_cast<int>(
      std::count_if(findings.begin(), findings.end(), [&](const Finding& f) { return f.severity == severity && f.counted; }));
}

std::optional<Severity> Assessment::worstOf(Station station) const {
  std::optional<Severity> worst;
  for (const Finding& f : findings)
    if (f.station == station && f.counted && !f.acceptedBecause && (!worst || f.severity < *worst)) worst = f.severity;
  return worst;
}

Assessment assess(const Plan& plan, const Given& given, const Assessment* previous, Parts wanted) {
  Assessment a;
  a.figures = figuresOf(plan, given.catalogue, previous ? &previous->figures : nullptr, wanted);
  const rules::Context context{plan, a.figures, given.catalogue, given.today, given.from};
  for (const rules::Rule& rule : rules::table())
    if (wanted.hasAll(rule.reads)) rule.judge(context, a.findings);
  // A part that carries nothing is infinitely too weak; acceptances compare numbers.
  for (Finding& f : a.findings)
    if (!(f.headline < worstHeadline)) f.headline = worstHeadline;
  onlyTheEnd(plan, a.findings);
  dropTwiceBlamed(a.findings);
  keepWorst(a.findings);
  for (Finding& f : a.findings) f.untried = std::exchange(f.fixes, {});
  if (wanted.has(Part::Cures)) a.findings = withCures(plan, given, a);
  applyAcceptances(plan, a.findings);
  std::stable_sort(a.findings.begin(), a.findings.end(), [](const Finding& x, const Finding& y) {
    if (x.severity != y.severity) return x.severity < y.severity;
    return x.acceptedBecause.has_value() < y.acceptedBecause.has_value();
  });
  return a;
}

std::vector<Finding> withCures(const Plan& plan, const Given& given, const Assessment& made) {
  std::vector<Finding> findings = made.findings;
  if (std::all_of(findings.begin(), findings.end(), [](const Finding& f) { return f.untried.empty(); })) return findings;
  const Tally now = tallyOf(made.findings);
  const Outcomes outcomes = carriedOut(plan, given, made);
  const auto helps = [&](const Finding& f, const Fix& fix) {
    const auto& left = outcomes.at(fix.edits);
    if (!left) return false;
    const Tally after = tallyOf(*left);
    const bool stays =
        std::any_of(left->begin(), left->end(), [&](const Finding& g) { return g.key() == f.key() && g.severity <= f.severity; });
    const bool fresh =
        std::any_of(after.stopKeys.begin(), after.stopKeys.end(), [&](const std::string& key) { return !now.stopKeys.contains(key); });
    const bool fewer = after.stops < now.stops || (after.stops == now.stops && after.minds < now.minds);
    return !stays && !fresh && (fewer || !rules::reads(f.id).nothing());
  };
  for (Finding& f : findings)
    for (Fix& fix : std::exchange(f.untried, {}))
      if (helps(f, fix)) f.fixes.push_back(std::move(fix));
  return findings;
}

std::vector<std::string> fieldsOf(const Finding& f) {
  if (!f.fields.empty()) return f.fields;
  return f.pointer.empty() ? std::vector<std::string>{} : std::vector<std::string>{f.pointer};
}

Acceptance acceptanceOf(const Finding& f, std::string reason, std::string when) {
  return {std::move(reason), f.headline, std::move(when), fieldsOf(f)};
}

Expected<Plan> withFix(const Plan& plan, const Fix& fix) {
  Expected<Plan> next = plan;
  for (const auto& [pointer, value] : fix.edits) {
    if (next) next = withField(*next, pointer, value);
    if (!next) return next;
    if (!std::holds_alternative<double>(value)) continue;
    ProvenanceEntry& entry = next->provenance[pointer];
    entry.from = Provenance::Catalogue;
    entry.also.clear();
  }
  return next;
}

}  // namespace usherwright
