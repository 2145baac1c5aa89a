// Station Pack: the block of cells, the voltage ladder, volts over charge.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/pack/pack_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

std::string number(Volt v) { return formatNumber(v.value()); }
std::string volts(Volt v) { return formatNumber(v.value()) + " V"; }

/// Moves labels apart so that none is closer than `gap`; keeps their order.
void spread(std::vector<double>& ys, double gap, double low, double high) {
  for (std::size_t i = 1; i < ys.size(); ++i) ys[i] = std::max(ys[i], ys[i - 1] + gap);
  for (std::size_t i = ys.size(); i-- > 0;) {
    ys[i] = std::min(ys[i], high - gap * static_cast<double>(ys.size() - 1 - i));
    ys[i] = std::max(ys[i], low);
  }
}

struct Mark {
  double volt;
  std::string words;
  Ink ink;
};

/// Labels right of a bar, in `room` pixels, at their volts, moved apart where they would overlap, with a short leader.
void labels(Pen& pen, const Plot& plot, double x, double room, std::vector<Mark> marks) {
  std::sort(marks.begin(), marks.end(), [](const Mark& a, const Mark& b) { return a.volt > b.volt; });
  std::vector<double> ys;
  ys.reserve(marks.size());
  for (const Mark& m : marks) ys.push_back(plot.y(m.volt) + 4);
  spread(ys, 15, plot.topLeft.y + 6, plot.bottomRight.y);
  for (std::size_t i = 0; i < marks.size(); ++i) {
    pen.line({{x, plot.y(marks[i].volt)}, {x + 5, plot.y(marks[i].volt)}, {x + 9, ys[i] - 4}}, Ink::Soft);
    pen.text({x + 12, ys[i]}, elided(marks[i].words, Face::Small, room - 12), Face::Small, marks[i].ink);
  }
}

/// A closed box: its groups side by side as layers filled to the present charge, hatched while their count is assumed.
Drawing packBox(const Subject& subject, std::size_t pack, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const PackFigures& f = subject.assessment.figures.packs.at(pack);
  const PackModel& m = f.model;
  const std::string& because = f.makeup.layout.seriesBecause;
  const double left = 10, top = 8, right = size.width - 56, bottom = size.height - 12;
  pen.rectangle({left, top}, {right, bottom}, Ink::Card, Ink::Deep, 8).width = 2;
  const double inner = left + 12, room = right - left - 24, high = top + 14, low = bottom - 52;
  const double pitch = room / m.series, gap = std::min(6.0, pitch * 0.16);
  for (int s = 0; s < m.series; ++s) {
    const double x = inner + pitch * s;
    const double level = low - (low - high) * m.soc.value();
    pen.rectangle({x, high}, {x + pitch - gap, low}, Ink::Shoal, Ink::None, 2);
    pen.rectangle({x, level}, {x + pitch - gap, low}, Ink::Water, Ink::None, 2);
    if (!because.empty()) pen.rectangle({x, high}, {x + pitch - gap, low}, Ink::None, Ink::Card).pattern = Pattern::Hatched;
    Shape& group = pen.rectangle({x, high}, {x + pitch - gap, low}, Ink::None, Ink::Deep, 2);
    group.part = "group/" + std::to_string(s + 1);
    group.tip = fmt::format("group {} of {}, {} Ah{}", s + 1, m.series, formatNumber(m.rated.value()),
                            because.empty() ? "" : "; the count is assumed: " + because);
  }
  const int every = pitch >= 18 ? 1 : pitch >= 9 ? 2 : 5;
  for (int s = 0; s < m.series; s += every)
    pen.text({inner + pitch * s + (pitch - gap) / 2, low + 15}, std::to_string(s + 1), Face::SmallFigure, Ink::Soft, Anchor::Middle);
  const std::string count =
      because.empty() ? fmt::format("{} groups in series", m.series) : fmt::format("{} groups, assumed: {}", m.series, because);
  const std::string unseen = "cells not seen";
  const double unseenWidth = textWidth(unseen, Face::Small);
  pen.text({inner, bottom - 14}, elided(count, Face::Label, room - unseenWidth - 16), Face::Label,
           because.empty() ? Ink::Ink : Ink::Copper);
  pen.text({right - 12, bottom - 14}, unseen, Face::Small, Ink::Soft, Anchor::End);
  Shape& series = pen.rectangle({right - 4, (high + low) / 2 - 18}, {right + 6, (high + low) / 2 + 18}, Ink::Deep, Ink::None, 3);
  series.part = "handle/series";
  series.tip = "drag to change S, or Left and Right";
  pen.text({right + 12, (high + low) / 2 + 5}, fmt::format("S {}", m.series), Face::Figure, Ink::Ink).part = "handle/series";
  d.description = fmt::format("{}: a closed box of {} groups in series{}, {} Ah; nobody has seen a cell.", m.name, m.series,
                              because.empty() ? "" : " (assumed: " + because + ")", formatNumber(m.rated.value()));
  return d;
}

}  // namespace

