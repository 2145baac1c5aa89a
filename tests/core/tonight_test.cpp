// The night's schedule against brute force, and what the plan makes of it.
#include <catch2/catch.hpp>
#include <random>
#include <set>

#include "core/charging/schedule.h"
#include "core/plan/edit.h"
#include "core/studies/tonight.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

/// A night written down by rules of its own: every start of every leg of every way is tried.
class Everything {
 public:
  Everything(const Night& night, NightGoal goal) : night_(night), goal_(goal) {}

  std::optional<std::tuple<int, int>> best() {
    job(0);
    return best_;
  }

 private:
  struct Placed {
    std::size_t job, charger;
    int from, to, away;
    double watts;
    bool byHand, last;
  };
  static bool within(const std::vector<MinuteSpan>& spans, int t) {
    for (const MinuteSpan& s : spans)
      if (s.from <= t && t < s.to) return true;
    return false;
  }
  bool watched(int from, int to) const {
    for (int t = from; t < to; ++t)
      if (!within(night_.watch, t)) return false;
    return true;
  }
  bool fits(const Placed& p) const {
    if (p.to > night_.length || !within(night_.hands, p.from)) return false;
    if (night_.attended && !watched(p.from, p.to)) return false;
    if (p.byHand && p.to < night_.length && !within(night_.hands, p.to)) return false;
    for (const Placed& q : placed_) {
      const bool same = q.charger == p.charger || q.job == p.job;
      if (same && p.from < q.away && q.from < p.away) return false;
      if (night_.oneAtATime && p.from < q.to && q.from < p.to) return false;
    }
    for (int t = p.from; t < p.to; ++t) {
      double sum = p.watts;
      for (const Placed& q : placed_)
        if (q.from <= t && t < q.to) sum += q.watts;
      if (sum > night_.supply + 1e-6) return false;
    }
    return true;
  }
  void job(std::size_t j) {
    if (j == night_.jobs.size()) return done();
    for (const ChargeWay& way : night_.jobs[j].ways) leg(j, way, 0, night_.jobs[j].release);
  }
  void leg(std::size_t j, const ChargeWay& way, std::size_t index, int from) {
    if (index == way.size()) return job(j + 1);
    const ChargeLeg& l = way[index];
    const bool timed = !l.endsItself && night_.timerStep > 0;
    int minutes = l.minutes;
    while (timed && minutes % night_.timerStep != 0) ++minutes;
    for (int t = from; t + minutes <= night_.length; ++t) {
      Placed p{j, l.charger, t, t + minutes, 0, l.watts, !l.endsItself && !timed, index + 1 == way.size()};
      p.away = p.to;
      while (!p.byHand && p.away < night_.length && !within(night_.hands, p.away)) ++p.away;
      if (!fits(p)) continue;
      placed_.push_back(p);
      leg(j, way, index + 1, p.away);
      placed_.pop_back();
    }
  }
  void done() {
    std::set<int> moments;
    int ready = 0, sum = 0, waiting = 0;
    for (const Placed& p : placed_) {
      moments.insert(p.from);
      if (p.byHand && p.to < night_.length) moments.insert(p.to);
      if (!p.last) continue;
      ready = std::max(ready, p.to);
      sum += p.to;
      waiting += night_.length - p.to;
    }
    const int count = static_cast<int>(moments.size());
    if (count > night_.mostMoments) return;
    const std::tuple<int, int> cost = goal_ == NightGoal::Soonest  ? std::tuple(ready, sum)
                                      : goal_ == NightGoal::AsLate ? std::tuple(waiting, 0)
                                                                   : std::tuple(count, waiting);
    if (!best_ || cost < *best_) best_ = cost;
  }

  const Night& night_;
  NightGoal goal_;
  std::vector<Placed> placed_;
  std::optional<std::tuple<int, int>> best_;
};

class Draw {
 public:
  explicit Draw(unsigned seed) : engine_(seed) {}
  int of(int low, int high) { return low + static_cast<int>(engine_() % static_cast<unsigned>(high - low + 1)); }
  bool heads(int inHundred) { return of(1, 100) <= inHundred; }

