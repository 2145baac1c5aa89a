// Station Pack: the search for packs that fit, the groups of a pack, its capacity, its own label.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/pack/pack_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double worn = 0.8;  // of the rated Ah: where a pack usually counts as used up

}  // namespace

Drawing packSearch(const SearchView& view, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const SearchResult& r = view.result;
  double maxCost = 10, maxEnergy = 10;
  std::size_t shown = 0;
  const auto isShown = [&](const SearchHit& h) { return h.cost > Money(0) && view.isWanted(h); };
  for (const SearchHit& h : r.hits)
    if (isShown(h)) maxCost = std::max(maxCost, h.cost.value());
  if (view.budget) maxCost = std::max(std::min(maxCost, view.budget->value() * 2.5), view.budget->value() * 1.15);
  for (const SearchHit& h : r.hits) {
    if (!isShown(h)) continue;
    ++shown;
    if (h.cost.value() <= maxCost) maxEnergy = std::max(maxEnergy, h.energy.value());
  }
  const Plot plot{{54, 10}, {size.width - 14, size.height - 36}, 0, maxCost * 1.03, 0, maxEnergy * 1.05};
  plot.frame(pen);
  plot.yGrid(pen, 5);
  plot.xTicks(pen, 6, "");
  pen.text({plot.bottomRight.x, size.height - 4}, "cost, spares, tax and shipping in, " + view.currency, Face::Small, Ink::Soft,
           Anchor::End);
  pen.text({plot.topLeft.x + 6, plot.topLeft.y + 14}, "Wh", Face::Small, Ink::Soft);
  if (view.least > WattHour(0) && view.least.value() < plot.yMax) {
    pen.line({{plot.topLeft.x, plot.y(view.least.value())}, {plot.bottomRight.x, plot.y(view.least.value())}}, Ink::Copper, 1.5,
             Pattern::Dashed);
    const double y = plot.y(view.least.value());
    pen.text({plot.bottomRight.x - 6, y + 18 > plot.bottomRight.y ? y - 5 : y + 15},
             fmt::format("wanted {} Wh", formatNumber(view.least.value())), Face::Small, Ink::Copper, Anchor::End);
  }
  if (view.budget && view.budget->value() < plot.xMax) {
    const double x = plot.x(view.budget->value());
    pen.line({{x, plot.topLeft.y}, {x, plot.bottomRight.y}}, Ink::Note, 1.5, Pattern::Dashed);
    pen.text({x - 5, plot.topLeft.y + 14}, fmt::format("budget {}", formatNumber(view.budget->value())), Face::Small, Ink::Note,
             Anchor::End);
  }
  for (const SearchHit& h : r.hits) {
    if (!isShown(h) || h.cost.value() > plot.xMax || h.energy.value() > plot.yMax) continue;
    const bool mind = (h.faults & ~TouchVoltage) != 0;
    pen.circle({plot.x(h.cost.value()), plot.y(h.energy.value())}, mind ? 1.6 : 2.2, mind ? Ink::Bank : Ink::Water);
  }
  for (std::size_t i = 0; i < view.offered.size(); ++i) {
    const SearchHit& h = r.hits[view.offered[i]];
    if (h.cost.value() > plot.xMax || h.energy.value() > plot.yMax) continue;
    const Point at{plot.x(h.cost.value()), plot.y(h.energy.value())};
    const bool chosen = view.chosen == static_cast<int>(i);
    Shape& dot = pen.circle(at, chosen ? 8 : 5.5, chosen ? Ink::Copper : Ink::Card, Ink::Deep);
    dot.width = 2;
    dot.part = fmt::format("pick/{}", i);
    const Cell& cell = view.shelf.cells[h.cell];
    dot.tip = fmt::format("{}S{}P {}, {} Wh, {} {}, {} kg, {}", h.series, h.parallel, cell.name, formatNumber(h.energy.value()),
                          formatNumber(h.cost.value()), view.currency, formatNumber(h.mass.value()), view.shelf.boards[h.board].bms.name);
  }
  if (shown == 0)
    pen.text({(plot.topLeft.x + plot.bottomRight.x) / 2, (plot.topLeft.y + plot.bottomRight.y) / 2},
             "nothing on the shelf fits these wishes", Face::Label, Ink::Ink, Anchor::Middle);
  d.description = fmt::format("{} of {} combinations fit; {} are worth a look.", shown, r.combinations, view.offered.size());
  return d;
}

