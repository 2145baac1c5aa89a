// What labels say, in the ways they are printed.
#include <array>
#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <fstream>

#include "core/label/claims.h"
#include "core/label/items.h"
#include "core/label/numbers.h"
#include "core/label/places.h"
#include "core/label/targets.h"
#include "core/parts/nameplate.h"
#include "core/plan/evidence.h"
#include "core/plan/fields.h"
#include "core/plan/sizes.h"
#include "core/quantity/units.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

/// "nameplate voltage 48; ~current limit 22±1; …": plain is sure, ~ likely, ? asked.
std::string understood(const LabelReading& reading) {
  static constexpr std::array marks{"", "~", "?"};
  static constexpr std::array chemistries{"nmc", "lipo", "lmo", "lfp", "lead", "nimh"};
  std::string out;
  for (const LabelValue& v : reading.values) {
    std::string figure = (v.low ? formatNumber(*v.low, 6) + ".." : "") + formatNumber(v.value, 6);
    if (v.meaning == LabelMeaning::Port) figure = v.value > 0 ? "separate" : "common";
    if (v.meaning == LabelMeaning::ChemistryName) figure = chemistries[static_cast<std::size_t>(v.value)];
    if (v.tolerance) figure += "±" + formatNumber(*v.tolerance, 6);
    out += (out.empty() ? "" : "; ") + std::string(marks[static_cast<std::size_t>(v.standing)]) +
           std::string(labelMeaningWords(v.meaning)) + " " + figure;
  }
  return out;
}

std::string withBreaks(std::string text) {
  for (auto at = text.find("\\n"); at != std::string::npos; at = text.find("\\n")) text.replace(at, 2, "\n");
  return text;
}

std::string withoutBreaks(std::string text) {
  for (auto at = text.find('\n'); at != std::string::npos; at = text.find('\n')) text.replace(at, 1, "\\n");
  return text;
}

}  // namespace

TEST_CASE("labels as they are really printed") {
  std::ifstream file(std::string(USHERWRIGHT_SOURCE_DIR) + "/tests/data/labels.tsv");
  REQUIRE(file.is_open());
  int count = 0, sure = 0, values = 0;
  for (std::string line; std::getline(file, line);) {
    if (line.starts_with("#")) continue;
    const auto first = line.find('\t'), second = line.find('\t', first + 1);
    REQUIRE(second != std::string::npos);
    const std::string text = withBreaks(line.substr(0, first));
    const LabelReading reading = readLabel(text);
    ++count;
    INFO(text);
    CHECK((reading.subject ? std::string(labelSubjectWords(*reading.subject)) : "-") == line.substr(first + 1, second - first - 1));
    CHECK(understood(reading) == line.substr(second + 1));
    for (const LabelValue& v : reading.values) {
      ++values;
      sure += v.standing == Standing::Sure ? 1 : 0;
      CHECK(text.find(v.piece) != std::string::npos);
      CHECK((v.standing == Standing::Sure) == v.settledBy.empty());
      CHECK_FALSE(v.reason.empty());
    }
  }
  CHECK(count >= 400);
  CHECK(sure > 0.85 * values);
}

TEST_CASE("labels damaged, torn and unusual stand as they are pinned") {
  // Columns as in labels.tsv, then how sure the kind is and what was not read. USHERWRIGHT_GOLDEN=write rewrites the file: read what
  // changed.
  const std::string path = std::string(USHERWRIGHT_SOURCE_DIR) + "/tests/data/labels-damaged.tsv";
  std::ifstream file(path);
  REQUIRE(file.is_open());
  const char* golden = std::getenv("USHERWRIGHT_GOLDEN");
  const bool rewrite = golden != nullptr && std::string(golden) == "write";
  std::string out;
  int count = 0;
  for (std::string line; std::getline(file, line); ++count) {
    const std::string label = line.substr(0, line.find('\t'));
    const LabelReading reading = readLabel(withBreaks(label));
    std::string now =
        label + "\t" + (reading.subject ? std::string(labelSubjectWords(*reading.subject)) : "-") + "\t" + understood(reading);
    now += "\t" + formatNumber(std::round(reading.subjectSureness * 1000) / 1000, 3);
    for (const LabelLeftover& l : reading.leftovers) now += " ‹" + withoutBreaks(l.piece) + "›";
    out += now + "\n";
    if (rewrite) continue;
    CHECK(now == line);
  }
  CHECK(count >= 1000);
  file.close();
  if (rewrite) std::ofstream(path) << out;
}

