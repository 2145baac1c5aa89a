// Station Charging: charges that were done, the lamps of the chargers, and the ways in.
#include "app/present/words.h"
#include "app/stations/charging/charging_pages.h"
#include "app/widgets/plain.h"
#include "app/widgets/short_line.h"
#include "core/io/clock.h"
#include "core/plan/entries.h"
#include "core/plan/lists.h"
#include "core/plan/names.h"

namespace usherwright::app {
namespace {

constexpr std::size_t mostRows = 8;

}  // namespace

// ---- ways in ----

WayInPage::WayInPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  column->addWidget(
      stationHeading(QStringLiteral("Where charge may go in"), QStringLiteral("by how the packs meet and what their boards watch")));
  words_ = wrapped();
  words_->setObjectName(QStringLiteral("ways-in"));
  column->addWidget(words_);
  column->addStretch(1);
}

void WayInPage::refresh() {
  QStringList out;
  for (const std::string& s : waysIn(kit_.document.plan(), kit_.document.assessment())) out << QStringLiteral("•  ") + text(s);
  words_->setText(out.join(QStringLiteral("\n\n")));
}

// ---- kept ----

KeptPage::KeptPage(Kit kit) : StationPage(kit) {
  auto* column = scrolledColumn(this);
  column->addWidget(stationHeading(QStringLiteral("Charges that were done"),
                                   QStringLiteral("what went in against what was missing: a weak group shows here first")));
  column->addLayout(buildEntry());
  problem_ = wrapped("problem");
  column->addWidget(problem_);
  rows_ = wrapped();
  rows_->setObjectName(QStringLiteral("charges-kept"));
  column->addWidget(rows_);
  column->addLayout(buildButtons());
  column->addSpacing(12);
  column->addWidget(
      stationHeading(QStringLiteral("What its lamps mean"), QStringLiteral("as its manual or somebody who watched says; entered beside")));
  lamps_ = wrapped();
  lamps_->setObjectName(QStringLiteral("lamps"));
  column->addWidget(lamps_);
  auto* row = new QHBoxLayout;
  auto* add = new QPushButton(QStringLiteral("+ a lamp of this charger"));
  connect(add, &QPushButton::clicked, this, [this] {
    const Plan& plan = kit_.document.plan();
    const auto at = static_cast<std::size_t>(std::max(0, chargers_->currentIndex()));
    if (at >= plan.chargers.size()) return;
    const std::size_t count = plan.chargers[at].lights.size();
    if (kit_.document.commit(withNew(plan, "/chargers/" + std::to_string(at) + "/lights")))
      Q_EMIT kit_.desk.partRequested(QStringLiteral("/chargers/%1/lights/%2/shows").arg(at).arg(count), Keyboard::Follows);
  });
  row->addWidget(add);
  row->addStretch(1);
  column->addLayout(row);
  column->addStretch(1);
}

QHBoxLayout* KeptPage::buildEntry() {
  auto* row = new QHBoxLayout;
  row->setSpacing(8);
  packs_ = new QComboBox;
  packs_->setAccessibleName(QStringLiteral("pack that was charged"));
  packs_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  packs_->setMinimumContentsLength(10);
  chargers_ = new QComboBox;
  chargers_->setAccessibleName(QStringLiteral("charger that was used"));
  chargers_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  chargers_->setMinimumContentsLength(10);
  when_ = shortLine("charged on", "date", 110);
  when_->setText(text(formatDate(today())));
  from_ = shortLine("charged from", "from %", 76);
  to_ = shortLine("charged to", "to %", 70);
  took_ = shortLine("minutes that it took", "min", 70);
  putBack_ = shortLine("Ah put in", "Ah put in", 90);
  connect(packs_, &QComboBox::activated, this, [this] { refresh(); });
  for (QWidget* w : std::initializer_list<QWidget*>{packs_, chargers_, when_, from_, to_, took_, putBack_}) row->addWidget(w);
  for (QLineEdit* e : {when_, from_, to_, took_, putBack_}) connect(e, &QLineEdit::returnPressed, this, &KeptPage::keep);
  row->addStretch(1);
  return row;
}

QHBoxLayout* KeptPage::buildButtons() {
  auto* row = new QHBoxLayout;
  auto* keepIt = new QPushButton(QStringLiteral("Keep this charge"));
  connect(keepIt, &QPushButton::clicked, this, &KeptPage::keep);
  row->addWidget(keepIt);
  test_ = new QPushButton(QStringLiteral("The last was empty to full: a capacity test"));
  connect(test_, &QPushButton::clicked, this, &KeptPage::keepAsTest);
  row->addWidget(test_);
  drop_ = new QPushButton(QStringLiteral("Drop the last"));
  connect(drop_, &QPushButton::clicked, this, [this] {
    const Plan& plan = kit_.document.plan();
    if (pack() < plan.packs.size() && !plan.packs[pack()].charges.empty())
      kit_.document.commit(without(plan, "/packs/" + std::to_string(pack()) + "/charges", plan.packs[pack()].charges.size() - 1));
  });
  row->addWidget(drop_);
  row->addStretch(1);
  return row;
}

