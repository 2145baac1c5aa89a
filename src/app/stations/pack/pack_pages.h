// The pages of station Pack beside the block: search, groups, health, BMS sheet, passport.
#pragma once

#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTimer>
#include <memory>

#include "app/jobs/job.h"
#include "app/stations/station.h"
#include "app/widgets/pack_tabs.h"
#include "core/pack/bench_tests.h"
#include "core/sheets/questions.h"
#include "core/studies/search.h"

namespace usherwright::app {

/// The shelf of this session: what ships, and lists taken in. A list makes another shelf: a search that runs keeps its own.
struct SessionShelf {
  std::shared_ptr<const Shelf> parts = std::make_shared<const Shelf>(shippedShelf());
};
using SharedShelf = std::shared_ptr<SessionShelf>;

/// The block of cells, or the closed box.
class BlockPage : public StationPage {
  Q_OBJECT

 public:
  BlockPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void buildFigures(QVBoxLayout* column);
  void showLabelGuess();
  void showBox(const Pack& pack, const Makeup& made);
  void takeLabelGuess();
  void changeCount(const char* key, int by);
  void dragHandle(const QString& part, QPointF position, bool finished);
  void showFigures();
  CurrentPack current_;
  DrawingView *block_, *ladder_, *sag_;
  Figure *rated_, *label_, *mass_, *perCell_, *cost_, *resistance_;
  Figure *sustained_, *heat_, *sagAtPeak_, *rise_, *perKilo_, *perMoney_, *buy_, *balance_;
  QLabel* guess_;
  QPushButton *takeGuess_, *seen_;
  QWidget *blockHeading_, *boxHeading_;
  QPointF dragFrom_;
  int dragStart_ = 0;
  bool dragging_ = false;
};

/// Every pack that the controller and the current allow, Wh over cost.
class FindPage : public StationPage {
  Q_OBJECT

 public:
  FindPage(Kit kit, CurrentPack current, SharedShelf shelf);
  void refresh() override;
  /// Takes in a list of cells, or of boards, as CSV for this session. The sentence says what happened.
  QString takeList(const QString& path);

 private:
  /// What a search found, and on which shelf.
  struct Found {
    Outcome<SearchResult> outcome;
    std::shared_ptr<const Shelf> shelf;
  };
  void search();
  void takeFound();
  void offer();
  bool isWanted(const SearchHit& hit) const;
  void showChosen();
  void take(bool asNew);
  CurrentPack current_;
  SharedShelf shelf_;
  Job<Found> work_;
  Found found_;  ///< the last that came; of an earlier plan while a search runs
  std::size_t searchedFor_ = 0;
  std::vector<std::size_t> offered_;
  int chosen_ = -1;
  QTimer later_;
  QLineEdit *least_, *heaviest_;
  QComboBox *order_, *trust_;
  DrawingView* scatter_;
  QLabel *count_, *words_;
  QPushButton *replace_, *add_;
};

/// Group or cell volts: spread, rank, missing Ah.
class GroupsPage : public StationPage {
  Q_OBJECT

 public:
  GroupsPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  void read();
  void keep();
  CurrentPack current_;
  QPlainTextEdit* typed_;
  QComboBox* of_;
  QLabel *verdict_, *rank_;
  QPushButton* keep_;
  DrawingView *bars_, *rack_;
  std::vector<Volt> volts_;
  std::optional<GroupCheck> check_;
  QString prefilled_;
};

/// Capacity tests and what they say.
class HealthPage : public StationPage {
  Q_OBJECT

 public:
  HealthPage(Kit kit, CurrentPack current);
  void refresh() override;

 private:
  QHBoxLayout* buildButtons();
  QHBoxLayout* buildSupply();
  void log();
  CurrentPack current_;
  void showSupply();
  QLineEdit *when_, *putBack_, *resistance_, *supply_;
  QLabel* supplyWords_;
  QLabel *tests_, *verdict_, *problem_, *trust_;
  DrawingView* bars_;
  QPushButton *drop_, *adopt_, *tested_;
};

/// What the board should be set to, what it says, and boards of the shelf that fit.
class BoardPage : public StationPage {
  Q_OBJECT

 public:
  BoardPage(Kit kit, CurrentPack current, SharedShelf shelf);
  void refresh() override;

 private:
  CurrentPack current_;
  SharedShelf shelf_;
  DrawingView* strips_;
  std::vector<BoardSetting> settings_;
  QComboBox* boards_;
  QPushButton* fit_;
  std::vector<std::size_t> fitting_;
};

/// The pack's own label, to be printed.
class PassportPage : public StationPage {
  Q_OBJECT

 public:
  PassportPage(Kit kit, CurrentPack current);
  void refresh() override;
  /// Writes the label as SVG or PDF, by the ending of the name. The sentence says what happened.
  QString saveTo(const QString& path);

 private:
  CurrentPack current_;
  DrawingView* label_;
  QLabel* words_;
};

}  // namespace usherwright::app
