// Station Joining: basins with valves, the ride over time with gauge against truth, the connect gauge.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/joining/joining_drawings.h"
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
    case EndCause::RideOver: return "the ride is over";
    case EndCause::Equalised:
    case EndCause::NoPack: return "no pack gives anything";
  }
  return "";
}

/// A mark and a time where each waiting pack joins in; times that would meet go below each other, and one is said once.
void drawKnees(Pen& pen, const Plot& plot, const DischargeRun& run) {
  struct Said {
    double left, right;
    int line;
    std::string words;
  };
  std::vector<Said> said;
  for (const SourceResult& source : run.sources) {
    if (!source.knee || *source.knee <= Second(0)) continue;
    const double x = plot.x(source.knee->value() / 60);
    const std::string words =
        fmt::format("{} {} min", source.kneeBecauseAnotherLeft ? "takes over" : "knee", formatNumber(source.knee->value() / 60, 2));
    pen.line({{x, plot.topLeft.y}, {x, plot.topLeft.y + 16}}, Ink::Ink, 1.5);
    const double width = textWidth(words, Face::Small);
    const bool late = x > plot.bottomRight.x - 130;
    Said here{late ? x - 5 - width : x + 5, late ? x - 5 : x + 5 + width, 0, words};
    const auto meets = [&](const Said& other) {
      return other.line == here.line && here.left < other.right + 6 && other.left < here.right + 6;
    };
    if (std::any_of(said.begin(), said.end(), [&](const Said& other) { return meets(other) && other.words == words; })) continue;
    while (std::any_of(said.begin(), said.end(), meets)) ++here.line;
    pen.text({late ? here.right : here.left, plot.topLeft.y + 14 + 15 * here.line}, words, Face::Small, Ink::Ink,
             late ? Anchor::End : Anchor::Start);
    said.push_back(std::move(here));
  }
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
  const double legend = 76 * static_cast<double>(f.packs.size());
  const std::string title = f.packs.size() <= 2                               ? "Amperes from each pack"
                            : top.bottomRight.x - top.topLeft.x - legend > 70 ? "Amperes"
                                                                              : "A";
  pen.text({top.topLeft.x, 14}, title, Face::Label, Ink::Ink);
  top.frame(pen);
  top.yGrid(pen, 4);
  bottom.frame(pen);
  bottom.yGrid(pen, 4);
  bottom.xTicks(pen, 6, "min");
  pen.text({bottom.topLeft.x, bottom.topLeft.y - 8}, "What the gauge shows, and what is left, in %", Face::Label, Ink::Ink);
  const std::vector<Row> rows = rowsFor(run, top.columns());
  const double titleWidth = textWidth(title, Face::Label) + 12;
  const double entry = (top.bottomRight.x - top.topLeft.x - titleWidth) / static_cast<double>(f.packs.size());
  double legendX = top.bottomRight.x;
  for (std::size_t k = f.packs.size(); k-- > 0;) {
    pen.line(columnPairs(top, samplesOf(rows, [&](const Row& r) { return r.current[k].value(); })), packInk(k), 2, packPattern(k));
    const std::string name = elided(f.packs[k].model.name, Face::Small, std::max(30.0, entry - 42));
    pen.text({legendX, 14}, name, Face::Small, Ink::Ink, Anchor::End);
    legendX -= textWidth(name, Face::Small) + 8;
    pen.line({{legendX - 22, 10}, {legendX, 10}}, packInk(k), 2, packPattern(k));
    legendX -= 34;
  }
  drawKnees(pen, top, run);
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
  std::string most;
  for (std::size_t k = 0; k < run.sources.size() && k < f.packs.size(); ++k)
    most += fmt::format("{} {} at most {} A", most.empty() ? "" : ",", f.packs[k].model.name, formatNumber(run.sources[k].peak.value()));
  d.description = fmt::format("The ride lasts {} minutes and ends because {};{}.", formatNumber(run.end.value() / 60), endWords(run), most);
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

namespace {

/// Basins, pipes, valves and the junction at one time of the ride.
class BasinMaker {
 public:
  BasinMaker(const Subject& subject, Second time, Size size)
      : f_(subject.assessment.figures), row_(f_.ride->at(time)), size_(size), pen_(d_), count_(f_.packs.size()) {
    d_.width = size.width;
    d_.height = size.height;
  }

  Drawing make() {
    scale();
    for (std::size_t k = 0; k < count_; ++k)
      if (row_.current[k] > row_.current[most_]) most_ = k;
    double x = plot_.topLeft.x + gap / 2;
    for (std::size_t k = 0; k < count_; ++k) {
      const double w = widthOf(k);
      basin(k, x, w);
      pipe(k, x + w / 2, x + w + gap - 4);
      x += w + gap;
    }
    pen_.rectangle({junction_ - 8, busY_ - 10}, {junction_ + 8, busY_ + 12}, Ink::Deep, Ink::None, 2);
    pen_.text({junction_, busY_ + 25}, amps(row_.load) + " to the motor", Face::SmallFigure, Ink::Ink, Anchor::Middle);
    cutoff();
    describe();
    return std::move(d_);
  }

 private:
  static constexpr double gap = 22, pipeRoom = 84, axisRoom = 48;

  void scale() {
    double high = 0, low = 1e9;
    for (const PackFigures& p : f_.packs) {
      capacity_ += p.model.capacity.value();
      high = std::max(high, p.model.full.value());
      low = std::min(low, p.model.restedEmpty.value());
    }
    if (f_.cutoff > Volt(0)) low = std::min(low, f_.cutoff.value());
    plot_ = {{8, 8}, {size_.width - axisRoom, size_.height - pipeRoom}, 0, 1, low - (high - low) * 0.08, high + (high - low) * 0.04};
    floorY_ = size_.height - pipeRoom;
    busY_ = floorY_ + 56;
    junction_ = (plot_.topLeft.x + plot_.bottomRight.x) / 2;
    for (double v : ticks()) {
      pen_.line({{plot_.topLeft.x, plot_.y(v)}, {plot_.bottomRight.x, plot_.y(v)}}, Ink::BankLine, 1, Pattern::Dotted);
      pen_.text({size_.width - 4, plot_.y(v) + 4}, formatNumber(v) + " V", Face::SmallFigure, Ink::Soft, Anchor::End);
    }
  }

  std::vector<double> ticks() const { return roundTicks(plot_.yMin, plot_.yMax, 4); }

  double widthOf(std::size_t k) const {
    const double room = plot_.bottomRight.x - plot_.topLeft.x - gap * static_cast<double>(count_);
    return std::max(40.0, room * f_.packs[k].model.capacity.value() / capacity_);
  }

  void basin(std::size_t k, double x, double w) {
    const PackModel& m = f_.packs[k].model;
    const std::string volts = formatNumber(row_.rest[k].value()) + " V";
    const double level = plot_.y(row_.rest[k].value());
    Shape& body = pen_.rectangle({x, plot_.topLeft.y}, {x + w, floorY_}, Ink::Card, Ink::Soft);
    body.part = "pack/" + m.id;
    body.tip = fmt::format("{}: {} left, {} at rest, {}", m.name, share(row_.soc[k]), volts, amps(row_.current[k]));
    pen_.rectangle({x + 1, level}, {x + w - 1, floorY_ - 1}, Ink::Shoal);
    // The deep part stands for what is left: as high as the share of charge.
    pen_.rectangle({x + 1, floorY_ - 1 - (floorY_ - level - 1) * row_.soc[k].value()}, {x + w - 1, floorY_ - 1}, Ink::Water);
    pen_.line({{x, level}, {x + w, level}}, Ink::Deep, 2);
    const Face face = textWidth(volts, Face::Figure) + 6 < w ? Face::Figure : Face::Small;
    const double deep = floorY_ - 1 - (floorY_ - level - 1) * row_.soc[k].value();
    const bool brimful = level - 6 < plot_.topLeft.y + 14;
    const double at = clear(brimful ? level + 18 : level - 6, brimful ? 1 : -1, level);
    if (deep > at - 14 && deep < at + 4) {  // the edge of the deep runs through it: neither ink would be read on both
      const double half = textWidth(volts, face) / 2 + 4;
      pen_.rectangle({x + w / 2 - half, at - 14}, {x + w / 2 + half, at + 5}, Ink::Card, Ink::None, 3);
    }
    pen_.text({x + w / 2, at}, volts, face, at > deep + 14 ? Ink::OnDeep : Ink::Ink, Anchor::Middle);
    const double below = clear(floorY_ - 8, -1, level);
    if (std::abs(below - at) < 15) return;  // next to nothing in it: the volts say so, the tip says the share
    pen_.text({x + w / 2, below}, share(row_.soc[k]), Face::Figure, below > deep + 14 ? Ink::OnDeep : Ink::Ink, Anchor::Middle);
  }

  /// The base of a figure, moved up or down until neither the level nor the cut-off runs through it.
  double clear(double base, int way, double level) const {
    const double limit = f_.cutoff > Volt(0) ? plot_.y(f_.cutoff.value()) : -100;
    const auto crossed = [&](double line) { return line > base - 12 && line < base + 2; };
    for (int i = 0; i < 4 && (crossed(level) || crossed(limit)); ++i) base += way * 7;
    return base;
  }

  void pipe(std::size_t k, double centre, double wordsEnd) {
    const bool flows = std::abs(row_.current[k].value()) > 1e-6;
    const bool joined = count_ > 1;
    const double thick = std::clamp(std::abs(row_.current[k].value()) * 1.2, 2.0, 18.0);
    pen_.line({{centre, floorY_}, {centre, busY_}, {junction_, busY_}}, flows ? (k == most_ ? Ink::Deep : Ink::Water) : Ink::BankLine,
              thick);
    if (f_.joint.oneWay && joined) valve(centre, flows);
    const double room = std::max(36.0, wordsEnd - centre - 12);
    std::string words = "no flow";
    if (flows) words = amps(row_.current[k]);
    else if (f_.joint.oneWay && joined) words = "valve shut";
    if (flows && k == most_ && joined && room > 120) words += ", carries most";
    pen_.text({centre + 12, floorY_ + 16}, elided(f_.packs[k].model.name, Face::Small, room), Face::Small, Ink::Ink);
    pen_.text({centre + 12, floorY_ + 31}, words, Face::Small, Ink::Soft);
  }

  /// On the level stretch of the pipe; straight above the junction there is none, so it stands in the fall.
  void valve(double centre, bool flows) {
    const double reach = junction_ - centre;
    const Ink fill = flows ? Ink::Card : Ink::Bank;
    if (std::abs(reach) < 24) {
      const double y = floorY_ + 34;
      pen_.polygon({{centre - 8, y - 8}, {centre, y + 8}, {centre + 8, y - 8}}, fill, Ink::Ink, 1.5);
      if (!flows) pen_.line({{centre - 8, y + 8}, {centre + 8, y + 8}}, Ink::Ink, 2.5);
      return;
    }
    const double s = reach > 0 ? 9 : -9;
    const double at = centre + (reach > 0 ? 1 : -1) * std::min(26.0, std::abs(reach) * 0.5);
    pen_.polygon({{at - s, busY_ - 9}, {at + s, busY_}, {at - s, busY_ + 9}}, fill, Ink::Ink, 1.5);
    if (!flows) pen_.line({{at + s, busY_ - 9}, {at + s, busY_ + 9}}, Ink::Ink, 2.5);
  }

  void cutoff() {
    if (f_.cutoff <= Volt(0) || f_.cutoff.value() <= plot_.yMin) return;
    const double y = plot_.y(f_.cutoff.value());
    pen_.line({{plot_.topLeft.x, y}, {plot_.bottomRight.x, y}}, Ink::Stop, 1, Pattern::Dashed);
    // Beside the volts of the scale: below the line, or wherever there is room for a word.
    const std::vector<double> volts = ticks();
    for (const double base : {y + 18, y - 7, y + 32})
      if (std::none_of(volts.begin(), volts.end(), [&](double v) { return std::abs(plot_.y(v) + 4 - base) < 13; })) {
        pen_.text({size_.width - 4, base}, "cut-off", Face::Small, Ink::Stop, Anchor::End);
        return;
      }
  }

  void describe() {
    d_.description = "Basins:";
    for (std::size_t k = 0; k < count_; ++k)
      d_.description += fmt::format(" {} {} at {} V, {};", f_.packs[k].model.name, share(row_.soc[k]), formatNumber(row_.rest[k].value()),
                                    amps(row_.current[k]));
  }

  const Figures& f_;
  Row row_;
  Size size_;
  Drawing d_;
  Pen pen_;
  std::size_t count_, most_ = 0;
  Plot plot_;
  double capacity_ = 0, floorY_ = 0, busY_ = 0, junction_ = 0;
};

}  // namespace

Drawing basins(const Subject& subject, Second time, Size size) {
  if (subject.assessment.figures.packs.empty() || !subject.assessment.figures.ride) return {size.width, size.height, {}, {}};
  return BasinMaker(subject, time, size).make();
}

Drawing connectGauge(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (!f.window) {
    if (f.packs.size() > 1) pen.text({8, 30}, "Unlike packs: never by a hard plug.", Face::Small, Ink::Stop);
    else pen.text({8, 30}, "One pack: nothing to match.", Face::Small, Ink::Soft);
    return d;
  }
  const ConnectWindow& w = *f.window;
  const double left = 8, right = size.width - 8, y = 16, bottom = 30;
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
  pen.text({left, y - 4}, fmt::format("safe up to {} V", formatNumber(w.window->value())), Face::Small, Ink::Ink);
  const std::string now = fmt::format("now {} V, {} A would flow", formatNumber(w.gap.value()), formatNumber(w.peak.value(), 2));
  const double width = textWidth(now, Face::Small);
  double from = x(w.gap) + 10;
  if (from + width > right) from = x(w.gap) - 10 - width;
  if (from < left) from = std::max(left, right - width);
  pen.text({from, bottom + (from < x(w.gap) && from + width > x(w.gap) ? 24 : 13)}, now, Face::Small, ink);
  d.description =
      fmt::format("Connect window {} V; the packs are {} V apart.", formatNumber(w.window->value()), formatNumber(w.gap.value()));
  return d;
}

}  // namespace usherwright::drawing
