// The search against the rules, the sensitivity, and the texts made for people outside.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <random>

#include "core/drawing/list/svg.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/frame/frame.h"
#include "core/pack/buying.h"
#include "core/plan/edit.h"
#include "core/plan/evidence.h"
#include "core/plan/lists.h"
#include "core/sheets/questions.h"
#include "core/studies/search.h"
#include "core/studies/sensitivity.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

/// What the rules say of the one pack of a plan, in the words of the search.
std::uint16_t faultsByRules(const Plan& plan) {
  const Assessment a = plans::assessed(plan);
  std::uint16_t out = 0;
  for (const Finding& f : a.findings) {
    const bool stop = f.severity == Severity::Stop;
    if (f.id == "BIKE-01") out |= stop ? VoltageTooHigh : RegenMargin;
    if (f.id == "PACK-01") out |= WrongBoard;
    if (f.id == "PACK-02") out |= CellsOverPeak;
    if (f.id == "PACK-03") out |= stop ? TooHot : WarmOrStrained;
    if (f.id == "PACK-05") out |= GivesUpEarly;
    if (f.id == "PACK-07") out |= TouchVoltage;
    if (f.id == "BIKE-03") out |= stop ? NoBarrier | CutoffTooLow : CutoffTooLow;
  }
  for (const Element& e : a.figures.elements)
    if (e.kind == ElementKind::Bms && (e.headroomAtPeak().value_or(0) < 0 || e.headroomSustained().value_or(0) < 0)) out |= BoardOverPeak;
  return out;
}

Plan searchGround() {
  // Leads, plugs and fuse wide enough that only cells and board decide.
  Plan plan = plans::sound();
  for (Run& run : plan.wiring.runs) run.size = "6awg";
  plan.packs[0].plug = "bullet-4.5";
  plan.joining.outputPlug = "";
  return plan;
}

}  // namespace

TEST_CASE("the search says of 500 random combinations what the rules say", "[long]") {
  const Shelf& shelf = shippedShelf();
  std::mt19937 random(20261125);
  std::uniform_int_distribution<int> series(6, 24), parallel(1, 20);
  std::uniform_int_distribution<std::size_t> cell(0, shelf.cells.size() - 1), board(0, shelf.boards.size() - 1);
  std::array<int, 10> seen{};
  for (int i = 0; i < 500; ++i) {
    Plan plan = searchGround();
    if (i % 3 == 1) plan.routes.clear();
    if (i % 5 == 2) plan.ambient = Celsius(-4);
    if (i % 7 == 3) plan.bike.controller.boost = Second(4);
    if (i % 4 == 1) plan.bike.controller.inputMaximum.reset(), plan.bike.controller.capacitorVoltage.reset();
    if (i % 2 == 1) plan.bike.controller.regenCurrent = Ampere(1);
    SearchHit pick;
    pick.series = static_cast<std::uint8_t>(series(random));
    pick.parallel = static_cast<std::uint8_t>(parallel(random));
    pick.cell = static_cast<std::uint16_t>(cell(random));
    pick.board = static_cast<std::uint16_t>(board(random));
    // Every other pick has a board that fits, so that all faults are met.
    for (std::size_t b = 0; i % 2 == 0 && b < shelf.boards.size(); ++b)
      if (shelf.boards[b].fits(pick.series, chemistryOf(shelf.cells[pick.cell]))) pick.board = static_cast<std::uint16_t>(b);
    const SearchRequest request;
    const std::uint16_t ours = faultsOf(plan, shippedCatalogue(), shelf, request, pick);
    std::uint16_t theirs = faultsByRules(planWithOnly(plan, shelf, request, pick));
    // A stopped pack is not warned of as well: the rules keep the worse of one id.
    std::uint16_t expected = ours & static_cast<std::uint16_t>(~BelowWindow);
    if (expected & VoltageTooHigh) expected &= static_cast<std::uint16_t>(~RegenMargin);
    if (expected & TooHot) expected &= static_cast<std::uint16_t>(~WarmOrStrained);
    INFO(i << ": " << int(pick.series) << "S" << int(pick.parallel) << "P " << shelf.cells[pick.cell].id << " "
           << shelf.boards[pick.board].id);
    CHECK(expected == theirs);
    for (std::size_t bit = 0; bit < seen.size(); ++bit) seen[bit] += (theirs >> bit) & 1;
  }
  for (std::size_t bit = 0; bit < seen.size(); ++bit) {
    INFO("fault " << (1 << bit));
    CHECK(seen[bit] > 0);
  }
}

