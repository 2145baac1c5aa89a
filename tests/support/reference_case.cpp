// Loading and comparing reference cases.
#include "support/reference_case.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <fstream>
#include <sstream>

#include "core/plan/fields.h"

namespace reference {

using namespace usherwright;

std::string sourcePath(const std::string& relative) { return std::string(USHERWRIGHT_SOURCE_DIR) + "/" + relative; }

std::string readFile(const std::string& path) {
  std::ifstream in(path, std::ios::binary);
  std::stringstream out;
  out << in.rdbuf();
  if (!in) throw std::runtime_error("cannot read " + path);
  return out.str();
}

Json load(const std::string& name) { return Json::parse(readFile(sourcePath("tests/reference/cases/" + name + ".json"))); }

namespace {

bool within(double value, double wanted, double absolute, double relative) {
  return std::abs(value - wanted) <= std::max(absolute, relative * std::abs(wanted)) + 1e-12;
}

const Json& figureOf(const Json& expected, const std::string& figure) {
  INFO(figure);
  REQUIRE(expected.contains(figure));
  return expected.at(figure);
}

}  // namespace

void checkFigure(const Json& expected, const std::string& figure, double value) {
  const Json& f = figureOf(expected, figure);
  INFO(figure << " is " << value << ", wanted " << f.dump());
  CHECK(within(value, f.at("value").get<double>(), f.value("tol_abs", 0.0), f.value("tol_rel", 0.0)));
}

void checkFigure(const Json& expected, const std::string& figure, const std::string& value) {
  INFO(figure);
  CHECK(value == figureOf(expected, figure).at("value").get<std::string>());
}

void checkFigure(const Json& expected, const std::string& figure, bool value) {
  INFO(figure);
  CHECK(value == figureOf(expected, figure).at("value").get<bool>());
}

void checkOptional(const Json& expected, const std::string& figure, std::optional<double> value) {
  const Json& f = figureOf(expected, figure);
  INFO(figure);
  CHECK(f.at("value").is_null() == !value.has_value());
  if (value && !f.at("value").is_null()) checkFigure(expected, figure, *value);
}

void checkRow(const Json& table, std::size_t row, const std::vector<Json>& values) {
  const Json& wanted = table.at("rows").at(row);
  REQUIRE(wanted.size() == values.size());
  for (std::size_t c = 0; c < values.size(); ++c) {
    INFO("row " << row << " column " << table.at("columns").at(c) << ": " << values[c] << ", wanted " << wanted[c]);
    if (wanted[c].is_number() && values[c].is_number())
      CHECK(within(values[c].get<double>(), wanted[c].get<double>(), table.at("tol_abs").at(c).get<double>(),
                   table.at("tol_rel").at(c).get<double>()));
    else CHECK(values[c] == wanted[c]);
  }
}

Chemistry chemistryOf(const std::string& name) {
  const auto words = wordsOf<Chemistry>();
  const auto found = std::find(words.begin(), words.end(), name);
  REQUIRE(found != words.end());
  return static_cast<Chemistry>(found - words.begin());
}

Source sourceOf(const Json& p) {
  const double s = p.at("series");
  const double parallel = p.at("parallel");
  const Celsius t(p.at("cell_temperature_C").get<double>());
  const double f = resistanceFactor(t);
  Source source;
  source.id = p.at("name");
  source.curve = RestCurve::typical(chemistryOf(p.at("chemistry")));
  source.series = p.at("series");
  source.cells = Ohm(s * p.at("cell_R0_ohm").get<double>() * f / parallel);
  source.slow = Ohm(s * p.at("cell_R1_ohm").get<double>() * f / parallel);
  source.slowCapacitance = Farad(p.at("cell_C1_F").get<double>() * parallel / s);
  source.path = Ohm(p.at("links_bms_ohm").get<double>() + p.at("lead_ohm").get<double>());
  source.capacity =
      AmpereHour(parallel * p.at("cell_capacity_Ah").get<double>() * p.at("state_of_health").get<double>() * capacityFactor(t));
  source.start = StateOfCharge(p.value("soc_start", 1.0));
  source.groupCutoff = Volt(p.value("bms_group_cutoff_V", 0.0));
  return source;
}

Joint jointOf(const Json& j) {
  return {Volt(j.at("forward_drop_V").get<double>()), Ohm(j.at("on_resistance_ohm").get<double>()), j.at("one_way").get<bool>()};
}

DischargeInput dischargeOf(const Json& in) {
  DischargeInput out;
  for (const Json& p : in.at("packs")) out.sources.push_back(sourceOf(p));
  out.joint = jointOf(in.at("joint"));
  const Json& load = in.at("load");
  out.load.constantPower = load.at("mode") == "constant_power";
  if (out.load.constantPower) out.load.power = Watt(load.at("power_W").get<double>());
  else out.load.current = Ampere(load.at("current_A").get<double>());
  out.load.limit = Ampere(load.value("controller_limit_A", 1e9));
  out.cutoff = Volt(in.at("controller_cutoff_V").get<double>());
  return out;
}

}  // namespace reference
