// What is made of a layout, read by programs that did not write it: the holder by admesh, the strips by another DXF reader, the template in
// mm.
#include <unistd.h>
#include <catch2/catch.hpp>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <sstream>

#include "core/drawing/fit/fit_drawings.h"
#include "core/fit/outline_csv.h"
#include "core/io/exports.h"
#include "support/plans.h"

using namespace usherwright;
namespace fs = std::filesystem;

namespace {

std::string said(const std::string& command) {
  const fs::path log = fs::temp_directory_path() / ("usherwright-print-log-" + std::to_string(::getpid()));
  REQUIRE(std::system((command + " > " + log.string() + " 2>&1").c_str()) == 0);
  std::stringstream out;
  out << std::ifstream(log).rdbuf();
  fs::remove(log);
  return out.str();
}

fs::path written(const char* what, const char* ending) {
  const Plan plan = plans::demo();
  const auto text = findExport(what)->write(plan, plans::assessed(plan));
  REQUIRE(text);
  const fs::path path = fs::temp_directory_path() / ("usherwright-" + std::to_string(::getpid()) + ending);
  std::ofstream(path) << *text;
  return path;
}

}  // namespace

TEST_CASE("the holder is watertight: no facet is open, turned or degenerate") {
  const fs::path path = written("holder", ".stl");
  const std::string report = said("admesh " + path.string());
  fs::remove(path);
  INFO(report);
  const auto count = [&](const char* words) {
    const auto at = report.find(words);
    REQUIRE(at != std::string::npos);
    return std::atoi(report.c_str() + report.find(':', at) + 1);
  };
  CHECK(count("Number of parts") == 65);
  CHECK(count("Degenerate facets") == 0);
  CHECK(count("Edges fixed") == 0);
  CHECK(count("Facets removed") == 0);
  CHECK(count("Facets added") == 0);
  CHECK(count("Facets reversed") == 0);
  CHECK(count("Backwards edges") == 0);
}

TEST_CASE("the strips are read by another program: cells in their size, both faces, none beside its cells") {
  const fs::path path = written("strips", ".dxf");
  const std::string script =
      "import ezdxf,sys\nm=ezdxf.readfile(sys.argv[1]).modelspace()\nc=[e for e in m if e.dxftype()=='CIRCLE']\n"
      "print(len(c), round(c[0].dxf.radius,3), len([e for e in m if e.dxf.layer=='NEAR'])%4, len([e for e in m if e.dxf.layer=='FAR'])%4, "
      "len([e for e in m if e.dxftype()=='LINE']))";
  const fs::path code = fs::temp_directory_path() / ("usherwright-dxf-" + std::to_string(::getpid()) + ".py");
  std::ofstream(code) << script;
  std::istringstream report(said("/usr/bin/python3 " + code.string() + " " + path.string()));
  fs::remove(code);
  fs::remove(path);
  std::size_t circles = 0, near = 9, far = 9, lines = 0;
  double radius = 0;
  report >> circles >> radius >> near >> far >> lines;
  CHECK(circles == 130);
  CHECK(radius == Approx(9.15));
  CHECK(near == 0);
  CHECK(far == 0);
  const Plan plan = plans::demo();
  CHECK(lines == 4 * plans::assessed(plan).figures.packs[1].fit->strips->segments.size());
}

TEST_CASE("50 mm of the template are 50 mm, and every cell stands where it was kept; the far face is its mirror") {
  const Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  const drawing::Subject subject{plan, a};
  const auto places = plan.packs[1].fit.places;
  for (const drawing::CellFace face : {drawing::CellFace::Near, drawing::CellFace::Far}) {
    const drawing::Drawing d = drawing::cellTemplate(subject, 1, face);
    CHECK(d.unit == drawing::Unit::Millimetre);
    std::size_t seen = 0;
    for (const drawing::Shape& s : d.shapes) {
      if (s.part == "proving-bar") CHECK(s.points[1].x - s.points[0].x == Approx(50));
      if (s.part.rfind("cell/", 0) != 0) continue;
      const CellPlace& p = places[std::stoul(s.part.substr(5))];
      CHECK(s.points[0].x == Approx(face == drawing::CellFace::Near ? p.x.value() : -p.x.value()));
      CHECK(s.points[0].y == Approx(-p.y.value()));
      CHECK(s.radius == Approx(9.15));
      ++seen;
    }
    CHECK(seen == places.size());
  }
  Plan none = plan;
  none.packs[1].fit.places = {};
  for (const char* what : {"cells", "cells-far", "strips", "holder"}) CHECK_FALSE(findExport(what)->write(none, plans::assessed(none)));
}

TEST_CASE("corners of a room come from a list in millimetres, or the list is named with the line that is wrong") {
  const Plan plan = plans::demo();
  const auto taken = withOutline(plan, 1, "x_mm,y_mm\n0,0\n300,0\n300,120\n0,90\n");
  REQUIRE(taken);
  CHECK(taken->packs[1].fit.room == RoomKind::Outline);
  REQUIRE(taken->packs[1].fit.outline.size() == 4);
  CHECK(taken->packs[1].fit.outline[3].y->value() == Approx(90));
  CHECK(withOutline(plan, 1, "x_mm,y_mm\n0,0\n300,here\n300,120\n").error().sentence().find("line 3") != std::string::npos);
  CHECK(withOutline(plan, 1, "x_mm,up\n0,0\n3,0\n3,1\n").error().sentence().find("y_mm") != std::string::npos);
  CHECK(withOutline(plan, 1, "x_mm,y_mm\n0,0\n300,0\n").error().sentence().find("2 corners") != std::string::npos);
  CHECK_FALSE(withOutline(plan, 9, "x_mm,y_mm\n0,0\n3,0\n3,1\n"));
  CHECK_FALSE(withOutline(plan, 1, ""));
}
