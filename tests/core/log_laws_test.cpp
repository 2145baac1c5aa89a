// Laws of the log: every word of its table is reached, every form of a day is that day, what is due falls due and is cleared, and no
// accident is ever forgotten.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <catch2/catch.hpp>
#include <fstream>
#include <map>
#include <sstream>

#include "core/drawing/charging/charging_drawings.h"
#include "core/io/calendar.h"
#include "core/label/glyphs.h"
#include "core/log/due.h"
#include "core/log/history.h"
#include "core/log/line.h"
#include "core/log/line_tokens.h"
#include "core/plan/lists.h"
#include "core/quantity/csv.h"
#include "core/quantity/units.h"
#include "core/sheets/storage_card.h"
#include "core/studies/charging_studies.h"
#include "core/studies/tonight.h"
#include "support/plans.h"
#include "support/random.h"
#include "support/reference_case.h"

using namespace usherwright;
using std::chrono::days;

namespace {

const Date theDay = *parseDate("2026-11-26");

CsvTable wordTable() {
  std::ifstream file(reference::sourcePath("data/log/words.csv"));
  std::stringstream text;
  text << file.rdbuf();
  return *readCsv(text.str());
}

std::vector<std::string> wordsIn(const std::string& list) {
  std::vector<std::string> out;
  std::stringstream all(list);
  for (std::string word; std::getline(all, word, '|');) out.push_back(trimmed(word));
  return out;
}

}  // namespace

TEST_CASE("every word of the table is one piece of a line, with the meaning that it first has there") {
  std::map<std::u32string, std::string> first;
  const CsvTable table = wordTable();
  for (const auto& row : table.rows)
    for (const std::string& word : wordsIn(row[2])) first.emplace(label::folded(word), row[0]);
  std::map<std::string, logline::Sense> senses;
  std::size_t shadowed = 0;
  for (const auto& row : table.rows)
    for (const std::string& word : wordsIn(row[2])) {
      INFO(row[0] << " “" << word << "”");
      const auto pieces = logline::piecesOf(word);
      REQUIRE(pieces.size() == 1);
      REQUIRE(pieces.front().sense != logline::Sense::None);
      const std::string& means = first.at(label::folded(word));
      shadowed += means != row[0];
      CHECK(senses.emplace(means, pieces.front().sense).first->second == pieces.front().sense);
    }
  CHECK(shadowed <= 6);  // words that two languages use for different things: the first one counts
}

TEST_CASE("every word for something that happens begins such an entry, in every language") {
  const Plan plan = plans::sound();
  for (const auto& row : wordTable().rows) {
    const auto what = std::find(logEventWords.begin(), logEventWords.end(), row[0]);
    if (what == logEventWords.end() || row[0] == "note") continue;
    for (const std::string& word : wordsIn(row[2])) {
      INFO(word);
      const LogLine l = readLogLine(word + " second", plan, theDay);
      REQUIRE(l.isReady());
      CHECK(std::get<LogEntry>(l.entry).what == static_cast<LogEvent>(what - logEventWords.begin()));
      CHECK(std::get<LogEntry>(l.entry).pack == "second");
    }
  }
}

TEST_CASE("a day is that day in every form, and what lies ahead is asked about") {
  const Plan plan = plans::sound();
  constexpr std::array months{"jan", "feb", "March", "apr", "may", "June", "jul", "aug", "sept", "October", "nov", "Dez"};
  support::Seeded seed(1831);
  for (int i = 0; i < 3000; ++i) {
    const Date day = theDay - days(static_cast<int>(seed.below(1200)) - 200);
    const std::chrono::year_month_day date(day);
    const int y = static_cast<int>(date.year());
    const unsigned m = static_cast<unsigned>(date.month()), d = static_cast<unsigned>(date.day());
    const std::array forms{formatDate(day), fmt::format("{}.{}.{}", d, m, y), fmt::format("{} {} {}", d, months[m - 1], y),
                           fmt::format("{} {} {}", months[m - 1], d, y), fmt::format("on {}. {} {}", d, months[m - 1], y)};
    const std::string line = fmt::format("tightened {}", forms[seed.below(forms.size())]);
    INFO(line);
    const LogLine l = readLogLine(line, plan, theDay);
    CHECK(l.isReady() == (day <= theDay));
    CHECK(std::get<LogEntry>(l.entry).when == formatDate(day));
    CHECK(!l.dayAssumed);
  }
  constexpr std::array weekdays{"sunday", "monday", "tuesday", "wednesday", "thursday", "friday", "saturday"};
  for (int back = 1; back < 7; ++back) {
    const Date day = theDay - days(back);
    const LogLine l = readLogLine(fmt::format("washed {}", weekdays[std::chrono::weekday(day).c_encoding()]), plan, theDay);
    CHECK(std::get<LogEntry>(l.entry).when == formatDate(day));
  }
}

TEST_CASE("what is due is due by its day or by its way, and is cleared by the entry that clears it") {
  support::Seeded seed(1832);
  for (int round = 0; round < 300; ++round) {
    Plan plan = plans::sound();
    const std::size_t rides = 1 + seed.below(12);
    for (std::size_t i = 0; i < rides; ++i) {
      Ride r;
      r.when = formatDate(theDay - days(static_cast<int>(seed.below(500))));
      r.length = Kilometre(5 + static_cast<double>(seed.below(200)));
      plan.rides.edit().push_back(r);
    }
    for (std::size_t i = 0; i < seed.below(4); ++i)
      plan.log.edit().push_back(
          {formatDate(theDay - days(static_cast<int>(seed.below(300)))), static_cast<LogEvent>(1 + seed.below(6)), {}, {}, {}, {}, {}, {}});
    const auto items = dueOf(plan, theDay);
    REQUIRE(items.size() >= 9);
    bool before = true;
    for (const DueItem& item : items) {
      INFO(item.id);
      CHECK(item.isDue == (theDay >= item.by || (item.everyKm && item.since >= *item.everyKm)));
      CHECK(!(item.isDue && item.isSoon));
      CHECK((before || !item.isDue));  // what is due stands first
      before = item.isDue;
      if (item.what == LogEvent::Note) continue;
      const auto done = withLogEntry(plan, {formatDate(theDay), item.what, item.pack, {}, {}, {}, {}, {}});
      REQUIRE(done);
      for (const DueItem& after : dueOf(*done, theDay))
        if (after.id == item.id) CHECK(!after.isDue);
    }
  }
}

