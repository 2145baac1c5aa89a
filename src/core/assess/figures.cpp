// The figures: packs, limits, the ride, range, charging. Runs are shared with the previous figures
// whenever their inputs are equal.
#include "core/assess/figures.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/assess/joining_setup.h"
#include "core/frame/frame.h"
#include "core/wiring/protection.h"
#include "core/wiring/wire_heat.h"

namespace usherwright {
namespace {

constexpr double fuseDrop = 0.06;  // V at its rating, a usual blade or cartridge
constexpr double assumedEfficiency = 0.88;
constexpr double lowEstimate = 0.8;    // of a resistance that was not measured
constexpr double withoutRides = 0.15;  // half-width of the band until five rides are logged

Ohm plugResistance(const Catalogue& catalogue, const std::string& id) {
  const ConnectorClass* c = catalogue.connector(id);
  return c ? Ohm(c->perContact) * 2.0 : Ohm(0);
}

using RunPtr = std::shared_ptr<const DischargeRun>;

/// Runs a discharge, or takes a finished one with the same input from the previous figures.
class Runs {
 public:
  explicit Runs(const Figures* previous) {
    if (!previous) return;
    for (const RunPtr& p : {previous->ride, previous->full, previous->now})
      if (p) known_.push_back(p);
    for (const PackFigures& p : previous->packs)
      if (p.alone) known_.push_back(p.alone);
  }
  RunPtr get(const DischargeInput& input) {
    for (const RunPtr& p : known_)
      if (p->input() == input) return p;
    known_.push_back(std::make_shared<DischargeRun>(discharge(input)));
    return known_.back();
  }

 private:
  std::vector<RunPtr> known_;
};

class Maker {
 public:
  Maker(const Plan& plan, const Catalogue& catalogue, const Figures* previous, Depth depth)
      : plan_(plan), catalogue_(catalogue), previous_(previous), depth_(depth), runs_(previous), frame_(frameOf(plan.bike)) {}

  Figures make() {
    const Controller& c = plan_.bike.controller;
    f_.cutoff = c.cutoff.value_or(Volt(0));
    f_.gauge = plan_.bike.gauge;
    f_.joint = jointOf(plan_.joining, plan_.packs.size());
    f_.common = commonResistance();
    for (const Pack& p : plan_.packs) addPack(p);
    route();
    limits();
    ride();
    range();
    window();
    charging();
    forEachField(plan_, [&](const std::string& pointer, const FieldSpec& spec, const FieldValue& value) {
      if (isNumeric(spec.kind) && !std::holds_alternative<std::monostate>(value) && provenanceOf(plan_, pointer) == Provenance::Assumed)
        ++f_.assumedValues;
    });
    return std::move(f_);
  }

 private:
  Ohm commonResistance() const {
    Ohm r = Ohm(plan_.bike.controller.tails.value_or(MilliOhm(2)));
    if (const Run* run = plan_.mainRun()) r += runResistance(routed(frame_, plan_, *run), plan_.ambient);
    return r + plugResistance(catalogue_, plan_.joining.outputPlug);
  }

  void addPack(const Pack& p) {
    const Cell* cell = plan_.findCell(p.cell);
    ensure(cell != nullptr, "a pack without a cell passed the cross-checks");
    PackFigures pf;
    pf.model = packModel(p, *cell, plan_.ambient);
    if (p.fuse.rating && p.fuse.present.value_or(true)) pf.toJoint += Ohm(fuseDrop / p.fuse.rating->value());
    pf.toJoint += plugResistance(catalogue_, p.plug);
    if (const Run* run = plan_.leadOf(p.id)) pf.toJoint += runResistance(routed(frame_, plan_, *run), plan_.ambient);
    pf.source = sourceOf(pf.model, p, pf.toJoint);
    pf.shortCurrent = prospectiveShort(pf.model.full, pf.model.resistance(), Ohm(0));
    f_.packs.push_back(std::move(pf));
  }

  Known<Volt> nominal() const {
    if (f_.packs.empty()) return std::nullopt;
    return f_.packs.front().model.nominal;
  }

  Watt powerLimit() const {
    if (!plan_.bike.controller.currentLimit || f_.packs.empty()) return Watt(1e6);
    return *nominal() * *plan_.bike.controller.currentLimit;
  }

  void route() {
    if (plan_.routes.empty()) return;
    for (const Route& route : plan_.routes) rides_.push_back(estimate(route, plan_.bike, powerLimit()));
    f_.range.route = rides_.front();
    for (const RouteEstimate& ride : rides_) f_.range.worstTenMinutes = std::max(f_.range.worstTenMinutes, ride.worstTenMinutes);
    f_.need = needOf(plan_, powerLimit());
  }

