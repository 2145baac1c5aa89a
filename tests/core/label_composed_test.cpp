// The whole reading, figures included, of texts that nobody chose: worn print, words and figures put together at random, parts named
// side by side. Sums of it stand in the golden texts, so that no constant of the reader moves unseen.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <iterator>
#include <sstream>

#include "core/label/claims.h"
#include "core/label/label.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"
#include "support/golden.h"
#include "support/label_said.h"
#include "support/reference_case.h"

using namespace usherwright;

namespace {

/// The text with one thing done to it everywhere.
template <class Change>
std::string each(std::string text, Change change) {
  for (char& c : text) c = change(c);
  return text;
}

/// A text in some forty states of damage and other figures: the same at every run, and with every compiler.
std::vector<std::string> variants(const std::string& text) {
  std::vector<std::string> out{text};
  out.push_back(each(text, [](char c) { return c == '\n' ? ' ' : c; }));
  out.push_back(each(text, [](char c) { return c == ',' ? '.' : c == '.' ? ',' : c; }));
  out.push_back(each(text, [](char c) { return c == '0' ? 'O' : c; }));
  out.push_back(each(text, [](char c) { return c == '8' ? 'B' : c; }));
  out.push_back(each(text, [](char c) { return c >= 'a' && c <= 'z' ? static_cast<char>(c - 32) : c; }));
  out.push_back(each(text, [](char c) { return c >= 'A' && c <= 'Z' ? static_cast<char>(c + 32) : c; }));
  std::string joined;
  for (const char c : text)
    if (c != ' ') joined += c;
  out.push_back(joined);
  out.push_back(text + "\nS/N 36V10S2210 2023-05-17");
  std::size_t digits = 0;
  for (std::size_t i = 0; i < text.size() && digits < 12; ++i) {
    if (text[i] < '0' || text[i] > '9') continue;
    ++digits;
    for (const int by : {1, 5}) {  // another figure at each place of a number
      out.push_back(text);
      out.back()[i] = static_cast<char>('0' + (text[i] - '0' + by) % 10);
    }
  }
  for (std::size_t i = 2; i < text.size() && i < 60; i += 7)
    if (static_cast<unsigned char>(text[i]) < 0x80) {  // one sign is gone
      out.push_back(text);
      out.back().erase(i, 1);
    }
  return out;
}

}  // namespace

TEST_CASE("every printed text, worn and with other figures, is read as it was") {
  std::string all;
  for (const labels::Printed& p : labels::printed()) {
    std::uint64_t sum = labels::begun;
    for (const std::string& v : variants(p.text)) sum = labels::mixed(sum, labels::wholly(v));
    all += fmt::format("{} {:x}\n", p.name, sum);
  }
  golden::compare("label-variants.txt", all);
}

