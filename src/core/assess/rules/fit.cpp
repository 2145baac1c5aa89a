// FIT rules: does it go in, what do the strips carry, what may touch.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/fit_parts.h"
#include "core/assess/rules/unproven.h"
#include "core/fit/hold.h"
#include "core/plan/usual.h"

namespace usherwright::rules {
namespace {

constexpr double shareSpread = 0.10, leastGap = 1;  // of a cell's share; mm
constexpr int fewCylinders = 20;

/// About a field of the room.
Finding onRoom(const Context& c, std::string id, Severity severity, std::size_t k, std::string_view key) {
  return onFit(c, std::move(id), severity, k, fmt::format("fit/{}", key));
}

/// The field of a room that is the first to be looked at.
std::string_view roomKey(const Fit& fit) { return fit.room == RoomKind::Triangle ? "top_mm" : "depth_mm"; }

std::string_view stanceWords(Stance s) { return s == Stance::Across ? "across" : s == Stance::Along ? "along" : "upright"; }

/// Another P, another way to stand: what would go in.
void offerOthers(std::size_t k, const FitFigures& f, Finding& out) {
  const int series = *f.from.series, parallel = static_cast<int>(f.places / static_cast<std::size_t>(series));
  if (parallel >= 1)
    out.fixes.push_back(
        setTo(fmt::format("{}S{}P", series, parallel), packPointer(k, "parallel"), FieldValue{static_cast<double>(parallel)}));
  for (const Stance s : {Stance::Across, Stance::Along, Stance::Up}) {
    if (s == f.from.fit.stance.value_or(Stance::Across)) continue;
    FitInput other = f.from;
    other.fit.stance = s;
    const FitRoom room = fitRoom(other);
    if (!room.known() || holds(room, other.fit.grid, Effort::Quick) < f.needed) continue;
    out.fixes.push_back(setTo(fmt::format("cells {}", stanceWords(s)), packPointer(k, "fit/stance"), FieldValue{std::string(wordOf(s))}));
  }
}

void boxTooLarge(const Context& c, std::size_t k, const BoxInRoom& b, Findings& out) {
  Finding f = onRoom(c, "FIT-01", Severity::Stop, k, roomKey(c.plan.packs[k].fit));
  const std::string& name = c.figures.packs[k].model.name;
  f.sentence = b.tooLarge.value() > 0 ? fmt::format("{} does not go into its room: {} too large all around, whichever way it is turned.",
                                                    name, mm(b.tooLarge.value()))
                                      : fmt::format("{} is far too large for its room.", name);
  f.why = "A case that is forced in is pressed where nobody sees it.";
  f.what = "Another place, or a smaller pack. Measure case and room once more first.";
  f.headline = std::max(0.1, b.tooLarge.value());
  f.working = {"Case in its room",
               "three sides in every order, at every turn along an edge",
               {input(c, "a", "case length", mm(c.plan.packs[k].boxLength->value()), packPointer(k, "box_length_mm")),
                input(c, "b", "case width", mm(c.plan.packs[k].boxWidth->value()), packPointer(k, "box_width_mm")),
                input(c, "c", "case height", mm(c.plan.packs[k].boxHeight->value()), packPointer(k, "box_height_mm"))},
               f.sentence,
               "erosion of the room by the case (Minkowski)"};
  out.push_back(std::move(f));
}

void fit01(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    if (fit.boxed && !fit.boxed->goesIn && !fit.boxed->placed) boxTooLarge(c, k, *fit.boxed, out);
    if (fit.from.box || !fit.room.known() || fit.holds()) return;
    Finding f = onRoom(c, "FIT-01", Severity::Stop, k, roomKey(p.fit));
    const PackModel& m = c.figures.packs[k].model;
    const FitRoom& room = fit.room;
    if (room.layers < 1)
      f.sentence = fmt::format("The cells of {} do not go in: {} are left through the room, a cell with its strips takes more.", m.name,
                               mm(std::max(0.0, room.usableDepth)));
    else
      f.sentence = fmt::format("{} of {} cells of {} go in{}.", fit.places, fit.needed, m.name,
                               fit.tooSmall ? fmt::format("; the room is {} too small all around", mm(fit.tooSmall->value())) : "");
    f.why = "Cells are never squeezed: a dented can or a nicked sleeve is a short inside the pack.";
    f.what = "Fewer in parallel, another way to stand, a thinner wall, or another place.";
    offerOthers(k, fit, f);
    f.headline = static_cast<double>(fit.needed) / std::max(1.0, static_cast<double>(fit.places));
    f.working = {"Cells that go in",
                 "rows, square or hexagonal, at every turn along an edge; cell + gap apart; room less wall, wrap and foam",
                 {input(c, "d", "cell", fit.from.cell), input(c, "gap", "between cells", mm(room.gap), packPointer(k, "fit/gap_mm")),
                  input(c, "depth", "left through the room", mm(room.usableDepth), packPointer(k, "fit/depth_mm")),
                  input(c, "n", "layers", std::to_string(room.layers), packPointer(k, "fit/layers"))},
                 fmt::format("{} of {}", fit.places, fit.needed),
                 "packing of equal circles on lattices"};
    out.push_back(std::move(f));
  });
}

