// Packs that are owned and not on the bike.
#include <fmt/format.h>

#include "core/drawing/pack/pack_drawings.h"
#include "core/log/due.h"
#include "core/log/history.h"
#include "core/pack/pack_model.h"
#include "core/plan/kept.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {

std::vector<ItemCard> keptCards(const Plan& plan, std::optional<Date> today) {
  std::vector<ItemCard> out;
  for (std::size_t i = 0; i < plan.kept.size(); ++i) {
    const KeptPack& kept = plan.kept[i];
    ItemCard card{fmt::format("item//kept/{}", i), keptName(kept), std::string(wordOf(kept.use)), CardMark::Open, {}};
    if (!kept.since.empty()) card.verdict += " since " + kept.since;
    if (!kept.place.empty()) card.lines.push_back("lies at: " + kept.place);
    const bool hurt = isKeptHurt(plan, kept);
    if (hurt) card.lines.emplace_back("the log says that it was hurt, and nobody has released it");
    if (kept.plan->packs.empty()) {
      card.lines.emplace_back("nothing but its name is known: bring it onto the bike to read its label");
    } else {
      const Pack& pack = kept.plan->packs.front();
      const PackModel m = packModel(pack, makeupOf(*kept.plan, pack), kept.plan->ambient);
      card.lines.push_back(
          fmt::format("{}, {} V full, {} Ah", layoutWords(m), formatNumber(m.full.value()), formatNumber(m.rated.value())));
      const bool sound = pack.condition == Condition::Sound;
      if (sound) card.mark = CardMark::Good;
      else if (!pack.condition || *pack.condition == Condition::Unknown) card.lines.emplace_back("nobody has noted whether it is whole");
      for (const DueItem& due : today ? dueOf(*kept.plan, *today) : std::vector<DueItem>()) {
        if (!due.isDue || due.pack != pack.id) continue;
        card.lines.push_back("due: " + due.words);
        card.mark = CardMark::Doubt;
      }
    }
    if (hurt || kept.use == PackUse::Quarantined) card.mark = CardMark::Bad;
    if (kept.use == PackUse::Quarantined) {
      card.lines.emplace_back("never charged, carried indoors or posted until a competent person has released it");
    }
    if (!kept.note.empty()) card.lines.push_back(kept.note);
    out.push_back(std::move(card));
  }
  return out;
}

}  // namespace usherwright::drawing
