// WIRE rules of fuses.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <initializer_list>

#include "core/assess/rules/rule.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

const Millimetre farthest(200);  // of unprotected lead, kept short and covered

Finding begin(std::string id, Severity severity, const PackModel& m, std::string pointer) {
  return finding({std::move(id), severity, Station::Wiring, m.id, std::move(pointer)});
}

/// The DC voltages and breaking capacities that fuses come in.
double nextOf(std::initializer_list<double> sizes, double need) {
  for (const double v : sizes)
    if (v >= need) return v;
  return std::ceil(need / 1000) * 1000;
}
double nextFuseVoltage(Volt full) { return nextOf({80.0, 125.0, 250.0, 500.0, 1000.0}, full.value()); }
double nextBreaking(Ampere need) { return nextOf({1000.0, 2000.0, 4000.0, 10000.0, 20000.0, 50000.0}, need.value()); }

/// What a fuse of this rating would outlast on its way to the controller, nearest to the cells first; null if nothing.
const Element* outlasted(const Context& c, std::size_t k, Ampere rating) {
  for (const Element& e : c.figures.elements) {
    const bool own = e.pack == static_cast<int>(k) && (e.kind == ElementKind::Lead || e.kind == ElementKind::Plug);
    const bool common = (e.kind == ElementKind::MainLead || e.kind == ElementKind::MainPlug) && drainedByController(c, k);
    if ((own || common) && e.continuous && exceeds(rating.value(), e.continuous->value())) return &e;
  }
  return nullptr;
}

bool isFitted(const Fuse& fuse) { return fuse.rating && countsAsFitted(fuse); }

void wire03(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Fuse& fuse = c.plan.packs[k].fuse;
    const bool missing = fuse.present && !*fuse.present;
    const bool far = !missing && !fuse.builtIn.value_or(false) && fuse.distance && *fuse.distance > farthest;
    if (!missing && !far) continue;
    const PackFigures& p = c.figures.packs[k];
    Finding f = begin("WIRE-03", Severity::Stop, p.model, packPointer(k, missing ? "fuse/present" : "fuse/distance_mm"));
    f.sentence = missing ? fmt::format("{} has no fuse; a short would draw {}.", p.model.name, text(p.shorts.typical))
                         : fmt::format("The fuse of {} sits {} mm from its plus; a short before it would draw {}.", p.model.name,
                                       formatNumber(fuse.distance->value()), text(p.shorts.typical));
    f.why = "Every millimetre of lead before the fuse is unprotected; chafed through, it burns until the cells are empty.";
    f.what = "One fuse per pack, within 200 mm of its plus (inside the case counts).";
    f.headline = missing ? 1e3 : fuse.distance->value();
    f.working = {"Short current",
                 "I_sc = S · U_charge / R_pack",
                 {input(c, "R_pack", "cells at 25 °C, links, own leads", text(p.shortSource.cells + p.shortSource.path)),
                  input(c, "S·U_charge", "full voltage", text(p.model.full))},
                 text(p.shorts.typical),
                 "Ohm's law"};
    out.push_back(std::move(f));
  }
}

