// Fastenings, heat, growth, masses.
#include "core/fit/hold.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/plan/usual.h"

namespace usherwright {
namespace {

constexpr double proof = 450, shakenShare = 0.3;              // N/mm², A2-70; of it while shaken
constexpr double ofRivetNut = 0.6;                            // of a thread in solid metal
constexpr double inInsert = 45, inWood = 30, inPlastic = 15;  // N/mm² of thread area
constexpr double gravity = 9.81;
constexpr double bikeUp = 550;  // mm

}  // namespace

double tensileArea(ScrewSize size) {
  constexpr std::array area{5.03, 8.78, 14.2, 20.1, 36.6};
  return area[static_cast<std::size_t>(size)];
}

double holdOf(ScrewSize size, ScrewInto into) {
  const double metal = proof * shakenShare;
  switch (into) {
    case ScrewInto::MetalThread: return tensileArea(size) * metal;
    case ScrewInto::RivetNut: return tensileArea(size) * metal * ofRivetNut;
    case ScrewInto::Insert: return tensileArea(size) * inInsert;
    case ScrewInto::Wood: return tensileArea(size) * inWood;
    case ScrewInto::BarePlastic: return tensileArea(size) * inPlastic;
  }
  return 0;
}

double shockOf(Surface ridden) {
  switch (ridden) {
    case Surface::Road: return 4;
    case Surface::Gravel: return 6;
    case Surface::Soft: return 10;
  }
  return 10;
}

CaseFacts factsOf(CaseMaterial material) {
  switch (material) {
    case CaseMaterial::Pla: return {true, 55, true};
    case CaseMaterial::Petg: return {true, 70, true};
    case CaseMaterial::Abs: return {true, 90, false};
    case CaseMaterial::Nylon: return {true, 90, true};
    case CaseMaterial::Polycarbonate: return {true, 110, false};
    case CaseMaterial::Moulded: return {true, 80, false};
    case CaseMaterial::Fabric:
    case CaseMaterial::Wood:
    case CaseMaterial::Aluminium:
    case CaseMaterial::Steel: return {};
  }
  return {};
}

std::string_view spokenOf(CaseMaterial material) {
  constexpr std::array words{"fabric",        "printed PLA",     "printed PETG", "printed ABS", "printed nylon",
                             "polycarbonate", "moulded plastic", "wood",         "aluminium",   "steel"};
  return words[static_cast<std::size_t>(material)];
}

namespace {

/// What is screwed and strapped; nothing while neither is known. What a screw goes into counts as the poorest while nobody knows.
Known<double> heldBy(const Hold& hold) {
  Known<double> out;
  if (hold.screws && (*hold.screws == 0 || hold.screw))
    out = *hold.screws == 0 ? 0 : *hold.screws * holdOf(*hold.screw, hold.screwInto.value_or(ScrewInto::BarePlastic));
  if (hold.straps && (*hold.straps == 0 || hold.strapWidth))
    out = out.value_or(0) + (*hold.straps == 0 ? 0 : *hold.straps * hold.strapWidth->value() * strapPerMillimetre);
  return out;
}

/// Flat cells that stand face to face in one row.
std::size_t stackOf(const FitFigures& fit) {
  if (fit.layout.empty()) return fit.needed;
  std::size_t most = 0;
  for (const Site& a : fit.layout.sites) {
    std::size_t count = 0;
    for (const Site& b : fit.layout.sites)
      if (a.layer == b.layer && std::abs(a.at.y - b.at.y) < fit.room.cell.height / 2) ++count;
    most = std::max(most, count);
  }
  return most;
}

double surfaceOf(const FitRoom& room) {
  double around = 0;
  for (const Ring& ring : room.inside)
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Spot &a = ring[i], &b = ring[(i + 1) % ring.size()];
      around += std::hypot(b.x - a.x, b.y - a.y);
    }
  return (around * room.depth + 2 * area(room.inside)) * 1e-6;
}

}  // namespace

HoldFigures holdFigures(const Pack& pack, const FitFigures& fit, Known<Kilogram> mass) {
  HoldFigures out;
  const Hold& h = pack.hold;
  if (mass) out.shaken = holdReserve * mass->value() * gravity * shockOf(h.ridden.value_or(Surface::Soft));
  out.held = heldBy(h);
  if (h.screws && h.screw && h.screwBefore && h.screwsBefore && *h.screwsBefore > 0)
    out.ofBefore = *h.screws * tensileArea(*h.screw) / (*h.screwsBefore * tensileArea(*h.screwBefore));
  if (h.holesApart && h.slotsFrom && h.slotsTo) out.holesMeet = *h.holesApart >= *h.slotsFrom && *h.holesApart <= *h.slotsTo;
  if (h.headHeight && h.slideRoom) out.overHead = *h.slideRoom - *h.headHeight;
  if (h.bumpHeight) out.spacerNeeded = *h.bumpHeight + Millimetre(leastClearance);
  double watts = 0;
  for (const RoomThing& t : pack.fit.things)
    if (t.kind == ThingKind::Heat && t.heat) watts += t.heat->value();
  out.heat = Watt(watts);
  if (fit.room.known()) out.surface = surfaceOf(fit.room);
  if (watts > 0 && out.surface > 0) out.warmer = Kelvins(watts / (stillAir * out.surface));
  if (fit.room.cellKnown && !fit.room.cell.round)
    out.growthNeeded = Millimetre(static_cast<double>(stackOf(fit)) * fit.room.cell.width * growthOfFlat / (1 + growthOfFlat));
  return out;
}

Known<MassMiddles> massMiddles(Kilogram bike, Millimetre wheelbase, const std::vector<MassShare>& packs) {
  const MassMiddle own{Millimetre(bikeUp), wheelbase / 2};
  const auto middle = [&](bool all) {
    double mass = bike.value(), up = bike.value() * own.up.value(), along = bike.value() * own.along.value();
    for (const MassShare& p : packs) {
      if (!all && !p.came) continue;
      mass += p.mass.value();
      up += p.mass.value() * p.at.up.value();
      along += p.mass.value() * p.at.along.value();
    }
    return MassMiddle{Millimetre(up / mass), Millimetre(along / mass)};
  };
  if (bike.value() <= 0) return std::nullopt;
  return MassMiddles{middle(false), middle(true)};
}

std::vector<std::string> remarksOf(Carrier carrier) {
  switch (carrier) {
    case Carrier::FrameTubes:
      return {"low and in the middle: the bike handles as before", "lock it: a pack at a tube is taken in seconds",
              "leads: away from crank and steering"};
    case Carrier::Rack:
      return {"high and behind: the front gets light, the bike tips on its stand", "the first part to hit the ground in a fall",
              "spray from the wheel: seams down"};
    case Carrier::SeatPost:
      return {"high and behind: it swings", "post and clamp carry it: no more than they are made for",
              "shows itself to thieves: take it along"};
    case Carrier::Fork:
      return {"it steers with you: heavy, and hit first", "leads bend at every turn: a loop at the head",
              "brake and wheel: check at both locks"};
    case Carrier::Deck:
      return {"low: good for balance", "water and stones from below: sealed above and a hole below",
              "kerbs: measure what is left to the ground"};
    case Carrier::Bag:
      return {"padding does not replace hard faces", "a bag is opened and taken in seconds",
              "rain comes in at the zip: zip to the side, port beside it"};
  }
  return {};
}

}  // namespace usherwright
