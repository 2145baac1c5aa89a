// How wide words are, from the advance widths of the two typefaces, in hundredths of an em for the characters 32 to 126.
#include <algorithm>
#include <array>
#include <cstdint>

#include "core/drawing/list/display_list.h"

namespace usherwright::drawing {
namespace {

// clang-format off
constexpr std::array<std::uint8_t, 95> wordWidths{
    22, 24, 40, 70, 51, 84, 61, 18, 26, 26, 43, 46, 22, 42, 20, 53, 71, 35, 52, 55, 56, 54, 57, 50,
    61, 57, 20, 22, 40, 50, 40, 44, 72, 62, 60, 62, 73, 55, 52, 67, 75, 25, 25, 58, 50, 81, 70, 77,
    57, 77, 60, 58, 53, 72, 64, 97, 60, 57, 55, 33, 52, 33, 51, 57, 30, 48, 55, 45, 55, 51, 33, 50,
    54, 21, 21, 45, 24, 88, 56, 55, 56, 56, 32, 41, 34, 52, 49, 72, 47, 50, 47, 30, 23, 30, 45,
};
constexpr std::array<std::uint8_t, 95> figureWidths{
    35, 35, 40, 85, 55, 90, 70, 20, 45, 45, 55, 60, 25, 45, 30, 55, 65, 65, 65, 65, 65, 65, 65, 65,
    65, 65, 30, 25, 65, 50, 65, 55, 100, 65, 65, 60, 65, 60, 55, 65, 70, 30, 45, 60, 55, 90, 75, 80,
    60, 80, 65, 55, 60, 70, 65, 95, 65, 60, 60, 45, 55, 50, 75, 55, 55, 52, 60, 50, 60, 55, 40, 60,
    60, 30, 30, 55, 35, 90, 60, 60, 60, 60, 40, 45, 40, 60, 55, 75, 55, 55, 50, 65, 20, 60, 75,
};
// clang-format on
constexpr double otherWidth = 65;   // what is not in the tables: about a capital
constexpr double boldWords = 1.07;  // titles are set semibold
constexpr double hinting = 0.25;    // px a character may be wider on a screen than by its outline

struct Type {
  const std::array<std::uint8_t, 95>& widths;
  double size;  ///< px
};

Type typeOf(Face face) {
  switch (face) {
    case Face::Label: return {wordWidths, 14};
    case Face::Small: return {wordWidths, 13};
    case Face::Title: return {wordWidths, 16 * boldWords};
    case Face::Figure: return {figureWidths, 13};
    case Face::SmallFigure: return {figureWidths, 11};
    case Face::BigFigure: return {figureWidths, 18};
  }
  return {wordWidths, 14};
}

bool continues(char c) { return (static_cast<unsigned char>(c) & 0xC0) == 0x80; }  // inside a UTF-8 character

/// Of the character that begins here.
double widthOf(char c, const Type& type) {
  const auto code = static_cast<unsigned char>(c);
  return (code >= 32 && code < 127 ? type.widths[code - 32] : otherWidth) * type.size / 100 + hinting;
}

}  // namespace

double textWidth(std::string_view text, Face face) {
  const Type type = typeOf(face);
  double width = 0;
  for (char c : text)
    if (!continues(c)) width += widthOf(c, type);
  return width;
}

std::string elided(const std::string& text, Face face, double room) {
  if (textWidth(text, face) <= room) return text;
  const Type type = typeOf(face);
  std::string out;
  double width = textWidth("…", face);
  for (std::size_t i = 0; i < text.size();) {
    std::size_t next = i + 1;
    while (next < text.size() && continues(text[next])) ++next;
    width += widthOf(text[i], type);
    if (width > room) break;
    out += text.substr(i, next - i);
    i = next;
  }
  while (out.ends_with(' ')) out.pop_back();
  return out + "…";
}

std::vector<std::string> inLines(const std::string& text, Face face, double room, std::size_t most) {
  std::vector<std::string> out;
  std::string left = text;
  while (!left.empty() && out.size() + 1 < most && textWidth(left, face) > room) {
    std::size_t cut = std::string::npos;
    for (std::size_t at = left.find(' '); at != std::string::npos && textWidth(left.substr(0, at), face) <= room;
         at = left.find(' ', at + 1))
      cut = at;
    if (cut == std::string::npos || cut == 0) break;
    out.push_back(left.substr(0, cut));
    left.erase(0, cut + 1);
  }
  if (!left.empty() || out.empty()) out.push_back(elided(left, face, room));
  return out;
}

double paragraph(Pen& pen, Point at, double width, const std::string& words, Face face, Ink ink, std::size_t most) {
  const double step = face == Face::Small ? 15 : 18;
  double y = at.y;
  for (const std::string& line : inLines(words, face, width, most)) {
    pen.text({at.x, y}, line, face, ink);
    y += step;
  }
  return y - at.y;
}

}  // namespace usherwright::drawing
