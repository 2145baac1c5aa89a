// The table of what is printed on tiles.
#include "app/shell/tiled_forms.h"

#include <algorithm>
#include <array>

#include "app/present/words.h"
#include "core/drawing/fit/fit_drawings.h"
#include "core/drawing/wiring/harness_board.h"
#include "core/fit/net.h"

namespace usherwright::app {
namespace {

std::vector<drawing::Drawing> board(const drawing::Subject& s) { return {drawing::harnessBoard(s)}; }

/// Both faces of every pack whose layout is kept.
std::vector<drawing::Drawing> cells(const drawing::Subject& s) {
  std::vector<drawing::Drawing> out;
  for (std::size_t k = 0; k < s.plan.packs.size(); ++k)
    if (const FitFigures* f = s.assessment.figures.packs[k].fit.get(); f && !f->layout.empty())
      for (const drawing::CellFace face : {drawing::CellFace::Near, drawing::CellFace::Far})
        out.push_back(drawing::cellTemplate(s, k, face));
  return out;
}

std::vector<drawing::Drawing> dummies(const drawing::Subject& s) {
  std::vector<drawing::Drawing> out;
  for (std::size_t k = 0; k < s.plan.packs.size(); ++k)
    if (const FitFigures* f = s.assessment.figures.packs[k].fit.get(); f && hasBlock(*f)) out.push_back(drawing::dummyNet(s, k));
  return out;
}

}  // namespace

std::span<const TiledForm> tiledForms() {
  static constexpr std::array rows{TiledForm{"board-pdf", "The harness board 1:1, as PDF", "-board", Paper::A4, board},
                                   TiledForm{"cells-a4-pdf", "The cells 1:1 on A4, as PDF", "-cells", Paper::A4, cells},
                                   TiledForm{"cells-letter-pdf", "The cells 1:1 on Letter, as PDF", "-cells", Paper::Letter, cells},
                                   TiledForm{"dummy-a4-pdf", "The dummies 1:1 on A4, as PDF", "-dummy", Paper::A4, dummies},
                                   TiledForm{"dummy-letter-pdf", "The dummies 1:1 on Letter, as PDF", "-dummy", Paper::Letter, dummies}};
  return rows;
}

const TiledForm* findTiledForm(const QString& name) {
  const auto rows = tiledForms();
  const auto found = std::find_if(rows.begin(), rows.end(), [&](const TiledForm& f) { return text(f.name) == name; });
  return found == rows.end() ? nullptr : &*found;
}

}  // namespace usherwright::app
