// Readings of labels as buttons, each with the piece of text that it came from.
#include "app/stations/bike/label_reader_box.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QTextBlock>
#include <algorithm>

#include "app/present/label_places.h"
#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/clear_scroll.h"
#include "app/widgets/plain.h"
#include "core/charging/charger_put.h"
#include "core/plan/evidence.h"
#include "core/plan/fields.h"
#include "core/plan/makeup.h"
#include "core/plan/names.h"
#include "core/plan/sizes.h"

namespace usherwright::app {
namespace {

constexpr int mostTyped = 6000;
constexpr int leastBox = 64, lowBox = 116, tallBox = 300;  // px

QString quoted(const std::string& piece) { return QStringLiteral("‹%1›").arg(text(piece).simplified()); }

QString optionsOf(const LabelValue& value) {
  QStringList options;
  for (const std::string& o : value.couldBe) options << text(o);
  return options.join(QStringLiteral("; "));
}

QLabel* softLine(const QString& words) {
  auto* line = new PlainLabel(words);
  line->setProperty("role", "soft");
  line->setWordWrap(true);
  return line;
}

}  // namespace

LabelReaderBox::LabelReaderBox(Kit kit, QWidget* parent) : QWidget(parent), kit_(kit) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(16);
  buildText(row);
  buildAnswers(row);
  connect(typed_, &QPlainTextEdit::textChanged, this, &LabelReaderBox::read);
  connect(typed_, &QPlainTextEdit::cursorPositionChanged, this, &LabelReaderBox::showPlace);
  connect(places_, &QComboBox::activated, this, &LabelReaderBox::choosePlace);
  connect(enterSure_, &QPushButton::clicked, this, &LabelReaderBox::enterSure);
  refresh();
}

void LabelReaderBox::buildText(QHBoxLayout* row) {
  auto* left = new QVBoxLayout;
  left->setSpacing(6);
  typed_ = new QPlainTextEdit;
  typed_->setPlaceholderText(QStringLiteral("48V 22±1A\nL.V. 40±1V  Vin max 60V\n\nBattery 36V 10.4Ah"));
  typed_->setToolTip(QStringLiteral("Several labels: an empty line between them"));
  typed_->setAccessibleName(QStringLiteral("text of a label"));
  typed_->setObjectName(QStringLiteral("label-text"));
  typed_->setTabChangesFocus(true);
  typed_->installEventFilter(this);
  typed_->setMinimumHeight(leastBox);
  typed_->setMaximumHeight(lowBox);
  left->addWidget(typed_);
  auto* stuck = new QHBoxLayout;
  stuck->setSpacing(8);
  auto* on = new PlainLabel(QStringLiteral("stuck on"));
  on->setProperty("role", "soft");
  stuck->addWidget(on);
  places_ = new QComboBox;
  places_->setAccessibleName(QStringLiteral("what the label is stuck on"));
  places_->setObjectName(QStringLiteral("label-place"));
  places_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  stuck->addWidget(places_, 1);
  left->addLayout(stuck);
  row->addLayout(left, 2);
}

void LabelReaderBox::buildAnswers(QHBoxLayout* row) {
  auto* right = new QVBoxLayout;
  right->setSpacing(6);
  answers_ = new QWidget;
  rows_ = new QVBoxLayout(answers_);
  rows_->setContentsMargins(0, 0, 6, 0);
  rows_->setSpacing(4);
  QScrollArea* scroll = clearScroll(answers_);
  scroll->setMinimumHeight(leastBox);
  scroll->setMaximumHeight(lowBox);
  right->addWidget(scroll);
  auto* foot = new QHBoxLayout;
  foot->setSpacing(8);
  enterSure_ = new QPushButton;
  foot->addWidget(enterSure_);
  words_ = softLine({});
  words_->setObjectName(QStringLiteral("label-words"));
  foot->addWidget(words_, 1);
  right->addLayout(foot);
  row->addLayout(right, 3);
}

void LabelReaderBox::setRoomy(bool roomy) {
  for (QWidget* w : {static_cast<QWidget*>(typed_), answers_->parentWidget()->parentWidget()})
    Scaling::setHeights(w, kit_.look, leastBox, roomy ? tallBox : lowBox);
}

