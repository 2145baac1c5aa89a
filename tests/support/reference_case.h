// Reads the worked cases in tests/reference/cases and compares figures within their tolerances.
#pragma once

#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include "core/joining/discharge.h"
#include "core/pack/pack_model.h"

namespace reference {

using Json = nlohmann::json;

std::string sourcePath(const std::string& relative);
std::string readFile(const std::string& path);
Json load(const std::string& name);

/// Catch checks: the figure exists in `expected` and the value is within its tolerance.
void checkFigure(const Json& expected, const std::string& figure, double value);
void checkFigure(const Json& expected, const std::string& figure, const std::string& value);
void checkFigure(const Json& expected, const std::string& figure, bool value);
/// An optional figure: null must be empty.
void checkOptional(const Json& expected, const std::string& figure, std::optional<double> value);
/// Compares one row of a table by its column tolerances.
void checkRow(const Json& table, std::size_t row, const std::vector<Json>& values);

usherwright::Source sourceOf(const Json& pack);
usherwright::Joint jointOf(const Json& joint);
usherwright::DischargeInput dischargeOf(const Json& inputs);
usherwright::Chemistry chemistryOf(const std::string& name);

}  // namespace reference
