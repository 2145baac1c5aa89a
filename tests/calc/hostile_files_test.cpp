// Files that try to be something else than a plan, replayed through every command: one sentence or the usual answer, and
// nothing in it that acts on a terminal.
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

#include "calc/calc.h"
#include "core/io/plan_json.h"
#include "support/hostile.h"
#include "support/plans.h"

using namespace usherwright;
namespace fs = std::filesystem;

namespace {

const fs::path folder = fs::path(USHERWRIGHT_SOURCE_DIR) / "tests/data/hostile";

bool acts(const std::string& text) {
  for (std::size_t i = 0; i < text.size(); ++i) {
    const auto b = static_cast<unsigned char>(text[i]);
    if ((b < 0x20 && b != '\n' && b != '\t') || b == 0x7F) return true;
    if (b == 0xC2 && i + 1 < text.size() && static_cast<unsigned char>(text[i + 1]) < 0xA0) return true;
  }
  return false;
}

calc::Outcome on(const std::string& command, const std::string& file) { return calc::run({command, (folder / file).string()}); }

}  // namespace

TEST_CASE("every hostile file gives one sentence or the usual answer, by every command") {
  int files = 0;
  for (const auto& item : fs::directory_iterator(folder)) {
    const std::string path = item.path().string();
    ++files;
    for (const std::vector<std::string>& command : std::vector<std::vector<std::string>>{{"check"},
                                                                                         {"check", "--json"},
                                                                                         {"show"},
                                                                                         {"show", "--json"},
                                                                                         {"join"},
                                                                                         {"join", "--json"},
                                                                                         {"export", "--what", "table"},
                                                                                         {"export", "--what", "netlist"}}) {
      std::vector<std::string> arguments = command;
      arguments.insert(arguments.begin() + 1, path);
      const calc::Outcome o = calc::run(arguments);
      INFO(path << " " << command.back());
      CHECK((o.exitCode >= 0 && o.exitCode <= 2));
      CHECK_FALSE(acts(o.output));
      CHECK_FALSE(acts(o.errors));
      CHECK(o.output.find("-nan") == std::string::npos);
      if (o.exitCode == 2) CHECK(std::count(o.errors.begin(), o.errors.end(), '\n') == 1);
      else if (command.back() == "--json") CHECK(nlohmann::json::accept(o.output));
    }
  }
  CHECK(files > 15);
}

TEST_CASE("what each hostile file is refused for") {
  CHECK(on("check", "nul-title.uwplan").errors.find("/title: found a control character, U+0000, expected a line of text.") !=
        std::string::npos);
  CHECK(on("check", "escapes-title.uwplan").errors.find("U+001B") != std::string::npos);
  CHECK(on("export", "netlist-id.uwplan").exitCode == 64);
  CHECK(on("check", "netlist-id.uwplan").errors.find("/packs/0/id: found a line break") != std::string::npos);
  CHECK(on("check", "nan-curve.uwplan").errors.find("volts from 0.5 to 5") != std::string::npos);
  CHECK(on("check", "nine-volt-curve.uwplan").exitCode == 2);
  CHECK(on("check", "forty-one-deep.uwplan").errors.find("nested more than 40 deep") != std::string::npos);
  CHECK(on("check", "c1-reason.uwplan").errors.find("U+009B") != std::string::npos);
  CHECK(on("check", "twice.uwplan").errors.find("twice in one object") != std::string::npos);
  // A right-to-left mark and markup are text; they stay in the plan and act nowhere.
  CHECK(on("check", "image-names.uwplan").exitCode <= 1);
  CHECK(on("check", "right-to-left.uwplan").exitCode <= 1);
  CHECK(on("check", "huge-alternative.uwplan").exitCode <= 1);
}

TEST_CASE("a label that is no text is read as what is text of it, and the JSON is JSON") {
  for (const std::string& text : support::hostileTexts(2000)) {
    const calc::Outcome json = calc::run({"label", "--json", "--", text});
    CHECK(nlohmann::json::accept(json.output));
    CHECK_FALSE(acts(json.output));
    CHECK_FALSE(acts(calc::run({"label", "--", text}).output));
  }
  CHECK(nlohmann::json::accept(calc::run({"label", "--json",
                                          "4s\x98"
                                          "6p"})
                                   .output));
}

TEST_CASE("a pipe, a folder and a device are no plans, and nobody waits for them") {
  const std::string pipe = (fs::temp_directory_path() / ("usherwright-pipe-" + std::to_string(::getpid()))).string();
  REQUIRE(::mkfifo(pipe.c_str(), 0600) == 0);
  CHECK(calc::run({"check", pipe}).errors.find("found a pipe or device") != std::string::npos);
  ::unlink(pipe.c_str());
  CHECK(calc::run({"check", "/"}).errors.find("found a folder") != std::string::npos);
  CHECK(calc::run({"check", "/dev/zero"}).errors.find("found a pipe or device") != std::string::npos);
}

TEST_CASE("an output that takes nothing is no success") {
  const std::string calculator = USHERWRIGHT_CALC;
  const std::string plan = std::string(USHERWRIGHT_SOURCE_DIR) + "/data/examples/quarry-town-folder.uwplan";
  const auto exitOf = [](const std::string& command) { return WEXITSTATUS(std::system(command.c_str())); };
  CHECK(exitOf("'" + calculator + "' export '" + plan + "' --what table > /dev/full 2>/dev/null") == 2);
  CHECK(exitOf("'" + calculator + "' schema > /dev/full 2>/dev/null") == 2);
  CHECK(exitOf("'" + calculator + "' export '" + plan + "' --what table > /dev/null") == 0);
}

TEST_CASE("the manual names every command and holds nothing that roff would obey") {
  const std::string page = calc::run({"manual"}).output;
  for (const char* command : {"check", "show", "join", "export", "label", "schema", "manual"})
    CHECK(page.find(std::string(".B ") + command) != std::string::npos);
  CHECK(page.starts_with(".TH USHERWRIGHT-CALC 1 "));
}
