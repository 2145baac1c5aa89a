// What the shelf has for the goal: one row each, with what it gives, what it asks for, and what nobody knows of it yet.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/options/option_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double rowHeight = 92, gap = 8;

const std::vector<Suggestion>& shownOf(const SuggestResult& r) { return r.ways.empty() ? r.nearest : r.ways; }

std::string amount(double value, const std::string& symbol, int digits) {
  return fmt::format("{} {}", formatNumber(value, digits), symbol);
}

std::string gives(const Suggestion& s, UnitSystem units) {
  const auto& far = shownUnit(Kind::Distance, units);
  const auto& heavy = shownUnit(Kind::Mass, units);
  std::string out = fmt::format("{} by label, {} more than today", amount(s.label.value(), "Wh", 4), amount(s.gained.value(), "Wh", 4));
  if (s.likely) out += " · " + amount(s.likely->value() / far.scale, fmt::format("{} likely", far.symbol), 3);
  if (s.mass) out += " · " + amount(s.mass->value() / heavy.scale, fmt::format("{} of packs", heavy.symbol), 3);
  return out;
}

/// Nothing of it was seen or measured: that stands beside every figure.
std::string asks(const Suggestion& s) {
  std::string out = fmt::format("{} to mind · {} values that nobody has seen",
                                s.minds == 0 ? std::string("nothing") : std::to_string(s.minds), s.assumed);
  if (!s.unpriced.empty()) {
    out += " · without a price:";
    for (const std::string& what : s.unpriced) out += " " + what + ",";
    out.pop_back();
  }
  return out;
}

}  // namespace

double suggestSheetHeight(const SuggestResult& r) {
  return gap + rowHeight * static_cast<double>(std::max<std::size_t>(1, shownOf(r).size()));
}

Drawing suggestSheet(const SuggestResult& r, std::size_t chosen, UnitSystem units, const std::string& currency, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  double y = 4;
  const std::vector<Suggestion>& all = shownOf(r);
  for (std::size_t i = 0; i < all.size(); ++i) {
    const Suggestion& s = all[i];
    Shape& frame = pen.rectangle({4, y}, {size.width - 4, y + rowHeight - gap}, i == chosen ? Ink::Shoal : Ink::Card,
                                 i == chosen ? Ink::Deep : Ink::BankLine, 3);
    frame.part = fmt::format("offer/{}", i);
    const std::string money = fmt::format("{} {}", formatNumber(s.block.cost.value(), 4), currency);
    const double room = size.width - 32;
    pen.text({16, y + 24}, elided(s.words, Face::Label, room - textWidth(money, Face::Figure) - 20), Face::Label, Ink::Ink);
    pen.text({size.width - 16, y + 24}, money, Face::Figure, Ink::Ink, Anchor::End);
    pen.text({size.width - 16, y + 44}, "cells and board", Face::Small, Ink::Soft, Anchor::End);
    const std::string what = gives(s, units), then = asks(s);
    pen.text({16, y + 44}, elided(what, Face::Small, room - textWidth("cells and board", Face::Small) - 20), Face::Small, Ink::Ink);
    pen.text({16, y + 60}, elided(then, Face::Small, room), Face::Small, Ink::Soft);
    pen.text({16, y + 76}, elided("first: " + s.tests, Face::Small, room), Face::Small, Ink::Soft);
    frame.tip = fmt::format("{}: {}, cells and board; {}; {}; before use: {}", s.words, money, what, then, s.tests);
    d.description += frame.tip + ". ";
    y += rowHeight;
  }
  return d;
}

}  // namespace usherwright::drawing
