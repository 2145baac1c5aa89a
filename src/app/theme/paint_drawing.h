// Renders display lists with QPainter.
#pragma once

#include <QPainter>

#include "app/theme/look.h"
#include "core/drawing/list/display_list.h"

namespace usherwright::app {

void paintDrawing(QPainter& painter, const drawing::Drawing& drawing, const Look& look);

/// The shape of a severity (0 Stop, 1 Mind, 2 Note) around a centre.
void paintSeverity(QPainter& painter, QPointF centre, int severity, const Look& look);

}  // namespace usherwright::app
