// The table of exports.
#include "core/io/exports.h"

#include <algorithm>
#include <array>

#include "core/io/spice.h"
#include "core/io/table_csv.h"

namespace usherwright {
namespace {

Expected<const DischargeRun*> rideOf(const Assessment& a) {
  const auto& ride = a.figures.ride;
  if (!ride || ride->end <= Second(0)) return unexpected("the ride", "none", "a plan with a pack and something to draw");
  return &*ride;
}

Expected<std::string> writeTable(const Plan&, const Assessment& a) {
  const auto ride = rideOf(a);
  if (!ride) return tl::unexpected(ride.error());
  std::vector<std::string> ids;
  for (const Source& s : (*ride)->input().sources) ids.push_back(s.id);
  return tableCsv((*ride)->table(Second(1)), ids);
}

Expected<std::string> writeNetlist(const Plan&, const Assessment& a) {
  const auto ride = rideOf(a);
  if (!ride) return tl::unexpected(ride.error());
  return spiceExport(**ride);
}

}  // namespace

std::span<const Export> exports() {
  static constexpr std::array rows{
      Export{"table", "The ride as a table", "the simulated ride, a row every second, as CSV", ".csv", writeTable},
      Export{"netlist", "The circuit as a netlist", "the joined packs for a SPICE program; refused for packs that take turns", ".cir",
             writeNetlist}};
  return rows;
}

const Export* findExport(std::string_view name) {
  const auto rows = exports();
  const auto at = std::find_if(rows.begin(), rows.end(), [&](const Export& row) { return row.name == name; });
  return at == rows.end() ? nullptr : &*at;
}

}  // namespace usherwright