/// What is wrong with where it stands, or with how it would get there; empty if nothing is.
std::string tightWords(const Pack& p, const FitFigures& fit, const std::string& name) {
  if (fit.keptOutside)
    return fmt::format("Kept cells of {} stand {} into the wall or into what is in the way.", name, mm(-fit.closest.value()));
  if (!fit.boxed || (!fit.boxed->goesIn && !fit.boxed->placed)) return {};
  const BoxInRoom& b = *fit.boxed;
  if (!b.goesIn) return fmt::format("{}, as it is put, stands {} into the wall or into what is in the way.", name, mm(b.tooLarge));
  const bool tubes = p.fit.room == RoomKind::Triangle || p.fit.room == RoomKind::Outline;
  if (tubes && b.clearance.value() < leastClearance)
    return fmt::format("{} clears the tubes by {}; {} are counted.", name, mm(b.clearance), mm(leastClearance));
  if (fit.way && !fit.way->open)
    return fmt::format("No way was found for {} into its room from the {}, however it is turned.", name, wordOf(fit.way->by));
  return {};
}

void fit02(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    std::string words = tightWords(p, fit, c.figures.packs[k].model.name);
    if (words.empty()) return;
    const bool blocked = fit.boxed && fit.boxed->goesIn && fit.way && !fit.way->open;
    Finding f = onRoom(c, "FIT-02", Severity::Mind, k, blocked ? "open_side" : roomKey(p.fit));
    f.sentence = std::move(words);
    f.why = blocked ? "What does not go in by slides and turns is forced, or the frame is cut on the day."
                    : "What nearly touches rubs through: frames flex, cases swell in the sun, screws stand proud.";
    f.what = fit.keptOutside                  ? "Lay the cells out anew, or measure room and things again."
             : blocked                        ? "A wider mouth, another side, a smaller case; or say what comes off."
             : fit.boxed && fit.boxed->placed ? "Another place or turn; without one it is put where most is left around it."
                                              : "A thinner case, or pads that keep it off.";
    f.headline = fit.keptOutside ? std::max(0.1, -fit.closest.value())
                 : blocked       ? 1
                                 : leastClearance / std::max(0.1, fit.boxed->clearance.value());
    f.working = {"Clearance",
                 "≥ 3 mm to what is fixed or moves; a way in by slides and turns",
                 {},
                 f.sentence,
                 "distance of outlines; sweep of the outline"};
    out.push_back(std::move(f));
  });
}

void fit03(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    if (fit.layout.empty() || p.fit.barrier == true) return;
    const Volt apart = fit.farthestNeighbour(), half = c.figures.packs[k].model.nominal / 2.0;
    if (!exceeds(apart.value(), half.value())) return;
    Finding f = onRoom(c, "FIT-03", Severity::Mind, k, "barrier");
    f.sentence = fmt::format("Neighbours in {} are up to {} apart, more than half the pack{}.", c.figures.packs[k].model.name, text(apart),
                             p.fit.barrier ? "" : "; nobody has said what stands between them");
    f.why = "Two cans that rub through their sleeves short all the groups between them.";
    f.what = "A sheet of fish paper or fibreglass between such neighbours, or another layout.";
    f.remedies.push_back(setTo("sheets between", packPointer(k, "fit/barrier"), FieldValue{true}));
    f.headline = apart / half;
    f.working = {
        "Volts between neighbours",
        "groups apart · volts of a group ≤ half the pack",
        {input(c, "n", "groups apart", std::to_string(fit.layout.scores.apart)), input(c, "U", "a group", text(fit.from.cellVolts))},
        text(apart),
        "series voltage between cells that touch"};
    out.push_back(std::move(f));
  });
}

