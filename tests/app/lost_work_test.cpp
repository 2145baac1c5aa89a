// Work is never lost: recovery, journals that go on while one works, disks that refuse, files that change behind one's back.
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>
#include <QDir>
#include <QFile>
#include <QPushButton>
#include <catch2/catch.hpp>
#include <filesystem>

#include "app/window_test.h"
#include "core/io/journal.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"

using namespace driving;

namespace {

struct Kept {
  std::string file, plan;
};

/// What stands in the journals. The marks of this process hold them: read the files themselves.
std::vector<Kept> journalsOf(const Bench& b) {
  std::vector<Kept> out;
  const QDir folder(b.journals());
  for (const QFileInfo& info : folder.entryInfoList({QStringLiteral("*.journal")}, QDir::Files)) {
    const std::string file = info.absoluteFilePath().toStdString();
    const std::string text = readWhole(file, maximumPlanBytes).value_or("");
    out.push_back({file, text.substr(text.find('\n') + 1)});
  }
  return out;
}

/// Written to its end.
bool hasJournal(const Bench& b) {
  const auto found = journalsOf(b);
  return found.size() == 1 && readPlan(found[0].plan).has_value();
}

/// A journal of a window that died, on a plan with this budget.
void leaveOrphan(const Bench& b, const FileBase& base, double budget) {
  Plan plan;
  plan.budget = Money(budget);
  plan.title = "left behind";
  QDir().mkpath(b.journals());
  const std::string file = b.journals().toStdString() + "/999999-" + std::to_string(static_cast<int>(budget)) + ".journal";
  // Through the store's own writer, under a name of its own.
  const auto journal = Journal::begin(b.journals().toStdString());
  REQUIRE(journal);
  REQUIRE(journal->write(base, writePlan(plan)));
  std::filesystem::rename(journal->file(), file);
}

void touch(const QString& path, const std::string& text) { REQUIRE(writeAtomically(path.toStdString(), text, Backup::None)); }

}  // namespace

TEST_CASE("taking up left work asks before it throws away what is unsaved here") {
  Bench b;
  leaveOrphan(b, {}, 700);
  b.window().offerRecovery();
  b.enter(QStringLiteral("budget"), QStringLiteral("701"));
  b.clickButton(QStringLiteral("Take it up again"));
  CHECK(b.document().plan().budget == Money(701));
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("not saved")));
  b.clickButton(QStringLiteral("Stay"));
  CHECK(b.document().plan().budget == Money(701));
  b.window().offerRecovery();
  b.clickButton(QStringLiteral("Take it up again"));
  b.clickButton(QStringLiteral("Give them up"));
  CHECK(b.document().plan().budget == Money(700));
}

TEST_CASE("all left work is offered, one after the other, and Later leaves each") {
  Bench b(Bench::Open::Nothing);
  leaveOrphan(b, {}, 1);
  leaveOrphan(b, {}, 2);
  leaveOrphan(b, {}, 3);
  b.window().offerRecovery();
  CHECK(b.window().notices()->waiting() == 3);
  b.clickButton(QStringLiteral("Later"));
  b.clickButton(QStringLiteral("Later"));
  CHECK(b.window().notices()->waiting() == 1);
  b.clickButton(QStringLiteral("Forget it"));
  CHECK(b.window().notices()->sentence().isEmpty());
  CHECK(orphanJournals(b.journals().toStdString()).size() == 2);
}

TEST_CASE("a notice does not push out one that waits for an answer") {
  Bench b;
  leaveOrphan(b, {}, 700);
  b.window().offerRecovery();
  const QString path = b.file(QStringLiteral("a.uwplan"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  Plan other = b.document().plan();
  other.title = "changed elsewhere";
  touch(path, writePlan(other));
  b.window().session().lookAtDisk();
  CHECK(b.window().notices()->waiting() == 2);
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("left behind")));
  b.clickButton(QStringLiteral("Later"));
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("changed on disk")));
}

TEST_CASE("work that goes on without a pause is journalled all the same") {
  Bench b;
  for (int i = 0; i < 12 || (i < 60 && !hasJournal(b)); ++i) {  // an edit every quarter of a second: never quiet
    b.enter(QStringLiteral("budget"), QString::number(500 + i));
    QTest::qWait(250);
  }
  const auto found = journalsOf(b);
  REQUIRE(found.size() == 1);
  const auto plan = readPlan(found[0].plan);
  REQUIRE(plan);
  REQUIRE(plan->budget);
  CHECK(plan->budget->value() >= 503);  // not older than two seconds and a bit
}

TEST_CASE("unsaved work survives the end of the application") {
  Bench b;
  b.enter(QStringLiteral("budget"), QStringLiteral("512"));
  REQUIRE(within(15000, [&] { return hasJournal(b); }));
  b.restart();  // gone without a question, as in a crash
  b.window().offerRecovery();
  REQUIRE(b.window().notices()->sentence().contains(QStringLiteral("Unsaved work")));
  b.clickButton(QStringLiteral("Take it up again"));
  CHECK(b.document().plan().budget == Money(512));
  CHECK_FALSE(b.window().session().isSaved());
  b.window().offerRecovery();
  CHECK(b.window().notices()->sentence().isEmpty());
}

TEST_CASE("journals are nobody else's to read") {
  Bench b;
  b.enter(QStringLiteral("budget"), QStringLiteral("512"));
  REQUIRE(within(15000, [&] { return hasJournal(b); }));
  const auto found = journalsOf(b);
  struct stat s {};
  REQUIRE(::stat(found[0].file.c_str(), &s) == 0);
  CHECK((s.st_mode & 0777) == 0600);
  REQUIRE(::stat(b.journals().toStdString().c_str(), &s) == 0);
  CHECK((s.st_mode & 0777) == 0700);
}

