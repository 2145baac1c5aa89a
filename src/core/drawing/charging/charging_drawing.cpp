// Station Charging: the charger × pack matrix and the charge of each pack over the hours.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/charging/of_plan.h"
#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double leastLine = 66;  // px of a charger's row

struct Words {
  std::string head, detail;
  Ink ink;
  int shape;          ///< −1 none
  std::string would;  ///< what would make a "no" a "yes"
};

/// Reasons that hold whatever the volts: never, each with what it is.
std::string never(const Charger& c, const Pack& p, const PackModel& m) {
  if (c.chemistry && !isSameChargeClass(*c.chemistry, m.chemistry))
    return fmt::format("made for {}, these cells are {}", factsOf(*c.chemistry).name, m.facts.name);
  if (polesReversed(c, p)) return "the plug goes in, its poles are reversed";
  return {};
}

Words wordsFor(const Subject& subject, const ChargeFigures& c) {
  const Charger& charger = subject.plan.chargers[c.charger];
  const Pack& pack = subject.plan.packs[c.pack];
  const PackModel& m = subject.assessment.figures.packs[c.pack].model;
  const std::string why = never(charger, pack, m), fits = plugsMate(charger, pack) ? "; its plug fits all the same" : "";
  if (const Finding* end = outOfUse(subject.assessment, pack.id))
    return {"never", fmt::format("{}: {}", end->id, end->sentence), Ink::Stop, 0, ""};
  if (!why.empty()) return {"never", why, Ink::Stop, 0, "another charger"};
  if (!c.outputKnown) return {"not known yet", "read its label", Ink::Soft, -1, "Settle says what would tell"};
  if (c.verdict == ChargeVerdict::Stop)
    return {"never", fmt::format("+{} V per cell{}", formatNumber(c.excess.value(), 2), fits), Ink::Stop, 0,
            fmt::format("one of {} V", formatNumber(m.full.value(), 4))};
  if (c.barrel == BarrelLoad::TooMuch)
    return {"too much current", "a barrel port carries less than 3 A", Ink::Stop, 0, "below 3 A, or a round three-pole port"};
  if (!c.currentOk) {
    const std::string limit = formatNumber(std::floor(c.limit->limit.value() * 100 + 1e-6) / 100);
    return {"too much current", fmt::format("{} allows {} A", c.limit->shown(), formatNumber(c.limit->limit.value())), Ink::Stop, 0,
            fmt::format("set to {} A or less{}", limit, c.limit->element == "lead" ? ", or a thicker charge lead" : "")};
  }
  if (c.assigned)
    if (const Finding* stop = chargingStop(subject.plan, subject.assessment, c.charger, c.pack))
      return {"not now", fmt::format("{}: {}", stop->id, stop->sentence), Ink::Stop, 0, stop->what};
  const std::string soc = formatNumber(c.reached.value_or(StateOfCharge(1)).value() * 100, 2) + " %";
  const std::string other =
      !charger.plug.empty() && !pack.chargePort.empty() && !plugsMate(charger, pack) ? "its plug does not fit the port" : "";
  if (c.verdict == ChargeVerdict::Partial) return {"partial", "reaches " + soc, Ink::Mind, 1, other};
  if (!c.currentKnown) return {"right by volts", "its amperes are not known yet", Ink::Soft, -1, other};
  if (const std::string open = notProven(subject.plan, subject.assessment, c.charger, c.pack); !open.empty())
    return {"right as far as known", "not proven: " + open, Ink::Soft, -1, other};
  return {"right", "reaches " + soc, Ink::Deep, -1, other};
}

std::string hours(Second t) {
  const int minutes = static_cast<int>(std::lround(t.value() / 60));
  if (minutes < 60) return fmt::format("{} min", minutes);
  return fmt::format("{} h {:02} min", minutes / 60, minutes % 60);
}

}  // namespace

namespace {

/// Why it takes longer than the rule: from where on the current falls.
std::string taperWords(const ChargeRun& run) {
  if (!run.constantVoltageFrom || run.end - *run.constantVoltageFrom < Second(60)) return {};
  for (const ChargePoint& p : run.points)
    if (p.time >= *run.constantVoltageFrom)
      return fmt::format(", but the current falls from {} % on", formatNumber(p.soc.value() * 100, 2));
  return {};
}

std::string warmer(const ChargeRun& run, const PackModel& m) {
  if (run.end <= Second(0)) return "0";
  return formatNumber(temperatureRise(m, Watt(run.heat.value() / Hour(run.end).value()), run.end).value(), 2);
}

}  // namespace

double matrixHeight(const Plan& plan) { return 30 + leastLine * static_cast<double>(plan.chargers.size()); }

