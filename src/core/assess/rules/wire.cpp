// WIRE rules of fuses.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

const Millimetre farthest(200);
const Coefficient usualCarry(1.10);

Finding begin(std::string id, Severity severity, const PackModel& m, std::string pointer) {
  return finding({std::move(id), severity, Station::Joining, m.id, std::move(pointer)});
}

const Element* elementOf(const Context& c, ElementKind kind, std::size_t pack) {
  for (const Element& e : c.figures.elements)
    if (e.kind == kind && e.pack == static_cast<int>(pack)) return &e;
  return nullptr;
}

/// The DC voltages that fuses come in.
double nextFuseVoltage(Volt full) {
  for (double v : {80.0, 125.0, 250.0, 500.0})
    if (v >= full.value()) return v;
  return 1000;
}

/// The lead or plug that a fuse of this rating would outlast; null if none.
const Element* outlasted(const Context& c, std::size_t k, Ampere rating) {
  for (ElementKind kind : {ElementKind::Lead, ElementKind::Plug}) {
    const Element* e = elementOf(c, kind, k);
    if (e && e->continuous && rating > *e->continuous) return e;
  }
  return nullptr;
}

}  // namespace

void wire03(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Fuse& fuse = c.plan.packs[k].fuse;
    const bool missing = fuse.present && !*fuse.present;
    const bool far = !missing && !fuse.builtIn.value_or(false) && fuse.distance && *fuse.distance > farthest;
    if (!missing && !far) continue;
    const PackFigures& p = c.figures.packs[k];
    Finding f = begin("WIRE-03", Severity::Stop, p.model, packPointer(k, missing ? "fuse/present" : "fuse/distance_mm"));
    f.sentence = missing ? fmt::format("{} has no fuse; a short would draw {}.", p.model.name, text(p.shortCurrent))
                         : fmt::format("The fuse of {} sits {} mm from its plus; a short before it would draw {}.", p.model.name,
                                       formatNumber(fuse.distance->value()), text(p.shortCurrent));
    f.why = "Every millimetre of lead before the fuse is unprotected; chafed through, it burns until the cells are empty.";
    f.what = "One fuse per pack, within 200 mm of its plus (inside the case counts).";
    f.headline = missing ? 1e3 : fuse.distance->value();
    f.working = {"Short current",
                 "I_sc = S · U_charge / R_pack",
                 {input(c, "R_pack", "cells, links, BMS, own leads", text(p.model.resistance())),
                  input(c, "S·U_charge", "full voltage", text(p.model.full))},
                 text(p.shortCurrent),
                 "Ohm's law"};
    out.push_back(std::move(f));
  }
}

void wire04(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Fuse& fuse = c.plan.packs[k].fuse;
    if (!fuse.present.value_or(true)) continue;
    const PackFigures& p = c.figures.packs[k];
    const bool volts = fuse.dcVoltage && *fuse.dcVoltage < p.model.full;
    const bool breaking = fuse.breaking && *fuse.breaking < p.shortCurrent * 1.25;
    if (!volts && !breaking) continue;
    Finding f = begin("WIRE-04", Severity::Stop, p.model, packPointer(k, volts ? "fuse/dc_V" : "fuse/breaking_A"));
    f.sentence = volts ? fmt::format("The fuse of {} is rated {} DC; the pack stands at {} when full.", p.model.name, text(*fuse.dcVoltage),
                                     text(p.model.full))
                       : fmt::format("The fuse of {} breaks {}; a short draws {}, and 1.25 times that is needed.", p.model.name,
                                     text(*fuse.breaking), text(p.shortCurrent));
    f.why = "A fuse above its voltage melts but does not interrupt: the arc goes on burning inside it.";
    if (volts) {
      const double next = nextFuseVoltage(p.model.full);
      f.what = fmt::format("The same size, rated {} V DC or more", formatNumber(next));
      f.what +=
          breaking ? fmt::format(", that breaks {} or more: this one breaks {}.", text(p.shortCurrent * 1.25), text(*fuse.breaking)) : ".";
      f.fixes.push_back({fmt::format("Same size, {} V", formatNumber(next)), {{packPointer(k, "fuse/dc_V"), FieldValue{next}}}});
    } else {
      f.what = fmt::format("A fuse that breaks {} or more.", text(p.shortCurrent * 1.25));
    }
    f.headline = volts ? p.model.full / *fuse.dcVoltage : p.shortCurrent / *fuse.breaking;
    f.working = {
        "Will the fuse interrupt?",
        "U_DC ≥ S · U_charge and I_break ≥ 1.25 · I_sc",
        {input(c, "U_DC", "fuse DC voltage", fuse.dcVoltage ? text(*fuse.dcVoltage) : "not known", packPointer(k, "fuse/dc_V")),
         input(c, "S·U_charge", "full voltage", text(p.model.full)),
         input(c, "I_break", "breaking capacity", fuse.breaking ? text(*fuse.breaking) : "not known", packPointer(k, "fuse/breaking_A")),
         input(c, "I_sc", "prospective short current", text(p.shortCurrent))},
        volts ? fmt::format("{} against {}", text(*fuse.dcVoltage), text(p.model.full))
              : fmt::format("{} against {}", text(*fuse.breaking), text(p.shortCurrent * 1.25)),
        "breaking conditions of fuses on DC, IEC 60269"};
    out.push_back(std::move(f));
  }
}

