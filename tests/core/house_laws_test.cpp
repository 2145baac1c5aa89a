// Laws of what carries the rules: entries that go leave nothing behind, copies share nothing but records, an assessment that
// follows another equals one from nothing, changes are told by walking both plans in step.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <map>

#include <rapidcheck/catch.h>
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/kept.h"
#include "core/plan/lists.h"
#include "core/plan/structure.h"
#include "support/field_values.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;

namespace {

int upTo(std::size_t count) { return *rc::gen::inRange(0, static_cast<int>(count)); }

FieldValue anyValueOf(const FieldSpec& spec) {
  if (spec.kind == Kind::Flag) return *rc::gen::arbitrary<bool>();
  if (spec.kind == Kind::Choice) return std::string(spec.choices[static_cast<std::size_t>(upTo(spec.choices.size()))]);
  return support::valueOf(spec);
}

/// The demo with more of everything, marks on every number and acceptances about every part.
Plan crowded() {
  Plan plan = withAnotherRoute(withAccessory(withAccessory(plans::demo(), "lamp"), "horn"));
  plan = *withDuplicatePack(*withChargerFor(plan, 1), 1);
  for (const char* charger : {"charger-stock", "charger-deck", ""}) {
    plan = *withNew(plan, "/routes/0/stops");
    plan.routes[0].stops.back().at = Kilometre(3);
    plan.routes[0].stops.back().charger = charger;
  }
  plan = *withKept(*withKept(plan, "old", PackUse::Spare), "older", PackUse::Quarantined);
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    for (int i = 0; i < 3; ++i) {
      plan = *withReading(plan, k, {fmt::format("2026-10-0{}", i + 1), ReadingOf::Groups, Volt(50 + i), Minute(60), {}, {}});
      plan = *withCapacityTest(plan, k, {fmt::format("2026-10-0{}", i + 1), AmpereHour(9.0 + i), MilliOhm(120), {}});
    }
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
    if (isNumeric(spec.kind)) plan.provenance[pointer] = {Provenance::Remembered, "said at " + pointer, {}};
  });
  std::vector<std::string> parts{"controller", "joint", "accessory-1", "accessory-2", "accessory-3"};
  for (const Pack& p : plan.packs)
    for (const char* of : {"", "/fuse", "/bms", "/charge_fuse"}) parts.push_back(p.id + of);
  for (const Charger& c : plan.chargers)
    for (const Pack& p : plan.packs) parts.push_back(c.id + "/" + p.id);
  for (std::size_t i = 0; i < plan.chargers.size(); ++i) {
    Acceptance given{"it is as it is", 1.2, "2026-10-05", {}};
    for (std::size_t k = 0; k < plan.packs.size(); ++k) given.fields.push_back(fmt::format("/packs/{}/soc", k));
    given.fields.push_back(fmt::format("/chargers/{}/output_A", i));
    plan.accepted["BIKE-08@" + plan.chargers[i].id] = given;
  }
  for (const std::string& part : parts) plan.accepted["LIM-02@" + part] = {"small", 1.1, "2026-10-05", {"/bike/controller/current_max_A"}};
  return plan;
}

/// Every pointer leads to a field, every part that an acceptance names is there, every end of a lead is.
std::string leftBehind(const Plan& plan) {
  for (const auto& [pointer, entry] : plan.provenance)
    if (!findField(plan, pointer)) return "a mark at " + pointer;
  for (const auto& [key, acceptance] : plan.accepted) {
    for (const std::string& field : acceptance.fields)
      if (!findField(plan, field)) return key + " holds for " + field;
    std::string part = key.substr(key.find('@') + 1);
    if (part.starts_with("accessory-")) {
      if (std::stoul(part.substr(10)) > plan.bike.accessories.size()) return key;
      continue;
    }
    const std::string owner = part.substr(0, part.find('/'));
    const bool known = owner == "controller" || owner == "joint" || plan.findPack(owner) ||
                       std::any_of(plan.chargers.begin(), plan.chargers.end(), [&](const Charger& c) { return c.id == owner; });
    if (!known) return key;
    const std::string rest = part.size() > owner.size() ? part.substr(owner.size() + 1) : "";
    if (!plan.findPack(owner) && !rest.empty() && !plan.findPack(rest)) return key;
  }
  for (const Run& run : plan.wiring.runs)
    for (const std::string& end : {run.from, run.to})
      if (end != "joint" && end != "controller" && !plan.findPack(end)) return "a lead at " + end;
  if (const auto sound = crossChecked(plan); !sound) return sound.error().sentence();
  return {};
}

