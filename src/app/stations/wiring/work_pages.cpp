// Pages of station Wiring that work something out.
#include "app/stations/wiring/work_pages.h"

#include <functional>

#include "app/present/wiring_words.h"
#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/assess/wiring_facts.h"
#include "core/drawing/wiring/buy_drawing.h"
#include "core/drawing/wiring/ends_drawings.h"
#include "core/drawing/wiring/harness_drawings.h"
#include "core/drawing/wiring/sizes_drawings.h"
#include "core/plan/edit.h"
#include "core/plan/names.h"

namespace usherwright::app {

namespace {

/// A button for every pack, made anew in a row; `clicked` is told which one.
void fillPackRow(QHBoxLayout* row, const Plan& plan, const QString& what, const std::function<bool(std::size_t)>& isChecked,
                 const std::function<void(std::size_t)>& clicked) {
  while (row->count() > 0) delete row->takeAt(0)->widget();
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const std::string name = shownName(plan.packs[k]);
    auto* button = new QPushButton(onButton(text(drawing::elided(name, drawing::Face::Label, 150))));
    button->setCheckable(true);
    button->setChecked(isChecked(k));
    button->setAccessibleName(what.arg(text(name)));
    QObject::connect(button, &QPushButton::clicked, button, [k, clicked] { clicked(k); });
    row->addWidget(button);
  }
  row->addWidget(new PlainLabel, 1);
}

/// Runs after the click that asks for it: the button is of the row that is made anew.
void later(QObject* of, std::function<void()> run) { QMetaObject::invokeMethod(of, std::move(run), Qt::QueuedConnection); }

}  // namespace

// ---- ends ----

EndsPage::EndsPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("From the pack's half to the bike's"),
                                   QStringLiteral("point at what you see, by click or arrows and Enter; again takes it back")));
  names_ = new QWidget;
  nameRow_ = new QHBoxLayout(names_);
  nameRow_->setContentsMargins(0, 0, 0, 0);
  column->addWidget(names_);
  halves_ = new DrawingView(kit_, QStringLiteral("both halves"));
  halves_->setGround([this](drawing::Size size) { return drawing::halvesPicture(kit_.document.subject(), pack_, size); });
  ways_ = new DrawingView(kit_, QStringLiteral("ways between the halves"));
  ways_->setGround([this](drawing::Size size) { return drawing::waysSheet(kit_.document.subject(), pack_, answer_, way_, size); });
  auto* both = new QWidget;
  auto* inner = new QVBoxLayout(both);
  inner->setContentsMargins(0, 0, 0, 0);
  inner->addWidget(halves_);
  inner->addWidget(ways_);
  inner->addStretch(1);
  column->addWidget(clearScroll(both), 1);
  auto* foot = new QHBoxLayout;
  plan_ = new QPushButton(QStringLiteral("Plan this way"));
  connect(plan_, &QPushButton::clicked, this, &EndsPage::plan);
  said_ = new PlainLabel;
  said_->setObjectName(QStringLiteral("planned-way"));
  foot->addWidget(plan_);
  foot->addWidget(said_, 1);
  column->addLayout(foot);
  connect(halves_, &DrawingView::partClicked, this, &EndsPage::point);
  connect(ways_, &DrawingView::partClicked, this, &EndsPage::take);
}

/// "own_half/plus_contact/pins" of this pack: entered, or taken back if it is what stands there.
void EndsPage::point(const QString& part) {
  const QStringList at = part.split(QLatin1Char('/'));
  const Side side = at.first() == QLatin1String("own_half") ? Side::Pack : Side::Bike;
  const std::string pointer = halfPointer(pack_, side, at.value(1).toStdString());
  if (at.size() < 3) {
    Q_EMIT kit_.desk.partRequested(text(pointer), Keyboard::Follows);
    return;
  }
  const auto field = findField(kit_.document.plan(), pointer);
  if (!field) return;
  const FieldValue value{at[2].toStdString()};
  const auto edited = withField(kit_.document.plan(), pointer, field->value == value ? FieldValue{} : value);
  if (edited) kit_.document.commit(*edited);
}

