// Station Range: knobs as sliders, the band that follows, and what saves most on this ride.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/range/range_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double bandHigh = 64, rowHigh = 31, names = 86, figures = 92, handle = 8;

double trackFrom() { return names + 8; }
double trackTo(Size size) { return size.width - figures - 10; }

std::string figureOf(const Turnable& t, double value, UnitSystem units) { return formatQuantity(value, t.kind, units, 3); }

}  // namespace

double sliderAt(const Turnable& turnable, double x, Size size) {
  const double share = std::clamp((x - trackFrom()) / (trackTo(size) - trackFrom()), 0.0, 1.0);
  const double raw = turnable.low + share * (turnable.high - turnable.low);
  return std::clamp(std::round(raw / turnable.step) * turnable.step, turnable.low, turnable.high);
}

double slidersHeight(std::size_t count) { return bandHigh + rowHigh * static_cast<double>(count) + 6; }

Drawing sliderSheet(const Subject& s, const std::vector<Turnable>& turnables, const std::vector<double>& values, const WhatIf& then,
                    std::size_t chosen, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const RangeFigures& r = s.assessment.figures.range;
  if (turnables.empty() || !r.known || values.size() != turnables.size()) {
    pen.text({12, 28}, "It takes a pack and a route.", Face::Label, Ink::Soft);
    return d;
  }
  const auto& unit = shownUnit(Kind::Distance, s.units);
  const double scale = 1 / unit.scale, need = s.plan.routes.front().length.value();
  const double most = std::max({r.hopeful.value(), then.hopeful.value(), need}) * 1.15;
  const Plot plot{{trackFrom(), 4}, {trackTo(size), bandHigh - 22}, 0, most * scale, 0, 1};
  plot.xTicks(pen, 6, std::string(unit.symbol));
  const auto band = [&](double low, double middle, double high, double y, double half, Ink ink, const std::string& name) {
    pen.text({names, y + 5}, name, Face::Small, Ink::Ink, Anchor::End);
    pen.rectangle({plot.x(low * scale), y - half}, {plot.x(high * scale), y + half}, ink, Ink::Deep, 2);
    pen.line({{plot.x(middle * scale), y - half}, {plot.x(middle * scale), y + half}}, Ink::Ink, 2);
    pen.text({size.width - 4, y + 5}, formatQuantity(middle, Kind::Distance, s.units, 2), Face::SmallFigure, Ink::Ink, Anchor::End);
  };
  band(r.cautious.value(), r.likely.value(), r.hopeful.value(), 10, 6, Ink::Shoal, "as planned");
  band(then.cautious.value(), then.likely.value(), then.hopeful.value(), 30, 8, Ink::Water, "turned so");
  pen.line({{plot.x(need * scale), 0}, {plot.x(need * scale), bandHigh - 22}}, Ink::Copper, 2, Pattern::Dashed);
  d.description =
      fmt::format("As planned {} likely, turned so {}; the ride is {}. ", formatQuantity(r.likely.value(), Kind::Distance, s.units, 2),
                  formatQuantity(then.likely.value(), Kind::Distance, s.units, 2), formatQuantity(need, Kind::Distance, s.units, 2));
  double y = bandHigh;
  for (std::size_t i = 0; i < turnables.size(); ++i, y += rowHigh) {
    const Turnable& t = turnables[i];
    const double middle = y + rowHigh / 2, from = trackFrom(), to = trackTo(size);
    const auto place = [&](double value) { return from + (value - t.low) / (t.high - t.low) * (to - from); };
    Shape& ground = pen.rectangle({2, y + 2}, {size.width - 2, y + rowHigh - 2}, i == chosen ? Ink::Card : Ink::None,
                                  i == chosen ? Ink::Deep : Ink::None, 3);
    ground.part = fmt::format("turn/{}", i);
    const bool turned = std::abs(values[i] - t.now) > t.step / 2;
    ground.tip = fmt::format("{}: {}{}", t.words, figureOf(t, values[i], s.units),
                             turned ? ", planned " + figureOf(t, t.now, s.units) : std::string());
    d.description += ground.tip + ". ";
    pen.text({names, middle + 5}, t.words, Face::Small, Ink::Ink, Anchor::End);
    pen.line({{from, middle}, {to, middle}}, Ink::BankLine, 4);
    pen.line({{place(t.now), middle - 7}, {place(t.now), middle + 7}}, Ink::Soft, 1.5);
    if (turned) pen.line({{place(t.now), middle}, {place(values[i]), middle}}, Ink::Water, 4);
    pen.circle({place(values[i]), middle}, handle, turned ? Ink::Water : Ink::Card, Ink::Deep);
    pen.text({size.width - 8, middle + 5}, figureOf(t, values[i], s.units), Face::SmallFigure, turned ? Ink::Deep : Ink::Ink, Anchor::End);
  }
  return d;
}

double hintsHeight(const Hints& hints) { return 30 + 36 * static_cast<double>(hints.hints.size()); }

Drawing hintSheet(const Hints& hints, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (hints.hints.empty()) return d;
  const double most = std::max(0.05, hints.hints.front().high), words = std::min(420.0, size.width * 0.56);
  const Plot plot{{words + 10, 4}, {size.width - 96, 8}, 0, most, 0, 1};
  double y = 4;
  for (const Hint& h : hints.hints) {
    const double middle = y + 16;
    pen.text({8, y + 14}, elided(h.words, Face::Label, words - 10), Face::Label, Ink::Ink);
    pen.text({8, y + 29}, elided(h.why, Face::Small, words - 10), Face::Small, Ink::Soft);
    Shape& bar =
        pen.rectangle({plot.x(h.low), middle - 6}, {std::max(plot.x(h.high), plot.x(h.low) + 3), middle + 6}, Ink::Shoal, Ink::Deep, 2);
    const std::string figure = fmt::format("{} to {} %", formatNumber(h.low * 100, 2), formatNumber(h.high * 100, 2));
    bar.tip = h.words + ": saves " + figure + "; " + h.why;
    pen.text({size.width - 8, middle + 5}, figure, Face::SmallFigure, Ink::Ink, Anchor::End);
    d.description += bar.tip + ". ";
    y += 36;
  }
  return d;
}

}  // namespace usherwright::drawing
