// Pages Layout, Strips, Clearance and Print.
#include "app/present/fit_words.h"
#include "app/present/words.h"
#include "app/stations/fit/fit_pages.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "core/io/exports.h"
#include "core/plan/usual.h"

namespace usherwright::app {
namespace {

QString faceWords(drawing::CellFace face) {
  return face == drawing::CellFace::Near ? QStringLiteral("Turn it over") : QStringLiteral("Turn it back");
}

drawing::CellFace other(drawing::CellFace face) {
  return face == drawing::CellFace::Near ? drawing::CellFace::Far : drawing::CellFace::Near;
}

}  // namespace

LayoutPage::LayoutPage(Kit kit, CurrentPack current)
    : StationPage(kit), current_(std::move(current)), work_(kit, QStringLiteral("a layout of the cells"), this) {
  auto* column = pageColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(stationHeading(QStringLiteral("Cells in the room"), QStringLiteral("dot: plus towards you; bar: minus")), 1);
  share_ = new QProgressBar;
  share_->setRange(0, 1000);
  share_->setTextVisible(false);
  share_->setFixedWidth(kit_.look.px(120));
  share_->setAccessibleName(QStringLiteral("how far the search is"));
  head->addWidget(share_);
  look_ = new QPushButton(QStringLiteral("Look for a layout"));
  connect(look_, &QPushButton::clicked, this, [this] {
    if (work_.isRunning()) return work_.cancel();
    work_.forget();
    look();
  });
  head->addWidget(look_);
  keep_ = new QPushButton(QStringLiteral("Keep this"));
  keep_->setProperty("role", "primary");
  connect(keep_, &QPushButton::clicked, this, &LayoutPage::keep);
  head->addWidget(keep_);
  turn_ = new QPushButton;
  connect(turn_, &QPushButton::clicked, this, [this] {
    face_ = other(face_);
    show();
  });
  head->addWidget(turn_);
  column->addLayout(head);
  map_ = new DrawingView(kit_, QStringLiteral("cells in the room"));
  map_->setGround([this](drawing::Size) {
    const bool stale = looking_ && !work_.isOfNow();
    return shown_.empty() && !room_.known() ? drawing::worldOf({{0, 0}, {100, 50}}) : drawing::fitCells({room_, shown_, face_, stale});
  });
  map_->setMinimumHeight(260);
  column->addWidget(map_, 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("layout-words"));
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (!looking_ && part.startsWith(QLatin1String("cell/")))
      Q_EMIT kit_.desk.fieldRequested(QStringLiteral("/packs/%1/fit/places/%2/group").arg(current_()).arg(part.mid(5)));
  });
  connect(&work_, &JobBase::advanced, this, &LayoutPage::show);
}

const FitFigures* LayoutPage::figures() const { return kit_.document.assessment().figures.packs[current_()].fit.get(); }

void LayoutPage::look() {
  const FitFigures* f = figures();
  if (!f || !f->room.known() || f->from.box) return;
  looking_ = true;
  lookedFor_ = current_();
  const LayoutRequest request{*f->from.series, *f->from.parallel, f->from.fit.grid, f->from.fit.leadExit.value_or(LeadExit::Front),
                              f->from.fit.seed.value_or(usual::layoutSeed)};
  work_.begin([room = f->room, request](const Plan&, JobHandle<Outcome<CellLayout>>& handle) {
    const auto sofar = [&](const CellLayout& l) { handle.show([&] { return Outcome<CellLayout>{l, Ending::OutOfTime, {}}; }); };
    return layOut(room, request, handle.progress(), sofar);
  });
  show();
}

void LayoutPage::keep() {
  if (shown_.empty()) return;
  looking_ = false;
  work_.cancel();
  kit_.document.commit(withLayout(kit_.document.plan(), current_(), shown_), QStringLiteral("keep this layout"));
}

void LayoutPage::refresh() {
  const FitFigures* f = figures();
  if (lookedFor_ != current_()) {
    looking_ = false;
    work_.forget();
  }
  // Nothing kept: one is looked for at once, and again when room or pack have changed.
  if (f && f->room.known() && !f->from.box && f->layout.empty() && !work_.isOfNow()) look();
  show();
}

void LayoutPage::show() {
  const FitFigures* f = figures();
  const Outcome<CellLayout>* found = work_.sofar();
  const bool running = work_.isRunning();
  QString words = roomWords(f);
  if (f && f->room.known()) room_ = f->room;
  else room_ = FitRoom{};
  if (looking_) {
    if (found && !found->result.empty()) shown_ = found->result;
    else if (found && !running) shown_ = CellLayout{};
    if (f && !shown_.empty()) words = layoutWords(shown_, *f);
    if (found && !running && !found->why.empty()) words = text(found->why);
  } else {
    shown_ = f ? f->layout : CellLayout{};
    if (f && !shown_.empty()) words = layoutWords(shown_, *f) + QStringLiteral(" · kept");
  }
  if (!looking_ && f && f->keptOutside)
    words += QStringLiteral("\nSome of these cells stand where the room or what is in the way now is: look for a layout anew.");
  words_->setText(words);
  share_->setVisible(running);
  share_->setValue(static_cast<int>(work_.share() * 1000));
  look_->setText(running          ? QStringLiteral("Stop looking")
                 : shown_.empty() ? QStringLiteral("Look for a layout")
                                  : QStringLiteral("Look anew"));
  look_->setEnabled(f && f->room.known() && !f->from.box);
  keep_->setVisible(looking_);
  keep_->setEnabled(!shown_.empty() && work_.isOfNow());
  turn_->setText(faceWords(face_));
  turn_->setEnabled(!shown_.empty());
  map_->rebuild();
}

