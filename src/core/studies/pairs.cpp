// The table of pairs: for each the plan is cut down to its two parts and assessed.
#include "core/studies/pairs.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/plan/edit.h"
#include "core/plan/names.h"
#include "core/studies/joining_studies.h"

namespace usherwright {
namespace {

// What a pack and a controller can do to each other: volts, cut-off, current through the pack, braking.
constexpr std::array withController{"BIKE-01", "BIKE-02", "BIKE-03", "BIKE-10", "BIKE-12", "PACK-02",
                                    "PACK-03", "PACK-05", "JOIN-03", "LIM-01",  "LIM-02"};

bool isAbout(const std::string& part, const std::string& of) { return part == of || part.starts_with(of + "/"); }

/// The worst of some findings.
template <class Chosen>
PairVerdict worst(const std::vector<Finding>& findings, const Chosen& chosen) {
  PairVerdict out;
  for (const Finding& f : findings) {
    if (!chosen(f) || f.severity == Severity::Note) continue;
    const Pairing p = f.severity == Severity::Stop ? Pairing::Never : f.id == "BIKE-08" ? Pairing::Unproven : Pairing::WithCare;
    if (p > out.pairing) out = {p, f.id, f.sentence};
  }
  return out;
}

class PairMaker {
 public:
  PairMaker(const Plan& plan, const Catalogue& catalogue, const Progress& progress)
      : plan_(plan), catalogue_(catalogue), progress_(progress) {
    const std::size_t packs = plan.packs.size();
    all_ = 1 + packs + 2 * packs * (packs - 1) + 2 * packs * plan.chargers.size();
    joined_ = findingsOf(plan);
    for (std::size_t k = 0; k < plan.packs.size(); ++k) alone_.push_back(findingsOf(withOnly(plan, 1u << k)));
  }

  /// Empty if it was given up: pairs that nobody looked at must not read as if they went together.
  PairTable make() {
    PairTable out = table();
    return givenUp_ ? PairTable() : out;
  }

 private:
  PairTable table() {
    PairTable out;
    for (const Pack& p : plan_.packs) out.packs.push_back(shownName(p));
    if (plan_.packs.size() > 1)
      for (std::size_t k = 0; k < plan_.packs.size(); ++k)
        out.rows.push_back(row(PairKind::Pack, out.packs[k], [&](std::size_t other) { return packs(k, other); }));
    out.rows.push_back(row(PairKind::Controller, "controller", [&](std::size_t k) { return controller(k); }));
    for (std::size_t i = 0; i < plan_.bike.accessories.size(); ++i) {
      const std::string& name = plan_.bike.accessories[i].name;
      out.rows.push_back(row(PairKind::Accessory, name.empty() ? fmt::format("accessory {}", i + 1) : name,
                             [&](std::size_t k) { return accessory(i, k); }));
    }
    for (std::size_t i = 0; i < plan_.chargers.size(); ++i) {
      const Charger& c = plan_.chargers[i];
      out.rows.push_back(row(PairKind::Charger, shownName(c), [&](std::size_t k) { return charger(i, k); }));
    }
    return out;
  }

  std::vector<Finding> findingsOf(const Plan& plan) {
    givenUp_ = givenUp_ || !progress_.goOn(static_cast<double>(asked_++) / static_cast<double>(all_));
    return givenUp_ ? std::vector<Finding>() : assess(plan, catalogue_).findings;
  }

  template <class Cell>
  PairRow row(PairKind kind, const std::string& name, const Cell& cell) {
    PairRow out{kind, name, {}};
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) out.cells.push_back(cell(k));
    return out;
  }

  PairRow::Cell packs(std::size_t a, std::size_t b) {
    if (a == b) return {false, {}, {}};
    Plan two = withOnly(plan_, 1u << a | 1u << b);
    const auto joining = [](const Finding& f) { return f.id.starts_with("JOIN"); };
    const PairVerdict after = worst(findingsOf(two), joining);
    two.joining.method = Method::Direct;
    two.joining.policy = Policy::Together;
    return {true, worst(findingsOf(two), joining), after};
  }

  PairRow::Cell controller(std::size_t k) const {
    const std::string& id = plan_.packs[k].id;
    const auto chosen = [&](const Finding& f) {
      const bool between = std::find(withController.begin(), withController.end(), f.id) != withController.end();
      return (between && isAbout(f.part, id)) || (f.id == "BIKE-08" && f.part == "controller");
    };
    return {true, worst(alone_[k], chosen), worst(joined_, chosen)};
  }

  PairRow::Cell accessory(std::size_t i, std::size_t k) const {
    const Accessory& a = plan_.bike.accessories[i];
    if (!a.maximum && a.tap != Tap::Controller) {
      const PairVerdict unproven{Pairing::Unproven, "BIKE-08", "Its largest input voltage is not known yet; read its label."};
      return {true, unproven, unproven};
    }
    const std::string part = fmt::format("accessory-{}", i + 1);
    const auto chosen = [&](const Finding& f) { return f.part == part; };
    return {true, worst(alone_[k], chosen), worst(joined_, chosen)};
  }

  /// The charger on this pack's port, with nothing else charging; then beside what the plan has.
  PairRow::Cell charger(std::size_t i, std::size_t k) {
    const std::string& id = plan_.packs[k].id;
    const std::string& charger = plan_.chargers[i].id;
    const auto chosen = [&](const Finding& f) {
      return (f.id.starts_with("CHG") && f.part == charger + "/" + id) || (f.id == "BIKE-08" && f.part == charger);
    };
    const auto with = [&](const Plan& plan, std::size_t pack) {
      const auto assigned = withAssignment(plan, i, pack, Assignment::Assigned);
      return assigned ? worst(findingsOf(*assigned), chosen) : PairVerdict{};
    };
    Plan only = withOnly(plan_, 1u << k);
    for (Charger& c : only.chargers) c.forPacks.clear();
    return {true, with(only, 0), with(plan_, k)};
  }

  const Plan& plan_;
  const Catalogue& catalogue_;
  const Progress& progress_;
  std::size_t asked_ = 0, all_ = 1;  ///< assessments
  bool givenUp_ = false;
  std::vector<Finding> joined_;
  std::vector<std::vector<Finding>> alone_;
};

}  // namespace

std::string_view pairingWord(Pairing pairing) {
  switch (pairing) {
    case Pairing::Goes: return "goes";
    case Pairing::WithCare: return "with care";
    case Pairing::Unproven: return "not proven";
    case Pairing::Never: return "never";
  }
  return "";
}

PairTable pairsOf(const Plan& plan, const Catalogue& catalogue, const Progress& progress) {
  return PairMaker(plan, catalogue, progress).make();
}

}  // namespace usherwright
