// Questions for the seller or dealer, made from what is not proven; the settings sheet of a BMS; the pack's passport.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/assess/assessment.h"

namespace usherwright {

struct Question {
  std::string about;  ///< "BMS of deck"
  std::string words;  ///< the question
  std::string why;
  std::string pointer;
};
/// In the order of the findings; conflicting values and untested cells ask too.
std::vector<Question> questionsFor(const Plan& plan, const Assessment& assessment);
/// As one text to send.
std::string questionText(const std::vector<Question>& questions);

/// A setting on a line from `low` to `high`; where it may lie, and where it lies.
struct SettingScale {
  double low = 0, high = 1;
  std::optional<double> least, most, value;
};
/// One line of the settings sheet of a board: what it should be, and what it says.
struct BoardSetting {
  std::string name;
  std::string recommended;
  std::string found;  ///< "not known yet" if it is not
  bool differs = false;
  std::string pointer;                ///< "" if it has no field
  std::optional<SettingScale> scale;  ///< of a figure; empty for a word
};
std::vector<BoardSetting> boardSettings(const Plan& plan, const Assessment& assessment, std::size_t pack);

/// What is printed on the pack's own label.
struct PassportLine {
  std::string name;
  std::string value;
};
struct Passport {
  std::string title;
  std::vector<PassportLine> lines;
  std::vector<std::string> cautions;
};
Passport passportOf(const Plan& plan, const Assessment& assessment, std::size_t pack);

}  // namespace usherwright
