// Page Labels: the reader and the meter.
#include <QGridLayout>
#include <algorithm>

#include "app/present/words.h"
#include "app/stations/bike/bike_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/bike/bike_drawings.h"
#include "core/io/clock.h"
#include "core/pack/bench_tests.h"
#include "core/parts/nameplate.h"
#include "core/plan/edit.h"
#include "core/plan/evidence.h"
#include "core/plan/lists.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

QLineEdit* meterField(const QString& name, const QString& unit) {
  auto* line = new QLineEdit;
  line->setAccessibleName(name);
  line->setPlaceholderText(unit);
  line->setFixedWidth(92);
  return line;
}

QLabel* caption(const QString& words) {
  auto* label = new PlainLabel(words);
  label->setProperty("role", "soft");
  return label;
}

/// Typed volts or amperes; empty if nothing is typed. `problem` gets the sentence of what cannot be read.
Known<double> read(const QLineEdit* line, Kind kind, QString& problem) {
  if (line->text().trimmed().isEmpty()) return std::nullopt;
  const auto value = parseQuantity(line->text().toStdString(), kind);
  if (value && *value >= 0) return *value;
  const std::string sentence = value ? std::string("A meter reading is not negative.") : value.error().sentence();
  if (problem.isEmpty()) problem = line->accessibleName() + QStringLiteral(": ") + QString::fromStdString(sentence);
  return std::nullopt;
}

}  // namespace

namespace {

/// The nameplate under which a pack of this layout is sold most often; 48 V if under none.
Known<Volt> nameplateOf(const Plan& plan, std::size_t pack) {
  const Makeup made = makeupOf(plan, plan.packs[pack]);
  const Chemistry chemistry = chemistryOf(made.cell);
  for (double plate : {48.0, 36.0, 52.0, 24.0, 60.0, 72.0})
    for (const NameplateOption& o : nameplateOptions(Volt(plate)))
      if (o.series == made.series &&
          (o.kind == chemistry || (isLithium(chemistry) && chemistry != Chemistry::Lfp && o.kind == Chemistry::Nmc)))
        return Volt(plate);
  return Volt(48);
}

}  // namespace

LabelPage::LabelPage(Kit kit) : StationPage(kit) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(6);
  start_ = new StartCards(kit_);
  column->addWidget(start_);
  column->addWidget(stationHeading(QStringLiteral("Read labels"),
                                   QStringLiteral("paste one, or several with an empty line between; each finds its part")));
  reader_ = new LabelReaderBox(kit_);
  column->addWidget(reader_);
  column->addSpacing(8);
  meter_ = new QWidget;
  auto* lower = new QVBoxLayout(meter_);
  lower->setContentsMargins(0, 0, 0, 0);
  buildMeter(lower);
  column->addWidget(meter_, 1);
  emptyStretch_ = new QWidget;
  column->addWidget(emptyStretch_, 1);
  ruler_ = new DrawingView(kit_, QStringLiteral("which layout"));
  ruler_->setGround([this](drawing::Size size) { return drawing::layoutRuler(seen_, readings_, size); });
  ruler_->setMinimumHeight(84);
  lower->addWidget(ruler_, 1);
}

void LabelPage::takeKeyboard() {
  if (nextOf(kit_.document.way()) == &kit_.document.way().front() && start_->isVisibleTo(this)) start_->takeKeyboard();
  else reader_->takeKeyboard();
}

