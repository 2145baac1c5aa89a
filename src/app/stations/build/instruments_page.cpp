// Station Build, page Instruments.
#include "app/stations/build/instruments_page.h"

#include <QComboBox>
#include <QFileDialog>
#include <QLineEdit>
#include <QRandomGenerator>

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/drawing/build/build_drawings.h"
#include "core/parts/catalogue.h"
#include "core/quantity/units.h"

namespace usherwright::app {

InstrumentsPage::InstrumentsPage(Kit kit, InstrumentLink& link) : StationPage(kit), link_(link) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Instruments"),
                                   QStringLiteral("a meter, a board or a charger on a line; its readings fill the gates")));
  column->addLayout(buildLine());
  state_ = wrapped();
  state_->setObjectName(QStringLiteral("instrument-state"));
  column->addWidget(state_);
  trace_ = new DrawingView(kit_, QStringLiteral("what the instrument reads"));
  trace_->setGround([this](drawing::Size size) { return drawing::instrumentTrace(link_.stream().recent(), order_, link_.at(), size); });
  trace_->setMinimumHeight(150);
  column->addWidget(trace_, 1);
  column->addWidget(
      stationHeading(QStringLiteral("Practice"), QStringLiteral("the plan as real parts with hidden faults: commission it as in life")));
  column->addLayout(buildPractice());
  hidden_ = wrapped();
  hidden_->setObjectName(QStringLiteral("hidden-faults"));
  column->addWidget(hidden_);
  connect(&link_, &InstrumentLink::changed, this, [this] {
    if (isVisible()) tell();
  });
}

QLayout* InstrumentsPage::buildLine() {
  auto* row = new QHBoxLayout;
  path_ = new QLineEdit;
  path_->setAccessibleName(QStringLiteral("device or socket"));
  path_->setPlaceholderText(QStringLiteral("/dev/ttyUSB0, a pseudo-terminal, or a local socket"));
  connect(path_, &QLineEdit::returnPressed, this, &InstrumentsPage::toggle);
  row->addWidget(path_, 1);
  open_ = new QPushButton;
  connect(open_, &QPushButton::clicked, this, &InstrumentsPage::toggle);
  row->addWidget(open_);
  record_ = new QPushButton;
  record_->setToolTip(QStringLiteral("every reading as a row of a table, as it comes"));
  connect(record_, &QPushButton::clicked, this, &InstrumentsPage::record);
  row->addWidget(record_);
  return row;
}

QLayout* InstrumentsPage::buildPractice() {
  auto* row = new QHBoxLayout;
  faults_ = new QComboBox;
  faults_->setAccessibleName(QStringLiteral("hidden faults"));
  for (const char* words : {"no hidden fault", "one hidden fault", "two hidden faults", "three hidden faults"})
    faults_->addItem(QLatin1String(words));
  faults_->setCurrentIndex(1);
  row->addWidget(faults_);
  seed_ = shortLine("bench number", "bench no.", 90);
  row->addWidget(seed_);
  begin_ = new QPushButton(QStringLiteral("Begin a practice"));
  begin_->setToolTip(QStringLiteral("a copy of this plan is opened, with nothing noted; this one is kept first if it is not saved"));
  connect(begin_, &QPushButton::clicked, this, &InstrumentsPage::practise);
  row->addWidget(begin_);
  reveal_ = new QPushButton(QStringLiteral("What was hidden?"));
  connect(reveal_, &QPushButton::clicked, this, [this] {
    const auto debrief = link_.debrief(kit_.document.plan());
    if (!debrief) return;
    QStringList said;
    for (const Debrief::Line& line : debrief->lines) {
      QString words = text(std::string(wordsOf(line.fault.kind)));
      words[0] = words[0].toUpper();
      if (!line.part.empty()) words += QStringLiteral(", ") + text(line.part);
      words += line.found ? QStringLiteral(": found at “%1”.").arg(text(*line.found))
               : isOfMeter(line.fault.kind)
                   ? QStringLiteral(": it shows on the line itself.")
                   : QStringLiteral(": not found. It would have cost: %1.").arg(text(std::string(costOf(line.fault.kind))));
      if (!line.found && !line.shownBy.empty()) words += QStringLiteral(" “%1” shows it.").arg(text(line.shownBy.front()));
      said << words;
    }
    if (debrief->lines.empty()) said << QStringLiteral("Nothing was hidden.");
    for (const std::string& alarm : debrief->falseAlarms)
      said << QStringLiteral("“%1” was noted as failed, and nothing was wrong there.").arg(text(alarm));
    hidden_->setText(said.join(QLatin1Char('\n')));
  });
  row->addWidget(reveal_);
  row->addStretch(1);
  return row;
}

void InstrumentsPage::practise() {
  // Without a number any bench; the same number is the same bench.
  bool isNumber = false;
  unsigned seed = seed_->text().trimmed().toUInt(&isNumber);
  if (seed_->text().trimmed().isEmpty()) seed = QRandomGenerator::global()->bounded(1U, 10000U);
  else if (!isNumber) return hidden_->setText(QStringLiteral("bench number: found “%1”, expected a whole number.").arg(seed_->text()));
  seed_->setText(QString::number(seed));
  Q_EMIT kit_.desk.planRequested(
      link_.preparePractice(kit_.document.plan(), shippedCatalogue(), static_cast<std::size_t>(faults_->currentIndex()), seed));
}

void InstrumentsPage::toggle() {
  refused_.clear();
  if (link_.isOpen()) link_.close();
  else refused_ = link_.open(path_->text().trimmed());
  tell();
}

void InstrumentsPage::record() {
  if (link_.isRecording()) link_.stopRecording();
  else if (const QString path = QFileDialog::getSaveFileName(this, QStringLiteral("A record"), {}, QStringLiteral("Tables (*.csv)"));
           !path.isEmpty())
    refused_ = link_.record(path);
  tell();
}

void InstrumentsPage::tell() {
  open_->setText(link_.isOpen() ? QStringLiteral("Close") : QStringLiteral("Open"));
  path_->setEnabled(!link_.isOpen());
  record_->setText(link_.isRecording() ? QStringLiteral("Stop the record") : QStringLiteral("Record …"));
  record_->setEnabled(link_.isOpen() || link_.isRecording());
  reveal_->setEnabled(link_.isPractice());
  QStringList said;
  if (!refused_.isEmpty()) said << refused_;
  if (link_.isOpen()) {
    const auto& hello = link_.stream().hello();
    said << QStringLiteral("%1%2%3").arg(
        link_.name(), hello && !hello->name.empty() ? QStringLiteral(", “%1”").arg(text(hello->name)) : QString(),
        link_.at().empty() ? QStringLiteral(": no step is chosen on page The work.") : QStringLiteral("."));
    if (const QString trouble = link_.trouble(); !trouble.isEmpty()) said << trouble;
  } else if (refused_.isEmpty()) {
    said << QStringLiteral("No instrument on the line: open one, or practise.");
  }
  state_->setText(said.join(QLatin1Char(' ')));
  trace_->rebuild();
}

void InstrumentsPage::refresh() {
  order_ = orderAndLooks(kit_.document.plan(), kit_.document.assessment().figures);
  if (!link_.isPractice()) hidden_->clear();
  begin_->setEnabled(!kit_.document.plan().packs.empty());
  tell();
}

}  // namespace usherwright::app
