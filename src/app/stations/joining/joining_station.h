// Station Joining: what happens when packs meet.
#pragma once

#include "app/stations/paged_station.h"

namespace usherwright::app {

class JoiningStation : public PagedStation {
  Q_OBJECT

 public:
  explicit JoiningStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override { return QStringLiteral("gauge"); }

 protected:
  bool isEmpty() const override { return kit_.document.plan().packs.empty(); }
  std::vector<EntrySection> sections() const override;
  QString pageOf(const QString& pointer) const override;
};

}  // namespace usherwright::app
