// A drawing in millimetres on sheets of paper, 1:1.
#pragma once

#include <QString>

#include "core/drawing/wiring/harness_board.h"

namespace usherwright::app {

/// Tiles on A4, each with its place in the whole and marks where the next one begins. False if the file cannot be written.
bool writeTiledPdf(const drawing::Drawing& board, const QString& path, const QString& title);

}  // namespace usherwright::app
