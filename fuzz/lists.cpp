// Lists from anywhere: cells, boards, adapters, rides, logs, recordings, outlines, any table. The first byte chooses the reader.
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "core/fit/outline_csv.h"
#include "core/instrument/recording.h"
#include "core/io/log_csv.h"
#include "core/io/plan_json.h"
#include "core/io/ride_table.h"
#include "core/joining/sharing.h"
#include "core/parts/catalogue.h"
#include "core/plan/edit.h"
#include "core/plan/ride_list.h"
#include "core/plan/shelf.h"
#include "core/quantity/csv.h"

using namespace usherwright;

namespace {

void table(const std::string& text) {
  const auto read = readCsv(text);
  if (!read) return;
  for (const auto& row : read->rows)
    for (const std::string& field : row) {
      if (field.empty() || field.find_first_of(std::string("\0\r\n", 3)) != std::string::npos) continue;
      const auto back = readCsv("x\n" + csvText(field) + "\n");
      if (!back || back->rows.empty() || back->rows[0][0] != field) std::abort();
    }
}

/// What a log brings into a plan is written and comes back.
void log(const std::string& text) {
  static const Plan plan = withNewPack(Plan{});
  const auto next = withLogCsv(plan, text);
  if (!next) return;
  const auto back = withLogCsv(plan, logCsv(*next));
  if (!back || back->log.all() != next->log.all() || back->rides.all() != next->rides.all()) std::abort();
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  if (size == 0) return 0;
  const std::string text(reinterpret_cast<const char*>(data + 1), size - 1);
  std::vector<std::string> said;
  switch (data[0] % 10) {
    case 0:
      if (const auto cells = readCellList(text); cells && !readCellList(writeCellList(*cells))) std::abort();
      break;
    case 1: static_cast<void>(readBoardList(text)); break;
    case 2: static_cast<void>(readAdapters(text, shippedCatalogue())); break;
    case 3: static_cast<void>(readRidePower(text)); break;
    case 4: static_cast<void>(readRide(text)); break;
    case 5: static_cast<void>(readRideTable(text, said)); break;
    case 6: log(text); break;
    case 7: static_cast<void>(readRecord(text)); break;
    case 8: static_cast<void>(withOutline(withNewPack(Plan{}), 0, text)); break;
    default: table(text);
  }
  return 0;
}