namespace {

void fuseTooLarge(const Context& c, std::size_t k, const Element& weak, Ampere rating, std::size_t owner, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  Finding f = begin("WIRE-05", Severity::Stop, m, packPointer(owner, "fuse/rating_A"));
  f.element = weak.id;
  f.sentence = owner == k ? fmt::format("The {} fuse of {} outlasts its {}, rated {}.", text(rating), m.name,
                                        weak.kind == ElementKind::Lead ? "lead" : "plug", text(*weak.continuous))
                          : fmt::format("Through the direct joint the {} fuse of {} can feed the {} of {}, rated {}.", text(rating),
                                        c.figures.packs[owner].model.name, weak.kind == ElementKind::Lead ? "lead" : "plug", m.name,
                                        text(*weak.continuous));
  f.why = "A fuse protects only what carries more than it does; here the wire or plug would burn first.";
  f.what = "A thicker lead or larger plug; a smaller fuse only if it still carries the load.";
  f.headline = rating / *weak.continuous;
  f.working = {"Fuse against what it feeds",
               "I_fuse ≤ rating of every wire and plug it can feed",
               {input(c, "I_fuse", "fuse", text(rating), packPointer(owner, "fuse/rating_A")),
                input(c, "rating", weak.name, text(*weak.continuous), weak.pointer)},
               fmt::format("{} against {}", text(rating), text(*weak.continuous)),
               "wire rating by heat balance at its insulation class, 30 °C air"};
  out.push_back(std::move(f));
}

void fuseTooSmall(const Context& c, std::size_t k, const Element& e, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  const Fuse& fuse = c.plan.packs[k].fuse;
  const double carry = fuse.carry.value_or(usualCarry).value();
  const bool slow = e.sustained && *fuse.rating < *e.sustained * 1.25;
  const bool peak = e.peak && *fuse.rating * carry < *e.peak;
  if (!slow && !peak) return;
  Finding f = begin("WIRE-05", Severity::Mind, m, packPointer(k, "fuse/rating_A"));
  f.sentence = slow ? fmt::format("The {} fuse of {} is below 1.25 times the sustained {}.", text(*fuse.rating), m.name, text(*e.sustained))
                    : fmt::format("The {} fuse of {} carries {}, less than the {} peak.", text(*fuse.rating), m.name,
                                  text(*fuse.rating * carry), text(*e.peak));
  f.why = "It ages and opens on a hill although nothing is wrong; then the other pack carries everything.";
  f.what = "The next rating that wire and plug allow.";
  const auto& ratings = c.catalogue.fuseRatings;
  const auto next = std::find_if(ratings.begin(), ratings.end(), [&](Ampere r) {
    return (!e.sustained || r >= *e.sustained * 1.25) && (!e.peak || r * carry >= *e.peak) && !outlasted(c, k, r);
  });
  if (next != ratings.end())
    f.fixes.push_back({fmt::format("A fuse of {}", text(*next)), {{packPointer(k, "fuse/rating_A"), FieldValue{next->value()}}}});
  f.headline = slow ? *e.sustained * 1.25 / *fuse.rating : *e.peak / (*fuse.rating * carry);
  f.working = {"Fuse against the load",
               "I_fuse ≥ 1.25 · I_sust and I_fuse · carry ≥ I_peak",
               {input(c, "I_fuse", "fuse", text(*fuse.rating), packPointer(k, "fuse/rating_A")),
                input(c, "carry", "multiple carried", formatNumber(carry), packPointer(k, "fuse/carry"))},
               slow ? fmt::format("{} against {}", text(*fuse.rating), text(*e.sustained * 1.25))
                    : fmt::format("{} against {}", text(*fuse.rating * carry), text(*e.peak)),
               "continuous loading and time-current curve of fuses"};
  addPeak(c, f.working);
  out.push_back(std::move(f));
}

}  // namespace

void wire05(const Context& c, Findings& out) {
  const bool backFeed = c.plan.joining.method == Method::Direct && c.plan.packs.size() > 1;
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Fuse& fuse = c.plan.packs[k].fuse;
    if (fuse.rating && fuse.present.value_or(true)) {
      if (const Element* weak = outlasted(c, k, *fuse.rating)) fuseTooLarge(c, k, *weak, *fuse.rating, k, out);
      if (const Element* e = elementOf(c, ElementKind::Fuse, k)) fuseTooSmall(c, k, *e, out);
    }
    for (std::size_t other = 0; backFeed && other < c.plan.packs.size(); ++other) {
      const Fuse& feeder = c.plan.packs[other].fuse;
      if (other == k || !feeder.rating || !feeder.present.value_or(true)) continue;
      if (const Element* weak = outlasted(c, k, *feeder.rating)) {
        fuseTooLarge(c, k, *weak, *feeder.rating, other, out);
        break;
      }
    }
  }
}

}  // namespace usherwright::rules
