// JOIN rules on converters, selectors, and runs between packs.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/figure_parts.h"
#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

void join12(const Context& c, Findings& out) {
  for (std::size_t r = 0; r < c.plan.wiring.runs.size(); ++r) {
    const Run& run = c.plan.wiring.runs[r];
    const Pack* a = c.plan.findPack(run.from);
    const Pack* b = c.plan.findPack(run.to);
    if (!a || !b || a == b || !run.fromPole || !run.toPole || *run.fromPole == *run.toPole) continue;
    Volt sum(0);
    for (const PackFigures& p : c.figures.packs)
      if (p.model.id == a->id || p.model.id == b->id) sum += p.model.full;
    Finding f = inJoining("JOIN-12", Severity::Stop, run.id, fmt::format("/wiring/runs/{}/to_pole", r));
    f.sentence =
        fmt::format("The run \"{}\" goes from one pack's pole to the other pole of another: in series they make {}.", run.id, text(sum));
    f.why = "Two packs in series double the voltage at once: controller, capacitors and every BMS switch are beyond their rating.";
    f.what = "Lead each pack to the joint, plus to plus and minus to minus, with plugs that cannot be swapped.";
    f.fixes.push_back(setTo("Lead it to the joint", fmt::format("/wiring/runs/{}/to", r), FieldValue{std::string("joint")}));
    f.headline = 1;
    f.working = {"Packs in series", "U = U_a + U_b", {}, text(sum), "Kirchhoff's voltage law"};
    out.push_back(std::move(f));
  }
}

void join13(const Context& c, Findings& out) {
  if (c.plan.packs.size() < 2 || c.plan.joining.method != Method::Selector) return;
  const JoinPart& part = c.plan.joining.part;
  const bool makesFirst = part.breakBeforeMake == false;
  if (part.breakBeforeMake == true && part.breaksLoad == true) return;
  Finding f = inJoining("JOIN-13", makesFirst ? Severity::Stop : Severity::Mind, "joint",
                        part.breakBeforeMake == true ? "/joining/part/breaks_load" : "/joining/part/break_before_make");
  f.fields = {"/joining/part/break_before_make", "/joining/part/breaks_load"};
  if (makesFirst) f.sentence = "The selector makes the new contact before it breaks the old one: for an instant the packs are joined hard.";
  else if (!part.breakBeforeMake) f.sentence = "It is not known whether the selector breaks before it makes.";
  else if (!part.breaksLoad) f.sentence = "It is not known whether the selector may break this current and voltage under load.";
  else f.sentence = "The selector carries this current and voltage but may not break them.";
  f.why = makesFirst ? "Only their resistance holds what flows from the fuller into the other."
                     : "A DC arc across opening contacts does not go out by itself.";
  f.what =
      "A break-before-make switch rated to break this DC current and voltage; until then change over at standstill with the controller "
      "off.";
  f.headline = 1;
  f.working = {"Change-over", "break, then make, without load", {}, f.sentence, "DC arcs have no zero crossing"};
  out.push_back(std::move(f));
}

void join18(const Context& c, Findings& out) {
  const auto k = converterPack(c.plan);
  if (!k) return;
  const PackModel& m = c.figures.packs[*k].model;
  const Known<Ampere> need = converterInput(c.plan.joining.converter, c.figures.packs[*k == 0 ? 1 : 0].model.full,
                                            converterLowestInput(c.plan.joining.converter, m));
  if (!need) return;
  for (const Element& e : c.figures.elements) {
    if (e.pack != static_cast<int>(*k) || !e.continuous || !exceeds(need->value(), e.continuous->value())) continue;
    Finding f = inJoining("JOIN-18", Severity::Stop, e.id, e.pointer);
    f.element = e.id;
    const Versus v = versus(*need, *e.continuous);
    f.sentence = fmt::format("At its lowest input the converter draws {}; the {} {} {}.", v.left, e.name, carries(e), v.right);
    f.why = "A converter asks for the same power from fewer volts: the current rises as the pack empties.";
    f.what = e.kind == ElementKind::Fuse ? "A lower output limit or a higher low cut at the converter."
                                         : "A lower output limit, a higher low cut, or a stronger part.";
    const double scale = *e.continuous / *need;
    if (c.plan.joining.converter.output)
      f.fixes.push_back(setTo("Lower its output limit", "/joining/converter/output_A",
                              FieldValue{std::floor(c.plan.joining.converter.output->value() * scale * 10) / 10}));
    f.headline = *need / *e.continuous;
    f.working = {"Converter input",
                 "I_in = P_out / (η · U_lowest) + standby",
                 {input(c, "I_in", "at the lowest input", v.left), input(c, "rating", e.name, v.right, e.pointer)},
                 v.against(),
                 "energy is conserved"};
    out.push_back(std::move(f));
  }
}