TEST_CASE("what the search offers is allowed, and a point can be taken") {
  const Shelf& shelf = shippedShelf();
  Plan plan = searchGround();
  plan.budget = Money(400);
  const SearchRequest request;
  const SearchResult r = searchPacks(plan, shippedCatalogue(), shelf, request).result;
  CHECK(r.combinations == shelf.cells.size() * shelf.boards.size() * 19 * 20);
  REQUIRE(r.hits.size() > 50);
  REQUIRE(r.best.size() > 3);
  for (std::size_t i = 1; i < r.best.size(); ++i) {
    CHECK(r.hits[r.best[i]].cost >= r.hits[r.best[i - 1]].cost);
    CHECK(r.hits[r.best[i]].energy > r.hits[r.best[i - 1]].energy);
  }
  for (std::size_t i = 0; i < r.hits.size(); i += 40) {
    const Plan alone = planWithOnly(plan, shelf, request, r.hits[i]);
    const Assessment a = plans::assessed(alone);
    for (const Finding& f : a.findings)
      if (f.severity == Severity::Stop) CHECK((f.id.starts_with("WIRE") || f.id == "BIKE-08"));
    CHECK(a.figures.packs[0].model.label == r.hits[i].energy);
  }
  SearchRequest second;
  second.pack = 1;
  const auto taken = withPick(plan, shelf, second, r.hits[r.best[1]]);
  REQUIRE(taken);
  CHECK(taken->packs[1].series == r.hits[r.best[1]].series);
  CHECK(taken->packs[1].bms.series == taken->packs[1].series);
  CHECK(taken->packs[0] == plan.packs[0]);
  CHECK(cellsToBuy(13, 4) == 54);
  CHECK(withPick(Plan{}, shelf, request, r.hits[0])->packs.size() == 1);
}

TEST_CASE("a search that is stopped has what it found so far, and one that finds nothing says what forbids it") {
  const Shelf& shelf = shippedShelf();
  const Plan plan = searchGround();
  const auto whole = searchPacks(plan, shippedCatalogue(), shelf, {});
  CHECK(whole.ending == Ending::Done);
  int asked = 0;
  std::size_t seen = 0, times = 0;
  const auto part = searchPacks(plan, shippedCatalogue(), shelf, {}, Progress([&](double share) {
                                  CHECK(share == Approx(asked / static_cast<double>(shelf.cells.size())));
                                  return ++asked <= 3;
                                }),
                                [&](const SearchResult& soFar) {
                                  CHECK(soFar.hits.size() >= seen);
                                  seen = soFar.hits.size();
                                  ++times;
                                });
  CHECK(part.ending == Ending::OutOfTime);
  CHECK(times == 2);
  CHECK(part.result.combinations == 3 * shelf.boards.size() * 19 * 20);
  REQUIRE(part.result.hits.size() < whole.result.hits.size());
  for (std::size_t i = 0; i < part.result.hits.size(); ++i) CHECK(part.result.hits[i].energy == whole.result.hits[i].energy);
  CHECK(part.why.empty());

  const Plan low = plans::with(plan, "/bike/controller/input_max_V", "20");
  const auto none = searchPacks(low, shippedCatalogue(), shelf, {});
  CHECK(none.ending == Ending::Infeasible);
  CHECK(none.result.hits.empty());
  CHECK(none.result.forbidden[0] > none.result.combinations / 2);
  CHECK(none.why.starts_with("None of " + std::to_string(none.result.combinations) + " is allowed: "));
  CHECK(none.why.find("stand above the controller's highest voltage when full") != std::string::npos);
  CHECK(searchPacks(plan, shippedCatalogue(), Shelf{}, {}).why == "There is no cell or no board to try.");
}

TEST_CASE("the search takes a cell's own nominal volts, as the rules do") {
  Shelf shelf = shippedShelf();
  shelf.cells.resize(1);
  Cell& cell = shelf.cells[0];
  cell.nominalVolts = Volt(3.4);
  const SearchRequest request;
  const auto hits = searchPacks(searchGround(), shippedCatalogue(), shelf, request).result.hits;
  REQUIRE_FALSE(hits.empty());
  for (const SearchHit& hit : hits) CHECK(faultsOf(searchGround(), shippedCatalogue(), shelf, request, hit) == hit.faults);
}

