// What the log says: health from histories whose truth is known, what is due, the table and back, what follows a pack that goes.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "core/drawing/log/log_drawings.h"
#include "core/io/log_csv.h"
#include "core/io/plan_json.h"
#include "core/log/accident.h"
#include "core/log/due.h"
#include "core/log/health.h"
#include "core/log/history.h"
#include "core/log/line.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/lists.h"
#include "core/plan/options.h"
#include "core/sheets/storage_card.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;
using std::chrono::days;

namespace {

const Date theDay = *parseDate("2026-11-26");

Plan noted(Plan plan, std::initializer_list<const char*> lines) {
  for (const char* line : lines) {
    const auto next = withLogLine(plan, readLogLine(line, plan, theDay));
    INFO(line);
    REQUIRE(next);
    plan = *next;
  }
  return plan;
}

double normal(support::Seeded& seed) {  // sum of twelve even ones: good to three standard deviations
  double sum = -6;
  for (int i = 0; i < 12; ++i) sum += static_cast<double>(seed.below(1000001)) / 1e6;
  return sum;
}

struct History {
  Pack pack;
  double now = 0;         ///< Ah on the day
  int lost = 0;           ///< strings
  std::size_t after = 0;  ///< full charges since they came off
};

/// Two years of tests and charges with noise and missing columns; a string may come off before the last `after` full charges.
History historyOf(support::Seeded& seed, double rated, int parallel, int lost, std::size_t after) {
  History h;
  const double fade = 0.01 + 0.08 * static_cast<double>(seed.below(1000)) / 1000;  // a year
  const double whole = rated * (0.92 + 0.1 * static_cast<double>(seed.below(1000)) / 1000);
  const std::size_t charges = 12 + seed.below(20);
  const auto chargeOn = [&](Date day) { return whole * (1 - fade * static_cast<double>((day - theDay).count() + 730) / 365.25); };
  for (std::size_t i = 0; i < charges; ++i) {
    const Date day = theDay - days(static_cast<int>(20 * (charges - i)) + static_cast<int>(seed.below(12)));
    const bool off = lost > 0 && i + after >= charges;
    const double q = chargeOn(day) * (off ? static_cast<double>(parallel - lost) / parallel : 1);
    const bool full = seed.below(3) == 0 || i + after >= charges;
    const double from = full ? 0.03 : 0.1 + static_cast<double>(seed.below(40)) / 100,
                 to = full ? 1 : std::min(1.0, from + 0.35 + static_cast<double>(seed.below(30)) / 100);
    const double in = q * (to - from) / 0.99 * (1 + 0.015 * normal(seed));
    ChargeRecord r;
    r.when = formatDate(day);
    r.putBack = AmpereHour(in);
    if (full || seed.below(6) != 0) {  // now and then nobody read where it began
      r.from = StateOfCharge(std::clamp(from + 0.02 * normal(seed), 0.0, 0.9));
      r.to = StateOfCharge(full ? 1 : std::clamp(to + 0.02 * normal(seed), 0.1, 1.0));
    }
    h.pack.charges.edit().push_back(r);
    if (seed.below(5) == 0)
      h.pack.capacityTests.edit().push_back({formatDate(day), AmpereHour(q / 0.99 * (1 + 0.015 * normal(seed))), {}, {}});
  }
  h.now = chargeOn(theDay) * (lost > 0 ? static_cast<double>(parallel - lost) / parallel : 1);
  h.lost = lost;
  h.after = after;
  return h;
}

PackModel modelOf(double rated, int parallel) {
  PackModel m;
  m.parallel = parallel;
  m.rated = AmpereHour(rated);
  return m;
}

}  // namespace

TEST_CASE("300 histories whose truth is known: charge within four per cent, and the band holds what it says: C-096 C-121") {
  support::Seeded seed(1821);
  int inBand = 0, close = 0, falseAlarms = 0;
  constexpr int rounds = 300;
  for (int i = 0; i < rounds; ++i) {
    const int parallel = 3 + static_cast<int>(seed.below(6));
    const History h = historyOf(seed, 12, parallel, 0, 0);
    const PackHealth found = healthOf(modelOf(12, parallel), h.pack, 0, theDay);
    REQUIRE(found.trend);
    inBand += found.trend->now.low <= h.now && h.now <= found.trend->now.high;
    close += std::abs(found.trend->now.likely / h.now - 1) <= 0.04;
    falseAlarms += found.lost.has_value();
  }
  CAPTURE(inBand, close, falseAlarms);
  CHECK(inBand >= 0.85 * rounds);
  CHECK(inBand <= 0.95 * rounds);
  CHECK(close >= 0.97 * rounds);
  CHECK(falseAlarms <= 0.02 * rounds);
}

