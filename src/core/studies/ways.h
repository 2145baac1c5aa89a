// Ways forward side by side: what each costs, gives, weighs and asks for, and which ones another beats in everything.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// A line of what a way costs. The currency is the plan's.
struct CostLine {
  std::string what;
  Known<Money> price;    ///< all pieces together, without the tax that comes on top; empty: nobody has named one
  Money tax{0};          ///< on top of it, at the plan's rate
  bool outside = false;  ///< not paid from the budget
  std::string source;    ///< "quote, ordered", "label of the plan", …
};

struct WayMoney {
  std::vector<CostLine> lines;
  Money total{0};                    ///< of the lines that have a price, with tax and shipping
  Money outside{0};                  ///< of it: not from the budget
  Money resale{0};                   ///< what comes back; nothing unless it is sold
  std::vector<std::string> missing;  ///< what has no price
  Known<double> taxThatBursts;       ///< the tax rate at which the budget is used up; empty without a budget, or if no rate does
  bool isWhole() const { return missing.empty(); }
  Money net() const { return total - resale; }
  Money fromBudget() const { return total - outside; }
};

/// Quotes, then the packs and chargers that today's plan does not have and no quote stands for, shipping, tax.
WayMoney moneyOf(const Plan& way, const Plan& today);

/// A way with everything that it is compared by.
struct WayFigures {
  std::string id;  ///< of the option; "" of today's plan
  std::shared_ptr<const Assessment> assessment;
  WayMoney money;
  WattHour label{0};       ///< of all its packs
  Known<WattHour> usable;  ///< full to the floor; empty without a route
  Known<WattHour> gained;  ///< usable ones more than today's; by label where one of the two has no route
  Known<Kilometre> cautious, likely, hopeful;
  Known<Kilogram> mass;  ///< of its packs
  Known<Kilogram> more;  ///< than today's
  Known<Hour> hours;
  Known<double> years;                  ///< likely, of the pack that is worn first
  Known<Money> perWattHour, perGained;  ///< net; empty without a price, or where nothing is gained
  int stops = 0, minds = 0;
  std::vector<std::string> beatenBy;  ///< ways that are no worse in anything known of both, and better in something
};

/// What a way is called where people read: "" is today's plan.
inline std::string wayName(const std::string& id) { return id.empty() ? "today's plan" : id; }

/// Today's plan first, then its options. `was`: figures of before, whose assessments are taken where the plans are the same.
class WaysForward {
 public:
  WaysForward() = default;
  WaysForward(const Plan& root, const Given& given, const WaysForward* was = nullptr);
  const std::vector<WayFigures>& all() const { return all_; }
  const WayFigures* find(const std::string& id) const;

 private:
  std::shared_ptr<const Assessment> assessed(const Option& option, const Plan& today, const Given& given, const WaysForward* was) const;
  std::vector<WayFigures> all_;
  std::vector<std::shared_ptr<const Plan>> plans_;  ///< of all_; today's first
};

/// What one way has that the other has not, as people ask: figures, then findings that come and go.
struct Consequence {
  std::string what, was, is;
  bool better = false, worse = false;
};
std::vector<Consequence> consequences(const WayFigures& earlier, const WayFigures& later, UnitSystem units, const std::string& currency);

}  // namespace usherwright
