// Figures that take several runs: every method and policy on this plan, and every subset of its packs. Jobs: they run on a
// copy, off the interface, and may be given up between two runs.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/quantity/progress.h"

namespace usherwright {

/// A method as it would do here.
struct MethodFigures {
  Method method = Method::Combiner;
  std::vector<std::string> forbids;  ///< sentences of its Stops at the joint
  std::string firstForbid;           ///< the shortest of them as rule id, "" if it is allowed
  std::vector<std::string> parts;    ///< "joiner: 28.8 A per input, 60 V"
  WattHour lost;                     ///< heat in joints or converter over the ride
  Kilometre range;
  Second end;
  EndCause cause = EndCause::NoPack;
  std::string unplugged;  ///< what happens when one pack is unplugged in mid-ride
  std::string regen;
};
std::vector<MethodFigures> compareMethods(const Plan& plan, const Catalogue& catalogue, const Progress& progress = {});

struct PolicyFigures {
  Policy policy = Policy::Together;
  bool applies = false;
  Second end;
  Kilometre range;
  std::vector<double> peakRate;             ///< C, largest of each pack
  std::vector<StateOfCharge> atTurnRound;   ///< of each pack when half of the ride is done
  std::vector<std::vector<double>> shares;  ///< at places evenly along the ride: the share of each pack of the amperes
  double lifeFactor = 1.0;                  ///< (1/DoD)^0.5 of the hardest worked pack
};
std::vector<PolicyFigures> comparePolicies(const Plan& plan, const Catalogue& catalogue, const Progress& progress = {});

/// The plan with some of its packs only.
struct SubsetFigures {
  std::uint32_t packs = 0;  ///< bit per pack
  std::string name;
  Second end;
  EndCause cause = EndCause::NoPack;
  Kilometre range;
  int stops = 0;
  std::string narrows;             ///< name of the narrows
  std::optional<double> headroom;  ///< at peak
  std::string worstFinding;        ///< "JOIN-03: …", "" if none
};
/// Every non-empty subset, all packs first. `worst` is, of those that lack a pack, the one with most Stops, then the
/// smallest headroom, then range.
struct SubsetStudy {
  std::vector<SubsetFigures> subsets;
  std::size_t worst = 0;
};
SubsetStudy eachAlone(const Plan& plan, const Catalogue& catalogue, const Progress& progress = {});

/// "stock + deck", "deck alone" of some of several.
std::string subsetName(const Plan& plan, std::uint32_t keep);

/// The plan without the packs outside `keep`; a lone pack needs no joint.
Plan withOnly(const Plan& plan, std::uint32_t keep);

}  // namespace usherwright