TEST_CASE("what a person says of the part overrules the text") {
  CHECK(understood(readLabel("48V 20A", LabelSubject::Controller)) == "nameplate voltage 48; current limit 20");
  CHECK(understood(readLabel("48V 20A", LabelSubject::Pack)) == "nameplate voltage 48; ~current limit 20");
  CHECK(understood(readLabel("48V 20A")) == "nameplate voltage 48; ?current limit 20");
  CHECK(understood(readLabel("54.6V 2A", LabelSubject::Charger)) == "charger output 54.6; charger current 2");
  CHECK(understood(readLabel("80V 30A", LabelSubject::Fuse)) == "?fuse voltage 80; fuse rating 30");
  CHECK(understood(readLabel("60V 20A", LabelSubject::Joiner)) == "nameplate voltage 60; joiner current 20");
  CHECK(readLabel("48V", LabelSubject::Motor).subjectSureness == 1.0);
}

TEST_CASE("the fields that a label fills, and the piece of print that stays with each") {
  const Plan plan = plans::demo();
  const auto fields = [&](const char* label, LabelSubject subject, std::size_t index) {
    std::string out;
    for (const LabelValue& v : readLabel(label, subject).values)
      for (const LabelTarget& t : labelTargets(v, plan, {subject, index})) out += t.pointer + "=" + t.text + " ";
    return out;
  };
  CHECK(
      fields("48V 20±1A L.V. 41V Vmax 63V regen 5A", LabelSubject::Controller, 0) ==
      "/bike/controller/nameplate_V=48 /bike/controller/current_max_A=20 ± 1 /bike/controller/cutoff_V=41 /bike/controller/input_max_V=63 "
      "/bike/controller/regen_current_A=5 ");
  CHECK(fields("Battery 48V 11.6Ah 13S4P discharge 20A", LabelSubject::Pack, 1) ==
        "/packs/1/label_V=48 /packs/1/label_Ah=11.6 /packs/1/series=13 /packs/1/parallel=4 /packs/1/bms/continuous_A=20 ");
  CHECK(fields("54.6V 2A LiFePO4", LabelSubject::Charger, 1) ==
        "/chargers/1/output_V=54.6 /chargers/1/output_A=2 /chargers/1/chemistry=lfp ");
  CHECK(fields("Lead acid charger OUTPUT 44.1V 3A FLOAT 41.4V", LabelSubject::Charger, 0) ==
        "/chargers/0/output_V=44.1 /chargers/0/output_A=3 /chargers/0/float_V=41.4 /chargers/0/chemistry=lead ");
  CHECK(fields("18650 2900mAh 8A 3.6V charge 4.2V", LabelSubject::Cell, 0) ==
        "/cells/heron-29/form=18650 /cells/heron-29/capacity_Ah=2.9 /cells/heron-29/continuous_A=8 /cells/heron-29/nominal_V=3.6 "
        "/cells/heron-29/charge_V=4.2 ");
  CHECK(fields("13S 30A balance 60mA common port over-charge protection 4.25V over-discharge 2.8V", LabelSubject::Board, 0) ==
        "/packs/0/bms/series=13 /packs/0/bms/continuous_A=30 /packs/0/bms/balance_mA=60 /packs/0/bms/cell_full_V=4.25 "
        "/packs/0/bms/cell_cutoff_V=2.8 /packs/0/bms/port=common ");
  CHECK(fields("36V 250W", LabelSubject::Motor, 0) == "/bike/motor_W=250 ");
  CHECK(fields("30A 80VDC 1kA", LabelSubject::Fuse, 0) == "/packs/0/fuse/rating_A=30 /packs/0/fuse/dc_V=80 /packs/0/fuse/breaking_A=1000 ");
  CHECK(fields("20A per input, max 63V", LabelSubject::Joiner, 0) == "/joining/part/input_A=20 /joining/part/voltage_V=63 ");
  CHECK(fields("in 30-60V out 12V 5A", LabelSubject::Converter, 0) ==
        "/joining/converter/input_low_V=30 /joining/converter/input_high_V=60 /joining/converter/set_V=12 /joining/converter/output_A=5 ");
  CHECK(fields("63V 1000uF", LabelSubject::Capacitor, 0) == "/bike/controller/capacitor_V=63 /bike/controller/bulk_uF=1000 ");
  CHECK(fields("48V 20A", LabelSubject::Pack, 9).empty());
  CHECK(fields("continuous 12A", LabelSubject::Controller, 0).empty());  // what holds for long is no limit

  const LabelReading reading = readLabel("Controller 48V 25±1A peak 40A");
  const auto entered = withSureValues(Plan{}, reading, {LabelSubject::Controller, 0});
  REQUIRE(entered);
  CHECK(entered->plan.bike.controller.currentLimit == Ampere(40));  // the largest stated counts
  CHECK(entered->plan.provenance.at("/bike/controller/current_max_A").note == "40A");
  CHECK(provenanceOf(entered->plan, "/bike/controller/nameplate_V") == Provenance::Label);
  const auto dual = withSureValues(Plan{}, readLabel("Controller 36V/48V 20A"), {LabelSubject::Controller, 0});
  REQUIRE(dual);
  CHECK(dual->twofold == std::vector<std::string>{"/bike/controller/nameplate_V"});
  CHECK_FALSE(dual->plan.bike.controller.nameplate);
  // Nothing in doubt is entered at one go.
  CHECK(withSureValues(Plan{}, readLabel("controller 2OA"), {LabelSubject::Controller, 0})->entered == 0);
}

