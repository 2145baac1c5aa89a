// Station Log: the journal.
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>

#include <algorithm>

#include "app/present/words.h"
#include "app/stations/log/log_pages.h"
#include "app/widgets/plain.h"
#include "core/io/clock.h"
#include "core/io/log_csv.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

constexpr std::size_t mostAsks = 3;  // more at once help nobody

}  // namespace

QComboBox* packChooser(const char* name) {
  auto* chooser = new QComboBox;
  chooser->setAccessibleName(QLatin1String(name));
  chooser->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  chooser->setMinimumContentsLength(12);
  return chooser;
}

void fillWithPacks(QComboBox* chooser, const Plan& plan) {
  const int was = chooser->currentIndex();
  chooser->clear();
  for (const Pack& p : plan.packs) chooser->addItem(text(shownName(p)));
  chooser->setCurrentIndex(std::clamp(was, 0, std::max(0, chooser->count() - 1)));
  chooser->setVisible(chooser->count() > 1);
}

JournalPage::JournalPage(Kit kit, BegunLine begun) : StationPage(kit), begun_(std::move(begun)) {
  auto* column = pageColumn(this);
  auto* row = new QHBoxLayout;
  line_ = new QLineEdit;
  line_->setAccessibleName(QStringLiteral("line of the log"));
  line_->setPlaceholderText(QStringLiteral("ride 21.4 km, 2 bars left   ·   charged deck 9.6 Ah   ·   retightened mount"));
  line_->setMinimumHeight(kit_.look.px(38));
  line_->setMaxLength(2000);
  connect(line_, &QLineEdit::textChanged, this, &JournalPage::read);
  connect(line_, &QLineEdit::returnPressed, this, &JournalPage::note);
  row->addWidget(line_, 1);
  note_ = new QPushButton(QStringLiteral("Note it"));
  connect(note_, &QPushButton::clicked, this, &JournalPage::note);
  row->addWidget(note_);
  column->addLayout(row);
  understood_ = wrapped();
  understood_->setObjectName(QStringLiteral("line-understood"));
  column->addWidget(understood_);
  asks_ = wrapped("problem");
  asks_->setObjectName(QStringLiteral("line-asks"));
  column->addWidget(asks_);
  list_ = new DrawingView(kit_, QStringLiteral("rows of the log"));
  list_->setGround([this](drawing::Size size) { return drawing::logList(rows_, first_, chosen_, today(), size); });
  connect(list_, &DrawingView::partClicked, this, [this](const QString& part) {
    if (part.startsWith(QLatin1String("row/"))) choose(part.mid(4).toStdString());
  });
  column->addWidget(list_, 1);
  column->addLayout(buildButtons());
}

QHBoxLayout* JournalPage::buildButtons() {
  auto* row = new QHBoxLayout;
  newer_ = new QPushButton(QStringLiteral("Newer"));
  connect(newer_, &QPushButton::clicked, this, [this] { turn(-1); });
  row->addWidget(newer_);
  older_ = new QPushButton(QStringLiteral("Older"));
  connect(older_, &QPushButton::clicked, this, [this] { turn(1); });
  row->addWidget(older_);
  drop_ = new QPushButton(QStringLiteral("Take this row out"));
  drop_->setToolTip(QStringLiteral("the row that is chosen; undo brings it back"));
  connect(drop_, &QPushButton::clicked, this, [this] {
    const auto at = chosen_.rfind('/');
    if (at == std::string::npos) return;
    const auto index = static_cast<std::size_t>(std::stoul(chosen_.substr(at + 1)));
    kit_.document.commit(without(kit_.document.plan(), chosen_.substr(0, at), index), QStringLiteral("a row of the log taken out"));
  });
  row->addWidget(drop_);
  auto* table = new QPushButton(QStringLiteral("From a table …"));
  table->setToolTip(QStringLiteral("a log as this program writes it (Menu, Write out): its rows that are not here yet"));
  connect(table, &QPushButton::clicked, this, [this] {
    const QString path = QFileDialog::getOpenFileName(this, QStringLiteral("A log as a table"), {}, QStringLiteral("Tables (*.csv)"));
    if (!path.isEmpty()) takeTable(path);
  });
  row->addWidget(table);
  row->addStretch(1);
  return row;
}