 private:
  std::mt19937 engine_;
};

std::vector<MinuteSpan> spans(Draw& draw, int length) {
  std::vector<MinuteSpan> out;
  int at = draw.of(0, length / 6);
  while (at < length) {
    const int end = std::min(length + 1, at + draw.of(length / 6, length));
    out.push_back({at, end});
    at = end + draw.of(1, length / 3);
  }
  return out;
}

Night randomNight(Draw& draw, int length, int jobs, int chargers, int exchanged = 40) {
  Night n;
  n.length = length;
  n.hands = spans(draw, length);
  n.watch = draw.heads(50) ? n.hands : spans(draw, length);
  n.attended = draw.heads(30);
  n.timerStep = draw.heads(40) ? draw.of(2, 4) : 0;
  n.oneAtATime = draw.heads(15);
  if (draw.heads(40)) n.supply = 300;
  n.mostMoments = draw.of(2, 4);
  for (int j = 0; j < jobs; ++j) {
    NightJob job;
    job.pack = static_cast<std::size_t>(j);
    job.release = draw.heads(30) ? draw.of(0, length / 4) : 0;
    const bool full = draw.heads(50);
    for (int c = 0; c < chargers; ++c)
      if (c == 0 || draw.heads(70))
        job.ways.push_back({{static_cast<std::size_t>(c), draw.of(2, length / 3), 100.0 * draw.of(1, 2), full}});
    if (job.ways.size() > 1 && j == 0 && draw.heads(exchanged)) {
      const std::vector<ChargeWay> single = job.ways;
      for (std::size_t a = 0; a < single.size(); ++a)
        for (std::size_t b = 0; b < single.size(); ++b) {
          if (a == b) continue;
          ChargeLeg first = single[a][0], second = single[b][0];
          first.minutes = (first.minutes + 1) / 2;
          second.minutes = (second.minutes + 1) / 2;
          first.endsItself = false;
          job.ways.push_back({first, second});
        }
    }
    n.jobs.push_back(std::move(job));
  }
  return n;
}

constexpr std::array goals{NightGoal::Soonest, NightGoal::ReadyBy, NightGoal::AsLate};

int sumOf(const NightPlan& p) {
  int out = 0;
  for (const Stint& s : p.stints) out += s.last ? s.done : 0;
  return out;
}

}  // namespace

TEST_CASE("300 small nights: nothing that brute force finds is better, for any goal; nor where one pack may change its charger") {
  Draw draw(300);
  int planned = 0;
  for (int i = 0; i < 500; ++i) {
    const bool exchanged = i >= 300;
    const int jobs = exchanged ? 2 : draw.of(1, 3);
    const Night night = randomNight(draw, jobs == 3 ? 18 : 30, jobs, exchanged ? 2 : draw.of(1, jobs == 3 ? 2 : 3), exchanged ? 100 : 40);
    for (const NightGoal goal : goals) {
      const auto best = Everything(night, goal).best();
      const NightResult ours = scheduleNight(night, goal);
      INFO("night " << i << ", goal " << static_cast<int>(goal));
      REQUIRE(ours.plan.has_value() == best.has_value());
      if (!best) continue;
      ++planned;
      CHECK(keeps(night, *ours.plan));
      const NightPlan& p = *ours.plan;
      const std::tuple<int, int> cost = goal == NightGoal::Soonest  ? std::tuple(p.ready, sumOf(p))
                                        : goal == NightGoal::AsLate ? std::tuple(p.waiting, 0)
                                                                    : std::tuple(p.moments, p.waiting);
      CHECK(cost == *best);
    }
  }
  CHECK(planned > 300);
}

