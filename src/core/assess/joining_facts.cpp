// Facts beside the simulation, in figures and sentences.
#include "core/assess/joining_facts.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double unequalCharge = 0.10;  // of charge: on a flat curve equal volts hide as much
constexpr double putBackShare = 0.99;   // coulombic efficiency of lithium cells at home rates

std::string volts(Volt v) { return formatNumber(v.value()) + " V"; }
std::string amps(Ampere a) { return formatNumber(a.value(), 2) + " A"; }

/// The pack with the highest rest voltage: it leads.
std::size_t fullerPack(const Figures& f) {
  std::size_t first = 0;
  for (std::size_t k = 1; k < f.packs.size(); ++k)
    if (f.packs[k].model.restVoltage() > f.packs[first].model.restVoltage()) first = k;
  return first;
}

void chargeToMeet(MeetingFigures& m, const Plan& plan, const Figures& f) {
  const PackModel& low = f.packs[m.low].model;
  const StateOfCharge target = low.curve.inverse(f.meetFrom / static_cast<double>(low.series));
  m.chargeTo = low.curve.at(target) * low.series;
  m.chargeAtMost = f.meetTo;
  const StateOfCharge now = m.lowReading ? low.curve.inverse(*m.lowReading / static_cast<double>(low.series)) : low.soc;
  for (const ChargeFigures& c : f.charging) {
    if (c.pack != m.low || !c.assigned || !c.known || c.verdict == ChargeVerdict::Stop) continue;
    const Ampere current = *plan.chargers[c.charger].current;
    if (current > Ampere(0) && target > now) m.chargeFor = Second((target - now).value() * low.capacity.value() * 3600 / current.value());
  }
}

}  // namespace

std::string_view meetingWord(Meeting meeting) {
  switch (meeting) {
    case Meeting::Safe: return "safe now";
    case Meeting::Wait: return "wait, or measure again";
    case Meeting::Stop: return "stop";
    case Meeting::NotRested: return "let both rest 30 min";
    case Meeting::NotRead: return "not measured yet";
    case Meeting::NoLimit: return "no limit known";
    case Meeting::Unlike: return "never: unlike packs";
  }
  return "";
}

MeetingFigures meetingOf(const Plan& plan, const Figures& f) {
  MeetingFigures m;
  if (f.packs.size() < 2) return m;
  if (!f.window) {
    m.verdict = Meeting::Unlike;
    return m;
  }
  m.high = f.windowHigh;
  m.low = f.windowLow;
  const ConnectWindow& w = *f.window;
  const auto lastOf = [&](std::size_t k) { return lastVolts(plan.packs[k], f.packs[k].model.series); };
  const auto high = lastOf(m.high), low = lastOf(m.low);
  if (high) m.highReading = high->volts;
  if (low) m.lowReading = low->volts;
  m.gap = w.gap;
  m.peak = w.peak;
  m.measuredResistance = plan.packs[m.high].measuredResistance && plan.packs[m.low].measuredResistance;
  const PackModel& receiving = f.packs[m.low].model;
  m.perCell = m.peak / static_cast<double>(receiving.parallel);
  if (receiving.cellCharge) m.perCellLimit = *receiving.cellCharge / static_cast<double>(receiving.parallel);
  const auto atReading = [&](std::size_t k, Known<Volt> reading) {
    Source s = f.packs[k].source;
    if (reading) s.start = s.curve.inverse(*reading / static_cast<double>(s.series));
    return s;
  };
  const Source a = atReading(m.low, m.lowReading), b = atReading(m.high, m.highReading);
  m.equalising = equalise(a, b, {Volt(0), MilliOhm(0.5), false});
  if (!w.window) {
    m.verdict = Meeting::NoLimit;
    return m;
  }
  m.window = *w.window;
  m.curvesFlat = w.gap <= m.window && std::abs((b.start - a.start).value()) > unequalCharge;
  chargeToMeet(m, plan, f);
  if (!high || !low) return m;
  m.doubt = f.windowDoubt;
  if (!high->rested || !low->rested) m.verdict = Meeting::NotRested;
  else if (m.gap + m.doubt <= m.window) m.verdict = Meeting::Safe;
  else if (m.gap - m.doubt > m.window) m.verdict = Meeting::Stop;
  else m.verdict = Meeting::Wait;
  return m;
}

std::vector<ChargePath> chargePaths(const Plan& plan, const Figures& f) {
  std::vector<ChargePath> out;
  const bool joined = f.packs.size() > 1;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    const std::string& name = f.packs[k].model.name;
    if (!joined) {
      out.push_back({true, fmt::format("{}: by its own port.", name)});
    } else if (f.joint.oneWay) {
      out.push_back(
          {true, fmt::format("{}: by its own port, each with its own charger; nothing reaches it through the joint, and braking gives "
                             "nothing back.",
                             name)});
    } else if (p.bms.port == BmsPort::Separate) {
      out.push_back({false, fmt::format("{}: never while joined. Current from the other pack goes into its discharge side, past its charge "
                                        "protection.",
                                        name)});
    } else {
      if (!p.bms.port) {
        out.push_back({false, fmt::format("{}: not while it is not known whether its board has one port or two.", name)});
        continue;
      }
      Ampere least(1e9);
      bool all = true;
      for (std::size_t i = 0; i < plan.packs.size(); ++i) {
        const Known<Ampere> limit = plan.packs[i].bms.charge;
        all = all && limit;
        if (limit) least = std::min(least, *limit);
      }
      out.push_back(
          {all,
           all ? fmt::format("{}: one charger charges both through the joint; at most {} in all, the smaller charge limit, "
                             "because one BMS may leave.",
                             name, amps(least))
               : fmt::format("{}: one charger charges both through the joint; a charge limit is not known yet: not before it is.", name)});
    }
  }
  return out;
}

