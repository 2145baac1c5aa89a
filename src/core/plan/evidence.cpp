// Conflicting values.
#include "core/plan/evidence.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/plan/edit.h"
#include "core/plan/mark.h"

namespace usherwright {
namespace {

constexpr std::size_t mostAlternatives = 20;

Expected<std::size_t> alternativeAt(const Plan& plan, const std::string& pointer, std::size_t which) {
  const auto found = plan.provenance.find(pointer);
  if (found == plan.provenance.end() || which >= found->second.also.size())
    return unexpected(pointer, fmt::format("no other value {}", which + 1), "one of the values kept beside");
  return which;
}

}  // namespace

bool isProven(const Plan& plan, const std::string& pointer, const FieldRef& field) {
  if (std::holds_alternative<std::monostate>(field.value)) return false;
  const auto entry = plan.provenance.find(pointer);
  const bool stated = entry != plan.provenance.end();
  const Provenance from = stated ? entry->second.from : Provenance::Assumed;
  if (!isNumeric(field.spec->kind) && (!stated || from == Provenance::Remembered)) return true;
  return from == Provenance::Measured || from == Provenance::Label || from == Provenance::Catalogue;
}

bool isProven(const Plan& plan, const std::string& pointer) {
  const auto ref = findField(plan, pointer);
  return ref && isProven(plan, pointer, *ref);
}

int assumedValues(const Plan& plan) {
  int count = 0;
  forEachField(
      plan,
      [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
        count +=
            isNumeric(spec.kind) && !std::holds_alternative<std::monostate>(value) && provenanceOf(plan, pointer) == Provenance::Assumed;
      },
      Walk::Everyday);
  return count;
}

std::vector<Conflict> conflictsOf(const Plan& plan) {
  std::vector<Conflict> out;
  forEachField(
      plan,
      [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
        const auto found = plan.provenance.find(pointer);
        if (found != plan.provenance.end() && !found->second.also.empty())
          out.push_back({pointer, &spec, value, found->second.from, found->second.also});
      },
      Walk::Everyday);
  return out;
}

Expected<Plan> withAlternative(const Plan& plan, const std::string& pointer, const Alternative& other) {
  const auto ref = findField(plan, pointer);
  if (!ref) return tl::unexpected(ref.error());
  auto good = validated(*ref->spec, other.value);
  if (!good) {
    good.error().place = std::string(ref->spec->label);
    return tl::unexpected(good.error());
  }
  if (std::holds_alternative<std::monostate>(ref->value)) {
    auto next = withField(plan, pointer, *good);
    if (next) markSource(*next, pointer, other.from);
    return next;
  }
  Plan next = plan;
  ProvenanceEntry& entry = next.provenance[pointer];
  const Alternative kept{*good, other.from, other.note};
  const bool counts = *good == ref->value && other.from == entry.from;
  if (counts || std::find(entry.also.begin(), entry.also.end(), kept) != entry.also.end()) return plan;
  if (entry.also.size() >= mostAlternatives)
    return unexpected(std::string(ref->spec->label), "20 other values already", "one of them dropped first");
  entry.also.push_back(kept);
  return next;
}

Expected<Plan> withChosen(const Plan& plan, const std::string& pointer, std::size_t which) {
  if (const auto at = alternativeAt(plan, pointer, which); !at) return tl::unexpected(at.error());
  const auto ref = findField(plan, pointer);
  if (!ref) return tl::unexpected(ref.error());
  const Alternative chosen = plan.provenance.at(pointer).also[which];
  auto next = withField(plan, pointer, chosen.value);
  if (!next) return next;
  ProvenanceEntry& entry = next->provenance[pointer];
  entry.also[which] = {ref->value, entry.from, entry.note};
  entry.from = chosen.from;
  entry.note = chosen.note;
  return next;
}

Expected<Plan> withoutAlternative(const Plan& plan, const std::string& pointer, std::size_t which) {
  if (const auto at = alternativeAt(plan, pointer, which); !at) return tl::unexpected(at.error());
  Plan next = plan;
  std::vector<Alternative>& also = next.provenance[pointer].also;
  also.erase(also.begin() + static_cast<std::ptrdiff_t>(which));
  return next;
}

Plan withSettled(const Plan& plan, const std::string& pointer) {
  Plan next = plan;
  if (const auto found = next.provenance.find(pointer); found != next.provenance.end()) found->second.also.clear();
  return next;
}

Expected<Plan> withEvidence(const Plan& plan, const std::string& pointer, const FieldValue& value, Provenance from,
                            const std::string& note) {
  const auto ref = findField(plan, pointer);
  if (!ref) return tl::unexpected(ref.error());
  const auto noted = [&](Expected<Plan> next) {
    if (next && !note.empty()) next->provenance[pointer].note = note;
    return next;
  };
  const Provenance now = provenanceOf(plan, pointer);
  const bool empty = std::holds_alternative<std::monostate>(ref->value);
  const bool same = !empty && ref->value == value;
  if (empty || same || now == Provenance::Assumed) {
    auto next = withField(plan, pointer, value);
    if (same && now < from) return next;
    if (next) markSource(*next, pointer, from);
    return noted(std::move(next));
  }
  if (now == from) {  // read or measured again: the later reading counts
    return noted(withField(plan, pointer, value));
  }
  auto both = withAlternative(plan, pointer, {value, from, note});
  if (!both || now < from) return both;
  return withChosen(*both, pointer, both->provenance.at(pointer).also.size() - 1);
}

Expected<Plan> withTypedEvidence(const Plan& plan, const std::string& pointer, const std::string& text, Provenance from,
                                 const std::string& note) {
  const auto ref = findField(plan, pointer);
  if (!ref) return tl::unexpected(ref.error());
  const FieldSpec& spec = *ref->spec;
  const auto placed = [&](Problem problem) {
    problem.place = std::string(spec.label);
    return tl::unexpected(std::move(problem));
  };
  if (spec.toleranceKey.empty() || text.find("±") == std::string::npos) {
    const auto value = parseEntry(spec, text, UnitSystem::Metric);
    if (!value) return placed(value.error());
    return withEvidence(plan, pointer, *value, from, note);
  }
  const auto both = parseToleranced(text, spec.kind);
  if (!both) return placed(both.error());
  auto next = withEvidence(plan, pointer, FieldValue{both->value}, from, note);
  if (!next || both->tolerance < 0) return next;
  return withEvidence(*next, pointer.substr(0, pointer.rfind('/') + 1) + std::string(spec.toleranceKey), FieldValue{both->tolerance}, from,
                      note);
}

}  // namespace usherwright
