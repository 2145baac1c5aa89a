// From characters to pieces. A figure counts only where everything that touches it is understood: "36V17" are two numbers,
// "13S4P0098", "IP65" and "KX-36V250" are names.
#include <algorithm>
#include <array>

#include "core/label/items.h"
#include "core/label/numbers.h"

namespace usherwright::label {
namespace {

constexpr std::array cellSizes{14500, 18500, 18650, 20700, 21700, 26650, 26700, 32650, 32700, 38120, 40135, 46800, 46950, 33140, 32140, 66160, 14430, 18350, 22700, 25500};

bool isAlnum(char32_t c) { return isDigit(c) || isLatin(c); }

class Lexer {
 public:
  Lexer(const std::vector<Glyph>& glyphs, const WordTable& words) : g_(glyphs), words_(words) {
    text_.reserve(g_.size());
    for (const Glyph& g : g_) text_ += g.c;
  }

  std::vector<Item> items() {
    while (i_ < g_.size()) {
      const char32_t c = g_[i_].c;
      if (isBlank(c)) {
        ++i_;
      } else if (isHan(c)) {
        han();
      } else if (!isAlnum(c) && !(c == U'.' && digitAt(i_ + 1))) {
        mark();
      } else if (!address() && !designation()) {
        chunk();
      }
    }
    return std::move(out_);
  }

 private:
  char32_t at(std::size_t i) const { return i < g_.size() ? g_[i].c : U'\n'; }
  bool digitAt(std::size_t i) const { return isDigit(at(i)); }
  bool gluedAt(std::size_t i) const { return i > 0 && !isBlank(g_[i - 1].c) && g_[i - 1].c != U'\n'; }

  Item item(Item::Kind kind, std::size_t from, std::size_t to) const {
    Item out;
    out.kind = kind;
    out.begin = g_[from].begin;
    out.end = g_[to - 1].end;
    out.glued = gluedAt(from);
    return out;
  }

  Item word(std::size_t from, std::size_t to) const {
    Item out = item(Item::Kind::Word, from, to);
    for (std::size_t i = from; i < to; ++i)
      if (isAlnum(at(i)) || isHan(at(i))) out.word += at(i);
    out.understood = words_.understand(out.word, out.meaning);
    return out;
  }

  /// A stroke divides what it stands between with spaces on both sides, or on none behind a unit; else it is a speck.
  bool speck() const {
    const bool before = gluedAt(i_);
    if (at(i_) == U'-') return !before && isLatin(at(i_ + 1));
    if (at(i_) != U'|') return false;
    const bool after = !isBlank(at(i_ + 1)) && at(i_ + 1) != U'\n';
    const auto letter = [](char32_t c) { return isLatin(c) || isHan(c); };
    if (before != after) return true;
    if (before && letter(at(i_ - 1)) && isDigit(at(i_ + 1)) && !behindUnit()) return true;
    if (!before || !letter(at(i_ - 1)) || !letter(at(i_ + 1))) return false;
    std::size_t left = i_, right = i_ + 1;
    while (left > 0 && letter(at(left - 1))) --left;
    while (letter(at(right))) ++right;
    if (isHan(at(i_ - 1)) || isHan(at(i_ + 1))) return true;
    const Item a = word(left, i_), b = word(i_ + 1, right);
    if (!a.understood || !b.understood || a.word.size() < 3 || b.word.size() < 3) return true;
    WordMeaning whole;
    return words_.understand(a.word + b.word, whole);  // "Laad|stroom"
  }

  /// Whether the letters before this place hang on a figure: "48V|".
  bool behindUnit() const {
    std::size_t left = i_;
    while (left > 0 && isLatin(at(left - 1))) --left;
    return left > 0 && isDigit(at(left - 1));
  }

  void mark() {
    if (speck()) {
      // In the middle of a word it tears it.
      const auto letter = [](char32_t c) { return isLatin(c) || isHan(c); };
      if (at(i_) == U'|' && ((gluedAt(i_) && letter(at(i_ - 1)) && !behindUnit()) || letter(at(i_ + 1)))) out_.push_back(item(Item::Kind::Name, i_, i_ + 1));
      ++i_;
      return;
    }
    out_.push_back(item(Item::Kind::Mark, i_, i_ + 1));
    out_.back().mark = at(i_);
    ++i_;
  }

