// Pages Clearance, Hold and Print.
#include <fmt/format.h>

#include <cmath>

#include "app/present/fit_words.h"
#include "app/present/words.h"
#include "app/stations/fit/fit_pages.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "core/io/exports.h"
#include "core/plan/edit.h"

namespace usherwright::app {

ClearancePage::ClearancePage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("A finished box in its room"), QStringLiteral("drag it; or ← → choose, ↑ ↓ move it, with Alt along")));
  map_ = new DrawingView(kit_, QStringLiteral("box in its room"));
  map_->setGround([this](drawing::Size) { return drawing::fitBox(kit_.document.subject(), current_()); });
  map_->setOverlay([this](drawing::Size) {
    drawing::Drawing d = drawing::worldOf({});
    if (!ghost_ || !box()) return d;
    BoxInRoom at = *box();
    at.at = {ghost_->x, -ghost_->y};
    std::vector<drawing::Point> corners;
    for (const Spot& s : outlineOf(at)) corners.push_back({s.x, -s.y});
    drawing::Pen pen(d);
    pen.polygon(std::move(corners), drawing::Ink::None, drawing::Ink::Copper, 2).steady = true;
    return d;
  });
  map_->setMinimumHeight(260);
  column->addWidget(map_, 1);
  buttons_ = new QWidget;
  auto* row = new FlowLayout(buttons_, 6);
  const auto button = [&](const QString& words, auto handler) {
    auto* b = new QPushButton(words);
    connect(b, &QPushButton::clicked, this, handler);
    row->addWidget(b);
    return b;
  };
  more_ = button(QStringLiteral("Front end up 1°"), [this] { turnBy(1); });
  less_ = button(QStringLiteral("Front end down 1°"), [this] { turnBy(-1); });
  best_ = button(QStringLiteral("Where most is left"), [this] {
    Expected<Plan> next = kit_.document.plan();
    for (const char* key : {"box_x_mm", "box_y_mm", "box_turn_deg"})
      if (next) next = withField(*next, fmt::format("/packs/{}/fit/{}", current_(), key), FieldValue{});
    kit_.document.commit(next, QStringLiteral("where most is left"));
  });
  column->addWidget(buttons_);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("box-words"));
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (followPart(kit_, current_(), part)) return;
    if (part == QLatin1String("box"))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/packs/%1/box_length_mm").arg(current_()), Keyboard::Stays);
  });
  connect(map_, &DrawingView::partDragged, this, [this](const QString& part, QPointF at, bool finished) {
    if (part != QLatin1String("box") || !box()) return;
    const drawing::Point p = map_->inWorld(at);
    if (!finished) ghost_ = p;
    else {
      ghost_.reset();
      place(p, box()->turn);
    }
    map_->rebuildOverlay();
  });
  connect(map_, &DrawingView::arrowPressed, this, &ClearancePage::nudge);
}

const BoxInRoom* ClearancePage::box() const {
  const FitFigures* f = kit_.document.assessment().figures.packs[current_()].fit.get();
  return f && f->boxed && f->boxed->along > 0 ? &*f->boxed : nullptr;
}

/// On a grid of half a millimetre; one step of undo.
void ClearancePage::place(drawing::Point at, double turn) {
  const std::string fit = fmt::format("/packs/{}/fit/", current_());
  const auto half = [](double v) { return FieldValue{std::round(v * 2) / 2}; };
  Expected<Plan> next = withField(kit_.document.plan(), fit + "box_x_mm", half(at.x));
  if (next) next = withField(*next, fit + "box_y_mm", half(-at.y));
  if (next) next = withField(*next, fit + "box_turn_deg", half(turn));
  kit_.document.commit(next, QStringLiteral("move the case"), QStringLiteral("move-case-%1").arg(current_()));
}

