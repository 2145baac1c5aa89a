// About, cautions, keys.
#include "app/shell/help.h"

#include <QFile>
#include <QRegularExpression>

#include "core/io/clock.h"
#include "core/io/plan_json.h"
#include "core/log/history.h"
#include "core/quantity/manual.h"

namespace usherwright::app {

Plan demoPlan() {
  QFile file(QStringLiteral(":/examples/ferry-path-library-trike.uwplan"));
  ensure(file.open(QIODevice::ReadOnly), "the demo is built in");
  auto plan = readPlan(file.readAll().toStdString());
  ensure(plan.has_value(), "the demo is a sound plan");
  // A demo whose last ride was years ago would be about nothing but what is overdue.
  return withLogMovedTo(*plan, today() - std::chrono::days(1));
}

namespace {

/// Marks of Markdown away: the words of links, of what is bold, of a table's row.
QString withoutMarks(QString line) {
  static const QRegularExpression link(QStringLiteral("\\[([^\\]]*)\\]\\([^)]*\\)")), strong(QStringLiteral("\\*{1,2}([^*]+)\\*{1,2}")),
      code(QStringLiteral("`([^`]*)`"));
  line.replace(link, QStringLiteral("\\1")).replace(strong, QStringLiteral("\\1")).replace(code, QStringLiteral("\\1"));
  if (line.startsWith(QLatin1Char('|'))) line = line.mid(2).chopped(2).replace(QStringLiteral(" | "), QStringLiteral(": "));
  return line;
}

}  // namespace

QString manualWords(const QString& page) {
  QFile file(QStringLiteral(":/manual/%1.md").arg(page));
  if (!file.open(QIODevice::ReadOnly)) return {};
  QStringList out;
  bool asIs = false, joins = false;
  for (QString line : QString::fromUtf8(file.readAll()).split(QLatin1Char('\n'))) {
    if (line.startsWith(QLatin1String("```"))) {
      asIs = !asIs;
      joins = false;
      continue;
    }
    if (line.startsWith(QLatin1String("# ")) || line.startsWith(QLatin1String("![")) || line.contains(QLatin1String("| --- |")) ||
        line == QLatin1String("| job | |"))
      continue;
    if (asIs) {
      out << line;
      continue;
    }
    if (line.startsWith(QLatin1String("> "))) line.remove(0, 2);
    if (line.startsWith(QLatin1String("## "))) line.remove(0, 3);
    static const QRegularExpression begins(QStringLiteral("^(- |\\d+\\. |\\|)"));
    const bool apart = line.contains(begins);
    if (joins && !line.isEmpty() && !apart) out.back() += QLatin1Char(' ') + withoutMarks(line.trimmed());
    else if (!line.isEmpty() || (!out.isEmpty() && !out.back().isEmpty())) out << withoutMarks(line);
    joins = !line.isEmpty() && !line.startsWith(QLatin1Char('|'));
  }
  return out.join(QLatin1Char('\n')).trimmed();
}

QString manualOfJobs() {
  QString out = manualWords(QStringLiteral("README"));
  for (const auto& [page, title] : {std::pair{"job-add", "A second pack beside the first"},
                                    {"job-replace", "Another pack instead"},
                                    {"job-build", "A pack from cells"},
                                    {"job-chargers", "The right charger"},
                                    {"job-care", "Care, storage, handing on"}})
    out += QStringLiteral("\n\n——  %1\n\n").arg(QString::fromLatin1(title)) + manualWords(QString::fromLatin1(page));
  return out;
}

drawing::Drawing helpPicture(const StationRow& station, drawing::Size size) {
  const Plan plan = demoPlan();
  const Assessment assessment = assess(plan, shippedCatalogue());
  return station.picture({plan, assessment}, size);
}

QString cautionsText() {
  return QStringLiteral(
      "Lithium cells can burn when shorted, crushed, overcharged, charged frozen or mismatched. Full packs above 60 V DC are beyond the "
      "limit that counts as safe to touch. Changing a bike's battery, voltage or current may void its certification and warranty, or move "
      "it into another legal vehicle class.\n\nThis application plans and records; it does not certify. Where local electrical, fire, "
      "transport or traffic rules apply, they stand above it; where the work needs a licensed or qualified person, have that person do "
      "it. Damaged or swollen packs are not planned with: isolate and hand in.");
}

QString aboutText() {
  return QStringLiteral(
             "Usherwright %1\nPlans second batteries for e-bikes: cells, joining, wiring limits, chargers, range.\n\n%2\n\n"
             "Free software under the GNU General Public License, version 3 or later. It comes without any warranty.")
      .arg(QStringLiteral(USHERWRIGHT_VERSION), cautionsText());
}

QString keysText(const ActionTable& actions) {
  QString out;
  for (const ActionRow& row : actions.rows())
    if (!row.keys.isEmpty()) out += QStringLiteral("%1  %2\n").arg(row.keys, -16).arg(row.words);
  out += QStringLiteral(
      "\nOn an entry: Enter takes it, Escape brings the good value back, ↑ ↓ step a number, F4 says where it comes from.\n"
      "On a drawing: arrow keys walk through its parts or move it, Enter goes there, F2 shows the working.");
  return out;
}

QString manualText(const ActionTable& actions) {
  ManualPage page{"usherwright", "plans second batteries for e-bikes, safely", manualDate, {}};
  page.sections.push_back({"Synopsis", "usherwright [OPTIONS] [PLAN]", {}});
  page.sections.push_back({"Description", "Opens the window, with a plan if one is named.", {}});
  page.sections.push_back({"Options",
                           "",
                           {{"--demo", "opens the demo plan"},
                            {"--first-paint", "prints the time to the first painted window and the memory, then quits"},
                            {"--report PLAN FILE", "writes the report of a plan to FILE.pdf or FILE.html, then quits"},
                            {"--with-notes", "with --report: free notes too, which may name people and places"},
                            {"--manual", "prints this page"},
                            {"--help, --version", "say what they say"}}});
  ManualSection keys{"Actions and keys", "", {}};
  for (const ActionRow& row : actions.rows())
    keys.rows.push_back({row.words.toStdString(), row.keys.isEmpty() ? "in the menu" : row.keys.toStdString()});
  page.sections.push_back(std::move(keys));
  page.sections.push_back({"Files",
                           "",
                           {{"PLAN", "a .uwplan file: one JSON text"},
                            {"PLAN~", "the version before the last save"},
                            {"~/.local/share/usherwright/journal", "unsaved work, offered after a crash"}}});
  page.sections.push_back({"Cautions", cautionsText().toStdString(), {}});
  page.sections.push_back({"See also", "usherwright-calc(1)", {}});
  return QString::fromStdString(manualPage(page));
}

}  // namespace usherwright::app
