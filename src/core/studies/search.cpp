// The search: tables per cell and per voltage first, then twelve boards in the innermost loop.
#include "core/studies/search.h"

#include <fmt/format.h>

#include <algorithm>
#include <bit>
#include <cmath>

#include "core/assess/figures.h"
#include "core/assess/rules/rule.h"
#include "core/pack/buying.h"
#include "core/plan/edit.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr double massOverCells = 1.18;  // of its cells, as pack_model.cpp has it
constexpr std::uint16_t forbids = VoltageTooHigh | WrongBoard | CellsOverPeak | BoardOverPeak | TooHot | NoBarrier | BelowWindow;

/// What the bike is, whatever the pack.
struct Ground {
  Known<Volt> highest;  ///< controller maximum or capacitor print
  Known<Volt> capacitor;
  bool regen = false;
  Volt lowestCut;  ///< cut-off − tolerance; 0 if not known
  Volt upperCut;   ///< cut-off + tolerance
  Ohm path;        ///< outside the pack
  Ohm inside;      ///< links and leads of the pack, without the BMS
  Celsius temperature;
  double health = 1.0;
  bool competent = false;
  double tax = 1.0;
  double shipping = 0.0;
};

/// What follows from the voltage alone.
struct AtVoltage {
  struct Ride {
    double meanSquare = 0.0;  ///< A², of the current
    Second time;
  };
  Demand demand;
  std::vector<Ride> rides;  ///< none: half an hour of the sustained current
};

class Search {
 public:
  Search(const Plan& plan, const Catalogue& catalogue, const Shelf& shelf, const SearchRequest& request)
      : plan_(plan), shelf_(shelf), request_(request) {
    for (const Route& route : plan.routes) grounds_.push_back(terrainOf(*route.track));
    pack_ = request.pack < plan.packs.size() ? plan.packs[request.pack] : Pack{};
    const Controller& c = plan.bike.controller;
    g_.highest = c.inputMaximum;
    if (c.capacitorVoltage && (!g_.highest || *c.capacitorVoltage < *g_.highest)) g_.highest = c.capacitorVoltage;
    g_.capacitor = c.capacitorVoltage;
    g_.regen = c.regenCurrent.value_or(Ampere(0)) > Ampere(0);
    if (c.cutoff) {
      g_.lowestCut = *c.cutoff - cutoffToleranceOf(c);
      g_.upperCut = *c.cutoff + cutoffToleranceOf(c);
    }
    g_.inside = Ohm(pack_.links) + Ohm(pack_.tails);
    g_.temperature = pack_.temperature.value_or(plan.ambient);
    g_.health = pack_.soh.value();
    g_.competent = saysSomething(pack_.competence);
    g_.tax = 1 + plan.tax.value_or(Coefficient(0)).value();
    g_.shipping = plan.shipping.value_or(Money(0)).value();
    g_.path = pathOutside(catalogue);
    factor_ = resistanceFactor(g_.temperature);
  }

  std::uint16_t faults(const SearchHit& pick) {
    const Cell& cell = shelf_.cells[pick.cell];
    begin(cell, pick.series);
    const AtVoltage at = atVoltage(factsOf(cell).nominal * pick.series);
    block(cell, pick.series, pick.parallel, at);
    return judge(shelf_.boards[pick.board], pick.series, chemistryOf(cell), at);
  }

  Outcome<SearchResult> run(const Progress& progress, const SoFar<SearchResult>& soFar) {
    Outcome<SearchResult> found;
    SearchResult& out = found.result;
    const auto count = static_cast<double>(shelf_.cells.size());
    for (std::size_t c = 0; c < shelf_.cells.size(); ++c) {
      if (!progress.goOn(static_cast<double>(c) / count)) {
        found.ending = Ending::OutOfTime;
        break;
      }
      if (soFar && c > 0) soFar(out);
      const Cell& cell = shelf_.cells[c];
      for (int s = request_.seriesFrom; s <= request_.seriesTo; ++s) {
        begin(cell, s);
        const AtVoltage at = cell.nominalVolts ? atVoltage(factsOf(cell).nominal * s) : cached(chemistryOf(cell), s);
        for (int p = request_.parallelFrom; p <= request_.parallelTo; ++p) one(out, c, s, p, at);
      }
    }
    out.best = undominated(out.hits);
    if (out.hits.empty() && found.ending == Ending::Done) {
      found.ending = Ending::Infeasible;
      found.why = whyNothing(out);
    }
    return found;
  }

