// Files on disk: atomic writes with a backup, marks of open plans, journals of unsaved work.
#include <sys/wait.h>
#include <unistd.h>
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>

#include "core/io/journal.h"
#include "core/io/plan_json.h"
#include "support/plans.h"

using namespace usherwright;
namespace fs = std::filesystem;

namespace {

struct Folder {
  fs::path path = fs::temp_directory_path() / ("usherwright-store-" + std::to_string(::getpid()) + "-" + std::to_string(count++));
  Folder() { fs::create_directories(path); }
  ~Folder() { fs::remove_all(path); }
  std::string file(const std::string& name) const { return (path / name).string(); }
  static inline int count = 0;
};

std::string contentOf(const std::string& path) {
  const auto text = readWhole(path, 1 << 20);
  return text ? *text : "unreadable";
}

}  // namespace

TEST_CASE("saving keeps the version before and leaves nothing else behind") {
  const Folder f;
  const std::string path = f.file("a.uwplan");
  REQUIRE(writeAtomically(path, "one"));
  CHECK_FALSE(fs::exists(path + "~"));
  const FileStamp first = stampOf(path);
  REQUIRE(writeAtomically(path, "two"));
  CHECK(contentOf(path) == "two");
  CHECK(contentOf(path + "~") == "one");
  CHECK(stampOf(path) != first);
  CHECK(std::distance(fs::directory_iterator(f.path), fs::directory_iterator{}) == 2);
}

TEST_CASE("a place that cannot be written is said, and the old file stays") {
  const auto refused = writeAtomically("/proc/nowhere/a.uwplan", "x");
  REQUIRE_FALSE(refused);
  CHECK(refused.error().place == "/proc/nowhere/a.uwplan");
  const Folder f;
  const std::string path = f.file("a.uwplan");
  REQUIRE(writeAtomically(path, "old"));
  fs::create_directory(path + "~");  // the backup cannot take the name of a folder
  std::ofstream(path + "~/inside") << "x";
  CHECK_FALSE(writeAtomically(path, "new"));
  CHECK(contentOf(path) == "old");
}

TEST_CASE("a file that is too large or missing is refused with its name") {
  const Folder f;
  std::ofstream(f.file("big")) << std::string(5000, 'x');
  CHECK(readWhole(f.file("big"), 4096).error().place == f.file("big"));
  CHECK(readWhole(f.file("none"), 4096).error().found.starts_with("no readable file"));
}

TEST_CASE("a plan can be marked as open once") {
  const Folder f;
  const std::string path = f.file("a.uwplan");
  auto mine = OpenMark::take(path);
  REQUIRE(mine);
  CHECK_FALSE(OpenMark::take(path));
  mine.reset();
  CHECK(OpenMark::take(path));
}

TEST_CASE("the journal of a living window is left alone, that of a dead one is found") {
  const Folder f;
  const std::string folder = f.file("journal");
  {
    const auto living = Journal::begin(folder);
    REQUIRE(living);
    REQUIRE(living->write({"/home/me/a.uwplan", {}, 0}, "{}"));
    CHECK(orphanJournals(folder).empty());
    living->clear();
  }
  // Another process writes a journal and dies without a word.
  const pid_t child = ::fork();
  if (child == 0) {
    const auto journal = Journal::begin(folder);
    const bool written = journal && journal->write({"/home/me/b.uwplan", {}, 0}, writePlan(Plan{}));
    ::_exit(written ? 0 : 1);
  }
  int status = 0;
  ::waitpid(child, &status, 0);
  REQUIRE(WEXITSTATUS(status) == 0);
  const auto found = orphanJournals(folder);
  REQUIRE(found.size() == 1);
  CHECK(found[0].base.path == "/home/me/b.uwplan");
  CHECK(readPlan(found[0].plan));
  removeJournal(found[0].file);
  CHECK(orphanJournals(folder).empty());
}