/// Notes say where they stood: what moved up kept its own.
std::string wrongNote(const Plan& before, const Plan& after, const std::string& list, std::size_t removed) {
  for (const auto& [pointer, source] : after.provenance) {
    std::string was = pointer;
    if (list != "/cells" && pointer.starts_with(list + "/")) {
      const PointerStep entry(std::string_view(pointer).substr(list.size()));
      const std::size_t at = std::stoul(std::string(entry.token));
      was = fmt::format("{}/{}{}", list, at >= removed ? at + 1 : at, entry.rest);
    }
    const auto found = before.provenance.find(was);
    if (found == before.provenance.end() || found->second != source) {
      // Leads of a pack go with it, and later leads move up too.
      if (pointer.starts_with("/wiring/runs/")) continue;
      return pointer;
    }
  }
  return {};
}

}  // namespace

TEST_CASE("an entry that is removed leaves no mark, no reference and no acceptance behind, and the later ones keep theirs") {
  const Plan plan = crowded();
  REQUIRE(leftBehind(plan).empty());
  rc::prop("removed", [&] {
    Plan now = plan;
    for (int i = 0; i < 3; ++i) {
      auto lists = listSizes(now);
      std::erase_if(lists, [](const auto& l) { return l.second == 0; });
      const auto& [list, count] = lists[static_cast<std::size_t>(upTo(lists.size()))];
      const auto at = static_cast<std::size_t>(upTo(count));
      const Expected<Plan> next = without(now, list, at);
      RC_ASSERT(next.has_value());
      if (const std::string left = leftBehind(*next); !left.empty()) RC_FAIL(fmt::format("{} {} leaves {}", list, at, left));
      if (const std::string wrong = wrongNote(now, *next, list, at); !wrong.empty()) RC_FAIL(fmt::format("{} {}: {}", list, at, wrong));
      now = *next;
    }
  });
}

TEST_CASE("a copied pack shares no mark, reference or acceptance with the first: what is done to one leaves the other") {
  const Plan plan = crowded();
  const Plan two = *without(plan, "/packs", 2);
  const Plan copied = *withDuplicatePack(two, 0);
  CHECK(leftBehind(copied).empty());
  const std::string id = copied.packs[2].id;
  for (const auto& [key, acceptance] : copied.accepted)
    CHECK(("/" + key.substr(key.find('@') + 1) + "/").find("/" + id + "/") == std::string::npos);
  for (const Charger& c : copied.chargers) CHECK_FALSE(serves(c, id));
  const Plan gone = *without(copied, "/packs", 2);
  CHECK(gone == two);
  const Plan first = *without(copied, "/packs/0/readings", 1);
  CHECK(first.packs[2].readings == copied.packs[2].readings);
  CHECK(first.packs[0].readings.size() == 2);
  CHECK(copied.packs[0].readings.size() == 3);
}

TEST_CASE("an assessment that follows others, of whatever parts, says what one from nothing says") {
  rc::prop("twenty edits", [] {
    const bool simple = *rc::gen::arbitrary<bool>();
    Plan plan = simple ? plans::sound() : *rc::gen::arbitrary<bool>() ? plans::demo() : plans::example("ferry-path-library-trike");
    std::vector<std::pair<std::string, const FieldSpec*>> fields;
    forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
      if (isNumeric(spec.kind) || spec.kind == Kind::Choice || spec.kind == Kind::Flag) fields.emplace_back(pointer, &spec);
    });
    Assessment kept = plans::assessed(plan);
    for (int i = 0; i < 20; ++i) {
      const auto& [pointer, spec] = fields[static_cast<std::size_t>(upTo(fields.size()))];
      if (const auto next = withField(plan, pointer, anyValueOf(*spec))) plan = *next;
      Parts wanted;
      for (const Part part : {Part::Ride, Part::Range, Part::Alone, Part::Charging, Part::Cures})
        if (*rc::gen::arbitrary<bool>()) wanted = wanted | part;
      kept = assess(plan, shippedCatalogue(), &kept, wanted);
    }
    // Cures are the same whether they are carried out at once or when somebody looks.
    Assessment followed = assess(plan, shippedCatalogue(), &kept, Parts::runs());
    for (const Finding& f : followed.findings) RC_ASSERT(f.fixes.empty());
    followed.findings = withCures(plan, shippedCatalogue(), followed);
    for (const Finding& f : followed.findings) RC_ASSERT(f.untried.empty());
    const Assessment fresh = plans::assessed(plan);
    RC_ASSERT(followed.findings.size() == fresh.findings.size());
    for (std::size_t i = 0; i < fresh.findings.size(); ++i) {
      RC_ASSERT(followed.findings[i].key() == fresh.findings[i].key());
      RC_ASSERT(followed.findings[i].sentence == fresh.findings[i].sentence);
      RC_ASSERT(followed.findings[i].working.text() == fresh.findings[i].working.text());
      RC_ASSERT(followed.findings[i].fixes.size() == fresh.findings[i].fixes.size());
      for (std::size_t k = 0; k < fresh.findings[i].fixes.size(); ++k)
        RC_ASSERT(followed.findings[i].fixes[k].edits == fresh.findings[i].fixes[k].edits);
    }
    RC_ASSERT((followed.figures.ride != nullptr) == (fresh.figures.ride != nullptr));
    if (fresh.figures.ride) RC_ASSERT(followed.figures.ride->end == fresh.figures.ride->end);
    RC_ASSERT(followed.figures.range.likely == fresh.figures.range.likely);
    for (std::size_t i = 0; i < fresh.figures.charging.size(); ++i)
      RC_ASSERT((followed.figures.charging[i].run != nullptr) == (fresh.figures.charging[i].run != nullptr));
  });
}