  void han() {
    std::size_t end = i_;
    while (isHan(at(end))) ++end;
    const std::size_t n = words_.longestAt(std::u32string_view(text_).substr(i_, end - i_));
    out_.push_back(word(i_, i_ + std::max<std::size_t>(n, 1)));
    i_ += std::max<std::size_t>(n, 1);
  }

  /// Web and mail addresses, whatever is in them.
  bool address() {
    std::size_t end = i_;
    while (end < g_.size() && !isBlank(at(end)) && at(end) != U'\n') ++end;
    const std::u32string_view all = std::u32string_view(text_).substr(i_, end - i_);
    if (!all.starts_with(U"www.") && all.find(U"://") == std::u32string_view::npos && all.find(U'@') == std::u32string_view::npos)
      return false;
    out_.push_back(item(Item::Kind::Name, i_, end));
    i_ = end;
    return true;
  }

  std::size_t digitsTo(std::size_t i, std::size_t most) const {
    std::size_t n = 0;
    while (n <= most && digitAt(i + n)) ++n;
    return n >= 1 && n <= most ? i + n : 0;
  }

  /// IEC 61960-3: "7INR21/71-3" is 7 in series, 3 in parallel, 21 mm across, 71 mm long; "INR19/66" one cell.
  bool designation() {
    std::size_t i = i_;
    if (digitAt(i)) i = digitsTo(i, 2);
    if ((digitAt(i_) && i == 0) || (at(i) != U'i' && at(i) != U'l')) return false;
    if (std::u32string_view(U"cnmfvt").find(at(i + 1)) == std::u32string_view::npos) return false;
    const std::size_t shape = at(i + 2) == U'p' && at(i + 3) == U'r' ? i + 3 : i + 2;
    if (at(shape) != U'r' && at(shape) != U'p') return false;
    std::size_t end = digitsTo(shape + 1, 5);
    if (end == 0) return false;
    const bool classic = end - shape - 1 == 5;  // "10INR18650-4", "INR18650"
    if (!classic && at(end) != U'/') return false;
    while (at(end) == U'/' && digitsTo(end + 1, 3) != 0) end = digitsTo(end + 1, 3);
    const bool counted = i > i_;
    std::size_t parallel = 0;
    if (counted && at(end) == U'-' && digitsTo(end + 1, 2) != 0) {
      parallel = end + 1;
      end = digitsTo(end + 1, 2);
    }
    if (isLatin(at(end)) && !classic) return false;
    if (classic && !counted) return false;  // an ordinary name with a size in it
    if (counted) count(i_, i, PrintedUnit::Series);
    Item size = item(Item::Kind::Number, i, end);
    size.unit = PrintedUnit::CellSize;
    size.designation = true;
    size.value = numberOf(std::u32string_view(text_).substr(shape + 1, digitsTo(shape + 1, 5) - shape - 1)).value;
    out_.push_back(size);
    if (parallel != 0) count(parallel, end, PrintedUnit::Parallel);
    i_ = end;
    return true;
  }

  void count(std::size_t from, std::size_t to, PrintedUnit unit) {
    Item n = item(Item::Kind::Number, from, to);
    n.value = numberOf(std::u32string_view(text_).substr(from, to - from)).value;
    n.unit = unit;
    n.designation = true;
    out_.push_back(n);
  }

  /// What stands together without a space or a separating mark.
  std::size_t chunkEnd() const {
    std::size_t end = i_;
    while (end < g_.size()) {
      const char32_t c = at(end);
      const bool between = end > i_ && isAlnum(at(end - 1)) && isAlnum(at(end + 1));
      const bool inNumber = c == U',' && end > i_ && ((digitAt(end - 1) && digitAt(end + 1)) || tornComma(end));
      const bool joins = (between && c == U'|' && ((digitAt(end - 1) && digitAt(end + 1)) || tornComma(end))) || (between && (c == U'.' || c == U'\'' || c == U'-' || c == U'_' || c == U'+'));
      const bool first = end == i_ && c == U'.';
      if (!isAlnum(c) && !inNumber && !joins && !first) break;
      ++end;
    }
    return end;
  }

