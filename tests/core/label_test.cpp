// What labels say, in the ways they are printed.
#include <catch2/catch.hpp>
#include <cmath>
#include <fstream>

#include "core/plan/label_reader.h"
#include "core/quantity/units.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

/// "limit 22±1; cut-off 40±1; …" of every candidate, in order.
std::string understood(const std::string& label) {
  std::string out;
  for (const LabelCandidate& c : readLabel(label)) {
    out += (out.empty() ? "" : "; ") + std::string(labelMeaningWords(c.meaning)) + " " + formatNumber(c.value, 6);
    if (c.tolerance) out += (c.meaning == LabelMeaning::Layout ? "x" : "±") + formatNumber(*c.tolerance, 6);
  }
  return out;
}

}  // namespace

TEST_CASE("labels are understood in the ways they are printed") {
  struct Row {
    const char* label;
    const char* understood;
  };
  const Row r = GENERATE(
      Row{"22±1A", "current limit 22±1"}, Row{"48V 22±1A", "nameplate voltage 48; current limit 22±1"},
      Row{"48V/22A MAX", "nameplate voltage 48; current limit 22"}, Row{"L.V. 40±1V", "cut-off 40±1"}, Row{"LV:40V+/-1V", "cut-off 40±1"},
      Row{"Low voltage protection 31.5 V", "cut-off 31.5"}, Row{"Vin max 60V", "takes up to 60"},
      Row{"48V 11.6Ah", "nameplate voltage 48; capacity 11.6"}, Row{"48V 11,6AH", "nameplate voltage 48; capacity 11.6"},
      Row{"36V 13000mAh 468Wh", "nameplate voltage 36; capacity 13; energy 468"}, Row{"13S4P", "cells in series and parallel 13x4"},
      Row{"13s 4p 2.9Ah", "cells in series and parallel 13x4; capacity 2.9"},
      Row{"OUTPUT DC 54.6V 2.0A", "charger output 54.6; charger current 2"},
      Row{"OUTPUT: 54.6V=2A", "charger output 54.6; charger current 2"},
      Row{"Charger INPUT 100-240V~ 1.5A 50/60Hz OUTPUT 42V 2A", "mains 240; mains current 1.5; charger output 42; charger current 2"},
      Row{"20A", "current limit 20"}, Row{"20 A", "current limit 20"}, Row{"Max. current 25A", "current limit 25"},
      Row{"Imax: 18±1A", "current limit 18±1"}, Row{"36V 15±0.5A", "nameplate voltage 36; current limit 15±0.5"},
      Row{"DC 36V", "nameplate voltage 36"}, Row{"DC48V", "nameplate voltage 48"},
      Row{"52 V 17.5 Ah", "nameplate voltage 52; capacity 17.5"}, Row{"72V 40A", "nameplate voltage 72; current limit 40"},
      Row{"24V 10Ah", "nameplate voltage 24; capacity 10"}, Row{"UNDER VOLTAGE 42V", "cut-off 42"}, Row{"CUT-OFF 31V", "cut-off 31"},
      Row{"L.V.:29V±0.5V", "cut-off 29±0.5"}, Row{"LVC 39 V", "cut-off 39"}, Row{"MAX INPUT 84V", "takes up to 84"},
      Row{"max 63V", "takes up to 63"}, Row{"500Wh", "energy 500"}, Row{"0.54 kWh", "energy 540"},
      Row{"46.8V 11.6Ah 543Wh", "nameplate voltage 46.8; capacity 11.6; energy 543"}, Row{"Rated power 350 W", "power 350"},
      Row{"1.2kW peak", "power 1200"}, Row{"10S3P", "cells in series and parallel 10x3"},
      Row{"14S5P 17.5Ah", "cells in series and parallel 14x5; capacity 17.5"}, Row{"16s2p", "cells in series and parallel 16x2"},
      Row{"OUTPUT 58.8V 3A", "charger output 58.8; charger current 3"}, Row{"OUTPUT DC 42V/2A", "charger output 42; charger current 2"},
      Row{"CHARGER 29.4V 2A", "charger output 29.4; charger current 2"},
      Row{"ADAPTER OUTPUT 67,2V 4,0A", "charger output 67.2; charger current 4"},
      Row{"INPUT AC 230V 2.5A OUTPUT 54.6V 4A", "mains 230; mains current 2.5; charger output 54.6; charger current 4"},
      Row{"OUTPUT 500mA 12.6V", "charger current 0.5; charger output 12.6"}, Row{"2900mAh 3.6V", "capacity 2.9; nameplate voltage 3.6"},
      Row{"48V\n14.5Ah\n22A", "nameplate voltage 48; capacity 14.5; current limit 22"}, Row{"22+-1A", "current limit 22±1"},
      Row{"22 +/- 1 A", "current limit 22±1"}, Row{"40 ± 1 V cutoff", "nameplate voltage 40±1"}, Row{"no figures at all", ""},
      Row{"IP65 made in a shed", ""}, Row{"class 2", ""}, Row{"INR18650 2900mAh", "cell size 18650; chemistry 0; capacity 2.9"},
      Row{"LV40V MAX84V", "cut-off 40; takes up to 84"}, Row{"INPUT 48V", "nameplate voltage 48"}, Row{"motor 250W", "power 250"},
      Row{"0.5kW", "power 500"}, Row{"serial 2026-04", ""}, Row{"", ""});
  INFO(r.label);
  CHECK(understood(r.label) == r.understood);
}