TEST_CASE("lighter is found as well as bigger") {
  const Shelf& shelf = shippedShelf();
  const SearchResult r = searchPacks(searchGround(), shippedCatalogue(), shelf, {}).result;
  const auto lightest =
      std::min_element(r.hits.begin(), r.hits.end(), [](const SearchHit& a, const SearchHit& b) { return a.mass < b.mass; });
  CHECK(lightest->mass < Kilogram(2));
  CHECK((lightest->faults & (VoltageTooHigh | WrongBoard | CellsOverPeak | BoardOverPeak | TooHot)) == 0);
}

TEST_CASE("what to measure next: the levers that move findings come first, each with an instrument") {
  const Plan plan = plans::demo();
  const Assessment base = plans::assessed(plan);
  const auto levers = whatToMeasure(plan, shippedCatalogue(), base);
  REQUIRE(levers.size() > 5);
  for (std::size_t i = 1; i < levers.size(); ++i) CHECK((levers[i - 1].score >= levers[i].score || !levers[i - 1].known));
  for (const Lever& l : levers) {
    INFO(l.pointer);
    CHECK_FALSE(l.instrument.empty());
    CHECK(l.from != Provenance::Measured);
  }
  // A proven value is not asked for; an unknown limit comes first.
  const Plan proven = withProvenance(plan, levers.front().pointer, Provenance::Measured);
  for (const std::string& p : unprovenFields(proven, plans::assessed(proven))) CHECK(p != levers.front().pointer);
  const Plan unknown = *withField(plan, "/packs/0/bms/continuous_A", FieldValue{});
  const auto first = whatToMeasure(unknown, shippedCatalogue(), plans::assessed(unknown));
  CHECK(first.front().pointer == "/packs/0/bms/continuous_A");
  CHECK_FALSE(first.front().known);
  // Stopping early gives what there is.
  int asked = 0;
  CHECK(whatToMeasure(plan, shippedCatalogue(), base, Progress([&](double) { return ++asked <= 3; })).size() == 3);
  // The narrows moves with the limit of the controller, one for one.
  Plan guess = plan;
  guess.provenance.erase("/bike/controller/current_max_A");
  const Lever limit = leverOf(guess, shippedCatalogue(), plans::assessed(guess), "/bike/controller/current_max_A");
  CHECK(limit.narrows == Approx(25 / (22 * 0.85 + 1) - 25.0 / 23).margin(0.001));
  CHECK(limit.stops > 0);
}

TEST_CASE("a verdict alone gives the findings and the range of the whole assessment") {
  for (const char* name : {"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"}) {
    const Plan plan = plans::example(name);
    const Assessment whole = assess(plan, shippedCatalogue());
    const Assessment verdict = assess(plan, shippedCatalogue(), nullptr, Part::Range);
    REQUIRE(whole.findings.size() == verdict.findings.size());
    for (std::size_t i = 0; i < whole.findings.size(); ++i) CHECK(whole.findings[i].sentence == verdict.findings[i].sentence);
    CHECK(whole.figures.range.likely == verdict.figures.range.likely);
  }
}

TEST_CASE("questions for the seller come from what is not proven") {
  Plan plan = plans::demo();
  plan = *withField(plan, "/packs/1/bms/charge_A", FieldValue{});
  plan = *withAlternative(plan, "/bike/controller/cutoff_V", {FieldValue{39.0}, Provenance::Claim, ""});
  const auto questions = questionsFor(plan, plans::assessed(plan));
  const std::string text = questionText(questions);
  CHECK(text.find("What is the BMS charge limit?") != std::string::npos);
  CHECK(text.find("cut-off is 40 V (label) and 39 V (claim): which one holds?") != std::string::npos);
  CHECK(text.find("data sheet") != std::string::npos);
  CHECK(text.starts_with("1. "));
  CHECK(questionsFor(Plan{}, plans::assessed(Plan{})).empty());
}

