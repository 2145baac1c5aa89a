// Laws of the verdicts: what is better in a plan never makes them worse.
#include <catch2/catch.hpp>
#include <cmath>
#include <set>

#include <rapidcheck/catch.h>
#include "core/plan/edit.h"
#include "core/quantity/units.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;
using support::between;

namespace {

std::set<std::string> stopsOf(const Plan& plan) {
  std::set<std::string> out;
  for (const Finding& f : plans::assessed(plan).findings)
    if (f.severity == Severity::Stop) out.insert(f.key());
  return out;
}

std::string missingFrom(const std::set<std::string>& all, const std::set<std::string>& some) {
  std::string out;
  for (const std::string& s : some)
    if (!all.contains(s)) out += s + " ";
  return out;
}

double numberAt(const Plan& plan, const std::string& pointer) {
  const auto ref = findField(plan, pointer);
  REQUIRE(ref);
  const auto* value = std::get_if<double>(&ref->value);
  return value ? *value : std::nan("");
}

/// The demo somewhere near its own values, so that some limits are just kept and some just broken.
Plan nearby() {
  Plan plan = plans::demo();
  const auto scaled = [&](const char* pointer, double low, double high) {
    const double v = numberAt(plan, pointer);
    if (std::isnan(v)) return;
    if (const auto next = withField(plan, pointer, FieldValue{v * between(low, high)})) plan = *next;
  };
  scaled("/bike/controller/current_max_A", 0.6, 1.6);
  scaled("/packs/0/bms/continuous_A", 0.5, 1.5);
  scaled("/packs/1/bms/continuous_A", 0.5, 1.5);
  scaled("/joining/part/input_A", 0.5, 1.5);
  scaled("/joining/part/total_A", 0.5, 1.5);
  scaled("/joining/part/voltage_V", 0.7, 1.4);
  scaled("/packs/1/fuse/dc_V", 0.7, 3.0);
  scaled("/packs/1/fuse/breaking_A", 0.3, 2.0);
  scaled("/chargers/1/output_A", 0.5, 2.0);
  scaled("/bike/controller/input_max_V", 0.8, 1.2);
  static constexpr const char* methods[] = {"direct", "combiner", "schottky", "selector", "converter"};
  return plans::with(plan, "/joining/method", methods[*rc::gen::inRange(0, 5)]);
}

struct Better {
  const char* pointer;
  bool more;  ///< better when it is larger
};

// Each of these only ever allows more, or asks for less.
constexpr Better betters[] = {{"/packs/0/bms/continuous_A", true},
                              {"/packs/1/bms/continuous_A", true},
                              {"/joining/part/input_A", true},
                              {"/joining/part/total_A", true},
                              {"/joining/part/voltage_V", true},
                              {"/packs/1/fuse/dc_V", true},
                              {"/packs/0/fuse/dc_V", true},
                              {"/packs/1/fuse/breaking_A", true},
                              {"/bike/controller/input_max_V", true},
                              {"/bike/controller/current_max_A", false},
                              {"/bike/load_kg", false}};

}  // namespace

TEST_CASE("a better rating, or a smaller demand, never brings a Stop") {
  rc::prop("monotone", [] {
    const Plan plan = nearby();
    const Better& b = betters[*rc::gen::inRange(0, static_cast<int>(std::size(betters)))];
    const double now = numberAt(plan, b.pointer);
    if (std::isnan(now)) return;
    const auto next = withField(plan, b.pointer, FieldValue{now * (b.more ? between(1, 2) : between(0.4, 1))});
    if (!next) return;
    const std::string added = missingFrom(stopsOf(plan), stopsOf(*next));
    if (!added.empty()) RC_FAIL(std::string(b.pointer) + " " + formatNumber(now) + " brings " + added);
  });
}

TEST_CASE("no finding holds two figures against each other that read alike") {
  rc::prop("told apart", [] {
    Plan plan = nearby();
    // Right beside a limit, where three digits no longer tell them apart.
    const Figures figures = plans::assessed(plan).figures;
    const auto at = static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(figures.elements.size())));
    const Element& e = figures.elements[at];
    const double limit = numberAt(plan, "/bike/controller/current_max_A");
    if (e.counted() && e.peak && !std::isnan(limit)) {
      const double onIt = limit + (*e.counted() - *e.peak).value() + between(0, 0.02);
      if (const auto next = withField(plan, "/bike/controller/current_max_A", FieldValue{onIt})) plan = *next;
    }
    for (const Finding& f : plans::assessed(plan).findings) {
      const std::string& result = f.working.result;
      const auto middle = result.find(" against ");
      if (middle == std::string::npos) continue;
      if (result.substr(0, middle) == result.substr(middle + 9)) RC_FAIL(f.key() + ": " + f.sentence + " (" + result + ")");
    }
  });
}

