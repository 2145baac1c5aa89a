// Passes over the pieces of a label that put together what belongs together. Private to the label reader.
#pragma once

#include <utility>
#include <vector>

#include "core/label/items.h"

namespace usherwright::label {

/// One pass after the other over the same pieces: each step reads `in_` at `i_`, may write to `out_`, and moves on.
template <class Derived>
class Passes {
 protected:
  explicit Passes(std::vector<Item> items) : in_(std::move(items)) {}

  /// `step` may write more than it read into out_, and moves i_ on; false leaves the piece as it is.
  void run(bool (Derived::*step)()) {
    out_.clear();
    for (i_ = 0; i_ < in_.size();)
      if (!(static_cast<Derived*>(this)->*step)()) out_.push_back(in_[i_++]);
    in_.swap(out_);
  }

  bool markAt(std::size_t i, char32_t c) const { return i < in_.size() && isMark(in_[i], c); }
  bool numberAt(std::size_t i) const { return i < in_.size() && isNumber(in_[i]); }
  bool bareAt(std::size_t i) const { return numberAt(i) && in_[i].unit == PrintedUnit::None; }
  bool wordAt(std::size_t i, std::u32string_view word) const { return i < in_.size() && isWord(in_[i]) && in_[i].word == word; }
  bool unitAt(std::size_t i, PrintedUnit unit) const { return i < in_.size() && isNumber(in_[i]) && in_[i].unit == unit; }

  std::vector<Item> in_, out_;
  std::size_t i_ = 0;
};

/// Units that stand apart from their numbers, phrases of several words, serial numbers.
std::vector<Item> withUnits(std::vector<Item> raw, const WordTable& words);
/// Thousands, factors, tolerances, ranges, lists, marks of current.
std::vector<Item> withForms(std::vector<Item> items);
/// Numbers beside what may be their other half are marked as damaged.
void markTorn(std::vector<Item>& items);

}  // namespace usherwright::label
