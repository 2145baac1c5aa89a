// Station Bike: which layout the meter says, and what to measure next.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/bike/bike_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {

Drawing layoutRuler(const SeriesVerdict& verdict, const SeriesReading& readings, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  // Those still in question first; of the others as many as there is room for.
  std::vector<const SeriesCandidate*> rows;
  for (bool excluded : {false, true})
    for (const SeriesCandidate& c : verdict.candidates)
      if ((c.state == CandidateState::Excluded) == excluded) rows.push_back(&c);
  const double row = 26;
  rows.resize(std::min(rows.size(), static_cast<std::size_t>(std::max(1.0, (size.height - 44) / row))));
  double low = 1e9, high = 0;
  const auto span = [](const SeriesCandidate& c) {
    const RestCurve curve = RestCurve::typical(c.chemistry);
    return std::pair{curve.points().front().voltage.value() * c.series, curve.points().back().voltage.value() * c.series};
  };
  for (const SeriesCandidate* c : rows) {
    low = std::min(low, span(*c).first);
    high = std::max({high, span(*c).second, factsOf(c->chemistry).charge.value() * c->series});
  }
  for (const Known<Volt>& v : {readings.restedFull, readings.rested, readings.charger})
    if (v && *v > Volt(5)) {
      low = std::min(low, v->value() - 1);
      high = std::max(high, v->value() + 1);
    }
  const double names = 92, words = std::min(250.0, size.width * 0.30);
  const double bottom = 6 + row * static_cast<double>(rows.size());
  const Plot plot{{names, 4}, {size.width - words, bottom}, low - 1, high + 1, 0, 1};
  plot.frame(pen);
  plot.xTicks(pen, 7, "V");
  for (std::size_t i = 0; i < rows.size(); ++i) {
    const SeriesCandidate& c = *rows[i];
    const bool out = c.state == CandidateState::Excluded;
    const double y = 6 + row * (static_cast<double>(i) + 0.5);
    pen.text({names - 8, y + 5}, fmt::format("{}S {}", c.series, factsOf(c.chemistry).name), Face::Label, out ? Ink::Soft : Ink::Ink,
             Anchor::End);
    const auto [empty, full] = span(c);
    Shape& bar =
        pen.rectangle({plot.x(empty), y - 7}, {plot.x(full), y + 7}, out ? Ink::None : Ink::Shoal, out ? Ink::BankLine : Ink::Deep, 2);
    bar.pattern = out ? Pattern::Dashed : Pattern::Solid;
    const double charger = plot.x(factsOf(c.chemistry).charge.value() * c.series);
    pen.line({{charger, y - 9}, {charger, y + 9}}, out ? Ink::BankLine : Ink::Note, 3);
    const std::string why = out ? "no: " + c.why : c.why.empty() ? "open" : c.why;
    pen.text({size.width - words + 10, y + 5}, elided(why, Face::Small, words - 12), Face::Small, out ? Ink::Soft : Ink::Ink);
    d.description += fmt::format("{}S {}: {}. ", c.series, factsOf(c.chemistry).name, why);
  }
  struct Line {
    Known<Volt> volts;
    Ink ink;
    Pattern pattern;
  };
  for (const Line& l : {Line{readings.restedFull, Ink::Copper, Pattern::Solid}, Line{readings.rested, Ink::Copper, Pattern::Dashed},
                        Line{readings.charger, Ink::Note, Pattern::Dotted}})
    if (l.volts && *l.volts > Volt(5)) pen.line({{plot.x(l.volts->value()), 2}, {plot.x(l.volts->value()), bottom}}, l.ink, 2, l.pattern);
  pen.text({names, bottom + 34}, "bar: rest volts from empty to full · thick mark: its charger · lines: your readings", Face::Small,
           Ink::Soft);
  return d;
}

Drawing leverBars(const std::vector<Lever>& levers, const std::vector<std::string>& names, std::size_t first, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const double row = 44;
  double most = 1;
  for (const Lever& l : levers) most = std::max(most, l.score);
  double y = 2;
  for (std::size_t i = first; i < levers.size() && y + row <= size.height; ++i, y += row) {
    const Lever& l = levers[i];
    Shape& box = pen.rectangle({2, y}, {size.width - 2, y + row - 4}, Ink::Card, Ink::BankLine, 4);
    box.part = "lever/" + l.pointer;
    const std::string& name = names[i];
    std::string moves;
    if (!l.known) moves = "not known yet";
    else {
      if (!l.verdict.empty()) moves = l.verdict;
      if (l.narrows >= 0.0005) moves += fmt::format("{}narrows ±{} %", moves.empty() ? "" : ", ", formatNumber(100 * l.narrows, 2));
      if (l.range >= 0.0005) moves += fmt::format("{}range ±{} %", moves.empty() ? "" : ", ", formatNumber(100 * l.range, 2));
      if (moves.empty()) moves = "moves nothing";
    }
    box.tip =
        fmt::format("{}: {}. {}, tried {} to {}. With: {}. {}", name, moves, provenanceWord(l.from), l.low, l.high, l.instrument, l.how);
    const double bar = l.known ? (size.width - 24) * 0.24 * std::min(1.0, l.score / most) : (size.width - 24) * 0.24;
    Shape& length = pen.rectangle({10, y + row - 14}, {10 + std::max(2.0, bar), y + row - 9}, l.known ? Ink::Water : Ink::None,
                                  l.known ? Ink::None : Ink::Stop);
    length.pattern = l.known ? Pattern::Solid : Pattern::Hatched;
    const double half = size.width * 0.46;
    pen.text({10, y + 17}, elided(fmt::format("{}. {}", i + 1, name), Face::Label, half - 14), Face::Label, Ink::Ink);
    pen.text({10 + size.width * 0.25, y + row - 8}, elided(std::string(provenanceWord(l.from)), Face::Small, half - size.width * 0.25),
             Face::Small, Ink::Soft);
    pen.text({half, y + 17}, elided(moves, Face::Small, size.width - half - 12), Face::Small,
             l.stops > 0 || !l.known ? Ink::Stop : Ink::Ink);
    pen.text({half, y + row - 8}, elided(l.instrument + (l.how.empty() ? "" : ": " + l.how), Face::Small, size.width - half - 12),
             Face::Small, Ink::Soft);
    d.description += fmt::format("{}. {}: {}. ", i + 1, name, moves);
  }
  return d;
}

}  // namespace usherwright::drawing
