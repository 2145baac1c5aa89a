// Leads: from which end to which, of what copper.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Run {
  std::string id;
  std::string from;
  std::string to;
  Known<Pole> fromPole, toPole;  ///< of a run between two packs: which pole of each
  std::string size = "12awg";
  Known<Metre> lengthPlus;  ///< not known: along the drawn route
  Known<Metre> lengthMinus;
  Insulation insulation = Insulation::Silicone;
  int bundle = 2;
  bool closed = false;
  bool touchable = true;
  UnknownKeys unknown;
  friend bool operator==(const Run&, const Run&) = default;
};
FieldRows rowsOf(const Run*);

struct Wiring {
  std::vector<Run> runs;
  UnknownKeys unknown;
  friend bool operator==(const Wiring&, const Wiring&) = default;
};
FieldRows rowsOf(const Wiring*);

}  // namespace usherwright