Known<Volt> LabelReaderBox::printedVolts(std::size_t pack) const {
  for (const Label& label : labels_)
    for (const LabelValue& v : label.reading.values)
      if (v.meaning == LabelMeaning::NameplateVoltage && v.standing == Standing::Sure &&
          label.place == LabelPlace{LabelSubject::Pack, pack})
        return Volt(v.value);
  return std::nullopt;
}

void LabelReaderBox::refresh() {
  const Plan& plan = kit_.document.plan();
  std::vector<LabelPlace> known = placesOf(plan);
  QStringList names{QStringLiteral("not known yet")};
  for (const LabelPlace& p : known) names << placeWords(plan, p);
  QStringList shown;
  for (int i = 0; i < places_->count(); ++i) shown << places_->itemText(i);
  known_ = std::move(known);
  if (names != shown) {
    places_->clear();
    places_->addItems(names);
    std::erase_if(chosen_, [&](const auto& said) { return !isThere(said.second); });
  }
  if (!labels_.empty() || names != shown) read();
}

bool LabelReaderBox::isThere(const LabelPlace& place) const { return std::find(known_.begin(), known_.end(), place) != known_.end(); }

std::size_t LabelReaderBox::labelAtCursor() const {
  // Labels are parted by empty lines: count those that begin above the cursor.
  std::size_t begun = 0;
  bool inside = false;
  const int line = typed_->textCursor().blockNumber();
  int at = 0;
  for (QTextBlock b = typed_->document()->begin(); b.isValid() && at <= line; b = b.next(), ++at) {
    const bool empty = b.text().trimmed().isEmpty();
    if (!empty && !inside) ++begun;
    inside = !empty;
  }
  return begun == 0 ? 0 : begun - 1;
}

void LabelReaderBox::choosePlace() {
  const std::size_t at = labelAtCursor();
  if (at >= labels_.size()) return;
  if (places_->currentIndex() <= 0) chosen_.erase(labels_[at].key);
  else chosen_[labels_[at].key] = known_[static_cast<std::size_t>(places_->currentIndex() - 1)];
  read();
}

void LabelReaderBox::read() {
  const std::string typed = typed_->toPlainText().left(mostTyped).toStdString();
  labels_.clear();
  std::map<std::string, int> seen;
  for (std::string_view part : labelsIn(typed)) {
    Label label;
    label.text = std::string(part);
    label.key = {label.text, seen[label.text]++};
    const auto said = chosen_.find(label.key);
    label.reading = readLabel(label.text, said == chosen_.end() ? Known<LabelSubject>() : Known<LabelSubject>(said->second.subject));
    if (said != chosen_.end()) label.place = said->second;
    labels_.push_back(std::move(label));
  }
  placeLabels();
  show();
  Q_EMIT labelsRead();
}

void LabelReaderBox::placeLabels() {
  std::vector<Unplaced> unplaced;
  for (const Label& label : labels_) unplaced.push_back({label.reading.subject, label.place});
  const auto places = placesFor(kit_.document.plan(), unplaced);
  ready_ = kit_.document.plan();
  for (std::size_t i = 0; i < labels_.size(); ++i) {
    labels_[i].place = places[i];
    if (!places[i]) continue;
    const auto next = withPlace(ready_, *places[i]);
    if (next) ready_ = *next;
    else labels_[i].place.reset();
  }
}

void LabelReaderBox::showPlace() {
  const std::size_t at = labelAtCursor();
  int row = 0;
  if (at < labels_.size() && labels_[at].place)
    row = static_cast<int>(std::find(known_.begin(), known_.end(), *labels_[at].place) - known_.begin()) + 1;
  places_->setCurrentIndex(row);
}

