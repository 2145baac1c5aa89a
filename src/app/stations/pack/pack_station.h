// Station Pack: the block of cells with its handles, the voltage ladder, volts over charge, cells and BMS.
#pragma once

#include <QButtonGroup>

#include "app/stations/station.h"
#include "app/widgets/pages.h"

namespace usherwright::app {

class PackStation : public StationView {
  Q_OBJECT

 public:
  explicit PackStation(Kit kit, QWidget* parent = nullptr);
  bool reveal(const QString& pointer) override;
  bool showPage(const QString& name) override { return sheets_->choose(name); }
  QString mainWorking() const override { return QStringLiteral("pack/%1/label").arg(current_); }

 protected:
  void refresh() override;

 private:
  void buildTabs();
  QWidget* buildBlock();
  void buildFigures(QVBoxLayout* column);
  void showLabelGuess();
  void showBox(const Pack& pack, const Makeup& made);
  void takeLabelGuess();
  void choose(std::size_t pack);
  void changeCount(const char* key, int by);
  void dragHandle(const QString& part, QPointF position, bool finished);
  void showFigures();
  std::vector<EntrySection> sections() const;

  QStackedLayout* pages_;
  Pages* sheets_;
  QHBoxLayout* tabRow_;
  QButtonGroup* tabs_;
  DrawingView *block_, *ladder_, *sag_;
  Figure *rated_, *label_, *mass_, *perCell_, *cost_, *resistance_;
  Figure *sustained_, *heat_, *sagAtPeak_, *rise_, *perKilo_, *perMoney_, *buy_, *balance_;
  QLabel* guess_;
  QPushButton *takeGuess_, *seen_;
  QWidget *blockHeading_, *boxHeading_;
  std::size_t current_ = 0;
  QStringList shownTabs_;
  QPointF dragFrom_;
  int dragStart_ = 0;
  bool dragging_ = false;
};

}  // namespace usherwright::app
