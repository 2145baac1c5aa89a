// Station Pack: the packs by name, and the pages of the one that is chosen.
#pragma once

#include "app/stations/paged_station.h"
#include "app/widgets/pack_tabs.h"

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
  void choose(std::size_t pack);

  PackTabs* tabs_;
  std::size_t current_ = 0;
};

}  // namespace usherwright::app
