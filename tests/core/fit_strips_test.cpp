// Strips as a network: the worked cases, and random ones against ngspice.
#include <unistd.h>
#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <numeric>
#include <random>
#include <sstream>

#include "core/fit/strips.h"
#include "support/reference_case.h"

using namespace usherwright;
using reference::checkFigure;
using reference::Json;

namespace {

std::vector<std::size_t> cellsAt(const Json& list, std::size_t columns) {
  std::vector<std::size_t> out;
  for (const Json& rc : list) out.push_back(rc[0].get<std::size_t>() * columns + rc[1].get<std::size_t>());
  return out;
}

StripMaterial materialOf(const std::string& word) { return word == "steel" ? StripMaterial::PlatedSteel : StripMaterial::Nickel; }

StripInput inputOf(const Json& grid, double current) {
  StripInput in;
  const Json& rows = grid["group_at_row_col"];
  const std::size_t columns = rows[0].size();
  const double pitch = grid["pitch_mm"];
  for (std::size_t r = 0; r < rows.size(); ++r)
    for (std::size_t c = 0; c < columns; ++c) {
      in.spots.push_back({pitch * static_cast<double>(c), -pitch * static_cast<double>(r)});
      in.group.push_back(rows[r][c].get<int>() + 1);
      const std::size_t at = r * columns + c;
      if (c > 0) in.pairs.emplace_back(at - 1, at);
      if (r > 0) in.pairs.emplace_back(at - columns, at);
    }
  in.series = grid["series"];
  in.parallel = grid["parallel"];
  in.cellVolts = Volt(grid["cell_ocv_V"].get<double>());
  in.cell = Ohm(grid["cell_ohm"].get<double>());
  in.weld = Ohm(grid["weld_ohm"].get<double>());
  in.tap = Ohm(grid["lead_tap_ohm"].get<double>());
  in.resistivity = factsOf(materialOf(grid["strip_material"])).resistivity;
  in.widthWithin = Millimetre(grid["strip_width_mm_within_group"].get<double>());
  in.widthBetween = Millimetre(grid["strip_width_mm_between_groups"].get<double>());
  in.thickness = Millimetre(grid["strip_thickness_mm"].get<double>());
  in.layersBetween = grid["strip_layers_between_groups"];
  in.minusTaps = cellsAt(grid["negative_lead_at_row_col"], columns);
  in.plusTaps = cellsAt(grid["positive_lead_at_row_col"], columns);
  in.current = Ampere(current);
  return in;
}

/// Nodes n<cell> and f<cell> for the near and the far end, plus at p, minus at 0; one voltage source per segment measures it.
std::vector<double> judged(const StripInput& in, const StripRun& run) {
  namespace fs = std::filesystem;
  const fs::path folder = fs::temp_directory_path() / ("usherwright-strips-" + std::to_string(::getpid()));
  fs::create_directories(folder);
  const auto node = [](std::size_t cell, bool near) { return (near ? "n" : "f") + std::to_string(cell); };
  std::ostringstream deck;
  deck.precision(12);
  deck << "strips\n";
  for (std::size_t i = 0; i < in.spots.size(); ++i) {
    const bool plus = plusNear(in.group[i]);
    deck << "Vc" << i << " c" << i << " " << node(i, !plus) << " " << in.cellVolts.value() << "\n";
    deck << "Rc" << i << " c" << i << " " << node(i, plus) << " " << in.cell.value() + 2 * in.weld.value() << "\n";
  }
  for (std::size_t k = 0; k < run.segments.size(); ++k) {
    const StripSegment& s = run.segments[k];
    const double flat = std::hypot(in.spots[s.a].x - in.spots[s.b].x, in.spots[s.a].y - in.spots[s.b].y);
    const double layers = s.between ? in.layersBetween : 1, width = (s.between ? in.widthBetween : in.widthWithin).value();
    deck << "Vs" << k << " " << node(s.a, s.near) << " s" << k << " 0\n";
    deck << "Rs" << k << " s" << k << " " << node(s.b, s.near) << " "
         << in.resistivity * flat / (width * in.thickness.value() * layers) * 1000 << "\n";
  }
  for (const std::size_t i : in.plusTaps) deck << "Rp" << i << " " << node(i, plusNear(in.group[i])) << " p " << in.tap.value() << "\n";
  for (const std::size_t i : in.minusTaps) deck << "Rm" << i << " " << node(i, !plusNear(in.group[i])) << " 0 " << in.tap.value() << "\n";
  deck << "Iload p 0 " << in.current.value() << "\n.control\nset filetype=ascii\nset numdgt=12\nop\n";
  for (std::size_t k = 0; k < run.segments.size(); ++k) deck << "print i(vs" << k << ")\n";
  deck << "print v(p)\nquit\n.endc\n.end\n";
  std::ofstream(folder / "deck.cir") << deck.str();
  const std::string log = (folder / "log").string();
  REQUIRE(std::system(("ngspice -b " + (folder / "deck.cir").string() + " > " + log + " 2>&1").c_str()) == 0);
  std::vector<double> out;
  std::ifstream file(log);
  for (std::string line; std::getline(file, line);)
    if (line.starts_with("i(vs") || line.starts_with("v(p)")) out.push_back(std::stod(line.substr(line.find('=') + 1)));
  fs::remove_all(folder);
  return out;
}

}  // namespace

