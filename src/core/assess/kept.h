// Finished runs, taken again while their input is the same.
#pragma once

#include <memory>
#include <utility>
#include <vector>

namespace usherwright {

/// Of a Run that knows the input() that it came from. Holds what an earlier assessment has made, and what this one makes.
template <class Run>
class Kept {
 public:
  using Pointer = std::shared_ptr<const Run>;

  void add(const Pointer& run) {
    if (run) runs_.push_back(run);
  }
  template <class Input>
  Pointer find(const Input& input) const {
    for (const Pointer& run : runs_)
      if (run->input() == input) return run;
    return nullptr;
  }
  template <class Input, class Make>
  Pointer get(const Input& input, Make&& make) {
    if (Pointer run = find(input)) return run;
    runs_.push_back(std::make_shared<const Run>(std::forward<Make>(make)(input)));
    return runs_.back();
  }

 private:
  std::vector<Pointer> runs_;
};

}  // namespace usherwright