void LabelReaderBox::show() {
  while (QLayoutItem* item = rows_->takeAt(0)) {
    if (QWidget* old = item->widget()) {
      old->hide();
      old->setParent(nullptr);
      old->deleteLater();
    }
    delete item;
  }
  int sure = 0;
  for (const Label& label : labels_) {
    showLabel(label, labels_.size() > 1);
    for (const LabelValue& v : label.reading.values)
      sure += v.standing == Standing::Sure && label.place && !labelTargets(v, ready_, *label.place).empty() ? 1 : 0;
  }
  rows_->addStretch(1);
  showPlace();
  enterSure_->setText(sure == 1 ? QStringLiteral("Enter what is sure  Ctrl+Enter")
                                : QStringLiteral("Enter the %1 sure values  Ctrl+Enter").arg(sure));
  enterSure_->setVisible(sure > 0);
  words_->setText(doubtsInWords());
  if (labels_.empty())
    words_->setText(
        QStringLiteral("Type or paste the print of a controller, pack, BMS, cell, charger, fuse, joiner, converter, lamp or capacitor."));
  else if (std::all_of(labels_.begin(), labels_.end(), [](const Label& l) { return l.reading.values.empty(); }))
    words_->setText(QStringLiteral("Nothing here is read as a rating."));
}

QString LabelReaderBox::doubtsInWords() const {
  int likely = 0, asked = 0, unread = 0;
  for (const Label& label : labels_) {
    for (const LabelValue& v : label.reading.values) {
      likely += v.standing == Standing::Likely ? 1 : 0;
      asked += v.standing == Standing::Ask ? 1 : 0;
    }
    unread += static_cast<int>(label.reading.leftovers.size());
  }
  QStringList parts;
  if (likely > 0) parts << QStringLiteral("%1 to confirm").arg(likely);
  if (asked > 0) parts << QStringLiteral("%1 in doubt").arg(asked);
  if (unread > 0) parts << QStringLiteral("%1 not read").arg(unread);
  return parts.join(QStringLiteral(", "));
}

void LabelReaderBox::showLabel(const Label& label, bool several) {
  const bool placed = label.place.has_value();
  QString head;
  if (!label.reading.subject) head = QStringLiteral("On what? The text does not say: choose it at “stuck on”.");
  else if (!placed)
    head = QStringLiteral("Of the %1: the plan has none yet, or no room.").arg(text(labelSubjectWords(*label.reading.subject)));
  else if (several || isToCome(kit_.document.plan(), *label.place) || label.reading.subjectSureness < 0.5)
    head = QStringLiteral("On %1%2:")
               .arg(placeWords(kit_.document.plan(), *label.place),
                    label.reading.subjectSureness < 0.5 ? QStringLiteral(", it seems") : QString());
  if (!head.isEmpty() && !(label.reading.values.empty() && label.reading.leftovers.empty())) rows_->addWidget(softLine(head));
  auto* chips = new QWidget;
  auto* flow = new FlowLayout(chips, 6);
  rows_->addWidget(chips);
  for (Standing standing : {Standing::Sure, Standing::Likely, Standing::Ask})
    for (const LabelValue& v : label.reading.values)
      if (v.standing == standing) addValue(chips, label, v);
  chips->setVisible(flow->count() > 0);
  for (const LabelValue& v : label.reading.values)
    if (v.standing == Standing::Sure && v.couldBe.size() > 1)
      rows_->addWidget(softLine(QStringLiteral("%1 may be %2.").arg(quoted(v.piece), optionsOf(v))));
  QStringList unread;
  for (const LabelLeftover& l : label.reading.leftovers)
    if (unread.size() < 12) unread << (l.piece.empty() ? text(l.reason) : quoted(l.piece));
  if (!unread.isEmpty()) rows_->addWidget(softLine(QStringLiteral("Not read: ") + unread.join(QStringLiteral(" "))));
}

void LabelReaderBox::addValue(QWidget* chips, const Label& label, const LabelValue& value) {
  const QString what = QStringLiteral("%1   %2").arg(labelValueWords(value), quoted(value.piece));
  const bool writes = label.place && !labelTargets(value, ready_, *label.place).empty();
  QString doubt = QStringLiteral("%1: %2.").arg(text(standingWords(value.standing)), text(value.reason));
  if (!value.settledBy.empty()) doubt += QStringLiteral(" Settled by %1.").arg(text(value.settledBy));
  if (value.standing == Standing::Ask) {
    rows_->addWidget(softLine(QStringLiteral("%1  –  %2").arg(what, doubt)));
    return;
  }
  const bool sure = value.standing == Standing::Sure;
  auto* button = new QPushButton(onButton(sure ? what : QStringLiteral("Confirm: ") + what));
  button->setToolTip(writes ? doubt : doubt + QStringLiteral(" The plan has no field for it there."));
  button->setEnabled(writes);
  button->setProperty("standing", text(standingWords(value.standing)));
  if (writes) connect(button, &QPushButton::clicked, this, [this, value, label] { enter(value, label); });
  if (sure) {
    chips->layout()->addWidget(button);
    return;
  }
  auto* line = new QWidget;
  auto* row = new QHBoxLayout(line);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(8);
  row->addWidget(button);
  row->addWidget(softLine(doubt), 1);
  rows_->addWidget(line);
}

