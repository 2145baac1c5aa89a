// The pages beside the flow whose figures are at hand; each shows what core/assess/joining_facts says.
#include "app/stations/joining/joining_pages.h"

#include <QGridLayout>
#include <QPushButton>

#include "app/present/joining_words.h"
#include "app/present/words.h"
#include "app/stations/joining/page_parts.h"
#include "app/theme/scaling.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/pack/readings.h"
#include "core/plan/lists.h"

namespace usherwright::app {

// ---- readings before a plug ----

MeetingPage::MeetingPage(Kit kit) : StationPage(kit) {
  column_ = scrolledColumn(this);
  column_->addWidget(stationHeading(QStringLiteral("Before a hard plug goes together"),
                                    QStringLiteral("one meter, both packs rested 30 min or more, read at the plugs")));
  verdict_ = wrapped("title");
  verdict_->setObjectName(QStringLiteral("meeting-verdict"));
  column_->addWidget(verdict_);
  gauge_ = new DrawingView(kit_, QStringLiteral("readings against the connect window"));
  gauge_->setGround([this](drawing::Size size) { return drawing::meetingGauge(meeting_, readings_, size); });
  column_->addWidget(gauge_, 1);
  words_ = wrapped();
  column_->addWidget(words_);
  problem_ = wrapped("problem");
  column_->addWidget(problem_);
  column_->addWidget(stationHeading(QStringLiteral("Where charge may go in")));
  paths_ = wrapped();
  column_->addWidget(paths_);
  column_->addStretch(1);
}

void MeetingPage::buildRows() {
  QStringList names;
  for (const PackFigures& p : kit_.document.assessment().figures.packs) names << text(p.model.name);
  if (names == shown_ && rows_) return;
  shown_ = names;
  delete rows_;
  volts_.clear();
  rested_.clear();
  rows_ = new QWidget;
  auto* grid = new QGridLayout(rows_);
  grid->setContentsMargins(0, 0, 0, 0);
  for (int k = 0; k < names.size(); ++k) {
    auto* name = new PlainLabel(fontMetrics().elidedText(names[k], Qt::ElideRight, 220));
    auto* v = new QLineEdit;
    v->setAccessibleName(QStringLiteral("rested volts of %1").arg(names[k]));
    v->setPlaceholderText(QStringLiteral("volts at its plug"));
    auto* r = new QLineEdit;
    r->setAccessibleName(QStringLiteral("minutes that %1 rested").arg(names[k]));
    r->setPlaceholderText(QStringLiteral("rested, min"));
    r->setMaximumWidth(120);
    v->setMaximumWidth(170);
    grid->addWidget(name, k, 0);
    grid->addWidget(v, k, 1);
    grid->addWidget(r, k, 2);
    volts_.push_back(v);
    rested_.push_back(r);
    connect(v, &QLineEdit::returnPressed, this, &MeetingPage::keep);
    connect(r, &QLineEdit::returnPressed, this, &MeetingPage::keep);
  }
  auto* button = new QPushButton(QStringLiteral("Judge these readings"));
  connect(button, &QPushButton::clicked, this, &MeetingPage::keep);
  grid->addWidget(button, static_cast<int>(names.size()) - 1, 3);
  grid->setColumnStretch(4, 1);
  column_->insertWidget(1, rows_);
}

/// All readings or none: each becomes the last reading of its pack.
void MeetingPage::keep() {
  Plan plan = kit_.document.plan();
  for (std::size_t k = 0; k < volts_.size(); ++k) {
    const auto v = parseQuantity(volts_[k]->text().toStdString(), Kind::Voltage);
    const auto r = parseQuantity(rested_[k]->text().toStdString(), Kind::Minutes);
    if (!v || *v <= 0 || !r) {
      const QString what = !v || *v <= 0 ? QStringLiteral("volts of %1") : QStringLiteral("rest of %1");
      const Problem& p = !v ? v.error() : !r ? r.error() : Problem{"", "\"" + volts_[k]->text().toStdString() + "\"", "volts above 0"};
      problem_->setText(
          QStringLiteral("%1: found %2, expected %3.").arg(what.arg(shown_[static_cast<int>(k)]), text(p.found), text(p.expected)));
      (!v || *v <= 0 ? volts_[k] : rested_[k])->setFocus();
      return;
    }
    const auto next = withReading(plan, k, Reading{formatDate(today()), ReadingOf::Groups, Volt(*v), Minute(*r), {}, {}});
    if (!next) {
      problem_->setText(text(next.error().sentence()));
      return;
    }
    plan = *next;
  }
  problem_->clear();
  for (QLineEdit* e : volts_) e->setModified(false);
  for (QLineEdit* e : rested_) e->setModified(false);
  kit_.document.commit(plan, QStringLiteral("keep rested volts of the packs"));
  refresh();
}

void MeetingPage::refresh() {
  buildRows();
  const Plan& plan = kit_.document.plan();
  const Figures& f = kit_.document.assessment().figures;
  meeting_ = meetingOf(plan, f);
  const int meters = 26 * static_cast<int>(f.packs.size());
  Scaling::setHeights(gauge_, kit_.look, 176 + meters, 240 + meters);
  readings_.clear();
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const PackModel& model = f.packs[k].model;
    const auto last = lastVolts(plan.packs[k], model.series);
    readings_.push_back({model.name, last ? last->volts : model.restVoltage(), last.has_value()});
  }
  for (std::size_t k = 0; k < volts_.size() && k < plan.packs.size(); ++k)
    for (const Reading& r : plan.packs[k].readings) {
      if (!r.pack || volts_[k]->isModified() || rested_[k]->isModified()) continue;
      volts_[k]->setText(text(formatNumber(r.pack->value(), 5)));
      rested_[k]->setText(r.rested ? text(formatNumber(r.rested->value())) : QString());
    }
  verdict_->setText(meetingVerdict(meeting_, f));
  words_->setText(meetingWords(meeting_, f));
  paths_->setText(chargePathWords(plan, f));
  gauge_->rebuild();
}

