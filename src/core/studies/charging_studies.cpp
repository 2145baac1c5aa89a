// Ceiling, balance, top-up.
#include "core/studies/charging_studies.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/assess/figures.h"
#include "core/assess/joining_facts.h"
#include "core/assess/out_of_use.h"
#include "core/charging/of_plan.h"
#include "core/plan/evidence.h"
#include "core/plan/names.h"
#include "core/plan/usual.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double weeks = 52.18, everyCycles = 20;
constexpr double longHold = 12;  // h: beyond it an external balancer saves evenings
constexpr double nearFull = 0.95;
constexpr double asEven = 0.99;  // of a group's charge at the end: less is said

/// Energy that a pack gives between two charges, by its rest curve.
WattHour between(const PackModel& m, double from, double to) {
  constexpr int parts = 64;
  double volts = 0;
  for (int i = 0; i < parts; ++i) volts += m.curve.at(StateOfCharge(from + (to - from) * (i + 0.5) / parts)).value();
  return WattHour(m.series * volts / parts * (to - from) * m.capacity.value());
}

class Ceilings {
 public:
  Ceilings(const Plan& plan, const Assessment& a) : plan_(plan), f_(a.figures) {
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      whole_ += between(f_.packs[k].model, floorCharge, 1);
      planned_ += between(f_.packs[k].model, floorCharge, std::max(ceilingOf(plan.packs[k]).value(), floorCharge));
    }
  }

  CeilingChoice alike(double ceiling) const { return choice(std::vector<StateOfCharge>(f_.packs.size(), StateOfCharge(ceiling))); }

  CeilingChoice choice(std::vector<StateOfCharge> of) const {
    CeilingChoice out;
    out.of = std::move(of);
    out.ceiling = *std::max_element(out.of.begin(), out.of.end());
    WattHour there(0);
    for (std::size_t k = 0; k < f_.packs.size(); ++k)
      there += between(f_.packs[k].model, floorCharge, std::max(out.of[k].value(), floorCharge));
    const double share = planned_.value() > 0 ? there / planned_ : 0;  // the range is counted from the ceilings of the plan
    if (f_.range.known) {
      out.range = f_.range.likely * share;
      const Kilometre needed = plan_.routes.empty() ? Kilometre(0) : plan_.routes.front().length;
      out.enough = *out.range >= needed + plan_.need.reserve.value_or(Kilometre(0));
    }
    life(out);
    return out;
  }

 private:
  /// Ah of a ride come from all packs by their size: each is as deep as the others.
  void life(CeilingChoice& out) const {
    const Known<Coefficient> rides = plan_.charging.ridesPerWeek;
    if (!f_.range.known || !rides || whole_.value() <= 0) return;
    const WattHour all = labelOf(f_);
    const double depth = std::min(1.0, f_.range.route.energy / std::max(all, WattHour(1)));
    const double cycles = rides->value() * weeks * depth;
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      const PackModel& m = f_.packs[k].model;
      LifeInput in;
      in.chemistry = m.chemistry;
      in.belowFull = std::max(Volt(0), m.facts.charge - m.curve.at(out.of[k]));
      in.depth = depth;
      in.warmth = plan_.packs[k].chargeTemperature.value_or(plan_.ambient);
      in.meanCharge = out.of[k].value();
      in.cyclesPerYear = cycles;
      in.worn = plan_.need.endHealth.value_or(usual::endHealth).value();
      const LifeEstimate life = lifeOf(in);
      if (out.years && life.years.likely >= out.years->likely) continue;
      out.years = life.years;
      out.life = life;
      out.first = k;
    }
    money(out, rides->value());
  }

  void money(CeilingChoice& out, double rides) const {
    if (!out.years || plan_.routes.empty() || !plan_.charging.energyPrice || rides <= 0) return;
    Money packs(0);
    for (const PackFigures& p : f_.packs) {
      if (!p.model.cost) return;
      packs += *p.model.cost;
    }
    const double km = out.years->likely * rides * weeks * plan_.routes.front().length.value();
    const double energy = f_.range.route.perKilometre.value() / usual::charger.value() * plan_.charging.energyPrice->value();
    out.perThousandKm = packs * (1000 / std::max(1.0, km)) + Money(energy);  // Wh/km · 1000 km = kWh
  }

  const Plan& plan_;
  const Figures& f_;
  WattHour whole_;
  WattHour planned_;  ///< of what the plan charges them to
};

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

void readGroups(const Pack& p, const PackModel& m, BalanceNeed& out) {
  const auto groups = lastGroups(p, m);
  if (!groups) return;
  out.spread = groups->spread;
  out.missing = groups->missingAgainstHighest;
  out.hold = groups->balanceTime;
  if (m.capacity > AmpereHour(0)) out.lowestAtEnd = std::max(0.0, 1 - groups->missingAgainstHighest / m.capacity);
}

