// Page Evidence: what contradicts, what to ask, what a claim means.
#include <QApplication>
#include <QClipboard>

#include "app/present/words.h"
#include "app/stations/bike/bike_pages.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/assess/claims_of_plan.h"
#include "core/drawing/bike/bike_drawings.h"
#include "core/plan/evidence.h"
#include "core/sheets/questions.h"

namespace usherwright::app {
namespace {

QString shownAs(const FieldSpec& spec, const FieldValue& value, Provenance from, UnitSystem units) {
  return QStringLiteral("%1 (%2)").arg(text(shownValue(spec, value, units)), text(provenanceWord(from)));
}

}  // namespace

EvidencePage::EvidencePage(Kit kit) : StationPage(kit) {
  auto* outer = new QVBoxLayout(this);
  outer->setContentsMargins(0, 0, 0, 0);
  auto* inner = new QWidget;
  auto* column = new QVBoxLayout(inner);
  column->setContentsMargins(0, 0, 6, 0);
  column->setSpacing(8);
  conflictBox_ = new QWidget;
  conflicts_ = new QVBoxLayout(conflictBox_);
  conflicts_->setContentsMargins(0, 0, 0, 6);
  conflicts_->setSpacing(6);
  column->addWidget(conflictBox_);
  column->addWidget(
      stationHeading(QStringLiteral("What the plan rests on"), QStringLiteral("a square for every figure; it goes to its entry")));
  squares_ = new DrawingView(kit_, QStringLiteral("where the figures come from"));
  squares_->setGround([this](drawing::Size size) { return drawing::standingSquares(standing_, size); });
  connect(squares_, &DrawingView::partClicked, this, [this](const QString& part) { Q_EMIT kit_.desk.fieldRequested(part.mid(6)); });
  squares_->installEventFilter(this);
  column->addWidget(squares_);
  noConflict_ = new PlainLabel(QStringLiteral("No value of this plan contradicts another one."));
  noConflict_->setProperty("role", "soft");
  column->addWidget(noConflict_);
  column->addSpacing(6);
  auto* head = new QHBoxLayout;
  head->addWidget(stationHeading(QStringLiteral("Ask the seller"), QStringLiteral("made from what is not proven")), 1);
  auto* copy = new QPushButton(QStringLiteral("Copy the questions"));
  connect(copy, &QPushButton::clicked, this, [this] {
    QApplication::clipboard()->setText(text(questionText(questionsFor(kit_.document.plan(), kit_.document.assessment()))));
  });
  head->addWidget(copy);
  column->addLayout(head);
  questions_ = new PlainLabel;
  questions_->setWordWrap(true);
  questions_->setTextInteractionFlags(Qt::TextSelectableByMouse);
  column->addWidget(questions_);
  column->addSpacing(6);
  column->addWidget(
      stationHeading(QStringLiteral("Check a claim"), QStringLiteral("a range, a time, a power, cycles, or Ah in a cell size")));
  claim_ = new QLineEdit;
  claim_->setPlaceholderText(QStringLiteral("up to 120 km, 1000 W, 2000 cycles, 18650 9900 mAh"));
  claim_->setAccessibleName(QStringLiteral("claim"));
  connect(claim_, &QLineEdit::textChanged, this, &EvidencePage::showClaims);
  column->addWidget(claim_);
  claims_ = new PlainLabel;
  claims_->setWordWrap(true);
  column->addWidget(claims_);
  column->addStretch(1);
  outer->addWidget(clearScroll(inner));
}

void EvidencePage::fitSquares() {
  const auto high = static_cast<int>(drawing::standingHeight(standing_, squares_->area().width));
  Scaling::setHeights(squares_, kit_.look, high, high);
}

/// Fewer squares in a line need more lines.
bool EvidencePage::eventFilter(QObject* watched, QEvent* e) {
  if (watched == squares_ && e->type() == QEvent::Resize) fitSquares();
  return StationPage::eventFilter(watched, e);
}

void EvidencePage::refresh() {
  standing_ = standingOf(kit_.document.plan(), kit_.document.assessment());
  fitSquares();
  squares_->rebuild();
  showConflicts();
  QString words;
  const auto questions = questionsFor(kit_.document.plan(), kit_.document.assessment());
  for (std::size_t i = 0; i < questions.size(); ++i)
    words += QStringLiteral("%1%2. %3").arg(i == 0 ? QString() : QStringLiteral("\n")).arg(i + 1).arg(text(questions[i].words));
  questions_->setText(words.isEmpty() ? QStringLiteral("Nothing to ask: every safety limit is measured, printed or from a data sheet.")
                                      : words);
  showClaims();
}

void EvidencePage::showConflicts() {
  const Plan& plan = kit_.document.plan();
  const auto conflicts = conflictsOf(plan);
  noConflict_->setVisible(conflicts.empty());
  conflictBox_->setVisible(!conflicts.empty());
  while (QLayoutItem* item = conflicts_->takeAt(0)) {
    if (QWidget* w = item->widget()) {
      w->hide();
      w->deleteLater();
    }
    delete item;
  }
  if (!conflicts.empty())
    conflicts_->addWidget(
        stationHeading(QStringLiteral("Two values for one thing"), QStringLiteral("they stay side by side until you choose")));
  for (const Conflict& c : conflicts) {
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    auto* name = new PlainLabel(fieldWords(plan, text(c.pointer)));
    name->setMinimumWidth(150);
    layout->addWidget(name);
    auto* counts = new PlainLabel(QStringLiteral("counts: %1").arg(shownAs(*c.spec, c.value, c.from, kit_.document.units())));
    layout->addWidget(counts);
    for (std::size_t i = 0; i < c.also.size(); ++i) {
      auto* choose =
          new QPushButton(QStringLiteral("choose %1").arg(shownAs(*c.spec, c.also[i].value, c.also[i].from, kit_.document.units())));
      connect(choose, &QPushButton::clicked, this, [this, pointer = c.pointer, i] {
        kit_.document.endMerge();
        kit_.document.commit(withChosen(kit_.document.plan(), pointer, i));
      });
      layout->addWidget(choose);
    }
    auto* settle = new QPushButton(QStringLiteral("drop the others"));
    connect(settle, &QPushButton::clicked, this, [this, pointer = c.pointer] {
      kit_.document.endMerge();
      kit_.document.commit(withSettled(kit_.document.plan(), pointer));
    });
    layout->addWidget(settle);
    layout->addStretch(1);
    conflicts_->addWidget(row);
    row->show();
  }
}

void EvidencePage::showClaims() {
  QString words;
  for (const ClaimVerdict& v :
       checkClaims(claim_->text().toStdString(), claimBasisOf(kit_.document.plan(), kit_.document.assessment().figures)))
    words +=
        QStringLiteral("%1“%2”: %3. %4")
            .arg(words.isEmpty() ? QString() : QStringLiteral("\n"), text(v.piece), text(plausibilityWords(v.verdict)), text(v.sentence));
  if (words.isEmpty() && !claim_->text().trimmed().isEmpty())
    words = QStringLiteral("No range, time, power, cycles, years or cell capacity in this text.");
  claims_->setText(words);
}

}  // namespace usherwright::app
