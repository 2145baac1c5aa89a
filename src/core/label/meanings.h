// The meaning of one number on one kind of label. Private to the label reader.
#pragma once

#include <string>

#include "core/label/figures.h"
#include "core/label/label.h"

namespace usherwright::label {

/// What is known of the whole label when one of its numbers is read.
struct Whole {
  Known<LabelSubject> subject;
  bool mains = false;   ///< mains volts stand on it
  bool output = false;  ///< an output is named
  bool layout = false;  ///< cells in series are counted
  bool lithium = false;
  bool otherVolts = false;    ///< another number of volts without a word of its own
  bool full = false;          ///< among the volts stands one that is a usual full voltage
  Known<double> voltsBefore;  ///< the last number of volts before this number
  bool firstVolts = true;     ///< this is the first number of volts on the label
};

struct Guess {
  Known<LabelMeaning> meaning;  ///< empty: of no use to a plan
  Standing standing = Standing::Ask;
  std::string reason;
  std::string settledBy;
};

Guess meaningOfVolts(const Item& number, const Senses& words, const Whole& whole);
Guess meaningOfAmperes(const Item& number, const Senses& words, const Whole& whole);
/// Ah, Wh, W, counts, °C, µF, mΩ, 1/min, C, Hz.
Guess meaningOfOthers(const Item& number, const Senses& words, const Whole& whole);

// What settles a doubt.
inline constexpr const char* look = "a second look at the print";
inline constexpr const char* stuckOn = "saying what the label is stuck on";
inline constexpr const char* sheet = "the maker's sheet";

inline Guess sure(LabelMeaning meaning, std::string reason) { return {meaning, Standing::Sure, std::move(reason), {}}; }
inline Guess likely(LabelMeaning meaning, std::string reason, std::string settledBy) {
  return {meaning, Standing::Likely, std::move(reason), std::move(settledBy)};
}
inline Guess ask(LabelMeaning meaning, std::string reason, std::string settledBy) {
  return {meaning, Standing::Ask, std::move(reason), std::move(settledBy)};
}
inline Guess noUse(std::string reason) { return {std::nullopt, Standing::Sure, std::move(reason), {}}; }

}  // namespace usherwright::label
