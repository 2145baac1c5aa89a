// A list that may become long: readings, tests, a log. Copies of a plan share it until one of them is edited.
#pragma once

#include <vector>

#include "core/quantity/shared.h"

namespace usherwright {

/// Reads as a vector does; edit() is the vector to write to, a copy if others hold it.
template <class T>
class Records {
 public:
  Records() = default;
  Records(std::vector<T> rows) : rows_(std::move(rows)) {}  // NOLINT: stands for the rows themselves

  const std::vector<T>& all() const { return *rows_; }
  operator const std::vector<T>&() const { return all(); }  // NOLINT: as above
  std::vector<T>& edit() { return rows_.edit(); }

  bool empty() const { return all().empty(); }
  std::size_t size() const { return all().size(); }
  auto begin() const { return all().begin(); }
  auto end() const { return all().end(); }
  auto rbegin() const { return all().rbegin(); }
  auto rend() const { return all().rend(); }
  const T& front() const { return all().front(); }
  const T& back() const { return all().back(); }
  const T& operator[](std::size_t i) const { return all()[i]; }

  /// The very same rows, not only equal ones: nothing in them can differ.
  bool isShared(const Records& other) const { return rows_.isShared(other.rows_); }
  friend bool operator==(const Records&, const Records&) = default;

 private:
  Shared<std::vector<T>> rows_;
};

}  // namespace usherwright
