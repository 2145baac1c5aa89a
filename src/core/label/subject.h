// What a label is stuck on, from its words and units. Private to the label reader.
#pragma once

#include <vector>

#include "core/label/figures.h"
#include "core/label/label.h"

namespace usherwright::label {

struct SubjectGuess {
  Known<LabelSubject> subject;
  double sureness = 0.0;
  bool weak = false;                 ///< little speaks for it
  std::vector<LabelSubject> rivals;  ///< others that the text does not rule out
};
SubjectGuess guessSubject(const std::vector<Item>& items, const std::vector<Figure>& figures);

}  // namespace usherwright::label
