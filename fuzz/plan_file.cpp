// A plan's file from anywhere: read, written, read again. What is read once reads the same when it is written; what is refused says so in
// a sentence.
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "core/io/plan_json.h"

using namespace usherwright;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const auto plan = readPlan({reinterpret_cast<const char*>(data), size});
  if (!plan) {
    if (plan.error().sentence().empty()) std::abort();
    return 0;
  }
  const auto again = readPlan(writePlan(*plan));
  if (!again || !(*again == *plan)) std::abort();
  return 0;
}
