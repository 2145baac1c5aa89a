// The cards of an empty plan.
#include "app/stations/bike/start_cards.h"

#include <QFileInfo>
#include <array>

#include "app/theme/paint_drawing.h"
#include "app/widgets/plain.h"
#include "core/drawing/bike/bike_drawings.h"
#include "core/plan/edit.h"

namespace usherwright::app {
namespace {

using drawing::Ink;
using drawing::Job;

constexpr std::array jobs{
    JobCard::Words{Job::Add, "Add a pack", "the first one stays", "labels of controller, packs, chargers", "/need/add"},
    JobCard::Words{Job::Replace, "Replace a pack", "bigger or lighter", "labels of controller and old pack, how far", "/need/replace"},
    JobCard::Words{Job::Build, "Build from cells", "your own block", "cell, board, the room in the frame", "/need/build"},
    JobCard::Words{Job::Chargers, "Chargers", "which, how long", "labels of charger and pack, a reading", "/need/chargers"},
    JobCard::Words{Job::Care, "Care", "test, store, hand on", "the pack, a charger that counts Ah", "/need/care"}};

}  // namespace

JobCard::JobCard(Kit kit, const Words& words, QWidget* parent) : QAbstractButton(parent), kit_(kit), words_(words) {
  setText(QLatin1String(words.title));
  setAccessibleDescription(QStringLiteral("%1. Bring: %2").arg(QLatin1String(words.what), QLatin1String(words.bring)));
  setCheckable(true);
  setCursor(Qt::PointingHandCursor);
  setFocusPolicy(Qt::StrongFocus);
  setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void JobCard::paintEvent(QPaintEvent*) {
  ScaledPainter painter(this, kit_.look);
  const double width = painter.area().width(), height = painter.area().height();
  paintCard(painter, *this, kit_.look);
  painter.save();
  painter.translate(8, 8);
  paintDrawing(painter, drawing::jobPicture(words_.job, {width - 16.0, 78}), kit_.look);
  painter.restore();
  const QColor soft = kit_.look.colour(isChecked() ? Ink::Ink : Ink::Soft);
  const auto line = [&](const QRectF& where, const QString& words, const QFont& font, const QColor& colour) {
    painter.setFont(font);
    painter.setPen(colour);
    painter.drawText(where, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, words);
  };
  const double room = width - 20;
  const QFont small = kit_.look.font(drawing::Face::Small);
  QFont title = kit_.look.font(drawing::Face::Label);
  title.setWeight(QFont::DemiBold);
  line({10, 90, room, 22}, (isChecked() ? QStringLiteral("✓ ") : QString()) + text(), title, kit_.look.colour(Ink::Ink));
  line({10, 112, room, 18}, painter.fontMetrics().elidedText(QLatin1String(words_.what), Qt::ElideRight, static_cast<int>(room) + 20),
       small, soft);
  line({10, 133, room, height - 136.0}, QStringLiteral("bring ") + QLatin1String(words_.bring), small, kit_.look.colour(Ink::Ink));
}

StartCards::StartCards(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 6);
  column->setSpacing(8);
  column->addWidget(stationHeading(QStringLiteral("What is to be done?"), QStringLiteral("one or several; it can change midway")));
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  for (const JobCard::Words& words : jobs) {
    auto* card = new JobCard(kit_, words);
    connect(card, &QAbstractButton::clicked, this,
            [this, p = words.pointer](bool on) { kit_.document.commit(withField(kit_.document.plan(), p, FieldValue{on})); });
    row->addWidget(card);
    cards_.push_back(card);
  }
  column->addLayout(row);
  auto* demo = new QHBoxLayout;
  auto* never = new PlainLabel(QStringLiteral("Never seen it?"));
  never->setProperty("role", "soft");
  auto* open = new QPushButton(QStringLiteral("Open the demo: a cargo trike with one thing wrong"));
  open->setFlat(true);
  connect(open, &QPushButton::clicked, this, [this] { Q_EMIT kit_.desk.demoRequested(); });
  demo->addWidget(never);
  demo->addWidget(open);
  demo->addStretch(1);
  column->addLayout(demo);
  recent_ = new QHBoxLayout;
  column->addLayout(recent_);
  connect(&kit_.desk, &Desk::recentChanged, this, &StartCards::showRecent);
  showRecent();
  refresh();
}

void StartCards::showRecent() {
  while (QLayoutItem* item = recent_->takeAt(0)) {
    if (QWidget* w = item->widget()) {
      w->hide();
      w->deleteLater();
    }
    delete item;
  }
  const QStringList files = kit_.desk.recent();
  if (files.isEmpty()) return;
  auto* words = new PlainLabel(QStringLiteral("Go on with"));
  words->setProperty("role", "soft");
  recent_->addWidget(words);
  for (const QString& file : files.mid(0, 3)) {
    auto* open =
        new QPushButton(onButton(fontMetrics().elidedText(QFileInfo(file).completeBaseName(), Qt::ElideMiddle, kit_.look.px(200))));
    open->setFlat(true);
    open->setToolTip(file);
    open->setAccessibleName(QStringLiteral("open %1").arg(file));
    connect(open, &QPushButton::clicked, this, [this, file] { Q_EMIT kit_.desk.openRequested(file); });
    recent_->addWidget(open);
  }
  recent_->addStretch(1);
}

void StartCards::refresh() {
  for (JobCard* card : cards_) {
    const auto ref = findField(kit_.document.plan(), card->pointer());
    card->setChecked(ref && std::holds_alternative<bool>(ref->value) && std::get<bool>(ref->value));
  }
}

void StartCards::takeKeyboard() { cards_.front()->setFocus(Qt::OtherFocusReason); }

}  // namespace usherwright::app
