// The night's plan, and its words.
#include "core/studies/tonight.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/plan/names.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"
#include "core/studies/charging_studies.h"

namespace usherwright {
namespace {

constexpr double coolBelowLimit = 10;                       // K below the highest charging temperature
constexpr std::size_t mostChargers = 4, mostExchanged = 3;  // of one pack: the search stays exact for these, and short
constexpr double holdCycles = 20, evening = 3;              // h of a hold that somebody sits through
constexpr double enough = 0.005;                            // of the charge: at its target
constexpr double endsFull = 0.02;                           // of the charge: what a charger that is right leaves out

int whole(Minute m) { return static_cast<int>(std::ceil(m.value() - 1e-9)); }

class Planner {
 public:
  Planner(const Plan& plan, const Assessment& a, NightGoal goal) : plan_(plan), a_(a), goal_(goal) { out_.night = nightOf(plan); }

  Tonight build() {
    hours();
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) pack(k);
    const NightResult result = scheduleNight(night_, goal_);
    if (result.plan) put(*result.plan);
    else trouble(result);
    steps();
    return std::move(out_);
  }

 private:
  const PackModel& model(std::size_t k) const { return a_.figures.packs[k].model; }

  /// Spans of the day that lie in the night, joined where they touch.
  void hours() {
    night_.length = whole(out_.night.length);
    const int begins = whole(out_.night.begins);
    for (const PresentHours& h : plan_.charging.there) {
      if (!h.from || !h.to || !h.presence) continue;
      const int from = whole(*h.from), to = whole(*h.to) + (*h.to <= *h.from ? 1440 : 0);
      for (const int day : {-1440, 0, 1440}) {
        // Their last minute is one in which somebody is still there.
        const MinuteSpan s{std::max(0, from + day - begins), std::min(night_.length, to + day - begins) + 1};
        if (s.from >= s.to) continue;
        if (*h.presence != Presence::Watching) night_.hands.push_back(s);
        if (*h.presence != Presence::Hands) night_.watch.push_back(s);
      }
    }
    joined(night_.hands);
    joined(night_.watch);
    const Known<Attendance> who = plan_.charging.attendance;
    night_.attended = who != Attendance::Asleep && who != Attendance::Nobody;
    night_.timerStep = plan_.charging.timerStep ? std::max(1, whole(*plan_.charging.timerStep)) : 0;
    if (plan_.charging.supplyPower) night_.supply = plan_.charging.supplyPower->value();
    night_.oneAtATime = plan_.charging.oneAtATime == true;
  }

  static void joined(std::vector<MinuteSpan>& spans) {
    std::sort(spans.begin(), spans.end(), [](const MinuteSpan& x, const MinuteSpan& y) { return x.from < y.from; });
    std::vector<MinuteSpan> out;
    for (const MinuteSpan& s : spans) {
      if (!out.empty() && s.from <= out.back().to) out.back().to = std::max(out.back().to, s.to);
      else out.push_back(s);
    }
    spans = std::move(out);
  }

  void pack(std::size_t k) {
    TonightPack p;
    p.pack = k;
    p.now = model(k).soc;
    p.target = targetOf(plan_.packs[k]);
    if (p.target - p.now > StateOfCharge(enough)) job(k, p);
    out_.packs.push_back(std::move(p));
  }

