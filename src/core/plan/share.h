// A plan as it goes out of the house.
#pragma once

#include "core/plan/plan.h"

namespace usherwright {

/// What goes out with it; by itself nothing.
struct ShareWish {
  bool privateThings = false;  ///< keys, serials, codes
  bool notes = false;          ///< free notes, what is kept of labels (serial numbers stand on them), who says and who released
  bool places = false;         ///< tracks: they begin at a door
};

/// The plan without what is not wished, in every way forward too. A name that a rule asks for (who works above 60 V, who released a pack,
/// why a finding was accepted) becomes words without one, so that the judgement stays.
Plan shared(const Plan& plan, const ShareWish& wish);

}  // namespace usherwright
