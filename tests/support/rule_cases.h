// One row for every way in which a rule fires or keeps quiet, near its threshold from both sides.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/assess/assessment.h"
#include "core/plan/plan.h"

namespace plans {

using Typed = std::vector<std::pair<std::string, std::string>>;

struct RuleCase {
  std::string id;
  std::string outcome;                ///< "Stop", "Mind", "Note" or "quiet"
  std::string part;                   ///< of the finding, "" if any
  Typed typed;                        ///< into the sound plan
  std::string looseCells = {};        ///< volts of loose cells of the second pack
  std::string groups = {};            ///< volts of the groups of the second pack
  bool bothChargers = false;          ///< the stock charger is put to the second pack as well
  std::string phosphate = {};         ///< volts of loose lfp cells, into the example that has them
  int moreAdapters = 0;               ///< extensions beside the one that the second pack's lead has
  bool folded = false;                ///< the second pack is 13S3P, its groups in two bands, the last above the first
  bool charged = false;               ///< the stock pack has a charge on record, from 50 to 80 %
  bool way = false;                   ///< it is a way forward from the sound plan
  int rides = 0;                      ///< so many rides are noted
  Typed steps = {};                   ///< of the work that are noted, each with its reading or ""
  std::string claim = {};             ///< that somebody makes of it
  std::vector<std::string> log = {};  ///< lines that are noted; it is judged on 2026-11-26 then
};

const std::vector<RuleCase>& ruleCases();
/// The sound plan with the row's values typed into it.
usherwright::Plan planOf(const RuleCase& row);
/// That plan judged, and its findings of one rule.
usherwright::Assessment assessed(const RuleCase& row);
std::vector<usherwright::Finding> findings(const RuleCase& row, const std::string& id);

}  // namespace plans
