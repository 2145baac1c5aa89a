// Station Build by keys and mouse: steps are done, gates take readings, a wrong one stops, and undo takes it back.
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTest>
#include <catch2/catch.hpp>

#include "app/stations/build/wait_clock.h"
#include "app/window_test.h"
#include "core/assess/work_order.h"
#include "core/plan/edit.h"
#include "support/plans.h"

using namespace driving;

namespace {

void choose(Bench& b, const QString& step) {
  DrawingView* list = b.drawing(QStringLiteral("steps of the work"));
  for (const drawing::Shape* s : list->parts())
    if (QString::fromStdString(s->part) == QStringLiteral("step/") + step) {
      QTest::mouseClick(list, Qt::LeftButton, Qt::NoModifier, list->placeOf(*s).center());
      return Bench::settle();
    }
  FAIL("no step " << step.toStdString());
}

QLineEdit* readingLine(Bench& b) {
  for (QLineEdit* e : b.window().findChildren<QLineEdit*>())
    if (e->isVisible() && e->accessibleName() == QLatin1String("gate reading")) return e;
  return nullptr;
}

void take(Bench& b, const QString& step, const QString& reading) {
  choose(b, step);
  QLineEdit* line = readingLine(b);
  REQUIRE(line);
  line->setFocus();
  b.type(reading);
  b.key(Qt::Key_Return);
  Bench::settle();
}

StepStanding standing(Bench& b, const std::string& step) {
  for (const WorkStep& s : orderOfWork(b.document().plan(), b.document().assessment().figures))
    if (s.id == step) return judgedOf(b.document().plan(), s).standing;
  FAIL("no step " << step);
  return StepStanding::Open;
}

int stops(Bench& b) {
  int out = 0;
  for (const Finding& f : b.document().assessment().findings) out += f.station == Station::Build && f.severity == Severity::Stop;
  return out;
}

}  // namespace

TEST_CASE("C-073: a step is done by a click, a gate only by a reading; a wrong one stops with what it most likely means") {
  Bench b;
  b.key(Qt::Key_9, Qt::ControlModifier);
  REQUIRE(b.window().station() == Station::Build);
  choose(b, QStringLiteral("parts"));
  CHECK_FALSE(readingLine(b));
  b.clickButton(QStringLiteral("Done"));
  CHECK(standing(b, "parts") == StepStanding::Passed);

  // Nothing typed, and no number: a sentence, and nothing is noted.
  const std::size_t noted = b.document().plan().build.done.size();
  auto* problem = b.window().findChild<QLabel*>(QStringLiteral("step-problem"));
  take(b, QStringLiteral("volts/second"), QString());
  CHECK(problem->text().startsWith(QStringLiteral("gate reading: found nothing, expected a number in V")));
  take(b, QStringLiteral("volts/second"), QStringLiteral("about 50"));
  CHECK(problem->text().contains(QStringLiteral("about 50")));
  CHECK(b.document().plan().build.done.size() == noted);

  // The wrong way round; then right. The ladder before it is still open: that is the other Stop.
  take(b, QStringLiteral("ladder/second"), QStringLiteral("6"));
  take(b, QStringLiteral("volts/second"), QStringLiteral("-52.1"));
  CHECK(standing(b, "volts/second") == StepStanding::Failed);
  REQUIRE(stops(b) == 1);
  const Finding* f = b.finding(QStringLiteral("BUILD-02"));
  REQUIRE(f);
  CHECK(f->why.find("wrong way round") != std::string::npos);
  take(b, QStringLiteral("volts/second"), QStringLiteral("52.1"));
  CHECK(standing(b, "volts/second") == StepStanding::Passed);
  CHECK(stops(b) == 0);

  // Out of its order.
  choose(b, QStringLiteral("main"));
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("step-stops"))->text().contains(QStringLiteral("nothing is plugged")));
  b.clickButton(QStringLiteral("Done"));
  CHECK(b.finding(QStringLiteral("BUILD-01")));
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK_FALSE(b.finding(QStringLiteral("BUILD-01")));
  CHECK(standing(b, "main") == StepStanding::Open);
}

TEST_CASE("the run sheet follows the plan, and says that it is not yet released") {
  Bench b;
  b.key(Qt::Key_9, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Build)->showPage(QStringLiteral("Run sheet")));
  Bench::settle();
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("release"))->text().startsWith(QStringLiteral("Not yet")));
  QString said;
  for (QPlainTextEdit* e : b.window().findChildren<QPlainTextEdit*>())
    if (e->isVisible()) said = e->toPlainText();
  CHECK(said.contains(QStringLiteral("Nothing flows back while deck is alone")));
  b.document().commit(withField(b.document().plan(), "/joining/method", FieldValue{std::string("direct")}), QStringLiteral("joined hard"));
  Bench::settle();
  for (QPlainTextEdit* e : b.window().findChildren<QPlainTextEdit*>())
    if (e->isVisible()) said = e->toPlainText();
  CHECK_FALSE(said.contains(QStringLiteral("Nothing flows back while deck is alone")));
  CHECK(said.contains(QStringLiteral("May they meet now?")));
}

TEST_CASE("C-077: the clock of a step counts down, stays while another step is looked at, and notes nothing") {
  Bench b;
  b.document().commit(plans::sound());
  b.key(Qt::Key_9, Qt::ControlModifier);
  choose(b, QStringLiteral("short"));
  auto* clock = b.window().findChild<WaitClock*>();
  REQUIRE(clock);
  REQUIRE(clock->isVisible());
  CHECK(clock->text() == QStringLiteral("Wait 10 min"));
  const std::size_t noted = b.document().plan().build.done.size();
  QTest::mouseClick(clock, Qt::LeftButton);
  CHECK(clock->text().endsWith(QStringLiteral("left for short ride")));
  choose(b, QStringLiteral("tools"));
  CHECK(clock->isVisible());
  QTest::qWait(1300);
  CHECK(clock->text().startsWith(QStringLiteral("9:")));
  CHECK(clock->isRunning());
  QTest::mouseClick(clock, Qt::LeftButton);
  CHECK_FALSE(clock->isRunning());
  CHECK_FALSE(clock->isVisible());
  CHECK(b.document().plan().build.done.size() == noted);
}

TEST_CASE("C-076: the sheet of a step shows the bench as it is then, plug by plug") {
  Bench b;
  b.document().commit(plans::sound());
  b.key(Qt::Key_9, Qt::ControlModifier);
  const auto tipOf = [&](const char* part) {
    for (const drawing::Shape* s : b.drawing(QStringLiteral("the step and its gate"))->parts())
      if (s->part == part) return s->tip;
    return std::string("no such part");
  };
  choose(b, QStringLiteral("volts/second"));
  CHECK(tipOf("bench/plug/1").find("apart") != std::string::npos);
  CHECK(tipOf("bench/probes").find("plug of deck") != std::string::npos);
  choose(b, QStringLiteral("alone/second"));
  CHECK(tipOf("bench/plug/1").find("home") != std::string::npos);
  CHECK(tipOf("bench/plug/0").find("apart") != std::string::npos);
  CHECK(tipOf("bench/main") == "main plug: apart, live");
}
