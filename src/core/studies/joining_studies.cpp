// Methods, orders of use and subsets, each by whole assessments of a changed plan.
#include "core/studies/joining_studies.h"

#include <fmt/format.h>

#include <algorithm>
#include <bit>
#include <cmath>

#include "core/assess/joining_setup.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

std::string amps(Ampere a) { return formatNumber(a.value()) + " A"; }
std::string volts(Volt v) { return formatNumber(v.value()) + " V"; }

constexpr double diodeLimit = 90;  // °C
constexpr double warmAir = 40;     // °C

std::vector<std::string> partsFor(const Plan& plan, const Figures& f) {
  std::vector<std::string> out;
  if (f.packs.empty()) return out;
  Volt full(0);
  for (const PackFigures& p : f.packs) full = std::max(full, p.model.full);
  const std::string need = f.demand.peak ? amps(*f.demand.peak * 1.25) : "1.25 × the controller's limit";
  switch (plan.joining.method) {
    case Method::Direct:
      out.push_back(fmt::format("lead for {}, a fuse per branch", f.demand.peak ? amps(*f.demand.peak) : "the peak"));
      out.push_back("caps for loose plugs");
      break;
    case Method::Combiner: out.push_back(fmt::format("joiner {} per input, {}", need, volts(full * 1.1))); break;
    case Method::Schottky: {
      out.push_back(fmt::format("diodes {}, {}", need, volts(full * 1.2)));
      if (f.demand.sustained) {
        const Watt watts = *f.demand.sustained * (f.joint.forwardDrop + *f.demand.sustained * f.joint.onResistance);
        out.push_back(fmt::format("heat-sink {} K/W ({} W)", formatNumber((diodeLimit - warmAir) / watts.value(), 2),
                                  formatNumber(watts.value(), 2)));
      }
      break;
    }
    case Method::Selector:
      out.push_back(fmt::format("switch {} DC, {}, breaks first", f.demand.peak ? amps(*f.demand.peak) : "for the peak", volts(full)));
      out.push_back("or one plug moved by hand, controller off");
      break;
    case Method::Converter:
      if (const auto fed = converterPack(plan))
        out.push_back(fmt::format("converter set to {}, diode out", volts(converterOf(plan, f.packs, *fed, *fed).set)));
      out.push_back(fmt::format("joiner {} for the others", need));
      break;
  }
  return out;
}

std::string wordsUnplugged(Method method, const Figures& f) {
  switch (method) {
    case Method::Direct: return "rides on; the loose half stays live";
    case Method::Combiner:
    case Method::Schottky: return "rides on; the loose half only leaks";
    case Method::Selector: return "dark until the selector is turned";
    case Method::Converter: return f.packs.size() > 2 ? "rides on by the others" : "rides on by the other, the converter to its limit";
  }
  return "";
}

std::string regenWords(Method method, bool regen) {
  if (method == Method::Direct) return regen ? "comes back to the packs" : "could come back";
  return regen ? "has nowhere to go" : "cannot pass";
}

Kilometre rangeOf(const Assessment& a) { return a.figures.range.known ? a.figures.range.likely : Kilometre(0); }

}  // namespace

std::vector<MethodFigures> compareMethods(const Plan& plan, const Catalogue& catalogue, const Progress& progress) {
  std::vector<MethodFigures> out;
  const bool regen = plan.bike.controller.regenCurrent.value_or(Ampere(0)) > Ampere(0);
  for (Method m : {Method::Direct, Method::Combiner, Method::Schottky, Method::Selector, Method::Converter}) {
    if (!progress.goOn(static_cast<double>(out.size()) / 5)) return out;
    Plan other = plan;
    other.joining.method = m;
    // A part that was chosen for one method says nothing of another one's losses.
    if (m != plan.joining.method) {
      other.joining.part.forwardDrop.reset();
      other.joining.part.onResistance.reset();
    }
    const Assessment a = assess(other, catalogue);
    MethodFigures f;
    f.method = m;
    for (const Finding& finding : a.findings) {
      if (finding.severity != Severity::Stop || !finding.id.starts_with("JOIN")) continue;
      if (f.firstForbid.empty()) f.firstForbid = finding.id;
      f.forbids.push_back(finding.sentence);
    }
    f.parts = partsFor(other, a.figures);
    if (a.figures.ride) {
      for (const SourceResult& r : a.figures.ride->sources) f.lost += r.heatInJoint;
      f.lost += a.figures.ride->heatInConverter;
      f.end = a.figures.ride->end;
      f.cause = a.figures.ride->cause;
    }
    f.range = rangeOf(a);
    f.unplugged = wordsUnplugged(m, a.figures);
    f.regen = regenWords(m, regen);
    out.push_back(std::move(f));
  }
  return out;
}

