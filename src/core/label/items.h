// The pieces of a printed text: numbers with their units, words with what they mean, marks between them, and names whose
// figures say nothing. Private to the label reader.
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include "core/label/glyphs.h"
#include "core/label/words.h"
#include "core/quantity/quantity.h"

namespace usherwright::label {

enum class PrintedUnit : std::uint8_t {
  None,
  Volt,
  Ampere,
  AmpereHour,
  WattHour,
  Watt,
  Hertz,
  Series,
  Parallel,
  MilliOhm,
  MicroFarad,
  Rpm,
  Celsius,
  CRate,
  CellSize,
  Percent,
  Kilometre,
  Hour,
  Cycle,
  Year,
  Second,  ///< "s", which is as well cells in series
  Other    ///< times, lengths, masses: understood, and of no use to a plan
};

struct Item {
  enum class Kind : std::uint8_t { Number, Word, Mark, Name };
  Kind kind = Kind::Mark;
  std::size_t begin = 0, end = 0;  ///< bytes of the source
  bool glued = false;              ///< touches what stands before it
  bool figure = false;             ///< a name that begins with a figure
  bool digitLast = false;          ///< a name that ends with one
  bool headed = false;             ///< a name that begins with a word of the table
  bool pointFirst = false;         ///< a number that begins with its point
  bool damaged = false;            ///< a letter had to be taken for a figure, or a figure for a letter

  // Numbers, in V, A, Ah, Wh, W, Hz, mΩ, µF, 1/min, °C, h⁻¹.
  double value = 0.0;
  Known<double> low;        ///< lower end of a range
  Known<double> tolerance;  ///< absolute
  PrintedUnit unit = PrintedUnit::None;
  double scaleOfUnit = 1.0;     ///< of the printed unit: 0.001 for mAh
  bool ac = false, dc = false;  ///< marked beside the number
  bool grouped = false;         ///< three figures behind a single mark: thousands, or three decimals?
  double ungrouped = 0.0;       ///< the value with the mark as a decimal one
  int times = 1;                ///< "2 × 20 A"
  bool listed = false;          ///< one of several: "36/48 V"
  bool converts = false;        ///< "48 V → 12 V": this is the second
  bool underSerial = false;     ///< stands on a line behind "S/N"
  bool designation = false;     ///< of a cell designation, IEC 61960-3

  // Words.
  WordMeaning meaning;
  bool understood = false;
  std::u32string word;

  char32_t mark = 0;
};

/// Not a time, a length, a count of cells or a rate.
constexpr bool isElectric(PrintedUnit unit) {
  return unit == PrintedUnit::Volt || unit == PrintedUnit::Ampere || unit == PrintedUnit::AmpereHour || unit == PrintedUnit::WattHour ||
         unit == PrintedUnit::Watt || unit == PrintedUnit::MilliOhm || unit == PrintedUnit::MicroFarad;
}

inline bool isNumber(const Item& i) { return i.kind == Item::Kind::Number; }
inline bool isWord(const Item& i) { return i.kind == Item::Kind::Word; }
inline bool isMark(const Item& i, char32_t c) { return i.kind == Item::Kind::Mark && i.mark == c; }

/// A stray mark that tore a word.
inline bool isSpeck(const Item& i) { return i.kind == Item::Kind::Name && !i.figure && i.end - i.begin == 1; }

/// A unit as printed (folded letters) with what it is worth.
struct UnitWord {
  std::u32string_view printed;
  PrintedUnit unit = PrintedUnit::None;
  double scale = 1.0;
  bool ac = false, dc = false;
};
/// The whole of these letters as a unit; null if they are none.
const UnitWord* unitOf(std::u32string_view letters);
/// The unit of a number that stands bare so far: its values are in the unit's base from now on.
void putUnit(Item& number, const UnitWord& unit);
/// Letters run together: "amax" is the unit "a" and the word "max". `rest` begins behind the unit; null if not all of it
/// is understood.
const UnitWord* unitBefore(std::u32string_view letters, const WordTable& words, std::size_t& rest);

/// The raw pieces, units only where they touch their number.
std::vector<Item> itemsOf(const std::vector<Glyph>& glyphs, const WordTable& words);

/// Units that stand apart, tolerances, ranges, thousands, factors, marks of current, lists, phrases, serial numbers.
std::vector<Item> composed(std::vector<Item> raw, const WordTable& words);

}  // namespace usherwright::label
