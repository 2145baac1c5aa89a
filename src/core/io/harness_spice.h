// The harness as a netlist of its conductors, so that an independent program can judge drops and short currents.
#pragma once

#include <optional>
#include <string>

#include "core/assess/assessment.h"

namespace usherwright {

/// What the netlist is asked: a short in the middle of a lead with every pack plugged in, copper at 20 °C; or one pack alone
/// that carries the peak, copper as warm as the sustained current keeps it.
struct HarnessDeck {
  std::string nick;                  ///< id of a run of the harness; "" for the drop
  std::optional<std::size_t> alone;  ///< the pack, for the drop
};

/// An operating point. Prints i(vp0), i(vp1), … of the packs, and v(plug) − v(ctl) of the way as `drop`. Plus and minus are
/// conductors of their own. Needs the currents of every lead.
std::string harnessNetlist(const Plan& plan, const Figures& figures, const Catalogue& catalogue, const HarnessDeck& deck);

}  // namespace usherwright
