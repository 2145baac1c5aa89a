// Candidates as buttons: what it means, and the piece of text it came from.
#include "app/stations/bike/label_reader_box.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/plan/evidence.h"
#include "core/plan/names.h"

namespace usherwright::app {

LabelReaderBox::LabelReaderBox(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(16);
  auto* left = new QVBoxLayout;
  left->setSpacing(6);
  typed_ = new QPlainTextEdit;
  typed_->setPlaceholderText(QStringLiteral("48V 22±1A\nL.V. 40±1V  Vin max 60V"));
  typed_->setAccessibleName(QStringLiteral("text of a label"));
  typed_->setObjectName(QStringLiteral("label-text"));
  typed_->setTabChangesFocus(true);
  typed_->setFont(kit_.look.font(drawing::Face::SmallFigure));
  typed_->setStyleSheet(QStringLiteral("font-family: 'B612 Mono'; font-size: 13px;"));
  typed_->installEventFilter(this);
  typed_->setFixedHeight(84);
  left->addWidget(typed_);
  auto* stuck = new QHBoxLayout;
  stuck->setSpacing(8);
  auto* on = new PlainLabel(QStringLiteral("stuck on"));
  on->setProperty("role", "soft");
  stuck->addWidget(on);
  places_ = new QComboBox;
  places_->setAccessibleName(QStringLiteral("what the label is stuck on"));
  places_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  stuck->addWidget(places_, 1);
  left->addLayout(stuck);
  row->addLayout(left, 2);
  auto* right = new QVBoxLayout;
  right->setSpacing(6);
  cards_ = new QWidget;
  flow_ = new FlowLayout(cards_, 6);
  right->addWidget(cards_);
  words_ = new PlainLabel;
  words_->setWordWrap(true);
  words_->setProperty("role", "soft");
  right->addWidget(words_);
  right->addStretch(1);
  row->addLayout(right, 3);
  connect(typed_, &QPlainTextEdit::textChanged, this, &LabelReaderBox::followText);
  connect(places_, &QComboBox::activated, this, [this] {
    chosenByHand_ = true;
    read();
  });
  refresh();
}

void LabelReaderBox::refresh() {
  const Plan& plan = kit_.document.plan();
  std::vector<LabelPlace> known{{LabelSubject::Controller, 0}};
  QStringList names{QStringLiteral("the controller")};
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const QString name = text(shownName(plan.packs[k]));
    known.push_back({LabelSubject::Pack, k});
    names << QStringLiteral("the pack %1").arg(name);
    known.push_back({LabelSubject::Board, k});
    names << QStringLiteral("the BMS of %1").arg(name);
    known.push_back({LabelSubject::Cell, k});
    names << QStringLiteral("a cell of %1").arg(name);
  }
  for (std::size_t j = 0; j < plan.chargers.size(); ++j) {
    known.push_back({LabelSubject::Charger, j});
    names << text(shownName(plan.chargers[j]));
  }
  known.push_back({LabelSubject::Motor, 0});
  names << QStringLiteral("the motor");
  QStringList shown;
  for (int i = 0; i < places_->count(); ++i) shown << places_->itemText(i);
  known_ = std::move(known);
  if (names != shown) {
    places_->clear();
    places_->addItems(names);
    chosenByHand_ = false;
    followText();
  }
}

LabelPlace LabelReaderBox::place() const {
  const int at = std::max(0, places_->currentIndex());
  return known_[static_cast<std::size_t>(at)];
}

void LabelReaderBox::followText() {
  const std::string typed = typed_->toPlainText().left(4000).toStdString();
  if (typed.empty()) chosenByHand_ = false;
  if (!chosenByHand_) {
    const LabelSubject subject = labelSubjectOf(typed).value_or(LabelSubject::Controller);
    for (std::size_t i = 0; i < known_.size(); ++i)
      if (known_[i].subject == subject) {
        places_->setCurrentIndex(static_cast<int>(i));
        break;
      }
  }
  read();
}

void LabelReaderBox::read() {
  const std::string typed = typed_->toPlainText().left(4000).toStdString();
  const bool sure = chosenByHand_ || labelSubjectOf(typed).has_value();
  candidates_ = readLabel(typed, sure ? Known<LabelSubject>(place().subject) : std::nullopt);
  while (QLayoutItem* item = flow_->takeAt(0)) {
    item->widget()->deleteLater();
    delete item;
  }
  for (const LabelCandidate& c : candidates_) {
    auto* button = new QPushButton(
        onButton(QStringLiteral("%1%2   ‹%3›")
                     .arg(candidateWords(c), c.isOpen() && c.meaning != LabelMeaning::NameplateVoltage ? QStringLiteral(" ?") : QString(),
                          text(c.piece))));
    const bool writes = !labelTargets(c, kit_.document.plan(), place()).empty();
    button->setToolTip(writes ? QStringLiteral("Enter this, marked as read from a label") : QStringLiteral("What it could mean"));
    connect(button, &QPushButton::clicked, this, [this, c] { accept(c); });
    flow_->addWidget(button);
    button->show();
  }
  cards_->setMinimumHeight(std::min(96, flow_->heightForWidth(std::max(cards_->width(), 200))));
  if (typed.empty())
    words_->setText(
        QStringLiteral("Type or paste the text of a controller, pack, charger, cell, BMS or motor; each rating appears here with what it "
                       "means. Ctrl+Enter takes all."));
  else if (candidates_.empty()) words_->setText(QStringLiteral("Nothing here looks like a rating yet."));
  else words_->clear();
  for (const LabelCandidate& c : candidates_)
    if (!c.couldBe.empty()) explain(c);
}

void LabelReaderBox::explain(const LabelCandidate& c) {
  if (c.couldBe.empty()) {
    words_->setText(QStringLiteral("“%1” has no field of its own on %2.").arg(text(c.piece), places_->currentText()));
    return;
  }
  QStringList options;
  for (const std::string& o : c.couldBe) options << text(o);
  QString sentence =
      QStringLiteral("“%1” %2 %3.")
          .arg(text(c.piece), c.isOpen() ? QStringLiteral("may be") : QStringLiteral("is"), options.join(QStringLiteral("; ")));
  if (c.isOpen()) sentence += QStringLiteral(" Settled by %1.").arg(text(c.settledBy));
  words_->setText(sentence);
}

void LabelReaderBox::accept(const LabelCandidate& candidate) {
  const auto targets = labelTargets(candidate, kit_.document.plan(), place());
  if (targets.empty()) return explain(candidate);
  Expected<Plan> next = kit_.document.plan();
  for (const LabelTarget& t : targets)
    if (next) next = withTypedEvidence(*next, t.pointer, t.text, Provenance::Label);
  const std::size_t conflicts = conflictsOf(kit_.document.plan()).size();
  kit_.document.endMerge();
  if (!kit_.document.commit(next)) return;
  const bool beside = conflictsOf(kit_.document.plan()).size() > conflicts;
  words_->setText(beside ? QStringLiteral("Kept beside the other value: %1. Page Evidence shows both.").arg(candidateWords(candidate))
                         : QStringLiteral("Entered from the label: %1.").arg(candidateWords(candidate)));
}

void LabelReaderBox::acceptAll() {
  Expected<Plan> next = kit_.document.plan();
  int entered = 0;
  for (const LabelCandidate& c : candidates_)
    for (const LabelTarget& t : labelTargets(c, kit_.document.plan(), place())) {
      if (!next) continue;
      next = withTypedEvidence(*next, t.pointer, t.text, Provenance::Label);
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
