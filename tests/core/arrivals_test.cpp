// What arrives, what hands do, what lies in the tray, who answers for it, and what a water code says.
#include <catch2/catch.hpp>

#include "core/assess/open_items.h"
#include "core/assess/work_order.h"
#include "core/log/answered.h"
#include "core/parts/water_code.h"
#include "core/plan/entries.h"
#include "core/sheets/arrival_letter.h"
#include "core/sheets/recycling_note.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

Arrival soundPack(const std::string& part, double volts) {
  Arrival a;
  a.part = part;
  a.when = "2026-10-02";
  a.condition = Condition::Sound;
  a.labelAgrees = a.complete = a.rightWayUp = a.wakes = true;
  a.volts = Volt(volts);
  return a;
}

ArrivalVerdict verdictOf(const Plan& plan, const Arrival& arrival) {
  return arrivalJudged(plan, plans::assessed(plan).figures, arrival).verdict;
}

}  // namespace

TEST_CASE("C-026 C-078 C-099: nothing is accepted before every side was looked at, and one wrong fact is enough") {
  const Plan plan = plans::demo();
  const Arrival sound = soundPack("deck", 52);
  CHECK(verdictOf(plan, sound) == ArrivalVerdict::Accept);
  CHECK(verdictOf(plan, soundPack("second", 52)) == ArrivalVerdict::Accept);  // by id as by name
  // Every field that nobody filled keeps it open.
  const Figures figures = plans::assessed(plan).figures;
  const auto without = [&](auto clear) {
    Arrival a = sound;
    clear(a);
    const ArrivalJudged j = arrivalJudged(plan, figures, a);
    CHECK(j.verdict == ArrivalVerdict::LookOn);
    REQUIRE(j.unknown.size() == 1);
    return j.unknown[0];
  };
  CHECK(without([](Arrival& a) { a.condition = {}; }) == "condition");
  CHECK(without([](Arrival& a) { a.condition = Condition::Unknown; }) == "condition");
  CHECK(without([](Arrival& a) { a.labelAgrees = {}; }) == "label_agrees");
  CHECK(without([](Arrival& a) { a.complete = {}; }) == "complete");
  CHECK(without([](Arrival& a) { a.rightWayUp = {}; }) == "right_way_up");
  CHECK(without([](Arrival& a) { a.wakes = {}; }) == "wakes");
  CHECK(without([](Arrival& a) { a.volts = {}; }) == "plug_V");
  const auto with = [&](auto change) {
    Arrival a = sound;
    change(a);
    return verdictOf(plan, a);
  };
  CHECK(with([](Arrival& a) { a.condition = Condition::Dented; }) == ArrivalVerdict::Quarantine);
  CHECK(with([](Arrival& a) {
          a.condition = Condition::Wet;
          a.volts = {};
        }) == ArrivalVerdict::Quarantine);
  CHECK(with([](Arrival& a) { a.labelAgrees = false; }) == ArrivalVerdict::Claim);
  CHECK(with([](Arrival& a) { a.wakes = false; }) == ArrivalVerdict::Claim);
  CHECK(with([](Arrival& a) { a.volts = Volt(-52); }) == ArrivalVerdict::Claim);
  CHECK(with([](Arrival& a) { a.volts = Volt(55.3); }) == ArrivalVerdict::Claim);
  CHECK(with([](Arrival& a) { a.volts = Volt(54.5); }) == ArrivalVerdict::Accept);
  CHECK(with([](Arrival& a) { a.complete = false; }) == ArrivalVerdict::Mend);
  CHECK(with([](Arrival& a) { a.complete = a.rightWayUp = false; }) == ArrivalVerdict::Mend);
  CHECK(with([](Arrival& a) {
          a.complete = false;
          a.wakes = {};
        }) == ArrivalVerdict::LookOn);
  CHECK(with([](Arrival& a) { a.complete = a.labelAgrees = false; }) == ArrivalVerdict::Claim);
  // Of a part that is no pack, what only packs have is not asked.
  Arrival lugs;
  lugs.part = "a bag of lugs";
  lugs.condition = Condition::Sound;
  lugs.labelAgrees = lugs.complete = true;
  CHECK(verdictOf(plan, lugs) == ArrivalVerdict::Accept);
  lugs.condition = Condition::Dented;
  CHECK(verdictOf(plan, lugs) == ArrivalVerdict::Claim);
}

