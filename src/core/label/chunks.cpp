// What stands together: "36V17", "22AMAX", "l5A", "1NPUT".
#include <algorithm>
#include <array>

#include "core/label/numbers.h"
#include "core/label/print.h"

namespace usherwright::label {
namespace {

constexpr std::array cellSizes{14500, 18500, 18650, 20700, 21700, 26650, 26700, 32650, 32700, 38120,
                               40135, 46800, 46950, 33140, 32140, 66160, 14430, 18350, 22700, 25500};

bool shortHead(std::u32string_view word) {
  static constexpr std::u32string_view all[] = {U"dc", U"ac", U"lv", U"uv", U"ov", U"in", U"cc", U"cv", U"hv"};
  return std::find(std::begin(all), std::end(all), word) != std::end(all);
}

}  // namespace

bool isCellSize(int size) { return std::find(cellSizes.begin(), cellSizes.end(), size) != cellSizes.end(); }

std::vector<Item> Chunks::read(std::size_t from, std::size_t to) const {
  std::vector<Item> found;
  if (explain(from, to, found)) return found;
  found.clear();
  if (damaged(from, to, found)) return found;
  found.clear();
  if (!misprinted(from, to, found)) found.clear();
  return found;
}

/// Letters that are all words of the table, one after the other: "maxdc".
bool Chunks::wordsOf(std::size_t from, std::size_t to, std::vector<Item>& found) const {
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

/// A mark that may have torn a word: letters go on behind it.
bool Chunks::tornAt(std::size_t mark, std::size_t to) const {
  return mark + 1 < to && (at(mark) == U'\'' || at(mark) == U'-') && isLatin(at(mark + 1));
}

/// "Lade'strom", "Nen-nstrom": a mark within one word of the table; the place behind it, 0 if there is none.
std::size_t Chunks::tornTo(std::size_t from, std::size_t end, std::size_t to) const {
  if (!tornAt(end, to)) return 0;
  const std::size_t behind = lettersFrom(end + 1, to);
  const Item a = word(from, end), b = word(end + 1, behind);
  if (at(end) == U'-' && a.understood && b.understood) return 0;
  return word(from, behind).understood ? behind : 0;
}

bool Chunks::explain(std::size_t from, std::size_t to, std::vector<Item>& found) const {
  std::size_t i = from;
  bool touchesNumber = false;  // the piece before is a number or a word that touches one
  while (i < to) {
    const char32_t c = at(i);
    if (isDigit(c) || (c == U'.' && digitAt(i + 1) && (i == from || (!isLatin(at(i - 1)) && at(i - 1) != U'.')))) {
      if (!number(i, to, found)) return false;
      touchesNumber = true;
    } else if (isLatin(c)) {
      const std::size_t end = lettersFrom(i, to);
      if (end < to && (digitAt(end) || (at(end) == U'.' && digitAt(end + 1)))) {
        // "lO5": nothing but letters that look like figures.
        const bool figures = std::all_of(text_.begin() + static_cast<long>(i), text_.begin() + static_cast<long>(end), looksLikeFigure);
        const bool doubtful = end - i > 3 && at(end - 1) == U's' && words_.find(lettersOf(i, end - 1)) != nullptr;  // "OutputS4.6V"
        if (figures || doubtful || !wordsOf(i, end, found)) return false;
      } else if (const std::size_t whole = tornTo(i, end, to); whole != 0) {
        found.push_back(word(i, whole));
        i = whole;
        continue;
      } else {
        found.push_back(word(i, end));
        if (std::vector<Item> parts; !found.back().understood && wordsOf(i, end, parts)) {  // "ControllerOutput"
          found.pop_back();
          found.insert(found.end(), parts.begin(), parts.end());
        }
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

/// A mark within the letters of one unit, to the end of what stands together; the place behind it, 0 if there is none.
std::size_t Chunks::tornUnit(std::size_t from, std::size_t end, std::size_t to) const {
  if (end == from || !tornAt(end, to)) return 0;
  if (lettersFrom(end + 1, to) != to) return 0;
  const UnitWord* unit = unitOf(lettersOf(from, to));
  return unit != nullptr && isElectric(unit->unit) ? to : 0;
}

bool Chunks::number(std::size_t& i, std::size_t to, std::vector<Item>& found) const {
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
  const bool group = end - i == 3 && i > 1 && isBlank(at(i - 1)) && digitAt(i - 2);  // "24 000 mAh"
  if (end - i > 1 && at(i) == U'0' && digitAt(i + 1) && !group) return false;
  n.value = printed.value;
  n.grouped = printed.grouped;
  n.ungrouped = printed.decimal;
  n.pointFirst = at(i) == U'.';
  if (letters == U"x" && digitAt(lettersEnd)) {
    found.push_back(n);
    found.push_back(item(Item::Kind::Mark, end, lettersEnd));
    found.back().mark = timesSign;
    i = lettersEnd;
    return true;
  }
  std::size_t rest = 0;
  if (letters == U"m" && lettersEnd == to && at(to) == ohmSign) {
    n.unit = PrintedUnit::MilliOhm;
    n.end = g_[to].end;
    found.push_back(n);
  } else if (const std::size_t torn = tornUnit(end, lettersEnd, to); torn != 0) {  // "2350mA-h"
    putUnit(n, *unitOf(lettersOf(end, torn)));
    n.end = g_[torn - 1].end;
    found.push_back(n);
    i = torn;
    return true;
  } else if (!letters.empty()) {
    const UnitWord* unit = unitBefore(letters, words_, rest);
    if (unit == nullptr) return false;
    const std::size_t unitEnd = behindLetters(end, rest);
    if (unit->unit == PrintedUnit::Watt && unitEnd == to && at(to) == U'|' && at(to + 1) == U'h') return false;  // "500W|h"
    putUnit(n, *unit);
    n.end = g_[unitEnd - 1].end;
    if (unit->unit == PrintedUnit::Series && !g_[end].capital) n.unit = PrintedUnit::Second;
    found.push_back(n);
    if (!wordsOf(unitEnd, lettersEnd, found)) return false;
  } else {
    // A bare figure that hangs on a unit is part of a name, but before a tolerance, a second value or a range.
    if (end - i == 5 && isCellSize(static_cast<int>(n.value))) n.unit = PrintedUnit::CellSize;
    if (touches && end == to && std::u32string_view(U"±~/+").find(at(to)) == std::u32string_view::npos) return false;
    found.push_back(n);
  }
  i = lettersEnd;
  return true;
}

/// "l5A", "2OA", "5B.8V": letters that look like figures before a unit.
bool Chunks::damaged(std::size_t from, std::size_t to, std::vector<Item>& found) const {
  for (std::size_t cut = to; cut > from; --cut) {
    std::u32string number;
    bool figure = false, mended = false, good = true;
    for (std::size_t i = from; i < cut && good; ++i) {
      const char32_t c = at(i);
      figure = figure || isDigit(c);
      mended = mended || (looksLikeFigure(c) && !isDigit(c));
      good = looksLikeFigure(c) || c == U'.' || c == U',';
      number += figureFor(c);
    }
    if (!good || !figure || !mended) continue;
    static constexpr UnitWord none{U""};
    const UnitWord* unit = cut == to ? &none : unitOf(lettersOf(cut, to));
    const Printed printed = numberOf(number);
    if (unit == nullptr || !printed.good || (cut < to && !isElectric(unit->unit) && unit->unit != PrintedUnit::Hertz)) continue;
    if (lettersOf(cut, to).size() + (cut - from) != to - from && lettersFrom(cut, to) != to) continue;
    Item n = item(Item::Kind::Number, from, to);
    n.value = printed.value;
    n.damaged = true;
    putUnit(n, *unit);
    found.assign(1, n);
    return true;
  }
  return false;
}

/// "0UT", "1NPUT": figures that look like letters inside a word of the table.
bool Chunks::misprinted(std::size_t from, std::size_t to, std::vector<Item>& found) const {
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

}  // namespace usherwright::label
