// Packs that are owned and not on the bike: aside and back without loss, and what is said of them meanwhile.
#include <algorithm>
#include <catch2/catch.hpp>

#include "core/drawing/pack/pack_drawings.h"
#include "core/io/plan_json.h"
#include "core/log/line.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/kept.h"
#include "core/plan/names.h"
#include "core/plan/options.h"
#include "core/plan/share.h"
#include "core/studies/kept_chargers.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

const std::string since = "2026-11-20";

Plan aside(const Plan& plan, std::size_t pack, PackUse use = PackUse::Spare) {
  const auto next = withPutAside(plan, pack, use, since);
  if (!next) FAIL(next.error().sentence());
  return *next;
}

Plan logged(Plan plan, LogEvent what, const std::string& pack) {
  LogEntry e;
  e.when = "2026-11-21";
  e.what = what;
  e.pack = pack;
  plan.log.edit().push_back(e);
  return plan;
}

std::vector<Finding> kept06(const Plan& plan) {
  std::vector<Finding> out = plans::findings(plan, "LOG-06");
  std::erase_if(out, [&](const Finding& f) { return !findKept(plan, f.part); });
  return out;
}

const std::vector<std::string> examples{"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"};

}  // namespace

TEST_CASE("put aside, no pointer, reference or acceptance of the pack is left on the bike; back, all of it is there again") {
  for (const std::string& name : examples) {
    const Plan before = todayOf(plans::example(name));
    for (std::size_t k = 0; k < before.packs.size(); ++k) {
      INFO(name << ", pack " << k);
      const std::string id = before.packs[k].id;
      const Plan without = aside(before, k);
      CHECK(without.packs.size() + 1 == before.packs.size());
      REQUIRE(findKept(without, id));
      CHECK(findKept(without, id)->plan->packs.front() == before.packs[k]);
      for (const auto& [pointer, mark] : without.provenance) CHECK(findField(without, pointer));
      for (const auto& [pointer, mark] : findKept(without, id)->plan->provenance) CHECK(findField(*findKept(without, id)->plan, pointer));
      for (const Charger& c : without.chargers) CHECK_FALSE(serves(c, id));
      for (const auto& [key, accepted] : without.accepted) CHECK(key.find("@" + id) == std::string::npos);
      for (const LogEntry& e : without.log.all()) CHECK(e.pack != id);

      const auto back = withBroughtBack(without, without.kept.size() - 1);
      REQUIRE(back);
      CHECK(back->kept == before.kept);
      REQUIRE(back->packs.back() == before.packs[k]);
      const std::string was = "/packs/" + std::to_string(k) + "/", is = "/packs/" + std::to_string(back->packs.size() - 1) + "/";
      for (const auto& [pointer, mark] : before.provenance)
        if (pointer.starts_with(was)) CHECK(back->provenance.at(is + pointer.substr(was.size())) == mark);
      REQUIRE(before.leadOf(id));
      REQUIRE(back->leadOf(id));
      CHECK(back->leadOf(id)->size == before.leadOf(id)->size);
      for (const Charger& c : before.chargers) {
        const auto same = std::find_if(back->chargers.begin(), back->chargers.end(), [&](const Charger& x) { return x.id == c.id; });
        REQUIRE(same != back->chargers.end());
        CHECK(serves(*same, id) == serves(c, id));
      }
      const auto of = [&](const Plan& p) {
        return std::count_if(p.log.all().begin(), p.log.all().end(), [&](const LogEntry& e) { return e.pack == id; });
      };
      CHECK(of(*back) == of(before));
    }
  }
}

TEST_CASE("a kept pack survives the file, within a way forward too; a file that hides packs in packs is refused") {
  const Plan plan = *withOption(aside(plans::sound(), 1), "swap");
  REQUIRE(plan.options.back().plan->kept.size() == 1);
  const auto again = readPlan(writePlan(plan));
  REQUIRE(again);
  CHECK(*again == plan);

  std::string text = writePlan(aside(plans::sound(), 1));
  const std::string inner = "\"kept\": []";
  const auto at = text.find(inner, text.find("\"kept\""));
  REQUIRE(at != std::string::npos);
  text.replace(at, inner.size(), "\"kept\": [{\"id\": \"x\"}]");
  const auto refused = readPlan(text);
  REQUIRE_FALSE(refused);
  INFO(refused.error().sentence());
  CHECK(refused.error().sentence().find("none within a kept pack") != std::string::npos);
  CHECK(shared(plan, {}).kept.front().plan->packs.size() == 1);
}

