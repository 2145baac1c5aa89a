// A page of a PDF as another program reads it: its size and its strokes, in millimetres.
#pragma once

#include <QFile>
#include <QProcess>
#include <QRegularExpression>
#include <QString>
#include <QTemporaryDir>
#include <catch2/catch.hpp>
#include <cmath>
#include <vector>

namespace driving {

struct PrintedPage {
  double width = 0, height = 0;
  std::vector<double> level;  ///< lengths along the paper of straight strokes of two points
  bool hasStroke(double mm) const {
    for (const double s : level)
      if (std::abs(s - mm) < 0.2) return true;
    return false;
  }
};

inline PrintedPage printedPage(const QString& pdf) {
  constexpr double perPoint = 25.4 / 72;
  QTemporaryDir folder;
  const QString svg = folder.filePath(QStringLiteral("page.svg"));
  REQUIRE(QProcess::execute(QStringLiteral("pdftocairo"), {QStringLiteral("-svg"), QStringLiteral("-f"), QStringLiteral("1"),
                                                           QStringLiteral("-l"), QStringLiteral("1"), pdf, svg}) == 0);
  QFile file(svg);
  REQUIRE(file.open(QIODevice::ReadOnly));
  const QString page = QString::fromUtf8(file.readAll());
  PrintedPage out;
  const auto size = QRegularExpression(QStringLiteral("viewBox=\"0 0 ([0-9.]+) ([0-9.]+)\"")).match(page);
  REQUIRE(size.hasMatch());
  out.width = size.captured(1).toDouble() * perPoint;
  out.height = size.captured(2).toDouble() * perPoint;
  // With the scale of its own matrix.
  const QRegularExpression stroke(
      QStringLiteral("d=\"M ([-0-9.]+) ([-0-9.]+) L ([-0-9.]+) ([-0-9.]+) ?\" transform=\"matrix\\(([-0-9.]+)"));
  for (auto it = stroke.globalMatch(page); it.hasNext();) {
    const auto m = it.next();
    out.level.push_back(std::abs(m.captured(3).toDouble() - m.captured(1).toDouble()) * m.captured(5).toDouble() * perPoint);
  }
  return out;
}

}  // namespace driving
