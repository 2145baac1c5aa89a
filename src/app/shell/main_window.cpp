// The main window: puts the parts together and carries out what is laid on the desk.
#include "app/shell/main_window.h"

#include <QApplication>
#include <QCloseEvent>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QMenu>
#include <QShortcut>
#include <QSplitter>
#include <QVBoxLayout>

#include "app/present/words.h"
#include "app/shell/help.h"
#include "core/assess/workings.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"

namespace usherwright::app {
namespace {

constexpr const char* demoName = ":/examples/ferry-path-library-trike.uwplan";

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

MainWindow::MainWindow(const QString& journalFolder, QWidget* parent) : QMainWindow(parent), session_(document_, journalFolder) {
  setMinimumSize(1100, 700);
  resize(1280, 800);
  buildActions();
  buildDesk();
  bindKeys();
  connectDesk();
  restyle();
  goToStation(Station::Bike);
  views_.at(Station::Bike)->setFocus();
  showTitle();
}

/// Widgets go before the document that they show: an entry that loses the keyboard still takes what was typed.
MainWindow::~MainWindow() {
  delete goTo_;
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
  auto* middle = new QHBoxLayout;
  middle->setSpacing(0);
  rail_ = new Rail(kit_);
  middle->addWidget(rail_);
  auto* right = new QVBoxLayout;
  right->setSpacing(0);
  channel_ = new DrawingView(kit_, QStringLiteral("the channel"));
  channel_->setFixedHeight(146);
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
    stack_->addWidget(view);
  }
  lower->addWidget(stack_, 1);
  lower->addWidget(buildAside());
  right->addLayout(lower, 1);
  middle->addLayout(right, 1);
  column->addLayout(middle, 1);
  bottom_ = new BottomLine(kit_);
  column->addWidget(bottom_);
  setCentralWidget(desk);
  sheet_ = new Sheet(kit_, this);
  goTo_ = new GoTo(kit_, actions_, this);
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
  connect(channel_, &DrawingView::partClicked, this, &MainWindow::clickChannel);
  connect(&document_, &Document::changed, channel_, &DrawingView::rebuild);
  connect(&document_, &Document::changed, this, &MainWindow::showTitle);
  connect(&session_, &FileSession::stateChanged, this, &MainWindow::showTitle);
  connect(&look_, &Look::changed, this, &MainWindow::restyle);
  connect(&desk_, &Desk::workingRequested, this, &MainWindow::showWorking);
  connect(&desk_, &Desk::fieldRequested, this, &MainWindow::goToField);
  connect(&desk_, &Desk::pageRequested, this, [this](Station station, const QString& page) {
    goToStation(station);
    views_.at(station)->showPage(page);
  });
  connect(&desk_, &Desk::provenanceRequested, this, &MainWindow::chooseProvenance);
  connect(&desk_, &Desk::demoRequested, this, [this] { whenSafe(QStringLiteral("open the demo"), [this] { openDemo(); }); });
  connect(&session_, &FileSession::fileTouched, this, [this] {
    if (!notices_->sentence().contains(QStringLiteral("changed on disk"))) notices_->announce(diskSentence(), diskAnswers());
  });
  connect(&session_, &FileSession::openElsewhere, this, [this] {
    notices_->announce(QStringLiteral("This plan is open in another window. Two windows that save it overwrite each other."),
                       {{QStringLiteral("Save a copy under another name"), [this] { saveAs(); }}, {QStringLiteral("I know"), {}}});
  });
}

void MainWindow::buildActions() {
  const auto add = [this](const char* name, const QString& words, const char* keys, const char* group, std::function<void()> run) {
    actions_.add({QLatin1String(name), words, QLatin1String(keys), QLatin1String(group), std::move(run), {}, {}});
  };
  add("new", QStringLiteral("New plan"), "Ctrl+N", "file",
      [this] { whenSafe(QStringLiteral("begin a new plan"), [this] { session_.begin(Plan{}); }); });
  add("open", QStringLiteral("Open …"), "Ctrl+O", "file", [this] {
    whenSafe(QStringLiteral("open another plan"), [this] {
      const QString path =
          QFileDialog::getOpenFileName(this, QStringLiteral("Open a plan"), QFileInfo(session_.path()).path(), planFilter());
      if (!path.isEmpty()) openPath(path);
    });
  });
  add("demo", QStringLiteral("Open the demo"), "", "file", [this] { whenSafe(QStringLiteral("open the demo"), [this] { openDemo(); }); });
  add("save", QStringLiteral("Save"), "Ctrl+S", "file", [this] { save(); });
  add("save-as", QStringLiteral("Save under another name …"), "Ctrl+Shift+S", "file", [this] { saveAs(); });
  actions_.add({QStringLiteral("undo"), QStringLiteral("Undo"), QStringLiteral("Ctrl+Z"), QStringLiteral("edit"),
                [this] { document_.undo(); },
                [this] { return document_.canUndo() ? QStringLiteral("Undo: ") + document_.undoWords() : QStringLiteral("Undo"); },
                [this] { return document_.canUndo(); }});
  actions_.add({QStringLiteral("redo"), QStringLiteral("Redo"), QStringLiteral("Ctrl+Shift+Z"), QStringLiteral("edit"),
                [this] { document_.redo(); },
                [this] { return document_.canRedo() ? QStringLiteral("Redo: ") + document_.redoWords() : QStringLiteral("Redo"); },
                [this] { return document_.canRedo(); }});
  for (const StationRow& row : stationTable())
    actions_.add({QStringLiteral("station-") + text(stationName(row.station)).toLower(),
                  QStringLiteral("Station ") + text(stationName(row.station)),
                  QStringLiteral("Ctrl+%1").arg(row.digit),
                  QStringLiteral("go"),
                  [this, s = row.station] { goToStation(s); },
                  {},
                  {}});
  add("go-to", QStringLiteral("Go to …"), "Ctrl+G", "go", [this] { goTo_->begin(); });
  add("next-finding", QStringLiteral("Next finding"), "F8", "go", [this] { findings_->step(+1); });
  add("previous-finding", QStringLiteral("Previous finding"), "Shift+F8", "go", [this] { findings_->step(-1); });
  add("notice", QStringLiteral("Answer the notice"), "F6", "go", [this] {
    if (!notices_->takeKeyboard()) bottom_->say(QStringLiteral("There is no notice to answer."));
  });
  add("working", QStringLiteral("Working of the figure here"), "F2", "view", [this] { workingHere(); });
  add("measure", QStringLiteral("What to measure next"), "F3", "go",
      [this] { Q_EMIT desk_.pageRequested(Station::Bike, QStringLiteral("Measure next")); });
  add("provenance", QStringLiteral("Where this value comes from"), "F4", "view", [this] { provenanceHere(); });
  add("fold-findings", QStringLiteral("Fold the findings"), "Ctrl+B", "view",
      [this] { findings_->setCollapsed(!findings_->isCollapsed()); });
  add("units", QStringLiteral("Metric or imperial"), "Ctrl+Shift+M", "view",
      [this] { document_.setUnits(document_.units() == UnitSystem::Metric ? UnitSystem::Imperial : UnitSystem::Metric); });
  add("theme", QStringLiteral("Paper or night"), "Ctrl+Shift+N", "view",
      [this] { look_.setTheme(look_.theme() == Theme::Paper ? Theme::Night : Theme::Paper); });
  add("help", QStringLiteral("Help on this station"), "F1", "help", [this] { showHelp(); });
  add("keys", QStringLiteral("Keys"), "", "help", [this] { sheet_->show(QStringLiteral("Keys"), keysText(actions_)); });
  add("about", QStringLiteral("About, and cautions"), "", "help",
      [this] { sheet_->show(QStringLiteral("About Usherwright"), aboutText()); });
  add("menu", QStringLiteral("Menu"), "F10", "help", [this] { top_->openMenu(); });
  add("quit", QStringLiteral("Quit"), "Ctrl+Q", "quit", [this] { close(); });
}

void MainWindow::bindKeys() {
  for (const ActionRow& row : actions_.rows()) {
    if (row.keys.isEmpty()) continue;
    auto* shortcut = new QShortcut(QKeySequence(row.keys, QKeySequence::PortableText), this);
    connect(shortcut, &QShortcut::activated, this, [run = row.run] { run(); });
  }
}

void MainWindow::restyle() {
  qApp->setStyleSheet(look_.styleSheet());
  update();
}

void MainWindow::showTitle() {
  const QString title = text(document_.plan().title);
  top_->show(title, session_.savedWords());
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

void MainWindow::clickChannel(const QString& part) {
  if (part == QLatin1String("controller")) return goToField(QStringLiteral("/bike/controller/current_max_A"));
  for (const Element& e : document_.assessment().figures.elements)
    if (text(e.id) == part && !e.pointer.empty()) return goToField(text(e.pointer));
}

void MainWindow::showWorking(const QString& id) {
  std::optional<Working> working;
  if (id.startsWith(QLatin1String("finding/"))) {
    for (const Finding& f : document_.assessment().findings)
      if (QStringLiteral("finding/") + text(f.key()) == id) working = f.working;
  } else if (!id.isEmpty()) {
    working = workingOf(document_.plan(), document_.assessment(), id.toStdString());
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
      sheet_->show(QStringLiteral("Station ") + text(stationName(row.station)),
                   QString::fromUtf8(row.help) + QStringLiteral("\n\nCautions\n") + cautionsText());
}

// ---- files ----

void MainWindow::openPath(const QString& path) {
  const auto opened = session_.open(path);
  if (!opened) notices_->ask(QString::fromStdString(opened.error().sentence()), {{QStringLiteral("I see"), {}}});
}

void MainWindow::openDemo() {
  QFile file(QString::fromLatin1(demoName));
  ensure(file.open(QIODevice::ReadOnly), "the demo is built in");
  auto plan = readPlan(file.readAll().toStdString());
  ensure(plan.has_value(), "the demo is a sound plan");
  session_.begin(std::move(*plan));
}

bool MainWindow::save() {
  const FileSession::Outcome outcome = session_.save();
  if (outcome == FileSession::Outcome::NeedsPath) return saveAs();
  if (outcome == FileSession::Outcome::Saved) return true;
  askAboutOutcome(outcome);
  return false;
}

bool MainWindow::saveAs() {
  QString path = QFileDialog::getSaveFileName(this, QStringLiteral("Save the plan"),
                                              session_.path().isEmpty() ? suggestedName(document_.plan()) : session_.path(), planFilter());
  if (path.isEmpty()) return false;
  if (QFileInfo(path).suffix().isEmpty()) path += QStringLiteral(".uwplan");
  const FileSession::Outcome outcome = session_.saveAs(path);
  if (outcome != FileSession::Outcome::Saved) askAboutOutcome(outcome);
  return outcome == FileSession::Outcome::Saved;
}

QString MainWindow::diskSentence() const {
  return QStringLiteral("%1 has changed on disk since it was read here.").arg(QFileInfo(session_.path()).fileName());
}

std::vector<NoticeBar::Answer> MainWindow::overwriteAnswers() {
  return {{QStringLiteral("Overwrite it"),
           [this] {
             if (session_.save(FileSession::Force::Yes) != FileSession::Outcome::Saved) askAboutOutcome(FileSession::Outcome::Failed);
           }},
          {QStringLiteral("Save under another name"), [this] { saveAs(); }},
          {QStringLiteral("Not now"), {}}};
}

std::vector<NoticeBar::Answer> MainWindow::diskAnswers() {
  std::vector<NoticeBar::Answer> answers = overwriteAnswers();
  answers.insert(answers.begin(), {QStringLiteral("Read it again"), [this] { openPath(session_.path()); }});
  return answers;
}

void MainWindow::askAboutOutcome(FileSession::Outcome outcome) {
  switch (outcome) {
    case FileSession::Outcome::ChangedOnDisk: return notices_->ask(diskSentence(), diskAnswers());
    case FileSession::Outcome::OpenElsewhere:
      return notices_->ask(QStringLiteral("%1 is open in another window; saving here overwrites what is done there.")
                               .arg(QFileInfo(session_.path()).fileName()),
                           overwriteAnswers());
    case FileSession::Outcome::Failed:
      return notices_->ask(session_.lastProblem(),
                           {{QStringLiteral("Save under another name"), [this] { saveAs(); }}, {QStringLiteral("Not now"), {}}});
    case FileSession::Outcome::Saved:
    case FileSession::Outcome::NeedsPath: return;
  }
}

void MainWindow::whenSafe(const QString& what, std::function<void()> then) {
  if (session_.isSaved()) return then();
  notices_->ask(QStringLiteral("This plan has changes that are not saved. Before you %1:").arg(what),
                {{QStringLiteral("Save them"),
                  [this, then] {
                    if (save()) then();
                  }},
                 {QStringLiteral("Give them up"), then},
                 {QStringLiteral("Stay"), {}}});
}

void MainWindow::offerRecovery() {
  const auto found = session_.orphans();
  if (found.empty()) return;
  const JournalEntry entry = found.front();
  const QString name =
      entry.path.empty() ? QStringLiteral("a plan without a file") : QFileInfo(QString::fromStdString(entry.path)).fileName();
  notices_->announce(QStringLiteral("Unsaved work on %1 was left behind when the application ended.").arg(name),
                     {{QStringLiteral("Take it up again"),
                       [this, entry] {
                         const auto done = session_.recover(entry);
                         if (!done) bottom_->say(QString::fromStdString(done.error().sentence()));
                       }},
                      {QStringLiteral("Forget it"), [entry] { removeJournal(entry.file); }},
                      {QStringLiteral("Later"), {}}});
}

void MainWindow::closeEvent(QCloseEvent* e) {
  if (session_.isSaved() || closing_) {
    session_.forget();
    e->accept();
    return;
  }
  e->ignore();
  whenSafe(QStringLiteral("leave"), [this] {
    closing_ = true;
    close();
  });
}

void MainWindow::resizeEvent(QResizeEvent* e) {
  QMainWindow::resizeEvent(e);
  if (sheet_ && sheet_->isVisible()) sheet_->place();
}

void MainWindow::changeEvent(QEvent* e) {
  if (e->type() == QEvent::ActivationChange && isActiveWindow()) session_.lookAtDisk();
  QMainWindow::changeEvent(e);
}

}  // namespace usherwright::app
