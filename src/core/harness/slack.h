// What a lead must have to spare where it moves: at a fold, the steering, a suspension, a pack that is drawn out.
#pragma once

#include "core/plan/wiring.h"

namespace usherwright {

/// Loose length over the whole travel: angle (rad) × distance from the axis, the way that a pack is drawn out, and a tenth of the
/// free length. Empty while what moves it, or the free length, is not known.
Known<Millimetre> slackNeeded(const Run& run);

/// Less is loose than its travel takes: known to be so, also where nobody said whether it moves.
bool hasTooLittleSlack(const Run& run);

/// The tightest bend that fine-stranded copper outlasts: 8 × the outer diameter where it moves or nobody knows, 4 × where it is fixed.
/// Empty for a size that is none.
Known<Millimetre> leastBend(const Run& run);

}  // namespace usherwright
