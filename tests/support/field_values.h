// Random values of fields.
#pragma once

#include <cmath>

#include "core/plan/fields.h"
#include "support/random.h"

namespace support {

/// A value that a numeric field takes, often one of its bounds.
inline double valueOf(const usherwright::FieldSpec& spec) {
  const int edge = *rc::gen::inRange(0, 4);
  if (edge == 0) return spec.minimum;
  if (edge == 1) return spec.maximum;
  const double value = between(spec.minimum, spec.maximum);
  return spec.kind == usherwright::Kind::Count ? std::floor(value) : value;
}

}  // namespace support
