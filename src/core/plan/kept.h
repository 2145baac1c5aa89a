// Packs that one owns and that are not on the bike: put aside with all that is known of them, and brought back.
#pragma once

#include <string>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Off the bike: the pack goes into a plan of its own, alone, with its cell, leads, chargers, private things and what its log says; sources
/// of its values go with it. What else named it is empty then. Errors: no such pack, no room.
Expected<Plan> withPutAside(const Plan& plan, std::size_t pack, PackUse use, const std::string& since);

/// One that nobody has described yet, under a name that is new.
Expected<Plan> withKept(const Plan& plan, const std::string& name, PackUse use);

/// On the bike, as the last of its packs, with all that went aside with it; of what it was accepted for nothing. A pack without a
/// description comes as a new box. Errors: no such kept pack, four packs are on the bike, it stands in quarantine.
Expected<Plan> withBroughtBack(const Plan& plan, std::size_t kept);

/// With another plan for a kept pack. Errors: no such kept pack, a plan of more than this pack.
Expected<Plan> withKeptPlan(const Plan& plan, const std::string& id, Plan alone);

/// By its id; null if there is none.
const KeptPack* findKept(const Plan& plan, const std::string& id);

/// The pack's name, else its id.
std::string keptName(const KeptPack& kept);

}  // namespace usherwright
