// Figures and sentences that the judgements rest on: the table of chemistries, volts of packs, words pinned.
#include <catch2/catch.hpp>

#include "core/pack/readings.h"
#include "support/plans.h"
#include "support/rule_cases.h"

using namespace usherwright;

TEST_CASE("windows, lowest volts and charge classes of the chemistries are those of the table") {
  struct Row {
    Chemistry kind;
    double chargeFrom, chargeTo, dischargeFrom, dischargeTo, never, reject;
  };
  for (const Row& r : {Row{Chemistry::Nmc, 0, 45, -20, 60, 2.5, 2.0}, Row{Chemistry::Lipo, 0, 45, -10, 60, 2.5, 2.0},
                       Row{Chemistry::Lmo, 0, 45, -20, 60, 2.5, 2.0}, Row{Chemistry::Lfp, 0, 45, -20, 60, 2.0, 1.5},
                       Row{Chemistry::Lead, -10, 40, -20, 50, 1.70, 0}, Row{Chemistry::Nimh, 0, 40, -10, 50, 0.90, 0}}) {
    const ChemistryFacts& f = factsOf(r.kind);
    INFO(f.name);
    CHECK(f.kind == r.kind);
    CHECK(f.chargeFrom.value() == r.chargeFrom);
    CHECK(f.chargeTo.value() == r.chargeTo);
    CHECK(f.dischargeFrom.value() == r.dischargeFrom);
    CHECK(f.dischargeTo.value() == r.dischargeTo);
    CHECK(f.absoluteMinimum.value() == r.never);
    CHECK(f.rejectBelow.value() == r.reject);
    CHECK(isSameChargeClass(r.kind, Chemistry::Nmc) == (f.charge == Volt(4.2)));
  }
}

TEST_CASE("the sum of all groups stands for the pack; a board asleep, a few groups or loose cells do not") {
  Pack p;
  p.series = 3;
  p.readings.edit().push_back({"2026-10-02", ReadingOf::Groups, std::nullopt, Minute(60), {Volt(3.9), Volt(3.8), Volt(4.0)}, {}});
  CHECK(lastVolts(p, 3)->volts.value() == Approx(11.7));
  CHECK(restedVolts(p, 3));
  p.readings.edit().back().rested = Minute(29);
  CHECK(lastVolts(p, 3));
  CHECK_FALSE(restedVolts(p, 3));
  p.readings.edit().back().groups.pop_back();
  CHECK_FALSE(lastVolts(p, 3));
  p.readings.edit().back() = {"2026-10-02", ReadingOf::LooseCells, std::nullopt, Minute(60), {Volt(3.9), Volt(3.8), Volt(4.0)}, {}};
  CHECK_FALSE(lastVolts(p, 3));
  p.readings.edit().back() = {"2026-10-02", ReadingOf::Groups, Volt(0.9), Minute(60), {}, {}};
  CHECK_FALSE(lastVolts(p, 3));
  p.readings.edit().back().pack = Volt(1.1);
  CHECK(lastVolts(p, 3));
  Plan plan = plans::sound();
  const auto later = std::optional(PackVolts{Volt(50), true, "2026-10-03", std::nullopt, std::nullopt});
  const auto same = std::optional(PackVolts{Volt(51), true, "2026-10-02", std::nullopt, std::nullopt});
  CHECK(meterOf(plan, same, same).oneMeter);
  CHECK_FALSE(meterOf(plan, same, later).oneMeter);  // two days
  auto other = same;
  other->accuracy = Coefficient(0.03);
  CHECK_FALSE(meterOf(plan, same, other).oneMeter);
  CHECK(meterOf(plan, same, other).accuracy == Approx(0.03));
}

TEST_CASE("sentences of the rules on groups, series and barriers are pinned") {
  const auto sentenceOf = [](const char* id, const char* outcome) {
    for (const plans::RuleCase& c : plans::ruleCases())
      if (c.id == id && c.outcome == outcome) return plans::findings(plans::planOf(c), id).at(0).sentence;
    return std::string();
  };
  CHECK(sentenceOf("LOG-02", "Stop") == "The groups of deck rest 160 mV apart; group 13 at 3.54 V is the odd one.");
  CHECK(sentenceOf("JOIN-12", "Stop") ==
        "The run \"lead-second\" goes from one pack's pole to the other pole of another: in series they make 109 V.");
  CHECK(sentenceOf("PACK-14", "Stop") == "stock read 58.7 V when full, 4.52 V per cell at 13S; full it fits 14S.");
  CHECK(sentenceOf("BIKE-03", "Stop") ==
        "stock: the controller lets it go down to 2.46 V per cell, its board cuts at 2.4 V; nmc cells want "
        "2.8 V under load and never less than 2.5 V.");
  CHECK(sentenceOf("JOIN-23", "Stop") == "The converter takes 54.5 V at most; deck stands at 54.6 V when full.");
  CHECK(sentenceOf("PACK-17", "Stop") == "stock has 49 % of its capacity left.");
  CHECK(sentenceOf("CHG-22", "Stop") == "2 chargers are put to deck: together 6 A; its port allows 5 A.");
}
