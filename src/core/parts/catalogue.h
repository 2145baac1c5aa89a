// The parts that ship with the application: connector classes and standard fuse ratings.
// Names are by contact and sustained current, never by maker.
#pragma once

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

#include "core/quantity/quantity.h"

namespace usherwright {

struct ConnectorClass {
  std::string id;    ///< as in plan files, "bullet-3.5"
  std::string name;  ///< as shown, "two-pole 3.5 mm bullet, 30 A"
  Ampere continuous;
  Ampere tenSeconds;
  MilliOhm perContact;
  std::string largestWire;   ///< normal form of a wire size
  bool forCharging = false;  ///< made for charge ports
  bool antiSpark = false;
  bool shrouded = false;  ///< genderless and shrouded
  friend bool operator==(const ConnectorClass&, const ConnectorClass&) = default;
};

struct Catalogue {
  std::vector<ConnectorClass> connectors;
  std::vector<Ampere> fuseRatings;  ///< standard ratings, rising

  /// Null if there is no such connector.
  const ConnectorClass* connector(std::string_view id) const;
};

/// The catalogue that ships: deterministic, no files needed.
const Catalogue& shippedCatalogue();

}  // namespace usherwright
