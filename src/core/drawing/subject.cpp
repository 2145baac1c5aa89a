// How packs are told apart.
#include "core/drawing/subject.h"

namespace usherwright::drawing {

Ink packInk(std::size_t pack) {
  static constexpr Ink inks[] = {Ink::Copper, Ink::Deep, Ink::Note, Ink::Mind, Ink::Water, Ink::Stop, Ink::Soft, Ink::Ink};
  return inks[pack % 8];
}

Pattern packPattern(std::size_t pack) {
  static constexpr Pattern patterns[] = {Pattern::Dashed, Pattern::Solid, Pattern::Dotted};
  return patterns[pack % 3];
}
}  // namespace usherwright::drawing
