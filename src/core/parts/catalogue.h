// The parts that ship with the application: connector classes, adapters, fuses with their curves,
// switches, wires.
// Names are by contact and sustained current, never by maker.
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include "core/parts/plug_words.h"
#include "core/quantity/problem.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct ConnectorClass {
  std::string id;      ///< as in plan files, "bullet-3.5"
  std::string name;    ///< as shown, "two-pole 3.5 mm bullet, 30 A"
  std::string family;  ///< halves of one family go into each other
  Ampere continuous;
  Ampere tenSeconds;
  MilliOhm perContact;
  std::string smallestWire, largestWire;  ///< normal forms of wire sizes that its cups or clamps hold
  bool forCharging = false;               ///< made for charge ports
  bool antiSpark = false;
  bool shrouded = false;    ///< no contact can be touched, whichever half
  bool genderless = false;  ///< both halves are alike
  int polesInBody = 2;      ///< 1: each pole has a body of its own
  bool shells = true;       ///< one body goes over the other
  bool keyed = true;        ///< goes together one way only
  bool locking = false;
  int cycles = 0;  ///< of mating, until the contacts are worn
  Money price;     ///< of a pair
  friend bool operator==(const ConnectorClass&, const ConnectorClass&) = default;
};

/// One end of an adapter, by the places of its body: where plus usually stands (the mark), and the other one.
struct AdapterEnd {
  std::string connector;
  Contact marked = Contact::Genderless, other = Contact::Genderless;
  Shell shell = Shell::Outer;  ///< of a class with shells
  friend bool operator==(const AdapterEnd&, const AdapterEnd&) = default;
};

enum class AdapterWiring : std::uint8_t { Straight, Crossed, Series };

/// A short lead with a half at each end.
struct Adapter {
  std::string id;
  std::string name;
  AdapterEnd a, b;
  AdapterWiring wiring = AdapterWiring::Straight;  ///< from place to place; crossed: the marked one goes to the other one
  std::string size;
  Metre length;
  Money price;
  friend bool operator==(const Adapter&, const Adapter&) = default;
};

/// How long a kind of fuse takes at a multiple of its rating: the longest that its standard allows.
struct MeltingPoint {
  double multiple;
  Second time;
  friend bool operator==(const MeltingPoint&, const MeltingPoint&) = default;
};

struct FuseType {
  FuseKind kind = FuseKind::Blade;
  std::string name;
  Volt voltage;  ///< direct current
  Ampere breaking;
  double carry = 1.0;           ///< multiple of the rating that it carries for as long as a peak lasts
  std::vector<Ampere> ratings;  ///< rising
  std::vector<MeltingPoint> curve;
  std::string source;  ///< of the curve
  Money price;
  friend bool operator==(const FuseType&, const FuseType&) = default;
};

struct SwitchType {
  std::string id;
  std::string name;
  SwitchKind kind = SwitchKind::Switch;
  Volt voltage;  ///< direct current
  Ampere continuous;
  Ampere breaks;  ///< 0: never under current
  MilliOhm resistance;
  bool closesSoftly = false;
  Money price;
  friend bool operator==(const SwitchType&, const SwitchType&) = default;
};

/// A wire size as it is bought, with what covers its joints.
struct WireOffer {
  std::string size;
  Money perMetre;
  Millimetre sleeve;  ///< heat-shrink before it shrinks
  std::string boot;
  friend bool operator==(const WireOffer&, const WireOffer&) = default;
};

struct Catalogue {
  std::vector<ConnectorClass> connectors;
  std::vector<Ampere> fuseRatings;  ///< standard ratings, rising
  std::vector<Adapter> adapters;
  std::vector<FuseType> fuses;
  std::vector<SwitchType> switches;
  std::vector<WireOffer> wires;  ///< thin to thick, AWG before metric

  /// Null if there is no such connector, adapter or size.
  const ConnectorClass* connector(std::string_view id) const;
  const Adapter* adapter(std::string_view id) const;
  const WireOffer* wire(std::string_view size) const;
};

/// A list of adapters as comma-separated text, with the columns of the shipped one. Errors name line and column: an unknown
/// connector, contact, shell, wiring or size, a number that is none, an id that is empty or there twice.
Expected<std::vector<Adapter>> readAdapters(std::string_view text, const Catalogue& catalogue);
std::string adaptersCsv(const std::vector<Adapter>& adapters, const Catalogue& catalogue);

/// The catalogue that ships: deterministic, no files needed.
const Catalogue& shippedCatalogue();

}  // namespace usherwright
