// The pages of station Fit.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <optional>

#include "app/jobs/job.h"
#include "app/stations/station.h"
#include "app/widgets/pack_tabs.h"
#include "core/drawing/fit/fit_drawings.h"
#include "core/fit/layout.h"

namespace usherwright::app {

/// Where a click on a length or on a thing of a pack's room leads; false of any other part.
bool followPart(const Kit& kit, std::size_t pack, const QString& part);

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
  QString dragged_;  ///< part, while it is dragged
  drawing::Point draggedTo_;
};

/// Cells in the room: the kept layout, or better and better ones while one looks. Kept cells are moved by keys, groups locked.
class LayoutPage : public StationPage {
  Q_OBJECT

 public:
  LayoutPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void look();
  void keep();
  void show();
  void lockGroup();
  void nudge(int key, Qt::KeyboardModifiers modifiers);
  /// The cell that was chosen, if it is one of the kept layout.
  std::optional<std::size_t> chosenCell() const;
  const FitFigures* figures() const;

  CurrentPack current_;
  Job<Outcome<CellLayout>> work_;
  std::size_t lookedFor_ = 0;
  bool looking_ = false;  ///< shown is what was looked for, not what is kept
  drawing::CellFace face_ = drawing::CellFace::Near;
  DrawingView* map_;
  QPushButton *look_, *keep_, *turn_, *lock_, *more_;
  QProgressBar* share_;
  QLabel* words_;
  QString said_;  ///< about the last key or click, until something else is done
  FitRoom room_;
  CellLayout shown_;
};

/// What the strips of the kept layout carry; where the leads are taken from is dragged, or set by a click on a cell of an end group.
class StripsPage : public StationPage {
  Q_OBJECT

 public:
  StripsPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void take(std::size_t cell, std::optional<std::size_t> insteadOf);
  const FitFigures* figures() const;

  CurrentPack current_;
  drawing::CellFace face_ = drawing::CellFace::Near;
  DrawingView* map_;
  QPushButton *turn_, *find_;
  QLabel* words_;
};

/// A finished box in its room: it is dragged and turned, and comes in by a way that was found.
class ClearancePage : public StationPage {
  Q_OBJECT

 public:
  ClearancePage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void place(drawing::Point at, double turn);
  void nudge(int key, Qt::KeyboardModifiers modifiers);
  void turnBy(double degrees);
  const BoxInRoom* box() const;

  CurrentPack current_;
  DrawingView* map_;
  QWidget* buttons_;
  QPushButton *less_, *more_, *best_;
  QLabel* words_;
  std::optional<drawing::Point> ghost_;
};

/// How the pack is held, what its case is of, and what stands beside it, each finding a mark.
class HoldPage : public StationPage {
  Q_OBJECT

 public:
  HoldPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  CurrentPack current_;
  DrawingView* map_;
  QLabel *marks_, *words_;
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
