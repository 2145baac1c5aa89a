// FIT rules: what carries a pack, what fastens it, what it hangs over, what is warm beside it.
#include <algorithm>
#include <cmath>

#include "core/assess/rules/fit_parts.h"
#include "core/fit/hold.h"
#include "core/fit/things.h"
#include "core/frame/frame.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

constexpr double mostRaised = 50;  // mm

Finding onHold(const Context& c, std::string id, std::size_t k, std::string_view key) {
  return onFit(c, std::move(id), Severity::Mind, k, fmt::format("hold/{}", key));
}

std::string kg(Kilogram m) { return formatNumber(m.value(), 3) + " kg"; }
std::string newton(double n) { return formatNumber(n, 3) + " N"; }

/// Where the middle of a pack is: as measured, else that of its place on the drawing.
Known<MassMiddle> middleOf(const Context& c, std::size_t k) {
  const Pack& p = c.plan.packs[k];
  const FrameView frame = frameOf(c.plan.bike);
  const auto place = placeOf(frame, p.mount);
  MassMiddle out;
  if (!p.hold.centreUp && !place) return std::nullopt;
  out.up = p.hold.centreUp ? *p.hold.centreUp : Millimetre(frame.places[*place].at.y);
  out.along = p.hold.centreAlong ? *p.hold.centreAlong : Millimetre(place ? frame.places[*place].at.x : frame.wheelbase / 2);
  return out;
}

void tooHeavy(const Context& c, std::size_t k, const Pack& p, Findings& out) {
  const Known<Kilogram>& mass = c.figures.packs[k].model.mass;
  if (!mass || !p.hold.carrierLimit || !exceeds(mass->value(), p.hold.carrierLimit->value())) return;
  Finding f = onHold(c, "FIT-06", k, "carrier_limit_kg");
  f.sentence = fmt::format("{} of {} hang on what may carry {}.", kg(*mass), c.figures.packs[k].model.name, kg(*p.hold.carrierLimit));
  f.why = "Racks, posts and forks break at their welds after months of shaking, not on the first day.";
  f.what = "A carrier for more, a lighter pack, or the frame's own tubes.";
  f.headline = *mass / *p.hold.carrierLimit;
  f.working = {"Load on the carrier",
               "mass of the pack ≤ what the carrier is marked with",
               {input(c, "m", "pack mass", kg(*mass), packPointer(k, "mass_kg")),
                input(c, "m_max", "it may carry", kg(*p.hold.carrierLimit), packPointer(k, "hold/carrier_limit_kg"))},
               f.sentence,
               "marking of the carrier"};
  out.push_back(std::move(f));
}

void raised(const Context& c, std::size_t k, const Pack& p, Findings& out) {
  const Known<Kilogram>& mass = c.figures.packs[k].model.mass;
  if (p.origin == Origin::Stock || !mass || !c.plan.bike.mass) return;
  const Known<MassMiddle> at = middleOf(c, k);
  if (!at) return;
  const auto middles = massMiddles(*c.plan.bike.mass, Millimetre(frameOf(c.plan.bike).wheelbase), {{*mass, *at, false}});
  if (!middles || !exceeds(middles->raised().value(), mostRaised)) return;
  Finding f = onHold(c, "FIT-06", k, "centre_up_mm");
  f.sentence = fmt::format("{} raises the middle of the bike's mass by {}.", c.figures.packs[k].model.name, mm(middles->raised()));
  f.why = "A bike that is heavy above falls over where it stood before, and sways when it is pushed.";
  f.what = "A lower place: between the tubes, or under the deck.";
  f.headline = middles->raised().value() / mostRaised;
  f.working = {
      "Middle of the mass, without rider",
      "(bike · 550 mm + pack · its height) / both, less 550 mm ≤ 50 mm",
      {input(c, "m_b", "bike", kg(*c.plan.bike.mass), "/bike/mass_kg"), input(c, "m", "pack", kg(*mass), packPointer(k, "mass_kg")),
       input(c, "h", "middle above ground", mm(at->up), packPointer(k, "hold/centre_up_mm"))},
      mm(middles->raised()),
      "centre of mass of bodies"};
  out.push_back(std::move(f));
}

void fit06(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures&) {
    tooHeavy(c, k, p, out);
    raised(c, k, p, out);
  });
}

