// What the shelf has for the plan's goal. Text and JSON.
#include "core/studies/suggest.h"

#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/io/clock.h"
#include "core/quantity/units.h"

namespace usherwright::calc {
namespace {

Outcome<SuggestResult> offered(const Plan& plan) { return suggest(plan, {shippedCatalogue(), today()}, shippedShelf()); }

std::string lineOf(const Suggestion& s, const std::string& currency) {
  std::string out = fmt::format("{} {} for cells and board: {}\n  {} Wh by label, {} more", formatNumber(s.block.cost.value(), 4), currency,
                                s.words, formatNumber(s.label.value()), formatNumber(s.gained.value()));
  if (s.likely) out += fmt::format(", {} km likely", formatNumber(s.likely->value(), 2));
  if (s.mass) out += fmt::format(", {} kg of packs", formatNumber(s.mass->value(), 2));
  out += fmt::format(", {} to mind, {} values that nobody has seen\n", s.minds, s.assumed);
  out += fmt::format("  before use: {}\n", s.tests);
  if (!s.unpriced.empty()) {
    out += "  without a price:";
    for (const std::string& what : s.unpriced) out += " " + what + ";";
    out.back() = '\n';
  }
  return out;
}

std::string suggestText(const Plan& plan, const Assessment&) {
  const auto found = offered(plan);
  std::string out = found.why.empty() ? "" : found.why + "\n";
  if (found.result.combinations > 0)
    out += fmt::format("{} combinations, {} carried out and judged, {} blocks too large for the frame as it is drawn\n",
                       found.result.combinations, found.result.judged, found.result.tooLarge);
  for (const Suggestion& s : found.result.ways) out += lineOf(s, plan.currency);
  for (const Suggestion& s : found.result.nearest) out += "nearest: " + lineOf(s, plan.currency);
  return out;
}

Json jsonOf(const Suggestion& s) {
  return {{"words", s.words},
          {"beside", s.beside},
          {"joined", s.joined ? Json(wordOf(*s.joined)) : Json()},
          {"place", s.place},
          {"before_use", s.tests},
          {"series", s.block.series},
          {"parallel", s.block.parallel},
          {"cells_and_board", s.block.cost.value()},
          {"price", orNull(s.price)},
          {"without_price", s.unpriced},
          {"label_Wh", s.label.value()},
          {"gained_Wh", s.gained.value()},
          {"mass_kg", orNull(s.mass)},
          {"likely_km", orNull(s.likely)},
          {"minds", s.minds},
          {"assumed", s.assumed}};
}

std::string suggestJson(const Plan& plan, const Assessment&) {
  const auto found = offered(plan);
  Json ways = Json::array(), nearest = Json::array();
  for (const Suggestion& s : found.result.ways) ways.push_back(jsonOf(s));
  for (const Suggestion& s : found.result.nearest) nearest.push_back(jsonOf(s));
  return printed({{"combinations", found.result.combinations},
                  {"judged", found.result.judged},
                  {"too_large", found.result.tooLarge},
                  {"currency", plan.currency},
                  {"ways", ways},
                  {"nearest", nearest},
                  {"why", found.why}});
}

}  // namespace

Command suggestCommand() {
  return {"suggest", "what the shelf has for the goal and the budget: each carried out and judged, without a Stop", &suggestText,
          &suggestJson};
}

}  // namespace usherwright::calc
