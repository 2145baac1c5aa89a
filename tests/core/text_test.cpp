// Text is text: what may stand in a plan, and that every writer gives it back as it was.
#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>

#include "core/drawing/list/svg.h"
#include "core/io/plan_json.h"
#include "core/io/spice.h"
#include "core/io/table_csv.h"
#include "core/plan/edit.h"
#include "core/plan/shelf.h"
#include "core/quantity/csv.h"
#include "core/quantity/text.h"
#include "support/hostile.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

bool hasControls(const std::string& text) {
  return std::any_of(text.begin(), text.end(), [](char c) {
    const auto b = static_cast<unsigned char>(c);
    return (b < 0x20 && b != '\n') || b == 0x7F;
  });
}

std::vector<std::string> linesOf(const std::string& text) {
  std::vector<std::string> out(1);
  for (char c : text) {
    if (c == '\n') out.emplace_back();
    else out.back() += c;
  }
  return out;
}

/// The demo's text with a title that need not be text at all.
std::string planWithTitle(const std::string& title) {
  auto json = nlohmann::ordered_json::parse(writePlan(plans::demo()));
  json["title"] = "TITLE";
  std::string text = json.dump();
  std::string quotedTitle;
  for (char c : title) {
    const auto b = static_cast<unsigned char>(c);
    if (b < 0x20 || c == '"' || c == '\\') {
      char escape[8];
      std::snprintf(escape, sizeof escape, "\\u%04x", b);
      quotedTitle += escape;
    } else {
      quotedTitle += c;
    }
  }
  text.replace(text.find("TITLE"), 5, quotedTitle);
  return text;
}

}  // namespace

TEST_CASE("a text of a plan holds no control characters, from an entry or a file, and the refusal holds none either", "[long]") {
  const Plan plan = plans::demo();
  int refused = 0, taken = 0;
  for (const std::string& text : support::hostileTexts(2000)) {
    INFO(forTerminal(text));
    const bool stray = strayIn(text, Breaks::No).has_value();
    ++(stray ? refused : taken);
    for (const char* field : {"/title", "/packs/0/name", "/packs/1/id", "/routes/0/id", "/chargers/0/id"}) {
      const auto next = withField(plan, field, FieldValue{text});
      CHECK(next.has_value() == !stray);
      if (next) continue;
      CHECK_FALSE(hasControls(next.error().sentence()));
    }
    const auto read = readPlan(planWithTitle(text));
    CHECK(read.has_value() == !stray);
    if (read) CHECK(read->title == text);
    else CHECK_FALSE(hasControls(read.error().sentence()));
  }
  CHECK(refused > 300);
  CHECK(taken > 300);
}

TEST_CASE("notes may have lines, and nothing else that acts") {
  Plan plan = plans::demo();
  CHECK(withAcceptance(plan, "PACK-06@deck", {"one\ntwo\tthree", 1}));
  CHECK_FALSE(withAcceptance(plan, "PACK-06@deck", {"bell\x07", 1}));
  CHECK_FALSE(withAcceptance(plan, "PACK-06@deck", {std::string(4001, 'x'), 1}));
  plan.provenance["/title"].note = "first\nsecond";
  CHECK(readPlan(writePlan(plan)));
  plan.provenance["/title"].note = "\x1b[2J";
  CHECK(readPlan(writePlan(plan)).error().sentence() == "/provenance//title/note: found a control character, U+001B, expected plain text.");
}

