// A computed figure: caption over an underlined value that opens its working.
#pragma once

#include <QAbstractButton>

#include "app/widgets/kit.h"

namespace usherwright::app {

class Figure : public QAbstractButton {
  Q_OBJECT

 public:
  /// `working` is the id of the working, empty if there is none.
  Figure(Kit kit, const QString& caption, const QString& working, QWidget* parent = nullptr);
  void setValue(const QString& value, const QString& unit);
  void setWorking(const QString& working);
  QSize sizeHint() const override;
  QSize minimumSizeHint() const override { return sizeHint(); }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Kit kit_;
  QString caption_, value_, unit_;
};

}  // namespace usherwright::app
