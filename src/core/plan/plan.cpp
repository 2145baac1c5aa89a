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

std::optional<std::size_t> converterPack(const Plan& plan) {
  if (plan.joining.method != Method::Converter || plan.packs.size() < 2) return std::nullopt;
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    if (plan.packs[k].id == plan.joining.converter.source) return k;
  return plan.packs.size() - 1;
}

}  // namespace usherwright
