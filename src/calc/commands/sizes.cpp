// The smallest sizes that pass: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/quantity/text.h"
#include "core/studies/sizing.h"

namespace usherwright::calc {
namespace {

std::string sizesText(const Plan& plan, const Assessment& a) {
  const Sizing s = sizeEverything(plan, a.figures, shippedCatalogue());
  std::string out = plan.title + "\n\n";
  if (!s.impossible.empty()) return out + "no sizes yet: " + s.impossible + "\n";
  for (const Sized& part : s.parts) {
    out += fmt::format("{:<24} {}, now {}; {}\n", part.name, part.chosen, part.now.empty() ? "nothing" : part.now, part.because);
    if (!part.up.size.empty() && part.up.fails.empty())
      out += fmt::format("  {}: {} K, {} %, {} Wh, {} g, {} {}\n", part.up.size, formatNumber(part.up.warmer.value()),
                         formatNumber(100 * part.up.drop), formatNumber(part.up.energy.value()), formatNumber(1000 * part.up.mass.value()),
                         formatNumber(part.up.price.value()), plan.currency);
  }
  return out + fmt::format("wires and plugs, bought new: {} {}\n", formatNumber(s.price.value()), plan.currency);
}

Json jsonOf(const Neighbour& n) {
  if (n.size.empty()) return nullptr;
  return {{"size", n.size},
          {"fails", n.fails},
          {"sheath_K", n.warmer.value()},
          {"drop_share", n.drop},
          {"energy_Wh", n.energy.value()},
          {"mass_kg", n.mass.value()},
          {"price", n.price.value()}};
}

std::string sizesJson(const Plan& plan, const Assessment& a) {
  const Sizing s = sizeEverything(plan, a.figures, shippedCatalogue());
  Json out{{"title", plan.title}, {"impossible", s.impossible}, {"price", s.price.value()}, {"parts", Json::array()}};
  for (const Sized& part : s.parts)
    out["parts"].push_back({{"id", part.id},
                            {"name", part.name},
                            {"now", part.now},
                            {"chosen", part.chosen},
                            {"because", part.because},
                            {"held", part.held},
                            {"up", jsonOf(part.up)},
                            {"down", jsonOf(part.down)}});
  return printed(out);
}

}  // namespace

Command sizesCommand() { return {"sizes", "the smallest wires, plugs and fuses that pass, and what decided each", sizesText, sizesJson}; }

}  // namespace usherwright::calc
