// Pages of station Wiring.
#include "app/stations/wiring/wiring_pages.h"

#include "app/present/joining_words.h"
#include "app/present/wiring_words.h"
#include "app/present/words.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/drawing/joining/study_drawings.h"
#include "core/drawing/wiring/harness_drawings.h"

namespace usherwright::app {
namespace {

/// A field of a lead that somebody entered; of a branch, that of its wire.
void editLead(Kit kit, const QString& id, const char* key) {
  const HarnessLead* l = kit.document.assessment().figures.wiring.harness.lead(id.toStdString());
  if (!l) return;
  QString field;
  if (l->planned >= 0) field = QStringLiteral("/wiring/runs/%1/%2").arg(l->planned).arg(QLatin1String(key));
  else if (l->accessory >= 0) field = QStringLiteral("/bike/accessories/%1/lead_size").arg(l->accessory);
  else if (l->charges) field = QStringLiteral("/packs/%1/charge_lead_size").arg(l->pack);
  if (!field.isEmpty()) Q_EMIT kit.desk.partRequested(field, Keyboard::Follows);
}

/// The entry of a part of the harness comes first beside the drawing, and takes the keyboard.
void editPart(Kit kit, const QString& part) {
  const Harness& harness = kit.document.assessment().figures.wiring.harness;
  if (const HarnessNode* n = harness.node(part.toStdString()); n && !n->pointer.empty())
    Q_EMIT kit.desk.partRequested(text(n->pointer), Keyboard::Follows);
  editLead(kit, part, "size");
}

}  // namespace

// ---- laid out ----

LaidOutPage::LaidOutPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("From the packs to the controller"),
                                   QStringLiteral("°C outside for long, V dropped at the peak; a click goes to the entry")));
  map_ = new DrawingView(kit_, QStringLiteral("harness, laid out"));
  map_->setGround([this](drawing::Size size) { return drawing::harnessLaidOut(kit_.document.subject(), size); });
  column->addWidget(clearScroll(map_), 1);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) { editPart(kit_, part); });
  way_ = wrapped();
  way_->setObjectName(QStringLiteral("drop-on-the-way"));
  column->addWidget(way_);
}

void LaidOutPage::refresh() {
  Scaling::setHeights(map_, kit_.look, static_cast<int>(drawing::harnessHeight(kit_.document.plan())), QWIDGETSIZE_MAX);
  way_->setText(dropWords(kit_.document.assessment().figures));
  const PathFigures* path = kit_.document.assessment().figures.wiring.longest();
  setProperty(workingProperty, path ? QStringLiteral("way/%1").arg(path->pack) : QString());
  map_->rebuild();
}

// ---- on the bike ----

OnBikePage::OnBikePage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Along the tubes"),
                                   QStringLiteral("wheel or + and − look closer, drag or Shift and arrows move, 0 shows the whole")));
  map_ = new DrawingView(kit_, QStringLiteral("harness on the bike"));
  map_->setGround([this](drawing::Size) { return drawing::harnessOnBike(kit_.document.subject()); });
  map_->setMinimumHeight(300);
  column->addWidget(map_, 1);
  connect(map_, &DrawingView::partClicked, this, [this](const QString& part) { editPart(kit_, part); });
}

void OnBikePage::refresh() { map_->rebuild(); }

// ---- slack ----

SlackPage::SlackPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Loose where it moves"),
                                   QStringLiteral("fold, steering, suspension, a pack drawn out; a click goes to the entry")));
  rows_ = new DrawingView(kit_, QStringLiteral("slack of the leads"));
  rows_->setGround([this](drawing::Size size) { return drawing::slackSheet(kit_.document.subject(), size); });
  column->addWidget(clearScroll(rows_), 1);
  connect(rows_, &DrawingView::partClicked, this, [this](const QString& part) { editLead(kit_, part, "moves"); });
}

void SlackPage::refresh() {
  Scaling::setHeights(rows_, kit_.look, static_cast<int>(drawing::slackHeight(kit_.document.plan())), QWIDGETSIZE_MAX);
  rows_->rebuild();
}

// ---- live ends ----

LiveEndsPage::LiveEndsPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Which bare ends are live"),
                                   QStringLiteral("click a plug, a fuse or the switch, or choose it and press Enter")));
  map_ = new DrawingView(kit_, QStringLiteral("map of live ends"));
  map_->setGround([this](drawing::Size size) { return drawing::liveEndsMap(kit_.document.subject(), state_, size); });
  map_->setMinimumHeight(200);
  column->addWidget(map_, 1);
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("live-ends"));
  column->addWidget(words_);
  connect(map_, &DrawingView::partClicked, this, &LiveEndsPage::toggle);
}

void LiveEndsPage::toggle(const QString& part) {
  const QString which = part.mid(5);
  if (part == QLatin1String("switch")) state_.closed = !state_.closed;
  else if (part.startsWith(QLatin1String("fuse/"))) state_.fuses ^= 1u << which.toUInt();
  else if (part == QLatin1String("plug/output")) state_.output = !state_.output;
  else if (part.startsWith(QLatin1String("plug/"))) state_.plugged ^= 1u << which.toUInt();
  else return;
  refresh();
}

void LiveEndsPage::refresh() {
  map_->rebuild();
  const Figures& f = kit_.document.assessment().figures;
  const auto all = static_cast<std::uint32_t>((1u << f.packs.size()) - 1);
  PlugState state = state_;
  state.plugged &= all;
  words_->setText(liveEndWords(kit_.document.plan(), f, state));
}

}  // namespace usherwright::app
