// Station Pack: the settings of a board, each on a line of its own with where it may lie.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/pack/pack_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

struct Columns {
  double should, strip, stripEnd, found;
};

/// Wide: what it should be in words beside the line. Narrow: the line alone, the words are in the tip.
Columns columnsOf(const std::vector<BoardSetting>& settings, double width) {
  const double found = width - 96;
  double words = 100;
  for (const BoardSetting& s : settings) words = std::max(words, textWidth(s.recommended, Face::Small));
  if (132 + words + 160 < found) return {132, 132 + words + 14, found - 22, found};
  return {132, 132, found - 22, found};
}

void strip(Pen& pen, const SettingScale& scale, double left, double right, double y, bool differs) {
  const auto x = [&](double v) { return left + (right - left) * std::clamp((v - scale.low) / (scale.high - scale.low), 0.0, 1.0); };
  pen.rectangle({left, y - 6}, {right, y + 6}, Ink::Card, Ink::BankLine, 2);
  const double from = scale.least ? x(*scale.least) : left, to = scale.most ? x(*scale.most) : right;
  if (scale.least || scale.most) {
    if (to - from < 3) pen.rectangle({from - 1.5, y - 6}, {from + 1.5, y + 6}, Ink::Deep);
    else pen.rectangle({from, y - 6}, {to, y + 6}, Ink::Shoal, Ink::Deep);
  }
  if (!scale.value) {
    pen.rectangle({left, y - 6}, {right, y + 6}, Ink::None, Ink::Copper, 2).pattern = Pattern::Hatched;
    return;
  }
  const double at = x(*scale.value);
  const Ink ink = differs ? Ink::Stop : Ink::Ink;
  pen.line({{at, y - 9}, {at, y + 9}}, ink, 3);
  pen.polygon({{at - 5, y - 12}, {at + 5, y - 12}, {at, y - 6}}, ink);
}

}  // namespace

Drawing boardStrips(const std::vector<BoardSetting>& settings, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (settings.empty()) return d;
  const double top = 24, row = std::clamp((size.height - top - 4) / static_cast<double>(settings.size()), 24.0, 44.0);
  const Columns c = columnsOf(settings, size.width);
  if (c.strip > c.should) pen.text({c.should, 17}, "it should be", Face::Small, Ink::Soft);
  pen.text({c.strip, 17}, c.strip > c.should ? "where it may lie" : "it may lie", Face::Small, Ink::Soft);
  pen.text({c.found, 17}, "it says", Face::Small, Ink::Soft);
  d.description = "Settings of the board:";
  for (std::size_t i = 0; i < settings.size(); ++i) {
    const BoardSetting& s = settings[i];
    const double y = top + row * (static_cast<double>(i) + 0.5);
    Shape& ground = pen.rectangle({0, y - row / 2 + 1}, {size.width, y + row / 2 - 1}, i % 2 ? Ink::Paper : Ink::Card, Ink::None, 3);
    ground.part = fmt::format("setting/{}", i);
    ground.tip = fmt::format("{}: {}; it says {}{}", s.name, s.recommended, s.found, s.differs ? ", which differs" : "");
    pen.text({8, y + 5}, elided(s.name, Face::Small, c.should - 12), Face::Small, Ink::Ink);
    if (c.strip > c.should)
      pen.text({c.should, y + 5}, elided(s.recommended, Face::Small, c.strip - c.should - 10), Face::Small, Ink::Soft);
    if (s.scale) strip(pen, *s.scale, c.strip, c.stripEnd, y, s.differs);
    else if (c.strip == c.should)
      pen.text({c.strip, y + 5}, elided(s.recommended, Face::Small, c.stripEnd - c.strip), Face::Small, Ink::Soft);
    const bool unknown = s.found == "not known yet";
    if (s.differs) pen.severity({c.found - 10, y}, 1);
    pen.text({c.found, y + 5}, elided(s.found, Face::Small, size.width - c.found - 4), unknown ? Face::Small : Face::Label,
             s.differs ? Ink::Stop
             : unknown ? Ink::Copper
                       : Ink::Ink);
    d.description += fmt::format(" {} {};", s.name, s.found);
  }
  return d;
}

}  // namespace usherwright::drawing
