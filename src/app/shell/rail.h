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
  void showWorst(std::optional<Severity> worst);
  QSize sizeHint() const override { return {108, 62}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  void paintGlyph(QPainter& painter) const;
  Kit kit_;
  Station station_;
  int digit_;
  std::optional<Severity> worst_;
};

class Rail : public QWidget {
  Q_OBJECT

 public:
  explicit Rail(Kit kit, QWidget* parent = nullptr);
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