std::size_t KeptPage::pack() const { return static_cast<std::size_t>(std::max(0, packs_->currentIndex())); }

/// All of it or nothing: one sentence names the first thing that is wrong.
void KeptPage::keep() {
  problem_->clear();
  ChargeRecord record;
  record.when = when_->text().trimmed().toStdString();
  const auto read = [&](QLineEdit* edit, const char* name, Kind kind, auto& into) {
    const QString typed = edit->text().trimmed();
    if (typed.isEmpty()) return true;
    const auto value = parseQuantity(typed.toStdString(), kind);
    if (!value || *value < 0 || (kind == Kind::Fraction && *value > 1)) {
      problem_->setText(value ? QStringLiteral("%1: found \"%2\", expected a value that can be.").arg(QLatin1String(name), typed)
                              : QStringLiteral("%1: %2").arg(QLatin1String(name), text(value.error().sentence())));
      edit->setFocus();
      return false;
    }
    into.emplace(*value);
    return true;
  };
  if (!read(from_, "From", Kind::Fraction, record.from) || !read(to_, "To", Kind::Fraction, record.to) ||
      !read(took_, "Took", Kind::Minutes, record.took) || !read(putBack_, "Put in", Kind::Charge, record.putBack))
    return;
  const Plan& plan = kit_.document.plan();
  const auto charger = static_cast<std::size_t>(std::max(0, chargers_->currentIndex()));
  if (charger < plan.chargers.size()) record.charger = plan.chargers[charger].id;
  const auto next = withCharge(plan, pack(), record);
  if (!next) return problem_->setText(text(next.error().sentence()));
  kit_.document.endMerge();
  if (!kit_.document.commit(next, QStringLiteral("keep a charge"))) return;
  for (QLineEdit* e : {from_, to_, took_, putBack_}) e->clear();
}

void KeptPage::keepAsTest() {
  const Plan& plan = kit_.document.plan();
  if (pack() >= plan.packs.size() || plan.packs[pack()].charges.empty()) return;
  if (const auto test = asCapacityTest(plan.packs[pack()].charges.back()))
    kit_.document.commit(withCapacityTest(plan, pack(), *test), QStringLiteral("log a capacity test"));
}

void KeptPage::refresh() {
  const Plan& plan = kit_.document.plan();
  const auto fill = [](QComboBox* box, const QStringList& names) {
    QStringList now;
    for (int i = 0; i < box->count(); ++i) now << box->itemText(i);
    if (now == names) return;
    const int was = box->currentIndex();
    box->clear();
    box->addItems(names);
    box->setCurrentIndex(std::clamp(was, 0, std::max(0, static_cast<int>(names.size()) - 1)));
  };
  QStringList packs, chargers;
  for (const Pack& p : plan.packs) packs << text(shownName(p));
  for (const Charger& c : plan.chargers) chargers << text(shownName(c));
  fill(packs_, packs);
  fill(chargers_, chargers);
  QStringList rows;
  bool asTest = false, any = false;
  if (pack() < plan.packs.size()) {
    const std::vector<ChargeRecord>& kept = plan.packs[pack()].charges;
    any = !kept.empty();
    asTest = any && asCapacityTest(kept.back());
    for (std::size_t i = kept.size(); i-- > 0 && rows.size() < static_cast<int>(mostRows);)
      rows << text(chargeRecordWords(plan, kit_.document.assessment(), pack(), kept[i]));
    if (kept.size() > mostRows) rows << QStringLiteral("and %1 before").arg(kept.size() - mostRows);
  }
  rows_->setText(rows.isEmpty() ? QStringLiteral("None yet. The charger's readout, or a watt meter in the socket, says what went in.")
                                : rows.join(QLatin1Char('\n')));
  test_->setVisible(asTest);
  drop_->setVisible(any);
  QStringList lamps;
  for (const Charger& c : plan.chargers)
    for (const ChargerLight& l : c.lights)
      lamps << QStringLiteral("%1: %2 – %3")
                   .arg(text(shownName(c)), l.shows.empty() ? QStringLiteral("?") : text(l.shows),
                        l.means.empty() ? QStringLiteral("not known yet") : text(l.means));
  lamps_->setText(lamps.isEmpty() ? QStringLiteral("None entered yet.") : lamps.join(QLatin1Char('\n')));
}

}  // namespace usherwright::app
