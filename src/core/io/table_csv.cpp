// Rows of a ride; ids are free text and are quoted.
#include "core/io/table_csv.h"

#include <fmt/format.h>

#include <iterator>

#include "core/quantity/csv.h"

namespace usherwright {

std::string tableCsv(const Table& table, const std::vector<std::string>& ids) {
  std::string out = "time_s,bus_V,load_A";
  for (std::size_t k = 0; k < table.packs(); ++k) {
    const std::string id = k < ids.size() ? ids[k] : std::to_string(k);
    out += "," + csvText(id + "_A") + "," + csvText(id + "_soc");
  }
  out += "\n";
  for (std::size_t i = 0; i < table.rows(); ++i) {
    fmt::format_to(std::back_inserter(out), "{:.6g},{:.6g},{:.6g}", table.time()[i], table.bus()[i], table.load()[i]);
    for (std::size_t k = 0; k < table.packs(); ++k)
      fmt::format_to(std::back_inserter(out), ",{:.6g},{:.6g}", table.current(k)[i] + 0.0, table.soc(k)[i]);
    out += "\n";
  }
  return out;
}

}  // namespace usherwright