TEST_CASE("300 large nights keep every rule: no two packs on one charger, no limit passed, no minute outside somebody's hours") {
  Draw draw(77);
  int planned = 0;
  for (int i = 0; i < 300; ++i) {
    Night night = randomNight(draw, 840, draw.of(3, 4), 3);
    night.mostMoments = 4;
    for (const NightGoal goal : goals) {
      const NightResult ours = scheduleNight(night, goal);
      if (!ours.plan) continue;
      ++planned;
      INFO("night " << i << ", goal " << static_cast<int>(goal));
      CHECK(keeps(night, *ours.plan));
      std::set<std::size_t> last;
      for (const Stint& s : ours.plan->stints)
        if (s.last) CHECK(last.insert(s.job).second);
      CHECK(last.size() == night.jobs.size());
    }
  }
  CHECK(planned > 200);
}

TEST_CASE("a plan that breaks a rule of its night is told from one that keeps it") {
  Night night;
  night.length = 100;
  night.hands = night.watch = {{0, 101}};
  night.jobs = {{0, 10, {{{0, 30, 100, true}}}}, {1, 0, {{{0, 30, 100, true}}}}};
  const NightPlan good = *scheduleNight(night, NightGoal::Soonest).plan;
  REQUIRE(keeps(night, good));
  CHECK(good.ready == 60);
  NightPlan bad = good;
  bad.stints[1].plug -= 5;  // the charger is on the other pack still
  CHECK_FALSE(keeps(night, bad));
  Night weak = night;
  weak.supply = 99;
  CHECK_FALSE(keeps(weak, good));
  CHECK(scheduleNight(weak, NightGoal::Soonest).blocked.size() == 2);
  Night away = night;
  away.hands = {{50, 101}};
  CHECK_FALSE(keeps(away, good));
}

TEST_CASE("a timer that steps by single minutes ends a charge while nobody is there; without one somebody has to") {
  Night night;
  night.length = 100;
  night.hands = {{0, 10}};
  night.watch = {{0, 101}};
  night.jobs = {{0, 0, {{{0, 37, 100, false}}}}};
  CHECK_FALSE(scheduleNight(night, NightGoal::Soonest).plan);
  night.timerStep = 1;
  const auto timed = scheduleNight(night, NightGoal::Soonest).plan;
  REQUIRE(timed);
  CHECK(timed->stints[0].done == 37);
  CHECK_FALSE(timed->stints[0].byHand);
}

namespace {

Plan evening() {
  Plan plan = plans::sound();
  plan.packs[0].soc = StateOfCharge(0.42);
  plan.packs[1].soc = StateOfCharge(0.55);
  plan.packs[0].tonight = StateOfCharge(0.8);
  return plan;
}

}  // namespace

TEST_CASE("tonight: each pack at its target, within somebody's hours, for the least time where that is asked") {
  const Plan plan = evening();
  const Assessment a = plans::assessed(plan);
  const Tonight soon = tonightOf(plan, a, NightGoal::Soonest), late = tonightOf(plan, a, NightGoal::AsLate);
  for (const Tonight& t : {soon, late}) {
    CHECK(t.trouble.empty());
    REQUIRE(t.stints.size() == 2);
    for (const TonightStint& s : t.stints) {
      CHECK(s.run.socAtEnd.value() == Approx(s.pack == 0 ? 0.8 : 1).margin(0.05));
      CHECK(s.run.socAtEnd.value() >= (s.pack == 0 ? 0.8 : 0.98));
      CHECK(s.plug >= t.night.begins);
      CHECK(s.done <= t.night.ready);
      const double ofDay = std::fmod(s.plug.value(), 1440);
      CHECK(((ofDay >= 17 * 60 && ofDay <= 23 * 60) || (ofDay >= 6 * 60 && ofDay <= 7 * 60)));
    }
    CHECK(std::is_sorted(t.steps.begin(), t.steps.end(), [](const TonightStep& x, const TonightStep& y) { return x.at < y.at; }));
  }
  CHECK(late.waiting < soon.waiting);
  CHECK(soon.ready < late.ready);
  CHECK(*soon.cost == Money(soon.mains.value() / 1000 * 0.34));
  // The timer ends what the charger does not: 80 % of the stock pack, in quarters of an hour.
  for (const TonightStint& s : soon.stints)
    if (s.pack == 0) {
      CHECK(s.byTimer);
      CHECK(std::fmod((s.done - s.plug).value(), 15) == Approx(0).margin(1e-9));
    }
}

