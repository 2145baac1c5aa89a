// usherwright: the window.
#include <QApplication>
#include <QCommandLineParser>
#include <QGuiApplication>
#include <QPalette>
#include <QSettings>
#include <QStyleFactory>
#include <QTextStream>

#include "app/shell/help.h"
#include "app/shell/main_window.h"
#include "app/shell/process_facts.h"

namespace {

int measureFirstPaint(QWidget& window) {
  window.show();
  window.repaint();
  QApplication::processEvents();
  QTextStream(stdout) << "first painted window after " << usherwright::app::sinceProcessStart() << " ms, resident "
                      << usherwright::app::residentMegabytes() << " MB\n";
  return 0;
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
