// SVG writer and the colour tokens, refined by looking at pictures. Text on its usual ground has a contrast of 4.5 or more.
#include "core/drawing/svg.h"

#include <fmt/format.h>

#include <array>

#include "core/quantity/text.h"

namespace usherwright::drawing {
namespace {

struct Pair {
  std::string_view paper;
  std::string_view night;
};

constexpr std::array<Pair, 15> tokens{{
    {"none", "none"},        // None
    {"#F4EFE3", "#12191E"},  // Paper
    {"#FBF8F0", "#1B252C"},  // Card
    {"#1D2A33", "#E9E3D3"},  // Ink
    {"#55636C", "#A2B0B7"},  // Soft
    {"#2A7482", "#438F9C"},  // Water
    {"#15505E", "#8CCBD4"},  // Deep
    {"#BFDDE0", "#24464E"},  // Shoal
    {"#D9C9A3", "#4A412E"},  // Bank
    {"#CDBE98", "#5F553E"},  // BankLine
    {"#A4541F", "#E0935A"},  // Copper
    {"#A3262A", "#F08A84"},  // Stop
    {"#7F5600", "#E2B75A"},  // Mind
    {"#3F5B8C", "#9DB6E6"},  // Note
    {"#FBF8F0", "#0E1519"},  // OnDeep
}};

/// Only what may stand in XML 1.0.
std::string escaped(std::string_view text) {
  std::string out;
  for (char c : withoutStrays(text, Breaks::Allowed)) {
    if (c == '&') out += "&amp;";
    else if (c == '<') out += "&lt;";
    else if (c == '>') out += "&gt;";
    else if (c == '"') out += "&quot;";
    else out += c;
  }
  return out;
}

std::string stroke(const Shape& s) {
  if (s.stroke == Ink::None) return " stroke=\"none\"";
  std::string out = fmt::format(" stroke=\"{}\" stroke-width=\"{:.2f}\" stroke-linejoin=\"round\"", paperColour(s.stroke), s.width);
  if (s.pattern == Pattern::Dashed) out += " stroke-dasharray=\"6 4\"";
  if (s.pattern == Pattern::Dotted) out += " stroke-dasharray=\"1.5 2.5\"";
  return out;
}

std::string fill(const Shape& s) {
  if (s.kind == ShapeKind::Polyline) return " fill=\"none\"";
  if (s.pattern == Pattern::Hatched) return fmt::format(" fill=\"url(#hatch{})\"", static_cast<int>(s.stroke));
  return fmt::format(" fill=\"{}\"", paperColour(s.fill));
}

std::string points(const Shape& s) {
  std::string out;
  for (const Point& p : s.points) out += fmt::format("{}{:.2f},{:.2f}", out.empty() ? "" : " ", p.x, p.y);
  return out;
}

std::string text(const Shape& s) {
  const bool mono = s.face == Face::Figure || s.face == Face::SmallFigure || s.face == Face::BigFigure;
  static constexpr std::array sizes{14, 13, 16, 13, 12, 18};
  const bool bold = s.face == Face::Title || s.face == Face::Figure || s.face == Face::BigFigure;
  static constexpr std::array<std::string_view, 3> anchors{"start", "middle", "end"};
  return fmt::format(
      "<text x=\"{:.2f}\" y=\"{:.2f}\" font-family=\"{}\" font-size=\"{}\" font-weight=\"{}\" text-anchor=\"{}\" fill=\"{}\">{}</text>\n",
      s.points[0].x, s.points[0].y, mono ? "B612, sans-serif" : "Cabin, sans-serif", sizes[static_cast<std::size_t>(s.face)],
      bold ? 600 : 400, anchors[static_cast<std::size_t>(s.anchor)], paperColour(s.fill), escaped(s.text));
}

std::string shape(const Shape& s) {
  const std::string title = s.tip.empty() ? "" : "<title>" + escaped(s.tip) + "</title>";
  switch (s.kind) {
    case ShapeKind::Text: return text(s);
    case ShapeKind::Polygon: return fmt::format("<polygon points=\"{}\"{}{}>{}</polygon>\n", points(s), fill(s), stroke(s), title);
    case ShapeKind::Polyline: return fmt::format("<polyline points=\"{}\"{}{}>{}</polyline>\n", points(s), fill(s), stroke(s), title);
    case ShapeKind::Rectangle:
      return fmt::format("<rect x=\"{:.2f}\" y=\"{:.2f}\" width=\"{:.2f}\" height=\"{:.2f}\" rx=\"{:.2f}\"{}{}>{}</rect>\n", s.points[0].x,
                         s.points[0].y, s.points[1].x - s.points[0].x, s.points[1].y - s.points[0].y, s.radius, fill(s), stroke(s), title);
    case ShapeKind::Circle:
      return fmt::format("<circle cx=\"{:.2f}\" cy=\"{:.2f}\" r=\"{:.2f}\"{}{}>{}</circle>\n", s.points[0].x, s.points[0].y, s.radius,
                         fill(s), stroke(s), title);
  }
  return "";
}

}  // namespace

std::string_view paperColour(Ink ink) { return tokens[static_cast<std::size_t>(ink)].paper; }
std::string_view nightColour(Ink ink) { return tokens[static_cast<std::size_t>(ink)].night; }

std::string toSvg(const Drawing& drawing) {
  std::string out = fmt::format(
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.0f}\" height=\"{1:.0f}\" "
      "viewBox=\"0 0 {0:.2f} {1:.2f}\">\n",
      drawing.width, drawing.height);
  if (!drawing.description.empty()) out += "<desc>" + escaped(drawing.description) + "</desc>\n";
  out += "<defs>\n";
  std::array<bool, tokens.size()> hatched{};
  for (const Shape& s : drawing.shapes)
    if (s.pattern == Pattern::Hatched) hatched[static_cast<std::size_t>(s.stroke)] = true;
  for (std::size_t i = 0; i < hatched.size(); ++i)
    if (hatched[i])
      out += fmt::format(
          "<pattern id=\"hatch{}\" width=\"6\" height=\"6\" patternUnits=\"userSpaceOnUse\"><path d=\"M0 6 L6 0\" stroke=\"{}\" "
          "stroke-width=\"1\"/></pattern>\n",
          i, tokens[i].paper);
  out += "</defs>\n";
  for (const Shape& s : drawing.shapes) out += shape(s);
  return out + "</svg>\n";
}

}  // namespace usherwright::drawing
