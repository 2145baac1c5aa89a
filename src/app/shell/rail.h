// The station rail: names in working order, each with the shape of its worst finding.
#pragma once

#include <QAbstractButton>
#include <QButtonGroup>

#include "app/shell/station_table.h"

namespace usherwright::app {

class RailButton : public QAbstractButton {
  Q_OBJECT

 public:
  RailButton(Kit kit, const StationRow& row, QWidget* parent = nullptr);
  /// The worst finding of its station, and how far the way is there.
  void showState(std::optional<Severity> worst, WayDone progress);
  QSize sizeHint() const override { return {kit_.look.px(108), kit_.look.px(62)}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Kit kit_;
  void (*glyph_)(QPainterPath& strokes);
  int digit_;
  std::optional<Severity> worst_;
  WayDone progress_;
};

class Rail : public QWidget {
  Q_OBJECT

 public:
  explicit Rail(Kit kit, std::span<const StationRow> stations = stationTable(), QWidget* parent = nullptr);
  void setCurrent(Station station);

 Q_SIGNALS:
  void chosen(Station station);

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  void refresh();
  Kit kit_;
  QButtonGroup buttons_;
};

}  // namespace usherwright::app
