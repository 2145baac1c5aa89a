// Strong types for physical quantities, so that volts and amperes cannot be mixed up.
// A quantity is a dimension, a ratio to its base unit and a double; it converts between
// ratios of one dimension by itself. Parsing and formatting live in units.h.
#pragma once

#include <compare>
#include <optional>
#include <ratio>

namespace usherwright {

/// A number with a dimension. `Ratio` is the size of its unit in base units (milli = 1/1000).
template <class Dimension, class Ratio = std::ratio<1>>
class Quantity {
 public:
  using dimension = Dimension;
  using ratio = Ratio;

  constexpr Quantity() = default;
  constexpr explicit Quantity(double valueInThisUnit) : value_(valueInThisUnit) {}

  /// From another unit of the same dimension.
  template <class Other>
  constexpr Quantity(Quantity<Dimension, Other> other)  // NOLINT(google-explicit-constructor)
      : value_(other.value() * (static_cast<double>(Other::num) * static_cast<double>(Ratio::den)) /
               (static_cast<double>(Other::den) * static_cast<double>(Ratio::num))) {}

  constexpr double value() const { return value_; }

  constexpr Quantity operator-() const { return Quantity(-value_); }
  constexpr Quantity& operator+=(Quantity other) {
    value_ += other.value_;
    return *this;
  }
  constexpr Quantity& operator-=(Quantity other) {
    value_ -= other.value_;
    return *this;
  }
  constexpr Quantity& operator*=(double factor) {
    value_ *= factor;
    return *this;
  }

  friend constexpr Quantity operator+(Quantity a, Quantity b) { return Quantity(a.value_ + b.value_); }
  friend constexpr Quantity operator-(Quantity a, Quantity b) { return Quantity(a.value_ - b.value_); }
  friend constexpr Quantity operator*(Quantity a, double b) { return Quantity(a.value_ * b); }
  friend constexpr Quantity operator*(double a, Quantity b) { return Quantity(a * b.value_); }
  friend constexpr Quantity operator/(Quantity a, double b) { return Quantity(a.value_ / b); }
  /// The plain ratio of two like quantities.
  friend constexpr double operator/(Quantity a, Quantity b) { return a.value_ / b.value_; }
  friend constexpr bool operator==(Quantity, Quantity) = default;
  friend constexpr auto operator<=>(Quantity a, Quantity b) { return a.value_ <=> b.value_; }

 private:
  double value_ = 0.0;
};

/// A value that may not be known yet.
template <class T>
using Known = std::optional<T>;

namespace dimension {
struct Voltage;
struct Current;
struct Resistance;
struct Capacitance;
struct Charge;
struct Energy;
struct Power;
struct Length;
struct Area;
struct Mass;
struct Time;
struct Temperature;
struct TemperatureDifference;
struct Money;
struct Speed;
struct DragArea;
struct StateOfCharge;
struct StateOfHealth;
struct Efficiency;
struct Coefficient;
struct Heat;
struct SpecificEnergy;
}  // namespace dimension

using Volt = Quantity<dimension::Voltage>;
using Ampere = Quantity<dimension::Current>;
using MilliAmpere = Quantity<dimension::Current, std::milli>;
using Ohm = Quantity<dimension::Resistance>;
using MilliOhm = Quantity<dimension::Resistance, std::milli>;
using Farad = Quantity<dimension::Capacitance>;
using MicroFarad = Quantity<dimension::Capacitance, std::micro>;
using AmpereHour = Quantity<dimension::Charge>;  ///< charge in Ah, the trade's unit
using WattHour = Quantity<dimension::Energy>;    ///< energy in Wh, the trade's unit
using Joule = Quantity<dimension::Energy, std::ratio<1, 3600>>;
using Watt = Quantity<dimension::Power>;
using Metre = Quantity<dimension::Length>;
using Millimetre = Quantity<dimension::Length, std::milli>;
using Kilometre = Quantity<dimension::Length, std::kilo>;
using SquareMillimetre = Quantity<dimension::Area, std::micro>;
using SquareMetre = Quantity<dimension::Area>;
using Kilogram = Quantity<dimension::Mass>;
using Gram = Quantity<dimension::Mass, std::milli>;
using Second = Quantity<dimension::Time>;
using Minute = Quantity<dimension::Time, std::ratio<60>>;
using Hour = Quantity<dimension::Time, std::ratio<3600>>;
using Celsius = Quantity<dimension::Temperature>;  ///< absolute temperature in °C
using Kelvins = Quantity<dimension::TemperatureDifference>;
using Money = Quantity<dimension::Money>;  ///< in the plan's currency
using KilometrePerHour = Quantity<dimension::Speed>;
using DragArea = Quantity<dimension::DragArea>;            ///< CdA in m²
using StateOfCharge = Quantity<dimension::StateOfCharge>;  ///< 0…1
using StateOfHealth = Quantity<dimension::StateOfHealth>;  ///< 0…1.1
using Efficiency = Quantity<dimension::Efficiency>;        ///< 0…1
using Coefficient = Quantity<dimension::Coefficient>;      ///< a plain number with a meaning
using WattHourPerKilometre = Quantity<dimension::SpecificEnergy>;

constexpr Volt operator*(Ampere i, Ohm r) { return Volt(i.value() * r.value()); }
constexpr Volt operator*(Ohm r, Ampere i) { return i * r; }
constexpr Ampere operator/(Volt u, Ohm r) { return Ampere(u.value() / r.value()); }
constexpr Ohm operator/(Volt u, Ampere i) { return Ohm(u.value() / i.value()); }
constexpr Watt operator*(Volt u, Ampere i) { return Watt(u.value() * i.value()); }
constexpr Watt operator*(Ampere i, Volt u) { return u * i; }
constexpr Ampere operator/(Watt p, Volt u) { return Ampere(p.value() / u.value()); }
constexpr Volt operator/(Watt p, Ampere i) { return Volt(p.value() / i.value()); }
constexpr WattHour operator*(Volt u, AmpereHour q) { return WattHour(u.value() * q.value()); }
constexpr WattHour operator*(AmpereHour q, Volt u) { return u * q; }
constexpr WattHour operator*(Watt p, Second t) { return WattHour(p.value() * t.value() / 3600.0); }
constexpr AmpereHour operator*(Ampere i, Second t) { return AmpereHour(i.value() * t.value() / 3600.0); }
constexpr Kilometre operator/(WattHour e, WattHourPerKilometre c) { return Kilometre(e.value() / c.value()); }
constexpr Kelvins difference(Celsius a, Celsius b) { return Kelvins(a.value() - b.value()); }

namespace literals {
constexpr Volt operator""_V(long double v) { return Volt(static_cast<double>(v)); }
constexpr Volt operator""_V(unsigned long long v) { return Volt(static_cast<double>(v)); }
constexpr Ampere operator""_A(long double v) { return Ampere(static_cast<double>(v)); }
constexpr Ampere operator""_A(unsigned long long v) { return Ampere(static_cast<double>(v)); }
constexpr Ohm operator""_Ohm(long double v) { return Ohm(static_cast<double>(v)); }
constexpr MilliOhm operator""_mOhm(long double v) { return MilliOhm(static_cast<double>(v)); }
constexpr MilliOhm operator""_mOhm(unsigned long long v) { return MilliOhm(static_cast<double>(v)); }
constexpr AmpereHour operator""_Ah(long double v) { return AmpereHour(static_cast<double>(v)); }
constexpr Watt operator""_W(unsigned long long v) { return Watt(static_cast<double>(v)); }
}  // namespace literals

}  // namespace usherwright
