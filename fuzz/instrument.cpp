// Lines of the instruments' protocol, of any bytes: what is read is written and reads the same.
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include "core/instrument/line.h"

using namespace usherwright;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  for (std::size_t from = 0; from < text.size();) {
    const std::size_t to = std::min(text.find('\n', from), text.size());
    const std::string_view line = text.substr(from, to - from);
    from = to + 1;
    if (const auto read = parseInstrumentLine(line)) {
      const std::string once = std::visit([](const auto& l) { return lineOf(l); }, *read);
      const auto again = parseInstrumentLine(std::string_view(once).substr(0, once.size() - 1));
      if (!again || std::visit([](const auto& l) { return lineOf(l); }, *again) != once) std::abort();
    }
    if (const auto command = parseInstrumentCommand(line)) {
      const std::string once = lineOf(*command);
      if (!parseInstrumentCommand(std::string_view(once).substr(0, once.size() - 1))) std::abort();
    }
  }
  return 0;
}