  static bool looksLikeFigure(char32_t c) { return isDigit(c) || std::u32string_view(U"olibsz|").find(c) != std::u32string_view::npos; }
  /// "l,5 A", "42,O V": a comma between what should be figures.
  bool tornComma(std::size_t comma) const {
    for (std::size_t i = i_; i < comma; ++i)
      if (!looksLikeFigure(at(i))) return false;
    if (!looksLikeFigure(at(comma + 1)) || (!digitAt(comma + 1) && !digitAt(comma - 1))) return false;
    std::size_t end = comma + 1;
    while (looksLikeFigure(at(end)) && end < comma + 3) ++end;
    std::size_t letters = end;
    while (isLatin(at(letters))) ++letters;
    return letters == end || unitOf(lettersOf(end, letters)) != nullptr;
  }

  /// "S A", "lO V": nothing but letters that look like figures, and a unit behind them.
  bool unreadable(std::size_t end) const {
    if (end - i_ > 3 || !isBlank(at(end))) return false;
    for (std::size_t i = i_; i < end; ++i)
      if (!looksLikeFigure(at(i)) || isDigit(at(i))) return false;
    std::size_t from = end;
    while (isBlank(at(from))) ++from;
    std::size_t to = from;
    while (isLatin(at(to))) ++to;
    const UnitWord* unit = unitOf(lettersOf(from, to));
    return unit != nullptr && unit->unit != PrintedUnit::Other && unit->unit != PrintedUnit::Series && unit->unit != PrintedUnit::Parallel;
  }

  void chunk() {
    const std::size_t end = chunkEnd();
    if (unreadable(end)) {
      out_.push_back(item(Item::Kind::Name, i_, end));
      out_.back().figure = true;
      i_ = end;
      return;
    }
    std::vector<Item> found;
    if (const Item whole = word(i_, end); words_.find(whole.word) != nullptr && !isDigit(at(i_))) {  // "lifepo4"
      out_.push_back(whole);
      i_ = end;
      return;
    }
    if (explain(i_, end, found) || damaged(i_, end, found) || misprinted(i_, end, found)) {
      out_.insert(out_.end(), found.begin(), found.end());
    } else {
      name(i_, end);
    }
    i_ = end;
  }

  /// A name says nothing, but for the size of a cell in it.
  void name(std::size_t from, std::size_t to) {
    std::size_t i = from;
    while (i < to && isLatin(at(i))) ++i;
    const std::size_t digits = i;
    while (i < to && digitAt(i)) ++i;
    const auto size = static_cast<int>(numberOf(std::u32string_view(text_).substr(digits, i - digits)).value);
    if (i - digits == 5 && digits - from <= 5 && std::find(cellSizes.begin(), cellSizes.end(), size) != cellSizes.end()) {
      Item n = item(Item::Kind::Number, from, i);
      n.unit = PrintedUnit::CellSize;
      n.value = size;
      if (digits > from) words_.understand(std::u32string_view(text_).substr(from, digits - from), n.meaning);
      out_.push_back(n);
      if (i == to) return;
      from = i;
    }
    out_.push_back(item(Item::Kind::Name, from, to));
    std::size_t letters = from;
    while (letters < to && isLatin(at(letters))) ++letters;
    WordMeaning known;
    out_.back().figure = digitAt(from) || (letters > from && letters < to && (digitAt(letters) || at(letters) == U'.') && words_.understand(lettersOf(from, letters), known));
  }

  std::size_t lettersFrom(std::size_t i, std::size_t to) const {
    // "L.V", "I.max", "W.h": abbreviations by one letter and a point.
    std::size_t end = i;
    while (end < to && isLatin(at(end))) ++end;
    while (end - i >= 1 && end + 1 < to && at(end) == U'.' && isLatin(at(end + 1)) && (end - i == 1 || at(end - 2) == U'.' || !isLatin(at(end + 2)))) {
      ++end;
      while (end < to && isLatin(at(end))) ++end;
    }
    return end;
  }

  std::u32string lettersOf(std::size_t from, std::size_t to) const {
    std::u32string out;
    for (std::size_t i = from; i < to; ++i)
      if (isLatin(at(i))) out += at(i);
    return out;
  }

  /// The place in the glyphs behind `count` letters.
  std::size_t behindLetters(std::size_t from, std::size_t count) const {
    std::size_t i = from;
    while (count > 0) count -= isLatin(at(i++)) ? 1 : 0;
    return i;
  }

