// Texts that the shell shows on its own: keys, about with the cautions.
#pragma once

#include <QString>

#include "app/shell/actions.h"

namespace usherwright::app {

QString aboutText();
QString keysText(const ActionTable& actions);
QString cautionsText();
/// The manual page of the window, for man(1).
QString manualText(const ActionTable& actions);

}  // namespace usherwright::app