TEST_CASE("whatever is printed fills only fields that the plan has, and nothing of a part that it does not have") {
  Plan plan = plans::demo();
  plan.bike.accessories.resize(2);
  std::ifstream file(std::string(USHERWRIGHT_SOURCE_DIR) + "/tests/data/labels.tsv");
  std::size_t targets = 0;
  for (std::string line; std::getline(file, line);) {
    if (line.starts_with("#")) continue;
    for (std::size_t i = 0; i < labelSubjectCount; ++i) {
      const auto subject = static_cast<LabelSubject>(i);
      const std::size_t there = subject == LabelSubject::Accessory ? 2
                                : subject == LabelSubject::Charger ? plan.chargers.size()
                                                                   : plan.packs.size();
      for (LabelValue v : readLabel(withBreaks(line.substr(0, line.find('\t'))), subject).values) {
        for (const double value : {v.value, 4.99, 5.0})
          for (const std::size_t index : {std::size_t(0), there - 1, there, there + 1}) {
            v.value = v.meaning == LabelMeaning::Port || v.meaning == LabelMeaning::ChemistryName ? v.value : value;
            for (const LabelTarget& t : labelTargets(v, plan, {subject, index})) {
              INFO(line << " on " << labelSubjectWords(subject) << " " << index << ": " << t.pointer);
              CHECK(findField(plan, t.pointer));
              ++targets;
            }
          }
      }
    }
  }
  CHECK(targets > 5000);
  const auto filled = [&](const char* label) {
    std::string out;
    for (const LabelValue& v : readLabel(label, LabelSubject::Board).values)
      for (const LabelTarget& t : labelTargets(v, plan, {LabelSubject::Board, 0})) out += t.pointer + " ";
    return out;
  };
  // A cut of 5 V is of no single cell.
  CHECK(filled("over charge 4.9 V") == "/packs/0/bms/cell_full_V ");
  CHECK(filled("over charge 5 V").empty());
  CHECK(filled("over discharge 4.9 V") == "/packs/0/bms/cell_cutoff_V ");
  CHECK(filled("over discharge 5 V").empty());
}

