// Station Charging: the night.
#include <cmath>

#include "app/present/words.h"
#include "app/stations/charging/charging_pages.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/flow_layout.h"
#include "app/widgets/plain.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"

namespace usherwright::app {
namespace {

constexpr double targetStep = 0.05, clockStep = 15, day = 1440;

struct Goal {
  NightGoal goal;
  const char* words;
};
constexpr std::array goals{Goal{NightGoal::Soonest, "soonest"}, Goal{NightGoal::ReadyBy, "ready by the hour"},
                           Goal{NightGoal::AsLate, "as late as possible"}};

/// The field that a part of the timeline stands for.
std::string fieldOf(const QString& part) {
  const QStringList t = part.split(QLatin1Char('/'));
  if (part == QLatin1String("ready")) return "/charging/ready_by_min";
  if (t.size() == 2 && t[0] == QLatin1String("target")) return "/packs/" + t[1].toStdString() + "/tonight";
  if (t.size() == 3 && t[0] == QLatin1String("hours")) return "/charging/hours/" + t[1].toStdString() + "/" + t[2].toStdString() + "_min";
  return {};
}

double wholeDay(double minutes) { return std::fmod(std::fmod(minutes, day) + day, day); }

}  // namespace

TonightPage::TonightPage(Kit kit) : StationPage(kit) {
  auto* column = pageColumn(this);
  column->setSpacing(6);
  column->addWidget(stationHeading(QStringLiteral("Tonight"),
                                   QStringLiteral("drag a target, an hour or the hour of readiness; or choose it and press ↑ ↓")));
  column->addWidget(buildGoals());
  timeline_ = new DrawingView(kit_, QStringLiteral("the night"));
  timeline_->setGround([this](drawing::Size size) { return drawing::tonightTimeline(kit_.document.subject(), tonight_, size); });
  connect(timeline_, &DrawingView::partDragged, this, &TonightPage::move);
  connect(timeline_, &DrawingView::arrowPressed, this, [this](int key) { nudge(key); });
  connect(timeline_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (const std::string field = fieldOf(part); !field.empty()) Q_EMIT kit_.desk.partRequested(text(field), Keyboard::Stays);
  });
  column->addWidget(clearScroll(timeline_), 3);
  sum_ = wrapped("title");
  sum_->setObjectName(QStringLiteral("tonight-sum"));
  column->addWidget(sum_);
  list_ = new DrawingView(kit_, QStringLiteral("what to do tonight"));
  list_->setGround([this](drawing::Size size) { return drawing::tonightList(tonight_, size); });
  column->addWidget(clearScroll(list_), 2);
  auto* caution = wrapped();
  caution->setText(QStringLiteral(
      "Attended, on stone, off the way out, under a smoke alarm; never below 0 °C. A timer ends a charge, it never begins one."));
  caution->setProperty("role", "soft");
  column->addWidget(caution);
}

QWidget* TonightPage::buildGoals() {
  auto* row = new QWidget;
  auto* layout = new FlowLayout(row, 6);
  layout->setContentsMargins(0, 0, 0, 0);
  for (const Goal& g : goals) {
    auto* button = new QPushButton(QString::fromLatin1(g.words));
    button->setCheckable(true);
    connect(button, &QPushButton::clicked, this, [this, goal = g.goal] { choose(goal); });
    goals_.push_back(button);
    layout->addWidget(button);
  }
  auto* add = new QPushButton(QStringLiteral("+ hours somebody is there"));
  connect(add, &QPushButton::clicked, this, [this] {
    const std::size_t count = kit_.document.plan().charging.there.size();
    if (kit_.document.commit(withNew(kit_.document.plan(), "/charging/hours")))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/charging/hours/%1/from_min").arg(count), Keyboard::Follows);
  });
  layout->addWidget(add);
  auto* remove = new QPushButton(QStringLiteral("remove the last"));
  connect(remove, &QPushButton::clicked, this, [this] {
    const std::size_t count = kit_.document.plan().charging.there.size();
    if (count > 0) kit_.document.commit(without(kit_.document.plan(), "/charging/hours", count - 1));
  });
  layout->addWidget(remove);
  return row;
}

