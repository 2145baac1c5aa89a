// The commands on a plan. Each is a file of its own: its text for people, its JSON for programs, its row.
#pragma once

#include <array>
#include <string>

#include "core/assess/assessment.h"

namespace usherwright::calc {

struct Command {
  const char* name;
  const char* words;
  std::string (*text)(const Plan&, const Assessment&);
  std::string (*json)(const Plan&, const Assessment&);
  bool judges = false;  ///< a Stop is an exit code; takes --strict
};

Command checkCommand();
Command showCommand();
Command joinCommand();
Command wireCommand();
Command chargeCommand();
Command fitCommand();
/// A layout kept for every pack that has a room and none: for the command lay-out. Error: a room that holds no such cells.
Expected<Plan> withLayouts(const Plan& plan, const Assessment& assessment);

Command endsCommand();
Command sizesCommand();
Command shortsCommand();
Command nextCommand();
Command evidenceCommand();
Command claimsCommand();
Command hintsCommand();
Command waysCommand();
Command mendCommand();
Command suggestCommand();
Command stopsCommand();
Command keptCommand();

/// In the order of the manual.
inline constexpr std::array planCommands{&checkCommand, &showCommand,  &fitCommand,    &joinCommand,    &wireCommand,     &chargeCommand,
                                         &endsCommand,  &sizesCommand, &shortsCommand, &nextCommand,    &evidenceCommand, &claimsCommand,
                                         &hintsCommand, &waysCommand,  &mendCommand,   &suggestCommand, &stopsCommand,    &keptCommand};

}  // namespace usherwright::calc
