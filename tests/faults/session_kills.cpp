// Sixty windows' worth of work killed at random moments, among them in the middle of saves: every file is whole, and what was
// edited two seconds before is in the file or in the journal. session_kills [ROUNDS OF TWELVE, 5]
#include <signal.h>
#include <sys/wait.h>
#include <unistd.h>
#include <QCoreApplication>
#include <QTimer>
#include <chrono>
#include <cstdio>
#include <cstring>
#include <filesystem>
#include <random>
#include <thread>

#include "app/document/file_session.h"
#include "core/io/plan_json.h"

using namespace usherwright;
namespace fs = std::filesystem;
using Clock = std::chrono::steady_clock;

namespace {

constexpr int usualRounds = 5, together = 12;
constexpr auto keptWithin = std::chrono::milliseconds(2000 + 1500);  // two seconds, and a machine that does twelve of these

/// Edits every 25 ms and saves now and then, until it is killed. Each edit's number goes to the pipe.
int child(int argc, char** argv) {
  QCoreApplication application(argc, argv);
  const QString folder = QString::fromLocal8Bit(argv[2]);
  const int pipe = std::atoi(argv[3]);
  app::Document document;
  app::FileSession session(document, folder + QStringLiteral("/journal"));
  Plan plan;
  plan.title = "killed";
  plan.budget = Money(1);
  session.begin(plan);
  const auto isSaved = [](app::FileSession::Outcome outcome) {
    if (outcome != app::FileSession::Outcome::Saved) ::_exit(3);
  };
  session.saveAs(folder + QStringLiteral("/a.uwplan"), isSaved);
  int count = 1;
  QTimer timer;
  QObject::connect(&timer, &QTimer::timeout, [&] {
    Plan next = document.plan();
    next.budget = Money(++count);
    if (!document.commit(next)) ::_exit(4);
    if (count % 97 == 0) session.save(app::FileSession::Force::No, isSaved);
    const auto now = Clock::now().time_since_epoch().count();
    const long long line[2] = {count, static_cast<long long>(now)};
    if (::write(pipe, line, sizeof line) != sizeof line) ::_exit(6);
  });
  timer.start(25);
  return QCoreApplication::exec();
}

struct Victim {
  fs::path folder;
  pid_t pid = 0;
  int pipe = -1;
  Clock::duration after{};
  Clock::time_point killed{};
};

Victim start(const char* self, const fs::path& folder, Clock::duration after) {
  fs::create_directories(folder);
  int ends[2];
  if (::pipe(ends) != 0) std::abort();
  Victim v{folder, ::fork(), ends[0], after, {}};
  if (v.pid == 0) {
    ::close(ends[0]);
    const std::string number = std::to_string(ends[1]);
    ::execl(self, self, "child", folder.c_str(), number.c_str(), static_cast<char*>(nullptr));
    ::_exit(9);
  }
  ::close(ends[1]);
  return v;
}

int budgetIn(const std::string& text) {
  const auto plan = readPlan(text);
  return plan && plan->budget ? static_cast<int>(plan->budget->value()) : -1;
}

/// What was wrong, or nothing.
std::string problemWith(const Victim& v) {
  int due = 0;  // the last edit that is old enough to have to be kept
  long long line[2];
  while (::read(v.pipe, line, sizeof line) == sizeof line)
    if (Clock::time_point(Clock::duration(line[1])) <= v.killed - keptWithin) due = static_cast<int>(line[0]);
  ::close(v.pipe);
  const std::string path = (v.folder / "a.uwplan").string();
  int kept = 0;
  if (fs::exists(path)) {
    kept = budgetIn(readWhole(path, maximumPlanBytes).value_or(""));
    if (kept < 0) return "the file is broken";
  }
  if (fs::exists(path + "~") && budgetIn(readWhole(path + "~", maximumPlanBytes).value_or("")) < 0) return "the backup is broken";
  for (const JournalEntry& entry : orphanJournals((v.folder / "journal").string())) {
    const int there = budgetIn(entry.plan);
    if (there < 0) return "the journal is broken";
    if (there < kept) return "an older journal is offered than the file";
    kept = std::max(kept, there);
  }
  if (kept < due) return "edit " + std::to_string(due) + " is gone, " + std::to_string(kept) + " is kept";
  sweep(v.folder.string());
  sweep((v.folder / "journal").string());
  for (const auto& item : fs::recursive_directory_iterator(v.folder)) {
    const std::string name = item.path().filename().string();
    if (name.ends_with(".part") || name.ends_with(".open")) return name + " is left";
  }
  return "";
}

}  // namespace

int main(int argc, char** argv) {
  if (argc == 4 && std::strcmp(argv[1], "child") == 0) return child(argc, argv);
  const int rounds = argc > 1 ? std::atoi(argv[1]) : usualRounds;
  const fs::path all = fs::temp_directory_path() / ("usherwright-kills-" + std::to_string(::getpid()));
  const unsigned seed = std::random_device{}();
  std::mt19937 random(seed);
  std::printf("seed %u\n", seed);
  int problems = 0;
  for (int round = 0; round < rounds; ++round) {
    std::vector<Victim> victims;
    const auto begun = Clock::now();
    for (int i = 0; i < together; ++i)
      victims.push_back(start("/proc/self/exe", all / std::to_string(round * together + i),
                              std::chrono::milliseconds(std::uniform_int_distribution<int>(150, 6500)(random))));
    std::sort(victims.begin(), victims.end(), [](const Victim& a, const Victim& b) { return a.after < b.after; });
    for (Victim& v : victims) {
      std::this_thread::sleep_until(begun + v.after);
      ::kill(v.pid, SIGKILL);
      v.killed = Clock::now();
      int status = 0;
      ::waitpid(v.pid, &status, 0);
      if (!WIFSIGNALED(status)) {
        ++problems;
        std::printf("FAILED: %s ended by itself with %d\n", v.folder.c_str(), WEXITSTATUS(status));
        continue;
      }
      const std::string problem = problemWith(v);
      if (problem.empty()) continue;
      ++problems;
      std::printf("FAILED: %s: %s\n", v.folder.c_str(), problem.c_str());
    }
  }
  std::printf("%d killed, %d failed\n", rounds * together, problems);
  if (problems == 0) fs::remove_all(all);
  return problems == 0 ? 0 : 1;
}
