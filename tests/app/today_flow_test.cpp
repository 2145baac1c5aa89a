// Station Range: go or not by the volts at the plugs, and a ride from a logger's file, by keys and mouse.
#include <QCheckBox>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTest>

#include "app/by_name.h"
#include "app/stations/range/learn_page.h"
#include "support/plans.h"
#include "support/reference_case.h"

using namespace driving;

namespace {

void toPage(Bench& b, const char* name) {
  b.key(Qt::Key_8, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Range)->showPage(QLatin1String(name)));
  Bench::settle();
}

/// What is said, once the study has ended.
QString verdict(Bench& b) {
  b.waitForStudies();
  Bench::settle();
  return named<QLabel>(b, "go-or-not")->text();
}

/// A click on the drawn row.
void clickChoice(Bench& b, const char* part) {
  DrawingView* sheet = b.drawing(QStringLiteral("which packs are enough"));
  for (const drawing::Shape* s : sheet->parts())
    if (s->part == part) return QTest::mouseClick(sheet, Qt::LeftButton, {}, sheet->placeOf(*s).center());
  FAIL("nothing drawn is " << part);
}

}  // namespace

TEST_CASE(
    "C-113 C-114 by keys: volts at the plugs are typed, packs are weighed against the ride, nonsense is told, and the readings are kept") {
  Bench b;
  b.window().session().begin(plans::sound());
  toPage(b, "Today");
  CHECK(verdict(b).contains(QStringLiteral("34 km needed")));
  auto* first = named<QLineEdit>(b, "volts-now-0");
  first->setFocus();
  b.type(QStringLiteral("52,1 V"));
  b.key(Qt::Key_Tab);
  b.type(QStringLiteral("about fifty"));
  b.key(Qt::Key_Return);
  CHECK(named<QLabel>(b, "today-problem")->text().contains(QStringLiteral("expected a number of volts")));
  auto* second = named<QLineEdit>(b, "volts-now-1");
  second->selectAll();
  b.type(QStringLiteral("0.2"));
  b.key(Qt::Key_Return);
  CHECK(verdict(b).contains(QStringLiteral("rests on the charge of deck")));
  CHECK(visibleText(b).contains(QStringLiteral("its board sleeps")));
  second->selectAll();
  b.type(QStringLiteral("53.4"));
  b.key(Qt::Key_Return);
  const QString unrested = verdict(b);
  CHECK(visibleText(b).contains(QStringLiteral("read before it had rested")));
  auto* rested = b.window().findChild<QCheckBox*>();
  for (auto* box : b.window().findChildren<QCheckBox*>())
    if (box->isVisible() && box->text().contains(QStringLiteral("30 min"))) rested = box;
  b.click(rested);
  const QString said = verdict(b);
  CHECK(said != unrested);
  CHECK(said.contains(QStringLiteral("Go: 34 km needed")));
  CHECK_FALSE(visibleText(b).contains(QStringLiteral("before it had rested")));
  // Another choice of packs is looked at by a click on its row.
  clickChoice(b, "choice/2");
  CHECK(verdict(b).startsWith(QStringLiteral("stock alone: ")));
  const std::size_t before = b.document().plan().packs[0].readings.size();
  b.clickButton(QStringLiteral("Note these volts"));
  Bench::settle();
  for (std::size_t k : {0u, 1u}) {
    REQUIRE(b.document().plan().packs[k].readings.size() >= 1);
    const usherwright::Reading& r = b.document().plan().packs[k].readings.back();
    CHECK(r.when == "2026-11-28");
    CHECK(r.pack->value() == Approx(k == 0 ? 52.1 : 53.4));
    CHECK(r.rested->value() == Approx(30));
  }
  CHECK(b.document().plan().packs[0].readings.size() == before + 1);
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().packs[0].readings.size() == before);
}

TEST_CASE("C-113: go or not of a plan without packs, of four, and after a pack is gone") {
  Bench b;
  toPage(b, "Today");
  b.window().session().begin(usherwright::Plan{});
  Bench::settle();
  usherwright::Plan four = plans::sound();
  while (four.packs.size() < 4) {
    four.packs.push_back(four.packs[1]);
    four.packs.back().id = "more" + std::to_string(four.packs.size());
    four.packs.back().name = "<b>a pack with a very long name of its own</b> " + std::to_string(four.packs.size());
  }
  b.window().session().begin(four);
  toPage(b, "Today");
  CHECK_FALSE(verdict(b).isEmpty());
  CHECK(named<QLineEdit>(b, "volts-now-3"));
  CHECK(visibleText(b).contains(QStringLiteral("<b>a pack")));
  b.window().session().begin(plans::sound());
  toPage(b, "Today");
  verdict(b);
  CHECK(b.window().findChild<QLineEdit*>(QStringLiteral("volts-now-2")) == nullptr);
}

