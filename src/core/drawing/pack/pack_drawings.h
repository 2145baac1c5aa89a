// The drawings of station Pack.
#pragma once

#include <functional>

#include "core/drawing/list/item_cards.h"
#include "core/drawing/subject.h"
#include "core/pack/bench_tests.h"
#include "core/sheets/questions.h"
#include "core/studies/search.h"

namespace usherwright::drawing {

/// S × P cells with handles "handle/series" and "handle/parallel"; a pack whose cells nobody saw as a closed box of groups.
Drawing packBlock(const Subject& subject, std::size_t pack, Size size);
/// Pack, controller and charger volts on one scale.
Drawing voltageLadder(const Subject& subject, std::size_t pack, Size size);
/// Volts over charge: at rest, sustained, in a hard pull; the mark where the bike gives up.
Drawing sagCurve(const Subject& subject, std::size_t pack, Size size);

/// The combinations that fit, Wh over cost; those worth a look as parts "pick/<i>" of `offered`.
struct SearchView {
  const SearchResult& result;
  const Shelf& shelf;
  std::vector<std::size_t> offered;  ///< indices of hits
  int chosen = -1;                   ///< index in `offered`
  WattHour least;                    ///< wanted
  std::function<bool(const SearchHit&)> isWanted;
  Known<Money> budget;
  std::string currency;
};
Drawing packSearch(const SearchView& view, Size size);
/// Ah of each capacity test against the rated ones, 80 % of them, and what would be left with one string less. Without a
/// test the lines say what one would tell. Parts "test/<i>".
Drawing capacityBars(const std::vector<CapacityTest>& tests, const PackModel& pack, Size size);
/// Volts of every group against their median. Parts "group/<i>".
Drawing groupBars(const GroupCheck& check, const std::vector<Volt>& groups, Size size);
/// The groups side by side: how full each is, what the next charge adds until the first one is full, who is furthest
/// behind. Without readings all as the pack's charge is entered, hatched. Parts "rack/<i>".
Drawing groupRack(const PackModel& pack, const std::vector<Volt>& groups, Size size);
/// Every setting of a board on its line. Parts "setting/<i>".
Drawing boardStrips(const std::vector<BoardSetting>& settings, Size size);
/// The pack's own label.
Drawing passportLabel(const Passport& passport, Size size);

/// Packs that are owned and not on the bike: what they are kept for, where they lie, what is due of them. Parts "item//kept/<n>".
/// Without a day nothing is due.
std::vector<ItemCard> keptCards(const Plan& plan, std::optional<Date> today = std::nullopt);

}  // namespace usherwright::drawing
