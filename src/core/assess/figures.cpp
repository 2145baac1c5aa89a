// The figures: packs, limits, the ride, range, charging. Runs are shared with the previous figures
// whenever their inputs are equal.
#include "core/assess/figures.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/assess/figure_parts.h"
#include "core/assess/joining_setup.h"
#include "core/assess/kept.h"
#include "core/assess/run_set.h"
#include "core/assess/wiring_facts.h"
#include "core/charging/of_plan.h"
#include "core/frame/frame.h"
#include "core/plan/usual.h"
#include "core/wiring/protection.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

class Maker {
 public:
  Maker(const Plan& plan, const Catalogue& catalogue, const Figures* previous, Parts wanted)
      : plan_(plan), catalogue_(catalogue), previous_(previous), wanted_(wanted), frame_(frameOf(plan.bike)) {
    if (!previous) return;
    for (const auto& run : {previous->ride, previous->full, previous->now}) runs_.had(run);
    for (const PackFigures& p : previous->packs) runs_.had(p.alone);
    for (const PackFigures& p : previous->packs) fits_.add(p.fit);
    runs_.had(previous->range.way);
    for (const auto& ground : previous->range.grounds) grounds_.add(ground);
    for (const auto& ride : previous->range.overGround) groundRides_.add(ride);
  }

  Figures make() {
    const Controller& c = plan_.bike.controller;
    f_.cutoff = c.cutoff.value_or(Volt(0));
    f_.gauge = plan_.bike.gauge;
    f_.joint = jointOf(plan_.joining, plan_.packs.size());
    f_.common = commonResistance();
    for (const Pack& p : plan_.packs) addPack(p);
    f_.hard = hardJoined(plan_);
    addShorts(f_, plan_, catalogue_);
    route();
    limits();
    for (std::size_t k = 0; k < f_.packs.size(); ++k) fit(k);
    wiring();
    leadCapacity();
    ride();
    askForRange();
    runs_.make();
    range();
    addWindow(f_, plan_, catalogue_);
    f_.charging = chargePairs(plan_, catalogue_, f_, previous_, wanted_);
    return std::move(f_);
  }

 private:
  Ohm commonResistance() const {
    Ohm r = Ohm(plan_.bike.controller.tails.value_or(usual::controllerLeads));
    if (const Run* run = plan_.mainRun()) r += runResistance(routed(frame_, plan_, *run), plan_.ambient);
    r += adaptersResistance(plan_.mainRun(), catalogue_) + Ohm(plan_.wiring.mainSwitch.resistance.value_or(MilliOhm(0)));
    return r + plugResistance(catalogue_, plan_.joining.outputPlug);
  }

  void addPack(const Pack& p) {
    PackFigures pf;
    pf.makeup = makeupOf(plan_, p);
    pf.model = packModel(p, pf.makeup, plan_.ambient);
    pf.toJoint += fuseResistance(p.fuse);
    pf.toJoint += plugResistance(catalogue_, p.plug) + adaptersResistance(plan_.leadOf(p.id), catalogue_);
    if (const Run* run = plan_.leadOf(p.id)) pf.toJoint += runResistance(routed(frame_, plan_, *run), plan_.ambient);
    pf.source = sourceOf(pf.model, p, pf.toJoint);
    pf.chargeLead = chargeLeadRating(plan_, p);
    f_.packs.push_back(std::move(pf));
  }

  Known<Volt> nominal() const {
    if (f_.packs.empty()) return std::nullopt;
    return f_.packs.front().model.nominal;
  }

  Watt powerLimit() const { return usherwright::powerLimit(plan_, nominal()); }

  /// Over the ground of its track where that counts: hundreds of legs, as they were while nothing about them changes.
  RouteEstimate rideOf(const Route& route, const std::shared_ptr<const Ground>& ground) {
    f_.range.overGround.emplace_back();
    if (!ground || !isGroundOf(route, ground->terrain)) return estimate(route, plan_.bike, powerLimit());
    f_.range.overGround.back() = groundRides_.get(GroundRide::Asked{ground, riddenOf(route, plan_.bike, powerLimit())}, groundRideOf);
    return f_.range.overGround.back()->estimate;
  }

  void route() {
    if (plan_.routes.empty()) return;
    for (const Route& route : plan_.routes) {
      f_.range.grounds.push_back(route.track->empty() ? nullptr : grounds_.get(route.track, groundOf));
      rides_.push_back(rideOf(route, f_.range.grounds.back()));
    }
    f_.range.learned = learn(plan_, nominal(), powerLimit());
    f_.range.route = rides_.front();
    for (const RouteEstimate& ride : rides_) f_.range.worstTenMinutes = std::max(f_.range.worstTenMinutes, ride.worstTenMinutes);
    f_.need = needOf(plan_, rides_);
  }

