// What an empty plan opens with: the five jobs as cards, and the ways to a plan that is there already.
#pragma once

#include "app/stations/station.h"
#include "core/drawing/bike/bike_drawings.h"

namespace usherwright::app {

/// A job: its picture, what it is, what to bring. Checked while the plan has it.
class JobCard : public QAbstractButton {
  Q_OBJECT

 public:
  struct Words {
    drawing::Job job;
    const char *title, *what, *bring, *pointer;
  };
  JobCard(Kit kit, const Words& words, QWidget* parent = nullptr);
  const char* pointer() const { return words_.pointer; }
  QSize sizeHint() const override { return {kit_.look.px(150), kit_.look.px(190)}; }
  QSize minimumSizeHint() const override { return {110, 176}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Kit kit_;
  Words words_;
};

class StartCards : public QWidget {
  Q_OBJECT

 public:
  explicit StartCards(Kit kit, QWidget* parent = nullptr);
  void refresh();
  /// Puts the keyboard on the first card.
  void takeKeyboard();

 private:
  Kit kit_;
  void showRecent();
  std::vector<JobCard*> cards_;
  QHBoxLayout* recent_ = nullptr;
};

}  // namespace usherwright::app
