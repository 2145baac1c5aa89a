// Slack and bends.
#include "core/harness/slack.h"

#include <numbers>

#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

constexpr double movingBend = 8, fixedBend = 4;  // × outer diameter
constexpr double sag = 0.1;                      // of the free length

}  // namespace

Known<Millimetre> slackNeeded(const Run& run) {
  const bool turns = run.travel && run.axisDistance;
  if (!run.freeLength || !(turns || run.pullOut)) return std::nullopt;
  Millimetre out = *run.freeLength * sag + run.pullOut.value_or(Millimetre(0));
  if (turns) out += *run.axisDistance * (run.travel->value() * std::numbers::pi / 180);
  return out;
}

bool hasTooLittleSlack(const Run& run) {
  const Known<Millimetre> needed = slackNeeded(run);
  return run.moves != false && run.slack && needed && *run.slack < *needed;
}

Known<Millimetre> leastBend(const Run& run) {
  const auto size = parseWireSize(run.size);
  if (!size) return std::nullopt;
  return geometryOf(*size).outer * (run.moves.value_or(true) ? movingBend : fixedBend);
}

}  // namespace usherwright
