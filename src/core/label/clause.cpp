// Clauses.
#include "core/label/clause.h"

namespace usherwright::label {

bool breaks(const Item& i) {
  if (i.kind != Item::Kind::Mark) return false;
  switch (i.mark) {
    case U'\n':
    case U';':
    case U'|':
    case U',':
    case U'/':
    case U'(':
    case U')':
    case U'[':
    case U']': return true;
    case U'-': return !i.glued;
    default: return false;
  }
}

bool fits(const Senses& s, PrintedUnit unit) {
  constexpr Senses ofVolts{Sense::Voltage, Sense::Low, Sense::Over, Sense::Full, Sense::Empty, Sense::Float, Sense::NoLoad, Sense::Drop};
  constexpr Senses ofAmperes{Sense::Current, Sense::Phase, Sense::Regen, Sense::Trip, Sense::Breaking, Sense::Ripple};
  constexpr Senses ofOthers{Sense::Power, Sense::Capacity, Sense::Energy, Sense::Speed, Sense::Temperature, Sense::Resistance};
  constexpr Senses ofBoth{Sense::Charge, Sense::Discharge, Sense::Balance, Sense::Cut, Sense::End, Sense::Input, Sense::Output};
  const bool electric = unit == PrintedUnit::Volt || unit == PrintedUnit::Ampere;
  if (unit == PrintedUnit::Volt && s.any({Sense::Peak, Sense::Continuous}) && !s.any(ofVolts)) return false;
  if (unit == PrintedUnit::CellSize || unit == PrintedUnit::Second || unit == PrintedUnit::Other || unit == PrintedUnit::Kilometre ||
      unit == PrintedUnit::Cycle || unit == PrintedUnit::Year || unit == PrintedUnit::Percent || unit == PrintedUnit::Hertz)
    return false;
  if (!s.any(ofVolts) && !s.any(ofAmperes) && !s.any(ofOthers))
    return !s.any(ofBoth) || electric || unit == PrintedUnit::Celsius || unit == PrintedUnit::CRate || unit == PrintedUnit::None;
  switch (unit) {
    case PrintedUnit::Volt: return s.any(ofVolts);
    case PrintedUnit::Ampere: return s.any(ofAmperes);
    case PrintedUnit::Watt: return s.has(Sense::Power);
    case PrintedUnit::AmpereHour: return s.has(Sense::Capacity);
    case PrintedUnit::WattHour: return s.has(Sense::Energy) || s.has(Sense::Capacity);
    case PrintedUnit::Rpm: return s.has(Sense::Speed);
    case PrintedUnit::Celsius: return s.has(Sense::Temperature);
    case PrintedUnit::MilliOhm: return s.has(Sense::Resistance);
    case PrintedUnit::None: return true;  // a figure that could not be read
    default: return false;
  }
}

}  // namespace usherwright::label
