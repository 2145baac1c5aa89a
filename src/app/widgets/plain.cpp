// Labels and tips as plain text.
#include "app/widgets/plain.h"

#include <QAbstractItemView>
#include <QHelpEvent>
#include <QTextDocument>
#include <QToolTip>

namespace usherwright::app {

int PlainLabel::heightForWidth(int width) const {
  if (!wordWrap()) return QLabel::heightForWidth(width);
  if (measured_ != text()) {
    measured_ = text();
    heights_.clear();
  }
  for (const Height& h : heights_)
    if (h.width == width) return h.height;
  constexpr std::size_t widthsKept = 16;  // a window that is drawn larger asks for ever new ones
  if (heights_.size() == widthsKept) heights_.clear();
  heights_.push_back({width, QLabel::heightForWidth(width)});
  return heights_.back().height;
}

bool PlainLabel::event(QEvent* e) {
  switch (e->type()) {
    case QEvent::FontChange:
    case QEvent::StyleChange:
    case QEvent::Polish:
    case QEvent::ContentsRectChange:
    case QEvent::ScreenChangeInternal: heights_.clear(); break;
    default: break;
  }
  return QLabel::event(e);
}

QString onButton(QString words) { return words.replace(QLatin1Char('&'), QStringLiteral("&&")); }

void showTip(QPoint place, const QString& words, QWidget* widget) {
  // The toolkit guesses whether a tip is markup; this one is, with every sign of the words escaped.
  QToolTip::showText(place, words.isEmpty() ? QString() : Qt::convertFromPlainText(words, Qt::WhiteSpaceNormal), widget);
}

bool PlainTips::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() != QEvent::ToolTip || !watched->isWidgetType()) return false;
  auto* widget = static_cast<QWidget*>(watched);
  const auto* help = static_cast<QHelpEvent*>(event);
  QString words = widget->toolTip();
  if (const auto* view = qobject_cast<QAbstractItemView*>(widget->parentWidget()); view && view->viewport() == widget) {
    const QString item = view->indexAt(help->pos()).data(Qt::ToolTipRole).toString();
    if (!item.isEmpty()) words = item;
  }
  if (words.isEmpty()) return false;
  showTip(help->globalPos(), words, widget);
  return true;
}

}  // namespace usherwright::app
