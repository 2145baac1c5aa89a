// Station Log: what is due, and what to do after an accident.
#include <fmt/format.h>

#include <algorithm>

#include "app/present/words.h"
#include "app/stations/log/log_pages.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/log/accident.h"
#include "core/plan/lists.h"
#include "core/plan/names.h"

namespace usherwright::app {

// ---- due ----

DuePage::DuePage(Kit kit, BegunLine begun) : StationPage(kit), begun_(std::move(begun)) {
  auto* column = pageColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("What is due"), QStringLiteral("by km or by date; Menu, Write out, makes a calendar of it")));
  list_ = new DrawingView(kit_, QStringLiteral("what is due"));
  list_->setGround([this](drawing::Size size) { return drawing::dueList(items_, chosen_, today(), size); });
  connect(list_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("due/"))) choose(part.mid(4).toStdString());
  });
  column->addWidget(clearScroll(list_), 1);
  why_ = wrapped();
  why_->setObjectName(QStringLiteral("due-why"));
  column->addWidget(why_);
  auto* row = new QHBoxLayout;
  done_ = new QPushButton;
  connect(done_, &QPushButton::clicked, this, &DuePage::done);
  row->addWidget(done_);
  row->addStretch(1);
  column->addLayout(row);
}

const DueItem* DuePage::chosen() const {
  const auto at = std::find_if(items_.begin(), items_.end(), [&](const DueItem& i) { return i.id == chosen_; });
  return at == items_.end() ? nullptr : &*at;
}

void DuePage::choose(const std::string& id) {
  chosen_ = id;
  const DueItem* item = chosen();
  why_->setText(item ? text(item->why) : QString());
  done_->setText(!item                          ? QStringLiteral("Done today")
                 : item->what == LogEvent::Note ? QStringLiteral("Note what was read …")
                                                : QStringLiteral("Done today"));
  done_->setEnabled(item != nullptr);
  list_->rebuild();
}

/// Work is done by whoever says so, with the day; what was read has to be typed.
void DuePage::done() {
  const DueItem* item = chosen();
  if (!item) return;
  if (item->what == LogEvent::Note) {
    const Pack* p = kit_.document.plan().findPack(item->pack);
    *begun_ = QStringLiteral("%1 %2 ").arg(item->id.starts_with("cells/") ? QStringLiteral("cells") : QStringLiteral("capacity test"),
                                           p ? text(shownName(*p)) : QString());
    Q_EMIT kit_.desk.pageRequested(Station::Log, QStringLiteral("Journal"));
    return;
  }
  LogEntry entry;
  entry.when = formatDate(today());
  entry.what = item->what;
  entry.pack = item->pack;
  kit_.document.commit(withLogEntry(kit_.document.plan(), entry), QStringLiteral("what was due"));
}

void DuePage::refresh() {
  items_ = dueOf(kit_.document.plan(), today());
  Scaling::setHeights(list_, kit_.look, static_cast<int>(drawing::dueListHeight(items_.size())), QWIDGETSIZE_MAX);
  choose(chosen() || items_.empty() ? chosen_ : items_.front().id);
}

// ---- after an accident ----

AccidentPage::AccidentPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  column->addWidget(stationHeading(QStringLiteral("After an accident"), QStringLiteral("dropped, wet, shorted, swollen, smelling, hot")));
  auto* row = new QHBoxLayout;
  packs_ = packChooser("pack of the accident");
  row->addWidget(packs_);
  what_ = new QComboBox;
  what_->setAccessibleName(QStringLiteral("what happened"));
  for (auto e = static_cast<int>(LogEvent::Fell); e <= static_cast<int>(LogEvent::Hot); ++e)
    what_->addItem(text(std::string(wordOf(static_cast<LogEvent>(e)))), e);
  connect(what_, &QComboBox::activated, this, [this] { refresh(); });
  row->addWidget(what_);
  note_ = new QPushButton(QStringLiteral("Note it: out of use from now on"));
  connect(note_, &QPushButton::clicked, this, &AccidentPage::note);
  row->addWidget(note_);
  row->addStretch(1);
  column->addLayout(row);
  open_ = wrapped("problem");
  open_->setObjectName(QStringLiteral("accidents-open"));
  column->addWidget(open_);
  release_ = new QPushButton(QStringLiteral("Who examined and released it …"));
  connect(release_, &QPushButton::clicked, this,
          [this] { Q_EMIT kit_.desk.partRequested(QStringLiteral("/log/%1/released_by").arg(lastOpen_), Keyboard::Follows); });
  auto* below = new QHBoxLayout;
  below->addWidget(release_);
  below->addStretch(1);
  column->addLayout(below);
  column->addWidget(stationHeading(QStringLiteral("Step by step")));
  steps_ = wrapped();
  steps_->setObjectName(QStringLiteral("accident-steps"));
  column->addWidget(steps_);
  column->addStretch(1);
}

void AccidentPage::note() {
  const Plan& plan = kit_.document.plan();
  const auto k = static_cast<std::size_t>(std::max(0, packs_->currentIndex()));
  if (k >= plan.packs.size()) return;
  LogEntry entry;
  entry.when = formatDate(today());
  entry.what = static_cast<LogEvent>(what_->currentData().toInt());
  entry.pack = plan.packs[k].id;
  kit_.document.commit(withLogEntry(plan, entry), QStringLiteral("an accident noted"));
}

void AccidentPage::refresh() {
  const Plan& plan = kit_.document.plan();
  fillWithPacks(packs_, plan);
  QStringList open;
  for (const Pack& p : plan.packs)
    for (const std::size_t i : openAccidents(plan, p.id)) {
      const LogEntry& e = plan.log[i];
      open << QStringLiteral("%1 is out of use: %2%3.")
                  .arg(text(shownName(p)), text(std::string(wordOf(e.what))),
                       e.when.empty() ? QString() : QStringLiteral(" on ") + text(e.when));
      lastOpen_ = i;
    }
  open_->setText(open.join(QStringLiteral("\n")));
  open_->setVisible(!open.isEmpty());
  release_->setVisible(!open.isEmpty());
  QStringList steps;
  int n = 0;
  for (const std::string& s : accidentProtocol(static_cast<LogEvent>(what_->currentData().toInt())))
    steps << QStringLiteral("%1.  %2").arg(++n).arg(text(s));
  steps_->setText(steps.join(QStringLiteral("\n\n")));
}

}  // namespace usherwright::app
