// Typing takes effect on Enter or when the field is left; a refused text stays with its sentence, the plan keeps the
// last good value. Escape brings the good value back. Up and Down step a number.
#include "app/widgets/entry.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QStyle>
#include <cmath>

#include "app/present/words.h"
#include "app/theme/scaling.h"
#include "app/widgets/plain.h"
#include "core/plan/edit.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

const FieldSpec* specOf(const Plan& plan, const QString& pointer) {
  const auto ref = findField(plan, pointer.toStdString());
  ensure(ref.has_value(), "an entry for a field that does not exist");
  return ref->spec;
}

bool isChoice(Kind kind) { return kind == Kind::Choice || kind == Kind::Flag || kind == Kind::CellId || kind == Kind::ConnectorId; }

/// A step that suits the size of a number: 1 for counts, else one in the second digit.
double stepFor(Kind kind, double value) {  // of the value as shown
  if (kind == Kind::Count) return 1;
  if (kind == Kind::Fraction) return 1;  // per cent
  if (value == 0) return 1;
  return std::pow(10.0, std::floor(std::log10(std::abs(value))) - 1);
}

}  // namespace

Entry::Entry(Kit kit, QString pointer, QWidget* parent)
    : QWidget(parent), kit_(kit), pointer_(std::move(pointer)), spec_(specOf(kit.document.plan(), pointer_)) {
  auto* grid = new QGridLayout(this);
  grid->setContentsMargins(8, 1, 0, 1);  // room for the bar of what is missing
  grid->setHorizontalSpacing(6);
  grid->setVerticalSpacing(0);
  label_ = new PlainLabel(text(spec_->label));
  label_->setMinimumWidth(60);
  label_->setWordWrap(true);
  label_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  label_->setToolTip(text(spec_->howTo));
  unit_ = new PlainLabel({}, this);  // in the grid beside a figure only
  unit_->setVisible(isNumeric(spec_->kind));
  unit_->setProperty("role", "soft");
  unit_->setFixedWidth(36);
  mark_ = new ProvenanceMark(kit_, pointer_, this);
  mark_->setVisible(isNumeric(spec_->kind));
  problem_ = new PlainLabel;
  problem_->setProperty("role", "problem");
  problem_->setWordWrap(true);
  problem_->hide();
  if (isChoice(spec_->kind)) buildChoice();
  else buildLine();
  QWidget* editor = line_ ? static_cast<QWidget*>(line_) : choice_;
  editor->setAccessibleName(text(spec_->label));
  editor->setAccessibleDescription(text(spec_->howTo));
  editor->setProperty(pointerProperty, pointer_);
  editor->setProperty(workingProperty, QStringLiteral("field/") + pointer_);
  editor->installEventFilter(this);
  label_->setBuddy(editor);
  grid->addWidget(label_, 0, 0);
  grid->addWidget(editor, 0, 1, 1, line_ && isNumeric(spec_->kind) ? 1 : 2);
  if (line_ && isNumeric(spec_->kind)) grid->addWidget(unit_, 0, 2);
  grid->addWidget(mark_, 0, 3);
  grid->addWidget(problem_, 1, 0, 1, 4);
  grid->setColumnStretch(0, 1);
  refresh();
}

void Entry::buildLine() {
  line_ = new QLineEdit;
  line_->setFixedHeight(26);
  if (isNumeric(spec_->kind)) {
    line_->setAlignment(Qt::AlignRight);
    line_->setFixedWidth(88);
    line_->setFont(kit_.look.font(drawing::Face::Figure));
    line_->setProperty("role", "figure");
  } else {
    line_->setFixedWidth(spec_->kind == Kind::Wire ? 100 : 152);
  }
  connect(line_, &QLineEdit::editingFinished, this, [this] { take(line_->text()); });
}

void Entry::buildChoice() {
  choice_ = new QComboBox;
  choice_->setFixedHeight(26);
  choice_->setFixedWidth(152);
  choice_->setFocusPolicy(Qt::StrongFocus);
  choice_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  connect(choice_, &QComboBox::activated, this, [this] { take(choice_->currentData().toString()); });
}

void Entry::fillChoices() {
  QStringList words;
  QStringList values;
  const auto add = [&](const QString& word, const QString& value) {
    words << word;
    values << value;
  };
  if (!spec_->required) add(QStringLiteral("not known yet"), QString());
  if (spec_->kind == Kind::Flag) {
    add(QStringLiteral("yes"), QStringLiteral("yes"));
    add(QStringLiteral("no"), QStringLiteral("no"));
  } else if (spec_->kind == Kind::CellId) {
    for (const Cell& c : kit_.document.plan().cells) add(text(shownName(c)), text(c.id));
  } else if (spec_->kind == Kind::ConnectorId) {
    const bool charging = spec_->station == Station::Charging;
    for (const ConnectorClass& c : shippedCatalogue().connectors)
      if (c.forCharging == charging) add(text(c.name), text(c.id));
  } else {
    for (std::string_view word : spec_->choices) add(text(word), text(word));
  }
  if (words.size() == choice_->count()) {
    bool same = true;
    for (int i = 0; i < choice_->count(); ++i) same = same && choice_->itemText(i) == words[i];
    if (same) return;
  }
  choice_->clear();
  for (qsizetype i = 0; i < words.size(); ++i) choice_->addItem(words[i], values[i]);
  choice_->view()->setMinimumWidth(260);
}

void Entry::setAsked(Asked asked) {
  if (asked == asked_) return;
  asked_ = asked;
  label_->setAccessibleDescription(asked == Asked::No ? QString() : QStringLiteral("asked for by the way to a verdict"));
  update();
}

bool Entry::hasKeyboard() const { return (line_ && line_->hasFocus()) || (choice_ && choice_->hasFocus()); }

