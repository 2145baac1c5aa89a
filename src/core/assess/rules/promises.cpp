// RANGE rules on what a ride is promised by: claims, allowances that are counted twice, packs that are charged in time.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <map>

#include "core/assess/claims_of_plan.h"
#include "core/assess/figures.h"
#include "core/assess/rules/rule.h"
#include "core/charging/of_plan.h"
#include "core/pack/pack_model.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

constexpr StateOfHealth asNew{0.97};  // below it a pack counts as aged
constexpr double asCharged = 0.01;    // of the charge: nearer than this it is there

void range05(const Context& c, Findings& out) {
  for (const HeldClaim& held : claimsOf(c.plan, c.figures)) {
    const ClaimVerdict& v = held.verdict;
    if (v.verdict != Plausibility::Implausible) continue;
    const std::string pointer = fmt::format("/claims/{}/words", held.claim);
    const std::string& by = c.plan.claims[held.claim].by;
    Finding f = finding({"RANGE-05", Severity::Note, Station::Range, fmt::format("claim-{}", held.claim + 1), pointer});
    f.sentence = fmt::format("“{}”{} cannot be: {}", v.piece, by.empty() ? std::string() : ", as " + by + " says,", v.sentence);
    f.why = "What is planned or paid by such a figure comes out short, and says something of the other figures beside it.";
    f.what = "Plan by the range of this page; ask who claims it under which rider, speed and help it was reached.";
    f.headline = v.implied;
    f.working = {"A claim, turned into what it means",
                 "range: label Wh ÷ km; time: Wh ÷ h; power: W ÷ (0.8 · V); life: full cycles; a cell: Wh per litre",
                 {input(c, "claim", "in the words", v.piece, pointer)},
                 fmt::format("{} {}", formatNumber(v.implied), v.impliedUnit),
                 "energy balance; what cells of the chemistry reach"};
    out.push_back(std::move(f));
  }
}

/// Where the Ah of a finished pack stand, if they were measured. Those of a cell are measured on a new one, and the pack's health says
/// what became of it.
std::optional<std::string> measuredCapacity(const Context& c, std::size_t k) {
  if (!isBox(c.plan.packs[k])) return std::nullopt;
  const std::string pointer = cellPointer(c.plan, k, "capacity_Ah");
  if (provenanceOf(c.plan, pointer) != Provenance::Measured) return std::nullopt;
  return pointer;
}

void range06(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const auto measured = measuredCapacity(c, k);
    if (!measured || p.soh >= asNew) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = finding({"RANGE-06", Severity::Mind, Station::Range, p.id, packPointer(k, "soh")});
    f.fields = {packPointer(k, "soh"), *measured};
    f.sentence = fmt::format("{} counts its age twice: its {} Ah were measured, and {} of health are taken off them.", m.name,
                             formatNumber(m.rated.value()), percent(1 - p.soh.value()));
    f.why = "An allowance that is made twice hides in every range: a good pack looks worn, and the next one is bought too large.";
    f.what = "Measured as it is now: health 100 %. Measured when it was new: leave the health, and say “label” for the Ah.";
    f.headline = 1 / p.soh.value();
    f.working = {"Each allowance once",
                 "Q = Ah · health",
                 {input(c, "Ah", "its Ah", formatNumber(m.rated.value()), *measured),
                  input(c, "h", "health", percent(p.soh.value()), packPointer(k, "soh"))},
                 fmt::format("{} Ah", formatNumber(m.capacity.value())),
                 "from the label to the road: trust, age, cold, ceiling, floor, losses"};
    out.push_back(std::move(f));
  }
}

/// What a pack stands at when the night is over: by its own charger, which may have others before it.
class Morning {
 public:
  explicit Morning(const Context& c) : c_(c), length_(Second(nightOf(c.plan).length)) {}

  StateOfCharge of(std::size_t k) {
    const StateOfCharge now = c_.figures.packs[k].model.soc;
    if (now >= targetOf(c_.plan.packs[k]) - StateOfCharge(asCharged)) return now;
    StateOfCharge best = now;
    for (const ChargeFigures& pair : c_.figures.charging) {
      if (pair.pack != k || !pair.assigned || !pair.run) continue;
      Second& busy = busy_[pair.charger];
      best = std::max(best, busy < length_ ? pair.run->socAt(length_ - busy) : now);
      busy += pair.run->end;
    }
    return best;
  }

 private:
  const Context& c_;
  Second length_;
  std::map<std::size_t, Second> busy_;
};

void range09(const Context& c, Findings& out) {
  const Figures& f = c.figures;
  if (!c.plan.charging.readyBy || !f.range.known || !f.need || f.range.route.perKilometre.value() <= 0) return;
  const NeedFigures::Ride& ride = f.need->rides[f.need->longest];
  const Kilometre asks(ride.energy.value() / f.range.route.perKilometre.value());
  if (asks > f.range.cautious) return;  // charged or not: RANGE-01
  Morning morning(c);
  std::vector<StateOfCharge> ready;
  double there = 0, charged = 0;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const PackModel& m = f.packs[k].model;
    ready.push_back(morning.of(k));
    const double wh = (m.nominal * m.capacity).value();
    there += wh * std::max(0.0, ready[k].value() - floorCharge);
    charged += wh * std::max(0.0, c.plan.packs[k].ceiling.value_or(StateOfCharge(1)).value() - floorCharge);
  }
  const Kilometre goes = f.range.cautious * std::min(1.0, charged > 0 ? there / charged : 0.0);
  if (asks <= goes) return;
  const std::string by = formatClock(c.plan.charging.readyBy->value()), name = c.plan.routes[ride.route].id;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const StateOfCharge target = targetOf(c.plan.packs[k]);
    if (ready[k] >= target - StateOfCharge(asCharged)) continue;
    const PackModel& m = f.packs[k].model;
    Finding late = finding({"RANGE-09", Severity::Mind, Station::Range, m.id, "/charging/ready_by_min"});
    const auto km = [](Kilometre d) { return formatQuantity(d.value(), Kind::Distance, UnitSystem::Metric); };
    late.sentence = fmt::format("{} stands at {} by {}, not at {}: {} asks {}, and all packs then give {} when one is careful.", m.name,
                                percent(ready[k].value()), by, percent(target.value()), name, km(asks), km(goes));
    late.why = "A ride that is planned on a full pack begins with one that is still on its charger.";
    late.what = "Plug in earlier, put a stronger charger that the pack allows to it, start later, or plan a shorter ride.";
    late.headline = asks / std::max(goes, Kilometre(0.1));
    late.working = {
        "Charged in time",
        "charge at the time of leaving, by the charge run of its charger; range in the share of what is charged then",
        {input(c, "s", "at " + by, percent(ready[k].value())), input(c, "s₁", "wanted", percent(target.value()), packPointer(k, "ceiling")),
         input(c, "d", "asked", km(asks), fmt::format("/routes/{}/km", ride.route))},
        fmt::format("{} against {}", km(asks), km(goes)),
        "constant current, then constant voltage; one pack after another on a shared charger"};
    out.push_back(std::move(late));
  }
}

}  // namespace

std::span<const Rule> promiseRules() {
  static constexpr std::array rows{
      Rule{"RANGE-05", "Note", "a claim means a figure that cannot be", &range05},
      Rule{"RANGE-06", "Mind", "a pack whose own Ah were measured, with a health below 97 %: age counted twice", &range06},
      Rule{"RANGE-09", "Mind", "a pack that the ride needs is not charged by then", &range09, Parts(Part::Range) | Part::Charging}};
  return rows;
}

}  // namespace usherwright::rules
