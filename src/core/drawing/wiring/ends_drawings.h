// The two halves of a pack's plug as one sees them, and the ways from one to the other.
#pragma once

#include "core/drawing/subject.h"
#include "core/harness/chain.h"

namespace usherwright::drawing {

/// For each half what can be seen of it, as pairs of pictures of which one is pointed at. Parts: "own_half/plus_contact/sockets",
/// "bike_half/shell/inner", …; `pack` is the one that is shown. A row that its connector does not have is left out.
Drawing halvesPicture(const Subject& subject, std::size_t pack, Size size);
/// Pixels that its rows need.
double halvesHeight(const Plan& plan, std::size_t pack);

/// The chosen way from the pack to the bike, contact by contact, above all the ways and what is refused. Parts: "way/0", …
Drawing waysSheet(const Subject& subject, std::size_t pack, const ChainAnswer& answer, std::size_t chosen, Size size);
double waysHeight(const ChainAnswer& answer);

}  // namespace usherwright::drawing
