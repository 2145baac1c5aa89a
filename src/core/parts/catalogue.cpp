// The shipped tables, read from their text once.
#include "core/parts/catalogue.h"

#include <algorithm>

#include "core/parts/catalogue_data.h"
#include "core/quantity/csv.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

/// A row of a shipped table. What ships is sound; anything else is a bug of this build.
class Row {
 public:
  Row(const CsvTable& table, std::size_t row) : table_(table), row_(row) {}

  const std::string& text(std::string_view column) const {
    const int at = table_.column(column);
    ensure(at >= 0, "a column of a shipped table is missing");
    return table_.rows[row_][static_cast<std::size_t>(at)];
  }
  double number(std::string_view column) const {
    const auto value = parseNumber(text(column));
    ensure(value.has_value(), "a number of a shipped table cannot be read");
    return *value;
  }
  bool yes(std::string_view column) const { return text(column) == "yes"; }

 private:
  const CsvTable& table_;
  std::size_t row_;
};

CsvTable shippedTable(std::string_view text) {
  auto table = readCsv(text);
  ensure(table.has_value(), "a shipped table cannot be read");
  return std::move(*table);
}

Catalogue build() {
  Catalogue c;
  const CsvTable connectors = shippedTable(shipped::connectors);
  for (std::size_t i = 0; i < connectors.rows.size(); ++i) {
    const Row row(connectors, i);
    c.connectors.push_back({row.text("id"), row.text("name"), Ampere(row.number("continuous_A")), Ampere(row.number("ten_seconds_A")),
                            MilliOhm(row.number("contact_mohm")), row.text("largest_wire"), row.yes("for_charging"), row.yes("anti_spark"),
                            row.yes("shrouded")});
  }
  const CsvTable fuses = shippedTable(shipped::fuses);
  for (std::size_t i = 0; i < fuses.rows.size(); ++i) c.fuseRatings.emplace_back(Row(fuses, i).number("rating_A"));
  return c;
}

}  // namespace

const ConnectorClass* Catalogue::connector(std::string_view id) const {
  const auto found = std::find_if(connectors.begin(), connectors.end(), [&](const ConnectorClass& c) { return c.id == id; });
  return found == connectors.end() ? nullptr : &*found;
}

const Catalogue& shippedCatalogue() {
  static const Catalogue catalogue = build();
  return catalogue;
}

}  // namespace usherwright
