// Which charger this is: what its label and a meter leave open, and what it would do to a pack that it is not for.
#pragma once

#include <string>
#include <vector>

#include "core/pack/pack_model.h"
#include "core/plan/plan.h"

namespace usherwright {

enum class SettleState : std::uint8_t { Open, Fits, Excluded };

/// A pack that the charger could be made for, by its full voltage.
struct ChargerCandidate {
  int series = 0;
  Chemistry chemistry = Chemistry::Nmc;  ///< the first of those with this charge voltage
  Volt output;
  SettleState state = SettleState::Open;
  std::string why;
};

struct SettledCharger {
  std::vector<ChargerCandidate> candidates;  ///< by volts
  int settled = -1;                          ///< index of the one that is left; −1 while there is more than one, or none
  std::string sentence;                      ///< what is known now
  std::string next;                          ///< what would tell more; empty where nothing needs to
};

/// From the volts on the label (a class as 48 V, or an output as 54.6 V), its chemistry and a no-load reading with that meter's
/// error. A reading below 1 V is no verdict: some chargers give nothing until they see a pack.
SettledCharger settleCharger(const Charger& charger);

/// What a charger does to a pack, were it plugged in as it stands now.
struct IfUsed {
  Volt perCell, excess;
  bool tooHigh = false;
  Known<StateOfCharge> ends;  ///< where it ends by volts; empty when it does not end
  Known<Second> untilFull;    ///< from now until the cells are at their charge voltage; empty while its current is not known
  std::string barrier;        ///< what then stands between it and the cells, in words
};
/// `output`: what it gives. Nickel is not judged by volts: then nothing is too high.
IfUsed ifUsed(const PackModel& model, const Pack& pack, Volt output, Known<Ampere> current);

}  // namespace usherwright
