// Journals of unsaved work: one file per open plan, kept while there is something unsaved, found again after a crash.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/io/file_store.h"

namespace usherwright {

/// The file that a plan was read from or saved to, as it was then.
struct FileBase {
  std::string path;  ///< "" if nowhere yet
  FileStamp stamp;
  unsigned long long sum = 0;  ///< of its text; 0 if there is none
  friend bool operator==(const FileBase&, const FileBase&) = default;
};

/// Tells texts apart; the same on every machine (FNV-1a, 64 bits, never 0).
unsigned long long sumOf(std::string_view text);

/// True if the file on disk is another one than `base`: other content, not only touched.
bool hasChanged(const FileBase& base);

/// What a journal holds: the plan's JSON text, and the file that it was based on.
struct JournalEntry {
  std::string file;
  FileBase base;
  std::string plan;
};

/// A journal of this process. Marked as open, so that a second window does not take it for an orphan.
class Journal {
 public:
  /// In `folder`, which is made if it is missing, for nobody else to read. Error: nothing can be written there.
  static Expected<Journal> begin(const std::string& folder);
  const std::string& file() const { return file_; }
  /// Writes the whole text, atomically.
  Expected<void> write(const FileBase& base, const std::string& plan) const;
  /// Nothing is unsaved any more.
  void clear() const;

 private:
  Journal(std::string file, OpenMark mark) : file_(std::move(file)), mark_(std::move(mark)) {}
  std::string file_;
  OpenMark mark_;
};

/// Journals in `folder` that no living process holds, newest first. Unreadable ones are passed over, not removed; one that
/// holds just what stands in its file is no unsaved work, and is removed.
std::vector<JournalEntry> orphanJournals(const std::string& folder);
/// Forgets an orphan.
void removeJournal(const std::string& file);

}  // namespace usherwright
