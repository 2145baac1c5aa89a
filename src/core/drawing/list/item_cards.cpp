#include "core/drawing/list/item_cards.h"

#include <fmt/format.h>

#include <algorithm>

namespace usherwright::drawing {
namespace {

constexpr double side = 10, indent = 34, lineHeight = 19, between = 8;
constexpr std::size_t mostLines = 3;  // of one fact

/// Fact by fact in lines.
std::vector<std::string> linesOf(const ItemCard& card, double width) {
  std::vector<std::string> out;
  for (const std::string& fact : card.lines)
    for (const std::string& line : inLines(fact, Face::Small, width - indent - side, mostLines)) out.push_back(line);
  return out;
}

double heightOf(const ItemCard& card, double width) {
  return 2 * side + lineHeight * static_cast<double>(2 + linesOf(card, width).size()) - 4;
}

Ink inkOf(CardMark mark) { return mark == CardMark::Bad ? Ink::Stop : mark == CardMark::Doubt ? Ink::Mind : Ink::Deep; }

}  // namespace

void cardMark(Pen& pen, Point at, CardMark mark) {
  constexpr double r = 6;
  pen.rectangle({at.x - r, at.y - r}, {at.x + r, at.y + r}, mark == CardMark::Good ? Ink::Water : Ink::Paper,
                mark == CardMark::Bad ? Ink::Stop : Ink::Deep, 2);
  if (mark == CardMark::Good) pen.line({{at.x - 3.5, at.y}, {at.x - 1, at.y + 3}, {at.x + 4, at.y - 3.5}}, Ink::Paper, 2);
  if (mark == CardMark::Bad) pen.line({{at.x - 4, at.y}, {at.x + 4, at.y}}, Ink::Stop, 3);
  if (mark == CardMark::Doubt) {
    pen.line({{at.x - 3.5, at.y - 3.5}, {at.x + 3.5, at.y + 3.5}}, Ink::Mind, 1.5);
    pen.line({{at.x - 3.5, at.y + 3.5}, {at.x + 3.5, at.y - 3.5}}, Ink::Mind, 1.5);
  }
}

Drawing itemCards(const std::vector<ItemCard>& cards, const std::string& empty, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (cards.empty()) {
    paragraph(pen, {side, 24}, size.width - 2 * side, empty, Face::Label, Ink::Soft, 5);
    d.description = empty;
    return d;
  }
  double y = 2;
  for (const ItemCard& card : cards) {
    const double height = heightOf(card, size.width);
    Shape& back = pen.rectangle({0, y}, {size.width, y + height}, Ink::Card, Ink::BankLine, 4);
    back.part = card.part;
    back.tip = fmt::format("{}: {}", card.title, card.verdict);
    d.description += back.tip + ". ";
    cardMark(pen, {18, y + side + 8}, card.mark);
    pen.text({indent, y + side + 13}, elided(card.title, Face::Label, size.width - indent - side), Face::Label, Ink::Ink);
    pen.text({indent, y + side + 13 + lineHeight}, elided(card.verdict, Face::Label, size.width - indent - side), Face::Label,
             inkOf(card.mark));
    double line = y + side + 13 + 2 * lineHeight;
    for (const std::string& words : linesOf(card, size.width)) {
      pen.text({indent, line}, words, Face::Small, Ink::Soft);
      line += lineHeight;
    }
    y += height + between;
  }
  return d;
}

double itemCardsHeight(const std::vector<ItemCard>& cards, double width) {
  double out = 8;
  for (const ItemCard& card : cards) out += heightOf(card, width) + between;
  return std::max(out, 90.0);
}

}  // namespace usherwright::drawing
