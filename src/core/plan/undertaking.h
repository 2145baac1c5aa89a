// What a way forward takes besides the parts that are in the plan: quotes, hours, and what is done that cannot be undone.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// A price that somebody named for something. It stands for the price of the parts that it is for.
struct Quote {
  std::string id;       ///< what is quoted, in the person's words
  Known<Wanted> kind;   ///< not known: other
  Known<Money> price;   ///< of one
  Known<int> count;     ///< not known: one
  Known<bool> taxed;    ///< its tax is in the price; not known: it comes on top
  Known<bool> outside;  ///< not paid from the budget
  Known<Stock> stock;
  std::string seller;     ///< what is known of the seller
  std::string alternate;  ///< what would do instead
  UnknownKeys unknown;
  friend bool operator==(const Quote&, const Quote&) = default;
};
FieldRows rowsOf(const Quote*);

struct Undertaking {
  std::vector<Quote> quotes;
  Known<Hour> hours;  ///< of work by hand
  Known<Skill> skill;
  std::string tools;  ///< that have to be got or lent
  Known<bool> cuts;   ///< something of the bike or of a pack is cut
  Known<bool> drills;
  Known<bool> undone;  ///< all of it can be taken back
  Known<OldPack> oldPack;
  Known<Money> resale;  ///< of what is sold
  UnknownKeys unknown;
  friend bool operator==(const Undertaking&, const Undertaking&) = default;
};
FieldRows rowsOf(const Undertaking*);

}  // namespace usherwright