TEST_CASE("what cannot come back says why") {
  const Plan quarantined = aside(plans::sound(), 1, PackUse::Quarantined);
  CHECK(withBroughtBack(quarantined, 0).error().sentence().find("competent") != std::string::npos);
  CHECK_FALSE(withBroughtBack(quarantined, 1));
  Plan full = aside(plans::sound(), 1);
  while (full.packs.size() < mostPacks) full = withNewPack(full);
  CHECK(withBroughtBack(full, 0).error().sentence().find("put one aside first") != std::string::npos);
  CHECK_FALSE(withPutAside(full, 7, PackUse::Spare, since));
  Plan many = plans::sound();
  for (std::size_t i = 0; i < mostKept; ++i) many = *withKept(many, "old", PackUse::Retired);
  CHECK(many.kept.back().id == "old-50");
  CHECK_FALSE(withKept(many, "old", PackUse::Retired));
  CHECK_FALSE(withPutAside(many, 1, PackUse::Spare, since));
}

TEST_CASE("a pack of which only the name is known comes back as a box that waits for its label") {
  const Plan plan = *withKept(plans::sound(), "shed", PackUse::Spare);
  const auto back = withBroughtBack(plan, 0);
  REQUIRE(back);
  CHECK(back->packs.back().id == "shed");
  CHECK(isBox(back->packs.back()));
}

TEST_CASE("a kept pack under another name keeps its own id with it, and is edited alone") {
  Plan plan = aside(plans::sound(), 1);
  const auto renamed = withField(plan, "/kept/0/id", FieldValue{std::string("river")});
  REQUIRE(renamed);
  CHECK(renamed->kept[0].plan->packs[0].id == "river");
  CHECK_FALSE(withField(plan, "/kept/0/id", FieldValue{std::string("stock")}));
  Plan alone = plans::with(*plan.kept[0].plan, "/packs/0/name", "the other one");
  const auto edited = withKeptPlan(plan, plan.kept[0].id, alone);
  REQUIRE(edited);
  CHECK(keptName(edited->kept[0]) == "the other one");
  CHECK(todayOf(*edited).packs == plan.packs);
  CHECK_FALSE(withKeptPlan(plan, plan.kept[0].id, plans::sound()));
  CHECK_FALSE(withKeptPlan(plan, "nobody", alone));
}

TEST_CASE("a hurt pack is not hidden by putting it aside") {
  const Plan hurt = logged(plans::sound(), LogEvent::Fell, "second");
  const Plan spare = aside(hurt, 1);
  REQUIRE(kept06(spare).size() == 1);
  CHECK(kept06(spare)[0].severity == Severity::Stop);
  CHECK(kept06(spare)[0].sentence.find("kept as spare") != std::string::npos);
  const Plan apart = aside(hurt, 1, PackUse::Quarantined);
  REQUIRE(kept06(apart).size() == 1);
  CHECK(kept06(apart)[0].severity == Severity::Mind);
  CHECK(kept06(aside(plans::sound(), 1)).empty());
  // Noted after it was put aside: of this pack, and of none that is on the bike.
  const Plan later = logged(aside(plans::sound(), 1), LogEvent::Swollen, "second");
  REQUIRE(kept06(later).size() == 1);
  CHECK(kept06(later)[0].severity == Severity::Stop);
  CHECK(plans::findings(later, "LOG-06").size() == 1);
  // Nobody noted which pack it was: it stands for the one that is kept too.
  CHECK(kept06(aside(logged(plans::sound(), LogEvent::Wet, ""), 1)).size() == 1);
  // Back on the bike its log is back.
  const auto back = withBroughtBack(spare, 0);
  REQUIRE(back);
  const auto found = plans::findings(*back, "LOG-06");
  REQUIRE(found.size() == 1);
  CHECK(found[0].severity == Severity::Stop);
}

