// The circuit at rest with what is wrong in it.
#include "core/practice/bench_world.h"

#include <algorithm>
#include <cmath>

#include "core/charging/charger_put.h"
#include "core/plan/names.h"

namespace usherwright {
namespace {

constexpr double underTen = 10e3;              // Ω across the probes where the step asks for it
constexpr double leakOhms = 15e3;              // Ω from a pole to the frame
constexpr double wayLeakOhms = 50e3;           // Ω of a way that no longer shuts
constexpr double shortOhms = 3;                // Ω of a solder bridge and its lead
constexpr double lampOhms = 400;               // Ω of a lamp and its converter
constexpr double openOhms = 5e6;               // Ω over a dry harness
constexpr double weak = 0.25;                  // V that a weak group stands off
constexpr double lowest = 2.2;                 // V a group that was left to drain
constexpr double diodeAtMicroamperes = 0.15;   // V
constexpr double perWatt = 12;                 // K a contact warms by in a housing
constexpr double usualRise = 9, hotRise = 48;  // K: of a good contact, and of the least that counts as bad here
constexpr double boardStop = 0.05;             // V over full where a board ends the charge
constexpr double drift = 1.04;
constexpr double air = 19;        // °C
constexpr double quietAfter = 4;  // s, then a silent meter says no more

std::string_view kindOf(const std::string& step) { return std::string_view(step).substr(0, step.find('/')); }

}  // namespace

double BenchWorld::Cells::volts() const { return dark ? 0 : awake(); }

double BenchWorld::Cells::awake() const {
  double sum = 0;
  for (const double g : groups) sum += g;
  return sum * sign;
}

BenchWorld::BenchWorld(const Plan& plan, const Figures& figures, std::vector<HiddenFault> faults, unsigned seed)
    : plan_(plan), f_(figures), faults_(std::move(faults)), random_(seed) {
  std::normal_distribution<double> normal;
  for (std::size_t k = 0; k < f_.packs.size(); ++k) {
    const PackModel& m = f_.packs[k].model;
    Cells c;
    double soc = std::clamp(m.soc.value() + 0.01 * std::clamp(normal(random_), -3.0, 3.0), 0.02, 1.0);
    if (has(BenchFault::ApartInCharge, k)) soc = soc > 0.5 ? 0.12 : 0.97;
    const bool flat = m.chemistry == Chemistry::Lfp;
    const int series = std::max(1, m.series + (has(BenchFault::OneGroupMore, k) ? 1 : 0) - (has(BenchFault::OneGroupFewer, k) ? 1 : 0));
    for (int g = 0; g < series; ++g)
      c.groups.push_back(m.curve.at(StateOfCharge(soc)).value() + (flat ? 5e-4 : 2e-3) * std::clamp(normal(random_), -2.0, 2.0));
    const std::size_t odd = random_() % c.groups.size();
    if (has(BenchFault::WeakGroup, k)) c.groups[odd] -= weak;
    if (has(BenchFault::CellLost, k) && m.parallel > 1)  // the same Ah came out of fewer cells
      c.groups[odd] = m.curve.at(StateOfCharge(std::max(0.0, 1 - (1 - soc) * m.parallel / (m.parallel - 1.0)))).value();
    if (has(BenchFault::OverDischarged, k))
      std::fill(c.groups.begin(), c.groups.end(), std::min(lowest, m.restedEmpty.value() / m.series * 0.75));
    c.dark = has(BenchFault::BoardAsleep, k) || has(BenchFault::FuseOpen, k);
    c.sign = has(BenchFault::SwappedPlug, k) ? -1 : 1;
    packs_.push_back(std::move(c));
  }
}

bool BenchWorld::has(BenchFault kind, std::optional<std::size_t> part) const {
  return std::any_of(faults_.begin(), faults_.end(), [&](const HiddenFault& f) { return f.kind == kind && (!part || f.part == *part); });
}

/// A meter alone draws nothing: one way shows the highest that is the right way round, a hard joint what lies between.
double BenchWorld::atMain(const std::vector<bool>& plugged, bool home) const {
  const bool oneWay = meetOneWay(f_);
  double highest = 0, sum = 0, count = 0;
  for (std::size_t k = 0; k < packs_.size(); ++k) {
    if (!plugged[k] || (!home && has(BenchFault::PlugNotHome, k))) continue;
    const double volts = packs_[k].volts() * (has(BenchFault::MirroredHalf, k) ? -1 : 1);
    if (oneWay) {
      if (has(BenchFault::InputDead, k)) continue;
      if (has(BenchFault::InputShorted, k)) highest = std::abs(volts) > std::abs(highest) ? volts : highest;
      else if (volts > highest) highest = volts - diodeAtMicroamperes;
    } else {
      sum += volts;
      ++count;
    }
  }
  return oneWay ? highest : count > 0 ? sum / count : 0;
}

/// A charger of the label's volts pushes until it holds them, or until the board sees the first group at its stop; then half an hour's
/// rest.
double BenchWorld::fullAndRested(std::size_t pack) const {
  const PackModel& m = f_.packs[pack].model;
  const double charge = m.facts.charge.value(), most = charge + boardStop;
  const std::vector<double>& groups = packs_[pack].groups;
  const double mean = m.full.value() / static_cast<double>(groups.size());  // where the charger would bring every group
  const double middle = packs_[pack].volts() * packs_[pack].sign / static_cast<double>(groups.size());
  const double highest = *std::max_element(groups.begin(), groups.end());
  // What stands off now stands off then, and the highest one stops it.
  const double each = std::min(mean, most - (highest - middle));
  const double rests = m.chemistry == Chemistry::Lfp    ? 3.36
                       : m.chemistry == Chemistry::Lead ? 2.15
                       : m.chemistry == Chemistry::Nimh ? 1.40
                                                        : each - 0.02;
  return std::min(each, rests) * static_cast<double>(groups.size());
}

double BenchWorld::rise() const {
  const double amperes = f_.demand.sustained.value_or(Ampere(10)).value();
  double out = usualRise;
  // As many ohms as make it bad at this bike's current: less than that is no fault here.
  for (const BenchFault kind : {BenchFault::HighOhmCrimp, BenchFault::WarmPlug}) {
    if (!has(kind)) continue;
    const double ohms = std::max(0.03, (hotRise - usualRise) / (perWatt * amperes * amperes));
    out = std::max(out, usualRise + perWatt * amperes * amperes * ohms);
  }
  return out;
}

double BenchWorld::shown(double value, double digit) {
  std::normal_distribution<double> normal(0, 0.4);
  const double each = 1 / digit;
  return std::round((value + digit * normal(random_)) * each) / each + 0.0;  // no −0
}

InstrumentReading BenchWorld::reading(const WorkStep& step, double t) {
  InstrumentReading r;
  r.t = t;
  const std::string_view kind = kindOf(step.id);
  std::size_t k = 0;  // the pack that the step is about
  for (std::size_t i = 0; i < f_.packs.size(); ++i)
    if (step.id.ends_with("/" + f_.packs[i].model.id)) k = i;
  const auto volts = [&](double v) {
    if (has(BenchFault::MeterLeadsSwapped)) v = -v;
    if (has(BenchFault::MeterDrifts)) v *= drift;
    r.volts = shown(v, 0.01);
  };
  const std::vector<bool> none(packs_.size(), false), all(packs_.size(), true);
  std::vector<bool> only = none;
  if (!packs_.empty()) only[k] = true;
  if (packs_.empty() || !step.gate) volts(0.0);
  else if (kind == "ladder") {
    r.kind = InstrumentKind::Bms;
    for (const double g : packs_[k].groups) r.groups.push_back(shown(g, 0.001));
  } else if (kind == "volts") volts(packs_[k].volts());
  else if (kind == "leak") volts(has(BenchFault::FrameLeak, k) ? packs_[k].volts() * underTen / (underTen + leakOhms) : 0.0);
  else if (kind == "harness") {
    r.ohms = has(BenchFault::HarnessShort) ? shortOhms : has(BenchFault::LampsLeftOn) ? lampOhms : openOhms;
    *r.ohms = shown(*r.ohms, *r.ohms / 500);
  } else if (kind == "dark") {
    std::vector<bool> left = none;
    for (std::size_t other = 0; other < packs_.size(); ++other)
      if (other != k && has(BenchFault::OtherLeftPlugged, other)) left[other] = true;
    volts(atMain(left));
  } else if (kind == "alone") volts(atMain(only));
  else if (kind == "reverse") {
    const double main = atMain(only);
    double back = 0;
    for (std::size_t other = 0; other < packs_.size(); ++other) {
      if (other == k) continue;
      if (has(BenchFault::InputShorted, other)) back = std::max(back, main);
      if (has(BenchFault::InputLeaks, other)) back = std::max(back, main * underTen / (underTen + wayLeakOhms));
    }
    volts(back);
  } else if (kind == "meet") volts(packs_[f_.windowLow].volts());
  else if (kind == "both") volts(atMain(all));
  else if (kind == "charger") {
    r.kind = InstrumentKind::Charger;
    const std::string id = step.id.substr(8, step.id.rfind('/') - 8);
    std::size_t c = 0;
    while (c + 1 < plan_.chargers.size() && plan_.chargers[c].id != id) ++c;
    const PackModel& m = f_.packs[k].model;
    const double full = m.full.value(), group = m.facts.charge.value();
    double v = c < plan_.chargers.size() ? plan_.chargers[c].output.value_or(m.full).value() : full;
    if (has(BenchFault::ChargerTooHigh, c)) v = full + group;
    if (has(BenchFault::ChargerTooLow, c)) v = full - 3 * group;
    if (has(BenchFault::ChargerSwapped, c)) v = -v;
    if (has(BenchFault::ChargerDead, c)) v = 0;
    volts(v);
  } else if (kind == "wake") {
    volts(has(BenchFault::FuseOpen, k) ? 0.0 : packs_[k].awake());
  } else if (kind == "fuse") {
    r.ohms = has(BenchFault::FuseOpen, k) ? openOhms : 0.2;
    *r.ohms = shown(*r.ohms, *r.ohms / 20);
  } else if (kind == "seat") {
    volts(atMain(only, true));
  } else if (kind == "half") {
    volts(has(BenchFault::PlugNotHome, k) ? 0.0 : packs_[k].volts() * (has(BenchFault::MirroredHalf, k) ? -1 : 1));
  } else if (kind == "second-meter") {
    r.volts = shown(packs_[k].volts(), 0.01);
  } else if (step.id == "crimp") {
    const double off = has(BenchFault::HighOhmCrimp) ? 12 : has(BenchFault::WarmPlug) ? -12 : 0;
    r.temperatures = {shown(air + rise() + off, 0.1), shown(air + rise(), 0.1)};
  } else if (kind == "full") {
    volts(packs_[k].dark ? 0.0 : fullAndRested(k) * packs_[k].sign);
  } else if (kind == "warm") {
    r.temperatures = {shown(air + rise(), 0.1), shown(air, 0.1)};
  }
  return r;
}

std::string BenchWorld::bytes(const WorkStep& step, double t) {
  if (has(BenchFault::MeterSilent) && t > quietAfter) return {};
  InstrumentReading r = reading(step, t);
  if (has(BenchFault::MeterInMillivolts) && r.volts) *r.volts *= 1000;
  std::string out = lineOf(r);
  if (has(BenchFault::MeterGarbage) && random_() % 3 == 0) {
    for (std::size_t n = 1 + random_() % 6; n > 0; --n) out[random_() % out.size()] = static_cast<char>(33 + random_() % 200);
    out += "\n";
  }
  return out;
}

}  // namespace usherwright