TEST_CASE("a change is told by its field, what both plans share is not looked at, and lists of other length are another shape") {
  const Plan plan = crowded();
  const auto changes = [&](const Plan& after) {
    std::vector<std::string> out;
    const bool alike = forEachChange(
        plan, after, [&](const std::string& pointer, const FieldSpec&, const FieldValue&, const FieldValue&) { out.push_back(pointer); });
    if (!alike) out.push_back("another shape");
    return out;
  };
  CHECK(changes(plan).empty());
  rc::prop("one field", [&] {
    std::vector<std::pair<std::string, const FieldSpec*>> fields;
    forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue&) {
      if (isNumeric(spec.kind) || spec.kind == Kind::Flag) fields.emplace_back(pointer, &spec);
    });
    const auto& [pointer, spec] = fields[static_cast<std::size_t>(upTo(fields.size()))];
    const FieldValue before = findField(plan, pointer)->value;
    const auto next = withField(plan, pointer, anyValueOf(*spec));
    if (!next) return;
    const bool same = findField(*next, pointer)->value == before;
    RC_ASSERT(changes(*next) == (same ? std::vector<std::string>() : std::vector<std::string>{pointer}));
    for (std::size_t k = 0; k < plan.packs.size(); ++k)
      RC_ASSERT(next->packs[k].readings.isShared(plan.packs[k].readings) == !pointer.starts_with(fmt::format("/packs/{}/readings/", k)));
  });
  CHECK(changes(*without(plan, "/routes", 0)) == std::vector<std::string>{"another shape"});
  Plan renamed = plan;
  renamed.cells[0].id = "other";
  renamed.packs[0].soc = StateOfCharge(0.5);
  CHECK(changes(renamed) == std::vector<std::string>{"/packs/0/soc", "another shape"});
}

TEST_CASE("records are measured without a mark; a mark that says so is not kept, another one is") {
  Plan plan = *withReading(plans::demo(), 0, {"2026-10-01", ReadingOf::Groups, Volt(51), Minute(60), {}, {}});
  CHECK(provenanceOf(plan, "/packs/0/readings/0/pack_V") == Provenance::Measured);
  CHECK(provenanceOf(plan, "/packs/0/readings_V") == Provenance::Assumed);
  CHECK(provenanceOf(plan, "/packs/1/mass_kg") != Provenance::Measured);
  plan.provenance["/packs/0/readings/0/pack_V"].from = Provenance::Measured;
  plan.provenance["/packs/0/readings/0/rested_min"].from = Provenance::Claim;
  const Plan again = *readPlan(writePlan(plan));
  CHECK_FALSE(again.provenance.contains("/packs/0/readings/0/pack_V"));
  CHECK(provenanceOf(again, "/packs/0/readings/0/rested_min") == Provenance::Claim);
  Plan bad = plan;
  bad.packs[0].readings.edit()[0].rested = Minute(-1);
  CHECK(crossChecked(bad).error().place == "/packs/0/readings/0/rested_min");
  CHECK(crossChecked(bad, &plan).error().place == "/packs/0/readings/0/rested_min");
  CHECK(crossChecked(plan, &plan).has_value());
}
