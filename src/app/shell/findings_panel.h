// The findings: this station's first, then the rest; collapses to a count.
#pragma once

#include <QLabel>
#include <QScrollArea>
#include <QToolButton>

#include "app/shell/finding_card.h"

namespace usherwright::app {

class FindingsPanel : public QWidget {
  Q_OBJECT

 public:
  explicit FindingsPanel(Kit kit, QWidget* parent = nullptr);
  void setStation(Station station);
  /// Opens the next (+1) or previous (−1) finding and puts the keyboard there; round again at the ends.
  void step(int by);
  void openFinding(const QString& key);
  bool isCollapsed() const { return collapsed_; }
  void setCollapsed(bool collapsed);
  QString headline() const { return count_->text(); }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  void refresh();
  void openOnly(FindingCard* card);

  Kit kit_;
  Station station_ = Station::Bike;
  QLabel *title_, *count_;
  QToolButton* fold_;
  QScrollArea* scroll_;
  QWidget* inner_;
  QVBoxLayout* column_;
  std::vector<FindingCard*> cards_;
  std::size_t shown_ = 0;
  bool collapsed_ = false;
};

}  // namespace usherwright::app
