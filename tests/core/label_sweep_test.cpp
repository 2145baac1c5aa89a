// Where a reading changes: every word of the reader with every unit, and sums of two and three figures, over a sweep of values.
// The golden text names the values between which nothing changes, so that no threshold moves unseen.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <iterator>
#include <sstream>

#include "core/label/label.h"
#include "core/quantity/csv.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"
#include "support/golden.h"
#include "support/label_said.h"
#include "support/reference_case.h"
#include "support/sweep.h"

using namespace usherwright;

namespace {

enum class Reasons : std::uint8_t { Named, Left };

/// What a text is read as, without its figures.
std::string readAs(const std::string& text, Known<LabelSubject> on, Reasons reasons) {
  const LabelReading r = readLabel(text, on);
  std::string out = r.subject ? std::string(labelSubjectWords(*r.subject)) : "?";
  out += fmt::format(" {:.2f}", r.subjectSureness);
  for (const LabelValue& v : r.values)
    out += fmt::format("; {} {}{}{}", standingWords(v.standing), labelMeaningWords(v.meaning),
                       v.reason.empty() || reasons == Reasons::Left ? "" : ", ", reasons == Reasons::Left ? "" : v.reason);
  if (!r.leftovers.empty()) out += fmt::format("; {} left", r.leftovers.size());
  return out;
}

/// Line ends as "⏎".
std::string oneLine(std::string text) {
  for (std::size_t at = text.find('\n'); at != std::string::npos; at = text.find('\n')) text.replace(at, 1, "⏎");
  return text;
}

void swept(const std::string& text, Known<LabelSubject> on, const std::vector<double>& values, std::string& out,
           Reasons reasons = Reasons::Left) {
  const std::string named = oneLine(text) + (on ? fmt::format(" on {}", labelSubjectWords(*on)) : "");
  out += sweep::over(text, values, named, [&](const std::string& t) { return readAs(t, on, reasons); });
}

/// Figures at which something may begin or end: a sweep stands on each of them, for "at least" and "more than" differ nowhere else.
constexpr double edges[] = {0.5,  0.6,  0.7, 0.8,  0.85, 0.9,  1,   1.1, 1.12, 1.2, 1.35, 1.45, 1.5,  1.65, 1.7, 1.9,  2,   2.15,
                            2.2,  2.35, 2.4, 2.5,  2.55, 2.95, 3,   3.2, 3.35, 3.4, 3.5,  3.55, 3.6,  3.65, 3.7, 3.75, 4,   4.05,
                            4.15, 4.2,  4.4, 4.45, 4.5,  5,    6,   7,   8,    9,   10,   12,   14.4, 14.7, 16,  20,   22,  24,
                            32,   36,   37,  40,   43,   44,   45,  48,  52,   60,  65,   68,   72,   85,   99,  100,  110, 115,
                            120,  130,  150, 200,  220,  230,  240, 250, 300,  320, 390,  400,  420,  500,  600, 800,  950, 1000};

std::vector<double> by(double from, double to, double ratio) {
  std::vector<double> out;
  for (double v = from; v <= to; v *= ratio) out.push_back(v);
  std::copy_if(std::begin(edges), std::end(edges), std::back_inserter(out), [&](double v) { return v > from && v <= to; });
  std::sort(out.begin(), out.end());
  return out;
}

std::vector<double> steps(double from, double to, double step) {
  std::vector<double> out;
  for (int i = 0; from + i * step <= to + 1e-9; ++i) out.push_back(from + i * step);
  return out;
}

/// The first English word of every sense.
std::vector<std::string> words() {
  std::vector<std::string> out;
  std::istringstream table(reference::readFile(reference::sourcePath("data/label/words.csv")));
  std::string line;
  while (std::getline(table, line)) {
    const auto at = line.find(",en,");
    if (at == std::string::npos) continue;
    const std::string all = line.substr(at + 4);
    out.push_back(trimmed(all.substr(0, all.find('|'))));
  }
  return out;
}

}  // namespace

TEST_CASE("a value of any unit beside any word is read as it was, from the smallest to the largest") {
  std::string all;
  std::vector<std::string> senses = words();
  REQUIRE(senses.size() > 60);
  senses.insert(senses.begin(), "");
  for (const std::string& word : senses)
    for (const char* unit : {"V", "A", "Ah", "W"})
      swept(trimmed(fmt::format("{} {{}} {}", word, unit)), std::nullopt, by(0.4, 500, 1.04), all, Reasons::Named);
  for (const char* text : {"{} Wh", "{} mA", "{} mAh", "{} °C", "{} mΩ", "{} µF", "{} Hz", "{}S", "{}P", "{} s", "{} C", "{} × 20 A",
                           "{}x12 V", "{} V/min", "{} Wh/km", "{} Wh/mi", "{} A/h", "{} U/min"})
    swept(text, std::nullopt, by(0.4, 9000, 1.05), all, Reasons::Named);
  golden::compare("label-words.txt", all);
}

