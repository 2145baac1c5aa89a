// Kinds of contacts, bodies, switches and fuses, with the words that stand for them in plan files and part lists.
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <string_view>

namespace usherwright {

/// One contact of a half of a plug.
enum class Contact : std::uint8_t { Pins, Sockets, Genderless };
inline constexpr std::array<std::string_view, 3> contactWords{"pins", "sockets", "genderless"};
constexpr std::span<const std::string_view> choiceWords(Contact) { return contactWords; }

/// Of two bodies that go into each other; the outer one also carries the ring of those that have one.
enum class Shell : std::uint8_t { Outer, Inner };
inline constexpr std::array<std::string_view, 2> shellWords{"outer", "inner"};
constexpr std::span<const std::string_view> choiceWords(Shell) { return shellWords; }

enum class SwitchKind : std::uint8_t { None, Switch, Breaker, Relay, SoftStart, KeyPlug };
inline constexpr std::array<std::string_view, 6> switchWords{"none", "switch", "breaker", "relay", "soft-start", "key-plug"};
constexpr std::span<const std::string_view> choiceWords(SwitchKind) { return switchWords; }

/// Families with a melting curve of their own.
enum class FuseKind : std::uint8_t { Blade, Bolted, Cylinder, Glass, Resettable };
inline constexpr std::array<std::string_view, 5> fuseKindWords{"blade", "bolted", "cylinder", "glass", "resettable"};
constexpr std::span<const std::string_view> choiceWords(FuseKind) { return fuseKindWords; }

/// The word of a choice, as a file and an entry have it.
template <class E>
constexpr std::string_view wordOf(E choice) {
  return choiceWords(choice)[static_cast<std::size_t>(choice)];
}

}  // namespace usherwright
