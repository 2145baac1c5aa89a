// The shelf: cells and BMS boards that can be put into a plan. What ships is made up but physically plausible; a
// person's own list comes in as CSV. Knows nothing of files.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// A board on the shelf; settable ones serve a span of series counts and several chemistries.
struct ShelfBms {
  std::string id;
  int seriesFrom = 1;
  int seriesTo = 1;
  std::vector<Chemistry> chemistries;
  Bms bms;  ///< without series count and chemistry: those are set when it is put into a pack
  Known<Money> price;
  friend bool operator==(const ShelfBms&, const ShelfBms&) = default;

  bool fits(int series, Chemistry chemistry) const;
};

struct Shelf {
  std::vector<Cell> cells;
  std::vector<ShelfBms> boards;
};

/// What ships with the application.
const Shelf& shippedShelf();

/// Reads a list of cells: one line each, columns named as the keys of a cell in a plan (`id` needed; also
/// slow_resistance_mohm, slow_capacitance_F). Errors: "line 3, column capacity_Ah", what was found and what was
/// expected. Nothing is taken from a list with an error.
Expected<std::vector<Cell>> readCellList(std::string_view csv);
/// The same for boards: columns of a BMS in a plan, series_from, series_to, chemistries ("nmc lfp"), price.
Expected<std::vector<ShelfBms>> readBoardList(std::string_view csv);
/// The list of cells as CSV that readCellList() takes.
std::string writeCellList(const std::vector<Cell>& cells);

/// What to do before cells of this trust carry a rider, in words.
std::string_view testsBeforeUse(Trust trust);

struct WithCell {
  Plan plan;
  std::string id;  ///< of the cell in the plan
};
/// Puts a cell of the shelf into the plan, with provenance catalogue (claim for anonymous and surplus cells), untested. A
/// cell of the same id that is another one, or was measured or tested, stays: the new one gets an id of its own.
WithCell withShelfCell(const Plan& plan, const Cell& cell);
/// Gives a pack this board, set to the pack's series count and chemistry. Errors: no such pack, board does not fit.
Expected<Plan> withShelfBms(const Plan& plan, std::size_t pack, const ShelfBms& board);

}  // namespace usherwright
