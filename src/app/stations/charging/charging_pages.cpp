// The pages of station Charging: matrix, settle, ceiling, balance, on the way.
#include "app/stations/charging/charging_pages.h"

#include "app/present/words.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"
#include "core/studies/kept_chargers.h"

namespace usherwright::app {
namespace {

constexpr Minute lunch(30);
constexpr std::size_t mostKept = 4;  // sentences about packs that are put aside, below the matrix

}  // namespace

void addCharger(Document& document) {
  const Plan& plan = document.plan();
  if (plan.packs.empty()) {
    document.commit(withChargerFor(withNewPack(plan), 0));
    return;
  }
  // For the first pack that has none yet.
  std::size_t target = 0;
  for (std::size_t k = plan.packs.size(); k-- > 0;)
    if (!hasCharger(plan, plan.packs[k].id)) target = k;
  document.commit(withChargerFor(plan, target));
}

// ---- matrix ----

MatrixPage::MatrixPage(Kit kit) : StationPage(kit) {
  auto* left = pageColumn(this);
  left->setSpacing(6);
  left->addWidget(stationHeading(QStringLiteral("Which charger for which pack"), QStringLiteral("click or Enter: in use, or not")));
  matrix_ = new DrawingView(kit_, QStringLiteral("charger and pack verdicts"));
  matrix_->setGround([this](drawing::Size size) { return drawing::chargerMatrix(kit_.document.subject(), size); });
  connect(matrix_, &DrawingView::partClicked, this, &MatrixPage::toggle);
  left->addWidget(clearScroll(matrix_), 3);
  auto* buttons = new QHBoxLayout;
  auto* add = new QPushButton(QStringLiteral("+ add a charger"));
  connect(add, &QPushButton::clicked, this, [this] { addCharger(kit_.document); });
  buttons->addWidget(add);
  auto* remove = new QPushButton(QStringLiteral("remove the last"));
  connect(remove, &QPushButton::clicked, this,
          [this] { kit_.document.commit(without(kit_.document.plan(), "/chargers", kit_.document.plan().chargers.size() - 1)); });
  buttons->addWidget(remove);
  buttons->addStretch(1);
  left->addLayout(buttons);
  shared_ = wrapped();
  shared_->setObjectName(QStringLiteral("shared-plugs"));
  left->addWidget(shared_);
  left->addWidget(stationHeading(QStringLiteral("How long it takes"),
                                 QStringLiteral("from its charge now to its target, against the bench rule Ah ÷ A")));
  timeline_ = new DrawingView(kit_, QStringLiteral("charge over time"));
  timeline_->setGround([this](drawing::Size size) { return drawing::chargeTimeline(kit_.document.subject(), size); });
  left->addWidget(timeline_, 2);
}

void MatrixPage::toggle(const QString& part) {
  const QStringList tokens = part.split(QLatin1Char('/'));
  if (tokens.size() != 3 || tokens[0] != QLatin1String("pair")) return;
  const std::size_t charger = tokens[1].toULongLong();
  const std::size_t pack = tokens[2].toULongLong();
  for (const ChargeFigures& c : kit_.document.assessment().figures.charging) {
    if (c.charger != charger || c.pack != pack) continue;
    kit_.document.commit(withAssignment(kit_.document.plan(), charger, pack, c.assigned ? Assignment::Free : Assignment::Assigned));
    return;
  }
}

void MatrixPage::refresh() {
  const Plan& plan = kit_.document.plan();
  Scaling::setHeights(matrix_, kit_.look, static_cast<int>(drawing::matrixHeight(plan)), QWIDGETSIZE_MAX);
  QStringList words;
  for (const std::string& s : sharedPlugs(plan)) words << text(s);
  const std::vector<std::string> kept = keptChargerWords(plan);
  for (std::size_t i = 0; i < std::min(kept.size(), mostKept); ++i) words << text(kept[i]);
  if (kept.size() > mostKept) words << QStringLiteral("%1 more: usherwright-calc charge says them.").arg(kept.size() - mostKept);
  shared_->setText(words.join(QLatin1Char('\n')));
  shared_->setVisible(!words.isEmpty());
  matrix_->rebuild();
  timeline_->rebuild();
}

// ---- settle ----

SettlePage::SettlePage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Which charger is this?"),
                                   QStringLiteral("its label, and its no-load output on a meter, nothing connected")));
  auto* row = new QWidget;
  names_ = new QHBoxLayout(row);
  names_->setContentsMargins(0, 0, 0, 0);
  column->addWidget(row);
  sentence_ = wrapped("title");
  sentence_->setObjectName(QStringLiteral("settled"));
  column->addWidget(sentence_);
  next_ = wrapped();
  column->addWidget(next_);
  ladder_ = new DrawingView(kit_, QStringLiteral("what the charger may be"));
  ladder_->setGround([this](drawing::Size size) { return drawing::settleLadder(kit_.document.subject(), charger_, settled_, size); });
  column->addWidget(clearScroll(ladder_), 1);
}

void SettlePage::buildNames() {
  while (QLayoutItem* item = names_->takeAt(0)) {
    delete item->widget();
    delete item;
  }
  const auto& chargers = kit_.document.plan().chargers;
  for (std::size_t i = 0; i < chargers.size(); ++i) {
    auto* button = new QPushButton(fontMetrics().elidedText(text(shownName(chargers[i])), Qt::ElideRight, 180));
    button->setCheckable(true);
    button->setChecked(i == charger_);
    connect(button, &QPushButton::clicked, this, [this, i] {
      charger_ = i;
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/chargers/%1/output_V").arg(i), Keyboard::Stays);
      QMetaObject::invokeMethod(this, &SettlePage::refresh, Qt::QueuedConnection);
    });
    names_->addWidget(button);
  }
  names_->addStretch(1);
}

