// Pages Places and Need.
#include "app/present/need_words.h"
#include "app/present/words.h"
#include "app/stations/bike/bike_pages.h"
#include "app/widgets/plain.h"
#include "core/drawing/bike/bike_drawings.h"
#include "core/frame/frame.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/lists.h"
#include "core/plan/names.h"
#include "core/plan/usual.h"

namespace usherwright::app {

PlacesPage::PlacesPage(Kit kit) : StationPage(kit) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(6);
  column->addWidget(stationHeading(QStringLiteral("Where things sit"), QStringLiteral("free places dashed; leads run along the tubes")));
  side_ = new DrawingView(kit_, QStringLiteral("the bike from the side"));
  side_->setGround([this](drawing::Size size) { return drawing::bikeSide(kit_.document.subject(), size); });
  connect(side_, &DrawingView::partClicked, this, &PlacesPage::click);
  column->addWidget(side_, 1);
  words_ = new PlainLabel;
  words_->setProperty("role", "soft");
  words_->setWordWrap(true);
  auto* row = new QHBoxLayout;
  row->addWidget(words_, 1);
  auto* add = new QPushButton(QStringLiteral("+ accessory"));
  add->setToolTip(QStringLiteral("A display, lamp, alarm or converter: what it takes and where it is fed from"));
  connect(add, &QPushButton::clicked, this, [this] {
    const std::size_t at = kit_.document.plan().bike.accessories.size();
    if (kit_.document.commit(withAccessory(kit_.document.plan(), "accessory")))
      Q_EMIT kit_.desk.fieldRequested(QStringLiteral("/bike/accessories/%1/name").arg(at));
  });
  row->addWidget(add);
  auto* drop = new QPushButton(QStringLiteral("drop the last"));
  connect(drop, &QPushButton::clicked, this, [this] {
    const std::size_t count = kit_.document.plan().bike.accessories.size();
    if (count > 0) kit_.document.commit(without(kit_.document.plan(), "/bike/accessories", count - 1));
  });
  row->addWidget(drop);
  column->addLayout(row);
  auto* figures = new QHBoxLayout;
  figures->setSpacing(20);
  peak_ = new Figure(kit_, QStringLiteral("draws at most"), QStringLiteral("peak"));
  long_ = new Figure(kit_, QStringLiteral("for long"), QStringLiteral("sustained"));
  perKm_ = new Figure(kit_, QStringLiteral("uses"), QStringLiteral("per-km"));
  mass_ = new Figure(kit_, QStringLiteral("all up"), {});
  for (Figure* f : {peak_, long_, perKm_, mass_}) figures->addWidget(f);
  figures->addStretch(1);
  column->addLayout(figures);
}

void PlacesPage::click(const QString& part) {
  const Plan& plan = kit_.document.plan();
  if (part == QLatin1String("controller"))
    Q_EMIT kit_.desk.partRequested(QStringLiteral("/bike/controller/current_max_A"), Keyboard::Follows);
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (part == QStringLiteral("pack/") + text(plan.packs[k].id)) {
      chosenPack_ = text(plan.packs[k].id);
      refresh();
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/packs/%1/mount").arg(k), Keyboard::Stays);
    }
  for (std::size_t r = 0; r < plan.wiring.runs.size(); ++r)
    if (part == text(plan.wiring.runs[r].from) + QStringLiteral("/lead"))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/wiring/runs/%1/length_plus_m").arg(r), Keyboard::Follows);
  if (!part.startsWith(QLatin1String("place/")) || plan.packs.empty()) return;
  std::size_t pack = plan.packs.size() - 1;
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (text(plan.packs[k].id) == chosenPack_) pack = k;
  const FrameView frame = frameOf(plan.bike);
  const std::size_t place = part.mid(6).toULongLong();
  if (place >= frame.places.size()) return;
  kit_.document.endMerge();
  kit_.document.commit(withField(plan, "/packs/" + std::to_string(pack) + "/mount", FieldValue{std::string(frame.places[place].word)}));
}

