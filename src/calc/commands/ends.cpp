// The halves of each pack's plug and the ways between them: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/assess/wiring_facts.h"
#include "core/quantity/text.h"

namespace usherwright::calc {
namespace {

const char* wordOf(WayKind kind) {
  switch (kind) {
    case WayKind::Fits: return "fits";
    case WayKind::Adapters: return "adapters";
    case WayKind::NewBikeHalf: return "new-bike-half";
    case WayKind::Exchange: return "exchange";
    case WayKind::NewPackHalf: return "new-pack-half";
  }
  return "";
}

std::string endsText(const Plan& plan, const Assessment& a) {
  std::string out = plan.title + "\n";
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const ChainAnswer answer = chainOf(plan, k, shippedCatalogue(), chainNeedOf(plan, a.figures, k));
    out += "\n" + a.figures.packs[k].model.name + "\n";
    for (const HalfQuestion& q : answer.open) out += fmt::format("  not looked at yet: {}\n", q.words);
    for (const ChainWay& w : answer.ways)
      out += fmt::format("  {}: {} contacts, {} splices, {} mOhm more, {} {}; {}\n", wordOf(w.kind), w.contacts, w.splices,
                         formatNumber(w.added.value() * 1000), formatNumber(w.price.value()), plan.currency, w.make);
    for (const RefusedWay& r : answer.refused) out += fmt::format("  refused ({}): {}: {}\n", r.rule, r.words, r.why);
  }
  return out;
}

Json jsonOf(const ChainWay& w) {
  Json links = Json::array();
  for (const ChainLink& link : w.links) links.push_back({{"adapter", link.adapter->id}, {"turned", link.turned}});
  return {{"kind", wordOf(w.kind)},       {"adapters", links},        {"contacts", w.contacts},  {"splices", w.splices},
          {"added_ohm", w.added.value()}, {"price", w.price.value()}, {"comes_off", w.comesOff}, {"make", w.make}};
}

std::string endsJson(const Plan& plan, const Assessment& a) {
  Json out{{"title", plan.title}, {"packs", Json::array()}};
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const ChainAnswer answer = chainOf(plan, k, shippedCatalogue(), chainNeedOf(plan, a.figures, k));
    Json pack{{"pack", plan.packs[k].id}, {"open", Json::array()}, {"ways", Json::array()}, {"refused", Json::array()}};
    for (const HalfQuestion& q : answer.open) pack["open"].push_back({{"field", q.pointer}, {"words", q.words}});
    for (const ChainWay& w : answer.ways) pack["ways"].push_back(jsonOf(w));
    for (const RefusedWay& r : answer.refused) pack["refused"].push_back({{"rule", r.rule}, {"words", r.words}, {"why", r.why}});
    out["packs"].push_back(std::move(pack));
  }
  return printed(out);
}

}  // namespace

Command endsCommand() { return {"ends", "both halves of each plug, and the ways from one to the other", endsText, endsJson}; }

}  // namespace usherwright::calc
