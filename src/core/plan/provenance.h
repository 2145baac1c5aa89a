// Where values come from, what was stated beside them, what was accepted.
#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include "core/plan/values.h"

namespace usherwright {

/// Where a value comes from; absent from the map = assumed, if the value is there at all.
enum class Provenance : std::uint8_t { Measured, Label, Catalogue, Claim, Remembered, Assumed };

/// Another value for the same field, kept beside the one that counts.
struct Alternative {
  FieldValue value;
  Provenance from = Provenance::Assumed;
  std::string note;
  friend bool operator==(const Alternative&, const Alternative&) = default;
};

struct ProvenanceEntry {
  Provenance from = Provenance::Assumed;
  std::string note;
  std::vector<Alternative> also;
  friend bool operator==(const ProvenanceEntry&, const ProvenanceEntry&) = default;
};

/// Holds for exactly the fields and the figure that it was given for. Without a date, a figure or fields it is a bare
/// reason: kept, but it excuses nothing.
struct Acceptance {
  std::string reason;
  double headline = 0.0;                 ///< the finding's headline figure when it was accepted
  std::string when = {};                 ///< YYYY-MM-DD
  std::vector<std::string> fields = {};  ///< what the finding was about then
  friend bool operator==(const Acceptance&, const Acceptance&) = default;
};

}  // namespace usherwright
