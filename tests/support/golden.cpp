// Golden texts.
#include "support/golden.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <charconv>
#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <sstream>

#include "core/io/plan_json.h"
#include "support/reference_case.h"

namespace golden {

using namespace usherwright;

namespace {

/// A number as it is printed: its value and how many digits follow the point. Empty if there is none at `at`.
struct Printed {
  double value = 0;
  int decimals = 0;
  std::size_t length = 0;
};
Printed printedAt(const std::string& text, std::size_t at) {
  Printed p;
  const char* begin = text.data() + at;
  const auto [end, error] = std::from_chars(begin, text.data() + text.size(), p.value, std::chars_format::fixed);
  if (error != std::errc()) return {};
  p.length = static_cast<std::size_t>(end - begin);
  const auto point = std::string_view(begin, p.length).find('.');
  p.decimals = point == std::string_view::npos ? 0 : static_cast<int>(p.length - point) - 1;
  return p;
}

/// One in the last digit apart: another compiler rounds a simulated figure otherwise. Counts below 100 are whole.
bool isSame(const Printed& a, const Printed& b) {
  const int decimals = std::max(a.decimals, b.decimals);
  const double largest = std::max(std::abs(a.value), std::abs(b.value));
  if (decimals == 0 && largest < 100) return a.value == b.value;
  const double step = decimals > 0 ? std::pow(10.0, -decimals) : std::pow(10.0, std::floor(std::log10(largest)) - 2);
  return std::abs(a.value - b.value) <= step * 1.01;
}

}  // namespace

std::size_t differsAt(const std::string& was, const std::string& is) {
  std::size_t i = 0, k = 0;
  while (i < was.size() && k < is.size()) {
    const Printed a = printedAt(was, i), b = printedAt(is, k);
    if (a.length > 0 && b.length > 0) {
      if (!isSame(a, b)) return k;
      i += a.length;
      k += b.length;
    } else {
      if (was[i] != is[k]) return k;
      ++i;
      ++k;
    }
  }
  return i == was.size() && k == is.size() ? std::string::npos : k;
}

void compare(const std::string& name, const std::string& now) {
  const std::string path = reference::sourcePath("tests/data/said/" + name);
  const char* mode = std::getenv("USHERWRIGHT_GOLDEN");
  if (mode && std::string_view(mode) == "write") {
    std::ofstream(path, std::ios::binary) << now;
    return;
  }
  REQUIRE(std::filesystem::exists(path));
  std::istringstream before(reference::readFile(path)), after(now);
  std::string was, is;
  for (int line = 1;; ++line) {
    const bool more = static_cast<bool>(std::getline(before, was)), still = static_cast<bool>(std::getline(after, is));
    if (!more && !still) return;
    if (more != still) FAIL(name << ", line " << line << ": " << (still ? "now goes on with “" + is : "ends before “" + was) << "”");
    if (differsAt(was, is) != std::string::npos) FAIL(name << ", line " << line << ": now “" << is << "”, before “" << was << "”");
  }
}

std::vector<std::pair<std::string, Plan>> plans() {
  std::vector<std::filesystem::path> files;
  for (const char* folder : {"data/examples", "tests/data/judgement"})
    for (const auto& file : std::filesystem::directory_iterator(reference::sourcePath(folder)))
      if (file.path().extension() == ".uwplan") files.push_back(file.path());
  std::sort(files.begin(), files.end());
  std::vector<std::pair<std::string, Plan>> out;
  for (const auto& file : files)
    if (const auto plan = readPlan(reference::readFile(file.string()))) out.emplace_back(file.stem().string(), *plan);
  return out;
}

}  // namespace golden