TEST_CASE("no accident is forgotten: whatever else is noted, each pack that it concerns has its Stop until it is released") {
  support::Seeded seed(1833);
  for (int round = 0; round < 60; ++round) {
    Plan plan = plans::sound();
    const std::string pack = std::array{"stock", "second", "", "no-such-pack"}[seed.below(4)];
    for (std::size_t i = 0; i < seed.below(6); ++i)
      plan.log.edit().push_back({"2026-11-0" + std::to_string(1 + seed.below(9)),
                                 static_cast<LogEvent>(seed.below(7)),
                                 pack,
                                 {},
                                 {},
                                 "a competent person",
                                 {},
                                 {}});
    plan.log.edit().push_back({"2026-10-01", static_cast<LogEvent>(7 + seed.below(6)), pack, {}, {}, {}, {}, {}});
    const std::size_t at = plan.log.size() - 1;
    for (std::size_t i = 0; i < seed.below(6); ++i)
      plan.log.edit().push_back({"2026-11-20", static_cast<LogEvent>(13 + seed.below(4)), pack, {}, {}, "a competent person", {}, {}});
    const auto stopped = [&](const char* id) {
      for (const Finding& f : plans::findings(plan, "LOG-06"))
        if (f.part == id && f.severity == Severity::Stop) return true;
      return false;
    };
    CHECK(stopped("stock") == (pack != "second"));
    CHECK(stopped("second") == (pack != "stock"));
    plan.log.edit()[at].releasedBy = "battery workshop, every cell read";
    CHECK(!stopped("stock"));
    CHECK(!stopped("second"));
  }
}

TEST_CASE("nothing but its end is said of a pack that is out of use: no charge, no hold, no care, no storage") {
  for (const bool fell : {false, true}) {
    Plan plan = plans::sound();
    plan.packs[1].soc = StateOfCharge(0.4);
    if (fell) plan.log.edit().push_back({"2026-11-25", LogEvent::Fell, "second", {}, {}, {}, {}, {}});
    else plan.packs[1].condition = Condition::Swollen;
    plan.rides.edit().push_back({});
    plan.rides.edit().back().when = "2026-06-01";
    plan.rides.edit().back().length = Kilometre(20);
    const Assessment a = assess(plan, {shippedCatalogue(), theDay});
    REQUIRE(outOfUse(a, "second"));
    CHECK(!outOfUse(a, "stock"));
    const Tonight tonight = tonightOf(plan, a, NightGoal::Soonest);
    for (const TonightStint& s : tonight.stints) CHECK(s.pack != 1);
    for (const BalanceNeed& b : balanceNeeds(plan, a)) CHECK(b.pack != 1);
    for (const TopUp& t : topUps(plan, a, Minute(60))) CHECK((t.pack != 1 || t.gained <= WattHour(0)));
    for (const DueItem& item : dueOf(plan, theDay)) CHECK(item.pack != "second");
    CHECK(storageCards(plan, a, theDay).find("OUT OF USE") != std::string::npos);
    const std::string calendar = calendarOf(plan, tonight, theDay, "20261126T120000Z");
    CHECK(calendar.find(plan.packs[1].name.empty() ? "second" : plan.packs[1].name) == std::string::npos);
    CHECK(calendar.find("SUMMARY") != std::string::npos);
    const drawing::Drawing matrix = drawing::chargerMatrix({plan, a}, {800, 400});
    for (const drawing::Shape* s : matrix.parts())
      if (s->part.ends_with("/1")) CHECK(s->tip.find("never") != std::string::npos);
  }
}

TEST_CASE("what was understood stands in the order of the line, each piece as it was typed") {
  const Plan plan = plans::sound();
  for (const char* line :
       {"ride 21.4 km, 2 bars left, load 40", "yesterday 2 bars left after 21.4 km ride", "second 9.6 Ah charged from 20 to 90 %"}) {
    const LogLine l = readLogLine(line, plan, theDay);
    REQUIRE(l.pieces.size() >= 3);
    std::size_t at = 0;
    for (const LogLine::Understood& u : l.pieces) {
      INFO(line << " | " << u.said);
      at = std::string_view(line).find(u.said, at);
      REQUIRE(at != std::string_view::npos);
    }
  }
}

TEST_CASE("a load without a unit is in the units of the window, one with a unit is what it says") {
  const Plan plan = plans::sound();
  const auto load = [&](const char* line, UnitSystem units) {
    return std::get<Ride>(readLogLine(line, plan, theDay, units).entry).load->value();
  };
  CHECK(load("ride 18 km load 40", UnitSystem::Metric) == Approx(40));
  CHECK(load("ride 18 km load 40", UnitSystem::Imperial) == Approx(18.1437).epsilon(1e-4));
  CHECK(load("ride 18 km load 40 kg", UnitSystem::Imperial) == Approx(40));
  CHECK(load("ride 18 km load 40 lb", UnitSystem::Metric) == Approx(18.1437).epsilon(1e-4));
}
