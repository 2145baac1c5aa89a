// JOIN rules on packs that are hard-joined with each other: by a plain plug, beside a converter, by a run between equal poles.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/figure_parts.h"
#include "core/assess/rules/rule.h"
#include "core/assess/wiring_facts.h"
#include "core/quantity/text.h"

namespace usherwright::rules {
namespace {

const Fix useJoiner = setTo("Use a one-way joiner", "/joining/method", FieldValue{std::string("combiner")});
const Fix othersOneWay = setTo("Join the others one way", "/joining/converter/second_joint", FieldValue{std::string("combiner")});

/// The cure that parts hard-joined packs: of the method that joins them. None for a run between packs.
void offerOneWay(const Context& c, Finding& f) {
  if (c.plan.joining.method == Method::Direct) f.fixes.push_back(useJoiner);
  if (c.plan.joining.method == Method::Converter) f.fixes.push_back(othersOneWay);
}

std::string methodPointer(const Context& c) {
  return c.plan.joining.method == Method::Converter ? "/joining/converter/second_joint" : "/joining/method";
}

/// Packs into which something else may push: hard-joined ones, and one that a converter's output hangs on.
std::vector<std::size_t> pushedInto(const Context& c) {
  std::vector<std::size_t> out = c.figures.hard;
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k)
    if (converterPushesInto(c.plan, k) && std::find(out.begin(), out.end(), k) == out.end()) out.push_back(k);
  return out;
}

void join01(const Context& c, Findings& out) {
  const std::vector<std::size_t> who = pushedInto(c);
  if (who.empty()) return;
  const PackModel& a = c.figures.packs[who.front()].model;
  for (const std::size_t k : who) {
    const PackModel& b = c.figures.packs[k].model;
    const bool nimh = b.chemistry == Chemistry::Nimh;
    if (a.series == b.series && a.chemistry == b.chemistry && !nimh) continue;
    Finding f = inJoining("JOIN-01", Severity::Stop, b.id, methodPointer(c));
    f.sentence = nimh ? fmt::format("{} is nimh: nothing may push into it, and it is never joined directly.", b.name)
                      : fmt::format("{} is {}S {} and {} is {}S {}: they may not be joined directly.", a.name, a.series, a.facts.name,
                                    b.name, b.series, b.facts.name);
    f.why =
        "Packs joined directly force one voltage on each other: the lower one is overcharged by the higher, through a path without a "
        "limit.";
    f.what = "A one-way joiner (within its conditions), one at a time, a converter, or packs of one kind.";
    offerOneWay(c, f);
    f.headline = 1;
    f.working = {"Alike enough to join directly",
                 "same chemistry and same series count, not nimh",
                 {input(c, "S_a", a.name, fmt::format("{}S {}", a.series, a.facts.name), packPointer(who.front(), "series")),
                  input(c, "S_b", b.name, fmt::format("{}S {}", b.series, b.facts.name), packPointer(k, "series"))},
                 "unlike",
                 "equal full voltage and equal rest curve"};
    out.push_back(std::move(f));
  }
}

void join02(const Context& c, Findings& out) {
  if (c.figures.hard.empty() || !c.figures.window || !c.figures.window->window) return;
  const ConnectWindow& w = *c.figures.window;
  if (w.limiting == "temperature") return;  // JOIN-20
  const Volt doubt = c.figures.windowDoubt;
  const bool stop = w.gap - doubt > *w.window;
  if (!stop && w.gap + doubt <= *w.window) return;
  const PackFigures& high = c.figures.packs[c.figures.windowHigh];
  const PackFigures& low = c.figures.packs[c.figures.windowLow];
  Finding f = inJoining("JOIN-02", stop ? Severity::Stop : Severity::Mind, low.model.id, packPointer(c.figures.windowLow, "soc"));
  f.sentence = stop ? fmt::format("{} and {} are {} apart; joined directly only {} is safe, and {} would flow.", high.model.name,
                                  low.model.name, text(w.gap), text(*w.window), text(w.peak))
                    : fmt::format("{} and {} are {} apart and {} is safe, but the meter may be off by {}: it cannot tell.", high.model.name,
                                  low.model.name, text(w.gap), text(*w.window), text(doubt));
  f.why = fmt::format("At the moment of plugging in, only resistance holds the current; {} may take {} ({}).", low.model.name,
                      text(*w.allowed), w.limiting == "receiving_charge_limit" ? "its charge limit" : w.limiting);
  const bool meterCanTell = doubt * 2.0 < *w.window;
  const Volt from = c.figures.meetFrom;
  const Volt to = c.figures.meetTo;
  if (!meterCanTell)
    f.what = fmt::format(
        "Read both with one meter on one day, or with a better one: now it may be off by {}, and {} is safe. Until then, a "
        "one-way joiner.",
        text(doubt), text(*w.window));
  else
    f.what =
        fmt::format("Charge {} with its own charger to between {} and {}, let both rest 30 min and measure again; or use a one-way joiner.",
                    low.model.name, formatNumber(std::ceil(from.value() * 100) / 100, 5) + " V",
                    formatNumber(std::floor(to.value() * 100) / 100, 5) + " V");
  offerOneWay(c, f);
  f.headline = w.window->value() > 0 ? (w.gap + doubt) / *w.window : 1e3;
  f.working = {"Connect window",
               "ΔU_max = I_allow · ΣR; I_peak = ΔU / ΣR; safe if ΔU + δ ≤ ΔU_max, Stop if ΔU − δ > ΔU_max",
               {input(c, "ΔU", "rest voltages apart", text(w.gap)), input(c, "δ", "doubt of the meter", text(doubt), "/meter_accuracy"),
                input(c, "ΣR", "loop, without slow parts; 0.8 of what was not measured", text(w.loop)),
                input(c, "I_allow", w.limiting, text(*w.allowed))},
               fmt::format("{} ± {} against {}", text(w.gap), text(doubt), text(*w.window)),
               "Ohm's law at the first instant"};
  out.push_back(std::move(f));
}

/// That the ends are capped, or the packs never apart, is a fact once somebody vouches for it since a day.
bool isVouchedFor(const Joining& j) { return saysSomething(j.endsCheckedBy, 1) && parseDate(j.endsCheckedOn); }

void join16(const Context& c, Findings& out) {
  if (c.figures.hard.empty()) return;
  const Joining& j = c.plan.joining;
  const bool said = j.looseEndsCapped == true || j.alwaysTogether == true;
  if (said && isVouchedFor(j)) return;
  if (std::all_of(c.plan.packs.begin(), c.plan.packs.end(), [](const Pack& p) { return p.plugLiveSide == LiveSide::Shrouded; })) return;
  const Volt highest = highestFull(c.figures);
  Finding f = inJoining("JOIN-16", said ? Severity::Mind : Severity::Stop, "joint",
                        said ? "/joining/ends_checked_by" : "/joining/loose_ends_capped");
  f.sentence =
      said ? fmt::format("{}, but not by whom and since when: a loose half of this joint is live at up to {}.",
                         j.looseEndsCapped == true ? "The loose ends are said to be capped" : "The packs are said to be never apart",
                         text(highest))
           : fmt::format("Unplug one pack, and its half of the joint stays live at up to {}.", text(highest));
  f.why = "A hard joint feeds backwards: the loose plug is a bare source that can short against the frame.";
  f.what = said ? "Look at every end, then enter who looked and on which day; the map of live ends shows them."
                : "Cap every loose end and enter that they are capped, by whom and on which day, or use a one-way joiner; the map of live "
                  "ends shows them.";
  if (said) f.fields = {"/joining/ends_checked_by", "/joining/ends_checked_on"};
  offerOneWay(c, f);
  f.headline = 1;
  f.working = {
      "Live ends", "joint's half = bus voltage while any other pack is plugged in", {}, text(highest), "a hard joint conducts both ways"};
  out.push_back(std::move(f));
}

void join17(const Context& c, Findings& out) {
  if (c.figures.hard.empty() || !c.figures.window) return;
  const bool byItself =
      std::any_of(c.figures.hard.begin(), c.figures.hard.end(), [&](std::size_t k) { return c.plan.packs[k].bms.reconnects == true; });
  if (c.plan.joining.alwaysTogether == true && !byItself) return;
  const ConnectWindow& w = *c.figures.window;
  const PackModel& high = c.figures.packs[c.figures.windowHigh].model;
  const PackModel& low = c.figures.packs[c.figures.windowLow].model;
  const Volt gap = high.full - low.restVoltage();
  const Ampere peak = gap / w.loop;
  const bool beyond = w.window && gap > *w.window;
  const std::string pointer = byItself ? packPointer(c.figures.hard.front(), "bms/reconnects") : std::string("/joining/always_together");
  Finding f = inJoining("JOIN-17", byItself && beyond ? Severity::Stop : Severity::Mind, "joint", pointer);
  f.sentence = fmt::format("{}, {} and {} can meet {} apart, and {} would flow; nobody measures then.",
                           byItself ? "A board here joins again by itself after a cut" : "Charged apart", high.name, low.name, text(gap),
                           text(peak));
  f.why = byItself ? "Parted by a low cut and charged meanwhile, the packs are joined again by a switch that knows nothing of the other."
                   : "Every unplugging and every charge by itself pulls them apart; equal once is not equal always.";
  f.what = byItself ? "A board that stays off until it is unplugged or charged, or a one-way joiner."
                    : "Measure both before every joining; or never take them apart, and enter that.";
  offerOneWay(c, f);
  f.headline = w.window && *w.window > Volt(0) ? gap / *w.window : 1e3;
  f.working = {"Meeting again",
               "ΔU = U_full − U_now; I = ΔU / ΣR",
               {input(c, "ΔU", "full against as it is", text(gap)), input(c, "ΣR", "loop", text(w.loop))},
               fmt::format("{} at {}", text(peak), text(gap)),
               "Ohm's law at the first instant"};
  out.push_back(std::move(f));
}

void join19(const Context& c, Findings& out) {
  for (const std::size_t k : pushedInto(c)) {
    const Pack& p = c.plan.packs[k];
    if (p.bms.port != BmsPort::Separate || !countsAsFitted(p.bms)) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = inJoining("JOIN-19", Severity::Stop, m.id, packPointer(k, "bms/port"));
    f.sentence = fmt::format("{} has a separate charge port; {} pushes current into its discharge side.", m.name,
                             c.figures.hard.empty() ? "the converter" : "the other pack");
    f.why = "Its BMS watches charging on the other port only: nothing stops an over-charge or a charge in the cold.";
    f.what = "A one-way joiner, or a common-port BMS.";
    offerOneWay(c, f);
    f.headline = 1;
    f.working = {"Current into a discharge side",
                 "a hard joint conducts both ways",
                 {input(c, "port", m.name, "separate", packPointer(k, "bms/port"))},
                 "not protected",
                 "what the charge switch does not see it cannot open"};
    out.push_back(std::move(f));
  }
}

void join20(const Context& c, Findings& out) {
  for (const std::size_t k : pushedInto(c)) {
    const PackModel& m = c.figures.packs[k].model;
    if (mayChargeAt(m.temperature, m.facts)) continue;
    Finding f = inJoining("JOIN-20", Severity::Stop, m.id, packPointer(k, "temperature_C"));
    f.sentence = fmt::format("{} is at {}; {} is charged from {} to {} only, and {} charges it.", m.name, text(m.temperature), m.facts.name,
                             text(m.facts.chargeFrom), text(m.facts.chargeTo), c.figures.hard.empty() ? "the converter" : "the other pack");
    f.why = "Charging lithium in the cold plates metal inside the cells: capacity is lost, and a short may follow.";
    f.what = fmt::format("Bring it to between {} and {} first, or use a one-way joiner.", text(m.facts.chargeFrom), text(m.facts.chargeTo));
    f.remedies.push_back(
        setTo("in its window", packPointer(k, "temperature_C"), FieldValue{(m.facts.chargeFrom.value() + m.facts.chargeTo.value()) / 2}));
    offerOneWay(c, f);
    f.headline = std::max((m.facts.chargeFrom - m.temperature).value(), (m.temperature - m.facts.chargeTo).value());
    f.working = {"Charging temperature",
                 "T_from ≤ T ≤ T_to",
                 {input(c, "T", m.name, text(m.temperature), packPointer(k, "temperature_C"))},
                 text(m.temperature),
                 "charge window of the chemistry, or the cell's own"};
    out.push_back(std::move(f));
  }
}

void join26(const Context& c, Findings& out) {
  constexpr double healthApart = 0.15;
  constexpr double capacityApart = 3;
  const std::vector<std::size_t>& hard = c.figures.hard;
  if (hard.empty()) return;
  const auto health = [&](std::size_t k) { return c.plan.packs[k].soh.value(); };
  const auto charge = [&](std::size_t k) { return c.figures.packs[k].model.capacity; };
  const auto [worn, fresh] =
      std::minmax_element(hard.begin(), hard.end(), [&](std::size_t a, std::size_t b) { return health(a) < health(b); });
  const auto [small, large] =
      std::minmax_element(hard.begin(), hard.end(), [&](std::size_t a, std::size_t b) { return charge(a) < charge(b); });
  const double apart = health(*fresh) - health(*worn);
  const double times = charge(*large) / charge(*small);
  const bool byHealth = apart > healthApart + 1e-6;
  if (!byHealth && !exceeds(times, capacityApart)) return;
  const PackModel& a = c.figures.packs[byHealth ? *worn : *small].model;
  const PackModel& b = c.figures.packs[byHealth ? *fresh : *large].model;
  Finding f = inJoining("JOIN-26", Severity::Mind, a.id, packPointer(byHealth ? *worn : *small, "soh"));
  f.sentence = byHealth ? fmt::format("{} has {} health and {} {}: joined directly the worn one is carried along and hides.", a.name,
                                      percent(health(*worn)), b.name, percent(health(*fresh)))
                        : fmt::format("{} holds {} times the Ah of {}: joined directly it decides what the small one carries.", b.name,
                                      formatNumber(times, 2), a.name);
  f.why = "Directly joined packs share by resistance, not by what they can bear; a worn or small one ages fast beside a strong one.";
  f.what = "A one-way joiner.";
  offerOneWay(c, f);
  f.headline = byHealth ? apart : times;
  f.working = {"Unequal partners", "ΔSoH ≤ 0.15, Q_large ≤ 3 · Q_small", {}, f.sentence, "sharing by conductance"};
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> joinHardRules() {
  static constexpr std::array rows{Rule{"JOIN-01", "Stop", "hard-joined with different series count or chemistry, or nimh", join01},
                                   Rule{"JOIN-02", "Stop, Mind", "hard-joined beyond the connect window", join02},
                                   Rule{"JOIN-16", "Stop", "direct with loose ends that stay live", join16},
                                   Rule{"JOIN-17", "Stop, Mind", "direct packs that are ever apart", join17},
                                   Rule{"JOIN-19", "Stop", "current into the discharge side of a separate-port BMS", join19},
                                   Rule{"JOIN-20", "Stop", "direct outside a charging temperature window", join20},
                                   Rule{"JOIN-26", "Mind", "hard-joined with unequal health or capacity", join26}};
  return rows;
}

}  // namespace usherwright::rules
