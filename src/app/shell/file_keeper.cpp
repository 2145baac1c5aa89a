// Opening, saving, recovery and what is asked about them.
#include "app/shell/file_keeper.h"
#include "app/shell/report_print.h"
#include "app/theme/board_print.h"

#include <QDateTime>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>

#include "app/present/words.h"
#include "app/shell/help.h"
#include "app/widgets/written_file.h"
#include "core/drawing/wiring/harness_drawings.h"
#include "core/io/plan_json.h"

namespace usherwright::app {
namespace {

/// A file name from the title; characters that a file name should not have are left out.
QString suggestedName(const Plan& plan) {
  QString name;
  for (QChar c : text(plan.title).left(60))
    if (c.isLetterOrNumber() || QStringLiteral(" -_().").contains(c)) name += c;
  name = name.trimmed();
  return (name.isEmpty() ? QStringLiteral("plan") : name) + QStringLiteral(".uwplan");
}

QString planFilter() { return QStringLiteral("Plans (*.uwplan)"); }

}  // namespace

FileKeeper::FileKeeper(Document& document, FileSession& session, Parts parts, QWidget* window)
    : QObject(window), document_(document), session_(session), notices_(parts.notices), bottom_(parts.bottom), window_(window) {
  connect(&session_, &FileSession::fileTouched, this, [this] { notices_.announce(QStringLiteral("disk"), diskSentence(), diskAnswers()); });
  connect(&session_, &FileSession::journalTrouble, this, &FileKeeper::showJournalTrouble);
  connect(&session_, &FileSession::openElsewhere, this, [this] {
    notices_.announce(QStringLiteral("elsewhere"),
                      QStringLiteral("This plan is open in another window. Two windows that save it overwrite each other."),
                      {{QStringLiteral("Save a copy under another name"), [this] { saveAs(); }}, {QStringLiteral("I know"), {}}});
  });
}

void FileKeeper::begin() {
  whenSafe(QStringLiteral("begin a new plan"), [this] { session_.begin(Plan{}); });
}

void FileKeeper::choose() {
  whenSafe(QStringLiteral("open another plan"), [this] {
    const QString path =
        QFileDialog::getOpenFileName(window_, QStringLiteral("Open a plan"), QFileInfo(session_.path()).path(), planFilter());
    if (!path.isEmpty()) openPath(path);
  });
}

void FileKeeper::chooseDemo() {
  whenSafe(QStringLiteral("open the demo"), [this] { openDemo(); });
}

void FileKeeper::chooseFile(const QString& path) {
  whenSafe(QStringLiteral("open %1").arg(QFileInfo(path).fileName()), [this, path] { openPath(path); });
}

void FileKeeper::openPath(const QString& path) {
  const auto opened = session_.open(path);
  if (!opened) notices_.ask(QString::fromStdString(opened.error().sentence()), {{QStringLiteral("I see"), {}}});
}

void FileKeeper::openDemo() { session_.begin(demoPlan()); }

void FileKeeper::save(const std::function<void()>& then) {
  session_.save(FileSession::Force::No, [this, then](FileSession::Outcome outcome) {
    if (outcome == FileSession::Outcome::NeedsPath) return saveAs(then);
    tellAfter(then)(outcome);
  });
}

FileSession::Then FileKeeper::tellAfter(const std::function<void()>& then) {
  return [this, then](FileSession::Outcome outcome) {
    tellOf(outcome);
    if (outcome == FileSession::Outcome::Saved && then) then();
  };
}

/// What could not be kept is said.
void FileKeeper::tellOf(FileSession::Outcome outcome) {
  if (outcome != FileSession::Outcome::Saved) return askAboutOutcome(outcome);
  notices_.withdraw(QStringLiteral("disk"));
  QStringList remarks;
  for (const std::string& remark : session_.remarks()) remarks << QString::fromStdString(remark);
  if (!remarks.isEmpty())
    notices_.announce(QStringLiteral("kept"), QStringLiteral("Saved. ") + remarks.join(QLatin1Char(' ')), {{QStringLiteral("I see"), {}}});
}

void FileKeeper::saveAs(const std::function<void()>& then) {
  QString path = QFileDialog::getSaveFileName(window_, QStringLiteral("Save the plan"),
                                              session_.path().isEmpty() ? suggestedName(document_.plan()) : session_.path(), planFilter());
  if (path.isEmpty()) return;
  if (QFileInfo(path).suffix().isEmpty()) path += QStringLiteral(".uwplan");
  session_.saveAs(path, tellAfter(then));
}

QString FileKeeper::diskSentence() const {
  return QStringLiteral("%1 has changed on disk since it was read here.").arg(QFileInfo(session_.path()).fileName());
}

std::vector<NoticeBar::Answer> FileKeeper::overwriteAnswers() {
  return {{QStringLiteral("Overwrite it"), [this] { session_.save(FileSession::Force::Yes, tellAfter({})); }},
          {QStringLiteral("Save under another name"), [this] { saveAs(); }},
          {QStringLiteral("Not now"), {}}};
}

/// What was not saved goes, and the steps that could be undone as well: that is asked first.
void FileKeeper::readAgain() {
  if (session_.isSaved() && !document_.canUndo()) return openPath(session_.path());
  const bool unsaved = !session_.isSaved();
  std::vector<NoticeBar::Answer> answers{{QStringLiteral("Read it, give these up"), [this] { openPath(session_.path()); }},
                                         {QStringLiteral("Stay"), {}}};
  if (unsaved) answers.insert(answers.begin(), {QStringLiteral("Save mine under another name"), [this] { saveAs(); }});
  notices_.ask(QStringLiteral("Reading %1 again gives up %2.")
                   .arg(QFileInfo(session_.path()).fileName(),
                        unsaved ? QStringLiteral("your changes that are not saved, and the steps that could be undone")
                                : QStringLiteral("the steps that could be undone")),
               std::move(answers));
}

void FileKeeper::showJournalTrouble(const QString& sentence) {
  constexpr qint64 again = 60000;  // ms; the bottom line says it all the time
  const QString about = QStringLiteral("journal");
  bottom_.setTrouble(sentence.isEmpty() ? QString() : QStringLiteral("unsaved work is not kept safe"), sentence);
  if (sentence.isEmpty()) {
    saidTrouble_.invalidate();
    return notices_.withdraw(about);
  }
  if (saidTrouble_.isValid() && saidTrouble_.elapsed() < again) return;
  saidTrouble_.start();
  notices_.announce(about,
                    QStringLiteral("Your unsaved changes would be lost in a crash: they cannot be written down aside. %1").arg(sentence),
                    {{QStringLiteral("Save now"), [this] { save(); }}, {QStringLiteral("I know"), {}}});
}

std::vector<NoticeBar::Answer> FileKeeper::diskAnswers() {
  std::vector<NoticeBar::Answer> answers = overwriteAnswers();
  answers.insert(answers.begin(), {QStringLiteral("Read it again"), [this] { readAgain(); }});
  return answers;
}

void FileKeeper::askAboutOutcome(FileSession::Outcome outcome) {
  switch (outcome) {
    case FileSession::Outcome::ChangedOnDisk: return notices_.ask(diskSentence(), diskAnswers());
    case FileSession::Outcome::OpenElsewhere:
      return notices_.ask(QStringLiteral("%1 is open in another window; saving here overwrites what is done there.")
                              .arg(QFileInfo(session_.path()).fileName()),
                          overwriteAnswers());
    case FileSession::Outcome::Failed:
      return notices_.ask(session_.lastProblem(),
                          {{QStringLiteral("Save under another name"), [this] { saveAs(); }}, {QStringLiteral("Not now"), {}}});
    case FileSession::Outcome::Saved:
    case FileSession::Outcome::NeedsPath: return;
  }
}

void FileKeeper::whenSafe(const QString& what, std::function<void()> then) {
  if (session_.isSaving()) return session_.afterSaving([this, what, then] { whenSafe(what, then); });
  if (session_.isSaved()) return then();
  notices_.ask(
      QStringLiteral("This plan has changes that are not saved. Before you %1:").arg(what),
      {{QStringLiteral("Save them"), [this, then] { save(then); }}, {QStringLiteral("Give them up"), then}, {QStringLiteral("Stay"), {}}});
}

void FileKeeper::offerRecovery() {
  for (const JournalEntry& entry : session_.orphans()) {
    const std::string& path = entry.base.path;
    const QString name = path.empty() ? QStringLiteral("a plan without a file") : QFileInfo(QString::fromStdString(path)).fileName();
    const QString since = hasChanged(entry.base) ? QStringLiteral(" The file has been written since.") : QString();
    const QDateTime when = QFileInfo(QString::fromStdString(entry.file)).lastModified();
    const auto takeUp = [this, entry] {
      const auto done = session_.recover(entry);
      if (!done) bottom_.say(QString::fromStdString(done.error().sentence()));
    };
    notices_.announce(QString::fromStdString(entry.file),
                      QStringLiteral("Unsaved work on %1 of %2 was left behind when the application ended.%3")
                          .arg(name, when.toString(QStringLiteral("d MMM, HH:mm")), since),
                      {{QStringLiteral("Take it up again"), [this, takeUp] { whenSafe(QStringLiteral("take it up again"), takeUp); }},
                       {QStringLiteral("Forget it"), [entry] { removeJournal(entry.file); }},
                       {QStringLiteral("Later"), {}}});
  }
}

/// Where to write a form of the plan, with its ending; empty if nothing was chosen.
QString FileKeeper::askedPath(const QString& words, const QString& ending, const QString& suffix) {
  const QString beside =
      QFileInfo(session_.path()).path() + QLatin1Char('/') + suggestedName(document_.plan()).chopped(7) + suffix + ending;
  const QString path = QFileDialog::getSaveFileName(window_, words, beside, QStringLiteral("*%1").arg(ending));
  return path.isEmpty() || path.endsWith(ending) ? path : path + ending;
}

void FileKeeper::exportAs(const Export& form) {
  const QString path = askedPath(text(form.words), text(form.ending));
  if (!path.isEmpty()) bottom_.say(writeExport(form, path));
}

void FileKeeper::printTiles(const TiledForm& form) {
  const QString path = askedPath(text(form.words), QStringLiteral(".pdf"), text(form.suffix));
  if (!path.isEmpty()) bottom_.say(writeTiles(form, path));
}

void FileKeeper::printReport() {
  QString path = askedPath(QStringLiteral("The report"), QStringLiteral(".pdf"), QStringLiteral("-report"));
  if (path.isEmpty()) return;
  if (path.endsWith(QLatin1String(".html.pdf"))) path.chop(4);  // asked for by its name
  const QString trouble = writeReport(document_.plan(), document_.assessment(), document_.units(), false, path);
  bottom_.say(trouble.isEmpty() ? QStringLiteral("Saved as %1.").arg(QFileInfo(path).fileName()) : trouble);
}

void FileKeeper::printViews() {
  const QString path = askedPath(QStringLiteral("The harness, both views"), QStringLiteral(".pdf"), QStringLiteral("-harness"));
  if (!path.isEmpty()) bottom_.say(writeViews(path));
}

QString FileKeeper::writeViews(const QString& path) const {
  const drawing::Subject subject = document_.subject();
  const std::vector<PrintedView> views{
      {QStringLiteral("laid out"),
       [&](drawing::Size size) {
         return drawing::harnessLaidOut(subject, {size.width, std::max(size.height, drawing::harnessHeight(subject.plan))});
       }},
      {QStringLiteral("on the bike"), [&](drawing::Size) { return drawing::harnessOnBike(subject); }}};
  if (!writeViewsPdf(views, path, text(subject.plan.title))) return QStringLiteral("%1 cannot be written.").arg(path);
  return QStringLiteral("Saved as %1.").arg(QFileInfo(path).fileName());
}

QString FileKeeper::writeTiles(const TiledForm& form, const QString& path) const {
  const std::vector<drawing::Drawing> boards = form.draw(document_.subject());
  if (boards.empty()) return QStringLiteral("Nothing to print yet: station Fit keeps a layout, or measures a case.");
  if (!writeTiledPdf(boards, path, text(document_.plan().title), form.paper)) return QStringLiteral("%1 cannot be written.").arg(path);
  return QStringLiteral("Saved as %1. Print it at 100 % and measure the bar.").arg(QFileInfo(path).fileName());
}

QString FileKeeper::writeExport(const Export& form, const QString& path) const {
  const auto written = form.write(document_.plan(), document_.assessment());
  if (!written) return text(written.error().sentence());
  return writtenFile(path, *written);
}

}  // namespace usherwright::app