/// The part is there from now on, and the label stays on it.
Expected<Plan> LabelReaderBox::withPart(const Expected<Plan>& plan, const Label& label) {
  if (!plan || !label.place) return plan;
  return withPlace(*plan, *label.place);
}

void LabelReaderBox::keepPlaces() {
  for (const Label& label : labels_)
    if (label.place) chosen_[label.key] = *label.place;
}

/// A charger that came with its label serves the packs that it fits.
Expected<Plan> LabelReaderBox::withChargersPut(Expected<Plan> plan, std::size_t from) {
  for (std::size_t j = from; plan && j < plan->chargers.size(); ++j) plan = withChargerPut(*plan, j);
  return plan;
}

void LabelReaderBox::enter(const LabelValue& value, const Label& label) {
  const Plan& now = kit_.document.plan();
  const std::size_t conflicts = conflictsOf(now).size(), chargers = now.chargers.size();
  Expected<Plan> next = withPart(now, label);
  if (next) next = withLabelValue(*next, value, *label.place);
  const LabelPlace place = *label.place;
  const auto key = label.key;
  kit_.document.endMerge();
  chosen_[key] = place;
  if (!kit_.document.commit(withChargersPut(std::move(next), chargers))) return;
  const bool beside = conflictsOf(kit_.document.plan()).size() > conflicts;
  words_->setText(beside ? QStringLiteral("Kept beside the other value: %1. Page Evidence shows both.").arg(labelValueWords(value))
                         : QStringLiteral("Entered from the label: %1.").arg(labelValueWords(value)));
  if (value.standing == Standing::Likely) focusNextLikely();
}

void LabelReaderBox::enterSure() {
  Expected<Plan> next = kit_.document.plan();
  const std::size_t chargers = next->chargers.size();
  int entered = 0;
  QStringList twofold;
  for (const Label& label : labels_) {
    if (!label.place || !next) continue;
    if (std::none_of(label.reading.values.begin(), label.reading.values.end(),
                     [](const LabelValue& v) { return v.standing == Standing::Sure; }))
      continue;
    next = withPart(next, label);
    if (!next) continue;
    const auto all = withSureValues(*next, label.reading, *label.place);
    if (!all) {
      next = tl::unexpected(all.error());
      continue;
    }
    next = all->plan;
    entered += all->entered;
    for (const std::string& pointer : all->twofold)
      if (const auto field = findField(*next, pointer)) twofold << text(field->spec->label);
  }
  if (entered == 0 && twofold.isEmpty() && next) return;
  kit_.document.endMerge();
  keepPlaces();
  if (!kit_.document.commit(withChargersPut(std::move(next), chargers))) return;
  QString said =
      entered == 1 ? QStringLiteral("Entered one value from the label.") : QStringLiteral("Entered %1 values from the label.").arg(entered);
  if (!twofold.isEmpty()) said += QStringLiteral(" Several for %1: choose one.").arg(twofold.join(QStringLiteral(", ")));
  words_->setText(said);
  focusNextLikely();
}

void LabelReaderBox::focusNextLikely() {
  for (QPushButton* b : answers_->findChildren<QPushButton*>())
    if (b->isEnabled() && b->property("standing").toString() == QStringLiteral("likely")) return b->setFocus(Qt::TabFocusReason);
}

bool LabelReaderBox::eventFilter(QObject* watched, QEvent* event) {
  if (watched == typed_ && event->type() == QEvent::KeyPress) {
    const auto* key = static_cast<QKeyEvent*>(event);
    if ((key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter) && (key->modifiers() & Qt::ControlModifier)) {
      enterSure();
      return true;
    }
  }
  return QWidget::eventFilter(watched, event);
}

}  // namespace usherwright::app
