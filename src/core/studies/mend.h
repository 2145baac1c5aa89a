// The way out: the cheapest sets of at most three changes that leave no Stop. Every set is carried out and judged before it is offered.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/plan/shelf.h"
#include "core/quantity/progress.h"

namespace usherwright {

/// One change that somebody can make: another part, a setting, another method.
struct Change {
  std::string words;   ///< "fuse of deck: 30 A, midi, 80 V"
  Known<Money> price;  ///< of what has to be got; 0: a setting or work; empty: no price is known
  /// Changes of one group stand for each other: never two of them.
  std::string group;
  std::function<Expected<Plan>(const Plan&)> apply;
  bool shifts = false;  ///< it moves the places of later entries: carried out after all others
};

/// What can be tried on a plan, cheapest first: the cures and remedies of its Stops, fuses, plugs and wires as sized, boards of the shelf,
/// more cells side by side, the controller's limit, other methods and policies, chargers of the right volts, a pack left off.
std::vector<Change> changesFor(const Plan& plan, const Assessment& assessment, const Given& given, const Shelf& shelf);

struct Mended {
  std::vector<std::size_t> changes;  ///< of `tried`, rising
  Plan plan;                         ///< with them
  Money price{0};                    ///< of those that have one
  bool priced = true;                ///< all of them have
  int minds = 0;                     ///< left
  Known<Kilometre> likely, likelyBefore;
  std::string narrows;  ///< of the plan with them
  Known<double> headroom;
  double burden = 0;  ///< what they are ordered by: price, work, and the share of the range that is given up
};

struct MendResult {
  std::vector<Change> tried;
  std::vector<Mended> sets;  ///< cheapest first; none contains another
  int stops = 0;             ///< of the plan as it stands
};

inline constexpr std::size_t mostChanges = 3;
inline constexpr std::size_t mostSets = 12;
inline constexpr std::size_t mostTries = 1200;  ///< then the best so far is shown: a second or two
inline constexpr std::size_t enoughSets = 4;    ///< then no larger ones are looked for

/// Infeasible if the plan has Stops and no set of what is tried leaves none: `why` names the Stop that stands against most. A plan
/// without Stops has no sets.
Outcome<MendResult> mend(const Plan& plan, const Given& given, const Shelf& shelf, const Progress& progress = {});

/// The same over given changes: every minimal set of at most three that leaves no Stop. For those who want to try it all.
std::vector<std::vector<std::size_t>> mendingSets(const Plan& plan, const Given& given, const std::vector<Change>& changes,
                                                  const Progress& progress = {});

}  // namespace usherwright
