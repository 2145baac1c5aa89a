// A line of the log, of any bytes, for a plan of two packs: either it asks, or what it enters goes into the plan and is written with it.
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "core/io/plan_json.h"
#include "core/log/line.h"
#include "core/plan/edit.h"

using namespace usherwright;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  static const Plan plan = withNewPack(withNewPack(Plan{}));
  static const Date today = *parseDate("2026-11-28");
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  for (UnitSystem units : {UnitSystem::Metric, UnitSystem::Imperial}) {
    const LogLine line = readLogLine(text, plan, today, units);
    const auto next = withLogLine(plan, line);
    if (next.has_value() != line.isReady()) std::abort();
    if (next)
      if (const auto back = readPlan(writePlan(*next)); !back || !(*back == *next)) std::abort();
  }
  return 0;
}
