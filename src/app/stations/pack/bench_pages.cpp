// Pages Groups and Health.

#include "app/present/bench_words.h"
#include "app/present/words.h"
#include "app/stations/pack/pack_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/io/clock.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/evidence.h"
#include "core/plan/lists.h"

namespace usherwright::app {
namespace {

QLabel* soft(const QString& words = {}) {
  auto* label = new PlainLabel(words);
  label->setProperty("role", "soft");
  return label;
}

}  // namespace

GroupsPage::GroupsPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Volts of every group"), QStringLiteral("type or paste them in order from the minus end, rested")));
  auto* row = new QHBoxLayout;
  row->setSpacing(12);
  typed_ = new QPlainTextEdit;
  typed_->setAccessibleName(QStringLiteral("group volts"));
  typed_->setPlaceholderText(QStringLiteral("3.742 3.741 3.743 …"));
  typed_->setTabChangesFocus(true);
  typed_->setFixedHeight(72);
  row->addWidget(typed_, 1);
  auto* side = new QVBoxLayout;
  of_ = new QComboBox;
  of_->setAccessibleName(QStringLiteral("readings of"));
  of_->addItems({QStringLiteral("groups of the pack"), QStringLiteral("loose cells, before joining")});
  side->addWidget(of_);
  keep_ = new QPushButton(QStringLiteral("Keep this reading"));
  side->addWidget(keep_);
  side->addStretch(1);
  row->addLayout(side);
  column->addLayout(row);
  verdict_ = new PlainLabel;
  verdict_->setWordWrap(true);
  verdict_->setObjectName(QStringLiteral("group-verdict"));
  column->addWidget(verdict_);
  bars_ = new DrawingView(kit_, QStringLiteral("group volts drawn"));
  bars_->setGround([this](drawing::Size size) {
    return check_ ? drawing::groupBars(*check_, volts_, size) : drawing::Drawing{size.width, size.height, {}, {}};
  });
  bars_->setMinimumHeight(120);
  column->addWidget(bars_, 3);
  rack_ = new DrawingView(kit_, QStringLiteral("charge of the groups"));
  rack_->setGround([this](drawing::Size size) {
    const Figures& f = kit_.document.assessment().figures;
    if (current_() >= f.packs.size()) return drawing::Drawing{size.width, size.height, {}, {}};
    return drawing::groupRack(f.packs[current_()].model, volts_, size);
  });
  rack_->setMinimumHeight(130);
  column->addWidget(rack_, 2);
  rank_ = soft();
  rank_->setWordWrap(true);
  column->addWidget(rank_);
  connect(typed_, &QPlainTextEdit::textChanged, this, &GroupsPage::read);
  connect(of_, &QComboBox::activated, this, &GroupsPage::read);
  connect(keep_, &QPushButton::clicked, this, &GroupsPage::keep);
}

void GroupsPage::refresh() {
  const Plan& plan = kit_.document.plan();
  if (current_() >= plan.packs.size()) return;
  // The last kept reading stands there until something else is typed.
  if (typed_->toPlainText() == prefilled_) {
    QStringList volts;
    for (const Reading& r : plan.packs[current_()].readings)
      if (r.groups.size() > 1) {
        volts.clear();
        for (Volt v : r.groups) volts << QString::number(v.value(), 'f', 3);
        of_->setCurrentIndex(r.of == ReadingOf::LooseCells ? 1 : 0);
      }
    prefilled_ = volts.join(QLatin1Char(' '));
    if (typed_->toPlainText() != prefilled_) typed_->setPlainText(prefilled_);
  }
  read();
}

void GroupsPage::read() {
  const Plan& plan = kit_.document.plan();
  if (current_() >= plan.packs.size()) return;
  const PackModel& m = kit_.document.assessment().figures.packs[current_()].model;
  check_.reset();
  volts_.clear();
  rank_->clear();
  const bool loose = of_->currentIndex() == 1;
  const auto volts = readVolts(typed_->toPlainText().left(20000).toStdString());
  if (!volts) {
    verdict_->setText(text(volts.error().sentence()));
  } else if (volts->size() < 2) {
    verdict_->setText(groupsExpected(m, loose));
  } else {
    volts_ = *volts;
    const auto check = checkGroups(
        {volts_, m.curve, loose ? m.rated / static_cast<double>(m.parallel) : m.capacity, plan.packs[current_()].bms.balance, loose});
    check_ = *check;
    verdict_->setText(groupsVerdict(*check_, volts_.size(), m, loose));
    rank_->setText(furthestWords(*check_, volts_));
  }
  keep_->setEnabled(check_.has_value());
  bars_->setVisible(check_.has_value());
  rack_->setVisible(!loose);  // cells before joining are no pack yet
  bars_->rebuild();
  rack_->rebuild();
}

