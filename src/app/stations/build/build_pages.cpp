// Pages of station Build.
#include "app/stations/build/build_pages.h"

#include <fmt/format.h>

#include <algorithm>

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/io/clock.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/evidence.h"
#include "core/plan/lists.h"
#include "core/practice/causes.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"
#include "core/sheets/run_sheet.h"

namespace usherwright::app {

// ---- the work ----

WorkPage::WorkPage(Kit kit, InstrumentLink& link) : StationPage(kit), link_(link) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("The work"), QStringLiteral("in an order that fails safe; a gate passes before what it protects")));
  auto* row = new QHBoxLayout;
  list_ = new DrawingView(kit_, QStringLiteral("steps of the work"));
  list_->setGround([this](drawing::Size size) { return drawing::workList(order_, judged_, chosen_, size); });
  connect(list_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("step/"))) choose(part.mid(5).toStdString());
  });
  auto* steps = clearScroll(list_);
  steps->setMinimumWidth(220);
  steps->setMaximumWidth(280);
  row->addWidget(steps);
  row->addWidget(buildSheet(), 1);
  column->addLayout(row, 1);
}

QWidget* WorkPage::buildSheet() {
  auto* right = new QWidget;
  auto* column = new QVBoxLayout(right);
  column->setContentsMargins(0, 0, 0, 0);
  sheet_ = new DrawingView(kit_, QStringLiteral("the step and its gate"));
  sheet_->setGround([this](drawing::Size size) {
    const WorkStep* step = chosen();
    if (!step) return drawing::Drawing{size.width, size.height, {}, {}};
    const StepJudged judged = judgedAs(*step);
    std::optional<double> reading;
    if (step->gate && judged.record)
      if (const auto& read = kit_.document.plan().build.done[*judged.record].reading) reading = read->value();
    return drawing::workStepSheet(*step, judged, reading, bench_, size);
  });
  column->addWidget(clearScroll(sheet_), 1);
  causes_ = new DrawingView(kit_, QStringLiteral("what it most likely means"));
  causes_->setGround([this](drawing::Size size) { return drawing::causeBars(bars_, nextWords(), next_, size); });
  connect(causes_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("step/"))) choose(part.mid(5).toStdString());
  });
  column->addWidget(causes_);
  auto* row = new FlowLayout(nullptr, 6);
  reading_ = shortLine("gate reading", "reading", 90);
  connect(reading_, &QLineEdit::returnPressed, this, &WorkPage::note);
  row->addWidget(reading_);
  unit_ = new PlainLabel;
  unit_->setMinimumHeight(reading_->sizeHint().height());
  row->addWidget(unit_);
  note_ = shortLine("step note", "note: who, with what", 170);
  connect(note_, &QLineEdit::returnPressed, this, &WorkPage::note);
  row->addWidget(note_);
  do_ = new QPushButton;
  connect(do_, &QPushButton::clicked, this, &WorkPage::note);
  row->addWidget(do_);
  anyway_ = new QPushButton(QStringLiteral("Go on all the same"));
  anyway_->setToolTip(QStringLiteral("with the reason in the note; it is printed. Where something can burn there is no going on"));
  connect(anyway_, &QPushButton::clicked, this, &WorkPage::goOn);
  row->addWidget(anyway_);
  drop_ = new QPushButton(QStringLiteral("Drop the note"));
  drop_->setToolTip(QStringLiteral("the last note of this step; it is open again, or stands by the one before"));
  connect(drop_, &QPushButton::clicked, this, [this] {
    const WorkStep* step = chosen();
    if (!step) return;
    const auto record = judgedAs(*step).record;
    if (record) kit_.document.commit(without(kit_.document.plan(), "/build/done", *record), QStringLiteral("note of a step dropped"));
  });
  row->addWidget(drop_);
  clock_ = new WaitClock;
  row->addWidget(clock_);
  column->addLayout(row);
  photos_ = new PhotoStrip(
      kit_, [this](const Photo& p) { return !chosen_.empty() && p.step == chosen_; },
      [this] {
        Photo photo;
        photo.step = chosen_;
        return photo;
      });
  column->addWidget(photos_);
  column->addLayout(buildMeter());
  stops_ = wrapped("problem");
  stops_->setObjectName(QStringLiteral("step-stops"));
  column->addWidget(stops_);
  problem_ = wrapped("problem");
  problem_->setObjectName(QStringLiteral("step-problem"));
  column->addWidget(problem_);
  return right;
}

const WorkStep* WorkPage::stepOf(const std::string& id) const {
  for (const auto* steps : {&order_, &beside_})
    for (const WorkStep& s : *steps)
      if (s.id == id) return &s;
  return nullptr;
}

