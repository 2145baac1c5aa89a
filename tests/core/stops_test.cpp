// Charging on the way: nothing that is unknown is charged, more minutes never put in less, and a stop carries farther.
#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/assess/figures.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/studies/stops.h"
#include "core/studies/way_ridden.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

/// A long ride with a stop after `km`, for `min`, with the first charger that fills the second pack.
Plan stopping(const char* km, const char* min, double length = 60) {
  Plan plan = plans::sound();
  plan = plans::with(plan, "/routes/0/km", std::to_string(length));
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    plan = plans::with(plan, "/packs/" + std::to_string(k) + "/charge_temperature_C", "20");
  plan = *withNew(plan, "/routes/0/stops");
  if (*km) plan = plans::with(plan, "/routes/0/stops/0/km", km);
  if (*min) plan = plans::with(plan, "/routes/0/stops/0/min", min);
  for (const Charger& c : plan.chargers)
    if (serves(c, "second") && plan.routes[0].stops[0].charger.empty()) plan = plans::with(plan, "/routes/0/stops/0/charger", c.id);
  return plan;
}

WithStops made(const Plan& plan) { return withStops(plan, plans::assessed(plan)); }

}  // namespace

TEST_CASE("a stop puts in what the charger gives in its time, and the ride goes on from there") {
  const Plan plan = stopping("20", "60");
  const WithStops w = made(plan);
  REQUIRE(w.stops.size() == 1);
  const StopMade& s = w.stops[0];
  INFO(stopWords(plan, s, UnitSystem::Metric));
  CHECK(s.reached);
  CHECK(s.refused.empty());
  CHECK(s.after[1] > s.before[1]);
  CHECK(s.after[0] == s.before[0]);
  // 60 min at its amperes, by hand: Ah over capacity, while it is not held by its volts.
  const Assessment a = plans::assessed(plan);
  const Charger* charger = nullptr;
  for (const Charger& c : plan.chargers)
    if (c.id == plan.routes[0].stops[0].charger) charger = &c;
  REQUIRE(charger->current);
  const double byHand = charger->current->value() / a.figures.packs[1].model.capacity.value();
  CHECK((s.after[1] - s.before[1]).value() == Approx(byHand).margin(0.02));
  REQUIRE(w.stretches.size() == 2);
  CHECK(w.stretches[1].run->at(Second(0)).soc[1].value() == Approx(s.after[1].value()));
  CHECK(stopWords(plan, s, UnitSystem::Metric).starts_with("After 20 km, 60 min:"));
  CHECK(stopWords(plan, s, UnitSystem::Imperial).starts_with("After 12.4 mi"));
}

TEST_CASE("more minutes never put in less, and never lead to less at the end") {
  double gained = 0, end = 0;
  for (const char* min : {"1", "10", "30", "60", "120", "600", "1440"}) {
    const WithStops w = made(stopping("20", min));
    CHECK(w.gained.value() >= gained - 1e-9);
    gained = w.gained.value();
    const DischargeRun& last = *w.stretches.back().run;
    const double left = last.at(last.end).soc[1].value() + (last.cause == EndCause::RideOver ? 1 : 0);
    CHECK(left >= end - 1e-6);
    end = left;
  }
  CHECK(gained > 0);
}

TEST_CASE("what is not known is not charged") {
  const auto refusal = [](const Plan& p) { return made(p).stops.at(0).refused; };
  CHECK(refusal(stopping("", "60")) == "after how many km is not known yet");
  CHECK(refusal(stopping("20", "")) == "how long it lasts is not known yet");
  Plan plan = stopping("20", "60");
  CHECK(refusal(*withField(plan, "/routes/0/stops/0/charger", FieldValue{})) == "which charger is carried is not known yet");
  CHECK(refusal(*withField(plan, "/packs/1/charge_temperature_C", FieldValue{})) == "how cold it is there is not known yet");
  CHECK(refusal(stopping("61", "60")) == "the ride ends before");
  CHECK(refusal(stopping("500", "60", 900)) == "the packs do not carry that far");
  for (std::size_t i = 0; i < plan.chargers.size(); ++i)
    if (plan.chargers[i].id == plan.routes[0].stops[0].charger) {
      const std::string at = "/chargers/" + std::to_string(i);
      CHECK(refusal(*withField(plan, at + "/output_A", FieldValue{})) != "");
      // A charger that a Stop bars puts nothing in either.
      CHECK(refusal(plans::with(plan, at + "/output_V", "84")).starts_with("CHG-"));
      // Gone, it is named by nobody.
      const Plan less = *without(plan, "/chargers", i);
      CHECK(less.routes[0].stops[0].charger.empty());
      const auto renamed = withField(plan, at + "/id", FieldValue{std::string("carried")});
      REQUIRE(renamed);
      CHECK(renamed->routes[0].stops[0].charger == "carried");
    }
  CHECK_FALSE(withField(plan, "/routes/0/stops/0/charger", FieldValue{std::string("nobody's")}));
}

TEST_CASE("a ride that lies without a stop goes farther with one, and the way shows it") {
  const Plan plan = stopping("30", "240", 120);
  const Assessment a = plans::assessed(plan);
  const WayRidden without = wayRidden(plan, a.figures), with = wayRidden(plan, a.figures, 400, withStops(plan, a));
  REQUIRE(without.lies);
  REQUIRE(without.lies->value() > 30);
  CHECK((!with.lies || *with.lies > *without.lies));
  // Two places at the stop: as one comes, and as one goes on.
  std::size_t at = 0;
  for (std::size_t i = 1; i < with.points.size(); ++i) {
    CHECK(with.points[i].at >= with.points[i - 1].at);
    if (with.points[i].at == with.points[i - 1].at && with.points[i].left[1] > with.points[i - 1].left[1]) at = i;
    else CHECK(with.points[i].left[1].value() <= with.points[i - 1].left[1].value() + 1);
  }
  REQUIRE(at > 0);
  // A knee that the ride does not come to, because it stopped before, is none.
  for (const auto& [pack, where] : without.knees)
    if (where < Kilometre(30))
      CHECK(std::any_of(with.knees.begin(), with.knees.end(),
                        [&, p = pack, w = where](const auto& k) { return k.first == p && std::abs((k.second - w).value()) < 0.5; }));
  CHECK(with.points[at].at.value() == Approx(30).margin(0.01));
  CHECK(with.points[at].left[1].value() - with.points[at - 1].left[1].value() == Approx(with.stops.gained.value()).epsilon(0.02));
}

TEST_CASE("stops are made in the order of the way, whatever order they were noted in") {
  Plan plan = stopping("40", "30");
  plan = *withNew(plan, "/routes/0/stops");
  plan = plans::with(plan, "/routes/0/stops/1/km", "10");
  plan = plans::with(plan, "/routes/0/stops/1/min", "30");
  plan = plans::with(plan, "/routes/0/stops/1/charger", plan.routes[0].stops[0].charger);
  const WithStops w = made(plan);
  REQUIRE(w.stops.size() == 2);
  CHECK(w.stops[0].stop == 1);
  CHECK(w.stops[1].stop == 0);
  CHECK(w.stops[0].arrives < w.stops[1].arrives);
  CHECK(w.stood == Minute(60));
}
