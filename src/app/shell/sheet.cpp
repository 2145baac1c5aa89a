// The sheet.
#include "app/shell/sheet.h"
#include "app/widgets/plain.h"

#include <QApplication>
#include <QClipboard>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPushButton>
#include <QVBoxLayout>

namespace usherwright::app {
namespace {

constexpr int pictureHeight = 200;  // px

}  // namespace

Sheet::Sheet(Kit kit, QWidget* parent) : QFrame(parent), kit_(kit) {
  setObjectName(QStringLiteral("sheet"));
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(16, 12, 16, 12);
  column->setSpacing(8);
  title_ = new PlainLabel;
  title_->setProperty("role", "title");
  title_->setWordWrap(true);
  column->addWidget(title_);
  picture_ = new DrawingView(kit_, QStringLiteral("picture"));
  picture_->setFixedHeight(pictureHeight);
  picture_->setFocusPolicy(Qt::NoFocus);
  column->addWidget(picture_);
  body_ = new QPlainTextEdit;
  body_->setReadOnly(true);
  body_->setTabChangesFocus(true);
  body_->setAccessibleName(QStringLiteral("working"));
  column->addWidget(body_, 1);
  auto* row = new QHBoxLayout;
  auto* copy = new QPushButton(QStringLiteral("Copy"));
  connect(copy, &QPushButton::clicked, this,
          [this] { QApplication::clipboard()->setText(title_->text() + QLatin1Char('\n') + body_->toPlainText()); });
  row->addWidget(copy);
  row->addStretch(1);
  auto* done = new QPushButton(QStringLiteral("Close  Esc"));
  connect(done, &QPushButton::clicked, this, &Sheet::close);
  row->addWidget(done);
  column->addLayout(row);
  connect(&kit_.look, &Look::changed, this, &Sheet::restyle);
  restyle();
  hide();
}

void Sheet::restyle() {
  setStyleSheet(QStringLiteral("QFrame#sheet { background: %1; border: 2px solid %2; border-radius: 6px; }")
                    .arg(kit_.look.colour(drawing::Ink::Card).name(), kit_.look.colour(drawing::Ink::Deep).name()));
}

void Sheet::show(const QString& title, const QString& body, DrawingView::Builder picture) {
  if (isHidden()) before_ = QApplication::focusWidget();
  title_->setText(title);
  body_->setPlainText(body);
  picture_->setVisible(static_cast<bool>(picture));
  if (picture) picture_->setGround(std::move(picture));
  place();
  QFrame::show();
  raise();
  body_->setFocus();
}

void Sheet::place() {
  const QSize room = parentWidget()->size();
  const int w = std::min(kit_.look.px(620), room.width() - 60);
  const QString words = body_->toPlainText();
  const auto lines = static_cast<int>(words.size() / 70 + words.count(QLatin1Char('\n')) + 1);
  const int h = std::clamp(kit_.look.px(130 + lines * 21 + (picture_->isHidden() ? 0 : pictureHeight)),
                           std::min(kit_.look.px(190), room.height() - 120), room.height() - 120);
  setGeometry((room.width() - w) / 2, (room.height() - h) / 2 + 30, w, h);
}

void Sheet::close() {
  hide();
  if (before_ && before_->isVisible()) before_->setFocus();
  before_ = nullptr;
}

void Sheet::keyPressEvent(QKeyEvent* e) {
  if (e->key() == Qt::Key_Escape) return close();
  QFrame::keyPressEvent(e);
}

}  // namespace usherwright::app
