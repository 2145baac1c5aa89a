// RANGE rules on what a range is promised by: claims, and allowances that are counted twice.
#include <fmt/format.h>

#include <array>

#include "core/assess/claims_of_plan.h"
#include "core/assess/rules/rule.h"
#include "core/pack/pack_model.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

constexpr StateOfHealth asNew{0.97};  // below it a pack counts as aged

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

}  // namespace

std::span<const Rule> promiseRules() {
  static constexpr std::array rows{
      Rule{"RANGE-05", "Note", "a claim means a figure that cannot be", &range05},
      Rule{"RANGE-06", "Mind", "a pack whose own Ah were measured, with a health below 97 %: age counted twice", &range06}};
  return rows;
}

}  // namespace usherwright::rules