TEST_CASE("a class of volts names the packs that it may mean, and what a meter would read on them") {
  const LabelValue pack = readLabel("Battery 48V").values.at(0);
  REQUIRE(pack.couldBe.size() == 6);
  CHECK(pack.couldBe.front() == "13S nmc, full 54.6 V");
  CHECK(pack.readings.front() == Approx(54.6));
  CHECK(readLabel("Battery 48V LiFePO4").values.at(0).couldBe == std::vector<std::string>{"16S lfp, full 58.4 V", "15S lfp, full 54.8 V"});
  CHECK(readLabel("Battery 48V 13S4P").values.at(0).couldBe.size() == 1);
  for (const NameplateOption& o : nameplateOptions(Volt(48))) CHECK(o.full.value() == Approx(54).margin(5));
  CHECK(nameplateOptions(Volt(50)).empty());
  const LabelValue output = readLabel("charger OUTPUT 48V 2A").values.at(0);
  CHECK(output.standing == Standing::Ask);
  CHECK(output.settledBy == "a meter on the charger's plug, nothing connected");
}

TEST_CASE("several labels in one text stand between empty lines") {
  const auto labels = labelsIn("\n  \nController 48V\n20A\n\nBattery 36V 10Ah\r\n\r\n\ncharger 42V 2A");
  REQUIRE(labels.size() == 3);
  CHECK(labels[0] == "Controller 48V\n20A");
  CHECK(readLabel(labels[1]).subject == LabelSubject::Pack);
  CHECK(labels[2] == "charger 42V 2A");
  CHECK(labelsIn("").empty());
}

TEST_CASE("what contradicts itself on a label is asked about, with the sum that shows it") {
  const auto reason = [](const char* text, std::size_t at) {
    const LabelValue v = readLabel(text).values.at(at);
    return std::string(standingWords(v.standing)) + ": " + v.reason;
  };
  CHECK(reason("Battery 36V 10Ah 500Wh", 2) == "ask: 36 V × 10 Ah is 360 Wh, but 500 Wh is printed");
  CHECK(reason("Battery 48V 10S4P", 0) == "ask: 48 V in 10 cells would be 4.8 V a cell");
  CHECK(reason("Controller 36V L.V. 41V", 1) == "ask: a cut-off of 41 V does not go with 36 V");
  CHECK(reason("Controller 48V continuous 30A peak 20A", 1) == "ask: more for long than for short");
  CHECK(reason("Battery 36V 10Ah 12Ah", 1) == "ask: the label says “capacity” twice: 10 and 12");
  CHECK(reason("18650 cell 9900mAh", 1) == "ask: a cell of that size holds 4.4 Ah at most");
  CHECK(reason("charger output 546V 2A", 0).starts_with("ask: 546 is out of range"));
  CHECK(readLabel("charger output 546V 2A").values.back().value == Approx(54.6));
  CHECK(understood(readLabel("Battery 48V 1.150Wh 24Ah")) == "nameplate voltage 48; energy 1150; capacity 24");  // confirmed by the sum
  CHECK(understood(readLabel("Battery 48V 1.150Wh")) == "nameplate voltage 48; ~energy 1150");
}

TEST_CASE("settings pasted from a board's application are read line by line, units in brackets too") {
  CHECK(understood(readLabel(
            "Cell over-voltage protection (mV): 4250\nCell under-voltage protection (V): 2.80\nBalance current (mA) = 60\nCells: 13S\n"
            "Continuous discharge current(A): 40\nCharge over-current: 20 A",
            LabelSubject::Board)) == "high cut 4.25; low cut 2.8; balance current 0.06; cells in series 13; continuous current 40");
}

TEST_CASE("signs that nobody sees change nothing, wherever they stand") {
  const std::string text = "Battery 48V 11.6Ah";
  for (const char* unseen : {"\u00AD", "\u200B", "\u200C", "\u200F", "\u2060", "\uFEFF", "\u0300", "\u036F"})
    for (std::size_t at = 0; at <= text.size(); ++at) {
      std::string with = text;
      with.insert(at, unseen);
      INFO(with);
      CHECK(understood(readLabel(with)) == understood(readLabel(text)));
    }
}

