// Plans as files of the window: save, reopen, the same figures on the command line; and everything that can go wrong.
#include <QFile>
#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>

#include "app/window_test.h"
#include "calc/calc.h"
#include "core/io/file_store.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"

using namespace driving;

namespace {

void write(const QString& path, const QByteArray& text) {
  QFile file(path);
  REQUIRE(file.open(QIODevice::WriteOnly));
  file.write(text);
}

}  // namespace

TEST_CASE("a changed plan is saved, closed and reopened, and the command line says the same") {
  Bench b;
  b.enter(QStringLiteral("P (in parallel) of deck"), QStringLiteral("6"));
  const QString path = b.file(QStringLiteral("trike.uwplan"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  CHECK(b.window().session().isSaved());
  const Plan saved = b.document().plan();
  const double likely = b.now().figures.range.likely.value();
  const int stops = b.now().count(Severity::Stop);
  b.restart();
  b.window().openPath(path);
  CHECK(b.document().plan() == saved);
  CHECK(b.now().figures.range.likely.value() == likely);
  const calc::Outcome check = calc::run({"check", "--json", path.toStdString()});
  CHECK(check.exitCode == 1);
  CHECK(nlohmann::json::parse(check.output)["stops"] == stops);
  const calc::Outcome show = calc::run({"show", "--json", path.toStdString()});
  CHECK(nlohmann::json::parse(show.output)["range"]["likely_km"] == likely);
  const calc::Outcome join = calc::run({"join", "--json", path.toStdString()});
  CHECK(nlohmann::json::parse(join.output)["ride"]["end_s"] == b.now().figures.ride->end.value());
}

TEST_CASE("Ctrl+S saves in place and keeps the version before") {
  Bench b;
  const QString path = b.file(QStringLiteral("a.uwplan"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  b.enter(QStringLiteral("budget"), QStringLiteral("500"));
  CHECK_FALSE(b.window().session().isSaved());
  b.key(Qt::Key_S, Qt::ControlModifier);
  b.waitForSave();
  CHECK(b.window().session().isSaved());
  CHECK(QFile::exists(path + QStringLiteral("~")));
  CHECK(calc::run({"check", path.toStdString()}).exitCode == 1);
}

TEST_CASE("a plan of years is saved beside the window: what is edited meanwhile is not in it, and is not lost") {
  Bench b;
  Plan plan = b.document().plan();
  for (int i = 0; i < 4000; ++i) plan.packs[0].readings.edit().push_back({"2026-10-01", ReadingOf::Groups, Volt(50), Minute(60), {}, {}});
  b.document().begin(plan);
  const QString path = b.file(QStringLiteral("years.uwplan"));
  std::vector<FileSession::Outcome> ended;
  const auto then = [&](FileSession::Outcome outcome) { ended.push_back(outcome); };
  b.window().session().saveAs(path, then);
  CHECK(b.window().session().isSaving());  // the call has come back
  CHECK(b.window().session().savedWords() == QStringLiteral("saving …"));
  Plan next = plan;
  next.budget = Money(512);
  REQUIRE(b.document().commit(next));
  b.window().session().lookAtDisk();
  b.waitForSave();
  REQUIRE(ended == std::vector{FileSession::Outcome::Saved});
  CHECK(readPlan(*readWhole(path.toStdString(), maximumPlanBytes)) == plan);
  CHECK_FALSE(b.window().session().isSaved());
  CHECK(b.window().notices()->sentence().isEmpty());
  // One after the other: the second has what was edited after the first began.
  b.window().session().save(FileSession::Force::No, then);
  next.budget = Money(513);
  REQUIRE(b.document().commit(next));
  b.window().session().save(FileSession::Force::No, then);
  REQUIRE(QTest::qWaitFor([&] { return ended.size() == 3; }, 20000));
  CHECK(readPlan(*readWhole(path.toStdString(), maximumPlanBytes)) == next);
  CHECK(b.window().session().isSaved());
}

TEST_CASE("leaving while a plan is being saved waits for it and asks nothing; a save that fails asks") {
  for (const bool fails : {false, true}) {
    Bench b;
    b.enter(QStringLiteral("budget"), QStringLiteral("512"));
    const QString path = fails ? QStringLiteral("/proc/nowhere/a.uwplan") : b.file(QStringLiteral("a.uwplan"));
    b.window().session().saveAs(path, [](FileSession::Outcome) {});
    b.window().close();
    CHECK(b.window().isVisible());
    b.waitForSave();
    CHECK(b.window().isVisible() == fails);
    CHECK(b.window().notices()->sentence().contains(QStringLiteral("not saved")) == fails);
  }
}

TEST_CASE("a malformed file gives one sentence and the open plan stays") {
  Bench b;
  const Plan before = b.document().plan();
  write(b.file(QStringLiteral("bad.uwplan")), "{\"format\": \"usherwright-plan\", \"version\": 1, \"packs\": 7}");
  b.window().openPath(b.file(QStringLiteral("bad.uwplan")));
  CHECK(b.window().notices()->sentence() == QStringLiteral("bad.uwplan, /packs: found 7, expected a list."));
  CHECK(b.document().plan() == before);
  b.clickButton(QStringLiteral("I see"));
  CHECK(b.window().notices()->sentence().isEmpty());
}

TEST_CASE("a file that changed on disk is noticed before it is overwritten") {
  Bench b;
  const QString path = b.file(QStringLiteral("a.uwplan"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  Plan other = b.document().plan();
  other.title = "changed elsewhere";
  QTest::qWait(20);
  write(path, QByteArray::fromStdString(writePlan(other)));
  b.enter(QStringLiteral("budget"), QStringLiteral("500"));
  b.key(Qt::Key_S, Qt::ControlModifier);
  b.waitForSave();
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("a.uwplan has changed on disk")));
  CHECK_FALSE(b.window().session().isSaved());
  b.clickButton(QStringLiteral("Read it again"));
  CHECK(b.document().plan().budget == Money(500));  // what was not saved is asked for first
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("your changes that are not saved")));
  b.clickButton(QStringLiteral("Read it, give these up"));
  CHECK(b.document().plan().title == "changed elsewhere");
}

TEST_CASE("the same plan in a second window is said in both ways: on opening and on saving") {
  Bench first, second;
  const QString path = first.file(QStringLiteral("shared.uwplan"));
  REQUIRE(first.saveAs(path) == FileSession::Outcome::Saved);
  second.window().openPath(path);
  CHECK(second.window().notices()->sentence().contains(QStringLiteral("open in another window")));
  CHECK(second.save() == FileSession::Outcome::OpenElsewhere);
}

TEST_CASE("closing with changes asks first, and can be answered each way") {
  Bench b;
  b.enter(QStringLiteral("budget"), QStringLiteral("512"));
  b.window().close();
  CHECK(b.window().isVisible());
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("not saved")));
  b.clickButton(QStringLiteral("Stay"));
  CHECK(b.window().isVisible());
  b.window().close();
  b.clickButton(QStringLiteral("Give them up"));
  CHECK_FALSE(b.window().isVisible());
}

TEST_CASE("a new plan or the demo never throws unsaved work away unasked") {
  Bench b;
  b.enter(QStringLiteral("budget"), QStringLiteral("512"));
  b.key(Qt::Key_N, Qt::ControlModifier);
  CHECK(b.document().plan().budget == Money(512));
  b.clickButton(QStringLiteral("Give them up"));
  CHECK(b.document().plan() == Plan{});
}

TEST_CASE("a folder that cannot be written is said, and nothing is lost") {
  Bench b;
  CHECK(b.saveAs(QStringLiteral("/proc/nowhere/a.uwplan")) == FileSession::Outcome::Failed);
  CHECK(b.window().session().lastProblem().contains(QStringLiteral("/proc/nowhere/a.uwplan")));
  CHECK(b.now().count(Severity::Stop) == 1);
}
