// Ways forward: branches that never touch each other, their money, and which ones are beaten.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>

#include "core/drawing/options/option_drawings.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/options.h"
#include "core/plan/sizes.h"
#include "core/studies/ways.h"
#include "support/field_values.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

Given given() { return Given(shippedCatalogue()); }

/// Without the ways that the demo comes with.
Plan sound() { return todayOf(plans::sound()); }

/// A way from the plan with something typed into it.
Plan withWay(const Plan& root, const std::string& name, const std::vector<std::pair<std::string, std::string>>& typed = {}) {
  Plan made = todayOf(root);
  for (const auto& [pointer, text] : typed) made = plans::with(made, pointer, text);
  const auto next = withOption(root, name, made);
  REQUIRE(next);
  return *next;
}

Plan quoted(const char* what, const char* price, const std::vector<std::pair<std::string, std::string>>& more = {}) {
  Plan plan = *withNew(sound(), "/undertaking/quotes");
  plan = plans::with(plan, "/undertaking/quotes/0/id", what);
  if (*price) plan = plans::with(plan, "/undertaking/quotes/0/price", price);
  for (const auto& [pointer, text] : more) plan = plans::with(plan, pointer, text);
  return plan;
}

}  // namespace

TEST_CASE("a way begins as today's plan, shares it until it is edited, and an edit changes nothing else") {
  Plan root = withWay(withWay(sound(), "bigger"), "bigger");
  REQUIRE(root.options.size() == 2);
  CHECK(root.options[0].id == "bigger");
  CHECK(root.options[1].id == "bigger 2");
  CHECK(*root.options[0].plan == todayOf(root));
  const auto next = withOptionPlan(root, "bigger 2", plans::with(*root.options[1].plan, "/packs/1/parallel", "6"));
  REQUIRE(next);
  CHECK(next->options[1].plan->packs[1].parallel == 6);
  CHECK(next->options[0].plan.isShared(root.options[0].plan));
  CHECK(todayOf(*next) == todayOf(root));
  CHECK_FALSE(withOptionPlan(root, "nowhere", Plan{}));
  CHECK_FALSE(withAdopted(root, "nowhere"));
}

TEST_CASE("random edits of one way never change another nor today's plan") {
  rc::prop("apart", [] {
    Plan root = withWay(withWay(withWay(todayOf(plans::demo()), "a"), "b"), "c");
    for (int i = *rc::gen::inRange(1, 6); i > 0; --i) {
      const std::size_t way = *rc::gen::inRange<std::size_t>(0, 3);
      Plan plan = *root.options[way].plan;
      std::vector<std::pair<std::string, const FieldSpec*>> fields;
      forEachField(
          plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) { fields.emplace_back(pointer, &spec); },
          Walk::Everyday);
      const auto& [pointer, spec] = fields[*rc::gen::inRange<std::size_t>(0, fields.size())];
      const double share = support::between(0, 1);
      const FieldValue value =
          isNumeric(spec->kind) ? FieldValue{std::floor(spec->minimum + share * (spec->maximum - spec->minimum))} : FieldValue{};
      const auto edited = withField(plan, pointer, value);
      if (!edited) continue;
      const auto next = withOptionPlan(root, root.options[way].id, *edited);
      RC_ASSERT(next.has_value());
      for (std::size_t k = 0; k < 3; ++k)
        if (k != way) RC_ASSERT(next->options[k].plan.isShared(root.options[k].plan));
      RC_ASSERT(todayOf(*next) == todayOf(root));
      root = *next;
    }
  });
}

TEST_CASE("twenty ways go through a file and come back, and a twenty-first is refused with a sentence") {
  Plan root = plans::demo();
  root.options.clear();
  for (std::size_t i = 0; i < mostOptions; ++i)
    root = withWay(root, "way " + std::to_string(i), {{"/packs/1/soc", std::to_string(i + 1) + " %"}});
  const std::string text = writePlan(root);
  const auto back = readPlan(text);
  REQUIRE(back);
  CHECK(*back == root);
  CHECK(writePlan(*back) == text);
  const auto more = withOption(root, "one more");
  REQUIRE_FALSE(more);
  CHECK(more.error().sentence() == "options: found 20 ways forward, expected at most 20.");
}

TEST_CASE("a file with ways within a way, or a way that is not sound, is refused where it stands") {
  const Plan root = withWay(sound(), "a");
  std::string text = writePlan(root);
  const std::string inner = "\"options\": []";  // of the way: the plan's own list is not empty
  const auto at = text.find(inner);
  REQUIRE(at != std::string::npos);
  std::string nested = text;
  nested.replace(at, inner.size(), "\"options\": [{\"id\": \"b\"}]");
  const auto refused = readPlan(nested);
  REQUIRE_FALSE(refused);
  CHECK(refused.error().sentence() == "/options/0/plan/options: found ways forward from a way forward, expected none within an option.");
  std::string bad = text;
  const auto soc = bad.find("\"series\": 13", bad.find("\"options\": [\n"));
  bad.replace(soc, 12, "\"series\": 0");
  const auto low = readPlan(bad);
  REQUIRE_FALSE(low);
  CHECK(low.error().place.starts_with("/options/0/plan/packs/0/series"));
}

