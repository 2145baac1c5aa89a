// What is still open before work may be called finished: parts that came damaged or were not looked at, joints that were not proven,
// screws that are still in the tray.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// What to do with a part that arrived.
enum class ArrivalVerdict : std::uint8_t {
  LookOn,  ///< something was not looked at: nothing is known
  Accept,
  Mend,       ///< something small is missing, or sits the wrong way round
  Claim,      ///< not what was ordered, or it does not work: photographs, and back
  Quarantine  ///< a lithium pack that came hurt: outside, and never into the post
};
struct ArrivalJudged {
  ArrivalVerdict verdict = ArrivalVerdict::LookOn;
  std::vector<std::string> wrong;    ///< facts, in words: "came dented"
  std::vector<std::string> unknown;  ///< keys of the fields that nobody filled
};
/// The pack that it is, by id or name; nothing for a charger or another part.
std::optional<std::size_t> packOf(const Plan& plan, const Arrival& arrival);
/// Volts are held against the window of the plug's gate: series count and chemistry at any charge. A meter's doubt lies inside it.
ArrivalJudged arrivalJudged(const Plan& plan, const Figures& figures, const Arrival& arrival);
std::string_view verdictWords(ArrivalVerdict verdict);

/// What of a piece of handwork has to be known, by the keys of its fields: cells out where it is hot or dusty or a pack was opened, and so
/// on.
std::vector<std::string_view> guardsOf(const Handwork& work);
/// How tight a screw may be in what it is screwed into.
std::string_view tightnessWords(Known<ScrewInto> into);

struct OpenItem {
  std::string words;
  std::string pointer;  ///< of the field that settles it
};
/// In the order arrivals, joints, tray.
std::vector<OpenItem> openItems(const Plan& plan, const Figures& figures);
/// Of the tray alone: what has to be back before anything is closed.
std::vector<OpenItem> inTheTray(const Plan& plan);

}  // namespace usherwright
