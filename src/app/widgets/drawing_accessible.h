// The parts of a drawing for those who cannot see it: each a child with its figures, that can be pressed.
#pragma once

namespace usherwright::app {

/// Once per process; drawings that are made later announce their parts.
void announceParts();

}  // namespace usherwright::app
