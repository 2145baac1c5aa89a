// A value that many copies share until one of them is edited: for what is large and seldom changes.
#pragma once

#include <memory>
#include <utility>

namespace usherwright {

/// Copies cost a pointer, edit() copies when others hold the same value, == looks at the pointers first.
template <class T>
class Shared {
 public:
  Shared() = default;
  Shared(std::shared_ptr<T> value) : value_(std::move(value)) {}                               // NOLINT: as above
  Shared(T value) : value_(value == T{} ? nullptr : std::make_shared<T>(std::move(value))) {}  // NOLINT: stands for the value itself

  const T& operator*() const { return value_ ? *value_ : nothing(); }
  const T* operator->() const { return &**this; }
  /// To write to; whoever else holds the value keeps what it had.
  T& edit() {
    if (!value_) value_ = std::make_shared<T>();
    else if (value_.use_count() > 1) value_ = std::make_shared<T>(*value_);
    return *value_;
  }

  /// For those who keep it longer than the holder; null of nothing.
  std::shared_ptr<const T> pointer() const { return value_; }
  bool isShared(const Shared& other) const { return value_ == other.value_; }
  friend bool operator==(const Shared& a, const Shared& b) { return a.value_ == b.value_ || *a == *b; }

 private:
  static const T& nothing() {
    static const T empty{};
    return empty;
  }
  std::shared_ptr<T> value_;
};

}  // namespace usherwright
