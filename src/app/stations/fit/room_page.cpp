// Page Room.
#include <QFile>
#include <QFileDialog>

#include "app/present/fit_words.h"
#include "app/present/words.h"
#include "app/stations/fit/fit_pages.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "core/fit/outline_csv.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"

namespace usherwright::app {
namespace {

struct KindCard {
  const char* word;
  const char* title;
  const char* hint;
};
constexpr std::array kindCards{KindCard{"box", "Box", "a case, a crate"},
                               KindCard{"tube", "Tube", "inside a profile"},
                               KindCard{"triangle", "Frame triangle", "three tubes"},
                               KindCard{"rack", "On the rack", "above the back wheel"},
                               KindCard{"deck", "Under the deck", "of a cargo bike"},
                               KindCard{"bag", "Bag", "soft, on tube or rack"},
                               KindCard{"outline", "Free outline", "corners on a grid"}};

}  // namespace

bool followPart(const Kit& kit, std::size_t pack, const QString& part) {
  if (part.startsWith(QLatin1Char('/'))) {
    Q_EMIT kit.desk.partRequested(part, Keyboard::Follows);
    return true;
  }
  if (!part.startsWith(QLatin1String("thing/"))) return false;
  Q_EMIT kit.desk.partRequested(QStringLiteral("/packs/%1/fit/things/%2/name").arg(pack).arg(part.mid(6)), Keyboard::Stays);
  return true;
}

RoomPage::RoomPage(Kit kit, CurrentPack current) : StationPage(kit), current_(std::move(current)) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("The room"),
                     QStringLiteral("a click on a length goes to its entry; drag what is in the way, or choose it and press the arrows")));
  kinds_ = new QWidget;
  auto* cards = new FlowLayout(kinds_, 8);
  for (const KindCard& k : kindCards) {
    auto* card = new CardButton(kit_, QString::fromUtf8(k.title));
    card->setLines({{QString::fromUtf8(k.hint)}});
    connect(card, &QAbstractButton::clicked, this, [this, word = std::string(k.word)] {
      kit_.document.commit(withField(kit_.document.plan(), list("room").toStdString(), FieldValue{word}));
    });
    cards->addWidget(card);
  }
  column->addWidget(kinds_);
  map_ = new DrawingView(kit_, QStringLiteral("room of the pack"));
  map_->setGround([this](drawing::Size) { return drawing::fitRoom(kit_.document.subject(), current_()); });
  map_->setOverlay([this](drawing::Size) {
    return dragged_.isEmpty() ? drawing::worldOf({})
                              : drawing::fitRoomDragged(kit_.document.subject(), current_(), dragged_.toStdString(), draggedTo_);
  });
  map_->setMinimumHeight(260);
  column->addWidget(map_, 1);
  empty_ = new QWidget;
  work_ = new QWidget;
  auto* buttons = new FlowLayout(work_, 6);
  const auto button = [&](const QString& words, auto handler) {
    auto* b = new QPushButton(words);
    connect(b, &QPushButton::clicked, this, handler);
    buttons->addWidget(b);
    return b;
  };
  const auto add = [this](const char* name, const char* key) {
    const std::string at = list(name).toStdString();
    const Fit& fit = kit_.document.plan().packs[current_()].fit;
    const std::size_t count = std::string_view(name) == "things" ? fit.things.size() : fit.outline.size();
    if (kit_.document.commit(withNew(kit_.document.plan(), at)))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("%1/%2/%3").arg(text(at)).arg(count).arg(QLatin1String(key)), Keyboard::Follows);
  };
  const auto less = [this](const char* name) {
    const Fit& fit = kit_.document.plan().packs[current_()].fit;
    const std::size_t count = std::string_view(name) == "things" ? fit.things.size() : fit.outline.size();
    if (count > 0) kit_.document.commit(without(kit_.document.plan(), list(name).toStdString(), count - 1));
  };
  thing_ = button(QStringLiteral("+ something in the way"), [add] { add("things", "name"); });
  lessThing_ = button(QStringLiteral("− the last of them"), [less] { less("things"); });
  corner_ = button(QStringLiteral("+ corner"), [add] { add("outline", "x_mm"); });
  lessCorner_ = button(QStringLiteral("− last corner"), [less] { less("outline"); });
  file_ = button(QStringLiteral("Corners from a file …"), [this] { readOutline(); });
  file_->setToolTip(QStringLiteral("CSV with two columns x_mm and y_mm, one corner a line"));
  column->addWidget(work_);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("room-words"));
  column->addWidget(words_);
  column->addWidget(empty_, 1);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (followPart(kit_, current_(), part)) return;
    if (part.startsWith(QLatin1String("corner/")))
      Q_EMIT kit_.desk.partRequested(list("outline") + QStringLiteral("/%1/x_mm").arg(part.mid(7)), Keyboard::Stays);
  });
  connect(map_, &DrawingView::partDragged, this, &RoomPage::drag);
  connect(map_, &DrawingView::arrowPressed, this, &RoomPage::nudge);
}

