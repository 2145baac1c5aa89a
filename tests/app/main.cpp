// One application for all flows of this program.
#define CATCH_CONFIG_RUNNER
#include <QApplication>
#include <QStandardPaths>
#include <QStyleFactory>
#include <catch2/catch.hpp>

#include "app/theme/look.h"

int main(int argc, char** argv) {
  QStandardPaths::setTestModeEnabled(true);
  QApplication application(argc, argv);
  QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
  QApplication::setEffectEnabled(Qt::UI_AnimateCombo, false);
  usherwright::app::Look::loadFonts();
  return Catch::Session().run(argc, argv);
}