 private:
  static std::string whyNothing(const SearchResult& out) {
    static constexpr std::array<std::pair<Fault, std::string_view>, 8> words{
        {{VoltageTooHigh, "stand above the controller's highest voltage when full"},
         {BelowWindow, "lie below the controller's cut-off"},
         {CellsOverPeak, "have cells that carry less than the peak"},
         {BoardOverPeak, "have a board that carries less than the bike draws"},
         {WrongBoard, "have no board made for them"},
         {TooHot, "get too hot, or carry more for long than they may"},
         {NoBarrier, "have nothing that stops their discharge in time"},
         {TouchVoltage, "stand above 60 V, and nobody competent is named"}}};
    if (out.combinations == 0) return "There is no cell or no board to try.";
    std::vector<std::pair<std::size_t, std::string_view>> most;
    most.reserve(words.size());
    for (const auto& [fault, said] : words)
      most.emplace_back(out.forbidden[static_cast<std::size_t>(std::countr_zero(static_cast<unsigned>(fault)))], said);
    std::stable_sort(most.begin(), most.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
    std::string why = fmt::format("None of {} is allowed: {} {}", out.combinations, most[0].first, most[0].second);
    if (most[1].first > 0) why += fmt::format("; {} {}", most[1].first, most[1].second);
    return why + ".";
  }

  /// As the figures have it for this pack alone: a plan of one pack has no joint.
  Ohm pathOutside(const Catalogue& catalogue) const {
    Plan alone = plan_;
    alone.packs.clear();
    alone.packs.push_back(pack_);
    alone.chargers.clear();
    const Figures f = figuresOf(alone, catalogue, nullptr, Parts());
    return f.packs.front().toJoint + f.common;
  }

  void begin(const Cell& cell, int series) {
    if (curveOf_ != &cell) {
      curveOf_ = &cell;
      curve_ = cell.restCurve.empty() ? RestCurve::typical(chemistryOf(cell)) : RestCurve(cell.restCurve);
      trust_ = derating(cell);
      size_ = sizeOfForm(cell.form);
    }
    const ChemistryFacts facts = factsOf(cell);
    const Volt full = facts.charge * series;
    common_ = 0;
    if (g_.highest && exceeds(full.value(), g_.highest->value())) common_ |= VoltageTooHigh;
    else if ((g_.highest && g_.regen && exceeds(full.value(), g_.highest->value() * 0.95)) ||
             (g_.capacitor && exceeds(full.value(), g_.capacitor->value() * 0.95)))
      common_ |= RegenMargin;
    if (exceeds(full.value(), 60)) common_ |= TouchVoltage;
    if (facts.nominal * series < g_.upperCut) common_ |= BelowWindow;
    lowestPerCell_ = g_.lowestCut / static_cast<double>(series);
    never_ = facts.absoluteMinimum;
    if (g_.lowestCut > Volt(0) && lowestPerCell_ < facts.minimumUnderLoad * (1 - 1e-6)) common_ |= CutoffTooLow;
  }

  AtVoltage cached(Chemistry chemistry, int series) {
    const std::size_t key = static_cast<std::size_t>(chemistry) * 256 + static_cast<std::size_t>(series);
    if (known_.size() <= key) known_.resize(key + 1);
    if (!known_[key]) known_[key] = atVoltage(factsOf(chemistry).nominal * series);
    return *known_[key];
  }

  AtVoltage atVoltage(Volt nominal) const {
    AtVoltage at;
    Known<Watt> worst;
    for (std::size_t i = 0; i < plan_.routes.size(); ++i) {
      const RouteEstimate route = estimate(plan_.routes[i], plan_.bike, powerLimit(plan_, nominal), &grounds_[i]);
      worst = std::max(worst.value_or(Watt(0)), route.worstTenMinutes);
      if (route.time > Second(0)) at.rides.push_back({meanSquareCurrent(route, nominal), route.time});
    }
    const Demand d = demandOf(plan_, worst, nominal);
    at.demand = d;
    return at;
  }

  /// Figures of a block of cells, before a board is put to it.
  void block(const Cell& cell, int series, int parallel, const AtVoltage& at) {
    const double s = series;
    const double p = parallel;
    model_.series = series;
    cells_ = Ohm(cell.resistance) * (s * factor_ / p);
    slow_ = Ohm(0);
    slowShare_ = 1.0;
    if (cell.rc.resistance && cell.rc.capacitance && *cell.rc.resistance > MilliOhm(0)) {
      slow_ = Ohm(*cell.rc.resistance) * (s * factor_ / p);
      const double tau = slow_.value() * (*cell.rc.capacitance * (p / s)).value();
      slowShare_ = tau > 0 ? 1 - std::exp(-10.0 / tau) : 1.0;
    }
    blockFaults_ = 0;
    continuous_.reset();
    if (cell.continuous) continuous_ = *cell.continuous * (p * trust_.current);
    Known<Ampere> counted = continuous_;
    const auto boost = plan_.bike.controller.boost;
    if (cell.peak && boost && *boost <= cell.peakTime.value_or(Second(10))) {
      const Ampere brief = *cell.peak * (p * trust_.current);
      if (!counted || brief > *counted) counted = brief;
    }
    if (counted && at.demand.peak && *at.demand.peak > Ampere(0) && exceeds(at.demand.peak->value(), counted->value()))
      blockFaults_ |= CellsOverPeak;
    // Heat: surface of the block and its mass.
    const double a = Metre(size_.diameter).value() * s;
    const double b = Metre(size_.depth).value() * p;
    const double h = Metre(size_.length).value();
    model_.envelope = SquareMetre(2 * (a * b + b * h + a * h));
    model_.mass.reset();
    if (cell.mass) model_.mass = Kilogram(*cell.mass) * (s * p * massOverCells);
    dischargeTo_ = factsOf(cell).dischargeTo;
    model_.capacity = cell.capacity * (p * g_.health * capacityFactor(g_.temperature) * trust_.capacity);
  }

  std::uint16_t judge(const ShelfBms& board, int series, Chemistry chemistry, const AtVoltage& at) const {
    std::uint16_t faults = common_ | blockFaults_;
    if (!board.fits(series, chemistry)) faults |= WrongBoard;
    const auto& bms = board.bms;
    Known<Ampere> counted = bms.continuous;
    const auto boost = plan_.bike.controller.boost;
    if (bms.peak && bms.peakTime && boost && *boost <= *bms.peakTime && (!counted || *bms.peak > *counted)) counted = bms.peak;
    if (counted && at.demand.peak && exceeds(at.demand.peak->value(), counted->value())) faults |= BoardOverPeak;
    const Ohm whole = cells_ + g_.inside + Ohm(boardResistance(bms));
    if (faults & CutoffTooLow && lowestPerCell_ < never_ * (1 - 1e-6) && bms.cellCutoff && *bms.cellCutoff < never_ * (1 - 1e-6))
      faults |= NoBarrier;
    const Known<Ampere> sustained = sustainedOf(at.demand, {curve_.at(StateOfCharge(0.20)) * series, whole + slow_});
    if (sustained) {
      if (continuous_ && exceeds(sustained->value(), continuous_->value())) faults |= TooHot;
      else if (continuous_ && exceeds(sustained->value(), continuous_->value() * 0.8)) faults |= WarmOrStrained;
      if (bms.continuous && exceeds(sustained->value(), bms.continuous->value())) faults |= BoardOverPeak;
      const double r = (whole + slow_).value();
      Kelvins rise(0);
      const auto warmedBy = [&](double meanSquare, Second time) {
        rise = std::max(rise, temperatureRise(model_, Watt(meanSquare * r), whileCharged(model_, meanSquare, time)));
      };
      for (const AtVoltage::Ride& ride : at.rides) warmedBy(ride.meanSquare, ride.time);
      if (at.rides.empty()) warmedBy(sustained->value() * sustained->value(), Minute(30));
      const Celsius cells(g_.temperature.value() + rise.value());
      if (cells > dischargeTo_) faults |= TooHot;
      else if (cells > Celsius(50) || rise > Kelvins(25)) faults |= WarmOrStrained;
    }
    if (at.demand.peak && g_.upperCut > Volt(0)) {
      const Volt needed = g_.upperCut + *at.demand.peak * (whole + g_.path + slow_ * slowShare_);
      if (curve_.inverse(needed / static_cast<double>(series)) > StateOfCharge(0.20)) faults |= GivesUpEarly;
    }
    return faults;
  }

  void one(SearchResult& out, std::size_t c, int s, int p, const AtVoltage& at) {
    const Cell& cell = shelf_.cells[c];
    block(cell, s, p, at);
    const SearchHit* cheapest = nullptr;
    SearchHit best;
    for (std::size_t b = 0; b < shelf_.boards.size(); ++b) {
      ++out.combinations;
      const std::uint16_t faults = judge(shelf_.boards[b], s, chemistryOf(cell), at);
      if (faults & forbids || (faults & TouchVoltage && !g_.competent)) {
        const unsigned against = faults & (forbids | (g_.competent ? 0u : unsigned(TouchVoltage)));
        for (unsigned left = against; left != 0; left &= left - 1) ++out.forbidden[static_cast<std::size_t>(std::countr_zero(left))];
        continue;
      }
      SearchHit hit;
      hit.cell = static_cast<std::uint16_t>(c);
      hit.board = static_cast<std::uint16_t>(b);
      hit.series = static_cast<std::uint8_t>(s);
      hit.parallel = static_cast<std::uint8_t>(p);
      hit.faults = faults;
      hit.energy = factsOf(cell).nominal * static_cast<double>(s) * (cell.capacity * static_cast<double>(p));
      hit.mass = model_.mass.value_or(Kilogram(0));
      if (cell.price)
        hit.cost =
            Money((cell.price->value() * cellsToBuy(s, p) + shelf_.boards[b].price.value_or(Money(0)).value()) * g_.tax + g_.shipping);
      if (cheapest && (best.cost <= hit.cost)) continue;
      best = hit;
      cheapest = &best;
    }
    if (cheapest) out.hits.push_back(best);
  }

  static std::vector<std::size_t> undominated(const std::vector<SearchHit>& hits) {
    std::vector<std::size_t> order, best;
    for (std::size_t i = 0; i < hits.size(); ++i)
      if (hits[i].cost > Money(0)) order.push_back(i);
    std::sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
      if (hits[a].cost != hits[b].cost) return hits[a].cost < hits[b].cost;
      return hits[a].energy > hits[b].energy;
    });
    WattHour most(0);
    for (std::size_t i : order)
      if (hits[i].energy > most) {
        most = hits[i].energy;
        best.push_back(i);
      }
    return best;
  }

  const Plan& plan_;
  std::vector<Terrain> grounds_;  ///< of each route
  const Shelf& shelf_;
  const SearchRequest& request_;
  Pack pack_;
  Ground g_;
  double factor_ = 1.0;
  const Cell* curveOf_ = nullptr;
  RestCurve curve_ = RestCurve::typical(Chemistry::Nmc);
  Derating trust_;
  CellSize size_;
  std::uint16_t common_ = 0, blockFaults_ = 0;
  Ohm cells_, slow_;
  double slowShare_ = 1.0;
  Known<Ampere> continuous_;
  Celsius dischargeTo_{60};
  Volt lowestPerCell_, never_;
  PackModel model_;  ///< only what temperatureRise() reads
  std::vector<std::optional<AtVoltage>> known_;
};

}  // namespace

std::uint16_t faultsOf(const Plan& plan, const Catalogue& catalogue, const Shelf& shelf, const SearchRequest& request,
                       const SearchHit& pick) {
  return Search(plan, catalogue, shelf, request).faults(pick);
}

Outcome<SearchResult> searchPacks(const Plan& plan, const Catalogue& catalogue, const Shelf& shelf, const SearchRequest& request,
                                  const Progress& progress, const SoFar<SearchResult>& soFar) {
  return Search(plan, catalogue, shelf, request).run(progress, soFar);
}

}  // namespace usherwright