TEST_CASE("C-098: a ride from a logger's file fills the line, is looked at, and only then is noted") {
  Bench b;
  usherwright::Plan plan = plans::withoutLog(plans::sound());
  b.window().session().begin(plan);
  toPage(b, "Learn");
  auto* learn = b.window().findChild<LearnPage*>();
  REQUIRE(learn);
  learn->takeFile(QString::fromStdString(reference::sourcePath("tests/data/tracks/library-round.csv")));
  CHECK(b.document().plan().rides.empty());
  CHECK(named<QLineEdit>(b, "ridden on")->text() == QStringLiteral("2026-05-31"));
  CHECK(named<QLineEdit>(b, "distance ridden")->text().startsWith(QStringLiteral("8.5")));
  CHECK(named<QLabel>(b, "ride-problem")->text().contains(QStringLiteral("Assist level")));
  b.clickButton(QStringLiteral("Note this ride"));
  REQUIRE(b.document().plan().rides.size() == 1);
  CHECK(b.document().plan().rides[0].energy);
  CHECK(b.document().plan().rides[0].time->value() == Approx(28.3).margin(0.2));
  QTemporaryDir dir;
  for (const auto& [bytes, wanted] :
       std::vector<std::pair<const char*, const char*>>{{"", "column names"},
                                                        {"x,y\n1,2\n", "line 1"},
                                                        {"<gpx/>", "no point"},
                                                        {"time,volts\n0,50\n9,50\n", "a distance, or what left the packs"}}) {
    QFile file(dir.filePath(QStringLiteral("r.csv")));
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write(bytes);
    file.close();
    learn->takeFile(file.fileName());
    CAPTURE(bytes);
    CHECK(named<QLabel>(b, "ride-problem")->text().contains(QLatin1String(wanted)));
    CHECK(named<QLineEdit>(b, "distance ridden")->text().isEmpty());
  }
  learn->takeFile(dir.filePath(QStringLiteral("none.csv")));
  CHECK(named<QLabel>(b, "ride-problem")->text().contains(QStringLiteral("cannot be read")));
}

TEST_CASE("C-020 C-117: knobs are turned by mouse and keys over a copy, and the plan stays as it is") {
  Bench b;
  b.window().session().begin(plans::sound());
  toPage(b, "What if");
  const auto before = b.document().snapshot();
  DrawingView* sliders = b.drawing(QStringLiteral("what if"));
  auto* said = named<QLabel>(b, "what-if");
  CHECK(said->text().contains(QStringLiteral("as planned")));
  CHECK(named<QLabel>(b, "ride-kind")->text().contains(QStringLiteral("level ride")));
  CHECK(b.drawing(QStringLiteral("what saves on this ride"))->accessibleDescription().contains(QStringLiteral("slower: saves")));
  sliders->setFocus();
  b.key(Qt::Key_PageUp);  // ten half km/h
  const QString faster = said->text();
  CHECK(faster.contains(QStringLiteral("−")));
  b.key(Qt::Key_Home);
  CHECK(said->text().contains(QStringLiteral("as planned")));
  b.key(Qt::Key_Down);
  b.key(Qt::Key_Right);
  CHECK(said->text().contains(QStringLiteral("+")));  // more from the legs
  // The day is dragged to its cold end.
  for (const drawing::Shape* s : sliders->parts())
    if (s->part == "turn/4") {
      const QRect row = sliders->placeOf(*s);
      const QPoint from = row.center(), to(row.left() + 60, from.y());
      QTest::mousePress(sliders, Qt::LeftButton, {}, from);
      QTest::mouseMove(sliders, from - QPoint(20, 0));
      QTest::mouseMove(sliders, to);
      QTest::mouseRelease(sliders, Qt::LeftButton, {}, to);
      Bench::settle();
      break;
    }
  CAPTURE(sliders->accessibleDescription().toStdString());
  CHECK(sliders->accessibleDescription().contains(QStringLiteral("the day: -15")));
  CHECK(b.document().snapshot() == before);
  b.clickButton(QStringLiteral("As the plan has it"));
  CHECK(said->text().contains(QStringLiteral("as planned")));
  b.window().session().begin(usherwright::Plan{});
  Bench::settle();
}

TEST_CASE("C-097 by keys: volts and amperes of a ride say the resistance of the pack that is named, and a click takes it as measured") {
  Bench b;
  b.window().session().begin(plans::withoutLog(plans::sound()));
  toPage(b, "Learn");
  auto* learn = b.window().findChild<LearnPage*>();
  REQUIRE(learn);
  // 51.3 V behind 0.14 Ω, the current in steps of 6 A every two seconds.
  const QString path = b.file(QStringLiteral("steps.csv"));
  QFile file(path);
  REQUIRE(file.open(QIODevice::WriteOnly));
  file.write("time_s,voltage_V,current_A,speed_km_h\n");
  for (int t = 0; t < 400; ++t) {
    const double amperes = 4 + 6 * (t / 2 % 2);
    file.write(QStringLiteral("%1,%2,%3,18\n").arg(t).arg(51.3 - 0.14 * amperes, 0, 'f', 2).arg(amperes, 0, 'f', 1).toUtf8());
  }
  file.close();
  learn->takeFile(path);
  auto* said = named<QLabel>(b, "ride-of-pack");
  CHECK(said->text().startsWith(QStringLiteral("Which pack carried it alone?")));
  auto* packs = named<QComboBox>(b, "pack that carried it alone");
  packs->setFocus();
  b.key(Qt::Key_Down);
  b.key(Qt::Key_Down);
  Bench::settle();
  INFO(said->text().toStdString());
  CHECK(said->text().startsWith(QStringLiteral("deck: resistance 141 mΩ")));  // a column that jumps by 6 A may be rounded to 1 A
  CHECK(said->text().contains(QStringLiteral("no minute of rest")));
  b.clickButton(QStringLiteral("Take the resistance"));
  REQUIRE(b.document().plan().packs[1].measuredResistance);
  CHECK(b.document().plan().packs[1].measuredResistance->value() == Approx(140).margin(1));
  CHECK(b.document().plan().provenance.at("/packs/1/measured_resistance_mohm").from == Provenance::Measured);
  CHECK_FALSE(b.document().plan().packs[0].measuredResistance == b.document().plan().packs[1].measuredResistance);
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK_FALSE(b.document().plan().packs[1].measuredResistance == Known<MilliOhm>(MilliOhm(140)));
}
