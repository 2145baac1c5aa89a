// Bench arithmetic.
#include "core/pack/bench_tests.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/pack/ladders.h"
#include "core/parts/nameplate.h"
#include "core/quantity/date.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::chrono::days soon{90};

std::string n(double value) { return formatNumber(value); }

Volt medianOf(std::vector<Volt> values) {
  std::sort(values.begin(), values.end());
  const std::size_t half = values.size() / 2;
  return values.size() % 2 == 1 ? values[half] : (values[half - 1] + values[half]) / 2.0;
}

}  // namespace

Watt TwoLoadResult::peakPower(Volt cutoff) const {
  const Volt x = std::max(cutoff, openCircuit / 2.0);
  return x < openCircuit ? x * ((openCircuit - x) / resistance) : Watt(0);
}

Watt TwoLoadResult::powerAtCutoff(Volt cutoff) const {
  return cutoff < openCircuit ? cutoff * ((openCircuit - cutoff) / resistance) : Watt(0);
}

Expected<TwoLoadResult> resistanceOf(const TwoLoads& l) {
  if (std::abs((l.secondCurrent - l.firstCurrent).value()) < 0.1)
    return unexpected("two loads", fmt::format("{} A and {} A", n(l.firstCurrent.value()), n(l.secondCurrent.value())),
                      "two currents that differ by 0.1 A or more");
  const Ohm r = (l.first - l.second) / (l.secondCurrent - l.firstCurrent);
  if (r <= Ohm(0))
    return unexpected("two loads",
                      fmt::format("{} V at {} A and {} V at {} A", n(l.first.value()), n(l.firstCurrent.value()), n(l.second.value()),
                                  n(l.secondCurrent.value())),
                      "fewer volts at the larger current");
  return TwoLoadResult{r, l.first + l.firstCurrent * r};
}

Expected<GroupCheck> checkGroups(const GroupInput& in) {
  const std::size_t count = in.groups.size();
  if (count < 2) return unexpected("group volts", fmt::format("{} reading{}", count, count == 1 ? "" : "s"), "two or more");
  GroupCheck g;
  g.median = medianOf(in.groups);
  g.lowest = static_cast<std::size_t>(std::min_element(in.groups.begin(), in.groups.end()) - in.groups.begin());
  g.highest = static_cast<std::size_t>(std::max_element(in.groups.begin(), in.groups.end()) - in.groups.begin());
  g.spread = in.groups[g.highest] - in.groups[g.lowest];
  g.byDeviation.resize(count);
  std::iota(g.byDeviation.begin(), g.byDeviation.end(), 0u);
  std::stable_sort(g.byDeviation.begin(), g.byDeviation.end(), [&](std::size_t a, std::size_t b) {
    return std::abs((in.groups[a] - g.median).value()) > std::abs((in.groups[b] - g.median).value());
  });
  g.deviating = g.byDeviation.front();
  const auto charge = [&](Volt v) { return in.capacity * in.curve.inverse(v).value(); };
  for (Volt v : in.groups) g.missing.push_back(charge(in.groups[g.highest]) - charge(v));
  g.missingAgainstHighest = g.missing[g.lowest];
  g.missingAgainstMedian = charge(g.median) - charge(in.groups[g.lowest]);
  if (in.balance && in.balance->value() > 0) g.balanceTime = Hour(g.missingAgainstHighest.value() / Ampere(*in.balance).value());
  const bool flat = in.loose && in.flat && g.median > in.curve.at(StateOfCharge(0.2)) && g.median < in.curve.at(StateOfCharge(0.9));
  const double apart = flat ? 0.005 : in.loose ? 0.020 : 0.030;
  const double reject = flat ? 0.030 : 0.100;
  g.verdict = g.spread > Volt(reject) ? GroupVerdict::Reject : g.spread > Volt(apart) ? GroupVerdict::Apart : GroupVerdict::Even;
  const std::string_view thing = in.loose ? "cell" : "group";
  g.sentence = fmt::format("Spread {} mV; {} {} is furthest from the median.", n(1000 * g.spread.value()), thing, g.deviating + 1);
  if (g.verdict == GroupVerdict::Even) g.sentence += " Even enough.";
  else if (in.loose && g.verdict == GroupVerdict::Apart) g.sentence += " Charge them to one voltage before they are joined.";
  else if (in.loose) g.sentence += fmt::format(" Reject the odd one: over {} mV apart is no batch.", n(1000 * reject));
  else
    g.sentence += fmt::format(" Group {} lacks {} Ah against the highest{}.", g.lowest + 1, n(g.missingAgainstHighest.value()),
                              g.balanceTime ? fmt::format(": {} h at the balance current", n(g.balanceTime->value())) : std::string());
  return g;
}