void JournalPage::takeTable(const QString& path) {
  constexpr qint64 most = 64 << 20;
  const QString name = QFileInfo(path).fileName();
  const auto say = [this](const QString& words) {
    asks_->setText(words);
    asks_->setVisible(true);
  };
  QFile file(path);
  if (!file.open(QIODevice::ReadOnly)) return say(QStringLiteral("%1 cannot be read: %2.").arg(name, file.errorString()));
  if (file.size() > most) return say(QStringLiteral("%1: found %2 MB, expected at most 64.").arg(name).arg(file.size() >> 20));
  const Plan& before = kit_.document.plan();
  const std::size_t rows = logRows(before).size();
  const auto next = withLogCsv(before, file.readAll().toStdString());
  if (!next) return say(name + QLatin1String(", ") + text(next.error().sentence()));
  if (!kit_.document.commit(next, QStringLiteral("a log from a table"))) return;
  const std::size_t now = logRows(kit_.document.plan()).size();
  say(QStringLiteral("%1: %2 rows taken in, the others are here already.").arg(name).arg(now - rows));
}

/// What the line says so far, under it.
void JournalPage::read() {
  const std::string typed = line_->text().toStdString();
  if (trimmed(typed).empty()) {
    understood_->setText(QStringLiteral("One line for each thing; “…” keeps words as a note."));
    asks_->clear();
    note_->setEnabled(false);
    asks_->setVisible(false);
    return;
  }
  const LogLine l = readLogLine(typed, kit_.document.plan(), today(), kit_.document.units());
  QStringList words;
  for (const LogLine::Understood& u : l.pieces) words << text(u.means);
  if (l.dayAssumed && !words.isEmpty()) words << QStringLiteral("today");
  if (!l.note.empty() && !std::holds_alternative<std::monostate>(l.entry)) words << QStringLiteral("note: “%1”").arg(text(l.note));
  understood_->setText(words.isEmpty() ? QStringLiteral("read as: nothing yet")
                                       : QStringLiteral("read as: ") + words.join(QStringLiteral("  ·  ")));
  QStringList asks;
  for (std::size_t i = 0; i < std::min(l.asks.size(), mostAsks); ++i) asks << text(l.asks[i]);
  asks_->setText(asks.join(QLatin1Char('\n')));
  asks_->setVisible(!l.asks.empty());
  note_->setEnabled(l.isReady());
}

void JournalPage::note() {
  const Plan& plan = kit_.document.plan();
  const LogLine l = readLogLine(line_->text().toStdString(), plan, today(), kit_.document.units());
  if (!l.isReady()) return read();
  const auto next = withLogLine(plan, l);
  if (!next) {
    asks_->setText(text(next.error().sentence()));
    asks_->setVisible(true);
    return;
  }
  if (!kit_.document.commit(next, QStringLiteral("%1 noted").arg(text(std::string(loggedWord(l.entry)))))) return;
  line_->clear();
  first_ = 0;
  list_->rebuild();
}

void JournalPage::choose(const std::string& pointer) {
  chosen_ = pointer;
  drop_->setEnabled(true);
  list_->rebuild();
  // Its entries, where they are edited here.
  if (pointer.starts_with("/log/")) Q_EMIT kit_.desk.partRequested(text(pointer + "/note"), Keyboard::Stays);
}

void JournalPage::turn(int by) {
  const std::size_t page = drawing::logRowsThatFit(list_->area().height);
  if (by < 0) first_ = first_ > page ? first_ - page : 0;
  else if (by > 0 && first_ + page < rows_.size()) first_ += page;
  newer_->setEnabled(first_ > 0);
  older_->setEnabled(first_ + page < rows_.size());
  list_->rebuild();
}

void JournalPage::refresh() {
  rows_ = logRows(kit_.document.plan());
  if (first_ >= rows_.size()) first_ = 0;
  if (std::none_of(rows_.begin(), rows_.end(), [&](const LogRow& r) { return r.pointer == chosen_; })) chosen_.clear();
  drop_->setEnabled(!chosen_.empty());
  turn(0);
  if (!begun_->isEmpty()) {
    line_->setText(std::exchange(*begun_, {}));
    line_->setFocus();
  }
  read();
}

}  // namespace usherwright::app
