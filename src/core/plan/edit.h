// Edits: free functions from a plan to a new plan. A refused edit leaves everything as it was.
#pragma once

#include <string>
#include <string_view>

#include "core/plan/fields.h"
#include "core/plan/sizes.h"

namespace usherwright {

/// Sets one field by its JSON pointer. Errors: no such field, value out of bounds.
Expected<Plan> withField(const Plan& plan, const std::string& pointer, const FieldValue& value);
/// A figure that was worked out, marked as assumed with its reason: the nearest that its field takes. The field exists.
Plan withWorkedOut(const Plan& plan, const std::string& pointer, double value, const std::string& because);

/// Types into a field: "54,6 V", "12awg", "22±1A" (which also sets the tolerance beside it).
/// Typing over an assumed value marks it as remembered unless `source` says better; other marks stay.
struct TypedEntry {
  std::string pointer;
  std::string text;
  UnitSystem system = UnitSystem::Metric;
  std::optional<Provenance> source = std::nullopt;
};
Expected<Plan> withEntry(const Plan& plan, const TypedEntry& entry);

Plan withProvenance(const Plan& plan, const std::string& pointer, Provenance source);

enum class Assignment : std::uint8_t { Assigned, Free };

/// Adds a pack with a lead of its own; its id is new in the plan. It is a box that waits for its label: until then class
/// and chemistry are those of the bike (makeup.h). Plug and wire sizes that are filled in are marked as assumed.
Plan withNewPack(const Plan& plan);
/// A copy of a pack under a new id, with a copy of its lead. Error: no such pack.
Expected<Plan> withDuplicatePack(const Plan& plan, std::size_t index);

/// A charger right for the pack (its full voltage, 2 A), assumed until its label is read.
Expected<Plan> withChargerFor(const Plan& plan, std::size_t packIndex);

/// Puts a charger to a pack, or takes it off.
Expected<Plan> withAssignment(const Plan& plan, std::size_t charger, std::size_t pack, Assignment assignment);

/// Adds a first route of 20 km, assumed until it is measured. A plan with a route stays as it is.
Plan withRoute(const Plan& plan);

/// Accepts a Mind: key "<rule>@<part>", a reason in words, and the figure, the fields and the day that it holds for.
Expected<Plan> withAcceptance(const Plan& plan, const std::string& key, const Acceptance& acceptance);
Plan withoutAcceptance(const Plan& plan, const std::string& key);

/// Every value is one that its field takes; then what single fields cannot express: sizes, unique ids, cells and packs that exist, rest
/// curves. A lead may name what is not there: that is a finding, not an error.
/// Records that it shares with `sound`, a plan that was checked, are not looked at again.
Expected<void> crossChecked(const Plan& plan, const Plan* sound = nullptr);

}  // namespace usherwright
