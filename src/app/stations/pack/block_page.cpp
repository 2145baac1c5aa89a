// Page Block: the block of cells with its handles, the voltage ladder, volts over charge. S and P change by dragging a handle,
// with the arrow keys on the block, or by typing.
#include <cmath>

#include "app/present/words.h"
#include "app/stations/pack/pack_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/pack/buying.h"
#include "core/plan/edit.h"
#include "core/plan/evidence.h"

namespace usherwright::app {

BlockPage::BlockPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* outer = pageColumn(this);
  outer->setSpacing(6);
  buildFigures(outer);
  auto* drawings = new QHBoxLayout;
  drawings->setSpacing(12);
  auto* tall = new QVBoxLayout;
  tall->setSpacing(4);
  blockHeading_ = stationHeading(QStringLiteral("The block"), QStringLiteral("drag an edge, or arrow keys: ← → S, ↑ ↓ P"));
  boxHeading_ = stationHeading(QStringLiteral("The box"), QStringLiteral("known by its label; drag its edge, or ← → S"));
  tall->addWidget(blockHeading_);
  tall->addWidget(boxHeading_);
  block_ = new DrawingView(kit_, QStringLiteral("the block of cells"));
  block_->setMinimumHeight(124);
  tall->addWidget(block_, 5);
  tall->addWidget(stationHeading(QStringLiteral("Volts under load, full to empty")));
  sag_ = new DrawingView(kit_, QStringLiteral("volts over charge"));
  tall->addWidget(sag_, 4);
  drawings->addLayout(tall, 3);
  auto* ladderColumn = new QVBoxLayout;
  ladderColumn->addWidget(stationHeading(QStringLiteral("Voltage ladder")));
  ladder_ = new DrawingView(kit_, QStringLiteral("voltage ladder"));
  ladder_->setMinimumWidth(260);
  ladderColumn->addWidget(ladder_, 1);
  drawings->addLayout(ladderColumn, 2);
  outer->addLayout(drawings, 1);
  auto* row = new QHBoxLayout;
  guess_ = new PlainLabel;
  guess_->setWordWrap(true);
  row->addWidget(guess_, 1);
  takeGuess_ = new QPushButton;
  connect(takeGuess_, &QPushButton::clicked, this, &BlockPage::takeLabelGuess);
  row->addWidget(takeGuess_);
  seen_ = new QPushButton(QStringLiteral("Somebody saw a cell"));
  seen_->setToolTip(QStringLiteral("The box becomes a block of cells, as many side by side as make the Ah of the label"));
  connect(seen_, &QPushButton::clicked, this, [this] {
    kit_.document.endMerge();
    kit_.document.commit(withSeenCell(kit_.document.plan(), current_()), QStringLiteral("a cell was seen"));
  });
  row->addWidget(seen_);
  outer->addLayout(row);
  block_->setGround([this](drawing::Size size) { return drawing::packBlock(kit_.document.subject(), current_(), size); });
  sag_->setGround([this](drawing::Size size) { return drawing::sagCurve(kit_.document.subject(), current_(), size); });
  ladder_->setGround([this](drawing::Size size) { return drawing::voltageLadder(kit_.document.subject(), current_(), size); });
  connect(block_, &DrawingView::partDragged, this, &BlockPage::dragHandle);
  connect(block_, &DrawingView::partClicked, this, [this](const QString& part) {
    const bool side = part == QLatin1String("handle/parallel");
    Q_EMIT kit_.desk.partRequested(QStringLiteral("/packs/%1/%2").arg(current_()).arg(QLatin1String(side ? "parallel" : "series")),
                                   Keyboard::Stays);
  });
  connect(ladder_, &DrawingView::partClicked, this,
          [this](const QString& part) { Q_EMIT kit_.desk.partRequested(part.mid(6), Keyboard::Follows); });
  connect(block_, &DrawingView::arrowPressed, this, [this](int key) {
    if (key == Qt::Key_Right || key == Qt::Key_Left) changeCount("series", key == Qt::Key_Right ? 1 : -1);
    if (key == Qt::Key_Up || key == Qt::Key_Down) changeCount("parallel", key == Qt::Key_Up ? 1 : -1);
  });
}

