#include "core/report/bill.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/work_order.h"
#include "core/charging/charger_put.h"
#include "core/log/due.h"
#include "core/parts/catalogue.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/sheets/pull.h"
#include "core/studies/ways.h"

namespace usherwright {
namespace {

constexpr std::size_t mostDue = 6;

std::string n(double v, int digits = 4) { return formatNumber(v, digits); }

std::string chargersOf(const Plan& plan, const std::string& pack) {
  std::string out;
  for (const Charger& c : plan.chargers)
    if (serves(c, pack))
      out += fmt::format("{}{}{}", out.empty() ? "" : ", ", shownName(c),
                         c.output ? fmt::format(" ({} V)", n(c.output->value())) : ", volts not known");
  return out.empty() ? "none is put to it" : out;
}

std::string fuseOf(const Fuse& fuse) {
  if (fuse.present == false) return "none";
  return fuse.rating ? fmt::format("{} A{}, the same size again and no larger", n(fuse.rating->value()),
                                   fuse.dcVoltage ? fmt::format(", {} V DC", n(fuse.dcVoltage->value())) : "")
                     : "not known";
}

}  // namespace

std::string billOf(const Plan& plan, const Assessment& a) {
  const WayMoney quoted = moneyOf(plan, plan);
  double sum = 0;
  std::vector<std::string> missing = quoted.missing;
  std::string out = fmt::format("BILL, {}\nin {}\n\n", plan.title, plan.currency.empty() ? "the currency of the prices" : plan.currency);
  const auto line = [&](const std::string& what, const std::string& much, const std::string& price) {
    out += fmt::format("  {:<52} {:>10} {:>10}\n", what, much, price);
  };
  for (const CostLine& l : quoted.lines) line(l.what, l.outside ? "outside" : "", l.price ? n(l.price->value()) : "no price");
  sum += quoted.total.value();
  for (const BuyRow& r : shoppingList(plan, a.figures, shippedCatalogue())) {
    if (r.there) continue;
    line(r.what, fmt::format("{} {}", n(r.quantity), r.unit), r.price > Money(0) ? n(r.price.value()) : "no price");
    if (r.price > Money(0)) sum += r.price.value();
    else missing.push_back(r.what);
  }
  out += fmt::format("\n  together, with tax and shipping of the quotes: {}\n", n(sum));
  if (!missing.empty()) out += fmt::format("  without a price, and in no sum: {}\n", fmt::join(missing, "; "));
  if (plan.budget) {
    const double left = plan.budget->value() - (sum - quoted.outside.value());
    out += missing.empty() ? fmt::format("  of the budget of {} {}: {}\n", n(plan.budget->value()),
                                         left >= 0 ? "there is left" : "it is over by", n(std::abs(left)))
           : left < 0      ? fmt::format("  the budget of {} is over by {} at the least\n", n(plan.budget->value()), n(-left))
                           : fmt::format("  of the budget of {} there is left at the most: {}\n", n(plan.budget->value()), n(left));
  } else {
    out += "  there is no budget in the plan\n";
  }
  return out;
}

std::string handoverOf(const Plan& plan, const Assessment& a, Date today) {
  const std::vector<WorkStep> order = orderOfWork(plan, a.figures);
  const Release release = releaseOf(plan, a, order);
  std::string out = fmt::format("HANDOVER, {}\n{}\n\n", formatDate(today), plan.title);
  out += release.may == Release::May::Ride ? "Released: ride.\n"
         : release.may == Release::May::Supervised
             ? "Released to be ridden with somebody who knows: not every value of the plan was seen.\n"
             : "NOT RELEASED: it is not ridden yet.\n";
  for (const std::string& item : release.open) out += fmt::format("  open: {}\n", item);
  for (const std::string& item : release.unproven) out += fmt::format("  Stop: {}\n", item);
  out += "\n";
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    const PackModel& m = a.figures.packs[k].model;
    out += fmt::format("{}: {}, full at {} V, {} Wh by its label\n  charger: {}\n  fuse: {}\n", shownName(p), layoutWords(m),
                       n(m.full.value()), n(m.label.value()), chargersOf(plan, p.id), fuseOf(p.fuse));
  }
  out += "\nWhat was read\n";
  bool any = false;
  for (const WorkStep& step : order) {
    if (!step.gate) continue;
    const StepJudged judgement = judgedOf(plan, step);
    if (!judgement.record) continue;
    any = true;
    out += fmt::format("  {}, {}: {}\n", step.title, plan.build.done[*judgement.record].when, judgement.words);
  }
  if (!any) out += "  nothing: no gate of the order of work has a reading\n";
  out += "\nWhat falls due\n";
  const std::vector<DueItem> due = dueOf(plan, today);
  for (std::size_t i = 0; i < std::min(mostDue, due.size()); ++i) out += fmt::format("  by {}: {}\n", formatDate(due[i].by), due[i].words);
  if (due.empty()) out += "  after the first 100 km: tighten mount, plugs and racks again; then it is counted from the log\n";
  return out +
         "\nFor the owner\n"
         "  Its own charger and no other, attended, on stone, away from the way out. Smell, swelling, heat or a fall: outside, never "
         "charged\n"
         "  again before somebody competent has looked. A fuse that opens has a cause: find it first. Nothing is washed with a jet.\n"
         "Handed over by ____________________   to ____________________   on ____________\n";
}

}  // namespace usherwright
