// The drawings of station Options: every way as a point, as a card, two side by side, what each costs, what is offered, and the way out.
#pragma once

#include "core/drawing/subject.h"
#include "core/plan/options.h"
#include "core/studies/mend.h"
#include "core/studies/suggest.h"
#include "core/studies/ways.h"

namespace usherwright::drawing {

/// What ways are compared by.
enum class WayAxis : std::uint8_t { Money, Gained, Range, Mass, Hours, Years };
std::string_view wayAxisName(WayAxis axis);

struct WaysShown {
  const WaysForward& ways;
  const Plan& root;
  std::string chosen;  ///< of the option; "" today's
  std::string open;    ///< the one that is worked on
  UnitSystem units = UnitSystem::Metric;
};

/// Two figures of every way; budget and goal as lines; what another one beats in everything is pale. Parts "way/<id>".
Drawing waysPicture(const WaysShown& shown, WayAxis x, WayAxis y, Size size);

/// A card for each way, side by side in rows. Parts "way/<id>".
Drawing wayCards(const WaysShown& shown, Size size);
double wayCardsHeight(const WaysShown& shown, double width);

/// What differs, then what follows from it. Parts "difference/<pointer>".
Drawing sideBySide(const std::vector<Difference>& differences, const std::vector<Consequence>& consequences, Size size);
double sideBySideHeight(const std::vector<Difference>& differences, const std::vector<Consequence>& consequences);

/// The lines of one way's price, and money per Wh gained of all.
Drawing moneySheet(const WaysShown& shown, Size size);
double moneySheetHeight(const WaysShown& shown);

/// The sets of changes that leave no Stop. Parts "set/<n>".
Drawing mendSheet(const MendResult& result, std::size_t chosen, UnitSystem units, const std::string& currency, Size size);
double mendSheetHeight(const MendResult& result);

/// What is offered for the goal, or what comes nearest to it. Parts "offer/<n>".
Drawing suggestSheet(const SuggestResult& result, std::size_t chosen, UnitSystem units, const std::string& currency, Size size);
double suggestSheetHeight(const SuggestResult& result);

/// For the page that shows every station at once.
Drawing waysGlance(const Subject& subject);

}  // namespace usherwright::drawing
