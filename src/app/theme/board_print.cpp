// Tiles of a board as PDF.
#include "app/theme/board_print.h"

#include <QPageLayout>
#include <QPageSize>
#include <QPainter>
#include <QPdfWriter>
#include <cmath>

#include "app/theme/paint_drawing.h"
#include "core/drawing/list/camera.h"

namespace usherwright::app {
namespace {

constexpr double inch = 25.4, drawnPerInch = 96;  // what a drawing takes for a pixel
constexpr int dotsPerInch = 1200;

/// Where the next sheet's edge lies, and which of how many this is.
void marks(QPainter& painter, const drawing::Sheet& sheet, std::size_t tile, std::size_t of, const QString& title, const Look& look) {
  const double mm = drawnPerInch / inch;
  painter.setPen(QPen(look.colour(drawing::Ink::Soft), 0.5, Qt::DashLine));
  painter.drawLine(QPointF(sheet.tileWidth() * mm, 0), QPointF(sheet.tileWidth() * mm, (sheet.height - 2 * sheet.margin) * mm));
  painter.drawLine(QPointF(0, sheet.tileHeight() * mm), QPointF((sheet.width - 2 * sheet.margin) * mm, sheet.tileHeight() * mm));
  painter.setFont(look.font(drawing::Face::Small));
  painter.setPen(look.colour(drawing::Ink::Soft));
  painter.drawText(
      QPointF(4, (sheet.height - 2 * sheet.margin) * mm - 6),
      QStringLiteral("%1 · sheet %2 of %3 · print at 100 %, cut at the dashed lines, put edge to edge").arg(title).arg(tile + 1).arg(of));
}

void layOut(QPdfWriter& pdf, const drawing::Sheet& sheet, QPageLayout::Orientation way, const QString& title, Paper paper = Paper::A4) {
  pdf.setResolution(dotsPerInch);
  pdf.setPageSize(QPageSize(paper == Paper::A4 ? QPageSize::A4 : QPageSize::Letter));
  pdf.setPageOrientation(way);
  pdf.setPageMargins(QMarginsF(sheet.margin, sheet.margin, sheet.margin, sheet.margin), QPageLayout::Millimeter);
  pdf.setTitle(title);
}

}  // namespace

bool writeTiledPdf(const std::vector<drawing::Drawing>& boards, const QString& path, const QString& title, Paper paper) {
  const drawing::Sheet sheet = paper == Paper::A4 ? drawing::Sheet{} : drawing::Sheet{215.9, 279.4};
  QPdfWriter pdf(path);
  layOut(pdf, sheet, QPageLayout::Portrait, title, paper);
  QPainter painter;
  if (!painter.begin(&pdf)) return false;
  const Look look;  // paper, whatever the window shows
  painter.scale(dotsPerInch / drawnPerInch, dotsPerInch / drawnPerInch);
  const double mm = drawnPerInch / inch;
  const double seenWidth = sheet.width - 2 * sheet.margin, seenHeight = sheet.height - 2 * sheet.margin;
  const drawing::Size window{seenWidth * mm, seenHeight * mm};
  std::vector<std::pair<const drawing::Drawing*, drawing::Point>> tiles;
  for (const drawing::Drawing& board : boards)
    for (const drawing::Point& at : drawing::tilesOf(board, sheet)) tiles.emplace_back(&board, at);
  for (std::size_t i = 0; i < tiles.size(); ++i) {
    if (i > 0) pdf.newPage();
    const drawing::Point at = tiles[i].second;
    const drawing::Camera camera{{at.x + seenWidth / 2, at.y + seenHeight / 2}, mm};
    painter.save();
    painter.setClipRect(QRectF(0, 0, window.width, window.height));
    paintDrawing(painter, drawing::seen(*tiles[i].first, camera, window), look);
    painter.restore();
    marks(painter, sheet, i, tiles.size(), title, look);
  }
  return painter.end();
}

bool writeViewsPdf(const std::vector<PrintedView>& views, const QString& path, const QString& title) {
  constexpr double heading = 26;
  const drawing::Sheet sheet;
  QPdfWriter pdf(path);
  layOut(pdf, sheet, QPageLayout::Landscape, title);
  QPainter painter;
  if (!painter.begin(&pdf)) return false;
  const Look look;
  painter.scale(dotsPerInch / drawnPerInch, dotsPerInch / drawnPerInch);
  const double mm = drawnPerInch / inch;
  const drawing::Size paper{(sheet.height - 2 * sheet.margin) * mm, (sheet.width - 2 * sheet.margin) * mm - heading};
  for (std::size_t i = 0; i < views.size(); ++i) {
    if (i > 0) pdf.newPage();
    painter.setFont(look.font(drawing::Face::Title));
    painter.setPen(look.colour(drawing::Ink::Ink));
    painter.drawText(QPointF(0, 14), title + QStringLiteral(" · ") + views[i].heading);
    drawing::Drawing drawn = views[i].draw(paper);
    if (drawn.unit == drawing::Unit::Millimetre) drawn = drawing::seen(drawn, drawing::fitting(drawn.world, paper), paper);
    painter.save();
    painter.translate(0, heading);
    // What needs more height than a sheet has is made smaller as a whole.
    if (drawn.height > paper.height) painter.scale(paper.height / drawn.height, paper.height / drawn.height);
    paintDrawing(painter, drawn, look);
    painter.restore();
  }
  return painter.end();
}

}  // namespace usherwright::app