TEST_CASE("a fuse that the peak passes asks for a thought, never for a Stop, and is not passed over") {
  const Plan plan = plans::sound();
  const Ampere peak = *plans::assessed(plan).figures.demand.peak;
  for (const double share : {0.80, 0.905, 0.915, 0.95, 0.9995}) {
    const Plan next = plans::with(plan, "/packs/0/fuse/rating_A", formatNumber(peak.value() * share, 7));
    int named = 0;
    for (const Finding& f : plans::assessed(next).findings)
      if (f.element == "stock/fuse") {
        CHECK(f.severity == Severity::Mind);
        ++named;
      }
    INFO(share);
    CHECK(named == 1);
  }
}

TEST_CASE("more load, wind or climb never takes the bike farther; more cells in parallel always do") {
  rc::prop("range", [] {
    const Plan plan = nearby();
    const Kilometre now = plans::assessed(plan).figures.range.likely;
    for (const char* pointer : {"/bike/load_kg", "/routes/0/climb_m"}) {
      const double v = numberAt(plan, pointer);
      if (std::isnan(v)) continue;
      const auto next = withField(plan, pointer, FieldValue{v * between(1, 1.5)});
      if (next) RC_ASSERT(plans::assessed(*next).figures.range.likely.value() <= now.value() * 1.0005);
    }
    const auto more = withField(plan, "/packs/0/parallel", FieldValue{double(*plan.packs[0].parallel + 1)});
    RC_ASSERT(more.has_value());
    RC_ASSERT(plans::assessed(*more).figures.range.likely > now);
  });
}

TEST_CASE("the narrows is the smallest headroom, and lifting it hands the name to the next") {
  rc::prop("narrows", [] {
    const Plan plan = nearby();
    const Assessment a = plans::assessed(plan);
    if (a.figures.narrows < 0) return;
    const Element& narrows = a.figures.elements[static_cast<std::size_t>(a.figures.narrows)];
    for (const Element& e : a.figures.elements)
      if (const auto room = e.headroomAtPeak()) RC_ASSERT(*room >= *narrows.headroomAtPeak() - 1e-12);
    if (narrows.pointer.empty()) return;
    const double rating = numberAt(plan, narrows.pointer);
    if (std::isnan(rating)) return;
    const auto lifted = withField(plan, narrows.pointer, FieldValue{rating * 3});
    if (!lifted) return;
    const Assessment after = plans::assessed(*lifted);
    RC_ASSERT(after.figures.narrows >= 0);
    const Element& next = after.figures.elements[static_cast<std::size_t>(after.figures.narrows)];
    RC_ASSERT(*next.headroomAtPeak() >= *narrows.headroomAtPeak() - 1e-12);
  });
}

TEST_CASE("no finding says the same again after one of its fixes") {
  rc::prop("fixes", [] {
    const Plan plan = nearby();
    for (const Finding& f : plans::assessed(plan).findings)
      for (const Fix& fix : f.fixes) {
        const auto next = withFix(plan, fix);
        if (!next) RC_FAIL(f.key() + ": its fix \"" + fix.words + "\" is refused: " + next.error().sentence());
        for (const Finding& left : plans::assessed(*next).findings)
          if (left.severity == Severity::Stop && left.sentence == f.sentence)
            RC_FAIL(f.key() + " is still there after \"" + fix.words + "\"");
      }
  });
}

TEST_CASE("a third pack like the second changes no verdict about the first") {
  rc::prop("third", [] {
    const Plan plan = nearby();
    const auto three = withDuplicatePack(plan, 1);
    RC_ASSERT(three.has_value());
    const auto about = [](const Plan& p) {
      std::set<std::string> out;
      for (const std::string& key : stopsOf(p))
        if (key.ends_with("@stock") || key.find("@stock/") != std::string::npos) out.insert(key);
      return out;
    };
    // With a hard joint the share of the first falls: what it could not carry before it may carry now, never the reverse.
    // Only what flows back into its own lead and fuse grows with every pack that is joined hard.
    std::set<std::string> now = about(*three);
    if (!hardJoined(*three).empty())
      std::erase_if(now, [](const std::string& key) { return key.starts_with("WIRE-04@") || key.starts_with("WIRE-05@"); });
    const std::string added = missingFrom(about(plan), now);
    if (!added.empty()) RC_FAIL("a third pack brings " + added);
  });
}
