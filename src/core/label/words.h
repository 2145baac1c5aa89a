// What words on labels mean, from one table (data/label/words.csv) that is built in as text: meanings, language, words.
// Whole words only; compounds of German and Dutch are taken apart when every part is in the table. Private to the label reader.
#pragma once

#include <cstdint>
#include <initializer_list>
#include <string>
#include <string_view>
#include <vector>

namespace usherwright::label {

/// What a word says. The names stand in the table with these spellings.
enum class Sense : std::uint8_t {
  Voltage,
  Current,
  Power,
  Capacity,
  Energy,
  Speed,
  Temperature,
  Resistance,
  Max,
  Min,
  Peak,
  Continuous,
  Nominal,
  Absolute,
  Range,
  Charge,
  Discharge,
  End,
  Regen,
  Input,
  Output,
  Mains,
  Ac,
  Dc,
  Low,
  Over,
  Cut,
  Trip,
  Release,
  Balance,
  Full,
  Empty,
  Float,
  Bulk,
  Cc,
  NoLoad,
  Phase,
  Battery,
  Signal,
  Usb,
  Service,
  Only,
  Each,
  Total,
  Drop,
  Breaking,
  Inside,
  Ripple,
  Port,
  Common,
  Separate,
  Series,
  Parallel,
  Serial,
  Model,
  Known,
  Controller,
  Pack,
  Charger,
  Cell,
  Board,
  Motor,
  Fuse,
  Joiner,
  Converter,
  Accessory,
  Capacitor,
  Lithium
};

/// A set of senses (two words of bits).
class Senses {
 public:
  constexpr Senses() = default;
  constexpr Senses(std::initializer_list<Sense> all) {
    for (Sense s : all) add(s);
  }
  constexpr void add(Sense s) { word(s) |= bit(s); }
  constexpr void remove(Sense s) { word(s) &= ~bit(s); }
  constexpr void add(const Senses& other) {
    low_ |= other.low_;
    high_ |= other.high_;
  }
  constexpr bool has(Sense s) const { return ((index(s) < 64 ? low_ : high_) & bit(s)) != 0; }
  constexpr bool any(const Senses& other) const { return (low_ & other.low_) != 0 || (high_ & other.high_) != 0; }
  constexpr bool empty() const { return low_ == 0 && high_ == 0; }
  constexpr Senses both(const Senses& other) const {
    Senses out;
    out.low_ = low_ & other.low_;
    out.high_ = high_ & other.high_;
    return out;
  }
  friend constexpr bool operator==(const Senses&, const Senses&) = default;

 private:
  static constexpr unsigned index(Sense s) { return static_cast<unsigned>(s); }
  static constexpr std::uint64_t bit(Sense s) { return std::uint64_t{1} << (index(s) % 64); }
  constexpr std::uint64_t& word(Sense s) { return index(s) < 64 ? low_ : high_; }
  std::uint64_t low_ = 0, high_ = 0;
};

/// Chemistry words: the place in `Chemistry`, −1 for none.
struct WordMeaning {
  Senses senses;
  int chemistry = -1;
  bool headOnly = false;  ///< counts only right before a number, a colon or an equals sign ("in:")
};

class WordTable {
 public:
  /// The built-in table.
  static const WordTable& shipped();
  /// From the text of such a table. Lines that cannot be read are named in `problems()`.
  explicit WordTable(std::string_view csv);
  const std::vector<std::string>& problems() const { return problems_; }

  /// A folded word or phrase (single spaces between words); nothing if it is not in the table.
  const WordMeaning* find(std::u32string_view phrase) const;
  /// As find(), and compounds too: "dauerentladestrom" is dauer + entlade + strom.
  bool understand(std::u32string_view word, WordMeaning& out) const;
  /// A phrase of the table of which the spaces are gone: "lowvoltage".
  const WordMeaning* findRunTogether(std::u32string_view letters) const;
  /// The longest word of the table that a text without spaces begins with; 0 if none.
  std::size_t longestAt(std::u32string_view text) const;
  /// Most words in a phrase of the table.
  std::size_t longestPhrase() const { return longestPhrase_; }

 private:
  struct Row {
    std::u32string word;
    WordMeaning meaning;
  };
  void addWord(std::u32string word, const WordMeaning& meaning, bool part);
  static const WordMeaning* findIn(const std::vector<Row>& rows, std::u32string_view word);
  bool compound(std::u32string_view word, WordMeaning& out, int depth) const;

  std::vector<Row> rows_;   ///< sorted by word
  std::vector<Row> parts_;  ///< of compounds
  std::vector<Row> tight_;  ///< phrases without their spaces
  std::vector<std::string> problems_;
  std::size_t longestPhrase_ = 1;
};

}  // namespace usherwright::label
