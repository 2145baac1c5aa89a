// Station Joining. The first page is the flow: basins, the ride with its scrubber, method cards, the connect gauge, who
// goes first; the others are in joining_pages.h. Until Wiring exists, each pack's lead, plug and fuse are edited here.
#pragma once

#include <QButtonGroup>
#include <QTimer>

#include "app/stations/station.h"
#include "app/widgets/pages.h"

namespace usherwright::app {

class JoiningStation : public StationView {
  Q_OBJECT

 public:
  explicit JoiningStation(Kit kit, QWidget* parent = nullptr);
  QString mainWorking() const override { return QStringLiteral("gauge"); }
  Second time() const { return time_; }
  bool showPage(const QString& page) override;
  bool reveal(const QString& pointer) override;
  /// The ride as a table, or the circuit as a netlist, by the ending of `path`. The sentence says what happened.
  QString saveTo(const QString& path) const;
  /// Takes a list of seconds and watts as the ride. The sentence says what happened.
  QString takeRide(const QString& path);

 protected:
  void refresh() override;
  void hideEvent(QHideEvent*) override;

 private:
  QWidget* buildFlow();
  QWidget* buildRideRow();
  QWidget* buildMethods();
  QWidget* buildPolicies();
  QWidget* buildTimeRow();
  void setTime(Second time);
  void scrubTo(QPointF position);
  void step(int key, Qt::KeyboardModifiers modifiers);
  void tick();
  void showMethods();
  void showTime();
  std::vector<EntrySection> sections() const;
  Second end() const;

  QStackedLayout* pages_;
  Pages* sheets_;
  QButtonGroup *methods_, *policies_;
  DrawingView *basins_, *ride_, *gauge_;
  QPushButton* play_;
  QLabel *clock_, *said_;
  QTimer timer_;
  Second time_;
};

}  // namespace usherwright::app