namespace {

/// A sequence that is the same everywhere: numerical recipes' linear congruence.
struct Sequence {
  std::uint32_t state = 1;
  std::size_t below(std::size_t n) {
    state = state * 1664525u + 1013904223u;
    return (state >> 8) % n;
  }
  template <class List>
  const auto& of(const List& list) {
    return list[below(std::size(list))];
  }
};

/// Every word of every language.
std::vector<std::string> allWords() {
  std::vector<std::string> out;
  std::istringstream table(reference::readFile(reference::sourcePath("data/label/words.csv")));
  std::string line;
  std::getline(table, line);
  while (std::getline(table, line)) {
    std::istringstream list(line.substr(line.find(',', line.find(',') + 1) + 1));
    for (std::string word; std::getline(list, word, '|');) out.push_back(trimmed(word));
  }
  return out;
}

/// Words and figures put together as print does, sense or none.
std::string composed(Sequence& next, const std::vector<std::string>& words) {
  static constexpr const char* numbers[] = {
      "0.5", "1",   "1.2", "2",   "2.35", "2.5",  "2,8",     "3",     "3.2",  "3.6",    "3.7",   "3.97", "4.1",   "4.2", "4,25", "5",
      "6",   "7.2", "8",   "10",  "10.4", "11.6", "12",      "13",    "14",   "15",     "17",    "20",   "22",    "24",  "25.2", "29.4",
      "30",  "31",  "36",  "37",  "40",   "42",   "44,4",    "48",    "54.6", "58.8",   "60",    "63",   "67.2",  "72",  "80",   "84",
      "100", "110", "230", "240", "250",  "350",  "500",     "680",   "1000", "1.5",    "2.300", "2600", "18650", "546", "999",  "7",
      "9",   "16",  "32",  "45",  "52",   "65",   "68",      "85",    "99",   "115",    "120",   "150",  "200",   "220", "300",  "320",
      "390", "400", "420", "600", "950",  "2x2",  "100-240", "20~60", "22±1", "40±0.5", "31(±1)"};
  static constexpr const char* units[] = {"V", "V", "V",  "A",  "A",  "A", "Ah",  "mAh", "W", "Wh", "mA",  "°C",
                                          "S", "P", "µF", "mΩ", "Hz", "s", "VDC", "V~",  "C", "",   "km/h"};
  static constexpr const char* between[] = {" ", " ", " ", " ", "", ": ", " / ", "\n", " - ", "=", ", ", ";", " ("};
  std::string out;
  const std::size_t pieces = 2 + next.below(5);
  for (std::size_t i = 0; i < pieces; ++i) {
    // One draw a statement: in an expression each compiler has its own order.
    if (next.below(3) > 0) {
      out += next.of(words);
      out += next.of(between);
    }
    out += next.of(numbers);
    if (next.below(4) == 0) out += " ";
    out += next.of(units);
    out += next.of(between);
  }
  // Print may end with a word as well: of the figure above it, or of nothing.
  if (next.below(3) == 0) {
    out += next.below(2) == 0 ? "\n" : " (";
    out += next.of(words);
    if (out.find('(') != std::string::npos) out += ")";
  }
  return out;
}

}  // namespace

TEST_CASE("words and figures put together at random are read as they were, on every kind of part") {
  const std::vector<std::string> all = allWords();
  REQUIRE(all.size() > 500);
  std::string out;
  Sequence next;
  for (int hundred = 0; hundred < 800; ++hundred) {
    std::uint64_t sum = 14695981039346656037u;
    for (int i = 0; i < 100; ++i) {
      const std::string text = composed(next, all);
      const std::size_t on = next.below(labelSubjectCount + 5);
      sum = labels::mixed(sum,
                          labels::wholly(text, on < labelSubjectCount ? Known<LabelSubject>(static_cast<LabelSubject>(on)) : std::nullopt));
    }
    out += fmt::format("{} {:x}\n", hundred, sum);
  }
  // Several parts named on one label: which of them is it on?
  constexpr const char* parts[] = {"controller", "battery", "charger",   "cell",     "BMS",       "motor",  "fuse",  "discharge balancer",
                                   "converter",  "light",   "capacitor", "breaking", "balance",   "output", "regen", "common port",
                                   "drop",       "li-ion",  "full",      "release",  "discharge", "float",  "input", ""};
  for (const char* first : parts) {
    std::uint64_t sum = 14695981039346656037u;
    for (const char* second : parts)
      for (const char* third : parts)
        for (const char* text :
             {"{} {} {} 36 V", "{} {} {} 36 V 10 Ah", "{} {} {} 3.6 V 2.5 Ah", "{} {} {} 230 V~ 2 A", "{} {} {} 13S", "{} {} {} 680 µF",
              "{} {} {} 30 A 60 V", "{} {} {} 18650 3 C", "{} {} {} 36 V cut-off 31±1 V 15 A", "{} {} {} 36 V 360 Wh"})
          sum = labels::mixed(sum, labels::wholly(fmt::format(fmt::runtime(text), first, second, third)));
    out += fmt::format("{} {:x}\n", first, sum);
  }
  // Two figures with a word behind each, and a word in the last line: whose is it?
  constexpr const char* behind[] = {"discharge", "charge", "continuous", "peak",    "max",     "rated",
                                    "input",     "output", "cut-off",    "nominal", "battery", "limit"};
  for (const char* first : behind) {
    std::uint64_t sum = 14695981039346656037u;
    for (const char* second : behind)
      for (const char* last : behind)
        for (const char* text : {"30 A {} 5 A {}\n{}", "30 A {} 5 A {}\n{}\n", "48 V {} 42 V {}\n{}", "5 A {}\n30 A {} ({})",
                                 "30 A {} 5 A {}: {}", "30 A {}\n5 A {}\n8 A {}", "30 A {} 5 A {}\n8 A", "{} 30 A {}\n5 A {}\n8 A"})
          sum = labels::mixed(sum, labels::wholly(fmt::format(fmt::runtime(text), first, second, last)));
    out += fmt::format("{} {:x}\n", first, sum);
  }
  // Chinese words in a row, without a space: of the figure that they touch, while they are few.
  std::vector<std::string> han;
  for (const std::string& word : all)
    if (static_cast<unsigned char>(word.front()) >= 0xE4 && static_cast<unsigned char>(word.front()) <= 0xE9) han.push_back(word);
  REQUIRE(han.size() > 20);
  for (std::size_t count = 1; count <= 8; ++count) {
    std::uint64_t sum = 14695981039346656037u;
    for (std::size_t from = 0; from < han.size(); ++from) {
      std::string row;
      for (std::size_t i = 0; i < count; ++i) row += han[(from + i * i * 5) % han.size()];
      for (const char* text : {"30A{} 5A", "48V{} 42V", "30A {}5A", "30A{}5A"})
        sum = labels::mixed(sum, labels::wholly(fmt::format(fmt::runtime(text), row)));
    }
    out += fmt::format("{} in a row {:x}\n", count, sum);
  }
  golden::compare("label-composed.txt", out);
}

