// What part tolerance does to a joined discharge: many runs of the same input with its parts drawn at random. The same
// seed gives the same result on any number of threads.
#pragma once

#include <cstdint>
#include <vector>

#include "core/joining/discharge.h"
#include "core/quantity/progress.h"

namespace usherwright {

/// Two σ of each part; draws are normal and cut at three σ.
struct Tolerance {
  double capacity = 0.03;
  double resistance = 0.15;
  Volt meter{0.1};  ///< of the volts from which a start charge was read
};

struct SpreadOptions {
  std::size_t runs = 1000;
  std::uint64_t seed = 1;
  unsigned threads = 2;
  Tolerance tolerance;
  Progress progress;  ///< asked now and then, from every thread
};

/// A band: a tenth of the runs lie below `low`, half below `middle`, nine tenths below `high`.
struct Band {
  double low = 0, middle = 0, high = 0;
  std::size_t count = 0;  ///< runs that have this figure at all
};

struct Spread {
  std::size_t runs = 0;
  Band end;                ///< s
  std::vector<Band> knee;  ///< s, by pack
  std::vector<Band> peak;  ///< A, by pack
  std::vector<Band> left;  ///< charge that stays behind, by pack
  Band energy;             ///< Wh at the controller
};

Spread spreadOf(const DischargeInput& input, const SpreadOptions& options);

/// The input of one run: parts drawn for `index` of a seed. For checking a single run.
DischargeInput drawn(const DischargeInput& input, const Tolerance& tolerance, std::uint64_t seed, std::size_t index);

}  // namespace usherwright
