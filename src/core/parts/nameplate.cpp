// Classes of volts.
#include "core/parts/nameplate.h"

#include <array>

namespace usherwright {

std::vector<NameplateOption> nameplateOptions(Volt nameplate) {
  struct Row {
    double volts;
    int series;
    Chemistry chemistry;
  };
  static constexpr std::array rows{
      Row{22, 6, Chemistry::Nmc},   Row{24, 7, Chemistry::Nmc},  Row{24, 8, Chemistry::Lfp},   Row{24, 12, Chemistry::Lead},
      Row{36, 10, Chemistry::Nmc},  Row{36, 12, Chemistry::Lfp}, Row{36, 18, Chemistry::Lead}, Row{43, 12, Chemistry::Nmc},
      Row{44, 12, Chemistry::Lipo}, Row{48, 13, Chemistry::Nmc}, Row{48, 14, Chemistry::Nmc},  Row{48, 12, Chemistry::Nmc},
      Row{48, 16, Chemistry::Lfp},  Row{48, 15, Chemistry::Lfp}, Row{48, 24, Chemistry::Lead}, Row{52, 14, Chemistry::Nmc},
      Row{60, 16, Chemistry::Nmc},  Row{60, 17, Chemistry::Nmc}, Row{60, 20, Chemistry::Lfp},  Row{60, 30, Chemistry::Lead},
      Row{72, 20, Chemistry::Nmc},  Row{72, 24, Chemistry::Lfp}, Row{72, 36, Chemistry::Lead}};
  std::vector<NameplateOption> out;
  for (const Row& r : rows)
    if (Volt(r.volts) == nameplate)
      out.push_back({r.series, std::string(factsOf(r.chemistry).name), factsOf(r.chemistry).charge * r.series, r.chemistry});
  return out;
}

}  // namespace usherwright