TEST_CASE("C-026: a letter tells the facts and nothing else, and a hurt pack is not sent by post") {
  Plan plan = plans::sound();
  CHECK(arrivalLetters(plan, plans::assessed(plan)).find("Nothing came") == 0);
  plan.build.arrivals.edit() = {soundPack("stock", 52), soundPack("deck", 31), soundPack("stock", 52)};
  plan.build.arrivals.edit()[1].note = "the box was open";
  plan.build.arrivals.edit()[2].condition = Condition::Dented;
  const std::string words = arrivalLetters(plan, plans::assessed(plan));
  CHECK(words.find("About: deck") == 0);
  CHECK(words.find("reads 31 V at its plug") != std::string::npos);
  CHECK(words.find("the box was open") != std::string::npos);
  CHECK(words.find("does not go by post") > words.find("came dented"));
  CHECK(words.find("----") == words.rfind("----"));  // of two letters; the sound one has none
}

TEST_CASE("C-076 C-081 C-100: what is in the tray, unproven or not accepted keeps a release from being whole") {
  Plan plan = plans::demo();
  plan.build = {};
  CHECK(openItems(plan, plans::assessed(plan).figures).empty());
  Fastener lid;
  lid.place = "lid of the controller";
  lid.what = "M4";
  plan.build.fasteners.edit().push_back(lid);
  const auto words = [&] { return inTheTray(plan).empty() ? std::string() : inTheTray(plan)[0].words; };
  CHECK(words().find("nobody counted") != std::string::npos);
  plan.build.fasteners.edit()[0].out = 4;
  CHECK(words().find("nobody noted how many are back") != std::string::npos);
  plan.build.fasteners.edit()[0].back = 3;
  CHECK(words() == "lid of the controller, M4: 4 came out, 3 are back");
  CHECK(inTheTray(plan)[0].pointer == "/build/fasteners/0/back");
  plan.build.fasteners.edit()[0].back = 5;  // one too many is one from elsewhere
  CHECK_FALSE(words().empty());
  plan.build.fasteners.edit()[0].back = 4;
  CHECK(words().empty());

  Handwork lug;
  lug.what = "lug on the main lead";
  lug.kind = HandKind::Crimped;
  plan.build.handwork.edit().push_back(lug);
  const auto open = [&] { return openItems(plan, plans::assessed(plan).figures).size(); };
  CHECK(open() == 1);
  for (const TestPiece piece : {TestPiece::Slipped, TestPiece::NotMade}) {
    plan.build.handwork.edit()[0].testPiece = piece;
    CHECK(open() == 1);
  }
  plan.build.handwork.edit()[0].testPiece = TestPiece::Held;
  CHECK(open() == 0);
  plan.build.handwork.edit()[0].sealed = false;
  CHECK(open() == 1);
  const Assessment a = plans::assessed(plan);
  const Release release = releaseOf(plan, a, orderOfWork(plan, a.figures));
  CHECK(release.open.back().find("not sealed") != std::string::npos);
  // How tight depends on what it holds in.
  std::set<std::string_view> tight;
  for (const Known<ScrewInto> into :
       {Known<ScrewInto>(), Known<ScrewInto>(ScrewInto::MetalThread), Known<ScrewInto>(ScrewInto::RivetNut),
        Known<ScrewInto>(ScrewInto::Insert), Known<ScrewInto>(ScrewInto::BarePlastic), Known<ScrewInto>(ScrewInto::Wood)})
    tight.insert(tightnessWords(into));
  CHECK(tight.size() == 6);
}

TEST_CASE("C-083 C-084: each kind of work has its own guards, and work of no kind has them all") {
  Handwork h;
  CHECK(guardsOf(h).size() == 5);
  const auto has = [&](HandKind kind, std::string_view key) {
    h.kind = kind;
    const auto g = guardsOf(h);
    return std::find(g.begin(), g.end(), key) != g.end();
  };
  for (const HandKind kind :
       {HandKind::Crimped, HandKind::Soldered, HandKind::Welded, HandKind::Bolted, HandKind::Drilled, HandKind::Ground, HandKind::Opened}) {
    CHECK(has(kind, "charger_off"));
    CHECK(has(kind, "rings_off"));
  }
  for (const HandKind kind : {HandKind::Soldered, HandKind::Drilled, HandKind::Ground, HandKind::Opened}) CHECK(has(kind, "cells_out"));
  for (const HandKind kind : {HandKind::Crimped, HandKind::Welded, HandKind::Bolted}) CHECK_FALSE(has(kind, "cells_out"));
  CHECK(has(HandKind::Opened, "one_pole"));
  CHECK_FALSE(has(HandKind::Drilled, "one_pole"));
}

