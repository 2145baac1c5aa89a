// Station Joining: basins with valves, the ride over time with gauge against truth, the connect gauge.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

std::string amps(Ampere a) { return formatNumber(a.value(), 2) + " A"; }
std::string share(StateOfCharge s) { return formatNumber(s.value() * 100, 2) + " %"; }

Plot currentPlot(const Figures& f, Size size) {
  double most = 1;
  if (f.ride)
    for (const SourceResult& r : f.ride->sources) most = std::max(most, r.peak.value());
  const double minutes = f.ride ? std::max(1.0, f.ride->end.value() / 60) : 1;
  return {{40, 24}, {size.width - 14, size.height * 0.46}, 0, minutes, 0, most * 1.15};
}

Plot gaugePlot(const Figures& f, Size size) {
  const Plot above = currentPlot(f, size);
  return {{40, size.height * 0.46 + 34}, {size.width - 14, size.height - 26}, above.xMin, above.xMax, 0, 105};
}

std::string endWords(const DischargeRun& run) {
  switch (run.cause) {
    case EndCause::ControllerCutoff: return "the controller cuts off";
    case EndCause::LastPackCutOff: return "the last BMS cuts off";
    case EndCause::LastPackEmpty: return "the last pack is empty";
    case EndCause::Collapse: return "the voltage collapses";
    case EndCause::TimeLimit: return "nothing ends it";
    case EndCause::Equalised:
    case EndCause::NoPack: return "no pack gives anything";
  }
  return "";
}

/// Rows for one curve: a sample per pixel column and one at each knee and leaving, which a column might miss.
std::vector<Row> rowsFor(const DischargeRun& run, int columns) {
  std::vector<double> times;
  for (int i = 0; i <= columns; ++i) times.push_back(run.end.value() * i / std::max(1, columns));
  for (const SourceResult& r : run.sources) {
    if (r.knee) times.push_back(r.knee->value());
    if (r.left) {
      times.push_back(r.left->value());
      times.push_back(std::max(0.0, r.left->value() - 0.01));
    }
  }
  std::sort(times.begin(), times.end());
  std::vector<Row> rows;
  rows.reserve(times.size());
  for (double t : times) rows.push_back(run.at(Second(t)));
  return rows;
}

template <class Value>
std::vector<Point> samplesOf(const std::vector<Row>& rows, const Value& value) {
  std::vector<Point> out;
  out.reserve(rows.size());
  for (const Row& r : rows) out.push_back({r.time.value() / 60, value(r)});
  return out;
}

}  // namespace

TimeAxis rideAxis(const Subject& subject, Size size) {
  const Figures& f = subject.assessment.figures;
  const Plot p = currentPlot(f, size);
  return {p.topLeft.x, p.bottomRight.x, f.ride ? f.ride->end : Second(0)};
}

