// Everything larger or smaller: sizes that were given in pixels follow the scale of the look.
#pragma once

#include <QObject>
#include <QPainter>
#include <QWidget>

#include "app/theme/look.h"

namespace usherwright::app {

/// Keeps smallest and largest sizes and the margins of layouts in step with Look::scale(), of the widgets under `root` that
/// are there and of those that come. Sizes are taken as they were meant at 100 % when a widget is first met.
class Scaling : public QObject {
  Q_OBJECT

 public:
  Scaling(Look& look, QWidget* root);
  /// A height that changes while the window lives, in pixels at 100 %. QWIDGETSIZE_MAX: as high as it likes.
  static void setHeights(QWidget* widget, const Look& look, int least, int most);

 protected:
  bool eventFilter(QObject* watched, QEvent* e) override;

 private:
  void applyTo(QWidget* widget);
  void applyToAll();

  Look& look_;
  QWidget* root_;
  bool ever_ = false;  ///< until a scale was chosen there is nothing to keep in step
};

/// A painter that draws in pixels at 100 %, whatever the scale is.
class ScaledPainter : public QPainter {
 public:
  ScaledPainter(QWidget* widget, const Look& look);
  /// The widget as the painter sees it.
  QRectF area() const { return area_; }

 private:
  QRectF area_;
};

}  // namespace usherwright::app