TEST_CASE("a string that came off is found within three full charges: C-097") {
  support::Seeded seed(1822);
  int foundIt = 0, right = 0;
  constexpr int rounds = 300;
  for (int i = 0; i < rounds; ++i) {
    const int parallel = 3 + static_cast<int>(seed.below(6));
    const History h = historyOf(seed, 12, parallel, 1, 3);
    const PackHealth found = healthOf(modelOf(12, parallel), h.pack, 0, theDay);
    foundIt += found.lost.has_value();
    right += found.lost && found.lost->strings == 1;
    // The plan never takes it silently, and what it says of today rests on what lies behind the fall.
    if (found.lost) CHECK(std::abs(found.trend->at(theDay).likely / h.now - 1) < 0.12);
  }
  CAPTURE(foundIt, right);
  CHECK(foundIt >= 0.9 * rounds);
  CHECK(right >= 0.9 * rounds);
}

TEST_CASE("health of a few points, by hand") {
  Pack p;
  const PackModel m = modelOf(10, 4);
  CHECK(!healthOf(m, p, 0, theDay).trend);
  p.capacityTests.edit().push_back({"2026-10-01", AmpereHour(9), {}, {}});
  const PackHealth one = healthOf(m, p, 0, theDay);
  CHECK(one.trend->now.likely == Approx(8.91));                       // 9 Ah × 0.99
  CHECK(one.trend->now.high - 8.91 == Approx(1.645 * 0.015 * 8.91));  // nine in ten of 1.5 %
  CHECK(!one.trend->slopeKnown);
  CHECK(one.points.front().pointer == "/packs/0/capacity_tests/0");
  // From 30 to 90 % of a charge: 5.5 Ah are 60 %.
  ChargeRecord part{"2026-10-02", {}, StateOfCharge(0.3), StateOfCharge(0.9), {}, AmpereHour(5.5), {}};
  Pack q;
  q.charges.edit().push_back(part);
  const PackHealth half = healthOf(m, q, 0, theDay);
  CHECK(half.points.front().charge.value() == Approx(5.5 * 0.99 / 0.6));
  CHECK(half.points.front().doubt / half.points.front().charge == Approx(std::hypot(0.015, 0.02 * std::sqrt(2.0) / 0.6)));
  q.charges.edit().front().to = StateOfCharge(0.59);
  CHECK(healthOf(m, q, 0, theDay).points.empty());  // less than 30 % says too little
  // Straight fade: 10 Ah at first, 1 % of it a month.
  Pack fading;
  for (int i = 0; i <= 12; ++i)
    fading.capacityTests.edit().push_back({formatDate(*parseDate("2025-11-26") + days(30 * i)), AmpereHour((10 - 0.1 * i) / 0.99), {}, {}});
  const PackHealth line = healthOf(m, fading, 0, theDay);
  CHECK(line.trend->slopeKnown);
  CHECK(line.trend->perYear.likely == Approx(-0.1 / 30 * 365.25).epsilon(1e-6));
  CHECK(line.trend->at(*parseDate("2026-05-25")).likely == Approx(9.4).epsilon(1e-6));
  REQUIRE(line.trend->worn);
  CHECK(std::abs((*line.trend->worn - (*parseDate("2025-11-26") + days(600))).count()) <= 7);  // 8 Ah after twenty months
  CHECK(line.fullCycles == Approx((13 * 10 - 0.1 * 78) / 0.99 / 10));
  // One wild point moves it little.
  fading.capacityTests.edit()[6].putBack = AmpereHour(5);
  CHECK(healthOf(m, fading, 0, theDay).trend->now.likely == Approx(8.78).epsilon(0.02));
}

