// Claims and what they imply.
#include "core/label/claims.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/label/figures.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double usable = 0.85;  // of the label, down to a floor of 15 %
constexpr double motorEfficiency = 0.80;
constexpr double cylinderVolume = 0.25 * 3.14159265358979;

std::string n(double value) { return formatNumber(value); }

ClaimVerdict rangeClaim(double km, const ClaimBasis& b) {
  ClaimVerdict v;
  v.kind = ClaimKind::Range;
  v.impliedUnit = "Wh/km";
  if (!b.energy) {
    v.sentence = fmt::format("{} km needs the Wh of the pack to be checked: volts times Ah.", n(km));
    return v;
  }
  v.implied = b.energy->value() * usable / km;
  const std::string means = fmt::format("{} km from {} Wh means {} Wh/km", n(km), n(b.energy->value()), n(v.implied));
  if (v.implied < leastUse) {
    v.verdict = Plausibility::Implausible;
    v.sentence = means + fmt::format("; hardly any bike that helps uses less than {}.", n(leastUse));
    return v;
  }
  if (!b.perKilometre || !b.pedallingHard) {
    v.sentence = means + "; plan a ride to compare it with.";
    return v;
  }
  if (v.implied >= b.perKilometre->value() * 0.9) {
    v.verdict = Plausibility::Plausible;
    v.sentence = means + fmt::format("; this bike uses about {}.", n(b.perKilometre->value()));
  } else if (v.implied >= b.pedallingHard->value() * 0.9) {
    v.verdict = Plausibility::OnlyWithPedalling;
    v.sentence = means + fmt::format("; this bike uses about {}; with hard pedalling on the flat it needs {}.", n(b.perKilometre->value()),
                                     n(b.pedallingHard->value()));
  } else {
    v.verdict = Plausibility::Implausible;
    v.sentence = means + fmt::format("; even hard pedalling on the flat at 15 km/h leaves {}.", n(b.pedallingHard->value()));
  }
  return v;
}

ClaimVerdict timeClaim(double hours, const ClaimBasis& b) {
  ClaimVerdict v;
  v.kind = ClaimKind::Time;
  v.impliedUnit = "W";
  if (!b.energy) {
    v.sentence = fmt::format("{} h needs the Wh of the pack to be checked.", n(hours));
    return v;
  }
  v.implied = b.energy->value() * usable / hours;
  const std::string means = fmt::format("{} h from {} Wh means {} W on average", n(hours), n(b.energy->value()), n(v.implied));
  if (!b.meanPower) {
    v.sentence = means + "; plan a ride to compare it with.";
    return v;
  }
  const double share = v.implied / b.meanPower->value();
  v.verdict = share >= 0.9 ? Plausibility::Plausible : share >= 0.4 ? Plausibility::OnlyWithPedalling : Plausibility::Implausible;
  v.sentence = means + fmt::format("; this bike draws about {} W while it rides.", n(b.meanPower->value()));
  return v;
}

ClaimVerdict powerClaim(double watt, const ClaimBasis& b) {
  ClaimVerdict v;
  v.kind = ClaimKind::Power;
  v.impliedUnit = "A";
  if (!b.nominal) {
    v.sentence = fmt::format("{} W needs the pack's voltage to be checked.", n(watt));
    return v;
  }
  v.implied = watt / (motorEfficiency * b.nominal->value());
  const std::string means = fmt::format("{} W at the wheel means {} A from a pack of {} V", n(watt), n(v.implied), n(b.nominal->value()));
  if (!b.limit) {
    v.sentence = means + "; read the controller's limit to compare.";
    return v;
  }
  const double most = b.limit->value() * b.full.value_or(*b.nominal).value() * motorEfficiency;
  v.verdict = watt <= most ? Plausibility::Plausible : Plausibility::Implausible;
  v.sentence =
      means + fmt::format("; the controller gives {} A at most, {} W at the wheel with a full pack.", n(b.limit->value()), n(most));
  return v;
}

ClaimVerdict cyclesClaim(double cycles, const ClaimBasis& b) {
  ClaimVerdict v;
  v.kind = ClaimKind::Cycles;
  v.impliedUnit = "cycles";
  v.implied = cycles;
  const double usual = usualCycles(b.chemistry);
  v.verdict = cycles <= usual * 1.5 ? Plausibility::Plausible : cycles <= usual * 3 ? Plausibility::CannotTell : Plausibility::Implausible;
  v.sentence = fmt::format("{} cycles; cells of this chemistry usually reach {} full ones to 80 % health{}", n(cycles), n(usual),
                           v.verdict == Plausibility::CannotTell ? ": possible only when shallow, cool and not kept full." : ".");
  return v;
}