Drawing packBlock(const Subject& subject, std::size_t pack, Size size) {
  if (subject.assessment.figures.packs.at(pack).model.box) return packBox(subject, pack, size);
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const PackModel& m = subject.assessment.figures.packs.at(pack).model;
  const double left = 10, top = 8, right = size.width - 56, bottom = size.height - 46;
  const double pitch = std::min({(right - left - 12) / m.series, (bottom - top - 12) / m.parallel, 36.0});
  const double w = pitch * m.series + 12, h = pitch * m.parallel + 12;
  pen.rectangle({left, top}, {left + w, top + h}, Ink::Card, Ink::Deep, 4).width = 2;
  const double r = pitch * 0.42;
  if (pitch >= 5) {
    for (int s = 0; s < m.series; ++s)
      for (int p = 0; p < m.parallel; ++p) {
        const Point c{left + 6 + pitch * (s + 0.5), top + 6 + pitch * (p + 0.5)};
        Shape& cell = pen.circle(c, r, s % 2 == 0 ? Ink::Shoal : Ink::Card, Ink::Soft);
        cell.part = "group/" + std::to_string(s + 1);
        cell.tip = fmt::format("group {} of {}, {} cells in parallel, {}", s + 1, m.series, m.parallel,
                               s % 2 == 0 ? "plus end up" : "minus end up");
        if (r >= 6) {
          if (s % 2 == 0) pen.circle(c, r * 0.34, Ink::Copper, Ink::Soft);
          else pen.line({{c.x - r * 0.3, c.y}, {c.x + r * 0.3, c.y}}, Ink::Ink, 1.6);
        }
      }
  } else {
    for (int s = 0; s < m.series; ++s)
      pen.rectangle({left + 6 + pitch * s, top + 6}, {left + 6 + pitch * (s + 1), top + h - 6}, s % 2 == 0 ? Ink::Shoal : Ink::Card,
                    Ink::Soft);
  }
  const int every = pitch >= 18 ? 1 : pitch >= 9 ? 2 : 5;
  for (int s = 0; s < m.series; s += every)
    pen.text({left + 6 + pitch * (s + 0.5), top + h + 15}, std::to_string(s + 1), Face::SmallFigure, Ink::Soft, Anchor::Middle);
  Shape& series = pen.rectangle({left + w - 4, top + h / 2 - 18}, {left + w + 6, top + h / 2 + 18}, Ink::Deep, Ink::None, 3);
  series.part = "handle/series";
  series.tip = "drag to change S, or Left and Right";
  pen.text({left + w + 12, top + h / 2 + 5}, fmt::format("S {}", m.series), Face::Figure, Ink::Ink).part = "handle/series";
  Shape& parallel = pen.rectangle({left + w / 2 - 18, top + h - 4}, {left + w / 2 + 18, top + h + 5}, Ink::Deep, Ink::None, 3);
  parallel.part = "handle/parallel";
  parallel.tip = "drag to change P, or Up and Down";
  pen.text({left + w / 2, top + h + 33}, fmt::format("P {}", m.parallel), Face::Figure, Ink::Ink, Anchor::Middle).part = "handle/parallel";
  d.description =
      fmt::format("{}: {} groups in series, {} cells in parallel each, {} cells.", m.name, m.series, m.parallel, m.series * m.parallel);
  return d;
}

namespace {

/// What the controller takes; an end that nobody knows stays open.
void controllerBar(Pen& pen, const Controller& c, Point top, Point bottom) {
  Shape& bar = pen.rectangle(top, bottom, Ink::Shoal);
  bar.part = c.inputMaximum || !c.cutoff ? "field//bike/controller/input_max_V" : "field//bike/controller/cutoff_V";
  bar.tip = fmt::format("controller: takes at most {}, switches off at {}", c.inputMaximum ? volts(*c.inputMaximum) : "?",
                        c.cutoff ? volts(*c.cutoff) : "?");
  pen.line({top, {top.x, bottom.y}}, Ink::Deep);
  pen.line({{bottom.x, top.y}, bottom}, Ink::Deep);
  const auto end = [&](double y, bool known, double outward) {
    if (known) return void(pen.line({{top.x, y}, {bottom.x, y}}, Ink::Deep));
    const double third = (bottom.x - top.x) / 3;
    pen.polygon({{top.x, y},
                 {top.x + third, y + outward * 6},
                 {top.x + 2 * third, y},
                 {bottom.x, y + outward * 6},
                 {bottom.x, y - outward * 6},
                 {top.x, y - outward * 6}},
                Ink::Paper);
    pen.line({{top.x, y}, {top.x + third, y + outward * 6}, {top.x + 2 * third, y}, {bottom.x, y + outward * 6}}, Ink::Copper, 1.5,
             Pattern::Dashed);
  };
  end(top.y, c.inputMaximum.has_value(), 1);
  end(bottom.y, c.cutoff.has_value(), -1);
}

}  // namespace

