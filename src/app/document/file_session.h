// The file behind the document: opening, saving, noticing changes on disk and other windows, journalling unsaved work.
#pragma once

#include <QFileSystemWatcher>
#include <QFuture>
#include <QObject>
#include <QTimer>
#include <memory>
#include <optional>

#include "app/document/document.h"
#include "core/io/journal.h"

namespace usherwright::app {

class FileSession : public QObject {
  Q_OBJECT

 public:
  /// `journalFolder` empty: the usual place of this user's data.
  FileSession(Document& document, const QString& journalFolder, QObject* parent = nullptr);
  ~FileSession() override;

  QString path() const { return path_; }
  bool isSaved() const { return *document_.snapshot() == *saved_; }
  QString savedWords() const;

  /// A plan that has no file yet.
  void begin(Plan plan);
  /// On an error the open plan is untouched.
  Expected<void> open(const QString& path);

  enum class Outcome : std::uint8_t { Saved, NeedsPath, ChangedOnDisk, OpenElsewhere, Failed };
  enum class Force : std::uint8_t { No, Yes };
  /// Saves where the plan lives. ChangedOnDisk and OpenElsewhere need `force` to go on.
  Outcome save(Force force = Force::No);
  Outcome saveAs(const QString& path);
  QString lastProblem() const { return problem_; }

  /// Unsaved work of windows that died, newest first.
  std::vector<JournalEntry> orphans() const;
  /// Takes the work of an orphan: it becomes the open, unsaved plan.
  Expected<void> recover(const JournalEntry& entry);
  /// Looks at the disk now; fileTouched() follows if the file is another one than was read.
  void lookAtDisk();
  /// The person has chosen to give the unsaved work up.
  void forget();

 Q_SIGNALS:
  /// Path or saved state is new.
  void stateChanged();
  /// The file on disk is not the one that was read or written.
  void fileTouched();
  /// Another window has this plan open.
  void openElsewhere();

 private:
  void adopt(const QString& path);
  Outcome writeTo(const QString& path);
  void writeJournal();

  Document& document_;
  QString folder_;
  QString path_, problem_;
  std::shared_ptr<const Plan> saved_;
  FileStamp stamp_;
  std::optional<OpenMark> mark_;
  std::optional<Journal> journal_;
  QFileSystemWatcher watcher_;
  QTimer journalTimer_;
  QFuture<void> journalWork_;
  QString savedAt_;
};

}  // namespace usherwright::app
