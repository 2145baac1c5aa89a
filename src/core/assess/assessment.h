// Everything worked out from a plan. Pure and total: any plan that loads gives an assessment.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/assess/finding.h"
#include "core/assess/parts_wanted.h"
#include "core/charging/charge_run.h"
#include "core/charging/charging.h"
#include "core/fit/figures.h"
#include "core/harness/harness.h"
#include "core/joining/discharge.h"
#include "core/joining/equalise.h"
#include "core/limits/limits.h"
#include "core/pack/pack_model.h"
#include "core/parts/catalogue.h"
#include "core/quantity/date.h"
#include "core/travel/learn.h"
#include "core/travel/need.h"
#include "core/travel/on_ground.h"
#include "core/travel/travel.h"
#include "core/wiring/protection.h"

namespace usherwright {

struct PackFigures {
  Makeup makeup;
  PackModel model;
  Source source;             ///< as it meets the bus, at its present charge
  Ohm toJoint;               ///< fuse, contacts, lead; without the pack's inside and the joint
  Known<Ampere> chargeLead;  ///< what the charge lead carries in the hottest air
  ShortSource shortSource;
  ShortCurrents shorts;       ///< at its own fuse
  Ampere backFed;             ///< what the packs hard-joined with it push together into a short on its side, to be broken
  Known<Ampere> perCellPeak;  ///< at the largest current the pack must carry
  Known<Ampere> perCellSustained;
  Known<StateOfCharge> givesUp;  ///< alone, 10 s at peak, at cut-off + tolerance
  Known<Volt> sagAtPeak;
  Known<Kelvins> rise;                        ///< over the route alone, or 30 min sustained
  std::shared_ptr<const DischargeRun> alone;  ///< from its ceiling to the floor at the route's power
  Known<Kilometre> rangeAlone;
  std::shared_ptr<const FitFigures> fit;  ///< null while nobody has said anything of a room
};

/// Three amperes and more through a barrel port: whether anything at the port, or the maker of the pack, says that it takes them.
enum class BarrelLoad : std::uint8_t { Fine, Stated, TooMuch };
inline constexpr Ampere barrelMost{3};

struct ChargeFigures {
  std::size_t charger = 0;
  std::size_t pack = 0;
  bool assigned = false;
  bool known = false;         ///< output and current are known
  bool outputKnown = false;   ///< then verdict and excess hold, whatever the current is
  bool currentKnown = false;  ///< then currentOk holds
  ChargeVerdict verdict = ChargeVerdict::Right;
  Volt excess;  ///< per cell
  std::optional<StateOfCharge> reached;
  std::optional<CurrentLimit> limit;
  bool withinLimit = true;  ///< of the limit
  BarrelLoad barrel = BarrelLoad::Fine;
  bool currentOk = true;                 ///< within the limit, and not too much for a barrel
  std::shared_ptr<const ChargeRun> run;  ///< from the present charge; assigned and sound pairs only
};

struct RangeFigures {
  bool known = false;    ///< there is a route and a pack
  RouteEstimate route;   ///< the first of the planned ones
  Watt worstTenMinutes;  ///< of all the planned ones
  WattHour usable;       ///< joined, full to the floor, at the controller
  Kilometre cautious, likely, hopeful;
  Known<Kilometre> stockAlone;                                ///< the first pack alone
  Kilometre now;                                              ///< likely, from the present charges
  Learned learned;                                            ///< from the rides that were done
  std::vector<std::shared_ptr<const Ground>> grounds;         ///< of each route; null without a track
  std::vector<std::shared_ptr<const GroundRide>> overGround;  ///< of each route; null where its track does not count
  std::shared_ptr<const DischargeRun> way;                    ///< the first route from the present charges; null without one
};

struct HarnessFigures {
  Harness harness;
  Celsius air;                     ///< the hottest that its leads lie in
  std::vector<LeadFigures> leads;  ///< in the order of the harness
  std::vector<PathFigures> paths;  ///< from each pack
  const LeadFigures* of(const std::string& lead) const;
  /// The path that drops most; null while none is known.
  const PathFigures* longest() const;
};

struct Figures {
  std::vector<PackFigures> packs;
  Demand demand;
  std::vector<Element> elements;
  int narrows = -1;
  HarnessFigures wiring;
  Ohm common;
  Volt cutoff;  ///< 0 if not known
  Gauge gauge;
  Joint joint;
  Load rideLoad;
  std::shared_ptr<const DischargeRun> ride;  ///< present charges, the ride's load; null without packs
  std::shared_ptr<const DischargeRun> full;  ///< full to the floor at the route's power
  std::shared_ptr<const DischargeRun> now;   ///< present charges to the floor at the route's power
  StateOfCharge gaugeAtStart, truthAtStart;
  std::vector<std::size_t> hard;              ///< packs that are hard-joined with each other
  std::optional<ConnectWindow> window;        ///< of the pack that a plain plug would hit hardest
  std::size_t windowHigh = 0, windowLow = 0;  ///< the fullest pack and the receiving one
  Volt windowDoubt;                           ///< by how much the gap may be off
  Volt meetFrom, meetTo;                      ///< rest volts of the receiving pack between which they may meet
  std::vector<ChargeFigures> charging;        ///< every charger with every pack
  RangeFigures range;
  Known<NeedFigures> need;

  /// The element of a kind on the way of a pack; null if there is none.
  const Element* element(ElementKind kind, std::size_t pack) const;
  /// The narrows; null while no headroom is known.
  const Element* tightest() const { return narrows < 0 ? nullptr : &elements[static_cast<std::size_t>(narrows)]; }
};

struct Assessment {
  Figures figures;
  std::vector<Finding> findings;  ///< worst first

  int count(Severity severity) const;
  bool hasStop() const { return count(Severity::Stop) > 0; }
  /// The worst counted, unaccepted finding of a station.
  std::optional<Severity> worstOf(Station station) const;
};

/// What an assessment rests on besides the plan. Without a day nothing is judged by the calendar.
struct Given {
  Given(const Catalogue& parts, std::optional<Date> day = std::nullopt) : catalogue(parts), today(day) {}  // NOLINT: a catalogue is enough
  const Catalogue& catalogue;
  std::optional<Date> today;
  const Plan* from = nullptr;  ///< today's plan, where the one that is judged is a way forward from it
  Given comingFrom(const Plan& plan) const {
    Given given = *this;
    given.from = &plan;
    return given;
  }
};

/// Works out what is wanted. Runs whose inputs equal those of `previous` are taken from it; the result is the same, whatever
/// was wanted there.
Assessment assess(const Plan& plan, const Given& given, const Assessment* previous = nullptr, Parts wanted = Parts::all());

/// The findings, every untried cure of them carried out: those that help are kept, where the finding is gone or milder, no Stop is
/// new, and fewer are left. Where all have been tried, the same again.
std::vector<Finding> withCures(const Plan& plan, const Given& given, const Assessment& made);

/// What the bike's gauge would show at a controller voltage.
StateOfCharge gaugeAt(const Figures& figures, Volt controller);
/// Charge left in all packs together, as a share of all their capacity.
StateOfCharge truthAt(const Figures& figures, const Row& row);

}  // namespace usherwright