  void limits() {
    Known<Watt> worst;
    if (!rides_.empty()) worst = f_.range.worstTenMinutes;
    f_.demand = demandOf(plan_, worst, nominal());
    std::vector<PackModel> models;
    for (const PackFigures& p : f_.packs) models.push_back(p.model);
    const auto fedBy = converterPack(plan_);
    for (std::size_t k = 0; k < models.size(); ++k)
      if (fedBy != k) f_.demand.sustained = std::max(f_.demand.sustained, sustainedOf(f_.demand, loadedPack(models[k])));
    f_.elements = elementsOf(plan_, models, catalogue_, f_.demand);
    f_.narrows = narrowsOf(f_.elements);
    for (std::size_t k = 0; k < f_.packs.size(); ++k) packLimits(k);
  }

  void packLimits(std::size_t k) {
    PackFigures& p = f_.packs[k];
    const Element* cells = f_.element(ElementKind::Cells, k);
    const double parallel = p.model.parallel;
    if (cells->peak) {
      p.perCellPeak = *cells->peak / parallel;
      const Ohm outside = p.toJoint + f_.joint.onResistance + f_.common;
      p.sagAtPeak = p.model.restVoltage() - voltageAfterTenSeconds(p.model, p.model.soc, *cells->peak, outside);
      if (f_.cutoff > Volt(0)) {
        const Volt cut = f_.cutoff + cutoffToleranceOf(plan_.bike.controller) + f_.joint.forwardDrop;
        p.givesUp = givesUpAt(p.model, *cells->peak, outside, cut);
      }
    }
    if (!cells->sustained) return;
    p.perCellSustained = *cells->sustained / parallel;
    const double r = (p.model.resistance() + p.model.slow).value();
    const auto warmedBy = [&](double meanSquare, Second time) {
      p.rise =
          std::max(p.rise.value_or(Kelvins(0)), temperatureRise(p.model, Watt(meanSquare * r), whileCharged(p.model, meanSquare, time)));
    };
    if (rides_.empty() || converterPack(plan_) == k) {
      warmedBy(cells->sustained->value() * cells->sustained->value(), Minute(30));
      return;
    }
    for (const RouteEstimate& ride : rides_) warmedBy(meanSquareCurrent(ride, p.model.nominal), ride.time);
  }

  void fit(std::size_t k) {
    if (!isFitted(plan_.packs[k])) return;
    const Element* cells = f_.element(ElementKind::Cells, k);
    FitInput in = fitInput(plan_, plan_.packs[k], f_.packs[k].model, cells->sustained, cells->peak);
    std::shared_ptr<const FitFigures>& fit = f_.packs[k].fit;
    fit = fits_.find(in);
    if (!fit) runs_.alsoDo([&fit, in = std::move(in)] { fit = std::make_shared<const FitFigures>(fitFigures(in)); });
  }

  /// The figures of a lead that is as it was, at the currents that it had.
  const LeadFigures* keptLead(const HarnessLead& lead, Known<Ampere> peak, Known<Ampere> sustained) const {
    if (!previous_ || previous_->wiring.air != f_.wiring.air) return nullptr;
    const HarnessLead* was = previous_->wiring.harness.lead(lead.id);
    const LeadFigures* kept = previous_->wiring.of(lead.id);
    const bool same = was && kept && was->kind == lead.kind && was->run == lead.run && kept->peak == peak && kept->sustained == sustained;
    return same ? kept : nullptr;
  }

  /// The strongest charger that is put to a pack; empty while one of them is not known, and where none is.
  Known<Ampere> chargeCurrent(const std::string& pack) const {
    Known<Ampere> most;
    for (const Charger& c : plan_.chargers) {
      if (std::find(c.forPacks.begin(), c.forPacks.end(), pack) == c.forPacks.end()) continue;
      if (!c.current) return std::nullopt;
      most = std::max(most.value_or(Ampere(0)), *c.current);
    }
    return most;
  }

  /// At the lowest volts of the packs, where a converter draws most.
  Known<Ampere> accessoryCurrent(const Accessory& a) const {
    const Volt lowest = lowestNominal(f_);
    if (!a.power || lowest <= Volt(0)) return std::nullopt;
    return atWorst(*a.power, lowest);
  }

