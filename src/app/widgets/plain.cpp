// Labels and tips as plain text.
#include "app/widgets/plain.h"

#include <QAbstractItemView>
#include <QHelpEvent>
#include <QTextDocument>
#include <QToolTip>

namespace usherwright::app {

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
