// The drawings of Joining's pages: what they say and show must be what was worked out, in words and in shape.
#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/drawing/joining/method_circuit.h"
#include "core/drawing/joining/study_drawings.h"
#include "core/plan/edit.h"
#include "core/quantity/units.h"
#include "support/plans.h"

using namespace usherwright;
using namespace usherwright::drawing;

namespace {

bool says(const Drawing& d, const std::string& words) {
  return std::any_of(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return s.text.find(words) != std::string::npos; });
}

int count(const Drawing& d, const std::string& words) {
  return static_cast<int>(std::count_if(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return s.text == words; }));
}

std::vector<std::string> partsOf(const Drawing& d) {
  std::vector<std::string> out;
  for (const Shape& s : d.shapes)
    if (!s.part.empty()) out.push_back(s.part);
  return out;
}

/// Lines that end in the plot and are longer than a legend's.
std::vector<const Shape*> longLines(const Drawing& d, Ink ink) {
  std::vector<const Shape*> out;
  for (const Shape& s : d.shapes)
    if (s.kind == ShapeKind::Polyline && s.stroke == ink && s.points.back().x - s.points.front().x > 60) out.push_back(&s);
  return out;
}

double slope(const Point& a, const Point& b) { return (b.y - a.y) / (b.x - a.x); }

}  // namespace

TEST_CASE("the pair table has a part and two verdicts for every pair, and none for a pack with itself") {
  const PairTable table = pairsOf(plans::demo(), shippedCatalogue());
  const Drawing d = pairTable(table, {840, 460});
  std::size_t cells = 0, never = 0, goes = 0;
  for (const PairRow& r : table.rows)
    for (const PairRow::Cell& c : r.cells) {
      if (!c.applies) continue;
      ++cells;
      for (const PairVerdict* v : {&c.before, &c.after}) (v->pairing == Pairing::Never ? never : goes) += v->pairing != Pairing::WithCare;
    }
  CHECK(partsOf(d).size() == cells);
  CHECK(count(d, "never") == static_cast<int>(never));
  CHECK(count(d, "goes") == static_cast<int>(goes));
  CHECK(says(d, "JOIN-02"));
  CHECK(d.description.find("deck charger and stock: before never") != std::string::npos);
  CHECK(pairTable({}, {840, 460}).shapes.empty());
  CHECK(pairTableHeight(table) < 460);
}

TEST_CASE("the method table has a card for every method, with the rule that forbids it or when it is right") {
  const Plan plan = plans::demo();
  const auto methods = compareMethods(plan, shippedCatalogue());
  std::vector<MethodWords> words;
  for (std::size_t i = 0; i < methods.size(); ++i) words.push_back({"method " + std::to_string(i), "right when " + std::to_string(i)});
  const Drawing d = methodTable(methods, words, plan, {840, 484});
  CHECK(partsOf(d).size() == 5);
  for (std::size_t i = 0; i < methods.size(); ++i) {
    INFO(i);
    CHECK(says(d, words[i].name));
    CHECK(says(d, methods[i].forbids.empty() ? words[i].when : "not here: " + methods[i].firstForbid));
    CHECK(says(d, formatNumber(methods[i].lost.value(), 2) + " Wh"));
    CHECK(says(d, formatNumber(methods[i].range.value(), 3) + " km"));
  }
  double best = 0;
  for (const MethodFigures& m : methods) best = std::max(best, m.range.value());
  const MethodFigures& converter = methods.back();
  CHECK(says(d, formatNumber(best - converter.range.value(), 2) + " km less"));
}

TEST_CASE("a method's circuit shows each pack, and what stands before it") {
  const auto shapesFor = [](Method m, std::size_t packs) {
    Drawing d{80, 60, {}, {}};
    Pen pen(d);
    methodCircuit(pen, {2, 2}, {76, 56}, m, packs, packs - 1);
    return d;
  };
  const auto packsIn = [](const Drawing& d) {
    return std::count_if(d.shapes.begin(), d.shapes.end(),
                         [](const Shape& s) { return s.kind == ShapeKind::Rectangle && s.fill == Ink::Water; });
  };
  const auto valvesIn = [](const Drawing& d) {
    return std::count_if(d.shapes.begin(), d.shapes.end(), [](const Shape& s) { return s.kind == ShapeKind::Polygon; });
  };
  for (std::size_t packs = 2; packs <= 4; ++packs) {
    for (Method m : {Method::Direct, Method::Combiner, Method::Schottky, Method::Selector, Method::Converter})
      CHECK(packsIn(shapesFor(m, packs)) == static_cast<long>(packs));
    CHECK(valvesIn(shapesFor(Method::Direct, packs)) == 0);
    CHECK(valvesIn(shapesFor(Method::Combiner, packs)) == static_cast<long>(packs));
    CHECK(valvesIn(shapesFor(Method::Converter, packs)) == static_cast<long>(packs - 1));
    CHECK(valvesIn(shapesFor(Method::Selector, packs)) == 0);
  }
}

