// The card of a finding.
#include "app/shell/finding_card.h"

#include <QKeyEvent>
#include <QPainter>

#include "app/present/words.h"
#include "app/theme/paint_drawing.h"
#include "app/theme/scaling.h"
#include "app/widgets/plain.h"
#include "app/widgets/sentence_label.h"
#include "core/io/clock.h"
#include "core/plan/edit.h"

namespace usherwright::app {
namespace {

bool looksSame(const Finding& a, const Finding& b) {
  return a.id == b.id && a.part == b.part && a.severity == b.severity && a.sentence == b.sentence && a.why == b.why && a.what == b.what &&
         a.acceptedBecause == b.acceptedBecause && a.lapsed == b.lapsed && a.fixes.size() == b.fixes.size();
}

drawing::Ink inkOf(Severity s) {
  switch (s) {
    case Severity::Stop: return drawing::Ink::Stop;
    case Severity::Mind: return drawing::Ink::Mind;
    case Severity::Note: return drawing::Ink::Note;
  }
  return drawing::Ink::Ink;
}

}  // namespace

FindingCard::FindingCard(Kit kit, QWidget* parent) : QFrame(parent), kit_(kit), column_(new QVBoxLayout(this)) {
  setFocusPolicy(Qt::StrongFocus);
  setCursor(Qt::PointingHandCursor);
  column_->setContentsMargins(34, 8, 8, 10);
  column_->setSpacing(3);
}

void FindingCard::show(const Finding& finding, bool elsewhere) {
  const bool same = elsewhere == elsewhere_ && looksSame(finding, finding_) && column_->count() > 0;
  if (!same && finding.key() != finding_.key()) open_ = false;
  finding_ = finding;
  elsewhere_ = elsewhere;
  setProperty(workingProperty, QStringLiteral("finding/") + text(finding_.key()));
  if (!same) rebuild();
}

void FindingCard::setOpen(bool open) {
  if (open == open_) return;
  open_ = open;
  rebuild();
  if (open_) Q_EMIT opened();
}

/// Widgets from a place on go; what follows is made anew.
void FindingCard::dropFrom(std::size_t place) {
  for (std::size_t i = place; i < rows_.size(); ++i) {
    column_->removeWidget(rows_[i].widget);
    rows_[i].widget->hide();
    rows_[i].widget->deleteLater();
  }
  rows_.resize(std::min(place, rows_.size()));
}

/// The widget at the next place if it is of this kind: an edit mostly changes a figure in a sentence, and a new widget costs
/// far more than a new text.
template <class Widget>
Widget* FindingCard::reused(const char* role) {
  if (next_ < rows_.size() && rows_[next_].role == role)
    if (auto* widget = qobject_cast<Widget*>(rows_[next_].widget)) return widget;
  dropFrom(next_);
  return nullptr;
}

QLabel* FindingCard::addText(const QString& words, const char* role) {
  auto* label = reused<QLabel>(role);
  if (!label) {
    label = new PlainLabel;
    label->setWordWrap(true);
    if (*role) label->setProperty("role", QLatin1String(role));
    column_->addWidget(label);
    rows_.push_back({label, role, {}});
  }
  label->setText(words);
  ++next_;
  return label;
}

void FindingCard::addSentence(const QString& words) {
  constexpr const char* role = "sentence";
  auto* label = reused<SentenceLabel>(role);
  if (!label) {
    label = new SentenceLabel(kit_.look);
    connect(label, &SentenceLabel::figureClicked, this, [this] {
      setFocus();
      Q_EMIT kit_.desk.workingRequested(property(workingProperty).toString());
    });
    column_->addWidget(label);
    rows_.push_back({label, role, {}});
  }
  label->setText(words);
  ++next_;
}

void FindingCard::addLink(const QString& words, std::function<void()> run) {
  constexpr const char* role = "link";
  auto* link = reused<QPushButton>(role);
  if (!link) {
    link = new QPushButton;
    link->setFlat(true);
    link->setProperty("flat", true);
    link->setCursor(Qt::PointingHandCursor);
    connect(link, &QPushButton::clicked, this, [this, place = next_] {
      setFocus();  // the link may be gone after it has run
      const auto todo = rows_[place].run;
      todo();
    });
    column_->addWidget(link, 0, Qt::AlignLeft);
    rows_.push_back({link, role, {}});
  }
  link->setText(onButton(words));
  rows_[next_++].run = std::move(run);
}

void FindingCard::rebuild() {
  next_ = 0;
  const Finding f = finding_;
  const QString severity =
      f.acceptedBecause ? text(severityWord(f.severity)) + QStringLiteral(", accepted") : text(severityWord(f.severity));
  QLabel* head = addText(elsewhere_ ? QStringLiteral("%1 · %2").arg(severity, text(stationName(f.station))) : severity, "severity");
  const QString style = QStringLiteral("font-weight: 600; color: %1;").arg(kit_.look.colour(inkOf(f.severity)).name());
  if (head->styleSheet() != style) head->setStyleSheet(style);
  addSentence(text(f.sentence));
  for (std::size_t i = 0; i < f.fixes.size(); ++i)
    addLink(text(f.fixes[i].words), [this, fix = f.fixes[i]] {
      kit_.document.endMerge();
      kit_.document.commit(withFix(kit_.document.plan(), fix));
    });
  if (open_) {
    addText(text(f.why), "soft");
    addText(QStringLiteral("Do: ") + text(f.what));
    addLink(QStringLiteral("working (F2)"), [this] { Q_EMIT kit_.desk.workingRequested(property(workingProperty).toString()); });
    if (!f.pointer.empty())
      addLink(QStringLiteral("go to the field"), [this, at = text(f.pointer)] { Q_EMIT kit_.desk.partRequested(at, Keyboard::Follows); });
    addAcceptance();
  }
  dropFrom(next_);
  setAccessibleName(QStringLiteral("%1 %2: %3").arg(severity, text(f.id), text(f.sentence)));
  setToolTip(text(f.id));
  updateGeometry();
}

void FindingCard::addAcceptance() {
  if (finding_.severity != Severity::Mind) return;
  const std::string key = finding_.key();
  if (finding_.acceptedBecause) {
    addText(QStringLiteral("Accepted: %1").arg(text(*finding_.acceptedBecause)));
    addLink(QStringLiteral("take the acceptance back"),
            [this, key] { kit_.document.commit(withoutAcceptance(kit_.document.plan(), key)); });
    return;
  }
  if (finding_.lapsed)
    addText(
        QStringLiteral("Was accepted: %1. That was for other fields or a better figure, or without a date.").arg(text(*finding_.lapsed)),
        "soft");
  dropFrom(next_);
  auto* reason = new QLineEdit;
  reason->setPlaceholderText(QStringLiteral("accept: why? then Enter"));
  reason->setAccessibleName(QStringLiteral("reason for accepting"));
  connect(reason, &QLineEdit::returnPressed, this, [this, key, reason, f = finding_] {
    kit_.document.commit(withAcceptance(kit_.document.plan(), key, acceptanceOf(f, reason->text().toStdString(), formatDate(today()))));
  });
  column_->addWidget(reason);
  rows_.push_back({reason, "reason", {}});
  ++next_;
}

void FindingCard::paintEvent(QPaintEvent*) {
  ScaledPainter painter(this, kit_.look);
  if (open_) painter.fillRect(painter.area(), kit_.look.colour(drawing::Ink::Paper));
  painter.setOpacity(finding_.acceptedBecause ? 0.45 : 1.0);
  paintSeverity(painter, QPointF(16, 20), static_cast<int>(finding_.severity), kit_.look);
  painter.setOpacity(1.0);
  painter.fillRect(QRectF(0, painter.area().height() - 1, painter.area().width(), 1), kit_.look.colour(drawing::Ink::BankLine));
  if (!hasFocus()) return;
  painter.setBrush(Qt::NoBrush);  // the shape left its own behind
  painter.setPen(QPen(kit_.look.colour(drawing::Ink::Deep), 2));
  painter.drawRoundedRect(painter.area().adjusted(1, 1, -1, -2), 3, 3);
}

void FindingCard::mousePressEvent(QMouseEvent*) {
  setFocus();
  setOpen(!open_);
}

void FindingCard::keyPressEvent(QKeyEvent* e) {
  // Enter that comes up from the line inside is the line's.
  const bool mine = hasFocus() && (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter || e->key() == Qt::Key_Space);
  if (mine) return setOpen(!open_);
  QFrame::keyPressEvent(e);
}

}  // namespace usherwright::app
