// Parts by the beginning of their fields' pointers.
#include "core/sheets/standing.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <set>

#include "core/plan/fields.h"
#include "core/plan/names.h"

namespace usherwright {
namespace {

/// "/packs/1/bms/continuous_A" → {"packs", "1"}; "/wiring/runs/0/size" → {"wiring", "runs", "0"}.
std::vector<std::string> tokens(const std::string& pointer) {
  std::vector<std::string> out;
  for (std::size_t from = 1; from < pointer.size();) {
    const std::size_t to = std::min(pointer.find('/', from), pointer.size());
    out.push_back(pointer.substr(from, to - from));
    from = to + 1;
  }
  return out;
}

std::string leadName(const Plan& plan, const Run& run) {
  if (const Pack* pack = plan.findPack(run.from)) return "lead of " + shownName(*pack);
  return run.to == "controller" ? "main lead" : "lead " + run.id;
}

std::string partOf(const Plan& plan, const std::string& pointer) {
  const std::vector<std::string> t = tokens(pointer);
  const auto at = [&](std::size_t i) { return static_cast<std::size_t>(std::stoul(t[i])); };
  if (t.size() < 2) return "the plan";
  if (t[0] == "packs") return shownName(plan.packs[at(1)]);
  if (t[0] == "chargers") return shownName(plan.chargers[at(1)]);
  if (t[0] == "routes") return plan.routes.size() == 1 ? "ride" : fmt::format("ride {}", at(1) + 1);
  if (t[0] == "wiring" && t.size() > 2 && t[1] == "runs") return leadName(plan, plan.wiring.runs[at(2)]);
  if (t[0] == "cells")
    if (const Cell* cell = plan.findCell(t[1])) return shownName(*cell);
  if (t[0] == "bike" && t[1] == "controller") return "controller";
  if (t[0] == "joining") return "joint";
  return t[0];
}

/// What the fields of one part begin with.
std::string rootOf(const std::string& pointer) {
  const std::vector<std::string> t = tokens(pointer);
  if (t.size() < 2) return {};
  const bool listed =
      t[0] == "packs" || t[0] == "chargers" || t[0] == "routes" || t[0] == "cells" || (t[0] == "bike" && t[1] == "controller");
  if (t[0] == "wiring" && t.size() > 2) return t[0] + "/" + t[1] + "/" + t[2];
  return listed ? t[0] + "/" + t[1] : t[0];
}

}  // namespace

std::vector<StandingPart> standingOf(const Plan& plan, const Assessment& assessment) {
  std::set<std::string> asked;
  for (const Finding& f : assessment.findings)
    if (f.id == "BIKE-08") asked.insert(f.fields.begin(), f.fields.end());
  std::vector<StandingPart> out;
  std::map<std::string, std::size_t> at;  // by root
  forEachField(
      plan,
      [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
        const bool known = !std::holds_alternative<std::monostate>(value);
        const bool stated = isNumeric(spec.kind) && known && plan.provenance.contains(pointer);
        if (!stated && !asked.contains(pointer)) return;
        const auto part = at.try_emplace(rootOf(pointer), out.size()).first->second;
        if (part == out.size()) out.push_back({partOf(plan, pointer), {}});
        StandingField f{pointer, {}, std::nullopt};
        if (known) f.source = provenanceOf(plan, pointer);
        f.words = known ? fmt::format("{}: {}, {}", spec.label, shownValue(spec, value, UnitSystem::Metric), provenanceWord(*f.source))
                        : fmt::format("{}: not known yet", spec.label);
        out[part].fields.push_back(std::move(f));
      },
      Walk::Everyday);
  return out;
}

}  // namespace usherwright
