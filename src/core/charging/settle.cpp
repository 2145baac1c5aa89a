// Chargers without a clear label.
#include "core/charging/settle.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/charging/charge_run.h"
#include "core/charging/charging.h"
#include "core/parts/nameplate.h"
#include "core/plan/names.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::array classes{Chemistry::Nmc, Chemistry::Lfp, Chemistry::Lead};
constexpr double labelTolerance = 0.008;  // of a printed output: 54.6, 54.5 and 55 are one
constexpr Volt dead(1);
constexpr double asNothing = 0.05;

/// What is sold: series counts of each class that chargers are made for.
std::vector<ChargerCandidate> all() {
  std::vector<ChargerCandidate> out;
  for (const Chemistry kind : classes) {
    const int from = kind == Chemistry::Lead ? 6 : 3, to = kind == Chemistry::Lfp ? 28 : kind == Chemistry::Lead ? 42 : 24;
    const int step = kind == Chemistry::Lead ? 6 : 1;
    const Volt each = kind == Chemistry::Lead ? Volt(2.45) : factsOf(kind).charge;
    for (int s = from; s <= to; s += step) out.push_back({s, kind, each * s, SettleState::Open, {}});
  }
  std::sort(out.begin(), out.end(), [](const auto& a, const auto& b) { return a.output < b.output; });
  return out;
}

bool isClass(Volt volts, const ChargerCandidate& c) {
  const auto options = nameplateOptions(volts);
  return std::any_of(options.begin(), options.end(),
                     [&](const NameplateOption& o) { return o.series == c.series && isSameChargeClass(o.kind, c.chemistry); });
}

std::string volts(Volt v) { return formatNumber(v.value(), 4) + " V"; }

std::string named(const ChargerCandidate& c) { return fmt::format("{} ({}S {})", volts(c.output), c.series, factsOf(c.chemistry).name); }

std::string listOf(const std::vector<const ChargerCandidate*>& open) {
  std::string out;
  for (std::size_t i = 0; i < open.size() && i < 4; ++i)
    out += (i == 0 ? "" : i + 1 == std::min<std::size_t>(open.size(), 4) ? " or " : ", ") + named(*open[i]);
  return open.size() > 4 ? out + " and others" : out;
}

}  // namespace

SettledCharger settleCharger(const Charger& charger) {
  SettledCharger out;
  out.candidates = all();
  const bool asleep = charger.reading && *charger.reading < dead;
  const bool read = charger.reading && !asleep;
  const Volt reading = read ? *charger.reading : Volt(0);
  const Volt error = reading * charger.meterAccuracy.value_or(usual::meterAccuracy).value() + usual::meterDigit;
  for (ChargerCandidate& c : out.candidates) {
    const auto exclude = [&](std::string why) {
      if (c.state == SettleState::Excluded) return;
      c.state = SettleState::Excluded;
      c.why = std::move(why);
    };
    if (charger.chemistry && !isSameChargeClass(*charger.chemistry, c.chemistry))
      exclude(fmt::format("it is made for {}", factsOf(*charger.chemistry).name));
    if (charger.output) {
      const bool asOutput = std::abs(*charger.output / c.output - 1) <= labelTolerance;
      // Printed volts that are an output of some pack are one; others are a class.
      if (!asOutput && !isClass(*charger.output, c)) exclude(fmt::format("its label says {}", volts(*charger.output)));
    }
    // A charger gives its set voltage within a per cent; beyond that and the meter's error it is another one.
    const Volt apart(std::abs((reading - c.output).value()));
    if (read && apart > error + c.output * 0.01) exclude(fmt::format("{} were read, ± {}", volts(reading), volts(error)));
    if (c.state == SettleState::Open && read) {
      c.state = SettleState::Fits;
      c.why = fmt::format("{} were read", volts(reading));
    }
  }
  std::vector<const ChargerCandidate*> open;
  for (const ChargerCandidate& c : out.candidates)
    if (c.state != SettleState::Excluded) open.push_back(&c);
  const std::string name = shownName(charger);
  if (open.size() == 1 && read) out.settled = static_cast<int>(open.front() - out.candidates.data());
  if (!charger.output && !read && !charger.chemistry) out.sentence = fmt::format("Nothing is known of {}.", name);
  else if (open.empty())
    out.sentence = read && !charger.output ? fmt::format("{} reads {}: no usual charger gives that.", name, volts(reading))
                                           : fmt::format("{} is no charger that is sold: {} contradict each other.", name,
                                                         read ? "label and reading" : "volts and chemistry");
  else if (out.settled >= 0) out.sentence = fmt::format("{} gives {}.", name, named(*open.front()));
  else out.sentence = fmt::format("{} may give {}.", name, listOf(open));
  if (charger.setting.value_or(ChargerSetting::AsMade) != ChargerSetting::AsMade) {
    out.settled = -1;
    out.sentence += " It is set by hand: what it gives is what it reads now, and only until somebody turns it.";
  }
  if (asleep) out.sentence += " It read nothing with nothing connected: no verdict, some give nothing until they see a pack.";
  if (open.empty()) out.next = "A second meter, nothing connected. Until then it goes into nothing.";
  else if (out.settled < 0)
    out.next = !read ? (asleep ? "Read its data sheet, or have it measured on a pack that it is surely for."
                               : "Its no-load output on a meter, nothing connected; and the meter's own error from its manual.")
                     : "A better meter: the error of this one covers more than one.";
  return out;
}

IfUsed ifUsed(const PackModel& model, const Pack& pack, Volt output, Known<Ampere> current) {
  IfUsed out;
  out.perCell = output / static_cast<double>(model.series);
  out.excess = excessPerCell(output, model.series, model.facts);
  out.tooHigh = verdictOn(output, model.series, model.facts, pack.chargeTemperature) == ChargeVerdict::Stop;
  out.ends = socReached(output, model.series, model.curve, model.facts, pack.chargeTemperature);
  if (current && current->value() > asNothing) {
    ChargeInput in{model.curve,  model.series,   model.cells, model.slow, model.slowCapacitance,
                   model.inside, model.capacity, model.soc,   output,     *current};
    in.stop = Ampere(current->value() * asNothing);
    const ChargeRun run = charge(in, ChargeRows::Summary);
    if (run.full) out.untilFull = run.end;
  }
  if (!out.tooHigh) return out;
  const Known<Volt> cut = pack.bms.cellFull;
  if (pack.bms.present == false) out.barrier = "nothing: this pack has no BMS";
  else if (!pack.bms.present) out.barrier = "a BMS, if it has one: nobody has looked";
  else if (!cut) out.barrier = "its BMS alone, at volts that nobody knows";
  else if (out.perCell <= *cut) out.barrier = fmt::format("nothing: its BMS cuts at {} per group, above what it would get", volts(*cut));
  else out.barrier = fmt::format("its BMS alone, at {} per group", volts(*cut));
  return out;
}

}  // namespace usherwright
