// The calendar file, read back by a library that did not write it; the tags, measured, and what has to be tagged.
#include <unistd.h>
#include <catch2/catch.hpp>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <set>
#include <sstream>

#include "core/drawing/charging/charging_drawings.h"
#include "core/drawing/list/svg.h"
#include "core/io/calendar.h"
#include "support/plans.h"
#include "support/reference_case.h"

using namespace usherwright;
namespace fs = std::filesystem;

namespace {

struct Event {
  std::string start, minutes, summary, description;
};

std::vector<Event> readBack(const std::string& text) {
  const fs::path folder = fs::temp_directory_path() / ("usherwright-calendar-" + std::to_string(::getpid()));
  fs::create_directories(folder);
  const std::string file = (folder / "tonight.ics").string(), said = (folder / "said").string();
  std::ofstream(file, std::ios::binary) << text;
  const std::string command =
      "/usr/bin/python3 " + reference::sourcePath("tests/support/read_calendar.py") + " " + file + " > " + said + " 2>&1";
  const int outcome = std::system(command.c_str());
  std::ifstream in(said);
  std::stringstream all;
  all << in.rdbuf();
  INFO(all.str());
  REQUIRE(outcome == 0);
  std::vector<Event> out;
  for (std::string line; std::getline(all, line);) {
    std::istringstream fields(line);
    Event e;
    std::getline(fields, e.start, '\t');
    std::getline(fields, e.minutes, '\t');
    std::getline(fields, e.summary, '\t');
    std::getline(fields, e.description, '\t');
    out.push_back(e);
  }
  fs::remove_all(folder);
  return out;
}

}  // namespace

TEST_CASE("tonight and the holds that are due are read back from the calendar as they were meant, names of any kind included") {
  Plan plan = plans::sound();
  plan.packs[0].name = "größter, \"alter\"; Akku\\1 – mit einem langen Namen, der über die Zeile hinausgeht und umbrochen wird: 蓄電池";
  plan.packs[0].soc = StateOfCharge(0.3);
  plan.packs[1].soc = StateOfCharge(0.5);
  plan.packs[1].tonight = StateOfCharge(0.8);
  plan.packs[1].heldFull = "2026-11-20";
  const Assessment a = plans::assessed(plan);
  const Tonight tonight = tonightOf(plan, a, NightGoal::AsLate);
  REQUIRE(tonight.steps.size() >= 4);
  const std::string text = calendarOf(plan, tonight, *parseDate("2026-11-30"), "20261130T120000Z");
  for (std::istringstream lines(text); lines;) {
    std::string line;
    if (!std::getline(lines, line)) break;
    CHECK(line.ends_with('\r'));
    CHECK(line.size() <= 76);
  }
  const auto events = readBack(text);
  REQUIRE(events.size() == tonight.steps.size() + 4);  // two holds, and two mounts to tighten a year on
  for (std::size_t i = 0; i < tonight.steps.size(); ++i) {
    const TonightStep& s = tonight.steps[i];
    const long minutes = std::lround(s.at.value());
    CHECK(events[i].start == formatDate(*parseDate("2026-11-30") + std::chrono::days(minutes / 1440)) + " " + formatClock(s.at.value()));
    CHECK(events[i].summary == s.words);
    CHECK(events[i].description == (s.missed.empty() ? "" : "If missed: " + s.missed));
  }
  // The stock pack's hold of October is past its sixty days by mid-December; the deck's is not yet.
  const auto later = [&](std::size_t i) { return events[tonight.steps.size() + i]; };
  CHECK(later(0).start == "2026-12-17 18:00");
  CHECK(later(1).start == "2027-01-19 18:00");
  CHECK(later(1).summary == "deck: a full charge, held, attended");
  CHECK(later(3).start == "2027-11-02 18:00");
  CHECK(later(3).summary == "Tighten again: what holds deck");
}

TEST_CASE("C-103: tags say what goes into what, and never what a Stop is about; the bar that proves them is 50 mm") {
  const Plan plan = plans::sound();
  const auto tags = [](const Plan& p) { return drawing::chargerTags({p, plans::assessed(p), UnitSystem::Metric}); };
  const drawing::Drawing d = tags(plan);
  const auto bar = std::find_if(d.shapes.begin(), d.shapes.end(), [](const drawing::Shape& s) { return s.part == "proving-bar"; });
  REQUIRE(bar != d.shapes.end());
  CHECK(bar->points[1].x - bar->points[0].x == 50);
  CHECK(drawing::toSvg(d).find("width=\"210mm\"") != std::string::npos);
  CHECK(d.description.find("deck charger: 54.6 V   4 A. only into: deck. never into: stock.") != std::string::npos);
  const drawing::Drawing wrong = tags(plans::with(plan, "/chargers/1/output_V", "58.8"));
  CHECK(wrong.description.find("deck charger: 58.8 V   4 A. into nothing yet. never into: stock, deck.") != std::string::npos);
  const drawing::Drawing unknown = tags(plans::with(plan, "/chargers/1/output_V", ""));
  CHECK(unknown.description.find("deck charger: not known V   4 A. into nothing yet.") != std::string::npos);
}

TEST_CASE("plugs that carry two voltages in one household are called out") {
  Plan plan = plans::demo();
  CHECK(sharedPlugs(plan).empty());
  plan.chargers[0].plug = plan.chargers[1].plug;
  plan.chargers[0].output = Volt(42);
  REQUIRE(sharedPlugs(plan).size() == 1);
  CHECK(sharedPlugs(plan)[0].find("42 V and 54.6 V") != std::string::npos);
}
