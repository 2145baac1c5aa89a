// The list of steps.
#include "app/shell/way_list.h"

#include <QApplication>
#include <QKeyEvent>
#include <QVBoxLayout>

#include "app/present/words.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

WayList::WayList(Kit kit, QWidget* parent) : QFrame(parent), kit_(kit) {
  setObjectName(QStringLiteral("way"));
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(14, 10, 14, 12);
  head_ = new PlainLabel(QStringLiteral("The way to a verdict"));
  head_->setProperty("role", "title");
  column->addWidget(head_);
  list_ = new QListWidget;
  list_->setAccessibleName(QStringLiteral("steps"));
  list_->setWordWrap(true);
  list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
  list_->installEventFilter(this);
  column->addWidget(list_, 1);
  connect(list_, &QListWidget::itemClicked, this, &WayList::choose);
  hide();
}

void WayList::toggle() {
  if (isVisible()) return close();
  before_ = QApplication::focusWidget();
  setStyleSheet(QStringLiteral("QFrame#way { background: %1; border: 2px solid %2; border-radius: 6px; }")
                    .arg(kit_.look.colour(drawing::Ink::Card).name(), kit_.look.colour(drawing::Ink::Deep).name()));
  fill();
  const int w = std::min(kit_.look.px(520), parentWidget()->width() - 60), h = std::min(kit_.look.px(560), parentWidget()->height() - 110);
  setGeometry(parentWidget()->width() - w - 12, 68, w, h);
  show();
  raise();
  list_->setFocus();
}

void WayList::fill() {
  list_->clear();
  const std::vector<WayStep>& way = kit_.document.way();
  const WayStep* next = nextOf(way);
  int done = 0;
  for (const WayStep& s : way) {
    done += s.done ? 1 : 0;
    const QString mark = s.done       ? QStringLiteral("✓")
                         : s.stop     ? QStringLiteral("■")
                         : &s == next ? QStringLiteral("●")
                                      : QStringLiteral("○");
    QString words = QStringLiteral("%1  %2").arg(mark, text(s.words));
    if (!s.done) words += QStringLiteral("\n     %1").arg(text(s.why));
    QStringList names;
    for (const std::string_view name : missingIn(kit_.document.plan(), s)) names << text(name);
    if (names.size() > 4) names = names.mid(0, 4) << QStringLiteral("…");
    if (!names.isEmpty()) words += QStringLiteral("\n     missing: %1").arg(names.join(QStringLiteral(", ")));
    auto* item = new QListWidgetItem(words, list_);
    if (s.done) item->setForeground(kit_.look.colour(drawing::Ink::Soft));
    if (&s == next) list_->setCurrentItem(item);
  }
  head_->setText(QStringLiteral("The way to a verdict   %1 of %2 done").arg(done).arg(way.size()));
  if (!list_->currentItem() && list_->count() > 0) list_->setCurrentRow(0);
  if (list_->currentItem()) list_->scrollToItem(list_->currentItem());
}

void WayList::choose() {
  const int row = list_->currentRow();
  if (row < 0 || row >= static_cast<int>(kit_.document.way().size())) return;
  const WayStep step = kit_.document.way()[static_cast<std::size_t>(row)];
  hide();
  Q_EMIT chosen(step);
}

void WayList::close() {
  hide();
  if (before_ && before_->isVisible()) before_->setFocus();
  before_ = nullptr;
}

bool WayList::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::FocusOut && static_cast<QFocusEvent*>(event)->reason() != Qt::ActiveWindowFocusReason) hide();
  if (event->type() == QEvent::KeyPress) {
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Escape) return close(), true;
    if (key == Qt::Key_Return || key == Qt::Key_Enter) return choose(), true;
  }
  return QFrame::eventFilter(watched, event);
}

}  // namespace usherwright::app
