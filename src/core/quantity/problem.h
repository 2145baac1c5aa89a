// The one kind of error for expected outcomes: where, what was found, what was expected.
// Bad designs are findings, bugs are ensure() failures; neither belongs here.
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace usherwright {

/// One clear sentence about bad input. `place` is a JSON path, a file, a field or a text position.
struct Problem {
  std::string place;
  std::string found;
  std::string expected;

  /// "/packs/0/series: found 0, expected a whole number from 1 to 200"
  std::string sentence() const {
    return (place.empty() ? std::string() : place + ": ") + "found " + found + ", expected " + expected + ".";
  }
  friend bool operator==(const Problem&, const Problem&) = default;
};

template <class T>
using Expected = tl::expected<T, Problem>;

inline tl::unexpected<Problem> unexpected(std::string place, std::string found, std::string expected) {
  return tl::unexpected<Problem>(Problem{std::move(place), std::move(found), std::move(expected)});
}

/// Stops the program with a reason if `condition` is false. For bugs only; stays on in release builds.
void ensure(bool condition, const char* why);

}  // namespace usherwright
