// The bench at a step of the work: which plugs are home, what is live now, where the probes go.
#pragma once

#include <string>
#include <vector>

#include "core/assess/work_order.h"
#include "core/drawing/list/display_list.h"

namespace usherwright::drawing {

/// What a picture of the bench shows of a plan.
struct BenchParts {
  std::vector<std::string> packs;  ///< their names
  std::vector<std::string> chargers;
  bool oneWay = false;  ///< no current comes back out of the joint
};
BenchParts benchParts(const Plan& plan, const Figures& figures);

/// Which bare or joined conductors are live in a state, as one would find them with a meter. A pack's own half always is.
struct LiveNow {
  std::vector<bool> bikeHalf;  ///< by pack
  bool joint = false, controller = false;
};
LiveNow liveNow(const BenchParts& parts, const BenchState& state);

/// Packs on the left, the joint, the main plug, the controller; live leads are thick, dead ones dashed; probes with their signs. Parts
/// "bench/pack/<k>", "bench/plug/<k>", "bench/main", "bench/controller", "bench/charger", "bench/probes", whose tips say the state in
/// words. Drawn into the box.
void benchPicture(Pen& pen, const BenchParts& parts, const WorkStep& step, Box box);
double benchPictureHeight(const BenchParts& parts, const WorkStep& step);
/// Before the first plug and after the last gate there is nothing to see: tools, paper.
bool hasBenchPicture(const BenchParts& parts, const WorkStep& step);

}  // namespace usherwright::drawing
