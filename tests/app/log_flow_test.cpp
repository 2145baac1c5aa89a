// Station Log by keys and mouse: a line is typed and noted, a line that asks notes nothing, what is due is done, an accident takes a
// pack out of use until somebody competent has released it.
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTest>
#include <catch2/catch.hpp>

#include "app/by_name.h"
#include "app/stations/log/log_pages.h"
#include "core/io/clock.h"
#include "core/io/log_csv.h"
#include "core/log/due.h"
#include "core/log/health.h"
#include "core/log/history.h"
#include "core/plan/names.h"
#include "support/plans.h"

using namespace driving;

namespace {

QLineEdit* lineOf(Bench& b) {
  for (QLineEdit* e : b.window().findChildren<QLineEdit*>())
    if (e->isVisible() && e->accessibleName() == QLatin1String("line of the log")) return e;
  return nullptr;
}

QString said(Bench& b, const char* name) { return b.window().findChild<QLabel*>(QLatin1String(name))->text(); }

/// Types a line as a person does, and Enter.
void note(Bench& b, const QString& line) {
  QLineEdit* edit = lineOf(b);
  REQUIRE(edit);
  edit->setFocus();
  edit->selectAll();
  b.type(line);
  b.key(Qt::Key_Return);
  Bench::settle();
}

void turnTo(Bench& b, const char* page) {
  b.key(Qt::Key_0, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Log)->showPage(QLatin1String(page)));
  Bench::settle();
}

}  // namespace

TEST_CASE("C-098 C-096 C-029: a line is noted by Enter; one that asks says what, and notes nothing") {
  Bench b;
  b.key(Qt::Key_0, Qt::ControlModifier);
  REQUIRE(b.window().station() == Station::Log);
  const Plan before = b.document().plan();
  const QString deck = QString::fromStdString(shownName(before.packs[1]));

  note(b, QStringLiteral("ride 21.4 km, 2 bars left, headwind"));
  REQUIRE(b.document().plan().rides.size() == before.rides.size() + 1);
  CHECK(b.document().plan().rides.back().barsLeft == 2);
  CHECK(b.document().plan().rides.back().note == "headwind");
  CHECK(lineOf(b)->text().isEmpty());

  // What it understood stands under the line before Enter; a question stops it.
  lineOf(b)->setFocus();
  b.type(QStringLiteral("charged %1 9.6").arg(deck));
  CHECK(said(b, "line-understood").contains(deck));
  CHECK(said(b, "line-asks").contains(QStringLiteral("9.6")));
  b.key(Qt::Key_Return);
  CHECK(b.document().plan().packs[1].charges.size() == before.packs[1].charges.size());
  lineOf(b)->selectAll();
  b.type(QStringLiteral("charged %1 9.6 Ah").arg(deck));
  CHECK(said(b, "line-asks").isEmpty());
  b.key(Qt::Key_Return);
  Bench::settle();
  CHECK(b.document().plan().packs[1].charges.size() == before.packs[1].charges.size() + 1);

  for (const char* nonsense : {"", "ride", "ride far", "ride 18 km tomorrow", "charged 3 Ah", "ride 99999 km", "<b>bold</b>", "%1 %2 %3"}) {
    const std::size_t rows = logRows(b.document().plan()).size();
    note(b, QString::fromUtf8(nonsense));
    CHECK(logRows(b.document().plan()).size() == rows);
  }
  note(b, QStringLiteral("note \"<b>front</b> end light, 3 times\""));
  CHECK(b.document().plan().log.back().what == LogEvent::Note);

  // A row is chosen and taken out; undo brings it back.
  const std::string ride = "/rides/" + std::to_string(before.rides.size());
  clickPart(b, "rows of the log", QStringLiteral("row/") + QString::fromStdString(ride));
  b.clickButton(QStringLiteral("Take this row out"));
  CHECK(b.document().plan().rides.size() == before.rides.size());
  b.key(Qt::Key_Z, Qt::ControlModifier);
  CHECK(b.document().plan().rides.size() == before.rides.size() + 1);
}