TEST_CASE("an adopted way becomes today's plan; what was, the other ways, the rides and the longer records stay") {
  Plan root = withWay(withWay(sound(), "bigger", {{"/packs/1/parallel", "6"}}), "other");
  root.packs[0].charges.edit().push_back(
      {"2026-10-20", "charger-stock", StateOfCharge(0.5), StateOfCharge(0.8), std::nullopt, std::nullopt, {}});
  Ride ridden;
  ridden.when = "2026-10-21";
  ridden.length = Kilometre(20);
  ridden.energy = WattHour(180);
  root.rides.edit().push_back(ridden);
  const auto next = withAdopted(root, "bigger");
  REQUIRE(next);
  CHECK(next->packs[1].parallel == 6);
  CHECK(next->packs[0].charges.size() == 1);
  CHECK(next->rides.size() == 1);
  REQUIRE(next->options.size() == 2);
  CHECK(next->options[0].id == "other");
  CHECK(next->options[1].id == "as it was");
  CHECK(next->options[1].plan->packs[1].parallel == 5);
}

TEST_CASE("what differs is told entry by entry, with its place in the later plan") {
  const Plan was = sound();
  Plan is = plans::with(was, "/packs/1/parallel", "6");
  is = plans::with(is, "/bike/controller/current_max_A", "20±1A");
  is = *withDuplicatePack(is, 0);
  const auto d = differences(was, is, UnitSystem::Metric);
  const auto has = [&](const std::string& pointer, const std::string& before, const std::string& after) {
    return std::any_of(d.begin(), d.end(), [&](const Difference& x) { return x.pointer == pointer && x.was == before && x.is == after; });
  };
  CHECK(has("/packs/1/parallel", "5", "6"));
  CHECK(has("/bike/controller/current_max_A", "22 A", "20 A"));
  CHECK(has("/packs/2", "", "stock copy"));
  CHECK(differences(was, was, UnitSystem::Metric).empty());
  // A pack that is gone: those after it are still told by their names.
  const Plan without0 = *without(was, "/packs", 0);
  const auto gone = differences(was, plans::with(without0, "/packs/0/parallel", "7"), UnitSystem::Metric);
  CHECK(std::any_of(gone.begin(), gone.end(),
                    [](const Difference& x) { return x.pointer == "/packs/0" && x.was == "stock" && x.is.empty(); }));
  CHECK(std::any_of(gone.begin(), gone.end(), [](const Difference& x) { return x.pointer == "/packs/0/parallel" && x.is == "7"; }));
}

TEST_CASE("every field that differs is among the differences, for any edit of one field") {
  const Plan was = todayOf(plans::demo());
  int seen = 0;
  forEachField(
      was,
      [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
        if (pointer.starts_with("/options/") || spec.key == "id" || spec.required || std::holds_alternative<std::monostate>(value)) return;
        if (pointer.starts_with("/build/") || pointer.starts_with("/warranties/")) return;  // what happened is no decision
        const auto is = withField(was, pointer, FieldValue{});
        if (!is) return;
        const auto d = differences(was, *is, UnitSystem::Metric);
        INFO(pointer);
        CHECK(std::any_of(d.begin(), d.end(), [&](const Difference& x) { return x.pointer == pointer; }));
        ++seen;
      },
      Walk::Everyday);
  CHECK(seen > 100);
}

TEST_CASE("money: quotes, tax on top, pieces, what is outside the budget, what has no price") {
  const Plan today = sound();
  Plan base = today;
  base.tax.reset();
  base.shipping.reset();
  const auto moneyWith = [&](const Plan& way) {
    Plan w = way;
    if (!w.shipping) w.shipping.reset();
    return moneyOf(w, today);
  };
  Plan way = quoted("cells", "3", {{"/undertaking/quotes/0/count", "70"}, {"/undertaking/quotes/0/kind", "cells"}, {"/tax", "20 %"}});
  way.shipping.reset();
  CHECK(moneyWith(way).total.value() == Approx(252));
  way = plans::with(way, "/undertaking/quotes/0/taxed", "yes");
  CHECK(moneyWith(way).total.value() == Approx(210));
  way = plans::with(way, "/shipping", "12");
  CHECK(moneyWith(way).total.value() == Approx(222));
  way = plans::with(way, "/undertaking/quotes/0/outside", "yes");
  CHECK(moneyWith(way).outside.value() == Approx(210));
  CHECK(moneyWith(way).fromBudget().value() == Approx(12));
  way = plans::with(plans::with(way, "/undertaking/old_pack", "sold"), "/undertaking/resale", "50");
  CHECK(moneyWith(way).net().value() == Approx(172));
  way = plans::with(way, "/undertaking/resale", "");
  CHECK_FALSE(moneyWith(way).isWhole());
  const WayMoney unpriced = moneyWith(quoted("a kit", ""));
  REQUIRE(unpriced.missing.size() == 1);
  CHECK(unpriced.missing[0] == "a kit");
}

