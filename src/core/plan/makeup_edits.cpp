// From a box to a block, and an assumed layout written down.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/plan/edit.h"
#include "core/plan/fields.h"
#include "core/plan/makeup.h"
#include "core/plan/names.h"
#include "core/plan/pointers.h"

namespace usherwright {
namespace {

const AmpereHour usualCell(2.5);

}  // namespace

std::string idOfSeenCell(const Plan& plan, std::size_t pack) {
  const std::string stem = "cell-of-" + plan.packs.at(pack).id;
  std::string id = stem;
  for (int n = 2; plan.findCell(id); ++n) id = fmt::format("{}-{}", stem, n);
  return id;
}

Expected<Plan> withSeenCell(const Plan& plan, std::size_t pack) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  if (!isBox(plan.packs[pack])) return plan;
  const Makeup made = makeupOf(plan, plan.packs[pack]);
  Plan next = plan;
  Pack& p = next.packs[pack];
  Cell cell;
  cell.id = idOfSeenCell(plan, pack);
  cell.name = "cell of " + shownName(p);
  cell.form.clear();
  cell.chemistry = p.chemistry;
  const double parallel = std::clamp(std::round(made.cell.capacity / usualCell), 1.0, 200.0);
  const std::string from = fmt::format("/packs/{}/chemistry", pack), to = "/cells/" + cell.id + "/";
  if (const auto source = next.provenance.find(from); source != next.provenance.end()) {
    next.provenance[to + "chemistry"] = source->second;
    next.provenance.erase(from);
  }
  p.chemistry.reset();
  p.cell = cell.id;
  p.parallel.reset();
  next.provenance.erase(fmt::format("/packs/{}/parallel", pack));
  next.cells.push_back(std::move(cell));
  const std::string because = fmt::format("{} of the label over {} side by side", shownName(p), parallel);
  next = withWorkedOut(next, to + "capacity_Ah", (made.cell.capacity / parallel).value(), because);
  return withWorkedOut(next, to + "resistance_mohm", (made.cell.resistance * parallel).value(), because);
}

Expected<Plan> withLayoutAssumed(const Plan& plan, std::size_t pack) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  const Layout layout = layoutOf(plan, plan.packs[pack]);
  Expected<Plan> next = plan;
  const auto put = [&](const std::string& pointer, const FieldValue& value, const std::string& because) {
    if (!next || because.empty()) return;
    next = withField(*next, pointer, value);
    if (next) next->provenance[pointer] = {Provenance::Assumed, because, {}};
  };
  put(fmt::format("/packs/{}/series", pack), FieldValue{static_cast<double>(layout.series)}, layout.seriesBecause);
  put(cellPointer(plan, pack, "chemistry"), FieldValue{std::string(factsOf(layout.chemistry).name)}, layout.chemistryBecause);
  return next;
}

}  // namespace usherwright
