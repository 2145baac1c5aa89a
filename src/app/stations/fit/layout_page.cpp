// Pages Layout and Strips.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "app/present/fit_words.h"
#include "app/present/words.h"
#include "app/stations/fit/fit_pages.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "core/plan/edit.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright::app {
namespace {

QString faceWords(drawing::CellFace face) {
  return face == drawing::CellFace::Near ? QStringLiteral("Turn it over") : QStringLiteral("Turn it back");
}

/// "1, 2, 13" as an entry; nothing of none.
FieldValue listed(const std::vector<std::size_t>& numbers) {
  std::string out;
  for (const std::size_t n : numbers) out += fmt::format("{}{}", out.empty() ? "" : ", ", n);
  return out.empty() ? FieldValue{} : FieldValue{out};
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
    const FitFigures* f = figures();
    const LockedLayout locked = f && f->from.series && f->from.parallel ? layoutRequest(*f).locked : LockedLayout{};
    return shown_.empty() && !room_.known() ? drawing::worldOf({{0, 0}, {100, 50}})
                                            : drawing::fitCells({room_, shown_, face_, stale, locked});
  });
  map_->setMinimumHeight(260);
  column->addWidget(map_, 1);
  auto* row = new QHBoxLayout;
  lock_ = new QPushButton(QStringLiteral("This group stays"));
  lock_->setToolTip(
      QStringLiteral("Choose a kept cell: its group stays as it is when a layout is looked for anew. ↑ ↓ move the cell, with Alt along."));
  connect(lock_, &QPushButton::clicked, this, &LayoutPage::lockGroup);
  row->addWidget(lock_);
  more_ = new QPushButton(QStringLiteral("What stops one more cell?"));
  connect(more_, &QPushButton::clicked, this, [this] {
    const FitFigures* f = figures();
    const Known<Millimetre> by = f ? shortOfOneMore(*f) : std::nullopt;
    said_ = by ? QStringLiteral("For one more cell than go in the room would have to be %1 mm larger all around.")
                     .arg(text(formatNumber(by->value(), 2)))
               : QStringLiteral("One more cell than go in would need a far larger room.");
    show();
  });
  row->addWidget(more_);
  row->addStretch(1);
  column->addLayout(row);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("layout-words"));
  column->addWidget(words_);
  connect(map_, &DrawingView::arrowPressed, this, &LayoutPage::nudge);
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
  const LayoutRequest request = layoutRequest(*f);
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

std::optional<std::size_t> LayoutPage::chosenCell() const {
  const QString part = map_->currentPart();
  const FitFigures* f = figures();
  if (looking_ || !f || !part.startsWith(QLatin1String("cell/"))) return std::nullopt;
  const std::size_t i = part.mid(5).toULongLong();
  return i < f->layout.sites.size() ? std::optional(i) : std::nullopt;
}

void LayoutPage::lockGroup() {
  const auto cell = chosenCell();
  const FitFigures* f = figures();
  if (!cell) {
    said_ = QStringLiteral("Choose a kept cell first: a click, or the arrow keys on the drawing.");
    return show();
  }
  const auto group = static_cast<std::size_t>(f->layout.group[*cell]);
  std::vector<std::size_t> groups = numbersIn(f->from.fit.lockedGroups, f->layout.sites.size()).value_or(std::vector<std::size_t>{});
  const auto at = std::find(groups.begin(), groups.end(), group);
  const bool free = at != groups.end();
  if (free) groups.erase(at);
  else groups.insert(std::upper_bound(groups.begin(), groups.end(), group), group);
  said_.clear();
  kit_.document.commit(withField(kit_.document.plan(), fmt::format("/packs/{}/fit/locked_groups", current_()), listed(groups)),
                       free ? QStringLiteral("let group %1 change").arg(group) : QStringLiteral("group %1 stays").arg(group));
}

