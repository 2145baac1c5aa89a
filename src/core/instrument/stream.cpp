// Lines out of bytes, and figures that stand still.
#include "core/instrument/stream.h"

#include <algorithm>
#include <cmath>

namespace usherwright {
namespace {

constexpr std::size_t mostRecent = 60000, mostFresh = 100000;
constexpr double looked = 1.0, least = 0.5;  // s
constexpr std::size_t leastReadings = 5;
constexpr double moves = 0.002, movesVolts = 0.05;  // a share, or V: some last digits
constexpr double openOhms = 1e6;                    // Ω: what a meter that shows none is entered as

}  // namespace

void InstrumentStream::take(std::string_view bytes, double now) {
  while (!bytes.empty()) {
    const auto end = bytes.find('\n');
    const std::string_view piece = bytes.substr(0, end);
    if (!dropping_ && rest_.size() + piece.size() > mostLineBytes) {
      dropping_ = true;
      ++garbage_;
      problem_ = "A line without an end: it is left out.";
      rest_.clear();
    }
    if (!dropping_) rest_ += piece;
    if (end == std::string_view::npos) return;
    bytes = bytes.substr(end + 1);
    if (!dropping_ && line(rest_)) heard_ = now;
    dropping_ = false;
    rest_.clear();
  }
}

bool InstrumentStream::line(std::string_view text) {
  while (!text.empty() && (text.back() == '\r' || text.back() == ' ')) text.remove_suffix(1);
  if (text.empty()) return false;
  const auto parsed = parseInstrumentLine(text);
  if (!parsed) {
    ++garbage_;
    problem_ = parsed.error().sentence();
    return false;
  }
  problem_.clear();
  if (const auto* hello = std::get_if<InstrumentHello>(&*parsed)) {
    hello_ = *hello;
    recent_.clear();  // it began anew
    return true;
  }
  const auto& reading = std::get<InstrumentReading>(*parsed);
  if (!recent_.empty() && reading.t < recent_.back().t) recent_.clear();
  recent_.push_back(reading);
  while (recent_.size() > mostRecent || recent_.front().t < reading.t - kept) recent_.pop_front();
  if (fresh_.size() < mostFresh) fresh_.push_back(reading);
  return true;
}

bool InstrumentStream::isSilent(double now) const { return !heard_ || now - *heard_ > silentAfter; }

std::vector<InstrumentReading> InstrumentStream::fresh() { return std::exchange(fresh_, {}); }

std::optional<double> figureIn(const InstrumentReading& r, std::string_view unit) {
  if (unit == "V" && r.volts) return *r.volts;
  if (unit == "A" && r.amperes) return *r.amperes;
  if (unit == "kΩ" && r.kind == InstrumentKind::Meter && (r.ohms || r.state == "open")) return r.ohms.value_or(openOhms) / 1000;
  if (unit == "Ω" && r.kind == InstrumentKind::Meter && (r.ohms || r.state == "open")) return r.ohms.value_or(openOhms);
  if (unit == "mV" && r.groups.size() > 1) {
    const auto [low, high] = std::minmax_element(r.groups.begin(), r.groups.end());
    return (*high - *low) * 1000;
  }
  if (unit == "K" && r.temperatures.size() > 1) return r.temperatures[0] - r.temperatures[1];
  return std::nullopt;
}

std::optional<Settled> settledIn(const std::deque<InstrumentReading>& recent, std::string_view unit) {
  if (recent.empty()) return std::nullopt;
  const double end = recent.back().t;
  double sum = 0, low = 0, high = 0, from = end;
  std::size_t count = 0;
  for (auto r = recent.rbegin(); r != recent.rend() && r->t > end - looked; ++r) {
    const auto value = figureIn(*r, unit);
    if (!value) break;
    low = count == 0 ? *value : std::min(low, *value);
    high = count == 0 ? *value : std::max(high, *value);
    sum += *value;
    from = r->t;
    ++count;
  }
  if (count == 0) return std::nullopt;
  Settled out;
  out.value = sum / static_cast<double>(count);
  out.scatter = (high - low) / 2;
  const double may = unit == "V"    ? std::max(movesVolts, moves * std::abs(out.value))
                     : unit == "mV" ? 5.0
                                    : std::max(0.5, 0.02 * std::abs(out.value));
  out.stands = count >= leastReadings && end - from >= least && high - low <= may;
  return out;
}

}  // namespace usherwright
