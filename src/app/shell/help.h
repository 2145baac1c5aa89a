// Texts that the shell shows on its own: keys, about with the cautions.
#pragma once

#include <QString>

#include "app/shell/actions.h"

namespace usherwright::app {

QString aboutText();
QString keysText(const ActionTable& actions);
QString cautionsText();

}  // namespace usherwright::app
