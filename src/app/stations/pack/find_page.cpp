// Page Find.
#include <QFile>
#include <QFileDialog>

#include "app/present/words.h"
#include "app/stations/pack/pack_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/pack/buying.h"
#include "core/plan/edit.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

constexpr std::size_t mostOffered = 16;
constexpr int searchDelay = 120;  // ms after the last edit

/// Puts a list onto the shelf; an entry of an id that is there already takes its place.
template <class Part>
std::size_t takeIn(std::vector<Part>& shelf, const std::vector<Part>& list) {
  for (const Part& part : list) {
    const auto same = std::find_if(shelf.begin(), shelf.end(), [&](const Part& p) { return p.id == part.id; });
    if (same != shelf.end()) *same = part;
    else shelf.push_back(part);
  }
  return list.size();
}

QString faultWords(std::uint16_t faults) {
  QStringList out;
  if (faults & CutoffTooLow) out << QStringLiteral("the cut-off lies below the cells' minimum");
  if (faults & WarmOrStrained) out << QStringLiteral("warm or strained on the planned ride");
  if (faults & GivesUpEarly) out << QStringLiteral("gives up early in a hard pull");
  if (faults & RegenMargin) out << QStringLiteral("little room for regenerative braking");
  if (faults & TouchVoltage) out << QStringLiteral("above 60 V DC");
  return out.join(QStringLiteral(", "));
}

}  // namespace

FindPage::FindPage(Kit kit, CurrentPack current, SharedShelf shelf)
    : StationPage(kit),
      current_(std::move(current)),
      shelf_(std::move(shelf)),
      work_(kit, QStringLiteral("packs that fit"), this),
      found_{{}, shelf_->parts} {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(6);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("Fits the controller"), QStringLiteral("every block and board of the shelf that raises no Stop")), 1);
  auto* list = new QPushButton(QStringLiteral("Take in a list …"));
  list->setToolTip(QStringLiteral(
      "CSV with a column id and columns named as in a plan file; lines with an error are named, and nothing of such a list is taken"));
  connect(list, &QPushButton::clicked, this, [this] {
    const QString path =
        QFileDialog::getOpenFileName(this, QStringLiteral("A list of cells or boards"), {}, QStringLiteral("Lists (*.csv)"));
    if (!path.isEmpty()) words_->setText(takeList(path));
  });
  head->addWidget(list);
  column->addLayout(head);
  auto* wishes = new QHBoxLayout;
  wishes->setSpacing(8);
  const auto wish = [&](const QString& words, const QString& unit) {
    auto* caption = new PlainLabel(words);
    caption->setProperty("role", "soft");
    wishes->addWidget(caption);
    auto* line = new QLineEdit;
    line->setAccessibleName(words);
    line->setPlaceholderText(unit);
    line->setFixedWidth(84);
    wishes->addWidget(line);
    connect(line, &QLineEdit::textEdited, this, [this] {
      chosen_ = -1;
      offer();
    });
    return line;
  };
  least_ = wish(QStringLiteral("at least"), QStringLiteral("Wh"));
  heaviest_ = wish(QStringLiteral("at most"), QStringLiteral("kg"));
  order_ = new QComboBox;
  order_->setAccessibleName(QStringLiteral("what counts most"));
  order_->addItems({QStringLiteral("cheapest"), QStringLiteral("lightest"), QStringLiteral("most Wh per kg")});
  connect(order_, &QComboBox::activated, this, [this] {
    chosen_ = -1;
    offer();
  });
  wishes->addWidget(order_);
  trust_ = new QComboBox;
  trust_->setAccessibleName(QStringLiteral("cells that may be used"));
  trust_->addItems({QStringLiteral("named cells"), QStringLiteral("anonymous too"), QStringLiteral("surplus too")});
  connect(trust_, &QComboBox::activated, this, [this] {
    chosen_ = -1;
    offer();
  });
  wishes->addWidget(trust_);
  wishes->addStretch(1);
  column->addLayout(wishes);
  scatter_ = new DrawingView(kit_, QStringLiteral("packs that fit"));
  scatter_->setGround([this](drawing::Size size) {
    if (found_.outcome.result.combinations == 0) return drawing::Drawing{size.width, size.height, {}, {}};  // nothing was tried yet
    const Plan& plan = kit_.document.plan();
    const auto least = parseQuantity(least_->text().toStdString(), Kind::Energy);
    return drawing::packSearch({found_.outcome.result, *found_.shelf, offered_, chosen_, WattHour(least ? *least : 0),
                                [this](const SearchHit& h) { return isWanted(h); }, plan.budget, plan.currency},
                               size);
  });
  connect(scatter_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (!part.startsWith(QLatin1String("pick/"))) return;
    chosen_ = part.mid(5).toInt();
    showChosen();
    scatter_->rebuild();
  });
  column->addWidget(scatter_, 1);
  words_ = new PlainLabel;
  words_->setWordWrap(true);
  column->addWidget(words_);
  auto* buttons = new QHBoxLayout;
  count_ = new PlainLabel;
  count_->setProperty("role", "soft");
  buttons->addWidget(count_, 1);
  replace_ = new QPushButton;
  connect(replace_, &QPushButton::clicked, this, [this] { take(false); });
  buttons->addWidget(replace_);
  add_ = new QPushButton(QStringLiteral("Add as a new pack"));
  connect(add_, &QPushButton::clicked, this, [this] { take(true); });
  buttons->addWidget(add_);
  column->addLayout(buttons);
  later_.setSingleShot(true);
  later_.setInterval(searchDelay);
  connect(&later_, &QTimer::timeout, this, &FindPage::search);
  connect(&work_, &JobBase::advanced, this, &FindPage::takeFound);
}