  static bool shortHead(std::u32string_view word) {
    static constexpr std::u32string_view all[] = {U"dc", U"ac", U"lv", U"uv", U"ov", U"in", U"cc", U"cv", U"hv"};
    return std::find(std::begin(all), std::end(all), word) != std::end(all);
  }
  /// Letters that are all words of the table, one after the other: "maxdc".
  bool wordsOf(std::size_t from, std::size_t to, std::vector<Item>& found) const {
    if (from == to) return true;
    const std::u32string letters = lettersOf(from, to);
    for (std::size_t n = letters.size(); n >= 2; --n) {
      if (words_.find(letters.substr(0, n)) == nullptr || (n == 2 && !shortHead(letters.substr(0, n)))) continue;
      const std::size_t split = behindLetters(from, n);
      std::vector<Item> rest;
      if (!wordsOf(split, to, rest)) continue;
      found.push_back(word(from, split));
      found.insert(found.end(), rest.begin(), rest.end());
      return true;
    }
    return false;
  }

  bool explain(std::size_t from, std::size_t to, std::vector<Item>& found) const {
    std::size_t i = from;
    bool touchesNumber = false;  // the piece before is a number or a word that touches one
    while (i < to) {
      const char32_t c = at(i);
      if (isDigit(c) || (c == U'.' && digitAt(i + 1) && (i == from || !isLatin(at(i - 1))))) {
        if (!number(i, to, found)) return false;
        touchesNumber = true;
      } else if (isLatin(c)) {
        const std::size_t end = lettersFrom(i, to);
        if (end < to && (digitAt(end) || (at(end) == U'.' && digitAt(end + 1)))) {
          // "lO5": nothing but letters that look like figures.
          const bool figures = std::all_of(text_.begin() + static_cast<long>(i), text_.begin() + static_cast<long>(end), looksLikeFigure);
          const bool doubtful = end - i > 3 && at(end - 1) == U's' && words_.find(lettersOf(i, end - 1)) != nullptr;  // "OutputS4.6V"
          if (figures || doubtful || !wordsOf(i, end, found)) return false;
        } else {
          found.push_back(word(i, end));
          if (touchesNumber && !found.back().understood) return false;
        }
        i = end;
      } else {
        if (c == U'.' && touchesNumber && isLatin(at(i - 1)) && digitAt(i + 1)) return false;  // "3S.0"
        if (c == U'|' || c == U',' || (c == U'\'' && (isLatin(at(i - 1)) || isLatin(at(i + 1))))) return false;
        const bool joins = c == U'-' || c == U'_' || c == U'+';
        // An unknown word that hangs on a figure makes a name of both.
        if (joins && !found.empty() && isWord(found.back()) && !found.back().understood && digitAt(i + 1)) return false;
        if (joins || c == U'\'') {
          found.push_back(item(Item::Kind::Mark, i, i + 1));
          found.back().mark = c;
        }
        ++i;
      }
    }
    return true;
  }

  bool number(std::size_t& i, std::size_t to, std::vector<Item>& found) const {
    std::size_t end = i;
    while (end < to && (digitAt(end) || ((at(end) == U'.' || at(end) == U',' || at(end) == U'\'') && digitAt(end + 1)))) ++end;
    const bool touches = i > 0 && !found.empty() && isNumber(found.back()) && found.back().end == g_[i].begin;
    const Printed printed = numberOf(std::u32string_view(text_).substr(i, end - i));
    if (!printed.good) return false;
    if (at(end) == U'.' && end + 1 < to) return false;  // "42.OV"
    const std::size_t lettersEnd = lettersFrom(end, to);
    const std::u32string letters = lettersOf(end, lettersEnd);
    Item n = item(Item::Kind::Number, i, end);
    // "0348": a number that begins with a zero counts nothing.
    if (end - i > 1 && at(i) == U'0' && digitAt(i + 1)) return false;
    n.value = printed.value;
    n.grouped = printed.grouped;
    n.ungrouped = printed.decimal;
    if (letters == U"x" && digitAt(lettersEnd)) {
      found.push_back(n);
      found.push_back(item(Item::Kind::Mark, end, lettersEnd));
      found.back().mark = timesSign;
      i = lettersEnd;
      return true;
    }
    std::size_t rest = 0;
    if (!letters.empty()) {
      const UnitWord* unit = unitBefore(letters, words_, rest);
      if (unit == nullptr) return false;
      const std::size_t unitEnd = behindLetters(end, rest);
      if (unit->unit == PrintedUnit::Watt && unitEnd == to && at(to) == U'|' && at(to + 1) == U'h') return false;  // "500W|h"
      apply(*unit, n);
      n.end = g_[unitEnd - 1].end;
      if (unit->unit == PrintedUnit::Series && !g_[end].capital) n.unit = PrintedUnit::Second;
      found.push_back(n);
      if (!wordsOf(unitEnd, lettersEnd, found)) return false;
    } else {
      // A bare figure that hangs on a unit is part of a name, but before a tolerance, a second value or a range.
      if (end - i == 5 && std::find(cellSizes.begin(), cellSizes.end(), static_cast<int>(n.value)) != cellSizes.end()) n.unit = PrintedUnit::CellSize;
      if (touches && end == to && std::u32string_view(U"±~/+").find(at(to)) == std::u32string_view::npos) return false;
      found.push_back(n);
    }
    i = lettersEnd;
    return true;
  }

