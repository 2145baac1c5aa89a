// Builds rows of the field table from pointers to members. Private to the table's own files.
#pragma once

#include <algorithm>
#include <array>

#include "core/plan/fields.h"

namespace usherwright::table {

template <class T>
struct Traits;

template <class Dimension, class Ratio>
struct Traits<Quantity<Dimension, Ratio>> {
  using Q = Quantity<Dimension, Ratio>;
  static FieldValue out(Q q) { return q.value(); }
  static Q in(const FieldValue& v) { return Q(std::get<double>(v)); }
};
template <>
struct Traits<int> {
  static FieldValue out(int n) { return static_cast<double>(n); }
  static int in(const FieldValue& v) { return static_cast<int>(std::get<double>(v)); }
};
template <>
struct Traits<bool> {
  static FieldValue out(bool b) { return b; }
  static bool in(const FieldValue& v) { return std::get<bool>(v); }
};
template <>
struct Traits<std::string> {
  static FieldValue out(const std::string& s) { return s.empty() ? FieldValue{} : FieldValue{s}; }
  static std::string in(const FieldValue& v) { return std::holds_alternative<std::string>(v) ? std::get<std::string>(v) : std::string(); }
};
template <class E>
requires std::is_enum_v<E>
struct Traits<E> {
  static FieldValue out(E e) { return std::string(wordsOf<E>()[static_cast<std::size_t>(e)]); }
  static E in(const FieldValue& v) {
    const auto words = wordsOf<E>();
    const auto found = std::find(words.begin(), words.end(), std::get<std::string>(v));
    ensure(found != words.end(), "a choice was not validated");
    return static_cast<E>(found - words.begin());
  }
};
template <class T>
struct Traits<std::optional<T>> {
  static FieldValue out(const std::optional<T>& o) { return o ? Traits<T>::out(*o) : FieldValue{}; }
  static std::optional<T> in(const FieldValue& v) {
    if (std::holds_alternative<std::monostate>(v)) return std::nullopt;
    return Traits<T>::in(v);
  }
};

template <class T>
struct Unwrapped {
  using type = T;
  static constexpr bool optional = false;
};
template <class T>
struct Unwrapped<std::optional<T>> {
  using type = T;
  static constexpr bool optional = true;
};

template <auto Member>
struct MemberOf;
template <class Owner, class T, T Owner::*Member>
struct MemberOf<Member> {
  using owner = Owner;
  using type = T;
};

struct Bounds {
  double minimum;
  double maximum;
};

/// A row for a member. Quantities and numbers are required unless the member is optional; texts never are.
template <auto Member>
FieldSpec row(std::string_view key, std::string_view label, Kind kind, Station station, Bounds bounds = {0, 0},
              std::string_view howTo = "") {
  using Owner = typename MemberOf<Member>::owner;
  using T = typename MemberOf<Member>::type;
  using Bare = typename Unwrapped<T>::type;
  FieldSpec spec;
  spec.key = key;
  spec.label = label;
  spec.kind = kind;
  spec.minimum = bounds.minimum;
  spec.maximum = bounds.maximum;
  spec.required = !Unwrapped<T>::optional && !std::is_same_v<T, std::string>;
  spec.station = station;
  spec.howTo = howTo;
  if constexpr (std::is_enum_v<Bare>) spec.choices.assign(wordsOf<Bare>().begin(), wordsOf<Bare>().end());
  spec.get = [](const void* o) { return Traits<T>::out(static_cast<const Owner*>(o)->*Member); };
  spec.set = [](void* o, const FieldValue& v) { static_cast<Owner*>(o)->*Member = Traits<T>::in(v); };
  return spec;
}

inline FieldSpec withTolerance(FieldSpec spec, std::string_view siblingKey) {
  spec.toleranceKey = siblingKey;
  return spec;
}

inline FieldSpec whenEmpty(FieldSpec spec, std::string_view words) {
  spec.whenEmpty = words;
  return spec;
}

template <class Q>
requires(!std::is_convertible_v<Q, std::string_view>) FieldSpec whenEmpty(FieldSpec spec, Q figure) {
  spec.assumed = std::get<double>(Traits<Q>::out(figure));
  return spec;
}

inline FieldSpec refersTo(Refers what, FieldSpec spec) {
  spec.refers = what;
  return spec;
}

inline FieldSpec required(FieldSpec spec) {
  spec.required = true;
  return spec;
}

using Rows = std::vector<FieldSpec>;

inline constexpr Station inBike = Station::Bike, inPack = Station::Pack, inJoining = Station::Joining, inCharging = Station::Charging,
                         inRange = Station::Range, inWiring = Station::Wiring, inFit = Station::Fit, inOptions = Station::Options,
                         inBuild = Station::Build, inLog = Station::Log;

}  // namespace usherwright::table
