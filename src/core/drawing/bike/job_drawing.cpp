// The five jobs, each as a bike with what changes on it.
#include <cmath>

#include "core/drawing/bike/bike_drawings.h"

namespace usherwright::drawing {
namespace {

/// A pack along the down tube, between two shares of it.
void tubePack(Pen& pen, Point from, Point to, double half, Ink fill) {
  const double dx = to.x - from.x, dy = to.y - from.y, length = std::hypot(dx, dy);
  const double nx = -dy / length * half, ny = dx / length * half;
  pen.polygon({{from.x + nx, from.y + ny}, {to.x + nx, to.y + ny}, {to.x - nx, to.y - ny}, {from.x - nx, from.y - ny}}, fill, Ink::Deep,
              1.5);
}

}  // namespace

Drawing jobPicture(Job job, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const double u = std::min(size.width / 150, size.height / 96);
  const double left = (size.width - 150 * u) / 2, top = (size.height - 96 * u) / 2;
  const auto at = [&](double x, double y) { return Point{left + x * u, top + y * u}; };
  const Point rear = at(28, 70), front = at(122, 70), crank = at(66, 70), seat = at(52, 34), head = at(104, 32);
  for (const Point wheel : {rear, front}) pen.circle(wheel, 20 * u, Ink::None, Ink::Soft).width = 2;
  pen.line({rear, crank, seat, rear}, Ink::Soft, 2.5);
  pen.line({seat, head, front}, Ink::Soft, 2.5);
  pen.line({crank, head}, Ink::Soft, 2.5);
  pen.line({seat, at(49, 24)}, Ink::Soft, 2.5);
  pen.line({at(41, 23), at(58, 23)}, Ink::Ink, 3);
  pen.line({head, at(100, 20), at(88, 17)}, Ink::Soft, 2.5);
  const Point low = at(72, 62), high = at(98, 38);
  const Ink settled = job == Job::Care ? Ink::Bank : Ink::Water;
  if (job != Job::Build) tubePack(pen, low, high, 6 * u, job == Job::Replace ? Ink::Card : settled);
  switch (job) {
    case Job::Add: pen.rectangle(at(8, 32), at(38, 44), Ink::Shoal, Ink::Deep, 2).width = 1.5; break;
    case Job::Replace: tubePack(pen, at(66, 50), at(92, 26), 7 * u, Ink::Shoal); break;
    case Job::Build:
      for (int i = 0; i < 6; ++i)
        for (int k = 0; k < 2; ++k)
          pen.circle(at(73 + 5.2 * i + 2.4 * k, 63 - 4.9 * i + 4 * k - 4), 2.6 * u, k == 0 ? Ink::Water : Ink::Shoal, Ink::Deep);
      break;
    case Job::Chargers:
      pen.line({high, at(112, 52), at(132, 88), at(136, 88)}, Ink::Copper, 2.5);
      pen.rectangle(at(134, 80), at(149, 94), Ink::Copper, Ink::None, 2);
      break;
    case Job::Care:
      for (int i = 0; i < 4; ++i) pen.line({at(76 + 6 * i, 55 - 5.5 * i), at(80 + 6 * i, 60 - 5.5 * i)}, Ink::Deep, 1.2);
      pen.circle(at(132, 20), 9 * u, Ink::Card, Ink::Deep).width = 1.5;
      pen.line({at(132, 20), at(137, 15)}, Ink::Copper, 2);
      break;
  }
  return d;
}

}  // namespace usherwright::drawing