void join22(const Context& c, Findings& out) {
  const ConverterPart& part = c.plan.joining.converter;
  const Known<Volt> gives = highestConverterOutput(c);
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    if (!converterPushesInto(c.plan, k)) continue;
    const PackModel& m = c.figures.packs[k].model;
    const Ampere limit = chargeLimitCounted(c.plan.packs[k], m);
    Known<Ampere> flows = part.output;
    if (!flows && part.power) flows = *part.power / std::max(m.restVoltage(), Volt(1));
    const bool above = gives && exceeds(gives->value(), m.full.value() * setTolerance);
    const bool strong = flows && exceeds(flows->value(), limit.value());
    if (!above && !strong) continue;
    Finding f = inJoining("JOIN-22", Severity::Stop, m.id, above ? "/joining/converter/set_V" : "/joining/converter/output_A");
    f.sentence = above
                     ? fmt::format("The converter may give {}; {} is full at {} and hangs on its bus without a one-way joint.",
                                   text(*gives), m.name, text(m.full))
                     : fmt::format("The converter gives up to {}; {} may be charged with {} and hangs on its bus without a one-way joint.",
                                   text(*flows), m.name, text(limit));
    f.why = "Whatever the motor does not take goes into that pack, without a charger's limits.";
    f.what = "Join the others one way, or set the converter below and weaker.";
    f.fixes.push_back(setTo("Join the others one way", "/joining/converter/second_joint", FieldValue{std::string("combiner")}));
    f.headline = above ? *gives / m.full : *flows / limit;
    f.working = {"Converter as a charger",
                 "U_set ≤ U_full and I_out ≤ I_charge, or a one-way joint",
                 {input(c, "U_full", m.name, text(m.full))},
                 f.sentence,
                 "a converter holds its voltage against any load"};
    if (part.set) f.working.inputs.push_back(input(c, "U_set", "converter", text(*part.set), "/joining/converter/set_V"));
    out.push_back(std::move(f));
  }
}

/// The lowest voltage rating that a converter's output meets, and whose it is.
struct OutputLimit {
  Known<Volt> volts;
  std::string words, pointer;
  void take(Known<Volt> rating, std::string whose, std::string at) {
    if (!rating || (volts && *volts <= *rating)) return;
    volts = rating;
    words = std::move(whose);
    pointer = std::move(at);
  }
};
OutputLimit outputLimit(const Context& c) {
  OutputLimit out;
  if (hasJoiner(c)) out.take(c.plan.joining.part.voltage, "the joiner", "/joining/part/voltage_V");
  out.take(c.plan.bike.controller.inputMaximum, "the controller", "/bike/controller/input_max_V");
  out.take(c.plan.bike.controller.capacitorVoltage, "the controller's capacitors", "/bike/controller/capacitor_V");
  return out;
}

void join23(const Context& c, Findings& out) {
  const auto fedBy = converterPack(c.plan);
  if (!fedBy) return;
  const ConverterPart& part = c.plan.joining.converter;
  const PackModel& m = c.figures.packs[*fedBy].model;
  const auto say = [&](Severity severity, const char* key, std::string sentence, std::string what, double headline) -> Finding& {
    Finding f = inJoining("JOIN-23", severity, std::string("converter/") + key, std::string("/joining/converter/") + key);
    f.sentence = std::move(sentence);
    f.why = "Above its input a converter breaks down, and what hangs on its output may see the whole pack; below it, it stops.";
    f.what = std::move(what);
    f.headline = headline;
    f.working = {"Converter between its pack and the bus",
                 "U_full ≤ U_in,max; U_in,min ≤ U_empty; U_set · 1.02 ≤ all that it meets",
                 {},
                 f.sentence,
                 "ratings of the converter and of what it feeds"};
    out.push_back(std::move(f));
    return out.back();
  };
  if (part.inputHigh && exceeds(m.full.value(), part.inputHigh->value())) {
    Finding& f = say(Severity::Stop, "input_high_V",
                     fmt::format("The converter takes {} at most; {} stands at {} when full.", text(*part.inputHigh), m.name, text(m.full)),
                     fmt::format("A converter that takes {} or more.", text(m.full)), m.full / *part.inputHigh);
    f.remedies.push_back(setTo("such a converter", "/joining/converter/input_high_V", FieldValue{roundedUp(m.full.value())}));
  }
  if (part.inputLow && exceeds(part.inputLow->value(), m.restedEmpty.value()))
    say(Severity::Mind, "input_low_V",
        fmt::format("The converter stops below {}; {} rests at {} when empty, so part of it stays unused.", text(*part.inputLow), m.name,
                    text(m.restedEmpty)),
        "A converter with a lower input.", *part.inputLow / m.restedEmpty);
  const OutputLimit limit = outputLimit(c);
  const auto gives = highestConverterOutput(c);
  if (gives && limit.volts && exceeds(gives->value(), limit.volts->value())) {
    const double most = std::floor(limit.volts->value() / setTolerance * 100) / 100;
    Finding& f = say(
        Severity::Stop, "set_V",
        fmt::format("The converter may give {}{}; {} takes {}.", text(*gives),
                    part.fallback && (!part.set || *part.fallback > *part.set) ? ", what it falls back to + 2 %" : ", its setting + 2 %",
                    limit.words, text(*limit.volts)),
        fmt::format("Set it to {} or less, and one that falls back no higher.", formatNumber(most, 4) + " V"), *gives / *limit.volts);
    f.fields = {"/joining/converter/set_V", limit.pointer};
    if (most >= 5) {
      f.remedies.push_back(setTo("set lower", "/joining/converter/set_V", FieldValue{most}));
      if (part.fallback) f.remedies.back().edits.push_back({"/joining/converter/fallback_V", FieldValue{most}});
    }
  }
}

}  // namespace

std::span<const Rule> converterRules() {
  static constexpr std::array rows{
      Rule{"JOIN-12", "Stop", "a run that puts two packs in series", join12},
      Rule{"JOIN-13", "Stop, Mind", "a selector that makes before it breaks, or may not break the load", join13},
      Rule{"JOIN-18", "Stop", "converter input above what its pack carries", join18},
      Rule{"JOIN-22", "Stop", "a converter that charges a pack on its bus", join22},
      Rule{"JOIN-23", "Stop, Mind", "a converter outside its input, or above what its output meets", join23}};
  return rows;
}

}  // namespace usherwright::rules
