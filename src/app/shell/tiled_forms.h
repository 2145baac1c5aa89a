// What is printed at true size on tiles.
#pragma once

#include <QString>
#include <span>
#include <string_view>
#include <vector>

#include "app/theme/board_print.h"
#include "core/drawing/subject.h"

namespace usherwright::app {

struct TiledForm {
  std::string_view name;  ///< of its action
  std::string_view words;
  std::string_view suffix;  ///< of the file that is suggested
  Paper paper;
  std::vector<drawing::Drawing> (*draw)(const drawing::Subject&);  ///< nothing where there is nothing to print yet
};
std::span<const TiledForm> tiledForms();
/// Nothing for a name that is none.
const TiledForm* findTiledForm(const QString& name);

}  // namespace usherwright::app
