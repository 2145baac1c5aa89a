// Numbers of a label with the words that belong to them. Private to the label reader.
#pragma once

#include <vector>

#include "core/label/items.h"

namespace usherwright::label {

struct Figure {
  Item item;
  Senses near;                 ///< words that can only belong to this number
  Senses maybe;                ///< words that may belong to this or to the next one
  Senses carried;              ///< "charge: 54.6 V 2 A": said once, for both
  bool paired = false;         ///< "36V/48V"
  bool unknownBefore = false;  ///< a word that the table does not know stands right before it
  bool longUnknown = false;    ///< … long enough to be two words without their space
  bool strange = false;        ///< a word that the table does not know stands among them
  Senses mayCarry;             ///< said before a comma, a line's end or a number of the same kind

  Senses narrow() const;  ///< what is certain
  Senses wide() const;    ///< what could be
};

/// Every number with a unit, in order.
std::vector<Figure> figuresOf(const std::vector<Item>& items);

}  // namespace usherwright::label