Drawing chargerMatrix(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  const auto& chargers = subject.plan.chargers;
  if (f.packs.empty() || chargers.empty()) return d;
  const double head = std::min(220.0, size.width * 0.32);
  const double column = (size.width - head) / static_cast<double>(f.packs.size());
  const double line = std::clamp((size.height - 26) / static_cast<double>(chargers.size()), leastLine, 84.0);
  for (std::size_t k = 0; k < f.packs.size(); ++k)
    pen.text(
        {head + column * (static_cast<double>(k) + 0.5), 16},
        elided(f.packs[k].model.name, Face::Small, column - 84) + fmt::format(", full {} V", formatNumber(f.packs[k].model.full.value())),
        Face::Small, Ink::Ink, Anchor::Middle);
  for (std::size_t c = 0; c < chargers.size(); ++c) {
    const double y = 26 + line * static_cast<double>(c);
    pen.text({8, y + line / 2 - 3}, elided(shownName(chargers[c]), Face::Label, head - 16), Face::Label, Ink::Ink);
    pen.text({8, y + line / 2 + 14},
             fmt::format("{} V  {} A", chargers[c].output ? formatNumber(chargers[c].output->value()) : "?",
                         chargers[c].current ? formatNumber(chargers[c].current->value()) : "?"),
             Face::SmallFigure, Ink::Soft);
  }
  for (const ChargeFigures& pair : f.charging) {
    const double x = head + column * static_cast<double>(pair.pack);
    const double y = 26 + line * static_cast<double>(pair.charger);
    const Words w = wordsFor(subject, pair);
    Shape& cell = pen.rectangle({x + 4, y + 3}, {x + column - 4, y + line - 3}, pair.assigned ? Ink::Shoal : Ink::Card,
                                pair.assigned ? Ink::Deep : Ink::BankLine, 4);
    cell.part = fmt::format("pair/{}/{}", pair.charger, pair.pack);
    cell.tip = fmt::format("{} with {}: {}, {}{}{}", shownName(chargers[pair.charger]), f.packs[pair.pack].model.name, w.head, w.detail,
                           w.would.empty() ? "" : "; " + w.would, pair.assigned ? "; in use" : "");
    if (w.shape >= 0) pen.severity({x + 20, y + line / 2}, w.shape);
    const double up = w.would.empty() ? 3 : 11;
    pen.text({x + 34, y + line / 2 - up}, elided(w.head + (pair.assigned ? "  · in use" : ""), Face::Label, column - 44), Face::Label,
             w.ink);
    pen.text({x + 34, y + line / 2 + 17 - up}, elided(w.detail, Face::Small, column - 44), Face::Small, Ink::Ink);
    if (!w.would.empty()) pen.text({x + 34, y + line / 2 + 32 - up}, elided(w.would, Face::Small, column - 44), Face::Small, Ink::Soft);
    d.description += cell.tip + ". ";
  }
  return d;
}

Drawing chargeTimeline(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  double longest = 0;
  std::size_t shown = 0;
  for (const ChargeFigures& c : f.charging)
    if (c.run) {
      longest = std::max(longest, c.run->end.value() / 3600);
      ++shown;
    }
  if (shown == 0 || longest <= 0) {
    pen.text({8, 24}, "No sound pair of charger and pack is in use: nothing to time.", Face::Label, Ink::Soft);
    return d;
  }
  const double words = std::min(430.0, size.width * 0.5);
  const Plot plot{{40, 12}, {size.width - words - 14, size.height - 30}, 0, longest * 1.04, 0, 105};
  plot.frame(pen);
  plot.yGrid(pen, 5);
  plot.xTicks(pen, 6, "h");
  const double each = std::clamp((size.height - 10) / static_cast<double>(shown), 34.0, 54.0);
  double y = 20;
  for (const ChargeFigures& c : f.charging) {
    if (!c.run) continue;
    std::vector<Point> samples;
    for (const ChargePoint& p : c.run->points) samples.push_back({p.time.value() / 3600, p.soc.value() * 100});
    pen.line(columnPairs(plot, samples), packInk(c.pack), 2, packPattern(c.pack));
    const double endX = plot.x(c.run->end.value() / 3600);
    pen.circle({endX, plot.y(c.run->socAtEnd.value() * 100)}, 4, packInk(c.pack));
    const double x = size.width - words + 40;
    const std::string ends = fmt::format(": {} to {} %", hours(c.run->end), formatNumber(c.run->socAtEnd.value() * 100));
    const std::string name = elided(f.packs[c.pack].model.name, Face::Label, words - 56 - textWidth(ends, Face::Label)) + ends;
    pen.line({{x - 34, y - 4}, {x - 8, y - 4}}, packInk(c.pack), 2, packPattern(c.pack));
    pen.text({x, y}, name, Face::Label, Ink::Ink);
    std::string on;
    for (const double soc : {0.5, 0.8, 0.9})
      if (const auto at = c.run->timeTo(StateOfCharge(soc)); at && *at > Second(0) && *at < c.run->end - Second(60))
        on += fmt::format("{} % after {} · ", formatNumber(soc * 100), hours(*at));
    std::string rest = fmt::format("{}Ah ÷ A says {}{} · {} Wh from the wall · cells {} K warmer", on, hours(c.run->benchRule),
                                   taperWords(*c.run), formatNumber(c.run->mains.value()), warmer(*c.run, f.packs[c.pack].model));
    if (const std::string kept = keptWords(subject.plan.chargers[c.charger], f.packs[c.pack].model); !kept.empty()) rest += " · " + kept;
    std::size_t line = 0;
    for (const std::string& part : inLines(rest, Face::Small, words - 56, each > 50 ? 2 : 1))
      pen.text({x, y + 16 + 15 * static_cast<double>(line++)}, part, Face::Small, Ink::Soft);
    d.description += fmt::format("{}. {}. ", name, rest);
    y += each;
  }
  return d;
}

}  // namespace usherwright::drawing
