// The verdict bar.
#include "app/shell/verdict_bar.h"

#include <QHelpEvent>

#include "app/present/words.h"
#include "app/theme/paint_drawing.h"
#include "app/theme/scaling.h"
#include "app/widgets/plain.h"

namespace usherwright::app {
namespace {

using drawing::Ink;

constexpr int textFrom = 40;

}  // namespace

VerdictBar::VerdictBar(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit), go_(new QPushButton(this)) {
  setFixedHeight(32);
  setAccessibleName(QStringLiteral("the verdict"));
  go_->setFlat(true);
  go_->setCursor(Qt::PointingHandCursor);
  go_->setObjectName(QStringLiteral("way-next"));
  connect(go_, &QPushButton::clicked, this, &VerdictBar::nextRequested);
  connect(&kit_.document, &Document::changed, this, &VerdictBar::refresh);
  connect(&kit_.look, &Look::changed, this, qOverload<>(&QWidget::update));
  refresh();
}

void VerdictBar::refresh() {
  const Verdict verdict = verdictOf(kit_.document.plan(), kit_.document.assessment());
  kind_ = verdict.kind;
  verdict_ = text(verdict.sentence);
  const WayStep* next = nextOf(kit_.document.way());
  next_ = next ? QStringLiteral("%1: %2").arg(text(next->words), text(next->why)) : QString();
  if (next && next->stop) next_ = text(next->why);
  setAccessibleDescription(verdict_);
  go_->setToolTip(next ? QStringLiteral("Next: %1. F7 goes there, Shift+F7 shows the whole way").arg(next_) : QString());
  fit();
  update();
}

QFont VerdictBar::sentenceFont() const {
  QFont font = kit_.look.font(drawing::Face::Label);
  font.setWeight(QFont::DemiBold);
  return font;
}

/// The verdict has the larger share; what comes next is cut before it is.
void VerdictBar::fit() {
  go_->setVisible(!next_.isEmpty());
  const auto wanted =
      static_cast<int>(QFontMetrics(sentenceFont()).horizontalAdvance(verdict_) * kit_.look.scale() + kit_.look.px(textFrom + 40));
  const int room = std::max(width() * 2 / 5, width() - wanted) - 24;
  const QString key = QStringLiteral("  F7");
  const QString words =
      fontMetrics().elidedText(QStringLiteral("Next: ") + next_, Qt::ElideRight, room - fontMetrics().horizontalAdvance(key) - 16);
  go_->setText(onButton(words) + key);
  const int w = std::min(room, go_->sizeHint().width());
  go_->setGeometry(width() - w - 12, kit_.look.px(3), w, kit_.look.px(26));
}

void VerdictBar::resizeEvent(QResizeEvent*) { fit(); }

bool VerdictBar::event(QEvent* e) {
  if (e->type() == QEvent::ToolTip) {
    showTip(static_cast<QHelpEvent*>(e)->globalPos(), verdict_, this);
    return true;
  }
  if (e->type() == QEvent::FontChange) fit();
  return QWidget::event(e);
}

void VerdictBar::paintEvent(QPaintEvent*) {
  ScaledPainter painter(this, kit_.look);
  const QRectF area = painter.area();
  painter.fillRect(area, kit_.look.colour(Ink::Card));
  painter.fillRect(QRectF(0, area.height() - 1, area.width(), 1), kit_.look.colour(Ink::BankLine));
  const QPointF mark(22, area.height() / 2);
  if (kind_ == VerdictKind::Stop) {
    paintSeverity(painter, mark, static_cast<int>(Severity::Stop), kit_.look);
  } else if (kind_ != VerdictKind::Sound) {  // unproven: an open square with a dot
    painter.setPen(QPen(kit_.look.colour(Ink::Mind), 1.8));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(QRectF(mark.x() - 6, mark.y() - 6, 12, 12));
    painter.setBrush(kit_.look.colour(Ink::Mind));
    painter.drawEllipse(mark, 1.6, 1.6);
  }
  painter.setFont(sentenceFont());
  painter.setPen(kit_.look.colour(kind_ == VerdictKind::Stop ? Ink::Stop : Ink::Ink));
  const int from = kind_ == VerdictKind::Sound ? 14 : textFrom;
  const int room = static_cast<int>((go_->isHidden() ? width() : go_->x()) / kit_.look.scale()) - from - 12;
  painter.drawText(QRectF(from, 0, room, area.height()), Qt::AlignLeft | Qt::AlignVCenter,
                   painter.fontMetrics().elidedText(verdict_, Qt::ElideRight, room));
}

}  // namespace usherwright::app
