// Sound plans, put together from parts whose figures are all read from a label or measured.
#include "support/sound_plans.h"

#include <fmt/format.h>

#include "core/plan/fields.h"

namespace plans {

using namespace usherwright;

namespace {

struct Kind {
  const char* name;
  Chemistry chemistry;
  const char* form;
  double capacity, resistance, continuous, charge;
};
constexpr Kind round18{"round 18", Chemistry::Nmc, "18650", 3.0, 22, 10, 1.5};
constexpr Kind round21{"round 21", Chemistry::Nmc, "21700", 5.0, 14, 15, 2.5};
constexpr Kind pouch{"pouch", Chemistry::Lipo, "pouch 8x43x140", 8.0, 3, 40, 8};
constexpr Kind manganese{"manganese", Chemistry::Lmo, "26650", 4.5, 18, 14, 2.2};
constexpr Kind phosphate{"phosphate", Chemistry::Lfp, "prismatic", 15, 2.2, 30, 7.5};
constexpr Kind lead{"lead", Chemistry::Lead, "block", 20, 2.5, 40, 4};
constexpr Kind nickel{"nickel", Chemistry::Nimh, "D", 9, 4, 30, 4.5};

Cell cellOf(const Kind& k) {
  Cell c;
  c.id = k.name;
  c.name = std::string(k.name) + ", made-up";
  c.chemistry = k.chemistry;
  c.form = k.form;
  c.capacity = AmpereHour(k.capacity);
  c.resistance = MilliOhm(k.resistance);
  c.continuous = Ampere(k.continuous);
  c.charge = Ampere(k.charge);
  c.mass = Gram(50);
  c.verified = true;
  return c;
}

Fuse fuseOf(double rating, double volts) {
  Fuse f;
  f.present = true;
  f.rating = Ampere(rating);
  f.dcVoltage = Volt(volts);
  f.breaking = Ampere(10000);
  f.carry = Coefficient(1.1);
  f.distance = Millimetre(80);
  f.builtIn = false;
  return f;
}

Pack packOf(const std::string& id, const Kind& k, int series, int parallel, double charge) {
  Pack p;
  p.id = id;
  p.name = id + " pack";
  p.cell = k.name;
  p.series = series;
  p.parallel = parallel;
  p.soc = StateOfCharge(charge);
  p.soh = StateOfHealth(0.97);
  p.chargeTemperature = Celsius(18);
  p.mount = "rack";
  p.mass = Kilogram(4);
  p.condition = Condition::Sound;
  const ChemistryFacts facts = factsOf(k.chemistry);
  if (isLithium(k.chemistry)) {
    p.bms.present = true;
    p.bms.series = series;
    p.bms.chemistry = k.chemistry;
    p.bms.port = BmsPort::Common;
    p.bms.continuous = Ampere(30);
    p.bms.charge = Ampere(6);
    p.bms.chargeTrip = Ampere(12);
    p.bms.resistance = MilliOhm(8);
    p.bms.cellCutoff = facts.minimumUnderLoad;
    p.bms.cellFull = facts.charge + Volt(0.05);
    p.bms.sensesAllGroups = true;
    p.bms.reconnects = false;
    p.bms.balances = Balances::NearFull;
  } else {
    p.bms.present = false;
  }
  p.fuse = fuseOf(30, 125);
  p.plug = "bullet-4.5";
  p.plugLiveSide = LiveSide::Sockets;
  p.chargePort = "round-3pin";
  p.chargePolarity = Polarity::Pin1Plus;
  p.chargeLeadSize = "1mm2";
  p.heldFull = "2026-10-01";
  p.cyclesSinceHeld = Coefficient(5);
  p.firstLadder = true;
  if (series * facts.charge.value() > 60) p.competence = "workshop electrician, trained for work above 60 V";
  return p;
}

Run runOf(const std::string& from, const std::string& to) {
  Run r;
  r.id = from + " to " + to;
  r.from = from;
  r.to = to;
  r.size = "10awg";
  r.lengthPlus = Metre(0.5);
  r.lengthMinus = Metre(0.5);
  return r;
}

Charger chargerOf(const Pack& p, const Kind& k) {
  Charger c;
  c.id = "charger " + p.id;
  c.name = "charger of " + p.id;
  c.output = factsOf(k.chemistry).charge * *p.series;
  c.current = Ampere(2);
  c.chemistry = k.chemistry;
  c.plug = p.chargePort;
  c.polarity = p.chargePolarity;
  c.selector = Selector::None;
  c.place = ChargePlace::Port;
  c.mainsFrom = Volt(100);
  c.mainsTo = Volt(240);
  c.setting = ChargerSetting::AsMade;
  c.compensated = true;
  if (k.chemistry == Chemistry::Lead) c.keeps = Volt(2.27) * *p.series;
  c.endsBy = k.chemistry == Chemistry::Nimh ? EndsBy::VoltageDip : EndsBy::Taper;
  c.forPacks = {p.id};
  return c;
}

struct Member {
  Kind kind;
  int series, parallel;
  double charge = 0.9;
};

/// Attended, on stone, under an alarm, off the way out.
ChargePlan attended() {
  ChargePlan c;
  c.mains = Volt(230);
  c.attendance = Attendance::InTheHouse;
  c.unplugged = Unplugged::WhenDone;
  c.room = ChargeRoom::Shed;
  c.ground = ChargeGround::Stone;
  c.wayOut = false;
  c.nearFuel = false;
  c.alarm = true;
  c.closedBox = false;
  c.controllerOn = false;
  return c;
}

/// A bike for packs of about this many volts; every number read from a label.
Plan planOf(const std::vector<Member>& members, Method method) {
  Plan plan;
  plan.title = "sound";
  plan.ambient = Celsius(18);
  Volt highest(0), lowest(1e3);
  for (std::size_t i = 0; i < members.size(); ++i) {
    const Member& m = members[i];
    if (!plan.findCell(m.kind.name)) plan.cells.push_back(cellOf(m.kind));
    plan.packs.push_back(packOf(fmt::format("p{}", i + 1), m.kind, m.series, m.parallel, m.charge));
    const double first = factsOf(members.front().kind.chemistry).charge.value() * members.front().series;
    const double ratio = factsOf(m.kind.chemistry).charge.value() * m.series / first;
    if (ratio > 1.05 || ratio < 0.95) {  // another voltage, another plug
      plan.packs.back().plug = "blade-45";
      plan.packs.back().plugLiveSide = LiveSide::Shrouded;
      plan.packs.back().chargePort = "barrel-5.5-2.5";
      plan.packs.back().chargePolarity = Polarity::CentrePlus;
    }
    plan.wiring.runs.push_back(runOf(plan.packs.back().id, "joint"));
    plan.chargers.push_back(chargerOf(plan.packs.back(), m.kind));
    const ChemistryFacts facts = factsOf(m.kind.chemistry);
    highest = std::max(highest, facts.charge * m.series);
    lowest = std::min(lowest, facts.minimumUnderLoad * m.series);
  }
  plan.wiring.runs.push_back(runOf("joint", "controller"));
  plan.wiring.runs.back().size = "6awg";
  Controller& c = plan.bike.controller;
  c.currentLimit = Ampere(15);
  c.currentTolerance = Ampere(1);
  c.cutoff = lowest + Volt(1.5);
  c.cutoffTolerance = Volt(1);
  c.inputMaximum = highest * 1.2;
  c.capacitorVoltage = highest * 1.3;
  c.regenCurrent = Ampere(0);
  plan.bike.mass = Kilogram(25);
  plan.charging = attended();
  Route route;
  route.id = "round";
  route.length = Kilometre(10);
  route.climb = Metre(110);
  route.speed = KilometrePerHour(20);
  plan.routes.push_back(route);
  Joining& j = plan.joining;
  j.method = method;
  j.outputPlug = "bullet-4.5";
  j.part.input = Ampere(30);
  j.part.total = Ampere(30);
  j.part.voltage = Volt(125);
  j.part.inputs = 4;
  j.part.heatSink = Coefficient(4);
  j.part.breakBeforeMake = true;
  j.part.breaksLoad = true;
  j.looseEndsCapped = true;
  j.alwaysTogether = true;
  j.endsCheckedBy = "the builder";
  j.endsCheckedOn = "2026-10-03";
  if (method == Method::Selector) j.policy = Policy::StockFirst;
  j.converter.set = highest * 0.93;
  j.converter.output = Ampere(3);
  j.converter.inputLow = Volt(20);
  j.converter.inputHigh = Volt(90);
  return plan;
}

/// Every number that is there was read from a label.
Plan labelled(Plan plan) {
  std::vector<std::string> pointers;
  forEachField(plan, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
    if (isNumeric(spec.kind) && !std::holds_alternative<std::monostate>(value)) pointers.push_back(pointer);
  });
  for (const std::string& pointer : pointers) plan.provenance[pointer].from = Provenance::Label;
  return plan;
}

}  // namespace

