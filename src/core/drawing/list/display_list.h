// A drawing is a value: shapes, texts, style classes and part ids. The window and the SVG writer render it.
// Coordinates are pixels from the top left of the window that it is made for, or millimetres of a world that one looks at
// through a window (camera.h), y downwards; colours are tokens of the theme, never numbers.
#pragma once

#include <cstdint>
#include <deque>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace usherwright::drawing {

/// A colour token of the theme.
enum class Ink : std::uint8_t { None, Paper, Card, Ink, Soft, Water, Deep, Shoal, Bank, BankLine, Copper, Stop, Mind, Note, OnDeep };

enum class Face : std::uint8_t { Label, Small, Title, Figure, SmallFigure, BigFigure };
enum class Anchor : std::uint8_t { Start, Middle, End };
enum class Pattern : std::uint8_t { Solid, Hatched, Dashed, Dotted };

struct Point {
  double x = 0, y = 0;
  friend bool operator==(const Point&, const Point&) = default;
};

struct Size {
  double width = 0, height = 0;
};

struct Box {
  Point low, high;
  double width() const { return high.x - low.x; }
  double height() const { return high.y - low.y; }
  Point middle() const { return {(low.x + high.x) / 2, (low.y + high.y) / 2}; }
  friend bool operator==(const Box&, const Box&) = default;
};

enum class ShapeKind : std::uint8_t { Polygon, Polyline, Rectangle, Circle, Text, Curve };

struct Shape {
  ShapeKind kind = ShapeKind::Polygon;
  std::vector<Point> points;  ///< rectangle: two corners; circle: centre; text: anchor on the baseline; curve: see Pen::curve()
  double radius = 0;          ///< of a circle, or of a rectangle's corners
  Ink fill = Ink::None;
  Ink stroke = Ink::None;
  double width = 1;
  Pattern pattern = Pattern::Solid;
  std::string text;
  Face face = Face::Label;
  Anchor anchor = Anchor::Start;
  double angle = 0;            ///< of a text, degrees clockwise about its anchor
  bool steady = false;         ///< in a world: width and radius are pixels at any zoom; words always are
  std::optional<double> heat;  ///< 0 cool … 1 hot: takes the place of the stroke's colour (heatMix)
  std::string part;            ///< id for hit testing, "" if it is ground
  std::string tip;             ///< figures for hovering and screen readers
  friend bool operator==(const Shape&, const Shape&) = default;
};

enum class Unit : std::uint8_t { Pixel, Millimetre };

struct Drawing {
  double width = 0, height = 0;  ///< pixels; of a world: nothing
  std::deque<Shape> shapes;      ///< a deque: the references that Pen gives out stay good while more is drawn
  std::string description;       ///< the whole in words, for screen readers
  Unit unit = Unit::Pixel;
  Box world = {};  ///< what is worth seeing of a drawing in millimetres
  friend bool operator==(const Drawing&, const Drawing&) = default;

  /// Topmost shape with a part id at a place; null if none. Lines count within `reach` pixels.
  const Shape* hit(Point at, double reach = 4) const;
  /// Every part once, in the order of drawing, with the shape that is drawn first for it.
  std::vector<const Shape*> parts() const;
};

/// A world in millimetres, empty; `low` and `high` are its corners.
Drawing worldOf(Box world);

/// The colour of a heat: a share of the second ink mixed into the first.
struct InkMix {
  Ink first, second;
  double share;
};
InkMix heatMix(double heat);

/// Writes shapes into a drawing.
class Pen {
 public:
  explicit Pen(Drawing& drawing) : d_(drawing) {}
  Shape& polygon(std::vector<Point> points, Ink fill, Ink stroke = Ink::None, double width = 1);
  Shape& line(std::vector<Point> points, Ink stroke, double width = 1, Pattern pattern = Pattern::Solid);
  Shape& rectangle(Point a, Point b, Ink fill, Ink stroke = Ink::None, double radius = 0);
  Shape& circle(Point centre, double radius, Ink fill, Ink stroke = Ink::None);
  /// Cubic Béziers in one: the start, then two control points and an end for each. Closed and filled if `fill` is an ink.
  Shape& curve(std::vector<Point> points, Ink stroke, double width = 1, Ink fill = Ink::None);
  /// Part of a circle, angles in degrees clockwise from the right; as a curve, at most a quarter in each.
  Shape& arc(Point centre, double radius, double from, double to, Ink stroke, double width = 1);
  Shape& text(Point at, std::string words, Face face = Face::Label, Ink ink = Ink::Ink, Anchor anchor = Anchor::Start);
  /// The shape of a severity: 0 Stop, 1 Mind, 2 Note; about 12 px wide.
  void severity(Point centre, int severity);

 private:
  Shape& add(ShapeKind kind);
  Drawing& d_;
};

/// The points along a curve, `each` of them for every Bézier.
std::vector<Point> flattened(const std::vector<Point>& curve, int each = 12);

/// A plotting area: maps values to pixels, and draws grid and axis texts.
struct Plot {
  Point topLeft, bottomRight;
  double xMin = 0, xMax = 1, yMin = 0, yMax = 1;

  double x(double value) const { return topLeft.x + (value - xMin) / (xMax - xMin) * (bottomRight.x - topLeft.x); }
  double y(double value) const { return bottomRight.y - (value - yMin) / (yMax - yMin) * (bottomRight.y - topLeft.y); }
  int columns() const { return static_cast<int>(bottomRight.x - topLeft.x); }
  void frame(Pen& pen) const;
  /// Horizontal grid lines at round values, labelled left of the frame.
  void yGrid(Pen& pen, int about) const;
  void xTicks(Pen& pen, int about, const std::string& unit) const;
};

/// About how wide a text is in pixels; the painter knows exactly, a builder only has to leave room.
double textWidth(std::string_view text, Face face);
/// At most `room` pixels of the text, cut between characters, with "…" if something was cut.
std::string elided(const std::string& text, Face face, double room);
/// The text in at most `most` lines, broken between words; only the last one may be cut.
std::vector<std::string> inLines(const std::string& text, Face face, double room, std::size_t most);
/// The same, drawn; the first line stands at `at`. Returns the height that the lines take.
double paragraph(Pen& pen, Point at, double width, const std::string& words, Face face, Ink ink, std::size_t most);

/// Round steps for about `count` ticks between two values.
std::vector<double> roundTicks(double from, double to, int count);

/// A curve as one minimum–maximum pair per pixel column: many samples, few points, no peak lost.
std::vector<Point> columnPairs(const Plot& plot, const std::vector<Point>& samples);

/// The same line with fewer points: none that is left out lies further than `within` beside what is drawn in its place.
/// Ends, and every point where the line turns back, stay. A line of few points stays as it is.
std::vector<Point> thinned(const std::vector<Point>& line, double within);

}  // namespace usherwright::drawing
