// The main window: puts the parts together and carries out what is laid on the desk.
#include "app/shell/main_window.h"

#include <QApplication>
#include <QCloseEvent>
#include <QFileInfo>
#include <QMenu>
#include <QScrollArea>
#include <QSplitter>
#include <QVBoxLayout>

#include "app/present/words.h"
#include "app/shell/help.h"
#include "app/theme/scaling.h"
#include "app/widgets/plain.h"
#include "core/assess/workings.h"
#include "core/drawing/channel/channel.h"
#include "core/plan/edit.h"
#include "core/plan/options.h"
#include "core/studies/charging_workings.h"

namespace usherwright::app {
namespace {

constexpr int leastWidth = 1100, leastHeight = 700, leastDesk = 604;  // px
constexpr int lowWindow = 760, lowChannel = 116, highChannel = 146;   // px

/// Holds one child as large as itself. A layout would pass on the height that wrapped words ask for at this width, and the
/// area around it would scroll although the window has its least size.
class Filled : public QWidget {
 public:
  void fill(QWidget* child) { child_ = child; }

 protected:
  void resizeEvent(QResizeEvent*) override { child_->setGeometry(rect()); }

 private:
  QWidget* child_ = nullptr;
};

}  // namespace

MainWindow::MainWindow(const QString& journalFolder, QWidget* parent) : QMainWindow(parent), session_(document_, journalFolder) {
  qApp->installEventFilter(new PlainTips(this));
  setMinimumSize(leastWidth, leastHeight);
  resize(1280, 800);
  restyle();  // first of all: what is built takes its sizes from the theme once
  buildActions();
  buildDesk();
  bindKeys();
  connectDesk();
  goToStation(Station::Bike);
  views_.at(Station::Bike)->setFocus();
  showTitle();
}

/// Widgets go before the document that they show: an entry that loses the keyboard still takes what was typed.
MainWindow::~MainWindow() {
  delete goTo_;
  delete way_;
  delete sheet_;
  delete takeCentralWidget();
}

void MainWindow::buildDesk() {
  auto* desk = new QWidget;
  desk->setObjectName(QStringLiteral("desk"));
  auto* column = new QVBoxLayout(desk);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  top_ = new TopBar(kit_, actions_);
  column->addWidget(top_);
  verdict_ = new VerdictBar(kit_);
  column->addWidget(verdict_);
  auto* bench = new Filled;
  bench->setObjectName(QStringLiteral("bench"));
  bench->setMinimumSize(leastWidth, leastDesk);
  auto* scroll = new QScrollArea;  // at a large scale the middle may be larger than the window
  scroll->setObjectName(QStringLiteral("bench"));
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setWidgetResizable(true);
  scroll->setFocusPolicy(Qt::NoFocus);
  auto* filling = new QWidget(bench);
  bench->fill(filling);
  auto* middle = new QHBoxLayout(filling);
  middle->setContentsMargins(0, 0, 0, 0);
  middle->setSpacing(0);
  rail_ = new Rail(kit_);
  middle->addWidget(rail_);
  auto* right = new QVBoxLayout;
  right->setSpacing(0);
  channel_ = new DrawingView(kit_, QStringLiteral("the channel"));
  channel_->setFixedHeight(highChannel);
  channel_->setGround([this](drawing::Size size) { return drawing::channel(document_.subject(), size); });
  right->addWidget(channel_);
  notices_ = new NoticeBar(kit_);
  right->addWidget(notices_);
  auto* lower = new QHBoxLayout;
  lower->setSpacing(0);
  stack_ = new QStackedWidget;
  for (const StationRow& row : stationTable()) {
    StationView* view = row.make(kit_, nullptr);
    views_[row.station] = view;
    view->setAccessibleName(QStringLiteral("station ") + text(stationName(row.station)));
    stack_->addWidget(view);
  }
  lower->addWidget(stack_, 1);
  lower->addWidget(buildAside());
  right->addLayout(lower, 1);
  middle->addLayout(right, 1);
  scroll->setWidget(bench);
  column->addWidget(scroll, 1);
  bottom_ = new BottomLine(kit_);
  column->addWidget(bottom_);
  setCentralWidget(desk);
  files_ = new FileKeeper(document_, session_, {*notices_, *bottom_}, this);
  sheet_ = new Sheet(kit_, this);
  const auto pages = [this] {
    std::vector<std::pair<Station, QString>> all;
    for (const auto& [station, view] : views_)
      for (const QString& name : view->pageNames()) all.emplace_back(station, name);
    return all;
  };
  goTo_ = new GoTo(kit_, actions_, pages, this);
  way_ = new WayList(kit_, this);
}

/// The column at the right: findings above, the station's entries below.
QWidget* MainWindow::buildAside() {
  auto* aside = new QWidget;  // a splitter would take its width from its children
  aside->setFixedWidth(304);
  auto* column = new QVBoxLayout(aside);
  column->setContentsMargins(0, 0, 0, 0);
  auto* split = new QSplitter(Qt::Vertical);
  split->setObjectName(QStringLiteral("aside"));
  column->addWidget(split);
  split->setChildrenCollapsible(false);
  split->setHandleWidth(5);
  findings_ = new FindingsPanel(kit_);
  split->addWidget(findings_);
  entryStack_ = new QStackedWidget;
  for (const auto& [station, view] : views_) entryStack_->addWidget(view->entries());
  split->addWidget(entryStack_);
  split->setStretchFactor(0, 1);
  split->setStretchFactor(1, 1);
  split->setSizes({300, 280});
  return aside;
}

void MainWindow::connectDesk() {
  connect(rail_, &Rail::chosen, this, &MainWindow::goToStation);
  connect(top_, &TopBar::goToRequested, goTo_, &GoTo::begin);
  connect(goTo_, &GoTo::findingChosen, findings_, &FindingsPanel::openFinding);
  connect(verdict_, &VerdictBar::nextRequested, this, &MainWindow::goOnTheWay);
  connect(way_, &WayList::chosen, this, &MainWindow::goToStep);
  connect(channel_, &DrawingView::partClicked, this, &MainWindow::clickChannel);
  const auto showChannel = [this] { channel_->setVisible(!document_.plan().packs.empty()); };  // a dry one says nothing
  connect(&document_, &Document::changed, channel_, showChannel);
  connect(&document_, &Document::changed, channel_, &DrawingView::rebuild);
  showChannel();
  connect(&document_, &Document::changed, this, &MainWindow::showTitle);
  connect(&session_, &FileSession::stateChanged, this, &MainWindow::showTitle);
  // The state changes with every edit, the list of files only with the file.
  connect(&session_, &FileSession::stateChanged, this, [this, last = session_.path()]() mutable {
    if (session_.path() == last) return;
    last = session_.path();
    desk_.setRecent(session_.recent());
  });
  desk_.setRecent(session_.recent());
  connect(&desk_, &Desk::openRequested, this, [this](const QString& file) { files_->chooseFile(file); });
  connect(&look_, &Look::changed, this, &MainWindow::restyle);
  connect(&desk_, &Desk::workingRequested, this, &MainWindow::showWorking);
  connect(&desk_, &Desk::fieldRequested, this, &MainWindow::goToField);
  connect(&desk_, &Desk::partRequested, this, &MainWindow::goToPart);
  connect(&desk_, &Desk::pageRequested, this, [this](Station station, const QString& page) {
    goToStation(station);
    views_.at(station)->showPage(page);
  });
  connect(&desk_, &Desk::provenanceRequested, this, &MainWindow::chooseProvenance);
  connect(&desk_, &Desk::planRequested, this,
          [this](const Plan& plan) { files_->whenSafe(QStringLiteral("open another plan"), [this, plan] { session_.begin(plan); }); });
  connect(&desk_, &Desk::demoRequested, this, [this] { files_->chooseDemo(); });
  connect(&desk_, &Desk::exportRequested, this, [this](const QString& name) {
    if (const TiledForm* tiles = findTiledForm(name)) files_->printTiles(*tiles);
    else if (name == QLatin1String("report-pdf")) files_->printReport();
    else if (name == QLatin1String("views-pdf")) files_->printViews();
    else if (const Export* form = findExport(name.toStdString())) files_->exportAs(*form);
  });
}

void MainWindow::restyle() {
  qApp->setStyleSheet(look_.styleSheet());
  update();
}

void MainWindow::zoom(double scale) {
  look_.setScale(scale);
  bottom_->tell(QStringLiteral("Everything at %1 %.").arg(std::lround(look_.scale() * 100)));
}

void MainWindow::showTitle() {
  const QString title = text(document_.root().title);
  const QString way = document_.openWay().empty() ? QString() : QStringLiteral("  ›  ") + text(document_.openWay());
  top_->show(title + way, session_.savedWords());
  bottom_->showFile(session_.path().isEmpty() ? QStringLiteral("no file") : QFileInfo(session_.path()).fileName());
  setWindowTitle(QStringLiteral("%1%2 – Usherwright")
                     .arg(title.isEmpty() ? QStringLiteral("Untitled") : title, session_.isSaved() ? QString() : QStringLiteral(" *")));
}

void MainWindow::goToStation(Station station) {
  station_ = station;
  stack_->setCurrentWidget(views_.at(station));
  entryStack_->setCurrentWidget(views_.at(station)->entries());
  rail_->setCurrent(station);
  findings_->setStation(station);
  tellOnce(station);
}

/// What a station answers is said when it is first opened on a plan that holds something.
void MainWindow::tellOnce(Station station) {
  const Plan& plan = document_.plan();
  if (plan.packs.empty() && plan.chargers.empty() && !plan.bike.controller.currentLimit) return;
  if (!told_.insert(station).second) return;
  for (const StationRow& row : stationTable())
    if (row.station == station) bottom_->tell(QString::fromUtf8(row.answers) + QStringLiteral("  F1 tells more."));
}

void MainWindow::goOnTheWay() {
  if (const WayStep* next = nextOf(document_.way())) return goToStep(*next);
  bottom_->say(QStringLiteral("Nothing is left to do on the way: what is known is proven."));
}

void MainWindow::goToStep(const WayStep& step) {
  left_.push_back({station_, QApplication::focusWidget()});
  if (step.stop) {
    goToStation(step.station);
    return findings_->openFinding(text(step.id).mid(5));
  }
  if (!step.page.empty()) return Q_EMIT desk_.pageRequested(step.station, text(step.page));
  for (const std::string& pointer : step.fields)
    if (findField(document_.plan(), pointer)) return goToPart(text(pointer), Keyboard::Follows);
  goToStation(step.station);
  views_.at(step.station)->setFocus();
}

/// A way that begins as the plan that is open, and is open now.
void MainWindow::beginWay() {
  const std::size_t place = document_.root().options.size();
  if (!document_.commitRoot(withOption(document_.root(), "way", document_.plan()), QStringLiteral("a way forward"))) return;
  document_.openWay(document_.root().options[place].id);
  goToStation(Station::Options);
  bottom_->say(QStringLiteral("This way is open: what you edit is its own, today's plan stays as it is."));
}

void MainWindow::goBack() {
  if (left_.empty()) return bottom_->say(QStringLiteral("There is nothing to go back to."));
  const Left last = left_.back();
  left_.pop_back();
  goToStation(last.station);
  if (last.focus && last.focus->isVisible()) last.focus->setFocus();
}

void MainWindow::goToField(const QString& pointer) {
  const auto ref = findField(document_.plan(), pointer.toStdString());
  if (!ref) return bottom_->say(QStringLiteral("That field is not in this plan any more."));
  // A field may be shown at more than one station: stay here if it is shown here.
  if (views_.at(station_)->reveal(pointer)) return;
  const auto at = views_.find(ref->spec->station);
  if (at == views_.end()) return;
  goToStation(at->first);
  at->second->reveal(pointer);
}

void MainWindow::goToPart(const QString& pointer, Keyboard keyboard) {
  if (keyboard == Keyboard::Follows) goToField(pointer);
  views_.at(station_)->entries()->bringFirst(pointer);
}

void MainWindow::clickChannel(const QString& part) {
  if (part == QLatin1String("controller")) return goToPart(QStringLiteral("/bike/controller/current_max_A"), Keyboard::Follows);
  for (const Element& e : document_.assessment().figures.elements)
    if (text(e.id) == part && !e.pointer.empty()) return goToPart(text(e.pointer), Keyboard::Follows);
}

std::optional<Working> MainWindow::workingFor(const QString& id) const {
  auto working = workingOf(document_.plan(), document_.assessment(), id.toStdString());
  return working ? working : chargingWorkingOf(document_.plan(), document_.assessment(), id.toStdString());
}

void MainWindow::showWorking(const QString& id) {
  std::optional<Working> working;
  if (id.startsWith(QLatin1String("finding/"))) {
    for (const Finding& f : document_.assessment().findings)
      if (QStringLiteral("finding/") + text(f.key()) == id) working = f.working;
  } else if (!id.isEmpty()) {
    working = workingFor(id);
  }
  if (!working) return bottom_->say(QStringLiteral("There is no working for this: something it needs is not known yet."));
  sheet_->show(text(working->title), text(working->text()).section(QLatin1Char('\n'), 1));
}

void MainWindow::workingHere() {
  for (QWidget* w = QApplication::focusWidget(); w && w != this; w = w->parentWidget()) {
    if (w == channel_ && !channel_->currentPart().isEmpty())
      return showWorking(channel_->currentPart() == QLatin1String("controller") ? QStringLiteral("peak")
                                                                                : QStringLiteral("element/") + channel_->currentPart());
    const QString id = w->property(workingProperty).toString();
    if (!id.isEmpty()) return showWorking(id);
    // Parts of drawings that are named as workings are.
    if (const auto* view = qobject_cast<const DrawingView*>(w); view && workingFor(view->currentPart()))
      return showWorking(view->currentPart());
  }
  if (QApplication::focusWidget() == channel_) return showWorking(QStringLiteral("narrows"));
  showWorking(views_.at(station_)->mainWorking());
}

void MainWindow::provenanceHere() {
  const QWidget* w = QApplication::focusWidget();
  const QString pointer = w ? w->property(pointerProperty).toString() : QString();
  if (pointer.isEmpty()) return bottom_->say(QStringLiteral("F4 says where a value comes from: put the keyboard into an entry first."));
  chooseProvenance(pointer);
}

void MainWindow::chooseProvenance(const QString& pointer) {
  const auto ref = findField(document_.plan(), pointer.toStdString());
  if (!ref || std::holds_alternative<std::monostate>(ref->value))
    return bottom_->say(QStringLiteral("Nothing is known here yet: enter a value first."));
  QMenu menu(this);
  menu.setObjectName(QStringLiteral("provenance"));
  const Provenance now = provenanceOf(document_.plan(), pointer.toStdString());
  static constexpr const char* meanings[] = {"&measured – read on an instrument",
                                             "&label – printed on the part",
                                             "catalo&gue – data sheet or table",
                                             "&claim – a listing or seller",
                                             "&remembered",
                                             "&assumed"};
  for (int i = 0; i < 6; ++i) {
    QAction* action = menu.addAction(QString::fromUtf8(meanings[i]));
    action->setCheckable(true);
    action->setChecked(static_cast<int>(now) == i);
    connect(action, &QAction::triggered, this,
            [this, pointer, i] { document_.commit(withProvenance(document_.plan(), pointer.toStdString(), static_cast<Provenance>(i))); });
  }
  const QWidget* w = QApplication::focusWidget();
  menu.exec(w ? w->mapToGlobal(QPoint(0, w->height())) : QCursor::pos());
}

void MainWindow::showHelp() {
  for (const StationRow& row : stationTable())
    if (row.station == station_)
      sheet_->show(QStringLiteral("%1: %2").arg(text(stationName(row.station)), QString::fromUtf8(row.answers)),
                   QString::fromUtf8(row.help) + QStringLiteral("\n\nCautions\n") + cautionsText() + QStringLiteral("\n\nThe manual\n") +
                       manualWords(text(stationName(row.station)).toLower()),
                   [&row](drawing::Size size) { return helpPicture(row, size); });
}

void MainWindow::closeEvent(QCloseEvent* e) {
  if (session_.isSaved() || closing_) {
    session_.forget();
    e->accept();
    return;
  }
  e->ignore();
  files_->whenSafe(QStringLiteral("leave"), [this] {
    closing_ = true;
    close();
  });
}

void MainWindow::resizeEvent(QResizeEvent* e) {
  QMainWindow::resizeEvent(e);
  fitChannel();
  if (sheet_ && sheet_->isVisible()) sheet_->place();
}

void MainWindow::fitChannel() {
  const int px = height() < lowWindow ? lowChannel : highChannel;
  Scaling::setHeights(channel_, look_, px, px);
}

void MainWindow::changeEvent(QEvent* e) {
  if (e->type() == QEvent::ActivationChange && isActiveWindow()) session_.lookAtDisk();
  QMainWindow::changeEvent(e);
}

}  // namespace usherwright::app
