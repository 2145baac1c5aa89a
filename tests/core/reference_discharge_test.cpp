// The simulation against the worked cases: joined discharges, equalising, collapse.
#include <catch2/catch.hpp>

#include "core/joining/equalise.h"
#include "support/reference_case.h"

using namespace usherwright;
using reference::checkFigure;
using reference::checkOptional;

namespace {

std::optional<double> seconds(const std::optional<Second>& t) {
  if (!t) return std::nullopt;
  return t->value();
}

void checkPack(const reference::Json& expected, const Source& source, const Joint& joint, const SourceResult& r) {
  const auto name = [&](const std::string& figure) { return figure + "." + source.id; };
  checkFigure(expected, name("pack_capacity_Ah"), source.capacity.value());
  checkFigure(expected, name("pack_R0_ohm"), source.cells.value());
  checkFigure(expected, name("source_resistance_ohm"), sourceResistance(source, joint).value());
  checkOptional(expected, name("knee_time_s"), seconds(r.knee));
  checkOptional(expected, name("bms_cutoff_time_s"), seconds(r.left));
  checkFigure(expected, name("delivered_Ah"), r.delivered.value());
  checkFigure(expected, name("peak_current_A"), r.peak.value());
  checkFigure(expected, name("soc_end"), r.end.value());
  checkFigure(expected, name("heat_cells_Wh"), r.heatInCells.value());
}

void checkSamples(const reference::Json& table, const DischargeRun& run) {
  for (std::size_t i = 0; i < table.at("rows").size(); ++i) {
    const Row row = run.at(Second(table["rows"][i][0].get<double>()));
    std::vector<reference::Json> values{row.time.value(), row.bus.value()};
    for (std::size_t k = 0; k < run.sources.size(); ++k) values.emplace_back(row.current[k].value());
    for (std::size_t k = 0; k < run.sources.size(); ++k) values.emplace_back(row.soc[k].value());
    reference::checkRow(table, i, values);
  }
}

}  // namespace

TEST_CASE("joined discharges agree with the worked cases") {
  const std::string name =
      GENERATE(std::string("joined-two-current-01"), std::string("joined-two-power-02"), std::string("joined-three-power-03"),
               std::string("joined-schottky-unlike-04"), std::string("joined-direct-05"));
  INFO(name);
  const reference::Json c = reference::load(name);
  const reference::Json& expected = c.at("expected");
  const DischargeRun run = discharge(reference::dischargeOf(c.at("inputs")));
  WattHour joints;
  for (std::size_t k = 0; k < run.sources.size(); ++k) {
    checkPack(expected, run.input().sources[k], run.input().joint, run.sources[k]);
    joints += run.sources[k].heatInJoint;
  }
  checkOptional(expected, "even_time_s", seconds(run.even));
  checkFigure(expected, "end_time_s", run.end.value());
  checkFigure(expected, "end_cause", std::string(endCauseWord(run.cause)));
  checkFigure(expected, "heat_joints_Wh.total", joints.value());
  checkFigure(expected, "energy_to_load_Wh", run.energyAtBus.value());
  checkSamples(expected.at("samples"), run);
}

TEST_CASE("two resting packs equalise as in the worked case") {
  const reference::Json c = reference::load("equalise-06");
  const reference::Json& in = c.at("inputs");
  const reference::Json& expected = c.at("expected");
  const Source a = reference::sourceOf(in.at("packs")[0]);
  const Source b = reference::sourceOf(in.at("packs")[1]);
  const Joint joint = reference::jointOf(in.at("joint"));
  const Equalising e = equalise(a, b, joint);
  const DischargeRun run = discharge(equaliseInput(a, b, joint));
  checkFigure(expected, "open_circuit_V.high", (a.curve.at(a.start) * a.series).value());
  checkFigure(expected, "open_circuit_V.low", (b.curve.at(b.start) * b.series).value());
  for (int t : {10, 60, 300, 900}) checkFigure(expected, "current_A_at_" + std::to_string(t) + "_s", run.at(Second(t)).current[0].value());
  checkFigure(expected, "time_to_below_0.5_A_s", e.untilQuiet.value());
  checkFigure(expected, "moved_Ah", e.moved.value());
  checkFigure(expected, "i2t_A2s", e.currentSquaredSeconds);
  checkFigure(expected, "heat_total_J", e.heat.value());
  checkFigure(expected, "soc_end.high", run.sources[0].end.value());
  checkFigure(expected, "soc_end.low", run.sources[1].end.value());
  const reference::Json& limits = in.at("limits");
  const ConnectWindow w = connectWindow(a, b, joint,
                                        {Ampere(limits["receiving_charge_limit_A"].get<double>()), Ampere(limits["fuse_A"].get<double>()),
                                         Ampere(limits["plug_A"].get<double>()), Celsius(20), factsOf(Chemistry::Nmc)});
  checkFigure(expected, "loop_resistance_ohm", w.loop.value());
  checkFigure(expected, "peak_current_A", w.peak.value());
  checkFigure(expected, "receiving_pack", w.receiving == 0 ? a.id : b.id);
  checkFigure(expected, "allowed_current_A", w.allowed->value());
  checkFigure(expected, "limiting_element", w.limiting);
  checkFigure(expected, "safe_window_V", w.window->value());
  checkFigure(expected, "safe_window_soc_difference", w.windowAsCharge->value());
  checkFigure(expected, "may_connect_now", w.mayConnect);
}

TEST_CASE("a pack asked for too much collapses as in the worked case") {
  const reference::Json c = reference::load("collapse-08");
  const reference::Json& expected = c.at("expected");
  const DischargeInput in = reference::dischargeOf(c.at("inputs"));
  const MaximumPower most = maximumPower(in.sources, in.joint);
  checkFigure(expected, "max_power_at_start_W", most.power.value());
  checkFigure(expected, "bus_V_at_max_power", most.bus.value());
  checkFigure(expected, "max_power_before_cutoff_at_start_W", powerAtBus(in.sources, in.joint, in.cutoff).value());
  const DischargeRun run = discharge(in);
  checkFigure(expected, "end_time_s", run.end.value());
  checkFigure(expected, "end_cause", std::string(endCauseWord(run.cause)));
  checkFigure(expected, "soc_end.aged", run.sources[0].end.value());
  checkFigure(expected, "delivered_Ah.aged", run.sources[0].delivered.value());
  checkFigure(expected, "max_power_at_collapse_W", run.powerAtEnd.value());
}