  void job(std::size_t k, TonightPack& p) {
    NightJob job;
    job.pack = k;
    rest(k, p);
    if (!p.refused.empty()) return;
    job.release = whole(p.waits);
    p.refused = "no charger is put to it";
    std::vector<std::size_t> sound;
    for (const ChargeFigures& pair : a_.figures.charging) {
      if (pair.pack != k || !pair.assigned) continue;
      const std::string name = shownName(plan_.chargers[pair.charger]);
      if (const Finding* stop = chargingStop(plan_, a_, pair.charger, k)) p.refused = fmt::format("{}: {}", stop->id, stop->sentence);
      else if (!pair.known) p.refused = name + ": its output is not known yet";
      else if (const std::string open = notProven(plan_, a_, pair.charger, k); !open.empty())
        p.refused = fmt::format("{}: not proven yet: {}", name, open);
      else sound.push_back(pair.charger);
    }
    for (const std::size_t c : sound) oneLeg(c, k, p, job);
    // A household with more chargers than these does not need the slowest of them.
    std::stable_sort(job.ways.begin(), job.ways.end(),
                     [](const ChargeWay& a, const ChargeWay& b) { return a.front().minutes < b.front().minutes; });
    if (job.ways.size() > mostChargers) job.ways.resize(mostChargers);
    const std::vector<ChargeWay> single = job.ways;
    for (std::size_t i = 0; i < std::min(single.size(), mostExchanged); ++i)
      for (std::size_t j = 0; j < std::min(single.size(), mostExchanged); ++j)
        if (i != j) twoLegs(single[i].front().charger, single[j].front().charger, k, p, job);
    if (job.ways.empty()) return;
    p.refused.clear();
    night_.jobs.push_back(std::move(job));
  }

  /// Rest after the ride, or warmth before the charge.
  void rest(std::size_t k, TonightPack& p) const {
    const PackModel& m = model(k);
    const Known<Celsius> air = plan_.packs[k].chargeTemperature, cells = plan_.packs[k].temperature;
    if (!air) {
      p.refused = "how cold it is where it is charged is not known yet";
      return;
    }
    const Celsius from = cells.value_or(*air), most(m.facts.chargeTo.value() - coolBelowLimit), least = m.facts.chargeFrom;
    if (from <= most && from >= least) return;
    const Celsius to = from > most ? most : least;
    if (!m.mass) {
      p.refused = "how long its cells take to " + std::string(from > most ? "cool" : "warm") + " is not known: weigh it";
      return;
    }
    const Known<Minute> wait = reaches(m, from, to, *air);
    const std::string words =
        fmt::format("cells at {} °C {} to {} °C", formatNumber(from.value()), from > most ? "cool" : "warm", formatNumber(to.value()));
    if (!wait) {
      p.refused = fmt::format("{}; at {} °C they never do", words, formatNumber(air->value()));
      return;
    }
    p.waits = *wait;
    p.because = fmt::format("{} in {} °C", words, formatNumber(air->value()));
  }

  std::optional<ChargeRun> runOf(std::size_t c, std::size_t k, StateOfCharge from, StateOfCharge to, ChargeRows rows) const {
    auto in = chargeInputOf(plan_.chargers[c], plan_.packs[k], model(k));
    if (!in) return std::nullopt;
    in->start = from;
    in->target = to;
    ChargeRun run = charge(*in, rows);
    const bool full = to.value() >= 1 - enough && run.cause == ChargeEnd::StopCurrent && run.socAtEnd.value() >= to.value() - endsFull;
    if (!run.reachedTarget() && !full) return std::nullopt;
    return run;
  }

  static StateOfCharge halfWay(const TonightPack& p) { return p.now + (p.target - p.now) * 0.5; }

  ChargeLeg legOf(std::size_t c, const ChargeRun& run, StateOfCharge to) const {
    const bool itself = to.value() >= 1 - enough && plan_.chargers[c].endsBy != EndsBy::Nothing;
    return {c, std::max(1, whole(Minute(run.end))), mainsDraw(plan_.chargers[c]).value_or(Watt(0)).value(), itself};
  }

  void oneLeg(std::size_t c, std::size_t k, TonightPack& p, NightJob& job) const {
    if (const auto run = runOf(c, k, p.now, p.target, ChargeRows::Summary)) job.ways.push_back({legOf(c, *run, p.target)});
    else if (job.ways.empty())
      p.refused = fmt::format("{} never gets it to {} %", shownName(plan_.chargers[c]), formatNumber(p.target.value() * 100));
  }

