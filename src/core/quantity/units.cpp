// Parsing and formatting of typed quantities.
#include "core/quantity/units.h"
#include "core/quantity/text.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <numbers>
#include <optional>

namespace usherwright {

void ensure(bool condition, const char* why) {
  if (condition) return;
  std::fprintf(stderr, "usherwright: internal error: %s\n", why);
  std::abort();
}

namespace {

using namespace std::string_view_literals;

constexpr std::array voltage{Unit{"V"}, Unit{"mV", 1e-3}, Unit{"kV", 1e3}, Unit{"volt"}, Unit{"volts"}, Unit{"VDC"}, Unit{"伏"}};
constexpr std::array current{Unit{"A"}, Unit{"mA", 1e-3}, Unit{"amp"}, Unit{"amps"}, Unit{"ampere"}, Unit{"amperes"}, Unit{"安"}};
constexpr std::array smallCurrent{Unit{"mA"}, Unit{"A", 1e3}, Unit{"µA", 1e-3}, Unit{"uA", 1e-3}};
constexpr std::array charge{Unit{"Ah"}, Unit{"mAh", 1e-3}, Unit{"安时"}, Unit{"毫安时", 1e-3}};
constexpr std::array energy{Unit{"Wh"}, Unit{"kWh", 1e3}, Unit{"MJ", 1e6 / 3600}, Unit{"瓦时"}};
constexpr std::array resistance{Unit{"mΩ"}, Unit{"mohm"}, Unit{"Ω", 1e3}, Unit{"ohm", 1e3}};
constexpr std::array plainResistance{Unit{"Ω"}, Unit{"ohm"}, Unit{"mΩ", 1e-3}, Unit{"kΩ", 1e3}, Unit{"k", 1e3}};
constexpr std::array capacitance{Unit{"F"}, Unit{"mF", 1e-3}, Unit{"µF", 1e-6}, Unit{"uF", 1e-6}};
constexpr std::array microCapacitance{Unit{"µF"}, Unit{"uF"}, Unit{"mF", 1e3}, Unit{"F", 1e6}};
constexpr std::array power{Unit{"W"}, Unit{"kW", 1e3}, Unit{"hp", 745.7}, Unit{"watt"}, Unit{"watts"}, Unit{"瓦"}};
constexpr std::array length{Unit{"m"}, Unit{"cm", 0.01}, Unit{"mm", 1e-3}, Unit{"ft", 0.3048}, Unit{"in", 0.0254}, Unit{"\"", 0.0254}};
constexpr std::array smallLength{Unit{"mm"}, Unit{"cm", 10}, Unit{"m", 1000}, Unit{"in", 25.4}, Unit{"\"", 25.4}};
constexpr std::array distance{Unit{"km"}, Unit{"mi", 1.609344}, Unit{"miles", 1.609344}, Unit{"m", 1e-3}};
constexpr std::array climb{Unit{"m"}, Unit{"ft", 0.3048}};
constexpr std::array mass{Unit{"kg"}, Unit{"g", 1e-3}, Unit{"lb", 0.45359237}, Unit{"lbs", 0.45359237}};
constexpr std::array cellMass{Unit{"g"}, Unit{"kg", 1000}, Unit{"oz", 28.349523125}};
constexpr std::array duration{Unit{"s"}, Unit{"min", 60}, Unit{"h", 3600}};
constexpr std::array minutes{Unit{"min"}, Unit{"h", 60}, Unit{"s", 1.0 / 60}};
constexpr std::array temperature{Unit{"°C"}, Unit{"C"}, Unit{"°F", 5.0 / 9, -160.0 / 9}, Unit{"F", 5.0 / 9, -160.0 / 9}};
constexpr std::array money{Unit{""}};
constexpr std::array speed{Unit{"km/h"}, Unit{"mph", 1.609344}, Unit{"m/s", 3.6}};
constexpr std::array fraction{Unit{""}, Unit{"%", 0.01}};
constexpr std::array plain{Unit{""}};
constexpr std::array dragArea{Unit{"m²"}, Unit{"m2"}};
constexpr std::array angle{Unit{"°"}, Unit{"deg"}, Unit{"degrees"}, Unit{"rad", 180 / std::numbers::pi}};

struct NumberAndRest {
  std::string number;
  std::string rest;
};

/// Splits after the longest prefix made of a sign, digits and separators (and one exponent).
NumberAndRest splitNumber(std::string_view text) {
  std::size_t i = 0;
  const auto digit = [&](std::size_t k) { return k < text.size() && text[k] >= '0' && text[k] <= '9'; };
  if (i < text.size() && (text[i] == '-' || text[i] == '+')) ++i;
  while (i < text.size() && (digit(i) || text[i] == '.' || text[i] == ',')) ++i;
  if (i < text.size() && (text[i] == 'e' || text[i] == 'E')) {
    std::size_t k = i + 1;
    if (k < text.size() && (text[k] == '-' || text[k] == '+')) ++k;
    if (digit(k)) {
      while (digit(k)) ++k;
      i = k;
    }
  }
  return {std::string(text.substr(0, i)), trimmed(text.substr(i))};
}

const Unit* findUnit(std::span<const Unit> units, std::string_view symbol) {
  for (const Unit& u : units)
    if (u.symbol == symbol) return &u;
  // A capital typed by habit ("54.6v", "14AH") is the same unit, unless the letter's size carries the meaning.
  const Unit* match = nullptr;
  for (const Unit& u : units)
    if (lowered(u.symbol) == lowered(symbol)) {
      match = &u;
      break;
    }
  return match;
}

/// What a stray unit is a unit of, for the error sentence.
std::string ownerOfUnit(std::string_view symbol) {
  struct Row {
    Kind kind;
    std::string_view words;
  };
  static constexpr std::array rows{Row{Kind::Voltage, "a voltage"},         Row{Kind::Current, "a current"}, Row{Kind::Charge, "a charge"},
                                   Row{Kind::Resistance, "a resistance"},   Row{Kind::Power, "a power"},     Row{Kind::Length, "a length"},
                                   Row{Kind::Distance, "a distance"},       Row{Kind::Mass, "a mass"},       Row{Kind::Duration, "a time"},
                                   Row{Kind::Temperature, "a temperature"}, Row{Kind::Speed, "a speed"}};
  const std::string low = lowered(symbol);
  if (low == "awg" || low == "ga" || low == "mm²" || low == "mm2") return " (a wire size)";
  if (low == "wh" || low == "kwh") return " (an energy)";
  for (const Row& row : rows)
    if (findUnit(unitsOf(row.kind), symbol)) return fmt::format(" ({})", row.words);
  return "";
}

std::string expectedWords(Kind kind) {
  const std::string_view unit = unitsOf(kind).front().symbol;
  if (kind == Kind::Clock) return "a time of day such as 17:30";
  if (kind == Kind::Fraction) return "a number such as 0.8 or 80 %";
  return unit.empty() ? "a number" : fmt::format("a number in {}", unit);
}

/// "3/8" inches and the like.
std::optional<double> parseVulgarFraction(std::string_view text) {
  const auto slash = text.find('/');
  if (slash == std::string_view::npos) return std::nullopt;
  const auto top = parseNumber(trimmed(text.substr(0, slash)));
  const auto bottom = parseNumber(trimmed(text.substr(slash + 1)));
  if (!top || !bottom || *bottom == 0.0) return std::nullopt;
  return *top / *bottom;
}

}  // namespace

std::string trimmed(std::string_view text) {
  static constexpr std::string_view noBreakSpace = "\xC2\xA0";
  std::string out;
  for (std::size_t i = 0; i < text.size(); ++i) {
    if (text.substr(i, 2) == noBreakSpace) {
      out += ' ';
      ++i;
    } else {
      out += text[i];
    }
  }
  const auto first = out.find_first_not_of(" \t\r\n");
  if (first == std::string::npos) return {};
  const auto last = out.find_last_not_of(" \t\r\n");
  return out.substr(first, last - first + 1);
}

std::span<const Unit> unitsOf(Kind kind) {
  switch (kind) {
    case Kind::Voltage: return voltage;
    case Kind::Current: return current;
    case Kind::SmallCurrent: return smallCurrent;
    case Kind::Charge: return charge;
    case Kind::Energy: return energy;
    case Kind::Resistance: return resistance;
    case Kind::PlainResistance: return plainResistance;
    case Kind::Capacitance: return capacitance;
    case Kind::MicroCapacitance: return microCapacitance;
    case Kind::Power: return power;
    case Kind::Length: return length;
    case Kind::SmallLength: return smallLength;
    case Kind::Distance: return distance;
    case Kind::Climb: return climb;
    case Kind::Mass: return mass;
    case Kind::CellMass: return cellMass;
    case Kind::Duration: return duration;
    case Kind::Minutes: return minutes;
    case Kind::Clock: return plain;
    case Kind::Temperature: return temperature;
    case Kind::Price: return money;
    case Kind::Speed: return speed;
    case Kind::Fraction: return fraction;
    case Kind::Drag: return dragArea;
    case Kind::Angle: return angle;
    case Kind::Plain:
    case Kind::Count:
    case Kind::Text:
    case Kind::Choice:
    case Kind::Flag:
    case Kind::Wire:
    case Kind::CellId:
    case Kind::ConnectorId: return plain;
  }
  return plain;
}

bool isNumeric(Kind kind) {
  switch (kind) {
    case Kind::Text:
    case Kind::Choice:
    case Kind::Flag:
    case Kind::Wire:
    case Kind::CellId:
    case Kind::ConnectorId: return false;
    default: return true;
  }
}

Unit shownUnit(Kind kind, UnitSystem system) {
  if (kind == Kind::Fraction) return fraction[1];
  if (system == UnitSystem::Imperial) {
    switch (kind) {
      case Kind::Length: return length[3];
      case Kind::SmallLength: return smallLength[3];
      case Kind::Distance: return distance[1];
      case Kind::Climb: return climb[1];
      case Kind::Mass: return mass[2];
      case Kind::CellMass: return cellMass[2];
      case Kind::Temperature: return temperature[2];
      case Kind::Speed: return speed[1];
      default: break;
    }
  }
  return unitsOf(kind).front();
}

Expected<double> parseNumber(std::string_view raw) {
  const std::string text = trimmed(raw);
  const std::string low = lowered(text);
  if (text.empty()) return unexpected("", "nothing", "a number");
  if (low.starts_with("nan") || low.starts_with("inf") || low.starts_with("-inf") || low.starts_with("+inf"))
    return unexpected("", inQuotes(text), "an ordinary number");
  const auto commas = std::count(text.begin(), text.end(), ',');
  const auto points = std::count(text.begin(), text.end(), '.');
  std::string digits = text;
  if (digits.front() == '+') digits.erase(0, 1);
  if (commas + points > 1) return unexpected("", inQuotes(text), "one decimal sign at most");
  if (commas == 1) {
    const std::size_t at = digits.find(',');
    const std::string head = digits.substr(0, at);
    const std::string tail = digits.substr(at + 1);
    const bool threeDigits = tail.size() == 3 && std::all_of(tail.begin(), tail.end(), [](char c) { return c >= '0' && c <= '9'; });
    if (threeDigits && head != "0" && head != "-0" && !head.empty())
      return unexpected("", inQuotes(text),
                        fmt::format("either {}{} (thousand) or {}.{} (decimal): please type one of them", head, tail, head, tail));
    digits[at] = '.';
  }
  double value = 0.0;
  const auto [end, error] = std::from_chars(digits.data(), digits.data() + digits.size(), value);
  if (error == std::errc::result_out_of_range) return unexpected("", inQuotes(text), "a number that a part could have");
  if (error != std::errc() || end != digits.data() + digits.size() || !std::isfinite(value))
    return unexpected("", inQuotes(text), "a number");
  return value;
}

namespace {

/// "17:30", "17.30", "5:30 pm", "7" (on the hour) → minutes after midnight.
Expected<double> parseClock(const std::string& text) {
  const auto fail = [&] { return unexpected("", text.empty() ? std::string("nothing") : inQuotes(text), expectedWords(Kind::Clock)); };
  int hours = -1, past = 0;
  const char* const end = text.data() + text.size();
  auto [at, error] = std::from_chars(text.data(), end, hours);
  if (error != std::errc() || hours < 0) return fail();
  if (at != end && (*at == ':' || *at == '.' || *at == 'h')) {
    const auto [after, wrong] = std::from_chars(at + 1, end, past);
    if (wrong != std::errc() || after - at != 3) return fail();  // "17:3" may be three or thirty minutes past
    at = after;
  }
  const std::string rest = lowered(trimmed(std::string_view(at, static_cast<std::size_t>(end - at))));
  const bool morning = rest == "am" || rest == "a.m.", evening = rest == "pm" || rest == "p.m.";
  if (!rest.empty() && !morning && !evening) return fail();
  if (morning || evening) {
    if (hours < 1 || hours > 12) return fail();
    hours = hours % 12 + (evening ? 12 : 0);
  }
  if (hours > 23 || past < 0 || past > 59) return fail();
  return hours * 60.0 + past;
}

}  // namespace

std::string formatClock(double pastMidnight) {
  const long whole = std::lround(pastMidnight);
  const long ofDay = (whole % 1440 + 1440) % 1440;
  return fmt::format("{:02}:{:02}", ofDay / 60, ofDay % 60);
}

Expected<double> parseQuantity(std::string_view raw, Kind kind, UnitSystem system) {
  const std::string text = trimmed(raw);
  if (kind == Kind::Clock) return parseClock(text);
  const auto fail = [&](std::string_view extra) { return unexpected("", inQuotes(text).append(extra), expectedWords(kind)); };
  if (text.empty()) return unexpected("", "nothing", expectedWords(kind));
  const NumberAndRest parts = splitNumber(text);
  if (parts.rest.starts_with('/') && (kind == Kind::Length || kind == Kind::SmallLength)) {
    const NumberAndRest second = splitNumber(trimmed(parts.rest.substr(1)));
    const auto value = parseVulgarFraction(parts.number + "/" + second.number);
    const Unit* unit = findUnit(unitsOf(kind), second.rest.empty() ? "in" : second.rest);
    if (value && unit) return *value * unit->scale;
    return fail("");
  }
  const auto number = parseNumber(parts.number.empty() ? text : parts.number);
  if (!number) return unexpected("", number.error().found, parts.number.empty() ? expectedWords(kind) : number.error().expected);
  Unit unit = shownUnit(kind, system);
  if (kind == Kind::Fraction && std::abs(*number) <= 1.0) unit = fraction[0];  // 0.8 and 80 both mean 80 %
  if (!parts.rest.empty()) {
    const Unit* typed = findUnit(unitsOf(kind), parts.rest);
    if (!typed) return fail(ownerOfUnit(parts.rest));
    unit = *typed;
    // "2.300 mAh", "1.150 Wh" as they are printed in half of Europe: thousands, or decimals that nobody measures.
    const std::size_t point = parts.number.find('.');
    const bool countable = unit.symbol == "mAh" || unit.symbol == "Wh" || unit.symbol == "W";
    if (countable && point != std::string::npos && point >= 1 && parts.number.front() != '0' && parts.number.size() == point + 4)
      return unexpected("", inQuotes(text),
                        fmt::format("either {}{} {} (thousand) or {} with other decimals: please type one of them",
                                    parts.number.substr(0, point), parts.number.substr(point + 1), unit.symbol, parts.number));
  }
  const double value = *number * unit.scale + unit.offset;
  if (!std::isfinite(value)) return fail("");
  return value;
}

Expected<Toleranced> parseToleranced(std::string_view raw, Kind kind, UnitSystem system) {
  std::string text = trimmed(raw);
  std::size_t at = std::string::npos;
  std::size_t width = 0;
  for (std::string_view sign : {"±"sv, "+/-"sv, "+-"sv})
    if (const auto found = text.find(sign); found != std::string::npos) {
      at = found;
      width = sign.size();
      break;
    }
  if (at == std::string::npos) {
    const auto value = parseQuantity(text, kind, system);
    if (!value) return tl::unexpected(value.error());
    return Toleranced{*value, -1.0};
  }
  const auto tolerance = parseQuantity(text.substr(at + width), kind, system);
  if (!tolerance) return tl::unexpected(tolerance.error());
  if (*tolerance < 0) return unexpected("", inQuotes(text), "a tolerance of zero or more after ±");
  const std::string head = trimmed(text.substr(0, at));
  if (head.empty()) return unexpected("", inQuotes(text), "a value before ±");
  const auto value = parseQuantity(head, kind, system);
  if (!value) return tl::unexpected(value.error());
  return Toleranced{*value, *tolerance};
}

std::string formatNumber(double value, int digits) {
  if (!std::isfinite(value)) return "–";
  if (value == 0.0) return "0";
  const double magnitude = std::floor(std::log10(std::abs(value)));
  const int decimals = std::clamp(digits - 1 - static_cast<int>(magnitude), 0, 9);
  std::string out = fmt::format("{:.{}f}", value, decimals);
  if (out.find('.') != std::string::npos) {
    out.erase(out.find_last_not_of('0') + 1);
    if (out.back() == '.') out.pop_back();
  }
  if (out == "-0") out = "0";
  return out;
}

std::string formatQuantity(double fileValue, Kind kind, UnitSystem system, int digits) {
  if (kind == Kind::Clock) return formatClock(fileValue);
  const Unit unit = shownUnit(kind, system);
  const std::string number = formatNumber((fileValue - unit.offset) / unit.scale, digits);
  return unit.symbol.empty() ? number : number + " " + std::string(unit.symbol);
}

std::string formatForEntry(double fileValue, Kind kind, UnitSystem system) {
  if (kind == Kind::Clock) return formatClock(fileValue);
  const Unit unit = shownUnit(kind, system);
  return formatNumber((fileValue - unit.offset) / unit.scale, unit.scale == 1.0 && unit.offset == 0.0 ? 12 : 6);
}

}  // namespace usherwright
