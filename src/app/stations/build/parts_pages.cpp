#include "app/stations/build/parts_pages.h"

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/drawing/build/build_drawings.h"
#include "core/plan/names.h"

namespace usherwright::app {

// ---- what came ----

ArrivalsPage::ArrivalsPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("What came"), QStringLiteral("look before it is opened: what was not looked at is not accepted")));
  cards_ = new CardList(
      kit_, QStringLiteral("/build/arrivals"), QStringLiteral("part"), "part that came", "a pack, a charger, another part",
      QStringLiteral("Note what came"),
      "Nothing was noted yet. Every part that arrives is looked at on all sides, held against the order, tried and read: dents, "
      "keys, label, mating half, volts, lamp. What is wrong makes a letter to its seller.");
  column->addWidget(cards_, 1);
  which_ = new QComboBox;
  which_->setAccessibleName(QStringLiteral("part that the photos show"));
  connect(which_, &QComboBox::activated, this, [this] { photos_->refresh(); });
  photos_ = new PhotoStrip(
      kit_, [this](const Photo& p) { return !p.part.empty() && p.part == which_->currentText().toStdString(); },
      [this] {
        Photo photo;
        photo.part = which_->currentText().toStdString();
        return photo;
      });
  auto* seen = new QHBoxLayout;
  seen->addWidget(which_, 0, Qt::AlignTop);
  seen->addWidget(photos_, 1);
  column->addLayout(seen);
  auto* row = new QHBoxLayout;
  auto* letters = new QPushButton(QStringLiteral("Letters to sellers …"));
  letters->setToolTip(QStringLiteral("the facts, and what is asked for; a hurt pack is never sent by post"));
  connect(letters, &QPushButton::clicked, this, [this] { Q_EMIT kit_.desk.exportRequested(QStringLiteral("arrival-letters")); });
  row->addWidget(letters);
  row->addStretch(1);
  column->addLayout(row);
}

void ArrivalsPage::refresh() {
  const Plan& plan = kit_.document.plan();
  cards_->offerParts();
  cards_->show(drawing::arrivalCards(plan, kit_.document.assessment().figures));
  const QString was = which_->currentText();
  which_->clear();
  for (const Arrival& a : plan.build.arrivals.all()) which_->addItem(text(a.part));
  which_->setCurrentIndex(std::max(0, which_->findText(was)));
  which_->setVisible(!plan.build.arrivals.empty());
  photos_->setVisible(!plan.build.arrivals.empty());
  photos_->refresh();
}

// ---- hands and screws ----

HandsPage::HandsPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Work by hand"),
                                   QStringLiteral("cells out, charger off, rings off, one pole at a time; a test piece of every joint")));
  work_ = new CardList(kit_, QStringLiteral("/build/handwork"), QStringLiteral("what"), "work that is done by hand", "lug on the main lead",
                       QStringLiteral("Note the work"),
                       "Every joint that is made, every hole and every lid: what was out, off and covered, and whether a test piece held.");
  column->addWidget(work_, 3);
  column->addWidget(stationHeading(QStringLiteral("The tray"), QStringLiteral("as many back as came out, before anything is closed")));
  tray_ = new CardList(kit_, QStringLiteral("/build/fasteners"), QStringLiteral("place"), "place of screws in the tray",
                       "lid of the controller", QStringLiteral("Lay them in"),
                       "Screws, nuts and plugs by the place that they came out of: how many, and how many are back.");
  column->addWidget(tray_, 2);
}

void HandsPage::refresh() {
  const Plan& plan = kit_.document.plan();
  QStringList work, places{QStringLiteral("lid of the controller")};
  for (const Run& run : plan.wiring.runs) {
    const Pack* pack = plan.findPack(run.from);
    const QString of = pack ? QStringLiteral("the lead of %1").arg(text(shownName(*pack))) : QStringLiteral("the main lead");
    work << QStringLiteral("lugs on %1").arg(of) << QStringLiteral("plug on %1").arg(of);
  }
  for (const Pack& p : plan.packs) {
    work << QStringLiteral("holes for the mount of %1").arg(text(shownName(p))) << QStringLiteral("%1 opened").arg(text(shownName(p)));
    places << QStringLiteral("mount of %1").arg(text(shownName(p))) << QStringLiteral("lid of %1").arg(text(shownName(p)));
  }
  work_->offer(work);
  tray_->offer(places);
  work_->show(drawing::handworkCards(plan, kit_.document.assessment()));
  tray_->show(drawing::trayCards(plan));
}

}  // namespace usherwright::app
