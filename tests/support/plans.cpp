// Example plans and what is found in them.
#include "support/plans.h"

#include <catch2/catch.hpp>

#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/options.h"
#include "support/reference_case.h"

namespace plans {

using namespace usherwright;

std::string exampleText(const std::string& name) { return reference::readFile(reference::sourcePath("data/examples/" + name + ".uwplan")); }

Plan example(const std::string& name) {
  const auto plan = readPlan(exampleText(name));
  INFO(name);
  REQUIRE(plan);
  return *plan;
}

Plan demo() {
  Plan plan = withoutLog(todayOf(example("ferry-path-library-trike")));
  while (!plan.routes.front().stops.empty()) plan = *without(plan, "/routes/0/stops", 0);
  while (!plan.kept.empty()) plan = *without(plan, "/kept", 0);
  plan.routes.front().track = {};
  return plan;
}

Plan withoutLog(Plan plan) {
  plan.rides = {};
  plan.log = {};
  for (Pack& p : plan.packs) {
    p.charges = {};
    p.capacityTests = {};
  }
  return plan;
}

Plan sound() {
  Plan untouched = demo();
  untouched.build = {};
  const Plan tested = with(with(untouched, "/packs/1/fuse/dc_V", "80"), "/cells/tern-33/verified", "yes");
  return with(with(tested, "/cells/tern-33/continuous_A", "10"), "/cells/tern-33/resistance_mohm", "24");
}

Plan with(const Plan& plan, const std::string& pointer, const std::string& typed) {
  const auto next = withEntry(plan, {pointer, typed, UnitSystem::Metric, Provenance::Measured});
  INFO(pointer << " = " << typed);
  if (!next) FAIL(next.error().sentence());
  return *next;
}

Assessment assessed(const Plan& plan) { return assess(plan, shippedCatalogue()); }

std::vector<Finding> findings(const Plan& plan, const std::string& id) {
  std::vector<Finding> out;
  for (Finding& f : assessed(plan).findings)
    if (f.id == id) out.push_back(std::move(f));
  return out;
}

std::vector<std::string> summary(const Plan& plan) {
  std::vector<std::string> out;
  for (const Finding& f : assessed(plan).findings)
    if (f.counted) out.push_back(std::string(severityWord(f.severity)) + " " + f.key());
  return out;
}

}  // namespace plans