std::string said(const BalanceNeed& b, const Pack& p) {
  if (b.never) return "Its board does not even out groups: only an external balancer does, group by group.";
  std::string out;
  if (!b.spread) out = "No reading of its groups yet: read every group when it is full and rested.";
  else if (!b.hold)
    out = fmt::format("Groups are {} mV apart; the balance current of its board is not known yet.", n(b.spread->value() * 1000));
  else
    out = fmt::format("Groups are {} mV apart: {} Ah are missing in the lowest; {} h at full even them out.", n(b.spread->value() * 1000),
                      n(b.missing->value(), 2), n(std::max(0.0, b.hold->value()), 2));
  if (b.lowestAtEnd && *b.lowestAtEnd < asEven)
    out += fmt::format(" Until then its highest group ends every charge while the lowest stands at {} %.", n(*b.lowestAtEnd * 100, 2));
  if (b.external) out += " An external balancer does it in an evening.";
  if (b.ceilingHides)
    out += fmt::format(" Charged up to {} % its board {} evens out.", n(p.ceiling->value() * 100),
                       p.bms.balances ? "never" : "may never be one that");
  if (b.cyclesLeft)
    out += *b.cyclesLeft > 0 ? fmt::format(" The next hold is due in {} cycles.", n(*b.cyclesLeft))
                             : fmt::format(" A hold is due since {} cycles.", n(-*b.cyclesLeft));
  else out += " When it was last held at full is not known yet.";
  return out;
}

}  // namespace

const Finding* chargingStop(const Plan& plan, const Assessment& assessment, std::size_t charger, std::size_t pack) {
  const std::string &by = plan.chargers[charger].id, &id = plan.packs[pack].id;
  const std::string both = fmt::format("{}/{}", by, id);
  for (const Finding& f : assessment.findings) {
    if (f.severity != Severity::Stop) continue;
    if (f.part == both || (f.part == by && f.station == Station::Charging)) return &f;
    if (f.part == id && (f.station == Station::Pack || f.station == Station::Charging || f.station == Station::Log)) return &f;
  }
  return nullptr;
}

const Finding* outOfUse(const Assessment& assessment, const std::string& pack) {
  const auto at = std::find_if(assessment.findings.begin(), assessment.findings.end(), [&](const Finding& f) { return endsUse(f, pack); });
  return at == assessment.findings.end() ? nullptr : &*at;
}

std::string notProven(const Plan& plan, const Assessment& assessment, std::size_t charger, std::size_t pack) {
  const Pack& p = plan.packs[pack];
  const PackModel& m = assessment.figures.packs[pack].model;
  std::vector<std::string> fields;
  for (const char* key : {"output_V", "output_A", "chemistry", "plug", "polarity"})
    fields.push_back(fmt::format("/chargers/{}/{}", charger, key));
  if (p.bms.port == BmsPort::Separate) fields.push_back(fmt::format("/chargers/{}/place", charger));
  if (m.chemistry == Chemistry::Nimh) fields.push_back(fmt::format("/chargers/{}/ends_by", charger));
  for (const char* key : {"series", "charge_port", "charge_polarity"}) fields.push_back(fmt::format("/packs/{}/{}", pack, key));
  if (p.cell.empty()) {
    fields.push_back(fmt::format("/packs/{}/chemistry", pack));
  } else {
    for (const char* key : {"chemistry", "charge_A"}) fields.push_back(fmt::format("/cells/{}/{}", p.cell, key));
  }
  if (isLithium(m.chemistry) || p.bms.present == true)
    for (const char* key : {"present", "series", "chemistry", "charge_A"}) fields.push_back(fmt::format("/packs/{}/bms/{}", pack, key));
  std::string out;
  for (const std::string& field : fields) {
    const bool accepted = std::any_of(assessment.findings.begin(), assessment.findings.end(), [&](const Finding& f) {
      return f.id == "BIKE-08" && f.acceptedBecause && std::find(f.fields.begin(), f.fields.end(), field) != f.fields.end();
    });
    if (accepted || isProven(plan, field)) continue;
    if (const auto ref = findField(plan, field)) out += (out.empty() ? "" : ", ") + std::string(ref->spec->label);
  }
  return out;
}

