// Station Fit: the room of a pack, its cells, its strips, and what is printed at true size.
#pragma once

#include "app/stations/paged_station.h"
#include "app/widgets/pack_tabs.h"

namespace usherwright::app {

class FitStation : public PagedStation {
  Q_OBJECT

 public:
  explicit FitStation(Kit kit, QWidget* parent = nullptr);
  bool reveal(const QString& pointer) override;
  QString mainWorking() const override { return QStringLiteral("fit/%1/holds").arg(current_); }

 protected:
  bool isEmpty() const override { return kit_.document.plan().packs.empty(); }
  std::vector<EntrySection> sections() const override;
  void prepare() override;

 private:
  void choose(std::size_t pack);

  PackTabs* tabs_;
  std::size_t current_ = 0;
  std::size_t place_ = 0;  ///< of the kept layout, its entries are shown
};

}  // namespace usherwright::app