TEST_CASE("tonight: nothing is charged that a Stop is about, that nobody knows the cold of, or that nobody is there for") {
  const auto refused = [](const Plan& plan, std::size_t k) {
    const Tonight t = tonightOf(plan, plans::assessed(plan), NightGoal::Soonest);
    for (const TonightStint& s : t.stints) CHECK(s.pack != k);
    return t.packs[k].refused;
  };
  CHECK(refused(plans::with(evening(), "/chargers/1/output_V", "58.8"), 1).starts_with("CHG-01"));
  CHECK(refused(plans::with(evening(), "/packs/0/charge_temperature_C", ""), 0) == "how cold it is where it is charged is not known yet");
  CHECK(refused(plans::with(evening(), "/packs/0/charge_temperature_C", "-3"), 0).find("never do") != std::string::npos);
  CHECK(refused(plans::with(evening(), "/chargers/0/output_A", ""), 0).find("not known yet") != std::string::npos);
  CHECK(refused(plans::with(plans::with(evening(), "/packs/0/condition", "swollen"), "/packs/0/soc", "40 %"), 0).starts_with("PACK-09"));
  const Plan wrong = plans::with(evening(), "/chargers/1/output_V", "58.8");
  CHECK(tonightOf(wrong, plans::assessed(wrong), NightGoal::Soonest).packs[0].refused.empty());  // the other one is charged all the same
  // What is assumed, claimed or unknown is no charger to plan with, and a Stop about the pack itself stands against it.
  CHECK(refused(plans::with(evening(), "/packs/0/bms/charge_A", ""), 0).find("not proven yet: BMS charge limit") != std::string::npos);
  CHECK(refused(plans::with(evening(), "/chargers/0/polarity", ""), 0).find("not proven yet: charger polarity") != std::string::npos);
  Plan claimed = evening();
  claimed.provenance["/chargers/1/output_V"].from = Provenance::Claim;
  CHECK(refused(claimed, 1).find("not proven yet: charger output") != std::string::npos);
  CHECK(refused(plans::with(evening(), "/packs/1/bms/present", "no"), 1).starts_with("PACK-13"));
  // Partial by volts: a target that a charger never reaches is no target for it.
  CHECK(refused(plans::with(evening(), "/chargers/1/output_V", "52"), 1).find("never gets it to 100 %") != std::string::npos);
  Plan nobody = evening();
  for (PresentHours& h : nobody.charging.there) h.presence.reset();
  const Tonight t = tonightOf(nobody, plans::assessed(nobody), NightGoal::Soonest);
  CHECK(t.stints.empty());
  CHECK(t.trouble.starts_with("Nobody is said to be there"));
}

TEST_CASE("tonight: warm cells rest until they have cooled, by hand-worked time") {
  Plan plan = plans::with(evening(), "/packs/1/temperature_C", "45");
  const Assessment a = plans::assessed(plan);
  const PackModel& m = a.figures.packs[1].model;
  const Tonight t = tonightOf(plan, a, NightGoal::Soonest);
  const double air = plan.packs[1].chargeTemperature->value();
  const double expected = m.mass->value() * 900 / (5 * m.envelope.value()) * std::log((45 - air) / (35 - air)) / 60;
  CHECK(t.packs[1].waits.value() == Approx(expected));
  for (const TonightStint& s : t.stints)
    if (s.pack == 1) CHECK((s.plug - t.night.begins).value() >= expected - 1e-9);
  CHECK_FALSE(reaches(m, Celsius(45), Celsius(15), Celsius(20)));
  CHECK_FALSE(reaches(m, Celsius(45), Celsius(50), Celsius(20)));
}