TEST_CASE("a kept pack of another voltage on the same plug is told") {
  Plan plan = plans::sound();
  REQUIRE(plans::findings(plan, "WIRE-14").empty());
  plan = withNewPack(plan);
  const std::string at = "/packs/2/";
  for (const auto& [key, value] : {std::pair{"series", "20"}, {"plug", plan.packs[0].plug.c_str()}})
    plan = plans::with(plan, at + key, value);
  const Plan kept = aside(plan, 2);
  const auto found = plans::findings(kept, "WIRE-14");
  REQUIRE(found.size() == 1);
  CHECK(found[0].sentence.find("which is kept") != std::string::npos);
}

TEST_CASE("the cards say what a kept pack is for, and what stands against it") {
  const Date day = *parseDate("2026-11-28");
  const auto card = [&](const Plan& p) { return drawing::keptCards(p, day).at(0); };
  CHECK(card(aside(plans::sound(), 1)).mark == drawing::CardMark::Good);
  CHECK(card(aside(plans::sound(), 1, PackUse::Quarantined)).mark == drawing::CardMark::Bad);
  CHECK(card(aside(logged(plans::sound(), LogEvent::Fell, "second"), 1)).mark == drawing::CardMark::Bad);
  // Nobody has said that it is whole: no tick.
  CHECK(card(aside(plans::with(plans::sound(), "/packs/1/condition", "history-unknown"), 1)).mark == drawing::CardMark::Open);
  CHECK(card(aside(plans::with(plans::sound(), "/packs/1/condition", ""), 1)).mark == drawing::CardMark::Open);
  CHECK(card(*withKept(plans::sound(), "shed", PackUse::Retired)).mark == drawing::CardMark::Open);
}

TEST_CASE("card and rule say the same of every accident, noted before it was put aside or since") {
  const Date day = *parseDate("2026-11-28");
  int accidents = 0;
  for (std::size_t w = 0; w < wordsOf<LogEvent>().size(); ++w) {
    const auto what = static_cast<LogEvent>(w);
    for (const Plan& p : {aside(logged(plans::sound(), what, "second"), 1), logged(aside(plans::sound(), 1), what, "second")}) {
      CAPTURE(wordOf(what));
      const bool bad = drawing::keptCards(p, day).at(0).mark == drawing::CardMark::Bad;
      CHECK(bad == !kept06(p).empty());
      CHECK(bad == isAccident(what));
      accidents += bad ? 1 : 0;
    }
  }
  CHECK(accidents >= 10);
}

TEST_CASE("an adopted way keeps what was put aside meanwhile, and the photos") {
  Plan root = *withOption(logged(plans::sound(), LogEvent::Fell, "second"), "as before");
  Photo photo;
  photo.file = "a.jpg";
  root.photos.edit().push_back(photo);
  // The way has the pack on the bike: out of quarantine it does not come by that, and its log comes with it.
  CHECK_FALSE(withAdopted(aside(root, 1, PackUse::Quarantined), "as before"));
  const auto adopted = withAdopted(aside(root, 1), "as before");
  REQUIRE(adopted);
  CHECK(adopted->kept.empty());
  CHECK(adopted->photos == root.photos);
  CHECK(plans::findings(*adopted, "LOG-06").size() == 1);
  Plan other = aside(root, 1, PackUse::Quarantined);
  other = *withOptionPlan(other, "as before", *without(*other.options[0].plan, "/packs", 1));
  const auto less = withAdopted(other, "as before");
  REQUIRE(less);
  REQUIRE(less->kept.size() == 1);
  CHECK(less->kept[0].use == PackUse::Quarantined);
}

