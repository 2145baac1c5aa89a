// Every subset of the packs on one ride, from today's charges.
#include "core/studies/go_or_not.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/figures.h"
#include "core/pack/readings.h"
#include "core/plan/evidence.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/studies/joining_studies.h"
#include "core/studies/way_ridden.h"

namespace usherwright {
namespace {

constexpr double curveDoubt = 0.010;      // V a cell: rested cells of one chemistry lie within it of the typical curve
constexpr double unrestedDoubt = 0.040;   // V a cell: what the slow part of the sag still holds right after a ride or a charge
constexpr double rememberedDoubt = 0.10;  // of the charge: bars and memory are no better
constexpr double worn = 0.80;             // health that a used pack may have while nobody has measured it
constexpr Volt asleep(1);

std::string km(double value) { return formatQuantity(value, Kind::Distance, UnitSystem::Metric, 2); }
std::string share(StateOfCharge soc) { return formatQuantity(soc.value(), Kind::Fraction, UnitSystem::Metric, 2); }

/// Nothing between these is told apart.
std::string between(const ChargeToday& c) {
  const std::string low = share(c.low), high = share(c.high);
  return low == high ? low : fmt::format("{} ({} to {})", share(c.likely), low, high);
}

ChargeToday fromVolts(const Plan& plan, const PackModel& m, const PlugReading& reading) {
  ChargeToday out;
  const PackVolts read{*reading.volts, reading.rested, {}, std::nullopt, std::nullopt};
  const MeterDoubt meter = meterOf(plan, read, std::nullopt);
  const double cells = m.series;
  const Volt ofMeter = read.volts * meter.accuracy + meter.digit,
             doubt = ofMeter + Volt(cells * (curveDoubt + (reading.rested ? 0.0 : unrestedDoubt)));
  const auto volts = [](Volt v) { return formatQuantity(v.value(), Kind::Voltage, UnitSystem::Metric, 3); };
  if (read.volts < asleep) {
    out.problem = fmt::format("{} at the plug of {}: its board sleeps, a fuse is open or the plug is not home; that is no charge.",
                              volts(read.volts), m.name);
    return out;
  }
  const Volt empty = m.curve.at(StateOfCharge(0)) * cells;
  if (read.volts > m.full + doubt || read.volts < empty - doubt) {
    out.problem = fmt::format("{} at the plug of {}: found outside of what {} gives, expected {} to {}.", volts(read.volts), m.name,
                              layoutWords(m), volts(empty), volts(m.full));
    return out;
  }
  const auto at = [&](Volt v) { return m.curve.inverse(v / cells); };
  out.low = at(read.volts - doubt);
  out.likely = at(read.volts);
  out.high = at(read.volts + doubt);
  out.known = true;
  out.words = between(out) + (reading.rested ? ", read" : ", read before it had rested");
  return out;
}

}  // namespace

ChargeToday chargeToday(const Plan& plan, const Figures& figures, std::size_t pack, const PlugReading& reading) {
  const PackModel& m = figures.packs[pack].model;
  if (reading.volts) return fromVolts(plan, m, reading);
  ChargeToday out;
  const std::string pointer = fmt::format("/packs/{}/soc", pack);
  const Provenance from = provenanceOf(plan, pointer);
  if (from == Provenance::Assumed) {
    out.words = "not known: nobody has read it";
    return out;
  }
  const double soc = plan.packs[pack].soc.value(), doubt = isProven(plan, pointer) ? 0 : rememberedDoubt;
  out.low = StateOfCharge(std::max(0.0, soc - doubt));
  out.likely = StateOfCharge(soc);
  out.high = StateOfCharge(std::min(1.0, soc + doubt));
  out.known = true;
  out.words = between(out) + (doubt > 0 ? ", remembered" : ", as the plan says");
  return out;
}

namespace {

class Today {
 public:
  Today(const Plan& plan, const Given& given, std::size_t route, const std::vector<PlugReading>& readings) : plan_(plan), given_(given) {
    if (route < plan_.routes.size()) std::swap(plan_.routes[0], plan_.routes[route]);
    const Figures figures = figuresOf(plan_, given_.catalogue, nullptr, Parts());  // the packs are always there
    for (std::size_t k = 0; k < plan_.packs.size(); ++k)
      out_.charges.push_back(chargeToday(plan_, figures, k, k < readings.size() ? readings[k] : PlugReading{}));
    // A route is as long as its Wh are in the Wh per km that the range is said in: those of the same route.
    out_.need = plan_.routes.front().length + plan_.need.reserve.value_or(Kilometre(0));
  }

  GoOrNot make(const Progress& progress) {
    const auto all = static_cast<std::uint32_t>((1u << plan_.packs.size()) - 1);
    for (std::uint32_t keep = all; keep > 0; --keep) {
      if (!progress.goOn(1 - static_cast<double>(keep) / all)) break;
      out_.choices.push_back(choice(keep));
    }
    pick();
    return std::move(out_);
  }

 private:
  enum class End : std::uint8_t { Low, Likely, High };

  Plan at(End end, std::uint32_t keep) const {
    Plan plan = plan_;
    for (std::size_t k = 0; k < plan.packs.size(); ++k) {
      const ChargeToday& c = out_.charges[k];
      plan.packs[k].soc = end == End::Low ? c.low : end == End::High ? c.high : c.likely;
      if (end == End::Low && mayBeWorn(k)) plan.packs[k].soh = StateOfHealth(std::min(worn, plan.packs[k].soh.value()));
    }
    return withOnly(plan, keep);
  }

