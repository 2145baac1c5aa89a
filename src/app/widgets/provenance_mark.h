// The small letter behind a value that says where it comes from.
#pragma once

#include <QAbstractButton>

#include "app/widgets/kit.h"

namespace usherwright::app {

class ProvenanceMark : public QAbstractButton {
  Q_OBJECT

 public:
  ProvenanceMark(Kit kit, QString pointer, QWidget* parent = nullptr);
  /// Reads the source of its field again.
  void refresh();
  QSize sizeHint() const override { return {kit_.look.px(20), kit_.look.px(20)}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Kit kit_;
  QString pointer_;
  QString letter_;
  bool weak_ = false;
};

}  // namespace usherwright::app
