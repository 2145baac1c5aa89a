#include "app/stations/joining/joining_pages.h"

#include <QDate>
#include <QGridLayout>
#include <QTimer>
#include <QtConcurrent>

#include "app/present/methods.h"
#include "app/present/words.h"
#include "core/plan/edit.h"
#include "core/plan/lists.h"

namespace usherwright::app {
namespace {

QVBoxLayout* pageColumn(QWidget* page) {
  auto* column = new QVBoxLayout(page);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(8);
  return column;
}

QLabel* wrapped(const char* role = nullptr) {
  auto* label = new QLabel;
  label->setWordWrap(true);
  label->setTextFormat(Qt::PlainText);
  if (role) label->setProperty("role", role);
  return label;
}

std::vector<std::string> packNames(const Figures& f) {
  std::vector<std::string> out;
  for (const PackFigures& p : f.packs) out.push_back(p.model.name);
  return out;
}

QString volts(Volt v, int digits = 3) { return text(formatNumber(v.value(), digits)) + QStringLiteral(" V"); }
QString amps(Ampere a) { return text(formatNumber(a.value(), 2)) + QStringLiteral(" A"); }

drawing::Drawing nothing(drawing::Size size) { return {size.width, size.height, {}, {}}; }

}  // namespace

// ---- studies ----

StudyRunner::StudyRunner(Kit kit, QObject* parent) : QObject(parent), kit_(kit) {
  connect(&watcher_, &QFutureWatcher<void>::finished, this, [this] {
    if (!stop_.stop_requested() || isOfNow()) Q_EMIT finished();
  });
}

StudyRunner::~StudyRunner() { stop(); }

void StudyRunner::stop() {
  stop_.request_stop();
  watcher_.waitForFinished();
}

void StudyRunner::study(Work work) {
  if (isOfNow()) return;
  stop();
  stop_ = std::stop_source();
  of_ = kit_.document.snapshot();
  watcher_.setFuture(QtConcurrent::run(
      [plan = of_, work = std::move(work), token = stop_.get_token()] { work(*plan, [&token] { return !token.stop_requested(); }); }));
}

// ---- methods ----

MethodsPage::MethodsPage(Kit kit) : StationPage(kit), runner_(new StudyRunner(kit, this)) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Every way to join these packs"),
                                   QStringLiteral("on this plan; a click or Enter takes one, undo takes it back")));
  words_ = wrapped("soft");
  column->addWidget(words_);
  table_ = new DrawingView(kit_, QStringLiteral("methods compared"));
  table_->setGround([this](drawing::Size size) {
    if (!methods_ || runner_->isRunning()) return nothing(size);
    std::vector<std::string> names;
    for (const MethodFigures& m : *methods_) names.push_back(methodName(m.method).toStdString());
    return drawing::methodTable(*methods_, names, kit_.document.plan().joining.method, size);
  });
  table_->setMinimumHeight(380);
  column->addWidget(table_, 1);
  connect(table_, &DrawingView::partClicked, this, [this](const QString& part) {
    const auto i = static_cast<std::size_t>(part.mid(7).toInt());
    if (!methods_ || runner_->isRunning() || i >= methods_->size()) return;
    const std::string word(wordsOf<Method>()[static_cast<std::size_t>((*methods_)[i].method)]);
    kit_.document.commit(withField(kit_.document.plan(), "/joining/method", FieldValue{word}));
  });
  connect(runner_, &StudyRunner::finished, this, [this] {
    QString words = QStringLiteral("Losses and range by simulation. \"Not here\" names the first rule that stands against it.");
    if (const auto fed = converterPack(kit_.document.plan()))
      for (const Element& e : kit_.document.assessment().figures.elements)
        if (e.pack == static_cast<int>(*fed) && e.kind == ElementKind::Bms && e.peak)
          words += QStringLiteral(" The converter draws up to %1 at its lowest input.").arg(amps(*e.peak));
    words_->setText(words);
    table_->rebuild();
  });
}

void MethodsPage::refresh() {
  if (!runner_->isOfNow()) {
    const auto into = std::make_shared<std::vector<MethodFigures>>();
    runner_->study([into](const Plan& plan, const std::function<bool()>& goOn) { *into = compareMethods(plan, shippedCatalogue(), goOn); });
    methods_ = into;
    words_->setText(QStringLiteral("Working out five methods …"));
  } else if (!runner_->isRunning()) {
    table_->rebuild();
  }
}

// ---- readings before a plug ----

