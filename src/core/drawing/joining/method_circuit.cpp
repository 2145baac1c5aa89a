// The strokes of each small circuit.
#include "core/drawing/joining/method_circuit.h"

#include <algorithm>

namespace usherwright::drawing {
namespace {

constexpr double thin = 1.4;

class CircuitMaker {
 public:
  CircuitMaker(Pen& pen, Point at, Size size) : pen_(pen), at_(at), size_(size) {}

  void make(Method method, std::size_t packs, std::size_t fed) {
    const double bus = at_.x + size_.width * 0.66, motor = at_.x + size_.width - 9;
    const double middle = at_.y + size_.height / 2;
    double top = middle, bottom = middle;
    for (std::size_t k = 0; k < packs; ++k) {
      const double y = at_.y + size_.height * (static_cast<double>(k) + 0.5) / static_cast<double>(packs);
      pack(y, size_.height / static_cast<double>(packs));
      const double from = at_.x + 15;
      if (method == Method::Selector) {
        wire({{from, y}, {bus - 14, y}});
        pen_.circle({bus - 12, y}, 2, k == 0 ? Ink::Deep : Ink::Card, Ink::Deep);
        if (k == 0) pen_.line({{bus, middle}, {bus - 11, y + 1}}, Ink::Copper, 2);  // the lever
        continue;
      }
      wire({{from, y}, {bus, y}});
      const double part = at_.x + size_.width * 0.42;
      if (method == Method::Converter && k == fed) converter(part, y);
      else if (method == Method::Schottky) diode(part, y, true);
      else if (method != Method::Direct) diode(part, y, false);
      top = std::min(top, y);
      bottom = std::max(bottom, y);
    }
    if (method == Method::Selector) pen_.circle({bus, middle}, 2, Ink::Deep);
    else wire({{bus, top}, {bus, bottom}});
    wire({{bus, middle}, {motor - 8, middle}});
    pen_.circle({motor, middle}, 8, Ink::Card, Ink::Deep).width = thin;
    pen_.text({motor, middle + 4}, "M", Face::Small, Ink::Deep, Anchor::Middle);
  }

 private:
  void wire(std::vector<Point> points) { pen_.line(std::move(points), Ink::Deep, thin); }
  void pack(double y, double room) {
    const double half = std::clamp(room / 2 - 3, 4.0, 9.0);
    pen_.rectangle({at_.x, y - half}, {at_.x + 13, y + half}, Ink::Water, Ink::Deep, 2);
    pen_.rectangle({at_.x + 13, y - 2.5}, {at_.x + 15.5, y + 2.5}, Ink::Deep);
  }
  /// A way that lets current through to the right only; a bare diode sheds its heat over fins.
  void diode(double x, double y, bool hot) {
    pen_.polygon({{x - 5, y - 5}, {x + 4, y}, {x - 5, y + 5}}, hot ? Ink::Copper : Ink::Card, Ink::Deep, thin);
    pen_.line({{x + 4.5, y - 5}, {x + 4.5, y + 5}}, Ink::Deep, thin);
    if (!hot) return;
    for (double fin = -5; fin <= 5; fin += 5) pen_.line({{x + fin - 1, y - 8}, {x + fin - 1, y - 11}}, Ink::Copper, thin);
  }
  void converter(double x, double y) {
    pen_.rectangle({x - 9, y - 7}, {x + 9, y + 7}, Ink::Card, Ink::Deep, 1).width = thin;
    pen_.line({{x - 9, y + 7}, {x + 9, y - 7}}, Ink::Deep, thin);
    pen_.line({{x - 6, y - 3}, {x - 1, y - 3}}, Ink::Deep, thin);
    pen_.line({{x + 1, y + 3}, {x + 6, y + 3}}, Ink::Deep, thin);
  }

  Pen& pen_;
  Point at_;
  Size size_;
};

}  // namespace

void methodCircuit(Pen& pen, Point topLeft, Size size, Method method, std::size_t packs, std::size_t fed) {
  CircuitMaker(pen, topLeft, size).make(method, packs, fed);
}

}  // namespace usherwright::drawing
