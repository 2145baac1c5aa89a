// LOG rules on what leaves the house: words that a share would tell, packs that are sent or carried.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/open_items.h"
#include "core/assess/rules/rule.h"
#include "core/plan/share.h"
#include "core/quantity/text.h"

namespace usherwright::rules {
namespace {

constexpr std::size_t leastSecret = 4;  // letters: shorter ones stand in many words by chance
/// Lithium packs above it travel as dangerous goods in every case: ADR special provision 188.
constexpr WattHour freely{100};

/// A private value that stands in a field which shares and sheets keep.
void log08(const Context& c, Findings& out) {
  if (c.plan.privateThings.empty()) return;
  const Plan kept = shared(c.plan, {});
  for (std::size_t i = 0; i < c.plan.privateThings.size(); ++i) {
    const std::string secret = trimmed(c.plan.privateThings[i].value);
    if (secret.size() < leastSecret) continue;
    std::vector<std::string> places;
    forEachField(kept, [&](const std::string& pointer, const FieldSpec&, const FieldValue& value) {
      const auto* words = std::get_if<std::string>(&value);
      if (words && words->find(secret) != std::string::npos) places.push_back(pointer);
    });
    if (places.empty()) continue;
    Finding f = finding({"LOG-08", Severity::Note, Station::Log, fmt::format("private/{}", i), places.front()});
    f.sentence = fmt::format("“{}” is private, and its words stand in {} other field{}: a share and a sheet would tell them.",
                             c.plan.privateThings[i].what, places.size(), places.size() == 1 ? "" : "s");
    f.why = "Whoever reads the number of a key or a frame can order one like it, or call the bike their own.";
    f.what = "Take the words out of that field; among the private things they stay.";
    f.fields = places;
    f.headline = static_cast<double>(places.size());
    f.working = {
        "Private words", "in no field that is shared", {}, fmt::format("{} fields", places.size()), "what a share keeps: plan/share"};
    out.push_back(std::move(f));
  }
}

/// Why a pack leaves the house, in words; empty while it stays.
std::string leaves(const Context& c, std::size_t k, std::string& pointer) {
  for (std::size_t i = 0; i < c.plan.build.arrivals.size(); ++i) {
    const Arrival& a = c.plan.build.arrivals[i];
    if (packOf(c.plan, a) != k) continue;
    if (arrivalJudged(c.plan, c.figures, a).verdict != ArrivalVerdict::Claim) continue;
    pointer = fmt::format("/build/arrivals/{}/part", i);
    return "goes back to its seller";
  }
  const auto& old = c.plan.undertaking.oldPack;
  if (k == 0 && (old == OldPack::Sold || old == OldPack::Recycled)) {
    pointer = "/undertaking/old_pack";
    return old == OldPack::Sold ? "is sold" : "is handed in";
  }
  return {};
}

void log14(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    if (!isLithium(m.chemistry) || m.label <= freely) continue;
    std::string pointer;
    const std::string why = leaves(c, k, pointer);
    if (why.empty()) continue;
    Finding f = finding({"LOG-14", Severity::Note, Station::Log, m.id, pointer});
    f.sentence = fmt::format("{} with its {} {}: above 100 Wh it travels as dangerous goods.", m.name, text(m.label), why);
    f.why = "A carrier who does not know what is in the box puts it under others; a damaged one burns there.";
    f.what =
        "Bring it by hand where you can. Else ask the carrier first: type tested, label and papers, poles covered, in a stiff box. A "
        "damaged "
        "one never goes by post.";
    f.headline = m.label / freely;
    f.working = {"Sending",
                 "up to 100 Wh with few duties; above as dangerous goods; damaged never by post",
                 {input(c, "E", "energy by its label", text(m.label))},
                 why,
                 "UN 3480 and 3481; ADR special provisions 188 and 376"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> handingRules() {
  static constexpr std::array rows{Rule{"LOG-08", "Note", "private words stand in a field that a share keeps", &log08},
                                   Rule{"LOG-14", "Note", "a pack above 100 Wh is sent back, sold or handed in", &log14}};
  return rows;
}

}  // namespace usherwright::rules
