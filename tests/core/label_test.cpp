// What labels say, in the ways they are printed.
#include <catch2/catch.hpp>
#include <cmath>

#include "core/plan/label_reader.h"
#include "core/quantity/units.h"

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
      Row{"motor 250W", "power 250"}, Row{"0.5kW", "power 500"}, Row{"serial 2026-04", ""}, Row{"", ""});
  INFO(r.label);
  CHECK(understood(r.label) == r.understood);
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
