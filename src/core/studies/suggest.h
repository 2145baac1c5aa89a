// A way is offered: every block of cells of the shelf with every board, instead of a pack of the plan or beside all of them, at each
// free place of the frame and by each way of joining. What reaches the goal with no Stop and is not beaten stays. Blocks are judged by
// the closed forms of the search; what remains is carried out, sized, given a charger, and judged whole before it is offered.
#pragma once

#include <string>
#include <vector>

#include "core/studies/search.h"

namespace usherwright {

struct SuggestRequest {
  Known<WattHour> goal;  ///< by label, of all packs together; empty: the goal of the plan, and none if it has none
  Known<Money> budget;   ///< empty: the budget of the plan, and none if it has none
  int seriesFrom = 6, seriesTo = 24;
  int parallelFrom = 1, parallelTo = 24;
};

struct Suggestion {
  SearchHit block;               ///< its `cost`: cells with spares and board, with tax and shipping: what ways are ordered by
  bool beside = false;           ///< of the packs that the plan has; else instead of one
  std::size_t pack = 0;          ///< the one that it is in `plan`
  std::string place;             ///< beside others: the free place nearest to the joint that holds its cells by the drawing of the frame
  Known<Method> joined;          ///< beside others
  std::string words;             ///< "beside stock, joined by combiner, rack: 13S4P of Sedge 29, board …"
  std::string tests;             ///< of its cells before they carry a rider
  Plan plan;                     ///< with all of it
  WattHour label{0}, gained{0};  ///< of all packs; more than today
  Known<Kilogram> mass;          ///< of all packs
  Known<Money> price;            ///< of all that is new (ways.h); empty where something of it has none
  std::vector<std::string> unpriced;
  Known<Kilometre> likely;
  int minds = 0;
  int assumed = 0;  ///< values of it that nobody has seen
};

struct SuggestResult {
  std::size_t combinations = 0;     ///< cells × S × P × boards × places × ways of joining
  std::size_t tooLarge = 0;         ///< blocks that no free place of the drawn frame has room for
  std::size_t judged = 0;           ///< of them carried out and judged whole
  std::vector<Suggestion> ways;     ///< cheapest first; of any two one is cheaper, another has more Wh or is lighter
  std::vector<Suggestion> nearest;  ///< where nothing reaches the goal: the one that comes nearest
};

inline constexpr std::size_t mostSuggested = 12;  ///< the cheapest; then the work ends
inline constexpr std::size_t mostJudged = 600;    ///< then the best so far is shown

/// Infeasible if nothing reaches goal and budget: `why` says what stands against it. Asked to go on for every cell and every way judged.
Outcome<SuggestResult> suggest(const Plan& plan, const Given& given, const Shelf& shelf, const SuggestRequest& request = {},
                               const Progress& progress = {});

// ---- for those who want to try it all ----

/// One block put into the plan in one way, carried out with place, joint, sizes and charger. Errors: no room for another pack, no lead.
struct Placing {
  bool beside = false;
  std::size_t pack = 0;  ///< that it is instead of
  Known<Method> joined;
};
/// Beside first, one-way before plain; then instead of each pack.
std::vector<Placing> placingsOf(const Plan& plan);
Expected<Suggestion> carriedOut(const Plan& plan, const Given& given, const Shelf& shelf, const SearchHit& block, const Placing& placing);
/// Whether `a` is no worse than `b` in price of the block, Wh and mass.
bool isNoWorse(const Suggestion& a, const Suggestion& b);

}  // namespace usherwright