TEST_CASE("what is due counts from the first day that was noted, by km or by date: C-118") {
  Plan plan = plans::sound();
  for (const DueItem& i : dueOf(plan, theDay)) CHECK(i.id.starts_with("mount/"));  // they have a day of their own
  plan = noted(plan, {"ride 2026-11-20 60 km"});
  const auto item = [&](const std::string& id) {
    for (const DueItem& i : dueOf(plan, theDay))
      if (i.id == id) return i;
    FAIL(id);
    return DueItem{};
  };
  CHECK(!item("tightened").isDue);
  CHECK(item("tightened").isSoon);  // 60 of 100 km
  CHECK(item("tightened").since == Kilometre(60));
  CHECK(!item("contacts-cleaned").isSoon);
  CHECK(item("reverse-tested").by == *parseDate("2027-11-20"));
  CHECK(item("cells/second").by == *parseDate("2027-02-18"));
  plan = noted(plan, {"ride 2026-11-21 40 km"});
  CHECK(item("tightened").isDue);
  CHECK(dueOf(plan, theDay).front().id == "tightened");
  plan = noted(plan, {"tightened 2026-11-22", "ride 2026-11-23 30 km"});
  CHECK(!item("tightened").isDue);
  CHECK(item("tightened").everyKm == Kilometre(1000));
  CHECK(item("tightened").since == Kilometre(30));
  plan = noted(plan, {"held full second 2026-11-24"});
  CHECK(item("held-full/second").last == *parseDate("2026-11-24"));
  CHECK(item("held-full/stock").last == parseDate(plan.packs[0].heldFull));
  // A quarantined pack has nothing due.
  plan = noted(plan, {"second fell"});
  for (const DueItem& i : dueOf(plan, theDay)) CHECK(i.pack != "second");
  CHECK(plans::assessed(plan).count(Severity::Stop) >= 1);
}

TEST_CASE("a quarantined pack has one finding and one advice, in a way forward too: C-123") {
  const Plan today = noted(plans::sound(), {"second got wet"});
  for (const Plan& plan : {today, plans::sound()}) {
    const Given given = Given(shippedCatalogue(), theDay).comingFrom(today);
    const Assessment a = assess(plan, given);
    int about = 0;
    for (const Finding& f : a.findings)
      if (f.part == "second" || f.part.starts_with("second/")) {
        CHECK(f.id == "LOG-06");
        ++about;
      }
    CHECK(about == 1);
  }
  for (const auto what : {LogEvent::Fell, LogEvent::Wet, LogEvent::Shorted, LogEvent::Swollen, LogEvent::Smelling, LogEvent::Hot}) {
    std::string all;
    for (const std::string& step : accidentProtocol(what)) all += step + "\n";
    CHECK(all.find("fire service") != std::string::npos);
    CHECK(all.find("Not charged") != std::string::npos);
  }
}

TEST_CASE("what was logged follows its pack when it is renamed, goes with it, and stays when a way is adopted") {
  Plan plan = noted(plans::sound(), {"second fell", "stored stock 50 %", "tightened"});
  const auto renamed = withField(plan, "/packs/1/id", FieldValue{std::string("rear")});
  REQUIRE(renamed);
  CHECK(renamed->log[0].pack == "rear");
  CHECK(openAccidents(*renamed, "rear").size() == 1);
  CHECK(openAccidents(*renamed, "stock").empty());
  const auto gone = without(plan, "/packs", 1);
  REQUIRE(gone);
  CHECK(gone->log.size() == 2);
  CHECK(openAccidents(*gone, "stock").empty());
  const auto way = withOption(plan, "another", plans::sound());
  REQUIRE(way);
  const auto adopted = withAdopted(*way, way->options.front().id);
  REQUIRE(adopted);
  CHECK(adopted->log.all() == plan.log.all());
}

