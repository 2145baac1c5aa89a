// Station Build and Log by keys and mouse: what came, work by hand, the tray, causes at a stop, going on with a reason, warranties.
#include <QLabel>
#include <QLineEdit>
#include <QTest>

#include "app/by_name.h"
#include "core/assess/open_items.h"
#include "core/assess/work_order.h"
#include "core/plan/lists.h"
#include "support/plans.h"

using namespace driving;

namespace {

void begin(Bench& b, const char* line, const QString& words) {
  auto* edit = named<QLineEdit>(b, line);
  edit->setFocus();
  edit->selectAll();
  b.type(words);
  b.key(Qt::Key_Return);
  Bench::settle();
}

bool drawn(Bench& b, const char* view, const QString& words) {
  const QString said = b.drawing(QString::fromLatin1(view))->accessibleDescription();
  UNSCOPED_INFO(said.toStdString());
  return said.contains(words);
}

}  // namespace

TEST_CASE("C-026 by keys: a pack that came is not accepted until all of it was looked at, and a hurt one stops everything") {
  Bench b;
  b.window().session().begin(plans::sound());
  page(b, Qt::Key_9, "What came");
  begin(b, "part that came", QString());
  CHECK(b.document().plan().build.arrivals.empty());
  begin(b, "part that came", QStringLiteral("second"));
  REQUIRE(b.document().plan().build.arrivals.size() == 1);
  CHECK(b.document().plan().build.arrivals[0].when == "2026-11-28");
  CHECK(drawn(b, "part that came, all of them", QStringLiteral("look on")));
  REQUIRE(b.finding(QStringLiteral("BIKE-08")));
  for (const auto& [field, value] : {std::pair("came as of second", "sound"),
                                     {"as it was ordered of second", "yes"},
                                     {"all of it came of second", "yes"},
                                     {"right way round of second", "yes"},
                                     {"button and lamp of second", "yes"}})
    b.choose(QString::fromLatin1(field), QString::fromLatin1(value));
  b.enter(QStringLiteral("volts it came with of second"), QStringLiteral("48.7 V"));
  CHECK(drawn(b, "part that came, all of them", QStringLiteral("accept it")));
  b.enter(QStringLiteral("volts it came with of second"), QStringLiteral("-48.7"));
  CHECK(drawn(b, "part that came, all of them", QStringLiteral("claim")));
  b.choose(QStringLiteral("came as of second"), QStringLiteral("dented"));
  CHECK(b.finding(QStringLiteral("LOG-06")));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK_FALSE(b.finding(QStringLiteral("LOG-06")));
}

TEST_CASE("C-076 C-083 by keys and mouse: work by hand asks what was out and off, and the tray has to be empty") {
  Bench b;
  b.window().session().begin(plans::sound());
  page(b, Qt::Key_9, "Hands and screws");
  begin(b, "work that is done by hand", QStringLiteral("hole <b>for</b> the mount"));
  REQUIRE(b.document().plan().build.handwork.size() == 1);
  CHECK(b.finding(QStringLiteral("BUILD-03"))->severity == Severity::Mind);
  b.choose(QStringLiteral("was of hole <b>for</b> the mount"), QStringLiteral("drilled"));
  for (const char* field : {"cells were out", "charger was off", "rings were off"})
    b.choose(QString::fromLatin1(field), QStringLiteral("yes"));
  CHECK_FALSE(b.finding(QStringLiteral("BUILD-03")));
  b.choose(QStringLiteral("cells were out"), QStringLiteral("no"));
  CHECK(b.finding(QStringLiteral("BUILD-03"))->severity == Severity::Stop);
  b.key(Qt::Key_Z, Qt::ControlModifier);

  begin(b, "place of screws in the tray", QStringLiteral("lid"));
  CHECK(drawn(b, "place of screws in the tray, all of them", QStringLiteral("nobody counted")));
  b.enter(QStringLiteral("came out"), QStringLiteral("4"));
  b.enter(QStringLiteral("are back"), QStringLiteral("3"));
  CHECK(openItems(b.document().plan(), b.now().figures).size() == 1);
  // A click on the card goes to its entry.
  clickPart(b, "place of screws in the tray, all of them", QStringLiteral("item//build/fasteners/0"));
  CHECK(QApplication::focusWidget());
  b.enter(QStringLiteral("are back"), QStringLiteral("4"));
  for (const OpenItem& item : openItems(b.document().plan(), b.now().figures)) FAIL_CHECK(item.words);
}

