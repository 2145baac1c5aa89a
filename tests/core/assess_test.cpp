// The assessment as a whole: pure, total, the same with and without an earlier one, the demo's figures.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>

#include "core/assess/workings.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

void checkSame(const Assessment& a, const Assessment& b) {
  REQUIRE(a.findings.size() == b.findings.size());
  for (std::size_t i = 0; i < a.findings.size(); ++i) {
    CHECK(a.findings[i].key() == b.findings[i].key());
    CHECK(a.findings[i].sentence == b.findings[i].sentence);
    CHECK(a.findings[i].working.text() == b.findings[i].working.text());
  }
  CHECK(a.figures.range.likely == b.figures.range.likely);
  CHECK(a.figures.range.now == b.figures.range.now);
  CHECK(a.figures.narrows == b.figures.narrows);
  REQUIRE((a.figures.ride == nullptr) == (b.figures.ride == nullptr));
  if (a.figures.ride) CHECK(a.figures.ride->end == b.figures.ride->end);
}

/// A numeric field of the demo, set anywhere within its bounds.
Plan randomlyEdited(Plan plan, int edits) {
  std::vector<std::pair<std::string, const FieldSpec*>> fields;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
    if (isNumeric(spec.kind)) fields.emplace_back(pointer, &spec);
  });
  for (int i = 0; i < edits; ++i) {
    const auto& [pointer, spec] = fields[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(fields.size())))];
    const double share = *rc::gen::inRange(0, 1001) / 1000.0;
    // Half of the time near the low end, where parts live.
    const double at = *rc::gen::arbitrary<bool>() ? share : share * share * share;
    double value = spec->minimum + (spec->maximum - spec->minimum) * at;
    if (spec->kind == Kind::Count) value = std::floor(value);
    if (const auto next = withField(plan, pointer, FieldValue{value})) plan = *next;
  }
  return plan;
}

}  // namespace

TEST_CASE("an assessment that reuses an earlier one is the same as a fresh one") {
  rc::prop("reuse", [] {
    const Plan before = randomlyEdited(plans::demo(), 1);
    const Plan after = randomlyEdited(before, 1);
    const Assessment first = plans::assessed(before);
    checkSame(assess(after, shippedCatalogue(), &first), plans::assessed(after));
  });
}

TEST_CASE("any plan that can be entered has an assessment without a number that is not one") {
  rc::prop("total", [] {
    const Plan plan = randomlyEdited(plans::demo(), *rc::gen::inRange(1, 12));
    const Assessment a = plans::assessed(plan);
    for (const Finding& f : a.findings) {
      RC_ASSERT(f.sentence.find("nan") == std::string::npos);
      RC_ASSERT(f.sentence.find("–") == std::string::npos);
      RC_ASSERT(f.working.text().find("inf") == std::string::npos);
    }
    for (const PackFigures& p : a.figures.packs) {
      RC_ASSERT(p.model.resistance() > Ohm(0));
      RC_ASSERT(std::isfinite(p.shorts.typical.value()));
    }
    if (a.figures.range.known) RC_ASSERT(a.figures.range.likely.value() >= 0);
  });
}

TEST_CASE("the order of the packs in the file changes no finding") {
  Plan plan = plans::demo();
  // Pointers of provenance move along with the packs.
  Plan swapped = plan;
  std::swap(swapped.packs[0], swapped.packs[1]);
  swapped.provenance.clear();
  for (const auto& [from, entry] : plan.provenance) {
    std::string pointer = from;
    if (pointer.starts_with("/packs/0/")) pointer[7] = '1';
    else if (pointer.starts_with("/packs/1/")) pointer[7] = '0';
    swapped.provenance.emplace(pointer, entry);
  }
  auto a = plans::summary(plan), b = plans::summary(swapped);
  std::sort(a.begin(), a.end());
  std::sort(b.begin(), b.end());
  CHECK(a == b);
  CHECK(plans::assessed(plan).figures.range.likely.value() == Approx(plans::assessed(swapped).figures.range.likely.value()).epsilon(1e-6));
}