TEST_CASE("the log as a table is read back as it was, row for row") {
  support::Seeded seed(1823);
  Plan plan = plans::sound();
  const auto maybe = [&](double v) { return seed.below(3) == 0 ? std::optional<double>() : std::optional<double>(v); };
  const auto real = [&](double most) { return most * static_cast<double>(seed.below(1000003)) / 1000003; };
  constexpr std::array<const char*, 7> notes{"", "cold", "=1+1", "a, b", "say \"so\"", "'quoted", "Größe – 3 °C"};
  const auto when = [&] { return formatDate(theDay - days(static_cast<int>(seed.below(900)))); };
  for (int i = 0; i < 2500; ++i) {
    Ride r;
    r.when = when();
    r.length = Kilometre(0.1 + real(100));
    if (const auto v = maybe(1 + real(900))) r.energy = WattHour(*v);
    if (const auto v = maybe(real(40) - 20)) r.air = Celsius(*v);
    if (seed.below(2) == 0) r.barsLeft = static_cast<int>(seed.below(6));
    if (seed.below(2) == 0) r.surface = Surface::Gravel;
    r.note = notes[seed.below(notes.size())];
    plan.rides.edit().push_back(r);
    ChargeRecord c;
    c.when = when();
    c.charger = notes[seed.below(notes.size())];
    if (const auto v = maybe(real(1))) c.from = StateOfCharge(*v);
    if (const auto v = maybe(real(20))) c.putBack = AmpereHour(*v);
    plan.packs[seed.below(2)].charges.edit().push_back(c);
    Reading g;
    g.when = when();
    if (const auto v = maybe(real(500))) g.rested = Minute(*v);
    for (std::size_t k = 0; k < seed.below(14); ++k) g.groups.emplace_back(3 + real(1));
    plan.packs[seed.below(2)].readings.edit().push_back(g);
    LogEntry e;
    e.when = when();
    e.what = static_cast<LogEvent>(seed.below(17));
    e.pack = seed.below(2) == 0 ? "second" : "";
    if (const auto v = maybe(real(1))) e.charge = StateOfCharge(*v);
    e.note = notes[seed.below(notes.size())];
    plan.log.edit().push_back(e);
  }
  const std::string csv = logCsv(plan);
  Plan empty = plan;
  empty.rides = {};
  empty.log = {};
  for (Pack& p : empty.packs) p.charges = {}, p.readings = {}, p.capacityTests = {};
  const auto back = withLogCsv(empty, csv);
  if (!back) FAIL(back.error().sentence());
  CHECK(logCsv(*back) == csv);
  CHECK(*back == plan);
  CHECK(*withLogCsv(plan, csv) == plan);  // what is there already is not doubled
}

TEST_CASE("a table that is none says where, and nothing of it is taken") {
  const Plan plan = plans::sound();
  const auto said = [&](const std::string& csv) {
    const auto next = withLogCsv(plan, csv);
    return next ? std::string("taken") : next.error().sentence();
  };
  CHECK(said("list,pack,when,km\nrides,,2026-10-02,20\n") == "taken");
  CHECK(said("list,colour\nrides,red\n").find("line 1") == 0);
  CHECK(said("when,km\n2026-10-02,20\n").find("list") != std::string::npos);
  CHECK(said("list,pack,when,km\nrides,,2026-10-02,20\nrides,,2026-10-03,far\n").find("line 3, km") == 0);
  CHECK(said("list,pack,when,km\nrides,,2026-10-02,-5\n").find("line 2, km") == 0);
  CHECK(said("list,pack,put_back_Ah\ncharges,nobody,3\n").find("line 2, pack") == 0);
  CHECK(said("list,pack,what\nlog,,exploded\n").find("line 2, what") == 0);
  CHECK(said("list,pack,groups_V\nreadings,stock,3.9 high\n").find("line 2, groups_V") == 0);
  CHECK(said("list,pack\nflights,\n").find("line 2, list") == 0);
}

TEST_CASE("rows of every list stand together, the newest first") {
  const Plan plan = noted(plans::sound(), {"ride 2026-11-20 18 km 245 Wh", "charged second 2026-11-21 9.6 Ah",
                                           "stored stock 2026-11-22 50 % 12 °C", "second fell 2026-11-23"});
  const auto rows = logRows(plan);
  REQUIRE(rows.size() >= 4);
  CHECK(rows[0].word == "fell");
  CHECK(rows[0].words.find("not released") != std::string::npos);
  CHECK(rows[1].word == "stored");
  CHECK(rows[1].words.find("50 %") != std::string::npos);
  CHECK(rows[2].pointer == "/packs/1/charges/0");
  CHECK(rows[3].words.find("13.6 Wh/km") != std::string::npos);
  CHECK(riddenInAll(plan) == Kilometre(18));
  // Groups of a pack, and cells that are still loose.
  Plan read = plans::sound();
  for (const ReadingOf of : {ReadingOf::Groups, ReadingOf::LooseCells}) {
    Reading& r = read.packs[0].readings.edit().emplace_back();
    r.of = of;
    r.groups = {Volt(3.91), Volt(3.93), Volt(3.92)};
    std::string all;
    for (const LogRow& row : logRows(read)) all += row.words;
    CHECK(all.find(of == ReadingOf::Groups ? "3 groups · spread 20 mV" : "3 loose cells · spread 20 mV") != std::string::npos);
  }
}