namespace {

enum class Words : std::uint8_t { Above, Below };

/// A level of the capacity chart with its words at the right end.
void capacityLine(Pen& pen, const Plot& plot, double ah, const std::string& words, Ink ink, Words where) {
  const double y = plot.y(ah);
  pen.line({{plot.topLeft.x, y}, {plot.bottomRight.x, y}}, ink, 1.5, Pattern::Dashed);
  pen.text({plot.bottomRight.x - 6, where == Words::Above ? y - 5 : y + 15}, words, Face::Small, ink, Anchor::End);
}

/// Worn, and one string less: the words of the upper line stand above it, those of the lower one below.
void lowLines(Pen& pen, const Plot& plot, const PackModel& pack) {
  const double rated = pack.rated.value(), used = rated * worn;
  if (pack.parallel < 2) return capacityLine(pen, plot, used, "80 %: worn", Ink::Mind, Words::Below);
  const double left = rated * (pack.parallel - 1) / pack.parallel;
  const std::string gone = fmt::format("one of {} strings gone: {} Ah", pack.parallel, formatNumber(left));
  if (std::abs(plot.y(left) - plot.y(used)) < 4) return capacityLine(pen, plot, used, "80 %: worn, or " + gone, Ink::Mind, Words::Below);
  const bool hasRoom = plot.y(std::max(left, used)) - plot.y(rated) > 20;
  const Words upper = hasRoom ? Words::Above : Words::Below;
  if (left > used && !hasRoom) return capacityLine(pen, plot, used, "80 %: worn", Ink::Mind, Words::Below);
  capacityLine(pen, plot, used, "80 %: worn", Ink::Mind, left < used ? upper : Words::Below);
  if (left > used || hasRoom || plot.y(left) - plot.y(used) > 20)
    capacityLine(pen, plot, left, gone, Ink::Stop, left < used ? Words::Below : upper);
}

}  // namespace

Drawing capacityBars(const std::vector<CapacityTest>& tests, const PackModel& pack, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const double rated = pack.rated.value();
  const std::size_t first = tests.size() > 24 ? tests.size() - 24 : 0;
  double most = rated;
  for (const CapacityTest& t : tests) most = std::max(most, t.putBack.value_or(AmpereHour(0)).value());
  const double words = std::min(230.0, size.width * 0.36);
  const Plot plot{{48, 10}, {size.width - 12, size.height - 26}, 0, 1, 0, most * 1.2};
  plot.frame(pen);
  plot.yGrid(pen, 4);
  const double w =
      std::min(90.0, (plot.bottomRight.x - plot.topLeft.x - words) / static_cast<double>(std::max<std::size_t>(1, tests.size() - first)));
  capacityLine(pen, plot, rated, "rated " + formatNumber(rated) + " Ah", Ink::Copper, Words::Above);
  lowLines(pen, plot, pack);
  for (std::size_t i = first; i < tests.size(); ++i) {
    const auto v = judgeCapacity({{tests[i]}, 1, pack.rated, pack.chemistry, std::nullopt});
    if (!v) continue;
    const double x = plot.topLeft.x + w * static_cast<double>(i - first);
    Shape& bar = pen.rectangle({x + w * 0.2, plot.y(v->measured.value())}, {x + w * 0.8, plot.bottomRight.y}, Ink::Water, Ink::Deep);
    bar.part = fmt::format("test/{}", i);
    bar.tip = fmt::format("{}: {} Ah, {} % of rated", tests[i].when, formatNumber(v->measured.value()), formatNumber(100 * v->health));
    if (w >= 34)
      pen.text({x + w / 2, plot.bottomRight.y - 8}, formatNumber(v->measured.value()), Face::SmallFigure, Ink::OnDeep, Anchor::Middle);
    if (w >= 76) pen.text({x + w / 2, plot.bottomRight.y + 16}, tests[i].when, Face::SmallFigure, Ink::Soft, Anchor::Middle);
    d.description += bar.tip + ". ";
  }
  if (tests.empty()) {
    const Point at{plot.topLeft.x + 12, plot.bottomRight.y - 14};
    pen.text(at, "a capacity test puts a bar here: worn slowly, or a string lost at once", Face::Small, Ink::Soft);
    d.description = "No capacity test yet.";
  }
  return d;
}