TEST_CASE("C-097 by mouse: a gate that stopped ranks its causes, and the next reading is one click away") {
  Bench b;
  Plan plan = plans::sound();
  plan = *withStepDone(plan, {"ladder/second", "2026-11-28", Coefficient(6), {}, {}});
  plan = *withStepDone(plan, {"volts/second", "2026-11-28", Coefficient(0.1), {}, {}});
  b.window().session().begin(plan);
  page(b, Qt::Key_9, "The work");
  CHECK(drawn(b, "what it most likely means", QStringLiteral("the board sleeps")));
  CHECK(drawn(b, "what it most likely means", QStringLiteral("its fuse is open")));
  clickPart(b, "what it most likely means", QStringLiteral("step/wake/second"));
  auto* line = named<QLineEdit>(b, "gate reading");
  line->setFocus();
  b.type(QStringLiteral("0.05"));
  b.key(Qt::Key_Return);
  Bench::settle();
  // It does not wake: the fuse.
  const QString words = b.drawing(QStringLiteral("what it most likely means"))->accessibleDescription();
  CHECK(words.indexOf(QStringLiteral("its fuse is open")) < 30);
  CHECK_FALSE(words.contains(QStringLiteral("the board sleeps")));
}

TEST_CASE("C-100 by mouse: a warm contact may be passed with a reason and a wrong sign may not") {
  Bench b;
  Plan plan = *withStepDone(plans::sound(), {"warm", "2026-11-28", Coefficient(34), {}, {}});
  plan = *withStepDone(plan, {"volts/stock", "2026-11-28", Coefficient(-50), {}, {}});
  b.window().session().begin(plan);
  page(b, Qt::Key_9, "The work");
  const auto goOn = [&] {
    for (auto* button : b.window().findChildren<QPushButton*>())
      if (button->isVisible() && button->text() == QStringLiteral("Go on all the same")) return button;
    return static_cast<QPushButton*>(nullptr);
  };
  clickPart(b, "steps of the work", QStringLiteral("step/volts/stock"));
  CHECK_FALSE(goOn());
  clickPart(b, "steps of the work", QStringLiteral("step/warm"));
  REQUIRE(goOn());
  b.click(goOn());
  CHECK(b.document().plan().accepted.empty());
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("step-problem"))->text().contains(QStringLiteral("reason")));
  named<QLineEdit>(b, "step note")->setFocus();
  b.type(QStringLiteral("the sun stood on it"));
  b.click(goOn());
  CHECK(b.document().plan().accepted.contains("BUILD-09@warm"));
  CHECK_FALSE(goOn());
}

TEST_CASE("C-122 C-124 by keys: a warranty runs, ends and falls into doubt, and a water code is read") {
  Bench b;
  Plan plan = plans::sound();
  plan.warranties.clear();
  b.window().session().begin(plan);
  page(b, Qt::Key_0, "Warranty");
  begin(b, "part with a warranty", QStringLiteral("second"));
  REQUIRE(b.document().plan().warranties.size() == 1);
  CHECK(drawn(b, "part with a warranty, all of them", QStringLiteral("not known")));
  b.enter(QStringLiteral("answered from"), QStringLiteral("2026-01-31"));
  b.enter(QStringLiteral("months answered"), QStringLiteral("24"));
  CHECK(drawn(b, "part with a warranty, all of them", QStringLiteral("answered for: until 2028-01-31")));
  b.enter(QStringLiteral("months answered"), QStringLiteral("6"));
  CHECK(drawn(b, "part with a warranty, all of them", QStringLiteral("over: until 2026-07-31")));
  begin(b, "water code", QStringLiteral("IP67"));
  CHECK(named<QLabel>(b, "water-code")->text().contains(QStringLiteral("A hose: no. Under water: yes")));
  begin(b, "water code", QStringLiteral("splash proof"));
  CHECK(named<QLabel>(b, "water-code")->text().contains(QStringLiteral("found \"splash proof\"")));
}
