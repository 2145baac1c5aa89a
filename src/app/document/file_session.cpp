// Files of the window. Journals are written off the interface thread from the shared snapshot.
#include "app/document/file_session.h"

#include <QDir>
#include <QFileInfo>
#include <QStandardPaths>
#include <QTime>
#include <QtConcurrent>

#include "core/io/plan_json.h"

namespace usherwright::app {
namespace {

constexpr int journalDelay = 800;  // ms after the last edit

}  // namespace

FileSession::FileSession(Document& document, const QString& journalFolder, QObject* parent)
    : QObject(parent),
      document_(document),
      folder_(journalFolder.isEmpty() ? QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/journal")
                                      : journalFolder),
      saved_(document.snapshot()) {
  journalTimer_.setSingleShot(true);
  journalTimer_.setInterval(journalDelay);
  connect(&journalTimer_, &QTimer::timeout, this, &FileSession::writeJournal);
  connect(&document_, &Document::changed, this, [this] {
    if (isSaved()) {
      journalTimer_.stop();
      journalWork_.waitForFinished();
      if (journal_) journal_->clear();
    } else {
      journalTimer_.start();
    }
    Q_EMIT stateChanged();
  });
  connect(&watcher_, &QFileSystemWatcher::fileChanged, this, &FileSession::lookAtDisk);
}

FileSession::~FileSession() { journalWork_.waitForFinished(); }

QString FileSession::savedWords() const {
  if (path_.isEmpty()) return isSaved() ? QStringLiteral("not saved yet") : QStringLiteral("not saved yet, changed");
  if (!isSaved()) return QStringLiteral("changed");
  return savedAt_.isEmpty() ? QStringLiteral("as on disk") : QStringLiteral("saved %1").arg(savedAt_);
}

void FileSession::begin(Plan plan) {
  forget();
  adopt({});
  document_.begin(std::move(plan));
  saved_ = document_.snapshot();
  Q_EMIT stateChanged();
}

void FileSession::adopt(const QString& path) {
  if (!path_.isEmpty()) watcher_.removePath(path_);
  if (path != path_) {
    mark_.reset();
    savedAt_.clear();
    if (!path.isEmpty()) {
      mark_ = OpenMark::take(path.toStdString());
      if (!mark_) Q_EMIT openElsewhere();
    }
  }
  path_ = path;
  stamp_ = path.isEmpty() ? FileStamp{} : stampOf(path.toStdString());
  if (!path.isEmpty()) watcher_.addPath(path);
}

Expected<void> FileSession::open(const QString& path) {
  const QString whole = QFileInfo(path).absoluteFilePath();
  const auto text = readWhole(whole.toStdString(), maximumPlanBytes);
  if (!text) return tl::unexpected(text.error());
  auto plan = readPlan(*text);
  if (!plan) {
    Problem problem = plan.error();
    problem.place = QFileInfo(path).fileName().toStdString() + ", " + problem.place;
    return tl::unexpected(std::move(problem));
  }
  forget();
  document_.begin(std::move(*plan));
  saved_ = document_.snapshot();
  adopt(whole);
  Q_EMIT stateChanged();
  return {};
}

FileSession::Outcome FileSession::save(Force force) {
  if (path_.isEmpty()) return Outcome::NeedsPath;
  if (force == Force::No) {
    if (!mark_) return Outcome::OpenElsewhere;
    if (stampOf(path_.toStdString()) != stamp_) return Outcome::ChangedOnDisk;
  }
  return writeTo(path_);
}

FileSession::Outcome FileSession::saveAs(const QString& path) {
  const QString whole = QFileInfo(path).absoluteFilePath();
  return writeTo(whole);
}

FileSession::Outcome FileSession::writeTo(const QString& path) {
  const auto written = writeAtomically(path.toStdString(), writePlan(document_.plan()));
  if (!written) {
    problem_ = QString::fromStdString(written.error().sentence());
    return Outcome::Failed;
  }
  saved_ = document_.snapshot();
  adopt(path);
  savedAt_ = QTime::currentTime().toString(QStringLiteral("HH:mm"));
  forget();
  Q_EMIT stateChanged();
  return Outcome::Saved;
}

std::vector<JournalEntry> FileSession::orphans() const { return orphanJournals(folder_.toStdString()); }

Expected<void> FileSession::recover(const JournalEntry& entry) {
  auto plan = readPlan(entry.plan);
  if (!plan) return tl::unexpected(plan.error());
  adopt(QString::fromStdString(entry.path));
  document_.begin(std::move(*plan));
  // The last saved state is what stands on disk, if it can still be read; else nothing is saved.
  saved_ = std::make_shared<const Plan>();
  if (!entry.path.empty())
    if (const auto text = readWhole(entry.path, maximumPlanBytes))
      if (auto onDisk = readPlan(*text)) saved_ = std::make_shared<const Plan>(std::move(*onDisk));
  writeJournal();
  journalWork_.waitForFinished();
  removeJournal(entry.file);
  Q_EMIT stateChanged();
  return {};
}

void FileSession::lookAtDisk() {
  if (path_.isEmpty()) return;
  const FileStamp now = stampOf(path_.toStdString());
  if (now.size >= 0 && !watcher_.files().contains(path_)) watcher_.addPath(path_);
  if (now == stamp_) return;
  Q_EMIT fileTouched();
}

void FileSession::forget() {
  journalTimer_.stop();
  journalWork_.waitForFinished();
  if (journal_) journal_->clear();
}

void FileSession::writeJournal() {
  if (isSaved()) return;
  if (!journal_) journal_ = Journal::begin(folder_.toStdString());
  if (!journal_) return;  // nowhere to keep it: the plan itself is not in danger
  journalWork_.waitForFinished();
  journalWork_ = QtConcurrent::run([journal = &*journal_, plan = document_.snapshot(), path = path_.toStdString()] {
    // A journal that cannot be written leaves the older one in place; there is nobody here to tell.
    static_cast<void>(journal->write(path, writePlan(*plan)));
  });
}

}  // namespace usherwright::app
