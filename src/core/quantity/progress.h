// Long work tells how far it is, asks whether to go on, and says how it ended. No threads here: whoever runs the work
// decides what asking means.
#pragma once

#include <cstdint>
#include <functional>
#include <string>
#include <utility>

namespace usherwright {

/// Handed to long work. One that nobody watches always goes on.
class Progress {
 public:
  using Ask = std::function<bool(double share)>;
  Progress() = default;
  explicit Progress(Ask ask) : ask_(std::move(ask)) {}
  /// `share` of the work is done, 0 … 1. False: end now with what there is. May be asked from several threads at once if the
  /// work says so.
  bool goOn(double share) const { return !ask_ || ask_(share); }

 private:
  Ask ask_;
};

/// Takes what there is after each step of the work; it copies what it wants to keep.
template <class T>
using SoFar = std::function<void(const T&)>;

enum class Ending : std::uint8_t {
  Done,
  Infeasible,  ///< all was tried and nothing will do; `why` says what stands against it
  OutOfTime    ///< ended early: the result is the best so far
};

template <class T>
struct Outcome {
  T result;
  Ending ending = Ending::Done;
  std::string why = {};
};

}  // namespace usherwright
