// Wire sizes and copper resistance.
#include "core/parts/wire.h"

#include <fmt/format.h>

#include <array>
#include <cmath>
#include <numbers>

#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

/// Insulation as usual for flexible leads: 0.55 mm plus a tenth of the conductor on every side.
Millimetre usualOuter(Millimetre conductor) { return conductor * 1.2 + Millimetre(1.1); }

}  // namespace

std::string WireSize::shown() const {
  if (text.ends_with("awg")) return "AWG " + text.substr(0, text.size() - 3);
  return formatNumber(area.value()) + " mm²";
}

WireSize awg(int number) {
  const double d = 0.127 * std::pow(92.0, (36.0 - number) / 39.0);
  const Millimetre conductor(d * 1.15);
  return {fmt::format("{}awg", number), SquareMillimetre(std::numbers::pi / 4 * d * d), conductor, usualOuter(conductor)};
}

WireSize metric(SquareMillimetre area) {
  const Millimetre conductor(1.15 * std::sqrt(4 * area.value() / std::numbers::pi));
  return {formatNumber(area.value(), 6) + "mm2", area, conductor, usualOuter(conductor)};
}

Expected<WireSize> parseWireSize(std::string_view raw) {
  const std::string text = trimmed(raw);
  const auto fail = [&] { return unexpected("", inQuotes(text), "a wire size such as 12awg or 2.5mm2"); };
  std::string low;
  for (char c : text)
    if (c != ' ') low += static_cast<char>(c >= 'A' && c <= 'Z' ? c - 'A' + 'a' : c);
  if (low.starts_with("awg")) low = low.substr(3) + "awg";
  for (std::string_view suffix : {"awg", "ga"}) {
    if (!low.ends_with(suffix)) continue;
    const auto number = parseNumber(low.substr(0, low.size() - suffix.size()));
    if (!number || *number < -3 || *number > 30 || *number != std::floor(*number)) return fail();
    return awg(static_cast<int>(*number));
  }
  for (std::string_view suffix : {"mm²", "mm2", "sqmm"}) {
    if (!low.ends_with(suffix)) continue;
    const auto number = parseNumber(low.substr(0, low.size() - suffix.size()));
    if (!number || *number < 0.05 || *number > 120) return fail();
    return metric(SquareMillimetre(*number));
  }
  return fail();
}

std::span<const std::string_view> offeredAwgSizes() {
  static constexpr std::array<std::string_view, 9> sizes{"20awg", "18awg", "16awg", "14awg", "12awg", "10awg", "8awg", "6awg", "4awg"};
  return sizes;
}

Ohm solidResistancePerMetre(SquareMillimetre area) { return Ohm(copper::resistivity20 / area.value()); }

Ohm strandedResistancePerMetre(SquareMillimetre area, Celsius conductor) {
  return solidResistancePerMetre(area) * (copper::lay * (1 + copper::perKelvin * (conductor.value() - 20)));
}

}  // namespace usherwright
