// What station Fit says of a room, a layout and its strips. No widgets.
#pragma once

#include <QString>

#include "core/assess/assessment.h"

namespace usherwright::app {

/// What goes in, or what is missing; a line each.
QString roomWords(const FitFigures* fit);
/// A layout by what it is judged by.
QString layoutWords(const CellLayout& layout, const FitFigures& fit);
/// Heat, shares and added resistance of the strips.
QString stripWords(const FitFigures* fit);
/// How a finished box stands in its room.
QString boxWords(const Pack& pack, const FitFigures* fit);

}  // namespace usherwright::app
