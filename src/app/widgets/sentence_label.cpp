// The sentence.
#include "app/widgets/sentence_label.h"

#include <QMouseEvent>
#include <QPainter>
#include <QRegularExpression>

namespace usherwright::app {

SentenceLabel::SentenceLabel(const Look& look, QWidget* parent) : PlainLabel({}, parent), look_(look) {
  setWordWrap(true);
  setMouseTracking(true);
}

QList<SentenceLabel::Span> SentenceLabel::figuresOf(const QString& words) {
  static const QRegularExpression figure(QStringLiteral(
      "(?<![\\w.,])\\d+(?:[.,]\\d+)?(?: ?(?:Ah|Wh|Wh/km|km|mi|mΩ|Ω|mV|mA|mm²|mm|µF|V|A|W|%|°C|°F|K|kg|lb|min|h|s|m))?(?![\\w])"));
  QList<Span> out;
  for (auto it = figure.globalMatch(words); it.hasNext();) {
    const auto match = it.next();
    out.push_back({static_cast<int>(match.capturedStart()), static_cast<int>(match.capturedLength())});
  }
  return out;
}

void SentenceLabel::layOut(QTextLayout& layout) const {
  QTextOption option;
  option.setWrapMode(QTextOption::WordWrap);
  layout.setTextOption(option);
  double y = 0;
  layout.beginLayout();
  for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine()) {
    line.setLineWidth(contentsRect().width());
    line.setPosition({0, y});
    y += line.height();
  }
  layout.endLayout();
}

void SentenceLabel::paintEvent(QPaintEvent*) {
  QTextLayout layout(text(), font());
  QList<QTextLayout::FormatRange> formats;
  for (const Span& span : figuresOf(text())) {
    QTextLayout::FormatRange range;
    range.start = span.from;
    range.length = span.length;
    range.format.setUnderlineStyle(QTextCharFormat::DotLine);
    range.format.setUnderlineColor(look_.colour(drawing::Ink::Deep));
    formats.push_back(range);
  }
  layout.setFormats(formats);
  layOut(layout);
  QPainter painter(this);
  painter.setPen(look_.colour(drawing::Ink::Ink));
  layout.draw(&painter, contentsRect().topLeft());
}

bool SentenceLabel::isFigureAt(QPointF place) const {
  QTextLayout layout(text(), font());
  layOut(layout);
  const QPointF inside = place - contentsRect().topLeft();
  for (int i = 0; i < layout.lineCount(); ++i) {
    const QTextLine line = layout.lineAt(i);
    if (!line.naturalTextRect().contains(inside)) continue;
    const int at = line.xToCursor(inside.x(), QTextLine::CursorOnCharacter);
    for (const Span& span : figuresOf(text()))
      if (at >= span.from && at < span.from + span.length) return true;
  }
  return false;
}

void SentenceLabel::mousePressEvent(QMouseEvent* e) {
  if (e->button() == Qt::LeftButton && isFigureAt(e->position())) Q_EMIT figureClicked();
  else e->ignore();  // the card opens
}

void SentenceLabel::mouseMoveEvent(QMouseEvent* e) {
  setCursor(isFigureAt(e->position()) ? Qt::WhatsThisCursor : Qt::PointingHandCursor);
  e->ignore();
}

}  // namespace usherwright::app