ClaimVerdict yearsClaim(double years, const ClaimBasis& b) {
  ClaimVerdict v;
  v.kind = ClaimKind::Years;
  v.impliedUnit = "cycles";
  if (!b.energy || !b.perKilometre || !b.perYear) {
    v.sentence = fmt::format("{} years needs the yearly distance and a ride to be checked.", n(years));
    return v;
  }
  v.implied = years * b.perYear->value() * b.perKilometre->value() / b.energy->value();
  const double usual = usualCycles(b.chemistry);
  // By the calendar alone cells lose about 2 % a year, twice that when kept full.
  v.verdict = v.implied <= usual && years <= 10 ? Plausibility::Plausible : Plausibility::Implausible;
  v.sentence = fmt::format("{} years at {} km a year are {} full cycles; usual are {} and ten years.", n(years), n(b.perYear->value()),
                           n(v.implied), n(usual));
  return v;
}

ClaimVerdict cellClaim(double ah, const std::string& size, const ClaimBasis& b) {
  ClaimVerdict v;
  v.kind = ClaimKind::CellCapacity;
  v.impliedUnit = "Wh/l";
  const double diameter = std::stod(size.substr(0, 2)) / 10;  // cm
  const double length = std::stod(size.substr(2, 2)) / 10;
  const double litre = cylinderVolume * diameter * diameter * length / 1000;
  v.implied = ah * factsOf(b.chemistry).nominal.value() / litre;
  const double best = bestEnergyDensity(b.chemistry);
  v.verdict = v.implied <= best ? Plausibility::Plausible : Plausibility::Implausible;
  v.sentence = fmt::format("{} Ah in a {} are {} Wh per litre; the best cells reach {}.", n(ah), size, n(v.implied), n(best));
  return v;
}

}  // namespace

std::string_view plausibilityWords(Plausibility plausibility) {
  switch (plausibility) {
    case Plausibility::Plausible: return "plausible";
    case Plausibility::OnlyWithPedalling: return "only with pedalling";
    case Plausibility::Implausible: return "implausible";
    case Plausibility::CannotTell: return "cannot tell";
  }
  return "";
}

double usualCycles(Chemistry chemistry) {
  switch (chemistry) {
    case Chemistry::Nmc: return 600;
    case Chemistry::Lipo: return 300;
    case Chemistry::Lmo: return 500;
    case Chemistry::Lfp: return 2500;
    case Chemistry::Lead: return 250;
    case Chemistry::Nimh: return 500;
  }
  return 500;
}

double bestEnergyDensity(Chemistry chemistry) {
  switch (chemistry) {
    case Chemistry::Nmc: return 800;
    case Chemistry::Lipo: return 600;
    case Chemistry::Lmo: return 420;
    case Chemistry::Lfp: return 400;
    case Chemistry::Lead: return 110;
    case Chemistry::Nimh: return 400;
  }
  return 800;
}

std::vector<ClaimVerdict> checkClaims(std::string_view raw, const ClaimBasis& basis) {
  using label::PrintedUnit;
  const std::string_view text = raw.substr(0, 2000);
  const label::WordTable& words = label::WordTable::shipped();
  const std::vector<label::Figure> figures = label::figuresOf(label::composed(label::itemsOf(label::glyphsOf(text), words), words));
  const auto size = std::find_if(figures.begin(), figures.end(),
                                 [](const label::Figure& f) { return f.item.unit == PrintedUnit::CellSize && f.item.value > 9999; });
  std::vector<ClaimVerdict> out;
  for (const label::Figure& f : figures) {
    const double amount = f.item.value;
    if (out.size() >= 40 || !(amount > 0) || f.item.damaged) continue;
    ClaimVerdict v;
    switch (f.item.unit) {
      case PrintedUnit::Kilometre: v = rangeClaim(amount, basis); break;
      case PrintedUnit::Hour:
        if (f.narrow().has(label::Sense::Charge)) continue;  // how long it charges says nothing of the ride
        v = timeClaim(amount, basis);
        break;
      case PrintedUnit::Watt: v = powerClaim(amount, basis); break;
      case PrintedUnit::Cycle: v = cyclesClaim(amount, basis); break;
      case PrintedUnit::Year: v = yearsClaim(amount, basis); break;
      case PrintedUnit::AmpereHour:
        if (size == figures.end()) continue;
        v = cellClaim(amount, fmt::format("{:.0f}", size->item.value), basis);
        break;
      default: continue;
    }
    v.value = amount;
    v.piece = std::string(text.substr(f.item.begin, f.item.end - f.item.begin));
    out.push_back(std::move(v));
  }
  return out;
}

}  // namespace usherwright