TEST_CASE("C-118: what is due is done today by a button, what has to be read is typed") {
  Bench b;
  b.document().commit(plans::sound());
  b.key(Qt::Key_0, Qt::ControlModifier);
  note(b, QStringLiteral("ride 2026-11-20 120 km"));
  turnTo(b, "Due");
  Bench::settle();
  clickPart(b, "what is due", QStringLiteral("due/tightened"));
  CHECK_FALSE(said(b, "due-why").isEmpty());
  b.clickButton(QStringLiteral("Done today"));
  REQUIRE(!b.document().plan().log.empty());
  CHECK(b.document().plan().log.back().what == LogEvent::Tightened);
  CHECK(b.document().plan().log.back().when == formatDate(today()));
  clickPart(b, "what is due", QStringLiteral("due/cells/second"));
  b.clickButton(QStringLiteral("Note what was read …"));
  Bench::settle();
  REQUIRE(lineOf(b));
  CHECK(lineOf(b)->text() == QStringLiteral("cells %1 ").arg(QString::fromStdString(shownName(b.document().plan().packs[1]))));
}

TEST_CASE("C-123: after an accident a pack is out of use, until a competent person has released it") {
  Bench b;
  b.document().commit(plans::sound());
  turnTo(b, "After an accident");
  Bench::settle();
  CHECK(said(b, "accident-steps").contains(QStringLiteral("fire service")));
  for (QComboBox* c : b.window().findChildren<QComboBox*>())
    if (c->isVisible() && c->accessibleName() == QLatin1String("pack of the accident")) c->setCurrentIndex(1);
  b.clickButton(QStringLiteral("Note it: out of use from now on"));
  CHECK(openAccidents(b.document().plan(), "second").size() == 1);
  REQUIRE(b.finding(QStringLiteral("LOG-06")));
  CHECK(said(b, "accidents-open").contains(QStringLiteral("out of use")));
  // Its field takes the keyboard; one word releases nothing.
  b.clickButton(QStringLiteral("Who examined and released it …"));
  Bench::settle();
  b.type(QStringLiteral("me"));
  b.key(Qt::Key_Return);
  Bench::settle();
  CHECK(b.finding(QStringLiteral("LOG-06")));
  b.clickButton(QStringLiteral("Who examined and released it …"));
  Bench::settle();
  b.key(Qt::Key_A, Qt::ControlModifier);
  b.type(QStringLiteral("battery workshop, opened and every cell read"));
  b.key(Qt::Key_Return);
  Bench::settle();
  CHECK_FALSE(b.finding(QStringLiteral("LOG-06")));
}

TEST_CASE("C-121: how a pack is stands beside what it rests on, and is taken over only by a click") {
  Plan plan = plans::sound();
  for (int i = 0; i < 5; ++i)
    plan.packs[0].capacityTests.edit().push_back(
        {formatDate(*parseDate("2026-03-01") + std::chrono::days(50 * i)), AmpereHour(10.8 - 0.1 * i), {}, {}});
  Bench b;
  b.document().commit(plan);
  turnTo(b, "How it is");
  Bench::settle();
  CHECK(said(b, "life-words").contains(QStringLiteral("by label")));
  const StateOfHealth before = b.document().plan().packs[0].soh;
  const PackHealth health = healthOf(b.document().assessment().figures.packs[0].model, b.document().plan().packs[0], 0, today());
  CHECK(b.document().plan().packs[0].soh == before);
  b.clickButton(QStringLiteral("Take the measured health over into the plan"));
  CHECK(b.document().plan().packs[0].soh.value() == Approx(health.trend->now.likely / 11.6).epsilon(0.001));
  CHECK(b.document().plan().provenance.at("/packs/0/soh").from == Provenance::Measured);
}

