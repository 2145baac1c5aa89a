// Look-ups in a plan.
#include "core/plan/plan.h"

#include <algorithm>

namespace usherwright {
namespace {

template <class T, class Predicate>
const T* firstWhere(const std::vector<T>& items, Predicate predicate) {
  const auto found = std::find_if(items.begin(), items.end(), predicate);
  return found == items.end() ? nullptr : &*found;
}

}  // namespace

const Cell* Plan::findCell(const std::string& id) const {
  return firstWhere(cells, [&](const Cell& c) { return c.id == id; });
}

const Pack* Plan::findPack(const std::string& id) const {
  return firstWhere(packs, [&](const Pack& p) { return p.id == id; });
}

const Run* Plan::leadOf(const std::string& packId) const {
  return firstWhere(wiring.runs, [&](const Run& r) { return r.from == packId; });
}

const Run* Plan::mainRun() const {
  return firstWhere(wiring.runs, [](const Run& r) { return r.to == "controller"; });
}

}  // namespace usherwright
