// Faults against readings.
#include "core/practice/causes.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/instrument/stream.h"
#include "core/quantity/inference.h"

namespace usherwright {
namespace {

constexpr int samples = 3;            // benches of each fault
constexpr double stray = 0.02;        // of readings no fault explains: read wrongly, written wrongly
constexpr double otherCharge = 0.2;   // that a pack stands at another charge than the plan has
constexpr double chargeDoubt = 0.25;  // V, one deviation of the volts of a pack whose charge is known to some per cent
constexpr double widest = 400;        // of a stray reading, in the gate's unit
constexpr double dark = 2;            // V: a plug below it shows nothing, and its charge neither
constexpr double leastShare = 1e-3;   // a cause below it is not asked about

std::string_view kindOf(std::string_view step) { return step.substr(0, step.find('/')); }
std::string_view packOf(std::string_view step) { return step.substr(std::min(step.size(), step.rfind('/') + 1)); }

/// Read from every bench alike: the value in the gate's unit, nothing where the instrument shows none.
std::optional<double> shownBy(BenchWorld& world, const WorkStep& step) {
  InstrumentReading r = world.reading(step, 1);
  if (std::any_of(world.faults().begin(), world.faults().end(),
                  [](const HiddenFault& f) { return f.kind == BenchFault::MeterInMillivolts; }) &&
      kindOf(step.id) != "second-meter" && r.volts)
    *r.volts *= 1000;
  return figureIn(r, step.gate->unit);
}

struct Noted {
  const WorkStep* step;
  double reading;
  std::optional<std::size_t> base;  ///< an earlier one of the same volts: their difference is what tells
};

class Ranking {
 public:
  Ranking(const Plan& plan, const Figures& figures, const std::vector<WorkStep>& order)
      : plan_(plan), f_(figures), steps_(order), inOrder_(order.size()) {
    for (WorkStep& look : looksBeside(plan, figures)) steps_.push_back(std::move(look));
  }

  CauseRanking make() {
    note();
    if (!stopped_) return {};
    for (const HiddenFault& fault : possibleFaults(plan_, f_))
      if (fault.kind != BenchFault::MeterGarbage && fault.kind != BenchFault::MeterSilent) causes_.push_back({fault, 0});
    weigh();
    ask();
    std::stable_sort(out_.causes.begin(), out_.causes.end(), [](const RankedCause& a, const RankedCause& b) { return a.share > b.share; });
    return std::move(out_);
  }

 private:
  void note() {
    for (const WorkStep& step : steps_) {
      if (!step.gate) continue;
      const StepJudged judgement = judgedOf(plan_, step);
      if (!judgement.record) continue;
      const auto& reading = plan_.build.done[*judgement.record].reading;
      if (!reading) continue;
      const bool inOrder = static_cast<std::size_t>(&step - steps_.data()) < inOrder_;
      stopped_ = stopped_ || (inOrder && (judgement.standing == StepStanding::Failed || judgement.standing == StepStanding::CannotTell));
      Noted n{&step, reading->value(), {}};
      const std::string_view kind = kindOf(step.id);
      if (kind == "alone" || kind == "seat" || kind == "half" || kind == "wake" || kind == "second-meter")
        for (std::size_t i = 0; i < noted_.size(); ++i)
          if (kindOf(noted_[i].step->id) == "volts" && packOf(noted_[i].step->id) == packOf(step.id)) n.base = i;
      noted_.push_back(n);
    }
  }

  /// How likely the reading is on a bench that shows `shown`.
  double likelihood(const Noted& n, double shown, double base) const {
    const double doubt = doubtOf(plan_, *n.step->gate, n.reading);
    const auto bell = [](double off, double deviation) {
      const double z = off / deviation;
      return std::exp(-0.5 * z * z) / deviation;
    };
    const double strayed = stray / widest;
    if (n.base && std::abs(base) > dark) {
      const double off = (n.reading - noted_[*n.base].reading) - (shown - base);
      return (1 - stray) * bell(off, doubt + 0.15) + strayed;
    }
    const bool volts = n.step->gate->unit == "V" && std::abs(shown) > 5;
    const double deviation = volts ? doubt + chargeDoubt : doubt + 0.04 * std::abs(shown) + leastOf(n.step->gate->unit);
    double out = (1 - stray) * bell(n.reading - shown, deviation) + strayed;
    // Whatever its charge, a pack that is right reads inside its gate.
    const Gate& gate = *n.step->gate;
    const std::string_view kind = kindOf(n.step->id);
    if (kind != "meet" && n.step->gate->unit == "V" && std::abs(shown) > dark && shown >= gate.low && shown <= gate.high &&
        n.reading >= gate.low && n.reading <= gate.high)
      out += otherCharge / std::max(0.5, gate.high - gate.low);
    return out;
  }
  static double leastOf(const std::string& unit) {
    return unit == "mV" ? 4 : unit == "kΩ" ? 0.0005 : unit == "K" ? 2 : unit == "Ω" ? 0.1 : 0.05;
  }

