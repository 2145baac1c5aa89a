// The search over what can be put where: closed forms for all blocks, then the cheapest first, each carried out before it is offered.
#include "core/studies/suggest.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/assess/figures.h"
#include "core/charging/charger_put.h"
#include "core/pack/buying.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/evidence.h"
#include "core/plan/makeup.h"
#include "core/plan/names.h"
#include "core/plan/options.h"
#include "core/plan/sizes.h"
#include "core/quantity/text.h"
#include "core/studies/sizing.h"
#include "core/studies/ways.h"

namespace usherwright {
namespace {

constexpr double fills = 0.55;      // of a place's volume that cells, holders and board can fill
constexpr double sameVolts = 0.01;  // of the full voltage: the charger is right for it

std::string wh(WattHour e) { return fmt::format("{:.0f} Wh", e.value()); }
std::string money(Money m, const std::string& currency) { return fmt::format("{:.0f} {}", m.value(), currency); }

/// Litres that the cells of a block take, as cylinders or boxes side by side.
double volumeOf(const Cell& cell, const SearchHit& block) {
  const CellSize size = sizeOfForm(cell.form);
  return size.diameter.value() * size.depth.value() * size.length.value() * block.series * block.parallel / 1e6;
}

double litresOf(const MountPlace& place) { return place.length * place.width * place.height / 1e6 * fills; }

/// The places of the frame on which no pack lies.
std::vector<MountPlace> freePlaces(const Plan& plan) {
  const FrameView frame = frameOf(plan.bike);
  std::vector<MountPlace> out;
  for (std::size_t i = 0; i < frame.places.size(); ++i)
    if (std::none_of(plan.packs.begin(), plan.packs.end(), [&](const Pack& p) { return placeOf(frame, p.mount) == i; }))
      out.push_back(frame.places[i]);
  return out;
}

/// The most that a block may take by the drawing: beside others what the largest free place holds, else what the place of the pack holds.
/// Of one that lies on no place of the drawing nobody knows, and nothing is left out.
double litresFor(const Plan& plan, const Placing& placing) {
  if (!placing.beside) {
    const FrameView frame = frameOf(plan.bike);
    const auto at = placing.pack < plan.packs.size() ? placeOf(frame, plan.packs[placing.pack].mount) : std::nullopt;
    return at ? litresOf(frame.places[*at]) : std::numeric_limits<double>::infinity();
  }
  double most = 0;
  for (const MountPlace& place : freePlaces(plan)) most = std::max(most, litresOf(place));
  return most;
}

/// The free place with the shortest way to the joint among those that hold the block by the drawing; "" if none does.
std::string placeFor(const Plan& plan, double litres) {
  std::string best;
  double shortest = 0;
  for (const MountPlace& place : freePlaces(plan)) {
    if (litresOf(place) < litres) continue;
    double way = 0;
    for (std::size_t k = 1; k < place.route.size(); ++k)
      way += std::hypot(place.route[k].x - place.route[k - 1].x, place.route[k].y - place.route[k - 1].y);
    if (!best.empty() && way >= shortest) continue;
    best = place.word;
    shortest = way;
  }
  return best;
}

/// Chargers of other volts leave the pack; one that is right is put to it, else a new one comes.
Expected<Plan> withChargers(Plan plan, std::size_t index) {
  const Pack& pack = plan.packs[index];
  const Makeup made = makeupOf(plan, pack);
  const ChemistryFacts facts = factsOf(made.cell);
  const Volt full = facts.charge * made.series;
  bool charged = false;
  for (std::size_t i = 0; i < plan.chargers.size(); ++i) {
    Charger& c = plan.chargers[i];
    const bool right = c.output && std::abs(c.output->value() - full.value()) < full.value() * sameVolts &&
                       (!c.chemistry || *c.chemistry == chemistryOf(made.cell));
    const bool serving = serves(c, pack.id);
    if (right) {
      if (!serving && !charged) c.forPacks.push_back(pack.id);
      charged = true;
    } else if (serving) {
      if (c.forPacks.empty())
        for (const Pack& other : plan.packs) c.forPacks.push_back(other.id);
      std::erase(c.forPacks, pack.id);
    }
  }
  if (charged) return plan;
  // A charger that serves nobody any more is sold or kept away from the bike: it is not of this way.
  for (std::size_t i = plan.chargers.size(); i-- > 0;) {
    const Charger& c = plan.chargers[i];
    if (c.forPacks.empty() && c.output && std::abs(c.output->value() - full.value()) >= full.value() * sameVolts)
      plan = *without(plan, "/chargers", i);
  }
  return withChargerFor(plan, index);
}

std::string wordsOf(const Plan& plan, const Shelf& shelf, const SearchHit& block, const Placing& placing, const std::string& place) {
  const Cell& cell = shelf.cells[block.cell];
  const std::string what =
      fmt::format("{}S{}P of {}, board {}", block.series, block.parallel, shownName(cell), shelf.boards[block.board].bms.name);
  if (!placing.beside) return plan.packs.empty() ? what : fmt::format("{} instead of {}", what, shownName(plan.packs[placing.pack]));
  return fmt::format("{}; beside, {}{}", what, place, placing.joined ? fmt::format(", joined by {}", wordOf(*placing.joined)) : "");
}

class Suggest {
 public:
  Suggest(const Plan& plan, const Given& given, const Shelf& shelf, const SuggestRequest& request, const Progress& progress)
      : plan_(plan), given_(given), shelf_(shelf), request_(request), progress_(progress), now_(assess(plan, given)) {
    goal_ = request.goal ? request.goal : plan.need.goalEnergy;
    budget_ = request.budget ? request.budget : plan.budget;
    today_ = labelOf(now_.figures);
  }