MeetingPage::MeetingPage(Kit kit) : StationPage(kit) {
  column_ = pageColumn(this);
  column_->addWidget(stationHeading(QStringLiteral("Before a hard plug goes together"),
                                    QStringLiteral("one meter, both packs rested 30 min or more, read at the plugs")));
  verdict_ = wrapped("title");
  verdict_->setObjectName(QStringLiteral("meeting-verdict"));
  column_->addWidget(verdict_);
  gauge_ = new DrawingView(kit_, QStringLiteral("readings against the connect window"));
  gauge_->setGround([this](drawing::Size size) { return drawing::meetingGauge(meeting_, size); });
  gauge_->setMinimumHeight(120);
  gauge_->setMaximumHeight(170);
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
    auto* name = new QLabel(fontMetrics().elidedText(names[k], Qt::ElideRight, 220));
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
  const std::string today = QDate::currentDate().toString(Qt::ISODate).toStdString();
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
    const auto next = withReading(plan, k, Reading{today, ReadingOf::Groups, Volt(*v), Minute(*r), {}, {}});
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
  const MeetingFigures& m = meeting_;
  for (std::size_t k = 0; k < volts_.size() && k < plan.packs.size(); ++k)
    for (const Reading& r : plan.packs[k].readings) {
      if (!r.pack || volts_[k]->isModified() || rested_[k]->isModified()) continue;
      volts_[k]->setText(text(formatNumber(r.pack->value(), 5)));
      rested_[k]->setText(r.rested ? text(formatNumber(r.rested->value())) : QString());
    }
  QString verdict = text(meetingWord(m.verdict));
  if (!verdict.isEmpty()) verdict[0] = verdict[0].toUpper();
  verdict_->setText(f.packs.size() < 2 ? QStringLiteral("One pack: nothing to match") : verdict);
  QStringList lines;
  if (f.packs.size() > 1 && m.verdict != Meeting::Unlike) {
    const QString low = text(f.packs[m.low].model.name), high = text(f.packs[m.high].model.name);
    QString flow = QStringLiteral("%1 would flow from %2 into %3 at the first instant").arg(amps(m.peak), high, low);
    if (m.perCell && m.perCellLimit)
      flow += QStringLiteral(", %1 into each cell, which may be charged with %2").arg(amps(*m.perCell), amps(*m.perCellLimit));
    lines << flow + QStringLiteral("; below 0.5 A after %1, %2 Ah moved.")
                        .arg(durationWords(m.equalising.untilQuiet), text(formatNumber(m.equalising.moved.value(), 2)));
    if (m.verdict != Meeting::NoLimit)
      lines << QStringLiteral("The window is %1, with resistance %2.")
                   .arg(volts(m.window),
                        m.measuredResistance ? QStringLiteral("measured") : QStringLiteral("taken as 0.8 of what is not measured"));
    if (m.verdict == Meeting::NotRead)
      lines << QStringLiteral("Nothing is measured yet: the gap is that of the stated charges, and proves nothing.");
    if (m.gap > m.window && m.chargeTo) {
      QString charge = QStringLiteral("Charge %1 to %2 at rest").arg(low, volts(*m.chargeTo));
      if (m.chargeFor) charge += QStringLiteral(", about %1 on its charger").arg(durationWords(*m.chargeFor));
      lines << charge + QStringLiteral(", let it rest, measure again.");
    }
    if (m.curvesFlat) lines << QStringLiteral("Equal volts do not mean equal charge here: the packs are more than a tenth apart.");
  }
  words_->setText(lines.join(QLatin1Char('\n')));
  QStringList paths;
  for (const ChargePath& p : chargePaths(plan, f)) paths << (p.allowed ? QString() : QStringLiteral("Stop. ")) + text(p.words);
  paths_->setText(paths.join(QLatin1Char('\n')));
  gauge_->rebuild();
}

// ---- subsets ----

SubsetsPage::SubsetsPage(Kit kit) : StationPage(kit), runner_(new StudyRunner(kit, this)) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Each alone"), QStringLiteral("any pack may be empty, unplugged or at home")));
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("worst-subset"));
  column->addWidget(words_);
  bars_ = new DrawingView(kit_, QStringLiteral("every subset of the packs"));
  bars_->setGround(
      [this](drawing::Size size) { return study_ && !runner_->isRunning() ? drawing::subsetBars(*study_, size) : nothing(size); });
  bars_->setMinimumHeight(300);
  column->addWidget(bars_, 1);
  connect(runner_, &StudyRunner::finished, this, [this] {
    if (study_->subsets.size() > 1) {
      const SubsetFigures& w = study_->subsets[study_->worst];
      words_->setText(QStringLiteral("The worst case is %1: %2")
                          .arg(text(w.name), w.worstFinding.empty() ? QStringLiteral("no Stop there.") : text(w.worstFinding)));
    } else {
      words_->setText(QStringLiteral("One pack: there is nothing to take away."));
    }
    bars_->rebuild();
  });
}

