// Claims and rules of thumb, held against the plan's own figures.
#include "core/assess/claims_of_plan.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/figures.h"
#include "core/travel/travel.h"

namespace usherwright {
namespace {

constexpr Watt pedallingHard{150};
constexpr KilometrePerHour slow{15};
constexpr double ridesPerYear = 180;

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

const PackFigures* packOf(const Figures& f, const std::string& id) {
  const auto at = std::find_if(f.packs.begin(), f.packs.end(), [&](const PackFigures& p) { return p.model.id == id; });
  return at == f.packs.end() ? nullptr : &*at;
}

/// A gauge with bars, and the last ride that says how many were left of them; it began with all.
void byBars(const Plan& plan, std::vector<BenchRange>& out) {
  if (plan.bike.gauge.kind != GaugeKind::Bars || !plan.bike.gauge.bars) return;
  const double all = *plan.bike.gauge.bars;
  for (std::size_t i = plan.rides.size(); i-- > 0;) {
    const Ride& ride = plan.rides[i];
    if (!ride.barsLeft || !ride.length || *ride.barsLeft >= all || *ride.barsLeft < 0) continue;
    const double gone = all - *ride.barsLeft;
    out.push_back({"the gauge so far", Kilometre(ride.length->value() * all / gone), 0, 0.5 / gone,
                   "a bar may be half a bar off, and bars are volts: the first ones last longest",
                   fmt::format("{} km took {} of {} bars on {}", n(ride.length->value()), n(gone), n(all), ride.when)});
    return;
  }
}

}  // namespace

ClaimBasis claimBasisOf(const Plan& plan, const Figures& f, const std::string& pack) {
  ClaimBasis b;
  const PackFigures* about = pack.empty() && !f.packs.empty() ? &f.packs.front() : packOf(f, pack);
  const WattHour label = pack.empty() ? labelOf(f) : about ? about->model.label : WattHour(0);
  if (about && label > WattHour(0)) {
    b.energy = label;
    b.nominal = about->model.nominal;
    b.full = about->model.full;
    b.chemistry = about->model.chemistry;
  }
  b.limit = f.demand.peak;
  if (plan.routes.empty()) return b;
  b.perKilometre = f.range.route.perKilometre;
  b.meanPower = f.range.route.meanWhileDrawing;
  Bike strong = plan.bike;
  strong.riderPower = pedallingHard;
  const Rider rider = riderOf(strong, plan.routes.front().surface, slow);
  b.pedallingHard = WattHourPerKilometre(batteryPower(rider, slow, 0).value() / slow.value());
  b.perYear = plan.routes.front().length * ridesPerYear;
  return b;
}

std::vector<HeldClaim> claimsOf(const Plan& plan, const Figures& figures) {
  std::vector<HeldClaim> out;
  for (std::size_t i = 0; i < plan.claims.size(); ++i)
    for (ClaimVerdict& v : checkClaims(plan.claims[i].words, claimBasisOf(plan, figures, plan.claims[i].pack)))
      out.push_back({i, std::move(v)});
  return out;
}

std::vector<BenchRange> benchRanges(const Plan& plan, const Figures& f, const std::vector<HeldClaim>& held) {
  if (!f.range.known || f.range.likely <= Kilometre(0)) return {};
  std::vector<BenchRange> out;
  const double label = labelOf(f).value(), perKm = f.range.route.perKilometre.value() * f.range.learned.factor;
  if (perKm > 0)
    out.push_back({"label Wh ÷ Wh per km", Kilometre(label / perKm), 0, 0, "floor, warmth in cells and leads, age and cold are left out",
                   fmt::format("{} Wh ÷ {} Wh/km", n(label), n(perKm))});
  for (const HeldClaim& c : held) {
    const PackFigures* of = packOf(f, plan.claims[c.claim].pack);
    if (c.verdict.kind != ClaimKind::Range || !of || of->model.label <= WattHour(0)) continue;
    const double its = of->model.label.value();
    out.push_back({"claimed km × Wh ratio", Kilometre(c.verdict.value * label / its), 0, 0,
                   "claims are for a light rider, flat, slow and warm",
                   fmt::format("{} km × {} Wh ÷ {} Wh of {}", n(c.verdict.value), n(label), n(its), of->model.name)});
    break;
  }
  byBars(plan, out);
  for (BenchRange& b : out) b.against = b.range / f.range.likely - 1;
  return out;
}

}  // namespace usherwright