void FindPage::refresh() {
  if (searchedFor_ != current_()) work_.forget();
  if (work_.isOfNow()) return showChosen();
  if (!work_.sofar()) return search();
  later_.start();
  showChosen();
}

void FindPage::search() {
  searchedFor_ = current_();
  SearchRequest request;
  request.pack = searchedFor_;
  const bool begun = work_.begin([request, shelf = shelf_->parts](const Plan& plan, JobHandle<Found>& handle) {
    const auto sofar = [&](const SearchResult& result) { handle.show([&] { return Found{{result, Ending::OutOfTime, {}}, shelf}; }); };
    return Found{searchPacks(plan, shippedCatalogue(), *shelf, request, handle.progress(), sofar), shelf};
  });
  if (!begun) return;
  offer();
  const Plan& plan = kit_.document.plan();
  const auto& need = kit_.document.assessment().figures.need;
  if (!least_->text().isEmpty()) return;
  if (plan.need.goalEnergy) least_->setText(text(formatNumber(plan.need.goalEnergy->value())));
  else if (need) least_->setText(text(formatNumber(need->label.value())));
}

void FindPage::takeFound() {
  if (!work_.sofar() || work_.sofar()->shelf == nullptr) return showChosen();
  found_ = *work_.sofar();
  chosen_ = -1;
  offer();
}

bool FindPage::isWanted(const SearchHit& h) const {
  const auto least = parseQuantity(least_->text().toStdString(), Kind::Energy);
  const auto most = parseQuantity(heaviest_->text().toStdString(), Kind::Mass);
  if (least && h.energy.value() < *least) return false;
  if (most && (h.mass.value() > *most || h.mass <= Kilogram(0))) return false;
  return static_cast<int>(found_.shelf->cells[h.cell].trust) <= trust_->currentIndex();
}

void FindPage::offer() {
  offered_.clear();
  std::vector<std::size_t> good;
  const auto& hits = found_.outcome.result.hits;
  for (std::size_t i = 0; i < hits.size(); ++i)
    if (hits[i].cost > Money(0) && isWanted(hits[i])) good.push_back(i);
  const std::size_t wanted = good.size();
  const auto lessBy = [&](auto key) {
    std::stable_sort(good.begin(), good.end(), [&](std::size_t a, std::size_t b) { return key(hits[a]) < key(hits[b]); });
  };
  if (order_->currentIndex() == 1) lessBy([](const SearchHit& h) { return h.mass.value() > 0 ? h.mass.value() : 1e9; });
  else if (order_->currentIndex() == 2)
    lessBy([](const SearchHit& h) { return h.mass.value() > 0 ? -h.energy.value() / h.mass.value() : 0.0; });
  else lessBy([](const SearchHit& h) { return h.cost.value(); });
  // Along the edge each one dearer than the last brings more Wh; a few of them, evenly, up to twice the budget.
  if (order_->currentIndex() == 0) {
    const double ceiling = kit_.document.plan().budget ? kit_.document.plan().budget->value() * 2 : 1e9;
    std::vector<std::size_t> edge;
    for (std::size_t i : good)
      if (hits[i].cost.value() <= ceiling && (edge.empty() || hits[i].energy > hits[edge.back()].energy)) edge.push_back(i);
    if (edge.empty() && !good.empty()) edge.push_back(good.front());
    const double step = std::max(1.0, static_cast<double>(edge.size()) / static_cast<double>(mostOffered));
    for (double at = 0; at < static_cast<double>(edge.size()); at += step) offered_.push_back(edge[static_cast<std::size_t>(at)]);
  } else {
    offered_.assign(good.begin(), good.begin() + static_cast<std::ptrdiff_t>(std::min(good.size(), mostOffered)));
  }
  if (chosen_ < 0 && !offered_.empty()) chosen_ = 0;
  const std::size_t tried = found_.outcome.result.combinations;
  QString count = QStringLiteral("%1 of %2 combinations fit these wishes").arg(wanted).arg(tried);
  if (!work_.isRunning() && work_.isCutShort()) count += QStringLiteral("; stopped before the end of the shelf");
  count_->setText(tried == 0 ? QString() : count);
  showChosen();
  scatter_->rebuild();
}

