// What a lead must have to spare where it moves: at a fold, the steering, a suspension, a pack that is drawn out.
#pragma once

#include "core/plan/wiring.h"

namespace usherwright {

/// Loose length over the whole travel: angle (rad) × distance from the axis, the way that a pack is drawn out, and a tenth of the
/// free length. At least this: a way that nobody knows adds nothing yet. Empty while no way is known, or not the free length.
Known<Millimetre> slackNeeded(const Run& run);

/// Both what turns it and what draws it out are known, "not at all" (0) included, and one of them is more than that: slackNeeded() is
/// then all that it needs.
bool isTravelKnown(const Run& run);

/// Less is loose than its travel takes: known to be so, also where nobody said whether it moves.
bool hasTooLittleSlack(const Run& run);

/// The tightest bend that fine-stranded copper outlasts: 8 × the outer diameter where it moves or nobody knows, 4 × where it is fixed.
/// Empty for a size that is none.
Known<Millimetre> leastBend(const Run& run);

}  // namespace usherwright