Drawing rideChart(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (!f.ride || f.ride->end <= Second(0)) {
    pen.text({12, 30},
             f.packs.empty() ? "No ride without a pack."
                             : "The packs cannot start this ride: " + (f.ride ? endWords(*f.ride) : std::string()) + " at once.",
             Face::Label, Ink::Stop);
    d.description = "No ride to show.";
    return d;
  }
  const DischargeRun& run = *f.ride;
  const Plot top = currentPlot(f, size);
  const Plot bottom = gaugePlot(f, size);
  pen.text({top.topLeft.x, 14}, "Amperes from each pack", Face::Label, Ink::Ink);
  top.frame(pen);
  top.yGrid(pen, 4);
  bottom.frame(pen);
  bottom.yGrid(pen, 4);
  bottom.xTicks(pen, 6, "min");
  pen.text({bottom.topLeft.x, bottom.topLeft.y - 8}, "What the gauge shows, and what is left, in %", Face::Label, Ink::Ink);
  const std::vector<Row> rows = rowsFor(run, top.columns());
  double legendX = top.bottomRight.x - 8;
  for (std::size_t k = f.packs.size(); k-- > 0;) {
    pen.line(columnPairs(top, samplesOf(rows, [&](const Row& r) { return r.current[k].value(); })), packInk(k), 2, packPattern(k));
    const std::string& name = f.packs[k].model.name;
    pen.text({legendX, 14}, name, Face::Small, Ink::Ink, Anchor::End);
    legendX -= 6.6 * static_cast<double>(name.size()) + 8;
    pen.line({{legendX - 22, 10}, {legendX, 10}}, packInk(k), 2, packPattern(k));
    legendX -= 36;
  }
  for (std::size_t k = 0; k < run.sources.size(); ++k) {
    const auto& knee = run.sources[k].knee;
    if (!knee || *knee <= Second(0)) continue;
    const double x = top.x(knee->value() / 60);
    pen.line({{x, top.topLeft.y}, {x, top.topLeft.y + 16}}, Ink::Ink, 1.5);
    const bool late = x > top.bottomRight.x - 130;
    pen.text({late ? x - 5 : x + 5, top.topLeft.y + 14},
             fmt::format("{} {} min", run.sources[k].kneeBecauseAnotherLeft ? "takes over" : "knee", formatNumber(knee->value() / 60, 2)),
             Face::Small, Ink::Ink, late ? Anchor::End : Anchor::Start);
  }
  const auto truth = samplesOf(rows, [&](const Row& r) { return truthAt(f, r).value() * 100; });
  const auto gauge = samplesOf(rows, [&](const Row& r) { return gaugeAt(f, r.controller).value() * 100; });
  std::vector<Point> between = columnPairs(bottom, truth);
  const std::vector<Point> back = columnPairs(bottom, gauge);
  between.insert(between.end(), back.rbegin(), back.rend());
  pen.polygon(std::move(between), Ink::Bank);
  pen.line(columnPairs(bottom, truth), Ink::Deep, 2.5);
  pen.line(back, Ink::Mind, 2, Pattern::Dotted);
  pen.text({bottom.bottomRight.x - 8, bottom.topLeft.y + 16},
           fmt::format("ends at {} min: {}", formatNumber(run.end.value() / 60), endWords(run)), Face::Small, Ink::Ink, Anchor::End);
  d.description = fmt::format("The ride lasts {} minutes and ends because {}.", formatNumber(run.end.value() / 60), endWords(run));
  return d;
}

Drawing rideScrubber(const Subject& subject, Second time, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (!f.ride || f.ride->end <= Second(0)) return d;
  const Plot top = currentPlot(f, size);
  const Plot bottom = gaugePlot(f, size);
  const Row row = f.ride->at(time);
  const double minutes = time.value() / 60;
  const double x = top.x(std::min(minutes, top.xMax));
  pen.line({{x, top.topLeft.y}, {x, bottom.bottomRight.y}}, Ink::Ink, 1.5);
  pen.circle({x, bottom.bottomRight.y}, 7, Ink::Ink, Ink::Card).part = "scrubber";
  const bool left = x > (top.topLeft.x + top.bottomRight.x) / 2;
  const double tx = left ? x - 8 : x + 8;
  const Anchor anchor = left ? Anchor::End : Anchor::Start;
  for (std::size_t k = 0; k < f.packs.size(); ++k) {
    const double y = top.y(row.current[k].value());
    pen.circle({x, y}, 3.5, packInk(k));
  }
  const StateOfCharge gauge = gaugeAt(f, row.controller);
  const StateOfCharge truth = truthAt(f, row);
  pen.circle({x, bottom.y(gauge.value() * 100)}, 3.5, Ink::Mind);
  pen.circle({x, bottom.y(truth.value() * 100)}, 3.5, Ink::Deep);
  const double base = bottom.bottomRight.y - 28;
  pen.rectangle({left ? tx - 92 : tx - 4, base - 14}, {left ? tx + 4 : tx + 92, base + 22}, Ink::Card, Ink::BankLine, 3);
  pen.text({tx, base}, "left " + share(truth), Face::SmallFigure, Ink::Deep, anchor);
  pen.text({tx, base + 16}, "gauge " + share(gauge), Face::SmallFigure, Ink::Mind, anchor);
  d.description = fmt::format("At {} minutes: gauge {}, left {}.", formatNumber(minutes, 2), share(gauge), share(truth));
  return d;
}

