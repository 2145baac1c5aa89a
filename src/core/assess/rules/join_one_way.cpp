// JOIN rules on packs behind joints that let current out only: braking, over-charge of unlike packs, low cuts, faults.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/figure_parts.h"
#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

constexpr double unlikeBy = 0.02;     // share of the full voltage
constexpr double faultShare = 3.0;    // times the charge limit
const Ampere leakHot(0.010);          // a diode's back-flow at 100 °C
const Volt boardAbove(0.08);          // per cell
const StateOfCharge lowCharge(0.20);  // nearly empty, where the lower of two packs must still meet the other

struct Unlike {
  std::size_t high = 0, low = 0;
  bool differ = false;
};
/// The packs with the highest and the lowest full voltage; with a converter its own pack stands apart.
Unlike unlikePacks(const Context& c) {
  Unlike u;
  const auto& packs = c.figures.packs;
  const auto fedBy = converterPack(c.plan);
  std::vector<std::size_t> on;
  for (std::size_t k = 0; k < packs.size(); ++k)
    if (fedBy != k) on.push_back(k);
  if (on.empty()) return u;
  u.high = u.low = on.front();
  for (std::size_t k : on) {
    if (packs[k].model.full > packs[u.high].model.full) u.high = k;
    if (packs[k].model.full < packs[u.low].model.full) u.low = k;
  }
  u.differ = packs[u.high].model.full > packs[u.low].model.full * (1 + unlikeBy);
  for (std::size_t k : on)
    if (packs[k].model.chemistry != packs[u.low].model.chemistry && k != u.low) {
      if (!u.differ) u.high = k;
      u.differ = true;
    }
  return u;
}

void join06(const Context& c, Findings& out) {
  const Ampere regen = c.plan.bike.controller.regenCurrent.value_or(Ampere(0));
  if (!isOneWay(c) || regen <= Ampere(0)) return;
  Finding f = inJoining("JOIN-06", Severity::Stop, "joint", "/bike/controller/regen_current_A");
  f.fields = {"/bike/controller/regen_current_A", "/joining/method"};
  f.sentence = fmt::format("Braking sends back up to {}, and the joint lets current out only.", text(regen));
  f.why = "The current has nowhere to go: the bus voltage rises until something in the controller gives way.";
  f.what = "Switch braking current off, or join alike packs directly.";
  f.fixes.push_back(setTo("No braking current", "/bike/controller/regen_current_A", FieldValue{0.0}));
  f.headline = regen.value();
  f.working = {"Braking into a one-way joint",
               "I_back = 0 A through a one-way joint",
               {input(c, "I_regen", "braking current", text(regen), "/bike/controller/regen_current_A")},
               fmt::format("{} has no path", text(regen)),
               "a diode conducts one way"};
  out.push_back(std::move(f));
}

void join08(const Context& c, Findings& out) {
  if (!isOneWay(c)) return;
  const Unlike u = unlikePacks(c);
  if (!u.differ) return;
  const auto fedBy = converterPack(c.plan);
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const PackModel& high = c.figures.packs[u.high].model;
    if (k == u.high || fedBy == k || high.full <= m.full * (1 + unlikeBy / 4)) continue;
    const Bms& bms = c.plan.packs[k].bms;
    const bool common = bms.present == true && bms.port == BmsPort::Common;
    const bool cuts = bms.cellFull && !exceeds(bms.cellFull->value(), (m.facts.charge + boardAbove).value());
    if (common && cuts) continue;
    Finding f = inJoining("JOIN-08", Severity::Stop, m.id, packPointer(k, common ? "bms/cell_full_V" : "bms/port"));
    f.fields = {packPointer(k, "bms/present"), packPointer(k, "bms/port"), packPointer(k, "bms/cell_full_V")};
    const Hour days = Hour(m.capacity.value() * 0.1 / leakHot.value());
    f.sentence = fmt::format("{} is full at {}; {} stands at {} when full, and a warm diode leaks {} back.", m.name, text(m.full),
                             high.name, text(high.full), text(leakHot));
    f.why = fmt::format(
        "Left plugged in, the leak alone adds a tenth of {}'s charge in {} days, past full, and no common-port BMS that is known to cut in "
        "time stands "
        "in the way.",
        m.name, formatNumber(days.value() / 24, 2));
    f.what = fmt::format(
        "A common-port BMS in {} that stops charging at {} per cell or less; unplug it for storage until then; or join one "
        "at a time.",
        m.name, text(m.facts.charge + boardAbove));
    f.remedies.push_back({"such a board",
                          {{packPointer(k, "bms/present"), FieldValue{true}},
                           {packPointer(k, "bms/port"), FieldValue{std::string("common")}},
                           {packPointer(k, "bms/cell_full_V"), FieldValue{(m.facts.charge + boardAbove).value()}}}});
    f.headline = high.full / m.full;
    f.working = {"Over-charge through a joint",
                 "U_full,low < U_full,high; I_leak · t",
                 {input(c, "U_low", m.name, text(m.full)), input(c, "U_high", high.name, text(high.full)),
                  input(c, "I_leak", "at 100 °C", text(leakHot))},
                 fmt::format("{} above {}", text(high.full), text(m.full)),
                 "reverse leakage of a hot diode"};
    out.push_back(std::move(f));
  }
}

