// A world in millimetres, seen through a window of pixels. What is drawn in millimetres stays as it is while one zooms and
// pans; only what is seen of it is made anew.
#pragma once

#include "core/drawing/list/display_list.h"

namespace usherwright::drawing {

/// Where one looks and how close. In a drawing in pixels, which is made for its window, it has no use.
struct Camera {
  Point centre;        ///< in the world
  double scale = 1.0;  ///< pixels a millimetre
  friend bool operator==(const Camera&, const Camera&) = default;
};

/// The whole of the world with a margin; a world without extent is seen at one pixel a millimetre.
Camera fitting(const Box& world, Size window, double margin = 16);
/// A step closer (factor > 1) or further; what is under `at` (pixels) stays there. Between a twentieth and two hundred times
/// of what fits.
Camera zoomed(const Camera& camera, const Box& world, Size window, Point at, double factor);
/// Moved by pixels; the middle of the window never leaves the world.
Camera panned(const Camera& camera, const Box& world, Point by);

Point toWindow(const Camera& camera, Size window, Point world);
Point toWorld(const Camera& camera, Size window, Point pixel);

/// The drawing as the window shows it, in pixels. Lengths are as many pixels as their millimetres make; those of steady
/// shapes, and the size of words, stay.
Drawing seen(const Drawing& world, const Camera& camera, Size window);

}  // namespace usherwright::drawing
