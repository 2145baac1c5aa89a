// Number forms, unit words.
#include "core/label/numbers.h"

#include <algorithm>
#include <array>
#include <cstdlib>
#include <string>

#include "core/label/items.h"

namespace usherwright::label {
namespace {

double plain(std::u32string_view digits, char32_t decimalMark) {
  std::string ascii;
  for (char32_t c : digits) {
    if (isDigit(c)) ascii += static_cast<char>(c);
    else if (c == decimalMark) ascii += '.';
  }
  double out = 0.0, place = 1.0;
  bool behind = false;
  for (char c : ascii) {
    if (c == '.') {
      behind = true;
    } else if (behind) {
      place *= 10.0;
      out = out * 10.0 + (c - '0');
    } else {
      out = out * 10.0 + (c - '0');
    }
  }
  return out / place;
}

/// Whether marks of this kind separate groups of three.
bool groups(std::u32string_view digits, char32_t mark) {
  std::size_t last = digits.find(mark);
  if (last == std::u32string_view::npos || last == 0 || last > 3) return false;
  while (last != std::u32string_view::npos) {
    const std::size_t next = std::min(digits.find(mark, last + 1), digits.size());
    const std::size_t end = std::min(next, std::min(digits.find_first_not_of(U"0123456789", last + 1), digits.size()));
    if (end - last != 4) return false;
    last = next < digits.size() ? next : std::u32string_view::npos;
  }
  return true;
}

constexpr std::array unitWords{
    UnitWord{U"v", PrintedUnit::Volt},
    UnitWord{U"vdc", PrintedUnit::Volt, 1, false, true},
    UnitWord{U"vcc", PrintedUnit::Volt, 1, false, true},
    UnitWord{U"vac", PrintedUnit::Volt, 1, true, false},
    UnitWord{U"vca", PrintedUnit::Volt, 1, true, false},
    UnitWord{U"volt", PrintedUnit::Volt},
    UnitWord{U"volts", PrintedUnit::Volt},
    UnitWord{U"voltios", PrintedUnit::Volt},
    UnitWord{U"wv", PrintedUnit::Volt},
    UnitWord{U"wvdc", PrintedUnit::Volt, 1, false, true},
    UnitWord{U"mv", PrintedUnit::Volt, 1e-3},
    UnitWord{U"kv", PrintedUnit::Volt, 1e3},
    UnitWord{U"伏", PrintedUnit::Volt},
    UnitWord{U"a", PrintedUnit::Ampere},
    UnitWord{U"adc", PrintedUnit::Ampere, 1, false, true},
    UnitWord{U"amp", PrintedUnit::Ampere},
    UnitWord{U"amps", PrintedUnit::Ampere},
    UnitWord{U"ampere", PrintedUnit::Ampere},
    UnitWord{U"amperes", PrintedUnit::Ampere},
    UnitWord{U"amperios", PrintedUnit::Ampere},
    UnitWord{U"ma", PrintedUnit::Ampere, 1e-3},
    UnitWord{U"ka", PrintedUnit::Ampere, 1e3},
    UnitWord{U"安", PrintedUnit::Ampere},
    UnitWord{U"毫安", PrintedUnit::Ampere, 1e-3},
    UnitWord{U"ah", PrintedUnit::AmpereHour},
    UnitWord{U"mah", PrintedUnit::AmpereHour, 1e-3},
    UnitWord{U"安时", PrintedUnit::AmpereHour},
    UnitWord{U"毫安时", PrintedUnit::AmpereHour, 1e-3},
    UnitWord{U"wh", PrintedUnit::WattHour},
    UnitWord{U"whr", PrintedUnit::WattHour},
    UnitWord{U"whrs", PrintedUnit::WattHour},
    UnitWord{U"kwh", PrintedUnit::WattHour, 1e3},
    UnitWord{U"瓦时", PrintedUnit::WattHour},
    UnitWord{U"w", PrintedUnit::Watt},
    UnitWord{U"watt", PrintedUnit::Watt},
    UnitWord{U"watts", PrintedUnit::Watt},
    UnitWord{U"kw", PrintedUnit::Watt, 1e3},
    UnitWord{U"mw", PrintedUnit::Watt, 1e-3},
    UnitWord{U"瓦", PrintedUnit::Watt},
    UnitWord{U"千瓦", PrintedUnit::Watt, 1e3},
    UnitWord{U"hz", PrintedUnit::Hertz},
    UnitWord{U"khz", PrintedUnit::Hertz, 1e3},
    UnitWord{U"赫兹", PrintedUnit::Hertz},
    UnitWord{U"s", PrintedUnit::Series},
    UnitWord{U"串", PrintedUnit::Series},
    UnitWord{U"p", PrintedUnit::Parallel},
    UnitWord{U"并", PrintedUnit::Parallel},
    UnitWord{U"mohm", PrintedUnit::MilliOhm},
    UnitWord{U"mohms", PrintedUnit::MilliOhm},
    UnitWord{U"mΩ", PrintedUnit::MilliOhm},
    UnitWord{U"ohm", PrintedUnit::MilliOhm, 1e3},
    UnitWord{U"uf", PrintedUnit::MicroFarad},
    UnitWord{U"mfd", PrintedUnit::MicroFarad},
    UnitWord{U"nf", PrintedUnit::MicroFarad, 1e-3},
    UnitWord{U"mf", PrintedUnit::MicroFarad, 1e3},
    UnitWord{U"rpm", PrintedUnit::Rpm},
    UnitWord{U"upm", PrintedUnit::Rpm},
    UnitWord{U"转", PrintedUnit::Rpm},
    UnitWord{U"c", PrintedUnit::CRate},
    UnitWord{U"摄氏度", PrintedUnit::Celsius},
    UnitWord{U"h", PrintedUnit::Hour},
    UnitWord{U"hr", PrintedUnit::Hour},
    UnitWord{U"hrs", PrintedUnit::Hour},
    UnitWord{U"hours", PrintedUnit::Hour},
    UnitWord{U"hour", PrintedUnit::Hour},
    UnitWord{U"std", PrintedUnit::Hour},
    UnitWord{U"stunden", PrintedUnit::Hour},
    UnitWord{U"stunde", PrintedUnit::Hour},
    UnitWord{U"heures", PrintedUnit::Hour},
    UnitWord{U"heure", PrintedUnit::Hour},
    UnitWord{U"horas", PrintedUnit::Hour},
    UnitWord{U"hora", PrintedUnit::Hour},
    UnitWord{U"ore", PrintedUnit::Hour},
    UnitWord{U"godzin", PrintedUnit::Hour},
    UnitWord{U"godziny", PrintedUnit::Hour},
    UnitWord{U"uur", PrintedUnit::Hour},
    UnitWord{U"小时", PrintedUnit::Hour},
    UnitWord{U"min", PrintedUnit::Hour, 1.0 / 60},
    UnitWord{U"mins", PrintedUnit::Hour, 1.0 / 60},
    UnitWord{U"minutes", PrintedUnit::Hour, 1.0 / 60},
    UnitWord{U"minuten", PrintedUnit::Hour, 1.0 / 60},
    UnitWord{U"分钟", PrintedUnit::Hour, 1.0 / 60},
    UnitWord{U"km", PrintedUnit::Kilometre},
    UnitWord{U"kilometer", PrintedUnit::Kilometre},
    UnitWord{U"kilometre", PrintedUnit::Kilometre},
    UnitWord{U"kilometres", PrintedUnit::Kilometre},
    UnitWord{U"kilometers", PrintedUnit::Kilometre},
    UnitWord{U"公里", PrintedUnit::Kilometre},
    UnitWord{U"千米", PrintedUnit::Kilometre},
    UnitWord{U"mi", PrintedUnit::Kilometre, 1.609344},
    UnitWord{U"mile", PrintedUnit::Kilometre, 1.609344},
    UnitWord{U"miles", PrintedUnit::Kilometre, 1.609344},
    UnitWord{U"cycles", PrintedUnit::Cycle},
    UnitWord{U"cycle", PrintedUnit::Cycle},
    UnitWord{U"charges", PrintedUnit::Cycle},
    UnitWord{U"zyklen", PrintedUnit::Cycle},
    UnitWord{U"ladezyklen", PrintedUnit::Cycle},
    UnitWord{U"cicli", PrintedUnit::Cycle},
    UnitWord{U"ciclos", PrintedUnit::Cycle},
    UnitWord{U"cykli", PrintedUnit::Cycle},
    UnitWord{U"次", PrintedUnit::Cycle},
    UnitWord{U"循环", PrintedUnit::Cycle},
    UnitWord{U"years", PrintedUnit::Year},
    UnitWord{U"year", PrintedUnit::Year},
    UnitWord{U"yrs", PrintedUnit::Year},
    UnitWord{U"jahre", PrintedUnit::Year},
    UnitWord{U"jahren", PrintedUnit::Year},
    UnitWord{U"ans", PrintedUnit::Year},
    UnitWord{U"anos", PrintedUnit::Year},
    UnitWord{U"anni", PrintedUnit::Year},
    UnitWord{U"lat", PrintedUnit::Year},
    UnitWord{U"jaar", PrintedUnit::Year},
    UnitWord{U"年", PrintedUnit::Year},
    UnitWord{U"hp", PrintedUnit::Watt, 745.7},
    UnitWord{U"ps", PrintedUnit::Watt, 735.5},
    UnitWord{U"sec", PrintedUnit::Other},
    UnitWord{U"secs", PrintedUnit::Other},
    UnitWord{U"sek", PrintedUnit::Other},
    UnitWord{U"seconds", PrintedUnit::Other},
    UnitWord{U"sekunden", PrintedUnit::Other},
    UnitWord{U"ms", PrintedUnit::Other},
    UnitWord{U"us", PrintedUnit::Other},
    UnitWord{U"秒", PrintedUnit::Other},
    UnitWord{U"kmh", PrintedUnit::Other},
    UnitWord{U"mph", PrintedUnit::Other},
    UnitWord{U"kph", PrintedUnit::Other},
    UnitWord{U"kg", PrintedUnit::Other},
    UnitWord{U"g", PrintedUnit::Other},
    UnitWord{U"lb", PrintedUnit::Other},
    UnitWord{U"lbs", PrintedUnit::Other},
    UnitWord{U"mm", PrintedUnit::Other},
    UnitWord{U"cm", PrintedUnit::Other},
    UnitWord{U"m", PrintedUnit::Other},
    UnitWord{U"inch", PrintedUnit::Other},
    UnitWord{U"awg", PrintedUnit::Other},
    UnitWord{U"nm", PrintedUnit::Other},
    UnitWord{U"lm", PrintedUnit::Other},
    UnitWord{U"lux", PrintedUnit::Other},
    UnitWord{U"lx", PrintedUnit::Other},
    UnitWord{U"db", PrintedUnit::Other},
    UnitWord{U"va", PrintedUnit::Other},
    UnitWord{U"寸", PrintedUnit::Other},
};

/// Figures and marks in one of the forms in which people print numbers.
Printed ofForm(std::u32string_view digits) {
  Printed out;
  const auto points = std::count(digits.begin(), digits.end(), U'.');
  const auto commas = std::count(digits.begin(), digits.end(), U',');
  const auto primes = std::count(digits.begin(), digits.end(), U'\'');
  if (primes > 0) {
    out.good = commas == 0 && points <= 1 && groups(digits, U'\'');
    out.value = plain(digits, U'.');
  } else if (points + commas == 0) {
    out.good = true;
    out.value = plain(digits, 0);
  } else if (points + commas == 1) {
    const char32_t mark = points == 1 ? U'.' : U',';
    const std::size_t place = digits.find(mark);
    out.good = true;
    out.good = digits.size() - place <= 4 || (place < 4 && digits.size() - place <= 5);
    out.decimal = plain(digits, mark);
    out.grouped = digits.size() - place == 4 && place >= 1 && place <= 3 && digits.front() != U'0';
    out.value = out.grouped ? plain(digits, 0) : out.decimal;
  } else if (points > 0 && commas > 0) {
    const char32_t last = digits.find_last_of(U'.') > digits.find_last_of(U',') ? U'.' : U',';
    const char32_t first = last == U'.' ? U',' : U'.';
    out.good = std::count(digits.begin(), digits.end(), last) == 1 && groups(digits.substr(0, digits.find(last)), first);
    out.value = plain(digits, last);
  } else {
    out.good = groups(digits, points > 0 ? U'.' : U',');
    out.value = plain(digits, 0);
  }
  return out;
}

}  // namespace

Printed numberOf(std::u32string_view digits) {
  const std::size_t whole = static_cast<std::size_t>(std::count_if(digits.begin(), digits.end(), isDigit));
  if (whole == 0 || whole > 9) return {};
  Printed out = ofForm(digits);
  out.good = out.good && out.value < 1e6;
  if (!out.grouped) out.decimal = out.value;
  return out;
}

void putUnit(Item& number, const UnitWord& unit) {
  number.unit = unit.unit;
  number.scaleOfUnit = unit.scale;
  number.value *= unit.scale;
  number.ungrouped *= unit.scale;
  number.ac = unit.ac;
  number.dc = unit.dc;
}

const UnitWord* unitOf(std::u32string_view letters) {
  const auto found = std::find_if(unitWords.begin(), unitWords.end(), [&](const UnitWord& u) { return u.printed == letters; });
  return found == unitWords.end() ? nullptr : &*found;
}

namespace {

bool allWords(std::u32string_view letters, const WordTable& words) {
  if (letters.empty()) return true;
  for (std::size_t n = letters.size(); n >= 2; --n)
    if (words.find(letters.substr(0, n)) != nullptr && allWords(letters.substr(n), words)) return true;
  return false;
}

}  // namespace

const UnitWord* unitBefore(std::u32string_view letters, const WordTable& words, std::size_t& rest) {
  for (std::size_t n = std::min<std::size_t>(letters.size(), 8); n > 0; --n) {
    const UnitWord* unit = unitOf(letters.substr(0, n));
    if (unit == nullptr || !allWords(letters.substr(n), words)) continue;
    rest = n;
    return unit;
  }
  return nullptr;
}

}  // namespace usherwright::label