TEST_CASE("the settings sheet of a board holds what it should be against what it says") {
  Plan plan = plans::demo();
  plan = plans::with(plan, "/packs/0/bms/series", "14");
  plan = plans::with(plan, "/packs/0/bms/charge_from_C", "-10");
  const auto sheet = boardSettings(plan, plans::assessed(plan), 0);
  const auto line = [&](const char* name) {
    return *std::find_if(sheet.begin(), sheet.end(), [&](const BoardSetting& s) { return s.name == name; });
  };
  CHECK(line("groups in series").differs);
  CHECK(line("groups in series").recommended == "13");
  CHECK(line("charging from").differs);
  CHECK_FALSE(line("charge limit").differs);
  CHECK(line("group low cut").recommended == "at least 2.8 V");
  CHECK(boardSettings(plan, plans::assessed(plan), 9).empty());
}

TEST_CASE("the passport names what a stranger must know, and its SVG is sound XML text") {
  Plan plan = plans::demo();
  plan.packs[1].name = "deck <b>&\"1\"";
  const Passport p = passportOf(plan, plans::assessed(plan), 1);
  std::string all;
  for (const PassportLine& l : p.lines) all += l.name + "=" + l.value + "\n";
  CHECK(all.find("layout=13S5P, 65 cells, nmc") != std::string::npos);
  CHECK(all.find("volts=54.6 V full, 46.8 V nominal, 39 V empty at rest") != std::string::npos);
  CHECK(all.find("charger=54.6 V 4 A") != std::string::npos);
  CHECK(all.find("fuse=30 A, 32 V DC") != std::string::npos);
  CHECK(all.find("first charge=date: ____") != std::string::npos);
  const std::string svg = drawing::toSvg(drawing::passportLabel(p, {420, 360}));
  CHECK(svg.find("deck &lt;b&gt;&amp;&quot;1&quot;") != std::string::npos);
  CHECK(svg.find("<b>") == std::string::npos);
  CHECK(svg.ends_with("</svg>\n"));
  plan.packs[1].condition = Condition::Swollen;
  CHECK(passportOf(plan, plans::assessed(plan), 1).cautions.size() == 2);
}

TEST_CASE("rooms and routes of every kind of frame, as drawn") {
  std::string said;
  for (FrameKind kind : {FrameKind::Diamond, FrameKind::StepThrough, FrameKind::Cargo, FrameKind::FullSuspension, FrameKind::TrikeFront,
                         FrameKind::TrikeRear, FrameKind::Folding}) {
    Bike bike;
    bike.frame = kind;
    double tubes = 0;
    for (const Tube& t : frameOf(bike).tubes) tubes += t.width * (t.a.x + 2 * t.a.y + 3 * t.b.x + 4 * t.b.y);
    said += fmt::format("#{} {} tubes, {:.0f}\n", static_cast<int>(kind), frameOf(bike).tubes.size(), tubes);
    for (const MountPlace& p : frameOf(bike).places) {
      double way = 0;
      for (std::size_t i = 1; i < p.route.size(); ++i) way += std::hypot(p.route[i].x - p.route[i - 1].x, p.route[i].y - p.route[i - 1].y);
      said += fmt::format("{}: {:.0f} x {:.0f} x {:.0f} at {:.0f}, {:.0f}, lead {:.0f}\n", p.word, p.length, p.width, p.height, p.at.x,
                          p.at.y, way);
    }
  }
  CHECK(said == R"(#0 11 tubes, 1914746
down tube: 500 x 90 x 100 at 724, 570, lead 408
triangle: 310 x 75 x 210 at 567, 607, lead 301
behind the seat tube: 375 x 80 x 70 at 301, 529, lead 228
rack: 380 x 120 x 75 at 76, 790, lead 639
front: 220 x 200 x 130 at 995, 857, lead 902
bag on seat: 220 x 110 x 120 at 118, 888, lead 699
#1 11 tubes, 1917879
down tube: 526 x 90 x 100 at 754, 577, lead 421
behind the seat tube: 345 x 80 x 70 at 323, 510, lead 220
rack: 380 x 120 x 75 at 86, 790, lead 657
front: 220 x 200 x 130 at 1035, 869, lead 927
bag on seat: 220 x 110 x 120 at 146, 850, lead 670
#2 11 tubes, 2546804
down tube: 612 x 90 x 100 at 1199, 564, lead 466
behind the seat tube: 360 x 80 x 70 at 699, 520, lead 224
under deck: 461 x 180 x 90 at 335, 418, lead 518
on deck: 820 x 250 x 150 at 110, 578, lead 1091
front: 220 x 200 x 130 at 1535, 845, lead 1017
bag on seat: 220 x 110 x 120 at 520, 869, lead 685
#3 10 tubes, 2188187
down tube: 579 x 90 x 100 at 820, 587, lead 447
triangle: 261 x 75 x 132 at 652, 598, lead 324
front: 220 x 200 x 130 at 1125, 888, lead 979
bag on seat: 220 x 110 x 120 at 190, 840, lead 665
#4 12 tubes, 2131168
down tube: 306 x 90 x 100 at 650, 506, lead 319
behind the seat tube: 345 x 80 x 70 at 317, 510, lead 220
under deck: 256 x 300 x 110 at 1020, 300, lead 778
on deck: 598 x 450 x 200 at 1293, 505, lead 1037
rack: 380 x 120 x 75 at 84, 753, lead 627
bag on seat: 220 x 110 x 120 at 140, 850, lead 670
#5 10 tubes, 2075659
down tube: 585 x 90 x 100 at 1043, 564, lead 452
behind the seat tube: 330 x 80 x 70 at 566, 501, lead 217
under deck: 307 x 300 x 110 at 277, 320, lead 439
on deck: 537 x 400 x 180 at 92, 515, lead 643
front: 220 x 200 x 130 at 1365, 845, lead 991
bag on seat: 220 x 110 x 120 at 393, 840, lead 665
#6 10 tubes, 1501656
down tube: 150 x 90 x 100 at 530, 416, lead 224
rack: 380 x 120 x 75 at 82, 496, lead 597
front: 220 x 200 x 130 at 1010, 730, lead 909
bag on seat: 220 x 110 x 120 at 134, 840, lead 687
)");
}