void ClearancePage::nudge(int key, Qt::KeyboardModifiers modifiers) {
  if (key == Qt::Key_Left || key == Qt::Key_Right) return map_->step(key == Qt::Key_Right ? 1 : -1);
  if (!box() || map_->currentPart() != QLatin1String("box") || (key != Qt::Key_Up && key != Qt::Key_Down)) return;
  const double step = (modifiers.testFlag(Qt::ControlModifier) ? 10 : 1) * (key == Qt::Key_Up ? 1 : -1);
  const bool along = modifiers.testFlag(Qt::AltModifier);
  place({box()->at.x + (along ? step : 0), -box()->at.y - (along ? 0 : step)}, box()->turn);
}

void ClearancePage::turnBy(double degrees) {
  if (!box()) return;
  // A turn of more than half a round is the same box the other way.
  const double turn = std::remainder(box()->turn + degrees, 180);
  place({box()->at.x, -box()->at.y}, turn);
}

void ClearancePage::refresh() {
  const Pack& pack = kit_.document.plan().packs[current_()];
  const FitFigures* f = kit_.document.assessment().figures.packs[current_()].fit.get();
  QStringList words{boxWords(pack, f)};
  if (f && f->from.box && f->room.known()) words << wayWords(pack, *f) << largestWords(f->room);
  words.removeAll(QString());
  words_->setText(words.join(QLatin1Char('\n')));
  buttons_->setVisible(box() != nullptr);
  best_->setEnabled(box() && box()->placed);
  ghost_.reset();
  map_->rebuild();
  map_->rebuildOverlay();
}

// ---- hold ----

HoldPage::HoldPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("How it is held"), QStringLiteral("numbers: what is to be looked at; a click goes there")));
  map_ = new DrawingView(kit_, QStringLiteral("how the pack is held"));
  map_->setGround([this](drawing::Size) { return drawing::fitHold(kit_.document.subject(), current_()); });
  map_->setMinimumHeight(240);
  column->addWidget(map_, 1);
  marks_ = wrapped();
  marks_->setObjectName(QStringLiteral("hold-marks"));
  column->addWidget(marks_);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("hold-words"));
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (followPart(kit_, current_(), part) || !part.startsWith(QLatin1String("mark/"))) return;
    const auto marks = drawing::holdMarks(kit_.document.subject(), current_());
    const std::size_t i = part.mid(5).toULongLong();
    if (i < marks.size()) Q_EMIT kit_.desk.partRequested(text(marks[i]->pointer), Keyboard::Stays);
  });
}

void HoldPage::refresh() {
  const auto marks = drawing::holdMarks(kit_.document.subject(), current_());
  QStringList lines;
  for (std::size_t i = 0; i < marks.size(); ++i)
    lines << QStringLiteral("%1 %2: %3").arg(i + 1).arg(text(severityWord(marks[i]->severity)), text(marks[i]->working.title));
  marks_->setText(lines.join(QStringLiteral("  ·  ")));
  marks_->setVisible(!lines.isEmpty());
  words_->setText(holdWords(kit_.document.subject(), current_()));
  setProperty(workingProperty, QStringLiteral("fit/%1/hold").arg(current_()));
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
  for (const auto& [words, name] : {std::pair{"Cells on A4 …", "cells-a4-pdf"},
                                    {"Cells on Letter …", "cells-letter-pdf"},
                                    {"Dummy on A4 …", "dummy-a4-pdf"},
                                    {"Dummy on Letter …", "dummy-letter-pdf"}}) {
    auto* button = new QPushButton(QString::fromUtf8(words));
    button->setToolTip(QStringLiteral("in tiles, as PDF, to be put edge to edge"));
    connect(button, &QPushButton::clicked, this, [this, name = QString::fromUtf8(name)] { Q_EMIT kit_.desk.exportRequested(name); });
    row->addWidget(button);
  }
  sheet_ = new DrawingView(kit_, QStringLiteral("template at true size"));
  sheet_->setGround([this](drawing::Size) { return drawing::cellTemplate(kit_.document.subject(), current_(), drawing::CellFace::Near); });
  sheet_->setMinimumHeight(150);
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