void SettlePage::refresh() {
  const Plan& plan = kit_.document.plan();
  charger_ = plan.chargers.empty() ? 0 : std::min(charger_, plan.chargers.size() - 1);
  buildNames();
  if (plan.chargers.empty()) return;
  settled_ = settleCharger(plan.chargers[charger_]);
  sentence_->setText(text(settled_.sentence));
  next_->setText(settled_.next.empty() ? QString() : QStringLiteral("Next: %1").arg(text(settled_.next)));
  next_->setVisible(!settled_.next.empty());
  Scaling::setHeights(ladder_, kit_.look, static_cast<int>(drawing::settleHeight(plan)), QWIDGETSIZE_MAX);
  ladder_->rebuild();
}

// ---- ceiling ----

CeilingPage::CeilingPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Range today against years"),
                                   QStringLiteral("every day up to a ceiling; a click takes it for all packs")));
  bars_ = new DrawingView(kit_, QStringLiteral("range and years by ceiling"));
  bars_->setGround([this](drawing::Size size) { return drawing::ceilingBars(kit_.document.subject(), choices_, size); });
  connect(bars_, &DrawingView::partClicked, this, &CeilingPage::take);
  column->addWidget(clearScroll(bars_), 1);
  auto* rough = wrapped();
  rough->setText(
      QStringLiteral("Rough: data sheets' cycles to 80 %, doubled for each 0.10 V per cell below full, by the root of the depth, "
                     "0.7 for every 10 K above 25 °C; 2 % a year at half charge, twice that at full. It says which habit counts, not "
                     "when a pack is worn. A ceiling below full needs a full charge, held, every 20 cycles."));
  rough->setProperty("role", "soft");
  column->addWidget(rough);
}

void CeilingPage::take(const QString& part) {
  bool level = false;
  const double ceiling = part.mid(8).toDouble(&level) / 100;
  if (!level) return;  // the plan has them so already
  Expected<Plan> next = kit_.document.plan();
  for (std::size_t k = 0; next && k < kit_.document.plan().packs.size(); ++k)
    next = withField(*next, "/packs/" + std::to_string(k) + "/ceiling", FieldValue{ceiling});
  kit_.document.commit(next, QStringLiteral("charge all packs up to %1 %").arg(part.mid(8)));
}

void CeilingPage::refresh() {
  choices_ = ceilingChoices(kit_.document.plan(), kit_.document.assessment());
  Scaling::setHeights(bars_, kit_.look, 8 + 92 * static_cast<int>(choices_.size()), QWIDGETSIZE_MAX);
  bars_->rebuild();
}

// ---- balance ----

BalancePage::BalancePage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Kept even"), QStringLiteral("by the last reading of every group; a click goes to the entries")));
  sheet_ = new DrawingView(kit_, QStringLiteral("groups and holds at full"));
  sheet_->setGround([this](drawing::Size size) { return drawing::balanceSheet(kit_.document.subject(), needs_, size); });
  connect(sheet_, &DrawingView::partClicked, this, [this](const QString& part) {
    Q_EMIT kit_.desk.partRequested(QStringLiteral("/packs/%1/cycles_since_held").arg(part.mid(5)), Keyboard::Follows);
  });
  column->addWidget(clearScroll(sheet_), 1);
  auto* caution = wrapped();
  caution->setText(
      QStringLiteral("A hold at full is attended: near full is where a weak group shows. A group below the others by more than 0.1 V "
                     "is not charged up by hand; find out why."));
  caution->setProperty("role", "soft");
  column->addWidget(caution);
}

void BalancePage::refresh() {
  needs_ = balanceNeeds(kit_.document.plan(), kit_.document.assessment());
  Scaling::setHeights(sheet_, kit_.look, 8 + 124 * static_cast<int>(needs_.size()), QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

// ---- on the way ----

OnTheWayPage::OnTheWayPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Half an hour at a socket"), QStringLiteral("each charger on each pack, from its charge now")));
  bars_ = new DrawingView(kit_, QStringLiteral("km of half an hour"));
  bars_->setGround([this](drawing::Size size) { return drawing::topUpBars(kit_.document.subject(), tops_, size); });
  column->addWidget(clearScroll(bars_), 1);
  supply_ = wrapped();
  supply_->setObjectName(QStringLiteral("supply"));
  column->addWidget(supply_);
  auto* caution = wrapped();
  caution->setText(
      QStringLiteral("In sight, on stone, off the way out; the controller off. Cells that are warm from the ride cool first."));
  caution->setProperty("role", "soft");
  column->addWidget(caution);
}

void OnTheWayPage::refresh() {
  tops_ = topUps(kit_.document.plan(), kit_.document.assessment(), lunch);
  Scaling::setHeights(bars_, kit_.look, 8 + 62 * static_cast<int>(tops_.size()), QWIDGETSIZE_MAX);
  bars_->rebuild();
  QStringList words;
  for (const std::string& s : suppliesOnTheWay(kit_.document.plan())) words << text(s);
  supply_->setText(words.join(QLatin1Char(' ')));
  supply_->setVisible(!words.isEmpty());
}

}  // namespace usherwright::app
