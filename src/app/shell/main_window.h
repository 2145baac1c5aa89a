// The shell: channel, rail, stations, findings, bottom line; actions; files.
#pragma once

#include <QMainWindow>
#include <QPointer>
#include <QStackedWidget>
#include <map>
#include <set>

#include "app/document/file_session.h"
#include "app/document/photo_shelf.h"
#include "app/jobs/job.h"
#include "app/shell/actions.h"
#include "app/shell/bottom_line.h"
#include "app/shell/file_keeper.h"
#include "app/shell/findings_panel.h"
#include "app/shell/go_to.h"
#include "app/shell/notice_bar.h"
#include "app/shell/rail.h"
#include "app/shell/sheet.h"
#include "app/shell/top_bar.h"
#include "app/shell/verdict_bar.h"
#include "app/shell/way_list.h"
#include "app/theme/scaling.h"
#include "app/widgets/drawing_view.h"

namespace usherwright::app {

class MainWindow : public QMainWindow {
  Q_OBJECT

 public:
  /// `journalFolder` empty: the usual place.
  explicit MainWindow(const QString& journalFolder = {}, QWidget* parent = nullptr);
  ~MainWindow() override;

  Document& document() { return document_; }
  FileSession& session() { return session_; }
  Look& look() { return look_; }
  JobBoard& jobs() { return jobs_; }
  const ActionTable& actions() const { return actions_; }
  FindingsPanel* findings() { return findings_; }
  NoticeBar* notices() { return notices_; }
  BottomLine* bottomLine() { return bottom_; }
  Sheet* sheet() { return sheet_; }
  VerdictBar* verdict() { return verdict_; }
  WayList* wayList() { return way_; }
  Station station() const { return station_; }
  StationView* stationView(Station station) { return views_.at(station); }

  void openPath(const QString& path) { files_->openPath(path); }
  void openDemo() { files_->openDemo(); }
  FileKeeper* files() { return files_; }
  void goToStation(Station station);
  /// Offers unsaved work of a window that died, if there is some.
  void offerRecovery() { files_->offerRecovery(); }

 protected:
  void closeEvent(QCloseEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  void changeEvent(QEvent*) override;

 private:
  void buildDesk();
  QWidget* buildAside();
  void buildActions();
  void bindKeys();
  void connectDesk();
  void restyle();
  void zoom(double scale);
  void fitChannel();
  void tellOnce(Station station);
  void showTitle();
  std::optional<Working> workingFor(const QString& id) const;
  void showWorking(const QString& id);
  void workingHere();
  void provenanceHere();
  void chooseProvenance(const QString& pointer);
  void goToField(const QString& pointer);
  void goToPart(const QString& pointer, Keyboard keyboard);
  void goOnTheWay();
  void goToStep(const WayStep& step);
  void goBack();
  void beginWay();
  void clickChannel(const QString& part);
  void showHelp();

  Look look_;
  Scaling scaling_{look_, this};
  Document document_;
  FileSession session_;
  Desk desk_;
  JobBoard jobs_;
  PhotoShelf photos_{[this] { return session_.path(); }};
  Kit kit_{document_, look_, desk_, jobs_, photos_};
  ActionTable actions_;
  TopBar* top_ = nullptr;
  VerdictBar* verdict_ = nullptr;
  WayList* way_ = nullptr;
  Rail* rail_ = nullptr;
  DrawingView* channel_ = nullptr;
  NoticeBar* notices_ = nullptr;
  QStackedWidget* stack_ = nullptr;
  QStackedWidget* entryStack_ = nullptr;
  FindingsPanel* findings_ = nullptr;
  BottomLine* bottom_ = nullptr;
  Sheet* sheet_ = nullptr;
  GoTo* goTo_ = nullptr;
  FileKeeper* files_ = nullptr;
  std::map<Station, StationView*> views_;
  Station station_ = Station::Bike;
  /// Where a step of the way was left for another place.
  struct Left {
    Station station;
    QPointer<QWidget> focus;
  };
  std::vector<Left> left_;
  std::set<Station> told_;
  bool closing_ = false;
};

}  // namespace usherwright::app
