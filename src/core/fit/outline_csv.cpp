// Corners from a list.
#include "core/fit/outline_csv.h"

#include <fmt/format.h>

#include <array>

#include "core/plan/edit.h"
#include "core/plan/pointers.h"
#include "core/quantity/csv.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {

Expected<Plan> withOutline(const Plan& plan, std::size_t pack, std::string_view csv) {
  if (pack >= plan.packs.size()) return noSuchEntry("/packs", pack);
  const Expected<CsvTable> table = readCsv(csv);
  if (!table) return tl::unexpected(table.error());
  const std::array<int, 2> column{table->column("x_mm"), table->column("y_mm")};
  for (const std::size_t axis : {0u, 1u})
    if (column[axis] < 0) return unexpected("line 1", axis == 0 ? "no column x_mm" : "no column y_mm", "columns x_mm and y_mm");
  constexpr std::size_t least = 3;
  if (table->rows.size() < least || table->rows.size() > mostEntries)
    return unexpected("the list", fmt::format("{} corners", table->rows.size()), fmt::format("{} to {}", least, mostEntries));
  Plan next = plan;
  Fit& fit = next.packs[pack].fit;
  fit.room = RoomKind::Outline;
  fit.outline.clear();
  for (std::size_t i = 0; i < table->rows.size(); ++i) {
    OutlinePoint corner;
    for (const std::size_t axis : {0u, 1u}) {
      const std::string& cell = table->rows[i][static_cast<std::size_t>(column[axis])];
      const auto value = parseQuantity(cell, Kind::SmallLength);
      constexpr double most = 5000;  // mm
      if (!value || *value < -most || *value > most)
        return unexpected(fmt::format("line {}, {}", i + 2, axis == 0 ? "x_mm" : "y_mm"), inQuotes(cell), "millimetres, −5000 to 5000");
      (axis == 0 ? corner.x : corner.y) = Millimetre(*value);
    }
    fit.outline.push_back(std::move(corner));
  }
  return next;
}

}  // namespace usherwright