std::vector<SoundPlan> soundPlans() {
  std::vector<SoundPlan> out;
  const auto add = [&](std::string name, const std::vector<Member>& members, Method method = Method::Combiner) {
    out.push_back({std::move(name), labelled(planOf(members, method))});
  };
  add("one round", {{round18, 13, 5}});
  add("one large round", {{round21, 10, 4}});
  add("one of 14 groups", {{round21, 14, 4}});
  add("one of 16 groups", {{round21, 16, 4}});
  add("one of 20 groups", {{round21, 20, 4}});
  add("one small", {{round18, 7, 4}});
  add("one pouch", {{pouch, 12, 1}});
  add("one manganese", {{manganese, 13, 3}});
  add("one phosphate", {{phosphate, 16, 1}});
  add("one phosphate of 8", {{phosphate, 8, 1}});
  add("one lead", {{lead, 24, 1}});
  add("one lead of 12 cells", {{lead, 18, 1}});
  add("one nickel", {{nickel, 40, 1}});
  add("one nickel of 30", {{nickel, 30, 1}});
  add("two alike", {{round18, 13, 4}, {round18, 13, 5}});
  add("two of unlike charge", {{round18, 13, 4, 0.5}, {round21, 13, 4, 0.95}});
  add("two through diodes", {{round18, 13, 4}, {round21, 13, 4}}, Method::Schottky);
  add("two side by side", {{round18, 13, 4, 0.8}, {round18, 13, 5, 0.8}}, Method::Direct);
  add("two of phosphate side by side", {{phosphate, 16, 1, 0.7}, {phosphate, 16, 1, 0.7}}, Method::Direct);
  add("two by turns", {{round21, 13, 4}, {round21, 14, 4}}, Method::Selector);
  add("two kinds by turns", {{round21, 14, 4}, {phosphate, 16, 1}}, Method::Selector);
  add("one behind a converter", {{round21, 13, 4}, {round21, 10, 3}}, Method::Converter);
  add("two and one behind a converter", {{round21, 13, 4}, {round18, 13, 5}, {round21, 10, 3}}, Method::Converter);
  add("three alike", {{round18, 13, 4}, {round18, 13, 5}, {round18, 13, 4}});
  add("three by turns", {{round21, 13, 4}, {round21, 13, 3}, {round21, 14, 4}}, Method::Selector);
  add("four alike", {{round21, 10, 3}, {round21, 10, 3}, {round21, 10, 4}, {round21, 10, 4}});
  add("four of pouches", {{pouch, 13, 1}, {pouch, 13, 1}, {pouch, 13, 1}, {pouch, 13, 1}});
  add("phosphate beside round ones", {{phosphate, 16, 1}, {round21, 14, 4}});
  return out;
}

}  // namespace plans
