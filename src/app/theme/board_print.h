// Drawings on paper: one in millimetres 1:1 on tiles, any as large as a sheet takes.
#pragma once

#include <QString>
#include <functional>
#include <vector>

#include "core/drawing/wiring/harness_board.h"

namespace usherwright::app {

/// Tiles on A4, each with its place in the whole and marks where the next one begins. False if the file cannot be written.
bool writeTiledPdf(const drawing::Drawing& board, const QString& path, const QString& title);

/// A sheet of A4 across for each, with its heading. One in pixels is asked for at the size of the sheet. False if the file cannot
/// be written.
struct PrintedView {
  QString heading;
  std::function<drawing::Drawing(drawing::Size)> draw;
};
bool writeViewsPdf(const std::vector<PrintedView>& views, const QString& path, const QString& title);

}  // namespace usherwright::app
