#include "core/sheets/recycling_note.h"

#include <fmt/format.h>

#include "core/assess/out_of_use.h"
#include "core/log/history.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

/// Marked, or by what was found of it.
bool isHurt(const Plan& plan, const Assessment& a, const Pack& pack) {
  if (isQuarantined(plan, pack)) return true;
  for (const Finding& f : a.findings)
    if (endsUse(f, pack.id)) return true;
  return false;
}

}  // namespace

std::string recyclingNote(const Plan& plan, const Assessment& a) {
  std::string out = "HANDING IN\n\n";
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const PackModel& m = a.figures.packs[k].model;
    const bool lithium = isLithium(m.chemistry);
    out +=
        fmt::format("{}: {}, {}, {} Wh\n", shownName(plan.packs[k]), layoutWords(m), wordOf(m.chemistry), formatNumber(m.label.value(), 4));
    if (lithium && isHurt(plan, a, plan.packs[k]))
      out +=
          "  It is hurt, or nobody can tell that it is not. It is not charged, not emptied, not opened and not posted.\n"
          "  [ ] It stands outside, away from what burns, in a metal box with dry sand if there is one.\n"
          "  [ ] The collecting point was called, told that it is hurt, and said how it is to come. Hot or smoking: the fire service.\n";
    else if (lithium)
      out +=
          "  [ ] Ridden down to about a quarter; not below what its board allows.\n"
          "  [ ] Poles and every bare contact taped, one by one; in a box that does not conduct.\n"
          "  [ ] The collecting point was called first: not every one takes packs of more than 500 g, and none has to take opened ones.\n";
    else
      out += "  [ ] Poles taped, upright, nothing laid on top. Lead and nickel go to the same collecting points, in boxes of their own.\n";
    out += "  Taken by ____________________   on ____________   receipt no. ____________\n\n";
  }
  if (plan.packs.empty()) out += "There is no pack in this plan.\n\n";
  return out + "Who sold it usually has to take it back. What belongs to the bike alone (mount, key, charger) can go on with it.\n";
}

}  // namespace usherwright
