// What a finished run says: the state at a time, and columns at equal intervals.
#include <algorithm>
#include <cmath>

#include "core/joining/discharge.h"
#include "core/joining/held.h"

namespace usherwright {
namespace {

void fillPoint(Row& row, const circuit::Network& net, double bus, double load) {
  row.bus = Volt(bus);
  row.load = Ampere(load);
  row.controller = Volt(bus - load * net.common);
}

}  // namespace

Table::Table(std::size_t rows, std::size_t packs)
    : rows_(rows), packs_(packs), values_(std::make_unique_for_overwrite<double[]>(rows * (3 + 2 * packs))) {}

void DischargeRun::fill(Row& row, const Piece& piece, double time) const {
  const double t = std::clamp(time - piece.start, 0.0, piece.length);
  row.time = Second(time);
  Each e{};
  for (std::size_t k = 0; k < input_.sources.size(); ++k) {
    const circuit::Trace& trace = piece.traces[k];
    const double soc = trace.socAt(t);
    const double rest = circuit::lineAt(lines_[k].data(), soc)->at(soc);
    const double slow = trace.slowAt(t, trace.decayAt(t));
    row.rest[k] = Volt(rest);
    row.soc[k] = StateOfCharge(std::clamp(soc, 0.0, 1.0));
    row.slow[k] = Volt(slow);
    e[k] = rest - slow;
  }
  if (!piece.power) return;  // a selector is between two packs: no volts, no current
  circuit::Network net = network_;
  net.converterOn = piece.converterOn;
  const circuit::Held<maximumPacks> held(net, piece.conducting, piece.limited);
  const circuit::Point p = held.at(e);
  fillPoint(row, net, p.bus, p.loadCurrent);
  row.conducting = piece.conducting;
  for (std::size_t k = 0; k < input_.sources.size(); ++k)
    if (piece.conducting >> k & 1u) row.current[k] = Ampere(held.current(k, e[k], p.bus));
}

Row DischargeRun::atStep(double time) const {
  const std::size_t n = input_.sources.size();
  const std::size_t stride = 1 + 2 * n;
  std::size_t low = 0, high = track_.size() / stride - 1;
  while (high - low > 1) {
    const std::size_t middle = (low + high) / 2;
    (track_[middle * stride] <= time ? low : high) = middle;
  }
  const double* a = &track_[low * stride];
  const double* b = &track_[std::min(low + 1, track_.size() / stride - 1) * stride];
  const double share = b[0] > a[0] ? std::clamp((time - a[0]) / (b[0] - a[0]), 0.0, 1.0) : 0.0;
  const auto phase =
      std::upper_bound(phases_.begin(), phases_.end(), time + 1e-12, [](double t, const Phase& p) { return t < p.start; }) - 1;
  const auto step = std::upper_bound(input_.profile.begin(), input_.profile.end(), time,
                                     [](double t, const PowerStep& p) { return t < p.until.value() - 1e-9; });
  Row row;
  row.time = Second(time);
  Each e{};
  for (std::size_t k = 0; k < n; ++k) {
    const double soc = a[1 + k] + share * (b[1 + k] - a[1 + k]);
    const double slow = a[1 + n + k] + share * (b[1 + n + k] - a[1 + n + k]);
    const Source& s = input_.sources[k];
    const double rest = (s.curve.at(StateOfCharge(soc)) * s.series).value();
    row.soc[k] = StateOfCharge(std::clamp(soc, 0.0, 1.0));
    row.rest[k] = Volt(rest);
    row.slow[k] = Volt(slow);
    e[k] = rest - slow;
  }
  if (!phase->power || phase->present == 0) return row;
  circuit::Network net = network_;
  net.converterOn = phase->converterOn;
  net.load.constantPower = true;
  net.load.power = (step == input_.profile.end() ? input_.profile.back() : *step).power;
  const circuit::Operating op = circuit::solve(net, e, phase->present);
  fillPoint(row, net, op.bus, op.loadCurrent);
  row.conducting = op.conducting;
  for (std::size_t k = 0; k < n; ++k) row.current[k] = Ampere(op.current[k]);
  return row;
}

Row DischargeRun::at(Second time) const {
  const double t = std::clamp(time.value(), 0.0, end.value());
  if (!track_.empty()) return atStep(t);
  Row row;
  if (pieces_.empty()) return row;
  auto after = std::upper_bound(pieces_.begin(), pieces_.end(), t, [](double x, const Piece& p) { return x < p.start; });
  if (after != pieces_.begin()) --after;
  fill(row, *after, t);
  return row;
}

struct DischargeRun::ColumnState {
  double interval = 0;                                        ///< s
  Each shrink{};                                              ///< of what is left of each slow part, from row to row
  std::array<const circuit::RestLine*, maximumPacks> rest{};  ///< where the last look-up ended
};

/// Rows `from` … `to` of a piece without a converter.
template <std::size_t n>
void DischargeRun::fillColumns(const Piece& piece, ColumnState& state, std::size_t from, std::size_t to, Table& out) const {
  const double interval = state.interval;
  const circuit::Held<n> held(network_, piece.power ? piece.conducting : 0, piece.limited);
  std::array<circuit::Trace, n> traces;
  std::array<double, n> left, shrink;
  std::array<const circuit::RestLine*, n> rest;
  std::array<double*__restrict, n> soc, current;
  circuit::each<n>([&](std::size_t k) {
    traces[k] = piece.traces[k];
    left[k] = traces[k].decayAt(static_cast<double>(from) * interval - piece.start);
    shrink[k] = state.shrink[k];
    rest[k] = state.rest[k];
    soc[k] = out.soc(k).data();
    current[k] = out.current(k).data();
  });
  double* __restrict const time = out.time().data();
  double* __restrict const bus = out.bus().data();
  double* __restrict const load = out.load().data();
  for (std::size_t i = from; i < to; ++i) {
    time[i] = static_cast<double>(i) * interval;
    const double t = time[i] - piece.start;
    std::array<double, n> emf;
    circuit::each<n>([&](std::size_t k) {
      const double charge = traces[k].socAt(t);
      rest[k] = circuit::lineAt(rest[k], charge);
      emf[k] = rest[k]->at(charge) - traces[k].slowAt(t, left[k]);
      left[k] *= shrink[k];
      soc[k][i] = charge;
    });
    const circuit::Point p = held.linear(emf);
    bus[i] = p.bus;
    load[i] = p.loadCurrent;
    circuit::each<n>([&](std::size_t k) { current[k][i] = held.direct(k, emf[k], p.bus); });
  }
  circuit::each<n>([&](std::size_t k) { state.rest[k] = rest[k]; });
}

Table DischargeRun::table(Second interval) const {
  const std::size_t n = input_.sources.size();
  if ((pieces_.empty() && track_.empty()) || interval <= Second(0)) return Table(0, n);
  const double dt = interval.value();
  const auto whole = static_cast<std::size_t>(std::ceil(end.value() / dt - 1e-9));
  Table out(whole + 1, n);
  const auto fillRow = [&](std::size_t i, const Row& row) {
    out.time()[i] = row.time.value();
    out.bus()[i] = row.bus.value();
    out.load()[i] = row.load.value();
    for (std::size_t k = 0; k < n; ++k) {
      out.current(k)[i] = row.current[k].value();
      out.soc(k)[i] = row.soc[k].value();
    }
  };
  if (!track_.empty() || network_.fedSource >= 0) {
    for (std::size_t i = 0; i < whole; ++i) fillRow(i, at(Second(static_cast<double>(i) * dt)));
  } else {
    ColumnState state{dt, {}, {}};
    for (std::size_t k = 0; k < n; ++k) {
      state.shrink[k] = pieces_.front().traces[k].decayAt(dt);
      state.rest[k] = &lines_[k].back();
    }
    std::size_t i = 0;
    for (std::size_t p = 0; p < pieces_.size() && i < whole; ++p) {
      const double until = p + 1 < pieces_.size() ? pieces_[p + 1].start : end.value();
      std::size_t to = std::min(whole, static_cast<std::size_t>(std::ceil(std::max(0.0, until / dt))));
      if (to <= i) continue;
      if (n == 1) fillColumns<1>(pieces_[p], state, i, to, out);
      else if (n == 2) fillColumns<2>(pieces_[p], state, i, to, out);
      else if (n == 3) fillColumns<3>(pieces_[p], state, i, to, out);
      else fillColumns<4>(pieces_[p], state, i, to, out);
      i = to;
    }
    for (; i < whole; ++i) fillRow(i, at(Second(static_cast<double>(i) * dt)));
  }
  fillRow(whole, at(end));
  return out;
}

}  // namespace usherwright
