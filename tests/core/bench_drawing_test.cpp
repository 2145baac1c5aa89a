// The drawn pages of the bench: groups, board, capacity, evidence, meters, turns; and how wide words are.
#include <rapidcheck/catch.h>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/drawing/bike/bike_drawings.h"
#include "core/drawing/joining/study_drawings.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/plan/edit.h"
#include "core/plan/lists.h"
#include "core/sheets/questions.h"
#include "core/sheets/standing.h"
#include "support/plans.h"

using namespace usherwright;
using namespace usherwright::drawing;

namespace {

const Shape* partOf(const Drawing& d, const std::string& part) {
  for (const Shape& s : d.shapes)
    if (s.part == part) return &s;
  return nullptr;
}

bool says(const Drawing& d, const std::string& words) {
  return std::any_of(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return s.text.find(words) != std::string::npos; });
}

std::vector<Volt> volts(std::initializer_list<double> list) {
  std::vector<Volt> out;
  for (double v : list) out.emplace_back(v);
  return out;
}

}  // namespace

TEST_CASE("the rack of groups: the fullest ends the charge, the one behind is marked, unread is not drawn as read") {
  const Assessment a = plans::assessed(plans::demo());
  const PackModel& m = a.figures.packs[0].model;
  const Drawing read =
      groupRack(m, volts({3.742, 3.741, 3.743, 3.742, 3.702, 3.740, 3.742, 3.744, 3.741, 3.742, 3.743, 3.741, 3.742}), {700, 180});
  // By hand, on the rest curve of the pack: what group 8 lacks to full is what every group gets.
  const double first = m.curve.inverse(Volt(3.744)).value(), last = m.curve.inverse(Volt(3.702)).value();
  CHECK(read.description.find("when group 8 is full, after " + formatNumber((1 - first) * m.capacity.value(), 2) + " Ah") !=
        std::string::npos);
  CHECK(read.description.find("group 5 then stands at " + formatNumber(100 * (1 - first + last), 2) + " %") != std::string::npos);
  REQUIRE(partOf(read, "rack/12"));
  CHECK(partOf(read, "rack/4")->tip.find("group 5: ") == 0);
  const Drawing unread = groupRack(m, {}, {700, 180});
  CHECK(unread.description.find("not read yet") == 0);
  CHECK(std::count_if(unread.shapes.begin(), unread.shapes.end(), [](const Shape& s) { return s.pattern == Pattern::Hatched; }) ==
        m.series);
  CHECK(std::none_of(unread.shapes.begin(), unread.shapes.end(), [](const Shape& s) { return s.fill == Ink::Water; }));
}

TEST_CASE("the settings of a board stand on their lines; what is not known is hatched, what differs is marked") {
  Plan plan = plans::with(plans::demo(), "/packs/0/bms/cell_full_V", "4.35");
  const auto sheet = boardSettings(plan, plans::assessed(plan), 0);
  for (const BoardSetting& s : sheet) {
    INFO(s.name);
    CHECK_FALSE(s.pointer.empty());
    if (!s.scale) continue;
    for (const auto& v : {s.scale->least, s.scale->most, s.scale->value})
      if (v) CHECK((*v >= s.scale->low && *v <= s.scale->high));
    CHECK(s.scale->value.has_value() == (s.found != "not known yet"));
  }
  const Drawing d = boardStrips(sheet, {800, 400});
  const auto at = [&](const char* name) {
    return std::find_if(sheet.begin(), sheet.end(), [&](const BoardSetting& s) { return s.name == name; }) - sheet.begin();
  };
  CHECK(partOf(d, "setting/" + std::to_string(at("group high cut")))->tip.find("which differs") != std::string::npos);
  CHECK(std::count_if(d.shapes.begin(), d.shapes.end(), [](const Shape& s) { return s.pattern == Pattern::Hatched; }) ==
        std::count_if(sheet.begin(), sheet.end(), [](const BoardSetting& s) { return s.scale && !s.scale->value; }));
  CHECK(says(boardStrips(sheet, {420, 400}), "it may lie"));
}