std::vector<std::string> sharedPlugs(const Plan& plan) {
  std::map<std::string, std::set<double>> volts;
  for (const Charger& c : plan.chargers)
    if (c.output && !c.plug.empty()) volts[c.plug].insert(c.output->value());
  std::vector<std::string> out;
  for (const auto& [plug, outputs] : volts) {
    if (*outputs.rbegin() - *outputs.begin() < 0.5) continue;
    std::string list;
    for (const double v : outputs) list += fmt::format("{}{} V", list.empty() ? "" : " and ", n(v, 4));
    out.push_back(fmt::format("The plug {} carries {} in this household: tag both, or give one of them another plug.", plug, list));
  }
  return out;
}

std::string CeilingChoice::name() const {
  if (apart) return "as planned";
  return ceiling.value() >= 0.999 ? "full" : n(ceiling.value() * 100) + " %";
}

std::vector<CeilingChoice> ceilingChoices(const Plan& plan, const Assessment& assessment) {
  if (plan.packs.empty()) return {};
  const Ceilings ceilings(plan, assessment);
  std::vector<double> levels{1, 0.9, 0.8};
  std::vector<StateOfCharge> planned;
  for (const Pack& p : plan.packs) planned.push_back(ceilingOf(p));
  const auto same = [](double a, double b) { return std::abs(a - b) < 0.005; };
  const double first = planned.front().value();
  const bool apart = std::any_of(planned.begin(), planned.end(), [&](StateOfCharge c) { return !same(c.value(), first); });
  if (!apart && std::none_of(levels.begin(), levels.end(), [&](double l) { return same(l, first); })) levels.push_back(first);
  std::sort(levels.begin(), levels.end(), std::greater<>());
  std::vector<CeilingChoice> out;
  out.reserve(levels.size());
  for (const double level : levels) out.push_back(ceilings.alike(level));
  if (!apart) return out;
  out.push_back(ceilings.choice(std::move(planned)));
  out.back().apart = true;
  return out;
}

std::vector<BalanceNeed> balanceNeeds(const Plan& plan, const Assessment& assessment) {
  std::vector<BalanceNeed> out;
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    const Pack& p = plan.packs[k];
    const PackModel& m = assessment.figures.packs[k].model;
    if (!isLithium(m.chemistry) || outOfUse(assessment, p.id)) continue;
    BalanceNeed b;
    b.pack = k;
    readGroups(p, m, b);
    b.never = p.bms.balances == Balances::Never || p.bms.present == false;
    b.ceilingHides = !b.never && p.bms.balances != Balances::Always && p.ceiling && p.ceiling->value() < nearFull;
    b.external = !b.never && b.hold && b.hold->value() > longHold;
    if (p.cyclesSinceHeld)
      b.cyclesLeft = std::min(everyCycles, p.balanceEvery.value_or(Coefficient(everyCycles)).value()) - p.cyclesSinceHeld->value();
    b.sentence = said(b, p);
    out.push_back(std::move(b));
  }
  return out;
}

std::string refusedOnTheWay(const Plan& plan, const Assessment& assessment, std::size_t charger, std::size_t pack) {
  if (const Finding* stopped = chargingStop(plan, assessment, charger, pack)) return fmt::format("{}: {}", stopped->id, stopped->sentence);
  if (!chargeInputOf(plan.chargers[charger], plan.packs[pack], assessment.figures.packs[pack].model)) return "its output is not known yet";
  if (const std::string open = notProven(plan, assessment, charger, pack); !open.empty()) return "not proven: " + open;
  if (!plan.packs[pack].chargeTemperature) return "how cold it is there is not known yet";
  return {};
}

std::vector<TopUp> topUps(const Plan& plan, const Assessment& assessment, Minute stop) {
  std::vector<TopUp> out;
  const Figures& f = assessment.figures;
  for (const ChargeFigures& pair : f.charging) {
    if (!pair.assigned) continue;
    const Charger& charger = plan.chargers[pair.charger];
    const Pack& pack = plan.packs[pair.pack];
    const PackModel& m = f.packs[pair.pack].model;
    TopUp t;
    t.charger = pair.charger;
    t.pack = pair.pack;
    t.mass = charger.mass;
    t.draws = mainsDraw(charger);
    t.refused = refusedOnTheWay(plan, assessment, pair.charger, pair.pack);
    if (t.refused.empty()) {
      ChargeInput whole = *chargeInputOf(charger, pack, m);
      whole.target = StateOfCharge(1);
      const ChargeRun run = charge(whole);
      const Second until = stop;
      double soc = m.soc.value();
      for (std::size_t i = 1; i < run.points.size() && run.points[i - 1].time < until; ++i) {
        const ChargePoint &a = run.points[i - 1], &b = run.points[i];
        const double part = std::min(1.0, (until - a.time) / (b.time - a.time));
        soc = a.soc.value() + part * (b.soc - a.soc).value();
      }
      t.gained = between(m, m.soc.value(), soc);
      if (run.reachedTarget() || run.cause == ChargeEnd::StopCurrent) t.untilTarget = run.end;
      if (f.range.known && f.range.route.perKilometre.value() > 0)
        t.distance = Kilometre(t.gained.value() / f.range.route.perKilometre.value());
      if (t.distance && t.mass && t.mass->value() > 0) t.kmPerKg = t.distance->value() / t.mass->value();
    }
    out.push_back(std::move(t));
  }
  std::stable_sort(out.begin(), out.end(), [](const TopUp& a, const TopUp& b) { return a.gained > b.gained; });
  return out;
}

