// FIT rules: what a case is of, how gas leaves it, what lies bare in it, how flat cells are pressed; and what of it nobody has
// looked at.
#include <algorithm>
#include <cmath>

#include "core/assess/rules/fit_parts.h"
#include "core/assess/rules/unproven.h"
#include "core/fit/hold.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

constexpr double leastToBare = 10;                                 // mm from cells to bare metal
constexpr double leastOver = 2, leastThrough = 1, liveVolts = 30;  // mm, mm, V

Finding onCase(const Context& c, std::string id, Severity severity, std::size_t k, std::string_view key) {
  return onFit(c, std::move(id), severity, k, fmt::format("hold/{}", key));
}

bool isFlat(const FitFigures& fit) { return fit.room.cellKnown && !fit.room.cell.round; }
bool isSoft(const Pack& p) {
  return p.fit.room == RoomKind::Bag || p.hold.carrier == Carrier::Bag || p.hold.caseOf == CaseMaterial::Fabric;
}

void fit08(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures&) {
    if (!p.hold.caseOf) return;
    const CaseFacts facts = factsOf(*p.hold.caseOf);
    const Celsius warmest = p.hold.warmest.value_or(usual::sunWarmed);
    const bool softens = facts.plastic && exceeds(warmest.value(), facts.softens);
    const bool gives = facts.creeps && p.hold.clamped == true;
    if (!softens && !gives) return;
    Finding f = onCase(c, "FIT-08", Severity::Mind, k, softens ? "case_warmest_C" : "case_clamped");
    const std::string& name = c.figures.packs[k].model.name;
    f.sentence = softens ? fmt::format("The case of {} is of {}, which softens at {}; it gets to {}{}.", name, spokenOf(*p.hold.caseOf),
                                       text(Celsius(facts.softens)), text(warmest), p.hold.warmest ? "" : " in the sun")
                         : fmt::format("The case of {} is of {} and is clamped: it gives slowly.", name, spokenOf(*p.hold.caseOf));
    f.why = softens ? "A soft case lets the block move against whatever it was kept from."
                    : "The clamp is loose after a summer, and nobody has touched it.";
    f.what = softens ? "A material for more warmth, and a light colour; not behind glass."
                     : "Metal sleeves under the screws, or a tougher material; tighten again.";
    f.headline = softens ? warmest.value() / facts.softens : 1;
    f.working = {"The case's material",
                 "warmest ≤ where it softens; no clamp on what creeps",
                 {input(c, "T", "case gets", text(warmest), packPointer(k, "hold/case_warmest_C")),
                  input(c, "T_s", "softens at", facts.plastic ? text(Celsius(facts.softens)) : "–", packPointer(k, "hold/case_of"))},
                 f.sentence,
                 "heat deflection and creep of thermoplastics"};
    out.push_back(std::move(f));
  });
}

/// Bare metal within reach of kept cells, or of the room where nothing is laid out; −1: none.
int bareBeside(const Pack& p, const FitFigures& fit) {
  for (std::size_t i = 0; i < p.fit.things.size(); ++i) {
    const RoomThing& t = p.fit.things[i];
    if (t.kind != ThingKind::Bare || t.covered == true) continue;
    if (fit.layout.empty() || !t.x || !t.y || !t.width || !t.height) return static_cast<int>(i);
    for (const Site& s : fit.layout.sites) {
      const double dx = std::max(0.0, std::abs(s.at.x - t.x->value()) - t.width->value() / 2 - fit.room.cell.width / 2);
      const double dy = std::max(0.0, std::abs(s.at.y - t.y->value()) - t.height->value() / 2 - fit.room.cell.height / 2);
      if (std::hypot(dx, dy) < leastToBare) return static_cast<int>(i);
    }
  }
  return -1;
}

void fit11(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    const std::string& name = c.figures.packs[k].model.name;
    const auto say = [&](std::string title, std::string_view key, std::string sentence, std::string why, std::string what) {
      Finding f = onFit(c, "FIT-11", Severity::Mind, k, key);
      f.sentence = std::move(sentence);
      f.why = std::move(why);
      f.what = std::move(what);
      f.headline = 1;
      f.working = {std::move(title), "hard faces, a way for gas, nothing bare beside", {}, f.sentence, "protection of cells"};
      out.push_back(std::move(f));
    };
    if (isSoft(p) && p.hold.hardFaces == false)
      say("Soft cloth", "hold/hard_faces", fmt::format("{} lies in soft cloth without hard faces at its edges.", name),
          "A fall or a kerb presses through cloth on the cells' rims.", "Stiff sheet on every face, then padding.");
    if (p.hold.vent == false)
      say("A way for gas", "hold/vent", fmt::format("{} is sealed: gas has no way out.", name),
          "A cell that vents in a sealed case bursts it, and burns hotter.",
          "A hole or a weak seam away from the rider; a membrane keeps water out.");
    if (const int i = bareBeside(p, fit); i >= 0) {
      const RoomThing& t = p.fit.things[static_cast<std::size_t>(i)];
      say("Bare metal beside", fmt::format("fit/things/{}/covered", i),
          fmt::format("{} beside {} is bare{}.", t.name.empty() ? std::string("Metal") : t.name, name,
                      t.covered ? "" : " as far as anybody has said"),
          "A strip that works loose, or a screw that is dropped, joins the cells to the frame.",
          "Sleeve, cap or tape over all of it, before the cells go in.");
    }
  });
}

