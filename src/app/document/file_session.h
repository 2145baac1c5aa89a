// The file behind the document: opening, saving, noticing changes on disk and other windows, journalling unsaved work.
#pragma once

#include <QFileSystemWatcher>
#include <QFutureWatcher>
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

  QString path() const { return QString::fromStdString(base_.path); }
  bool isSaved() const;
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
  /// What the last save could not keep (owner, other names of the file), a sentence each.
  const std::vector<std::string>& remarks() const { return remarks_; }

  /// Unsaved work of windows that died, newest first.
  std::vector<JournalEntry> orphans() const;
  /// Takes the work of an orphan: it becomes the open, unsaved plan. The file counts as changed if it is not the one that
  /// the work began from. Unsaved work that was open is gone: ask first.
  Expected<void> recover(const JournalEntry& entry);
  /// Plans that were opened or saved last and are still there, newest first.
  QStringList recent() const;
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
  /// Unsaved work cannot be kept safe: said at every try that fails. Empty when one has succeeded again.
  void journalTrouble(const QString& sentence);

 private:
  /// From now on the plan lives in this file.
  void adopt(const FileBase& base);
  void remember(const QString& path) const;
  QString recentFile() const { return folder_ + QStringLiteral("/../recent-plans"); }
  Outcome writeTo(const QString& path);
  void writeJournal();
  void journalWritten();
  void troubled(const QString& sentence);
  bool journalIsReady();

  Document& document_;
  QString folder_;
  FileBase base_;
  QString problem_;
  std::vector<std::string> remarks_;
  std::shared_ptr<const Plan> saved_;
  std::optional<OpenMark> mark_;
  std::optional<Journal> journal_;
  QFileSystemWatcher watcher_;
  QTimer journalTimer_;
  QFutureWatcher<QString> journalWork_;  ///< the sentence of a failure, or nothing
  bool troubled_ = false;
  QString savedAt_;
};

}  // namespace usherwright::app