void BlockPage::buildFigures(QVBoxLayout* column) {
  auto* figures = new QHBoxLayout;
  figures->setSpacing(14);
  rated_ = new Figure(kit_, QStringLiteral("rated"), {});
  label_ = new Figure(kit_, QStringLiteral("label"), {});
  resistance_ = new Figure(kit_, QStringLiteral("resistance"), {});
  perCell_ = new Figure(kit_, QStringLiteral("a cell at peak"), {});
  mass_ = new Figure(kit_, QStringLiteral("mass"), {});
  cost_ = new Figure(kit_, QStringLiteral("cost"), {});
  for (Figure* f : {rated_, label_, resistance_, perCell_, mass_, cost_}) figures->addWidget(f);
  figures->addStretch(1);
  column->addLayout(figures);
  auto* more = new QHBoxLayout;
  more->setSpacing(3);
  sustained_ = new Figure(kit_, QStringLiteral("a cell for long"), {});
  heat_ = new Figure(kit_, QStringLiteral("heats at peak"), {});
  sagAtPeak_ = new Figure(kit_, QStringLiteral("sags at peak"), {});
  rise_ = new Figure(kit_, QStringLiteral("warms by"), {});
  perKilo_ = new Figure(kit_, QStringLiteral("per kg"), {});
  perMoney_ = new Figure(kit_, QStringLiteral("per money"), {});
  buy_ = new Figure(kit_, QStringLiteral("cells to buy"), {});
  balance_ = new Figure(kit_, QStringLiteral("balances 1 %"), {});
  for (Figure* f : {sustained_, heat_, sagAtPeak_, rise_, perKilo_, perMoney_, buy_, balance_}) more->addWidget(f);
  more->addStretch(1);
  column->addLayout(more);
}

void BlockPage::changeCount(const char* key, int by) {
  const PackModel& pack = kit_.document.assessment().figures.packs[current_()].model;
  if (pack.box && key == std::string_view("parallel")) return;  // nobody has seen a cell
  const int now = key == std::string_view("series") ? pack.series : pack.parallel;
  const std::string pointer = "/packs/" + std::to_string(current_()) + "/" + key;
  const Expected<Plan> next = withField(kit_.document.plan(), pointer, FieldValue{static_cast<double>(now + by)});
  if (next) kit_.document.commit(next, {}, text(pointer) + QStringLiteral("#keys"));
}

void BlockPage::dragHandle(const QString& part, QPointF position, bool finished) {
  const bool series = part == QLatin1String("handle/series");
  if (!series && part != QLatin1String("handle/parallel")) return;
  const PackModel& pack = kit_.document.assessment().figures.packs[current_()].model;
  if (!dragging_) {
    dragging_ = true;
    dragFrom_ = position;
    dragStart_ = series ? pack.series : pack.parallel;
    kit_.document.endMerge();
  }
  const double pixels = series ? position.x() - dragFrom_.x() : position.y() - dragFrom_.y();
  const int wanted = std::clamp(dragStart_ + static_cast<int>(std::lround(pixels / 22)), 1, 200);
  const std::string pointer = "/packs/" + std::to_string(current_()) + (series ? "/series" : "/parallel");
  const Expected<Plan> next = withField(kit_.document.plan(), pointer, FieldValue{static_cast<double>(wanted)});
  if (next) kit_.document.commit(next, {}, text(pointer) + QStringLiteral("#drag"));
  if (finished) dragging_ = false;
}

void BlockPage::showFigures() {
  const PackFigures& p = kit_.document.assessment().figures.packs[current_()];
  const QString at = QStringLiteral("pack/%1/").arg(current_());
  const auto set = [&](Figure* f, const char* working, const QString& value, const QString& unit) {
    f->setWorking(at + QLatin1String(working));
    f->setValue(value, unit);
  };
  set(rated_, "rated", text(formatNumber(p.model.rated.value())), QStringLiteral("Ah"));
  set(label_, "label", text(formatNumber(p.model.label.value())), QStringLiteral("Wh"));
  set(resistance_, "resistance", text(formatNumber(MilliOhm(p.model.resistance()).value())), QStringLiteral("mΩ"));
  set(perCell_, "peak", p.perCellPeak ? text(formatNumber(p.perCellPeak->value())) : QStringLiteral("?"), QStringLiteral("A"));
  const UnitSystem units = kit_.document.units();
  set(mass_, "mass", p.model.mass ? text(formatNumber(p.model.mass->value() / shownUnit(Kind::Mass, units).scale)) : QStringLiteral("?"),
      text(shownUnit(Kind::Mass, units).symbol));
  const QString unknown = QStringLiteral("?");
  const QString currency = text(kit_.document.plan().currency);
  set(cost_, "cost", p.model.cost ? text(formatNumber(p.model.cost->value())) : unknown, currency);
  set(sustained_, "sustained", p.perCellSustained ? text(formatNumber(p.perCellSustained->value())) : unknown, QStringLiteral("A"));
  set(sagAtPeak_, "sag", p.sagAtPeak ? text(formatNumber(p.sagAtPeak->value())) : unknown, QStringLiteral("V"));
  const Cell& cell = p.makeup.cell;
  const double ohms = Ohm(cell.resistance).value() * resistanceFactor(p.model.temperature);
  set(heat_, "heat", p.perCellPeak ? text(formatNumber(p.perCellPeak->value() * p.perCellPeak->value() * ohms, 2)) : unknown,
      QStringLiteral("W/cell"));
  set(rise_, "rise", p.rise ? text(formatNumber(p.rise->value(), 2)) : unknown, QStringLiteral("K"));
  set(perKilo_, "per-kg", p.model.mass ? text(formatNumber(p.model.label.value() / p.model.mass->value())) : unknown, QStringLiteral("Wh"));
  set(perMoney_, "per-money",
      p.model.cost && p.model.cost->value() > 0 ? text(formatNumber(p.model.label.value() / p.model.cost->value())) : unknown,
      QStringLiteral("Wh/") + currency);
  set(buy_, "buy", QString::number(cellsToBuy(p.model.series, p.model.parallel)), {});
  const Known<MilliAmpere> balance = kit_.document.plan().packs[current_()].bms.balance;
  set(balance_, "balance", balance ? text(formatNumber(p.model.capacity.value() * 0.01 / Ampere(*balance).value(), 2)) : unknown,
      QStringLiteral("h"));
  for (Figure* f : {perCell_, sustained_, heat_, buy_}) f->setVisible(!p.model.box);
  blockHeading_->setVisible(!p.model.box);
  boxHeading_->setVisible(p.model.box);
  showLabelGuess();
}

