// What is wrong. Text and JSON.
#include "calc/commands/wrong.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "calc/json.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"
#include "core/studies/charging_studies.h"
#include "core/studies/what_is_wrong.h"

namespace usherwright::calc {
namespace {

constexpr std::array<std::string_view, signCount> names{"plug_V",      "bike_V", "load_V", "put_back_Ah", "spread_mV",
                                                        "plug_rise_K", "own_A",  "wakes",  "fuse_whole"};
constexpr std::array<std::string_view, faultCount> faultNames{"sound", "asleep",     "fuse-open", "not-home", "swapped",    "lost-string",
                                                              "worn",  "weak-group", "high-ohm",  "cold",     "input-dead", "empty"};

Expected<void> take(const std::string& text, Signs& signs) {
  const auto equals = text.find('=');
  const std::string name = text.substr(0, equals);
  const auto at = std::find(names.begin(), names.end(), name);
  if (equals == std::string::npos || at == names.end())
    return unexpected("--read", inQuotes(text), "one of " + signNames() + ", as plug_V=51.2");
  const auto sign = static_cast<std::size_t>(at - names.begin());
  const std::string value = text.substr(equals + 1);
  if (signUnit(static_cast<Sign>(sign)).empty()) {
    if (value != "yes" && value != "no") return unexpected("--read " + name, inQuotes(value), "yes or no");
    signs[sign] = value == "yes" ? 1.0 : 0.0;
    return {};
  }
  const auto number = parseNumber(value);
  if (!number) return unexpected("--read " + name, inQuotes(value), "a number");
  signs[sign] = *number;
  return {};
}

}  // namespace

std::string signNames() {
  std::string out;
  for (const std::string_view n : names) out += fmt::format("{}{}", out.empty() ? "" : ", ", n);
  return out;
}

Outcome wrongOutcome(const Plan& plan, const Assessment& a, const std::string& pack, const std::vector<std::string>& read, bool json) {
  const Pack* p = plan.findPack(pack);
  if (!p) return {failed, "", Problem{"--pack", inQuotes(pack), "the id of a pack of this plan"}.sentence() + "\n"};
  // A pack that is out of use is not tried out.
  if (const Finding* end = outOfUse(a, pack))
    return {0, json ? printed(Json{{"pack", pack}, {"out_of_use", end->id}}) : end->sentence + "\ndo: " + end->what + "\n", ""};
  Signs signs;
  for (const std::string& text : read)
    if (const auto taken = take(text, signs); !taken) return {failed, "", taken.error().sentence() + "\n"};
  const FaultSetup setup = faultSetupOf(a, static_cast<std::size_t>(p - plan.packs.data()));
  const FaultRanking r = rankFaults(setup, signs);
  if (json) {
    Json faults = Json::array();
    for (const RankedFault& f : r.faults)
      faults.push_back({{"fault", faultNames[static_cast<std::size_t>(f.fault)]}, {"probability", f.probability}});
    return {0,
            printed(Json{{"pack", pack},
                         {"load_A", setup.load.value()},
                         {"share", setup.share},
                         {"faults", std::move(faults)},
                         {"next", r.next ? Json(names[static_cast<std::size_t>(*r.next)]) : Json()},
                         {"next_tells_bits", r.nextTells}}),
            ""};
  }
  std::string out;
  for (const RankedFault& f : r.faults)
    if (f.probability >= 0.01)
      out += fmt::format("{:>4}  {}\n", formatQuantity(f.probability, Kind::Fraction, UnitSystem::Metric, 2), faultWords(f.fault));
  out += fmt::format("do: {}\n", faultCure(r.faults.front().fault));
  if (r.next) out += fmt::format("next: {}, {} ({})\n", signWords(*r.next), signHow(*r.next), names[static_cast<std::size_t>(*r.next)]);
  return {0, out, ""};
}

}  // namespace usherwright::calc