  double weightOf(const std::vector<HiddenFault>& faults) const {
    double sum = 0;
    for (int seed = 1; seed <= samples; ++seed) {
      BenchWorld world(plan_, f_, faults, static_cast<unsigned>(seed));
      std::vector<double> shown;
      double product = 1;
      for (const Noted& n : noted_) {
        shown.push_back(shownBy(world, *n.step).value_or(0));
        product *= likelihood(n, shown.back(), n.base ? shown[*n.base] : 0);
      }
      sum += product;
    }
    return sum / samples;
  }

  void weigh() {
    std::vector<double> weights;
    weights.reserve(causes_.size() + 1);
    for (const RankedCause& c : causes_) weights.push_back(weightOf({c.fault}));
    weights.push_back(weightOf({}));  // what nobody thought of shows anything
    if (normalise(weights) <= 0) return;
    out_.another = weights.back();
    for (std::size_t i = 0; i < causes_.size(); ++i) causes_[i].share = weights[i];
    out_.causes = causes_;
  }

  /// Nothing that it rests on is open.
  bool mayBeRead(const WorkStep& step) const {
    if (!step.gate || !step.gate->known) return false;
    if (std::any_of(noted_.begin(), noted_.end(), [&](const Noted& n) { return n.step->id == step.id; })) return false;
    return std::all_of(step.needs.begin(), step.needs.end(), [&](const StepNeed& need) {
      const auto at = std::find_if(steps_.begin(), steps_.end(), [&](const WorkStep& s) { return s.id == need.step; });
      return at == steps_.end() || judgedOf(plan_, *at).standing == StepStanding::Passed;
    });
  }

  /// What the gate would say: passed, cannot tell, or which of its other meanings.
  static int saidOf(const WorkStep& step, std::optional<double> reading, double doubt) {
    if (!reading) return -2;
    const StepJudged j = judged(*step.gate, *reading, doubt);
    if (j.standing == StepStanding::Passed) return -1;
    if (!j.likely) return 1000;
    const auto& others = step.gate->otherwise;
    for (std::size_t i = 0; i < others.size(); ++i)
      if (others[i].from == j.likely->from && others[i].to == j.likely->to) return static_cast<int>(i);
    return 1000;
  }

  /// Every fault shows one thing of a step: the bits are the entropy of what is said.
  void ask() {
    BestQuestion<std::string> best;
    std::vector<std::pair<double, BenchWorld>> worlds;
    for (const RankedCause& c : causes_)
      if (c.share > leastShare) worlds.emplace_back(c.share, BenchWorld(plan_, f_, {c.fault}, 1));
    for (const WorkStep& step : steps_) {
      if (!mayBeRead(step)) continue;
      std::map<int, double> said;
      for (auto& [share, world] : worlds) {
        const auto reading = shownBy(world, step);
        said[saidOf(step, reading, reading ? doubtOf(plan_, *step.gate, *reading) : 0)] += share;
      }
      std::vector<double> shares;
      shares.reserve(said.size());
      for (const auto& [what, share] : said) shares.push_back(share);
      normalise(shares);
      best.offer(step.id, openBits(shares), step.minutes + 3.0);
    }
    out_.next = best.id();
    out_.tells = best.bits();
  }

  const Plan& plan_;
  const Figures& f_;
  std::vector<WorkStep> steps_;  ///< of the order, then the looks beside it
  std::size_t inOrder_;
  std::vector<Noted> noted_;
  std::vector<RankedCause> causes_;
  CauseRanking out_;
  bool stopped_ = false;
};

}  // namespace

CauseRanking rankCauses(const Plan& plan, const Figures& figures, const std::vector<WorkStep>& order) {
  return Ranking(plan, figures, order).make();
}

std::string causeWords(const HiddenFault& fault, const Plan& plan) {
  const std::string part = partOf(fault, plan);
  return part.empty() ? std::string(wordsOf(fault.kind)) : fmt::format("{}: {}", part, wordsOf(fault.kind));
}

}  // namespace usherwright