// ---- gauge ----

GaugePage::GaugePage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("What the gauge shows, and what is left"), QStringLiteral("a gauge reads volts, not charge")));
  auto* row = new QHBoxLayout;
  row->addWidget(new PlainLabel(QStringLiteral("Its steps in volts, lowest first")));
  steps_ = new QLineEdit;
  steps_->setAccessibleName(QStringLiteral("steps of the gauge in volts"));
  steps_->setPlaceholderText(QStringLiteral("bars: where each comes on; percent: volts at 0 … 100 %; empty: by the rest curve"));
  connect(steps_, &QLineEdit::editingFinished, this, &GaugePage::takeSteps);
  row->addWidget(steps_, 1);
  column->addLayout(row);
  problem_ = wrapped("problem");
  column->addWidget(problem_);
  chart_ = new DrawingView(kit_, QStringLiteral("gauge against truth"));
  chart_->setGround([this](drawing::Size size) { return drawing::gaugeOverRide(kit_.document.subject(), size); });
  chart_->setMinimumHeight(180);
  column->addWidget(chart_, 1);
  words_ = wrapped();
  column->addWidget(words_);
}

void GaugePage::takeSteps() {
  Plan plan = kit_.document.plan();
  std::vector<Volt> steps;
  for (const QString& word : steps_->text().split(QRegularExpression(QStringLiteral("[\\s;]+")), Qt::SkipEmptyParts)) {
    const auto v = parseQuantity(word.toStdString(), Kind::Voltage);
    if (!v || *v <= 0 || *v > 1000 || (!steps.empty() && Volt(*v) <= steps.back())) {
      problem_->setText(QStringLiteral("steps of the gauge: found \"%1\", expected rising volts with spaces between.").arg(word.left(30)));
      return;
    }
    steps.emplace_back(*v);
  }
  problem_->clear();
  if (steps == plan.bike.gauge.steps) return;
  plan.bike.gauge.steps = std::move(steps);
  kit_.document.commit(plan, QStringLiteral("steps of the gauge"));
}

