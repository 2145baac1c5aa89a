// Station Pack: the packs by name, and the pages of the one that is chosen.
#pragma once

#include <QButtonGroup>

#include "app/stations/paged_station.h"

namespace usherwright::app {

class PackStation : public PagedStation {
  Q_OBJECT

 public:
  explicit PackStation(Kit kit, QWidget* parent = nullptr);
  bool reveal(const QString& pointer) override;
  QString mainWorking() const override { return QStringLiteral("pack/%1/label").arg(current_); }

 protected:
  bool isEmpty() const override { return kit_.document.plan().packs.empty(); }
  std::vector<EntrySection> sections() const override;
  void prepare() override;

 private:
  void buildTabs();
  void choose(std::size_t pack);

  QHBoxLayout* tabRow_;
  QButtonGroup* tabs_;
  std::size_t current_ = 0;
  QStringList shownTabs_;
};

}  // namespace usherwright::app