TEST_CASE("a storage card gives the volts of its window, and a quarantined pack gets none: C-120") {
  const Plan plan = plans::sound();
  const std::string cards = storageCards(plan, plans::assessed(plan), theDay);
  CHECK(cards.find("between 30 % and 60 %") != std::string::npos);
  CHECK(cards.find("2027-02-24") != std::string::npos);
  const PackModel& m = plans::assessed(plan).figures.packs[0].model;
  CHECK(cards.find(formatNumber((m.curve.at(StateOfCharge(0.3)) * 13).value(), 3) + " V") != std::string::npos);
  const Plan fell = noted(plan, {"second fell"});
  const std::string after = storageCards(fell, plans::assessed(fell), theDay);
  const std::string second = after.substr(after.rfind("STORAGE CARD"));
  CHECK(second.find("OUT OF USE") != std::string::npos);
  CHECK(second.find(" V at the plug") == std::string::npos);
  for (std::size_t at = 0; at < cards.size();) {
    const std::size_t end = std::min(cards.find('\n', at), cards.size());
    CHECK(end - at <= 100);  // bytes of at most 78 columns
    at = end + 1;
  }
}

TEST_CASE("an example's log moves to the day before it is opened, every day alike") {
  const Plan plan = plans::example("ferry-path-library-trike");
  const auto rows = logRows(plan);
  REQUIRE(rows.size() >= 20);
  const Plan moved = withLogMovedTo(plan, *parseDate("2031-03-02"));
  const auto later = logRows(moved);
  REQUIRE(later.size() == rows.size());
  CHECK(later.front().day == parseDate("2031-03-02"));
  for (std::size_t i = 0; i < rows.size(); ++i) {
    CHECK(*later[i].day - *rows[i].day == *later.front().day - *rows.front().day);
    CHECK(later[i].pointer == rows[i].pointer);
  }
  CHECK(*lastHeldFull(moved, moved.packs[0]) - *lastHeldFull(plan, plan.packs[0]) == *later.front().day - *rows.front().day);
  CHECK(withLogMovedTo(Plan{}, theDay) == Plan{});
}

TEST_CASE("what is drawn of the log is its rows, its points and what is due; nothing of it leaves the drawing") {
  const Plan plan = plans::example("ferry-path-library-trike");
  const auto rows = logRows(plan);
  for (const drawing::Size size : {drawing::Size{520, 300}, drawing::Size{900, 700}}) {
    const drawing::Drawing list = drawing::logList(rows, 0, rows[2].pointer, theDay, size);
    CHECK(list.parts().size() == std::min(rows.size(), drawing::logRowsThatFit(size.height)));
    CHECK(drawing::logList(rows, 5, "", theDay, size).parts().front()->part == "row/" + rows[5].pointer);
    const PackModel m = plans::assessed(plan).figures.packs[0].model;
    const PackHealth health = healthOf(m, plan.packs[0], 0, theDay);
    const drawing::Drawing chart = drawing::healthChart({health, m.rated, {{*parseDate("2026-06-01"), "fell"}}, theDay, 0}, size);
    CHECK(chart.parts().size() == health.points.size() + 1);
    const auto items = dueOf(plan, theDay);
    const drawing::Drawing due = drawing::dueList(items, "", theDay, {size.width, drawing::dueListHeight(items.size())});
    CHECK(due.parts().size() == items.size());
    for (const drawing::Drawing* d : {&list, &chart, &due})
      for (const drawing::Shape& s : d->shapes)
        for (const drawing::Point p : s.points) {
          CHECK(p.x >= -1);
          CHECK(p.x <= d->width + 1);
          CHECK(p.y >= -1);
          CHECK(p.y <= d->height + 1);
        }
  }
  CHECK(drawing::logList({}, 0, "", theDay, {520, 300}).parts().empty());
  CHECK(drawing::dueList({}, "", theDay, {520, 300}).parts().empty());
  CHECK(drawing::healthChart({PackHealth{}, AmpereHour(10), {}, theDay, 0}, {520, 300}).parts().empty());
}

TEST_CASE("C-118: the packs over time are one picture with every pack in it") {
  const Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  const drawing::Drawing sheet = drawing::healthSheet(plan, a.figures, *parseDate("2026-11-28"));
  CHECK(sheet.height > 600);
  for (const PackFigures& p : a.figures.packs)
    CHECK(std::any_of(sheet.shapes.begin(), sheet.shapes.end(), [&](const drawing::Shape& s) { return s.text == p.model.name; }));
  for (const drawing::Shape& s : sheet.shapes)
    for (const drawing::Point& p : s.points) CHECK((p.y >= 0 && p.y <= sheet.height));
}
