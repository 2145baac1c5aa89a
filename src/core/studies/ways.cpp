// Money, figures and dominance of ways forward.
#include "core/studies/ways.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/assess/figures.h"
#include "core/pack/buying.h"
#include "core/plan/names.h"
#include "core/plan/options.h"
#include "core/studies/charging_studies.h"

namespace usherwright {
namespace {

bool isQuoted(const Plan& plan, std::initializer_list<Wanted> kinds) {
  return std::any_of(plan.undertaking.quotes.begin(), plan.undertaking.quotes.end(),
                     [&](const Quote& q) { return q.kind && std::find(kinds.begin(), kinds.end(), *q.kind) != kinds.end(); });
}

/// The same pack, or another one that took its place.
bool isBought(const Pack& pack, const Plan& today) {
  const Pack* was = today.findPack(pack.id);
  if (!was) return true;
  return was->cell != pack.cell || was->series != pack.series || was->parallel != pack.parallel || was->chemistry != pack.chemistry ||
         was->labelCharge != pack.labelCharge || was->labelVoltage != pack.labelVoltage;
}

class Counter {
 public:
  Counter(const Plan& way, const Plan& today) : way_(way), today_(today), rate_(way.tax.value_or(Coefficient(0)).value()) {}

  WayMoney count() {
    for (const Quote& q : way_.undertaking.quotes) quote(q);
    if (!isQuoted(way_, {Wanted::Pack, Wanted::Kit}))
      for (const Pack& p : way_.packs)
        if (isBought(p, today_)) pack(p);
    if (!isQuoted(way_, {Wanted::Charger}))
      for (const Charger& c : way_.chargers) charger(c);
    if (!m_.lines.empty() && way_.shipping) add("shipping", way_.shipping, true, false, "plan");
    if (way_.undertaking.oldPack == OldPack::Sold) sold();
    burst();
    return std::move(m_);
  }

 private:
  void add(std::string what, Known<Money> price, bool taxed, bool outside, std::string source) {
    CostLine line{std::move(what), price, Money(0), outside, std::move(source)};
    if (!price) {
      m_.missing.push_back(line.what);
    } else {
      if (!taxed) line.tax = *price * rate_;
      m_.total += *price + line.tax;
      if (outside) m_.outside += *price + line.tax;
      (taxed ? fixed_ : untaxed_) += outside ? Money(0) : *price;
    }
    m_.lines.push_back(std::move(line));
  }

  void quote(const Quote& q) {
    const int count = q.count.value_or(1);
    const std::string what = count == 1 ? q.id : fmt::format("{} × {}", count, q.id);
    const std::string source = q.stock ? fmt::format("quote, {}", wordOf(*q.stock)) : std::string("quote");
    add(what, q.price ? Known<Money>(*q.price * static_cast<double>(count)) : std::nullopt, q.taxed == true, q.outside == true, source);
  }

  /// Cells with their spares and a board, where neither they nor the pack have a price. Of a pack that grows: what is added.
  void pack(const Pack& p) {
    const std::string name = shownName(p);
    const Pack* was = today_.findPack(p.id);
    if (p.price && !(was && was->price == p.price)) return add(name, p.price, false, false, "its own price");
    const Makeup made = makeupOf(way_, p);
    if (made.box) return add(name, std::nullopt, false, false, "");
    const bool grows = was && was->cell == p.cell && was->series == p.series;
    if (!isQuoted(way_, {Wanted::Cells})) {
      const int cells = cellsToBuy(made.series, made.parallel) - (grows ? made.series * makeupOf(today_, *was).parallel : 0);
      if (cells > 0)
        add(fmt::format("{} cells for {}", cells, name),
            made.cell.price ? Known<Money>(*made.cell.price * static_cast<double>(cells)) : std::nullopt, false, false, "price of a cell");
    }
    if (!isQuoted(way_, {Wanted::Board}) && !(grows && was->bms == p.bms)) add("board for " + name, std::nullopt, false, false, "");
  }

  void charger(const Charger& c) {
    const auto same = [&](const Charger& was) { return was.id == c.id && was.output == c.output && was.current == c.current; };
    if (std::any_of(today_.chargers.begin(), today_.chargers.end(), same)) return;
    add(shownName(c), c.price, false, false, "its own price");
  }