TEST_CASE("each setting of a board differs just beyond its bound, and not before") {
  const Plan demo = plans::demo();  // 13S4P nmc, board of 25 A at a peak of 23 A, cells 32 A for long and 5.34 A to charge
  const auto sheetOf = [](const Plan& plan) { return boardSettings(plan, plans::assessed(plan), 0); };
  const auto line = [&](const Plan& plan, const std::string& name) {
    const auto sheet = sheetOf(plan);
    return *std::find_if(sheet.begin(), sheet.end(), [&](const BoardSetting& s) { return s.name == name; });
  };
  struct Row {
    const char *name, *recommended, *key, *inside, *outside;
  };
  for (const Row& r :
       {Row{"group high cut", "4.22 to 4.25 V", "cell_full_V", "4.25", "4.26"},
        Row{"group high cut", "4.22 to 4.25 V", "cell_full_V", "4.2", "4.19"},
        Row{"group low cut", "at least 2.8 V", "cell_cutoff_V", "2.5", "2.49"},
        Row{"discharge trip", "above 23 A, not above 32 A of the cells", "continuous_A", "23", "22.9"},
        Row{"discharge trip", "above 23 A, not above 32 A of the cells", "continuous_A", "48", "48.1"},
        Row{"charge limit", "at most 5.34 A", "charge_A", "5.33", "5.4"},
        Row{"balance current", "30 to 200 mA, near full only", "balance_mA", "20", "19"},
        Row{"charging from", "0 °C or more", "charge_from_C", "0", "-1"}, Row{"charging up to", "45 °C or less", "charge_to_C", "45", "46"},
        Row{"discharging up to", "60 °C or less", "discharge_to_C", "60", "61"}, Row{"groups in series", "13", "series", "13", "12"},
        Row{"chemistry", "nmc", "chemistry", "lmo", "lfp"}, Row{"every group sensed", "yes", "senses_all_groups", "yes", "no"}}) {
    INFO(r.name << " " << r.outside);
    const std::string pointer = std::string("/packs/0/bms/") + r.key;
    CHECK(line(demo, r.name).recommended == r.recommended);
    CHECK_FALSE(line(plans::with(demo, pointer, r.inside), r.name).differs);
    CHECK(line(plans::with(demo, pointer, r.outside), r.name).differs);
    CHECK(line(plans::with(demo, pointer, ""), r.name).found == "not known yet");
    CHECK_FALSE(line(plans::with(demo, pointer, ""), r.name).differs);
  }
  // The lines: volts and degrees on one scale each, currents as far as the larger figure and a third more.
  CHECK(line(demo, "group high cut").scale->low == Approx(2.2));
  CHECK(line(demo, "group high cut").scale->high == Approx(4.45));
  CHECK(line(demo, "group low cut").scale->least == 2.8);
  CHECK(line(demo, "discharge trip").scale->high == Approx(1.3 * 32));
  CHECK(line(demo, "charge limit").scale->high == Approx(1.5 * 5.34).margin(0.01));
  CHECK(line(demo, "balance current").scale->most == 200);
  CHECK(line(demo, "balance current").scale->high == 250);
  CHECK(line(demo, "charging from").scale->low == -30);
  CHECK(line(demo, "charging up to").scale->high == 80);
}

TEST_CASE("capacity: without a test the lines say what one would tell, and a lost string is told apart from wear") {
  const PackModel m = plans::assessed(plans::demo()).figures.packs[0].model;  // 4 side by side
  const Drawing none = capacityBars({}, m, {700, 300});
  CHECK(says(none, "a capacity test puts a bar here"));
  CHECK(says(none, "one of 4 strings gone: " + formatNumber(m.rated.value() * 0.75)));
  CHECK(says(none, "80 %: worn"));
  CapacityTest test;
  test.when = "2026-05-01";
  test.putBack = AmpereHour(9);
  const Drawing one = capacityBars({test}, m, {700, 300});
  CHECK(partOf(one, "test/0"));
  CHECK_FALSE(says(one, "puts a bar here"));
}

