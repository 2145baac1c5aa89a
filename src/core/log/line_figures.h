// The figures of a typed line with their units and the words beside them, and its day. Private to the reader of lines.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/log/line_tokens.h"
#include "core/quantity/date.h"
#include "core/quantity/units.h"

namespace usherwright::logline {

/// One figure, in the unit of a file.
struct Figure {
  enum class Of : std::uint8_t { Bare, Distance, Height, Energy, Charge, Voltage, Time, Share, Temperature, Mass, Resistance, Bars, Other };
  Of of = Of::Bare;
  double value = 0;
  double scale = 1;  ///< of its unit
  label::Printed printed;
  std::vector<Sense> before;        ///< meanings of the two words in front, the nearest first
  Sense after = Sense::None;        ///< of the first word behind
  bool so = false;                  ///< a "!" behind it
  std::size_t first = 0, last = 0;  ///< pieces
  std::string unit;                 ///< as said

  bool precededBy(Sense s) const { return std::find(before.begin(), before.end(), s) != before.end(); }
};

/// Takes the figures with their units out of the pieces; what it cannot read is put into `asks`.
std::vector<Figure> figuresOf(std::vector<Piece>& pieces, std::string_view line, std::vector<std::string>& asks);

/// The day that the line names; takes its pieces. Nothing: none is named. What could be two days is put into `asks`.
struct NamedDay {
  Date day;
  std::size_t first = 0, last = 0;  ///< pieces
};
std::optional<NamedDay> dayOf(std::vector<Piece>& pieces, Date today, std::vector<std::string>& asks);

/// The bytes of some pieces.
std::string_view said(std::string_view line, const std::vector<Piece>& pieces, std::size_t first, std::size_t last);

}  // namespace usherwright::logline
