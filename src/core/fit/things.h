// Where something in a room is, in its side view.
#pragma once

#include "core/fit/region.h"
#include "core/plan/fit.h"

namespace usherwright {

/// The rectangle that a thing takes, larger by mm on every side; empty while nobody knows where it is or how large.
inline Ring placeOf(const RoomThing& t, double by = 0) {
  if (!t.x || !t.y || !t.width || !t.height) return {};
  const double x = t.x->value(), y = t.y->value(), w = t.width->value() / 2 + by, h = t.height->value() / 2 + by;
  return rectangle({x - w, y - h}, {x + w, y + h});
}

}  // namespace usherwright
