// What to cut, crimp and buy: a row for every conductor, and a list for the shop. Nothing is judged here.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// One conductor of a lead.
struct PullRow {
  std::string lead;  ///< id in the harness
  std::string name;  ///< "lead of stock, plus"
  bool plus = true;
  std::string size;      ///< "12awg"
  bool assumed = false;  ///< nobody entered the size or the length
  Metre length;          ///< from contact to contact
  Metre cut;             ///< with both strips, 20 mm for each crimp that has to be made again
  Millimetre stripFrom, stripTo;
  std::string terminalFrom, terminalTo;
  std::string label;  ///< for both ends: "stock +  54.6 V  30 A"
};
std::vector<PullRow> pullSheet(const Plan& plan, const Figures& figures, const Catalogue& catalogue);
std::string pullSheetCsv(const std::vector<PullRow>& rows);

struct BuyRow {
  std::string what;
  double quantity = 0;
  std::string unit;     ///< "m", "pair", "piece"
  bool there = false;   ///< the plan has it from a label or a reading: it is at hand
  Money price{0};       ///< of the whole row, 0 if the catalogue has none
  std::string instead;  ///< what would do as well; "" if nothing of the catalogue does
};
/// Wire by size and colour (a tenth more, to the next half metre), plugs, fuses, sleeves, adapters, switch, precharge.
std::vector<BuyRow> shoppingList(const Plan& plan, const Figures& figures, const Catalogue& catalogue);
std::string shoppingCsv(const std::vector<BuyRow>& rows, const std::string& currency);

}  // namespace usherwright
