// Folding of printed characters.
#include "core/label/glyphs.h"

#include <algorithm>
#include <array>

#include "core/quantity/text.h"

namespace usherwright::label {
namespace {

/// Base letters of U+00C0 to U+017F, in order; '.' where there is none.
constexpr std::u32string_view baseLetters =
    U"aaaaaaaceeeeiiiidnooooo.ouuuuy.saaaaaaaceeeeiiiidnooooo.ouuuuy.y"
    U"aaaaaaccccccccddddeeeeeeeeeegggggggghhhhiiiiiiiiiiiijjkkkllllllllllnnnnnnnnnoooooooorrrrrrssssssssttttttuuuuuuuuuuuuwwyyyzzzzzzs";
static_assert(baseLetters.size() == 0x180 - 0xC0);

struct Alike {
  char32_t printed;
  char32_t plain;
};
constexpr std::array alikes{
    Alike{U'\u00A0', U' '},  Alike{U'\u2007', U' '},  Alike{U'\u2009', U' '},       Alike{U'\u200A', U' '},  Alike{U'\u202F', U' '},
    Alike{U'\u3000', U' '},  Alike{U'\u2002', U' '},  Alike{U'\u2003', U' '},       Alike{U'\t', U' '},      Alike{U'\r', U' '},
    Alike{U'\u2028', U'\n'}, Alike{U'\u2029', U'\n'}, Alike{U'\u0085', U'\n'},      Alike{U'\u000B', U'\n'}, Alike{U'\u000C', U'\n'},
    Alike{U'\u2010', U'-'},  Alike{U'\u2011', U'-'},  Alike{U'\u2012', U'-'},       Alike{U'\u2013', U'-'},  Alike{U'\u2014', U'-'},
    Alike{U'\u2015', U'-'},  Alike{U'\u2212', U'-'},  Alike{U'\uFE63', U'-'},       Alike{U'\u00B5', U'u'},  Alike{U'\u03BC', U'u'},
    Alike{U'\u2126', U'Ω'},  Alike{U'\u03C9', U'Ω'},  Alike{U'\u00BA', U'°'},       Alike{U'\u02DA', U'°'},  Alike{U'\u2550', U'⎓'},
    Alike{U'\u2393', U'⎓'},  Alike{U'\u2261', U'⎓'},  Alike{U'\u223C', U'~'},       Alike{U'\u301C', U'~'},  Alike{U'\u223F', U'~'},
    Alike{U'\u3001', U','},  Alike{U'\u3002', U';'},  Alike{U'\u2022', U';'},       Alike{U'\u25CF', U';'},  Alike{U'\u00B7', U'.'},
    Alike{U'\u2219', U'.'},  Alike{U'\u22C5', U'.'},  Alike{U'\u2019', U'\''},      Alike{U'\u00B4', U'\''}, Alike{U'\u2192', U'→'},
    Alike{U'\u21D2', U'→'},  Alike{U'\u27A1', U'→'},  Alike{U'\u25BA', U'→'},       Alike{U'\u2715', U'×'},  Alike{U'\u2A2F', U'×'},
    Alike{U'\u2264', U'<'},  Alike{U'\u2265', U'>'},  Alike{U'\u2300', unreadable}, Alike{U'\u2215', U'/'},  Alike{U'\u2044', U'/'},
    Alike{U'\u00A6', U'|'},  Alike{U'\u2502', U'|'},  Alike{U'\u0131', U'i'},       Alike{U'\uFE50', U','}};

char32_t plainOf(char32_t c) {
  for (const Alike& a : alikes)
    if (a.printed == c) return a.plain;
  return c;
}

/// Marks that stand over another character, joiners, byte order marks: nothing of their own.
constexpr bool vanishes(char32_t c) {
  return (c >= 0x0300 && c <= 0x036F) || c == 0x00AD || (c >= 0x200B && c <= 0x200F) || c == 0x2060 || c == 0xFEFF ||
         (c >= 0xFE00 && c <= 0xFE0F);
}

void push(std::vector<Glyph>& out, char32_t c, std::size_t begin, std::size_t end, bool capital = false) {
  out.push_back({c, static_cast<std::uint32_t>(begin), static_cast<std::uint32_t>(end), capital});
}

}  // namespace

std::vector<Glyph> glyphsOf(std::string_view text) {
  std::vector<Glyph> out;
  out.reserve(text.size());
  for (std::size_t at = 0; at < text.size();) {
    const CodePoint p = codePointAt(text, at);
    const std::size_t from = at;
    at += p.length;
    char32_t c = p.good ? p.value : unreadable;
    if (vanishes(c)) continue;
    if (c >= 0xFF01 && c <= 0xFF5E) c = c - 0xFF01 + U'!';  // full-width forms of ASCII
    c = plainOf(c);
    if (c == 0x2026) {  // "…"
      for (int i = 0; i < 3; ++i) push(out, U'.', from, at);
    } else if (c == 0x2103) {  // "℃"
      push(out, degreeSign, from, at);
      push(out, U'c', from, at, true);
    } else if (c == 0x00DF) {  // "ß"
      push(out, U's', from, at);
      push(out, U's', from, at);
    } else if (c >= 0x00C0 && c < 0x0180 && c != timesSign && baseLetters[c - 0xC0] != U'.') {
      push(out, baseLetters[c - 0xC0], from, at);
    } else if (c >= U'A' && c <= U'Z') {
      push(out, c - U'A' + U'a', from, at, true);
    } else if (c < 0x20 && c != U'\n') {
      push(out, unreadable, from, at);
    } else {
      push(out, c, from, at);
    }
  }
  return out;
}

std::u32string folded(std::string_view text) {
  std::u32string out;
  for (const Glyph& g : glyphsOf(text)) out += g.c;
  return out;
}

}  // namespace usherwright::label
