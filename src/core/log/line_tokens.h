// One typed line in pieces: words with what they say, figures, signs, texts in quotes. Private to the reader of lines.
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include "core/label/numbers.h"
#include "core/plan/choices.h"

namespace usherwright::logline {

enum class Sense : std::uint8_t {
  None,
  Ride,
  Charge,
  Cells,
  CapacityTest,
  Note,
  Tightened,  // from here to PartChanged as LogEvent has them
  PartChanged = Tightened + static_cast<std::uint8_t>(LogEvent::PartChanged) - static_cast<std::uint8_t>(LogEvent::Tightened),
  Climb,
  Left,
  From,
  To,
  Rested,
  Load,
  Used,
  Full,
  At,
  Took,
  Bars,
  Of,
  Today,
  Yesterday,
  Monday,
  Tuesday,
  Wednesday,
  Thursday,
  Friday,
  Saturday,
  Sunday,
  January,
  February,
  March,
  April,
  May,
  June,
  July,
  August,
  September,
  October,
  November,
  December,
  Not,
  Unsure,
  About
};

/// The sense of an event from Tightened on, and back.
constexpr Sense senseOf(LogEvent what) {
  return static_cast<Sense>(static_cast<int>(what) - static_cast<int>(LogEvent::Tightened) + static_cast<int>(Sense::Tightened));
}
constexpr LogEvent eventOf(Sense kind) {
  return static_cast<LogEvent>(static_cast<int>(kind) - static_cast<int>(Sense::Tightened) + static_cast<int>(LogEvent::Tightened));
}

constexpr bool isKind(Sense s) { return s >= Sense::Ride && s <= Sense::PartChanged; }
constexpr bool isWeekday(Sense s) { return s >= Sense::Monday && s <= Sense::Sunday; }
constexpr bool isMonth(Sense s) { return s >= Sense::January && s <= Sense::December; }

enum class Token : std::uint8_t { Word, Figure, Sign, Quoted };

/// A word or a phrase of the table, a figure as printed, a single sign, or a text in quotes. Bytes `begin` to `end` of the line.
struct Piece {
  Token is = Token::Word;
  Sense sense = Sense::None;
  std::u32string text;  ///< folded
  label::Printed figure;
  std::size_t begin = 0, end = 0;
  std::size_t innerBegin = 0, innerEnd = 0;  ///< of a text in quotes: without them
  bool used = false;
  bool kept = false;  ///< in the note, whatever it is

  bool word(std::u32string_view w) const { return is == Token::Word && text == w; }
  bool sign(char32_t c) const { return is == Token::Sign && text.size() == 1 && text.front() == c; }
};

/// Any bytes.
std::vector<Piece> piecesOf(std::string_view line);
/// Lines of the table of words that cannot be read; none in what is shipped.
const std::vector<std::string>& tableProblems();

}  // namespace usherwright::logline
