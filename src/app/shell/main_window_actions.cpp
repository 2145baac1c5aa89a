// What the main window can do, with names, keys and menu groups.
#include <QShortcut>

#include "app/present/words.h"
#include "app/shell/help.h"
#include "app/shell/main_window.h"

namespace usherwright::app {

namespace {

/// Sheets that somebody reads; the others are for a program or a printer.
bool isForPeople(Exported about) { return about == Exported::Plan || about == Exported::Log || about == Exported::Build; }

}  // namespace

void MainWindow::buildActions() {
  const auto add = [this](const char* name, const QString& words, const char* keys, const char* group, std::function<void()> run) {
    actions_.add({QLatin1String(name), words, QLatin1String(keys), QLatin1String(group), std::move(run), {}, {}});
  };
  add("new", QStringLiteral("New plan"), "Ctrl+N", "&File", [this] { files_->begin(); });
  add("open", QStringLiteral("Open …"), "Ctrl+O", "&File", [this] { files_->choose(); });
  add("demo", QStringLiteral("Open the demo"), "", "&File", [this] { files_->chooseDemo(); });
  add("save", QStringLiteral("Save"), "Ctrl+S", "&File", [this] { files_->save(); });
  add("save-as", QStringLiteral("Save under another name …"), "Ctrl+Shift+S", "&File", [this] { files_->saveAs(); });
  for (const Export& form : exports())
    actions_.add({QStringLiteral("export-") + text(form.name),
                  text(form.words) + QStringLiteral(" …"),
                  {},
                  isForPeople(form.about) ? QStringLiteral("Hand &out") : QStringLiteral("E&xport"),
                  [this, &form] { files_->exportAs(form); },
                  {},
                  {}});
  for (const TiledForm& form : tiledForms())
    actions_.add({text(form.name),
                  text(form.words) + QStringLiteral(" …"),
                  {},
                  QStringLiteral("&Print"),
                  [this, &form] { files_->printTiles(form); },
                  {},
                  {}});
  add("report-pdf", QStringLiteral("The report, as PDF or HTML …"), "Ctrl+P", "&Print", [this] { files_->printReport(); });
  add("views-pdf", QStringLiteral("The harness, both views, as PDF …"), "", "&Print", [this] { files_->printViews(); });
  actions_.add({QStringLiteral("undo"), QStringLiteral("Undo"), QStringLiteral("Ctrl+Z"), QStringLiteral("&Edit"),
                [this] { document_.undo(); },
                [this] { return document_.canUndo() ? QStringLiteral("Undo: ") + document_.undoWords() : QStringLiteral("Undo"); },
                [this] { return document_.canUndo(); }});
  add("begin-way", QStringLiteral("Begin a way forward"), "Ctrl+D", "&Edit", [this] { beginWay(); });
  actions_.add({QStringLiteral("open-today"),
                QStringLiteral("Back to today's plan"),
                {},
                QStringLiteral("&Edit"),
                [this] { document_.openWay(std::string()); },
                {},
                [this] { return !document_.openWay().empty(); }});
  actions_.add({QStringLiteral("redo"), QStringLiteral("Redo"), QStringLiteral("Ctrl+Shift+Z"), QStringLiteral("&Edit"),
                [this] { document_.redo(); },
                [this] { return document_.canRedo() ? QStringLiteral("Redo: ") + document_.redoWords() : QStringLiteral("Redo"); },
                [this] { return document_.canRedo(); }});
  for (const StationRow& row : stationTable())
    actions_.add({QStringLiteral("station-") + text(stationName(row.station)).toLower(),
                  QStringLiteral("Station ") + text(stationName(row.station)),
                  QStringLiteral("Ctrl+%1").arg(row.digit),
                  QStringLiteral("&Go"),
                  [this, s = row.station] { goToStation(s); },
                  {},
                  {}});
  add("go-to", QStringLiteral("Go to …"), "Ctrl+G", "&Go", [this] { goTo_->begin(); });
  add("way-next", QStringLiteral("The next thing of the way"), "F7", "&Go", [this] { goOnTheWay(); });
  add("way", QStringLiteral("The way to a verdict"), "Shift+F7", "&Go", [this] { way_->toggle(); });
  add("back", QStringLiteral("Back to where I was"), "Alt+Left", "&Go", [this] { goBack(); });
  add("next-finding", QStringLiteral("Next finding"), "F8", "&Go", [this] { findings_->step(+1); });
  add("previous-finding", QStringLiteral("Previous finding"), "Shift+F8", "&Go", [this] { findings_->step(-1); });
  add("notice", QStringLiteral("Answer the notice"), "F6", "&Go", [this] {
    if (!notices_->takeKeyboard()) bottom_->say(QStringLiteral("There is no notice to answer."));
  });
  add("working", QStringLiteral("Working of the figure here"), "F2", "&View", [this] { workingHere(); });
  add("measure", QStringLiteral("What to measure next"), "F3", "&Go",
      [this] { Q_EMIT desk_.pageRequested(Station::Bike, QStringLiteral("Measure next")); });
  add("provenance", QStringLiteral("Where this value comes from"), "F4", "&View", [this] { provenanceHere(); });
  add("fold-findings", QStringLiteral("Fold the findings"), "Ctrl+B", "&View",
      [this] { findings_->setCollapsed(!findings_->isCollapsed()); });
  add("units", QStringLiteral("Metric or imperial"), "Ctrl+Shift+M", "&View",
      [this] { document_.setUnits(document_.units() == UnitSystem::Metric ? UnitSystem::Imperial : UnitSystem::Metric); });
  add("theme", QStringLiteral("Paper or night"), "Ctrl+Shift+N", "&View",
      [this] { look_.setTheme(look_.theme() == Theme::Paper ? Theme::Night : Theme::Paper); });
  add("larger", QStringLiteral("Everything larger"), "Ctrl++", "&View", [this] { zoom(look_.scale() + 0.1); });
  add("smaller", QStringLiteral("Everything smaller"), "Ctrl+-", "&View", [this] { zoom(look_.scale() - 0.1); });
  add("help", QStringLiteral("Help on this station"), "F1", "&Help", [this] { showHelp(); });
  add("manual", QStringLiteral("The manual: what is everywhere, and the five jobs"), "", "&Help",
      [this] { sheet_->show(QStringLiteral("The manual"), manualOfJobs()); });
  add("keys", QStringLiteral("Keys"), "", "&Help", [this] { sheet_->show(QStringLiteral("Keys"), keysText(actions_)); });
  add("about", QStringLiteral("About, and cautions"), "", "&Help",
      [this] { sheet_->show(QStringLiteral("About Usherwright"), aboutText()); });
  add("menu", QStringLiteral("Menu"), "F10", "&Help", [this] { top_->openMenu(); });
  add("quit", QStringLiteral("Quit"), "Ctrl+Q", "", [this] { close(); });
}

void MainWindow::bindKeys() {
  for (const ActionRow& row : actions_.rows()) {
    if (row.keys.isEmpty()) continue;
    auto* shortcut = new QShortcut(QKeySequence(row.keys, QKeySequence::PortableText), this);
    connect(shortcut, &QShortcut::activated, this, [run = row.run] { run(); });
    if (row.name == QLatin1String("larger"))  // where plus needs Shift
      connect(new QShortcut(QKeySequence(QStringLiteral("Ctrl+=")), this), &QShortcut::activated, this, [run = row.run] { run(); });
  }
}

}  // namespace usherwright::app