void GaugePage::refresh() {
  const Plan& plan = kit_.document.plan();
  const Figures& f = kit_.document.assessment().figures;
  if (!steps_->hasFocus()) {
    QStringList words;
    for (Volt v : plan.bike.gauge.steps) words << text(formatNumber(v.value(), 4));
    steps_->setText(words.join(QLatin1Char(' ')));
  }
  chart_->rebuild();
  const Combined c = combinedCharge(plan, f);
  QStringList lines;
  lines << QStringLiteral("%1 %2 %, %3 Wh (%4); %5.")
               .arg(f.packs.size() > 1 ? QStringLiteral("Together they hold") : QStringLiteral("It holds"),
                    text(formatNumber(c.truth.value() * 100, 2)), text(formatNumber(c.energy.value(), 3)),
                    c.measured ? QStringLiteral("from rested readings") : QStringLiteral("from the stated charges: read both at rest"),
                    text(c.lies));
  QStringList speeds;
  for (const SourceSpeed& s : noLoadSpeeds(plan, f))
    speeds << QStringLiteral("%1 %2 km/h at %3").arg(text(s.name), text(formatNumber(s.speed.value(), 3)), volts(s.rest));
  if (!speeds.isEmpty()) lines << QStringLiteral("Wheel raised and clear, no load: %1.").arg(speeds.join(QStringLiteral(", ")));
  words_->setText(lines.join(QLatin1Char('\n')));
}

// ---- proof ----

ProofPage::ProofPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  column->addWidget(stationHeading(QStringLiteral("What does a second pack change?")));
  changes_ = wrapped();
  column->addWidget(changes_);
  column->addWidget(
      stationHeading(QStringLiteral("Three ways to see that they share"), QStringLiteral("what to expect, before you measure")));
  ways_ = wrapped();
  column->addWidget(ways_);
  column->addWidget(
      stationHeading(QStringLiteral("Check of a logged ride"), QStringLiteral("30 to 3000 rows: Ah, V, and A, km or time_s")));
  auto* row = new QHBoxLayout;
  log_ = new QPlainTextEdit;
  log_->setAccessibleName(QStringLiteral("logged ride"));
  log_->setPlaceholderText(QStringLiteral("time_s,km,Ah,V,A\n0,0,0,54.1,8.2\n…"));
  log_->setTabChangesFocus(true);
  log_->setMaximumWidth(260);
  connect(log_, &QPlainTextEdit::textChanged, this, &ProofPage::check);
  row->addWidget(log_, 2);
  rows_ = new DrawingView(kit_, QStringLiteral("charge over Ah"));
  rows_->setGround([this](drawing::Size size) { return drawing::sharingRows(sharing_, input_, size); });
  rows_->setMinimumHeight(120);
  row->addWidget(rows_, 5);
  column->addLayout(row, 1);
  verdict_ = wrapped("title");
  verdict_->setObjectName(QStringLiteral("sharing-verdict"));
  column->addWidget(verdict_);
}

void ProofPage::check() {
  sharing_ = {};
  const auto input = sharingInputOf(kit_.document.assessment().figures);
  const std::string typed = log_->toPlainText().toStdString();
  if (!input || trimmed(typed).empty()) {
    verdict_->setText(noSharingWords(input.has_value(), kit_.document.assessment().figures.packs.size()));
    rows_->rebuild();
    return;
  }
  input_ = *input;
  const auto rows = readRide(typed);
  if (!rows) {
    verdict_->setText(text(rows.error().sentence()));
  } else {
    sharing_ = judgeSharing(*rows, input_);
    verdict_->setText(sharingWords(sharing_));
  }
  rows_->rebuild();
}

void ProofPage::refresh() {
  const Figures& f = kit_.document.assessment().figures;
  QStringList changes, ways;
  for (const SecondPackLine& l : secondPackChanges(kit_.document.plan(), f))
    changes << QStringLiteral("%1: %2 – %3.").arg(text(l.what), text(l.answer), text(l.why));
  for (const ShareProof& p : shareProofs(kit_.document.plan(), f))
    ways << QStringLiteral("%1: %2. If not: %3.").arg(text(p.way), text(p.expect), text(p.ifNot));
  changes_->setText(changes.isEmpty() ? QStringLiteral("Add a second pack to see.") : changes.join(QLatin1Char('\n')));
  ways_->setText(ways.join(QLatin1Char('\n')));
  check();
}

}  // namespace usherwright::app
