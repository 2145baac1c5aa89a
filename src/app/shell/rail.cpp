// Painting of the rail.
#include "app/shell/rail.h"

#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

#include "app/present/words.h"
#include "app/theme/paint_drawing.h"
#include "app/theme/scaling.h"

namespace usherwright::app {

using drawing::Ink;

namespace {

constexpr int mostPips = 7;
constexpr int highRow = 62, lowRow = 54;  // px: five stations have room to spare, ten fit the smallest window

}  // namespace

RailButton::RailButton(Kit kit, const StationRow& row, QWidget* parent)
    : QAbstractButton(parent), kit_(kit), glyph_(row.glyph), digit_(row.digit) {
  setText(app::text(stationName(row.station)));
  setCheckable(true);
  setFocusPolicy(Qt::StrongFocus);
  setCursor(Qt::PointingHandCursor);
  setMinimumHeight(lowRow);
  setMaximumHeight(highRow);
  setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Preferred);
}

void RailButton::showState(std::optional<Severity> worst, WayDone progress) {
  if (!accessibleName().isEmpty() && worst_ == worst && progress_ == progress) return;
  worst_ = worst;
  progress_ = progress;
  const QString words = worst ? app::text(severityWord(*worst)) : QStringLiteral("clear");
  setAccessibleName(QStringLiteral("%1, %2").arg(text(), words));
  const QString far =
      progress.all > 0 ? QStringLiteral("; %1 of %2 steps of the way are done").arg(progress.done).arg(progress.all) : QString();
  setToolTip(QStringLiteral("%1 (Ctrl+%2): %3%4").arg(text()).arg(digit_).arg(words, far));
  update();
}

void RailButton::paintEvent(QPaintEvent*) {
  ScaledPainter painter(this, kit_.look);
  const double width = painter.area().width(), height = painter.area().height();
  if (isChecked() || underMouse()) painter.fillRect(painter.area(), kit_.look.colour(isChecked() ? Ink::Shoal : Ink::Paper));
  if (isChecked()) painter.fillRect(QRectF(0, 0, 5, height), kit_.look.colour(Ink::Deep));
  const double low = std::clamp(highRow - height, 0.0, double(highRow - lowRow));  // what a low row has to do without
  painter.save();
  painter.translate(14, 10 - low / 2);
  painter.setPen(QPen(kit_.look.colour(isChecked() ? Ink::Deep : Ink::Soft), 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
  QPainterPath strokes;
  glyph_(strokes);
  painter.drawPath(strokes);
  painter.restore();
  painter.setPen(kit_.look.colour(Ink::Ink));
  QFont font = kit_.look.font(drawing::Face::Label);
  font.setPixelSize(15);
  painter.setFont(font);
  painter.drawText(QPointF(14, 49 - low), text());
  painter.setPen(kit_.look.colour(Ink::Soft));
  painter.setFont(kit_.look.font(drawing::Face::SmallFigure));
  painter.drawText(QRectF(0, 8 - low / 2, width - 10, 18), Qt::AlignRight | Qt::AlignVCenter, QString::number(digit_));
  const int pips = std::min(progress_.all, mostPips);
  for (int i = 0; i < pips; ++i) {
    const bool done = i < progress_.done * pips / progress_.all;
    painter.setPen(QPen(kit_.look.colour(done ? Ink::Deep : Ink::Soft), 1));
    painter.setBrush(done ? QBrush(kit_.look.colour(Ink::Water)) : QBrush(Qt::NoBrush));
    painter.drawRect(QRectF(14.5 + 10 * i, 54.5 - low, 7, 3));
  }
  if (worst_) paintSeverity(painter, QPointF(width - 16, 44 - low), static_cast<int>(*worst_), kit_.look);
  if (!hasFocus()) return;
  painter.setPen(QPen(kit_.look.colour(Ink::Deep), 2));
  painter.setBrush(Qt::NoBrush);
  painter.drawRoundedRect(painter.area().adjusted(2, 2, -2, -2), 3, 3);
}

Rail::Rail(Kit kit, std::span<const StationRow> stations, QWidget* parent) : QWidget(parent), kit_(kit) {
  setFixedWidth(108);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 6, 0, 0);
  column->setSpacing(2);
  for (const StationRow& row : stations) {
    auto* button = new RailButton(kit_, row);
    buttons_.addButton(button, static_cast<int>(row.station));
    column->addWidget(button, 1);
  }
  column->addSpacerItem(new QSpacerItem(0, 0, QSizePolicy::Minimum, QSizePolicy::MinimumExpanding));
  connect(&buttons_, &QButtonGroup::idClicked, this, [this](int id) { Q_EMIT chosen(static_cast<Station>(id)); });
  connect(&kit_.document, &Document::changed, this, &Rail::refresh);
  connect(&kit_.look, &Look::changed, this, qOverload<>(&QWidget::update));
  refresh();
}

void Rail::setCurrent(Station station) {
  if (QAbstractButton* b = buttons_.button(static_cast<int>(station))) b->setChecked(true);
}

void Rail::refresh() {
  const auto progress = progressOf(kit_.document.way());
  for (QAbstractButton* b : buttons_.buttons())
    static_cast<RailButton*>(b)->showState(kit_.document.assessment().worstOf(static_cast<Station>(buttons_.id(b))),
                                           progress[static_cast<std::size_t>(buttons_.id(b))]);
}

void Rail::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.fillRect(rect(), kit_.look.colour(Ink::Card));
  painter.fillRect(QRect(width() - 1, 0, 1, height()), kit_.look.colour(Ink::BankLine));
}

}  // namespace usherwright::app
