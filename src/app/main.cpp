// usherwright: the window.
#include <QApplication>
#include <QCommandLineParser>
#include <QGuiApplication>
#include <QPalette>
#include <QSettings>
#include <QStyleFactory>
#include <QTextStream>

#include "app/present/words.h"
#include "app/shell/help.h"
#include "app/shell/main_window.h"
#include "app/shell/process_facts.h"
#include "app/shell/report_print.h"
#include "core/io/clock.h"
#include "core/io/file_store.h"
#include "core/io/plan_json.h"

namespace {

int measureFirstPaint(QWidget& window) {
  window.show();
  window.repaint();
  QApplication::processEvents();
  QTextStream(stdout) << "first painted window after " << usherwright::app::sinceProcessStart() << " ms, resident "
                      << usherwright::app::residentMegabytes() << " MB\n";
  return 0;
}

/// The plan is read as the window reads it; 2 where it cannot be, or the report cannot be written.
int writeReportOf(const QString& from, const QStringList& to, bool notes) {
  using namespace usherwright;
  QTextStream errors(stderr);
  const auto refuse = [&](const QString& sentence) {
    errors << sentence << '\n';
    return 2;
  };
  if (to.size() != 1) return refuse(QStringLiteral("--report: found %1 files, expected one to write: out.pdf or out.html.").arg(to.size()));
  const auto bytes = readWhole(from.toStdString(), maximumPlanBytes);
  if (!bytes) return refuse(app::text(bytes.error().sentence()));
  const auto plan = readPlan(*bytes);
  if (!plan) return refuse(from + QLatin1Char(' ') + app::text(plan.error().sentence()));
  const QString trouble = app::writeReport(*plan, assess(*plan, {shippedCatalogue(), today()}), UnitSystem::Metric, notes, to.first());
  return trouble.isEmpty() ? 0 : refuse(trouble);
}

}  // namespace

int main(int argc, char** argv) {
  using namespace usherwright::app;
  QApplication application(argc, argv);
  QApplication::setApplicationName(QStringLiteral("usherwright"));
  QApplication::setApplicationDisplayName(QStringLiteral("Usherwright"));
  QApplication::setApplicationVersion(QStringLiteral(USHERWRIGHT_VERSION));
  QApplication::setDesktopFileName(QStringLiteral("invalid.usherwright.Usherwright"));
  QCommandLineParser parser;
  parser.setApplicationDescription(QStringLiteral("Plans second batteries for e-bikes, safely."));
  parser.addHelpOption();
  parser.addVersionOption();
  const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open the demo plan."));
  parser.addOption(demo);
  const QCommandLineOption firstPaint(
      QStringLiteral("first-paint"),
      QStringLiteral("Print the milliseconds from start to the first painted window and the resident memory, then quit."));
  parser.addOption(firstPaint);
  const QCommandLineOption manual(QStringLiteral("manual"), QStringLiteral("Print the manual page, then quit."));
  parser.addOption(manual);
  const QCommandLineOption report(
      QStringLiteral("report"), QStringLiteral("Write the report of a plan to FILE.pdf or FILE.html, then quit."), QStringLiteral("PLAN"));
  parser.addOption(report);
  const QCommandLineOption notes(QStringLiteral("with-notes"),
                                 QStringLiteral("With --report: with free notes, which may name people and places."));
  parser.addOption(notes);
  parser.addPositionalArgument(QStringLiteral("PLAN"), QStringLiteral("A .uwplan file to open."), QStringLiteral("[PLAN]"));
  parser.process(application);
  // The desktop's dark or light choice, read before our own palette of styles replaces it.
  const bool dark = QGuiApplication::palette().color(QPalette::Window).lightness() < 128;
  QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
  Look::loadFonts();
  MainWindow window;
  if (parser.isSet(manual)) {
    QTextStream(stdout) << manualText(window.actions());
    return 0;
  }
  if (parser.isSet(report)) return writeReportOf(parser.value(report), parser.positionalArguments(), parser.isSet(notes));
  QSettings settings(QStringLiteral("usherwright"), QStringLiteral("usherwright"));
  window.look().setScale(settings.value(QStringLiteral("scale"), 1.0).toDouble());
  QObject::connect(&window.look(), &Look::scaleChanged, &settings,
                   [&] { settings.setValue(QStringLiteral("scale"), window.look().scale()); });
  if (dark) window.look().setTheme(Theme::Night);
  if (parser.isSet(demo)) window.openDemo();
  else if (!parser.positionalArguments().isEmpty()) window.openPath(parser.positionalArguments().first());
  if (parser.isSet(firstPaint)) return measureFirstPaint(window);
  window.show();
  window.offerRecovery();
  return QApplication::exec();
}
