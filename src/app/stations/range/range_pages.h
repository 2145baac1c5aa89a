// Pages of station Range: the way as it is ridden, the band, the ladder from label to road, and what rides teach.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include "app/stations/station.h"
#include "core/drawing/subject.h"
#include "core/studies/way_ridden.h"

namespace usherwright::app {

/// The route, what is left along it, and what each knob is worth.
class WayPage : public StationPage {
  Q_OBJECT

 public:
  explicit WayPage(Kit kit);
  void refresh() override;
  /// A GPX file becomes the route; what was mended, or why it was not read.
  QString takeTrack(const QString& path);

 private:
  QHBoxLayout* buildRow();
  void scrubTo(std::size_t place);
  void addStop();
  std::size_t stopCount() const;
  void step(int key);
  void showPlace();
  /// The plan with the chosen ride in front, and what is found of it.
  drawing::Subject shown() const;
  std::size_t chosen() const;

  std::optional<Plan> otherPlan_;  ///< while it is not the first ride that is shown
  Assessment otherFound_;
  QComboBox* rides_;
  WayRidden way_;
  std::vector<Knob> knobs_;
  DrawingView *profile_, *map_, *knobCards_;
  QLabel *here_, *said_, *stops_;
  QPushButton* dropStop_;
  std::size_t at_ = 0;
};

class BandPage : public StationPage {
  Q_OBJECT

 public:
  explicit BandPage(Kit kit);
  void refresh() override;

 private:
  DrawingView* band_;
  Figure *likely_, *perKm_, *need_, *usable_, *time_;
};

class LadderPage : public StationPage {
  Q_OBJECT

 public:
  explicit LadderPage(Kit kit);
  void refresh() override;

 private:
  std::vector<Rung> rungs_;
  DrawingView* sheet_;
};

}  // namespace usherwright::app
