// Shared parts of the stations.
#include "app/stations/station.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"

namespace usherwright::app {

StationView::StationView(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit), entries_(new EntryPanel(kit, this)) {
  setFocusPolicy(Qt::ClickFocus);  // a click beside everything takes the keyboard out of an entry, which takes effect
  connect(&kit_.document, &Document::changed, this, [this] {
    stale_ = true;
    if (!isVisible()) return;
    stale_ = false;
    refresh();
  });
}

void StationView::showEvent(QShowEvent* e) {
  if (stale_) {
    stale_ = false;
    refresh();
  }
  QWidget::showEvent(e);
}

bool StationView::reveal(const QString& pointer) {
  if (entries_->focusField(pointer)) return true;
  QAbstractButton* best = nullptr;
  for (auto* button : findChildren<QAbstractButton*>())
    if (button->isVisible() && button->property(pointerProperty).toString() == pointer && (!best || button->isChecked())) best = button;
  if (best) best->setFocus(Qt::OtherFocusReason);
  return best != nullptr;
}

QWidget* stationHeading(const QString& title, const QString& hint) {
  auto* row = new QWidget;
  auto* layout = new QHBoxLayout(row);
  layout->setContentsMargins(0, 0, 0, 0);
  layout->setSpacing(12);
  auto* big = new PlainLabel(title);
  big->setProperty("role", "title");
  layout->addWidget(big);
  auto* small = new PlainLabel(hint);
  small->setProperty("role", "soft");
  small->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  small->setWordWrap(true);
  layout->addWidget(small, 1);
  return row;
}

EmptyState::EmptyState(Kit kit, const QString& title, const QString& bring, QWidget* parent) : QWidget(parent) {
  auto* column = new QVBoxLayout(this);
  column->addStretch(1);
  auto* head = new PlainLabel(title);
  head->setProperty("role", "title");
  head->setAlignment(Qt::AlignCenter);
  column->addWidget(head);
  auto* words = new PlainLabel(bring);
  words->setAlignment(Qt::AlignCenter);
  words->setWordWrap(true);
  column->addWidget(words);
  column->addSpacing(12);
  buttons_ = new QHBoxLayout;
  buttons_->addStretch(1);
  auto* demo = new QPushButton(QStringLiteral("Look at the demo"));
  connect(demo, &QPushButton::clicked, this, [kit] { Q_EMIT kit.desk.demoRequested(); });
  buttons_->addWidget(demo);
  buttons_->addStretch(1);
  column->addLayout(buttons_);
  column->addStretch(2);
}

QPushButton* EmptyState::beginButton(const QString& words) {
  auto* button = new QPushButton(words);
  buttons_->insertWidget(1, button);
  return button;
}

CardButton::CardButton(Kit kit, const QString& title, QWidget* parent) : QAbstractButton(parent), kit_(kit) {
  setText(title);
  setCheckable(true);
  setCursor(Qt::PointingHandCursor);
  setFocusPolicy(Qt::StrongFocus);
  setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void CardButton::setLines(const std::vector<Line>& lines) {
  if (lines == lines_) return;
  lines_ = lines;
  QStringList words;
  for (const Line& l : lines_) words << l.words;
  setAccessibleDescription(words.join(QStringLiteral(", ")));
  setToolTip(words.join(QLatin1Char('\n')));
  updateGeometry();
  update();
}

void paintCard(ScaledPainter& painter, const QAbstractButton& card, const Look& look) {
  using drawing::Ink;
  const bool strong = card.isChecked() || card.hasFocus();
  painter.setPen(QPen(look.colour(strong ? Ink::Deep : Ink::BankLine), strong ? 2 : 1));
  painter.setBrush(look.colour(card.isChecked() || card.underMouse() ? Ink::Shoal : Ink::Card));
  painter.drawRoundedRect(painter.area().adjusted(1, 1, -1, -1), 4, 4);
  if (!card.hasFocus()) return;
  painter.setPen(QPen(look.colour(Ink::Ink), 1, Qt::DotLine));
  painter.setBrush(Qt::NoBrush);
  painter.drawRoundedRect(painter.area().adjusted(4, 4, -4, -4), 3, 3);
}

void CardButton::paintEvent(QPaintEvent*) {
  using drawing::Ink;
  ScaledPainter painter(this, kit_.look);
  paintCard(painter, *this, kit_.look);
  QFont title = kit_.look.font(drawing::Face::Label);
  title.setWeight(QFont::Medium);
  painter.setFont(title);
  painter.setPen(kit_.look.colour(Ink::Ink));
  const int room = static_cast<int>(painter.area().width()) - 20;
  painter.drawText(QPointF(10, 19), painter.fontMetrics().elidedText(text(), Qt::ElideRight, room));
  painter.setFont(kit_.look.font(drawing::Face::Small));
  double y = 36;
  for (const Line& line : lines_) {
    painter.setPen(kit_.look.colour(line.ink == Ink::Soft && isChecked() ? Ink::Ink : line.ink));
    painter.drawText(QPointF(10, y), painter.fontMetrics().elidedText(line.words, Qt::ElideRight, room));
    y += 17;
  }
}

QVBoxLayout* pageColumn(QWidget* page) {
  auto* column = new QVBoxLayout(page);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(8);
  return column;
}

QVBoxLayout* scrolledColumn(QWidget* page) {
  auto* inner = new QWidget;
  pageColumn(page)->addWidget(clearScroll(inner));
  QVBoxLayout* column = pageColumn(inner);
  column->setContentsMargins(0, 0, 6, 0);
  return column;
}

}  // namespace usherwright::app