  Outcome<SuggestResult> run() {
    if (std::string missing = notKnown(); !missing.empty()) return infeasible(std::move(missing));
    collect();
    if (ended_) {
      out_.ending = Ending::OutOfTime;
      return std::move(out_);
    }
    scan(goal_, budget_, mostSuggested, out_.result.ways);
    if (out_.result.ways.empty() && !ended_) explain();
    if (ended_) out_.ending = Ending::OutOfTime;
    return std::move(out_);
  }

 private:
  struct Candidate {
    SearchHit block;
    Placing placing;
    WattHour label{0};
    Money cost{0};
  };

  Outcome<SuggestResult> infeasible(std::string why) {
    out_.ending = Ending::Infeasible;
    out_.why = std::move(why);
    return std::move(out_);
  }

  /// What nobody knows would count as no limit.
  std::string notKnown() const {
    const Controller& c = plan_.bike.controller;
    if (!now_.figures.demand.peak)
      return "What the controller draws is not known: no pack can be chosen for it. Its label or its setting has it.";
    if (!c.inputMaximum && !c.capacitorVoltage)
      return "The highest voltage that the controller takes is not known: no pack can be chosen for it.";
    if (!c.cutoff) return "Where the controller cuts off is not known: no pack can be chosen for it.";
    return {};
  }

  void collect() {
    std::vector<Placing> beside, instead;
    for (const Placing& p : placingsOf(plan_)) (p.beside ? beside : instead).push_back(p);
    const std::size_t places = std::max<std::size_t>(1, frameOf(plan_.bike).places.size());
    const auto blocks = [&](std::size_t pack, const std::vector<Placing>& how, std::size_t where) {
      const double most = litresFor(plan_, how.front());
      SearchRequest span{request_.seriesFrom, request_.seriesTo, request_.parallelFrom, request_.parallelTo, pack};
      const auto found = searchPacks(plan_, given_.catalogue, shelf_, span, progress_);
      if (found.ending == Ending::OutOfTime) ended_ = true;
      if (found.ending == Ending::Infeasible && why_.empty()) why_ = found.why;
      out_.result.combinations += found.result.combinations * how.size() * where;
      for (const SearchHit& hit : found.result.hits) {
        if (hit.cost <= Money(0)) continue;
        if (volumeOf(shelf_.cells[hit.cell], hit) > most) {
          ++out_.result.tooLarge;
          continue;
        }
        WattHour label = hit.energy;
        for (std::size_t k = 0; k < plan_.packs.size(); ++k)
          if (how.front().beside || k != how.front().pack) label += now_.figures.packs[k].model.label;
        candidates_.push_back({hit, how.front(), label, hit.cost});
      }
    };
    for (const Placing& p : instead) blocks(p.pack, {p}, 1);
    if (!beside.empty()) blocks(plan_.packs.size(), beside, places);
    std::stable_sort(candidates_.begin(), candidates_.end(), [](const Candidate& a, const Candidate& b) {
      if (a.cost != b.cost) return a.cost < b.cost;
      return a.label > b.label;
    });
  }

