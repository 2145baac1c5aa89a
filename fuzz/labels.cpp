// The print of a label, of any bytes: read, and written as JSON that is JSON, with pieces that stand in the text; and what is claimed in
// it. The first byte chooses what it is stuck on.
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <cstdlib>

#include <nlohmann/json.hpp>

#include "calc/calc.h"
#include "core/label/claims.h"

using namespace usherwright;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  if (size == 0) return 0;
  const std::string text(reinterpret_cast<const char*>(data + 1), size - 1);
  const std::size_t kind = data[0] % (labelSubjectCount + 1);
  const Known<LabelSubject> on = kind < labelSubjectCount ? Known<LabelSubject>(static_cast<LabelSubject>(kind)) : std::nullopt;
  for (const LabelValue& v : readLabel(text, on).values)
    if (!std::isfinite(v.value) || text.find(v.piece) == std::string::npos) std::abort();
  if (!nlohmann::json::accept(calc::labelJson(text, on))) std::abort();
  for (const ClaimVerdict& c : checkClaims(text, {}))
    if (!std::isfinite(c.value)) std::abort();
  return 0;
}
