// A journal file is one line of JSON about the file it is based on, then the plan's JSON text. Bytes of the path that are no
// letters, digits or usual signs stand as %NN: a path may hold any byte but NUL.
#include "core/io/journal.h"

#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include <algorithm>
#include <charconv>
#include <filesystem>
#include <nlohmann/json.hpp>

#include "core/io/plan_json.h"

namespace usherwright {
namespace {

namespace fs = std::filesystem;
constexpr std::string_view suffix = ".journal";

std::string encoded(const std::string& path) {
  std::string out;
  for (char c : path) {
    const auto byte = static_cast<unsigned char>(c);
    if (byte > 0x20 && byte < 0x7F && c != '%' && c != '"' && c != '\\') out += c;
    else out += fmt::format("%{:02x}", byte);
  }
  return out;
}

std::string decoded(const std::string& text) {
  std::string out;
  for (std::size_t i = 0; i < text.size(); ++i) {
    unsigned byte = 0;
    if (text[i] == '%' && i + 2 < text.size() && std::from_chars(&text[i + 1], &text[i + 3], byte, 16).ptr == &text[i + 3]) {
      out += static_cast<char>(byte);
      i += 2;
    } else {
      out += text[i];
    }
  }
  return out;
}

std::string headOf(const FileBase& base) {
  const nlohmann::ordered_json head{{"journal", 1},
                                    {"path", encoded(base.path)},
                                    {"size", base.stamp.size},
                                    {"modified_ns", base.stamp.modifiedNanoseconds},
                                    {"changed_ns", base.stamp.changedNanoseconds},
                                    {"inode", base.stamp.inode},
                                    {"sum", base.sum}};
  return head.dump();
}

/// Empty if the line is no head of a journal.
std::optional<FileBase> baseOf(std::string_view line) {
  FileBase base;
  if (line.empty() || line.front() == '/') {  // of an older version: the bare path
    base.path = line;
    return base;
  }
  const auto head = nlohmann::json::parse(line, nullptr, false);
  if (!head.is_object()) return std::nullopt;
  try {
    base.path = decoded(head.at("path").get<std::string>());
    base.stamp = {head.at("size").get<long long>(), head.at("modified_ns").get<long long>(), head.at("changed_ns").get<long long>(),
                  head.at("inode").get<unsigned long long>()};
    base.sum = head.at("sum").get<unsigned long long>();
  } catch (const nlohmann::json::exception&) { return std::nullopt; }
  return base;
}

bool standsOnDisk(const JournalEntry& entry) {
  if (entry.base.path.empty()) return false;
  const auto text = readWhole(entry.base.path, maximumPlanBytes);
  return text && *text == entry.plan;
}

}  // namespace

unsigned long long sumOf(std::string_view text) {
  unsigned long long sum = 0xcbf29ce484222325ULL;
  for (char c : text) sum = (sum ^ static_cast<unsigned char>(c)) * 0x100000001b3ULL;
  return sum == 0 ? 1 : sum;
}

bool hasChanged(const FileBase& base) {
  if (base.path.empty()) return false;
  const FileStamp now = stampOf(base.path);
  if (now == base.stamp) return false;
  if (now.size < 0 || now.size != base.stamp.size) return true;
  const auto text = readWhole(base.path, maximumPlanBytes);
  return !text || sumOf(*text) != base.sum;
}

Expected<Journal> Journal::begin(const std::string& folder) {
  std::error_code error;
  fs::create_directories(folder, error);
  if (error) return unexpected(folder, "no folder for unsaved work (" + error.message() + ")", "a place that can be written");
  ::chmod(folder.c_str(), 0700);
  sweep(folder);
  for (int n = 1; n < 1000; ++n) {
    const std::string file = fmt::format("{}/{}-{}{}", folder, ::getpid(), n, suffix);
    if (fs::exists(file, error)) continue;
    auto mark = OpenMark::take(file);
    if (mark) return Journal(file, std::move(*mark));
  }
  return unexpected(folder, "a thousand journals", "a place that can be written");
}

Expected<void> Journal::write(const FileBase& base, const std::string& plan) const {
  const auto written = writeAtomically(file_, headOf(base) + "\n" + plan, Backup::None, Readers::OnlyMe);
  if (!written) return tl::unexpected(written.error());
  return {};
}

void Journal::clear() const { ::unlink(file_.c_str()); }

std::vector<JournalEntry> orphanJournals(const std::string& folder) {
  sweep(folder);
  std::vector<std::pair<long long, JournalEntry>> found;
  std::error_code error;
  for (fs::directory_iterator item(folder, error), end; !error && item != end; item.increment(error)) {
    const std::string file = item->path().string();
    if (!file.ends_with(suffix)) continue;
    const auto mark = OpenMark::take(file);
    if (!mark) continue;  // a living window is working on it
    const auto text = readWhole(file, maximumPlanBytes + 65536);
    if (!text) continue;
    const auto line = text->find('\n');
    if (line == std::string::npos) continue;
    auto base = baseOf(std::string_view(*text).substr(0, line));
    if (!base) continue;
    JournalEntry entry{file, std::move(*base), text->substr(line + 1)};
    if (standsOnDisk(entry)) removeJournal(file);
    else found.emplace_back(stampOf(file).modifiedNanoseconds, std::move(entry));
  }
  std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
  std::vector<JournalEntry> out;
  out.reserve(found.size());
  for (auto& [time, entry] : found) out.push_back(std::move(entry));
  return out;
}

void removeJournal(const std::string& file) { ::unlink(file.c_str()); }

}  // namespace usherwright
