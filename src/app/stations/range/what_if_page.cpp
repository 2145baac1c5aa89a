// Station Range: sliders over a copy of the plan.
#include "app/stations/range/what_if_page.h"

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/drawing/range/range_drawings.h"
#include "core/parts/catalogue.h"
#include "core/quantity/units.h"

namespace usherwright::app {

WhatIfPage::WhatIfPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  column->addWidget(stationHeading(QStringLiteral("What if"), QStringLiteral("turn the knobs: the plan stays as it is")));
  sliders_ = new DrawingView(kit_, QStringLiteral("what if"));
  sliders_->setGround(
      [this](drawing::Size size) { return drawing::sliderSheet(kit_.document.subject(), turnables_, values_, then_, chosen_, size); });
  const auto drag = [this](const QString& part, QPointF place) {
    if (!part.startsWith(QLatin1String("turn/"))) return;
    const auto which = part.mid(5).toULongLong();
    if (which < turnables_.size()) turn(which, drawing::sliderAt(turnables_[which], place.x(), sliders_->area()));
  };
  connect(sliders_, &DrawingView::partDragged, this, [drag](const QString& part, QPointF place, bool) { drag(part, place); });
  connect(sliders_, &DrawingView::partClicked, this, [this](const QString& part) {
    chosen_ = part.mid(5).toULongLong();
    sliders_->rebuild();
  });
  connect(sliders_, &DrawingView::arrowPressed, this, [this](int key) { step(key); });
  column->addWidget(sliders_);
  said_ = wrapped();
  said_->setObjectName(QStringLiteral("what-if"));
  column->addWidget(said_);
  auto* row = new QHBoxLayout;
  back_ = new QPushButton(QStringLiteral("As the plan has it"));
  connect(back_, &QPushButton::clicked, this, [this] { refresh(); });
  row->addWidget(back_);
  row->addStretch(1);
  column->addLayout(row);
  column->addWidget(
      stationHeading(QStringLiteral("What saves on this ride"), QStringLiteral("each carried out by the model, timid to bold")));
  kind_ = wrapped("soft");
  kind_->setObjectName(QStringLiteral("ride-kind"));
  column->addWidget(kind_);
  hintSheet_ = new DrawingView(kit_, QStringLiteral("what saves on this ride"));
  hintSheet_->setGround([this](drawing::Size size) { return drawing::hintSheet(hints_, size); });
  column->addWidget(hintSheet_);
  column->addStretch(1);
}

void WhatIfPage::turn(std::size_t which, double value) {
  chosen_ = which;
  if (which < values_.size()) values_[which] = value;
  ride();
}

/// ↑ ↓ another knob, ← → one step, Page ten of them, Home as the plan has it.
void WhatIfPage::step(int key) {
  if (turnables_.empty()) return;
  const Turnable& t = turnables_[chosen_];
  double& value = values_[chosen_];
  constexpr double far = 10;
  switch (key) {
    case Qt::Key_Down: chosen_ = std::min(chosen_ + 1, turnables_.size() - 1); break;
    case Qt::Key_Up: chosen_ = chosen_ > 0 ? chosen_ - 1 : 0; break;
    case Qt::Key_Right: value += t.step; break;
    case Qt::Key_Left: value -= t.step; break;
    case Qt::Key_PageUp: value += far * t.step; break;
    case Qt::Key_PageDown: value -= far * t.step; break;
    case Qt::Key_Home: value = t.now; break;
    default: return;
  }
  if (key != Qt::Key_Down && key != Qt::Key_Up) value = std::clamp(value, t.low, t.high);
  ride();
}

void WhatIfPage::ride() {
  const Document& document = kit_.document;
  const RangeFigures& now = document.assessment().figures.range;
  then_ = turnables_.empty() ? WhatIf{} : whatIf(document.plan(), shippedCatalogue(), document.assessment().figures, values_);
  if (then_.known && now.known) {
    const UnitSystem units = document.units();
    const double change = then_.likely.value() - now.likely.value();
    const double scale = shownUnit(Kind::Distance, units).scale;
    const QString against = std::abs(change) < 0.05 ? QStringLiteral("as planned")
                                                    : QStringLiteral("%1%2 against the plan")
                                                          .arg(change < 0 ? QStringLiteral("−") : QStringLiteral("+"),
                                                               text(formatQuantity(std::abs(change), Kind::Distance, units, 2)));
    said_->setText(QStringLiteral("%1 likely, %2; %3 %4, the ride takes %5%6.")
                       .arg(text(formatQuantity(then_.likely.value(), Kind::Distance, units, 2)), against,
                            text(formatNumber(then_.perKilometre.value() * scale)),
                            units == UnitSystem::Imperial ? QStringLiteral("Wh/mi") : QStringLiteral("Wh/km"), durationWords(then_.time),
                            then_.limited ? QStringLiteral("; somewhere the controller gives no more") : QString()));
  } else {
    said_->clear();
  }
  sliders_->rebuild();
}

void WhatIfPage::refresh() {
  const Document& document = kit_.document;
  turnables_ = turnablesOf(document.plan());
  values_.clear();
  for (const Turnable& t : turnables_) values_.push_back(t.now);
  chosen_ = std::min(chosen_, turnables_.empty() ? 0 : turnables_.size() - 1);
  hints_ = hintsOf(document.plan(), document.assessment().figures);
  static constexpr std::array kinds{"a level ride", "a hilly ride", "a ride in the wind", "a fast ride"};
  kind_->setText(
      hints_.because.empty()
          ? QString()
          : QStringLiteral("This is %1: %2.").arg(QLatin1String(kinds[static_cast<std::size_t>(hints_.kind)]), text(hints_.because)));
  Scaling::setHeights(sliders_, kit_.look, static_cast<int>(drawing::slidersHeight(turnables_.size())),
                      static_cast<int>(drawing::slidersHeight(turnables_.size())));
  Scaling::setHeights(hintSheet_, kit_.look, static_cast<int>(drawing::hintsHeight(hints_)),
                      static_cast<int>(drawing::hintsHeight(hints_)));
  hintSheet_->rebuild();
  ride();
}

}  // namespace usherwright::app