Expected<std::vector<Volt>> readVolts(std::string_view text) {
  // A comma parts values only if something else is the decimal sign, or if nothing else parts them.
  const bool point = text.find('.') != std::string_view::npos;
  const bool otherParting = text.find_first_of(" ;\n\t") != std::string_view::npos;
  const bool commaParts = point || !otherParting;
  std::vector<Volt> out;
  std::size_t from = 0;
  const auto parts = [&](char c) { return c == ' ' || c == ';' || c == '\n' || c == '\t' || c == '\r' || (c == ',' && commaParts); };
  while (from < text.size()) {
    if (parts(text[from])) {
      ++from;
      continue;
    }
    std::size_t end = from;
    while (end < text.size() && !parts(text[end])) ++end;
    std::string piece(text.substr(from, end - from));
    from = end;
    if (piece == "V" || piece == "v" || piece == "mV") continue;  // "3.742 V": the unit parted from its number
    std::string digits = piece;
    std::replace(digits.begin(), digits.end(), ',', '.');
    const auto value = parseQuantity(digits, Kind::Voltage);
    if (!value || *value < 0) return unexpected(fmt::format("reading {}", out.size() + 1), inQuotes(piece), "the volts of one group");
    const double volts = *value > 1000 ? *value / 1000 : *value;
    if (volts > 10) return unexpected(fmt::format("reading {}", out.size() + 1), inQuotes(piece), "the volts of one group, 0 to 10 V");
    if (out.size() == 200) return unexpected("readings", "more than 200", "at most 200");
    out.emplace_back(volts);
  }
  return out;
}

namespace {

/// The k ≤ P/2 for which the health is nearest to (P − k)/P and within 0.04; 0 if none.
int missingByRatio(double health, int parallel) {
  if (parallel > 8) return 0;
  int best = 0;
  double nearest = 0.04;
  for (int k = 1; 2 * k <= parallel; ++k) {
    const double off = std::abs(health - static_cast<double>(parallel - k) / parallel);
    if (off <= nearest) {
      nearest = off;
      best = k;
    }
  }
  return best;
}

}  // namespace

Expected<CapacityVerdict> judgeCapacity(const CapacityInput& in) {
  if (in.tests.empty() || !in.tests.back().putBack) return unexpected("capacity test", "none", "the Ah put back from empty to full");
  const auto ampereHours = [&](const CapacityTest& t) { return t.putBack.value_or(AmpereHour(0)) * storedShare(in.chemistry); };
  CapacityVerdict v;
  const CapacityTest& last = in.tests.back();
  v.measured = ampereHours(last);
  v.health = v.measured / in.rated;
  v.worn = 1 - v.health;
  v.stringsByRatio = missingByRatio(v.health, in.parallel);
  const int k = v.stringsByRatio;
  bool sudden = false;
  if (in.tests.size() > 1) {
    const CapacityTest& before = in.tests[in.tests.size() - 2];
    const auto now = parseDate(last.when);
    const auto then = parseDate(before.when);
    const double fell = (ampereHours(before) - v.measured) / in.rated;
    sudden = now && then && *now - *then < soon && fell >= 0.6 / in.parallel;
  }
  bool risen = false;
  if (k > 0 && last.resistance && in.expectedResistance) {
    const double ratio = *last.resistance / *in.expectedResistance;
    const double expected = static_cast<double>(in.parallel) / (in.parallel - k);
    risen = std::abs(ratio / expected - 1) <= 0.15 && ratio > 1 + 0.5 * (expected - 1);
  }
  v.canTell = k == 0 || sudden || risen;
  v.lostStrings = k > 0 && (sudden || risen) ? k : 0;
  const std::string worn = fmt::format("worn by {} %", n(100 * std::max(0.0, v.worn)));
  if (v.lostStrings > 0)
    v.sentence = fmt::format("{} of {} parallel strings may be disconnected, beside {}.", v.lostStrings, in.parallel, worn);
  else if (k > 0)
    v.sentence =
        fmt::format("Cannot tell: {}, or {} of {} parallel strings disconnected. Measure the resistance, or test again within 90 days.",
                    worn, k, in.parallel);
  else v.sentence = fmt::format("{} Ah, {}.", n(v.measured.value()), worn);
  return v;
}

