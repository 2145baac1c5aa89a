// The characters of a printed text, alike for every script that prints them: lower case, without accents, full-width and
// typographic forms as their plain ones. For the readers of labels and of the log.
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace usherwright::label {

/// One character with the bytes of the source that it came from.
struct Glyph {
  char32_t c = 0;
  std::uint32_t begin = 0, end = 0;
  bool capital = false;  ///< printed as a capital letter
};

inline constexpr char32_t plusMinusSign = U'±';
inline constexpr char32_t timesSign = U'×';
inline constexpr char32_t ohmSign = U'Ω';
inline constexpr char32_t degreeSign = U'°';
inline constexpr char32_t directSign = U'⎓';
inline constexpr char32_t arrowSign = U'→';
inline constexpr char32_t unreadable = U'\uFFFD';

/// Any bytes. What is no UTF-8 becomes `unreadable`; joiners and accents of their own vanish; "ß" becomes two glyphs.
std::vector<Glyph> glyphsOf(std::string_view text);
/// The folded text: what the tables hold is compared in this form.
std::u32string folded(std::string_view text);

constexpr bool isDigit(char32_t c) { return c >= U'0' && c <= U'9'; }
constexpr bool isLatin(char32_t c) { return c >= U'a' && c <= U'z'; }
/// Chinese characters, which are written without spaces between words.
constexpr bool isHan(char32_t c) { return c >= 0x3400 && c <= 0x9FFF; }
constexpr bool isBlank(char32_t c) { return c == U' '; }

}  // namespace usherwright::label