TEST_CASE("every text that a plan takes comes out of every writer as the same text") {
  const Plan demo = plans::demo();
  const auto ride = plans::assessed(demo).figures.ride;
  const DischargeRun& run = *ride;
  const Table table = run.table(run.end);
  DischargeInput input = run.input();
  const auto plain = linesOf(spiceNetlist(input, {}));
  int tried = 0;
  for (const std::string& text : support::hostileTexts(2000)) {
    if (strayIn(text, Breaks::No)) continue;
    ++tried;
    INFO(text);
    Plan plan = *withField(*withField(demo, "/packs/0/id", FieldValue{text}), "/title", FieldValue{text});
    plan.provenance["/title"].note = text;
    plan.accepted["PACK-06@deck"].reason = text;
    const auto again = readPlan(writePlan(plan));
    REQUIRE(again);
    CHECK(*again == plan);
    // CSV: the header of a table, a field of a list; nothing that a spreadsheet would compute.
    const std::string csv = tableCsv(table, {text, "b"});
    const auto read = readCsv(csv);
    REQUIRE(read);
    CHECK(read->columns.at(3) == text + "_A");
    CHECK(read->rows.size() == table.rows());
    const std::string field = csvText(text);
    const char first = field[field.front() == '"' && field.size() > 1 ? 1 : 0];
    CHECK(std::string_view("=+-@").find(first) == std::string_view::npos);
    Cell cell = demo.cells[0];
    cell.name = text;
    const auto cells = readCellList(writeCellList({cell}));
    REQUIRE(cells);
    CHECK(cells->front().name == trimmed(text));
    // Netlist: one comment line, and every other line as it was.
    input.sources[0].id = text;
    const auto lines = linesOf(spiceNetlist(input, {}));
    REQUIRE(lines.size() == plain.size());
    for (std::size_t i = 0; i < lines.size(); ++i)
      if (i != 1) CHECK(lines[i] == plain[i]);
    CHECK(lines[1] == "* pack 0: \"" + text + "\"");
  }
  CHECK(tried > 300);
}

TEST_CASE("a formula is marked as text, a number is not, and what was marked before stays what it was") {
  CHECK(csvText("=1+1") == "'=1+1");
  CHECK(csvText("  @x") == "'  @x");
  CHECK(csvText("'=1") == "''=1");
  CHECK(csvText("a,b\"c") == "\"a,b\"\"c\"");
  const auto table = readCsv("a,b\n'=1+1,''=1\n-5,'quoted'\n");
  REQUIRE(table);
  CHECK(table->rows[0] == std::vector<std::string>{"=1+1", "'=1"});
  CHECK(table->rows[1] == std::vector<std::string>{"-5", "'quoted'"});
}

TEST_CASE("a netlist takes no second line from an id, whoever wrote it") {
  DischargeInput input = plans::assessed(plans::demo()).figures.ride->input();
  input.sources[0].id = "a\n.control\nshell touch PWNED\n.endc\n*\\\\";
  const std::string netlist = spiceNetlist(input, {});
  for (const std::string& line : linesOf(netlist)) {
    CHECK_FALSE(line.starts_with("shell"));
    CHECK_FALSE((line.starts_with("*") && line.ends_with("\\")));
  }
}

TEST_CASE("what goes to a terminal is seen and does not act") {
  CHECK(forTerminal("a\x1b[31mb\n\tc") == "a\\x1b[31mb\n\tc");
  CHECK(forTerminal(std::string("a\0b", 3)) == "a\\x00b");
  CHECK(forTerminal("\xff\xc2\x9bz") == "\\xff\\xc2\\x9bz");
  CHECK(jsonForTerminal("{\"a\":\"\x7f\xc2\x9b\"}") == "{\"a\":\"\\u007f\\u009b\"}");
  CHECK(inQuotes(std::string(59, 'x') + "é") == "\"" + std::string(59, 'x') + "\"");
}

TEST_CASE("code points are told from what only looks like them") {
  for (const char* bad : {"\xc0\x80", "\xe0\x80\x80", "\xf0\x80\x80\x80", "\xed\xa0\x80", "\xf4\x90\x80\x80", "\xc3", "\x80", "\xfe"}) {
    INFO(forTerminal(bad));
    CHECK_FALSE(codePointAt(bad, 0).good);
    CHECK(strayIn(bad, Breaks::Allowed) == "bytes that are no text");
  }
  CHECK(codePointAt("\xf0\x9f\x94\x8b", 0).value == 0x1F50B);
  CHECK(strayIn("\xe2\x80\xa8", Breaks::Allowed) == "a control character, U+2028");
  CHECK(strayIn("a\tb", Breaks::No) == "a tab");
  CHECK_FALSE(strayIn("a\tb", Breaks::Allowed));
}