TEST_CASE("the sharing chart draws the stories to scale: one pack falls as its capacity says, sharing bends at the knee") {
  SharingInput in;
  in.fuller = AmpereHour(10);
  in.all = AmpereHour(25);
  in.knee = AmpereHour(2);
  SharingVerdict v;
  v.verdict = Sharing::FromKnee;
  for (int i = 0; i <= 60; ++i) {
    v.drawn.emplace_back(0.1 * i);
    v.charge.emplace_back(0.9 - 0.01 * i);
  }
  const Drawing d = sharingRows(v, in, {600, 260});
  const auto alone = longLines(d, Ink::Stop), share = longLines(d, Ink::Deep);
  REQUIRE(alone.size() == 1);
  REQUIRE(share.size() == 1);
  REQUIRE(share[0]->points.size() == 3);
  const double before = slope(share[0]->points[0], share[0]->points[1]), after = slope(share[0]->points[1], share[0]->points[2]);
  CHECK(slope(alone[0]->points.front(), alone[0]->points.back()) == Approx(before));
  CHECK(before / after == Approx(25.0 / 10));
  CHECK(says(d, "from 2 Ah on"));
  in.knee = AmpereHour(0);
  v.verdict = Sharing::FromStart;
  const Drawing straight = sharingRows(v, in, {600, 260});
  CHECK(longLines(straight, Ink::Deep)[0]->points.size() == 2);
  CHECK(says(sharingRows({}, in, {600, 260}), "Paste a logged ride"));
}

TEST_CASE("the list of subsets says what stands against each, the worst by name") {
  const SubsetStudy study = eachAlone(plans::demo(), shippedCatalogue());
  const Drawing d = subsetBars(study, {840, 400});
  for (const SubsetFigures& s : study.subsets) {
    CHECK(says(d, s.name));
    CHECK(says(d, s.worstFinding.empty() ? "no Stop" : s.worstFinding));
  }
  CHECK(says(d, study.subsets[study.worst].name + " (worst)"));
  // Too low for two lines a row: the bars stay.
  const Drawing low = subsetBars(study, {840, 120});
  CHECK_FALSE(says(low, "no Stop"));
  CHECK(partsOf(low).size() == study.subsets.size());
}

TEST_CASE("the map of live ends draws a lead live when its open end is, and marks it by shape") {
  const Plan plan = plans::with(plans::sound(), "/joining/method", "direct");
  const Assessment a = plans::assessed(plan);
  const Subject subject{plan, a, UnitSystem::Metric};
  const auto squares = [](const Drawing& d) {
    return std::count_if(d.shapes.begin(), d.shapes.end(),
                         [](const Shape& s) { return s.kind == ShapeKind::Rectangle && s.fill == Ink::Stop; });
  };
  const auto deadLeads = [](const Drawing& d) {
    return std::count_if(d.shapes.begin(), d.shapes.end(),
                         [](const Shape& s) { return s.kind == ShapeKind::Polyline && s.stroke == Ink::BankLine && s.width == 4; });
  };
  const Drawing together = liveEndsMap(subject, {0b11, true}, {700, 400});
  CHECK(deadLeads(together) == 0);
  const Drawing second = liveEndsMap(subject, {0b01, true}, {700, 400});
  CHECK(deadLeads(second) == 0);  // a hard joint feeds the open half
  CHECK(squares(second) == squares(together) + 2);
  const Plan oneWay = plans::sound();
  const Assessment b = plans::assessed(oneWay);
  const Drawing valve = liveEndsMap({oneWay, b, UnitSystem::Metric}, {0b01, true}, {700, 400});
  CHECK(deadLeads(valve) == 1);
  CHECK(squares(valve) == squares(together));
}

TEST_CASE("the bands of the spread lie where their figures are, and the plan's own ride is marked between them") {
  const Assessment a = plans::assessed(plans::sound());
  SpreadOptions options;
  options.runs = 200;
  const Spread spread = spreadOf(a.figures.ride->input(), options);
  const Drawing d = spreadBands(spread, *a.figures.ride, {"stock", "deck"}, {840, 460});
  CHECK(says(d, "knee of stock"));
  CHECK(says(d, "largest current of deck"));
  CHECK(says(d, formatNumber(spread.end.low / 60) + " … " + formatNumber(spread.end.high / 60) + " min"));
  CHECK(says(d, formatNumber(spread.energy.low) + " … " + formatNumber(spread.energy.high) + " Wh"));
}
