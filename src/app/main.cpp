// usherwright: the window.
#include <QApplication>
#include <QCommandLineParser>
#include <QGuiApplication>
#include <QPalette>
#include <QStyleFactory>

#include "app/shell/main_window.h"

int main(int argc, char** argv) {
  using namespace usherwright::app;
  QApplication application(argc, argv);
  QApplication::setApplicationName(QStringLiteral("usherwright"));
  QApplication::setApplicationDisplayName(QStringLiteral("Usherwright"));
  QApplication::setApplicationVersion(QStringLiteral(USHERWRIGHT_VERSION));
  QApplication::setDesktopFileName(QStringLiteral("usherwright"));
  QCommandLineParser parser;
  parser.setApplicationDescription(QStringLiteral("Plans second batteries for e-bikes, safely."));
  parser.addHelpOption();
  parser.addVersionOption();
  const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open the demo plan."));
  parser.addOption(demo);
  parser.addPositionalArgument(QStringLiteral("PLAN"), QStringLiteral("A .uwplan file to open."), QStringLiteral("[PLAN]"));
  parser.process(application);
  // The desktop's dark or light choice, read before our own palette of styles replaces it.
  const bool dark = QGuiApplication::palette().color(QPalette::Window).lightness() < 128;
  QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
  Look::loadFonts();
  MainWindow window;
  if (dark) window.look().setTheme(Theme::Night);
  if (parser.isSet(demo))
    window.openDemo();
  else if (!parser.positionalArguments().isEmpty())
    window.openPath(parser.positionalArguments().first());
  window.show();
  window.offerRecovery();
  return QApplication::exec();
}
