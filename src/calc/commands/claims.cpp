// Claims and rules of thumb beside the range: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/assess/claims_of_plan.h"
#include "core/quantity/text.h"

namespace usherwright::calc {
namespace {

std::string_view kindWord(ClaimKind kind) {
  switch (kind) {
    case ClaimKind::Range: return "range";
    case ClaimKind::Time: return "time";
    case ClaimKind::Power: return "power";
    case ClaimKind::Cycles: return "cycles";
    case ClaimKind::Years: return "years";
    case ClaimKind::CellCapacity: return "cell_capacity";
  }
  return "";
}

std::string claimsText(const Plan& plan, const Assessment& assessment) {
  std::string out;
  const auto held = claimsOf(plan, assessment.figures);
  for (std::size_t i = 0; i < plan.claims.size(); ++i) {
    const Claim& c = plan.claims[i];
    out += fmt::format("“{}”{}{}\n", c.words, c.pack.empty() ? "" : " of " + c.pack, c.by.empty() ? "" : ", " + c.by);
    const std::size_t before = out.size();
    for (const HeldClaim& h : held)
      if (h.claim == i) out += fmt::format("  {}: {}\n", plausibilityWords(h.verdict.verdict), h.verdict.sentence);
    if (out.size() == before) out += "  no range, time, power, cycles, years or cell capacity in these words\n";
  }
  if (plan.claims.empty()) out = "Nothing is claimed.\n";
  const RangeFigures& r = assessment.figures.range;
  if (!r.known) return out + "No range yet: it takes a pack and a route.\n";
  out += fmt::format("worked out: {} km, {} to {}\n", formatNumber(r.likely.value()), formatNumber(r.cautious.value()),
                     formatNumber(r.hopeful.value()));
  for (const BenchRange& b : benchRanges(plan, assessment.figures, held))
    out += fmt::format("{}: {} km, {}{} %; {}; {}\n", b.rule, formatNumber(b.range.value()), b.against >= 0 ? "+" : "",
                       formatNumber(b.against * 100, 2), b.from, b.leavesOut);
  return out;
}

std::string claimsJson(const Plan& plan, const Assessment& assessment) {
  Json claims = Json::array(), rules = Json::array();
  const auto held = claimsOf(plan, assessment.figures);
  for (const HeldClaim& h : held) {
    const ClaimVerdict& v = h.verdict;
    claims.push_back({{"claim", h.claim},
                      {"kind", kindWord(v.kind)},
                      {"value", v.value},
                      {"implied", v.implied},
                      {"implied_unit", v.impliedUnit},
                      {"verdict", plausibilityWords(v.verdict)},
                      {"sentence", v.sentence}});
  }
  for (const BenchRange& b : benchRanges(plan, assessment.figures, held))
    rules.push_back(
        {{"rule", b.rule}, {"range_km", b.range.value()}, {"against_likely", b.against}, {"doubt", b.doubt}, {"leaves_out", b.leavesOut}});
  return Json{{"claims", claims}, {"rules_of_thumb", rules}}.dump(2) + "\n";
}

}  // namespace

Command claimsCommand() {
  return {"claims", "what is claimed of the bike, turned into what it means, and rules of thumb beside the range", claimsText, claimsJson};
}

}  // namespace usherwright::calc