TEST_CASE("designations, addresses, thousands and joined figures are read as they were, form by form") {
  std::string out;
  for (const char* text : {"INR19/66",
                           "7INR19/66-5",
                           "17INR19/66-15",
                           "117INR19/66-5",
                           "INR19/66-115",
                           "7INR19/66-0",
                           "7INR19/66-",
                           "7INR19/66",
                           "INR1/2",
                           "INR12345/6",
                           "INR123456/7",
                           "INR19/66666",
                           "INR19/666666",
                           "ICP9/35/150",
                           "1ICPR19/66",
                           "2ICP-9/35",
                           "LNP1/2/3/4",
                           "INX19/66",
                           "IXR19/66",
                           "XNR19/66",
                           "INR/66",
                           "INR19-66",
                           "10INR19/66-4 36V 10Ah",
                           "IFpR 26/65",
                           "IFpR26/65",
                           "www.a36V10Ah.example 48V",
                           "http://36V.example/10Ah 48V",
                           "a36V@b.example 48V",
                           "w.36V.example 48V",
                           "a@36V 24V\n48V",
                           "36 V-42 V",
                           "36V-42V",
                           "36-42V",
                           "36 V - 42 V",
                           "36 A-42 A",
                           "36V-A",
                           "36 X-42 V",
                           "A-36V",
                           "36V-",
                           "-36V",
                           "36--42V",
                           "2.300 mAh",
                           "2.3000 mAh",
                           "2.30 mAh",
                           "23.300 mAh",
                           "233.300 mAh",
                           "2333.300 mAh",
                           "2.300.000 mAh",
                           "2.300.00 mAh",
                           "2 300 mAh",
                           "2'300 mAh",
                           "2,300 mAh",
                           "2,300.5 mAh",
                           "2.300,5 mAh",
                           ".300 mAh",
                           "2. 300 mAh",
                           "2,\n300 mAh",
                           "36V|10Ah",
                           "36|42V",
                           "36_42V",
                           "36+42V",
                           "36.V",
                           "36V.10Ah",
                           "36V10Ah360Wh",
                           "36VDC10A",
                           "3 6 V",
                           "36 . 5 V",
                           "36,5V",
                           "36 ,5V",
                           "54.6V2A",
                           "54.6V⎓2A",
                           "54.6V===2A",
                           "54.6V=2A",
                           "54,6V;2A",
                           "100-240V~50/60Hz",
                           "100~240V 1.5A",
                           "AC100V-240V",
                           "36V17±1A",
                           "L.V.31±1V",
                           "LV31V",
                           "36V17±1AL.V31±1V",
                           "36V 17A(max)",
                           "36V(17A)",
                           "36V[17A]",
                           "36 V 17 A max 17 A max",
                           "85-300 V",
                           "85-301 V",
                           "84-300 V",
                           "90-300V 2A out 42V 2A",
                           "36 [V]",
                           "36 (V)",
                           "10 [Ah] 36 [V]",
                           "36 (V) 17 (A)",
                           "10S charge 22 V",
                           "10S output 22 V",
                           "output 1000 V",
                           "output 999 V",
                           "output 546 V",
                           "mo|-tor 36 V",
                           "mo|tor 36 V",
                           "mo-|tor 36 V",
                           "18200 2500 mAh 3.6 V",
                           "18190 2500 mAh 3.6 V"})
    out += fmt::format("{}: {}\n", each(text, [](char c) { return c == '\n' ? '|' : c; }), labels::wholly(text));
  golden::compare("label-forms.txt", out);
}