Drawing basins(const Subject& subject, Second time, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (f.packs.empty() || !f.ride) return d;
  const Row row = f.ride->at(time);
  const std::size_t n = f.packs.size();
  double capacity = 0, high = 0, low = 1e9;
  for (const PackFigures& p : f.packs) {
    capacity += p.model.capacity.value();
    high = std::max(high, p.model.full.value());
    low = std::min(low, p.model.restedEmpty.value());
  }
  if (f.cutoff > Volt(0)) low = std::min(low, f.cutoff.value());
  const double pipeRoom = 84;
  const Plot plot{{8, 8}, {size.width - 44, size.height - pipeRoom}, 0, 1, low - (high - low) * 0.08, high + (high - low) * 0.04};
  for (double v : roundTicks(plot.yMin, plot.yMax, 4)) {
    pen.line({{plot.topLeft.x, plot.y(v)}, {plot.bottomRight.x, plot.y(v)}}, Ink::BankLine, 1, Pattern::Dotted);
    pen.text({size.width - 4, plot.y(v) + 4}, formatNumber(v) + " V", Face::SmallFigure, Ink::Soft, Anchor::End);
  }
  const double gap = 22;
  const double room = plot.bottomRight.x - plot.topLeft.x - gap * static_cast<double>(n);
  double x = plot.topLeft.x + gap / 2;
  const double junction = (plot.topLeft.x + plot.bottomRight.x) / 2;
  const double floorY = size.height - pipeRoom;
  const double busY = floorY + 56;
  std::size_t most = 0;
  for (std::size_t k = 0; k < n; ++k)
    if (row.current[k] > row.current[most]) most = k;
  for (std::size_t k = 0; k < n; ++k) {
    const PackModel& m = f.packs[k].model;
    const double w = std::max(44.0, room * m.capacity.value() / capacity);
    const double level = plot.y(row.rest[k].value());
    Shape& basin = pen.rectangle({x, plot.topLeft.y}, {x + w, floorY}, Ink::Card, Ink::Soft);
    basin.part = "pack/" + m.id;
    basin.tip = fmt::format("{}: {} left, {} at rest, {}", m.name, share(row.soc[k]), formatNumber(row.rest[k].value()) + " V",
                            amps(row.current[k]));
    pen.rectangle({x + 1, level}, {x + w - 1, floorY - 1}, Ink::Shoal);
    // The deep part stands for what is left: as high as the share of charge.
    pen.rectangle({x + 1, floorY - 1 - (floorY - level - 1) * row.soc[k].value()}, {x + w - 1, floorY - 1}, Ink::Water);
    pen.line({{x, level}, {x + w, level}}, Ink::Deep, 2);
    pen.text({x + w / 2, std::max(level - 6, plot.topLeft.y + 14)}, formatNumber(row.rest[k].value()) + " V", Face::Figure, Ink::Ink,
             Anchor::Middle);
    pen.text({x + w / 2, floorY - 8}, share(row.soc[k]), Face::Figure, row.soc[k].value() * (floorY - level) > 22 ? Ink::OnDeep : Ink::Ink,
             Anchor::Middle);
    const bool flows = std::abs(row.current[k].value()) > 1e-6;
    const double centre = x + w / 2;
    const double thick = std::clamp(std::abs(row.current[k].value()) * 1.2, 2.0, 18.0);
    pen.line({{centre, floorY}, {centre, busY}, {junction, busY}}, flows ? (k == most ? Ink::Deep : Ink::Water) : Ink::BankLine, thick);
    const double valveX = centre + (junction > centre ? 1 : -1) * std::min(26.0, std::abs(junction - centre) * 0.5);
    if (f.joint.oneWay && n > 1) {
      const double s = junction > centre ? 9 : -9;
      pen.polygon({{valveX - s, busY - 9}, {valveX + s, busY}, {valveX - s, busY + 9}}, flows ? Ink::Card : Ink::Bank, Ink::Ink, 1.5);
      if (!flows) pen.line({{valveX + s, busY - 9}, {valveX + s, busY + 9}}, Ink::Ink, 2.5);
    }
    pen.text({centre + 12, floorY + 16}, m.name, Face::Small, Ink::Ink);
    pen.text({centre + 12, floorY + 31},
             flows                     ? amps(row.current[k]) + (k == most && n > 1 ? ", carries most" : "")
             : f.joint.oneWay && n > 1 ? "valve shut"
                                       : "no flow",
             Face::Small, Ink::Soft);
    x += w + gap;
  }
  pen.rectangle({junction - 8, busY - 10}, {junction + 8, busY + 12}, Ink::Deep, Ink::None, 2);
  pen.text({junction, busY + 25}, amps(row.load) + " to the motor", Face::SmallFigure, Ink::Ink, Anchor::Middle);
  if (f.cutoff > Volt(0) && f.cutoff.value() > plot.yMin) {
    pen.line({{plot.topLeft.x, plot.y(f.cutoff.value())}, {plot.bottomRight.x, plot.y(f.cutoff.value())}}, Ink::Stop, 1, Pattern::Dashed);
    pen.text({plot.topLeft.x + 2, plot.y(f.cutoff.value()) - 3}, "cut-off", Face::Small, Ink::Stop);
  }
  d.description = "Basins:";
  for (std::size_t k = 0; k < n; ++k)
    d.description += fmt::format(" {} {} at {} V, {};", f.packs[k].model.name, share(row.soc[k]), formatNumber(row.rest[k].value()),
                                 amps(row.current[k]));
  return d;
}

