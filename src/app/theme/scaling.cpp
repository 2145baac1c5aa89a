// Sizes as they were meant at 100 % lie in a property of the widget or layout.
#include "app/theme/scaling.h"

#include <QApplication>
#include <QEvent>
#include <QLayout>
#include <QVariant>

namespace usherwright::app {
namespace {

constexpr const char* sizesProperty = "sizesAt100";
constexpr const char* marginsProperty = "marginsAt100";

QRect sizesOf(const QWidget* w) { return {QPoint(w->minimumWidth(), w->minimumHeight()), QSize(w->maximumWidth(), w->maximumHeight())}; }

/// Zero is "none given", the largest "as large as it likes"; neither has a scale.
int scaled(int px, const Look& look) { return px <= 0 || px >= QWIDGETSIZE_MAX ? px : look.px(px); }

void give(QWidget* w, const QRect& sizes, const Look& look) {
  w->setMinimumSize(scaled(sizes.x(), look), scaled(sizes.y(), look));
  w->setMaximumSize(scaled(sizes.width(), look), scaled(sizes.height(), look));
}

void scaleLayout(QLayout* layout, const Look& look) {
  const QMargins now = layout->contentsMargins();
  QVariant kept = layout->property(marginsProperty);
  if (!kept.isValid()) {
    kept = QVariantList{now.left(), now.top(), now.right(), now.bottom()};
    layout->setProperty(marginsProperty, kept);
  }
  const QVariantList m = kept.toList();
  layout->setContentsMargins(scaled(m[0].toInt(), look), scaled(m[1].toInt(), look), scaled(m[2].toInt(), look),
                             scaled(m[3].toInt(), look));
}

}  // namespace

Scaling::Scaling(Look& look, QWidget* root) : QObject(root), look_(look), root_(root) {
  connect(&look_, &Look::scaleChanged, this, &Scaling::applyToAll);
}

void Scaling::setHeights(QWidget* widget, const Look& look, int least, int most) {
  QRect sizes = widget->property(sizesProperty).isValid() ? widget->property(sizesProperty).toRect() : sizesOf(widget);
  sizes.setY(least);
  sizes.setHeight(most);
  widget->setProperty(sizesProperty, sizes);
  give(widget, sizes, look);
}

bool Scaling::eventFilter(QObject* watched, QEvent* e) {
  if (e->type() == QEvent::Polish)
    if (auto* w = qobject_cast<QWidget*>(watched); w && (w == root_ || root_->isAncestorOf(w))) applyTo(w);
  return false;
}

void Scaling::applyTo(QWidget* widget) {
  QVariant sizes = widget->property(sizesProperty);
  if (!sizes.isValid()) {
    sizes = sizesOf(widget);
    widget->setProperty(sizesProperty, sizes);
  }
  if (!widget->isWindow()) give(widget, sizes.toRect(), look_);
  if (QLayout* layout = widget->layout()) {
    scaleLayout(layout, look_);
    for (QLayout* inner : layout->findChildren<QLayout*>()) scaleLayout(inner, look_);
  }
  widget->updateGeometry();
}

void Scaling::applyToAll() {
  if (!ever_) qApp->installEventFilter(this);  // until then no event need pass here
  ever_ = true;
  for (QWidget* w : root_->findChildren<QWidget*>()) applyTo(w);
}

ScaledPainter::ScaledPainter(QWidget* widget, const Look& look)
    : QPainter(widget), area_(0, 0, widget->width() / look.scale(), widget->height() / look.scale()) {
  setRenderHint(QPainter::Antialiasing);
  scale(look.scale(), look.scale());
}

}  // namespace usherwright::app
