// Whole jobs at the bench, each from what the person has in hand to a verdict, by keyboard and mouse.
#include <QApplication>
#include <QComboBox>
#include <QPlainTextEdit>
#include <QPushButton>
#include <catch2/catch.hpp>

#include "app/shell/finding_card.h"
#include "app/window_test.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;

namespace {

void label(Bench& b, const QString& printed) {
  b.key(Qt::Key_1, Qt::ControlModifier);
  auto* typed = b.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"));
  REQUIRE(typed);
  typed->setFocus();
  typed->setPlainText(printed);  // pasted
  b.key(Qt::Key_Return, Qt::ControlModifier);
}

/// What a battery label and a quick look into the box tell of a pack.
void describePack(Bench& b, const QString& name, const QStringList& rows) {
  for (const QString& row : rows) {
    const QStringList both = row.split(QStringLiteral(" = "));
    REQUIRE(both.size() == 2);
    b.enter(QStringLiteral("%1 of %2").arg(both[0], name), both[1]);
  }
}

}  // namespace

TEST_CASE("from nothing to a verdict: labels, two packs, a joiner, a charger, a route") {
  Bench b(Bench::Open::Nothing);
  label(b, QStringLiteral("48V 22±1A\nL.V. 40±1V\nVin max 60V"));
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(22));
  CHECK(b.document().plan().bike.controller.inputMaximum == Volt(60));
  b.key(Qt::Key_3, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Add the stock pack"));
  b.clickButton(QStringLiteral("Somebody saw a cell"));
  describePack(b, QStringLiteral("stock"),
               {QStringLiteral("S (in series) = 13"), QStringLiteral("P (in parallel) = 4"), QStringLiteral("charge = 80"),
                QStringLiteral("BMS continuous = 25"), QStringLiteral("BMS charge limit = 5")});
  CHECK(b.now().figures.packs[0].model.full.value() == Approx(54.6));
  // What nobody has said yet is unproven, never a Stop.
  CHECK(b.now().count(Severity::Stop) == 0);
  CHECK(b.finding(QStringLiteral("BIKE-08")) != nullptr);
  // The cells' own rating is found in a data sheet: 4 × 8 A against 23 A.
  b.enter(QStringLiteral("cell continuous"), QStringLiteral("8"));
  b.choose(QStringLiteral("tested of cell of stock"), QStringLiteral("yes"));
  CHECK(b.now().figures.elements.front().counted() == Ampere(32));
  b.clickButton(QStringLiteral("+ add"));
  REQUIRE(b.document().plan().packs.size() == 2);
  b.key(Qt::Key_5, Qt::ControlModifier);
  CHECK(b.document().plan().joining.method == Method::Combiner);
  b.enter(QStringLiteral("joiner, per input"), QStringLiteral("20"));
  REQUIRE(b.finding(QStringLiteral("JOIN-04")));
  CHECK(b.finding(QStringLiteral("JOIN-04"))->severity == Severity::Stop);  // 20 A is not enough for 22 ± 1 A
  b.clickButton(QStringLiteral("A joiner of 30 A"));
  CHECK(b.document().plan().joining.part.total == Ampere(30));
  CHECK(b.finding(QStringLiteral("JOIN-04")) == nullptr);
  b.key(Qt::Key_7, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Add a charger"));
  CHECK(b.now().figures.charging[0].verdict == ChargeVerdict::Right);
  b.enter(QStringLiteral("charger output"), QStringLiteral("48"));
  CHECK(b.finding(QStringLiteral("CHG-05")) != nullptr);  // a nameplate, not an output
  b.enter(QStringLiteral("no-load reading"), QStringLiteral("54,6"));
  b.key(Qt::Key_8, Qt::ControlModifier);
  b.clickButton(QStringLiteral("Add a usual round"));
  b.enter(QStringLiteral("distance"), QStringLiteral("25 km"));
  b.enter(QStringLiteral("climb"), QStringLiteral("180"));
  CHECK(b.now().figures.range.known);
  CHECK(b.now().figures.range.likely > Kilometre(10));
  // Every step can be taken back, down to the blank sheet.
  int steps = 0;
  while (b.document().canUndo() && steps < 100) {
    b.document().undo();
    ++steps;
  }
  CHECK(b.document().plan() == Plan{});
  CHECK(steps >= 15);
}

TEST_CASE("unlike packs: a hard plug is a Stop, and its fix leads back to a joiner") {
  Bench b(Bench::Open::Nothing);
  b.window().session().begin(plans::example("allotment-barrow"));
  b.key(Qt::Key_5, Qt::ControlModifier);
  CHECK(b.now().count(Severity::Stop) == 0);
  b.clickButton(QStringLiteral("Hard parallel"));
  REQUIRE(b.finding(QStringLiteral("JOIN-01")));
  CHECK(b.finding(QStringLiteral("JOIN-02")) == nullptr);
  b.clickButton(QStringLiteral("Use a one-way joiner"));
  CHECK(b.document().plan().joining.method == Method::Combiner);
  CHECK(b.finding(QStringLiteral("JOIN-01")) == nullptr);
}

TEST_CASE("above sixty volts nothing is clear until it is written who does the work") {
  Bench b(Bench::Open::Nothing);
  Plan plan = plans::example("moor-tractor");
  for (Pack& p : plan.packs) p.competence.clear();
  b.window().session().begin(plan);
  CHECK(b.now().count(Severity::Stop) == 2);
  b.enter(QStringLiteral("who does the work of left"), QStringLiteral("the workshop electrician"));
  b.enter(QStringLiteral("who does the work of right"), QStringLiteral("the workshop electrician"));
  CHECK(b.now().count(Severity::Stop) == 0);
  CHECK(b.now().count(Severity::Mind) == 2);  // it stays a Mind
}

TEST_CASE("half the pack: lighter, and what it costs in range is seen at once") {
  Bench b(Bench::Open::Nothing);
  b.window().session().begin(plans::example("quarry-town-folder"));
  const auto before = b.now().figures;
  const int parallel = *b.document().plan().packs[0].parallel;
  b.key(Qt::Key_3, Qt::ControlModifier);
  DrawingView* block = b.drawing(QStringLiteral("the block of cells"));
  block->setFocus();
  b.key(Qt::Key_Down);
  CHECK(b.document().plan().packs[0].parallel == parallel - 1);
  CHECK(*b.now().figures.packs[0].model.mass < *before.packs[0].model.mass);
  CHECK(b.now().figures.range.likely < before.range.likely);
}

TEST_CASE("three packs: copied, joined, and each shown alone") {
  Bench b;
  b.key(Qt::Key_3, Qt::ControlModifier);
  b.clickButton(QStringLiteral("copy"));
  REQUIRE(b.document().plan().packs.size() == 3);
  CHECK(b.document().undoWords() == QStringLiteral("add stock copy"));
  b.key(Qt::Key_8, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Range)->showPage(QStringLiteral("Band")));
  b.settle();
  CHECK(b.drawing(QStringLiteral("range band"))->accessibleDescription().contains(QStringLiteral("stock copy alone")));
  b.key(Qt::Key_5, Qt::ControlModifier);
  CHECK(b.drawing(QStringLiteral("basins")) != nullptr);
  CHECK(b.now().figures.ride->sources.size() == 3);
  b.key(Qt::Key_3, Qt::ControlModifier);
  b.clickButton(QStringLiteral("+ add"));
  CHECK(b.document().plan().packs.size() == 4);
  b.clickButton(QStringLiteral("+ add"));  // a fifth is refused, and said
  b.settle();
  CHECK(b.document().plan().packs.size() == 4);
  CHECK(b.window().bottomLine()->said().contains(QStringLiteral("at most 4")));
}