namespace {

constexpr int places = 60;

std::vector<std::vector<double>> sharesAlong(const DischargeRun& run) {
  std::vector<std::vector<double>> out;
  for (int i = 0; i < places && run.end > Second(0); ++i) {
    const Row row = run.at(run.end * ((i + 0.5) / places));
    double sum = 0;
    std::vector<double> share;
    for (Ampere a : row.current) {
      share.push_back(std::max(0.0, a.value()));
      sum += share.back();
    }
    for (double& s : share) s = sum > 0 ? s / sum : 0;
    out.push_back(std::move(share));
  }
  return out;
}

}  // namespace

std::vector<PolicyFigures> comparePolicies(const Plan& plan, const Catalogue& catalogue, const Progress& progress) {
  std::vector<PolicyFigures> out;
  for (Policy p : {Policy::Together, Policy::SmallFirst, Policy::StockFirst, Policy::Manual}) {
    if (!progress.goOn(static_cast<double>(out.size()) / 4)) return out;
    PolicyFigures f;
    f.policy = p;
    f.applies = plan.packs.size() > 1 && policyApplies(p, plan.joining);
    if (f.applies) {
      Plan other = plan;
      other.joining.policy = p;
      const Assessment a = assess(other, catalogue);
      f.range = rangeOf(a);
      if (a.figures.ride) {
        const DischargeRun& run = *a.figures.ride;
        f.end = run.end;
        const Row half = run.at(run.end * 0.5);
        double deepest = 0;
        for (std::size_t k = 0; k < run.sources.size(); ++k) {
          f.peakRate.push_back(run.sources[k].peak.value() / a.figures.packs[k].model.capacity.value());
          f.atTurnRound.push_back(half.soc[k]);
          deepest = std::max(deepest, (run.input().sources[k].start - run.sources[k].end).value());
        }
        f.shares = sharesAlong(run);
        f.lifeFactor = deepest > 0.01 ? std::sqrt(1 / deepest) : 1.0;
      }
    }
    out.push_back(std::move(f));
  }
  return out;
}

Plan withOnly(const Plan& plan, std::uint32_t keep) {
  Plan out = plan;
  for (std::size_t k = plan.packs.size(); k-- > 0;) {
    if (keep >> k & 1u) continue;
    const auto fewer = without(out, "/packs", k);
    if (fewer) out = *fewer;
  }
  return out;
}

std::string subsetName(const Plan& plan, std::uint32_t keep) {
  std::string out;
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (keep >> k & 1u) out += (out.empty() ? "" : " + ") + shownName(plan.packs[k]);
  return plan.packs.size() > 1 && std::popcount(keep) == 1 ? out + " alone" : out;
}

SubsetStudy eachAlone(const Plan& plan, const Catalogue& catalogue, const Progress& progress) {
  SubsetStudy study;
  const auto all = static_cast<std::uint32_t>((1u << plan.packs.size()) - 1);
  for (std::uint32_t keep = all; keep > 0; --keep) {
    if (!progress.goOn(1 - static_cast<double>(keep) / all)) return study;
    const Assessment a = assess(withOnly(plan, keep), catalogue);
    SubsetFigures s;
    s.packs = keep;
    s.name = subsetName(plan, keep);
    if (a.figures.ride) {
      s.end = a.figures.ride->end;
      s.cause = a.figures.ride->cause;
    }
    s.range = rangeOf(a);
    s.stops = a.count(Severity::Stop);
    if (const Element* e = a.figures.tightest()) {
      s.narrows = e->name;
      s.headroom = e->headroomAtPeak();
    }
    if (!a.findings.empty() && a.findings.front().severity == Severity::Stop)
      s.worstFinding = a.findings.front().id + ": " + a.findings.front().sentence;
    study.subsets.push_back(std::move(s));
  }
  const auto isWorse = [](const SubsetFigures& a, const SubsetFigures& b) {
    if (a.stops != b.stops) return a.stops > b.stops;
    const double ha = a.headroom.value_or(1e9), hb = b.headroom.value_or(1e9);
    if (std::abs(ha - hb) > 1e-9) return ha < hb;
    return a.range < b.range;
  };
  if (study.subsets.size() > 1) study.worst = 1;  // of what may be missing; the whole is what the findings speak of
  for (std::size_t i = 2; i < study.subsets.size(); ++i)
    if (isWorse(study.subsets[i], study.subsets[study.worst])) study.worst = i;
  return study;
}

}  // namespace usherwright