TEST_CASE("a line of the log names a kept pack: what happened to it is its own, what is charged is asked about") {
  const Date day = *parseDate("2026-11-28");
  const Plan plan = aside(plans::sound(), 1);
  const auto line = [&](const char* words) { return readLogLine(words, plan, day); };
  const LogLine fell = line("second fell");
  REQUIRE(std::holds_alternative<LogEntry>(fell.entry));
  CHECK(std::get<LogEntry>(fell.entry).pack == "second");
  CHECK(line("deck fell").asks.empty());
  // With another one in the shed nobody knows which fell.
  CHECK_FALSE(line("fell").asks.empty());
  CHECK_FALSE(line("charged second 5 Ah").asks.empty());
  CHECK(line("charged 5 Ah from 30 to 80 %").asks.empty());
}

TEST_CASE("private things of a pack go aside with it and come back; those of others stay") {
  Plan plan = plans::sound();
  plan.privateThings = {{"key", "A 1042", "second", {}}, {"frame", "F 7", "", {}}, {"key", "B 9", "stock", {}}};
  const Plan away = aside(plan, 1);
  REQUIRE(away.privateThings.size() == 2);
  CHECK(away.privateThings[0].value == "F 7");
  CHECK(away.privateThings[1].value == "B 9");
  const Plan& alone = *away.kept[0].plan;
  REQUIRE(alone.privateThings.size() == 1);
  CHECK(alone.privateThings[0].value == "A 1042");
  const auto back = withBroughtBack(away, 0);
  REQUIRE(back);
  CHECK(back->privateThings.size() == 3);
  CHECK(shared(away, {}).kept[0].plan->privateThings.empty());
}

TEST_CASE("chargers of the household are held against what is put aside, both ways") {
  Plan plan = withNewPack(plans::sound());
  for (const auto& [key, value] : {std::pair{"series", "10"}, {"chemistry", "nmc"}, {"charge_port", plan.chargers[0].plug.c_str()}})
    plan = plans::with(plan, std::string("/packs/2/") + key, value);
  const auto said = [](const Plan& p) {
    std::string out;
    for (const std::string& s : keptChargerWords(p)) out += s + "\n";
    return out;
  };
  CHECK(said(plan).empty());  // all are on the bike
  const Plan kept = aside(plan, 2);
  REQUIRE(kept.chargers.size() >= 1);
  CAPTURE(said(kept));
  // A 13S charger on ten cells in series: (54.6 − 42) / 10.
  CHECK(said(kept).find("put aside: never with " + shownName(kept.chargers[0]) + " (+1.3 V per cell, and its plug goes in)") !=
        std::string::npos);
  // Nobody knows its cells, or what the charger gives: unknown is no "right".
  CHECK(said(aside(plans::with(plan, "/packs/2/series", ""), 2)).find("not known: " + shownName(kept.chargers[0])) != std::string::npos);
  CHECK(said(plans::with(kept, "/chargers/0/output_V", "")).find("(its output is not known)") != std::string::npos);
  CHECK(said(plans::with(kept, "/chargers/0/chemistry", "")).find("right by its volts: " + shownName(kept.chargers[0])) ==
        std::string::npos);
  CHECK(
      said(plans::with(plans::with(kept, "/chargers/0/output_V", "42"), "/chargers/0/chemistry", "")).find("its chemistry is not known") !=
      std::string::npos);
  CHECK(said(plans::with(kept, "/chargers/0/output_V", "42")).find("right by its volts: " + shownName(kept.chargers[0])) !=
        std::string::npos);
  CHECK(said(plans::with(kept, "/chargers/0/output_V", "36")).find("ends early with") != std::string::npos);
  // Its own charger, on what is on the bike.
  Plan own = *withChargerFor(plan, 2);
  const std::string at = "/chargers/" + std::to_string(own.chargers.size() - 1) + "/";
  for (const auto& [key, value] : {std::pair{"output_V", "58.8"}, {"chemistry", "nmc"}}) own = plans::with(own, at + key, value);
  CHECK(said(aside(own, 2)).find("never with " + shownName(own.packs[0])) != std::string::npos);
  CHECK(plans::findings(aside(own, 2), "WIRE-14").size() == 1);
  // Hurt: no charger at all.
  CHECK(said(logged(kept, LogEvent::Fell, kept.kept[0].id)).find("never with any charger") != std::string::npos);
  CHECK(said(aside(plan, 2, PackUse::Quarantined)).find("never with any charger") != std::string::npos);
}
