// The simulated runs of one assessment: those that an earlier one has made are taken again, the others are made together.
#pragma once

#include <algorithm>
#include <atomic>
#include <functional>
#include <future>
#include <memory>
#include <utility>
#include <vector>

#include "core/assess/kept.h"
#include "core/joining/discharge.h"

namespace usherwright {

class RunSet {
 public:
  using Pointer = std::shared_ptr<const DischargeRun>;

  /// Of an earlier assessment; may be none.
  void had(const Pointer& run) { earlier_.add(run); }
  /// `into` is filled by make(), and has to stay where it is until then.
  void want(DischargeInput input, Pointer& into) {
    std::size_t like = 0;
    while (like < asked_.size() && !(asked_[like].input == input)) ++like;
    asked_.push_back({std::move(input), &into, like});
  }
  /// Other work that depends on no run and that no run depends on.
  void alsoDo(std::function<void()> work) { besides_.push_back(std::move(work)); }
  /// On two threads, whichever is free takes the next one; what takes longest begins first.
  void make() {
    std::vector<Wanted*> missing;
    for (std::size_t i = 0; i < asked_.size(); ++i) {
      if (asked_[i].like != i) continue;
      *asked_[i].into = earlier_.find(asked_[i].input);
      if (!*asked_[i].into) missing.push_back(&asked_[i]);
    }
    std::stable_sort(missing.begin(), missing.end(),
                     [](const Wanted* a, const Wanted* b) { return a->input.profile.size() > b->input.profile.size(); });
    std::vector<std::function<void()>> work;
    const auto isLong = [](const Wanted* w) { return !w->input.profile.empty(); };
    const auto middle = std::find_if_not(missing.begin(), missing.end(), isLong);
    const auto add = [&](auto from, auto to) {
      for (auto w = from; w != to; ++w)
        work.emplace_back([wanted = *w] { *wanted->into = std::make_shared<const DischargeRun>(discharge(std::move(wanted->input))); });
    };
    add(missing.begin(), middle);
    for (auto& other : besides_) work.push_back(std::move(other));
    add(middle, missing.end());
    std::atomic<std::size_t> next{0};
    const auto takeTurns = [&] {
      for (std::size_t i = next++; i < work.size(); i = next++) work[i]();
    };
    std::future<void> beside;
    if (work.size() > 1) beside = std::async(std::launch::async, takeTurns);
    takeTurns();
    if (beside.valid()) beside.get();
    for (Wanted& w : asked_) *w.into = *asked_[w.like].into;
  }

 private:
  struct Wanted {
    DischargeInput input;
    Pointer* into;
    std::size_t like;  ///< the first one that asks for the same
  };
  Kept<DischargeRun> earlier_;
  std::vector<Wanted> asked_;
  std::vector<std::function<void()>> besides_;
};

}  // namespace usherwright