Drawing voltageLadder(const Subject& subject, std::size_t pack, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  const PackModel& m = f.packs.at(pack).model;
  const Controller& c = subject.plan.bike.controller;
  const Volt cut = c.cutoff.value_or(Volt(0));
  const Volt tolerance = cutoffToleranceOf(c);
  std::vector<double> all{m.full.value(), m.lowestUnderLoad.value()};
  if (c.cutoff) all.push_back((cut - tolerance).value());
  if (c.inputMaximum) all.push_back(c.inputMaximum->value());
  const ChargeFigures* charger = nullptr;
  for (const ChargeFigures& pair : f.charging)
    if (pair.pack == pack && pair.assigned && pair.known) charger = &pair;
  if (charger) all.push_back(subject.plan.chargers[charger->charger].output->value());
  const auto [low, high] = std::minmax_element(all.begin(), all.end());
  const double margin = (*high - *low) * 0.10 + 1;
  const Plot plot{{38, 10}, {size.width - 4, size.height - 26}, 0, 1, *low - margin, *high + margin};
  plot.yGrid(pen, 8);
  // Pack and controller carry long labels, the charger a short one.
  const double room = size.width - 44;
  const double width = std::clamp(room * 0.09, 14.0, 40.0);
  const auto x = [&](int i) { return 44 + room * (i == 0 ? 0.0 : i == 1 ? 0.41 : 0.87); };
  Shape& own = pen.rectangle({x(0), plot.y(m.full.value())}, {x(0) + width, plot.y(m.lowestUnderLoad.value())}, Ink::Water, Ink::Deep);
  own.part = fmt::format("field//packs/{}/series", pack);
  own.tip = fmt::format("{}: {} full, {} empty", m.name, volts(m.full), volts(m.restedEmpty));
  pen.line({{x(0), plot.y(m.nominal.value())}, {x(0) + width, plot.y(m.nominal.value())}}, Ink::Deep, 2);
  labels(pen, plot, x(0) + width, x(1) - x(0) - width,
         {{m.full.value(), number(m.full) + " full", Ink::Ink},
          {m.nominal.value(), number(m.nominal) + " label", Ink::Ink},
          {m.restedEmpty.value(), number(m.restedEmpty) + " empty", Ink::Ink},
          {m.lowestUnderLoad.value(), number(m.lowestUnderLoad) + " min", Ink::Soft}});
  const double base = size.height - 8;
  pen.text({x(0) + width / 2, base}, "pack", Face::Small, Ink::Soft, Anchor::Middle);
  pen.text({x(1) + width / 2, base}, "controller", Face::Small, Ink::Soft, Anchor::Middle);
  pen.text({x(2) + width / 2, base}, "charger", Face::Small, Ink::Soft, Anchor::Middle);
  std::vector<Mark> marks;
  const double ceiling = c.inputMaximum ? c.inputMaximum->value() : plot.yMax;
  const double ground = c.cutoff ? (cut + tolerance).value() : plot.yMin;
  controllerBar(pen, c, {x(1), plot.y(ceiling)}, {x(1) + width, plot.y(ground)});
  if (c.inputMaximum) {
    marks.push_back({ceiling, number(*c.inputMaximum) + " max", Ink::Ink});
    const Volt spare = *c.inputMaximum - m.full;
    marks.push_back({(ceiling + m.full.value()) / 2, spare >= Volt(0) ? number(spare) + " spare" : number(-spare) + " over",
                     spare >= Volt(0) ? Ink::Deep : Ink::Stop});
    if (spare < Volt(0))
      pen.rectangle({x(1), plot.y(m.full.value())}, {x(1) + width, plot.y(ceiling)}, Ink::None, Ink::Stop).pattern = Pattern::Hatched;
  }
  if (c.cutoff) {
    pen.rectangle({x(1), plot.y((cut + tolerance).value())}, {x(1) + width, plot.y((cut - tolerance).value())}, Ink::Bank, Ink::Mind);
    marks.push_back({cut.value(),
                     fmt::format("{}–{} off", formatNumber((cut - tolerance).value()), formatNumber((cut + tolerance).value())), Ink::Ink});
  }
  if (!c.inputMaximum) marks.push_back({ceiling, "max ?", Ink::Copper});
  if (!c.cutoff) marks.push_back({ground, "off at ?", Ink::Copper});
  labels(pen, plot, x(1) + width, x(2) - x(1) - width, marks);
  if (charger) {
    const Volt out = *subject.plan.chargers[charger->charger].output;
    const bool stop = charger->verdict == ChargeVerdict::Stop;
    pen.rectangle({x(2), plot.y(out.value()) - 3}, {x(2) + width, plot.y(out.value()) + 3}, stop ? Ink::Stop : Ink::Copper).part =
        fmt::format("field//chargers/{}/output_V", charger->charger);
    pen.text({x(2) + width / 2, plot.y(out.value()) - 9}, number(out), Face::Small, stop ? Ink::Stop : Ink::Ink, Anchor::Middle);
  } else {
    pen.text({x(2) + width / 2, (plot.topLeft.y + plot.bottomRight.y) / 2}, "none yet", Face::Small, Ink::Soft, Anchor::Middle);
  }
  d.description =
      fmt::format("Voltage ladder: {} full {}, label {}, empty {}.", m.name, volts(m.full), volts(m.nominal), volts(m.restedEmpty));
  return d;
}