TEST_CASE("units and numbers in the forms in which they are printed") {
  using label::PrintedUnit;
  const auto unit = [](std::u32string_view word, PrintedUnit is, double worth) {
    const label::UnitWord* found = label::unitOf(word);
    REQUIRE(found != nullptr);
    CHECK(found->unit == is);
    CHECK(found->scale == Approx(worth));
  };
  unit(U"mv", PrintedUnit::Volt, 0.001);
  unit(U"kv", PrintedUnit::Volt, 1000);
  unit(U"ma", PrintedUnit::Ampere, 0.001);
  unit(U"ka", PrintedUnit::Ampere, 1000);
  unit(U"毫安", PrintedUnit::Ampere, 0.001);
  unit(U"mah", PrintedUnit::AmpereHour, 0.001);
  unit(U"kwh", PrintedUnit::WattHour, 1000);
  unit(U"kw", PrintedUnit::Watt, 1000);
  unit(U"mw", PrintedUnit::Watt, 0.001);
  unit(U"hp", PrintedUnit::Watt, 745.7);
  unit(U"khz", PrintedUnit::Hertz, 1000);
  unit(U"ohm", PrintedUnit::MilliOhm, 1000);
  unit(U"nf", PrintedUnit::MicroFarad, 0.001);
  unit(U"mf", PrintedUnit::MicroFarad, 1000);
  unit(U"mins", PrintedUnit::Hour, 1.0 / 60);
  unit(U"分钟", PrintedUnit::Hour, 1.0 / 60);
  unit(U"miles", PrintedUnit::Kilometre, 1.609344);
  CHECK(label::unitOf(U"vdc")->dc);
  CHECK(label::unitOf(U"vac")->ac);
  CHECK(label::unitOf(U"amax") == nullptr);
  const auto value = [](std::u32string_view digits) { return label::numberOf(digits).good ? label::numberOf(digits).value : -1.0; };
  CHECK(value(U"54,6") == Approx(54.6));
  CHECK(value(U"2.300") == Approx(2300));
  CHECK(label::numberOf(U"2.300").grouped);
  CHECK(label::numberOf(U"2.300").decimal == Approx(2.3));
  CHECK_FALSE(label::numberOf(U"0.300").grouped);
  CHECK_FALSE(label::numberOf(U"23.0").grouped);
  CHECK(value(U"1.234,5") == Approx(1234.5));
  CHECK(value(U"1,234.5") == Approx(1234.5));
  CHECK(value(U"1'000") == Approx(1000));
  CHECK(value(U"1.234.567") < 0);
  CHECK(value(U"1.23.4") < 0);
  CHECK(value(U"1,23,4") < 0);
  CHECK(value(U"18650,4300") < 0);
  CHECK(value(U"1234567") < 0);
  CHECK(value(U"999999") == Approx(999999));
}

TEST_CASE("a label for one pack or charger too many says which, and how many there can be") {
  for (const auto& [place, said] : {std::pair{LabelPlace{LabelSubject::Pack, mostPacks}, "pack number 5"},
                                    {LabelPlace{LabelSubject::Board, mostPacks}, "pack number 5"},
                                    {LabelPlace{LabelSubject::Charger, mostEntries}, "charger number"}}) {
    const auto next = withPlace(Plan{}, place);
    REQUIRE(!next);
    CHECK(next.error().sentence().find(said) != std::string::npos);
  }
  const auto last = withPlace(Plan{}, {LabelSubject::Pack, mostPacks - 1});
  REQUIRE(last);
  CHECK(last->packs.size() == mostPacks);
}

TEST_CASE("of a listing 2000 bytes are read for claims, to the last one") {
  CHECK(checkClaims(std::string(1995, ' ') + "45 km", {}).size() == 1);
  CHECK(checkClaims(std::string(1996, ' ') + "45 km", {}).empty());
}
