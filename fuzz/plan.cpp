// A plan from anywhere: read, written, read again, assessed, said as text, JSON, table and netlist. Nothing may crash, hang, or
// say "nan"; what is read once reads the same when it is written.
#include <cstddef>
#include <cstdint>
#include <cstdlib>
#include <string>
#include <string_view>

#include "calc/calc.h"
#include "calc/command.h"
#include "core/io/plan_json.h"
#include "core/io/spice.h"
#include "core/io/table_csv.h"

using namespace usherwright;

namespace {

bool isLetter(char c) { return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z'); }

// As a word of its own, as a number is printed; not inside "unanswered".
bool saysNotFinite(const std::string& text) {
  for (const std::string_view word : {"nan", "inf"})
    for (std::size_t at = text.find(word); at != std::string::npos; at = text.find(word, at + 1)) {
      const std::size_t after = at + word.size();
      if ((at == 0 || !isLetter(text[at - 1])) && (after == text.size() || !isLetter(text[after]))) return true;
    }
  return false;
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const auto plan = readPlan({reinterpret_cast<const char*>(data), size});
  if (!plan) {
    static_cast<void>(plan.error().sentence());
    return 0;
  }
  const auto again = readPlan(writePlan(*plan));
  if (!again || !(*again == *plan)) std::abort();
  const Assessment a = assess(*plan, shippedCatalogue());
  const bool mayBeInTexts = saysNotFinite(writePlan(*plan));
  for (const auto row : calc::planCommands) {
    const calc::Command command = row();
    if (std::string_view(command.name) == "mend" || std::string_view(command.name) == "suggest") continue;  // searches take too long here
    for (const auto print : {command.text, command.json}) {
      const std::string said = print(*plan, a);
      if (!mayBeInTexts && saysNotFinite(said)) std::abort();
    }
  }
  if (a.figures.ride && a.figures.ride->end > Second(0)) {
    std::vector<std::string> ids;
    for (const Source& s : a.figures.ride->input().sources) ids.push_back(s.id);
    static_cast<void>(tableCsv(a.figures.ride->table(a.figures.ride->end / 100), ids));
    static_cast<void>(spiceExport(*a.figures.ride));
  }
  return 0;
}