void LabelPage::buildMeter(QVBoxLayout* column) {
  auto* head = new QHBoxLayout;
  head->addWidget(stationHeading(QStringLiteral("Read the meter"), QStringLiteral("what settles an open label")), 1);
  packs_ = new QComboBox;
  packs_->setAccessibleName(QStringLiteral("pack that is measured"));
  packs_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  packs_->setMinimumWidth(180);
  head->addWidget(packs_);
  groups_ = new QPushButton(QStringLiteral("Group volts …"));
  groups_->setToolTip(QStringLiteral("Enter the volts of every group, at station Pack"));
  connect(groups_, &QPushButton::clicked, this, [this] {
    if (pack() < kit_.document.plan().packs.size()) Q_EMIT kit_.desk.fieldRequested(QStringLiteral("/packs/%1/name").arg(pack()));
    Q_EMIT kit_.desk.pageRequested(Station::Pack, QStringLiteral("Groups"));
  });
  head->addWidget(groups_);
  column->addLayout(head);
  auto* grid = new QGridLayout;
  grid->setHorizontalSpacing(10);
  grid->setVerticalSpacing(8);
  full_ = meterField(QStringLiteral("full and rested"), QStringLiteral("V"));
  now_ = meterField(QStringLiteral("rested now"), QStringLiteral("V"));
  charger_ = meterField(QStringLiteral("charger, nothing connected"), QStringLiteral("V"));
  int r = 0;
  for (const auto& [words, field] :
       {std::pair{QStringLiteral("full, rested 30 min"), full_}, std::pair{QStringLiteral("rested, as it is now"), now_},
        std::pair{QStringLiteral("charger, nothing connected"), charger_}}) {
    grid->addWidget(caption(words), r, 0);
    grid->addWidget(field, r++, 1);
  }
  verdict_ = new PlainLabel;
  verdict_->setWordWrap(true);
  verdict_->setObjectName(QStringLiteral("series-verdict"));
  next_ = new PlainLabel;
  next_->setWordWrap(true);
  next_->setProperty("role", "soft");
  take_ = new QPushButton(QStringLiteral("Take it"));
  record_ = new QPushButton(QStringLiteral("Charge from this voltage"));
  record_->setToolTip(QStringLiteral("Keeps the rested reading, and sets the pack's charge from it"));
  rested_ = caption({});
  auto* answer = new QVBoxLayout;
  answer->addWidget(verdict_);
  answer->addWidget(next_);
  auto* buttons = new QHBoxLayout;
  buttons->addWidget(take_);
  buttons->addWidget(record_);
  buttons->setSpacing(8);
  buttons->addWidget(rested_, 1);
  answer->addLayout(buttons);
  answer->addStretch(1);
  grid->addLayout(answer, 0, 2, 3, 1);
  grid->addWidget(caption(QStringLiteral("two loads, 10 s each")), 3, 0);
  v1_ = meterField(QStringLiteral("volts at the small load"), QStringLiteral("V"));
  a1_ = meterField(QStringLiteral("amperes of the small load"), QStringLiteral("A"));
  v2_ = meterField(QStringLiteral("volts at the large load"), QStringLiteral("V"));
  a2_ = meterField(QStringLiteral("amperes of the large load"), QStringLiteral("A"));
  auto* loads = new QHBoxLayout;
  loads->setSpacing(6);
  for (QLineEdit* f : {v1_, a1_, v2_, a2_}) {
    f->setFixedWidth(64);
    loads->addWidget(f);
  }
  loads->addStretch(1);
  grid->addLayout(loads, 3, 1, 1, 2);
  resistance_ = new PlainLabel;
  resistance_->setWordWrap(true);
  takeResistance_ = new QPushButton(QStringLiteral("Take as measured"));
  auto* result = new QHBoxLayout;
  result->addWidget(resistance_, 1);
  result->addWidget(takeResistance_);
  grid->addLayout(result, 4, 1, 1, 2);
  grid->setColumnStretch(2, 1);
  column->addLayout(grid);
  for (QLineEdit* f : {full_, now_, charger_}) connect(f, &QLineEdit::textEdited, this, &LabelPage::showVerdict);
  for (QLineEdit* f : {v1_, a1_, v2_, a2_}) connect(f, &QLineEdit::textEdited, this, &LabelPage::showResistance);
  connect(packs_, &QComboBox::activated, this, &LabelPage::showVerdict);
  connect(reader_, &LabelReaderBox::labelsRead, this, &LabelPage::showMeter);
  connect(reader_, &LabelReaderBox::labelsRead, this, &LabelPage::showVerdict);
  connect(take_, &QPushButton::clicked, this, &LabelPage::takeSettled);
  connect(takeResistance_, &QPushButton::clicked, this, &LabelPage::takeResistance);
  connect(record_, &QPushButton::clicked, this, &LabelPage::recordRested);
}

std::size_t LabelPage::pack() const { return static_cast<std::size_t>(std::max(0, packs_->currentIndex())); }

