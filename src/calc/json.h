// JSON for programs: stable names, full precision, units in the names. Documented in docs/command-line.md.
#pragma once

#include <nlohmann/json.hpp>
#include <optional>
#include <string>

namespace usherwright::calc {

using Json = nlohmann::ordered_json;

/// Valid whatever bytes the texts hold: what was typed on a command line may be no text.
std::string printed(const Json& json);

template <class T>
Json orNull(const std::optional<T>& value) {
  if (!value) return nullptr;
  if constexpr (std::is_arithmetic_v<T>) return *value;
  else return value->value();
}

}  // namespace usherwright::calc