const WorkStep* WorkPage::chosen() const { return stepOf(chosen_); }

StepJudged WorkPage::judgedAs(const WorkStep& step) const { return judgedOf(kit_.document.plan(), step); }

std::string WorkPage::nextWords() const {
  const WorkStep* step = stepOf(next_);
  return step ? fmt::format("{} (about {} min)", step->title, step->minutes) : std::string();
}

/// What the readings so far mean, while a gate has stopped.
void WorkPage::rank() {
  constexpr std::size_t most = 4;
  constexpr double least = 0.02;
  const Plan& plan = kit_.document.plan();
  const CauseRanking ranking = rankCauses(plan, kit_.document.assessment().figures, order_);
  bars_.clear();
  for (const RankedCause& c : ranking.causes)
    if (bars_.size() < most && c.share >= least) bars_.push_back({causeWords(c.fault, plan), c.share});
  if (!ranking.causes.empty() && ranking.another >= least) bars_.push_back({"something else, or two things at once", ranking.another});
  next_ = ranking.next.value_or("");
  causes_->setVisible(!bars_.empty());
  Scaling::setHeights(causes_, kit_.look, static_cast<int>(drawing::causeBarsHeight(bars_.size())),
                      static_cast<int>(drawing::causeBarsHeight(bars_.size())));
  causes_->rebuild();
}

void WorkPage::choose(const std::string& id) {
  chosen_ = id;
  reading_->clear();
  problem_->clear();
  show();
}

QLayout* WorkPage::buildMeter() {
  auto* row = new QHBoxLayout;
  fromMeter_ = new QPushButton(QStringLiteral("From the instrument"));
  fromMeter_->setToolTip(QStringLiteral("puts what stands still on the line into the reading; it is taken by the button beside it"));
  connect(fromMeter_, &QPushButton::clicked, this, [this] {
    const WorkStep* step = chosen();
    const auto settled = step && step->gate ? link_.settled(step->gate->unit) : std::nullopt;
    if (!settled || !settled->stands) return;
    reading_->setText(text(formatNumber(settled->value, 4)));
    reading_->setFocus();
  });
  row->addWidget(fromMeter_);
  heard_ = wrapped("soft");
  heard_->setObjectName(QStringLiteral("instrument-reads"));
  row->addWidget(heard_, 1);
  connect(&link_, &InstrumentLink::changed, this, [this] {
    if (isVisible()) hear();
  });
  return row;
}

void WorkPage::hear() {
  const WorkStep* step = chosen();
  const bool gate = step && step->gate && link_.isOpen();
  fromMeter_->setVisible(gate);
  heard_->setVisible(gate);
  if (!gate) return;
  const auto settled = link_.settled(step->gate->unit);
  fromMeter_->setEnabled(settled && settled->stands);
  QString said = link_.trouble();
  if (said.isEmpty())
    said = !settled ? QStringLiteral("%1 reads nothing in %2 here.").arg(link_.name(), text(step->gate->unit))
                    : QStringLiteral("%1 reads %2 %3, %4.")
                          .arg(link_.name(), text(formatNumber(settled->value, 4)), text(step->gate->unit),
                               settled->stands ? QStringLiteral("and stands still") : QStringLiteral("still moving"));
  heard_->setText(said);
}

void WorkPage::note() {
  const WorkStep* step = chosen();
  if (!step) return;
  StepRecord record;
  record.step = step->id;
  record.when = formatDate(today());
  record.note = trimmed(note_->text().toStdString());
  if (step->gate) {
    const auto value = parseNumber(reading_->text().toStdString());
    if (!value)
      return problem_->setText(
          QStringLiteral("gate reading: found %1, expected a number in %2, with its minus if the meter shows one.")
              .arg(reading_->text().trimmed().isEmpty() ? QStringLiteral("nothing") : QStringLiteral("“%1”").arg(reading_->text()),
                   text(step->gate->unit)));
    record.reading = Coefficient(*value);
  }
  problem_->clear();
  const bool wasLast = judgedAs(*step).standing == StepStanding::Passed;
  const std::string id = step->id;
  if (!kit_.document.commit(withStepDone(kit_.document.plan(), record), QStringLiteral("a step of the work"))) return;
  reading_->clear();
  note_->clear();
  // On to the next open one; a gate that stopped stays in view.
  const auto at = std::find_if(order_.begin(), order_.end(), [&](const WorkStep& s) { return s.id == id; });
  if (at == order_.end() || wasLast) return;
  if (judgedAs(*at).standing != StepStanding::Passed || step->gate) return show();
  if (at + 1 != order_.end()) choose((at + 1)->id);
}

