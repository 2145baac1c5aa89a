// One application for all flows of this program.
#include <QApplication>
#include <QStandardPaths>
#include <QStyleFactory>

#include "app/theme/look.h"
#include "support/runner.h"

int main(int argc, char** argv) {
  QStandardPaths::setTestModeEnabled(true);
  QApplication application(argc, argv);
  QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
  QApplication::setEffectEnabled(Qt::UI_AnimateCombo, false);
  usherwright::app::Look::loadFonts();
  return runAllCases(argc, argv);
}
