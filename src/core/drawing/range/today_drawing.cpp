// Station Range: every subset of the packs on one ride, from today's charges.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/range/range_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

std::string_view shortWords(GoVerdict verdict) {
  switch (verdict) {
    case GoVerdict::Go: return "go";
    case GoVerdict::Likely: return "likely";
    case GoVerdict::Hardly: return "hardly";
    case GoVerdict::No: return "no";
    case GoVerdict::Unknown: return "cannot tell";
    case GoVerdict::Stopped: return "not as it stands";
  }
  return "";
}

constexpr double mostRowHigh = 84, leastRowHigh = 46, head = 26, foot = 26;

}  // namespace

Drawing todaySheet(const GoOrNot& today, std::size_t chosen, UnitSystem units, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (today.choices.empty()) {
    pen.text({12, 28}, "It takes a pack and a route.", Face::Label, Ink::Soft);
    return d;
  }
  const double scale = 1 / shownUnit(Kind::Distance, units).scale;
  double widest = today.need.value();
  for (const GoChoice& c : today.choices) widest = std::max(widest, c.high.value());
  const double names = std::min(230.0, size.width * 0.3), words = 126;
  const double row = std::clamp((size.height - head - foot) / static_cast<double>(today.choices.size()), leastRowHigh, mostRowHigh);
  const double bottom = head + row * static_cast<double>(today.choices.size());
  const Plot plot{{names + 10, head}, {size.width - words, bottom}, 0, widest * 1.2 * scale, 0, 1};
  plot.xTicks(pen, 6, std::string(shownUnit(Kind::Distance, units).symbol));
  const double x = plot.x(today.need.value() * scale);
  double y = head;
  for (std::size_t i = 0; i < today.choices.size(); ++i, y += row) {
    const GoChoice& c = today.choices[i];
    const double middle = y + row / 2, half = std::min(12.0, row * 0.3);
    Shape& ground = pen.rectangle({2, y + 2}, {size.width - 2, y + row - 2}, i == chosen ? Ink::Card : Ink::None,
                                  i == chosen ? Ink::Deep : Ink::BankLine, 3);
    ground.part = fmt::format("choice/{}", i);
    if (i == chosen) ground.width = 2;
    ground.tip = c.name + ": " + c.sentence;
    pen.text({12, middle - 2}, elided(c.name, Face::Label, names - 14), Face::Label, Ink::Ink);
    pen.text({12, middle + 15}, c.mass ? formatQuantity(c.mass->value(), Kind::Mass, units) : std::string("not weighed"), Face::Small,
             Ink::Soft);
    Shape& bar = pen.rectangle({plot.x(c.low.value() * scale), middle - half}, {plot.x(c.high.value() * scale), middle + half},
                               c.verdict == GoVerdict::Go ? Ink::Water : Ink::Shoal, Ink::Deep, 3);
    if (c.verdict >= GoVerdict::No) bar.pattern = Pattern::Hatched;
    const double likely = plot.x(c.likely.value() * scale);
    pen.line({{likely, middle - half}, {likely, middle + half}}, Ink::Ink, 2.5);
    // Beside the band, on the side where the line of what is needed does not cross it.
    const std::string figure = formatQuantity(c.likely.value(), Kind::Distance, units, 2);
    const double right = plot.x(c.high.value() * scale) + 7, wide = textWidth(figure, Face::SmallFigure);
    const bool crossed = x > right - 4 && x < right + wide + 4;
    pen.text({crossed ? plot.x(c.low.value() * scale) - 7 : right, middle + 5}, figure, Face::SmallFigure, Ink::Ink,
             crossed ? Anchor::End : Anchor::Start);
    const bool stopped = c.verdict == GoVerdict::Stopped;
    if (stopped) pen.severity({size.width - words + 10, middle}, 0);
    pen.text({size.width - words + (stopped ? 22 : 4), middle + 5}, std::string(shortWords(c.verdict)), Face::Small,
             stopped ? Ink::Stop : Ink::Ink);
    d.description += ground.tip + " ";
  }
  pen.line({{x, head - 6}, {x, bottom}}, Ink::Copper, 2, Pattern::Dashed);
  const bool late = x > plot.bottomRight.x - 120;
  pen.text({late ? x - 6 : x + 6, head - 10}, "needed " + formatQuantity(today.need.value(), Kind::Distance, units, 2), Face::Small,
           Ink::Copper, late ? Anchor::End : Anchor::Start);
  return d;
}

double todayHeight(const GoOrNot& today) {
  return head + foot + leastRowHigh * static_cast<double>(std::max<std::size_t>(2, today.choices.size()));
}

}  // namespace usherwright::drawing