Working stripWorking(const Context& c, std::size_t k, const FitFigures& fit, double density, const Known<Ampere>& amps) {
  return {
      "Hottest strip",
      "I / (width · thickness · layers), the network solved",
      {input(c, "I", "of the pack", amps ? text(*amps) : "–"),
       input(c, "b", "strip width", mm(fit.from.fit.stripWidth.value_or(usual::stripWidth).value()), packPointer(k, "fit/strip_width_mm")),
       input(c, "t", "strip thickness", mm(fit.from.fit.stripThickness.value_or(usual::stripThickness).value()),
             packPointer(k, "fit/strip_thickness_mm")),
       input(c, "J", "carries for long", formatNumber(fit.longLimit, 3) + " A/mm²", packPointer(k, "fit/strip_material"))},
      formatNumber(density, 3) + " A/mm²",
      "nodal analysis of both faces; limits of strip by material and thickness"};
}

void fit04(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    const bool forLong = fit.hottestSustained && exceeds(*fit.hottestSustained, fit.longLimit);
    const bool atPeak = fit.hottestPeak && exceeds(*fit.hottestPeak, fit.longLimit * peakOfLong);
    if (!forLong && !atPeak) return;
    // Of a strip that nobody has named the poorest counts; a Stop would say more than is known.
    const bool known = p.fit.stripMaterial.has_value();
    Finding f = onRoom(c, "FIT-04", forLong && known ? Severity::Stop : Severity::Mind, k, known ? "strip_width_mm" : "strip_material");
    const double density = forLong ? *fit.hottestSustained : *fit.hottestPeak, limit = forLong ? fit.longLimit : fit.longLimit * peakOfLong;
    f.sentence = fmt::format("The hottest strip of {} carries {} A/mm² {}; {} are counted{}.", c.figures.packs[k].model.name,
                             formatNumber(density, 3), forLong ? "for long" : "at peak", formatNumber(limit, 3),
                             known ? "" : ", as of plated steel while nobody knows which strip it is");
    f.why = "Strip that runs hot cooks the sleeve under it and the weld beside it.";
    const double more =
        std::max(fit.hottestSustained.value_or(0) / fit.longLimit, fit.hottestPeak.value_or(0) / (fit.longLimit * peakOfLong));
    f.what = fmt::format("{} times the section: wider, thicker, or more strips on each other; or more crossings there.",
                         formatNumber(roundedUp(more), 3));
    const int layers = static_cast<int>(std::ceil(more * p.fit.stripLayers.value_or(1) * 1.02)) + 1;
    // Wider strip draws more of the current: a little more than in proportion.
    const double wider = std::ceil(p.fit.stripWidth.value_or(usual::stripWidth).value() * more * 1.3);
    if (wider <= 100) f.remedies.push_back(setTo("wider strip", packPointer(k, "fit/strip_width_mm"), FieldValue{wider}));
    else if (layers <= 10)
      f.remedies.push_back(setTo("more strips", packPointer(k, "fit/strip_layers"), FieldValue{static_cast<double>(layers)}));
    f.headline = more;
    f.working = stripWorking(c, k, fit, density, forLong ? fit.from.sustained : fit.from.peak);
    out.push_back(std::move(f));
  });
}

void fit05(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack&, const FitFigures& fit) {
    if (!fit.strips) return;
    const double off = std::max(fit.strips->shareMost - 1, 1 - fit.strips->shareLeast);
    if (!exceeds(off, shareSpread)) return;
    Finding f = onRoom(c, "FIT-05", Severity::Mind, k, "lead_exit");
    f.sentence = fmt::format("By the resistance of its strips one cell of {} carries {} of its share, another {}.",
                             c.figures.packs[k].model.name, percent(fit.strips->shareMost), percent(fit.strips->shareLeast));
    f.why = "The cell that carries most ages first and ends every ride.";
    f.what = "Take the lead from more cells of the end groups, from the middle of their edge, or use more strip.";
    f.headline = off;
    f.working = {"Share of a cell", "current · P / pack current, within 10 %", {}, f.sentence, "nodal analysis of both faces"};
    out.push_back(std::move(f));
  });
}

bool isRoundBuilt(const Pack& p, const FitFigures& fit) { return !fit.from.box && fit.room.cell.round && p.origin == Origin::Built; }

void fit13(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    if (fit.from.box || !fit.room.cell.round || p.fit.linking != Linking::Soldered) return;
    Finding f = onRoom(c, "FIT-13", Severity::Stop, k, "linking");
    f.sentence = fmt::format("The cells of {} are soldered directly.", c.figures.packs[k].model.name);
    f.why = "Seconds at 350 °C melt the seal and the separator behind the cap: such a cell fails days later.";
    f.what = "Strip that is welded or clamped; solder only to strip, away from the cell.";
    f.remedies.push_back(setTo("welded", packPointer(k, "fit/linking"), FieldValue{std::string("welded")}));
    f.headline = 1;
    f.working = {"How cells are joined", "welded or clamped", {}, "soldered", "makers' handling rules for cylindrical cells"};
    out.push_back(std::move(f));
  });
}

