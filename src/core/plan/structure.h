// The shape of a plan: which objects and lists each object holds, for code that walks it.
// One visitor serves reading, writing, look-up and enumeration.
#pragma once

#include <algorithm>
#include <array>
#include <string>
#include <string_view>
#include <type_traits>

#include "core/plan/plan.h"

namespace usherwright {

/// A JSON pointer that is not empty, parted behind its first token: "/packs/1/soc" → "packs" and "/1/soc".
struct PointerStep {
  explicit PointerStep(std::string_view pointer) {
    const auto slash = std::min(pointer.find('/', 1), pointer.size());
    token = pointer.substr(1, slash - 1);
    rest = pointer.substr(slash);
  }
  std::string_view token;
  std::string_view rest;
};

/// The lists of records, for pointers into them.
inline constexpr std::array<std::string_view, 11> recordLists{"readings", "capacity_tests", "charges",   "places", "rides", "done",
                                                              "arrivals", "handwork",       "fasteners", "log",    "photos"};

/// True for "/packs/0/readings/12/pack_V": an entry of a list of records needs no mark, it was measured.
inline bool isInRecords(std::string_view pointer) {
  return std::any_of(recordLists.begin(), recordLists.end(), [&](std::string_view list) {
    const auto at = pointer.find(list);
    return at != std::string_view::npos && at > 0 && pointer[at - 1] == '/' && pointer.substr(at + list.size()).starts_with('/');
  });
}

/// For visitors that look at objects and lists, and at none of the plain values beside them.
struct NoLeaves {
  template <class T>
  void volts(std::string_view, T&) {}
  template <class T>
  void words(std::string_view, T&) {}
  template <class T>
  void curve(std::string_view, T&) {}
  template <class T>
  void ride(std::string_view, T&) {}
  template <class T>
  void track(std::string_view, T&) {}
  template <class T>
  void branch(std::string_view, T&) {}
};

/// Calls the visitor for every child of `owner`, in file order:
///   object(key, child)  one object, null in a file if nothing of it is known
///   list(key, vector)   array of objects        keyed(key, vector)  object by id
///   records(key, Records)  a list that may become long: what is in it is measured unless it says otherwise
///   volts(key, vector)  array of voltages       words(key, vector)  array of strings
///   curve(key, vector)  array of [soc, volt] pairs  ride(key, vector)   array of [second, watt] pairs
///   track(key, vector)  array of [latitude, longitude, elevation or null, second or null], a 1 behind it where a segment begins
///   branch(key, plan)   a whole plan, which only readers and writers enter: its fields are none of this one's
template <class Owner, class Visitor>
void visitChildren(Owner& owner, Visitor& visitor) {
  using Type = std::remove_const_t<Owner>;
  if constexpr (std::is_same_v<Type, Plan>) {
    visitor.object("need", owner.need);
    visitor.object("bike", owner.bike);
    visitor.keyed("cells", owner.cells);
    visitor.list("packs", owner.packs);
    visitor.object("joining", owner.joining);
    visitor.object("wiring", owner.wiring);
    visitor.list("chargers", owner.chargers);
    visitor.object("charging", owner.charging);
    visitor.list("routes", owner.routes);
    visitor.records("rides", owner.rides);
    visitor.list("claims", owner.claims);
    visitor.list("private", owner.privateThings);
    visitor.list("warranties", owner.warranties);
    visitor.object("undertaking", owner.undertaking);
    visitor.object("build", owner.build);
    visitor.records("log", owner.log);
    visitor.records("photos", owner.photos);
    visitor.list("kept", owner.kept);
    visitor.list("options", owner.options);
  } else if constexpr (std::is_same_v<Type, Bike>) {
    visitor.list("accessories", owner.accessories);
    visitor.object("controller", owner.controller);
    visitor.object("gauge", owner.gauge);
  } else if constexpr (std::is_same_v<Type, Gauge>) {
    visitor.volts("steps_V", owner.steps);
  } else if constexpr (std::is_same_v<Type, Cell>) {
    visitor.object("rc", owner.rc);
    visitor.curve("ocv", owner.restCurve);
  } else if constexpr (std::is_same_v<Type, Pack>) {
    visitor.object("fit", owner.fit);
    visitor.object("hold", owner.hold);
    visitor.object("bms", owner.bms);
    visitor.object("fuse", owner.fuse);
    visitor.object("own_half", owner.ownHalf);
    visitor.object("bike_half", owner.bikeHalf);
    visitor.object("charge_fuse", owner.chargeFuse);
    visitor.records("readings", owner.readings);
    visitor.records("capacity_tests", owner.capacityTests);
    visitor.records("charges", owner.charges);
  } else if constexpr (std::is_same_v<Type, Fit>) {
    visitor.list("outline", owner.outline);
    visitor.list("things", owner.things);
    visitor.records("places", owner.places);
  } else if constexpr (std::is_same_v<Type, Reading>) {
    visitor.volts("groups_V", owner.groups);
  } else if constexpr (std::is_same_v<Type, Joining>) {
    visitor.object("part", owner.part);
    visitor.object("converter", owner.converter);
    visitor.ride("profile", owner.profile);
  } else if constexpr (std::is_same_v<Type, Route>) {
    visitor.track("track", owner.track);
    visitor.list("stops", owner.stops);
  } else if constexpr (std::is_same_v<Type, BuildWork>) {
    visitor.records("done", owner.done);
    visitor.records("arrivals", owner.arrivals);
    visitor.records("handwork", owner.handwork);
    visitor.records("fasteners", owner.fasteners);
  } else if constexpr (std::is_same_v<Type, Undertaking>) {
    visitor.list("quotes", owner.quotes);
  } else if constexpr (std::is_same_v<Type, Option> || std::is_same_v<Type, KeptPack>) {
    visitor.branch("plan", owner.plan);
  } else if constexpr (std::is_same_v<Type, Wiring>) {
    visitor.list("runs", owner.runs);
    visitor.object("main_switch", owner.mainSwitch);
  } else if constexpr (std::is_same_v<Type, Run>) {
    visitor.words("adapters", owner.adapters);
  } else if constexpr (std::is_same_v<Type, Accessory>) {
    visitor.object("fuse", owner.fuse);
  } else if constexpr (std::is_same_v<Type, Charger>) {
    visitor.words("for", owner.forPacks);
    visitor.list("lights", owner.lights);
  } else if constexpr (std::is_same_v<Type, ChargePlan>) {
    visitor.list("hours", owner.there);
  }
}

}  // namespace usherwright
