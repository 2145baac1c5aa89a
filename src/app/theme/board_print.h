// Drawings on paper: one in millimetres 1:1 on tiles, any as large as a sheet takes.
#pragma once

#include <QString>
#include <functional>
#include <vector>

#include "core/drawing/wiring/harness_board.h"

namespace usherwright::app {

enum class Paper : std::uint8_t { A4, Letter };

/// Boards at true size in tiles, each with its place in the whole and marks where the next one begins. False if the file cannot be
/// written.
bool writeTiledPdf(const std::vector<drawing::Drawing>& boards, const QString& path, const QString& title, Paper paper = Paper::A4);

/// A sheet of A4 across for each, with its heading. One in pixels is asked for at the size of the sheet. False if the file cannot
/// be written.
struct PrintedView {
  QString heading;
  std::function<drawing::Drawing(drawing::Size)> draw;
};
bool writeViewsPdf(const std::vector<PrintedView>& views, const QString& path, const QString& title);

}  // namespace usherwright::app
