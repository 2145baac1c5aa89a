// POSIX files: write to a temporary, fsync, rename.
#include "core/io/file_store.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <signal.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <charconv>
#include <cstring>
#include <filesystem>
#include <functional>
#include <utility>

namespace usherwright {
namespace {

constexpr std::size_t longestName = 255;  // bytes, of every usual file system
constexpr std::string_view partStem = ".usherwright-", partEnding = ".part";

tl::unexpected<Problem> failed(const std::string& path, const char* what) {
  return unexpected(path, fmt::format("{} ({})", what, std::strerror(errno)), "a file that can be read and written");
}

std::string folderOf(const std::string& path) {
  const auto slash = path.rfind('/');
  return slash == std::string::npos ? "./" : path.substr(0, slash + 1);
}

std::string nameOf(const std::string& path) {
  const auto slash = path.rfind('/');
  return slash == std::string::npos ? path : path.substr(slash + 1);
}

/// A descriptor that is closed, and a file that is removed unless it was kept.
class Descriptor {
 public:
  explicit Descriptor(int number) : number_(number) {}
  Descriptor(const Descriptor&) = delete;
  Descriptor& operator=(const Descriptor&) = delete;
  ~Descriptor() {
    if (number_ >= 0) ::close(number_);
  }
  int operator*() const { return number_; }
  explicit operator bool() const { return number_ >= 0; }

