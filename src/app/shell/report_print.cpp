// PDF by Qt's text document; drawings are images at three pixels to one.
#include "app/shell/report_print.h"

#include <QPainter>
#include <QPdfWriter>
#include <QSaveFile>
#include <QTextDocument>
#include <vector>

#include "app/present/words.h"
#include "app/theme/paint_drawing.h"
#include "core/drawing/list/camera.h"
#include "core/io/clock.h"
#include "core/report/report.h"

namespace usherwright::app {
namespace {

constexpr double sharp = 3;       // pixels of an image to one of the page
constexpr double pageWide = 680;  // px between the margins of A4 at 96 dpi
constexpr int dpi = 96, marginMm = 15;

QImage imageOf(const drawing::Drawing& drawn, double wide, double high) {
  Look paper;
  QImage image(static_cast<int>(wide * sharp), static_cast<int>(high * sharp), QImage::Format_RGB32);
  image.fill(Qt::white);
  QPainter painter(&image);
  painter.setRenderHint(QPainter::Antialiasing);
  painter.scale(sharp, sharp);
  if (drawn.unit == drawing::Unit::Millimetre) {
    const drawing::Camera camera = drawing::fitting(drawn.world, {wide, high});
    paintDrawing(painter, drawing::seen(drawn, camera, {wide, high}), paper);
  } else {
    painter.scale(wide / drawn.width, wide / drawn.width);
    paintDrawing(painter, drawn, paper);
  }
  return image;
}

}  // namespace

QString writeReport(const Plan& plan, const Assessment& assessment, UnitSystem units, bool notes, const QString& path) {
  ReportWish wish{units, today(), notes, {}};
  QSaveFile file(path);
  if (!file.open(QIODevice::WriteOnly)) return QStringLiteral("%1 cannot be written: %2.").arg(path, file.errorString());
  if (path.endsWith(QLatin1String(".html"), Qt::CaseInsensitive)) {
    const std::string html = reportHtml(plan, assessment, wish);
    file.write(html.data(), static_cast<qint64>(html.size()));
  } else {
    QTextDocument document;
    int images = 0;
    wish.figure = [&](const drawing::Drawing& drawn) {
      const bool world = drawn.unit == drawing::Unit::Millimetre;
      const double high = world ? pageWide * 0.6 : pageWide * drawn.height / drawn.width;
      const QUrl url(QStringLiteral("drawing:%1").arg(images++));
      document.addResource(QTextDocument::ImageResource, url, imageOf(drawn, pageWide, high));
      return fmt::format("<p style=\"line-height:100%\"><img src=\"{}\" width=\"{:.0f}\" height=\"{:.0f}\"/></p>",
                         url.toString().toStdString(), pageWide, high);
    };
    document.setDocumentMargin(0);
    document.setHtml(text(reportHtml(plan, assessment, wish)));
    QPdfWriter writer(&file);
    writer.setPageSize(QPageSize(QPageSize::A4));
    writer.setPageMargins(QMarginsF(marginMm, marginMm, marginMm, marginMm), QPageLayout::Millimeter);
    writer.setResolution(dpi);
    writer.setTitle(text(plan.title));
    writer.setCreator(QStringLiteral("Usherwright"));
    document.setPageSize(QSizeF(writer.width(), writer.height()));
    document.print(&writer);
  }
  if (!file.commit()) return QStringLiteral("%1 cannot be written: %2.").arg(path, file.errorString());
  return {};
}

}  // namespace usherwright::app