void PlacesPage::refresh() {
  const Plan& plan = kit_.document.plan();
  const Figures& f = kit_.document.assessment().figures;
  const UnitSystem units = kit_.document.units();
  const auto amps = [](const Known<Ampere>& a) { return a ? text(formatNumber(a->value())) : QStringLiteral("?"); };
  peak_->setValue(amps(f.demand.peak), QStringLiteral("A"));
  long_->setValue(amps(f.demand.sustained), f.demand.sustainedAssumed ? QStringLiteral("A, assumed") : QStringLiteral("A"));
  const bool route = !plan.routes.empty();
  const double perUnit = f.range.route.perKilometre.value() * (units == UnitSystem::Imperial ? 1.609344 : 1);
  perKm_->setValue(route ? text(formatNumber(perUnit)) : QStringLiteral("?"),
                   units == UnitSystem::Imperial ? QStringLiteral("Wh/mi") : QStringLiteral("Wh/km"));
  const Kilogram total = riderOf(plan.bike, Surface::Road, usual::speed).total;
  mass_->setValue(text(formatNumber(total.value() / shownUnit(Kind::Mass, units).scale)), text(shownUnit(Kind::Mass, units).symbol));
  const Pack* chosen = plan.findPack(chosenPack_.toStdString());
  if (!chosen && !plan.packs.empty()) chosen = &plan.packs.back();
  words_->setText(chosen ? QStringLiteral("Click a pack, then a place: %1 moves there. A length that is measured overrules the drawing.")
                               .arg(text(shownName(*chosen)))
                         : QStringLiteral("Dimensions of the frame are on the right; the room at each place follows."));
  side_->rebuild();
}

NeedPage::NeedPage(Kit kit) : StationPage(kit) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(8);
  column->addWidget(stationHeading(QStringLiteral("What is to be done"), QStringLiteral("jobs can be added and dropped at any time")));
  auto* row = new QHBoxLayout;
  row->setSpacing(14);
  for (const auto& [words, pointer] :
       {std::pair{"add a pack", "/need/add"}, std::pair{"replace a pack", "/need/replace"}, std::pair{"build from cells", "/need/build"},
        std::pair{"chargers", "/need/chargers"}, std::pair{"care, store, retire", "/need/care"}}) {
    auto* box = new QCheckBox(QLatin1String(words));
    box->setProperty(pointerProperty, QLatin1String(pointer));
    connect(box, &QCheckBox::clicked, this,
            [this, p = pointer](bool on) { kit_.document.commit(withField(kit_.document.plan(), p, FieldValue{on})); });
    row->addWidget(box);
    jobs_.push_back({box, pointer});
  }
  row->addStretch(1);
  column->addLayout(row);
  stations_ = new PlainLabel;
  stations_->setWordWrap(true);
  stations_->setProperty("role", "soft");
  column->addWidget(stations_);
  auto* head = new QHBoxLayout;
  head->addWidget(stationHeading(QStringLiteral("What the rides ask for"), QStringLiteral("rides and goals are on the right")), 1);
  auto* add = new QPushButton(QStringLiteral("+ another ride"));
  connect(add, &QPushButton::clicked, this, [this] { kit_.document.commit(withAnotherRoute(kit_.document.plan())); });
  head->addWidget(add);
  auto* drop = new QPushButton(QStringLiteral("drop the last"));
  connect(drop, &QPushButton::clicked, this, [this] {
    const std::size_t count = kit_.document.plan().routes.size();
    if (count > 0) kit_.document.commit(without(kit_.document.plan(), "/routes", count - 1));
  });
  head->addWidget(drop);
  column->addLayout(head);
  bars_ = new DrawingView(kit_, QStringLiteral("Wh needed and there"));
  bars_->setGround([this](drawing::Size size) { return drawing::needBars(kit_.document.subject(), size); });
  bars_->setMinimumHeight(120);
  bars_->setMaximumHeight(300);
  column->addWidget(bars_, 1);
  for (QLabel** label : {&sentence_, &classes_, &power_}) {
    *label = new PlainLabel;
    (*label)->setWordWrap(true);
    column->addWidget(*label);
  }
  classes_->setProperty("role", "soft");
  power_->setProperty("role", "soft");
  column->addStretch(1);
}

void NeedPage::refresh() {
  const Plan& plan = kit_.document.plan();
  const Figures& f = kit_.document.assessment().figures;
  for (const Job& job : jobs_) {
    const auto ref = findField(plan, job.pointer);
    job.box->setChecked(ref && std::holds_alternative<bool>(ref->value) && std::get<bool>(ref->value));
  }
  stations_->setText(stationsWords(plan));
  sentence_->setText(needSentence(f));
  classes_->setText(classesWords(f));
  power_->setText(powerWords(plan, f, kit_.document.units()));
  bars_->rebuild();
}

}  // namespace usherwright::app
