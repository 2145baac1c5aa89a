// "Fits the controller": every series × parallel × cell × board that the bike's controller and current allow, by the
// closed forms of the rules BIKE-01, BIKE-03, PACK-01, PACK-02, PACK-03, PACK-05, PACK-07 and LIM-01.
#pragma once

#include <array>
#include <cstdint>
#include <vector>

#include "core/assess/assessment.h"
#include "core/plan/shelf.h"
#include "core/quantity/progress.h"

namespace usherwright {

/// What speaks against a combination. The first five forbid it.
enum Fault : std::uint16_t {
  VoltageTooHigh = 1,    ///< BIKE-01 Stop
  WrongBoard = 2,        ///< PACK-01
  CellsOverPeak = 4,     ///< PACK-02
  BoardOverPeak = 8,     ///< LIM-01 on the BMS
  TooHot = 16,           ///< PACK-03 Stop: by its temperature, or by the current that it carries for long
  TouchVoltage = 32,     ///< PACK-07: forbids unless someone competent is named
  CutoffTooLow = 64,     ///< BIKE-03
  WarmOrStrained = 128,  ///< PACK-03 Mind
  GivesUpEarly = 256,    ///< PACK-05
  RegenMargin = 512,     ///< BIKE-01 Mind
  NoBarrier = 2048,      ///< BIKE-03 Stop: neither the controller nor the board stops in time
  BelowWindow = 1024     ///< nominal volts below the cut-off: the bike would hardly start; forbids, though no rule
};

struct SearchRequest {
  int seriesFrom = 6, seriesTo = 24;
  int parallelFrom = 1, parallelTo = 20;
  std::size_t pack = 0;  ///< whose links, leads, plug and fuse are kept
};

struct SearchHit {
  std::uint16_t cell = 0, board = 0;
  std::uint8_t series = 0, parallel = 0;
  std::uint16_t faults = 0;
  WattHour energy;  ///< label
  Kilogram mass;    ///< cells × 1.18; 0 if the cell's mass is not known
  Money cost;       ///< cells with spares, board, tax and shipping; 0 if the cell's price is not known
};

struct SearchResult {
  std::size_t combinations = 0;
  std::array<std::size_t, 16> forbidden = {};  ///< how many each Fault forbade, by its bit
  std::vector<SearchHit> hits;                 ///< allowed ones: the cheapest board for each S × P × cell
  std::vector<std::size_t> best;               ///< hits that no other beats in Wh and cost at once, cheapest first
};

/// Faults of one combination; the same arithmetic the search uses.
std::uint16_t faultsOf(const Plan& plan, const Catalogue& catalogue, const Shelf& shelf, const SearchRequest& request,
                       const SearchHit& pick);

/// Everything in the request's span. A plan without a pack is searched with ordinary links and leads. Infeasible if nothing
/// is allowed: `why` names what forbids most of it. Asked to go on once per cell.
Outcome<SearchResult> searchPacks(const Plan& plan, const Catalogue& catalogue, const Shelf& shelf, const SearchRequest& request,
                                  const Progress& progress = {}, const SoFar<SearchResult>& soFar = {});

/// The plan with a combination as its only pack, for the rules to judge. `pick` is one of the shelf's.
Plan planWithOnly(const Plan& plan, const Shelf& shelf, const SearchRequest& request, const SearchHit& pick);
/// The plan with its pack `request.pack` turned into the combination. Errors: more cells or boards than the plan allows.
Expected<Plan> withPick(const Plan& plan, const Shelf& shelf, const SearchRequest& request, const SearchHit& pick);

}  // namespace usherwright
