// The command line as a library: arguments in, text and an exit code out, so that tests need no process.
#pragma once

#include <string>
#include <vector>

#include "core/assess/assessment.h"
#include "core/label/label.h"

namespace usherwright::calc {

/// Input that cannot be read, or output that cannot be written.
inline constexpr int failed = 2;

/// 0 no Stop, 1 a Stop (or an unaccepted Mind with --strict), 2 failed, 64 bad usage. Nothing in the texts acts on a terminal.
struct Outcome {
  int exitCode = 0;
  std::string output;
  std::string errors;
};

/// Runs `usherwright-calc` with these arguments (program name not included).
Outcome run(const std::vector<std::string>& arguments);

// ---- reading a label, text for people and JSON for programs; what works on a plan is in command.h ----
std::string labelText(const std::string& label, Known<LabelSubject> on);
std::string labelJson(const std::string& label, Known<LabelSubject> on);

}  // namespace usherwright::calc