void fit14(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    if (!isRoundBuilt(p, fit) || p.fit.rings != false) return;
    Finding f = onRoom(c, "FIT-14", Severity::Stop, k, "rings");
    f.sentence = fmt::format("Strips cross plus ends of {} without insulating rings.", c.figures.packs[k].model.name);
    f.why = "The whole can is minus and turns over the rim at the plus end: one worn sleeve is a dead short.";
    f.what = "Rings on every plus end, before the strips.";
    f.remedies.push_back(setTo("rings", packPointer(k, "fit/rings"), FieldValue{true}));
    f.headline = 1;
    f.working = {"Plus ends", "a ring under every strip", {}, "none", "construction of cylindrical cells"};
    out.push_back(std::move(f));
  });
}

/// Heat of the board in its closed case: half of 10 W/m²K, still air on the inside.
void fit16(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    const Element* board = c.figures.element(ElementKind::Bms, k);
    if (fit.from.box || !board || !board->sustained || !countsAsFitted(p.bms)) return;
    const PackModel& m = c.figures.packs[k].model;
    const Watt heat(board->sustained->value() * board->sustained->value() * Ohm(boardResistance(p.bms)).value());
    const Kelvins rise(heat.value() / (stillAir * m.envelope.value()));
    if (!exceeds(rise.value(), closedRise.value())) return;
    Finding f = onRoom(c, "FIT-16", Severity::Mind, k, "room");
    f.pointer = packPointer(k, "bms/resistance_mohm");
    f.sentence = fmt::format("The board of {} makes {} W in its closed case at {}: {} warmer.", m.name, formatNumber(heat.value(), 3),
                             text(*board->sustained), text(rise));
    f.why = "Cells beside a warm board age faster than the others and drift apart.";
    f.what = "Its cool face to the wall, a heat spreader, or the board outside.";
    f.headline = rise / closedRise;
    f.working = {"Warmth by the board",
                 "I²·R / (5 W/m²K · A) ≤ 20 K",
                 {input(c, "I", "for long", text(*board->sustained)),
                  input(c, "R", "board", text(Ohm(boardResistance(p.bms))), packPointer(k, "bms/resistance_mohm")),
                  input(c, "A", "surface of the block", formatNumber(m.envelope.value(), 3) + " m²")},
                 text(rise),
                 "steady heat of a closed box in still air"};
    out.push_back(std::move(f));
  });
}

void fit17(const Context& c, Findings& out) {
  eachFit(c, [&](std::size_t k, const Pack& p, const FitFigures& fit) {
    if (!isRoundBuilt(p, fit) || fit.needed <= fewCylinders || p.fit.barrier == true || !p.fit.gap) return;
    const double gap = fit.room.gap;
    if (!exceeds(leastGap, gap)) return;
    Finding f = onRoom(c, "FIT-17", Severity::Mind, k, "gap_mm");
    f.sentence = fmt::format("{} cylinders of {} stand {} apart, with nothing known between them.", fit.needed,
                             c.figures.packs[k].model.name, mm(gap));
    f.why = "A cell that vents heats its neighbours through metal that touches; a millimetre of air or a sheet may stop it there.";
    f.what = "A holder that keeps 1 mm between cells, or sheets; vents away from the rider.";
    f.remedies.push_back(setTo("1 mm", packPointer(k, "fit/gap_mm"), FieldValue{leastGap}));
    f.headline = leastGap / std::max(0.05, gap);
    f.working = {"Between cells",
                 "≥ 1 mm, or a barrier, for more than 20 cylinders",
                 {input(c, "gap", "between cells", mm(gap), packPointer(k, "fit/gap_mm"))},
                 mm(gap),
                 "spread of thermal runaway from cell to cell"};
    out.push_back(std::move(f));
  });
}

}  // namespace

namespace {

template <class At>
void lengthsOf(const Fit& fit, const At& at, Unproven& room) {
  if (fit.room == RoomKind::Triangle) {
    for (const char* key : {"top_mm", "down_mm", "seat_mm"}) room.check(at(key));
    room.checkUnknown(at("corner_mm"));
  } else if (fit.room == RoomKind::Outline) {
    if (fit.outline.size() < 3) room.add("corners of the outline", "not known yet", "tape, at least three corners", at("room"));
    for (std::size_t i = 0; i < fit.outline.size(); ++i)
      for (const char* key : {"x_mm", "y_mm"}) room.checkUnknown(at(fmt::format("outline/{}/{}", i, key)));
  } else {
    for (const char* key : {"length_mm", "height_mm"}) room.check(at(key));
  }
  room.check(at("depth_mm"));
}

}  // namespace

