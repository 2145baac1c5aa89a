// The report: whole XML that another reader takes, the window's figures in it, texts that stay texts, notes only when they are wished.
#include <catch2/catch.hpp>
#include <pugixml.hpp>
#include <set>

#include "core/assess/work_order.h"
#include "core/assess/workings.h"
#include "core/parts/catalogue.h"
#include "core/quantity/date.h"
#include "core/quantity/units.h"
#include "core/report/bill.h"
#include "core/report/report.h"
#include "core/sheets/pull.h"
#include "core/sheets/way.h"
#include "support/hostile.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

std::string report(const Plan& plan, bool notes = false) {
  return reportHtml(plan, plans::assessed(plan), {UnitSystem::Metric, *parseDate("2026-11-28"), notes, {}});
}

/// Read by the XML library, every text of it.
struct Read {
  explicit Read(const std::string& html) {
    const auto parsed = document.load_string(html.c_str(), pugi::parse_default | pugi::parse_doctype);
    CAPTURE(parsed.description(), html.substr(static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, parsed.offset - 80)), 160));
    REQUIRE(parsed);
    walk(document);
  }
  void walk(const pugi::xml_node& node) {
    for (const pugi::xml_node& child : node.children()) {
      if (child.type() == pugi::node_element) elements.insert(child.name());
      if (child.type() == pugi::node_pcdata) words += std::string(child.value()) + "\n";
      for (const pugi::xml_attribute& a : child.attributes())
        if (std::string_view(a.name()) == "id" && !ids.insert(a.value()).second) doubled = a.value();
      walk(child);
    }
  }
  pugi::xml_document document;
  std::set<std::string> elements, ids;
  std::string words, doubled;
};

}  // namespace

TEST_CASE("the report of every example is one whole page: nothing fetched, no script, no id twice, every finding and gate in it") {
  for (const char* name : {"ferry-path-library-trike", "quarry-town-folder", "allotment-barrow", "moor-tractor"}) {
    const Plan plan = plans::example(name);
    const Assessment a = plans::assessed(plan);
    const std::string html = report(plan);
    CAPTURE(name);
    const Read read(html);
    for (const char* never : {"script", "link", "iframe", "object", "img", "a"}) CHECK(read.elements.count(never) == 0);
    CHECK(read.doubled.empty());
    CHECK(html.find("http://www.w3.org/2000/svg") != std::string::npos);
    std::string rest = html;
    for (std::size_t at; (at = rest.find("http://www.w3.org/")) != std::string::npos;) rest.erase(at, 18);
    CHECK(rest.find("http") == std::string::npos);
    CHECK(rest.find("url(") == rest.find("url(#"));
    CHECK(read.words.find(verdictOf(plan, a).sentence) != std::string::npos);
    for (const Finding& f : a.findings) {
      CHECK(read.words.find(f.sentence) != std::string::npos);
      CHECK(read.words.find("Do: " + f.what) != std::string::npos);
    }
    for (const WorkStep& s : orderOfWork(plan, a.figures)) CHECK(read.words.find(s.title) != std::string::npos);
    CHECK(read.words.find(formatQuantity(a.figures.range.likely.value(), Kind::Distance, UnitSystem::Metric, 2) + " likely") !=
          std::string::npos);
    CHECK(read.words.find("Lithium batteries burn") != std::string::npos);
    // The appendix has the workings that the window opens by F2.
    const auto peak = workingOf(plan, a, "peak");
    REQUIRE(peak);
    CHECK(read.words.find(peak->formula) != std::string::npos);
  }
}

TEST_CASE("texts of a plan stay texts in the report, whatever they hold, and an empty plan has one too") {
  for (const std::string& text : support::hostileTexts(60, 12)) {
    Plan plan = plans::demo();
    plan.title = "T" + text;
    plan.packs[0].name = "N" + text;
    plan.packs[1].mount = text;
    plan.chargers[0].name = text;
    if (!plan.routes.empty()) plan.routes[0].id = "R" + text;
    const Read read(report(plan));
    for (const char* never : {"script", "img", "a"}) CHECK(read.elements.count(never) == 0);
  }
  const Read empty(report(Plan{}));
  CHECK(empty.words.find("A plan") != std::string::npos);
  CHECK(empty.words.find("Cautions") != std::string::npos);
}