  /// "l5A", "2OA", "5B.8V": letters that look like figures before a unit.
  bool damaged(std::size_t from, std::size_t to, std::vector<Item>& found) const {
    static constexpr std::u32string_view letters = U"olibsz|", figures = U"0118521";
    for (std::size_t cut = to; cut > from; --cut) {
      std::u32string number;
      bool figure = false, mended = false, good = true;
      for (std::size_t i = from; i < cut && good; ++i) {
        const char32_t c = at(i);
        const auto look = letters.find(c);
        figure = figure || isDigit(c);
        mended = mended || look != std::u32string_view::npos;
        good = isDigit(c) || c == U'.' || c == U',' || look != std::u32string_view::npos;
        number += look != std::u32string_view::npos ? figures[look] : c;
      }
      if (!good || !figure || !mended) continue;
      static constexpr UnitWord none{U""};
      const UnitWord* unit = cut == to ? &none : unitOf(lettersOf(cut, to));
      const Printed printed = numberOf(number);
      if (unit == nullptr || !printed.good || unit->unit == PrintedUnit::Other || unit->unit == PrintedUnit::Series || unit->unit == PrintedUnit::Parallel)
        continue;
      if (lettersOf(cut, to).size() + (cut - from) != to - from && lettersFrom(cut, to) != to) continue;
      Item n = item(Item::Kind::Number, from, to);
      n.value = printed.value;
      n.damaged = true;
      apply(*unit, n);
      found.assign(1, n);
      return true;
    }
    return false;
  }

  /// "0UT", "1NPUT": figures that look like letters inside a word of the table.
  bool misprinted(std::size_t from, std::size_t to, std::vector<Item>& found) const {
    if (to - from < 2 || !std::any_of(text_.begin() + static_cast<long>(from), text_.begin() + static_cast<long>(to), isLatin)) return false;
    for (char32_t one : {U'i', U'l'}) {
      std::u32string letters;
      for (std::size_t i = from; i < to; ++i) {
        const char32_t c = at(i);
        letters += c == U'0' ? U'o' : c == U'1' ? one : c == U'5' ? U's' : c == U'8' ? U'b' : c;
      }
      WordMeaning meaning;
      if ((letters.size() < 3 && letters != U"in") || !words_.understand(letters, meaning)) continue;
      Item w = item(Item::Kind::Word, from, to);
      w.word = letters;
      w.meaning = meaning;
      w.understood = true;
      w.damaged = true;
      found.assign(1, w);
      return true;
    }
    return false;
  }

  static void apply(const UnitWord& unit, Item& n) {
    n.unit = unit.unit;
    n.value *= unit.scale;
    n.scaleOfUnit = unit.scale;
    n.ungrouped *= unit.scale;
    n.ac = unit.ac;
    n.dc = unit.dc;
  }

  const std::vector<Glyph>& g_;
  const WordTable& words_;
  std::u32string text_;
  std::size_t i_ = 0;
  std::vector<Item> out_;
};

}  // namespace

std::vector<Item> itemsOf(const std::vector<Glyph>& glyphs, const WordTable& words) { return Lexer(glyphs, words).items(); }

}  // namespace usherwright::label