void fit12(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    if (!isFlat(fit)) return;
    const Hold& h = p.hold;
    const std::string& name = c.figures.packs[k].model.name;
    const auto say = [&](Severity severity, std::string_view key, double headline, std::string sentence, std::string what) {
      Finding f = onCase(c, "FIT-12", severity, k, key);
      f.sentence = std::move(sentence);
      f.why = "Flat cells swell over their life: pressed at a spot they short inside, free they part their layers.";
      f.what = std::move(what);
      f.headline = headline;
      f.working = {"Flat cells",
                   "stiff plates, 20 to 100 kPa, room for 8 % of their thickness",
                   {input(c, "p", "pressed with", h.pressure ? formatNumber(h.pressure->value(), 3) + " kPa" : "–",
                          packPointer(k, "hold/pressure_kpa")),
                    input(c, "d", "may still grow", h.growth ? mm(*h.growth) : "–", packPointer(k, "hold/growth_mm"))},
                   f.sentence,
                   "makers' rules for pouch cells"};
      out.push_back(std::move(f));
    };
    if (h.pointLoad == true)
      say(Severity::Stop, "point_load", 2, fmt::format("Something presses on a spot of a flat cell of {}.", name),
          "Take it away; a stiff plate over the whole face.");
    if (h.plates == false)
      say(Severity::Mind, "plates", 1, fmt::format("The flat cells of {} have no stiff plates.", name),
          "A stiff plate on both faces of the stack.");
    if (h.pressure && (exceeds(leastPressure, h.pressure->value()) || exceeds(h.pressure->value(), mostPressure)))
      say(Severity::Mind, "pressure_kpa", 1,
          fmt::format("The flat cells of {} are pressed with {} kPa; 20 to 100 are counted.", name, formatNumber(h.pressure->value(), 3)),
          "Another foam, or another thickness of it.");
    const HoldFigures hold = holdFigures(p, fit, std::nullopt);
    if (h.growth && hold.growthNeeded && exceeds(hold.growthNeeded->value(), h.growth->value())) {
      // Cloth gives way; a case that nobody has named counts as stiff.
      const bool none = h.growth->value() <= 0 && !isSoft(p);
      say(none ? Severity::Stop : Severity::Mind, "growth_mm", hold.growthNeeded->value() / std::max(0.1, h.growth->value()),
          fmt::format("The flat cells of {} may grow by {}; over their life they take {}.", name, mm(*h.growth), mm(*hold.growthNeeded)),
          "Foam that gives so much, or a longer case.");
    }
  });
}

void fit15(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures&) {
    const Volt apart = p.hold.bareVolts.value_or(c.figures.packs[k].model.full);
    if (!exceeds(apart.value(), liveVolts)) return;
    const bool over = p.hold.bareOver && exceeds(leastOver, p.hold.bareOver->value());
    const bool through = p.hold.bareThrough && exceeds(leastThrough, p.hold.bareThrough->value());
    if (!over && !through) return;
    Finding f = onCase(c, "FIT-15", Severity::Mind, k, over ? "bare_over_mm" : "bare_through_mm");
    f.sentence = fmt::format("In {} bare parts {} apart are {} from each other {}; {} are counted.", c.figures.packs[k].model.name,
                             text(apart), mm(over ? *p.hold.bareOver : *p.hold.bareThrough), over ? "along a surface" : "through air",
                             mm(over ? leastOver : leastThrough));
    f.why = "Dust, a drop of water or a hair of solder carries over it; the arc that follows does not stop by itself.";
    f.what = "A barrier or a sleeve between them.";
    f.headline = over ? leastOver / std::max(0.01, p.hold.bareOver->value()) : leastThrough / std::max(0.01, p.hold.bareThrough->value());
    f.working = {"Bare parts",
                 "above 30 V: ≥ 2 mm over a surface, ≥ 1 mm through air",
                 {input(c, "U", "volts between", text(apart), packPointer(k, "hold/bare_V"))},
                 f.sentence,
                 "creepage and clearance, IEC 60664-1 with dirt counted"};
    out.push_back(std::move(f));
  });
}