  void sold() {
    if (way_.undertaking.resale) m_.resale = *way_.undertaking.resale;
    else m_.missing.emplace_back("what the old pack sells for");
  }

  /// untaxed · (1 + rate) + the rest = budget.
  void burst() {
    if (!way_.budget || untaxed_ <= Money(0)) return;
    const double rate = (*way_.budget - fixed_) / untaxed_ - 1;
    if (rate >= 0 && rate <= 1) m_.taxThatBursts = rate;
  }

  const Plan& way_;
  const Plan& today_;
  double rate_;
  Money fixed_{0}, untaxed_{0};  ///< from the budget
  WayMoney m_;
};

void countFindings(WayFigures& w) {
  for (const Finding& f : w.assessment->findings) {
    if (!f.counted || f.acceptedBecause) continue;
    w.stops += f.severity == Severity::Stop;
    w.minds += f.severity == Severity::Mind;
  }
}

WayFigures figuresOf(const std::string& id, const Plan& plan, std::shared_ptr<const Assessment> assessment) {
  WayFigures w;
  w.id = id;
  w.assessment = std::move(assessment);
  const Figures& f = w.assessment->figures;
  w.label = labelOf(f);
  bool weighed = !f.packs.empty();
  Kilogram mass(0);
  for (const PackFigures& p : f.packs) {
    weighed = weighed && p.model.mass;
    if (p.model.mass) mass += *p.model.mass;
  }
  if (weighed) w.mass = mass;
  if (f.range.known) {
    w.usable = f.range.usable;
    w.cautious = f.range.cautious;
    w.likely = f.range.likely;
    w.hopeful = f.range.hopeful;
  }
  w.hours = plan.undertaking.hours;
  const std::vector<CeilingChoice> ceilings = ceilingChoices(plan, *w.assessment);
  if (!ceilings.empty() && ceilings.back().years) w.years = ceilings.back().years->likely;
  countFindings(w);
  return w;
}

void againstToday(WayFigures& w, const WayFigures& today) {
  w.gained = w.usable && today.usable ? *w.usable - *today.usable : w.label - today.label;
  if (w.mass && today.mass) w.more = *w.mass - *today.mass;
  if (!w.money.isWhole() || w.money.lines.empty()) return;
  if (w.label > WattHour(0)) w.perWattHour = Money(w.money.net().value() / w.label.value());
  if (*w.gained > WattHour(1)) w.perGained = Money(w.money.net().value() / w.gained->value());
}

/// No worse in anything that is known of both, and better in something. What is known of one only counts for neither.
bool beats(const WayFigures& a, const WayFigures& b) {
  bool better = false, worse = false;
  const auto more = [&](double x, double y, double grace) {
    better = better || x > y + grace;
    worse = worse || x < y - grace;
  };
  more(-a.stops, -b.stops, 0.5);
  if (a.stops == b.stops) more(-a.minds, -b.minds, 0.5);
  if (!a.gained || !b.gained || !a.money.isWhole() || !b.money.isWhole()) return false;
  more(a.gained->value(), b.gained->value(), 1);
  more(-a.money.net().value(), -b.money.net().value(), 0.5);
  if (a.more && b.more) more(-a.more->value(), -b.more->value(), 0.05);
  if (a.hours && b.hours) more(-a.hours->value(), -b.hours->value(), 0.1);
  if (a.years && b.years) more(*a.years, *b.years, 0.1);
  return better && !worse;
}

}  // namespace

WayMoney moneyOf(const Plan& way, const Plan& today) { return Counter(way, today).count(); }

std::shared_ptr<const Assessment> WaysForward::assessed(const Option& option, const Plan& today, const Given& given,
                                                        const WaysForward* was) const {
  const Assessment* previous = nullptr;
  if (was)
    for (std::size_t i = 1; i < was->all_.size(); ++i) {
      if (was->all_[i].id != option.id) continue;
      // The same way from the same plan: today's may have other rides and readings.
      if (was->plans_[i] == option.plan.pointer() && *was->plans_.front() == today) return was->all_[i].assessment;
      previous = was->all_[i].assessment.get();
    }
  return std::make_shared<const Assessment>(assess(*option.plan, given.comingFrom(today), previous));
}

WaysForward::WaysForward(const Plan& root, const Given& given, const WaysForward* was) {
  const auto today = std::make_shared<const Plan>(todayOf(root));
  const Assessment* previous = was && !was->all_.empty() ? was->all_.front().assessment.get() : nullptr;
  all_.push_back(figuresOf({}, *today, std::make_shared<const Assessment>(assess(*today, given, previous))));
  plans_.push_back(today);
  for (const Option& option : root.options) {
    WayFigures w = figuresOf(option.id, *option.plan, assessed(option, *today, given, was));
    w.money = moneyOf(*option.plan, *today);
    againstToday(w, all_.front());
    all_.push_back(std::move(w));
    plans_.push_back(option.plan.pointer());
  }
  for (WayFigures& w : all_)
    for (const WayFigures& other : all_)
      if (!w.id.empty() && !other.id.empty() && &other != &w && beats(other, w)) w.beatenBy.push_back(other.id);
}

const WayFigures* WaysForward::find(const std::string& id) const {
  const auto at = std::find_if(all_.begin(), all_.end(), [&](const WayFigures& w) { return w.id == id; });
  return at == all_.end() ? nullptr : &*at;
}

std::vector<Consequence> consequences(const WayFigures& a, const WayFigures& b, UnitSystem units, const std::string& currency) {
  std::vector<Consequence> out;
  /// `up`: more is better.
  const auto figure = [&](const std::string& what, Known<double> was, Known<double> is, Kind kind, bool up) {
    if (!was && !is) return;
    const auto words = [&](Known<double> v) { return v ? formatQuantity(*v, kind, units) : std::string("not known"); };
    if (words(was) == words(is)) return;
    const bool both = was && is;
    out.push_back({what, words(was), words(is), both && (*is > *was) == up, both && (*is < *was) == up});
  };
  const auto value = [](const auto& known) { return known ? Known<double>(known->value()) : std::nullopt; };
  figure("label of all packs", a.label.value(), b.label.value(), Kind::Energy, true);
  figure("usable, full to floor", value(a.usable), value(b.usable), Kind::Energy, true);
  figure("likely range", value(a.likely), value(b.likely), Kind::Distance, true);
  figure("mass of the packs", value(a.mass), value(b.mass), Kind::Mass, false);
  const auto money = [](const WayFigures& w) {
    return w.id.empty() || !w.money.isWhole() ? (w.id.empty() ? Known<double>(0) : std::nullopt) : Known<double>(w.money.net().value());
  };
  const auto priced = [&](Known<double> v) { return v ? fmt::format("{} {}", formatNumber(*v, 4), currency) : std::string("not known"); };
  if (priced(money(a)) != priced(money(b))) {
    const bool both = money(a) && money(b);
    out.push_back({"money, all in", priced(money(a)), priced(money(b)), both && *money(b) < *money(a), both && *money(b) > *money(a)});
  }
  figure("peak from a cell", value(a.assessment->figures.packs.empty() ? Known<Ampere>() : a.assessment->figures.packs.front().perCellPeak),
         value(b.assessment->figures.packs.empty() ? Known<Ampere>() : b.assessment->figures.packs.front().perCellPeak), Kind::Current,
         false);
  figure("hours of work", value(a.hours), value(b.hours), Kind::Plain, false);
  figure("years, likely", a.years, b.years, Kind::Plain, true);
  const auto findings = [&](const WayFigures& of, const WayFigures& in, bool comes) {
    for (const Finding& f : of.assessment->findings) {
      if (!f.counted || f.severity == Severity::Note) continue;
      const auto same = [&](const Finding& g) { return g.key() == f.key() && g.severity <= f.severity; };
      if (std::any_of(in.assessment->findings.begin(), in.assessment->findings.end(), same)) continue;
      const std::string words = fmt::format("{}, {}", severityWord(f.severity), f.sentence);
      out.push_back({f.id, comes ? "" : words, comes ? words : "", !comes, comes});
    }
  };
  findings(b, a, true);
  findings(a, b, false);
  return out;
}

}  // namespace usherwright
