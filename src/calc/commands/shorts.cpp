// A nick in every lead, and switching on: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/assess/wiring_facts.h"
#include "core/quantity/text.h"

namespace usherwright::calc {
namespace {

std::string shortsText(const Plan& plan, const Assessment& a) {
  std::string out = plan.title + "\n\n";
  for (const HarnessLead& lead : a.figures.wiring.harness.leads) {
    const Nick n = nickAt(plan, a.figures, shippedCatalogue(), lead.id);
    out += fmt::format("{}: {} A in all; {}", lead.name, formatNumber(n.total.value()), n.words);
    if (n.copper) out += fmt::format("; copper at {} C", formatNumber(n.copper->value()));
    out += "\n";
  }
  const SwitchOn on = switchOnOf(plan, a.figures, shippedCatalogue());
  if (on.last.words.empty()) return out;
  out += fmt::format("\nswitching on, {} last: ", on.last.words);
  if (!on.stored) return out + "the controller's capacitance is not known\n";
  out += fmt::format("{} J, {} A; {}", formatNumber(on.stored->value()), formatNumber(on.inrush->value()),
                     on.last.softened.empty() ? "nothing keeps it small" : on.last.softened);
  return out +
         fmt::format("; precharge {} Ohm, {} s\n", formatNumber(on.resistor.value_or(on.chosen).value()), formatNumber(on.time->value()));
}

std::string shortsJson(const Plan& plan, const Assessment& a) {
  Json out{{"title", plan.title}, {"nicks", Json::array()}};
  for (const HarnessLead& lead : a.figures.wiring.harness.leads) {
    const Nick n = nickAt(plan, a.figures, shippedCatalogue(), lead.id);
    Json nick{{"lead", lead.id},
              {"total_A", n.total.value()},
              {"until_s", orNull(n.until)},
              {"copper_C", orNull(n.copper)},
              {"fuses", Json::array()}};
    for (const FeedingFuse& x : n.fuses)
      nick["fuses"].push_back({{"pack", plan.packs[x.pack].id},
                               {"current_A", x.current.value()},
                               {"rating_A", orNull(x.rating)},
                               {"opens_after_s", orNull(x.opensAfter)},
                               {"need_not_open", x.never},
                               {"why", x.why}});
    out["nicks"].push_back(std::move(nick));
  }
  const SwitchOn on = switchOnOf(plan, a.figures, shippedCatalogue());
  out["switch_on"] = {{"last", on.last.part},
                      {"softened", on.last.softened},
                      {"bus_V", on.bus.value()},
                      {"stored_J", orNull(on.stored)},
                      {"inrush_A", orNull(on.inrush)},
                      {"least_ohm", on.least.value()},
                      {"resistor_ohm", on.resistor.value_or(on.chosen).value()},
                      {"time_s", orNull(on.time)}};
  return printed(out);
}

}  // namespace

Command shortsCommand() {
  return {"shorts", "a nick in every lead: fuses, seconds, warmth; the spark at switching on", shortsText, shortsJson};
}

}  // namespace usherwright::calc
