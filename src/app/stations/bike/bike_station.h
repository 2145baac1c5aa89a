// Station Bike: labels and meter, the bike from the side, what is needed, evidence, what to measure next.
#pragma once

#include "app/stations/station.h"
#include "app/widgets/pages.h"

namespace usherwright::app {

class BikeStation : public StationView {
  Q_OBJECT

 public:
  explicit BikeStation(Kit kit, QWidget* parent = nullptr);
  bool showPage(const QString& name) override;
  bool reveal(const QString& pointer) override;
  QString mainWorking() const override { return QStringLiteral("peak"); }

 protected:
  void refresh() override;

 private:
  std::vector<EntrySection> sections() const;
  Pages* pages_;
};

}  // namespace usherwright::app
