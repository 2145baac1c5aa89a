#include "core/sheets/arrival_letter.h"

#include <fmt/format.h>

#include "core/assess/open_items.h"
#include "core/plan/names.h"

namespace usherwright {
namespace {

std::string askedFor(ArrivalVerdict verdict) {
  switch (verdict) {
    case ArrivalVerdict::Quarantine:
      return "It stands outside and is not charged. A lithium pack that came hurt does not go by post: please have it fetched by a carrier "
             "who takes damaged ones, and send me a sound one or return what I paid.";
    case ArrivalVerdict::Claim:
      return "It is not built in and not charged. Please replace it, or return what I paid, and tell me how it is to travel: above 100 Wh "
             "a "
             "lithium pack goes as dangerous goods.";
    default: return "Please send what is missing or tell me how it is put right.";
  }
}

}  // namespace

std::string arrivalLetters(const Plan& plan, const Assessment& assessment) {
  std::string out;
  for (const Arrival& a : plan.build.arrivals) {
    const ArrivalJudged judgement = arrivalJudged(plan, assessment.figures, a);
    if (judgement.wrong.empty()) continue;
    const auto pack = packOf(plan, a);
    const std::string name = pack ? shownName(plan.packs[*pack]) : a.part;
    if (!out.empty()) out += "\n----\n\n";
    out +=
        fmt::format("About: {}\n\nIt came{}. What I found before anything was done to it:\n", name, a.when.empty() ? "" : " on " + a.when);
    for (const std::string& fact : judgement.wrong) out += fmt::format("  - {}\n", fact);
    if (!a.note.empty()) out += fmt::format("  - {}\n", a.note);
    out += fmt::format("\n{}\n\nPhotographs of every side, of the label and of the box are with this letter: [ ]\n",
                       askedFor(judgement.verdict));
  }
  return out.empty() ? "Nothing came that has to be claimed.\n" : out;
}

}  // namespace usherwright
