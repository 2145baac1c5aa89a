// SVG writer and the colour tokens, refined by looking at pictures. Text on its usual ground has a contrast of 4.5 or more.
#include "core/drawing/list/svg.h"

#include <fmt/format.h>

#include <array>
#include <charconv>
#include <cmath>
#include <set>

#include "core/quantity/text.h"

namespace usherwright::drawing {
namespace {

constexpr double millimetresPerPixel = 25.4 / 96;  // of a page: words are as large on it as on a screen

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
    {"#9E501D", "#E0935A"},  // Copper
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

int channelOf(std::string_view colour, std::size_t at) {
  int value = 0;
  std::from_chars(colour.data() + at, colour.data() + at + 2, value, 16);
  return value;
}

std::string mixed(InkMix mix) {
  const std::string_view a = paperColour(mix.first), b = paperColour(mix.second);
  std::string out = "#";
  for (const std::size_t at : {1u, 3u, 5u})
    out += fmt::format("{:02X}", static_cast<int>(std::lround(channelOf(a, at) + mix.share * (channelOf(b, at) - channelOf(a, at)))));
  return out;
}

/// Lengths in pixels, as millimetres where the drawing is in them.
double pixels(const Shape& s, double length, double perPixel) { return s.steady ? length * perPixel : length; }

std::string stroke(const Shape& s, double perPixel) {
  if (s.stroke == Ink::None && !s.heat) return " stroke=\"none\"";
  std::string out = fmt::format(" stroke=\"{}\" stroke-width=\"{:.2f}\" stroke-linejoin=\"round\"",
                                s.heat ? mixed(heatMix(*s.heat)) : std::string(paperColour(s.stroke)), pixels(s, s.width, perPixel));
  if (s.pattern == Pattern::Dashed) out += fmt::format(" stroke-dasharray=\"{:g} {:g}\"", 6 * perPixel, 4 * perPixel);
  if (s.pattern == Pattern::Dotted) out += fmt::format(" stroke-dasharray=\"{:g} {:g}\"", 1.5 * perPixel, 2.5 * perPixel);
  return out;
}

std::string fill(const Shape& s) {
  if (s.kind == ShapeKind::Polyline || (s.kind == ShapeKind::Curve && s.fill == Ink::None)) return " fill=\"none\"";
  if (s.pattern == Pattern::Hatched) return fmt::format(" fill=\"url(#hatch{})\"", static_cast<int>(s.stroke));
  return fmt::format(" fill=\"{}\"", paperColour(s.fill));
}

std::string points(const Shape& s) {
  std::string out;
  for (const Point& p : s.points) out += fmt::format("{}{:.2f},{:.2f}", out.empty() ? "" : " ", p.x, p.y);
  return out;
}

std::string curve(const Shape& s) {
  std::string out;
  for (std::size_t i = 0; i < s.points.size(); ++i)
    out += fmt::format("{}{:.2f},{:.2f}", i == 0 ? "M" : i == 1 ? " C" : " ", s.points[i].x, s.points[i].y);
  return s.fill == Ink::None ? out : out + " Z";
}

std::string text(const Shape& s, double perPixel) {
  const bool mono = s.face == Face::Figure || s.face == Face::SmallFigure || s.face == Face::BigFigure;
  static constexpr std::array sizes{14, 13, 16, 13, 12, 18};
  const bool bold = s.face == Face::Title || s.face == Face::Figure || s.face == Face::BigFigure;
  static constexpr std::array<std::string_view, 3> anchors{"start", "middle", "end"};
  return fmt::format(
      "<text x=\"{:.2f}\" y=\"{:.2f}\" font-family=\"{}\" font-size=\"{:g}\" font-weight=\"{}\" text-anchor=\"{}\" "
      "fill=\"{}\"{}>{}</text>\n",
      s.points[0].x, s.points[0].y, mono ? "B612, sans-serif" : "Cabin, sans-serif", sizes[static_cast<std::size_t>(s.face)] * perPixel,
      bold ? 600 : 400, anchors[static_cast<std::size_t>(s.anchor)], paperColour(s.fill),
      s.angle == 0 ? "" : fmt::format(" transform=\"rotate({:g} {:.2f} {:.2f})\"", s.angle, s.points[0].x, s.points[0].y), escaped(s.text));
}

std::string shape(const Shape& s, double perPixel) {
  const std::string title = s.tip.empty() ? "" : "<title>" + escaped(s.tip) + "</title>";
  switch (s.kind) {
    case ShapeKind::Text: return text(s, perPixel);
    case ShapeKind::Curve: return fmt::format("<path d=\"{}\"{}{}>{}</path>\n", curve(s), fill(s), stroke(s, perPixel), title);
    case ShapeKind::Polygon:
      return fmt::format("<polygon points=\"{}\"{}{}>{}</polygon>\n", points(s), fill(s), stroke(s, perPixel), title);
    case ShapeKind::Polyline:
      return fmt::format("<polyline points=\"{}\"{}{}>{}</polyline>\n", points(s), fill(s), stroke(s, perPixel), title);
    case ShapeKind::Rectangle:
      return fmt::format("<rect x=\"{:.2f}\" y=\"{:.2f}\" width=\"{:.2f}\" height=\"{:.2f}\" rx=\"{:.2f}\"{}{}>{}</rect>\n", s.points[0].x,
                         s.points[0].y, s.points[1].x - s.points[0].x, s.points[1].y - s.points[0].y, pixels(s, s.radius, perPixel),
                         fill(s), stroke(s, perPixel), title);
    case ShapeKind::Circle:
      return fmt::format("<circle cx=\"{:.2f}\" cy=\"{:.2f}\" r=\"{:.2f}\"{}{}>{}</circle>\n", s.points[0].x, s.points[0].y,
                         pixels(s, s.radius, perPixel), fill(s), stroke(s, perPixel), title);
  }
  return "";
}

}  // namespace

std::string_view paperColour(Ink ink) { return tokens[static_cast<std::size_t>(ink)].paper; }
std::string_view nightColour(Ink ink) { return tokens[static_cast<std::size_t>(ink)].night; }

std::string toSvg(const Drawing& drawing) {
  const bool world = drawing.unit == Unit::Millimetre;
  const Box box = world ? drawing.world : Box{{0, 0}, {drawing.width, drawing.height}};
  const char* unit = world ? "mm" : "";
  const double perPixel = world ? millimetresPerPixel : 1.0;
  std::string out = fmt::format(
      "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.0f}{4}\" height=\"{1:.0f}{4}\" "
      "viewBox=\"{2:g} {3:g} {0:.2f} {1:.2f}\">\n",
      box.width(), box.height(), box.low.x, box.low.y, unit);
  if (!drawing.description.empty()) out += "<desc>" + escaped(drawing.description) + "</desc>\n";
  out += "<defs>\n";
  std::array<bool, tokens.size()> hatched{};
  for (const Shape& s : drawing.shapes)
    if (s.pattern == Pattern::Hatched) hatched[static_cast<std::size_t>(s.stroke)] = true;
  for (std::size_t i = 0; i < hatched.size(); ++i)
    if (hatched[i])
      out += fmt::format(
          "<pattern id=\"hatch{0}\" width=\"{2:g}\" height=\"{2:g}\" patternUnits=\"userSpaceOnUse\"><path d=\"M0 {2:g} L{2:g} 0\" "
          "stroke=\"{1}\" stroke-width=\"{3:g}\"/></pattern>\n",
          i, tokens[i].paper, 6 * perPixel, perPixel);
  out += "</defs>\n";
  // Shapes of one part that follow each other are one group; the first has the part as its id.
  std::set<std::string_view> named;
  std::string_view open;
  for (const Shape& s : drawing.shapes) {
    if (s.part != open) {
      if (!open.empty()) out += "</g>\n";
      open = s.part;
      if (!open.empty()) out += named.insert(open).second ? fmt::format("<g id=\"{}\">\n", escaped(open)) : std::string("<g>\n");
    }
    out += shape(s, perPixel);
  }
  if (!open.empty()) out += "</g>\n";
  return out + "</svg>\n";
}

}  // namespace usherwright::drawing