TEST_CASE("a place that refuses the journal is said at once, stays said, and is well again by itself") {
  Bench b;
  // A file where the folder should be: nothing can be written there, not even by root.
  QDir(b.journals()).removeRecursively();
  QFile blocked(b.journals());
  REQUIRE(blocked.open(QIODevice::WriteOnly));
  blocked.close();
  b.enter(QStringLiteral("budget"), QStringLiteral("512"));
  CHECK(within(15000, [&] { return b.window().notices()->sentence().contains(QStringLiteral("would be lost in a crash")); }));
  CHECK_FALSE(b.window().bottomLine()->trouble().isEmpty());
  b.clickButton(QStringLiteral("I know"));
  QTest::qWait(2000);
  CHECK_FALSE(b.window().bottomLine()->trouble().isEmpty());
  REQUIRE(blocked.remove());
  CHECK(within(15000, [&] { return b.window().bottomLine()->trouble().isEmpty(); }));
  CHECK(journalsOf(b).size() == 1);
}

TEST_CASE("left work on a file that somebody has written since is taken up, and does not overwrite it unasked") {
  Bench b;
  const QString path = b.file(QStringLiteral("a.uwplan"));
  Plan first;
  first.title = "first";
  touch(path, writePlan(first));
  const FileBase base{path.toStdString(), stampOf(path.toStdString()), sumOf(writePlan(first))};
  Plan theirs = first;
  theirs.title = "theirs";
  touch(path, writePlan(theirs));
  leaveOrphan(b, base, 700);
  b.window().offerRecovery();
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("written since")));
  b.clickButton(QStringLiteral("Take it up again"));
  CHECK(b.document().plan().title == "left behind");
  CHECK(b.save() == FileSession::Outcome::ChangedOnDisk);
  CHECK(readPlan(*readWhole(path.toStdString(), maximumPlanBytes))->title == "theirs");
}

TEST_CASE("a file that was only touched is no other file") {
  Bench b;
  const QString path = b.file(QStringLiteral("a.uwplan"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  REQUIRE(::chmod(path.toStdString().c_str(), 0600) == 0);
  b.window().session().lookAtDisk();
  CHECK(b.window().notices()->sentence().isEmpty());
  // The same size and time, other content: the inode's own time tells.
  struct stat s {};
  REQUIRE(::stat(path.toStdString().c_str(), &s) == 0);
  std::string text = *readWhole(path.toStdString(), maximumPlanBytes);
  const auto at = text.find("Ferry");
  REQUIRE(at != std::string::npos);
  text[at] = 'K';
  {
    QFile file(path);
    REQUIRE(file.open(QIODevice::ReadWrite));
    file.write(text.c_str(), static_cast<qint64>(text.size()));
  }
  const struct timespec times[2] = {s.st_atim, s.st_mtim};
  REQUIRE(::utimensat(AT_FDCWD, path.toStdString().c_str(), times, 0) == 0);
  CHECK(b.save() == FileSession::Outcome::ChangedOnDisk);
}

TEST_CASE("reading a file again says what it costs, undo included") {
  Bench b;
  const QString path = b.file(QStringLiteral("a.uwplan"));
  b.enter(QStringLiteral("budget"), QStringLiteral("500"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  Plan other = b.document().plan();
  other.title = "changed elsewhere";
  touch(path, writePlan(other));
  b.window().session().lookAtDisk();
  b.clickButton(QStringLiteral("Read it again"));
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("gives up the steps that could be undone")));
  b.clickButton(QStringLiteral("Stay"));
  CHECK(b.document().canUndo());
}

TEST_CASE("a save that could not keep something says so") {
  Bench b;
  const QString path = b.file(QStringLiteral("a.uwplan"));
  REQUIRE(b.saveAs(path) == FileSession::Outcome::Saved);
  std::filesystem::create_hard_link(path.toStdString(), b.file(QStringLiteral("second name.uwplan")).toStdString());
  b.enter(QStringLiteral("budget"), QStringLiteral("500"));
  b.key(Qt::Key_S, Qt::ControlModifier);
  b.waitForSave();
  CHECK(b.window().session().isSaved());
  CHECK(b.window().notices()->sentence().contains(QStringLiteral("another name")));
}

TEST_CASE("an edit that would make a plan larger than its file may be is refused, and the plan stays") {
  Bench b;
  Plan heavy = b.document().plan();
  for (int i = 0; i < 5000; ++i) heavy.provenance["/x/" + std::to_string(i)].note = std::string(3990, 'n');
  const Plan before = b.document().plan();
  CHECK_FALSE(b.document().commit(heavy));
  CHECK(b.document().plan() == before);
  CHECK(b.window().bottomLine()->said().contains(QStringLiteral("at most 16 MB")));
}

TEST_CASE("a step by an arrow key is an entry: round as shown, and no longer assumed") {
  Bench b;
  b.document().setUnits(UnitSystem::Imperial);
  b.goTo(QStringLiteral("rider"));
  const Plan assumed = [&] {
    Plan p = b.document().plan();
    p.provenance.erase("/bike/rider_kg");
    return p;
  }();
  REQUIRE(b.document().commit(assumed));
  b.key(Qt::Key_Up);
  const auto* line = qobject_cast<QLineEdit*>(QApplication::focusWidget());
  REQUIRE(line);
  const double pounds = line->text().section(QLatin1Char(' '), 0, 0).toDouble();
  CHECK(pounds == Approx(std::round(pounds)));
  CHECK(provenanceOf(b.document().plan(), "/bike/rider_kg") == Provenance::Remembered);
}
