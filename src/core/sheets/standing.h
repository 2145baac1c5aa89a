// What a plan rests on, part by part: where each figure comes from, and what nobody has said yet.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

struct StandingField {
  std::string pointer;
  std::string words;                 ///< "fuse DC voltage: 32 V, label"
  std::optional<Provenance> source;  ///< empty: not known yet
};
struct StandingPart {
  std::string name;  ///< "controller", "deck", "lead of deck", …
  std::vector<StandingField> fields;
};
/// Every figure that was entered, and every field that BIKE-08 names, in the order of the plan; parts without any are left
/// out. Texts and choices count when BIKE-08 asks for them.
std::vector<StandingPart> standingOf(const Plan& plan, const Assessment& assessment);

}  // namespace usherwright