/// One fuse against its pack's full voltage and against what can flow there; `key` is "fuse" or "charge_fuse".
void willItInterrupt(const Context& c, std::size_t k, const Fuse& fuse, const std::string& key, Findings& out) {
  if (!countsAsFitted(fuse)) return;
  const PackFigures& p = c.figures.packs[k];
  const bool main = key == "fuse";
  const Ampere own = p.shorts.toBreak;
  const bool fedBack = main && p.backFed > own;
  const Ampere need = fedBack ? p.backFed : own;
  const bool volts = fuse.dcVoltage && exceeds(p.model.full.value(), fuse.dcVoltage->value());
  const bool breaking = fuse.breaking && exceeds(need.value(), fuse.breaking->value());
  if (!volts && !breaking) return;
  Finding f = begin("WIRE-04", Severity::Stop, p.model, packPointer(k, key + (volts ? "/dc_V" : "/breaking_A")));
  if (!main) f.part += "/charge_fuse";
  const std::string name = (main ? "fuse of " : "charge fuse of ") + p.model.name;
  const Versus v = volts ? versus(*fuse.dcVoltage, p.model.full) : versus(*fuse.breaking, need);
  f.sentence = volts ? fmt::format("The {} is rated {} DC; the pack stands at {} when full.", name, v.left, v.right)
                     : fmt::format("The {} breaks {}; {} can flow into a short there{}.", name, v.left, v.right,
                                   fedBack ? ", pushed by the packs joined with it" : "");
  f.why = "A fuse above its voltage or its breaking capacity melts but does not interrupt: the arc goes on burning inside it.";
  const double nextVolts = volts ? nextFuseVoltage(p.model.full) : fuse.dcVoltage.value_or(Volt(0)).value();
  const double nextAmperes = nextBreaking(need);
  f.what = fmt::format("The same size{} that breaks {} A or more.",
                       nextVolts > 0 ? fmt::format(", rated {} V DC or more,", formatNumber(nextVolts)) : "",
                       formatNumber(std::ceil(need.value()), 6));
  Fix cure{
      volts ? fmt::format("Same size, {} V", formatNumber(nextVolts)) : fmt::format("One that breaks {} A", formatNumber(nextAmperes, 6)),
      {}};
  if (volts) cure.edits.push_back({packPointer(k, key + "/dc_V"), FieldValue{nextVolts}});
  // A fuse of that voltage is another fuse: what it breaks is asked of it as well.
  if (!fuse.breaking || breaking) cure.edits.push_back({packPointer(k, key + "/breaking_A"), FieldValue{nextAmperes}});
  f.remedies.push_back(cure);
  f.fixes.push_back(std::move(cure));
  f.headline = volts ? p.model.full / *fuse.dcVoltage : need / *fuse.breaking;
  f.working = {
      "Will the fuse interrupt?",
      "U_DC ≥ S · U_charge; I_break ≥ max(1.25 · U/(R + R_fuse), U/(R_low + R_fuse)), and the same for what joined packs push",
      {input(c, "U_DC", "fuse DC voltage", fuse.dcVoltage ? text(*fuse.dcVoltage) : "not known", packPointer(k, key + "/dc_V")),
       input(c, "S·U_charge", "full voltage", text(p.model.full)),
       input(c, "I_break", "breaking capacity", fuse.breaking ? text(*fuse.breaking) : "not known", packPointer(k, key + "/breaking_A")),
       input(c, "I_sc", "typical short, without the board, 25 °C", text(p.shorts.typical)),
       input(c, "I_own", "of this pack, to be broken", text(own))},
      v.against(),
      "breaking conditions of fuses on DC, IEC 60269"};
  if (main && p.backFed > Ampere(0)) f.working.inputs.push_back(input(c, "I_back", "from the packs joined with it", text(p.backFed)));
  out.push_back(std::move(f));
}

void wire04(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    willItInterrupt(c, k, c.plan.packs[k].fuse, "fuse", out);
    if (c.plan.packs[k].chargeFuse.present || c.plan.packs[k].chargeFuse.rating)
      willItInterrupt(c, k, c.plan.packs[k].chargeFuse, "charge_fuse", out);
  }
}

/// `others`: not the pack's own fuse, but those of the others together, which feed back into its lead.
void fuseTooLarge(const Context& c, std::size_t k, const Element& weak, Ampere rating, bool others, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  Finding f = begin("WIRE-05", Severity::Stop, m, packPointer(k, "fuse/rating_A"));
  f.element = weak.id;
  const Versus v = versus(rating, *weak.continuous);
  f.sentence = others ? fmt::format("Through the hard joint the fuses of the other packs, {} together, can feed the {}, rated {}.", v.left,
                                    weak.name, v.right)
                      : fmt::format("The {} fuse of {} outlasts the {}, rated {}.", v.left, m.name, weak.name, v.right);
  f.why = "A fuse protects only what carries more than it does; here the wire or plug would burn first.";
  f.what = fmt::format("A lead or plug there for {} or more; a smaller fuse only if it still carries the load. Never a larger fuse.",
                       text(rating));
  f.headline = rating / *weak.continuous;
  f.working = {"Fuse against what it feeds",
               "I_fuse ≤ rating of every wire and plug it can feed; hard-joined, the sum of the others'",
               {input(c, "I_fuse", others ? "fuses of the others" : "fuse", v.left, others ? "" : packPointer(k, "fuse/rating_A")),
                input(c, "rating", weak.name, v.right, weak.pointer)},
               v.against(),
               "wire rating by heat balance at its insulation class, in the hottest air"};
  out.push_back(std::move(f));
}

