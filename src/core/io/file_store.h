// Files on disk: whole reads, atomic writes with a backup, journals of unsaved work, stamps to notice changes.
// The only part of the core that touches a disk.
#pragma once

#include <cstdint>
#include <optional>
#include <string>

#include "core/quantity/problem.h"

namespace usherwright {

/// What tells two states of a file apart.
struct FileStamp {
  long long size = -1;
  long long modifiedNanoseconds = 0;
  unsigned long long inode = 0;
  friend bool operator==(const FileStamp&, const FileStamp&) = default;
};

/// Size −1 if there is no such file.
FileStamp stampOf(const std::string& path);

/// Reads a whole file. Errors: missing, unreadable, larger than `most` bytes.
Expected<std::string> readWhole(const std::string& path, std::size_t most);

enum class Backup : std::uint8_t { Keep, None };

/// Writes to a temporary file beside it, flushes it to disk, keeps the old file as "<path>~", then renames.
/// On an error the old file is as it was.
Expected<void> writeAtomically(const std::string& path, const std::string& text, Backup backup = Backup::Keep);

/// Marks a plan as open in this process: an advisory lock on "<folder>/.<name>.open".
/// Empty if another window holds it.
class OpenMark {
 public:
  static std::optional<OpenMark> take(const std::string& path);
  OpenMark(OpenMark&& other) noexcept;
  OpenMark& operator=(OpenMark&& other) noexcept;
  ~OpenMark();

 private:
  OpenMark(int descriptor, std::string file) : descriptor_(descriptor), file_(std::move(file)) {}
  int descriptor_ = -1;
  std::string file_;
};

}  // namespace usherwright
