// From characters to pieces. A figure counts only where everything that touches it is understood: "36V17" are two numbers,
// "13S4P0098", "IP65" and "KX-36V250" are names.
#include <algorithm>

#include "core/label/items.h"
#include "core/label/numbers.h"
#include "core/label/print.h"

namespace usherwright::label {
namespace {

class Lexer : Chunks {
 public:
  using Chunks::Chunks;

  std::vector<Item> items() {
    while (i_ < g_.size()) {
      const char32_t c = g_[i_].c;
      if (isBlank(c)) {
        ++i_;
      } else if (isHan(c)) {
        han();
      } else if (!isAlnum(c) && !(c == U'.' && digitAt(i_ + 1) && (i_ == 0 || at(i_ - 1) != U'.'))) {
        mark();
      } else if (!address() && !designation()) {
        chunk();
      }
    }
    return std::move(out_);
  }

 private:
  /// A stroke divides what it stands between with spaces on both sides, or on none behind a unit; else it is a speck.
  bool speck() const {
    const bool before = gluedAt(i_);
    if (at(i_) == U'-') return (!before && isLatin(at(i_ + 1))) || (before && isHan(at(i_ - 1)) && isHan(at(i_ + 1)));
    if (at(i_) != U'|') return false;
    if (at(i_ + 1) == U':' || (before && at(i_ + 1) == U'|')) return true;
    const bool after = !isBlank(at(i_ + 1)) && at(i_ + 1) != U'\n';
    if (before != after) return true;
    if (i_ > 1 && (at(i_ - 1) == U'-' || at(i_ - 1) == U'|') && isLetter(at(i_ - 2)) && isLetter(at(i_ + 1))) return true;
    if (before && isLetter(at(i_ - 1)) && isDigit(at(i_ + 1)) && !behindUnit()) return true;
    if (before && isLetter(at(i_ - 1)) && at(i_ + 1) == U'-' && isLetter(at(i_ + 2))) return true;
    if (!before || !isLetter(at(i_ - 1)) || !isLetter(at(i_ + 1))) return false;
    std::size_t left = i_, right = i_ + 1;
    while (left > 0 && isLetter(at(left - 1))) --left;
    while (isLetter(at(right))) ++right;
    if (isHan(at(i_ - 1)) || isHan(at(i_ + 1))) return true;
    const Item a = word(left, i_), b = word(i_ + 1, right);
    if (!a.understood || !b.understood || a.word.size() < 3 || b.word.size() < 3) return true;
    WordMeaning whole;
    return words_.understand(a.word + b.word, whole) || words_.find(a.word + U' ' + b.word) != nullptr;  // "Laad|stroom"
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
      if ((at(i_) == U'|' || isHan(at(i_ + 1))) && ((gluedAt(i_) && isLetter(at(i_ - 1)) && !behindUnit()) || isLetter(at(i_ + 1))))
        out_.push_back(item(Item::Kind::Name, i_, i_ + 1));
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
    const std::u32string_view run = std::u32string_view(text_).substr(i_, end - i_);
    std::size_t n = words_.longestAt(run);
    if (tornHan(end, std::max<std::size_t>(n, 1))) return;
    for (std::size_t k = std::min<std::size_t>(run.size(), 4); k > n; --k)
      if (unitOf(run.substr(0, k)) != nullptr) n = k;
    out_.push_back(word(i_, i_ + std::max<std::size_t>(n, 1)));
    i_ += std::max<std::size_t>(n, 1);
  }

  /// A speck within a word: what both sides make together, if that is longer than what the run before it makes.
  bool tornHan(std::size_t speck, std::size_t without) {
    if (i_ + without < speck || !isHan(at(speck + 1)) || std::u32string_view(U"'|-").find(at(speck)) == std::u32string_view::npos)
      return false;
    std::u32string whole = text_.substr(i_, speck - i_);
    for (std::size_t i = speck + 1; isHan(at(i)); ++i) whole += at(i);
    const std::size_t n = words_.longestAt(whole);
    if (n <= speck - i_) return false;
    out_.push_back(word(i_, i_ + n + 1));
    i_ += n + 1;
    return true;
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
    // "36 V-42 V": a unit, and a range.
    const bool behindNumber = !out_.empty() && isNumber(out_.back()) && out_.back().unit == PrintedUnit::None && !gluedAt(i_);
    while (end < g_.size()) {
      const char32_t c = at(end);
      if (behindNumber && c == U'-' && digitAt(end + 1) && unitOf(lettersOf(i_, end)) != nullptr) break;
      const bool between = end > i_ && isAlnum(at(end - 1)) && isAlnum(at(end + 1));
      const bool inNumber = c == U',' && end > i_ && ((digitAt(end - 1) && digitAt(end + 1)) || tornComma(end));
      const bool joins = (between && c == U'|' && ((digitAt(end - 1) && digitAt(end + 1)) || tornComma(end))) ||
                         (between && (c == U'.' || c == U'\'' || c == U'-' || c == U'_' || c == U'+'));
      const bool first = end == i_ && c == U'.';
      if (!isAlnum(c) && !inNumber && !joins && !first) break;
      ++end;
    }
    return end;
  }

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