  struct Carried {
    Known<Ampere> peak, sustained;
  };
  /// A pack's lead carries what its element carries, the main lead everything, a branch what its part draws.
  Carried carriedBy(const HarnessLead& lead) const {
    if (lead.accessory >= 0) {
      const Known<Ampere> drawn = accessoryCurrent(plan_.bike.accessories[static_cast<std::size_t>(lead.accessory)]);
      return {drawn, drawn};
    }
    if (lead.pack < 0) return {f_.demand.peak, f_.demand.sustained};
    const auto k = static_cast<std::size_t>(lead.pack);
    if (lead.charges) {
      const Known<Ampere> charge = chargeCurrent(plan_.packs[k].id);
      return {charge, charge};
    }
    const Element* e = f_.element(ElementKind::Lead, k);
    return {e->peak, e->sustained};
  }

  void wiring() {
    HarnessFigures& w = f_.wiring;
    w.harness = harnessOf(plan_, frame_, catalogue_);
    w.air = hottestAir(plan_);
    for (const HarnessLead& lead : w.harness.leads) {
      const auto [peak, sustained] = carriedBy(lead);
      const LeadFigures* kept = keptLead(lead, peak, sustained);
      w.leads.push_back(kept ? *kept : leadFigures(lead, peak, sustained, w.air));
    }
    const Volt lowest = lowestNominal(f_);
    for (std::size_t k = 0; k < f_.packs.size(); ++k)
      w.paths.push_back(pathFrom(k, w.harness, w.leads, f_.joint, catalogue_, plan_, lowest));
  }

  /// A lead pack's Ah are a 20 h figure: Q = C20·(I20/I)^0.2 above C20/20, at the mean current of the ride.
  void leadCapacity() {
    constexpr double exponent = 0.2;
    for (PackFigures& p : f_.packs) {
      if (p.model.chemistry != Chemistry::Lead) continue;
      const double twentyHours = p.model.rated.value() / 20;
      const double mean = (routePower() / p.model.nominal).value();
      if (mean <= twentyHours) continue;
      p.model.capacity *= std::pow(twentyHours / mean, exponent);
      p.source.capacity = p.model.capacity;
    }
  }

  DischargeInput inputFor(const std::vector<std::size_t>& who, const Load& load) const {
    DischargeInput in;
    for (std::size_t k : who) in.sources.push_back(f_.packs[k].source);
    in.joint = f_.joint;
    if (who.size() < 2) in.joint.turns = Turns::Together;
    in.load = load;
    in.common = f_.common;
    in.cutoff = f_.cutoff;
    if (const auto fedBy = converterPack(plan_); fedBy && who.size() > 1) {
      const auto place = std::find(who.begin(), who.end(), *fedBy);
      if (place != who.end()) in.converter = converterOf(plan_, f_.packs, *fedBy, static_cast<std::size_t>(place - who.begin()));
    }
    if (in.joint.turns != Turns::Together) {
      in.order = orderOf(plan_, f_.packs);
      in.mark = plan_.joining.mark;
    }
    return in;
  }

  std::vector<std::size_t> everyone() const {
    std::vector<std::size_t> all(f_.packs.size());
    std::iota(all.begin(), all.end(), 0u);
    return all;
  }

  Watt routePower() const {
    if (!plan_.routes.empty() && f_.range.route.meanWhileDrawing > Watt(1)) return f_.range.route.meanWhileDrawing;
    if (f_.demand.sustained && nominal()) return *nominal() * (*f_.demand.sustained);
    return Watt(200);
  }

  void ride() {
    const Joining& j = plan_.joining;
    f_.rideLoad.constantPower = j.loadMode != LoadMode::Current;
    f_.rideLoad.power = j.loadPower.value_or(routePower());
    f_.rideLoad.current = j.loadCurrent.value_or(f_.demand.sustained.value_or(Ampere(5)));
    if (f_.demand.limit) f_.rideLoad.limit = *f_.demand.limit;
    if (!f_.rideLoad.constantPower) f_.rideLoad.current = std::min(f_.rideLoad.current, f_.rideLoad.limit);
    if (f_.packs.empty()) return;
    if (wanted_.has(Part::Ride)) {
      DischargeInput in = inputFor(everyone(), f_.rideLoad);
      in.profile = profileOf(plan_, f_.range.route, powerLimit());
      runs_.want(std::move(in), f_.ride);
    }
    double charge = 0;
    double capacity = 0;
    Volt highest(0);
    for (const PackFigures& p : f_.packs) {
      charge += p.model.capacity.value() * p.model.soc.value();
      capacity += p.model.capacity.value();
      highest = std::max(highest, p.model.restVoltage());
    }
    if (f_.joint.turns != Turns::Together) highest = f_.packs[orderOf(plan_, f_.packs).front()].model.restVoltage();
    f_.truthAtStart = StateOfCharge(charge / capacity);
    f_.gaugeAtStart = gaugeAt(f_, highest - f_.joint.forwardDrop);
  }

