// Wrapping rows.
#include "app/widgets/flow_layout.h"

#include <QWidget>

namespace usherwright::app {

FlowLayout::FlowLayout(QWidget* parent, int spacing) : QLayout(parent) {
  setSpacing(spacing);
  setContentsMargins(0, 0, 0, 0);
}

FlowLayout::~FlowLayout() { qDeleteAll(items_); }

QLayoutItem* FlowLayout::takeAt(int index) { return index >= 0 && index < items_.size() ? items_.takeAt(index) : nullptr; }

QSize FlowLayout::minimumSize() const {
  QSize size;
  for (const QLayoutItem* item : items_) size = size.expandedTo(item->minimumSize());
  return size;
}

void FlowLayout::setGeometry(const QRect& rect) {
  QLayout::setGeometry(rect);
  arrange(rect, true);
}

int FlowLayout::arrange(const QRect& rect, bool apply) const {
  int x = rect.x(), y = rect.y(), row = 0;
  for (QLayoutItem* item : items_) {
    if (item->isEmpty()) continue;  // hidden
    const QSize hint = item->sizeHint();
    if (x + hint.width() > rect.right() + 1 && row > 0) {
      x = rect.x();
      y += row + spacing();
      row = 0;
    }
    if (apply) item->setGeometry(QRect(QPoint(x, y), hint));
    x += hint.width() + spacing();
    row = std::max(row, hint.height());
  }
  return y + row - rect.y();
}

}  // namespace usherwright::app
