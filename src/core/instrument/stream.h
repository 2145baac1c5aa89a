// Bytes from an instrument as they come: cut into lines, garbage told, silence noticed, readings kept until they stand still.
#pragma once

#include <deque>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/instrument/line.h"

namespace usherwright {

/// One instrument on one line.
class InstrumentStream {
 public:
  /// Any bytes; what is whole is read, what is no line of the protocol is counted and told.
  void take(std::string_view bytes, double now);
  /// To be asked every so often: `now` in s of the same clock.
  bool isSilent(double now) const;

  const std::optional<InstrumentHello>& hello() const { return hello_; }
  /// The last minute's readings, the oldest first.
  const std::deque<InstrumentReading>& recent() const { return recent_; }
  /// Those that came since the last call, for a record.
  std::vector<InstrumentReading> fresh();
  /// The probes were moved: what was read before is of another place.
  void forget() { recent_.clear(); }
  std::size_t garbage() const { return garbage_; }
  /// What was wrong with the last line that was none, in a sentence; empty if all was well.
  const std::string& problem() const { return problem_; }

  static constexpr double silentAfter = 3, kept = 60;  ///< s

 private:
  /// Whether it was one of the protocol.
  bool line(std::string_view text);

  std::string rest_;
  bool dropping_ = false;
  std::optional<InstrumentHello> hello_;
  std::deque<InstrumentReading> recent_;
  std::vector<InstrumentReading> fresh_;
  std::size_t garbage_ = 0;
  std::string problem_;
  std::optional<double> heard_;
};

/// A figure that stands still.
struct Settled {
  double value = 0;     ///< mean of the last second
  double scatter = 0;   ///< half of what it moved by
  bool stands = false;  ///< at least five readings over half a second, and no more than 0.2 % or 50 mV between them
};
/// What of a reading counts: "V" its volts, "mV" highest less lowest group, "kΩ", "K" contact less air, "A". Nothing where it is not read.
std::optional<double> figureIn(const InstrumentReading& reading, std::string_view unit);
/// Of the last second. Nothing without a reading of it.
std::optional<Settled> settledIn(const std::deque<InstrumentReading>& recent, std::string_view unit);

}  // namespace usherwright
