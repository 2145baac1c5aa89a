// Station Joining: two meters against the window of a plain plug.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/joining/study_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

std::string number(double v, int digits = 2) { return formatNumber(v, digits); }

/// Each pack's volts on one scale, and the window below the fuller one in which the others must stand. Returns its height.
double meters(Pen& pen, const MeetingFigures& m, const std::vector<MeterReading>& readings, double width) {
  if (readings.size() < 2) return 0;
  const bool windowed = m.verdict != Meeting::Unlike && m.verdict != Meeting::NoLimit;
  const double window = windowed ? m.window.value() : 0;
  double low = 1e9, high = 0;
  for (const MeterReading& r : readings) {
    low = std::min(low, r.volts.value());
    high = std::max(high, r.volts.value());
  }
  const double margin = std::max(0.5, window * 0.4), names = std::min(150.0, width * 0.2), row = 26, top = 22;
  const double from = std::min(low, high - window) - margin, to = high + margin;
  const auto x = [&](double v) { return names + (width - 12 - names) * (v - from) / (to - from); };
  const double bottom = top + row * static_cast<double>(readings.size());
  if (windowed) {
    pen.rectangle({x(high - window), top - 2}, {x(high), bottom}, Ink::Shoal, Ink::Deep, 2);
    pen.text({x(high), top - 8}, "here the others may stand beside the fuller one", Face::Small, Ink::Deep, Anchor::End);
  }
  for (std::size_t k = 0; k < readings.size(); ++k) {
    const MeterReading& r = readings[k];
    const double y = top + row * (static_cast<double>(k) + 0.5), at = x(r.volts.value());
    pen.text({8, y + 4}, elided(r.name, Face::Small, names - 14), Face::Small, Ink::Ink);
    pen.line({{names, y + 10}, {width - 12, y + 10}}, Ink::BankLine);
    pen.polygon({{at, y + 10}, {at - 7, y - 4}, {at + 7, y - 4}}, r.read ? Ink::Ink : Ink::Card, Ink::Ink);
    const std::string words = number(r.volts.value(), 4) + (r.read ? " V" : " V by its charge, not read");
    const bool leftOf = at + 14 + textWidth(words, Face::Small) > width - 8;
    pen.text({leftOf ? at - 12 : at + 12, y + 5}, words, Face::Small, r.read ? Ink::Ink : Ink::Copper,
             leftOf ? Anchor::End : Anchor::Start);
  }
  for (double v : roundTicks(from, to, 6)) {
    pen.line({{x(v), bottom + 2}, {x(v), bottom + 6}}, Ink::Soft);
    const bool last = x(v) > width - 40;
    pen.text({x(v), bottom + 19}, number(v, 3) + (last ? " V" : ""), Face::SmallFigure, Ink::Soft, last ? Anchor::End : Anchor::Middle);
  }
  return bottom + 30;
}

}  // namespace

Drawing meetingGauge(const MeetingFigures& m, const std::vector<MeterReading>& readings, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const double used = meters(pen, m, readings, size.width);
  if (m.verdict == Meeting::Unlike || m.verdict == Meeting::NoLimit) {
    pen.text({8, used + 22},
             m.verdict == Meeting::Unlike ? "Unlike packs: never by a plain plug."
                                          : "No limit of the lower pack is known: read its BMS or fuse.",
             Face::Label, m.verdict == Meeting::Unlike ? Ink::Stop : Ink::Copper);
    d.description = std::string(meetingWord(m.verdict));
    return d;
  }
  const double left = 12, right = size.width - 12, height = 24;
  const double y = used + 46 + std::max(0.0, (size.height - used - 46 - height - 42) * 0.4);
  const double span = std::max({m.window.value() * 1.6, (m.gap + m.doubt).value() * 1.2, 0.2});
  const auto x = [&](double v) { return left + (right - left) * std::clamp(v / span, 0.0, 1.0); };
  pen.rectangle({left, y}, {right, y + height}, Ink::Card, Ink::BankLine, 2);
  pen.rectangle({left, y}, {x(m.window.value()), y + height}, Ink::Shoal, Ink::Deep);
  pen.rectangle({x(m.window.value()), y}, {right, y + height}, Ink::Bank, Ink::None).pattern = Pattern::Hatched;
  pen.text({left, y - 8}, "safe up to " + number(m.window.value(), 3) + " V apart", Face::Small, Ink::Deep);
  pen.text({right, y - 8}, "too much flows", Face::Small, Ink::Stop, Anchor::End);
  for (double v : roundTicks(0, span, 6)) {
    pen.line({{x(v), y + height}, {x(v), y + height + 5}}, Ink::Soft);
    pen.text({x(v), y + height + 19}, number(v), Face::SmallFigure, Ink::Soft, x(v) > right - 20 ? Anchor::End : Anchor::Middle);
  }
  const Ink ink = m.verdict == Meeting::Safe ? Ink::Deep : m.verdict == Meeting::Stop ? Ink::Stop : Ink::Mind;
  const double at = x(m.gap.value());
  pen.line({{x((m.gap - m.doubt).value()), y + height / 2}, {x((m.gap + m.doubt).value()), y + height / 2}}, ink, 5);
  pen.line({{at, y - 4}, {at, y + height + 4}}, ink, 3);
  pen.polygon({{at, y - 3}, {at - 7, y - 15}, {at + 7, y - 15}}, ink);
  const bool read = m.highReading && m.lowReading;
  const std::string words =
      number(m.gap.value(), 3) + (read ? " V apart, ± " + number(m.doubt.value()) + " V" : " V apart by the stated charges");
  const double width = textWidth(words, Face::Label);
  pen.text({std::clamp(at - width / 2, left, right - width), y - 26}, words, Face::Label, ink);
  pen.text({left, y + height + 38}, "volts between the two plugs", Face::Small, Ink::Soft);
  d.description = fmt::format("{}: {}; window {} V.", meetingWord(m.verdict), words, number(m.window.value()));
  return d;
}

}  // namespace usherwright::drawing
