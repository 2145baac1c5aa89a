// Values that contradict each other stay side by side until the person chooses one.
#pragma once

#include <string>
#include <vector>

#include "core/plan/fields.h"

namespace usherwright {

/// A number counts as proven by its source (measured, label, catalogue); a choice, a mark or a text by having been entered, unless
/// its source says claim or assumed. What is not known, and a field that is none, is not.
bool isProven(const Plan& plan, const std::string& pointer);
/// The same of a field that was found already.
bool isProven(const Plan& plan, const std::string& pointer, const FieldRef& field);

/// Numbers that nobody has seen: whose source says assumed. Records are measured.
int assumedValues(const Plan& plan);

/// A field with other values beside the one that counts.
struct Conflict {
  std::string pointer;
  const FieldSpec* spec = nullptr;
  FieldValue value;
  Provenance from = Provenance::Assumed;
  std::vector<Alternative> also;
};
/// In the order of the file.
std::vector<Conflict> conflictsOf(const Plan& plan);

/// Keeps a second value beside the one that counts; an equal one of the same source is not kept twice, and a field
/// without a value takes it. Errors: no such field, value out of bounds.
Expected<Plan> withAlternative(const Plan& plan, const std::string& pointer, const Alternative& other);
/// Makes the other value count; the one that counted takes its place. Errors: no such field or value.
Expected<Plan> withChosen(const Plan& plan, const std::string& pointer, std::size_t which);
/// Drops the other value. Errors: no such field or value.
Expected<Plan> withoutAlternative(const Plan& plan, const std::string& pointer, std::size_t which);
/// All others are dropped: the value that counts stands alone.
Plan withSettled(const Plan& plan, const std::string& pointer);

/// Written into a field with a source. A value that differs from one of a better or equal source is kept beside it
/// instead of replacing it; the better source counts (measured, label, catalogue, claim, remembered, assumed).
/// `note` is kept with the value: the piece of a label, the readings of a test.
Expected<Plan> withEvidence(const Plan& plan, const std::string& pointer, const FieldValue& value, Provenance from,
                            const std::string& note = {});

/// The same for a typed text; "22±1A" writes the tolerance beside it as well. Errors as for an entry.
Expected<Plan> withTypedEvidence(const Plan& plan, const std::string& pointer, const std::string& text, Provenance from,
                                 const std::string& note = {});

}  // namespace usherwright
