// The order of work that fails safe: which step comes after which, what is joined and live while it is done, and what each gate has to
// read. Worked out from packs, method and chargers; the plan keeps only what was done and read. Every window stands before the meter
// does: open-circuit volts of the pack's chemistry, Ohm's law over joint and leads, the connect window, contact warmth over ambient.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

/// What is joined and live while a step is done.
struct BenchState {
  std::vector<bool> plugged;  ///< by pack: its plug is home in the joint
  bool atController = false;  ///< the main plug is home
  bool controllerOn = false;
  bool charger = false;  ///< one is on a pack
  bool open = true;      ///< boxes and covers
  bool handsOn = false;  ///< joints are made: iron, crimper, drill
  friend bool operator==(const BenchState&, const BenchState&) = default;
};

/// What another reading most likely means. Ends count to it.
struct Otherwise {
  double from = 0, to = 0;
  std::string means, then;
  /// "over 54.9 V", "−2 … 2 V".
  std::string range(const std::string& unit) const;
};

struct Gate {
  std::string quantity;  ///< "volts at the plug of deck"
  std::string unit;      ///< "V", "mV", "kΩ", "K"
  double low = 0, high = 0;
  bool known = true;    ///< false: the window cannot be worked out yet, and nothing passes
  std::string because;  ///< where the window comes from; what is missing while it is not known
  std::vector<Otherwise> otherwise;
  std::string rule = "BUILD-02";  ///< what a reading outside breaks
  Severity severity = Severity::Stop;
  bool isOpenEnded() const { return high > 1e5; }  ///< ohms: the more the better
};

/// Where the probes go; both on contacts that nothing is plugged on.
enum class ProbeAt : std::uint8_t {
  Nowhere,
  PackPlug,      ///< of its pack
  AllPackPlugs,  ///< one pack after the other
  Frame,         ///< one on the frame, the other on the plug of its pack
  Groups,        ///< along the balance lead of its pack
  BikeHalf,      ///< of its pack, from behind
  OtherHalves,   ///< the bike's halves of every other pack
  MainPlug,
  Harness,  ///< the main plug, and every half on the bike
  ChargerPlug,
  Fuse,      ///< of its pack, out of its holder
  Contacts,  ///< every contact, by warmth
};

/// A step before this one, and the rule that doing without it breaks.
struct StepNeed {
  std::string step, rule;
};

struct WorkStep {
  std::string id;     ///< "volts/deck"
  std::string name;   ///< "volts of deck"
  std::string title;  ///< "Volts and sign at the plug of deck"
  std::string why;
  std::vector<std::string> mustBe;  ///< before it is begun
  std::vector<std::string> how;
  std::vector<std::string> toHand;  ///< tools and consumables, as many as it takes
  BenchState state;
  ProbeAt probes = ProbeAt::Nowhere;
  std::optional<Gate> gate;
  std::vector<StepNeed> needs;
  int minutes = 5;
  int waits = 0;  ///< min that something rests or runs before it is read
  int pack = -1;
};

/// Several packs, and none of them hard-joined with another: each has a way of its own into the joint.
inline bool meetOneWay(const Figures& figures) { return figures.packs.size() > 1 && figures.hard.empty(); }

/// Empty without packs.
std::vector<WorkStep> orderOfWork(const Plan& plan, const Figures& figures);

/// What is read or looked at beside the order, once a gate has stopped, to tell two causes apart: as steps with a gate. Nothing is plugged
/// for them that had not passed. Ids "wake/deck", "fuse/deck", "seat/deck", "half/deck", "second-meter/deck", "crimp".
std::vector<WorkStep> looksBeside(const Plan& plan, const Figures& figures);
/// The order, and the looks behind it.
std::vector<WorkStep> orderAndLooks(const Plan& plan, const Figures& figures);

enum class StepStanding : std::uint8_t { Open, Passed, CannotTell, Failed };
struct StepJudged {
  StepStanding standing = StepStanding::Open;
  std::string words;                  ///< "passes: 53.71 ± 0.28 V lies inside 42 … 54.9 V"
  std::optional<Otherwise> likely;    ///< of one that failed
  std::optional<std::size_t> record;  ///< that it rests on
  bool overridden = false;            ///< outside, and somebody went on with a written reason: only where nothing can burn
};
/// Whether a reading outside may be passed over with a written reason: not where it protects from fire, shock or a spark between packs.
inline bool mayBeOverridden(const Gate& gate) { return gate.severity != Severity::Stop; }
/// By how much a reading lies outside: the headline of its finding.
double beyond(const Gate& gate, double reading);
/// A reading against a gate. `doubt`: by how much it may be off; one whose band crosses an end of the window cannot tell.
StepJudged judged(const Gate& gate, double reading, double doubt);
/// By the last record of the step.
StepJudged judgedOf(const Plan& plan, const WorkStep& step);
/// By how much a reading in the gate's unit may be off, by the plan's meter.
double doubtOf(const Plan& plan, const Gate& gate, double reading);

/// Whether one may ride on it: what is open, in words.
struct Release {
  enum class May : std::uint8_t { NotYet, Supervised, Ride } may = May::NotYet;
  std::vector<std::string> open;  ///< steps that have not passed, then what is left of parts, joints and screws
  std::vector<std::string> unproven;
};
Release releaseOf(const Plan& plan, const Assessment& assessment, const std::vector<WorkStep>& order);

}  // namespace usherwright
