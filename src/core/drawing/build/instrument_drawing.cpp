// Station Build: what an instrument reads, over the last minute, against the gate's window.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/build/build_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double shownSeconds = 30;
constexpr std::size_t mostPoints = 1200;

std::string_view readBy(std::string_view unit) {
  if (unit == "V") return "a meter's or a charger's volts";
  if (unit == "mV") return "a board's groups";
  if (unit == "kΩ") return "a meter's ohms";
  return "a thermometer's contact and air";
}

/// Every gate with the instrument that reads it.
void takes(Drawing& d, Pen& pen, const std::vector<WorkStep>& order, const std::string& head) {
  constexpr double line = 21;
  pen.text({12, 24}, head, Face::Label, Ink::Ink);
  d.description = head;
  double y = 24 + line;
  for (const WorkStep& s : order) {
    if (!s.gate || y > d.height - 4) continue;
    pen.text({12, y}, elided(s.gate->quantity, Face::Small, d.width * 0.55), Face::Small, Ink::Ink);
    pen.text({d.width * 0.6, y}, std::string(readBy(s.gate->unit)), Face::Small, Ink::Soft);
    d.description += fmt::format(" {}: {}.", s.gate->quantity, readBy(s.gate->unit));
    y += line;
  }
}

}  // namespace

Drawing instrumentTrace(const std::deque<InstrumentReading>& recent, const std::vector<WorkStep>& order, const std::string& at, Size size) {
  const auto step = std::find_if(order.begin(), order.end(), [&](const WorkStep& s) { return s.id == at && s.gate; });
  const Gate* gate = step == order.end() ? nullptr : &*step->gate;
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const std::string unit = gate ? gate->unit : "V";
  struct Read {
    double t, value;
  };
  std::vector<Read> reads;
  const double end = recent.empty() ? 0 : recent.back().t;
  const std::size_t stride = std::max<std::size_t>(1, recent.size() / mostPoints);
  for (std::size_t i = 0; i < recent.size(); i += stride)
    if (recent[i].t > end - shownSeconds)
      if (const auto value = figureIn(recent[i], unit)) reads.push_back({recent[i].t, *value});
  if (reads.empty()) {
    takes(d, pen, order,
          recent.empty() ? "Nothing is read yet. What the gates take from a line:" : fmt::format("Nothing is read in {} here.", unit));
    return d;
  }
  double low = reads.front().value, high = low;
  for (const Read& r : reads) low = std::min(low, r.value), high = std::max(high, r.value);
  if (gate && gate->known) {
    low = std::min(low, gate->low);
    high = std::max(high, gate->isOpenEnded() ? high : gate->high);
  }
  const double room = std::max(0.08 * (high - low), 0.01);
  const Plot plot{{58, 22}, {size.width - 14, size.height - 26}, -shownSeconds, 0, low - room, high + room};
  plot.frame(pen);
  if (gate && gate->known)
    pen.rectangle({plot.topLeft.x, plot.y(gate->isOpenEnded() ? plot.yMax : std::min(gate->high, plot.yMax))},
                  {plot.bottomRight.x, plot.y(std::max(gate->low, plot.yMin))}, Ink::Shoal);
  plot.yGrid(pen, 4);
  plot.xTicks(pen, 6, "s");
  std::vector<Point> line;
  line.reserve(reads.size());
  for (const Read& r : reads) line.push_back({plot.x(r.t - end), plot.y(r.value)});
  if (line.size() > 1) pen.line(line, Ink::Deep, 2);
  pen.circle(line.back(), 4, Ink::Card, Ink::Deep);
  const std::string words = gate ? fmt::format("{}: {} {}", gate->quantity, formatNumber(reads.back().value, 4), unit)
                                 : fmt::format("{} {}", formatNumber(reads.back().value, 4), unit);
  pen.text({58, 14}, elided(words + (gate && gate->known ? "; the band is what passes" : ""), Face::Small, size.width - 70), Face::Small,
           Ink::Soft);
  d.description = words + ".";
  return d;
}

}  // namespace usherwright::drawing
