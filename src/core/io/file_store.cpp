// POSIX files: write to a temporary, fsync, rename.
#include "core/io/file_store.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <utility>

namespace usherwright {
namespace {

tl::unexpected<Problem> failed(const std::string& path, const char* what) {
  return unexpected(path, fmt::format("{} ({})", what, std::strerror(errno)), "a file that can be read and written");
}

std::string folderOf(const std::string& path) {
  const auto slash = path.rfind('/');
  return slash == std::string::npos ? "." : path.substr(0, slash + 1);
}

std::string nameOf(const std::string& path) {
  const auto slash = path.rfind('/');
  return slash == std::string::npos ? path : path.substr(slash + 1);
}

bool writeAll(int descriptor, const std::string& text) {
  std::size_t done = 0;
  while (done < text.size()) {
    const ssize_t n = ::write(descriptor, text.data() + done, text.size() - done);
    if (n < 0 && errno == EINTR) continue;
    if (n <= 0) return false;
    done += static_cast<std::size_t>(n);
  }
  return ::fsync(descriptor) == 0;
}

}  // namespace

FileStamp stampOf(const std::string& path) {
  struct stat s {};
  if (::stat(path.c_str(), &s) != 0) return {};
  return {s.st_size, s.st_mtim.tv_sec * 1'000'000'000LL + s.st_mtim.tv_nsec, s.st_ino};
}

Expected<std::string> readWhole(const std::string& path, std::size_t most) {
  std::FILE* file = std::fopen(path.c_str(), "rb");
  if (!file) return failed(path, "no readable file");
  std::string text;
  char buffer[65536];
  for (std::size_t n; (n = std::fread(buffer, 1, sizeof buffer, file)) > 0;) {
    text.append(buffer, n);
    if (text.size() > most) break;
  }
  const bool bad = std::ferror(file) != 0;
  std::fclose(file);
  if (bad) return failed(path, "a file that cannot be read");
  if (text.size() > most) return unexpected(path, fmt::format("more than {} MB", most >> 20), fmt::format("at most {} MB", most >> 20));
  return text;
}

Expected<void> writeAtomically(const std::string& path, const std::string& text, Backup keep) {
  const std::string temporary = fmt::format("{}.{}.part", path, ::getpid());
  const int descriptor = ::open(temporary.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0644);
  if (descriptor < 0) return failed(path, "a place that cannot be written");
  const bool written = writeAll(descriptor, text);
  if (::close(descriptor) != 0 || !written) {
    const auto problem = failed(path, "a disk that does not take it");
    ::unlink(temporary.c_str());
    return problem;
  }
  if (keep == Backup::Keep && stampOf(path).size >= 0) {
    const std::string backup = path + "~";
    ::unlink(backup.c_str());
    if (::link(path.c_str(), backup.c_str()) != 0 && errno != EPERM && errno != EOPNOTSUPP) {
      const auto problem = failed(backup, "no room for the backup");
      ::unlink(temporary.c_str());
      return problem;
    }
  }
  if (::rename(temporary.c_str(), path.c_str()) != 0) {
    const auto problem = failed(path, "a place that cannot be written");
    ::unlink(temporary.c_str());
    return problem;
  }
  const int folder = ::open(folderOf(path).c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
  if (folder >= 0) {
    ::fsync(folder);
    ::close(folder);
  }
  return {};
}

std::optional<OpenMark> OpenMark::take(const std::string& path) {
  std::string file = folderOf(path) + (folderOf(path) == "." ? "/." : ".") + nameOf(path) + ".open";
  const int descriptor = ::open(file.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0644);
  if (descriptor < 0) return OpenMark(-1, "");  // a folder that cannot be written cannot be marked either
  if (::flock(descriptor, LOCK_EX | LOCK_NB) != 0) {
    ::close(descriptor);
    return std::nullopt;
  }
  return OpenMark(descriptor, std::move(file));
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

}  // namespace usherwright