/// A bar before the name of what is missing; full for what comes next.
void Entry::paintEvent(QPaintEvent*) {
  if (asked_ == Asked::No) return;
  ScaledPainter painter(this, kit_.look);
  const QRectF bar(0.5, 6.5, 3, 15);
  painter.setPen(kit_.look.colour(drawing::Ink::Copper));
  painter.setBrush(asked_ == Asked::Next ? QBrush(kit_.look.colour(drawing::Ink::Copper)) : QBrush(Qt::NoBrush));
  painter.drawRect(bar);
}

QString Entry::tolerancePointer() const {
  const std::string_view key = spec_->toleranceKey;
  return key.empty() ? QString() : pointer_.left(pointer_.lastIndexOf(QLatin1Char('/')) + 1) + text(key);
}

void Entry::refresh() {
  const auto ref = findField(kit_.document.plan(), pointer_.toStdString());
  if (!ref) return;  // its owner is gone; the panel is about to drop this row
  mark_->refresh();
  if (choice_) {
    fillChoices();
    QString value;
    if (std::holds_alternative<std::string>(ref->value)) value = text(std::get<std::string>(ref->value));
    if (std::holds_alternative<bool>(ref->value)) value = std::get<bool>(ref->value) ? QStringLiteral("yes") : QStringLiteral("no");
    const int at = choice_->findData(value);
    if (at < 0 && !value.isEmpty()) {  // a connector that this catalogue does not have is kept and shown
      choice_->addItem(value, value);
      choice_->setCurrentIndex(choice_->count() - 1);
    } else {
      choice_->setCurrentIndex(at);
    }
    choice_->setToolTip(choice_->currentText());
    return;
  }
  if (line_->property("bad").toBool()) return;
  const bool typing = line_->hasFocus() && line_->isModified();
  const QString shown = entryText(kit_.document.plan(), pointer_, kit_.document.units());
  if (!typing && line_->text() != shown) {
    line_->setText(shown);
    line_->setCursorPosition(0);  // of a long text its beginning is seen
  }
  const std::string_view unit = shownUnit(spec_->kind, kit_.document.units()).symbol;
  const std::string instead =
      spec_->assumed ? formatForEntry(*spec_->assumed, spec_->kind, kit_.document.units()) : std::string(spec_->whenEmpty);
  line_->setPlaceholderText(spec_->required ? QString() : instead.empty() ? QStringLiteral("unknown") : text(instead));
  unit_->setText(spec_->kind == Kind::Price ? text(kit_.document.plan().currency) : text(unit));
}

void Entry::focusEditor() {
  QWidget* editor = line_ ? static_cast<QWidget*>(line_) : choice_;
  editor->setFocus(Qt::OtherFocusReason);
  if (line_) line_->selectAll();
}

void Entry::take(const QString& typed) {
  if (line_) line_->setModified(false);
  if (line_ && typed == entryText(kit_.document.plan(), pointer_, kit_.document.units())) return complain({});
  const auto next = withEntry(kit_.document.plan(), {pointer_.toStdString(), typed.toStdString(), kit_.document.units()});
  if (!next) return complain(QString::fromStdString(next.error().sentence()));
  complain({});
  kit_.document.endMerge();
  kit_.document.commit(next);
  refresh();
}

void Entry::complain(const QString& sentence) {
  problem_->setText(sentence);
  problem_->setVisible(!sentence.isEmpty());
  if (!line_) return;
  line_->setProperty("bad", !sentence.isEmpty());
  line_->style()->unpolish(line_);
  line_->style()->polish(line_);
  line_->setAccessibleDescription(sentence.isEmpty() ? text(spec_->howTo) : sentence);
}

void Entry::step(double amount) {
  const auto ref = findField(kit_.document.plan(), pointer_.toStdString());
  if (!ref || !std::holds_alternative<double>(ref->value)) return;
  // A step is round in the unit that is shown, and stands for typing it: the same mark follows.
  const UnitSystem system = kit_.document.units();
  const Unit unit = shownUnit(spec_->kind, system);
  const double now = (std::get<double>(ref->value) - unit.offset) / unit.scale;
  const double by = stepFor(spec_->kind, now);
  const std::string typed = formatNumber(std::round(now / by + amount) * by, 9) + " " + std::string(unit.symbol);
  const auto plan = withEntry(kit_.document.plan(), {pointer_.toStdString(), typed, system});
  if (!plan) return;
  complain({});
  line_->setModified(false);
  kit_.document.commit(plan, {}, pointer_ + QStringLiteral("#step"));
  line_->setText(entryText(kit_.document.plan(), pointer_, kit_.document.units()));
}

bool Entry::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::Wheel && watched == choice_ && !choice_->hasFocus()) {
    event->ignore();
    return true;
  }
  if (event->type() == QEvent::ShortcutOverride && watched == line_ && !line_->isModified()) {
    // Undo and redo belong to the plan while nothing is being typed here.
    const auto* key = static_cast<QKeyEvent*>(event);
    if (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo)) {
      event->ignore();
      return true;
    }
  }
  if (event->type() != QEvent::KeyPress || watched != line_) return QWidget::eventFilter(watched, event);
  const int key = static_cast<QKeyEvent*>(event)->key();
  if (key == Qt::Key_Escape && (line_->isModified() || line_->property("bad").toBool())) {
    complain({});
    line_->setModified(false);
    line_->setText(entryText(kit_.document.plan(), pointer_, kit_.document.units()));
    line_->selectAll();
    return true;
  }
  if (isNumeric(spec_->kind) && (key == Qt::Key_Up || key == Qt::Key_Down)) {
    step(key == Qt::Key_Up ? 1 : -1);
    return true;
  }
  return QWidget::eventFilter(watched, event);
}

}  // namespace usherwright::app