TEST_CASE("C-122: who answers, until when, by how many cycles, and what speaks against it") {
  Plan plan = plans::demo();
  plan.build = {};
  plan.log = {};
  plan.packs[1].charges.edit().push_back({"2026-10-20", "", StateOfCharge(0.5), StateOfCharge(0.8), std::nullopt, std::nullopt, {}});
  Warranty w{"deck", "2025-08-31", 18, 500, "", "", {}};
  const auto at = [&](const char* day, double cycles) { return answeredFor(plan, w, {0, cycles}, *parseDate(day)); };
  CHECK(formatDate(*at("2026-11-28", 100).until) == "2027-02-28");  // there is no 31 February
  CHECK(at("2027-02-28", 100).standing == Answered::Yes);
  CHECK(at("2027-03-01", 100).standing == Answered::Over);
  CHECK(at("2026-11-28", 499.9).standing == Answered::Yes);
  CHECK(at("2026-11-28", 500).standing == Answered::Over);
  CHECK(at("2026-11-28", 118.7).words == "until 2027-02-28, 118 of 500 cycles");
  Handwork opened;
  opened.what = "look inside";
  opened.kind = HandKind::Opened;
  opened.pack = plan.packs[1].id;
  opened.when = "2026-10-01";
  plan.build.handwork.edit().push_back(opened);
  CHECK(at("2026-11-28", 100).standing == Answered::Doubtful);
  CHECK(at("2026-11-28", 100).against == std::vector<std::string>{"opened on 2026-10-01"});
  w.months = {};
  CHECK(at("2026-11-28", 100).standing == Answered::Unknown);
  w.part = "saddle";
  w.months = 24;
  CHECK(at("2026-11-28", 100).standing == Answered::Yes);  // of another part
  CHECK_FALSE(at("2026-11-28", 100).cycles);
}

TEST_CASE("C-124: a water code says what it keeps out, and no more") {
  const auto read = [](const char* text) {
    const auto code = readWaterCode(text);
    REQUIRE(code);
    return *code;
  };
  CHECK(read("IP65").code == "IP65");
  CHECK((read("ip 65").rain && read("IP-65").hose && !read("IP65").underWater));
  CHECK((read("Class IPX4 housing").rain && !read("IPX4").hose));
  CHECK((read("IP54").dustWords.find("dust gets in") == 0));
  CHECK((!read("IP22").rain && read("IP23").rain));
  // Tight under water is not tight against a jet, unless both are said.
  CHECK((read("IP67").underWater && !read("IP67").hose));
  CHECK((read("IPX5/IPX7").underWater && read("IPX5/IPX7").hose));
  CHECK(read("IP69K").hose);
  CHECK(read("IP6X").water == -1);
  CHECK_FALSE(read("IP6X").rain);
  for (const char* bad : {"", "65", "IP", "IP7", "IP75", "water resistant", "ship 44", "IPAB"}) {
    INFO(bad);
    CHECK_FALSE(readWaterCode(bad));
  }
}

TEST_CASE("C-125: a hurt pack is handed in another way") {
  Plan plan = plans::demo();
  plan.packs[1].condition = Condition::Swollen;
  const std::string words = recyclingNote(plan, plans::assessed(plan));
  const auto deck = words.find("deck");
  REQUIRE(deck != std::string::npos);
  CHECK(words.find("taped") < deck);
  CHECK(words.find("not charged, not emptied") > deck);
}

TEST_CASE("LOG-06 by arrival ends every other word about that pack and no word about another") {
  Plan plan = plans::with(plans::with(plans::sound(), "/chargers/1/output_V", "60.1"), "/packs/1/fuse/dc_V", "32");
  const auto about = [&](const std::string& pack) {
    int count = 0;
    for (const Finding& f : plans::assessed(plan).findings)
      count += f.part == pack || f.part.starts_with(pack + "/") || f.part.ends_with("/" + pack);
    return count;
  };
  CHECK(about("second") >= 2);
  const int stock = about("stock");
  plan.build.arrivals.edit().push_back(soundPack("second", 52));
  plan.build.arrivals.edit()[0].condition = Condition::Swollen;
  CHECK(about("second") == 1);
  CHECK(about("stock") == stock);
}