TEST_CASE("C-121: use and years of each pack, and what is not known is asked for") {
  Bench b;
  b.document().commit(plans::withoutLog(plans::sound()));
  turnTo(b, "Use and years");
  CHECK(said(b, "lived-asks").contains(QStringLiteral("Not known")));
  CHECK(said(b, "lived-words").contains(QStringLiteral("not measured yet")));
  b.key(Qt::Key_0, Qt::ControlModifier);
  REQUIRE(b.window().stationView(Station::Log)->showPage(QStringLiteral("Journal")));
  for (const char* line : {"charged stock 30-90% 6.9 Ah 2026-03-01", "charged stock 30-90% 6.9 Ah 2026-08-01",
                           "ride 20 km 240 Wh 9 °C 2026-03-02", "ride 20 km 210 Wh 21 °C 2026-07-02"})
    note(b, QString::fromUtf8(line));
  turnTo(b, "Use and years");
  CHECK(said(b, "lived-words").contains(QStringLiteral("Such use should cost it")));
  auto* sheet = b.drawing(QStringLiteral("use of the pack and what it costs"));
  CHECK(std::any_of(sheet->parts().begin(), sheet->parts().end(),
                    [](const auto* s) { return s->part == "season/1" && s->tip.find("10.5 Wh/km") != std::string::npos; }));
}

TEST_CASE("C-097: what was read ranks what may be wrong, names the next reading, and takes no nonsense") {
  Bench b;
  b.document().commit(plans::sound());
  turnTo(b, "What is wrong?");
  const auto line = [&](const char* name) {
    for (QLineEdit* e : b.window().findChildren<QLineEdit*>())
      if (e->isVisible() && e->accessibleName() == QLatin1String(name)) return e;
    return static_cast<QLineEdit*>(nullptr);
  };
  const auto likeliest = [&] { return QString::fromStdString(b.drawing(QStringLiteral("what may be wrong"))->parts().front()->tip); };
  QLineEdit* volts = line("volts at its own plug");
  REQUIRE(volts);
  volts->setFocus();
  b.type(QStringLiteral("none"));
  CHECK(said(b, "wrong-problem").contains(QStringLiteral("found “none”")));
  volts->selectAll();
  b.type(QStringLiteral("-52.1"));
  CHECK(said(b, "wrong-problem").isEmpty());
  CHECK(likeliest().contains(QStringLiteral("swapped")));
  CHECK(said(b, "wrong-cure").contains(QStringLiteral("Unplug it now")));
  volts->selectAll();
  b.type(QStringLiteral("0.1"));
  CHECK(said(b, "wrong-next").contains(QStringLiteral("fuse")));
  for (QComboBox* c : b.window().findChildren<QComboBox*>())
    if (c->isVisible() && c->accessibleName() == QLatin1String("its fuse is whole")) c->setCurrentIndex(2);
  CHECK(likeliest().contains(QStringLiteral("a fuse is open")));
  // A pack that is out of use is not tried out.
  Plan fell = b.document().plan();
  fell.log.edit().push_back({"2026-11-27", LogEvent::Fell, fell.packs[0].id, {}, {}, {}, {}, {}});
  b.document().commit(fell);
  Bench::settle();
  CHECK(said(b, "wrong-next").contains(QStringLiteral("released")));
  CHECK(b.drawing(QStringLiteral("what may be wrong"))->parts().empty());
}

TEST_CASE("C-129: a log that was written out as a table is taken in again whole and twice changes nothing") {
  Bench b;
  const Plan full = plans::demo();
  const QString path = b.file(QStringLiteral("log.csv"));
  QFile file(path);
  REQUIRE(file.open(QIODevice::WriteOnly));
  file.write(QByteArray::fromStdString(logCsv(full)));
  file.close();
  b.window().session().begin(plans::withoutLog(full));
  b.key(Qt::Key_0, Qt::ControlModifier);
  auto* journal = b.window().findChild<JournalPage*>();
  REQUIRE(journal);
  journal->takeTable(path);
  CHECK(logRows(b.document().plan()).size() == logRows(full).size());
  const Plan once = b.document().plan();
  journal->takeTable(path);
  CHECK(b.document().plan() == once);
  QFile broken(path);
  REQUIRE(broken.open(QIODevice::WriteOnly));
  broken.write("list,pack,when\nrides,,someday\nnothing,,\n");
  broken.close();
  journal->takeTable(path);
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("line-asks"))->text().contains(QStringLiteral("line")));
  CHECK(b.document().plan() == once);
  journal->takeTable(QStringLiteral("/no/such/log.csv"));
  CHECK(b.window().findChild<QLabel*>(QStringLiteral("line-asks"))->text().contains(QStringLiteral("cannot be read")));
}