void fit18(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures&) {
    if (!p.hold.caseOf || !factsOf(*p.hold.caseOf).plastic || p.hold.flameRated == true || p.hold.indoors == false) return;
    Finding f = onCase(c, "FIT-18", Severity::Note, k, p.hold.flameRated ? "kept_indoors" : "flame_rated");
    f.sentence = fmt::format("The case of {} is of {} {}, kept {}.", c.figures.packs[k].model.name, spokenOf(*p.hold.caseOf),
                             p.hold.flameRated ? "without flame rating" : "of which nobody knows a flame rating",
                             p.hold.indoors ? "indoors" : "nobody has said where");
    f.why = "Such plastic feeds a fire that a cell begins.";
    f.what = "A liner rated V-0, metal, or another place to keep it.";
    f.headline = 1;
    f.working = {"Plastic around cells", "V-0, or not kept indoors", {}, f.sentence, "flame rating of plastics, UL 94"};
    out.push_back(std::move(f));
  });
}

void carrying(const Context& c, std::size_t k, const Pack& p, Unproven& hold) {
  const Hold& h = p.hold;
  const auto at = [&](std::string_view key) { return packPointer(k, fmt::format("hold/{}", key)); };
  if (!h.carrier) hold.checkUnknown(at("carrier"));
  // The frame's own tubes carry what a rider weighs; anything else has a limit of its own.
  if (!h.carrierLimit && h.carrier != Carrier::FrameTubes) hold.checkUnknown(at("carrier_limit_kg"));
  if (!h.screws || !h.straps) hold.checkTogether("screws and straps", "count them", {at("screws"), at("straps")});
  if (h.screws && *h.screws > 0) {
    if (!h.screw || !h.screwInto)
      hold.checkTogether("size of the screws", "calliper; look at what holds the thread", {at("screw_size"), at("screw_into")});
    if (h.screwsBefore.has_value() != h.screwBefore.has_value())
      hold.checkTogether("the maker's screws", "his papers, or another such bike", {at("screws_before"), at("screw_size_before")});
  }
  if (h.straps && *h.straps > 0 && !h.strapWidth) hold.checkUnknown(at("strap_width_mm"));
  if (!h.ridden) hold.checkUnknown(at("ridden_on"));
  if (!c.figures.packs[k].model.mass) hold.checkUnknown(packPointer(k, "mass_kg"));
  if (p.origin != Origin::Stock && p.mount.empty() && !h.centreUp) hold.checkUnknown(at("centre_up_mm"));
  if (!c.plan.bike.mass) hold.checkUnknown("/bike/mass_kg");
}

void cased(const Pack& p, const FitFigures& fit, std::size_t k, Unproven& hold) {
  const Hold& h = p.hold;
  const auto at = [&](std::string_view key) { return packPointer(k, fmt::format("hold/{}", key)); };
  if (!h.caseOf || !h.vent) hold.checkTogether("case", "what it is of; a hole or seam for gas", {at("case_of"), at("vent")});
  if (h.caseOf && factsOf(*h.caseOf).plastic) {
    if (!h.clamped || !h.flameRated || !h.indoors)
      hold.checkTogether("its plastic", "data sheet; what presses on it; where it is kept",
                         {at("case_clamped"), at("flame_rated"), at("kept_indoors")});
    if (!h.warmest) hold.checkUnknown(at("case_warmest_C"));
  }
  if (isSoft(p) && !h.hardFaces) hold.checkUnknown(at("hard_faces"));
  if (isFlat(fit) && (!h.pointLoad || !h.plates || !h.pressure || !h.growth))
    hold.checkTogether("how flat cells are pressed", "look at plates, foam and edges",
                       {at("point_load"), at("plates"), at("pressure_kpa"), at("growth_mm")});
  if (p.origin == Origin::Built && !fit.from.box && (!h.bareOver || !h.bareThrough))
    hold.checkTogether("distances of bare parts", "calliper along the board, and through air", {at("bare_over_mm"), at("bare_through_mm")});
  for (std::size_t i = 0; i < p.fit.things.size(); ++i) {
    const RoomThing& t = p.fit.things[i];
    if (t.kind == ThingKind::Heat && !t.heat) hold.checkUnknown(packPointer(k, fmt::format("fit/things/{}/heat_W", i)));
    if (t.kind == ThingKind::Bare && !t.covered) hold.checkUnknown(packPointer(k, fmt::format("fit/things/{}/covered", i)));
  }
}

}  // namespace

void holdUnproven(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    Unproven hold(c, Station::Fit, p.id + "/hold", "how " + c.figures.packs[k].model.name + " is held");
    carrying(c, k, p, hold);
    cased(p, fit, k, hold);
    hold.reportAsNotSeen(out);
  });
}

std::span<const Rule> fitCaseRules() {
  static constexpr std::array rows{
      Rule{"FIT-08", "Mind", "a printed case that softens in the sun or gives under a clamp", fit08},
      Rule{"FIT-11", "Mind", "soft cloth without hard faces, no way for gas, bare metal beside cells", fit11},
      Rule{"FIT-12", "Stop, Mind", "flat cells without plates, pressure or room to grow", fit12},
      Rule{"FIT-15", "Mind", "bare parts above 30 V closer than 2 mm along a surface or 1 mm through air", fit15},
      Rule{"FIT-18", "Note", "plastic without flame rating around a pack that is kept indoors", fit18}};
  return rows;
}

}  // namespace usherwright::rules
