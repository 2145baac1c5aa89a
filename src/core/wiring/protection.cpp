// Choice of fuses and precharge resistors.
#include "core/wiring/protection.h"

#include <algorithm>
#include <cmath>

namespace usherwright {

Ampere prospectiveShort(Volt full, Ohm packResistance, Ohm toFuse) { return full / (packResistance + toFuse); }

ShortCurrents shortThrough(const ShortSource& s, Ohm toFuse) {
  constexpr double margin = 1.25;
  constexpr double warmAndGood = 0.68;
  constexpr double measuredShare = 0.6;
  ShortCurrents out;
  out.typical = s.full / (s.cells + s.path + toFuse);
  out.toBreak = std::max(out.typical * margin, s.full / (s.cells * (s.measured ? measuredShare : warmAndGood) + s.path + toFuse));
  return out;
}

FuseChoice chooseFuse(const FuseNeed& need, const std::vector<FuseFamily>& families) {
  FuseChoice choice;
  for (const FuseFamily& family : families) {
    if (family.dcVoltage < need.full) {
      choice.rejected.push_back(family.name + ": voltage");
      continue;
    }
    if (family.breaking < need.shortCurrent) {
      choice.rejected.push_back(family.name + ": breaking");
      continue;
    }
    const auto fits = std::find_if(family.ratings.begin(), family.ratings.end(), [&](Ampere rating) {
      return rating >= need.sustained * 1.25 && rating * family.carry >= need.peak && rating <= need.wireRating &&
             rating <= need.plugRating;
    });
    if (fits == family.ratings.end()) {
      choice.rejected.push_back(family.name + ": no rating");
      continue;
    }
    if (choice.rating && *choice.rating <= *fits) continue;
    choice.rating = *fits;
    choice.family = family.name;
  }
  std::sort(choice.rejected.begin(), choice.rejected.end());
  return choice;
}

Precharge precharge(const PrechargeNeed& need) {
  Precharge p;
  const double c = need.capacitance.value();
  const double v = need.bus.value();
  p.inrush = need.bus / need.loop;
  p.stored = Joule(0.5 * c * v * v);
  p.least = need.bus / need.makeRating;
  const auto fits = std::find_if(need.offered.begin(), need.offered.end(), [&](Ohm r) { return r >= p.least; });
  if (fits == need.offered.end()) return p;
  p.chosen = *fits;
  p.time = Second(5 * fits->value() * c);
  p.peak = need.bus / *fits;
  p.left = need.bus * std::exp(-5.0);
  return p;
}

}  // namespace usherwright