  void limits() {
    Known<Watt> worst;
    if (!rides_.empty()) worst = f_.range.worstTenMinutes;
    f_.demand = demandOf(plan_, worst, nominal());
    std::vector<PackModel> models;
    for (const PackFigures& p : f_.packs) models.push_back(p.model);
    f_.elements = elementsOf(plan_, models, catalogue_, f_.demand);
    f_.narrows = narrowsOf(f_.elements);
    for (std::size_t k = 0; k < f_.packs.size(); ++k) packLimits(k);
  }

  void packLimits(std::size_t k) {
    PackFigures& p = f_.packs[k];
    const auto cells = std::find_if(f_.elements.begin(), f_.elements.end(),
                                    [&](const Element& e) { return e.kind == ElementKind::Cells && e.pack == static_cast<int>(k); });
    const double parallel = p.model.parallel;
    if (cells->peak) {
      p.perCellPeak = *cells->peak / parallel;
      const Ohm outside = p.toJoint + f_.joint.onResistance + f_.common;
      p.sagAtPeak = p.model.restVoltage() - voltageAfterTenSeconds(p.model, p.model.soc, *cells->peak, outside);
      if (f_.cutoff > Volt(0)) {
        const Volt cut = f_.cutoff + plan_.bike.controller.cutoffTolerance.value_or(Volt(0)) + f_.joint.forwardDrop;
        p.givesUp = givesUpAt(p.model, *cells->peak, outside, cut);
      }
    }
    if (!cells->sustained) return;
    p.perCellSustained = *cells->sustained / parallel;
    const double r = (p.model.resistance() + p.model.slow).value();
    if (rides_.empty()) p.rise = temperatureRise(p.model, Watt(cells->sustained->value() * cells->sustained->value() * r), Minute(30));
    for (const RouteEstimate& ride : rides_)
      p.rise =
          std::max(p.rise.value_or(Kelvins(0)), temperatureRise(p.model, Watt(meanSquareCurrent(ride, p.model.nominal) * r), ride.time));
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
    if (plan_.bike.controller.currentLimit) f_.rideLoad.limit = *plan_.bike.controller.currentLimit;
    if (!f_.rideLoad.constantPower) f_.rideLoad.current = std::min(f_.rideLoad.current, f_.rideLoad.limit);
    if (f_.packs.empty()) return;
    if (depth_ == Depth::Whole) {
      DischargeInput in = inputFor(everyone(), f_.rideLoad);
      in.profile = profileOf(plan_, f_.range.route, powerLimit());
      f_.ride = runs_.get(in);
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

  void range() {
    if (f_.packs.empty() || plan_.routes.empty() || f_.range.route.perKilometre.value() <= 0) return;
    RangeFigures& r = f_.range;
    Load load = f_.rideLoad;
    load.constantPower = true;
    load.power = routePower();
    const auto fullTo = [&](DischargeInput in, bool fromFull) {
      for (Source& s : in.sources) {
        s.floor = StateOfCharge(floorCharge);
        if (fromFull) s.start = StateOfCharge(1);
      }
      return in;
    };
    f_.full = runs_.get(fullTo(inputFor(everyone(), load), true));
    r.known = true;
    r.usable = f_.full->energyAtController;
    r.likely = r.usable / r.route.perKilometre;
    r.cautious = r.likely * (1 - withoutRides);
    r.hopeful = r.likely * (1 + withoutRides);
    if (depth_ == Depth::Verdict) return;
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      f_.packs[k].alone = runs_.get(fullTo(inputFor({k}, load), true));
      f_.packs[k].rangeAlone = f_.packs[k].alone->energyAtController / r.route.perKilometre;
    }
    r.stockAlone = f_.packs.front().rangeAlone;
    f_.now = runs_.get(fullTo(inputFor(everyone(), load), false));
    r.now = f_.now->energyAtController / r.route.perKilometre;
  }

  bool isMeasured(const std::string& pointer) const { return provenanceOf(plan_, pointer) == Provenance::Measured; }

  /// A pack before a plain plug: the measured rest voltage where there is a rested reading, else that of the stated
  /// charge; and the low estimate of its resistance, as measured or 0.8 of what is assumed, since less holds less back.
  Source beforePlug(std::size_t k) const {
    const Pack& p = plan_.packs[k];
    Source s = f_.packs[k].source;
    for (const Reading& reading : p.readings)
      if (reading.pack && reading.rested.value_or(Minute(0)) >= Minute(30))
        s.start = s.curve.inverse(*reading.pack / static_cast<double>(s.series));
    if (p.measuredResistance) return s;
    if (!isMeasured("/cells/" + p.cell + "/resistance_mohm")) s.cells *= lowEstimate;
    if (!isMeasured("/packs/" + std::to_string(k) + "/links_mohm")) s.path -= f_.packs[k].model.inside * (1 - lowEstimate);
    return s;
  }

  /// Only packs of one kind can ever be joined by a plain plug; for others there is no window.
  bool areAlike() const {
    return std::all_of(f_.packs.begin(), f_.packs.end(), [&](const PackFigures& p) {
      return p.model.series == f_.packs.front().model.series && p.model.chemistry == f_.packs.front().model.chemistry;
    });
  }

  void window() {
    if (f_.packs.size() < 2 || !areAlike()) return;
    const auto volts = [&](std::size_t k) {
      const Source s = beforePlug(k);
      return s.curve.at(s.start) * s.series;
    };
    std::size_t high = 0;
    std::size_t low = 0;
    for (std::size_t k = 1; k < f_.packs.size(); ++k) {
      if (volts(k) > volts(high)) high = k;
      if (volts(k) < volts(low)) low = k;
    }
    if (high == low) {
      high = 1;
      low = 0;
    }
    const Pack& receiving = plan_.packs[low];
    ReceivingLimits limits;
    limits.chargeLimit = receiving.bms.charge;
    if (f_.packs[low].model.cellCharge)
      limits.chargeLimit = std::min(limits.chargeLimit.value_or(*f_.packs[low].model.cellCharge), *f_.packs[low].model.cellCharge);
    limits.fuse = receiving.fuse.rating;
    if (const ConnectorClass* c = catalogue_.connector(receiving.plug)) limits.plug = c->continuous;
    limits.cells = f_.packs[low].model.temperature;
    limits.chemistry = f_.packs[low].model.chemistry;
    f_.window = connectWindow(beforePlug(low), beforePlug(high), {Volt(0), MilliOhm(0.5), false, Turns::Together}, limits);
    f_.windowHigh = high;
    f_.windowLow = low;
  }

  std::optional<CurrentLimit> chargeLimit(std::size_t k) const {
    const Pack& p = plan_.packs[k];
    std::vector<CurrentLimit> limits;
    if (p.bms.charge) limits.push_back({"bms", *p.bms.charge});
    if (f_.packs[k].model.cellCharge) limits.push_back({"cells", *f_.packs[k].model.cellCharge});
    if (const ConnectorClass* c = catalogue_.connector(p.chargePort)) {
      Ampere rating = c->continuous;
      const auto lead = parseWireSize(p.chargeLeadSize);
      if (c->id == "round-3pin" && lead && lead->area < SquareMillimetre(0.75)) rating = Ampere(3);
      limits.push_back({"port", rating});
    }
    if (const auto size = parseWireSize(p.chargeLeadSize))
      limits.push_back({"lead", ampacity(geometryOf(*size), Celsius(70), {Celsius(30), 2, false, 0.2})});
    if (p.chargeFuse.rating) limits.push_back({"fuse", *p.chargeFuse.rating});
    return smallestLimit(limits);
  }

  std::shared_ptr<const ChargeRun> chargeRun(const ChargeInput& input) const {
    if (previous_)
      for (const ChargeFigures& c : previous_->charging)
        if (c.run && *c.input == input) return c.run;
    return std::make_shared<ChargeRun>(charge(input));
  }

  void charging() {
    for (std::size_t c = 0; c < plan_.chargers.size(); ++c)
      for (std::size_t k = 0; k < f_.packs.size(); ++k) f_.charging.push_back(pair(c, k));
  }

  ChargeFigures pair(std::size_t c, std::size_t k) const {
    const Charger& charger = plan_.chargers[c];
    const PackModel& m = f_.packs[k].model;
    ChargeFigures out;
    out.charger = c;
    out.pack = k;
    out.assigned = std::find(charger.forPacks.begin(), charger.forPacks.end(), plan_.packs[k].id) != charger.forPacks.end();
    out.limit = chargeLimit(k);
    if (!charger.output || !charger.current) return out;
    out.known = true;
    out.verdict = verdictOn(*charger.output, m.series, m.chemistry);
    out.excess = excessPerCell(*charger.output, m.series, m.chemistry);
    out.reached = socReached(*charger.output, m.series, m.curve, m.chemistry);
    out.currentOk = !out.limit || *charger.current <= out.limit->limit;
    if (!out.assigned || out.verdict == ChargeVerdict::Stop || depth_ == Depth::Verdict) return out;
    ChargeInput in{m.curve,
                   m.series,
                   m.cells,
                   m.slow,
                   m.slowCapacitance,
                   m.inside,
                   m.capacity,
                   m.soc,
                   *charger.output,
                   *charger.current,
                   charger.stop.value_or(*charger.current * 0.05),
                   charger.efficiency ? charger.efficiency->value() : assumedEfficiency};
    out.run = chargeRun(in);
    out.input = std::make_shared<ChargeInput>(std::move(in));
    return out;
  }

  const Plan& plan_;
  const Catalogue& catalogue_;
  const Figures* previous_;
  Depth depth_;
  Runs runs_;
  FrameView frame_;
  std::vector<RouteEstimate> rides_;  ///< every planned one, the first first
  Figures f_;
};

}  // namespace

Figures figuresOf(const Plan& plan, const Catalogue& catalogue, const Figures* previous, Depth depth) {
  return Maker(plan, catalogue, previous, depth).make();
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
