// Which parts get on with which, before the packs are joined and after.
#include <catch2/catch.hpp>

#include <rapidcheck/catch.h>
#include "core/plan/edit.h"
#include "core/studies/pairs.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

PairTable pairs(const Plan& plan) { return pairsOf(plan, shippedCatalogue()); }

const PairRow& rowOf(const PairTable& table, const std::string& name) {
  for (const PairRow& r : table.rows)
    if (r.name == name) return r;
  FAIL("no row " << name);
  return table.rows.front();
}

Plan withLamp(Tap tap, Known<Volt> maximum) {
  Plan plan = plans::sound();
  plan.bike.accessories.clear();
  Accessory lamp;
  lamp.name = "lamp";
  lamp.tap = tap;
  lamp.maximum = maximum;
  plan.bike.accessories.push_back(lamp);
  plan.provenance["/bike/accessories/0/max_V"].from = Provenance::Label;
  return plan;
}

}  // namespace

TEST_CASE("every pack meets every part of the plan once") {
  const Plan plan = plans::sound();
  const PairTable table = pairs(plan);
  CHECK(table.packs.size() == plan.packs.size());
  CHECK(table.rows.size() == plan.packs.size() + 1 + plan.bike.accessories.size() + plan.chargers.size());
  for (const PairRow& r : table.rows) CHECK(r.cells.size() == plan.packs.size());
  CHECK_FALSE(table.rows[0].cells[0].applies);
  CHECK(table.rows[0].cells[1].applies);
  const Plan one = plans::example("quarry-town-folder");
  REQUIRE(one.packs.size() == 1);
  CHECK(pairs(one).rows.front().kind == PairKind::Controller);
}

TEST_CASE("two packs: a plain plug is judged beside the joint of the plan") {
  const Plan plan = plans::sound();  // one-way joiner, unlike charges
  const PairRow::Cell cell = pairs(plan).rows[0].cells[1];
  CHECK(cell.before.pairing == Pairing::Never);
  CHECK(cell.before.rule == "JOIN-02");
  CHECK(cell.after.pairing == Pairing::Goes);
  CHECK(cell.after.because.empty());
  const PairRow::Cell mirrored = pairs(plan).rows[1].cells[0];
  CHECK(mirrored.before.rule == cell.before.rule);
  CHECK(pairs(plans::with(plan, "/packs/1/series", "14")).rows[0].cells[1].before.rule == "JOIN-01");
}

TEST_CASE("a pack and the controller: the rule that stands between them, alone and joined") {
  CHECK(rowOf(pairs(plans::sound()), "controller").cells[1].before.pairing != Pairing::Never);
  const PairTable table = pairs(plans::with(plans::sound(), "/packs/1/series", "16"));
  const PairRow& row = rowOf(table, "controller");
  CHECK(row.cells[1].before.pairing == Pairing::Never);
  CHECK(row.cells[1].before.rule == "BIKE-01");
  CHECK(row.cells[1].after.rule == "BIKE-01");
  CHECK(row.cells[0].before.pairing != Pairing::Never);
}

TEST_CASE("an accessory at the packs' volts is judged by each pack alone, and by all of them when joined") {
  Plan plan = withLamp(Tap::Bus, Volt(56));
  plan = plans::with(plan, "/packs/1/series", "14");  // 58.8 V full
  const PairRow row = rowOf(pairs(plan), "lamp");
  CHECK(row.cells[0].before.pairing == Pairing::Goes);
  CHECK(row.cells[1].before.rule == "BIKE-07");
  CHECK(row.cells[0].after.rule == "BIKE-07");  // beside the other pack it gets that one's volts
  CHECK(rowOf(pairs(withLamp(Tap::Bus, {})), "lamp").cells[0].before.pairing == Pairing::Unproven);
  CHECK(rowOf(pairs(withLamp(Tap::Controller, {})), "lamp").cells[0].before.rule == "BIKE-13");
}

TEST_CASE("a charger is judged on every pack, also on those it is not meant for") {
  Plan plan = plans::with(plans::sound(), "/packs/1/series", "10");
  const PairTable table = pairs(plan);
  int never = 0;
  for (const PairRow& r : table.rows) {
    if (r.kind != PairKind::Charger) continue;
    INFO(r.name);
    CHECK(r.cells[1].before.rule == "CHG-01");
    CHECK(r.cells[1].before.pairing == Pairing::Never);
    CHECK(r.cells[0].before.rule != "CHG-01");
    ++never;
  }
  CHECK(never == static_cast<int>(plan.chargers.size()));
}

TEST_CASE("pairs are mirrored, and a copy of a pack gets on with everything as the pack does") {
  rc::prop("copies", [] {
    Plan plan = plans::sound();
    static constexpr const char* methods[] = {"direct", "combiner", "schottky", "selector"};
    plan = plans::with(plan, "/joining/method", methods[*rc::gen::inRange(0, 4)]);
    plan.packs[1].series = *rc::gen::inRange(11, 16);
    plan.packs[1].soc = StateOfCharge(support::between(0.2, 1));
    plan.bike.controller.currentLimit = Ampere(support::between(10, 35));
    plan.chargers[0].output = Volt(support::between(40, 60));
    const auto copied = withDuplicatePack(plan, 1);
    RC_ASSERT(copied.has_value());
    const PairTable table = pairs(*copied);
    for (std::size_t r = 0; r < table.rows.size(); ++r) {
      const PairRow& row = table.rows[r];
      if (row.kind == PairKind::Pack) {
        for (std::size_t k = 0; k < row.cells.size(); ++k) {
          RC_ASSERT(row.cells[k].before.pairing == table.rows[k].cells[r].before.pairing);
          RC_ASSERT(row.cells[k].after.pairing == table.rows[k].cells[r].after.pairing);
        }
        continue;
      }
      // The copy has no charger of its own, and shares the fate of the pack by volts and amperes.
      RC_ASSERT(row.cells[1].before.pairing == row.cells[2].before.pairing);
      RC_ASSERT(row.cells[1].before.rule == row.cells[2].before.rule);
    }
  });
}

TEST_CASE("a job that is given up gives no verdict that nobody worked out") {
  int asked = 0;
  const PairTable table = pairsOf(plans::demo(), shippedCatalogue(), Progress([&](double) { return ++asked < 3; }));
  CHECK(asked == 3);
  CHECK(table.packs.empty());
  CHECK(table.rows.empty());
}
