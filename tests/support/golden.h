// Texts that are kept word for word beside the tests, and compared.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/plan/plan.h"

namespace golden {

/// Where two lines say something else; npos if they say the same, but for the last digit of a simulated figure.
std::size_t differsAt(const std::string& was, const std::string& is);
/// The text against a file of tests/data/said, line by line; the first line that differs is shown. USHERWRIGHT_GOLDEN=write
/// takes the new.
void compare(const std::string& name, const std::string& now);
/// The examples and the judged plans that load, by name.
std::vector<std::pair<std::string, usherwright::Plan>> plans();

}  // namespace golden
