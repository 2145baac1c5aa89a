// Go or not. Text and JSON.
#include "calc/commands/go.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "calc/json.h"
#include "core/io/clock.h"
#include "core/parts/catalogue.h"
#include "core/plan/names.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"
#include "core/studies/go_or_not.h"

namespace usherwright::calc {
namespace {

constexpr std::array<std::string_view, 6> verdictNames{"go", "likely", "hardly", "no", "unknown", "stopped"};

Expected<void> take(const Plan& plan, const std::string& text, bool rested, std::vector<PlugReading>& into) {
  const auto equals = text.find('=');
  const std::string name = text.substr(0, equals);
  const auto pack = std::find_if(plan.packs.begin(), plan.packs.end(), [&](const Pack& p) { return p.id == name || shownName(p) == name; });
  if (equals == std::string::npos || pack == plan.packs.end())
    return unexpected("--read", inQuotes(text), "a pack's name and its volts, as stock=51.2");
  const auto volts = parseNumber(text.substr(equals + 1));
  if (!volts) return unexpected("--read " + pack->id, volts.error().found, "volts at its plug");
  into[static_cast<std::size_t>(pack - plan.packs.begin())] = {Volt(*volts), rested};
  return {};
}

}  // namespace

Outcome goOutcome(const Plan& plan, const std::string& route, const std::vector<std::string>& read, bool rested, bool json) {
  std::size_t at = 0;
  if (!route.empty()) {
    const auto found = std::find_if(plan.routes.begin(), plan.routes.end(), [&](const Route& r) { return r.id == route; });
    if (found == plan.routes.end())
      return {failed, "", Problem{"--route", inQuotes(route), "the id of a route of this plan"}.sentence() + "\n"};
    at = static_cast<std::size_t>(found - plan.routes.begin());
  }
  std::vector<PlugReading> readings(plan.packs.size());
  for (const std::string& text : read)
    if (const auto taken = take(plan, text, rested, readings); !taken) return {failed, "", taken.error().sentence() + "\n"};
  const GoOrNot g = goOrNot(plan, {shippedCatalogue(), today()}, at, readings);
  for (const ChargeToday& c : g.charges)
    if (!c.problem.empty()) return {failed, "", c.problem + "\n"};
  if (json) {
    Json charges = Json::array(), choices = Json::array();
    for (std::size_t k = 0; k < g.charges.size(); ++k) {
      const ChargeToday& c = g.charges[k];
      charges.push_back(
          {{"pack", plan.packs[k].id}, {"known", c.known}, {"low", c.low.value()}, {"likely", c.likely.value()}, {"high", c.high.value()}});
    }
    for (const GoChoice& c : g.choices) {
      Json packs = Json::array();
      for (std::size_t k = 0; k < plan.packs.size(); ++k)
        if (c.packs >> k & 1u) packs.push_back(plan.packs[k].id);
      choices.push_back({{"packs", std::move(packs)},
                         {"low_km", c.low.value()},
                         {"likely_km", c.likely.value()},
                         {"high_km", c.high.value()},
                         {"mass_kg", orNull(c.mass)},
                         {"verdict", verdictNames[static_cast<std::size_t>(c.verdict)]},
                         {"turn_round_km", orNull(c.turnRound)},
                         {"sentence", c.sentence}});
    }
    return {0,
            printed(Json{{"need_km", g.need.value()},
                         {"charges", std::move(charges)},
                         {"choices", std::move(choices)},
                         {"best", g.best ? Json(*g.best) : Json()},
                         {"rests_on", g.restsOn},
                         {"sentence", g.sentence}}),
            ""};
  }
  if (g.choices.empty()) return {0, "It takes a pack and a route.\n", ""};
  std::string out = g.sentence + "\n";
  for (std::size_t k = 0; k < g.charges.size(); ++k) out += fmt::format("{}: {}\n", plan.packs[k].id, g.charges[k].words);
  if (g.choices.size() > 1)
    for (const GoChoice& c : g.choices)
      out += fmt::format("{}{}: {}\n", c.name, c.mass ? ", " + formatQuantity(c.mass->value(), Kind::Mass) : std::string(), c.sentence);
  for (const std::string& s : g.restsOn) out += "rests on " + s + "\n";
  return {0, out, ""};
}

}  // namespace usherwright::calc