// ---- strips ----

StripsPage::StripsPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  auto* head = new QHBoxLayout;
  head->addWidget(
      stationHeading(QStringLiteral("Current in the strips"), QStringLiteral("for long, from blue to brown; the hottest is ringed")), 1);
  turn_ = new QPushButton;
  connect(turn_, &QPushButton::clicked, this, [this] {
    face_ = other(face_);
    refresh();
  });
  head->addWidget(turn_);
  column->addLayout(head);
  find_ = new QPushButton(QStringLiteral("Find a layout first"));
  connect(find_, &QPushButton::clicked, this, [this] { Q_EMIT kit_.desk.pageRequested(Station::Fit, QStringLiteral("Layout")); });
  column->addWidget(find_, 0, Qt::AlignCenter);
  map_ = new DrawingView(kit_, QStringLiteral("strips over the cells"));
  map_->setGround([this](drawing::Size) {
    const FitFigures* f = kit_.document.assessment().figures.packs[current_()].fit.get();
    return f && !f->layout.empty() ? drawing::fitStrips(*f, face_) : drawing::worldOf({{0, 0}, {100, 50}});
  });
  map_->setMinimumHeight(260);
  column->addWidget(map_, 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("strip-words"));
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("strip/")))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/packs/%1/fit/strip_width_mm").arg(current_()), Keyboard::Stays);
  });
}

void StripsPage::refresh() {
  const FitFigures* f = kit_.document.assessment().figures.packs[current_()].fit.get();
  turn_->setText(faceWords(face_));
  turn_->setEnabled(f && f->strips);
  const bool kept = f && !f->layout.empty();
  find_->setVisible(!kept);
  map_->setVisible(kept);
  words_->setText(stripWords(f));
  setProperty(workingProperty, QStringLiteral("fit/%1/strips").arg(current_()));
  map_->rebuild();
}

// ---- clearance ----

ClearancePage::ClearancePage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("A finished box in its room"),
                                   QStringLiteral("where it has the most clearance, of all the ways to turn it")));
  map_ = new DrawingView(kit_, QStringLiteral("box in its room"));
  map_->setGround([this](drawing::Size) { return drawing::fitBox(kit_.document.subject(), current_()); });
  map_->setMinimumHeight(260);
  column->addWidget(map_, 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("box-words"));
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1Char('/'))) Q_EMIT kit_.desk.partRequested(part, Keyboard::Follows);
    if (part == QLatin1String("box"))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/packs/%1/box_length_mm").arg(current_()), Keyboard::Follows);
  });
}

void ClearancePage::refresh() {
  words_->setText(boxWords(kit_.document.plan().packs[current_()], kit_.document.assessment().figures.packs[current_()].fit.get()));
  map_->rebuild();
}

// ---- print ----

PrintPage::PrintPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("At true size"), QStringLiteral("measure the bar of 50 mm before anything is cut or drilled")));
  buttons_ = new QWidget;
  auto* row = new FlowLayout(buttons_, 6);
  for (const Export& e : exports()) {
    if (e.about != Exported::Fit) continue;
    auto* button = new QPushButton(text(e.words) + QStringLiteral(" …"));
    button->setToolTip(text(e.tells));
    connect(button, &QPushButton::clicked, this, [this, name = text(e.name)] { Q_EMIT kit_.desk.exportRequested(name); });
    row->addWidget(button);
  }
  column->addWidget(buttons_);
  sheet_ = new DrawingView(kit_, QStringLiteral("template at true size"));
  sheet_->setGround([this](drawing::Size) { return drawing::cellTemplate(kit_.document.subject(), current_(), drawing::CellFace::Near); });
  sheet_->setMinimumHeight(240);
  column->addWidget(sheet_, 1);
  words_ = wrapped();
  column->addWidget(words_);
}

void PrintPage::refresh() {
  const FitFigures* f = kit_.document.assessment().figures.packs[current_()].fit.get();
  const bool there = f && !f->layout.empty();
  buttons_->setEnabled(there);
  words_->setText(
      there
          ? QStringLiteral("Cells, groups and poles as they are kept. Rings on every plus end before the strips; no strip over a bare rim.")
          : QStringLiteral("No layout is kept yet: find one on Layout, and keep it."));
  sheet_->rebuild();
}

}  // namespace usherwright::app