void SubsetsPage::refresh() {
  if (runner_->isOfNow()) return bars_->rebuild();
  const auto into = std::make_shared<SubsetStudy>();
  runner_->study([into](const Plan& plan, const std::function<bool()>& goOn) { *into = eachAlone(plan, shippedCatalogue(), goOn); });
  study_ = into;
  words_->setText(QStringLiteral("Working out every subset …"));
}

// ---- turns ----

TurnsPage::TurnsPage(Kit kit) : StationPage(kit), runner_(new StudyRunner(kit, this)) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Who goes first"), QStringLiteral("switched inputs or a selector make turns possible")));
  words_ = wrapped("soft");
  column->addWidget(words_);
  table_ = new DrawingView(kit_, QStringLiteral("orders of use"));
  table_->setGround([this](drawing::Size size) {
    if (!policies_ || runner_->isRunning()) return nothing(size);
    std::vector<std::string> names;
    for (const PolicyFigures& p : *policies_) names.push_back(policyName(p.policy).toStdString());
    return drawing::policyTable(*policies_, names, packNames(kit_.document.assessment().figures), kit_.document.plan().joining.policy,
                                size);
  });
  table_->setMinimumHeight(130);
  table_->setMaximumHeight(230);
  column->addWidget(table_, 1);
  column->addWidget(stationHeading(QStringLiteral("The ride of today"), QStringLiteral("with the charges of now, to the floor")));
  plan_ = wrapped();
  plan_->setObjectName(QStringLiteral("turn-round"));
  column->addWidget(plan_);
  column->addWidget(stationHeading(QStringLiteral("Who cuts off first")));
  cuts_ = wrapped();
  column->addWidget(cuts_);
  column->addStretch(1);
  connect(runner_, &StudyRunner::finished, this, [this] {
    words_->setText(
        QStringLiteral("Life: what the depth of the hardest worked pack makes of it; by turns one pack does the work of both."));
    table_->rebuild();
  });
}

void TurnsPage::refresh() {
  if (const auto ride = ridePlanOf(kit_.document.plan(), kit_.document.assessment().figures)) {
    const auto km = [](Kilometre k) { return text(formatNumber(k.value(), 3)) + QStringLiteral(" km"); };
    QStringList order;
    for (const std::string& name : ride->order) order << text(name);
    QString words = QStringLiteral("%1: %2 in all, %3 kept; turn round after %4.")
                        .arg(order.join(QStringLiteral(", then ")), km(ride->reach), km(ride->reserve), km(ride->turnRound));
    if (ride->route)
      words += ride->enough ? QStringLiteral(" Go: the ride of %1 is inside.").arg(km(*ride->route))
                            : QStringLiteral(" Not as it stands: the ride of %1 and the reserve are more.").arg(km(*ride->route));
    plan_->setText(words);
  } else {
    plan_->setText(QStringLiteral("Add a ride in Bike, page Need, to see where to turn round."));
  }
  QStringList cuts;
  for (const LowCut& c : lowCuts(kit_.document.assessment().figures)) {
    QString line = QStringLiteral("%1: %2 acts first; its BMS at %3 of the pack").arg(text(c.name), text(c.first), volts(c.bmsAtPack));
    if (c.controllerPerCell) line += QStringLiteral(", the controller at %1 a cell").arg(volts(*c.controllerPerCell));
    cuts << line + QLatin1Char('.');
  }
  cuts_->setText(cuts.join(QLatin1Char('\n')));
  if (runner_->isOfNow()) return table_->rebuild();
  const auto into = std::make_shared<std::vector<PolicyFigures>>();
  runner_->study([into](const Plan& plan, const std::function<bool()>& goOn) { *into = comparePolicies(plan, shippedCatalogue(), goOn); });
  policies_ = into;
  words_->setText(QStringLiteral("Working out every order …"));
}

// ---- gauge ----