TEST_CASE("leads run along the frame: each kind has its places, a tape measure overrules") {
  for (FrameKind kind : {FrameKind::Diamond, FrameKind::StepThrough, FrameKind::Cargo, FrameKind::FullSuspension, FrameKind::TrikeFront,
                         FrameKind::TrikeRear, FrameKind::Folding}) {
    Bike bike;
    bike.frame = kind;
    const FrameView f = frameOf(bike);
    INFO(static_cast<int>(kind));
    CHECK(f.places.size() >= 4);
    for (const MountPlace& p : f.places) {
      CHECK(p.length > 80);
      CHECK(p.height > 40);
      CHECK(p.route.size() >= 2);
      CHECK(placeOf(f, std::string(p.word)) == static_cast<std::size_t>(&p - f.places.data()));
    }
    CHECK_FALSE(placeOf(f, "nowhere"));
    CHECK(f.farAxles.size() == (kind == FrameKind::TrikeFront || kind == FrameKind::TrikeRear ? 1 : 0));
    CHECK(f.fold.has_value() == (kind == FrameKind::Folding));
    if (f.fold) {  // the lead from the bar passes the hinge
      const auto& route = f.places[*placeOf(f, "front")].route;
      CHECK(std::any_of(route.begin(), route.end(), [&](FramePoint q) { return q.x == f.fold->x && q.y == f.fold->y; }));
    }
    // A longer wheelbase never shortens the lead from the rearmost place.
    Plan plan = plans::demo();
    plan.bike.frame = kind;
    plan.packs[0].mount = std::string(f.places.back().word);
    Run run = *plan.leadOf("stock");
    run.lengthPlus.reset();
    const Metre drawn = routedLength(frameOf(plan.bike), plan, run);
    CHECK(drawn > Metre(0.2));
    CHECK(drawn < Metre(2.5));
    CHECK(*routed(frameOf(plan.bike), plan, run).lengthPlus == drawn);
    run.lengthPlus = Metre(0.77);
    CHECK(*routed(frameOf(plan.bike), plan, run).lengthPlus == Metre(0.77));
  }
  Plan plan = plans::demo();
  const Ohm measured = plans::assessed(plan).figures.packs[1].toJoint;
  for (Run& r : plan.wiring.runs) r.lengthPlus.reset(), r.lengthMinus.reset();
  plan.bike.wheelbase = Millimetre(2900);
  CHECK(plans::assessed(plan).figures.packs[1].toJoint > measured);
}