void GroupsPage::keep() {
  if (!check_) return;
  Reading reading;
  reading.when = formatDate(today());
  reading.of = of_->currentIndex() == 1 ? ReadingOf::LooseCells : ReadingOf::Groups;
  reading.groups = volts_;
  prefilled_ = typed_->toPlainText();
  kit_.document.endMerge();
  kit_.document.commit(withReading(kit_.document.plan(), current_(), reading), QStringLiteral("keep group volts"));
}

HealthPage::HealthPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = scrolledColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Capacity tests"), QStringLiteral("run it empty, charge it full, read the Ah that went in")));
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  const auto field = [&](const QString& words, const QString& hint, int width) {
    row->addWidget(soft(words));
    auto* line = new QLineEdit;
    line->setAccessibleName(words);
    line->setPlaceholderText(hint);
    line->setFixedWidth(width);
    connect(line, &QLineEdit::returnPressed, this, &HealthPage::log);
    row->addWidget(line);
    return line;
  };
  when_ = field(QStringLiteral("tested on"), QStringLiteral("2026-05-31"), 110);
  when_->setText(text(formatDate(today())));
  putBack_ = field(QStringLiteral("put back"), QStringLiteral("Ah"), 80);
  resistance_ = field(QStringLiteral("resistance that day"), QStringLiteral("mΩ, if measured"), 120);
  auto* logIt = new QPushButton(QStringLiteral("Log it"));
  connect(logIt, &QPushButton::clicked, this, &HealthPage::log);
  row->addWidget(logIt);
  row->addStretch(1);
  column->addLayout(row);
  problem_ = new PlainLabel;
  problem_->setProperty("role", "problem");
  problem_->setWordWrap(true);
  column->addWidget(problem_);
  tests_ = new PlainLabel;
  tests_->setProperty("role", "figure");
  column->addWidget(tests_);
  verdict_ = new PlainLabel;
  verdict_->setWordWrap(true);
  verdict_->setObjectName(QStringLiteral("health-verdict"));
  column->addWidget(verdict_);
  column->addLayout(buildButtons());
  column->addLayout(buildSupply());
  bars_ = new DrawingView(kit_, QStringLiteral("capacity tests drawn"));
  bars_->setGround([this](drawing::Size size) {
    const Plan& plan = kit_.document.plan();
    if (current_() >= plan.packs.size()) return drawing::Drawing{size.width, size.height, {}, {}};
    const PackModel& m = kit_.document.assessment().figures.packs[current_()].model;
    return drawing::capacityBars(plan.packs[current_()].capacityTests, m, size);
  });
  bars_->setMinimumHeight(110);
  column->addWidget(bars_, 1);
  column->addWidget(stationHeading(QStringLiteral("Trust in the cells")));
  trust_ = new PlainLabel;
  trust_->setWordWrap(true);
  column->addWidget(trust_);
}

QHBoxLayout* HealthPage::buildButtons() {
  auto* buttons = new QHBoxLayout;
  adopt_ = new QPushButton;
  connect(adopt_, &QPushButton::clicked, this, [this] {
    const Plan& plan = kit_.document.plan();
    const PackModel& m = kit_.document.assessment().figures.packs[current_()].model;
    const auto v = judgeCapacity({plan.packs[current_()].capacityTests, m.parallel, m.rated, m.chemistry, std::nullopt});
    if (!v) return;
    const std::string pointer = "/packs/" + std::to_string(current_()) + "/soh";
    auto next = withField(plan, pointer, FieldValue{std::clamp(v->health, 0.1, 1.1)});
    if (next) next->provenance[pointer].from = Provenance::Measured;
    kit_.document.endMerge();
    kit_.document.commit(next);
  });
  buttons->addWidget(adopt_);
  tested_ = new QPushButton(QStringLiteral("The cells are tested"));
  connect(tested_, &QPushButton::clicked, this, [this] {
    const Plan& plan = kit_.document.plan();
    kit_.document.endMerge();
    kit_.document.commit(withField(plan, cellPointer(plan, current_(), "verified"), FieldValue{true}));
  });
  buttons->addWidget(tested_);
  drop_ = new QPushButton(QStringLiteral("Drop the last test"));
  connect(drop_, &QPushButton::clicked, this, [this] {
    const std::size_t count = kit_.document.plan().packs[current_()].capacityTests.size();
    if (count > 0)
      kit_.document.commit(
          without(kit_.document.plan(), QStringLiteral("/packs/%1/capacity_tests").arg(current_()).toStdString(), count - 1),
          QStringLiteral("drop a capacity test"));
  });
  buttons->addWidget(drop_);
  buttons->addStretch(1);
  return buttons;
}