TEST_CASE("free notes are in the report only if they are wished") {
  Plan plan = plans::sound();
  const auto order = orderOfWork(plan, plans::assessed(plan).figures);
  plan.build.done.edit().push_back({order.front().id, "2026-11-28", std::nullopt, "by the neighbour at the mill", {}});
  for (Pack& p : plan.packs) p.competence = "";
  CHECK(report(plan).find("neighbour at the mill") == std::string::npos);
  CHECK(report(plan, true).find("neighbour at the mill") != std::string::npos);
}

TEST_CASE("drawings of a report may be made into something else: then there is no SVG, and as many of them") {
  const Plan plan = plans::demo();
  int drawn = 0;
  const std::string html =
      reportHtml(plan, plans::assessed(plan), {UnitSystem::Imperial, *parseDate("2026-11-28"), false, [&](const drawing::Drawing& d) {
                                                 ++drawn;
                                                 CHECK_FALSE(d.shapes.empty());
                                                 return std::string("<b/>");
                                               }});
  CHECK(drawn >= 6);
  CHECK(html.find("<svg") == std::string::npos);
  CHECK(html.find(" mi likely") != std::string::npos);
}

TEST_CASE("C-086: the bill counts nothing that has no price as nothing and holds the sum against the budget") {
  Plan plan = plans::sound();
  const Assessment a = plans::assessed(plan);
  plan.budget = Money(380);
  const std::string whole = billOf(plan, a);
  double harness = 0;
  for (const BuyRow& r : shoppingList(plan, a.figures, shippedCatalogue()))
    if (!r.there) harness += r.price.value();
  REQUIRE(harness > 0);
  CHECK(whole.find("together, with tax and shipping of the quotes: " + formatNumber(harness, 4)) != std::string::npos);
  CHECK(whole.find("there is left: " + formatNumber(380 - harness, 4)) != std::string::npos);
  Quote quote;
  quote.id = "crimping by the workshop";
  plan.undertaking.quotes.push_back(quote);
  CHECK(billOf(plan, a).find("in no sum: crimping by the workshop") != std::string::npos);
  CHECK(billOf(plan, a).find("there is left at the most: ") != std::string::npos);
  plan.budget = Money(10);
  CHECK(billOf(plan, a).find("at the least") != std::string::npos);
  plan.undertaking.quotes.clear();
  CHECK(billOf(plan, a).find("it is over by: " + formatNumber(harness - 10, 4)) != std::string::npos);
  plan.budget = {};
  CHECK(billOf(plan, a).find("no budget") != std::string::npos);
}

TEST_CASE("C-100: the owner is handed what was read, what was passed over and whether it is released, and nothing private") {
  Plan plan = plans::sound();
  plan.build.done.edit() = {{"volts/stock", "2026-10-21", Coefficient(51.9), "the shed", {}},
                            {"warm", "2026-10-22", Coefficient(34), "", {}}};
  plan.accepted["BUILD-09@warm"] = {"the sun stood on it", 4, "2026-10-22", {"/build/done/1/reading"}};
  plan.privateThings.push_back({"key", "K 2741", "", {}});
  const std::string words = handoverOf(plan, plans::assessed(plan), *parseDate("2026-11-28"));
  CHECK(words.find("NOT RELEASED") != std::string::npos);
  CHECK(words.find("Volts and sign at the plug of stock, 2026-10-21: passes: 51.9") != std::string::npos);
  CHECK(words.find("went on all the same: the sun stood on it") != std::string::npos);
  CHECK(words.find("small charger (54.6 V)") != std::string::npos);
  CHECK(words.find("30 A, 80 V DC, the same size again") != std::string::npos);
  CHECK(words.find("2741") == std::string::npos);
  CHECK(words.find("open: Fitted dry") != std::string::npos);
}
