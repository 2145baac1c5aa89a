// What a shell offers behind usherwright-calc.
#pragma once

#include <CLI/CLI.hpp>
#include <string>
#include <vector>

namespace usherwright::calc {

/// Words that an option takes.
struct OptionWords {
  std::string option;
  std::vector<std::string> words;
};

/// A script for bash, from the table of commands that the parser holds: commands, their options, what those take, then files of plans.
std::string bashCompletion(CLI::App& app, const std::vector<OptionWords>& words);

}  // namespace usherwright::calc