void EndsPage::take(const QString& part) {
  if (part.startsWith(QLatin1String("ask/"))) {
    Q_EMIT kit_.desk.partRequested(part.mid(3), Keyboard::Follows);
    return;
  }
  way_ = static_cast<std::size_t>(part.mid(4).toInt());
  refresh();
}

/// The adapters of the chosen way into the lead of the plan.
void EndsPage::plan() {
  if (way_ >= answer_.ways.size()) return;
  const auto planned = withAdapters(kit_.document.plan(), pack_, answer_.ways[way_]);
  if (planned) kit_.document.commit(*planned, QStringLiteral("adapters of %1").arg(text(shownName(kit_.document.plan().packs[pack_]))));
  else said_->setText(text(planned.error().sentence()));
}

/// What the button does, or why it cannot.
void EndsPage::offer() {
  const bool some = way_ < answer_.ways.size();
  const bool cut = some && answer_.ways[way_].splices > 0;
  const Run* lead = kit_.document.plan().leadOf(kit_.document.plan().packs[pack_].id);
  std::vector<std::string> ids;
  if (some)
    for (const ChainLink& link : answer_.ways[way_].links) ids.push_back(link.adapter->id);
  const bool planned = some && !cut && lead && lead->adapters == ids;
  plan_->setEnabled(some && !cut && !planned);
  said_->setText(cut       ? QStringLiteral("A half that is made new is pointed at above when it is there.")
                 : planned ? QStringLiteral("Planned: it counts in drop, shopping list and rules.")
                           : QString());
}

void EndsPage::refresh() {
  const Plan& plan = kit_.document.plan();
  if (plan.packs.empty()) return;
  pack_ = std::min(pack_, plan.packs.size() - 1);
  names_->setVisible(plan.packs.size() > 1);
  fillPackRow(
      nameRow_, plan, QStringLiteral("ends of %1"), [this](std::size_t k) { return k == pack_; },
      [this](std::size_t k) {
        pack_ = k;
        way_ = 0;
        later(this, [this] { refresh(); });
      });
  answer_ = chainOf(plan, pack_, shippedCatalogue(), chainNeedOf(plan, kit_.document.assessment().figures, pack_));
  way_ = std::min(way_, answer_.ways.empty() ? 0 : answer_.ways.size() - 1);
  Scaling::setHeights(halves_, kit_.look, static_cast<int>(drawing::halvesHeight(plan, pack_)),
                      static_cast<int>(drawing::halvesHeight(plan, pack_)));
  Scaling::setHeights(ways_, kit_.look, static_cast<int>(drawing::waysHeight(answer_)), QWIDGETSIZE_MAX);
  halves_->rebuild();
  ways_->rebuild();
  offer();
}

// ---- sizes ----

SizesPage::SizesPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("The smallest that passes"), QStringLiteral("for peak, hours, touch and 3 % drop; a held lead stays")),
      1);
  take_ = new QPushButton(QStringLiteral("Size everything"));
  take_->setProperty("role", "primary");
  connect(take_, &QPushButton::clicked, this, [this] {
    const auto sized = withSizes(kit_.document.plan(), sizing_);
    if (sized) kit_.document.commit(*sized);
  });
  head->addWidget(take_);
  column->addLayout(head);
  table_ = new DrawingView(kit_, QStringLiteral("sizes of the harness"));
  table_->setGround([this](drawing::Size size) { return drawing::sizesTable(kit_.document.subject(), sizing_, size); });
  column->addWidget(clearScroll(table_), 1);
}

void SizesPage::refresh() {
  sizing_ = sizeEverything(kit_.document.plan(), kit_.document.assessment().figures, shippedCatalogue());
  take_->setEnabled(sizing_.impossible.empty());
  Scaling::setHeights(table_, kit_.look, static_cast<int>(drawing::sizesHeight(sizing_)), QWIDGETSIZE_MAX);
  table_->rebuild();
}

// ---- a short ----

