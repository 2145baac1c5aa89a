// Rows of the field table: ways forward, and what one takes besides its parts.
#include "core/plan/field_access.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Option*) {
  static const Rows rows{required(row<&Option::id>("id", "way forward", Kind::Text, inOptions)),
                         row<&Option::kind>("kind", "kind of way", Kind::Choice, inOptions),
                         row<&Option::note>("note", "note on it", Kind::Text, inOptions)};
  return rows;
}

FieldRows rowsOf(const Quote*) {
  static const Rows rows{
      required(row<&Quote::id>("id", "quote for", Kind::Text, inOptions)),
      whenEmpty(row<&Quote::kind>("kind", "which is", Kind::Choice, inOptions), "other"),
      row<&Quote::price>("price", "price of one", Kind::Price, inOptions, {0, 1e6}, "the quote, the listing, the receipt"),
      whenEmpty(row<&Quote::count>("count", "pieces", Kind::Count, inOptions, {1, 10000}), "1"),
      whenEmpty(row<&Quote::taxed>("taxed", "tax is in it", Kind::Flag, inOptions, {0, 0}, "read the quote: with or without tax and duty?"),
                "no"),
      whenEmpty(row<&Quote::outside>("outside", "outside budget", Kind::Flag, inOptions), "no"),
      row<&Quote::stock>("stock", "stands at", Kind::Choice, inOptions, {0, 0}, "ask the seller"),
      row<&Quote::seller>("seller", "seller", Kind::Text, inOptions, {0, 0}, "answers, tests, returns: what you know of them"),
      row<&Quote::alternate>("alternate", "would do instead", Kind::Text, inOptions)};
  return rows;
}

FieldRows rowsOf(const Undertaking*) {
  static const Rows rows{
      row<&Undertaking::hours>("hours", "hours of work", Kind::Plain, inOptions, {0, 2000}, "write down the steps, then double it"),
      row<&Undertaking::skill>("skill", "hardest part", Kind::Choice, inOptions),
      row<&Undertaking::tools>("tools", "tools to get", Kind::Text, inOptions),
      row<&Undertaking::cuts>("cuts", "cuts something", Kind::Flag, inOptions),
      row<&Undertaking::drills>("drills", "drills something", Kind::Flag, inOptions),
      row<&Undertaking::undone>("undone", "can be undone", Kind::Flag, inOptions),
      row<&Undertaking::oldPack>("old_pack", "the old pack", Kind::Choice, inOptions),
      row<&Undertaking::resale>("resale", "sells for", Kind::Price, inOptions, {0, 1e5}, "what such packs went for, not what was asked")};
  return rows;
}

}  // namespace usherwright