/// The least number of the same screws with which a share of something is reached.
int screwsFor(const Hold& h, double share) { return static_cast<int>(std::ceil(*h.screws / share - 1e-9)); }

void offerScrews(std::size_t k, int screws, Finding& f) {
  if (screws <= 40)
    f.remedies.push_back(setTo(fmt::format("{} screws", screws), packPointer(k, "hold/screws"), FieldValue{static_cast<double>(screws)}));
}

void weakerScrews(const Context& c, std::size_t k, const Hold& h, const HoldFigures& hold, Findings& out) {
  if (!hold.ofBefore || !exceeds(leastOfBefore, *hold.ofBefore) || *h.screws == 0) return;
  Finding f = onHold(c, "FIT-07", k, "screw_size");
  f.sentence = fmt::format("The screws of {} have {} of the section that the maker had there.", c.figures.packs[k].model.name,
                           percent(*hold.ofBefore));
  f.why = "A thinner screw stretches first where a pack is shaken, and then loosens.";
  f.what = "The maker's size, or more of them; tighten again after a week.";
  offerScrews(k, screwsFor(h, *hold.ofBefore / leastOfBefore), f);
  f.headline = leastOfBefore / std::max(0.01, *hold.ofBefore);
  f.working = {"Section of the screws",
               "n·A_s ≥ 0.7 · of the maker's",
               {input(c, "n", "screws", std::to_string(*h.screws), packPointer(k, "hold/screws")),
                input(c, "A_s", "of one, mm²", formatNumber(tensileArea(*h.screw), 3), packPointer(k, "hold/screw_size"))},
               percent(*hold.ofBefore),
               "tensile stress areas, ISO 898-1"};
  out.push_back(std::move(f));
}

void intoPlastic(const Context& c, std::size_t k, const Hold& h, Findings& out) {
  if (h.screwInto != ScrewInto::BarePlastic || h.screws == 0) return;
  Finding f = onHold(c, "FIT-07", k, "screw_into");
  f.sentence = fmt::format("Screws of {} go into bare plastic.", c.figures.packs[k].model.name);
  f.why = "A thread in plastic strips at the second tightening, and gives slowly even if nobody touches it.";
  f.what = "Heat-set inserts, a nut behind it, or a screw right through; tighten again after a week.";
  f.remedies.push_back(setTo("inserts", packPointer(k, "hold/screw_into"), FieldValue{std::string("heat-set-insert")}));
  f.headline = 1;
  f.working = {"What holds the thread", "metal, or an insert", {}, "bare plastic", "pull-out of threads in plastic"};
  out.push_back(std::move(f));
}

void shakenLoose(const Context& c, std::size_t k, const Pack& p, const HoldFigures& hold, Findings& out) {
  if (!hold.held || !hold.shaken || !exceeds(*hold.shaken, *hold.held)) return;
  const Hold& h = p.hold;
  Finding f = onHold(c, "FIT-07", k, h.straps ? "straps" : "screws");
  f.sentence =
      fmt::format("Screws and straps of {} hold {}; shaken by {} ground it pulls with {}, reserve counted.", c.figures.packs[k].model.name,
                  newton(*hold.held), wordOf(h.ridden.value_or(Surface::Soft)), newton(*hold.shaken));
  f.why = "A pack that comes off hangs on its leads.";
  f.what = "A second way of holding it: straps all around, more or thicker screws.";
  if (h.screws && *h.screws > 0 && h.screw) {
    const double one = holdOf(*h.screw, h.screwInto.value_or(ScrewInto::BarePlastic));
    offerScrews(k, *h.screws + static_cast<int>(std::ceil((*hold.shaken - *hold.held) / one)), f);
  } else if (h.straps && h.strapWidth) {
    const int straps = static_cast<int>(std::ceil((*hold.shaken - *hold.held) / (h.strapWidth->value() * strapPerMillimetre))) + *h.straps;
    if (straps <= 20)
      f.remedies.push_back(setTo(fmt::format("{} straps", straps), packPointer(k, "hold/straps"), FieldValue{static_cast<double>(straps)}));
  }
  f.headline = *hold.shaken / std::max(1.0, *hold.held);
  f.working = {
      "What holds it",
      "n·F of screws + width · 10 N/mm of straps ≥ 2 · m · g · shock",
      {input(c, "m", "pack mass", c.figures.packs[k].model.mass ? kg(*c.figures.packs[k].model.mass) : "–", packPointer(k, "mass_kg")),
       input(c, "a", "shock, g", formatNumber(shockOf(h.ridden.value_or(Surface::Soft)), 2), packPointer(k, "hold/ridden_on")),
       input(c, "F", "held", newton(*hold.held))},
      newton(*hold.shaken),
      "peaks of acceleration on ways; proof stress of screws, ISO 3506"};
  out.push_back(std::move(f));
}

