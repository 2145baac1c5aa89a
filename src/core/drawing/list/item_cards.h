// A list of things, each with a mark that is told apart by its shape, what is to be done with it, and its facts.
#pragma once

#include <string>
#include <vector>

#include "core/drawing/list/display_list.h"

namespace usherwright::drawing {

enum class CardMark : std::uint8_t { Open, Good, Doubt, Bad };
/// An empty box, a tick, a cross, a bar.
void cardMark(Pen& pen, Point at, CardMark mark);

struct ItemCard {
  std::string part;  ///< "item//build/arrivals/0": the pointer of the entry behind "item/"
  std::string title;
  std::string verdict;
  CardMark mark = CardMark::Open;
  std::vector<std::string> lines;
};
/// `empty`: what to bring, while there is nothing.
Drawing itemCards(const std::vector<ItemCard>& cards, const std::string& empty, Size size);
double itemCardsHeight(const std::vector<ItemCard>& cards, double width);

}  // namespace usherwright::drawing