void LabelPage::refresh() {
  start_->refresh();
  reader_->refresh();
  QStringList names;
  for (const Pack& p : kit_.document.plan().packs) names << text(shownName(p));
  QStringList shown;
  for (int i = 0; i < packs_->count(); ++i) shown << packs_->itemText(i);
  if (names != shown) {
    const int was = packs_->currentIndex();
    packs_->clear();
    packs_->addItems(names);
    packs_->setCurrentIndex(std::clamp(was, 0, std::max(0, static_cast<int>(names.size()) - 1)));
  }
  packs_->setVisible(!names.isEmpty());
  groups_->setVisible(!names.isEmpty());
  showMeter();
  showVerdict();
  showResistance();
}

/// The cards of an empty plan make room for the ruler as soon as the label of a pack lies in the box.
void LabelPage::showMeter() {
  const bool empty = kit_.document.plan().packs.empty() && !reader_->printedVolts(pack());
  start_->setVisible(empty);
  emptyStretch_->setVisible(empty);
  meter_->setVisible(!empty);
  reader_->setRoomy(empty);
  static_cast<QVBoxLayout*>(layout())->setStretchFactor(reader_, empty ? 8 : 0);
}

SeriesReading LabelPage::readings(QString& problem) const {
  SeriesReading r;
  if (const auto v = read(full_, Kind::Voltage, problem)) r.restedFull = Volt(*v);
  if (const auto v = read(now_, Kind::Voltage, problem)) r.rested = Volt(*v);
  if (const auto v = read(charger_, Kind::Voltage, problem)) r.charger = Volt(*v);
  if (const auto accuracy = kit_.document.plan().meterAccuracy) r.meterAccuracy = accuracy->value();
  return r;
}

std::optional<TwoLoads> LabelPage::twoLoads(QString& problem) const {
  const auto v1 = read(v1_, Kind::Voltage, problem);
  const auto a1 = read(a1_, Kind::Current, problem);
  const auto v2 = read(v2_, Kind::Voltage, problem);
  const auto a2 = read(a2_, Kind::Current, problem);
  if (!v1 || !a1 || !v2 || !a2) return std::nullopt;
  return TwoLoads{Volt(*v1), Ampere(*a1), Volt(*v2), Ampere(*a2)};
}

void LabelPage::showVerdict() {
  const Plan& plan = kit_.document.plan();
  const bool there = pack() < plan.packs.size();
  QString problem;
  const SeriesReading r = readings(problem);
  Known<Volt> plate = there ? plan.packs[pack()].labelVoltage : std::nullopt;
  if (!plate) plate = reader_->printedVolts(pack());  // also of a pack that is not entered yet
  const SeriesVerdict verdict = settleSeries(plate, r);
  const QString about = plate ? QStringLiteral("Printed: %1 V. ").arg(text(formatNumber(plate->value()))) : QString();
  const bool silent = !plate && !r.restedFull && !r.rested && !r.charger;
  // Nothing read yet: the layouts sold under the name that this pack's own layout has.
  seen_ = silent ? settleSeries(there ? nameplateOf(plan, pack()) : Known<Volt>(Volt(48)), r) : verdict;
  readings_ = r;
  ruler_->rebuild();
  verdict_->setText(!problem.isEmpty() ? problem
                    : silent           ? QStringLiteral("One reading, or the volts on the pack: the series count follows.")
                                       : about + text(verdict.sentence));
  next_->setText(problem.isEmpty() && !silent && !verdict.nextReading.empty()
                     ? QStringLiteral("Would settle it: %1.").arg(text(verdict.nextReading))
                     : QString());
  const bool settled = problem.isEmpty() && verdict.settled >= 0 && there;
  take_->setVisible(settled);
  if (settled) {
    const SeriesCandidate& c = verdict.candidates[static_cast<std::size_t>(verdict.settled)];
    take_->setText(QStringLiteral("Take %1S %2").arg(c.series).arg(text(factsOf(c.chemistry).name)));
  }
  record_->setVisible(there && r.rested.has_value() && problem.isEmpty());
  rested_->clear();
  if (there && r.rested) {
    const PackModel& m = kit_.document.assessment().figures.packs[pack()].model;
    const double soc = m.curve.inverse(*r.rested / static_cast<double>(m.series)).value();
    rested_->setText(QStringLiteral("%1 V per cell, %2 % charge as %3S")
                         .arg(text(formatNumber(r.rested->value() / m.series)), text(formatNumber(100 * soc, 2)))
                         .arg(m.series));
  }
}