TEST_CASE("what a plan rests on: a square for every figure, none drawn as known that nobody knows") {
  rc::prop("random fields made unknown", [] {
    Plan plan = plans::demo();
    std::vector<std::string> pointers;
    for (const auto& [pointer, entry] : plan.provenance) pointers.push_back(pointer);
    for (int i = 0; i < 5; ++i) {
      const std::string& pointer = pointers[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(pointers.size())))];
      if (auto next = withField(plan, pointer, FieldValue{})) plan = *next;
    }
    const Assessment a = plans::assessed(plan);
    std::set<std::string> seen;
    for (const StandingPart& part : standingOf(plan, a))
      for (const StandingField& f : part.fields) {
        RC_ASSERT(seen.insert(f.pointer).second);
        const auto ref = findField(plan, f.pointer);
        RC_ASSERT(ref.has_value());
        RC_ASSERT(f.source.has_value() == !std::holds_alternative<std::monostate>(ref->value));
      }
    for (const Finding& f : a.findings)
      if (f.id == "BIKE-08")
        for (const std::string& pointer : f.fields) RC_ASSERT(seen.contains(pointer));
  });
  const Plan plan = plans::demo();
  const auto parts = standingOf(plan, plans::assessed(plan));
  for (const char* name : {"controller", "stock", "deck", "joint", "lead of deck", "main lead", "ride"})
    CHECK(std::any_of(parts.begin(), parts.end(), [&](const StandingPart& p) { return p.name == name; }));
  const Plan rides = plans::with(withAnotherRoute(plan), "/routes/1/km", "12");
  const auto two = standingOf(rides, plans::assessed(rides));
  for (const char* name : {"ride 1", "ride 2"})
    CHECK(std::any_of(two.begin(), two.end(), [&](const StandingPart& p) { return p.name == name; }));
  const Drawing d = standingSquares(parts, {800, standingHeight(parts, 800)});
  REQUIRE(partOf(d, "field//packs/1/fuse/dc_V"));
  CHECK(partOf(d, "field//packs/1/fuse/dc_V")->tip == "fuse DC voltage: 32 V, label");
  for (const Shape& s : d.shapes)
    for (Point p : s.points) CHECK(p.y <= d.height);
  CHECK(says(standingSquares({}, {800, 100}), "Nothing is entered yet"));
}

TEST_CASE("two meters: a pack that was not read says so, and the window lies below the fuller one") {
  const Plan plan = plans::with(plans::demo(), "/joining/method", "direct");
  const Assessment a = plans::assessed(plan);
  const MeetingFigures m = meetingOf(plan, a.figures);
  const Drawing d = meetingGauge(m, {{"stock", Volt(49.6), true}, {"deck", Volt(53.1), false}}, {800, 260});
  CHECK(says(d, "49.6 V"));
  CHECK(says(d, "53.1 V by its charge, not read"));
  const auto window =
      std::find_if(d.shapes.begin(), d.shapes.end(), [](const Shape& s) { return s.fill == Ink::Shoal && s.kind == ShapeKind::Rectangle; });
  REQUIRE(window != d.shapes.end());
  const auto mark =
      std::find_if(d.shapes.begin(), d.shapes.end(), [](const Shape& s) { return s.kind == ShapeKind::Polygon && s.fill == Ink::Ink; });
  CHECK(mark->points[0].x < window->points[0].x);  // 3.5 V apart: outside
}

TEST_CASE("turns: at every place of the ride the shares are those of the packs, and by turns one gives nearly all") {
  Plan plan = plans::with(plans::demo(), "/joining/switched_inputs", "yes");
  const auto policies = comparePolicies(plan, shippedCatalogue());
  for (const PolicyFigures& p : policies) {
    if (!p.applies) continue;
    REQUIRE(p.shares.size() == 60);
    Plan other = plan;
    other.joining.policy = p.policy;
    const auto ride = plans::assessed(other).figures.ride;
    for (std::size_t i : {0u, 7u, 31u, 59u}) {  // the middle of each sixtieth
      const Row row = ride->at(ride->end * ((static_cast<double>(i) + 0.5) / 60));
      const double sum = row.current[0].value() + row.current[1].value();
      CHECK(p.shares[i][0] == Approx(row.current[0].value() / sum).margin(1e-9));
    }
    for (const auto& share : p.shares) {
      double sum = 0;
      for (double s : share) {
        CHECK(s >= 0);
        sum += s;
      }
      CHECK((std::abs(sum - 1) < 1e-9 || sum == 0));
    }
    if (p.policy == Policy::StockFirst) {
      CHECK(p.shares.front()[0] > 0.9);
      CHECK(p.shares[50][0] < 0.6);
    }
  }
}

TEST_CASE("a text is never cut where it has room, never longer than its room, and breaks between words") {
  rc::prop("elided and broken", [] {
    const auto text = *rc::gen::container<std::string>(rc::gen::elementOf(std::string("abc mWil 0123 -")));
    const double room = *rc::gen::inRange(20, 300);
    for (Face face : {Face::Label, Face::Small, Face::Title, Face::Figure, Face::SmallFigure, Face::BigFigure}) {
      RC_ASSERT(textWidth(elided(text, face, room), face) <= room + 1e-9);
      if (textWidth(text, face) <= room) RC_ASSERT(elided(text, face, room) == text);
      const auto lines = inLines(text, face, room, 3);
      RC_ASSERT(lines.size() <= 3);
      for (const std::string& line : lines) RC_ASSERT(textWidth(line, face) <= room + 1e-9);
    }
  });
  CHECK(inLines("second pack of the trailer", Face::Small, 80, 2) == std::vector<std::string>{"second pack", "of the trailer"});
}