namespace {

std::vector<SeriesCandidate> candidatesFor(Known<Volt> nameplate) {
  std::vector<SeriesCandidate> out;
  if (nameplate)
    for (const NameplateOption& o : nameplateOptions(*nameplate)) out.push_back({o.series, o.kind, CandidateState::Open, {}});
  if (!out.empty()) return out;
  for (Chemistry c : {Chemistry::Nmc, Chemistry::Lfp}) {
    const int most = c == Chemistry::Nmc ? 20 : 24;
    for (int s = 6; s <= most; ++s) out.push_back({s, c, CandidateState::Open, {}});
  }
  return out;
}

/// What one reading says about one candidate: excluded, or compatible.
void judge(SeriesCandidate& c, const SeriesReading& r) {
  const RestCurve curve = RestCurve::typical(c.chemistry);
  const Volt top = curve.points().back().voltage * c.series;
  const Volt bottom = curve.points().front().voltage * c.series;
  const Volt full = factsOf(c.chemistry).charge * c.series;
  const auto exclude = [&](std::string why) {
    c.state = CandidateState::Excluded;
    c.why = std::move(why);
  };
  const auto fits = [&](std::string why) {
    if (c.state == CandidateState::Excluded) return;
    c.state = CandidateState::Fits;
    c.why = c.why.empty() ? std::move(why) : c.why + "; " + why;
  };
  if (r.restedFull) {
    const double off = *r.restedFull / top - 1;
    // A pack off the charger may rest a little lower; it can never rest higher.
    if (off > r.meterAccuracy + 0.003 || off < -0.02 - r.meterAccuracy) exclude(fmt::format("rests at {} V when full", n(top.value())));
    else fits(fmt::format("{} V full and rested", n(top.value())));
  }
  if (r.rested) {
    const double margin = 1 + r.meterAccuracy;
    if (*r.rested > top * margin || *r.rested < bottom / margin)
      exclude(fmt::format("rests between {} and {} V", n(bottom.value()), n(top.value())));
    else if (!r.restedFull) fits(fmt::format("{} V per cell", n(r.rested->value() / c.series)));
  }
  if (r.charger && *r.charger > Volt(5)) {
    const double off = std::abs(*r.charger / full - 1);
    if (off > std::max(0.003, r.meterAccuracy)) exclude(fmt::format("its charger gives {} V", n(full.value())));
    else fits(fmt::format("charger {} V", n(full.value())));
  }
}

}  // namespace

SeriesVerdict settleSeries(Known<Volt> nameplate, const SeriesReading& readings) {
  SeriesVerdict v;
  v.candidates = candidatesFor(nameplate);
  for (SeriesCandidate& c : v.candidates) judge(c, readings);
  std::vector<std::size_t> left;
  for (std::size_t i = 0; i < v.candidates.size(); ++i)
    if (v.candidates[i].state != CandidateState::Excluded) left.push_back(i);
  const auto name = [&](std::size_t i) { return fmt::format("{}S {}", v.candidates[i].series, factsOf(v.candidates[i].chemistry).name); };
  const bool anyReading = readings.restedFull || readings.rested || (readings.charger && *readings.charger > Volt(5));
  if (left.empty()) {
    v.sentence = "No usual layout fits these readings: read again, or ask what the pack is.";
    v.nextReading = "rested voltage and charger output once more, with another meter";
    return v;
  }
  if (left.size() == 1) {
    v.settled = static_cast<int>(left.front());
    v.sentence = fmt::format("It is {}: {}.", name(left.front()),
                             v.candidates[left.front()].why.empty() ? "the only layout of this nameplate" : v.candidates[left.front()].why);
    return v;
  }
  std::string names;
  for (std::size_t k = 0; k < std::min<std::size_t>(left.size(), 6); ++k)
    names += (k == 0 ? "" : k + 1 == left.size() ? " or " : ", ") + name(left[k]);
  if (left.size() > 6) names += fmt::format(" and {} more", left.size() - 6);
  v.sentence = anyReading ? fmt::format("Cannot tell: {}.", names) : fmt::format("May be {}.", names);
  // The charger tells layouts apart whose rested volts lie within 2 %; the rested volts tell the rest apart.
  if (!readings.restedFull && !(readings.charger && *readings.charger > Volt(5)))
    v.nextReading = "the rested voltage of the full pack, or the charger's output with nothing connected";
  else if (!readings.restedFull) v.nextReading = "the rested voltage of the full pack";
  else v.nextReading = "the charger's output with nothing connected (0 V is no verdict: some wait for a pack)";
  return v;
}

Expected<LayoutGuess> layoutFromLabel(const Pack& pack, AmpereHour cell, int series, Chemistry chemistry) {
  Known<AmpereHour> charge = pack.labelCharge;
  if (!charge && pack.labelEnergy) charge = AmpereHour(pack.labelEnergy->value() / (factsOf(chemistry).nominal.value() * series));
  if (!charge) return unexpected("label", "neither Ah nor Wh", "one of them");
  LayoutGuess g;
  g.series = series;
  g.parallel = std::max(1, static_cast<int>(std::lround(*charge / cell)));
  g.off = *charge / (cell * static_cast<double>(g.parallel)) - 1;
  if (std::abs(g.off) > 0.15)
    return unexpected("label", fmt::format("{} Ah", n(charge->value())),
                      fmt::format("a whole number of cells of {} Ah side by side, within 15 %", n(cell.value())));
  return g;
}

}  // namespace usherwright