void fit07(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    const HoldFigures hold = holdFigures(p, fit, c.figures.packs[k].model.mass);
    weakerScrews(c, k, p.hold, hold, out);
    intoPlastic(c, k, p.hold, out);
    shakenLoose(c, k, p, hold, out);
  });
}

bool cross(const Ring& a, const Ring& b) { return !common({a}, {b}).empty(); }

std::string nameOf(const RoomThing& t, std::string_view otherwise) { return t.name.empty() ? std::string(otherwise) : t.name; }

void fit09(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    for (std::size_t i = 0; i < p.fit.things.size(); ++i) {
      const RoomThing& t = p.fit.things[i];
      const Ring place = placeOf(t);
      if (place.empty() || (t.kind != ThingKind::Reach && t.kind != ThingKind::Moving)) continue;
      std::string over;
      if (fit.boxed && fit.boxed->placed && cross(place, outlineOf(*fit.boxed))) over = "the case";
      for (const RoomThing& strap : p.fit.things)
        if (over.empty() && strap.kind == ThingKind::Strap && !placeOf(strap).empty() && cross(place, placeOf(strap)))
          over = nameOf(strap, "a strap");
      if (over.empty()) continue;
      Finding f = onFit(c, "FIT-09", Severity::Mind, k, fmt::format("fit/things/{}/x_mm", i));
      f.sentence = fmt::format("At {}: {} lies over {}.", c.figures.packs[k].model.name, over,
                               nameOf(t, t.kind == ThingKind::Reach ? "what must be reached" : "what moves"));
      f.why = "What cannot be reached is not locked, not charged, not switched off; what moves wears through.";
      f.what = t.kind == ThingKind::Reach ? "Move the strap or the case." : "Move it, and check at both ends of the movement.";
      f.headline = 1;
      f.working = {"Over what must stay free", "outlines do not cross", {}, f.sentence, "geometry"};
      out.push_back(std::move(f));
    }
  });
}

void fit10(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    const HoldFigures hold = holdFigures(p, fit, std::nullopt);
    if (p.hold.vent == true || !hold.warmer || !exceeds(hold.warmer->value(), closedRise.value())) return;
    Finding f = onHold(c, "FIT-10", k, "vent");
    f.sentence = fmt::format("Beside {}: {} W for long in its closed room make it {} warmer{}.", c.figures.packs[k].model.name,
                             formatNumber(hold.heat.value(), 3), text(*hold.warmer),
                             p.hold.vent ? "" : "; nobody has said whether air passes through");
    f.why = "Joiners, diodes and controllers heat the cells beside them, and a closed box keeps it.";
    f.what = "A path for air, or the heat maker outside on metal.";
    f.headline = *hold.warmer / closedRise;
    f.working = {"Warmth in the closed room",
                 "W / (5 W/m²K · A) ≤ 20 K",
                 {input(c, "W", "heat makers", formatNumber(hold.heat.value(), 3) + " W"),
                  input(c, "A", "its surface", formatNumber(hold.surface, 3) + " m²")},
                 text(*hold.warmer),
                 "steady heat of a closed box in still air"};
    out.push_back(std::move(f));
  });
}

}  // namespace

std::span<const Rule> fitHoldRules() {
  static constexpr std::array rows{
      Rule{"FIT-06", "Mind", "more than a carrier may bear, or the middle of the mass raised by 50 mm", fit06},
      Rule{"FIT-07", "Mind", "fastened with less than the maker's section, in bare plastic, or by less than shakes it", fit07},
      Rule{"FIT-09", "Mind", "a strap or a case over what must be reached or what moves", fit09},
      Rule{"FIT-10", "Mind", "heat makers in a closed room: more than 20 K", fit10}};
  return rows;
}

}  // namespace usherwright::rules