void TonightPage::choose(NightGoal goal) {
  goal_ = goal;
  refresh();
}

void TonightPage::set(const std::string& pointer, double value, const QString& merge) {
  const Expected<Plan> next = withField(kit_.document.plan(), pointer, FieldValue{value});
  if (next) kit_.document.commit(next, {}, merge);
}

void TonightPage::move(const QString& part, QPointF position, bool finished) {
  const std::string field = fieldOf(part);
  if (field.empty()) return;
  if (!dragging_) kit_.document.endMerge();
  dragging_ = !finished;
  const QString merge = text(field) + QStringLiteral("#drag");
  if (part.startsWith(QLatin1String("target/"))) {
    // The row is that of the part, wherever the pointer strays.
    const double charge = drawing::tonightCharge(tonight_, timeline_->area(), part.mid(7).toULongLong(), position.y());
    set(field, std::clamp(std::round(charge / targetStep) * targetStep, targetStep, 1.0), merge);
  } else {
    const double minutes = drawing::tonightMinutes(tonight_, timeline_->area(), position.x());
    set(field, wholeDay(std::round(minutes / clockStep) * clockStep), merge);
  }
}

/// Left and right walk from part to part, up and down change what is chosen.
void TonightPage::nudge(int key) {
  const auto& parts = timeline_->parts();
  if (parts.empty()) return;
  if (key == Qt::Key_Left || key == Qt::Key_Right) {
    const auto at =
        std::find_if(parts.begin(), parts.end(), [&](const drawing::Shape* s) { return text(s->part) == timeline_->currentPart(); });
    const auto count = static_cast<std::ptrdiff_t>(parts.size());
    const std::ptrdiff_t was = at == parts.end() ? (key == Qt::Key_Right ? -1 : 0) : at - parts.begin();
    timeline_->setCurrentPart(text(parts[static_cast<std::size_t>((was + (key == Qt::Key_Right ? 1 : -1) + count) % count)]->part));
    return;
  }
  if (key != Qt::Key_Up && key != Qt::Key_Down) return;
  const std::string field = fieldOf(timeline_->currentPart());
  if (field.empty()) return;
  const double way = key == Qt::Key_Up ? 1 : -1;
  const auto now = findField(kit_.document.plan(), field);
  if (!now) return;
  const QString merge = text(field) + QStringLiteral("#keys");
  if (timeline_->currentPart().startsWith(QLatin1String("target/"))) {
    const double target = targetOf(kit_.document.plan().packs[timeline_->currentPart().mid(7).toULongLong()]).value();
    set(field, std::clamp(std::round((target + way * targetStep) / targetStep) * targetStep, targetStep, 1.0), merge);
    return;
  }
  const double* minutes = std::get_if<double>(&now->value);
  set(field, wholeDay((minutes ? *minutes : tonight_.night.ready.value()) + way * clockStep), merge);
}

void TonightPage::refresh() {
  const Plan& plan = kit_.document.plan();
  tonight_ = tonightOf(plan, kit_.document.assessment(), goal_);
  for (std::size_t i = 0; i < goals_.size(); ++i) goals_[i]->setChecked(goals[i].goal == goal_);
  sum_->setText(text(tonightSum(plan, tonight_)));
  Scaling::setHeights(list_, kit_.look, static_cast<int>(drawing::tonightListHeight(tonight_)), QWIDGETSIZE_MAX);
  Scaling::setHeights(timeline_, kit_.look, 64 + 72 * static_cast<int>(plan.packs.size()), QWIDGETSIZE_MAX);
  timeline_->rebuild();
  list_->rebuild();
}

}  // namespace usherwright::app
