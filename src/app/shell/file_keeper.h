// What a person does with files in the window, and everything that has to be asked before work could be lost.
#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <functional>
#include <vector>

#include "app/document/file_session.h"
#include "app/shell/bottom_line.h"
#include "app/shell/notice_bar.h"
#include "app/shell/tiled_forms.h"
#include "core/io/exports.h"

namespace usherwright::app {

class FileKeeper : public QObject {
  Q_OBJECT

 public:
  struct Parts {
    NoticeBar& notices;
    BottomLine& bottom;
  };
  FileKeeper(Document& document, FileSession& session, Parts parts, QWidget* window);

  void begin();
  void choose();
  void chooseDemo();
  /// Unasked: the caller knows that nothing is unsaved, or that it may go.
  void openPath(const QString& path);
  void openDemo();
  /// Opens a plan when the open one is safe.
  void chooseFile(const QString& path);
  /// `then` runs when it is saved, and only then.
  void save(const std::function<void()>& then = {});
  void saveAs(const std::function<void()>& then = {});
  /// Asks where to, and writes.
  void exportAs(const Export& form);
  /// The harness board 1:1 on sheets, as PDF.
  void printTiles(const TiledForm& form);
  /// The whole plan; asks where to.
  void printReport();
  /// Laid out and on the bike, a sheet each.
  void printViews();
  QString writeViews(const QString& path) const;
  QString writeTiles(const TiledForm& form, const QString& path) const;
  /// The sentence says what happened.
  QString writeExport(const Export& form, const QString& path) const;
  /// Offers all unsaved work of windows that died, one after the other.
  void offerRecovery();
  /// Runs `then` at once if nothing is unsaved, else when a save has ended or the person has answered so.
  void whenSafe(const QString& what, std::function<void()> then);

 private:
  QString askedPath(const QString& words, const QString& ending, const QString& suffix = {});
  FileSession::Then tellAfter(const std::function<void()>& then);
  void tellOf(FileSession::Outcome outcome);
  void readAgain();
  void showJournalTrouble(const QString& sentence);
  QString diskSentence() const;
  std::vector<NoticeBar::Answer> overwriteAnswers();
  std::vector<NoticeBar::Answer> diskAnswers();
  void askAboutOutcome(FileSession::Outcome outcome);

  Document& document_;
  FileSession& session_;
  NoticeBar& notices_;
  BottomLine& bottom_;
  QWidget* window_;
  QElapsedTimer saidTrouble_;
};

}  // namespace usherwright::app