TEST_CASE("every segment of 20 random strip networks carries what ngspice says") {
  std::mt19937 engine(11);
  const auto draw = [&](double low, double high) { return std::uniform_real_distribution(low, high)(engine); };
  for (int k = 0; k < 20; ++k) {
    FitRoom room;
    room.inside = room.usable = {rectangle({0, 0}, {draw(150, 330), draw(100, 200)})};
    room.cell = {18.3, 18.3, 65.3, true};
    room.gap = draw(0.3, 1.5);
    const int parallel = 2 + static_cast<int>(engine() % 4);
    const int series = 3 + static_cast<int>(engine() % 6);
    int asked = 0;
    const CellLayout layout = layOut(room, {series, parallel, std::nullopt, static_cast<LeadExit>(engine() % 4), 1 + k},
                                     Progress([&](double) { return ++asked < 8; }))
                                  .result;
    REQUIRE(!layout.empty());
    Fit fit;
    fit.stripWidth = Millimetre(draw(5, 15));
    fit.stripThickness = Millimetre(draw(0.1, 0.3));
    fit.stripLayers = 1 + static_cast<int>(engine() % 2);
    fit.leadExit = static_cast<LeadExit>(engine() % 4);
    const StripInput in =
        stripInput({room, layout, fit, series, parallel, Volt(3.6), MilliOhm(draw(15, 40)), StripMaterial::Nickel, Ampere(draw(5, 40))});
    const StripRun run = stripRun(in);
    const std::vector<double> truth = judged(in, run);
    REQUIRE(truth.size() == run.segments.size() + 1);
    INFO(series << "S" << parallel << "P");
    for (std::size_t s = 0; s < run.segments.size(); ++s)
      if (std::abs(truth[s]) > 0.01 * in.current.value()) CHECK(run.segments[s].current.value() == Approx(truth[s]).epsilon(0.005));
    CHECK(run.terminal.value() == Approx(truth.back()).epsilon(1e-5));
    // What flows through all cells of a group is the pack's current.
    std::vector<double> sum(static_cast<std::size_t>(series) + 1);
    for (std::size_t i = 0; i < run.cells.size(); ++i) sum[static_cast<std::size_t>(in.group[i])] += run.cells[i].value();
    for (int g = 1; g <= series; ++g) CHECK(sum[static_cast<std::size_t>(g)] == Approx(in.current.value()));
  }
}

TEST_CASE("more strip never runs hotter, and never makes cells share worse") {
  const Json c = reference::load("strips-11");
  StripInput in = inputOf(c["inputs"]["grid"], 24);
  double density = 1e9, spread = 1e9, added = 1e9;
  for (const double width : {4.0, 6.0, 8.0, 12.0, 20.0}) {
    in.widthWithin = in.widthBetween = Millimetre(width);
    const StripRun run = stripRun(in);
    CHECK(run.hottest < density);
    CHECK(run.shareMost - run.shareLeast < spread);
    CHECK(run.added.value() < added);
    density = run.hottest;
    spread = run.shareMost - run.shareLeast;
    added = run.added.value();
  }
}

TEST_CASE("strip networks agree with the worked case; C-044") {
  const Json c = reference::load("strips-11");
  const Json& expected = c.at("expected");
  const double current = c["inputs"]["pack_current_A"];
  for (const Json& v : c["inputs"]["variants"]) {
    Json grid = c["inputs"]["grid"];
    for (const auto& [key, value] : v["changes"].items()) grid[key] = value;
    const std::string name = v["name"];
    const StripInput in = inputOf(grid, current);
    const StripRun run = stripRun(in);
    double most = 0, least = 1e9, segment = 0;
    for (const Ampere a : run.cells) {
      most = std::max(most, a.value());
      least = std::min(least, a.value());
    }
    for (const StripSegment& s : run.segments) segment = std::max(segment, std::abs(s.current.value()));
    checkFigure(expected, name + ".strip_segments", static_cast<double>(run.segments.size()));
    checkFigure(expected, name + ".cell_share_min", run.shareLeast);
    checkFigure(expected, name + ".cell_share_max", run.shareMost);
    checkFigure(expected, name + ".cell_current_max_A", most);
    checkFigure(expected, name + ".cell_current_min_A", least);
    checkFigure(expected, name + ".segment_current_max_A", segment);
    checkFigure(expected, name + ".segment_density_max_A_per_mm2", run.hottest);
    checkFigure(expected, name + ".within_default_limit", run.hottest <= longDensity(materialOf(grid["strip_material"]), in.thickness));
    checkFigure(expected, name + ".strip_heat_W", run.heat.value());
    checkFigure(expected, name + ".terminal_V", run.terminal.value());
    checkFigure(expected, name + ".added_resistance_ohm", run.added.value());
    if (!expected.contains(name + ".cell_currents_A")) continue;
    const Json& table = expected[name + ".cell_currents_A"];
    const std::size_t columns = grid["group_at_row_col"][0].size();
    for (const Json& row : table["rows"])
      CHECK(run.cells[row[0].get<std::size_t>() * columns + row[1].get<std::size_t>()].value() ==
            Approx(row[2].get<double>()).margin(0.005));
  }
}
