// Wire sizes as they are typed and the copper they hold. Heat and ratings: wiring/.
#pragma once

#include <span>
#include <string>
#include <string_view>

#include "core/quantity/problem.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// A wire size, either AWG or metric; `text` is the normal form ("12awg", "2.5mm2").
struct WireSize {
  std::string text;
  SquareMillimetre area;         ///< copper cross-section
  Millimetre conductorDiameter;  ///< stranded bundle, 1.15 × solid
  Millimetre outerDiameter;      ///< over a usual insulation

  /// "AWG 12" or "2.5 mm²".
  std::string shown() const;
  friend bool operator==(const WireSize&, const WireSize&) = default;
};

/// AWG −3 … 30: d = 0.127·92^((36−n)/39) mm (ASTM B258).
WireSize awg(int number);
WireSize metric(SquareMillimetre area);

/// "12awg", "AWG 12", "2.5mm²", "2,5 mm2".
Expected<WireSize> parseWireSize(std::string_view text);

/// The sizes offered, thin to thick, AWG and metric apart.
std::span<const std::string_view> offeredAwgSizes();

/// Solid copper per metre at 20 °C.
Ohm solidResistancePerMetre(SquareMillimetre area);
/// Stranded copper (lay +2 %) per metre at the conductor's temperature.
Ohm strandedResistancePerMetre(SquareMillimetre area, Celsius conductor);

namespace copper {
inline constexpr double resistivity20 = 0.017241;  ///< Ω·mm²/m, annealed copper, IEC 60028
inline constexpr double perKelvin = 0.00393;       ///< α at 20 °C
inline constexpr double lay = 1.02;                ///< stranded over solid
inline constexpr double volumetricHeat = 3.45e6;   ///< J/(m³·K)
}  // namespace copper

}  // namespace usherwright
