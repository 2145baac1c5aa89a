// Faults against signs.
#include "core/log/faults.h"

#include <algorithm>
#include <cmath>

#include "core/quantity/inference.h"

namespace usherwright {
namespace {

constexpr double meter = 0.005;       // of a reading in volts
constexpr double chargeDoubt = 0.10;  // of the charge that the plan has
constexpr double clampDoubt = 0.08;   // of amperes by a clamp
constexpr double strayShare = 0.01;   // a reading that no fault explains: read wrongly
constexpr double resistanceDoubt = 0.12;

/// How often each is met when something seems wrong; only their order of size matters.
constexpr std::array<double, faultCount> priors{0.10, 0.12, 0.08, 0.12, 0.03, 0.06, 0.12, 0.10, 0.09, 0.06, 0.05, 0.07};
/// What each sign costs: a look 1, a meter 1.5, a load 3, a night of charging 12.
constexpr std::array<double, signCount> trouble{1.5, 1.5, 3, 12, 4, 4, 3, 1, 1};

bool isLook(Sign s) { return s == Sign::Wakes || s == Sign::FuseWhole; }

/// The pack with one thing changed.
struct Changed {
  PackModel model;
  double resistanceDoubt = 0;  ///< ohms, one standard deviation
};
Changed withFault(const FaultSetup& setup, PackFault fault) {
  Changed c{setup.model, resistanceDoubt * setup.model.resistance().value()};
  PackModel& m = c.model;
  const double parallel = std::max(2, m.parallel);
  switch (fault) {
    case PackFault::LostString: {
      const double more = parallel / (parallel - 1);
      m.cells = m.cells * more;
      m.slow = m.slow * more;
      m.capacity = m.capacity * (1 / more);
      break;
    }
    case PackFault::Worn:
      m.cells = m.cells * 1.6;
      m.capacity = m.capacity * 0.72;
      c.resistanceDoubt += 0.25 * setup.model.cells.value();
      break;
    case PackFault::Cold:
      m.cells = m.cells * 1.75;
      m.capacity = m.capacity * 0.87;
      c.resistanceDoubt += 0.2 * setup.model.cells.value();
      break;
    case PackFault::HighOhm:
      m.inside = m.inside + Ohm(0.19);
      c.resistanceDoubt = 0.07;
      break;
    case PackFault::WeakGroup: m.capacity = m.capacity * 0.82; break;
    case PackFault::Empty: m.soc = StateOfCharge(0.02); break;
    default: break;
  }
  return c;
}

bool isDark(PackFault f) { return f == PackFault::Asleep || f == PackFault::FuseOpen; }

Shown restedVolts(const FaultSetup& setup, PackFault fault) {
  const PackModel& m = setup.model;
  if (isDark(fault)) return {0, 0.6};
  const double rest = m.restVoltage().value();
  const auto at = [&](double soc) {
    return (m.curve.at(StateOfCharge(std::clamp(soc, 0.0, 1.0))) * static_cast<double>(m.series)).value();
  };
  if (fault == PackFault::Empty) return {at(0.02), at(0.06) - at(0) + 0.3};
  const double doubt = std::hypot((at(m.soc.value() + chargeDoubt) - at(m.soc.value() - chargeDoubt)) / 2, meter * rest);
  if (fault == PackFault::Swapped) return {-rest, doubt};
  if (fault == PackFault::WeakGroup) return {rest - 0.25, doubt + 0.15};
  return {rest, doubt};
}

Shown loadedVolts(const FaultSetup& setup, PackFault fault) {
  if (isDark(fault) || fault == PackFault::NotHome || fault == PackFault::InputDead)
    return restedVolts(setup, isDark(fault) ? fault : PackFault::Sound);
  if (fault == PackFault::Swapped) return restedVolts(setup, fault);
  const Changed c = withFault(setup, fault);
  const Ampere own = setup.load * setup.share;
  const Shown rest = restedVolts(setup, fault);
  const double sag = (c.model.restVoltage() - voltageAfterTenSeconds(c.model, c.model.soc, own, Ohm(0))).value();
  return {rest.middle - sag, std::hypot(rest.spread, c.resistanceDoubt * own.value())};
}

Shown amperes(const FaultSetup& setup, PackFault fault) {
  if (isDark(fault) || fault == PackFault::NotHome || fault == PackFault::InputDead) return {0, 0.15};
  const double own = (setup.load * setup.share).value();
  if (!setup.joined) return {own, clampDoubt * own};
  if (fault == PackFault::Empty) return {0, 0.3 * own};
  // The others hold the bus: more resistance here is less current here.
  const Changed c = withFault(setup, fault);
  const double more = c.model.resistance() / setup.model.resistance();
  const double part = 2 / (1 + more);
  return {own * part, own * (clampDoubt + 0.5 * c.resistanceDoubt / setup.model.resistance().value() * part * part)};
}

Shown putBack(const FaultSetup& setup, PackFault fault) {
  const double q = withFault(setup, fault).model.capacity.value() / 0.99;
  const double doubt = fault == PackFault::Worn || fault == PackFault::WeakGroup ? 0.09 : 0.035;
  return {q, doubt * q};
}

/// Of the decimal logarithm of the millivolts: spreads are met over three decades.
Shown logSpread(PackFault fault) {
  switch (fault) {
    case PackFault::WeakGroup: return {std::log10(190), 0.25};
    case PackFault::Worn: return {std::log10(25), 0.25};
    default: return {std::log10(10), 0.22};
  }
}

double ownScale(Sign sign, double value) { return sign == Sign::Spread ? std::log10(std::max(0.5, value)) : value; }

double density(const Shown& s, double x) {
  const double z = (x - s.middle) / s.spread;
  return std::exp(-0.5 * z * z) / (s.spread * std::sqrt(2 * M_PI));
}

/// What every fault would show of every sign: worked out once for a pack.
using Table = std::array<std::array<Shown, signCount>, faultCount>;

Table tableOf(const FaultSetup& setup) {
  Table out;
  for (std::size_t f = 0; f < faultCount; ++f)
    for (std::size_t s = 0; s < signCount; ++s) out[f][s] = shownBy(setup, static_cast<PackFault>(f), static_cast<Sign>(s));
  return out;
}

double likelihood(const Table& table, std::size_t fault, Sign sign, double value) {
  const Shown& s = table[fault][static_cast<std::size_t>(sign)];
  if (isLook(sign)) return value > 0.5 ? s.middle : 1 - s.middle;
  const Shown& sound = table[static_cast<std::size_t>(PackFault::Sound)][static_cast<std::size_t>(sign)];
  const double range = sign == Sign::Spread ? 3 : std::max(10.0, 2 * std::abs(sound.middle));
  return (1 - strayShare) * density(s, ownScale(sign, value)) + strayShare / range;
}

using Chances = std::array<double, faultCount>;

Chances after(const Table& table, Chances p, Sign sign, double value) {
  for (std::size_t f = 0; f < faultCount; ++f) p[f] *= likelihood(table, f, sign, value);
  normalise(p);
  return p;
}

/// Bits that a reading of a sign is expected to take away.
double expectedGain(const Table& table, const Chances& p, Sign sign) {
  const double before = openBits(p);
  double left = 0;
  for (std::size_t f = 0; f < faultCount; ++f) {
    if (p[f] < 1e-4) continue;
    const Shown& s = table[f][static_cast<std::size_t>(sign)];
    if (isLook(sign)) {
      left += p[f] * (s.middle * openBits(after(table, p, sign, 1)) + (1 - s.middle) * openBits(after(table, p, sign, 0)));
      continue;
    }
    // Five points of a normal law, by Gauss and Hermite.
    constexpr std::array<double, 5> points{-2.857, -1.3556, 0, 1.3556, 2.857}, weights{0.01126, 0.22208, 0.53333, 0.22208, 0.01126};
    for (std::size_t i = 0; i < points.size(); ++i) {
      const double x = s.middle + points[i] * s.spread;
      left += p[f] * weights[i] * openBits(after(table, p, sign, sign == Sign::Spread ? std::pow(10, x) : x));
    }
  }
  return before - left;
}

}  // namespace

Shown shownBy(const FaultSetup& setup, PackFault fault, Sign sign) {
  switch (sign) {
    case Sign::PlugVolts: return restedVolts(setup, fault);
    case Sign::BikeVolts:
      if (fault == PackFault::NotHome) return {0, 0.6};
      return restedVolts(setup, fault);
    case Sign::LoadedVolts: return loadedVolts(setup, fault);
    case Sign::PutBack: return putBack(setup, fault);
    case Sign::Spread: return logSpread(fault);
    case Sign::PlugRise: return fault == PackFault::HighOhm ? Shown{45, 16} : Shown{7, 5};
    case Sign::OwnAmperes: return amperes(setup, fault);
    case Sign::Wakes: return {fault == PackFault::Asleep ? 0.05 : fault == PackFault::Empty ? 0.3 : 0.96, 0};
    case Sign::FuseWhole: return {fault == PackFault::FuseOpen ? 0.03 : 0.985, 0};
  }
  return {};
}

FaultRanking rankFaults(const FaultSetup& setup, const Signs& signs) {
  const Table table = tableOf(setup);
  Chances p = priors;
  const auto drop = [&](PackFault f) { p[static_cast<std::size_t>(f)] = 0; };
  if (!setup.joined) drop(PackFault::InputDead);
  if (setup.model.box || setup.model.parallel < 2) drop(PackFault::LostString);
  normalise(p);
  for (std::size_t s = 0; s < signCount; ++s)
    if (signs[s] && std::isfinite(*signs[s])) p = after(table, p, static_cast<Sign>(s), *signs[s]);
  FaultRanking out;
  for (std::size_t f = 0; f < faultCount; ++f) out.faults.push_back({static_cast<PackFault>(f), p[f]});
  std::stable_sort(out.faults.begin(), out.faults.end(),
                   [](const RankedFault& a, const RankedFault& b) { return a.probability > b.probability; });
  BestQuestion<Sign> best;
  for (std::size_t s = 0; s < signCount; ++s) {
    const Sign sign = static_cast<Sign>(s);
    if (signs[s] || (sign == Sign::OwnAmperes && !setup.joined)) continue;
    best.offer(sign, expectedGain(table, p, sign), trouble[s]);
  }
  out.next = best.id();
  out.nextTells = best.bits();
  return out;
}

std::string_view faultWords(PackFault fault) {
  constexpr std::array<std::string_view, faultCount> words{"nothing: it is as it should be",
                                                           "its board is asleep, or has cut out",
                                                           "a fuse is open",
                                                           "a plug is not home, or a contact is pushed back",
                                                           "plus and minus are swapped",
                                                           "a parallel string has come off",
                                                           "it is worn",
                                                           "one group is weak, or leaks",
                                                           "a joint or a contact has too much resistance",
                                                           "its cells are cold",
                                                           "its way through the joiner is dead",
                                                           "it is empty"};
  return words[static_cast<std::size_t>(fault)];
}

std::string_view faultCure(PackFault fault) {
  constexpr std::array<std::string_view, faultCount> words{
      "Look elsewhere: controller, display, brake switches; or read again what seemed wrong.",
      "Its button, or its charger, wakes most boards. If it cuts out again, find what it protects from: do not bridge it.",
      "Unplug everything and find what opened it before a new one goes in, of the same size and volts.",
      "Off first. Push it home until it locks; look for a contact that gave way, and pull on each lead.",
      "Unplug it now. Nothing is connected until both halves read the same sign.",
      "Ride it gently or not at all; the strips have to be looked at by somebody who opens packs.",
      "Plan with what it has left; read its groups now and then; let it go at the end.",
      "Not charged unattended. A full charge held for balancing, the same check after a week, then the cells of that group are tested.",
      "Not ridden at full current until it is found: feel for the warm spot, part that joint, make it anew.",
      "Bring it in, warm it through for some hours, and read again. Never charge it below its window.",
      "Swap the two inputs of the joiner: if the other pack goes dead, it is the joiner, which is replaced.",
      "Charge it, attended, if no group is below its minimum; else it is never charged again."};
  return words[static_cast<std::size_t>(fault)];
}

std::string_view signWords(Sign sign) {
  constexpr std::array<std::string_view, signCount> words{"volts at its own plug", "volts behind the plug",  "volts at the load",
                                                          "Ah put back",           "spread of its groups",   "plug over the air",
                                                          "amperes on its lead",   "it wakes by its button", "its fuse is whole"};
  return words[static_cast<std::size_t>(sign)];
}

std::string_view signUnit(Sign sign) {
  constexpr std::array<std::string_view, signCount> units{"V", "V", "V", "Ah", "mV", "K", "A", "", ""};
  return units[static_cast<std::size_t>(sign)];
}

std::string_view signHow(Sign sign) {
  constexpr std::array<std::string_view, signCount> words{"unplugged, rested half an hour, with its minus if the meter shows one",
                                                          "plugged, everything off, at the bike's side of that plug",
                                                          "after ten seconds at the load",
                                                          "from empty to full, the charger's counter",
                                                          "the highest less the lowest, at rest, between 30 and 90 %",
                                                          "after ten minutes at the load, the warmest place by hand or thermometer",
                                                          "a clamp on this pack's lead while all packs drive the load",
                                                          "its lamp or gauge answers",
                                                          "by eye, or by the meter with everything unplugged"};
  return words[static_cast<std::size_t>(sign)];
}

}  // namespace usherwright
