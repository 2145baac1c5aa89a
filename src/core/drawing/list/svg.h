// A drawing as an SVG 1.1 text, in the colours of the paper theme.
#pragma once

#include <string>
#include <string_view>

#include "core/drawing/list/display_list.h"

namespace usherwright::drawing {

/// "#F4EFE3"; "none" for Ink::None.
std::string_view paperColour(Ink ink);
std::string_view nightColour(Ink ink);

std::string toSvg(const Drawing& drawing);

}  // namespace usherwright::drawing
