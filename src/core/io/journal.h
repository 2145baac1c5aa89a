// Journals of unsaved work: one file per open plan, kept while there is something unsaved, found again after a crash.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/io/file_store.h"

namespace usherwright {

/// What a journal holds: where the plan was to be saved ("" if nowhere yet) and its text.
struct JournalEntry {
  std::string file;
  std::string path;
  std::string plan;
};

/// A journal of this process. Marked as open, so that a second window does not take it for an orphan.
class Journal {
 public:
  /// In `folder`, which is made if it is missing. Empty if nothing can be written there.
  static std::optional<Journal> begin(const std::string& folder);
  const std::string& file() const { return file_; }
  /// Writes the whole text, atomically.
  Expected<void> write(const std::string& path, const std::string& plan) const;
  /// Nothing is unsaved any more.
  void clear() const;

 private:
  Journal(std::string file, OpenMark mark) : file_(std::move(file)), mark_(std::move(mark)) {}
  std::string file_;
  OpenMark mark_;
};

/// Journals in `folder` that no living process holds, newest first. Unreadable ones are passed over, not removed.
std::vector<JournalEntry> orphanJournals(const std::string& folder);
/// Forgets an orphan.
void removeJournal(const std::string& file);

}  // namespace usherwright