  /// The first route, leg by leg, from the present charges, as this rider uses it.
  DischargeInput alongTheWay() const {
    Load load = f_.rideLoad;
    load.constantPower = true;
    DischargeInput in = inputFor(everyone(), load);
    Second at;
    for (const Leg& leg : f_.range.route.legs) {
      if (leg.time <= Second(0)) continue;
      at += leg.time;
      in.profile.push_back({at, leg.power * f_.range.learned.factor});
    }
    return in;
  }

  bool hasRange() const { return !f_.packs.empty() && !plan_.routes.empty() && f_.range.route.perKilometre.value() > 0; }

  void askForRange() {
    if (!hasRange()) return;
    Load load = f_.rideLoad;
    load.constantPower = true;
    load.power = routePower();
    const auto toFloor = [&](const std::vector<std::size_t>& who, bool charged) {
      DischargeInput in = inputFor(who, load);
      for (std::size_t i = 0; i < in.sources.size(); ++i) {
        in.sources[i].floor = StateOfCharge(floorCharge);
        if (charged) in.sources[i].start = ceilingOf(plan_.packs[who[i]]);
      }
      return in;
    };
    if (wanted_.has(Part::Range)) runs_.want(toFloor(everyone(), true), f_.full);
    if (!wanted_.has(Part::Alone)) return;
    if (DischargeInput way = alongTheWay(); !way.profile.empty()) runs_.want(std::move(way), f_.range.way);
    for (std::size_t k = 0; k < f_.packs.size(); ++k) runs_.want(toFloor({k}, true), f_.packs[k].alone);
    runs_.want(toFloor(everyone(), false), f_.now);
  }

  void range() {
    if (!hasRange()) return;
    RangeFigures& r = f_.range;
    const WattHourPerKilometre perKilometre(r.route.perKilometre.value() * r.learned.factor);
    if (f_.full) {
      r.known = true;
      r.usable = f_.full->energyAtController;
      r.likely = r.usable / perKilometre;
      r.cautious = r.likely * (1 - r.learned.halfWidth);
      r.hopeful = r.likely * (1 + r.learned.halfWidth);
    }
    if (!f_.now) return;
    for (PackFigures& p : f_.packs) p.rangeAlone = p.alone->energyAtController / perKilometre;
    r.stockAlone = f_.packs.front().rangeAlone;
    r.now = f_.now->energyAtController / perKilometre;
  }

  const Plan& plan_;
  const Catalogue& catalogue_;
  const Figures* previous_;
  Parts wanted_;
  RunSet runs_;
  Kept<FitFigures> fits_;
  Kept<Ground> grounds_;
  Kept<GroundRide> groundRides_;
  FrameView frame_;
  std::vector<RouteEstimate> rides_;  ///< every planned one, the first first
  Figures f_;
};

}  // namespace

Watt powerLimit(const Plan& plan, Known<Volt> nominal) {
  const Known<Ampere> limit = highestLimit(plan);
  return limit && nominal ? *nominal * *limit : Watt(1e6);
}

WattHour labelOf(const Figures& figures) {
  WattHour out(0);
  for (const PackFigures& p : figures.packs) out += p.model.label;
  return out;
}

Watt powerLimit(const Plan& plan, const Figures& figures) {
  return powerLimit(plan, figures.packs.empty() ? Known<Volt>() : Known<Volt>(figures.packs.front().model.nominal));
}

Figures figuresOf(const Plan& plan, const Catalogue& catalogue, const Figures* previous, Parts wanted) {
  return Maker(plan, catalogue, previous, wanted).make();
}

StateOfCharge gaugeAt(const Figures& figures, Volt controller) {
  if (figures.packs.empty()) return StateOfCharge(0);
  return gaugeShows(figures.gauge, figures.packs.front().model, figures.cutoff, controller);
}

StateOfCharge truthAt(const Figures& figures, const Row& row) {
  double charge = 0;
  double capacity = 0;
  for (std::size_t k = 0; k < figures.packs.size(); ++k) {
    charge += row.soc[k].value() * figures.packs[k].model.capacity.value();
    capacity += figures.packs[k].model.capacity.value();
  }
  return StateOfCharge(capacity > 0 ? charge / capacity : 0.0);
}

}  // namespace usherwright