 private:
  int number_;
};

struct Temporary {
  std::string file;
  bool made = false;
  ~Temporary() {
    if (!made) return;
    const int kept = errno;  // of the failure that is going to be said
    ::unlink(file.c_str());
    errno = kept;
  }
};

/// A name beside `path` that nobody has; the process is in it, so that what it leaves can be told from what is in use.
Temporary temporaryBeside(const std::string& path) {
  static unsigned count = 0;
  struct timespec now {};
  ::clock_gettime(CLOCK_MONOTONIC, &now);
  const auto mixed = std::hash<std::string>{}(fmt::format("{} {} {}", path, now.tv_nsec, ++count));
  return {fmt::format("{}{}{}-{:016x}{}", folderOf(path), partStem, ::getpid(), mixed, partEnding)};
}

bool writeAll(int descriptor, std::string_view text) {
  std::size_t done = 0;
  while (done < text.size()) {
    const ssize_t n = ::write(descriptor, text.data() + done, text.size() - done);
    if (n < 0 && errno == EINTR) continue;
    if (n <= 0) return false;
    done += static_cast<std::size_t>(n);
  }
  return ::fsync(descriptor) == 0;
}

/// Makes `temporary` with this text on disk. The lock says that its process lives.
int writtenTo(Temporary& temporary, std::string_view text, mode_t mode) {
  const int descriptor = ::open(temporary.file.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, mode);
  if (descriptor < 0) return -1;
  temporary.made = true;
  ::flock(descriptor, LOCK_EX | LOCK_NB);
  if (writeAll(descriptor, text)) return descriptor;
  const int kept = errno;
  ::close(descriptor);
  errno = kept;
  return -1;
}

/// The old file under the name of the backup: a second name for it, or a copy where the disk knows no second names.
/// The backup before stays until the new one is whole.
bool keepAsBackup(const std::string& path, const std::string& backup) {
  Temporary second = temporaryBeside(path);
  if (::link(path.c_str(), second.file.c_str()) == 0) {
    second.made = true;
  } else {
    const auto old = readWhole(path, static_cast<std::size_t>(-1) / 2);
    if (!old) return false;
    const Descriptor copy(writtenTo(second, *old, 0600));
    if (!copy) return false;
    struct stat s {};
    if (::stat(path.c_str(), &s) == 0) static_cast<void>(::fchmod(*copy, s.st_mode & 0777));
  }
  if (::rename(second.file.c_str(), backup.c_str()) != 0) return false;
  // Two names of one file: renaming one over the other does nothing and leaves both.
  struct stat left {};
  second.made = ::lstat(second.file.c_str(), &left) == 0;
  return true;
}

/// Mode and owner of the file that is replaced.
void keepRights(int descriptor, const struct stat& old, std::vector<std::string>& remarks) {
  struct stat mine {};
  if (::fstat(descriptor, &mine) == 0 && (mine.st_uid != old.st_uid || mine.st_gid != old.st_gid)) {
    if (::fchown(descriptor, old.st_uid, old.st_gid) != 0) {
      const bool group = ::fchown(descriptor, static_cast<uid_t>(-1), old.st_gid) == 0;
      if (mine.st_uid != old.st_uid) remarks.emplace_back("The file belongs to you now: its owner could not be kept.");
      else if (!group) remarks.emplace_back("The file belongs to another group now: its group could not be kept.");
    }
  }
  if (::fchmod(descriptor, old.st_mode & 0777) != 0) remarks.emplace_back("The rights of the file could not be kept.");
}

/// A file that is replaced keeps its other names, and these keep what it held.
void sayOtherNames(const std::string& path, const struct stat& old, std::vector<std::string>& remarks) {
  struct stat backup {};
  const bool isBackup = ::lstat(besides(path, "~").c_str(), &backup) == 0 && backup.st_ino == old.st_ino && backup.st_dev == old.st_dev;
  const nlink_t others = old.st_nlink - (isBackup ? 2 : 1);
  if (others == 1) remarks.emplace_back("The file has another name: there it still holds the plan as it was before.");
  if (others > 1) remarks.push_back(fmt::format("The file has {} other names: there it still holds the plan as it was before.", others));
}

void flushFolder(const std::string& path) {
  const Descriptor folder(::open(folderOf(path).c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
  if (folder) ::fsync(*folder);
}

bool isSameFile(int descriptor, const std::string& path) {
  struct stat held {
  }, named{};
  return ::fstat(descriptor, &held) == 0 && ::lstat(path.c_str(), &named) == 0 && held.st_ino == named.st_ino &&
         held.st_dev == named.st_dev;
}

/// The process in the name of a temporary file, 0 if it is none of ours.
pid_t writerOf(std::string_view name) {
  if (!name.starts_with(partStem) || !name.ends_with(partEnding)) return 0;
  pid_t pid = 0;
  std::from_chars(name.data() + partStem.size(), name.data() + name.size(), pid);
  return pid;
}

/// Removes a file that no living process holds. What is removed by mistake of timing is noticed by its owner: a mark
/// looks again after it has its lock.
void removeIfFree(const std::string& file) {
  const Descriptor held(::open(file.c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
  if (held && ::flock(*held, LOCK_EX | LOCK_NB) == 0 && isSameFile(*held, file)) ::unlink(file.c_str());
}

}  // namespace

FileStamp stampOf(const std::string& path) {
  struct stat s {};
  if (::stat(path.c_str(), &s) != 0) return {};
  const auto nanoseconds = [](const struct timespec& t) { return t.tv_sec * 1'000'000'000LL + t.tv_nsec; };
  return {s.st_size, nanoseconds(s.st_mtim), nanoseconds(s.st_ctim), s.st_ino};
}

Expected<std::string> readWhole(const std::string& path, std::size_t most) {
  const Descriptor file(::open(path.c_str(), O_RDONLY | O_NONBLOCK | O_NOCTTY | O_CLOEXEC));
  if (!file) return failed(path, "no readable file");
  struct stat s {};
  if (::fstat(*file, &s) != 0) return failed(path, "no readable file");
  if (!S_ISREG(s.st_mode))
    return unexpected(path, S_ISDIR(s.st_mode) ? "a folder" : "a pipe or device", "a file that can be read and written");
  std::string text;
  text.reserve(std::min(static_cast<std::size_t>(s.st_size), most));
  char buffer[65536];
  while (text.size() <= most) {
    const ssize_t n = ::read(*file, buffer, sizeof buffer);
    if (n < 0 && errno == EINTR) continue;
    if (n < 0) return failed(path, "a file that cannot be read");
    if (n == 0) return text;
    text.append(buffer, static_cast<std::size_t>(n));
  }
  return unexpected(path, fmt::format("more than {} MB", most >> 20), fmt::format("at most {} MB", most >> 20));
}

std::string throughLinks(const std::string& path) {
  namespace fs = std::filesystem;
  std::string at = path;
  for (int turns = 0; turns < 40; ++turns) {
    std::error_code error;
    const fs::path to = fs::read_symlink(at, error);
    if (error) break;
    at = to.is_absolute() ? to.string() : folderOf(at) + to.string();
  }
  return at;
}

std::string besides(const std::string& path, const std::string& ending) {
  std::string name = nameOf(path);
  if (name.size() + ending.size() > longestName) {
    const std::string tail = fmt::format("-{:016x}", std::hash<std::string>{}(name));
    std::size_t keep = longestName - ending.size() - tail.size();
    while (keep > 0 && (static_cast<unsigned char>(name[keep]) & 0xC0u) == 0x80u) --keep;  // never half a letter
    name = name.substr(0, keep) + tail;
  }
  return folderOf(path) + name + ending;
}

Expected<Written> writeAtomically(const std::string& path, const std::string& text, Backup keep, Readers readers) {
  const std::string target = throughLinks(path);
  Written written;
  struct stat old {};
  const bool there = ::stat(target.c_str(), &old) == 0;
  if (there && !S_ISREG(old.st_mode))
    return unexpected(path, S_ISDIR(old.st_mode) ? "a folder" : "a pipe or device", "a file that can be read and written");
  if (there && (old.st_mode & 0222) == 0)
    return unexpected(path, "a file that is protected against writing", "a file that can be read and written");
  Temporary part = temporaryBeside(target);
  if (there) sayOtherNames(target, old, written.remarks);
  const Descriptor descriptor(writtenTo(part, text, there || readers == Readers::OnlyMe ? 0600 : 0666));
  if (!descriptor) return failed(path, part.made ? "a disk that does not take it" : "a place that cannot be written");
  if (there) keepRights(*descriptor, old, written.remarks);
  if (there && keep == Backup::Keep) {
    const std::string backup = besides(target, "~");
    if (!keepAsBackup(target, backup)) return failed(backup, "no room for the backup");
  }
  if (::rename(part.file.c_str(), target.c_str()) != 0) return failed(path, "a place that cannot be written");
  part.made = false;
  flushFolder(target);
  return written;
}

std::optional<OpenMark> OpenMark::take(const std::string& path) {
  const std::string target = throughLinks(path);
  const std::string file = besides(folderOf(target) + "." + nameOf(target), ".open");
  for (int turns = 0; turns < 100; ++turns) {
    const int descriptor = ::open(file.c_str(), O_RDWR | O_CREAT | O_NOFOLLOW | O_CLOEXEC, 0600);
    if (descriptor < 0) return OpenMark(-1, "");  // a folder that cannot be written cannot be marked either
    if (::flock(descriptor, LOCK_EX | LOCK_NB) != 0) {
      ::close(descriptor);
      return std::nullopt;
    }
    if (isSameFile(descriptor, file)) return OpenMark(descriptor, file);
    ::close(descriptor);  // somebody swept it away between the two calls
  }
  return OpenMark(-1, "");
}

OpenMark::OpenMark(OpenMark&& other) noexcept : descriptor_(std::exchange(other.descriptor_, -1)), file_(std::move(other.file_)) {}

OpenMark& OpenMark::operator=(OpenMark&& other) noexcept {
  std::swap(descriptor_, other.descriptor_);
  std::swap(file_, other.file_);
  return *this;
}

OpenMark::~OpenMark() {
  if (descriptor_ < 0) return;
  ::unlink(file_.c_str());
  ::close(descriptor_);
}

void sweep(const std::string& folder) {
  std::error_code error;
  for (std::filesystem::directory_iterator item(folder, error), end; !error && item != end; item.increment(error)) {
    const std::string file = item->path().string();
    const std::string name = nameOf(file);
    struct stat s {};
    if (!name.starts_with(".") || ::lstat(file.c_str(), &s) != 0 || !S_ISREG(s.st_mode)) continue;
    const pid_t writer = writerOf(name);
    const bool dead = writer > 0 && ::kill(writer, 0) != 0 && errno == ESRCH;
    const bool mark = s.st_size == 0 && (name.ends_with(".uwplan.open") || name.ends_with(".journal.open"));
    if (dead || mark) removeIfFree(file);
  }
}

}  // namespace usherwright
