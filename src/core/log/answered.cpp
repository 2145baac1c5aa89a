#include "core/log/answered.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/plan/names.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

Date later(Date from, int months) {
  using namespace std::chrono;
  const year_month_day start{from};
  const year_month_day there = start + std::chrono::months(months);
  return there.ok() ? sys_days(there) : sys_days(there.year() / there.month() / last);
}

}  // namespace

AnsweredFor answeredFor(const Plan& plan, const Warranty& warranty, const std::vector<double>& fullCycles, Date today) {
  AnsweredFor out;
  std::string pack;
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    if (!isCalled(warranty.part, p)) continue;
    pack = p.id;
    if (!p.charges.empty() && k < fullCycles.size()) out.cycles = fullCycles[k];
  }
  const auto from = parseDate(warranty.from);
  if (from && warranty.months) out.until = later(*from, *warranty.months);
  for (const Handwork& h : plan.build.handwork)
    if (!pack.empty() && h.pack == pack && h.kind && (*h.kind == HandKind::Opened || *h.kind >= HandKind::Drilled))
      out.against.push_back(fmt::format("{}{}{}", wordOf(*h.kind), h.when.empty() ? "" : " on ", h.when));
  for (const LogEntry& e : plan.log)
    if (!pack.empty() && e.pack == pack && isAccident(e.what))
      out.against.push_back(fmt::format("{}{}{}", wordOf(e.what), e.when.empty() ? "" : " on ", e.when));
  const bool late = out.until && today > *out.until;
  const bool used = warranty.cycles && out.cycles && *out.cycles >= *warranty.cycles;
  if (late || used) out.standing = Answered::Over;
  else if (!out.until) out.standing = Answered::Unknown;
  else out.standing = out.against.empty() ? Answered::Yes : Answered::Doubtful;
  out.words = out.until ? fmt::format("until {}", formatDate(*out.until)) : "its day or its months are not known";
  if (warranty.cycles)
    out.words += out.cycles ? fmt::format(", {} of {} cycles", formatNumber(std::floor(*out.cycles), 4), *warranty.cycles)
                            : fmt::format(", up to {} cycles, of which none are on record", *warranty.cycles);
  return out;
}

std::string_view answeredWords(Answered standing) {
  switch (standing) {
    case Answered::Yes: return "answered for";
    case Answered::Doubtful: return "doubtful";
    case Answered::Over: return "over";
    default: return "not known";
  }
}

}  // namespace usherwright