TEST_CASE("claims turn from one verdict to the next where they did, in every word for their units") {
  ClaimBasis basis;
  basis.energy = WattHour(1000);
  basis.perKilometre = WattHourPerKilometre(12.5);
  basis.pedallingHard = WattHourPerKilometre(6.25);
  basis.meanPower = Watt(250);
  basis.nominal = Volt(48);
  basis.full = Volt(54.6);
  basis.limit = Ampere(20);
  basis.perYear = Kilometre(4000);
  const auto saidOf = [&](const std::string& text) {
    std::string out;
    for (const ClaimVerdict& v : checkClaims(text, basis))
      out += fmt::format(" {} {} {} {} {};", static_cast<int>(v.kind), formatNumber(v.value, 4), formatNumber(v.implied, 4), v.impliedUnit,
                         plausibilityWords(v.verdict));
    return out;
  };
  std::string out;
  for (const char* unit :
       {"h",     "hr",        "hrs",       "hours",      "hour",       "std",    "Stunden", "Stunde", "heures",  "heure",   "horas",
        "hora",  "ore",       "godzin",    "godziny",    "uur",        "小时",   "min",     "mins",   "minutes", "minuten", "分钟",
        "km",    "kilometer", "kilometre", "kilometres", "kilometers", "公里",   "千米",    "mi",     "mile",    "miles",   "cycles",
        "cycle", "charges",   "Zyklen",    "Ladezyklen", "cicli",      "ciclos", "cykli",   "次",     "循环",    "years",   "year",
        "yrs",   "Jahre",     "Jahren",    "ans",        "anos",       "anni",   "lat",     "jaar",   "年",      "hp",      "PS",
        "W",     "watt",      "watts",     "kW",         "瓦",         "千瓦"})
    out += fmt::format("45 {}:{}\n", unit, saidOf(fmt::format("45 {}", unit)));
  // Where the verdict turns: to a thousandth on both sides.
  for (const char* text : {"{} km", "{} h", "{} W peak", "{} W", "{} cycles", "{} years", "18650 {} mAh", "21700 {} mAh", "9990 {} mAh"}) {
    std::string before, first, last;
    for (double value = 0.2; value < 30000; value *= 1.004) {
      const std::string number = formatNumber(value, 3);
      std::string now;
      for (const ClaimVerdict& v : checkClaims(fmt::format(fmt::runtime(text), number), basis))
        now += fmt::format(" {} {} {};", static_cast<int>(v.kind), v.impliedUnit, plausibilityWords(v.verdict));
      if (now != before) {
        if (!first.empty()) out += fmt::format("{} {} … {}:{}\n", text, first, last, before);
        before = now;
        first = number;
      }
      last = number;
    }
    out += fmt::format("{} {} … {}:{}\n", text, first, last, before);
  }
  golden::compare("label-claims.txt", out);
}
