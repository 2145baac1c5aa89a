// The harness: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/quantity/text.h"

namespace usherwright::calc {
namespace {

template <class T>
std::string shown(const Known<T>& value, const char* unit) {
  return value ? formatNumber(value->value()) + " " + unit : std::string("not known");
}

std::string wireText(const Plan& plan, const Assessment& a) {
  const HarnessFigures& w = a.figures.wiring;
  std::string out = plan.title + "\n\n";
  for (const HarnessNode& n : w.harness.nodes) out += fmt::format("{:<24} {}\n", n.name, n.detail);
  out += "\n";
  for (std::size_t i = 0; i < w.leads.size(); ++i) {
    const HarnessLead& l = w.harness.leads[i];
    const LeadFigures& f = w.leads[i];
    if (!l.isRun()) continue;
    out += fmt::format("{}: {}{}, plus {} m, minus {} m{}; carries {}\n", l.name, l.run.size, l.planned < 0 ? " (assumed)" : "",
                       formatNumber(l.run.lengthPlus.value_or(Metre(0)).value()),
                       formatNumber(l.run.lengthMinus.value_or(Metre(0)).value()), l.drawn ? " (drawn)" : "", shown(f.rating, "A"));
    out +=
        fmt::format("  {} at peak: copper {}, drop {}; {} for long: {} outside, {}\n", shown(f.peak, "A"), shown(f.conductorAtPeak, "°C"),
                    shown(f.drop, "V"), shown(f.sustained, "A"), shown(f.sheathSustained, "°C"), shown(f.loss, "W"));
  }
  for (const PathFigures& p : w.paths) {
    out += fmt::format("from {} to the controller: {}", a.figures.packs[static_cast<std::size_t>(p.pack)].model.name, shown(p.drop, "V"));
    if (p.drop) out += fmt::format(" at peak, {} % of {} V", formatNumber(100 * p.share()), formatNumber(p.nominal.value()));
    out += "\n";
    for (const PathShare& s : p.shares) out += fmt::format("  {:<24} {} V\n", s.name, formatNumber(s.drop.value()));
  }
  return out;
}

std::string wireJson(const Plan& plan, const Assessment& a) {
  const HarnessFigures& w = a.figures.wiring;
  Json out{{"title", plan.title}, {"nodes", Json::array()}, {"leads", Json::array()}, {"ways", Json::array()}};
  for (const HarnessNode& n : w.harness.nodes)
    out["nodes"].push_back({{"id", n.id}, {"name", n.name}, {"detail", n.detail}, {"field", n.pointer}, {"known", n.known}});
  for (std::size_t i = 0; i < w.leads.size(); ++i) {
    const HarnessLead& l = w.harness.leads[i];
    const LeadFigures& f = w.leads[i];
    Json lead{{"id", l.id}, {"name", l.name}, {"from", w.harness.nodes[l.from].id}, {"to", w.harness.nodes[l.to].id}};
    if (l.isRun()) {
      lead["size"] = l.run.size;
      lead["assumed"] = l.planned < 0;
      lead["length_drawn"] = l.drawn;
      lead["length_plus_m"] = orNull(l.run.lengthPlus);
      lead["length_minus_m"] = orNull(l.run.lengthMinus);
      lead["rating_A"] = orNull(f.rating);
      lead["peak_A"] = orNull(f.peak);
      lead["sustained_A"] = orNull(f.sustained);
      lead["conductor_at_peak_C"] = orNull(f.conductorAtPeak);
      lead["sheath_sustained_C"] = orNull(f.sheathSustained);
      lead["drop_at_peak_V"] = orNull(f.drop);
      lead["loss_sustained_W"] = orNull(f.loss);
    }
    out["leads"].push_back(std::move(lead));
  }
  for (const PathFigures& p : w.paths) {
    Json way{{"pack", plan.packs[static_cast<std::size_t>(p.pack)].id}, {"drop_at_peak_V", orNull(p.drop)}, {"of_V", p.nominal.value()}};
    way["shares"] = Json::array();
    for (const PathShare& s : p.shares) way["shares"].push_back({{"id", s.id}, {"drop_V", s.drop.value()}});
    out["ways"].push_back(std::move(way));
  }
  return printed(out);
}

}  // namespace

Command wireCommand() { return {"wire", "the harness: leads, plugs, fuses, warmth, drop", wireText, wireJson}; }

}  // namespace usherwright::calc
