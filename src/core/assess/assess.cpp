// assess(): figures, then every rule, then one finding per cause, acceptance and order.
#include <algorithm>
#include <set>

#include "core/assess/assessment.h"
#include "core/assess/figures.h"
#include "core/assess/rules/rule.h"

namespace usherwright {
namespace {

/// Elements that a specific rule blames are not blamed again by LIM.
void dropTwiceBlamed(std::vector<Finding>& findings) {
  std::set<std::string> blamed;
  for (const Finding& f : findings)
    if (!f.id.starts_with("LIM") && !f.element.empty()) blamed.insert(f.element);
  // A joiner named by JOIN-04 stands for its inputs too.
  const bool joiner = blamed.contains("joint/total");
  std::erase_if(findings, [&](const Finding& f) {
    return f.id.starts_with("LIM") && (blamed.contains(f.element) || (joiner && f.element.ends_with("/input")));
  });
}

/// A worse severity of the same id and part replaces the milder; of equals the worse headline stays.
void keepWorst(std::vector<Finding>& findings) {
  std::vector<Finding> kept;
  for (Finding& f : findings) {
    const auto same = std::find_if(kept.begin(), kept.end(), [&](const Finding& k) { return k.key() == f.key(); });
    if (same == kept.end()) {
      kept.push_back(std::move(f));
      continue;
    }
    const bool worse = f.severity < same->severity || (f.severity == same->severity && f.headline > same->headline);
    if (worse) *same = std::move(f);
  }
  findings = std::move(kept);
}

/// An acceptance holds for a Mind until its headline figure is 10 % worse.
void applyAcceptances(const Plan& plan, std::vector<Finding>& findings) {
  for (Finding& f : findings) {
    const auto found = plan.accepted.find(f.key());
    if (found == plan.accepted.end() || f.severity != Severity::Mind) continue;
    const double then = found->second.headline;
    if (then > 0 && f.headline > then * 1.10) continue;
    f.acceptedBecause = found->second.reason;
  }
}

}  // namespace

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

Assessment assess(const Plan& plan, const Catalogue& catalogue, const Assessment* previous, Depth depth) {
  Assessment a;
  a.figures = figuresOf(plan, catalogue, previous ? &previous->figures : nullptr, depth);
  const rules::Context context{plan, a.figures, catalogue};
  for (const rules::Rule& rule : rules::table()) rule.judge(context, a.findings);
  dropTwiceBlamed(a.findings);
  keepWorst(a.findings);
  applyAcceptances(plan, a.findings);
  std::stable_sort(a.findings.begin(), a.findings.end(), [](const Finding& x, const Finding& y) {
    if (x.severity != y.severity) return x.severity < y.severity;
    return x.acceptedBecause.has_value() < y.acceptedBecause.has_value();
  });
  return a;
}

}  // namespace usherwright
