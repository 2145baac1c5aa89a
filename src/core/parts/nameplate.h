// The packs that are sold under a class of volts.
#pragma once

#include <string>
#include <vector>

#include "core/parts/chemistry.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// The layouts sold under a nameplate voltage: chemistry and series count with full voltage.
struct NameplateOption {
  int series = 0;
  std::string chemistry;
  Volt full;
  Chemistry kind = Chemistry::Nmc;
};
/// Most usual first; empty for volts that are no class.
std::vector<NameplateOption> nameplateOptions(Volt nameplate);

}  // namespace usherwright