TEST_CASE("in the cool a charge is counted at what the cells take, and the step says so") {
  const Plan plan = plans::with(evening(), "/packs/1/charge_temperature_C", "5");
  const Tonight t = tonightOf(plan, plans::assessed(plan), NightGoal::Soonest);
  const auto step =
      std::find_if(t.steps.begin(), t.steps.end(), [](const TonightStep& s) { return s.words.starts_with("deck charger into deck"); });
  REQUIRE(step != t.steps.end());
  CHECK(step->words.find("set to 3.") != std::string::npos);
  const Tonight warm = tonightOf(evening(), plans::assessed(evening()), NightGoal::Soonest);
  CHECK(t.ready > warm.ready);
}

TEST_CASE("a timer ends a charge in its steps: where the pack then stands is said, not where it was to stand") {
  const Plan plan = plans::with(evening(), "/charging/timer_step_min", "60");
  const Tonight t = tonightOf(plan, plans::assessed(plan), NightGoal::Soonest);
  const auto stint = std::find_if(t.stints.begin(), t.stints.end(), [](const TonightStint& s) { return s.pack == 0; });
  REQUIRE(stint != t.stints.end());
  CHECK(stint->byTimer);
  CHECK(std::fmod((stint->done - stint->plug).value(), 60) == Approx(0).margin(1e-9));
  const double ah = 2 * (stint->done - stint->plug).value() / 60;
  const double capacity = plans::assessed(plan).figures.packs[0].model.capacity.value();
  CHECK(stint->run.socAtEnd.value() == Approx(0.42 + ah / capacity).epsilon(0.01));
  CHECK(stint->run.socAtEnd.value() > 0.8);
  CHECK(Minute(stint->run.end).value() == Approx((stint->done - stint->plug).value()).epsilon(0.01));
}

TEST_CASE("a hold that is due is part of a full charge; a charger that nothing ends is not left to itself") {
  const auto said = [](const Plan& p) {
    std::string out;
    for (const TonightStep& s : tonightOf(p, plans::assessed(p), NightGoal::Soonest).steps) out += s.words + "\n";
    return out;
  };
  CHECK(said(evening()).find("a hold is due") == std::string::npos);
  CHECK(said(plans::with(evening(), "/packs/1/cycles_since_held", "22"))
            .find("deck stands at 100 %: the charger ends it; leave it on for 2 h more") != std::string::npos);
  CHECK(said(plans::with(evening(), "/packs/0/cycles_since_held", "22")).find("a hold is due") == std::string::npos);  // it ends at 80 %
  const std::string endless = said(plans::with(evening(), "/chargers/1/ends_by", "nothing"));
  CHECK(endless.find("deck charger into deck; timer to") != std::string::npos);
}

TEST_CASE("a household of forty chargers is planned with its quickest ones") {
  Plan plan = evening();
  for (int i = 0; i < 38; ++i) {
    Charger c = plan.chargers[1];
    c.id = "spare-" + std::to_string(i);
    c.current = Ampere(1 + 0.05 * i);
    plan.chargers.push_back(c);
    for (const char* key : {"output_V", "output_A"})
      plan.provenance["/chargers/" + std::to_string(i + 2) + "/" + key].from = Provenance::Label;
  }
  for (const NightGoal goal : goals) {
    const Tonight t = tonightOf(plan, plans::assessed(plans::with(plan, "/charging/one_at_a_time", "yes")), goal);
    CHECK(t.trouble.empty());
    CHECK(t.stints.size() >= 2);
  }
}

TEST_CASE("one at a time, and no more watts than the socket gives") {
  Plan plan = evening();
  const auto together = [](const Tonight& t) {
    return t.stints.size() == 2 && t.stints[0].plug < t.stints[1].done && t.stints[1].plug < t.stints[0].done;
  };
  CHECK(together(tonightOf(plan, plans::assessed(plan), NightGoal::Soonest)));
  const Plan one = plans::with(plan, "/charging/one_at_a_time", "yes");
  CHECK_FALSE(together(tonightOf(one, plans::assessed(one), NightGoal::Soonest)));
  const Plan weak = plans::with(plan, "/charging/supply_W", "260");
  CHECK_FALSE(together(tonightOf(weak, plans::assessed(weak), NightGoal::Soonest)));
}