void fuseTooSmall(const Context& c, std::size_t k, const Element& e, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  const Fuse& fuse = c.plan.packs[k].fuse;
  const double carry = fuse.carry.value_or(usual::fuseCarry).value();
  const bool slow = e.sustained && exceeds(e.sustained->value() * 1.25, fuse.rating->value());
  const bool peak = e.peak && exceeds(e.peak->value(), fuse.rating->value() * carry);
  if (!slow && !peak) return;
  Finding f = begin("WIRE-05", Severity::Mind, m, packPointer(k, "fuse/rating_A"));
  f.element = e.id;
  const Versus v = slow ? versus(*fuse.rating, *e.sustained * 1.25) : versus(*fuse.rating * carry, *e.peak);
  f.sentence = slow ? fmt::format("The {} fuse of {} is below 1.25 times the sustained {}.", text(*fuse.rating), m.name, text(*e.sustained))
                    : fmt::format("The {} fuse of {} carries {}, less than the {} peak.", text(*fuse.rating), m.name, v.left, v.right);
  f.why = "It ages and opens on a hill although nothing is wrong; then the other pack carries everything.";
  f.what =
      "A lower limit in the controller's own setting, or a thicker lead and plug first: no usual rating holds this load and is "
      "outlasted by what it feeds.";
  const auto& ratings = c.catalogue.fuseRatings;
  const auto next = std::find_if(ratings.begin(), ratings.end(), [&](Ampere r) {
    return (!e.sustained || r >= *e.sustained * 1.25) && (!e.peak || r * carry >= *e.peak) && !outlasted(c, k, r);
  });
  if (next != ratings.end()) {
    f.what = fmt::format("A fuse of {}: wire and plug behind it carry more.", text(*next));
    f.fixes.push_back(setTo(fmt::format("A fuse of {}", text(*next)), packPointer(k, "fuse/rating_A"), FieldValue{next->value()}));
    f.remedies.push_back(f.fixes.back());
  }
  f.headline = slow ? *e.sustained * 1.25 / *fuse.rating : *e.peak / (*fuse.rating * carry);
  f.working = {"Fuse against the load",
               "I_fuse ≥ 1.25 · I_sust and I_fuse · carry ≥ I_peak",
               {input(c, "I_fuse", "fuse", text(*fuse.rating), packPointer(k, "fuse/rating_A")),
                input(c, "carry", "multiple carried", formatNumber(carry), packPointer(k, "fuse/carry"))},
               v.against(),
               "continuous loading and time-current curve of fuses"};
  addPeak(c, f.working);
  out.push_back(std::move(f));
}

/// A charge fuse against the charge lead that it protects.
void chargeFuseTooLarge(const Context& c, std::size_t k, Findings& out) {
  const Pack& p = c.plan.packs[k];
  const Known<Ampere>& rating = c.figures.packs[k].chargeLead;
  if (!isFitted(p.chargeFuse) || !rating) return;
  const Ampere carries = *rating;
  if (!exceeds(p.chargeFuse.rating->value(), carries.value())) return;
  const PackModel& m = c.figures.packs[k].model;
  Finding f = begin("WIRE-05", Severity::Stop, m, packPointer(k, "charge_fuse/rating_A"));
  f.part += "/charge_fuse";
  const Versus v = versus(*p.chargeFuse.rating, carries);
  f.sentence = fmt::format("The {} charge fuse of {} outlasts its charge lead, rated {}.", v.left, m.name, v.right);
  f.why = "Chafed through, the lead burns before the fuse opens.";
  f.what = fmt::format("A charge fuse of {} A or less, or a thicker lead.", formatNumber(std::floor(carries.value() * 10) / 10));
  f.remedies.push_back(setTo("smaller", packPointer(k, "charge_fuse/rating_A"), FieldValue{std::floor(carries.value() * 10) / 10}));
  f.headline = *p.chargeFuse.rating / carries;
  f.working = {"Charge fuse against its lead",
               "I_fuse ≤ rating of the lead",
               {input(c, "I_fuse", "charge fuse", v.left, packPointer(k, "charge_fuse/rating_A")),
                input(c, "rating", "charge lead", v.right, packPointer(k, "charge_lead_size"))},
               v.against(),
               "heat balance at 70 °C, in the hottest air"};
  out.push_back(std::move(f));
}

