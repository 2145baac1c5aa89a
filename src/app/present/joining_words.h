// What the pages of station Joining say of their studies. No widgets.
#pragma once

#include <QString>

#include "core/assess/assessment.h"
#include "core/assess/joining_facts.h"
#include "core/joining/sharing.h"
#include "core/studies/joining_studies.h"
#include "core/studies/pairs.h"

namespace usherwright::app {

/// "Safe to join", or that there is nothing to match.
QString meetingVerdict(const MeetingFigures& meeting, const Figures& figures);
/// What would flow, the window, and what to charge first; a line each.
QString meetingWords(const MeetingFigures& meeting, const Figures& figures);
/// Which charger may be put where while they are joined; a line each.
QString chargePathWords(const Plan& plan, const Figures& figures);

/// "They share from the knee, 97 % sure."
QString sharingWords(const SharingVerdict& sharing);
/// Why no ride is judged; `input` is known if there is something to judge.
QString noSharingWords(bool input, std::size_t packs);

/// The bare ends that are live with these plugs, a line each.
QString liveEndWords(const Plan& plan, const Figures& figures, const PlugState& state);

/// Under the table of methods.
QString methodsNote(const Plan& plan, const Figures& figures);
/// A row of the table of pairs against one pack: before and after joining.
QString pairWords(const PairTable& pairs, std::size_t row, std::size_t pack);
/// The worst subset of the packs.
QString subsetWords(const SubsetStudy& study);

/// How far the ride of today goes and where to turn round.
QString turnWords(const Plan& plan, const Figures& figures);
/// Who cuts off first, pack by pack; a line each.
QString lowCutWords(const Figures& figures);

}  // namespace usherwright::app
