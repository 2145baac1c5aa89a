// A photograph that belongs to a plan. Its file lies beside the plan's own, in a folder of the same name; the plan holds only its name.
#pragma once

#include <string>
#include <string_view>

#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Photo {
  std::string file;  ///< a bare name, isPhotoName()
  std::string when;  ///< YYYY-MM-DD
  std::string step;  ///< id of the step of work that it shows: "volts/deck"
  std::string part;  ///< id or name of a pack or charger, or what else it shows
  std::string note;
  UnknownKeys unknown;
  friend bool operator==(const Photo&, const Photo&) = default;
};
FieldRows rowsOf(const Photo*);

/// Letters, figures, "-", "_" and ".", at most 80, and no dot first: a name, never a path.
bool isPhotoName(std::string_view name);

}  // namespace usherwright