void join15(const Context& c, Findings& out) {
  if (!isOneWay(c)) return;
  const Unlike u = unlikePacks(c);
  if (!u.differ || c.figures.cutoff <= Volt(0)) return;
  const Volt lowest = c.figures.cutoff - cutoffToleranceOf(c.plan.bike.controller);
  const bool protects = std::all_of(c.figures.packs.begin(), c.figures.packs.end(), [&](const PackFigures& p) {
    return !drainedByController(c, static_cast<std::size_t>(&p - c.figures.packs.data())) || lowest >= p.model.lowestUnderLoad * (1 - 1e-6);
  });
  Finding f = inJoining("JOIN-15", protects ? Severity::Note : Severity::Mind, "joint", "/bike/controller/cutoff_V");
  std::string cuts;
  for (const PackFigures& p : c.figures.packs) {
    const Volt own = p.model.groupCutoff * p.model.series;
    cuts += fmt::format("{}{}: {} at {}", cuts.empty() ? "" : "; ", p.model.name, own > c.figures.cutoff ? "its BMS" : "the controller",
                        text(std::max(own, c.figures.cutoff)));
    f.working.inputs.push_back(input(c, "U_cut", p.model.name, text(own)));
  }
  f.sentence = fmt::format("Unlike packs behind one cut-off of {}: {}.", text(c.figures.cutoff), cuts);
  f.why = protects ? "The controller protects them all, and the one with fewer volts stops early."
                   : "One controller voltage is right for one of them only; the other relies on its own BMS.";
  f.what = "Know which one acts, and give each pack a low cut of its own.";
  f.headline = c.figures.packs[u.high].model.full / c.figures.packs[u.low].model.full;
  f.working.title = "Low cuts";
  f.working.formula = "whichever is higher: U_cut,controller or S · U_cut,group";
  f.working.result = cuts;
  f.working.method = "first limit reached on the way down";
  out.push_back(std::move(f));
}

void join21(const Context& c, Findings& out) {
  if (!isOneWay(c)) return;
  const auto fedBy = converterPack(c.plan);
  Ampere worst(0);
  double hardest = 0;  // in charge limits
  Ampere limit;
  std::size_t from = 0, into = 0;
  Volt gap(0);
  for (std::size_t i = 0; i < c.figures.packs.size(); ++i)
    for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
      if (i == k || fedBy == i || fedBy == k) continue;
      const PackModel& high = c.figures.packs[i].model;
      const PackModel& low = c.figures.packs[k].model;
      const StateOfCharge least(c.figures.joint.turns == Turns::AddAtMark ? c.plan.joining.mark.value() : 0.0);
      const Volt apart = high.full - low.curve.at(least) * low.series;
      const Ampere flow = apart / (sourceResistance(c.figures.packs[i].source, c.figures.joint) +
                                   sourceResistance(c.figures.packs[k].source, c.figures.joint));
      const Ampere may = std::max(chargeLimitCounted(c.plan.packs[k], low), Ampere(0.01));
      const double hard = flow / may;
      if (hard <= hardest) continue;
      hardest = hard;
      worst = flow;
      limit = may;
      gap = apart;
      from = i;
      into = k;
    }
  if (worst <= Ampere(0)) return;
  const bool trips = c.plan.packs[into].bms.chargeTrip.has_value() && c.plan.packs[into].bms.port == BmsPort::Common;
  const PackModel& low = c.figures.packs[into].model;
  const bool stated = chargeLimitOf(c.plan.packs[into], low).has_value();
  const bool mind = exceeds(worst.value(), (limit * faultShare).value()) && !trips;
  Finding f = inJoining("JOIN-21", mind ? Severity::Mind : Severity::Note, "joint", packPointer(into, "bms/charge_trip_A"));
  f.sentence = fmt::format("If one way of the joint fails short with {} full and {} empty, {} flow into {}{}.",
                           c.figures.packs[from].model.name, low.name, text(worst), low.name, trips ? ", until its charge trip opens" : "");
  f.why = "A failed switch shows nothing while both packs stand alike; it is found by a test, not by riding.";
  f.what =
      "Reverse test at commissioning and every 6 months: one pack on, the other's half of the joint reads below 2 V under 10 kΩ; then the "
      "other way "
      "round.";
  f.headline = worst / limit;
  f.working = {"One way fails short",
               "I = ΔU_max / ΣR",
               {input(c, "ΔU", "full against the lowest that the order of use allows", text(gap)),
                input(c, "I_charge", low.name, text(limit) + (stated ? "" : ", 0.2 C assumed"), packPointer(into, "bms/charge_A"))},
               text(worst),
               "Ohm's law at the first instant"};
  out.push_back(std::move(f));
}

