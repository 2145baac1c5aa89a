// Groups on places: what they come to, and exchanges of two.
#include "core/fit/grouping.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace usherwright {
namespace {

// Of the cost. A fault outweighs everything; then in the order of models: fronts, leads, volts of neighbours, compactness.
constexpr double ofFault = 1000, ofWeakest = 12, ofThin = 1.0, ofLead = 1.0, ofApart = 0.8, ofBroken = 0.2;

}  // namespace

void Grouping::set(std::vector<int> labels) {
  labels_ = std::move(labels);
  const auto groups = static_cast<std::size_t>(series_) + 2;
  members_.assign(groups, {});
  slot_.assign(labels_.size(), 0);
  front_.assign(groups, 0);
  apart_.assign(groups, 0);
  pieces_.assign(groups, 0);
  lead_.assign(groups, 0);
  broken_ = 0;
  seen_.assign(labels_.size(), 0);
  round_ = 0;
  for (std::size_t i = 0; i < labels_.size(); ++i) {
    auto& mine = members_[static_cast<std::size_t>(labels_[i])];
    slot_[i] = mine.size();
    mine.push_back(i);
  }
  for (std::size_t i = 0; i < labels_.size(); ++i) countEdges(i, 1);
  // Each pair was counted from both its ends.
  for (int& f : front_) f /= 2;
  for (int& a : apart_) a /= 2;
  broken_ /= 2;
  for (int g = 1; g <= series_; ++g) {
    pieces_[static_cast<std::size_t>(g)] = piecesOf(g);
    lead_[static_cast<std::size_t>(g)] = leadOf(g);
  }
  weigh();
}

void Grouping::countEdges(std::size_t at, int sign) {
  const int mine = labels_[at];
  for (const std::size_t n : (*beside_)[at]) {
    const int other = labels_[n];
    if (other == mine) continue;
    if (mine == 0 || other == 0) {
      broken_ += sign;
      continue;
    }
    const int low = std::min(mine, other), far = std::max(mine, other) - low;
    apart_[static_cast<std::size_t>(far)] += sign;
    if (far == 1) front_[static_cast<std::size_t>(low)] += sign;
    else broken_ += sign;
  }
}

int Grouping::piecesOf(int group) const {
  const auto& mine = members_[static_cast<std::size_t>(group)];
  ++round_;
  int pieces = 0;
  for (const std::size_t start : mine) {
    if (seen_[start] == round_) continue;
    ++pieces;
    stack_.assign(1, start);
    seen_[start] = round_;
    while (!stack_.empty()) {
      const std::size_t at = stack_.back();
      stack_.pop_back();
      for (const std::size_t n : (*beside_)[at])
        if (labels_[n] == group && seen_[n] != round_) {
          seen_[n] = round_;
          stack_.push_back(n);
        }
    }
  }
  return pieces;
}

double Grouping::leadOf(int group) const {
  if (group != 1 && group != series_) return 0;
  double nearest = 1e9;
  for (const std::size_t i : members_[static_cast<std::size_t>(group)]) nearest = std::min(nearest, toExit_[i]);
  return nearest;
}

void Grouping::weigh() {
  faults_ = 0;
  scores_ = {};
  scores_.weakestFront = parallel_;
  double thin = 0;
  for (int g = 1; g <= series_; ++g) {
    faults_ += std::max(0, pieces_[static_cast<std::size_t>(g)] - 1);
    if (g == series_) break;
    const int width = std::min(parallel_, front_[static_cast<std::size_t>(g)]);
    scores_.weakestFront = std::min(scores_.weakestFront, width);
    faults_ += width == 0 ? 1 : 0;
    const double lacking = static_cast<double>(parallel_ - width) / parallel_;
    thin += lacking * lacking;
  }
  for (int d = series_ - 1; d > 0 && scores_.apart == 0; --d)
    if (apart_[static_cast<std::size_t>(d)] > 0) scores_.apart = d;
  scores_.leads = lead_[1] + (series_ > 1 ? lead_[static_cast<std::size_t>(series_)] : 0.0);
  scores_.broken = broken_;
  cost_ = ofFault * faults_ + ofWeakest * static_cast<double>(parallel_ - scores_.weakestFront) / parallel_ * 4 + ofThin * thin * 2 +
          ofLead * scores_.leads + ofApart * scores_.apart + ofBroken * broken_;
}

