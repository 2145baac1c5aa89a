// The draws are taken by run number, so that threads change nothing.
#include "core/joining/spread.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <random>
#include <thread>

namespace usherwright {
namespace {

/// A normal draw with a given two σ, cut at three σ.
double draw(std::mt19937_64& random, double twoSigma) {
  std::normal_distribution<double> normal(0.0, twoSigma / 2);
  for (;;) {
    const double x = normal(random);
    if (std::abs(x) <= 1.5 * twoSigma) return x;
  }
}

struct RunFigures {
  double end = 0, energy = 0;
  std::array<double, maximumPacks> knee{}, peak{}, left{};
  std::array<bool, maximumPacks> hasKnee{};
  bool done = false;
};

RunFigures runOnce(const DischargeInput& input) {
  const DischargeRun run = discharge(input);
  RunFigures out;
  out.end = run.end.value();
  out.energy = run.energyAtController.value();
  for (std::size_t k = 0; k < run.sources.size(); ++k) {
    const SourceResult& r = run.sources[k];
    out.hasKnee[k] = r.knee.has_value();
    if (r.knee) out.knee[k] = r.knee->value();
    out.peak[k] = r.peak.value();
    out.left[k] = r.end.value();
  }
  out.done = true;
  return out;
}

Band bandOf(std::vector<double> values) {
  Band b;
  b.count = values.size();
  if (values.empty()) return b;
  std::sort(values.begin(), values.end());
  const auto at = [&](double share) {
    return values[static_cast<std::size_t>(std::lround(share * static_cast<double>(values.size() - 1)))];
  };
  b.low = at(0.1);
  b.middle = at(0.5);
  b.high = at(0.9);
  return b;
}

}  // namespace

DischargeInput drawn(const DischargeInput& input, const Tolerance& tolerance, std::uint64_t seed, std::size_t index) {
  std::seed_seq sequence{static_cast<std::uint32_t>(seed), static_cast<std::uint32_t>(seed >> 32), static_cast<std::uint32_t>(index)};
  std::mt19937_64 random(sequence);
  DischargeInput out = input;
  for (Source& s : out.sources) {
    s.capacity *= 1 + draw(random, tolerance.capacity);
    const double resistance = 1 + draw(random, tolerance.resistance);
    s.cells *= resistance;
    s.slow *= resistance;
    s.path *= 1 + draw(random, tolerance.resistance);
    const Volt read = s.curve.at(s.start) + Volt(draw(random, tolerance.meter.value()) / s.series);
    s.start = std::clamp(s.curve.inverse(read), StateOfCharge(0.001), StateOfCharge(1));
  }
  return out;
}

Spread spreadOf(const DischargeInput& input, const SpreadOptions& options) {
  std::vector<RunFigures> outcomes(options.runs);
  std::atomic<std::size_t> next{0}, done{0};
  std::atomic<bool> stopped{false};
  const auto work = [&] {
    constexpr std::size_t batch = 16;
    while (!stopped) {
      const std::size_t from = next.fetch_add(batch);
      if (from >= options.runs) return;
      const std::size_t to = std::min(options.runs, from + batch);
      for (std::size_t i = from; i < to; ++i) outcomes[i] = runOnce(drawn(input, options.tolerance, options.seed, i));
      const std::size_t all = done.fetch_add(to - from) + to - from;
      if (!options.progress.goOn(static_cast<double>(all) / static_cast<double>(options.runs))) stopped = true;
    }
  };
  std::vector<std::thread> helpers;
  for (unsigned t = 1; t < std::max(1u, options.threads); ++t) helpers.emplace_back(work);
  work();
  for (std::thread& t : helpers) t.join();
  Spread spread;
  std::vector<double> end, energy;
  const std::size_t n = input.sources.size();
  std::vector<std::vector<double>> knee(n), peak(n), left(n);
  for (const RunFigures& o : outcomes) {
    if (!o.done) continue;
    ++spread.runs;
    end.push_back(o.end);
    energy.push_back(o.energy);
    for (std::size_t k = 0; k < n; ++k) {
      if (o.hasKnee[k]) knee[k].push_back(o.knee[k]);
      peak[k].push_back(o.peak[k]);
      left[k].push_back(o.left[k]);
    }
  }
  spread.end = bandOf(std::move(end));
  spread.energy = bandOf(std::move(energy));
  for (std::size_t k = 0; k < n; ++k) {
    spread.knee.push_back(bandOf(std::move(knee[k])));
    spread.peak.push_back(bandOf(std::move(peak[k])));
    spread.left.push_back(bandOf(std::move(left[k])));
  }
  return spread;
}

}  // namespace usherwright
