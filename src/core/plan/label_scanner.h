// Numbers of a printed text with their units, tolerances and ranges. Private to the label reader.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/quantity/quantity.h"

namespace usherwright::label {

/// A number with what stands around it.
struct Token {
  std::size_t begin = 0, end = 0;
  double value = 0.0;
  double low = 0.0;  ///< lower end of a range
  Known<double> tolerance;
  std::string unit;    ///< V, VAC, A, MA, AH, MAH, WH, KWH, W, KW, S, P, MOHM, "" if none
  bool range = false;  ///< "100-240"
};

/// Every number of the text that is not part of a name or a type number.
std::vector<Token> tokensOf(std::string_view text);

std::string upper(std::string_view text);
bool isDigit(char c);
bool isLetter(char c);

}  // namespace usherwright::label