  /// The candidate in the first way of joining that leaves no Stop.
  std::optional<Suggestion> sound(const Candidate& c) {
    for (const Placing& placing : placingsOf(plan_)) {
      if (placing.beside != c.placing.beside || (!placing.beside && placing.pack != c.placing.pack)) continue;
      if (!mayBe(c.block, placing)) continue;
      ++out_.result.judged;
      auto made = carriedOut(plan_, given_, shelf_, c.block, placing);
      if (!made) {
        if (refused_.empty()) refused_ = made.error().sentence();
        continue;
      }
      const Assessment after = assess(made->plan, given_.comingFrom(plan_), &now_);
      if (after.hasStop()) {
        const auto first =
            std::find_if(after.findings.begin(), after.findings.end(), [](const Finding& f) { return f.severity == Severity::Stop; });
        if (refused_.empty()) refused_ = first->sentence;
        continue;
      }
      finish(*made, after);
      return std::move(*made);
    }
    return std::nullopt;
  }

  /// Plain joints want the same cells in series of the same chemistry: the rest need not be carried out.
  bool mayBe(const SearchHit& block, const Placing& placing) const {
    if (placing.joined != Method::Direct) return true;
    return std::all_of(now_.figures.packs.begin(), now_.figures.packs.end(), [&](const PackFigures& p) {
      return p.model.series == block.series && p.model.chemistry == chemistryOf(shelf_.cells[block.cell]);
    });
  }

  void finish(Suggestion& s, const Assessment& a) const {
    s.label = labelOf(a.figures);
    s.gained = s.label - today_;
    s.mass = Kilogram(0);
    for (const PackFigures& p : a.figures.packs) {
      if (p.model.mass && s.mass) *s.mass += *p.model.mass;
      else s.mass.reset();
    }
    if (a.figures.range.known) s.likely = a.figures.range.likely;
    s.minds = a.count(Severity::Mind);
    s.assumed = assumedValues(s.plan);
    const WayMoney all = moneyOf(s.plan, plan_);
    s.unpriced = all.missing;
    if (all.isWhole()) s.price = all.total;
  }

  void scan(Known<WattHour> goal, Known<Money> budget, std::size_t most, std::vector<Suggestion>& kept) {
    std::size_t at = 0;
    for (const Candidate& c : candidates_) {
      ++at;
      if (budget && c.cost > *budget) break;
      if (goal ? c.label < *goal : c.label <= today_) continue;
      // Nothing that comes later is cheaper: it has to have more Wh, or be lighter.
      Suggestion bound;
      bound.block = c.block;
      bound.label = c.label;
      bound.mass = massOf(c);
      if (std::any_of(kept.begin(), kept.end(), [&](const Suggestion& s) { return isNoWorse(s, bound); })) continue;
      if (out_.result.judged >= mostJudged || !progress_.goOn(static_cast<double>(at) / static_cast<double>(candidates_.size()))) {
        ended_ = true;
        return;
      }
      if (auto made = sound(c)) kept.push_back(std::move(*made));
      if (kept.size() >= most) return;
    }
  }

  Known<Kilogram> massOf(const Candidate& c) const {
    if (c.block.mass <= Kilogram(0)) return std::nullopt;
    Kilogram mass = c.block.mass;
    for (std::size_t k = 0; k < now_.figures.packs.size(); ++k) {
      if (!c.placing.beside && k == c.placing.pack) continue;
      const Known<Kilogram>& one = now_.figures.packs[k].model.mass;
      if (!one) return std::nullopt;
      mass += *one;
    }
    return mass;
  }

  /// Why nothing reaches the goal, and what comes nearest to it.
  void explain() {
    out_.ending = Ending::Infeasible;
    if (candidates_.empty()) {
      out_.why = !why_.empty()              ? why_
                 : out_.result.tooLarge > 0 ? "The frame as it is drawn has no room for anything that the bike allows."
                                            : "No cell of the shelf has a price.";
      return;
    }
    if (budget_) {
      scan(goal_, std::nullopt, 1, out_.result.nearest);
      if (!out_.result.nearest.empty()) {
        out_.why = fmt::format("{} within {} is impossible: cells and board of the cheapest that does it cost {}.",
                               goal_ ? wh(*goal_) : "More than today", money(*budget_, plan_.currency),
                               money(out_.result.nearest.front().block.cost, plan_.currency));
        return;
      }
    }
    std::vector<Candidate> mostFirst = candidates_;
    std::stable_sort(mostFirst.begin(), mostFirst.end(), [](const Candidate& a, const Candidate& b) { return a.label > b.label; });
    const WattHour highest = mostFirst.front().label;
    const std::string against = refused_;
    for (const Candidate& c : mostFirst) {
      if (c.label <= today_ || out_.result.judged >= mostJudged || !progress_.goOn(0.9)) break;
      if (auto made = sound(c)) {
        out_.result.nearest.push_back(std::move(*made));
        break;
      }
    }
    if (goal_ && highest < *goal_)
      out_.why = fmt::format("{} is impossible: the most of this shelf that the bike allows and the drawn frame has room for is {}.",
                             wh(*goal_), wh(highest));
    else
      out_.why = fmt::format("{} is impossible: everything that has it keeps a Stop. In the way: {}",
                             goal_ ? wh(*goal_) : "More than today", against.empty() ? refused_ : against);
  }

