// Golden command files: the first line is the command, the second the exit code, the rest the text expected.
// Plans are named without a path; they are the shipped examples and those in tests/calc/plans.
// USHERWRIGHT_GOLDEN=write writes what the command says now: look at the difference before you keep it.
#include <algorithm>
#include <catch2/catch.hpp>
#include <cctype>
#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

#include "calc/calc.h"
#include "calc/command.h"
#include "core/io/plan_json.h"
#include "support/plans.h"
#include "support/reference_case.h"

using namespace usherwright;
namespace fs = std::filesystem;

namespace {

std::string found(const std::string& plan) {
  for (const char* folder : {"data/examples/", "tests/calc/plans/", "tests/data/tracks/"}) {
    const std::string path = reference::sourcePath(folder + plan);
    if (fs::exists(path)) return path;
  }
  return plan;
}

/// Words of a command line; a quoted one may hold spaces.
std::vector<std::string> wordsOf(const std::string& command) {
  std::vector<std::string> out;
  std::string word;
  bool quoted = false, any = false;
  for (char c : command) {
    if (c == '"') quoted = !quoted, any = true;
    else if (c == ' ' && !quoted) {
      if (any || !word.empty()) out.push_back(word);
      word.clear();
      any = false;
    } else word += c;
  }
  if (any || !word.empty()) out.push_back(word);
  for (std::string& w : out)
    if (w.ends_with(".uwplan") || w.ends_with(".gpx") || w.ends_with(".csv")) w = found(w);
  return out;
}

/// Paths of this machine do not belong into a golden file.
std::string withoutPaths(std::string text) {
  const std::string root = reference::sourcePath("");
  for (std::size_t at; (at = text.find(root)) != std::string::npos;) text.erase(at, root.size());
  return text;
}

/// One unit of the last digit of a figure with three or more digits and a point, such as "4.57": rounding may go either way
/// where a hundred-thousandth decides it. 0 for any other number.
double lastPlace(const char* from, const char* to) {
  const std::string text(from, to);
  const auto point = text.find('.');
  if (point == std::string::npos || text.find_first_of("eE") != std::string::npos) return 0;
  const auto first = text.find_first_of("123456789");
  if (first == std::string::npos) return 0;
  const auto digits = std::count_if(text.begin() + static_cast<std::ptrdiff_t>(first), text.end(), [](char c) { return c != '.'; });
  return digits >= 3 ? std::pow(10.0, -static_cast<double>(text.size() - point - 1)) : 0;
}

/// Word for word the same; numbers may differ by a hundred-thousandth, as those of a simulation do from compiler to
/// compiler: the last bit of a sum may cost an iteration or save it.
bool saysTheSame(const std::string& said, const std::string& wanted) {
  const char* a = said.c_str();
  const char* b = wanted.c_str();
  while (*a && *b) {
    if (std::isdigit(static_cast<unsigned char>(*a)) && std::isdigit(static_cast<unsigned char>(*b))) {
      char *endA = nullptr, *endB = nullptr;
      const double x = std::strtod(a, &endA), y = std::strtod(b, &endB);
      const double nearly = 1e-5 * std::max({std::abs(x), std::abs(y), 1e-3});
      if (std::abs(x - y) > std::max(nearly, 1.001 * std::min(lastPlace(a, endA), lastPlace(b, endB)))) return false;
      a = endA;
      b = endB;
    } else if (*a++ != *b++) {
      return false;
    }
  }
  return *a == *b;
}

}  // namespace

TEST_CASE("golden texts are compared word for word, and numbers nearly") {
  CHECK(saysTheSame("end 3035.8732 s", "end 3035.8736 s"));
  CHECK_FALSE(saysTheSame("end 3035.8 s", "end 3036.8 s"));
  CHECK(saysTheSame("peak 4.57 A", "peak 4.58 A"));
  CHECK_FALSE(saysTheSame("peak 4.57 A", "peak 4.59 A"));
  CHECK_FALSE(saysTheSame("4.5 Ah", "4.6 Ah"));
  CHECK_FALSE(saysTheSame("0.05 V", "0.06 V"));
  CHECK_FALSE(saysTheSame("22 A", "23 A"));
  CHECK_FALSE(saysTheSame("22 A", "22 V"));
  CHECK_FALSE(saysTheSame("22 A", "22 A\n"));
}

