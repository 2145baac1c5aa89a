// Files on disk: whole reads, atomic writes with a backup, marks of open plans, stamps to notice changes.
// The only part of the core that touches a disk.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "core/quantity/problem.h"

namespace usherwright {

/// What tells two states of a file apart.
struct FileStamp {
  long long size = -1;
  long long modifiedNanoseconds = 0;
  long long changedNanoseconds = 0;  ///< of the inode: moves even when size and time of writing are put back
  unsigned long long inode = 0;
  friend bool operator==(const FileStamp&, const FileStamp&) = default;
};

/// Size −1 if there is no such file.
FileStamp stampOf(const std::string& path);

/// Reads a whole regular file, never waiting. Errors: missing, unreadable, a folder, pipe or device, larger than `most` bytes.
Expected<std::string> readWhole(const std::string& path, std::size_t most);

/// The file that a path names in the end: symbolic links followed, also to a file that is not there yet.
std::string throughLinks(const std::string& path);

/// The name beside `path` that ends in `ending`, shortened where the disk would not take it.
std::string besides(const std::string& path, const std::string& ending);

enum class Backup : std::uint8_t { Keep, None };
enum class Readers : std::uint8_t { AsUsual, OnlyMe };  ///< of a new file; an old one keeps its mode

/// What was written, and what could not be kept, a sentence each: owner, other names of the same file.
struct Written {
  std::vector<std::string> remarks;
};

/// Writes to a temporary file beside it, flushes it to disk, keeps the old file as "<path>~", then renames. Links are
/// followed; mode and owner stay. At every moment the path names the old file or the new one, whole, and so does the
/// backup. On an error the old file is as it was. A file without any right to write is not written.
Expected<Written> writeAtomically(const std::string& path, const std::string& text, Backup backup = Backup::Keep,
                                  Readers readers = Readers::AsUsual);

/// Marks a plan as open in this process: an advisory lock on "<folder>/.<name>.open", links followed.
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

/// Removes what processes that died have left in a folder: half-written files and marks of open plans.
void sweep(const std::string& folder);

}  // namespace usherwright