void Grouping::exchange(std::size_t i, std::size_t k) {
  const int a = labels_[i], b = labels_[k];
  const auto relabel = [&](std::size_t at, int to) {
    countEdges(at, -1);
    labels_[at] = to;
    countEdges(at, 1);
  };
  relabel(i, b);
  relabel(k, a);
  std::swap(members_[static_cast<std::size_t>(a)][slot_[i]], members_[static_cast<std::size_t>(b)][slot_[k]]);
  std::swap(slot_[i], slot_[k]);
  for (const int g : {a, b}) {
    if (g == 0) continue;
    pieces_[static_cast<std::size_t>(g)] = piecesOf(g);
    lead_[static_cast<std::size_t>(g)] = leadOf(g);
  }
  weigh();
}

bool Grouping::draw(Dice& dice, std::size_t& i, std::size_t& k) const {
  i = dice.below(labels_.size());
  const auto& near = (*beside_)[i];
  if (near.empty() || isLocked(i)) return false;
  const int a = labels_[i], b = labels_[near[dice.below(near.size())]];
  if (a == b) return false;
  const auto& theirs = members_[static_cast<std::size_t>(b)];
  // In return one that touches what it joins: anything for a free place, a neighbour of group a for a group.
  for (int tries = 0; tries < 4; ++tries) {
    k = theirs[dice.below(theirs.size())];
    if (isLocked(k)) continue;
    if (a == 0) return true;
    for (const std::size_t n : (*beside_)[k])
      if (n != i && labels_[n] == a) return true;
  }
  return false;
}

std::vector<int> banded(const std::vector<Site>& sites, const std::vector<std::size_t>& of, const Bands& bands, int series, int parallel) {
  const double c = std::cos(bands.radians), s = std::sin(bands.radians);
  struct Placed {
    double along, across;
    int layer;
    std::size_t index;
  };
  std::vector<Placed> all;
  all.reserve(of.size());
  int layers = 1;
  for (const std::size_t i : of) {
    const Spot p = sites[i].at;
    all.push_back({c * p.x + s * p.y, c * p.y - s * p.x, sites[i].layer, i});
    layers = std::max(layers, sites[i].layer + 1);
  }
  std::vector<std::size_t> order;
  order.reserve(all.size());
  bool forward = !bands.fromEnd;
  for (int layer = 0; layer < layers; ++layer) {
    std::vector<Placed> plane;
    std::copy_if(all.begin(), all.end(), std::back_inserter(plane), [&](const Placed& p) { return p.layer == layer; });
    // Behind the last one of a layer stands the first one of the next.
    const bool back = layer % 2 != 0;
    std::stable_sort(plane.begin(), plane.end(), [&](const Placed& p, const Placed& q) {
      if (std::abs(p.across - q.across) > 1e-3) return back ? p.across > q.across : p.across < q.across;
      return p.along < q.along;
    });
    const std::size_t n = plane.size(), each = (n + static_cast<std::size_t>(bands.count) - 1) / static_cast<std::size_t>(bands.count);
    for (std::size_t from = 0; from < n; from += each) {
      const auto first = plane.begin() + static_cast<std::ptrdiff_t>(from),
                 last = plane.begin() + static_cast<std::ptrdiff_t>(std::min(n, from + each));
      std::stable_sort(first, last, [&](const Placed& p, const Placed& q) {
        if (std::abs(p.along - q.along) > 1e-3) return forward ? p.along < q.along : p.along > q.along;
        return p.across < q.across;
      });
      for (auto it = first; it != last; ++it) order.push_back(it->index);
      forward = !forward;
    }
  }
  std::vector<int> labels(sites.size(), 0);
  const std::size_t used = std::min(order.size(), static_cast<std::size_t>(series) * static_cast<std::size_t>(parallel));
  for (std::size_t i = 0; i < used; ++i) labels[order[i]] = static_cast<int>(i / static_cast<std::size_t>(parallel)) + 1;
  return labels;
}

}  // namespace usherwright