Drawing groupBars(const GroupCheck& check, const std::vector<Volt>& groups, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  double low = 1e9, high = 0;
  for (Volt v : groups) {
    low = std::min(low, v.value());
    high = std::max(high, v.value());
  }
  const double margin = std::max(0.010, (high - low) * 0.25);
  const Plot plot{{58, 12}, {size.width - 12, size.height - 34}, 0, static_cast<double>(groups.size()), low - margin, high + margin};
  plot.frame(pen);
  plot.yGrid(pen, 4);
  pen.text({plot.bottomRight.x, size.height - 4}, "group, from the minus end", Face::Small, Ink::Soft, Anchor::End);
  const double w = (plot.bottomRight.x - plot.topLeft.x) / static_cast<double>(groups.size());
  for (std::size_t i = 0; i < groups.size(); ++i) {
    const double x = plot.topLeft.x + w * static_cast<double>(i);
    const bool odd = i == check.deviating && check.verdict != GroupVerdict::Even;
    Shape& bar = pen.rectangle({x + w * 0.18, plot.y(groups[i].value())}, {x + w * 0.82, plot.bottomRight.y}, odd ? Ink::None : Ink::Water,
                               odd ? Ink::Stop : Ink::Deep);
    bar.pattern = odd ? Pattern::Hatched : Pattern::Solid;
    bar.part = fmt::format("group/{}", i);
    const auto place = std::find(check.byDeviation.begin(), check.byDeviation.end(), i) - check.byDeviation.begin() + 1;
    bar.tip =
        fmt::format("group {}: {} V, {} mV from the median, number {} by deviation, lacks {} Ah", i + 1, formatNumber(groups[i].value(), 4),
                    formatNumber(1000 * (groups[i] - check.median).value(), 2), place, formatNumber(check.missing[i].value()));
    if (groups.size() <= 24)
      pen.text({x + w / 2, plot.bottomRight.y + 15}, std::to_string(i + 1), Face::SmallFigure, odd ? Ink::Stop : Ink::Soft, Anchor::Middle);
  }
  pen.line({{plot.topLeft.x, plot.y(check.median.value())}, {plot.bottomRight.x, plot.y(check.median.value())}}, Ink::Copper, 1.5,
           Pattern::Dashed);
  pen.text({plot.topLeft.x + 6, plot.y(check.median.value()) - 5}, "median " + formatNumber(check.median.value(), 4), Face::SmallFigure,
           Ink::Ink);
  d.description = check.sentence;
  return d;
}

Drawing passportLabel(const Passport& passport, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  pen.rectangle({1, 1}, {size.width - 1, size.height - 1}, Ink::Card, Ink::Ink, 8);
  pen.rectangle({1, 1}, {size.width - 1, 40}, Ink::Deep, Ink::Ink, 8);
  pen.text({16, 27}, elided("Pack passport · " + passport.title, Face::Title, size.width - 32), Face::Title, Ink::OnDeep);
  const double row = std::min(24.0, (size.height - 60 - 20 * static_cast<double>(passport.cautions.size())) /
                                        std::max<double>(1, static_cast<double>(passport.lines.size())));
  double y = 44 + row * 0.8;
  for (const PassportLine& line : passport.lines) {
    pen.text({16, y}, line.name, Face::Small, Ink::Soft);
    pen.text({130, y}, elided(line.value, Face::Label, size.width - 146), Face::Label, Ink::Ink);
    pen.line({{16, y + row * 0.28}, {size.width - 16, y + row * 0.28}}, Ink::BankLine, 1, Pattern::Dotted);
    d.description += line.name + ": " + line.value + ". ";
    y += row;
  }
  y += 6;
  for (const std::string& caution : passport.cautions) {
    pen.severity({24, y - 4}, 1);
    pen.text({40, y}, elided(caution, Face::Small, size.width - 56), Face::Small, Ink::Ink);
    y += 20;
  }
  return d;
}

}  // namespace usherwright::drawing
