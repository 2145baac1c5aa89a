// A row of what is expected of a plan: rule, part, whether it fires, how severe, and what it is about.
#pragma once

#include <algorithm>
#include <regex>
#include <sstream>
#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace plans {

using namespace usherwright;

inline std::vector<std::string> fieldsOfLine(const std::string& line) {
  std::vector<std::string> out;
  std::stringstream stream(line);
  for (std::string field; std::getline(stream, field, '\t');) out.push_back(field);
  return out;
}

struct Expectation {
  std::string rule, part, expect, severity, about;

  bool holds(const Assessment& a) const {
    const bool hit = std::any_of(a.findings.begin(), a.findings.end(), [&](const Finding& f) { return matches(f); });
    return hit == (expect == "fire");
  }

 private:
  bool isLevel(Severity s) const {
    if (severity == "any" || severity == "Note+") return true;
    if (severity == "Mind+") return s != Severity::Note;
    return severityWord(s) == severity;
  }

  bool matches(const Finding& f) const {
    if (f.id == "SAFE-01" || !std::regex_match(f.id, std::regex(rule))) return false;
    if (part != "*" && f.part.find(part) == std::string::npos) return false;
    if (!isLevel(f.severity)) return false;
    if (about == "ACCEPTED:no") return !f.acceptedBecause;
    if (about.starts_with("DO:")) return std::regex_search(f.what, std::regex(about.substr(3)));
    return about == "*" || std::regex_search(f.sentence + " " + f.part + " " + f.pointer, std::regex(about, std::regex::icase));
  }
};

}  // namespace plans