Drawing connectGauge(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (!f.window) return d;
  const ConnectWindow& w = *f.window;
  const double left = 8, right = size.width - 8, y = 12, bottom = 28;
  if (!w.window) {
    pen.text({left, bottom}, "No limit of the receiving pack is known: read its BMS or fuse.", Face::Small, Ink::Copper);
    return d;
  }
  const double span = std::max(w.window->value(), w.gap.value()) * 1.35 + 0.2;
  const auto x = [&](Volt v) { return left + (right - left) * v.value() / span; };
  pen.rectangle({left, y}, {right, bottom}, Ink::Card, Ink::BankLine);
  pen.rectangle({left, y}, {x(*w.window), bottom}, Ink::Shoal, Ink::Deep);
  const Ink ink = w.mayConnect ? Ink::Deep : Ink::Stop;
  pen.polygon({{x(w.gap), bottom + 1}, {x(w.gap) - 7, bottom + 12}, {x(w.gap) + 7, bottom + 12}}, ink);
  pen.line({{x(w.gap), y}, {x(w.gap), bottom}}, ink, 2);
  pen.text({left + 4, bottom - 4}, fmt::format("safe up to {} V", formatNumber(w.window->value())), Face::SmallFigure, Ink::Ink);
  const bool late = x(w.gap) > right - 150;
  pen.text({late ? x(w.gap) - 10 : x(w.gap) + 10, bottom + 13},
           fmt::format("now {} V, {} A would flow", formatNumber(w.gap.value()), formatNumber(w.peak.value(), 2)), Face::SmallFigure, ink,
           late ? Anchor::End : Anchor::Start);
  d.description =
      fmt::format("Connect window {} V; the packs are {} V apart.", formatNumber(w.window->value()), formatNumber(w.gap.value()));
  return d;
}

}  // namespace usherwright::drawing
