// Whatever a person may type or paste: labels, claims, numbers, lists of cells and boards, logged rides, power lists. The first
// byte chooses the reader.
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "calc/calc.h"
#include "core/joining/sharing.h"
#include "core/plan/ride_list.h"
#include "core/plan/shelf.h"
#include "core/quantity/csv.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

using namespace usherwright;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  if (size == 0) return 0;
  const std::string text(reinterpret_cast<const char*>(data + 1), size - 1);
  switch (data[0] % 8) {
    case 0: static_cast<void>(calc::labelText(text, std::nullopt)); break;
    case 1: static_cast<void>(calc::labelJson(text, std::nullopt)); break;
    case 2:
      for (int kind = 0; kind < static_cast<int>(Kind::Text); ++kind) {
        static_cast<void>(parseQuantity(text, static_cast<Kind>(kind)));
        static_cast<void>(parseToleranced(text, static_cast<Kind>(kind)));
      }
      break;
    case 3:
      if (const auto cells = readCellList(text))
        if (!readCellList(writeCellList(*cells))) std::abort();
      break;
    case 4: static_cast<void>(readBoardList(text)); break;
    case 5:
      if (const auto table = readCsv(text))
        for (const auto& row : table->rows)
          for (const std::string& field : row) {
            if (field.find('\0') != std::string::npos || field.empty()) continue;
            const auto back = readCsv("x\n" + csvText(field) + "\n");
            if (!back || back->rows.empty() || back->rows[0][0] != field) {
              if (field.find('\r') == std::string::npos && field.find('\n') == std::string::npos) std::abort();
            }
          }
      break;
    case 6:
      static_cast<void>(readRidePower(text));
      static_cast<void>(readRide(text));
      break;
    default:
      if (strayIn(forTerminal(text), Breaks::Allowed)) std::abort();
      if (strayIn(inQuotes(text), Breaks::No)) std::abort();
  }
  return 0;
}
