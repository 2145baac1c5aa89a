// The pages of station Fit.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>

#include "app/jobs/job.h"
#include "app/stations/station.h"
#include "app/widgets/pack_tabs.h"
#include "core/drawing/fit/fit_drawings.h"
#include "core/fit/layout.h"

namespace usherwright::app {

/// The room as it was measured; things and corners are dragged.
class RoomPage : public StationPage {
  Q_OBJECT

 public:
  RoomPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void drag(const QString& part, QPointF position, bool finished);
  void nudge(int key, Qt::KeyboardModifiers modifiers);
  void place(const QString& part, drawing::Point at);
  void readOutline();
  QString list(const char* name) const;

  CurrentPack current_;
  QWidget *kinds_, *work_, *empty_;  ///< the last keeps cards at the top while there is no drawing
  DrawingView* map_;
  QPushButton *thing_, *lessThing_, *corner_, *lessCorner_, *file_;
  QLabel* words_;
  std::optional<drawing::Point> ghost_;
};

/// Cells in the room: the kept layout, or better and better ones while one looks.
class LayoutPage : public StationPage {
  Q_OBJECT

 public:
  LayoutPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void look();
  void keep();
  void show();
  const FitFigures* figures() const;

  CurrentPack current_;
  Job<Outcome<CellLayout>> work_;
  std::size_t lookedFor_ = 0;
  bool looking_ = false;  ///< shown is what was looked for, not what is kept
  drawing::CellFace face_ = drawing::CellFace::Near;
  DrawingView* map_;
  QPushButton *look_, *keep_, *turn_;
  QProgressBar* share_;
  QLabel* words_;
  FitRoom room_;
  CellLayout shown_;
};

/// What the strips of the kept layout carry.
class StripsPage : public StationPage {
  Q_OBJECT

 public:
  StripsPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  CurrentPack current_;
  drawing::CellFace face_ = drawing::CellFace::Near;
  DrawingView* map_;
  QPushButton *turn_, *find_;
  QLabel* words_;
};

/// A finished box in its room.
class ClearancePage : public StationPage {
  Q_OBJECT

 public:
  ClearancePage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  CurrentPack current_;
  DrawingView* map_;
  QLabel* words_;
};

/// What is printed at true size.
class PrintPage : public StationPage {
  Q_OBJECT

 public:
  PrintPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  CurrentPack current_;
  DrawingView* sheet_;
  QWidget* buttons_;
  QLabel* words_;
};

}  // namespace usherwright::app