void fitUnproven(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const FitFigures* fit = c.figures.packs[k].fit.get();
    if (!fit) continue;
    const Pack& p = c.plan.packs[k];
    const bool built = p.origin == Origin::Built && !fit->from.box;
    Unproven room(c, Station::Fit, p.id + "/room", "the room of " + c.figures.packs[k].model.name);
    const auto at = [&](std::string_view key) { return packPointer(k, fmt::format("fit/{}", key)); };
    // A look at the value itself costs nothing beside a look by its name.
    const auto unless = [&](const auto& known, std::string_view key) {
      if (!known) room.checkUnknown(at(key));
    };
    unless(p.fit.room, "room");
    if (p.fit.room) lengthsOf(p.fit, at, room);
    for (std::size_t i = 0; i < p.fit.things.size(); ++i) {
      const RoomThing& t = p.fit.things[i];
      const auto of = [&](const auto& known, std::string_view key) {
        if (!known) room.checkUnknown(at(fmt::format("things/{}/{}", i, key)));
      };
      of(t.kind, "kind");
      of(t.x, "x_mm");
      of(t.y, "y_mm");
      of(t.width, "width_mm");
      of(t.height, "height_mm");
    }
    if (fit->from.box)
      for (const char* key : {"box_length_mm", "box_width_mm", "box_height_mm"}) room.check(packPointer(k, key));
    if (fit->boxed) {
      unless(p.fit.open, "open_side");
      if (p.fit.open && p.fit.open != OpenSide::Across) unless(p.fit.mouth, "mouth_mm");
    }
    if (built) {
      unless(p.fit.linking, "linking");
      if (fit->room.cell.round || !fit->room.cellKnown) {
        unless(p.fit.rings, "rings");
        unless(p.fit.gap, "gap_mm");
      }
      unless(p.fit.barrier, "barrier");
      unless(p.fit.stripMaterial, "strip_material");
    }
    // Volts between neighbours and the current in the strips are those of the kept layout: without one nothing is said of them.
    if (!fit->from.box && fit->layout.empty() && (built || !p.fit.places.empty()))
      room.add("layout of the cells", p.fit.places.empty() ? "not kept yet" : "kept of other cells", "look for one on Layout, and keep it",
               at("room"));
    // Around the cells: what is assumed until it is measured, where it counts.
    if (p.fit.room && !fit->from.box) {
      unless(p.fit.wall, "wall_mm");
      unless(p.fit.wrap, "wrap_mm");
      unless(p.fit.foam, "foam_mm");
      unless(p.fit.strips, "strips_mm");
    }
    if (!fit->layout.empty()) {
      unless(p.fit.stripWidth, "strip_width_mm");
      unless(p.fit.stripThickness, "strip_thickness_mm");
      unless(p.fit.stripLayers, "strip_layers");
    }
    for (const std::string& missing : fit->room.missing)
      if (missing == "size of the cell" || missing == "S and P")
        room.add(missing, "not known yet", "calliper, and count", packPointer(k, missing == "S and P" ? "parallel" : "cell"));
    if (!fit->room.why.empty()) room.add("three sides", "no triangle", "tape, once more, between the inner corners", at("top_mm"));
    room.reportAsNotSeen(out);
  }
}

std::span<const Rule> fitRules() {
  static constexpr std::array rows{Rule{"FIT-01", "Stop", "the room does not hold the cells, or the case", fit01},
                                   Rule{"FIT-02", "Mind", "less than 3 mm to what is fixed or moves", fit02},
                                   Rule{"FIT-03", "Mind", "neighbouring cells more than half the pack's volts apart", fit03},
                                   Rule{"FIT-04", "Stop, Mind", "a strip above its current density, for long or at peak", fit04},
                                   Rule{"FIT-05", "Mind", "cells share the current unevenly by their strips", fit05},
                                   Rule{"FIT-13", "Stop", "solder directly on a cylindrical cell", fit13},
                                   Rule{"FIT-14", "Stop", "strips over plus ends without rings", fit14},
                                   Rule{"FIT-16", "Mind", "a board's heat in the closed case above 20 K", fit16},
                                   Rule{"FIT-17", "Mind", "many cylinders without a millimetre or a barrier between them", fit17}};
  return rows;
}

}  // namespace usherwright::rules
