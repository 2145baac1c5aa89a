// Station Log: the pack goes to somebody else, and what is private stays.
#pragma once

#include "app/stations/station.h"

class QCheckBox;
class QLineEdit;
class QPlainTextEdit;

namespace usherwright::app {

class HandOnPage : public StationPage {
  Q_OBJECT

 public:
  explicit HandOnPage(Kit kit);
  void refresh() override;
  /// Writes a copy of the plan; what happened, in a sentence.
  QString writeCopy(const QString& path) const;

 private:
  QLayout* buildPrivate();
  QLayout* buildShare();
  void keep();

  QPlainTextEdit* sheet_;
  QLineEdit *what_, *value_;
  QLabel *problem_, *kept_;
  QPushButton* drop_;
  QCheckBox *privateThings_, *notes_, *places_;
};

}  // namespace usherwright::app
