// Which part of the plan each of several labels belongs to; parts that the plan does not have yet come with their label.
#pragma once

#include <vector>

#include "core/label/targets.h"

namespace usherwright {

/// A label of which a place is wanted.
struct Unplaced {
  Known<LabelSubject> subject;
  Known<LabelPlace> said;  ///< by a person: it stands, and the others are placed around it
};
/// One place for each label, in the order of the text. A pack or charger that nobody has read a label of comes first; then
/// a further one, whose index lies past the end of the plan. A board, a cell or a fuse belongs to the pack before it in the
/// text, else to the first one. Empty: nobody knows what the label is on, or the plan has no room or no such part.
std::vector<Known<LabelPlace>> placesFor(const Plan& plan, const std::vector<Unplaced>& labels);

/// The plan with the part in it: packs and chargers are added up to the index. Error: more than a plan may hold.
Expected<Plan> withPlace(const Plan& plan, const LabelPlace& place);

}  // namespace usherwright
