// A journal file is the path on its first line, then the plan's JSON text.
#include "core/io/journal.h"

#include <fmt/format.h>
#include <unistd.h>

#include <algorithm>
#include <filesystem>

#include "core/io/plan_json.h"

namespace usherwright {
namespace {

namespace fs = std::filesystem;
constexpr std::string_view suffix = ".journal";

}  // namespace

std::optional<Journal> Journal::begin(const std::string& folder) {
  std::error_code error;
  fs::create_directories(folder, error);
  if (error) return std::nullopt;
  for (int n = 1; n < 1000; ++n) {
    const std::string file = fmt::format("{}/{}-{}{}", folder, ::getpid(), n, suffix);
    if (fs::exists(file, error)) continue;
    auto mark = OpenMark::take(file);
    if (mark) return Journal(file, std::move(*mark));
  }
  return std::nullopt;
}

Expected<void> Journal::write(const std::string& path, const std::string& plan) const {
  return writeAtomically(file_, path + "\n" + plan, Backup::None);
}

void Journal::clear() const { ::unlink(file_.c_str()); }

std::vector<JournalEntry> orphanJournals(const std::string& folder) {
  std::vector<std::pair<long long, JournalEntry>> found;
  std::error_code error;
  for (const auto& item : fs::directory_iterator(folder, error)) {
    const std::string file = item.path().string();
    if (!file.ends_with(suffix)) continue;
    const auto mark = OpenMark::take(file);
    if (!mark) continue;  // a living window is working on it
    const auto text = readWhole(file, maximumPlanBytes + 4096);
    if (!text) continue;
    const auto line = text->find('\n');
    if (line == std::string::npos) continue;
    found.push_back({stampOf(file).modifiedNanoseconds, {file, text->substr(0, line), text->substr(line + 1)}});
  }
  std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
  std::vector<JournalEntry> out;
  out.reserve(found.size());
  for (auto& [time, entry] : found) out.push_back(std::move(entry));
  return out;
}

void removeJournal(const std::string& file) { ::unlink(file.c_str()); }

}  // namespace usherwright
