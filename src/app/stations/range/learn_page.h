// Station Range, page Learn: rides that were done, by hand or from a logger's file, and what they teach of rider and packs.
#pragma once

#include <QComboBox>
#include <QLineEdit>

#include "app/stations/station.h"
#include "core/log/ride_learn.h"
#include "core/plan/plan.h"

namespace usherwright::app {

/// Rides that were done: noted, shown against the model, taken back.
class LearnPage : public StationPage {
  Q_OBJECT

 public:
  explicit LearnPage(Kit kit);
  void refresh() override;
  /// A logger's file fills the line of a new ride; nothing is noted before the person has seen it.
  void takeFile(const QString& path);

 private:
  void keep();
  QLayout* buildPackLine();
  void tellOfPack();
  std::optional<std::size_t> carriedBy() const;
  /// Into a field of the pack that carried it, as measured, from this ride.
  void takeMeasured(const char* key, double value, const QString& what);
  void takeResistance();
  void takeHealth();

  DrawingView* chart_;
  QLabel *words_, *problem_, *ofPack_;
  QLineEdit *when_, *km_, *climb_, *used_, *minutes_;
  QPushButton *drop_, *takeResistance_, *takeCharge_;
  QComboBox* carried_;
  Ride fromFile_;
  std::vector<PowerMoment> power_;
  LearnedOfPack learned_;
};

}  // namespace usherwright::app