  void twoLegs(std::size_t first, std::size_t second, std::size_t k, const TonightPack& p, NightJob& job) const {
    const StateOfCharge half = halfWay(p);
    const auto begun = runOf(first, k, p.now, half, ChargeRows::Summary), ended = runOf(second, k, half, p.target, ChargeRows::Summary);
    if (begun && ended) job.ways.push_back({legOf(first, *begun, half), legOf(second, *ended, p.target)});
  }

  Minute clock(int t) const { return out_.night.begins + Minute(t); }

  /// Where a charge stands when a timer ends it: its steps are coarser than the charge, and it is not pulled sooner.
  StateOfCharge after(const Stint& s, std::size_t k, StateOfCharge from, StateOfCharge to) const {
    const auto on = runOf(s.charger, k, from, StateOfCharge(1), ChargeRows::Rows);
    if (!on) return to;
    const Second until = Minute(s.done - s.plug);
    for (std::size_t i = 1; i < on->points.size(); ++i) {
      const ChargePoint &a = on->points[i - 1], &b = on->points[i];
      if (b.time < until) continue;
      return std::max(to, a.soc + (b.soc - a.soc) * ((until - a.time) / (b.time - a.time)));
    }
    return std::max(to, on->socAtEnd);
  }

  /// Due by cycles, or by groups that were read apart.
  std::string holdDue(std::size_t k) const {
    const Pack& p = plan_.packs[k];
    if (!isLithium(model(k).chemistry) || p.bms.balances == Balances::Never || p.bms.present == false) return {};
    const bool ridden = p.cyclesSinceHeld && p.cyclesSinceHeld->value() >= holdCycles;
    const auto groups = lastGroups(p, model(k));
    if (!ridden && !(groups && groups->verdict == GroupVerdict::Apart)) return {};
    const Known<Hour> hours = holdTime(p, model(k));
    if (hours && hours->value() > evening)
      return fmt::format("; a hold is due: {} in all, attended, an evening at a time", holdWords(p, model(k)));
    return fmt::format("; leave it on for {} more, attended: a hold is due", holdWords(p, model(k)));
  }

  void put(const NightPlan& plan) {
    for (const Stint& s : plan.stints) {
      const std::size_t k = night_.jobs[s.job].pack;
      const TonightPack& p = out_.packs[k];
      const auto same = std::count_if(plan.stints.begin(), plan.stints.end(), [&](const Stint& o) { return o.job == s.job; });
      const bool second = same > 1 && s.last;
      const StateOfCharge from = second ? halfWay(p) : p.now, to = same > 1 && !s.last ? halfWay(p) : p.target;
      const bool timer =
          !s.byHand && night_.timerStep > 0 && !(to.value() >= 1 - enough && plan_.chargers[s.charger].endsBy != EndsBy::Nothing);
      auto run = runOf(s.charger, k, from, timer ? after(s, k, from, to) : to, ChargeRows::Rows);
      if (!run) continue;
      out_.mains += run->mains;
      out_.stints.push_back({k, s.charger, clock(s.plug), clock(s.done), clock(s.free), std::move(*run), s.byHand, timer, s.last});
    }
    out_.ready = clock(plan.ready);
    out_.waiting = Minute(plan.waiting);
    if (plan_.charging.energyPrice) out_.cost = *plan_.charging.energyPrice * (out_.mains.value() / 1000);
  }

  void trouble(const NightResult& result) {
    if (night_.jobs.empty()) return;
    if (night_.hands.empty()) {
      out_.trouble = "Nobody is said to be there: enter the hours in which somebody can plug and unplug.";
      return;
    }
    for (const std::size_t j : result.blocked) {
      TonightPack& p = out_.packs[night_.jobs[j].pack];
      int least = 1 << 20;
      for (const ChargeWay& way : night_.jobs[j].ways) {
        int minutes = 0;
        for (const ChargeLeg& leg : way) minutes += leg.minutes;
        least = std::min(least, minutes);
      }
      p.refused = fmt::format("needs {} h {:02} min{}; the hours of somebody there do not hold it", least / 60, least % 60,
                              night_.attended ? ", watched" : "");
    }
    out_.trouble = result.blocked.empty() ? "Not all of them fit into one night: charge one of them less, or on another day."
                                          : "The hours in which somebody is there are too few.";
  }

