// The pages whose figures take several runs: each begins a job when it is seen and shows what comes.
#include "app/stations/joining/study_pages.h"

#include "app/present/joining_words.h"
#include "app/present/methods.h"
#include "app/present/words.h"
#include "app/stations/joining/page_parts.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "core/plan/edit.h"
#include "core/plan/usual.h"

namespace usherwright::app {

// ---- methods ----

MethodsPage::MethodsPage(Kit kit) : StationPage(kit), methods_(kit, QStringLiteral("every way to join"), this) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Every way to join these packs"),
                                   QStringLiteral("on this plan; a click or Enter takes one, undo takes it back")));
  words_ = wrapped("soft");
  column->addWidget(words_);
  table_ = new DrawingView(kit_, QStringLiteral("methods compared"));
  table_->setGround([this](drawing::Size size) {
    const auto* methods = methods_.ready();
    if (!methods) return nothing(size);
    std::vector<drawing::MethodWords> words;
    for (const MethodFigures& m : *methods)
      words.push_back({methodName(m.method).toStdString(),
                       methodLines(m.method, kit_.document.plan(), kit_.document.assessment()).front().words.toStdString()});
    return drawing::methodTable(*methods, words, kit_.document.plan(), size);
  });
  table_->setMinimumHeight(432);
  column->addWidget(clearScroll(table_), 1);
  connect(table_, &DrawingView::partClicked, this, [this](const QString& part) {
    const auto i = static_cast<std::size_t>(part.mid(7).toInt());
    const auto* methods = methods_.ready();
    if (!methods || i >= methods->size()) return;
    const std::string word(wordsOf<Method>()[static_cast<std::size_t>((*methods)[i].method)]);
    kit_.document.commit(withField(kit_.document.plan(), "/joining/method", FieldValue{word}));
  });
  connect(&methods_, &JobBase::finished, this, [this] {
    words_->setText(methodsNote(kit_.document.plan(), kit_.document.assessment().figures));
    table_->rebuild();
  });
}

void MethodsPage::refresh() {
  const auto work = [](const Plan& plan, JobHandle<std::vector<MethodFigures>>& handle) {
    return compareMethods(plan, shippedCatalogue(), handle.progress());
  };
  if (methods_.begin(work)) words_->setText(QStringLiteral("Working out five methods …"));
  else table_->rebuild();
}

// ---- pairs ----

PairsPage::PairsPage(Kit kit) : StationPage(kit), pairs_(kit, QStringLiteral("pairs of parts"), this) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("What gets on with what"),
                                   QStringLiteral("two packs by a plain plug, else each pack alone; then joined as the plan has it")));
  table_ = new DrawingView(kit_, QStringLiteral("pairs of parts"));
  table_->setGround([this](drawing::Size size) {
    const auto* pairs = pairs_.ready();
    return pairs ? drawing::pairTable(*pairs, size) : nothing(size);
  });
  column->addWidget(clearScroll(table_), 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("pair-words"));
  words_->setMinimumHeight(64);
  words_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
  column->addWidget(words_);
  connect(table_, &DrawingView::partClicked, this, &PairsPage::explain);
  connect(&pairs_, &JobBase::finished, this, [this] {
    if (const auto* pairs = pairs_.ready())
      Scaling::setHeights(table_, kit_.look, static_cast<int>(drawing::pairTableHeight(*pairs)), QWIDGETSIZE_MAX);
    words_->setText(QStringLiteral("Choose a pair by click, or by arrow and Enter, to read what stands between them."));
    table_->rebuild();
  });
}

void PairsPage::explain(const QString& part) {
  const QStringList at = part.split(QLatin1Char('/'));
  const auto* pairs = pairs_.ready();
  if (!pairs || at.size() != 3) return;
  const auto r = static_cast<std::size_t>(at[1].toInt()), k = static_cast<std::size_t>(at[2].toInt());
  if (r >= pairs->rows.size() || k >= pairs->packs.size()) return;
  words_->setText(pairWords(*pairs, r, k));
}

void PairsPage::refresh() {
  const auto work = [](const Plan& plan, JobHandle<PairTable>& handle) { return pairsOf(plan, shippedCatalogue(), handle.progress()); };
  if (pairs_.begin(work)) words_->setText(QStringLiteral("Putting every pack beside every part …"));
  else table_->rebuild();
}

// ---- subsets ----

SubsetsPage::SubsetsPage(Kit kit) : StationPage(kit), study_(kit, QStringLiteral("every subset of the packs"), this) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Each alone"), QStringLiteral("any pack may be empty, unplugged or at home")));
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("worst-subset"));
  column->addWidget(words_);
  bars_ = new DrawingView(kit_, QStringLiteral("every subset of the packs"));
  bars_->setGround([this](drawing::Size size) {
    const auto* study = study_.ready();
    return study ? drawing::subsetBars(*study, size) : nothing(size);
  });
  bars_->setMinimumHeight(300);
  column->addWidget(bars_, 1);
  connect(&study_, &JobBase::finished, this, [this] {
    if (const auto* study = study_.ready()) words_->setText(subsetWords(*study));
    bars_->rebuild();
  });
}