void LabelPage::takeSettled() {
  const Plan& plan = kit_.document.plan();
  QString problem;
  const SeriesReading r = readings(problem);
  const SeriesVerdict verdict = settleSeries(plan.packs[pack()].labelVoltage, r);
  if (verdict.settled < 0) return;
  const SeriesCandidate& c = verdict.candidates[static_cast<std::size_t>(verdict.settled)];
  const bool measured = r.restedFull || r.rested || r.charger;
  const std::string at = "/packs/" + std::to_string(pack()) + "/";
  Expected<Plan> next =
      withEvidence(plan, at + "series", FieldValue{static_cast<double>(c.series)}, measured ? Provenance::Measured : Provenance::Label);
  if (next && r.charger) {
    const std::string& id = plan.packs[pack()].id;
    for (std::size_t j = 0; j < plan.chargers.size(); ++j)
      if (serves(plan.chargers[j], id) && next)
        next = withEvidence(*next, "/chargers/" + std::to_string(j) + "/reading_V", FieldValue{r.charger->value()}, Provenance::Measured);
  }
  if (next && r.restedFull) next = withEvidence(*next, at + "read_full_V", FieldValue{r.restedFull->value()}, Provenance::Measured);
  if (next)
    next = withEvidence(*next, cellPointer(*next, pack(), "chemistry"),
                        FieldValue{std::string(wordsOf<Chemistry>()[static_cast<std::size_t>(c.chemistry)])},
                        measured ? Provenance::Measured : Provenance::Label);
  kit_.document.endMerge();
  kit_.document.commit(next);
}

void LabelPage::recordRested() {
  QString problem;
  const auto v = read(now_, Kind::Voltage, problem);
  if (!v) return;
  const Plan& plan = kit_.document.plan();
  const PackModel& m = kit_.document.assessment().figures.packs[pack()].model;
  Reading reading;
  reading.when = formatDate(today());
  reading.pack = Volt(*v);
  reading.rested = Minute(30);
  Expected<Plan> next = withReading(plan, pack(), reading);
  const double soc = m.curve.inverse(Volt(*v) / static_cast<double>(m.series)).value();
  const std::string pointer = "/packs/" + std::to_string(pack()) + "/soc";
  if (next) next = withField(*next, pointer, FieldValue{soc});
  if (next) next->provenance[pointer].from = Provenance::Measured;
  kit_.document.endMerge();
  kit_.document.commit(next);
}

void LabelPage::showResistance() {
  QString problem;
  const auto loads = twoLoads(problem);
  takeResistance_->hide();
  if (!problem.isEmpty()) return resistance_->setText(problem);
  if (!loads) return resistance_->setText(QStringLiteral("R = (V1 − V2)/(I2 − I1), at the pack's plug"));
  const auto r = resistanceOf(*loads);
  if (!r) return resistance_->setText(text(r.error().sentence()));
  QString words = QStringLiteral("%1 mΩ, %2 V without load")
                      .arg(text(formatNumber(MilliOhm(r->resistance).value())), text(formatNumber(r->openCircuit.value(), 4)));
  const Figures& f = kit_.document.assessment().figures;
  if (f.demand.peak) words += QStringLiteral("; sags %1 V at peak").arg(text(formatNumber(r->sagAt(*f.demand.peak).value())));
  if (f.cutoff > Volt(0))
    words += QStringLiteral("; at most %1 W before the cut-off").arg(text(formatNumber(r->peakPower(f.cutoff).value())));
  resistance_->setText(words);
  takeResistance_->setVisible(pack() < kit_.document.plan().packs.size());
}

void LabelPage::takeResistance() {
  QString problem;
  const auto loads = twoLoads(problem);
  if (!loads) return;
  const auto r = resistanceOf(*loads);
  if (!r) return;
  const std::string pointer = "/packs/" + std::to_string(pack()) + "/measured_resistance_mohm";
  Expected<Plan> next = withEvidence(kit_.document.plan(), pointer, FieldValue{MilliOhm(r->resistance).value()}, Provenance::Measured);
  if (next)
    next->provenance[pointer].note =
        QStringLiteral("%1 V at %2 A, %3 V at %4 A").arg(v1_->text(), a1_->text(), v2_->text(), a2_->text()).toStdString();
  kit_.document.endMerge();
  kit_.document.commit(next);
}

}  // namespace usherwright::app