void FindPage::showChosen() {
  const bool there = chosen_ >= 0 && chosen_ < static_cast<int>(offered_.size());
  const Plan& plan = kit_.document.plan();
  replace_->setVisible(there && current_() < plan.packs.size());
  add_->setVisible(there && plan.packs.size() < mostPacks);
  // What was found for the plan as it was is shown, but not taken.
  const bool holds = work_.isOfNow() && searchedFor_ == current_();
  replace_->setEnabled(holds);
  add_->setEnabled(holds);
  if (work_.isRunning() && found_.outcome.result.combinations == 0) return words_->setText(QStringLiteral("Searching the shelf …"));
  if (!there && found_.outcome.ending == Ending::Infeasible) return words_->setText(text(found_.outcome.why));
  if (!there) return words_->setText(QStringLiteral("Choose a point: click it, or walk with the arrow keys and press Enter."));
  const SearchHit& h = found_.outcome.result.hits[offered_[static_cast<std::size_t>(chosen_)]];
  const Cell& cell = found_.shelf->cells[h.cell];
  // All at once: a name that holds a % is no place for the next value.
  QString words = QStringLiteral("%1 of %2, %3: %4 Wh, %5 %6 with %7 cells to buy, %8 kg, %9 Wh/kg.")
                      .arg(QStringLiteral("%1S%2P").arg(h.series).arg(h.parallel), text(cell.name),
                           text(found_.shelf->boards[h.board].bms.name), text(formatNumber(h.energy.value())),
                           text(formatNumber(h.cost.value())), text(plan.currency), QString::number(cellsToBuy(h.series, h.parallel)),
                           text(formatNumber(h.mass.value())), text(formatNumber(h.energy.value() / std::max(0.01, h.mass.value()))));
  if (h.faults) words += QStringLiteral(" Mind: %1.").arg(faultWords(h.faults));
  words += QStringLiteral(" Before use: %1.").arg(text(testsBeforeUse(cell.trust)));
  words_->setText(words);
  if (current_() < plan.packs.size()) {
    const Pack& p = plan.packs[current_()];
    replace_->setText(QStringLiteral("Put it into %1").arg(text(shownName(p))));
  }
}

void FindPage::take(bool asNew) {
  if (chosen_ < 0 || chosen_ >= static_cast<int>(offered_.size()) || !work_.isOfNow()) return;
  const SearchHit pick = found_.outcome.result.hits[offered_[static_cast<std::size_t>(chosen_)]];
  SearchRequest request;
  request.pack = current_();
  Plan plan = kit_.document.plan();
  if (asNew) {
    plan = withNewPack(plan);
    request.pack = plan.packs.size() - 1;
  }
  kit_.document.endMerge();
  kit_.document.commit(withPick(plan, *found_.shelf, request, pick));
}

QString FindPage::takeList(const QString& path) {
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) return QStringLiteral("%1 cannot be read.").arg(path);
  if (file.size() > 4'000'000) return QStringLiteral("%1 is larger than 4 MB.").arg(path);
  const std::string csv = file.readAll().toStdString();
  const bool boards = csv.substr(0, csv.find('\n')).find("series_from") != std::string::npos;
  const auto refused = [](const Problem& problem) { return QStringLiteral("Nothing was taken in. %1").arg(text(problem.sentence())); };
  std::size_t count = 0;
  Shelf shelf = *shelf_->parts;
  if (boards) {
    const auto list = readBoardList(csv);
    if (!list) return refused(list.error());
    count = takeIn(shelf.boards, *list);
  } else {
    const auto list = readCellList(csv);
    if (!list) return refused(list.error());
    count = takeIn(shelf.cells, *list);
  }
  shelf_->parts = std::make_shared<const Shelf>(std::move(shelf));
  work_.forget();
  search();
  return boards ? QStringLiteral("%1 boards taken in; the shelf has %2.").arg(count).arg(shelf_->parts->boards.size())
                : QStringLiteral("%1 cells taken in; the shelf has %2.").arg(count).arg(shelf_->parts->cells.size());
}

}  // namespace usherwright::app