Combined combinedCharge(const Plan& plan, const Figures& f) {
  Combined c;
  double charge = 0, capacity = 0;
  Volt highest(0);
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const PackModel& m = f.packs[k].model;
    const auto reading = restedVolts(plan.packs[k], m.series);
    c.measured = c.measured && reading;
    const StateOfCharge s = reading ? m.curve.inverse(reading->volts / static_cast<double>(m.series)) : m.soc;
    charge += s.value() * m.capacity.value();
    capacity += m.capacity.value();
    c.energy += WattHour(s.value() * m.capacity.value() * m.nominal.value());
    highest = std::max(highest, m.curve.at(s) * m.series);
  }
  if (capacity <= 0) return c;
  c.truth = StateOfCharge(charge / capacity);
  c.gauge = gaugeAt(f, highest - f.joint.forwardDrop);
  const double points = (c.gauge - c.truth).value() * 100;
  c.lies = std::abs(points) < 1
               ? "the gauge will be right to a point at rest"
               : fmt::format("at rest the gauge will read {} points {}", formatNumber(std::abs(points), 2), points > 0 ? "high" : "low");
  return c;
}

std::vector<SourceSpeed> noLoadSpeeds(const Plan& plan, const Figures& f) {
  std::vector<SourceSpeed> out;
  if (!plan.bike.noLoadSpeed || f.packs.empty()) return out;
  const Volt reference = f.packs.front().model.nominal;
  for (const PackFigures& p : f.packs)
    out.push_back({p.model.name, p.model.restVoltage(), *plan.bike.noLoadSpeed * (p.model.restVoltage() / reference)});
  return out;
}

std::vector<ShareProof> shareProofs(const Plan&, const Figures& f) {
  std::vector<ShareProof> out;
  if (f.packs.size() < 2 || !f.ride || f.ride->end <= Second(60)) return out;
  const DischargeRun& run = *f.ride;
  const Second early(std::min(120.0, run.end.value() * 0.1));
  const Second middle = run.end * 0.6;
  const auto legs = [&](Second t) {
    const Row row = run.at(t);
    std::string text;
    for (std::size_t k = 0; k < f.packs.size(); ++k)
      text += fmt::format("{}{} {}", k ? ", " : "", f.packs[k].model.name, amps(row.current[k]));
    return text;
  };
  out.push_back({"Clamp meter around each lead",
                 fmt::format("after {} min: {}; after {} min: {}", formatNumber(early.value() / 60, 2), legs(early),
                             formatNumber(middle.value() / 60, 2), legs(middle)),
                 "one lead at 0 A all the way to the end: that pack never joins in"});
  std::string back;
  for (std::size_t k = 0; k < run.sources.size(); ++k)
    back +=
        fmt::format("{}{} {} Ah", k ? ", " : "", f.packs[k].model.name, formatNumber(run.sources[k].delivered.value() / putBackShare, 2));
  out.push_back({"Ah put back by each charger", "after the whole ride: " + back, "one charger done in minutes: its pack was not used"});
  double all = 0;
  for (const PackFigures& p : f.packs) all += p.model.capacity.value();
  const PackModel& first = f.packs[fullerPack(f)].model;
  out.push_back({"Fall of the rested volts over Ah",
                 fmt::format("points of charge per Ah: {} by {} alone, {} once they share", formatNumber(100 / first.capacity.value(), 2),
                             first.name, formatNumber(100 / all, 2)),
                 "the steeper figure all the way: only one pack works"});
  return out;
}

std::optional<SharingInput> sharingInputOf(const Figures& f) {
  if (f.packs.size() < 2 || !f.ride || f.ride->input().converter) return std::nullopt;
  const std::size_t first = fullerPack(f);
  const PackModel& m = f.packs[first].model;
  if (std::any_of(f.packs.begin(), f.packs.end(),
                  [&](const PackFigures& p) { return p.model.series != m.series || p.model.chemistry != m.chemistry; }))
    return std::nullopt;
  SharingInput in;
  in.chemistry = m.chemistry;
  in.curve = m.curve;
  in.series = m.series;
  in.fuller = m.capacity;
  std::vector<Source> sources;
  for (const PackFigures& p : f.packs) {
    in.all += p.model.capacity;
    sources.push_back(p.source);
  }
  in.ways = waysOf(sources, first, f.joint, f.common);
  AmpereHour given;
  for (const SourceResult& r : f.ride->sources) given += r.delivered;
  if (f.ride->end > Second(0)) in.usual = Ampere(given.value() * 3600 / f.ride->end.value());
  Second knee = f.ride->end;
  for (std::size_t k = 0; k < f.packs.size(); ++k)
    if (k != first && f.ride->sources[k].knee) knee = std::min(knee, *f.ride->sources[k].knee);
  in.knee = AmpereHour((m.soc - f.ride->at(knee).soc[first]).value() * m.capacity.value());
  return in;
}

