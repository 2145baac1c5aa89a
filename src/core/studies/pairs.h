// Which parts get on with which: every pack with every other pack, the controller, every accessory and every charger,
// before the packs are joined and after. Verdicts are those of the rules on the plan with these parts alone.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/quantity/progress.h"

namespace usherwright {

enum class Pairing : std::uint8_t { Goes, WithCare, Unproven, Never };
std::string_view pairingWord(Pairing pairing);

struct PairVerdict {
  Pairing pairing = Pairing::Goes;
  std::string rule;     ///< "BIKE-01", "" if it goes
  std::string because;  ///< its sentence, "" if it goes
};

enum class PairKind : std::uint8_t { Pack, Controller, Accessory, Charger };

/// A part against every pack of the plan, in its order.
struct PairRow {
  PairKind kind = PairKind::Controller;
  std::string name;
  struct Cell {
    bool applies = true;  ///< false for a pack with itself
    PairVerdict before;   ///< two packs: by a plain plug; else: this pack alone on the bike
    PairVerdict after;    ///< joined as the plan has it
  };
  std::vector<Cell> cells;
};

struct PairTable {
  std::vector<std::string> packs;
  std::vector<PairRow> rows;  ///< packs (if there are two), controller, accessories, chargers
};

/// A job: some fifty assessments for four packs and four chargers. Given up between two of them when told to stop;
/// the table is empty then.
PairTable pairsOf(const Plan& plan, const Catalogue& catalogue, const Progress& progress = {});

}  // namespace usherwright
