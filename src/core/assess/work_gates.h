// What each gate has to read, and what another reading most likely means: worked out before the meter is taken in the hand.
#pragma once

#include "core/assess/work_order.h"

namespace usherwright {

class WorkGates {
 public:
  WorkGates(const Plan& plan, const Figures& figures) : plan_(plan), f_(figures) {}

  Gate ladder(std::size_t pack) const;   ///< mV, highest group less lowest
  Gate volts(std::size_t pack) const;    ///< V at its plug, signed
  Gate leak(std::size_t pack) const;     ///< V, frame against a pole under 10 kΩ
  Gate harness() const;                  ///< kΩ between plus and minus with nothing plugged
  Gate dark() const;                     ///< V at the main plug with nothing plugged
  Gate alone(std::size_t pack) const;    ///< V at the main plug
  Gate reverse(std::size_t pack) const;  ///< V at the other packs' halves under 10 kΩ
  Gate meet() const;                     ///< V of the receiving pack
  Gate both() const;                     ///< V at the main plug
  Gate charger(std::size_t pack) const;  ///< V at its plug, signed
  Gate full(std::size_t pack) const;     ///< V at its plug after its first full charge, rested
  Gate warm() const;                     ///< K, contact over ambient

 private:
  /// Rest volts that a pack can have at any charge.
  std::pair<double, double> anyCharge(std::size_t pack) const;
  /// What was read at its plug, if that passed.
  std::optional<double> read(std::size_t pack) const;
  /// By how much a later reading may differ from one that was taken.
  double doubtAround(double volts) const;
  /// The most that is lost from a plug to the main plug while nothing flows but the meter's current.
  double lost() const;

  const Plan& plan_;
  const Figures& f_;
};

}  // namespace usherwright
