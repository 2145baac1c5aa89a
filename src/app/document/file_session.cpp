// Files of the window. Journals are written off the interface thread from the shared snapshot.
#include "app/document/file_session.h"

#include <QDir>
#include <QFileInfo>
#include <QSaveFile>
#include <QStandardPaths>
#include <QTime>
#include <QtConcurrent>
#include <utility>

#include "app/document/photo_shelf.h"
#include "core/io/plan_json.h"

namespace usherwright::app {
namespace {

constexpr int journalDelay = 1500;  // ms after the first edit that is not in it: with the writing, under two seconds

constexpr int mostRecent = 5;
constexpr qint64 mostRecentBytes = 64 * 1024;

QString sentenceOf(const Problem& problem) { return QString::fromStdString(problem.sentence()); }

}  // namespace

FileSession::FileSession(Document& document, const QString& journalFolder, QObject* parent)
    : QObject(parent),
      document_(document),
      folder_(journalFolder.isEmpty() ? QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/journal")
                                      : journalFolder),
      saved_(document.rootSnapshot()) {
  journalTimer_.setSingleShot(true);
  journalTimer_.setInterval(journalDelay);
  connect(&journalTimer_, &QTimer::timeout, this, &FileSession::writeJournal);
  connect(&journalWork_, &QFutureWatcher<QString>::finished, this, &FileSession::journalWritten);
  connect(&document_, &Document::changed, this, [this] {
    if (isSaved()) forget();
    else if (!journalTimer_.isActive()) journalTimer_.start();  // edits that go on do not put it off
    Q_EMIT stateChanged();
  });
  connect(&watcher_, &QFileSystemWatcher::fileChanged, this, &FileSession::lookAtDisk);
  connect(&saveWork_, &QFutureWatcherBase::finished, this, &FileSession::saveEnded);
}

FileSession::~FileSession() {
  saveWork_.waitForFinished();
  journalWork_.waitForFinished();
  if (dropJournal_ && journal_) journal_->clear();
}

bool FileSession::isSaved() const {
  const auto now = document_.rootSnapshot();
  return now == saved_ || *now == *saved_;
}

QString FileSession::savedWords() const {
  if (isSaving()) return QStringLiteral("saving …");
  if (base_.path.empty()) return isSaved() ? QStringLiteral("not saved yet") : QStringLiteral("not saved yet, changed");
  if (!isSaved()) return QStringLiteral("changed");
  return savedAt_.isEmpty() ? QStringLiteral("as on disk") : QStringLiteral("saved %1").arg(savedAt_);
}

void FileSession::begin(Plan plan) {
  letSaveEnd();
  forget();
  adopt({});
  document_.begin(std::move(plan));
  saved_ = document_.rootSnapshot();
  Q_EMIT stateChanged();
}

void FileSession::adopt(const FileBase& base) {
  if (!base_.path.empty()) watcher_.removePath(path());
  if (base.path != base_.path) {
    mark_.reset();
    savedAt_.clear();
    if (!base.path.empty()) {
      mark_ = OpenMark::take(base.path);
      if (!mark_) Q_EMIT openElsewhere();
      sweep(QFileInfo(QString::fromStdString(throughLinks(base.path))).path().toStdString());
    }
  }
  base_ = base;
  if (base_.path.empty()) return;
  watcher_.addPath(path());
  remember(path());
}

Expected<void> FileSession::open(const QString& path) {
  const QString whole = QFileInfo(path).absoluteFilePath();
  const FileStamp stamp = stampOf(whole.toStdString());  // before the text: what changes in between is noticed later
  const auto text = readWhole(whole.toStdString(), maximumPlanBytes);
  if (!text) return tl::unexpected(text.error());
  auto plan = readPlan(*text);
  if (!plan) {
    Problem problem = plan.error();
    problem.place = QFileInfo(path).fileName().toStdString() + ", " + problem.place;
    return tl::unexpected(std::move(problem));
  }
  letSaveEnd();
  forget();
  adopt({whole.toStdString(), stamp, sumOf(*text)});
  document_.begin(std::move(*plan));
  saved_ = document_.rootSnapshot();
  forget();
  Q_EMIT stateChanged();
  return {};
}

void FileSession::save(Force force, Then then) {
  if (isSaving()) return afterSave_.push_back([this, force, then = std::move(then)] { save(force, then); });
  if (base_.path.empty()) return then(Outcome::NeedsPath);
  if (force == Force::No) {
    if (!mark_) return then(Outcome::OpenElsewhere);
    if (hasChanged(base_)) return then(Outcome::ChangedOnDisk);
  }
  writeTo(path(), std::move(then));
}

void FileSession::saveAs(const QString& path, Then then) {
  if (isSaving()) return afterSave_.push_back([this, path, then = std::move(then)] { saveAs(path, then); });
  writeTo(QFileInfo(path).absoluteFilePath(), std::move(then));
}

void FileSession::afterSaving(std::function<void()> then) {
  if (!isSaving()) return then();
  afterSave_.push_back(std::move(then));
}

void FileSession::writeTo(const QString& path, Then then) {
  saving_ = Saving{document_.rootSnapshot(), std::move(then)};
  journalTimer_.stop();
  Journal* journal = journal_ ? &*journal_ : nullptr;
  saveWork_.setFuture(QtConcurrent::run([plan = saving_->plan, path = path.toStdString(), base = base_, journal,
                                         journalling = journalWork_.future()]() mutable -> std::shared_ptr<const WrittenTo> {
    const std::string text = writePlan(*plan);
    // The journal holds what is going to be saved: killed after the save and before the journal goes, it is seen to be
    // nothing new. A journal that refuses is no reason not to save.
    journalling.waitForFinished();
    if (journal && stampOf(journal->file()).size >= 0) static_cast<void>(journal->write({path, base.stamp, base.sum}, text));
    auto written = writeAtomically(path, text);
    if (written && !base.path.empty() && base.path != path)
      for (std::string& said : copyPhotos(*plan, QString::fromStdString(base.path), QString::fromStdString(path)))
        written->remarks.push_back(std::move(said));
    FileBase now{path, stampOf(path), sumOf(text)};
    return std::make_shared<const WrittenTo>(WrittenTo{std::move(written), std::move(now)});
  }));
  Q_EMIT stateChanged();
}

void FileSession::saveEnded() {
  if (!isSaving()) return;
  const auto done = saveWork_.result();
  const Saving saved = *std::exchange(saving_, std::nullopt);
  if (done->written) {
    remarks_ = done->written->remarks;
    saved_ = saved.plan;
    adopt(done->base);
    savedAt_ = QTime::currentTime().toString(QStringLiteral("HH:mm"));
  } else {
    problem_ = sentenceOf(done->written.error());
  }
  if (isSaved()) forget();
  else journalTimer_.start();
  Q_EMIT stateChanged();
  saved.then(done->written ? Outcome::Saved : Outcome::Failed);
  lookAtDisk();  // what somebody else wrote meanwhile
  while (!afterSave_.empty() && !isSaving()) {
    const std::function<void()> next = std::move(afterSave_.front());
    afterSave_.pop_front();
    next();
  }
}

/// For what begins another plan: whoever asks first has waited already, so there is next to nothing to wait for.
void FileSession::letSaveEnd() {
  while (isSaving()) {
    saveWork_.waitForFinished();
    saveEnded();
  }
}

std::vector<JournalEntry> FileSession::orphans() const { return orphanJournals(folder_.toStdString()); }

Expected<void> FileSession::recover(const JournalEntry& entry) {
  auto plan = readPlan(entry.plan);
  if (!plan) return tl::unexpected(plan.error());
  letSaveEnd();
  forget();
  journalWork_.waitForFinished();  // seldom, and what follows writes to the same journal
  adopt(entry.base);
  // The last saved state is what stands on disk, if it can still be read; else nothing is saved.
  auto saved = std::make_shared<const Plan>();
  if (!entry.base.path.empty())
    if (const auto text = readWhole(entry.base.path, maximumPlanBytes))
      if (auto onDisk = readPlan(*text)) saved = std::make_shared<const Plan>(std::move(*onDisk));
  saved_ = std::move(saved);
  document_.begin(std::move(*plan));
  Expected<void> kept;
  if (!isSaved()) kept = journalIsReady() ? journal_->write(base_, writePlan(document_.root())) : unexpected("", "no journal", "one");
  if (kept) removeJournal(entry.file);  // else it stays: it is the only copy on disk
  else journalTimer_.start();
  Q_EMIT stateChanged();
  if (hasChanged(base_)) Q_EMIT fileTouched();
  return {};
}

QStringList FileSession::recent() const {
  QStringList out;
  QFile file(recentFile());
  if (!file.open(QIODevice::ReadOnly)) return out;
  for (const QByteArray& line : file.read(mostRecentBytes).split('\n')) {
    const QString path = QString::fromUtf8(line);
    if (!path.isEmpty() && !out.contains(path) && QFileInfo(path).isFile() && out.size() < mostRecent) out << path;
  }
  return out;
}

/// A list that cannot be kept is no harm.
void FileSession::remember(const QString& path) const {
  if (path.contains(QLatin1Char('\n'))) return;
  QStringList paths = recent();
  if (paths.value(0) == path) return;
  paths.removeAll(path);
  paths.prepend(path);
  QDir().mkpath(QFileInfo(recentFile()).path());
  QSaveFile file(recentFile());
  if (!file.open(QIODevice::WriteOnly)) return;
  file.write(paths.mid(0, mostRecent).join(QLatin1Char('\n')).toUtf8());
  file.commit();
}

void FileSession::lookAtDisk() {
  if (base_.path.empty() || isSaving()) return;
  if (QFileInfo::exists(path()) && !watcher_.files().contains(path())) watcher_.addPath(path());
  if (hasChanged(base_)) Q_EMIT fileTouched();
}

void FileSession::forget() {
  journalTimer_.stop();
  dropJournal_ = journalWork_.isRunning();
  if (journal_ && !dropJournal_) journal_->clear();
  troubled({});
}

void FileSession::troubled(const QString& sentence) {
  if (sentence.isEmpty() && !troubled_) return;
  troubled_ = !sentence.isEmpty();
  Q_EMIT journalTrouble(sentence);
}

bool FileSession::journalIsReady() {
  if (journal_) return true;
  auto begun = Journal::begin(folder_.toStdString());
  if (begun) journal_ = std::move(*begun);
  else troubled(sentenceOf(begun.error()));
  return journal_.has_value();
}

void FileSession::writeJournal() {
  if (isSaved()) return;
  if (journalWork_.isRunning() || isSaving() || !journalIsReady()) return journalTimer_.start();
  journalWork_.setFuture(QtConcurrent::run([journal = &*journal_, plan = document_.rootSnapshot(), base = base_] {
    const auto written = journal->write(base, writePlan(*plan));
    return written ? QString() : sentenceOf(written.error());
  }));
}

void FileSession::journalWritten() {
  if (std::exchange(dropJournal_, false)) {
    journal_->clear();
    if (!isSaved() && !journalTimer_.isActive()) journalTimer_.start();
    return;
  }
  if (isSaved()) return;
  const QString sentence = journalWork_.result();
  troubled(sentence);
  if (!sentence.isEmpty() && !journalTimer_.isActive()) journalTimer_.start();  // again, until it is well
}

}  // namespace usherwright::app
