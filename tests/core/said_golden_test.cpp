// Everything that the product says of a set of plans, word for word: findings with their workings and cures, workings of the
// figures, questions, settings, the way, what to measure. What is right is judged elsewhere; here nothing changes unseen.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <filesystem>

#include "core/assess/joining_facts.h"
#include "core/assess/workings.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/quantity/text.h"
#include "core/sheets/questions.h"
#include "core/sheets/way.h"
#include "core/studies/joining_studies.h"
#include "core/studies/search.h"
#include "core/studies/sensitivity.h"
#include "support/golden.h"
#include "support/plans.h"
#include "support/reference_case.h"
#include "support/rule_cases.h"

using namespace usherwright;

namespace {

std::string saidOf(const Fix& fix) {
  std::string out = fix.words;
  for (const auto& [pointer, value] : fix.edits) {
    out += " " + pointer + "=";
    if (const auto* number = std::get_if<double>(&value)) out += formatNumber(*number, 6);
    else if (const auto* word = std::get_if<std::string>(&value)) out += *word;
  }
  return out + "\n";
}

std::string saidOf(const Finding& f) {
  std::string out = fmt::format("{} {} [{}] {}\n  why: {}\n  do: {}\n", severityWord(f.severity), f.key(), formatNumber(f.headline, 6),
                                f.sentence, f.why, f.what);
  for (const Fix& fix : f.fixes) out += "  cure: " + saidOf(fix);
  for (const Fix& fix : f.remedies) out += "  remedy: " + saidOf(fix);
  return out + "  " + f.working.text();
}

void workings(const Plan& plan, const Assessment& a, std::string& out) {
  std::vector<std::string> ids{"peak", "sustained", "narrows", "gauge", "window", "range", "usable", "route-energy", "per-km"};
  static constexpr const char* ofPack[] = {"full",   "rated",     "label", "resistance", "heat", "rise", "sag",       "short",   "peak",
                                           "per-kg", "per-money", "buy",   "balance",    "mass", "cost", "sustained", "gives-up"};
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    for (const char* what : ofPack) ids.push_back(fmt::format("pack/{}/{}", k, what));
    for (const char* what : {"knee", "peak", "left"}) ids.push_back(fmt::format("ride/{}/{}", k, what));
    for (std::size_t i = 0; i < plan.chargers.size(); ++i) ids.push_back(fmt::format("charge/{}/{}", i, k));
  }
  for (const std::string& id : ids)
    if (const auto w = workingOf(plan, a, id)) out += "= " + id + "\n  " + w->text();
}

/// Findings, figures, and what is said beside them.
std::string saidOf(const Plan& plan) {
  const Assessment a = plans::assessed(plan);
  std::string out = verdictOf(plan, a).sentence + "\n";
  for (const Finding& f : a.findings) out += saidOf(f);
  for (const Element& e : a.figures.elements)
    out += fmt::format("{}: {} of {}, {} for long\n", e.name, e.counted() ? formatNumber(e.counted()->value(), 6) : "?",
                       e.peak ? formatNumber(e.peak->value(), 6) : "?", e.sustained ? formatNumber(e.sustained->value(), 6) : "?");
  for (const PackFigures& p : a.figures.packs)
    out += fmt::format("{}: back-fed {}, short {}, to break {}\n", p.model.name, formatNumber(p.backFed.value(), 6),
                       formatNumber(p.shorts.typical.value(), 6), formatNumber(p.shorts.toBreak.value(), 6));
  workings(plan, a, out);
  for (const Question& q : questionsFor(plan, a)) out += "? " + q.about + ": " + q.words + " " + q.why + "\n";
  for (const WayStep& s : wayOf(plan, a)) out += fmt::format("> {} {}: {} {}\n", s.done ? "done" : "open", s.id, s.words, s.why);
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    for (const BoardSetting& s : boardSettings(plan, a, k))
      out += fmt::format("# {}: {}, found {}{}\n", s.name, s.recommended, s.found, s.differs ? ", differs" : "");
  const auto levers = whatToMeasure(plan, shippedCatalogue(), a);
  for (std::size_t i = 0; i < std::min<std::size_t>(levers.size(), 8); ++i)
    out += fmt::format("~ {} {} to {}: {:.4f} {:.4f} {} {}\n", levers[i].pointer, levers[i].low, levers[i].high, levers[i].narrows,
                       levers[i].range, levers[i].verdict, levers[i].instrument);
  for (const MethodFigures& m : compareMethods(plan, shippedCatalogue())) {
    out += fmt::format("method {}: {} Wh lost, {} km, {} s, {}; {}", wordsOf<Method>()[static_cast<std::size_t>(m.method)],
                       formatNumber(m.lost.value()), formatNumber(m.range.value()), formatNumber(m.end.value()), m.unplugged, m.regen);
    for (const std::string& part : m.parts) out += "; " + part;
    out += "\n";
  }
  const auto found = searchPacks(plan, shippedCatalogue(), shippedShelf(), {});
  std::size_t faults = 0;
  for (const SearchHit& hit : found.result.hits) faults = faults * 31 % 1000003 + hit.faults;
  out += fmt::format("search: {} of {}, {} best, faults {}; {}\n", found.result.hits.size(), found.result.combinations,
                     found.result.best.size(), faults, found.why);
  return out;
}

}  // namespace

TEST_CASE("the golden texts see every other word and figure, but not the last digit of one that another compiler rounds") {
  CHECK(golden::differsAt("4.57 A after 293 min", "4.58 A after 294 min") == std::string::npos);
  CHECK(golden::differsAt("4.57 A", "4.59 A") == 0);
  CHECK(golden::differsAt("5 cells", "6 cells") == 0);
  CHECK(golden::differsAt("12.5 V, sure", "12.5 V, ask") == 8);
  CHECK(golden::differsAt("1250 Wh", "1260 Wh") == std::string::npos);
  CHECK(golden::differsAt("1250 Wh", "1270 Wh") == 0);
  CHECK(golden::differsAt("a", "a b") == 1);
}

TEST_CASE("what is said of the examples and of the judged plans is what was said") {
  const auto judged = golden::plans();
  REQUIRE(judged.size() > 30);
  for (const auto& [name, plan] : judged) golden::compare(name + ".txt", saidOf(plan));
}

TEST_CASE("what is said of plans that have hardly begun is what was said") {
  Plan plan;
  std::string all = saidOf(plan);
  for (bool Need::*job : {&Need::add, &Need::replace, &Need::build, &Need::chargers, &Need::care}) {
    plan.need = {};
    plan.need.*job = true;
    all += "-- a job\n" + saidOf(plan);
    all += "-- and a pack\n" + saidOf(withNewPack(plan));
    all += "-- and a charger\n" + saidOf(*withNew(plan, "/chargers"));
  }
  Plan uncharged = plans::sound();
  uncharged.chargers.clear();
  all += "-- sound but for a charger\n" + saidOf(uncharged);
  Plan unwired = plans::sound();
  unwired.wiring.runs.clear();
  all += "-- sound but for its leads\n" + saidOf(unwired);
  golden::compare("begun.txt", all);
}

TEST_CASE("what each rule says in each of its cases is what it said") {
  std::string all;
  int n = 0;
  for (const plans::RuleCase& row : plans::ruleCases()) {
    ++n;
    if (row.outcome == "quiet") continue;
    all += fmt::format("-- {} {} {}\n", n, row.id, row.outcome);
    for (const Finding& f : plans::assessed(row).findings)
      if (f.id == row.id) all += saidOf(f);
  }
  golden::compare("rules.txt", all);
}