TEST_CASE("one at a time: the policy cards come to life, and the order is kept") {
  Bench b;
  b.key(Qt::Key_5, Qt::ControlModifier);
  b.clickButton(QStringLiteral("One at a time"));
  b.clickButton(QStringLiteral("small first"));
  CHECK(b.document().plan().joining.policy == Policy::SmallFirst);
  REQUIRE(b.now().figures.ride);
  CHECK(b.now().figures.ride->sources[0].knee == Second(0));  // stock is the smaller one
  CHECK(b.now().figures.ride->sources[1].knee > Second(0));
  b.enter(QStringLiteral("change at"), QStringLiteral("35 %"));
  CHECK(b.now().figures.ride->sources[0].end.value() == Approx(0.35).margin(1e-6));
}

TEST_CASE("a cold day: resistance rises, range falls, and the give-up point comes sooner") {
  Bench b;
  const auto warm = b.now().figures;
  b.enter(QStringLiteral("air temperature"), QStringLiteral("-5"));
  CHECK(b.now().figures.packs[0].model.resistance() > warm.packs[0].model.resistance());
  CHECK(b.now().figures.range.likely < warm.range.likely);
  CHECK(*b.now().figures.packs[0].givesUp > *warm.packs[0].givesUp);
  b.key(Qt::Key_M, Qt::ControlModifier | Qt::ShiftModifier);
  CHECK(qobject_cast<QLineEdit*>(b.goTo(QStringLiteral("air temperature")))->text() == QStringLiteral("23"));  // °F
}

