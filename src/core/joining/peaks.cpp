// The largest currents of a ride, where they lie between the places at which it is computed.
#include <algorithm>
#include <cmath>

#include "core/joining/discharger.h"

namespace usherwright {

/// The largest current of a stretch. It may lie between the nodes: hard-joined packs even out under a load, a pack that
/// begins to share overshoots by its slow part. Beside the highest node the circuit is solved at ever closer places.
template <std::size_t n>
void Discharger<n>::notePeakWithin(std::size_t k, const Piece& piece, double h) {
  std::size_t top = 0;
  for (std::size_t node = 0; node < nodes; ++node) {
    notePeak(k, current_[node][k], t_ + h * static_cast<double>(node) / 4);
    if (std::abs(current_[node][k]) > std::abs(current_[top][k])) top = node;
  }
  constexpr double near = 0.9;  // of the peak so far: a lower top does not pass it between two nodes
  if (resting_ || std::abs(current_[top][k]) < near * run_.sources[k].peak.value()) return;
  const auto at = [&](double place) { return std::abs(operating(stateAt(piece, h * place / 4)).current[k]); };
  constexpr double last = static_cast<double>(nodes - 1), beside = 0.02;
  const double highest = std::abs(current_[top][k]);
  if (top == 0 && at(beside) <= highest) return;
  if (top == nodes - 1 && at(last - beside) <= highest) return;
  double low = std::max(0.0, static_cast<double>(top) - 1), high = std::min(last, static_cast<double>(top) + 1);
  for (int i = 0; i < 16; ++i) {
    const double first = low + (high - low) / 3, second = high - (high - low) / 3;
    if (at(first) < at(second)) low = first;
    else high = second;
  }
  const double place = 0.5 * (low + high);
  notePeak(k, at(place), t_ + h * place / 4);
}

/// What is carried at the very end: a pack that leaves hands its share to the others before the controller gives up.
template <std::size_t n>
void Discharger<n>::noteLast() {
  const circuit::Operating last = operating(y_);
  if (last.collapsed) return;
  for (std::size_t k = 0; k < n; ++k) notePeak(k, last.current[k], t_);
}

template void Discharger<1>::notePeakWithin(std::size_t k, const Piece& piece, double h);
template void Discharger<1>::noteLast();
template void Discharger<2>::notePeakWithin(std::size_t k, const Piece& piece, double h);
template void Discharger<2>::noteLast();
template void Discharger<3>::notePeakWithin(std::size_t k, const Piece& piece, double h);
template void Discharger<3>::noteLast();
template void Discharger<4>::notePeakWithin(std::size_t k, const Piece& piece, double h);
template void Discharger<4>::noteLast();

}  // namespace usherwright
