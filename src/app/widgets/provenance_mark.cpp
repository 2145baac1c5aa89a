// Letters: M measured, L label, K catalogue, C claim, R remembered, A assumed; a dash where nothing is known.
#include "app/widgets/provenance_mark.h"

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "core/plan/fields.h"

namespace usherwright::app {

ProvenanceMark::ProvenanceMark(Kit kit, QString pointer, QWidget* parent)
    : QAbstractButton(parent), kit_(kit), pointer_(std::move(pointer)) {
  setFocusPolicy(Qt::NoFocus);  // F4 on the field does the same
  setCursor(Qt::PointingHandCursor);
  connect(this, &QAbstractButton::clicked, this, [this] { Q_EMIT kit_.desk.provenanceRequested(pointer_); });
  refresh();
}

void ProvenanceMark::refresh() {
  static constexpr const char* letters[] = {"M", "L", "K", "C", "R", "A"};
  const Plan& plan = kit_.document.plan();
  const auto ref = findField(plan, pointer_.toStdString());
  const bool known = ref && !std::holds_alternative<std::monostate>(ref->value);
  const Provenance from = provenanceOf(plan, pointer_.toStdString());
  letter_ = known ? QLatin1String(letters[static_cast<std::size_t>(from)]) : QStringLiteral("–");
  weak_ = !known || from == Provenance::Claim || from == Provenance::Remembered || from == Provenance::Assumed;
  const QString words = known ? app::text(provenanceWord(from)) : QStringLiteral("not known yet");
  const QString tip = QStringLiteral("%1 (F4 to change)").arg(words);
  if (tip == toolTip()) return;  // one mark for each source
  setToolTip(tip);
  setAccessibleName(QStringLiteral("source: %1").arg(words));
  update();
}

void ProvenanceMark::paintEvent(QPaintEvent*) {
  ScaledPainter painter(this, kit_.look);
  const QColor ink = kit_.look.colour(weak_ ? drawing::Ink::Copper : drawing::Ink::Soft);
  painter.setPen(QPen(ink, 1, weak_ ? Qt::DotLine : Qt::SolidLine));
  painter.setBrush(underMouse() ? kit_.look.colour(drawing::Ink::Shoal) : QColor(Qt::transparent));
  painter.drawRoundedRect(painter.area().adjusted(1.5, 1.5, -1.5, -1.5), 3, 3);
  painter.setPen(ink);
  painter.setFont(kit_.look.font(drawing::Face::SmallFigure));
  painter.drawText(painter.area(), Qt::AlignCenter, letter_);
}

}  // namespace usherwright::app