TEST_CASE("meter readings of the charger settle a doubtful label, and the meter's own error counts") {
  Bench b;
  b.enter(QStringLiteral("no-load reading of small charger"), QStringLiteral("55"));
  REQUIRE(b.finding(QStringLiteral("CHG-05")));
  CHECK(b.finding(QStringLiteral("CHG-05"))->sentence.find("the meter cannot tell") != std::string::npos);
  b.enter(QStringLiteral("meter accuracy of small charger"), QStringLiteral("0.1 %"));
  CHECK(b.finding(QStringLiteral("CHG-05")) == nullptr);
  CHECK(b.finding(QStringLiteral("CHG-01")) != nullptr);  // now it is surely above 54.86 V
}

TEST_CASE("the working of a figure can be opened with the mouse and copied") {
  Bench b;
  b.key(Qt::Key_3, Qt::ControlModifier);
  Figure* figure = nullptr;
  for (Figure* f : b.window().findChildren<Figure*>())
    if (f->isVisible() && f->property(workingProperty).toString() == QStringLiteral("pack/0/resistance")) figure = f;
  b.click(figure);
  CHECK(b.window().sheet()->body().contains(QStringLiteral("R = S · R_cell · f(T) / P")));
  CHECK(b.window().sheet()->body().contains(QStringLiteral("(cell resistance; measured)")));
  b.clickButton(QStringLiteral("Copy"));
  b.clickButton(QStringLiteral("Close  Esc"));
  CHECK(b.window().sheet()->body().isEmpty());
}

TEST_CASE("a candidate of the label reader is taken with a click, one by one") {
  Bench b;
  b.key(Qt::Key_1, Qt::ControlModifier);
  b.window().findChild<QPlainTextEdit*>(QStringLiteral("label-text"))->setPlainText(QStringLiteral("L.V. 42±1V  30A"));
  b.settle();
  b.clickButton(QStringLiteral("cut-off 41 … 43 V   ‹42±1V›"));
  CHECK(b.document().plan().bike.controller.cutoff == Volt(42));
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(22));
  b.clickButton(QStringLiteral("current limit 30 A   ‹30A›"));
  CHECK(b.document().plan().bike.controller.currentLimit == Ampere(30));
  CHECK(b.document().undoWords().contains(QStringLiteral("22 A → 30 A")));
}

TEST_CASE("a charger is added, put to the right pack, and taken away again") {
  Bench b;
  b.key(Qt::Key_7, Qt::ControlModifier);
  b.window().stationView(Station::Charging)->showPage(QStringLiteral("Matrix"));
  Bench::settle();
  b.clickButton(QStringLiteral("+ add a charger"));
  REQUIRE(b.document().plan().chargers.size() == 3);
  CHECK(b.document().undoWords() == QStringLiteral("add a charger"));
  b.clickButton(QStringLiteral("remove the last"));
  CHECK(b.document().plan().chargers.size() == 2);
  DrawingView* matrix = b.drawing(QStringLiteral("charger and pack verdicts"));
  matrix->setFocus();
  while (matrix->currentPart() != QStringLiteral("pair/0/0")) b.key(Qt::Key_Right);
  b.key(Qt::Key_Return);
  CHECK(b.document().plan().chargers[0].forPacks.empty());
  b.key(Qt::Key_Return);
  CHECK(b.document().plan().chargers[0].forPacks == std::vector<std::string>{"stock"});
}

TEST_CASE("F6 answers a notice; without one it says so") {
  Bench b;
  b.key(Qt::Key_F6);
  CHECK(b.window().bottomLine()->said() == QStringLiteral("There is no notice to answer."));
  b.window().openPath(QStringLiteral("/nowhere.uwplan"));
  b.key(Qt::Key_1, Qt::ControlModifier);
  b.key(Qt::Key_F6);
  auto* answer = qobject_cast<QPushButton*>(QApplication::focusWidget());
  REQUIRE(answer);
  CHECK(answer->text() == QStringLiteral("I see"));
  b.key(Qt::Key_Space);
  CHECK(b.window().notices()->sentence().isEmpty());
}
