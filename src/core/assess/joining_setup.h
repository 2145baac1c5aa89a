// From the plan to the circuit of a joined discharge: joints, turns, converter, sources, the ride's power over time.
#pragma once

#include <optional>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// Joint and turns of the plan's method and policy; a lone pack needs none. With a converter: the joint of the others.
Joint jointOf(const Joining& joining, std::size_t packs);

/// Without switches only "together" can be had, and with a selector only one at a time.
bool policyApplies(Policy policy, const Joining& joining);

/// The converter with assumed values filled in: set to 1.03 × the others' nominal voltage, 5 A, η 0.92, standby 20 mA, low
/// cut S · min V + 0.1 V per cell. `place` is where the pack stands among the sources.
Converter converterOf(const Plan& plan, const std::vector<PackFigures>& packs, std::size_t pack, std::size_t place);

/// Who goes first under the policy; indices of packs.
std::vector<std::size_t> orderOf(const Plan& plan, const std::vector<PackFigures>& packs);

/// A pack as it meets the bus at its present charge; its lowest group from the last group readings.
Source sourceOf(const PackModel& model, const Pack& pack, Ohm toJoint);

/// The ride as power over time: the plan's own rows, or hills made of the route's flat, climbs and descents; without a
/// route, hills that ask for a quarter, four fifths and none of `limit`. Empty for a ride at one power or current.
std::vector<PowerStep> profileOf(const Plan& plan, const RouteEstimate& route, Watt limit);

/// Share that the bike's gauge shows at a controller voltage: by the plan's mapping; without one in percent by the rest
/// curve of `first`, in bars by equal steps from `cutoff` to its full voltage.
StateOfCharge gaugeShows(const Gauge& gauge, const PackModel& first, Volt cutoff, Volt controller);

}  // namespace usherwright