QHBoxLayout* HealthPage::buildSupply() {
  auto* bench = new QHBoxLayout;
  bench->setSpacing(8);
  bench->addWidget(soft(QStringLiteral("bench supply or load")));
  supply_ = new QLineEdit;
  supply_->setAccessibleName(QStringLiteral("bench supply or load"));
  supply_->setPlaceholderText(QStringLiteral("W"));
  supply_->setFixedWidth(80);
  connect(supply_, &QLineEdit::textChanged, this, &HealthPage::showSupply);
  bench->addWidget(supply_);
  supplyWords_ = soft();
  supplyWords_->setWordWrap(true);
  bench->addWidget(supplyWords_, 1);
  return bench;
}

void HealthPage::log() {
  problem_->clear();
  CapacityTest test;
  test.when = when_->text().trimmed().toStdString();
  const auto ah = parseQuantity(putBack_->text().toStdString(), Kind::Charge);
  if (!ah) return problem_->setText(QStringLiteral("Put back: %1").arg(text(ah.error().sentence())));
  test.putBack = AmpereHour(*ah);
  if (!resistance_->text().trimmed().isEmpty()) {
    const auto r = parseQuantity(resistance_->text().toStdString(), Kind::Resistance);
    if (!r || *r <= 0)
      return problem_->setText(
          QStringLiteral("Resistance: %1").arg(r ? QStringLiteral("more than nothing is expected.") : text(r.error().sentence())));
    test.resistance = MilliOhm(*r);
  }
  const auto next = withCapacityTest(kit_.document.plan(), current_(), test);
  if (!next) return problem_->setText(text(next.error().sentence()));
  kit_.document.endMerge();
  if (kit_.document.commit(next, QStringLiteral("log a capacity test"))) putBack_->clear();
}

void HealthPage::showSupply() {
  if (current_() >= kit_.document.plan().packs.size()) return;
  const PackModel& m = kit_.document.assessment().figures.packs[current_()].model;
  if (supply_->text().trimmed().isEmpty()) return supplyWords_->setText(QStringLiteral("its watts give the amperes it can be set to"));
  const auto watt = parseQuantity(supply_->text().toStdString(), Kind::Power);
  if (!watt || *watt <= 0)
    return supplyWords_->setText(watt ? QStringLiteral("More than nothing is expected.") : text(watt.error().sentence()));
  supplyWords_->setText(supplyWords(Watt(*watt), kit_.document.plan().packs[current_()], m));
}

void HealthPage::refresh() {
  const Plan& plan = kit_.document.plan();
  if (current_() >= plan.packs.size()) return;
  const Pack& p = plan.packs[current_()];
  const PackModel& m = kit_.document.assessment().figures.packs[current_()].model;
  const Makeup& made = kit_.document.assessment().figures.packs[current_()].makeup;
  const Cell& cell = made.cell;
  tests_->setText(testRows(p));
  Known<MilliOhm> sound;
  if (!p.measuredResistance) sound = MilliOhm(m.resistance());
  const auto verdict = judgeCapacity({p.capacityTests, m.parallel, m.rated, m.chemistry, sound});
  verdict_->setText(verdict ? text(verdict->sentence) + QStringLiteral(" Rated %1 Ah.").arg(text(formatNumber(m.rated.value())))
                            : QStringLiteral("Health now: %1 %, as entered.").arg(text(formatNumber(100 * p.soh.value(), 3))));
  adopt_->setVisible(verdict.has_value());
  if (verdict) adopt_->setText(QStringLiteral("Set health to %1 %").arg(text(formatNumber(100 * verdict->health, 3))));
  showSupply();
  bars_->rebuild();
  drop_->setVisible(!p.capacityTests.empty());
  tested_->setVisible(!p.capacityTests.empty() && !cell.verified);
  trust_->setText(cellTrustWords(p, made));
}

}  // namespace usherwright::app