void wire05(const Context& c, Findings& out) {
  const std::vector<std::size_t>& hard = c.figures.hard;
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Fuse& fuse = c.plan.packs[k].fuse;
    chargeFuseTooLarge(c, k, out);
    if (isFitted(fuse)) {
      if (const Element* weak = outlasted(c, k, *fuse.rating)) fuseTooLarge(c, k, *weak, *fuse.rating, false, out);
      if (const Element* e = c.figures.element(ElementKind::Fuse, k)) fuseTooSmall(c, k, *e, out);
    }
    if (!isHardJoined(c, k)) continue;
    Ampere others(0);
    for (const std::size_t other : hard)
      if (other != k && isFitted(c.plan.packs[other].fuse)) others += *c.plan.packs[other].fuse.rating;
    for (const ElementKind kind : {ElementKind::Lead, ElementKind::Plug}) {
      const Element* e = c.figures.element(kind, k);
      if (!e || !e->continuous || !exceeds(others.value(), e->continuous->value())) continue;
      fuseTooLarge(c, k, *e, others, true, out);
      break;
    }
  }
}

void wire16(const Context& c, Findings& out) {
  if (c.plan.packs.size() < 2 || c.plan.joining.method == Method::Selector) return;
  Ampere sum(0);
  Ampere largest(0);
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Fuse& fuse = c.plan.packs[k].fuse;
    if (!drainedByController(c, k) || !isFitted(fuse)) continue;
    sum += *fuse.rating;
    largest = std::max(largest, *fuse.rating);
  }
  for (const Element& e : c.figures.elements) {
    if (e.kind != ElementKind::MainLead || !e.continuous) continue;
    const double rating = e.continuous->value();
    if (!exceeds(sum.value(), rating) || exceeds(largest.value(), rating)) continue;  // a single one: WIRE-05
    Finding f =
        begin("WIRE-16", exceeds(sum.value() / 2, rating) ? Severity::Mind : Severity::Note, c.figures.packs.front().model, e.pointer);
    f.part = "joint/lead";
    const Versus v = versus(sum, *e.continuous);
    f.sentence = fmt::format("The main lead is rated {}; the fuses of the packs let {} through together.", v.right, v.left);
    f.why = "A short behind the joint is fed by all packs at once; each fuse sees only its own part.";
    f.what = fmt::format("A fuse after the joint, or a main lead for {} or more.", text(sum));
    f.headline = sum / *e.continuous;
    f.working = {"Common lead against all fuses",
                 "ΣI_fuse ≤ rating of the common lead",
                 {input(c, "ΣI_fuse", "fuses of the packs", v.left), input(c, "rating", "main lead", v.right, e.pointer)},
                 v.against(),
                 "Kirchhoff's current law"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> fusesRules() {
  static constexpr std::array rows{Rule{"WIRE-03", "Stop", "no fuse within 200 mm of a pack's positive", wire03},
                                   Rule{"WIRE-04", "Stop", "fuse DC rating or breaking capacity too low", wire04},
                                   Rule{"WIRE-05", "Stop, Mind", "fuse above what it feeds, or too small for the load", wire05},
                                   Rule{"WIRE-16", "Note, Mind", "common lead below the sum of the pack fuses", wire16}};
  return rows;
}

}  // namespace usherwright::rules