  /// Where the pack comes from another charger.
  std::string exchanged(std::size_t i) const {
    const TonightStint& s = out_.stints[i];
    for (const TonightStint& o : out_.stints)
      if (o.pack == s.pack && !o.last && s.last) return fmt::format("{} out, ", shownName(plan_.chargers[o.charger]));
    return {};
  }

  std::string timerWords(const TonightStint& s) const {
    const int minutes = whole(s.done - s.plug);
    return fmt::format("timer to {} h {:02} min", minutes / 60, minutes % 60);
  }

  void steps() {
    for (std::size_t i = 0; i < out_.stints.size(); ++i) {
      const TonightStint& s = out_.stints[i];
      const std::string pack = model(s.pack).name, charger = shownName(plan_.chargers[s.charger]);
      const std::string ends = formatNumber(s.run.socAtEnd.value() * 100, 2) + " %";
      const bool full = s.run.input().target.value() >= 1 - enough;
      TonightStep plug{s.plug, fmt::format("{}{} into {}{}", exchanged(i), charger, pack, s.byTimer ? "; " + timerWords(s) : ""), {}};
      const Ampere counted = s.run.input().current;
      if (const Known<Ampere> gives = plan_.chargers[s.charger].current; gives && counted < *gives)
        plug.words += fmt::format("; set to {} A or less, cells this cool take no more", formatNumber(counted.value(), 2));
      const int spare = whole(out_.night.ready - s.done);
      plug.missed = spare > 0 ? fmt::format("it may begin up to {} h {:02} min later, if somebody is there then", spare / 60, spare % 60)
                              : "it is not ready in time";
      out_.steps.push_back(std::move(plug));
      if (s.byHand && s.done < out_.night.ready)
        out_.steps.push_back(
            {s.done, fmt::format("{} stands at {}: pull it", pack, ends), "it goes on to full, and stands there until somebody comes"});
      else if (s.last)
        out_.steps.push_back({s.done,
                              fmt::format("{} stands at {}{}", pack, ends,
                                          s.byTimer ? ": the timer ends it"
                                          : full    ? ": the charger ends it" + holdDue(s.pack)
                                                    : ": the charger ends it"),
                              s.byTimer ? "nothing: it is off" : "it stays at full on its charger"});
    }
    std::stable_sort(out_.steps.begin(), out_.steps.end(), [](const TonightStep& x, const TonightStep& y) { return x.at < y.at; });
  }

  const Plan& plan_;
  const Assessment& a_;
  NightGoal goal_;
  Night night_;
  Tonight out_;
};

}  // namespace

std::string tonightSum(const Plan& plan, const Tonight& tonight) {
  if (tonight.stints.empty()) return tonight.trouble.empty() ? "Nothing to charge tonight." : tonight.trouble;
  std::string out =
      fmt::format("Ready at {} · {} Wh from the wall", formatClock(tonight.ready.value()), formatNumber(tonight.mains.value(), 3));
  if (tonight.cost) out += fmt::format(", {:.2f} {}", tonight.cost->value(), plan.currency);
  return out + fmt::format(" · {} h at target, all packs together", formatNumber(tonight.waiting.value(), 2));
}

Known<Minute> reaches(const PackModel& model, Celsius from, Celsius to, Celsius air) {
  if (model.envelope.value() <= 0) return std::nullopt;
  const double now = (from - air).value(), then = (to - air).value();
  if (now == 0 || then / now <= 0 || then / now >= 1) return std::nullopt;
  return thermalTime(model) * std::log(now / then);
}

Tonight tonightOf(const Plan& plan, const Assessment& assessment, NightGoal goal) { return Planner(plan, assessment, goal).build(); }

}  // namespace usherwright