ShortPage::ShortPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("A lead chafed through"),
                                   QStringLiteral("choose a lead: its conductors touch in the middle; above: who is plugged in")));
  auto* packs = new QWidget;
  packRow_ = new QHBoxLayout(packs);
  packRow_->setContentsMargins(0, 0, 0, 0);
  column->addWidget(packs);
  map_ = new DrawingView(kit_, QStringLiteral("where the lead is nicked"));
  map_->setGround([this](drawing::Size size) { return drawing::harnessLaidOut(kit_.document.subject(), size); });
  column->addWidget(clearScroll(map_), 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("nick"));
  words_->setMinimumHeight(96);
  words_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) {
    lead_ = part;
    refresh();
  });
}

void ShortPage::refresh() {
  const Figures& f = kit_.document.assessment().figures;
  Scaling::setHeights(map_, kit_.look, static_cast<int>(drawing::harnessHeight(kit_.document.plan())), QWIDGETSIZE_MAX);
  map_->rebuild();
  fillPackRow(
      packRow_, kit_.document.plan(), QStringLiteral("%1 is plugged in"), [this](std::size_t k) { return (plugged_ >> k & 1u) != 0; },
      [this](std::size_t k) {
        plugged_ ^= 1u << k;
        later(this, [this] { refresh(); });
      });
  words_->setText(nickWords(kit_.document.plan(), f, lead_.toStdString(), plugged_));
  setProperty(workingProperty, QStringLiteral("nick/") + lead_);
}

// ---- switching on ----

SwitchOnPage::SwitchOnPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Switching on"),
                                   QStringLiteral("the controller's capacitors are empty: what closes last makes the spark")));
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("switching-on"));
  column->addWidget(words_);
  curve_ = new DrawingView(kit_, QStringLiteral("volts while the precharge is in"));
  curve_->setGround([this](drawing::Size size) {
    return drawing::prechargeCurve(switchOnOf(kit_.document.plan(), kit_.document.assessment().figures, shippedCatalogue()), size);
  });
  curve_->setMinimumHeight(220);
  curve_->setMaximumHeight(320);
  column->addWidget(curve_, 1);
  column->addWidget(stationHeading(QStringLiteral("In this order")));
  order_ = wrapped();
  order_->setObjectName(QStringLiteral("mating-order"));
  column->addWidget(order_);
  column->addStretch(1);
}

void SwitchOnPage::refresh() {
  const Plan& plan = kit_.document.plan();
  const SwitchOn on = switchOnOf(plan, kit_.document.assessment().figures, shippedCatalogue());
  words_->setText(switchOnWords(on));
  order_->setText(matingOrderWords(plan, on));
  setProperty(workingProperty, QStringLiteral("switch-on"));
  curve_->setVisible(on.time.has_value());
  curve_->rebuild();
}

// ---- buy ----

BuyPage::BuyPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(stationHeading(QStringLiteral("Cut, crimp, buy"), QStringLiteral("a “?” is not entered yet")), 1);
  for (const auto& [words, form] :
       {std::pair{"Pull sheet …", "pull"}, {"Shopping list …", "shopping"}, {"Board 1:1 …", "board-pdf"}, {"Views …", "views-pdf"}}) {
    auto* button = new QPushButton(QString::fromUtf8(words));
    connect(button, &QPushButton::clicked, this, [this, form = QLatin1String(form)] { Q_EMIT kit_.desk.exportRequested(form); });
    head->addWidget(button);
  }
  column->addLayout(head);
  sheet_ = new DrawingView(kit_, QStringLiteral("pull sheet and shopping list"));
  sheet_->setGround([this](drawing::Size size) { return drawing::buySheet(kit_.document.subject(), size); });
  column->addWidget(clearScroll(sheet_), 1);
}

void BuyPage::refresh() {
  Scaling::setHeights(sheet_, kit_.look, static_cast<int>(drawing::buyHeight(kit_.document.subject())), QWIDGETSIZE_MAX);
  sheet_->rebuild();
}

}  // namespace usherwright::app
