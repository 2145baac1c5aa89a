// Candidates as buttons: what it means, and the piece of text it came from.
#include "app/stations/bike/label_reader_box.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/present/words.h"
#include "core/plan/edit.h"

namespace usherwright::app {

LabelReaderBox::LabelReaderBox(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(16);
  typed_ = new QPlainTextEdit;
  typed_->setPlaceholderText(QStringLiteral("48V 22±1A\nL.V. 40±1V  Vin max 60V"));
  typed_->setAccessibleName(QStringLiteral("text of a label"));
  typed_->setTabChangesFocus(true);
  typed_->setFont(kit_.look.font(drawing::Face::SmallFigure));
  typed_->setStyleSheet(QStringLiteral("font-family: 'B612 Mono'; font-size: 13px;"));
  typed_->installEventFilter(this);
  typed_->setFixedHeight(92);
  row->addWidget(typed_, 2, Qt::AlignTop);
  auto* right = new QVBoxLayout;
  right->setSpacing(6);
  cards_ = new QWidget;
  flow_ = new FlowLayout(cards_, 6);
  right->addWidget(cards_);
  words_ = new QLabel;
  words_->setWordWrap(true);
  words_->setProperty("role", "soft");
  right->addWidget(words_);
  right->addStretch(1);
  row->addLayout(right, 3);
  connect(typed_, &QPlainTextEdit::textChanged, this, &LabelReaderBox::read);
  read();
}

void LabelReaderBox::read() {
  const std::string typed = typed_->toPlainText().left(4000).toStdString();
  candidates_ = readLabel(typed);
  while (QLayoutItem* item = flow_->takeAt(0)) {
    item->widget()->deleteLater();
    delete item;
  }
  for (const LabelCandidate& c : candidates_) {
    auto* button = new QPushButton(QStringLiteral("%1   ‹%2›").arg(candidateWords(c), text(c.piece)));
    const bool writes = !targetsOf(c, kit_.document.plan(), 0).empty();
    button->setToolTip(writes ? QStringLiteral("Enter this, marked as read from a label") : QStringLiteral("What it could mean"));
    connect(button, &QPushButton::clicked, this, [this, c] { accept(c); });
    flow_->addWidget(button);
    button->show();
  }
  cards_->setMinimumHeight(std::min(96, flow_->heightForWidth(std::max(cards_->width(), 200))));
  if (typed.empty())
    words_->setText(QStringLiteral(
        "Type or paste the text of a controller, pack or charger; each rating appears here with what it means. Ctrl+Enter takes all."));
  else if (candidates_.empty()) words_->setText(QStringLiteral("Nothing here looks like a rating yet."));
  else words_->clear();
  for (const LabelCandidate& c : candidates_)
    if (!c.couldBe.empty()) explain(c);
}

void LabelReaderBox::explain(const LabelCandidate& c) {
  if (c.couldBe.empty()) {
    words_->setText(QStringLiteral("“%1” has no field of its own in this plan yet.").arg(text(c.piece)));
    return;
  }
  QStringList options;
  for (const std::string& o : c.couldBe) options << text(o);
  words_->setText(
      QStringLiteral("“%1” may be %2. Settled by %3.").arg(text(c.piece), options.join(QStringLiteral("; ")), text(c.settledBy)));
}

void LabelReaderBox::accept(const LabelCandidate& candidate) {
  const auto targets = targetsOf(candidate, kit_.document.plan(), 0);
  if (targets.empty()) return explain(candidate);
  Expected<Plan> next = kit_.document.plan();
  for (const LabelTarget& t : targets)
    if (next) next = withEntry(*next, {t.pointer.toStdString(), t.value.toStdString(), UnitSystem::Metric, Provenance::Label});
  kit_.document.endMerge();
  if (kit_.document.commit(next)) words_->setText(QStringLiteral("Entered from the label: %1.").arg(candidateWords(candidate)));
}

void LabelReaderBox::acceptAll() {
  Expected<Plan> next = kit_.document.plan();
  int entered = 0;
  for (const LabelCandidate& c : candidates_)
    for (const LabelTarget& t : targetsOf(c, kit_.document.plan(), 0)) {
      if (!next) continue;
      next = withEntry(*next, {t.pointer.toStdString(), t.value.toStdString(), UnitSystem::Metric, Provenance::Label});
      ++entered;
    }
  if (entered == 0) return;
  kit_.document.endMerge();
  if (kit_.document.commit(next)) words_->setText(QStringLiteral("Entered %1 values from the label.").arg(entered));
}

bool LabelReaderBox::eventFilter(QObject* watched, QEvent* event) {
  if (watched == typed_ && event->type() == QEvent::KeyPress) {
    const auto* key = static_cast<QKeyEvent*>(event);
    if ((key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter) && (key->modifiers() & Qt::ControlModifier)) {
      acceptAll();
      return true;
    }
  }
  return QWidget::eventFilter(watched, event);
}

}  // namespace usherwright::app