void SubsetsPage::refresh() {
  const auto work = [](const Plan& plan, JobHandle<SubsetStudy>& handle) { return eachAlone(plan, shippedCatalogue(), handle.progress()); };
  if (study_.begin(work)) words_->setText(QStringLiteral("Working out every subset …"));
  else bars_->rebuild();
}

// ---- turns ----

TurnsPage::TurnsPage(Kit kit) : StationPage(kit), policies_(kit, QStringLiteral("every order of use"), this) {
  auto* column = scrolledColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Who goes first"), QStringLiteral("switched inputs or a selector make turns possible")));
  words_ = wrapped("soft");
  column->addWidget(words_);
  table_ = new DrawingView(kit_, QStringLiteral("orders of use"));
  table_->setGround([this](drawing::Size size) {
    const auto* policies = policies_.ready();
    if (!policies) return nothing(size);
    std::vector<std::string> names;
    for (const PolicyFigures& p : *policies) names.push_back(policyName(p.policy).toStdString());
    return drawing::policyTable(*policies, names, packNames(kit_.document.assessment().figures), kit_.document.plan().joining.policy, size);
  });
  table_->setMinimumHeight(196);
  table_->setMaximumHeight(290);
  column->addWidget(table_, 1);
  column->addWidget(stationHeading(QStringLiteral("The ride of today"), QStringLiteral("with the charges of now, to the floor")));
  plan_ = wrapped();
  plan_->setObjectName(QStringLiteral("turn-round"));
  column->addWidget(plan_);
  column->addWidget(stationHeading(QStringLiteral("Who cuts off first")));
  cuts_ = wrapped();
  column->addWidget(cuts_);
  column->addStretch(1);
  connect(&policies_, &JobBase::finished, this, [this] {
    words_->setText(
        QStringLiteral("Life: what the depth of the hardest worked pack makes of it; by turns one pack does the work of both."));
    table_->rebuild();
  });
}

void TurnsPage::refresh() {
  const Figures& f = kit_.document.assessment().figures;
  plan_->setText(turnWords(kit_.document.plan(), f));
  cuts_->setText(lowCutWords(f));
  const auto work = [](const Plan& plan, JobHandle<std::vector<PolicyFigures>>& handle) {
    return comparePolicies(plan, shippedCatalogue(), handle.progress());
  };
  if (policies_.begin(work)) words_->setText(QStringLiteral("Working out every order …"));
  else table_->rebuild();
}

// ---- spread ----

SpreadPage::SpreadPage(Kit kit) : StationPage(kit), spread_(kit, QStringLiteral("the spread of the ride"), this) {
  auto* column = pageColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("What part tolerance does"), QStringLiteral("1000 rides: Ah ± 3 %, mΩ ± 15 %, meter error")), 1);
  start_ = new QPushButton(QStringLiteral("Run again"));
  connect(start_, &QPushButton::clicked, this, [this] {
    spread_.forget();
    begin();
  });
  stop_ = new QPushButton(QStringLiteral("Stop"));
  connect(stop_, &QPushButton::clicked, this, [this] { spread_.cancel(); });
  head->addWidget(start_);
  head->addWidget(stop_);
  column->addLayout(head);
  words_ = wrapped("soft");
  words_->setObjectName(QStringLiteral("spread-progress"));
  column->addWidget(words_);
  bands_ = new DrawingView(kit_, QStringLiteral("spread of the ride"));
  bands_->setGround([this](drawing::Size size) {
    const Figures& f = kit_.document.assessment().figures;
    const auto* spread = spread_.ready();
    if (!spread || !f.ride || spread->peak.size() != f.ride->sources.size()) return nothing(size);
    return drawing::spreadBands(*spread, *f.ride, packNames(f), size);
  });
  column->addWidget(bands_, 1);
  connect(&spread_, &JobBase::advanced, this, [this] {
    if (spread_.isRunning()) words_->setText(QStringLiteral("%1 of 1000 rides").arg(std::lround(spread_.share() * 1000)));
  });
  connect(&spread_, &JobBase::finished, this, [this] {
    stop_->hide();
    const auto* spread = spread_.ready();
    words_->setText(QStringLiteral("%1 rides; the same seed gives the same bands").arg(spread ? spread->runs : 0));
    bands_->rebuild();
  });
}

void SpreadPage::begin() {
  const Figures& f = kit_.document.assessment().figures;
  if (!f.ride || f.packs.empty()) return words_->setText(QStringLiteral("No ride to spread."));
  const bool begun = spread_.begin([ride = f.ride](const Plan& plan, JobHandle<Spread>& handle) {
    SpreadOptions options;
    options.threads = 2;
    options.tolerance.meter =
        Volt(2 * plan.meterDigit.value_or(usual::meterDigit).value() + plan.meterAccuracy.value_or(usual::meterAccuracy).value() * 50);
    options.progress = handle.progress();
    return spreadOf(ride->input(), options);
  });
  if (!begun) return bands_->rebuild();
  stop_->show();
}

void SpreadPage::refresh() { begin(); }

}  // namespace usherwright::app