  const Plan& plan_;
  const Given& given_;
  const Shelf& shelf_;
  const SuggestRequest& request_;
  const Progress& progress_;
  Assessment now_;
  Known<WattHour> goal_;
  Known<Money> budget_;
  WattHour today_{0};
  std::vector<Candidate> candidates_;  ///< cheapest first
  std::string why_, refused_;
  bool ended_ = false;
  Outcome<SuggestResult> out_;
};

}  // namespace

std::vector<Placing> placingsOf(const Plan& plan) {
  std::vector<Placing> out;
  if (plan.packs.size() == 1)
    for (const Method m : {Method::Combiner, Method::Direct, Method::Schottky, Method::Selector}) out.push_back({true, 0, m});
  // Where packs are joined already, one more joins them in the same way.
  else if (plan.packs.size() > 1 && plan.packs.size() < mostPacks) out.push_back({true, 0, plan.joining.method});
  for (std::size_t k = 0; k < std::max<std::size_t>(plan.packs.size(), 1); ++k) out.push_back({false, k, std::nullopt});
  return out;
}

bool isNoWorse(const Suggestion& a, const Suggestion& b) {
  return a.block.cost <= b.block.cost && a.label >= b.label && (a.mass == b.mass || (a.mass && b.mass && *a.mass <= *b.mass));
}

Expected<Suggestion> carriedOut(const Plan& plan, const Given& given, const Shelf& shelf, const SearchHit& block, const Placing& placing) {
  Suggestion out;
  out.block = block;
  out.beside = placing.beside;
  out.joined = placing.joined;
  const double litres = volumeOf(shelf.cells[block.cell], block);
  if (litres > litresFor(plan, placing))
    return unexpected("place", fmt::format("cells of {} l", formatNumber(litres, 2)), "room for them on the frame as it is drawn");
  if (placing.beside) out.place = placeFor(plan, litres);
  const Plan next = placing.beside ? withNewPack(plan) : plan;
  out.pack = placing.beside ? plan.packs.size() : placing.pack;
  SearchRequest request;
  request.pack = out.pack;
  Expected<Plan> made = withPick(next, shelf, request, block);
  if (!made) return tl::unexpected(made.error());
  if (placing.beside) {
    made->packs[out.pack].mount = out.place;
    if (placing.joined) made->joining.method = *placing.joined;
  }
  made = withChargers(std::move(*made), out.pack);
  if (!made) return tl::unexpected(made.error());
  Figures figures = figuresOf(*made, given.catalogue, nullptr, Parts());
  // A joiner that somebody has stays what it is.
  if (placing.beside && placing.joined != Method::Direct && !made->joining.part.input) {
    made = withFix(*made, joinerFor(*made, figures));
    if (!made) return tl::unexpected(made.error());
    figures = figuresOf(*made, given.catalogue, &figures, Parts());
  }
  const Sizing sizes = sizeEverything(*made, figures, given.catalogue);
  if (sizes.impossible.empty()) made = withSizes(*made, sizes);
  if (!made) return tl::unexpected(made.error());
  // The board's price is the shelf's: a plan has none for it.
  if (const ShelfBms& board = shelf.boards[block.board]; board.price) {
    Quote quote;
    quote.id = fmt::format("board {} for {}", board.bms.name, shownName(made->packs[out.pack]));
    quote.kind = Wanted::Board;
    quote.price = board.price;
    made->undertaking.quotes.push_back(std::move(quote));
  }
  out.plan = std::move(*made);
  out.tests = testsBeforeUse(shelf.cells[block.cell].trust);
  out.words = wordsOf(plan, shelf, block, placing, out.place);
  return out;
}

Outcome<SuggestResult> suggest(const Plan& plan, const Given& given, const Shelf& shelf, const SuggestRequest& request,
                               const Progress& progress) {
  const Plan today = todayOf(plan);
  return Suggest(today, given, shelf, request, progress).run();
}

}  // namespace usherwright
