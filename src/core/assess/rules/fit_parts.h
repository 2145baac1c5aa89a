// What the families of FIT rules share.
#pragma once

#include <fmt/format.h>

#include "core/assess/rules/rule.h"

namespace usherwright::rules {

inline Finding onFit(const Context& c, std::string id, Severity severity, std::size_t k, std::string_view key) {
  return finding({std::move(id), severity, Station::Fit, c.figures.packs[k].model.id, packPointer(k, key)});
}

inline const Kelvins closedRise(20);  ///< of what stands in a closed case or room

inline std::string mm(double v) { return formatNumber(v, 3) + " mm"; }
inline std::string mm(Millimetre v) { return mm(v.value()); }

template <class Judge>
void eachFit(const Context& c, const Judge& judge) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k)
    if (const FitFigures* f = c.figures.packs[k].fit.get(); f) judge(k, c.plan.packs[k], *f);
}

}  // namespace usherwright::rules
