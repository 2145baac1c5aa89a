// What a plan can be written out as, for other programs: one table for command line and window.
#pragma once

#include <span>
#include <string>
#include <string_view>

#include "core/assess/assessment.h"
#include "core/quantity/problem.h"

namespace usherwright {

/// Where it is offered beside the menu.
enum class Exported : std::uint8_t { Plan, Ride, Harness, Charging, Fit, Build, Log };

struct Export {
  std::string_view name;    ///< stable, one word: "table"
  std::string_view words;   ///< as shown: "The ride as a table"
  std::string_view tells;   ///< what is in it, in one line
  std::string_view ending;  ///< of the file: ".csv"
  Exported about;
  Expected<std::string> (*write)(const Plan&, const Assessment&);
};

std::span<const Export> exports();
/// Null if there is none of that name.
const Export* findExport(std::string_view name);

}  // namespace usherwright