/// A kept cell by a millimetre, or ten; never onto another, and never so that its group falls apart.
void LayoutPage::nudge(int key, Qt::KeyboardModifiers modifiers) {
  if (key == Qt::Key_Left || key == Qt::Key_Right) return map_->step(key == Qt::Key_Right ? 1 : -1);
  const auto cell = chosenCell();
  if (!cell || (key != Qt::Key_Up && key != Qt::Key_Down)) return;
  const FitFigures* f = figures();
  const Spot at = f->layout.sites[*cell].at;
  const double step = (modifiers.testFlag(Qt::ControlModifier) ? 10 : 1) * (key == Qt::Key_Up ? 1 : -1);
  const bool along = modifiers.testFlag(Qt::AltModifier);
  const std::string place = fmt::format("/packs/{}/fit/places/{}/{}", current_(), *cell, along ? "x_mm" : "y_mm");
  const Expected<Plan> next = withField(kit_.document.plan(), place, FieldValue{(along ? at.x : at.y) + step});
  if (next && layoutOf(f->room, next->packs[current_()].fit, *f->from.series, *f->from.parallel).empty()) {
    said_ = QStringLiteral("There it would stand in another cell, or tear its group apart.");
    return show();
  }
  said_.clear();
  kit_.document.commit(next, QStringLiteral("move cell %1").arg(*cell + 1), QStringLiteral("cell-%1").arg(*cell));
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
    // Two to choose between: what was found, and what is kept.
    if (f && !shown_.empty() && !f->layout.empty() && !(f->layout == shown_))
      words = QStringLiteral("found: %1\nkept: %2").arg(words, layoutWords(f->layout, *f));
    if (found && !running && !found->why.empty()) words = text(found->why);
  } else {
    shown_ = f ? f->layout : CellLayout{};
    if (f && !shown_.empty()) words = layoutWords(shown_, *f) + QStringLiteral(" · kept");
  }
  if (!looking_ && f && f->keptOutside)
    words += QStringLiteral("\nSome of these cells stand where the room or what is in the way now is: look for a layout anew.");
  if (!said_.isEmpty()) words += QLatin1Char('\n') + said_;
  words_->setText(words);
  const bool kept = f && !looking_ && !f->layout.empty();
  lock_->setVisible(kept);
  more_->setEnabled(f && f->room.known() && f->room.cellKnown);
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
      stationHeading(QStringLiteral("Current in the strips"), QStringLiteral("blue to brown by current; rings: leads, drag or click them")),
      1);
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
    if (part.startsWith(QLatin1String("cell/"))) take(part.mid(5).toULongLong(), std::nullopt);
  });
  connect(map_, &DrawingView::partDragged, this, [this](const QString& part, QPointF at, bool finished) {
    const FitFigures* f = figures();
    if (!finished || !f || f->layout.empty() || !part.startsWith(QLatin1String("cell/"))) return;
    const drawing::Point p = map_->inWorld(at);
    for (std::size_t i = 0; i < f->layout.sites.size(); ++i)
      if (const drawing::Point c = drawing::placeOfCell(*f, i, face_); std::hypot(c.x - p.x, c.y - p.y) < f->room.cell.width / 2)
        return take(i, part.mid(5).toULongLong());
  });
}

const FitFigures* StripsPage::figures() const { return kit_.document.assessment().figures.packs[current_()].fit.get(); }

/// A cell of an end group: the lead is taken from it too, or no longer; dragged, it takes the place of another.
void StripsPage::take(std::size_t cell, std::optional<std::size_t> insteadOf) {
  const FitFigures* f = figures();
  if (!f || !f->strips || cell >= f->layout.group.size() || insteadOf == cell) return;
  const bool minus = f->layout.group[cell] == 1, plus = f->layout.group[cell] == *f->from.series;
  if (!minus && !plus) return;
  // With one group both leads are on its cells, each on a face of its own.
  const bool ofPlus = plus && (!minus || (face_ == drawing::CellFace::Near) == plusNear(1));
  std::vector<std::size_t> taken = ofPlus ? f->strips->plusTaps : f->strips->minusTaps;
  if (insteadOf && std::erase(taken, *insteadOf) == 0) return;
  if (insteadOf || std::erase(taken, cell) == 0) taken.push_back(cell);
  std::sort(taken.begin(), taken.end());
  taken.erase(std::unique(taken.begin(), taken.end()), taken.end());
  for (std::size_t& i : taken) ++i;
  kit_.document.commit(withField(kit_.document.plan(),
                                 fmt::format("/packs/{}/fit/{}", current_(), ofPlus ? "plus_taken_at" : "minus_taken_at"), listed(taken)),
                       ofPlus ? QStringLiteral("where plus is taken") : QStringLiteral("where minus is taken"));
}

void StripsPage::refresh() {
  const FitFigures* f = figures();
  turn_->setText(faceWords(face_));
  turn_->setEnabled(f && f->strips);
  const bool kept = f && !f->layout.empty();
  find_->setVisible(!kept);
  map_->setVisible(kept);
  words_->setText(stripWords(f));
  setProperty(workingProperty, QStringLiteral("fit/%1/strips").arg(current_()));
  map_->rebuild();
}

}  // namespace usherwright::app
