// The verdict in one sentence, and the way: what brings it closer, in order, worked out from job, plan and findings.
#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// One thing that brings the verdict closer.
struct WayStep {
  std::string id;     ///< "job", "controller", "pack/stock/label", "stop/WIRE-04@second", …
  std::string words;  ///< "controller: amperes, cut-off"
  std::string why;    ///< "every current is judged against it"
  Station station = Station::Bike;
  std::string page;                 ///< of the station, if the work goes on there; "": in the first of the fields
  std::vector<std::string> fields;  ///< what is not known or assumed, most telling first; empty if it is done
  bool done = false;
  bool stop = false;  ///< puts a Stop right
};

/// In order: Stops, the job, then what is printed on the parts, what joins them, what charges them, a ride. Every field
/// that BIKE-08 names stands in exactly one step. Steps that the plan's job does not need are left out.
std::vector<WayStep> wayOf(const Plan& plan, const Assessment& assessment);
/// The first one that is not done; null if all are.
const WayStep* nextOf(const std::vector<WayStep>& way);

/// What the fields of a step are called, each name once; none for a Stop, whose sentence names them.
std::vector<std::string_view> missingIn(const Plan& plan, const WayStep& step);

enum class VerdictKind : std::uint8_t { Nothing, Stop, Unproven, Sound };
struct Verdict {
  VerdictKind kind = VerdictKind::Nothing;
  /// "Do not connect: …" · "Not proven: 3 values are not known, 2 assumed" · "Sound as far as known: 41 km likely, …".
  std::string sentence;
};
Verdict verdictOf(const Plan& plan, const Assessment& assessment);

/// How far a station is: steps of the way that belong to it.
struct WayDone {
  int done = 0, all = 0;
  friend bool operator==(const WayDone&, const WayDone&) = default;
};
std::array<WayDone, 10> progressOf(const std::vector<WayStep>& way);

}  // namespace usherwright
