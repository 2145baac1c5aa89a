// The pull sheet and the shopping list as one sheet to read.
#pragma once

#include "core/drawing/subject.h"

namespace usherwright::drawing {

Drawing buySheet(const Subject& subject, Size size);
double buyHeight(const Subject& subject);

}  // namespace usherwright::drawing