TEST_CASE("a value on a part that is known is read as it was, from the smallest to the largest") {
  std::string all;
  std::vector<std::string> senses = words();
  senses.insert(senses.begin(), "");
  for (std::size_t i = 0; i < labelSubjectCount; ++i) {
    const auto on = static_cast<LabelSubject>(i);
    for (const std::string& word : senses)
      for (const char* unit : {"V", "A"}) swept(trimmed(fmt::format("{} {{}} {}", word, unit)), on, by(0.4, 500, 1.04), all);
    for (const char* text : {"{} Ah", "{} W", "{} Wh", "{}S", "{}P", "{} mΩ", "{} °C", "{} mA", "{} mAh", "{} µF", "{} s"})
      swept(text, on, by(0.4, 900, 1.04), all);
  }
  golden::compare("label-parts.txt", all);
}

TEST_CASE("figures that have to agree are read as they were, from far below to far above") {
  std::string all;
  const auto on = [&](LabelSubject subject, const std::string& text, std::vector<double> values) { swept(text, subject, values, all); };
  using S = LabelSubject;
  on(S::Pack, "36 V 10 Ah {} Wh", steps(300, 420, 1));
  on(S::Pack, "36 V {} Ah 360 Wh", steps(8, 12, 0.05));
  on(S::Pack, "{} V 10 Ah 360 Wh", steps(20, 60, 0.5));
  on(S::Pack, "10S {} V", steps(20, 60, 0.25));
  on(S::Pack, "{}S 36 V", steps(1, 24, 1));
  on(S::Pack, "36 V full {} V", steps(30, 60, 0.2));
  on(S::Pack, "10S4P {} Ah 36 V", steps(1, 60, 0.5));
  on(S::Pack, "Li-ion 36 V max charge {} V", steps(30, 60, 0.2));
  on(S::Pack, "48 V {} Ah continuous 20 A peak 40 A", by(0.5, 400, 1.05));
  on(S::Pack, "48 V 10 Ah continuous {} A", by(0.5, 400, 1.05));
  on(S::Pack, "48 V 10 Ah discharge 20 A charge {} A", by(0.2, 100, 1.05));
  on(S::Controller, "36 V 15 A L.V. {} V", steps(10, 60, 0.25));
  on(S::Controller, "48 V {} A L.V. 40 V", by(0.5, 400, 1.05));
  on(S::Controller, "48 V rated 15 A max {} A", by(1, 300, 1.05));
  on(S::Controller, "48 V max input {} V", steps(20, 120, 0.5));
  on(S::Controller, "{} V under voltage 40 V max 60 V", steps(20, 80, 0.5));
  on(S::Controller, "48 V 22±{} A", by(0.1, 40, 1.08));
  on(S::Controller, "48 V 22 A L.V. 40±{} V", by(0.1, 40, 1.08));
  on(S::Controller, "48 V 500 W {} A", by(1, 200, 1.05));
  on(S::Charger, "input 230 V output {} V 2 A", steps(10, 100, 0.2));
  on(S::Charger, "output 54.6 V {} A", by(0.1, 60, 1.05));
  on(S::Charger, "input 100-240 V 50/60 Hz {} A output 42 V 2 A", by(0.1, 60, 1.05));
  on(S::Charger, "for 48 V Li-ion output {} V", steps(30, 80, 0.2));
  on(S::Charger, "output 54.6 V 2 A {} W", by(20, 400, 1.03));
  on(S::Cell, "3.6 V {} mAh", by(100, 90000, 1.05));
  on(S::Cell, "18650 {} mAh 3.7 V", by(500, 20000, 1.05));
  on(S::Cell, "{} V 2500 mAh 9.25 Wh", steps(1, 5, 0.02));
  on(S::Cell, "nominal 3.6 V charge {} V", steps(2, 5.5, 0.02));
  on(S::Cell, "nominal 3.6 V cut-off {} V", steps(0.5, 4.5, 0.02));
  on(S::Board, "13S {} A", by(0.5, 400, 1.05));
  on(S::Board, "13S 48 V over charge {} V", steps(3, 5, 0.01));
  on(S::Board, "13S over charge {} V release 4.1 V", steps(3, 60, 0.1));
  on(S::Board, "13S over discharge {} V", steps(1, 4, 0.02));
  for (const int series : {1, 2, 3})
    for (const char* text : {"over charge {} V", "over discharge {} V", "charge {} V", "{} V"})
      on(S::Board, fmt::format("{}S ", series) + text, steps(1, 14, 0.05));
  on(S::Board, "{}S common port 30 A", steps(1, 40, 1));
  on(S::Board, "13S balance {} V 50 mA", steps(3, 5, 0.01));
  on(S::Board, "13S balance 4.18 V {} mA", by(1, 5000, 1.08));
  for (const char* text : {"10S charge {} V", "10S {} V", "10S full {} V", "10S NiMH charge {} V", "10S output {} V"})
    for (const S subject : {S::Pack, S::Charger}) on(subject, text, steps(8, 50, 0.1));
  for (const char* text : {"20 V {} V", "20 A {} A", "20 V, {} V", "20 V\n{} V", "20 V continuous {} V", "20 A peak {} A",
                           "under-voltage 20V/{}V", "under-voltage 6V/{}V", "under-voltage {}V/20V"})
    for (const S subject : {S::Pack, S::Controller, S::Charger, S::Board}) on(subject, text, steps(3, 60, 0.5));
  // The same thing said twice, with two figures.
  for (const char* text : {"over charge 4.2 V, over charge {} V", "over discharge 2.8 V, over discharge {} V", "charge 4.2 V, charge {} V",
                           "charge 42 V, charge {} V", "36 V, {} V", "10 Ah, {} Ah", "continuous 20 A, continuous {} A"})
    for (const S subject : {S::Pack, S::Board, S::Charger, S::Cell}) on(subject, text, steps(0.7, 21, 0.05));
  // No unusual figure for a pack: a usual number of cells, to the last digit printed.
  on(S::Pack, "{} V", steps(35.8, 37.2, 0.01));
  on(S::Pack, "{} V", steps(21.4, 22.4, 0.01));
  // What fits into a can of that size.
  for (const char* size : {"10440", "18650", "21700", "32140", "32700", "46800", "46950"})
    on(S::Cell, fmt::format("{} {{}} mAh 3.6 V", size), by(300, 40000, 1.01));
  for (const char* size : {"18651", "9999", "10000", "10010"}) on(S::Cell, fmt::format("{} {{}} mAh 3.6 V", size), by(10, 9000, 1.03));
  on(S::Fuse, "{} A 80 V DC", by(0.2, 500, 1.06));
  on(S::Fuse, "30 A {} V DC", by(4, 1500, 1.05));
  on(S::Fuse, "30 A 80 V breaking {} A", by(10, 100000, 1.1));
  on(S::Joiner, "{} A 60 V", by(0.5, 300, 1.06));
  on(S::Joiner, "30 A max {} V", by(5, 300, 1.05));
  on(S::Joiner, "30 A 60 V drop {} V", by(0.01, 3, 1.08));
  on(S::Converter, "input {}-60 V output 12 V 10 A", steps(5, 70, 0.5));
  on(S::Converter, "input 30-60 V output {} V 10 A", steps(1, 80, 0.5));
  on(S::Accessory, "{} V 5 W", by(1, 200, 1.04));
  on(S::Accessory, "6-{} V 0.5 A", steps(3, 120, 0.5));
  on(S::Capacitor, "{} µF 63 V", by(1, 90000, 1.1));
  on(S::Capacitor, "680 µF {} V", by(4, 700, 1.04));
  for (const char* text : {"36 V 10 Ah {} Wh", "{} V 15 A", "input 230 V output {} V 2 A", "48 V max {} A", "{}S 30 A", "54.6 V {} A",
                           "3.6 V {} Ah", "{} A 32 V", "max {} V 30 A 13S", "{} W 48 V"})
    swept(text, std::nullopt, by(0.4, 900, 1.05), all);
  for (const char* text : {"Zelle {} Ah 36 V", "cell {} mAh 36 V 10 A"}) swept(text, std::nullopt, steps(5.5, 7.5, 0.1), all);
  for (const char* text : {"{}P 10S 36 V", "{} A NMC", "LFP {} A", "LTO {} A max", "lead {} A", "{} A, NiMH max"})
    swept(text, S::Pack, steps(1, 70, 1), all);
  for (const char* text : {"{} × 20 A", "2 x {} A", "each {} A"}) swept(text, S::Joiner, steps(1, 45, 1), all, Reasons::Named);
  for (const S subject : {S::Pack, S::Cell, S::Board}) on(subject, "{} mAh", steps(98000, 100500, 250));
  golden::compare("label-sums.txt", all);
}

TEST_CASE("every printed text is read as it was with a mark, a blank or a line's end at any place of it") {
  std::string all;
  for (const labels::Printed& p : labels::printed()) {
    std::uint64_t sum = labels::begun;
    for (std::size_t i = 1; i < p.text.size() && i < 90; ++i) {
      if ((static_cast<unsigned char>(p.text[i]) & 0xC0U) == 0x80U) continue;
      static constexpr std::array marks{"'", "|", "-", " ", "\n", ".", ",", "- ", " |"};
      std::string torn = p.text;
      torn.insert(i, marks[i % marks.size()]);
      sum = labels::mixed(sum, labels::wholly(torn));
      torn.insert(std::min(i + 3, torn.size()), marks[(i / 2 + 4) % marks.size()]);
      sum = labels::mixed(sum, labels::wholly(torn));
    }
    all += fmt::format("{} {:x}\n", p.name, sum);
  }
  golden::compare("label-torn.txt", all);
}