GaugePage::GaugePage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("What the gauge shows, and what is left"), QStringLiteral("a gauge reads volts, not charge")));
  auto* row = new QHBoxLayout;
  row->addWidget(new QLabel(QStringLiteral("Its steps in volts, lowest first")));
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
  lines << QStringLiteral("Both together hold %1 %, %2 Wh (%3); %4.")
               .arg(text(formatNumber(c.truth.value() * 100, 2)), text(formatNumber(c.energy.value(), 3)),
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
  auto* column = pageColumn(this);
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
    verdict_->setText(input ? QStringLiteral("No ride pasted yet") : QStringLiteral("One pack: nothing to share"));
    rows_->rebuild();
    return;
  }
  input_ = *input;
  const auto rows = readRide(typed);
  if (!rows) {
    verdict_->setText(text(rows.error().sentence()));
  } else {
    sharing_ = judgeSharing(*rows, input_);
    QString words = text(sharingWord(sharing_.verdict));
    words[0] = words[0].toUpper();
    if (sharing_.verdict != Sharing::CannotTell)
      words += QStringLiteral(", %1 % sure").arg(text(formatNumber(std::min(99.9, sharing_.confidence * 100), 3)));
    else words += QStringLiteral(": ") + text(sharing_.because);
    if (sharing_.more) words += QStringLiteral("; about %1 Ah more would tell").arg(text(formatNumber(sharing_.more->value(), 2)));
    verdict_->setText(words + QLatin1Char('.'));
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

// ---- spread ----

SpreadPage::SpreadPage(Kit kit) : StationPage(kit), runner_(new StudyRunner(kit, this)), done_(std::make_shared<std::atomic<int>>(0)) {
  auto* column = pageColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("What part tolerance does"), QStringLiteral("1000 rides: Ah ± 3 %, mΩ ± 15 %, meter error")), 1);
  start_ = new QPushButton(QStringLiteral("Run again"));
  connect(start_, &QPushButton::clicked, this, [this] {
    runner_->forget();
    begin();
  });
  stop_ = new QPushButton(QStringLiteral("Stop"));
  connect(stop_, &QPushButton::clicked, this, [this] { runner_->stop(); });
  head->addWidget(start_);
  head->addWidget(stop_);
  column->addLayout(head);
  words_ = wrapped("soft");
  words_->setObjectName(QStringLiteral("spread-progress"));
  column->addWidget(words_);
  bands_ = new DrawingView(kit_, QStringLiteral("spread of the ride"));
  bands_->setGround([this](drawing::Size size) {
    const Figures& f = kit_.document.assessment().figures;
    if (!spread_ || runner_->isRunning() || !f.ride || spread_->peak.size() != f.ride->sources.size()) return nothing(size);
    return drawing::spreadBands(*spread_, *f.ride, packNames(f), size);
  });
  column->addWidget(bands_, 1);
  progress_.setInterval(50);
  connect(&progress_, &QTimer::timeout, this, [this] { words_->setText(QStringLiteral("%1 of 1000 rides").arg(done_->load())); });
  connect(runner_, &StudyRunner::finished, this, [this] {
    progress_.stop();
    stop_->hide();
    words_->setText(QStringLiteral("%1 rides; the same seed gives the same bands").arg(spread_ ? spread_->runs : 0));
    bands_->rebuild();
  });
}

void SpreadPage::begin() {
  const Figures& f = kit_.document.assessment().figures;
  if (!f.ride || f.packs.empty()) return words_->setText(QStringLiteral("No ride to spread."));
  const auto into = std::make_shared<Spread>();
  done_->store(0);
  runner_->study([into, ride = f.ride, done = done_](const Plan& plan, const std::function<bool()>& goOn) {
    SpreadOptions options;
    options.threads = 2;
    options.tolerance.meter =
        Volt(2 * plan.meterDigit.value_or(Volt(0.01)).value() + plan.meterAccuracy.value_or(Coefficient(0.005)).value() * 50);
    options.goOn = [&](std::size_t runs) {
      done->store(static_cast<int>(runs));
      return goOn();
    };
    *into = spreadOf(ride->input(), options);
  });
  spread_ = into;
  stop_->show();
  progress_.start();
}

void SpreadPage::refresh() {
  if (!runner_->isOfNow()) begin();
  else bands_->rebuild();
}

// ---- live ends ----

LiveEndsPage::LiveEndsPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Which bare ends are live"), QStringLiteral("click a plug, or choose it and press Enter, to part it")));
  map_ = new DrawingView(kit_, QStringLiteral("map of live ends"));
  map_->setGround([this](drawing::Size size) { return drawing::liveEndsMap(kit_.document.subject(), state_, size); });
  map_->setMinimumHeight(200);
  column->addWidget(map_, 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("live-ends"));
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, &LiveEndsPage::toggle);
}

void LiveEndsPage::toggle(const QString& part) {
  if (!part.startsWith(QLatin1String("plug/"))) return;
  const QString which = part.mid(5);
  if (which == QLatin1String("output")) state_.output = !state_.output;
  else state_.plugged ^= 1u << which.toUInt();
  refresh();
}

void LiveEndsPage::refresh() {
  map_->rebuild();
  const Figures& f = kit_.document.assessment().figures;
  const auto all = static_cast<std::uint32_t>((1u << f.packs.size()) - 1);
  PlugState state = state_;
  state.plugged &= all;
  QStringList lines;
  for (const LiveEnd& e : liveEnds(kit_.document.plan(), f, state)) {
    if (e.place == LiveEnd::Place::ChargePort) continue;
    lines << QStringLiteral("%1: %2").arg(text(endStateWord(e.state)).toUpper(), text(e.words));
  }
  if (lines.isEmpty()) lines << QStringLiteral("Everything is plugged in: no bare end is open. Part a plug to see what it leaves live.");
  words_->setText(lines.join(QLatin1Char('\n')));
}

}  // namespace usherwright::app