TEST_CASE("labels of all kinds of parts, those that stay ambiguous marked with ?") {
  std::ifstream file(std::string(USHERWRIGHT_SOURCE_DIR) + "/tests/data/labels.tsv");
  REQUIRE(file.is_open());
  int count = 0;
  int open = 0;
  for (std::string line; std::getline(file, line); ++count) {
    const auto tab = line.find('\t');
    REQUIRE(tab != std::string::npos);
    std::string label = line.substr(0, tab);
    for (auto at = label.find("\\n"); at != std::string::npos; at = label.find("\\n")) label.replace(at, 2, "\n");
    std::string seen;
    for (const LabelCandidate& c : readLabel(label)) {
      seen += (seen.empty() ? "" : "; ") + std::string(labelMeaningWords(c.meaning)) + " " + formatNumber(c.value, 6);
      if (c.tolerance) seen += (c.meaning == LabelMeaning::Layout ? "x" : "±") + formatNumber(*c.tolerance, 6);
      if (c.isOpen()) seen += "?";
      open += c.isOpen() ? 1 : 0;
      CHECK(label.find(c.piece) != std::string::npos);
    }
    INFO(label);
    CHECK(seen == line.substr(tab + 1));
  }
  CHECK(count >= 120);
  CHECK(open >= 25);
}

TEST_CASE("what a label is stuck on decides which fields it fills") {
  const Plan plan = plans::demo();
  const auto fields = [&](const char* label, LabelSubject subject, std::size_t index) {
    std::string out;
    for (const LabelCandidate& c : readLabel(label, subject))
      for (const LabelTarget& t : labelTargets(c, plan, {subject, index})) out += t.pointer + "=" + t.text + " ";
    return out;
  };
  CHECK(fields("48V 20A", LabelSubject::Controller, 0) == "/bike/controller/nameplate_V=48 /bike/controller/current_max_A=20 ");
  CHECK(fields("48V 20A", LabelSubject::Pack, 1) == "/packs/1/label_V=48 /packs/1/bms/continuous_A=20 ");
  CHECK(fields("54.6V 2A", LabelSubject::Charger, 1) == "/chargers/1/output_V=54.6 /chargers/1/output_A=2 ");
  CHECK(fields("18650 2900mAh 8A", LabelSubject::Cell, 0) ==
        "/cells/heron-29/form=18650 /cells/heron-29/capacity_Ah=2.9 /cells/heron-29/continuous_A=8 ");
  CHECK(fields("13S 30A 60mA balance", LabelSubject::Board, 0) ==
        "/packs/0/bms/series=13 /packs/0/bms/continuous_A=30 /packs/0/bms/balance_mA=60 ");
  CHECK(fields("36V 250W", LabelSubject::Motor, 0) == "/bike/motor_W=250 ");
  CHECK(fields("48V 2A", LabelSubject::Charger, 0) == "/chargers/0/output_A=2 ");  // "48 V" of a charger stays open
  CHECK(fields("48V 20A", LabelSubject::Pack, 9).empty());
  for (const char* text : {"48V 22±1A", "L.V 40V", "charger 42V", "BMS 13S", "motor 250W", "18650"})
    CHECK(labelSubjectOf(text).has_value() == (text[0] != '4'));
}

TEST_CASE("each candidate carries the piece of text it came from") {
  const auto all = readLabel("48V 22±1A\nL.V. 40±1V Vin max 60V");
  REQUIRE(all.size() == 4);
  CHECK(all[0].piece == "48V");
  CHECK(all[1].piece == "22±1A");
  CHECK(all[2].piece == "40±1V");
  CHECK(all[3].piece == "60V");
}

TEST_CASE("a nameplate stays open and names what settles it") {
  const auto pack = readLabel("48V").at(0);
  REQUIRE(pack.couldBe.size() == 6);
  CHECK(pack.couldBe.front() == "13S nmc, full 54.6 V");
  CHECK(pack.settledBy == "the charger's no-load output, or the rested voltage of the full pack");
  CHECK(readLabel("charger OUTPUT 48V 2A").at(0).settledBy == "a meter on the charger's plug, nothing connected");
  CHECK(readLabel("OUTPUT 54.6V").at(0).couldBe.empty());
  for (const NameplateOption& o : nameplateOptions(Volt(48))) CHECK(o.full.value() == Approx(54).margin(5));
  CHECK(nameplateOptions(Volt(50)).empty());
}

TEST_CASE("a label of any bytes yields candidates or nothing, and no number that is not one") {
  for (const char* odd : {"\xff\xfe 48V", "V V V", "±±±", "48V48V48V48V", "99999999999999999999A", "-5V", "1,2,3V", "........A", "13S"}) {
    INFO(odd);
    for (const LabelCandidate& c : readLabel(odd)) CHECK(std::isfinite(c.value));
  }
}
