// What becomes of a plan when a combination of the search is taken.
#include <algorithm>

#include "core/plan/edit.h"
#include "core/studies/search.h"

namespace usherwright {
namespace {

/// Puts the combination into pack `index`: what was measured on the old one no longer holds.
Expected<Plan> put(const Plan& plan, std::size_t index, const Shelf& shelf, const SearchHit& pick) {
  auto [next, cell] = withShelfCell(plan, shelf.cells[pick.cell]);
  const Pack& old = plan.packs[index];
  const std::string at = "/packs/" + std::to_string(index) + "/";
  // Another pack at the same place: it keeps the name, the place, the plugs and the fuse that were planned for it.
  Pack p;
  p.id = old.id;
  p.name = old.name;
  p.mount = old.mount;
  p.links = old.links;
  p.tails = old.tails;
  p.temperature = old.temperature;
  p.chargeTemperature = old.chargeTemperature;
  p.competence = old.competence;
  p.fuse = old.fuse;
  p.plug = old.plug;
  p.plugLiveSide = old.plugLiveSide;
  p.chargePort = old.chargePort;
  p.chargePolarity = old.chargePolarity;
  p.chargeLeadSize = old.chargeLeadSize;
  p.chargeFuse = old.chargeFuse;
  p.unknown = old.unknown;
  p.cell = cell;
  p.series = pick.series;
  p.parallel = pick.parallel;
  next.packs[index] = std::move(p);
  for (const FieldSpec& spec : fieldsOf<Pack>())
    if (spec.get(&next.packs[index]) != spec.get(&old)) next.provenance.erase(at + std::string(spec.key));
  std::erase_if(next.provenance, [&](const auto& item) {
    return item.first.starts_with(at + "readings/") || item.first.starts_with(at + "capacity_tests/");
  });
  // The block is decided, not guessed.
  for (const char* key : {"series", "parallel", "soh"})
    next.provenance["/packs/" + std::to_string(index) + "/" + key].from = Provenance::Catalogue;
  return withShelfBms(next, index, shelf.boards[pick.board]);
}

}  // namespace

Plan planWithOnly(const Plan& plan, const Shelf& shelf, const SearchRequest& request, const SearchHit& pick) {
  Plan alone = plan.packs.empty() ? withNewPack(plan) : plan;
  if (request.pack < alone.packs.size()) std::swap(alone.packs.front(), alone.packs[request.pack]);
  alone.packs.resize(1);
  alone.chargers.clear();
  auto [withCell, cell] = withShelfCell(alone, shelf.cells[pick.cell]);
  alone = std::move(withCell);
  Pack& p = alone.packs.front();
  p.cell = cell;
  p.series = pick.series;
  p.parallel = pick.parallel;
  p.measuredResistance.reset();
  p.mass.reset();
  p.labelVoltage.reset();
  p.labelCharge.reset();
  p.labelEnergy.reset();
  const ShelfBms& board = shelf.boards[pick.board];
  p.bms = board.bms;
  p.bms.present = true;
  p.bms.sensesAllGroups = true;
  // A board that does not fit is put in all the same, at the count it is made for: PACK-01 says so.
  const Chemistry chemistry = chemistryOf(shelf.cells[pick.cell]);
  const bool right = board.fits(std::clamp(static_cast<int>(pick.series), board.seriesFrom, board.seriesTo), chemistry);
  p.bms.series = std::clamp(static_cast<int>(pick.series), board.seriesFrom, board.seriesTo);
  p.bms.chemistry = right ? chemistry : board.chemistries.front();
  return alone;
}

Expected<Plan> withPick(const Plan& plan, const Shelf& shelf, const SearchRequest& request, const SearchHit& pick) {
  const Plan ready = plan.packs.empty() ? withNewPack(plan) : plan;
  return put(ready, std::min(request.pack, ready.packs.size() - 1), shelf, pick);
}

}  // namespace usherwright
