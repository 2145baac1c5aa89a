// Charging, chargers, wire and surge against the worked cases.
#include <catch2/catch.hpp>

#include "core/charging/charge_run.h"
#include "core/charging/charging.h"
#include "core/wiring/protection.h"
#include "core/wiring/wire_heat.h"
#include "support/reference_case.h"

using namespace usherwright;
using reference::checkFigure;
using reference::checkOptional;
using reference::Json;

namespace {

std::optional<double> plain(const std::optional<Second>& t) {
  if (!t) return std::nullopt;
  return t->value();
}

LeadGeometry leadOf(const Json& j) {
  return {SquareMillimetre(j["area_mm2"].get<double>()), Millimetre(j["conductor_diameter_mm"].get<double>()),
          Millimetre(j["outer_diameter_mm"].get<double>())};
}

LeadSurroundings aroundOf(const Json& j) {
  return {Celsius(j["ambient_C"].get<double>()), j["loaded_conductors_in_bundle"].get<int>(), j["closed_housing"].get<bool>(),
          j["insulation_W_per_mK"].get<double>()};
}

}  // namespace

TEST_CASE("charging runs agree with the worked case") {
  const Json c = reference::load("charging-07");
  const Json& expected = c.at("expected");
  const Source pack = reference::sourceOf(c["inputs"]["pack"]);
  for (const Json& r : c["inputs"]["runs"]) {
    const std::string name = r["name"];
    ChargeInput in{pack.curve,
                   pack.series,
                   pack.cells,
                   pack.slow,
                   pack.slowCapacitance,
                   pack.path,
                   pack.capacity,
                   StateOfCharge(r["soc_start"].get<double>()),
                   Volt(r["charger_V"].get<double>()),
                   Ampere(r["charger_A"].get<double>()),
                   Ampere(r["stop_current_A"].get<double>()),
                   c["inputs"]["charger_efficiency"].get<double>()};
    const ChargeRun run = charge(in);
    checkFigure(expected, name + ".end_cause", std::string(run.full ? "soc_1" : "stop_current"));
    checkOptional(expected, name + ".constant_voltage_from_s", plain(run.constantVoltageFrom));
    for (const char* soc : {"0.8", "0.9", "0.95"})
      checkOptional(expected, name + ".time_to_soc_" + soc + "_s", plain(run.timeTo(StateOfCharge(std::stod(soc)))));
    checkFigure(expected, name + ".time_to_end_s", run.end.value());
    checkFigure(expected, name + ".soc_end", run.socAtEnd.value());
    checkFigure(expected, name + ".energy_into_pack_Wh", run.intoPack.value());
    checkFigure(expected, name + ".mains_energy_Wh", run.mains.value());
    checkFigure(expected, name + ".bench_rule_h", run.benchRule.value());
    checkFigure(expected, name + ".resting_soc_at_charger_voltage",
                socReached(in.set, in.series, in.curve, factsOf(Chemistry::Nmc), std::nullopt)->value());
  }
}

TEST_CASE("charger verdicts agree with the worked table") {
  const Json c = reference::load("chargers-12");
  const Json& table = c["expected"]["verdicts"];
  for (std::size_t i = 0; i < c["inputs"]["rows"].size(); ++i) {
    const Json& r = c["inputs"]["rows"][i];
    const Chemistry chemistry = reference::chemistryOf(r["chemistry"]);
    const int series = r["series"];
    const Volt output(r["charger_V"].get<double>());
    const double cells = r["parallel"].get<int>() * r["cell_capacity_Ah"].get<double>() * r["cell_charge_C"].get<double>();
    const auto limit = smallestLimit({{"port", Ampere(r["port_A"].get<double>())},
                                      {"lead", Ampere(r["lead_A"].get<double>())},
                                      {"bms", Ampere(r["bms_charge_limit_A"].get<double>())},
                                      {"cells", Ampere(cells)}});
    const auto soc = socReached(output, series, RestCurve::typical(chemistry), factsOf(chemistry), std::nullopt);
    reference::checkRow(table, i,
                        {r["row"], excessPerCell(output, series, factsOf(chemistry)).value(),
                         std::string(chargeVerdictWord(verdictOn(output, series, factsOf(chemistry), std::nullopt))),
                         soc ? Json(soc->value()) : Json(nullptr), limit->limit.value(), limit->element,
                         Ampere(r["charger_A"].get<double>()) <= limit->limit,
                         mayChargeAt(Celsius(r["cell_temperature_C"].get<double>()), factsOf(chemistry))});
  }
}

