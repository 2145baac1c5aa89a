// OPT rules: what a way forward leaves behind, and what it costs besides money. They compare it with today's plan; a plan that is
// no way forward is not asked.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/limits/limits.h"
#include "core/plan/names.h"

namespace usherwright::rules {
namespace {

constexpr double sameVolts = 0.02;  // share: full voltages of one class
constexpr double heavierBy = 0.10;  // of the bike
constexpr double samePeak = 0.02;   // share

Finding onWays(std::string id, Severity severity, std::string part, std::string pointer) {
  return finding({std::move(id), severity, Station::Options, std::move(part), std::move(pointer)});
}

bool alike(Volt a, Volt b) { return std::abs((a - b).value()) <= sameVolts * std::max(a.value(), b.value()); }

bool isQuoted(const Plan& plan, Wanted kind) {
  return std::any_of(plan.undertaking.quotes.begin(), plan.undertaking.quotes.end(),
                     [&](const Quote& q) { return q.kind == kind && q.price; });
}

PackModel modelOf(const Plan& plan, const Pack& pack) { return packModel(pack, makeupOf(plan, pack), plan.ambient); }

/// A pack that no pack of today's is like, by series count and chemistry.
bool isOfAnotherClass(const Plan& from, const PackModel& model) {
  return std::none_of(from.packs.begin(), from.packs.end(), [&](const Pack& p) {
    const Makeup made = makeupOf(from, p);
    return made.series == model.series && made.layout.chemistry == model.chemistry;
  });
}

/// A charger of its own volts, or one that is paid for.
bool isChargedFor(const Context& c, const PackModel& model) {
  if (isQuoted(c.plan, Wanted::Charger)) return true;
  return std::any_of(c.plan.chargers.begin(), c.plan.chargers.end(), [&](const Charger& charger) {
    return serves(charger, model.id) && charger.output && alike(*charger.output, model.full) &&
           (!charger.chemistry || *charger.chemistry == model.chemistry);
  });
}

/// What stays as it is and was made for the volts of before, in words.
std::vector<std::string> leftBehind(const Context& c, const PackModel& model) {
  std::vector<std::string> out;
  if (!isChargedFor(c, model)) out.push_back(fmt::format("a charger for {}", text(model.full)));
  const Gauge& gauge = c.plan.bike.gauge;
  if (!gauge.steps.empty() && gauge.steps == c.from->bike.gauge.steps) out.emplace_back("the steps of the bike's gauge");
  if (!c.plan.bike.controller.inputMaximum && !c.plan.bike.controller.capacitorVoltage)
    out.emplace_back("the controller's capacitors, whose highest volts nobody has read");
  const Pack* pack = c.plan.findPack(model.id);
  if (pack && pack->fuse.rating && !pack->fuse.dcVoltage) out.emplace_back("its fuse, whose volts nobody has read");
  return out;
}

std::string listed(const std::vector<std::string>& words) {
  std::string out;
  for (std::size_t i = 0; i < words.size(); ++i) out += (i == 0 ? "" : i + 1 == words.size() ? " and " : ", ") + words[i];
  return out;
}

void opt01(const Context& c, Findings& out) {
  if (!c.from || c.from->packs.empty()) return;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& model = c.figures.packs[k].model;
    if (!isOfAnotherClass(*c.from, model)) continue;
    const std::vector<std::string> left = leftBehind(c, model);
    if (left.empty()) continue;
    Finding f = onWays("OPT-01", Severity::Mind, model.id, packPointer(k, "cell"));
    f.sentence = fmt::format("{} is {} of {}, which nothing of today is: {} {} not in its price.", model.name, layoutWords(model),
                             wordOf(model.chemistry), listed(left), left.size() == 1 ? "is" : "are");
    f.why = "What stays was made for other volts; it is bought again, or it is used although it does not fit.";
    f.what = "Add a charger and a quote for the rest, and read what stays: highest volts of the controller, volts of the fuse.";
    f.headline = static_cast<double>(left.size());
    f.working = {
        "Another class",
        "series and chemistry as one of today's packs",
        {input(c, "S", "in series", std::to_string(model.series), packPointer(k, "series")), input(c, "U", "full", text(model.full))},
        fmt::format("{} left behind", left.size()),
        "voltage classes"};
    out.push_back(std::move(f));
  }
}

/// Sold or handed in, so that nobody takes it for the new one. Nobody has said: it is kept.
bool isGone(const Plan& plan) { return plan.undertaking.oldPack == OldPack::Sold || plan.undertaking.oldPack == OldPack::Recycled; }

/// What stays in the house and goes where something of other volts goes.
struct Kept {
  std::string part, what, plug, likes;  ///< its id, its name, the plug, what it would be taken for
  Volt volts, meant;
};

void keptPacks(const Context& c, std::vector<Kept>& out) {
  if (isGone(c.plan)) return;
  for (const Pack& old : c.from->packs) {
    if (old.plug.empty()) continue;
    const PackModel was = modelOf(*c.from, old);
    const Pack* same = c.plan.findPack(old.id);
    if (same && alike(modelOf(c.plan, *same).full, was.full)) continue;  // it is still this plan's
    for (const PackFigures& p : c.figures.packs) {
      const Pack* now = c.plan.findPack(p.model.id);
      if (now && now->plug == old.plug && !alike(p.model.full, was.full))
        out.push_back({old.id, fmt::format("{} of {}", shownName(old), text(was.full)), old.plug, p.model.name, was.full, p.model.full});
    }
  }
}

void keptChargers(const Context& c, std::vector<Kept>& out) {
  for (const Charger& old : c.from->chargers) {
    const auto still = [&](const Charger& now) { return now.id == old.id && now.output == old.output; };
    if (old.plug.empty() || !old.output || std::any_of(c.plan.chargers.begin(), c.plan.chargers.end(), still)) continue;
    for (const PackFigures& p : c.figures.packs) {
      const Pack* now = c.plan.findPack(p.model.id);
      if (now && now->chargePort == old.plug && !alike(p.model.full, *old.output))
        out.push_back(
            {old.id, fmt::format("{} of {}", shownName(old), text(*old.output)), old.plug, p.model.name, *old.output, p.model.full});
    }
  }
}

void opt02(const Context& c, Findings& out) {
  if (!c.from) return;
  std::vector<Kept> kept;
  keptPacks(c, kept);
  keptChargers(c, kept);
  for (const Kept& k : kept) {
    Finding f = onWays("OPT-02", Severity::Mind, "kept/" + k.part, "/undertaking/old_pack");
    f.sentence = fmt::format("{} is kept: its plug {} goes where {} of {} goes.", k.what, k.plug, k.likes, text(k.meant));
    f.why = "On the day somebody is in a hurry, it is plugged in.";
    f.what = "Tag both ends, give one of them another plug, or sell it or hand it in.";
    f.headline = std::max(k.volts / k.meant, k.meant / k.volts);
    f.working = {"Same plug, other volts",
                 "volts alike, or plugs that differ",
                 {input(c, "U₁", k.what, text(k.volts)), input(c, "U₂", k.likes, text(k.meant))},
                 "the plugs are alike",
                 "keying of connectors, IEC 61984"};
    out.push_back(std::move(f));
  }
}

/// Cells side by side over all packs; nothing while somebody has not seen them.
Known<int> parallelOf(const Plan& plan) {
  int sum = 0;
  for (const Pack& p : plan.packs) {
    const Makeup made = makeupOf(plan, p);
    if (made.box) return std::nullopt;
    sum += made.parallel;
  }
  return plan.packs.empty() ? Known<int>() : Known<int>(sum);
}

Known<Kilogram> massOf(const Plan& plan) {
  Kilogram sum(0);
  for (const Pack& p : plan.packs) {
    const PackModel m = modelOf(plan, p);
    if (!m.mass) return std::nullopt;
    sum += *m.mass;
  }
  return sum;
}

void opt03(const Context& c, Findings& out) {
  if (!c.from || c.plan.packs.empty() || c.from->packs.empty()) return;
  const Known<int> was = parallelOf(*c.from), is = parallelOf(c.plan);
  const Known<Ampere> peak = c.figures.demand.peak;
  const Known<Ampere> before = demandOf(*c.from, std::nullopt, modelOf(*c.from, c.from->packs.front()).nominal).peak;
  const bool lessCells = was && is && *is < *was && peak && before && *peak >= *before * (1 - samePeak);
  const Known<Kilogram> massWas = massOf(*c.from), massIs = massOf(c.plan);
  const Known<Kilogram> bike = c.plan.bike.mass;
  const bool heavier = massWas && massIs && bike && *massIs - *massWas > *bike * heavierBy;
  if (!lessCells && !heavier) return;
  Finding f = onWays("OPT-03", Severity::Note, "way", lessCells ? packPointer(0, "parallel") : packPointer(0, "mass_kg"));
  if (lessCells)
    f.sentence = fmt::format("{} cells side by side instead of {} at the same peak: {} a cell instead of {}.", *is, *was, text(*peak / *is),
                             text(*before / *was));
  if (heavier)
    f.sentence +=
        fmt::format("{}{} kg more, over a tenth of the bike.", lessCells ? " " : "", formatNumber((*massIs - *massWas).value(), 2));
  f.why = "Amperes per cell warm and age them; mass is felt on every kerb.";
  f.what = "Look at the amperes a cell (PACK-02, PACK-03), and lift the bike once with that much on it.";
  f.headline = lessCells ? static_cast<double>(*was) / *is : (*massIs - *massWas) / *bike;
  f.working = {"Less side by side, or heavier",
               "P and kg against today's",
               {input(c, "P", "now", is ? std::to_string(*is) : "–"), input(c, "P₀", "today", was ? std::to_string(*was) : "–"),
                input(c, "m", "kg more", massIs && massWas ? formatNumber((*massIs - *massWas).value(), 2) : "–")},
               f.sentence,
               "current shares among parallel cells"};
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> wayRules() {
  static constexpr std::array rules{
      Rule{"OPT-01", "Mind", "another class, and what stays was made for the one before", &opt01},
      Rule{"OPT-02", "Mind", "something of other volts is kept, with the same plug", &opt02},
      Rule{"OPT-03", "Note", "fewer cells side by side at the same peak, or over a tenth of the bike heavier", &opt03}};
  return rules;
}

}  // namespace usherwright::rules
