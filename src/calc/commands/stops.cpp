// Charging on the way, and the packs that are put aside: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/drawing/pack/pack_drawings.h"
#include "core/io/clock.h"
#include "core/plan/kept.h"
#include "core/quantity/units.h"
#include "core/studies/stops.h"
#include "core/studies/way_ridden.h"

namespace usherwright::calc {
namespace {

std::string stopsText(const Plan& plan, const Assessment& assessment) {
  const WithStops w = withStops(plan, assessment);
  if (w.stretches.empty()) return "No ride yet: it takes a pack and a route.\n";
  std::string out;
  for (const StopMade& s : w.stops) out += stopWords(plan, s, UnitSystem::Metric) + "\n";
  if (w.stops.empty()) out = "No stop on this ride.\n";
  const WayRidden way = wayRidden(plan, assessment.figures, 400, w);
  if (way.lies) return out + fmt::format("It lies after {} km.\n", formatNumber(way.lies->value()));
  out += "It comes through, with";
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    out += fmt::format("{} {} Wh in {}", k == 0 ? "" : ",", formatNumber(way.points.back().left[k].value()), plan.packs[k].id);
  return out + " above the floor.\n";
}

std::string stopsJson(const Plan& plan, const Assessment& assessment) {
  const WithStops w = withStops(plan, assessment);
  Json stops = Json::array();
  for (const StopMade& s : w.stops) {
    Json packs = Json::array();
    for (std::size_t k = 0; s.reached && k < plan.packs.size(); ++k)
      packs.push_back({{"pack", plan.packs[k].id}, {"before", s.before[k].value()}, {"after", s.after[k].value()}});
    stops.push_back({{"stop", s.stop},
                     {"at_km", s.at.value()},
                     {"stands_min", s.stands.value()},
                     {"reached", s.reached},
                     {"gained_Wh", s.gained.value()},
                     {"refused", s.refused},
                     {"packs", std::move(packs)}});
  }
  Json out{{"stops", std::move(stops)}, {"stood_min", w.stood.value()}, {"gained_Wh", w.gained.value()}, {"lies_km", Json()}};
  if (!w.stretches.empty())
    if (const WayRidden way = wayRidden(plan, assessment.figures, 400, w); way.lies) out["lies_km"] = way.lies->value();
  return printed(out);
}

std::string keptText(const Plan& plan, const Assessment&) {
  if (plan.kept.empty()) return "Every pack is on the bike.\n";
  std::string out;
  for (const drawing::ItemCard& card : drawing::keptCards(plan, today())) {
    out += fmt::format("{}: {}\n", card.title, card.verdict);
    for (const std::string& line : card.lines) out += "  " + line + "\n";
  }
  return out;
}

std::string keptJson(const Plan& plan, const Assessment&) {
  Json kept = Json::array();
  const auto cards = drawing::keptCards(plan, today());
  for (std::size_t i = 0; i < plan.kept.size(); ++i) {
    const KeptPack& k = plan.kept[i];
    kept.push_back({{"pack", k.id},
                    {"use", std::string(wordOf(k.use))},
                    {"since", k.since.empty() ? Json() : Json(k.since)},
                    {"known", !k.plan->packs.empty()},
                    {"said", cards[i].lines}});
  }
  return printed(Json{{"kept", std::move(kept)}});
}

}  // namespace

Command stopsCommand() {
  return {"stops", "the first ride with its stops for charging: what each puts in or why nothing, and where it lies", stopsText, stopsJson};
}

Command keptCommand() {
  return {"kept", "packs that are owned and not on the bike: what for, since when, what is due of them, what stands against them", keptText,
          keptJson};
}

}  // namespace usherwright::calc
