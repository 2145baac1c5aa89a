// What came, what hands did, and what lies in the tray.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/open_items.h"
#include "core/drawing/build/build_drawings.h"
#include "core/plan/fields.h"
#include "core/plan/names.h"

namespace usherwright::drawing {
namespace {

CardMark markOf(ArrivalVerdict verdict) {
  switch (verdict) {
    case ArrivalVerdict::Accept: return CardMark::Good;
    case ArrivalVerdict::LookOn: return CardMark::Open;
    case ArrivalVerdict::Mend: return CardMark::Doubt;
    default: return CardMark::Bad;
  }
}

std::string partItem(const char* list, std::size_t i) { return fmt::format("item//build/{}/{}", list, i); }

/// "came as, all of it came": the labels of fields.
std::string labelsOf(const Plan& plan, const std::string& entry, const std::vector<std::string>& keys) {
  std::string out;
  for (const std::string& key : keys)
    if (const auto field = findField(plan, fmt::format("{}/{}", entry, key)))
      out += fmt::format("{}{}", out.empty() ? "" : ", ", field->spec->label);
  return out;
}

}  // namespace

std::vector<ItemCard> arrivalCards(const Plan& plan, const Figures& figures) {
  std::vector<ItemCard> out;
  for (std::size_t i = 0; i < plan.build.arrivals.size(); ++i) {
    const Arrival& a = plan.build.arrivals[i];
    const ArrivalJudged judgement = arrivalJudged(plan, figures, a);
    const auto pack = packOf(plan, a);
    ItemCard card{partItem("arrivals", i),
                  fmt::format("{}{}{}", pack ? shownName(plan.packs[*pack]) : a.part, a.when.empty() ? "" : ", ", a.when),
                  std::string(verdictWords(judgement.verdict)), markOf(judgement.verdict), judgement.wrong};
    if (!judgement.unknown.empty())
      card.lines.push_back("not looked at: " + labelsOf(plan, fmt::format("/build/arrivals/{}", i), judgement.unknown));
    out.push_back(std::move(card));
  }
  return out;
}

std::vector<ItemCard> handworkCards(const Plan& plan, const Assessment& assessment) {
  std::vector<ItemCard> out;
  const std::vector<OpenItem> open = openItems(plan, assessment.figures);
  for (std::size_t i = 0; i < plan.build.handwork.size(); ++i) {
    const Handwork& h = plan.build.handwork[i];
    const std::string entry = fmt::format("/build/handwork/{}", i);
    ItemCard card{partItem("handwork", i),
                  fmt::format("{}{}{}", h.what, h.when.empty() ? "" : ", ", h.when),
                  h.kind ? std::string(wordOf(*h.kind)) : "nobody noted what was done",
                  CardMark::Good,
                  {}};
    for (const Finding& f : assessment.findings)
      if (f.id == "BUILD-03" && f.part == fmt::format("handwork/{}", i)) {
        card.mark = f.severity == Severity::Stop ? CardMark::Bad : CardMark::Open;
        card.lines.push_back(f.sentence);
      }
    for (const OpenItem& item : open)
      if (item.pointer.starts_with(entry + "/")) {
        if (card.mark == CardMark::Good) card.mark = CardMark::Doubt;
        card.lines.push_back(item.words);
      }
    out.push_back(std::move(card));
  }
  return out;
}

std::vector<ItemCard> trayCards(const Plan& plan) {
  std::vector<ItemCard> out;
  const std::vector<OpenItem> open = inTheTray(plan);
  for (std::size_t i = 0; i < plan.build.fasteners.size(); ++i) {
    const Fastener& f = plan.build.fasteners[i];
    const std::string entry = fmt::format("/build/fasteners/{}/", i);
    const auto left = std::find_if(open.begin(), open.end(), [&](const OpenItem& o) { return o.pointer.starts_with(entry); });
    ItemCard card{partItem("fasteners", i),
                  fmt::format("{}{}{}", f.place, f.what.empty() ? "" : ", ", f.what),
                  left == open.end() ? fmt::format("all {} are back", *f.out) : left->words.substr(left->words.find(": ") + 2),
                  left == open.end() ? CardMark::Good : CardMark::Open,
                  {std::string(tightnessWords(f.into))}};
    out.push_back(std::move(card));
  }
  return out;
}

}  // namespace usherwright::drawing
