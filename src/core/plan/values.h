// What every object of a plan is made of: values on their way, keys that are kept unread.
#pragma once

#include <map>
#include <span>
#include <string>
#include <variant>

#include "core/quantity/shared.h"

namespace usherwright {

/// A value on its way between a plan and a file, widget or edit. Monostate = not known yet.
/// Numbers are in the file unit; choices are their file words.
using FieldValue = std::variant<std::monostate, double, bool, std::string>;

/// Keys of a file that this version does not know, as JSON text; they survive a round trip and are shared between
/// the steps that can be undone.
using UnknownKeys = Shared<std::map<std::string, std::string>>;

/// The rows of the field table for one kind of object (fields.h).
struct FieldSpec;
using FieldRows = std::span<const FieldSpec>;

}  // namespace usherwright