std::vector<SecondPackLine> secondPackChanges(const Plan& plan, const Figures& f) {
  std::vector<SecondPackLine> out;
  if (f.packs.size() < 2) return out;
  const Known<Ampere> limit = plan.bike.controller.currentLimit;
  out.push_back({"Controller's limit", "no",
                 limit ? fmt::format("it still takes {} at most, whatever stands before it", amps(*limit))
                       : std::string("its limit is not known yet")});
  if (f.demand.peak) {
    const Ampere peak = *f.demand.peak;
    double conductance = 0;
    for (const PackFigures& p : f.packs) conductance += 1 / sourceResistance(p.source, f.joint).value();
    const Ohm together(1 / conductance);
    const Volt alone = peak * sourceResistance(f.packs.front().source, f.joint);
    out.push_back({"Sag in a hard pull", f.joint.turns == Turns::OneAtATime ? "no" : "less",
                   f.joint.turns == Turns::OneAtATime ? std::string("one at a time: each sags as it does alone")
                                                      : fmt::format("{} by {} alone, {} once they share", volts(alone),
                                                                    f.packs.front().model.name, volts(peak * together))});
  } else {
    out.push_back({"Sag in a hard pull", "less", "the controller's limit is needed for a figure"});
  }
  Volt low(1e9), high(0);
  for (const PackFigures& p : f.packs) {
    low = std::min(low, p.model.nominal);
    high = std::max(high, p.model.nominal);
  }
  out.push_back({"No-load speed", high > low * 1.02 ? "yes" : "no",
                 high > low * 1.02 ? fmt::format("the voltage class differs: {} against {}", volts(high), volts(low))
                                   : std::string("it follows the volts, and they are the same class")});
  if (f.demand.sustained) {
    const double stock = f.demand.sustained->value() / f.packs.front().model.capacity.value();
    double all = 0;
    for (const PackFigures& p : f.packs) all += p.model.capacity.value();
    out.push_back({"Life of the cells", "longer",
                   fmt::format("{} C on the first pack alone, {} C shared, and a discharge {} % as deep for the same way",
                               formatNumber(stock, 2), formatNumber(f.demand.sustained->value() / all, 2),
                               formatNumber(100 * f.packs.front().model.capacity.value() / all, 2))});
  } else {
    out.push_back({"Life of the cells", "longer", "lower C-rate and less depth for the same way"});
  }
  return out;
}

std::optional<RidePlan> ridePlanOf(const Plan& plan, const Figures& f) {
  if (!f.range.known) return std::nullopt;
  RidePlan out;
  out.reach = f.range.now;
  out.reserve = plan.need.reserve.value_or(Kilometre(0));
  out.turnRound = std::max(Kilometre(0), (out.reach - out.reserve) * 0.5);
  if (!plan.routes.empty()) out.route = plan.routes.front().length;
  out.enough = out.route && *out.route + out.reserve <= out.reach;
  if (f.joint.turns == Turns::Together || !f.ride) {
    std::string all;
    for (const PackFigures& p : f.packs) all += (all.empty() ? "" : " and ") + p.model.name;
    out.order.push_back(all + (f.packs.size() > 1 ? " together" : ""));
    return out;
  }
  for (std::size_t k : f.ride->input().order) out.order.push_back(f.packs[k].model.name);
  return out;
}

std::optional<GaugeLie> worstGaugeLie(const Figures& f) {
  if (!f.ride || f.ride->end <= Second(0)) return std::nullopt;
  std::optional<GaugeLie> worst;
  for (int i = 0; i < 400; ++i) {
    const Second t = f.ride->end * (i / 400.0);
    const Row row = f.ride->at(t);
    if (row.bus <= Volt(0)) continue;
    const GaugeLie here{t, gaugeAt(f, row.controller), truthAt(f, row)};
    if (!worst || std::abs((here.gauge - here.truth).value()) > std::abs((worst->gauge - worst->truth).value())) worst = here;
  }
  return worst;
}

std::vector<LowCut> lowCuts(const Figures& f) {
  std::vector<LowCut> out;
  for (const PackFigures& p : f.packs) {
    LowCut c;
    c.name = p.model.name;
    c.bmsAtPack = p.model.groupCutoff * p.model.series;
    if (f.cutoff > Volt(0)) c.controllerPerCell = f.cutoff / static_cast<double>(p.model.series);
    c.first = c.bmsAtPack <= Volt(0) && f.cutoff <= Volt(0) ? "nothing" : f.cutoff > c.bmsAtPack ? "the controller" : "its BMS";
    out.push_back(std::move(c));
  }
  return out;
}

}  // namespace usherwright
