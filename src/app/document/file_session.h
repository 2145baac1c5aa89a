// The file behind the document: opening, saving, noticing changes on disk and other windows, journalling unsaved work. Plans
// are written on another thread, from a snapshot: nothing here keeps the window waiting.
#pragma once

#include <QFileSystemWatcher>
#include <QFutureWatcher>
#include <QObject>
#include <QTimer>
#include <deque>
#include <functional>
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
  using Then = std::function<void(Outcome)>;
  /// Saves where the plan lives, beside the window: edits may go on, `then` hears how it went. ChangedOnDisk and OpenElsewhere
  /// need `force` to go on. One save follows the other.
  void save(Force force, Then then);
  void saveAs(const QString& path, Then then);
  bool isSaving() const { return saving_.has_value(); }
  /// Runs `then` when no save is under way: at once, or after it.
  void afterSaving(std::function<void()> then);
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
  void writeTo(const QString& path, Then then);
  void saveEnded();
  void letSaveEnd();
  void writeJournal();
  void journalWritten();
  void troubled(const QString& sentence);
  bool journalIsReady();

  /// A save that is under way.
  struct Saving {
    std::shared_ptr<const Plan> plan;
    Then then;
  };
  struct WrittenTo {
    Expected<Written> written;
    FileBase base;
  };

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
  bool dropJournal_ = false;             ///< what is being written there has been given up
  QFutureWatcher<std::shared_ptr<const WrittenTo>> saveWork_;
  std::optional<Saving> saving_;
  std::deque<std::function<void()>> afterSave_;
  bool troubled_ = false;
  QString savedAt_;
};

}  // namespace usherwright::app