  bool mayBeWorn(std::size_t pack) const {
    return plan_.packs[pack].origin != Origin::Built && !isProven(plan_, fmt::format("/packs/{}/soh", pack));
  }

  GoChoice choice(std::uint32_t keep) const {
    GoChoice out;
    out.packs = keep;
    out.name = subsetName(plan_, keep);
    bool known = true;
    Known<Kilogram> mass = Kilogram(0);
    for (std::size_t k = 0; k < plan_.packs.size(); ++k)
      if (keep >> k & 1u) known = known && out_.charges[k].known;
    const Assessment likely = assess(at(End::Likely, keep), given_, nullptr, Parts(Part::Ride) | Part::Range | Part::Alone);
    const Plan low = at(End::Low, keep);
    const Figures careful = figuresOf(low, given_.catalogue, nullptr, Parts(Part::Range) | Part::Alone);
    const Figures hopeful = figuresOf(at(End::High, keep), given_.catalogue, nullptr, Parts(Part::Range) | Part::Alone);
    for (const PackFigures& p : likely.figures.packs) mass = mass && p.model.mass ? Known<Kilogram>(*mass + *p.model.mass) : std::nullopt;
    out.mass = mass;
    const double middle = likely.figures.range.now.value(), riding = middle * likely.figures.range.learned.halfWidth;
    out.likely = Kilometre(middle);
    out.low = Kilometre(std::max(0.0, middle - std::hypot(riding, middle - careful.range.now.value())));
    out.high = Kilometre(middle + std::hypot(riding, hopeful.range.now.value() - middle));
    const auto stop =
        std::find_if(likely.findings.begin(), likely.findings.end(), [](const Finding& f) { return f.severity == Severity::Stop; });
    if (stop != likely.findings.end()) {
      out.verdict = GoVerdict::Stopped;
      out.sentence = "Not as it stands: " + stop->sentence;
      return out;
    }
    out.verdict = verdictOf(out, known);
    if (out.verdict != GoVerdict::Go) out.turnRound = wayRidden(low, careful).turnRound;
    out.sentence = said(out);
    if (out.turnRound) out.sentence += fmt::format(" Turn round by {}.", km(out.turnRound->value()));
    return out;
  }

  GoVerdict verdictOf(const GoChoice& c, bool known) const {
    if (c.low >= out_.need) return GoVerdict::Go;
    if (!known && c.high >= out_.need) return GoVerdict::Unknown;
    if (c.likely >= out_.need) return GoVerdict::Likely;
    return c.high >= out_.need ? GoVerdict::Hardly : GoVerdict::No;
  }

  std::string said(const GoChoice& c) const {
    const std::string band = fmt::format("{} needed, {} to {} there", km(out_.need.value()), km(c.low.value()), km(c.high.value()));
    switch (c.verdict) {
      case GoVerdict::Go: return fmt::format("Go: {}.", band);
      case GoVerdict::Likely: return fmt::format("Likely, not surely: {}.", band);
      case GoVerdict::Hardly: return fmt::format("Hardly: {}.", band);
      case GoVerdict::No: return fmt::format("No: {}, {} short.", band, km((out_.need - c.high).value()));
      default: return fmt::format("Cannot tell: {}; read the volts at the plug first.", band);
    }
  }

  void pick() {
    const auto rank = [](const GoChoice& c) { return static_cast<int>(c.verdict); };
    for (std::size_t i = 0; i < out_.choices.size(); ++i) {
      const GoChoice& c = out_.choices[i];
      if (c.verdict >= GoVerdict::Unknown) continue;
      if (!out_.best) {
        out_.best = i;
        continue;
      }
      const GoChoice& b = out_.choices[*out_.best];
      const bool lighter = c.mass && b.mass && *c.mass < *b.mass;
      if (rank(c) < rank(b) || (rank(c) == rank(b) && (c.verdict == GoVerdict::Go ? lighter : c.likely > b.likely))) out_.best = i;
    }
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      const std::string name = shownName(plan_.packs[k]);
      if (!out_.charges[k].known) out_.restsOn.push_back("the charge of " + name);
      if (mayBeWorn(k))
        out_.restsOn.push_back(fmt::format("the health of {} (at most {} counts for the careful end)", name,
                                           formatQuantity(worn, Kind::Fraction, UnitSystem::Metric)));
    }
    if (out_.best) {
      const GoChoice& b = out_.choices[*out_.best];
      out_.sentence = (out_.choices.size() > 1 ? b.name + ": " : std::string()) + b.sentence;
      const GoChoice& all = out_.choices.front();
      if (b.verdict != GoVerdict::Go && all.verdict == GoVerdict::Stopped) out_.sentence += fmt::format(" {}: {}", all.name, all.sentence);
    } else if (!out_.choices.empty()) {
      const auto open =
          std::find_if(out_.choices.begin(), out_.choices.end(), [](const GoChoice& c) { return c.verdict == GoVerdict::Unknown; });
      out_.sentence = (open != out_.choices.end() ? *open : out_.choices.front()).sentence;
    }
  }

  Plan plan_;
  const Given& given_;
  GoOrNot out_;
};

}  // namespace

GoOrNot goOrNot(const Plan& plan, const Given& given, std::size_t route, const std::vector<PlugReading>& readings,
                const Progress& progress) {
  if (plan.packs.empty() || plan.routes.empty()) return {};
  return Today(plan, given, route, readings).make(progress);
}

}  // namespace usherwright