TEST_CASE("the demo's figures are those of its description") {
  const Figures f = plans::assessed(plans::demo()).figures;
  CHECK(f.demand.peak->value() == Approx(23));
  CHECK(f.demand.sustained->value() == Approx(11.84).margin(0.05));              // about 11 A over the worst ten minutes
  CHECK(f.range.route.energy.value() == Approx(450).margin(5));                  // about 450 Wh for the round
  CHECK(f.packs[0].alone->energyAtController.value() == Approx(435).margin(8));  // stock alone: the reason for the second pack
  CHECK(f.elements[static_cast<std::size_t>(f.narrows)].name == "BMS of stock");
  CHECK(*f.elements[static_cast<std::size_t>(f.narrows)].headroomAtPeak() == Approx(25.0 / 23 - 1));
  CHECK(f.packs[0].model.full.value() == Approx(54.6));
  CHECK(f.packs[0].model.restedEmpty.value() == Approx(39.0));
  CHECK(f.packs[0].model.lowestUnderLoad.value() == Approx(36.4));
  CHECK(f.packs[1].model.label.value() == Approx(13 * 3.6 * 5 * 3.3));
}

TEST_CASE("what a second pack changes: the peak not at all, the sag and the range do") {
  const Plan both = plans::sound();
  const Plan alone = *without(both, "/packs", 1);
  const Figures two = plans::assessed(both).figures, one = plans::assessed(alone).figures;
  CHECK(two.demand.peak == one.demand.peak);
  CHECK(two.range.usable > one.range.usable * 2.0);
  CHECK(one.joint.forwardDrop == Volt(0));  // one pack needs no joint
  CHECK(one.window.has_value() == false);
}

TEST_CASE("every figure that a station shows has a working with a result and a method") {
  const Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  std::vector<std::string> ids{"peak",
                               "sustained",
                               "narrows",
                               "gauge",
                               "window",
                               "range",
                               "per-km",
                               "usable",
                               "route-energy",
                               "charge/0/0",
                               "charge/1/1",
                               "ride/0/knee",
                               "ride/1/peak",
                               "field//bike/cda_m2",
                               "field//packs/1/fuse/dc_V"};
  for (const char* what : {"full", "rated", "label", "resistance", "peak", "gives-up", "short", "mass", "cost"})
    for (const char* pack : {"pack/0/", "pack/1/"}) ids.push_back(std::string(pack) + what);
  for (const Element& e : a.figures.elements) ids.push_back("element/" + e.id);
  for (const std::string& id : ids) {
    INFO(id);
    const auto working = workingOf(plan, a, id);
    REQUIRE(working);
    CHECK_FALSE(working->formula.empty());
    CHECK_FALSE(working->result.empty());
    CHECK_FALSE(working->method.empty());
    CHECK(working->text().find("→ " + working->result) != std::string::npos);
  }
  CHECK_FALSE(workingOf(plan, a, "pack/7/full"));
  CHECK_FALSE(workingOf(plan, a, "nothing"));
}

TEST_CASE("a working says where its inputs come from") {
  const Plan plan = plans::demo();
  const std::string text = workingOf(plan, plans::assessed(plan), "peak")->text();
  CHECK(text ==
        "Peak current\nI_peak = I_limit + ΔI + I_acc\n  I_limit = 22 A  (controller limit; label)\n  ΔI = 1 A  (its tolerance; label)\n"
        "  → 23 A\nMethod: worst case of the printed tolerance\n");
}

TEST_CASE("a plan without packs or routes is assessed, and is not called clear") {
  const Assessment a = plans::assessed(Plan{});
  CHECK(a.figures.packs.empty());
  CHECK(a.figures.ride == nullptr);
  CHECK_FALSE(a.figures.range.known);
  CHECK(a.count(Severity::Stop) == 0);
  CHECK(a.count(Severity::Mind) == 1);  // BIKE-08: nothing is judged
  Plan noRoute = plans::sound();
  noRoute.routes.clear();
  const Assessment b = plans::assessed(noRoute);
  CHECK(b.figures.demand.sustainedAssumed);
  CHECK(b.figures.demand.sustained->value() == Approx(11.5));  // half of the limit with its tolerance
  CHECK_FALSE(b.figures.range.known);
  CHECK(b.figures.ride->end > Second(0));
}
