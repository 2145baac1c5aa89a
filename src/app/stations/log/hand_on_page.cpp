// Station Log, page Hand on.
#include "app/stations/log/hand_on_page.h"

#include <QCheckBox>
#include <QFileDialog>
#include <QLineEdit>
#include <QPlainTextEdit>

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "app/widgets/written_file.h"
#include "core/io/clock.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/share.h"
#include "core/sheets/sale_sheet.h"

namespace usherwright::app {

HandOnPage::HandOnPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Hand on"), QStringLiteral("what the next owner is told, and what stays with you")));
  sheet_ = new QPlainTextEdit;
  sheet_->setReadOnly(true);
  sheet_->setAccessibleName(QStringLiteral("sale sheet"));
  column->addWidget(sheet_, 1);
  column->addLayout(buildShare());
  column->addWidget(stationHeading(QStringLiteral("Private things"),
                                   QStringLiteral("numbers of keys and frames, codes, addresses: in no share and on no sheet")));
  column->addLayout(buildPrivate());
  kept_ = wrapped("soft");
  kept_->setObjectName(QStringLiteral("private-things"));
  column->addWidget(kept_);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("hand-on-problem"));
  problem_->hide();
  column->addWidget(problem_);
}

QLayout* HandOnPage::buildShare() {
  auto* row = new QHBoxLayout;
  auto* sheet = new QPushButton(QStringLiteral("Write the sheet …"));
  connect(sheet, &QPushButton::clicked, this, [this] { Q_EMIT kit_.desk.exportRequested(QStringLiteral("sale-sheet")); });
  row->addWidget(sheet);
  auto* copy = new QPushButton(QStringLiteral("A copy of the plan …"));
  copy->setToolTip(QStringLiteral("for somebody else: only what is ticked goes with it"));
  connect(copy, &QPushButton::clicked, this, [this] {
    const QString path = QFileDialog::getSaveFileName(this, QStringLiteral("A copy to share"), {}, QStringLiteral("Plans (*.uwplan)"));
    if (path.isEmpty()) return;
    problem_->setText(writeCopy(path));
    problem_->show();
  });
  row->addWidget(copy);
  const auto tick = [&](const char* words) {
    auto* box = new QCheckBox(QLatin1String(words));
    row->addWidget(box);
    return box;
  };
  row->addWidget(new PlainLabel(QStringLiteral("with")));
  privateThings_ = tick("private things");
  notes_ = tick("notes");
  places_ = tick("tracks");
  row->addStretch(1);
  return row;
}

QLayout* HandOnPage::buildPrivate() {
  auto* row = new QHBoxLayout;
  what_ = shortLine("private thing to keep", "number of the key", 170);
  row->addWidget(what_);
  value_ = shortLine("its private words", "as it is stamped", 170);
  row->addWidget(value_);
  for (QLineEdit* e : {what_, value_}) connect(e, &QLineEdit::returnPressed, this, &HandOnPage::keep);
  auto* add = new QPushButton(QStringLiteral("Keep it"));
  connect(add, &QPushButton::clicked, this, &HandOnPage::keep);
  row->addWidget(add);
  drop_ = new QPushButton(QStringLiteral("Drop the last"));
  connect(drop_, &QPushButton::clicked, this, [this] {
    const Plan& plan = kit_.document.plan();
    if (!plan.privateThings.empty())
      kit_.document.commit(without(plan, "/private", plan.privateThings.size() - 1), QStringLiteral("a private thing dropped"));
  });
  row->addWidget(drop_);
  row->addStretch(1);
  return row;
}

void HandOnPage::keep() {
  const auto refuse = [this](const QString& why) {
    problem_->setText(why);
    problem_->show();
  };
  if (what_->text().trimmed().isEmpty() || value_->text().trimmed().isEmpty())
    return refuse(QStringLiteral("a private thing: found nothing, expected what it is and its words."));
  const std::string at = "/private/" + std::to_string(kit_.document.plan().privateThings.size()) + "/";
  Expected<Plan> next = withNew(kit_.document.plan(), "/private");
  for (const auto& [key, from] : {std::pair("what", what_), std::pair("value", value_)})
    if (next) next = withEntry(*next, {at + key, from->text().toStdString(), kit_.document.units(), Provenance::Measured});
  if (!next) return refuse(text(next.error().sentence()));
  problem_->hide();
  if (!kit_.document.commit(next, QStringLiteral("a private thing"))) return;
  what_->clear();
  value_->clear();
}

QString HandOnPage::writeCopy(const QString& path) const {
  const ShareWish wish{privateThings_->isChecked(), notes_->isChecked(), places_->isChecked()};
  return writtenFile(path, writePlan(shared(kit_.document.plan(), wish)));
}

void HandOnPage::refresh() {
  const Plan& plan = kit_.document.plan();
  sheet_->setPlainText(text(saleSheet(plan, kit_.document.assessment(), today())));
  drop_->setEnabled(!plan.privateThings.empty());
  QStringList kept;
  for (const PrivateThing& p : plan.privateThings) kept << text(p.what) + QStringLiteral(": ") + text(p.value);
  kept_->setText(kept.isEmpty() ? QStringLiteral("Nothing is kept.") : kept.join(QStringLiteral(" · ")));
}

}  // namespace usherwright::app