void join24(const Context& c, Findings& out) {
  const Element* worst = nullptr;
  const Ampere whole = c.figures.demand.peak.value_or(Ampere(0));
  for (const Element& e : c.figures.elements) {
    if (!e.promised || !e.counted() || !exceeds(whole.value(), e.counted()->value())) continue;
    if (!worst || *e.counted() < *worst->counted()) worst = &e;
  }
  if (!worst) return;
  Finding f = inJoining("JOIN-24", Severity::Mind, "joint", "/joining/limit_while_apart_A");
  const Versus v = versus(whole, *worst->counted());
  f.sentence = fmt::format("Only because the rider keeps {} while the packs differ, the {} with {} is spared the whole {}.",
                           text(*c.plan.joining.limitWhileApart), worst->name, v.right, v.left);
  f.why = "Nothing enforces it: one full pull with one pack unplugged or empty, and the part carries everything.";
  f.what = "Set the controller's own limit, and keep a picture of the setting; or a stronger part.";
  f.headline = whole / *worst->counted();
  f.working = {"A promise, not a limit", "I_peak ≤ rating without the rider", {}, v.against(), "what enforces itself"};
  addPeak(c, f.working);
  out.push_back(std::move(f));
}

void join25(const Context& c, Findings& out) {
  if (!isOneWay(c)) return;
  const Volt cut = c.plan.bike.controller.cutoff ? *c.plan.bike.controller.cutoff + cutoffToleranceOf(c.plan.bike.controller) : Volt(0);
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    if (!drainedByController(c, k)) continue;
    const Volt best = m.curve.at(StateOfCharge(1)) * m.series;
    for (std::size_t other = 0; other < c.figures.packs.size(); ++other) {
      if (other == k || !drainedByController(c, other)) continue;
      const PackModel& o = c.figures.packs[other].model;
      const Volt reached = std::max(o.curve.at(lowCharge) * o.series, cut);
      if (best >= reached) continue;
      Finding f = inJoining("JOIN-25", Severity::Mind, m.id, packPointer(k, "series"));
      f.sentence = fmt::format("{} rests at {} at most; {} stands above {} until it is nearly empty{}: {} hardly ever carries.", m.name,
                               text(best), o.name, text(reached), cut > Volt(0) ? " or the controller stops" : "", m.name);
      f.why = "Behind one-way joints the higher voltage carries alone until it has come down to the lower.";
      f.what = "One at a time, a converter, or a pack of the same series count.";
      f.headline = reached / best;
      f.working = {"Who carries",
                   "U_k(1) < max(U_other(0.2), U_cut + ΔU)",
                   {input(c, "U_k", m.name, text(best)), input(c, "U_other", o.name, text(reached))},
                   "never meets",
                   "the highest voltage carries"};
      out.push_back(std::move(f));
      break;
    }
  }
}

void join27(const Context& c, Findings& out) {
  const Known<int> inputs = c.plan.joining.part.inputs;
  const auto count = static_cast<int>(c.plan.packs.size()) - (converterPack(c.plan) ? 1 : 0);
  if (!isOneWay(c) || !inputs || *inputs >= count) return;
  Finding f = inJoining("JOIN-27", Severity::Mind, "joint", "/joining/part/inputs");
  f.sentence = fmt::format("{} packs meet at a joiner of {} input{}.", count, *inputs, *inputs == 1 ? "" : "s");
  f.why = "Chained joiners add their drop and heat, and the last one carries everything: each stage needs the whole rating.";
  f.what = fmt::format("A joiner of {} inputs.", count);
  f.remedies.push_back(setTo("inputs", "/joining/part/inputs", FieldValue{static_cast<double>(count)}));
  f.headline = static_cast<double>(count) / *inputs;
  f.working = {"Inputs",
               "packs ≤ inputs",
               {input(c, "inputs", "joiner", std::to_string(*inputs), "/joining/part/inputs")},
               fmt::format("{} against {}", count, *inputs),
               "one input for each pack"};
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> joinOneWayRules() {
  static constexpr std::array rows{Rule{"JOIN-06", "Stop", "braking current with a one-way joint", join06},
                                   Rule{"JOIN-08", "Stop", "unlike packs: the lower one could be charged above full", join08},
                                   Rule{"JOIN-15", "Mind, Note", "unlike packs behind one cut-off", join15},
                                   Rule{"JOIN-21", "Mind, Note", "one way of the joint fails short", join21},
                                   Rule{"JOIN-24", "Mind", "quiet only because the rider keeps a lower limit", join24},
                                   Rule{"JOIN-25", "Mind", "a pack that hardly ever contributes", join25},
                                   Rule{"JOIN-27", "Mind", "more packs than the joiner has inputs", join27}};
  return rows;
}

}  // namespace usherwright::rules