  /// "S A", "lO V", "SA": nothing but letters that look like figures, and a unit behind them.
  bool unreadable(std::size_t end) const {
    const auto letter = [&](std::size_t i) { return looksLikeFigure(at(i)) && !isDigit(at(i)) && at(i) != U'|'; };
    std::size_t from = i_;
    while (from < end && letter(from)) ++from;
    if (from == i_ || from - i_ > 3) return false;
    if (from < end && (!g_[from].capital || words_.find(lettersOf(i_, end)) != nullptr)) return false;
    if (from == end && !isBlank(at(end))) return false;
    while (isBlank(at(from))) ++from;
    std::size_t to = from;
    while (isLatin(at(to))) ++to;
    if (from < end && to != end) return false;
    const UnitWord* unit = unitOf(lettersOf(from, to));
    return unit != nullptr && isElectric(unit->unit);
  }

  void chunk() {
    const std::size_t end = chunkEnd();
    if (unreadable(end)) {
      out_.push_back(item(Item::Kind::Name, i_, end));
      out_.back().figure = true;
      i_ = end;
      return;
    }
    const Item whole = word(i_, end);
    const UnitWord* unit = whole.word.size() + 1 == end - i_ ? unitOf(whole.word) : nullptr;                        // "2350 mA-h"
    if (!isDigit(at(i_)) && (words_.find(whole.word) != nullptr || (unit != nullptr && isElectric(unit->unit)))) {  // "lifepo4"
      out_.push_back(whole);
      i_ = end;
      return;
    }
    const std::vector<Item> found = read(i_, end);
    if (found.empty()) name(i_, end);
    out_.insert(out_.end(), found.begin(), found.end());
    i_ = end;
  }

  /// A name says nothing, but for the size of a cell in it.
  void name(std::size_t from, std::size_t to) {
    std::size_t i = from;
    while (i < to && isLatin(at(i))) ++i;
    const std::size_t digits = i;
    while (i < to && digitAt(i)) ++i;
    const auto size = static_cast<int>(numberOf(std::u32string_view(text_).substr(digits, i - digits)).value);
    if (i - digits == 5 && digits - from <= 5 && isCellSize(size)) {
      Item n = item(Item::Kind::Number, from, i);
      n.unit = PrintedUnit::CellSize;
      n.value = size;
      if (digits > from) words_.understand(std::u32string_view(text_).substr(from, digits - from), n.meaning);
      out_.push_back(n);
      if (i == to) return;
      from = i;
    }
    const bool tornOff = !out_.empty() && out_.back().kind == Item::Kind::Name && gluedAt(from) && at(from - 1) == U'|';  // "volt|age44V"
    out_.push_back(item(Item::Kind::Name, from, to));
    std::size_t letters = from;
    while (letters < to && isLatin(at(letters))) ++letters;
    WordMeaning known;
    out_.back().headed =
        letters > from && letters < to && (digitAt(letters) || at(letters) == U'.') && words_.understand(lettersOf(from, letters), known);
    if (letters < to && letters > from + 3 && looksLikeFigure(at(letters - 1)))
      out_.back().headed = out_.back().headed || words_.understand(lettersOf(from, letters - 1), known);  // "OutputS4.6V"
    out_.back().figure = digitAt(from) || out_.back().headed || tornOff;
    out_.back().digitLast = digitAt(to - 1);
  }

  std::size_t i_ = 0;
  std::vector<Item> out_;
};

}  // namespace

std::vector<Item> itemsOf(const std::vector<Glyph>& glyphs, const WordTable& words) { return Lexer(glyphs, words).items(); }

}  // namespace usherwright::label
