// A printed text as characters, and pieces cut from it. Private to the label reader.
#pragma once

#include <string>
#include <vector>

#include "core/label/items.h"

namespace usherwright::label {

/// Sizes of cells as they are called, such as 18650.
bool isCellSize(int size);

class Print {
 public:
  Print(const std::vector<Glyph>& glyphs, const WordTable& words) : g_(glyphs), words_(words) {
    text_.reserve(g_.size());
    for (const Glyph& g : g_) text_ += g.c;
  }

  static bool isAlnum(char32_t c) { return isDigit(c) || isLatin(c); }
  static bool isLetter(char32_t c) { return isLatin(c) || isHan(c); }
  /// The figure that a sign is taken for in damaged print; itself if it is none of those that look like one.
  static char32_t figureFor(char32_t c) {
    constexpr std::u32string_view alike = U"olibsz|", figures = U"0118521";
    const auto at = alike.find(c);
    return at == std::u32string_view::npos ? c : figures[at];
  }
  static bool looksLikeFigure(char32_t c) { return isDigit(figureFor(c)); }
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

  std::size_t lettersFrom(std::size_t i, std::size_t to) const {
    // "L.V", "I.max", "W.h": abbreviations by one letter and a point.
    std::size_t end = i;
    while (end < to && isLatin(at(end))) ++end;
    while (end - i >= 1 && end + 1 < to && at(end) == U'.' && isLatin(at(end + 1)) &&
           (end - i == 1 || at(end - 2) == U'.' || !isLatin(at(end + 2)))) {
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

 protected:
  const std::vector<Glyph>& g_;
  const WordTable& words_;
  std::u32string text_;
};

/// Reads what stands together without a space or a dividing mark.
class Chunks : public Print {
 public:
  using Print::Print;
  /// The pieces of the characters in [from, to): numbers with their units and words of the table, letters taken for figures
  /// or figures for letters in damaged print; empty if it is a name.
  std::vector<Item> read(std::size_t from, std::size_t to) const;

 private:
  bool wordsOf(std::size_t from, std::size_t to, std::vector<Item>& found) const;
  bool explain(std::size_t from, std::size_t to, std::vector<Item>& found) const;
  bool tornAt(std::size_t mark, std::size_t to) const;
  std::size_t tornTo(std::size_t from, std::size_t end, std::size_t to) const;
  std::size_t tornUnit(std::size_t from, std::size_t end, std::size_t to) const;
  bool number(std::size_t& i, std::size_t to, std::vector<Item>& found) const;
  bool damaged(std::size_t from, std::size_t to, std::vector<Item>& found) const;
  bool misprinted(std::size_t from, std::size_t to, std::vector<Item>& found) const;
};

}  // namespace usherwright::label
