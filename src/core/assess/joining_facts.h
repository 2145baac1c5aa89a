// What station Joining says beside the simulation: may these two be plugged together now, which bare ends are live, where
// charge may go in, what both hold together, how to prove that they share, and what a second pack changes.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/joining/sharing.h"
#include "core/pack/readings.h"

namespace usherwright {

// ---- two readings before a plain plug ----

enum class Meeting : std::uint8_t { Safe, Wait, Stop, NotRested, NotRead, NoLimit, Unlike };
std::string_view meetingWord(Meeting meeting);

struct MeetingFigures {
  Meeting verdict = Meeting::NotRead;
  std::size_t high = 0, low = 0;  ///< packs
  Known<Volt> highReading, lowReading;
  Volt gap, doubt, window;
  Ampere peak;
  Known<Ampere> perCell;       ///< into each cell of the lower pack
  Known<Ampere> perCellLimit;  ///< that it may take
  Equalising equalising;
  bool measuredResistance = false;  ///< both packs': else 0.8 of what is assumed
  Known<Volt> chargeTo;             ///< the lower pack's rest voltage at which the window opens, doubt counted
  Known<Volt> chargeAtMost;         ///< the rest voltage of the fuller one
  Known<Second> chargeFor;          ///< with its own charger
  bool curvesFlat = false;          ///< inside the window, yet more than 0.10 of charge apart: equal volts, unequal charge
};
/// Safe if gap + doubt ≤ window, Stop if gap − doubt > window, else Wait; both rested 30 min or more.
MeetingFigures meetingOf(const Plan& plan, const Figures& figures);

// ---- live ends ----

/// Unseen: live, and nobody has looked at its contacts; it is to be taken for bare.
enum class EndState : std::uint8_t { Hot, Unseen, Covered, Leak, Charged, Dead };
std::string_view endStateWord(EndState state);

/// Who is plugged in: a bit per pack, and the plug behind the joint; which fuses are in, and the main switch.
struct PlugState {
  std::uint32_t plugged = 0;
  bool output = true;
  std::uint32_t fuses = 0xf;
  bool closed = true;  ///< of a plan with a main switch
  friend bool operator==(const PlugState&, const PlugState&) = default;
};

struct LiveEnd {
  enum class Place : std::uint8_t { PackHalf, JointHalf, JointOutput, ControllerHalf, ChargePort, SwitchEnd };
  Place place = Place::PackHalf;
  int pack = -1;
  EndState state = EndState::Dead;
  Volt volts;
  std::string words;  ///< "sockets of stock pack: 49.2 V, cap them"
};
/// Every contact that is open in this state, and what stands on it.
std::vector<LiveEnd> liveEnds(const Plan& plan, const Figures& figures, const PlugState& state);

/// Where charge may go in while the packs are joined: a sentence per pack.
struct ChargePath {
  bool allowed = false;
  std::string words;
};
std::vector<ChargePath> chargePaths(const Plan& plan, const Figures& figures);

// ---- what both hold, how fast, and how to prove that they share ----

struct Combined {
  StateOfCharge truth, gauge;
  WattHour energy;       ///< left, at nominal volts
  bool measured = true;  ///< from rested readings of every pack
  std::string lies;      ///< "the gauge will read 9 points high"
};
Combined combinedCharge(const Plan& plan, const Figures& figures);

struct SourceSpeed {
  std::string name;
  Volt rest;
  KilometrePerHour speed;
};
/// No-load wheel speed on each pack alone, proportional to its rest voltage. Empty while no speed is known.
std::vector<SourceSpeed> noLoadSpeeds(const Plan& plan, const Figures& figures);

/// A way to see on the bike whether the packs share, with what must be read if they do.
struct ShareProof {
  std::string way, expect, ifNot;
};
std::vector<ShareProof> shareProofs(const Plan& plan, const Figures& figures);

/// What the check of a logged ride needs, from the plan's ride; empty with fewer than two packs, with unlike ones, whose
/// volts do not fall along one curve, and behind a converter.
std::optional<SharingInput> sharingInputOf(const Figures& figures);

/// "What does a second pack change?" in four lines: the controller's limit, sag, no-load speed, life.
struct SecondPackLine {
  std::string what, answer, why;
};
std::vector<SecondPackLine> secondPackChanges(const Plan& plan, const Figures& figures);

/// The ride of today with the charges of now.
struct RidePlan {
  Kilometre reach;                 ///< to the floor, likely
  Kilometre reserve;               ///< kept for the way home
  Kilometre turnRound;             ///< (reach − reserve)/2, not below 0
  Known<Kilometre> route;          ///< the first ride of the plan
  bool enough = false;             ///< the route and the reserve are inside the reach
  std::vector<std::string> order;  ///< who is used in which order; one line if all together
};
/// Empty without a ride or a pack.
std::optional<RidePlan> ridePlanOf(const Plan& plan, const Figures& figures);

/// Where the gauge lies most on the ride.
struct GaugeLie {
  Second at;
  StateOfCharge gauge, truth;
};
std::optional<GaugeLie> worstGaugeLie(const Figures& figures);

/// Which low cut acts at how many volts of each pack's own cells: the controller's and its BMS's.
struct LowCut {
  std::string name;
  Volt bmsAtPack;  ///< BMS cut-off × S
  Known<Volt> controllerPerCell;
  std::string first;  ///< "the controller", "its BMS"
};
std::vector<LowCut> lowCuts(const Figures& figures);

}  // namespace usherwright
