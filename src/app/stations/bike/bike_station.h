// Station Bike: labels and meter, the bike from the side, what is needed, evidence, what to measure next.
#pragma once

#include "app/stations/paged_station.h"

namespace usherwright::app {

class BikeStation : public PagedStation {
  Q_OBJECT

 public:
  explicit BikeStation(Kit kit, QWidget* parent = nullptr);
  bool showPage(const QString& name) override;
  QString mainWorking() const override { return QStringLiteral("peak"); }

 protected:
  std::vector<EntrySection> sections() const override;
  QString pageOf(const QString& pointer) const override;
};

}  // namespace usherwright::app
