// Slack and bends.
#include "core/harness/slack.h"

#include <numbers>

#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

constexpr double movingBend = 8, fixedBend = 4;  // × outer diameter
constexpr double sag = 0.1;                      // of the free length

/// The arc of the lead about the axis; nothing turns where the angle is 0, wherever the axis lies.
Known<Millimetre> arc(const Run& run) {
  if (!run.travel) return std::nullopt;
  if (run.travel->value() == 0) return Millimetre(0);
  if (!run.axisDistance) return std::nullopt;
  return *run.axisDistance * (run.travel->value() * std::numbers::pi / 180);
}

}  // namespace

Known<Millimetre> slackNeeded(const Run& run) {
  const Millimetre none(0), moved = arc(run).value_or(none) + run.pullOut.value_or(none);
  if (!run.freeLength || moved <= none) return std::nullopt;
  return *run.freeLength * sag + moved;
}

bool isTravelKnown(const Run& run) { return slackNeeded(run) && arc(run) && run.pullOut; }

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