void WorkPage::goOn() {
  const WorkStep* step = chosen();
  if (!step || !step->gate) return;
  const std::string key = step->gate->rule + "@" + step->id;
  for (const Finding& f : kit_.document.assessment().findings) {
    if (f.key() != key || f.severity == Severity::Stop) continue;
    const auto next = withAcceptance(kit_.document.plan(), key, acceptanceOf(f, note_->text().toStdString(), formatDate(today())));
    if (!next) return problem_->setText(text(next.error().sentence()));
    problem_->clear();
    if (kit_.document.commit(next, QStringLiteral("went on past a gate"))) note_->clear();
    return;
  }
}

void WorkPage::refresh() {
  const Plan& plan = kit_.document.plan();
  order_ = orderOfWork(plan, kit_.document.assessment().figures);
  judged_.clear();
  for (const WorkStep& step : order_) judged_.push_back(judgedOf(plan, step));
  beside_ = looksBeside(plan, kit_.document.assessment().figures);
  bench_ = drawing::benchParts(plan, kit_.document.assessment().figures);
  rank();
  if (!chosen()) {
    const auto open = std::find_if(judged_.begin(), judged_.end(), [](const StepJudged& j) { return j.standing != StepStanding::Passed; });
    chosen_ = order_.empty() ? std::string() : order_[open == judged_.end() ? 0 : static_cast<std::size_t>(open - judged_.begin())].id;
  }
  show();
}

void WorkPage::show() {
  const WorkStep* step = chosen();
  const bool gate = step && step->gate;
  reading_->setVisible(gate);
  unit_->setVisible(gate);
  reading_->setEnabled(gate && step->gate->known);
  do_->setEnabled(step && (!gate || step->gate->known));
  do_->setText(gate ? QStringLiteral("Take the reading") : QStringLiteral("Done"));
  if (gate) unit_->setText(text(step->gate->unit));
  // What is wrong on paper is not tried out in the hand.
  const int stops = kit_.document.assessment().count(Severity::Stop);
  const bool plugs = step && std::find(step->state.plugged.begin(), step->state.plugged.end(), true) != step->state.plugged.end();
  stops_->setText(plugs && stops > 0 ? QStringLiteral("%1 Stop in this plan: nothing is plugged before it is mended.").arg(stops)
                                     : QString());
  stops_->setVisible(!stops_->text().isEmpty());
  drop_->setEnabled(step && judgedAs(*step).record);
  anyway_->setVisible(gate && mayBeOverridden(*step->gate) && judgedAs(*step).standing == StepStanding::Failed);
  clock_->offer(step ? text(step->name) : QString(), step ? step->waits : 0);
  link_.setAt(step ? step->id : std::string());
  hear();
  photos_->refresh();
  photos_->setVisible(step != nullptr);
  Scaling::setHeights(list_, kit_.look, static_cast<int>(drawing::workListHeight(order_)), QWIDGETSIZE_MAX);
  if (step) Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::workStepHeight(*step, bench_, 420)), QWIDGETSIZE_MAX);
  list_->rebuild();
  sheet_->rebuild();
}

// ---- the run sheet ----

RunSheetPage::RunSheetPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("The run sheet"), QStringLiteral("for the bench, with boxes; Menu, Write out, writes it to a file")));
  release_ = wrapped();
  release_->setObjectName(QStringLiteral("release"));
  column->addWidget(release_);
  sheet_ = new QPlainTextEdit;
  sheet_->setReadOnly(true);
  sheet_->setAccessibleName(QStringLiteral("run sheet"));
  column->addWidget(sheet_, 1);
}

void RunSheetPage::refresh() {
  const Plan& plan = kit_.document.plan();
  const Assessment& a = kit_.document.assessment();
  const Release release = releaseOf(plan, a, orderOfWork(plan, a.figures));
  switch (release.may) {
    case Release::May::NotYet:
      release_->setText(
          QStringLiteral("Not yet: steps open: %1; Stops in the plan: %2.").arg(release.open.size()).arg(release.unproven.size()));
      break;
    case Release::May::Supervised:
      release_->setText(
          QStringLiteral("Ride supervised: every step has passed, but %1 values of the plan were not seen.").arg(assumedValues(plan)));
      break;
    case Release::May::Ride: release_->setText(QStringLiteral("Ride: every step has passed.")); break;
  }
  sheet_->setPlainText(text(runSheet(plan, a)));
}

}  // namespace usherwright::app
