// A line of the log, of any bytes, for a plan of two packs: either it asks, or what it enters goes into the plan, and at times is written
// with it. The first byte chooses the units.
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
  if (size == 0) return 0;
  const std::string_view text(reinterpret_cast<const char*>(data + 1), size - 1);
  const LogLine line = readLogLine(text, plan, today, data[0] % 2 == 0 ? UnitSystem::Metric : UnitSystem::Imperial);
  const auto next = withLogLine(plan, line);
  if (next.has_value() != line.isReady()) std::abort();
  if (!next || data[0] >= 32) return 0;
  if (const auto back = readPlan(writePlan(*next)); !back || !(*back == *next)) std::abort();
  return 0;
}