TEST_CASE("the tax at which the budget bursts is where it is just used up") {
  Plan way = quoted("board", "100", {{"/tax", "20 %"}, {"/budget", "150"}});
  way.shipping.reset();
  const Plan today = sound();
  const WayMoney m = moneyOf(way, today);
  REQUIRE(m.taxThatBursts);
  CHECK(*m.taxThatBursts == Approx(0.5));
  way.tax = Coefficient(*m.taxThatBursts);
  CHECK(moneyOf(way, today).fromBudget().value() == Approx(150));
  CHECK_FALSE(moneyOf(plans::with(way, "/budget", "90"), today).taxThatBursts);
}

TEST_CASE("a pack that grows costs its new cells only; a new box without a price leaves the sum open") {
  Plan today = sound();
  today.tax.reset();
  today.shipping.reset();
  const WayMoney grown = moneyOf(plans::with(today, "/packs/1/parallel", "6"), today);
  CHECK(grown.isWhole());
  CHECK(grown.total.value() == Approx(3.4 * (13 + 3)));  // 13 cells and the spares of all 78
  const WayMoney box = moneyOf(withNewPack(today), today);
  CHECK_FALSE(box.isWhole());
  const WayMoney same = moneyOf(today, today);
  CHECK(same.lines.empty());
  CHECK(same.isWhole());
}

TEST_CASE("ways are compared with today's: gained Wh, kilograms, price per gained Wh, and what is beaten in everything") {
  Plan root = sound();
  root.tax.reset();
  root.shipping.reset();
  root = withWay(root, "six", {{"/packs/1/parallel", "6"}});
  root = withWay(root, "six, dearer", {{"/packs/1/parallel", "6"}, {"/cells/tern-33/price", "9"}});
  root = withWay(root, "lighter", {{"/packs/1/parallel", "4"}});
  const WaysForward ways(root, given());
  REQUIRE(ways.all().size() == 4);
  const WayFigures& six = *ways.find("six");
  CHECK(six.gained->value() == Approx(6.0 / 5 * 772 - 772).epsilon(0.2));
  CHECK(six.more->value() == Approx(13 * 0.048 * 1.18).epsilon(0.01));
  CHECK(six.perGained->value() == Approx(six.money.net().value() / six.gained->value()));
  CHECK(six.beatenBy.empty());
  CHECK(ways.find("six, dearer")->beatenBy == std::vector<std::string>{"six"});
  CHECK(ways.find("lighter")->beatenBy.empty());
  CHECK(*ways.find("lighter")->gained < WattHour(0));
  CHECK_FALSE(ways.find("lighter")->perGained);
  // Judged as ways from today's plan, and the same whether assessments of before are at hand or not.
  const WaysForward again(root, given(), &ways);
  for (std::size_t i = 0; i < 4; ++i) CHECK(again.all()[i].label == ways.all()[i].label);
  CHECK(again.find("six")->assessment == six.assessment);
}

TEST_CASE("consequences say which way a figure goes, and which findings come and go") {
  Plan root = withWay(sound(), "weak", {{"/packs/1/fuse/dc_V", "32"}, {"/packs/1/parallel", "6"}});
  const WaysForward ways(root, given());
  const auto c = consequences(ways.all()[0], ways.all()[1], UnitSystem::Metric, "EUR");
  const auto find = [&](const std::string& what) {
    return std::find_if(c.begin(), c.end(), [&](const Consequence& x) { return x.what == what; });
  };
  REQUIRE(find("label of all packs") != c.end());
  CHECK(find("label of all packs")->better);
  REQUIRE(find("mass of the packs") != c.end());
  CHECK(find("mass of the packs")->worse);
  REQUIRE(find("WIRE-04") != c.end());
  CHECK(find("WIRE-04")->worse);
  CHECK(find("WIRE-04")->was.empty());
}

TEST_CASE("every way stands as a card and, where its figures are known, as a point; the others are named") {
  Plan root = withWay(withWay(sound(), "six", {{"/packs/1/parallel", "6"}}), "boxed");
  root = *withOptionPlan(root, "boxed", withNewPack(*root.options[1].plan));
  const WaysForward ways(root, given());
  const drawing::WaysShown shown{ways, root, "six", "", UnitSystem::Metric};
  const auto hasPart = [](const drawing::Drawing& d, const std::string& part) {
    return std::any_of(d.shapes.begin(), d.shapes.end(), [&](const drawing::Shape& s) { return s.part == part; });
  };
  const auto cards = drawing::wayCards(shown, {700, drawing::wayCardsHeight(shown, 700)});
  for (const char* id : {"way/", "way/six", "way/boxed"}) CHECK(hasPart(cards, id));
  const auto picture = drawing::waysPicture(shown, drawing::WayAxis::Money, drawing::WayAxis::Gained, {700, 300});
  CHECK(hasPart(picture, "way/six"));
  CHECK_FALSE(hasPart(picture, "way/boxed"));
  CHECK(std::any_of(picture.shapes.begin(), picture.shapes.end(),
                    [](const drawing::Shape& s) { return s.text.find("boxed") != std::string::npos; }));
}