QString RoomPage::list(const char* name) const { return QStringLiteral("/packs/%1/fit/%2").arg(current_()).arg(QLatin1String(name)); }

/// On a grid of a millimetre; one step of undo.
void RoomPage::place(const QString& part, drawing::Point at) {
  const QString entry = part.startsWith(QLatin1String("thing/"))    ? list("things") + QLatin1Char('/') + part.mid(6)
                        : part.startsWith(QLatin1String("corner/")) ? list("outline") + QLatin1Char('/') + part.mid(7)
                                                                    : QString();
  if (entry.isEmpty()) return;
  // A plane that is turned shows one of its two places only.
  const Fit& fit = kit_.document.plan().packs[current_()].fit;
  const Stance stance = planeOf(fit, isCase(kit_.document.plan().packs[current_()]));
  Expected<Plan> next = kit_.document.plan();
  if (stance != Stance::Along) next = withField(*next, (entry + QStringLiteral("/x_mm")).toStdString(), FieldValue{std::round(at.x)});
  if (next && stance != Stance::Up) next = withField(*next, (entry + QStringLiteral("/y_mm")).toStdString(), FieldValue{std::round(-at.y)});
  kit_.document.commit(next, QStringLiteral("move"), QStringLiteral("move-") + entry);
}

void RoomPage::drag(const QString& part, QPointF position, bool finished) {
  if (part.startsWith(QLatin1Char('/'))) return;
  draggedTo_ = map_->inWorld(position);
  dragged_ = finished ? QString() : part;
  if (finished) place(part, draggedTo_);
  map_->rebuildOverlay();
}

void RoomPage::nudge(int key, Qt::KeyboardModifiers modifiers) {
  if (key == Qt::Key_Left || key == Qt::Key_Right) return map_->step(key == Qt::Key_Right ? 1 : -1);
  const QString part = map_->currentPart();
  const Fit& fit = kit_.document.plan().packs[current_()].fit;
  const bool thing = part.startsWith(QLatin1String("thing/"));
  if (!thing && !part.startsWith(QLatin1String("corner/"))) return;
  const std::size_t i = part.section(QLatin1Char('/'), 1, 1).toULongLong();
  if (i >= (thing ? fit.things.size() : fit.outline.size())) return;
  const Known<Millimetre> x = thing ? fit.things[i].x : fit.outline[i].x, y = thing ? fit.things[i].y : fit.outline[i].y;
  if (!x || !y) return;
  const double step = modifiers.testFlag(Qt::ControlModifier) ? 10 : 1;
  drawing::Point at{x->value(), -y->value()};
  if (key == Qt::Key_Up) at.y -= step;
  else if (key == Qt::Key_Down) at.y += step;
  else return;
  place(part, at);
}

void RoomPage::readOutline() {
  const QString path = QFileDialog::getOpenFileName(this, QStringLiteral("Corners of the room"), {}, QStringLiteral("Lists (*.csv)"));
  if (path.isEmpty()) return;
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) return words_->setText(QStringLiteral("%1 cannot be read.").arg(path));
  const Expected<Plan> next = withOutline(kit_.document.plan(), current_(), file.readAll().toStdString());
  kit_.document.commit(next);
}

void RoomPage::refresh() {
  const Pack& pack = kit_.document.plan().packs[current_()];
  const bool there = pack.fit.room.has_value(), outline = pack.fit.room == RoomKind::Outline;
  kinds_->setVisible(!there);
  map_->setVisible(there);
  empty_->setVisible(!there);
  work_->setVisible(there);
  for (QPushButton* b : {corner_, lessCorner_, file_}) b->setVisible(outline);
  lessThing_->setEnabled(!pack.fit.things.empty());
  lessCorner_->setEnabled(!pack.fit.outline.empty());
  const FitFigures* f = kit_.document.assessment().figures.packs[current_()].fit.get();
  words_->setText(roomWords(f));
  dragged_.clear();
  map_->rebuild();
  map_->rebuildOverlay();
}

}  // namespace usherwright::app