Drawing sagCurve(const Subject& subject, std::size_t pack, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  const PackFigures& p = f.packs.at(pack);
  const PackModel& m = p.model;
  const Ohm outside = p.toJoint + f.joint.onResistance + f.common;
  const double cutLow = f.cutoff > Volt(0) ? f.cutoff.value() - 1.5 : m.lowestUnderLoad.value();
  const Plot plot{{40, 8}, {size.width - 10, size.height - 24}, 100, 0, std::min(m.restedEmpty.value() - 2, cutLow), m.full.value() + 1};
  plot.frame(pen);
  plot.yGrid(pen, 4);
  for (int soc = 100; soc >= 0; soc -= 20)
    pen.text({plot.x(soc), plot.bottomRight.y + 16}, std::to_string(soc) + (soc == 0 ? " %" : ""), Face::SmallFigure, Ink::Soft,
             soc == 0 ? Anchor::End : Anchor::Middle);
  if (f.cutoff > Volt(0)) {
    const Volt t = cutoffToleranceOf(subject.plan.bike.controller);
    pen.rectangle({plot.topLeft.x, plot.y((f.cutoff + t).value())}, {plot.bottomRight.x, plot.y((f.cutoff - t).value()) + 1}, Ink::Bank);
    pen.text({plot.topLeft.x + 8, plot.y(f.cutoff.value()) + 4}, "cut-off", Face::Small, Ink::Ink);
  }
  const auto curve = [&](Ampere load, Ink ink, Pattern pattern) {
    std::vector<Point> points;
    for (int i = 0; i <= 100; ++i) {
      const StateOfCharge soc(1 - i / 100.0);
      const double v = load > Ampere(0) ? voltageAfterTenSeconds(m, soc, load, outside).value() : (m.curve.at(soc) * m.series).value();
      if (v >= plot.yMin) points.push_back({plot.x(soc.value() * 100), plot.y(std::min(v, plot.yMax))});
    }
    pen.line(std::move(points), ink, 2, pattern);
  };
  curve(Ampere(0), Ink::Soft, Pattern::Dotted);
  struct Key {
    std::string words;
    Ink ink;
    Pattern pattern;
  };
  std::vector<Key> keys{{"rest", Ink::Soft, Pattern::Dotted}};
  if (f.demand.sustained) {
    curve(*f.demand.sustained, Ink::Deep, Pattern::Solid);
    keys.push_back({formatNumber(f.demand.sustained->value(), 2) + " A", Ink::Deep, Pattern::Solid});
  }
  if (f.demand.peak) {
    curve(*f.demand.peak, Ink::Copper, Pattern::Dashed);
    keys.push_back({formatNumber(f.demand.peak->value(), 2) + " A", Ink::Copper, Pattern::Dashed});
  }
  double x = plot.bottomRight.x - 8;
  for (auto key = keys.rbegin(); key != keys.rend(); ++key) {
    pen.text({x, 26}, key->words, Face::SmallFigure, Ink::Ink, Anchor::End);
    x -= textWidth(key->words, Face::SmallFigure) + 5;
    pen.line({{x - 22, 22}, {x, 22}}, key->ink, 2, key->pattern);
    x -= 36;
  }
  if (p.givesUp) {
    const double at = p.givesUp->value() * 100;
    const double cut = (f.cutoff + cutoffToleranceOf(subject.plan.bike.controller)).value();
    pen.circle({plot.x(at), plot.y(cut)}, 5, Ink::Card, Ink::Stop).width = 2;
    pen.text({std::min(plot.x(at) - 10, plot.bottomRight.x - 12), plot.y(f.cutoff.value()) + 4},
             fmt::format("gives up at {} % in a hard pull", formatNumber(at, 2)), Face::Small, Ink::Ink, Anchor::End);
    d.description = fmt::format("Volts over charge of {}; in a hard pull the bike gives up at {} % charge.", m.name, formatNumber(at, 2));
  }
  return d;
}

}  // namespace usherwright::drawing
