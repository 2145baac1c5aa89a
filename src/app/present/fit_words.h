// What station Fit says of a room, a layout and its strips. No widgets.
#pragma once

#include <QString>

#include "core/drawing/subject.h"

namespace usherwright::app {

/// What goes in, or what is missing; a line each.
QString roomWords(const FitFigures* fit);
/// A layout by what it is judged by.
QString layoutWords(const CellLayout& layout, const FitFigures& fit);
/// Heat, shares and added resistance of the strips.
QString stripWords(const FitFigures* fit);
/// How a finished box stands in its room.
QString boxWords(const Pack& pack, const FitFigures* fit);
/// The way by which it goes in, and what has to come off first; empty where it does not go in.
QString wayWords(const Pack& pack, const FitFigures& fit);
QString largestWords(const FitRoom& room);
/// What holds a pack, when to tighten it again, what is to be thought of at its place.
QString holdWords(const drawing::Subject& subject, std::size_t pack);

}  // namespace usherwright::app