/// What the label of a bought pack says about its block.
void BlockPage::showLabelGuess() {
  const Pack& p = kit_.document.plan().packs[current_()];
  const Makeup& made = kit_.document.assessment().figures.packs[current_()].makeup;
  seen_->setVisible(made.box);
  if (made.box) return showBox(p, made);
  const Cell& cell = made.cell;
  const bool asks = p.labelCharge || p.labelEnergy;
  guess_->setVisible(asks);
  takeGuess_->hide();
  if (!asks) return;
  const auto guess = layoutFromLabel(p, cell.capacity, made.series, chemistryOf(cell));
  if (!guess) return guess_->setText(text(guess.error().sentence()));
  guess_->setText(QStringLiteral("By its label: %1S%2P of %3 Ah cells, %4 % off.")
                      .arg(guess->series)
                      .arg(guess->parallel)
                      .arg(text(formatNumber(cell.capacity.value())), text(formatNumber(100 * guess->off, 2))));
  if (guess->parallel == made.parallel) return;
  takeGuess_->setText(QStringLiteral("Make it %1P").arg(guess->parallel));
  takeGuess_->show();
}

/// What stands instead of the label's figures, and the two ways on: it is assumed, or somebody has seen a cell.
void BlockPage::showBox(const Pack& pack, const Makeup& made) {
  QStringList words;
  if (!made.layout.seriesBecause.empty())
    words << QStringLiteral("%1S is assumed: %2.").arg(made.series).arg(text(made.layout.seriesBecause));
  if (!made.capacityBecause.empty())
    words << QStringLiteral("%1 Ah are assumed: %2.").arg(text(formatNumber(made.cell.capacity.value())), text(made.capacityBecause));
  if (!pack.measuredResistance) words << QStringLiteral("Its resistance is that of typical cells.");
  guess_->setText(words.join(QLatin1Char(' ')));
  guess_->setVisible(!words.isEmpty());
  const bool open = !made.layout.seriesBecause.empty() || !made.layout.chemistryBecause.empty();
  takeGuess_->setText(QStringLiteral("It is %1S %2, assumed").arg(made.series).arg(text(factsOf(made.layout.chemistry).name)));
  takeGuess_->setVisible(open);
}

void BlockPage::takeLabelGuess() {
  const Plan& plan = kit_.document.plan();
  const Pack& p = plan.packs[current_()];
  const Makeup made = makeupOf(plan, p);
  if (made.box) {
    kit_.document.endMerge();
    kit_.document.commit(withLayoutAssumed(plan, current_()), QStringLiteral("assume the layout"));
    return;
  }
  const auto guess = layoutFromLabel(p, made.cell.capacity, made.series, chemistryOf(made.cell));
  if (!guess) return;
  const std::string pointer = "/packs/" + std::to_string(current_()) + "/parallel";
  kit_.document.endMerge();
  kit_.document.commit(withEvidence(plan, pointer, FieldValue{static_cast<double>(guess->parallel)}, Provenance::Label));
}

void BlockPage::refresh() {
  showFigures();
  for (DrawingView* v : {block_, ladder_, sag_}) v->rebuild();
}

}  // namespace usherwright::app
