// Every typed word must occur somewhere in a target; targets that begin with the text come first.
#include "app/shell/go_to.h"

#include <QKeyEvent>
#include <QVBoxLayout>
#include <algorithm>

#include "app/present/words.h"

namespace usherwright::app {
namespace {

constexpr std::size_t mostShown = 60;

}  // namespace

GoTo::GoTo(Kit kit, const ActionTable& actions, PageList pages, QWidget* parent)
    : QFrame(parent), kit_(kit), actions_(actions), pages_(std::move(pages)) {
  setObjectName(QStringLiteral("goto"));
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(12, 12, 12, 12);
  typed_ = new QLineEdit;
  typed_->setPlaceholderText(QStringLiteral("go to a station, page, field, finding or action"));
  typed_->setAccessibleName(QStringLiteral("go to"));
  typed_->installEventFilter(this);
  list_ = new QListWidget;
  list_->setFocusPolicy(Qt::NoFocus);
  list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  column->addWidget(typed_);
  column->addWidget(list_, 1);
  connect(typed_, &QLineEdit::textChanged, this, &GoTo::filter);
  connect(list_, &QListWidget::itemClicked, this, &GoTo::choose);
  hide();
}

void GoTo::begin() {
  setStyleSheet(QStringLiteral("QFrame#goto { background: %1; border: 2px solid %2; border-radius: 6px; }")
                    .arg(kit_.look.colour(drawing::Ink::Paper).name(), kit_.look.colour(drawing::Ink::Deep).name()));
  collect();
  const int w = std::min(kit_.look.px(620), parentWidget()->width() - 80);
  setGeometry((parentWidget()->width() - w) / 2, 44, w, std::min(kit_.look.px(440), parentWidget()->height() - 90));
  typed_->clear();
  filter();
  show();
  raise();
  typed_->setFocus();
}

void GoTo::collect() {
  targets_.clear();
  for (const ActionRow& row : actions_.rows())
    if (ActionTable::isPossible(row)) targets_.push_back({ActionTable::wordsOf(row), row.keys, row.run});
  for (const auto& [station, page] : pages_())
    targets_.push_back({page, QStringLiteral("page of ") + text(stationName(station)),
                        [this, s = station, p = page] { Q_EMIT kit_.desk.pageRequested(s, p); }});
  for (const Finding& f : kit_.document.assessment().findings)
    targets_.push_back({text(f.sentence), text(severityWord(f.severity)) + QStringLiteral(" ") + text(f.id),
                        [this, key = text(f.key())] { Q_EMIT findingChosen(key); }});
  forEachField(
      kit_.document.plan(),
      [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
        if (spec.key == "id" || spec.key == "from" || spec.key == "to") return;
        const QString at = text(pointer);
        const QString owner = ownerWords(kit_.document.plan(), at);
        targets_.push_back(
            {owner.isEmpty() ? text(spec.label) : QStringLiteral("%1 of %2").arg(text(spec.label), owner),
             QStringLiteral("%1 · %2").arg(text(shownValue(spec, value, kit_.document.units())), text(stationName(spec.station))),
             [this, at] { Q_EMIT kit_.desk.fieldRequested(at); }});
      },
      Walk::Everyday);
}

void GoTo::filter() {
  const QString wanted = typed_->text().trimmed();
  const QStringList words = wanted.split(QLatin1Char(' '), Qt::SkipEmptyParts);
  matches_.clear();
  for (std::size_t i = 0; i < targets_.size(); ++i) {
    const QString all = targets_[i].words + QLatin1Char(' ') + targets_[i].kind;
    if (std::all_of(words.begin(), words.end(), [&](const QString& w) { return all.contains(w, Qt::CaseInsensitive); }))
      matches_.push_back(i);
  }
  std::stable_partition(matches_.begin(), matches_.end(),
                        [&](std::size_t i) { return targets_[i].words.startsWith(wanted, Qt::CaseInsensitive); });
  if (matches_.size() > mostShown) matches_.resize(mostShown);
  list_->clear();
  for (std::size_t i : matches_)
    list_->addItem(targets_[i].kind.isEmpty() ? targets_[i].words : QStringLiteral("%1    %2").arg(targets_[i].words, targets_[i].kind));
  if (list_->count() > 0) list_->setCurrentRow(0);
}

void GoTo::choose() {
  const int row = list_->currentRow();
  if (row < 0) return;
  const auto go = targets_[matches_[static_cast<std::size_t>(row)]].go;
  hide();
  go();
}

bool GoTo::eventFilter(QObject* watched, QEvent* event) {
  if (watched == typed_ && event->type() == QEvent::FocusOut && static_cast<QFocusEvent*>(event)->reason() != Qt::ActiveWindowFocusReason)
    hide();
  if (watched != typed_ || event->type() != QEvent::KeyPress) return QFrame::eventFilter(watched, event);
  const int key = static_cast<QKeyEvent*>(event)->key();
  if (key == Qt::Key_Escape) {
    hide();
    return true;
  }
  if (key == Qt::Key_Return || key == Qt::Key_Enter) {
    choose();
    return true;
  }
  if ((key == Qt::Key_Down || key == Qt::Key_Up) && list_->count() > 0) {
    list_->setCurrentRow(std::clamp(list_->currentRow() + (key == Qt::Key_Down ? 1 : -1), 0, list_->count() - 1));
    return true;
  }
  return QFrame::eventFilter(watched, event);
}

}  // namespace usherwright::app