std::vector<std::string> suppliesOnTheWay(const Plan& plan) {
  const ChargePlan& how = plan.charging;
  const Supply supply = how.supply.value_or(Supply::Mains);
  std::vector<std::string> out;
  if (supply == Supply::Mains) return out;
  constexpr double vehicleVolts = 12;
  const std::string name = supply == Supply::Vehicle ? "the vehicle's socket" : "the portable supply";
  for (const Charger& c : plan.chargers) {
    const Known<Watt> draws = mainsDraw(c);
    if (c.forPacks.empty() || !draws) continue;
    std::string words = fmt::format("{} from {}: {} W, {} A at {} V", shownName(c), name, n(draws->value()),
                                    n(draws->value() / vehicleVolts), n(vehicleVolts));
    if (!how.supplyPower) words += "; what it gives for long is not known yet";
    else if (exceeds(draws->value(), how.supplyPower->value()))
      words += fmt::format("; too much, it gives {} W", n(how.supplyPower->value()));
    if (how.supplyEnergy) words += fmt::format("; it lasts {} h", n(how.supplyEnergy->value() / draws->value(), 2));
    out.push_back(words + ".");
  }
  return out;
}

std::string chargeRecordWords(const Plan& plan, const Assessment& assessment, std::size_t pack, const ChargeRecord& record) {
  std::string out = record.when;
  if (!record.charger.empty()) out += ", " + record.charger;
  if (!record.from) return out + ": where it began is not known";
  out +=
      fmt::format(": from {} % to {}", n(record.from->value() * 100), record.to ? n(record.to->value() * 100) + " %" : std::string("full"));
  const ExpectedCharge due = expectedCharge(plan, plan.packs[pack], assessment.figures.packs[pack].model, record);
  if (record.putBack) out += fmt::format("; {} Ah put in, {} Ah were missing", n(record.putBack->value()), n(due.missing.value()));
  if (record.took)
    out += fmt::format("; {} min, {}", n(record.took->value()),
                       due.time ? n(Minute(*due.time).value()) + " min to be expected" : std::string("nothing to hold it against"));
  return out;
}

std::optional<CapacityTest> asCapacityTest(const ChargeRecord& record) {
  constexpr double empty = 0.05, full = 0.99;
  if (!record.from || record.from->value() > empty || (record.to && record.to->value() < full) || !record.putBack) return std::nullopt;
  CapacityTest out;
  out.when = record.when;
  out.putBack = record.putBack;
  return out;
}

std::vector<std::string> waysIn(const Plan& plan, const Assessment& assessment) {
  std::vector<std::string> out;
  for (const ChargePath& p : chargePaths(plan, assessment.figures)) out.push_back(p.words);
  Ampere sum(0);
  std::string names;
  int onBus = 0;
  bool known = true;
  for (const Charger& c : plan.chargers) {
    if (c.forPacks.empty()) continue;
    if (!c.place && plan.packs.size() > 1)
      out.push_back(fmt::format("{}: where it is plugged in is not known yet; its pack's own port is assumed.", shownName(c)));
    if (c.place != ChargePlace::Bus) continue;
    ++onBus;
    known = known && c.current;
    sum += c.current.value_or(Ampere(0));
    names += (names.empty() ? "" : " and ") + shownName(c);
  }
  if (onBus > 0 && assessment.figures.joint.oneWay)
    out.push_back(names + ": on the bus behind the joint, which lets current out of the packs only: no pack is charged from there.");
  else if (onBus > 0)
    out.push_back(
        known ? fmt::format("{}: {} A on the bus; all of it can flow into one pack, as soon as the others are full or their boards open.",
                            names, n(sum.value()))
              : names + ": on the bus; how much flows is not known, a current is missing.");
  const Known<bool> on = plan.charging.controllerOn;
  out.push_back(!on   ? "Whether the controller is on meanwhile is not known yet."
                : *on ? "The controller is on meanwhile: what it draws hides the end of the charge from the charger."
                      : "The controller is off meanwhile.");
  return out;
}

}  // namespace usherwright
