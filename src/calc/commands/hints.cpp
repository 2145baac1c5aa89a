// What saves on the first ride. Text and JSON.
#include <fmt/format.h>

#include <array>

#include "calc/command.h"
#include "calc/json.h"
#include "core/quantity/units.h"
#include "core/studies/what_if.h"

namespace usherwright::calc {
namespace {

constexpr std::array<std::string_view, 4> kinds{"flat", "hilly", "windy", "fast"};

std::string hintsText(const Plan& plan, const Assessment& a) {
  const Hints h = hintsOf(plan, a.figures);
  if (h.because.empty()) return "It takes a pack and a route.\n";
  std::string out = fmt::format("{}: {}\n", kinds[static_cast<std::size_t>(h.kind)], h.because);
  for (const Hint& hint : h.hints)
    out +=
        fmt::format("{:>4} to {:>3} %  {}: {}\n", formatNumber(hint.low * 100, 2), formatNumber(hint.high * 100, 2), hint.words, hint.why);
  return out;
}

std::string hintsJson(const Plan& plan, const Assessment& a) {
  const Hints h = hintsOf(plan, a.figures);
  Json hints = Json::array();
  for (const Hint& hint : h.hints)
    hints.push_back({{"hint", hint.words}, {"why", hint.why}, {"saves_low", hint.low}, {"saves_high", hint.high}});
  return printed(
      Json{{"kind", h.because.empty() ? Json() : Json(kinds[static_cast<std::size_t>(h.kind)])}, {"because", h.because}, {"hints", hints}});
}

}  // namespace

Command hintsCommand() { return {"hints", "what saves on the first ride, each carried out by the model", hintsText, hintsJson}; }

}  // namespace usherwright::calc
