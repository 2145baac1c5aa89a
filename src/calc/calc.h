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

// ---- the parts, text for people and JSON for programs ----
std::string checkText(const Plan& plan, const Assessment& assessment);
std::string checkJson(const Plan& plan, const Assessment& assessment);
std::string showText(const Plan& plan, const Assessment& assessment);
std::string showJson(const Plan& plan, const Assessment& assessment);
std::string joinText(const Plan& plan, const Assessment& assessment);
std::string joinJson(const Plan& plan, const Assessment& assessment);
std::string nextText(const Plan& plan, const Assessment& assessment);
std::string nextJson(const Plan& plan, const Assessment& assessment);
std::string evidenceText(const Plan& plan, const Assessment& assessment);
std::string evidenceJson(const Plan& plan, const Assessment& assessment);
std::string labelText(const std::string& label, Known<LabelSubject> on);
std::string labelJson(const std::string& label, Known<LabelSubject> on);

}  // namespace usherwright::calc
