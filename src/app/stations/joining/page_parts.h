// What the pages of station Joining are put together from.
#pragma once

#include <QLabel>

#include "app/present/words.h"
#include "app/widgets/plain.h"
#include "core/assess/assessment.h"
#include "core/drawing/list/display_list.h"
#include "core/quantity/units.h"

namespace usherwright::app {

inline std::vector<std::string> packNames(const Figures& f) {
  std::vector<std::string> out;
  for (const PackFigures& p : f.packs) out.push_back(p.model.name);
  return out;
}

inline drawing::Drawing nothing(drawing::Size size) { return {size.width, size.height, {}, {}}; }

}  // namespace usherwright::app
