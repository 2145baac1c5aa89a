// Who answers for what.
#include <fmt/format.h>

#include "core/drawing/log/log_drawings.h"
#include "core/log/answered.h"
#include "core/log/health.h"
#include "core/plan/names.h"

namespace usherwright::drawing {
namespace {

CardMark markOf(Answered standing) {
  switch (standing) {
    case Answered::Yes: return CardMark::Good;
    case Answered::Doubtful: return CardMark::Doubt;
    case Answered::Over: return CardMark::Bad;
    default: return CardMark::Open;
  }
}

}  // namespace

std::vector<ItemCard> warrantyCards(const Plan& plan, const Figures& figures, Date today) {
  std::vector<ItemCard> out;
  if (plan.warranties.empty()) return out;
  std::vector<double> cycles;
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    cycles.push_back(healthOf(figures.packs[k].model, plan.packs[k], k, today).fullCycles);
  for (std::size_t i = 0; i < plan.warranties.size(); ++i) {
    const Warranty& w = plan.warranties[i];
    const AnsweredFor a = answeredFor(plan, w, cycles, today);
    ItemCard card{
        fmt::format("item//warranties/{}", i), w.part, fmt::format("{}: {}", answeredWords(a.standing), a.words), markOf(a.standing), {}};
    for (const Pack& p : plan.packs)
      if (isCalled(w.part, p)) card.title = shownName(p);
    for (const std::string& fact : a.against) card.lines.push_back("speaks against it: " + fact);
    if (!w.voids.empty()) card.lines.push_back("what ends it: " + w.voids);
    if (!w.receipt.empty()) card.lines.push_back("receipt: " + w.receipt);
    out.push_back(std::move(card));
  }
  return out;
}

}  // namespace usherwright::drawing
