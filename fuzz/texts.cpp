// Figures as a person types them, and texts on their way to a terminal or into a sentence. The first byte chooses the kind of figure.
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "core/parts/water_code.h"
#include "core/parts/wire.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

using namespace usherwright;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  if (size == 0) return 0;
  const std::string text(reinterpret_cast<const char*>(data + 1), size - 1);
  constexpr int kinds = static_cast<int>(Kind::Text);
  if (const int kind = data[0] % (kinds + 2); kind < kinds) {
    static_cast<void>(parseQuantity(text, static_cast<Kind>(kind)));
    static_cast<void>(parseToleranced(text, static_cast<Kind>(kind)));
    return 0;
  } else if (kind == kinds) {
    static_cast<void>(parseWireSize(text));
    static_cast<void>(readWaterCode(text));
    return 0;
  }
  if (strayIn(forTerminal(text), Breaks::Allowed)) std::abort();
  if (strayIn(inQuotes(text), Breaks::No)) std::abort();
  return 0;
}