TEST_CASE("wire rows, temperatures, drops and size choice agree with the worked case") {
  const Json c = reference::load("wire-09");
  const Json& in = c["inputs"];
  const Json& expected = c["expected"];
  for (int n : in["awg_rows"]) {
    const std::string name = "awg_" + std::to_string(n);
    const WireSize size = awg(n);
    checkFigure(expected, name + ".diameter_mm", size.conductorDiameter.value() / 1.15);
    checkFigure(expected, name + ".area_mm2", size.area.value());
    checkFigure(expected, name + ".solid_ohm_per_m_20C", solidResistancePerMetre(size.area).value());
    checkFigure(expected, name + ".stranded_ohm_per_m_20C", strandedResistancePerMetre(size.area, Celsius(20)).value());
  }
  for (const Json& r : in["steady_runs"]) {
    const std::string name = r["name"];
    const LeadHeat heat = steadyHeat(leadOf(r), Ampere(r["current_A"].get<double>()), aroundOf(r));
    checkFigure(expected, name + ".conductor_C", heat.conductor.value());
    checkFigure(expected, name + ".sheath_C", heat.sheath.value());
    checkFigure(expected, name + ".loss_per_conductor_W_per_m", heat.lossPerMetre);
    checkFigure(expected, name + ".hot_ohm_per_m", heat.hotPerMetre.value());
    checkFigure(expected, name + ".temperature_ok",
                heat.conductor.value() <= r["insulation_limit_C"] && (!r["touchable"].get<bool>() || heat.sheath <= Celsius(60)));
  }
  const Json& d = in["drop_runs"][0];
  const Ampere current(d["current_A"].get<double>());
  double contacts = 0;
  for (double r : d["contact_ohm"]) contacts += r;
  const Ohm loop = strandedResistancePerMetre(SquareMillimetre(d["area_mm2"].get<double>()), Celsius(d["conductor_C"].get<double>())) *
                       (d["plus_length_m"].get<double>() + d["minus_length_m"].get<double>()) +
                   Ohm(contacts);
  checkFigure(expected, "main.drop_V", (current * loop).value());
  checkFigure(expected, "main.drop_percent_of_nominal", 100 * (current * loop).value() / d["nominal_V"].get<double>());
  checkFigure(expected, "main.loss_W", (current * loop * current).value());
  const Json& s = in["size_choices"][0];
  std::vector<LeadGeometry> candidates;
  for (const Json& j : s["candidates"]) candidates.push_back(leadOf(j));
  const int chosen =
      smallestSize(candidates,
                   {Ampere(s["sustained_A"].get<double>()), Ampere(s["peak_A"].get<double>()), Metre(s["loop_length_m"].get<double>()),
                    Volt(s["nominal_V"].get<double>()), Celsius(s["insulation_limit_C"].get<double>()), s["touchable"].get<bool>(),
                    s["drop_limit_percent"].get<double>() / 100},
                   aroundOf(s));
  REQUIRE(chosen >= 0);
  checkFigure(expected, "rack-lead.smallest_size", s["candidates"][static_cast<std::size_t>(chosen)]["size"].get<std::string>());
  const Json& t = in["short_time_runs"][0];
  checkFigure(expected, "let-through.adiabatic_rise_K",
              adiabaticRise(t["i2t_A2s"].get<double>(), SquareMillimetre(t["area_mm2"].get<double>())).value());
}

TEST_CASE("inrush, precharge and fuse choice agree with the worked case") {
  const Json c = reference::load("surge-10");
  const Json& expected = c["expected"];
  const Json& i = c["inputs"]["inrush"];
  PrechargeNeed need{Volt(i["bus_V"].get<double>()),
                     Farad(i["capacitance_F"].get<double>()),
                     Ohm(i["loop_resistance_ohm"].get<double>()),
                     Ampere(i["plug_make_rating_A"].get<double>()),
                     {}};
  for (double r : i["resistor_choices_ohm"]) need.offered.emplace_back(r);
  const Precharge p = precharge(need);
  checkFigure(expected, "inrush_peak_A", p.inrush.value());
  checkFigure(expected, "capacitor_energy_J", p.stored.value());
  checkFigure(expected, "precharge_min_ohm", p.least.value());
  REQUIRE(p.chosen);
  checkFigure(expected, "precharge_chosen_ohm", p.chosen->value());
  checkFigure(expected, "precharge_time_s", p.time.value());
  checkFigure(expected, "precharge_peak_A", p.peak.value());
  checkFigure(expected, "voltage_left_after_precharge_V", p.left.value());
  checkFigure(expected, "precharge_resistor_ok", p.stored.value() <= i["resistor_pulse_rating_J"].get<double>());
  const Json& sc = c["inputs"]["short_circuits"][0];
  const Ohm inside(sc["series"].get<double>() * sc["cell_R0_ohm"].get<double>() / sc["parallel"].get<double>() +
                   sc["links_bms_ohm"].get<double>());
  checkFigure(expected, "prospective_short_A.stock",
              prospectiveShort(Volt(4.2 * sc["series"].get<double>()), inside, Ohm(sc["wire_to_fuse_ohm"].get<double>())).value());
  for (const Json& f : c["inputs"]["fuses"]) {
    const std::string name = f["name"];
    std::vector<FuseFamily> families;
    for (const Json& j : f["families"]) {
      FuseFamily family{
          j["family"], Volt(j["dc_V"].get<double>()), Ampere(j["breaking_A"].get<double>()), j["carries_10_s_multiple"].get<double>(), {}};
      for (double r : j["ratings_A"]) family.ratings.emplace_back(r);
      families.push_back(std::move(family));
    }
    const FuseChoice choice = chooseFuse({Ampere(f["sustained_A"].get<double>()), Ampere(f["peak_10_s_A"].get<double>()),
                                          Volt(f["pack_full_V"].get<double>()), Ampere(f["prospective_short_A"].get<double>()),
                                          Ampere(f["wire_rating_A"].get<double>()), Ampere(f["plug_rating_A"].get<double>())},
                                         families);
    REQUIRE(choice.rating);
    checkFigure(expected, "fuse_rating_A." + name, choice.rating->value());
    checkFigure(expected, "fuse_family." + name, choice.family);
    CHECK(Json(choice.rejected) == expected["rejected_families." + name]["value"]);
  }
}
