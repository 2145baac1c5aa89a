// When to plug, exchange and unplug: packs on chargers over one night. Exact: no plan of its kind is better (order of plugging
// by serial placement, which reaches an optimum of every measure that only grows with time; Kolisch's active schedules).
#pragma once

#include <cstddef>
#include <cstdint>
#include <optional>
#include <vector>

namespace usherwright {

/// Minutes from the beginning of the night; to is outside.
struct MinuteSpan {
  int from = 0, to = 0;
  friend bool operator==(const MinuteSpan&, const MinuteSpan&) = default;
};

/// One pack on one charger.
struct ChargeLeg {
  std::size_t charger = 0;
  int minutes = 0;
  double watts = 0;         ///< from the wall
  bool endsItself = false;  ///< the charger ends it: the pack may stay on it
  friend bool operator==(const ChargeLeg&, const ChargeLeg&) = default;
};
/// One way to charge a pack: one leg, or two with an exchange half-way.
using ChargeWay = std::vector<ChargeLeg>;

struct NightJob {
  std::size_t pack = 0;
  int release = 0;  ///< not before: the ride, cells that have to cool or to warm
  std::vector<ChargeWay> ways;
};

struct Night {
  int length = 0;
  std::vector<MinuteSpan> hands;  ///< when somebody plugs and unplugs, in order, apart from each other
  std::vector<MinuteSpan> watch;  ///< when somebody watches, likewise
  bool attended = false;          ///< nothing charges while nobody watches
  int timerStep = 0;              ///< of a mains timer, min: it ends what the charger does not; 0: there is none
  double supply = 1e9;            ///< W
  bool oneAtATime = false;
  int mostMoments = 4;  ///< times at which hands are needed
  std::vector<NightJob> jobs;
};

enum class NightGoal : std::uint8_t { Soonest, ReadyBy, AsLate };

/// A leg in its place. Charging from `plug` to `done`; the charger is free again at `free`.
struct Stint {
  std::size_t job = 0, charger = 0;
  int plug = 0, done = 0, free = 0;
  bool byHand = false;  ///< it must be unplugged at `done`: neither charger nor timer ends it
  double watts = 0;
  bool last = true;  ///< no other leg of its pack follows
  friend bool operator==(const Stint&, const Stint&) = default;
};

struct NightPlan {
  std::vector<Stint> stints;  ///< by time of plugging
  int ready = 0;              ///< when the last pack stands at its target
  int waiting = 0;            ///< minutes that the packs stand at their targets until the night is over, together
  int moments = 0;
};

/// The best plan, or none: then `blocked` names the jobs that cannot be charged even alone.
struct NightResult {
  std::optional<NightPlan> plan;
  std::vector<std::size_t> blocked;
};
/// Soonest: last pack ready first, then the sum, then fewer moments. ReadyBy: fewest moments, then least waiting. AsLate: least
/// waiting, then fewer moments. Ways with two legs are tried for one pack at a time. Jobs without a way are blocked.
NightResult scheduleNight(const Night& night, NightGoal goal);

/// True where a plan keeps every rule of its night: for tests, and for plans that somebody has dragged.
bool keeps(const Night& night, const NightPlan& plan);

/// The same stints with their sums worked out again.
NightPlan summed(const Night& night, std::vector<Stint> stints);

}  // namespace usherwright
