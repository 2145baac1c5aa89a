// Saves and journals with every system call of theirs killed, then failing, one at a time: afterwards each file is the old
// one or the new one, whole, a backup that was there still is one, and nothing half-written stays.
//
// The calls are this program's own: a definition here takes the place of the library's.
#include <dlfcn.h>
#include <fcntl.h>
#include <signal.h>
#include <sys/stat.h>
#include <sys/syscall.h>
#include <sys/wait.h>
#include <unistd.h>

#include <cerrno>
#include <cstdarg>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <functional>

#include "core/io/journal.h"
#include "core/io/plan_json.h"

namespace {

enum class Fault { None, Kill, Fail };
Fault fault = Fault::None;
int at = 0, seen = 0, errorNumber = 0;

/// True if this call is the one that fails.
bool struck() {
  if (fault == Fault::None || ++seen != at) return false;
  if (fault == Fault::Kill) ::kill(::getpid(), SIGKILL);
  errno = errorNumber;
  return true;
}

}  // namespace

extern "C" {
int open(const char* path, int flags, ...) {
  va_list rest;
  va_start(rest, flags);
  const mode_t mode = flags & O_CREAT ? va_arg(rest, mode_t) : 0;
  va_end(rest);
  return struck() ? -1 : static_cast<int>(::syscall(SYS_openat, AT_FDCWD, path, flags, mode));
}
ssize_t write(int descriptor, const void* data, size_t size) {
  return struck() ? -1 : ::syscall(SYS_write, descriptor, data, size > 100 ? size / 2 : size);  // short writes too
}
int fsync(int descriptor) { return struck() ? -1 : static_cast<int>(::syscall(SYS_fsync, descriptor)); }
int link(const char* from, const char* to) noexcept { return struck() ? -1 : static_cast<int>(::syscall(SYS_link, from, to)); }
int rename(const char* from, const char* to) noexcept { return struck() ? -1 : static_cast<int>(::syscall(SYS_rename, from, to)); }
int unlink(const char* path) noexcept { return struck() ? -1 : static_cast<int>(::syscall(SYS_unlink, path)); }
int fchmod(int descriptor, mode_t mode) noexcept { return struck() ? -1 : static_cast<int>(::syscall(SYS_fchmod, descriptor, mode)); }
int close(int descriptor) { return struck() ? -1 : static_cast<int>(::syscall(SYS_close, descriptor)); }
}

namespace {

using namespace usherwright;
namespace fs = std::filesystem;

int problems = 0;

void expect(bool holds, const std::string& what) {
  if (holds) return;
  ++problems;
  std::printf("FAILED: %s\n", what.c_str());
}

std::string content(const std::string& path) {
  const auto text = readWhole(path, 1u << 24);
  return text ? *text : "";
}

/// Runs the work in a child with a fault at call `n`; false once the work has fewer calls than that.
bool inChild(Fault kind, int n, int error, const std::function<void()>& work) {
  std::fflush(nullptr);
  const pid_t child = ::fork();
  if (child == 0) {
    fault = kind;
    at = n;
    errorNumber = error;
    work();
    fault = Fault::None;
    ::_exit(seen >= n ? 0 : 7);
  }
  int status = 0;
  ::waitpid(child, &status, 0);
  return WIFSIGNALED(status) || WEXITSTATUS(status) == 0;
}

struct Words {
  const char* fault;
  int call;
  std::string say(const char* what) const { return std::string(fault) + " at call " + std::to_string(call) + ": " + what; }
};

void checkSaved(const fs::path& folder, const Words& w, bool killed) {
  const std::string path = (folder / "a.uwplan").string();
  const std::string now = content(path), backup = content(path + "~");
  expect(now == "two" || now == std::string(5000, '3'), w.say("the file is the old or the new one, whole"));
  expect(backup == "one" || backup == "two", w.say("there is a backup, whole"));
  if (now == std::string(5000, '3')) expect(backup == "two", w.say("the backup is the version before"));
  sweep(folder.string());
  for (const auto& item : fs::directory_iterator(folder))
    expect(!item.path().string().ends_with(".part"),
           w.say(killed ? "the next window clears what was left" : "nothing half-written is left"));
}

int saves(Fault kind, int error, const char* name) {
  for (int n = 1; n < 200; ++n) {
    const fs::path folder = fs::temp_directory_path() / ("usherwright-faults-" + std::to_string(::getpid()));
    fs::create_directories(folder);
    const std::string path = (folder / "a.uwplan").string();
    static_cast<void>(writeAtomically(path, "one"));
    static_cast<void>(writeAtomically(path, "two"));
    bool said = true;
    const bool reached = inChild(kind, n, error, [&] {
      const auto written = writeAtomically(path, std::string(5000, '3'));
      fault = Fault::None;
      // What is said must be so: an error leaves the old file, a success the new one.
      if (written.has_value() != (content(path) == std::string(5000, '3'))) ::kill(::getpid(), SIGTERM);
    });
    said = reached;
    checkSaved(folder, {name, n}, kind == Fault::Kill);
    fs::remove_all(folder);
    if (!said) return n - 1;
  }
  return 0;
}

int journals(Fault kind, int error, const char* name) {
  for (int n = 1; n < 200; ++n) {
    const fs::path folder = fs::temp_directory_path() / ("usherwright-journal-" + std::to_string(::getpid()));
    fs::remove_all(folder);
    const std::string older = writePlan(Plan{});
    Plan newer;
    newer.title = "newer";
    bool written = false;
    const bool reached = inChild(kind, n, error, [&] {
      const Fault later = fault;
      fault = Fault::None;
      auto journal = Journal::begin(folder.string());
      if (!journal || !journal->write({}, older)) ::_exit(9);
      fault = later;
      seen = 0;
      written = journal->write({}, writePlan(newer)).has_value();
      ::_exit(seen >= n ? 0 : 7);
    });
    const auto found = orphanJournals(folder.string());
    const Words w{name, n};
    expect(found.size() == 1, w.say("the journal is found"));
    for (const JournalEntry& entry : found) expect(readPlan(entry.plan).has_value(), w.say("the journal is whole"));
    for (const auto& item : fs::directory_iterator(folder))
      expect(!item.path().string().ends_with(".part"), w.say("nothing half-written is left"));
    fs::remove_all(folder);
    if (!reached) return n - 1;
  }
  return 0;
}

}  // namespace

int main() {
  const int killedSaves = saves(Fault::Kill, 0, "save killed");
  const int fullSaves = saves(Fault::Fail, ENOSPC, "save on a full disk");
  const int oldSaves = saves(Fault::Fail, ENOSYS, "save on a disk that does not know the call");
  const int killedJournals = journals(Fault::Kill, 0, "journal killed");
  const int fullJournals = journals(Fault::Fail, ENOSPC, "journal on a full disk");
  std::printf("calls: save %d, %d, %d; journal %d, %d; %d failed\n", killedSaves, fullSaves, oldSaves, killedJournals, fullJournals,
              problems);
  const bool allTried = killedSaves >= 8 && fullSaves >= 8 && oldSaves >= 8 && killedJournals >= 5 && fullJournals >= 5;
  expect(allTried, "a save has at least eight calls, a journal five");
  return problems == 0 ? 0 : 1;
}
