// A plan from anywhere: read, written, read again, assessed, said as text, JSON, table and netlist. Nothing may crash, hang, or
// say "nan"; what is read once reads the same when it is written.
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "calc/calc.h"
#include "core/io/plan_json.h"
#include "core/io/spice.h"
#include "core/io/table_csv.h"

using namespace usherwright;

namespace {

void mustNotSayNan(const std::string& text) {
  if (text.find("nan") != std::string::npos && text.find("nan\"") == std::string::npos) std::abort();
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
  const bool mayBeInTexts = writePlan(*plan).find("nan") != std::string::npos;
  for (const auto print : {calc::checkText, calc::showText, calc::joinText, calc::checkJson, calc::showJson, calc::joinJson}) {
    const std::string said = print(*plan, a);
    if (!mayBeInTexts) mustNotSayNan(said);
  }
  if (a.figures.ride && a.figures.ride->end > Second(0)) {
    std::vector<std::string> ids;
    for (const Source& s : a.figures.ride->input().sources) ids.push_back(s.id);
    static_cast<void>(tableCsv(a.figures.ride->table(a.figures.ride->end / 100), ids));
    static_cast<void>(spiceExport(*a.figures.ride));
  }
  return 0;
}
