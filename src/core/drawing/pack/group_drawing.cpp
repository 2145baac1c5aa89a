// Station Pack: the groups as a rack of levels, and what the next charge makes of them.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/pack/pack_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

struct Levels {
  std::vector<double> now;          ///< share of charge of each group
  double gain = 0;                  ///< until the first of them is full
  std::size_t first = 0, last = 0;  ///< who is full first, who is furthest behind
};

Levels levelsOf(const PackModel& pack, const std::vector<Volt>& groups) {
  Levels l;
  for (Volt v : groups) l.now.push_back(pack.curve.inverse(v).value());
  if (groups.empty()) l.now.assign(static_cast<std::size_t>(pack.series), pack.soc.value());
  l.first = static_cast<std::size_t>(std::max_element(l.now.begin(), l.now.end()) - l.now.begin());
  l.last = static_cast<std::size_t>(std::min_element(l.now.begin(), l.now.end()) - l.now.begin());
  l.gain = 1 - l.now[l.first];
  return l;
}

std::string percent(double share) { return formatNumber(100 * share, 2) + " %"; }

std::string wordsOf(const PackModel& pack, const Levels& l, bool read) {
  if (!read) return "not read yet: drawn even, as the pack's charge is entered; type the volts to see who is behind";
  const double ah = pack.capacity.value();
  std::string out = fmt::format("the next charge ends when group {} is full, after {} Ah", l.first + 1, formatNumber(l.gain * ah, 2));
  const double behind = l.now[l.first] - l.now[l.last];
  if (behind > 0.005) out += fmt::format("; group {} then stands at {}, and ends each ride", l.last + 1, percent(1 - behind));
  return out;
}

}  // namespace

Drawing groupRack(const PackModel& pack, const std::vector<Volt>& groups, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const bool read = !groups.empty();
  const Levels l = levelsOf(pack, groups);
  const double left = 58, right = size.width - 12, top = 24, bottom = size.height - 38;
  const auto y = [&](double share) { return bottom - (bottom - top) * share; };
  pen.text({left, 14}, "charge of each group", Face::Small, Ink::Soft);
  for (double share : {0.0, 0.5, 1.0}) pen.text({left - 8, y(share) + 4}, percent(share), Face::SmallFigure, Ink::Soft, Anchor::End);
  const double w = (right - left) / static_cast<double>(l.now.size());
  for (std::size_t i = 0; i < l.now.size(); ++i) {
    const double a = left + w * static_cast<double>(i) + w * 0.18, b = a + w * 0.64;
    Shape& tube = pen.rectangle({a, top}, {b, bottom}, Ink::Card, Ink::Soft, 2);
    tube.part = fmt::format("rack/{}", i);
    tube.tip = fmt::format("group {}: {} now{}, {} when the next charge ends", i + 1, percent(l.now[i]), read ? "" : " (not read)",
                           percent(l.now[i] + l.gain));
    pen.rectangle({a + 1, y(l.now[i] + l.gain)}, {b - 1, y(l.now[i])}, Ink::Shoal);
    Shape& level = pen.rectangle({a + 1, y(l.now[i])}, {b - 1, bottom - 1}, read ? Ink::Water : Ink::None, read ? Ink::None : Ink::Water);
    if (!read) level.pattern = Pattern::Hatched;
    if (read && i == l.first) pen.line({{a - 2, top}, {b + 2, top}}, Ink::Deep, 3);
    if (read && i == l.last && l.now[l.first] - l.now[i] > 0.005)
      pen.polygon({{(a + b) / 2 - 6, y(l.now[i] + l.gain) - 12},
                   {(a + b) / 2 + 6, y(l.now[i] + l.gain) - 12},
                   {(a + b) / 2, y(l.now[i] + l.gain) - 3}},
                  Ink::Stop);
    if (w >= 20) pen.text({(a + b) / 2, bottom + 14}, std::to_string(i + 1), Face::SmallFigure, Ink::Soft, Anchor::Middle);
  }
  const std::string words = wordsOf(pack, l, read);
  pen.text({left, size.height - 6}, elided(words, Face::Small, right - left), Face::Small, read ? Ink::Ink : Ink::Copper);
  d.description = words;
  return d;
}

}  // namespace usherwright::drawing
