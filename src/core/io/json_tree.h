// JSON text as a tree, within bounds: depth, size, number of values, no key twice. Private to the readers of this folder.
#pragma once

#include <nlohmann/json.hpp>
#include <string>
#include <string_view>

#include "core/quantity/problem.h"

namespace usherwright {

using Json = nlohmann::ordered_json;

/// Thrown inside a reader only; never leaves its file.
struct Refused {
  Problem problem;
};
[[noreturn]] void refuse(std::string place, std::string found, std::string expected);

/// What a value is, for a sentence.
std::string described(const Json& json);

/// Adds a key that is not there yet: the library would look through all the others first.
inline void append(Json& object, std::string key, Json value) {
  object.get_ref<Json::object_t&>().push_back({std::move(key), std::move(value)});
}

/// Throws Refused with the line of a fault.
Json parsedJson(std::string_view text);

/// JSON text, valid whatever the texts hold.
std::string dumped(const Json& json, int indent);

}  // namespace usherwright