TEST_CASE("commands say what their golden files say") {
  std::vector<fs::path> files;
  for (const auto& item : fs::directory_iterator(reference::sourcePath("tests/calc/golden"))) files.push_back(item.path());
  std::sort(files.begin(), files.end());
  REQUIRE(files.size() >= 10);
  const bool write = std::getenv("USHERWRIGHT_GOLDEN") != nullptr;
  for (const fs::path& file : files) {
    INFO(file.filename().string());
    std::ifstream in(file);
    std::string command, code;
    std::getline(in, command);
    std::getline(in, code);
    std::ostringstream rest;
    rest << in.rdbuf();
    const calc::Outcome outcome = calc::run(wordsOf(command));
    const std::string said = withoutPaths(outcome.output + outcome.errors);
    if (write) {
      std::ofstream(file) << command << "\n"
                          << "exit " << outcome.exitCode << "\n"
                          << said;
      continue;
    }
    CHECK(code == "exit " + std::to_string(outcome.exitCode));
    const std::string wanted = rest.str();
    INFO(said);
    CHECK(saysTheSame(said, wanted));
  }
}

TEST_CASE("JSON for programs has the same figures as the assessment, in full") {
  const Plan plan = plans::demo();
  const Assessment a = plans::assessed(plan);
  const auto show = nlohmann::json::parse(calc::showCommand().json(plan, a));
  CHECK(show["peak_A"] == a.figures.demand.peak->value());
  CHECK(show["range"]["likely_km"] == a.figures.range.likely.value());
  CHECK(show["packs"][1]["resistance_ohm"] == a.figures.packs[1].model.resistance().value());
  CHECK(show["narrows"] == "stock/bms");
  const auto check = nlohmann::json::parse(calc::checkCommand().json(plan, a));
  CHECK(check["stops"] == 1);
  CHECK(check["findings"][0]["id"] == "WIRE-04");
  CHECK(check["findings"][0]["field"] == "/packs/1/fuse/dc_V");
  const auto join = nlohmann::json::parse(calc::joinCommand().json(plan, a));
  CHECK(join["ride"]["end_s"] == a.figures.ride->end.value());
  CHECK(join["ride"]["packs"][0]["knee_s"] == a.figures.ride->sources[0].knee->value());
}

TEST_CASE("the schema that is printed is the schema that is shipped") {
  CHECK(calc::run({"schema"}).output == reference::readFile(reference::sourcePath("schema/usherwright-plan.schema.json")));
}

TEST_CASE("the manual quotes what the commands print") {
  const std::string prompt = "$ usherwright-calc ", folder = "data/examples/";
  std::size_t commands = 0, lines = 0;
  for (const auto& entry : fs::directory_iterator(reference::sourcePath("docs/manual"))) {
    if (entry.path().extension() != ".md") continue;
    std::istringstream page(reference::readFile(entry.path().string()));
    bool block = false;
    std::string printed;
    for (std::string line; std::getline(page, line);) {
      if (line.starts_with("```")) {
        block = !block;
        printed.clear();
      } else if (block && line.starts_with(prompt)) {
        ++commands;
        std::string command = line.substr(prompt.size());
        if (const auto at = command.find(folder); at != std::string::npos) command.erase(at, folder.size());
        const calc::Outcome outcome = calc::run(wordsOf(command));
        INFO(line);
        CHECK(outcome.errors.empty());
        printed = "\n" + outcome.output + "\n";
      } else if (block) {
        ++lines;
        INFO(entry.path().filename().string() << ": " << line);
        CHECK(printed.find("\n" + line + "\n") != std::string::npos);
      }
    }
  }
  CHECK(commands >= 10);
  CHECK(lines >= 15);
}
