// A line that an instrument says, or is told: one JSON object, ended by a line break (docs/instruments.md).
#pragma once

#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "core/quantity/problem.h"
#include "core/quantity/quantity.h"

namespace usherwright {

enum class InstrumentKind : std::uint8_t { Meter, Bms, Charger };
inline constexpr std::array<std::string_view, 3> instrumentWords{"meter", "bms", "charger"};

inline constexpr int protocolVersion = 1;
inline constexpr std::size_t mostLineBytes = 16384;
inline constexpr std::size_t mostGroupsRead = 200, mostTemperatures = 64;

/// Said once, at the beginning.
struct InstrumentHello {
  InstrumentKind kind = InstrumentKind::Meter;
  std::string name;
};

/// What an instrument reads at one moment. What it does not read is not known.
struct InstrumentReading {
  InstrumentKind kind = InstrumentKind::Meter;
  double t = 0;                      ///< s since it began
  Known<double> volts;               ///< V, signed: red on plus
  Known<double> amperes;             ///< A, out of the pack
  Known<double> ohms;                ///< Ω; none: open
  std::vector<double> groups;        ///< V, from minus up
  std::vector<double> temperatures;  ///< °C, a contact first, then the air
  std::string state;                 ///< in its own words
};

struct InstrumentCommand {
  enum class What : std::uint8_t { Start, Stop, Set } what = What::Start;
  std::string at;  ///< of Set: where its probes are put
};

using InstrumentLine = std::variant<InstrumentHello, InstrumentReading>;

/// Errors: not JSON, no object, a kind or a figure that no instrument of an e-bike has (volts beyond ±1000 V, amperes beyond ±1000 A,
/// groups outside −6 to 6 V, −60 to 300 °C), too long.
Expected<InstrumentLine> parseInstrumentLine(std::string_view line);
Expected<InstrumentCommand> parseInstrumentCommand(std::string_view line);

/// With its line break.
std::string lineOf(const InstrumentHello& hello);
std::string lineOf(const InstrumentReading& reading);
std::string lineOf(const InstrumentCommand& command);

}  // namespace usherwright
