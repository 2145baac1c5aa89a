// What can be tried on a plan: parts of the catalogue and the shelf, settings, other ways of joining.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/assess/rules/rule.h"
#include "core/pack/buying.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"
#include "core/studies/mend.h"
#include "core/studies/sizing.h"

namespace usherwright {
namespace {

constexpr std::size_t mostTried = 60;
constexpr int morePieces = 3;  // cells more side by side, one after the other

std::string amps(Ampere a) { return formatNumber(a.value()) + " A"; }
std::string volts(Volt v) { return formatNumber(v.value()) + " V"; }

/// "/packs/0/fuse" of "/packs/0/fuse/rating_A"; of a run its size alone: "/wiring/runs/2/size".
std::string groupOf(const std::string& pointer) {
  if (pointer.starts_with("/wiring/runs/") || pointer.ends_with("/parallel") || pointer.ends_with("/plug")) return pointer;
  return pointer.substr(0, pointer.rfind('/'));
}

class Collector {
 public:
  Collector(const Plan& plan, const Assessment& assessment, const Given& given, const Shelf& shelf)
      : plan_(plan), a_(assessment), f_(assessment.figures), parts_(given.catalogue), shelf_(shelf) {}

  std::vector<Change> collect() {
    for (const Finding& f : a_.findings)
      if (f.severity == Severity::Stop && f.counted) {
        for (const std::vector<Fix>& all : {f.fixes, f.untried, f.remedies})
          for (Fix fix : all) {
            if (fix.edits.empty()) continue;
            fix.words = whereOf(fix.edits.front().first) + fix.words;
            edit(fix);
          }
      }
    sized();
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      fuses(k);
      boards(k);
      moreCells(k);
    }
    limit();
    joining();
    for (std::size_t i = 0; i < plan_.chargers.size(); ++i) charger(i);
    withoutTwins();
    std::stable_sort(out_.begin(), out_.end(), [](const Change& x, const Change& y) { return cost(x) < cost(y); });
    if (out_.size() > mostTried) out_.resize(mostTried);
    // They move the places of what comes after: carried out last.
    if (plan_.packs.size() > 1)
      for (const Pack& p : plan_.packs) leftOff(p);
    return std::move(out_);
  }

 private:
  static double cost(const Change& c) { return c.price ? c.price->value() : 1e6; }

  void add(std::string words, Known<Money> price, std::string group, std::function<Expected<Plan>(const Plan&)> apply) {
    out_.push_back({std::move(words), price, std::move(group), std::move(apply), false});
  }

  void edit(const Fix& fix) {
    if (fix.edits.empty()) return;
    add(fix.words, priceOf(fix), groupOf(fix.edits.front().first), [fix](const Plan& p) { return withFix(p, fix); });
  }

  /// "deck, fuse: " before the words of a cure, which do not say whose they are.
  std::string whereOf(const std::string& pointer) const {
    const std::string thing = pointer.find("/fuse/") != std::string::npos  ? ", fuse"
                              : pointer.find("/bms/") != std::string::npos ? ", board"
                                                                           : "";
    for (std::size_t k = 0; k < plan_.packs.size(); ++k)
      if (pointer.starts_with(fmt::format("/packs/{}/", k))) return shownName(plan_.packs[k]) + thing + ": ";
    for (std::size_t i = 0; i < plan_.chargers.size(); ++i)
      if (pointer.starts_with(fmt::format("/chargers/{}/", i))) return shownName(plan_.chargers[i]) + ": ";
    return {};
  }

  // ---- prices ----

  /// Of what the edits get; empty where one of them has none.
  Known<Money> priceOf(const Fix& fix) const {
    Money sum(0);
    std::set<std::string> counted;
    for (const auto& [pointer, value] : fix.edits) {
      if (!counted.insert(groupOf(pointer)).second) continue;
      const Known<Money> one = priceOf(pointer, value, fix);
      if (!one) return std::nullopt;
      sum += *one;
    }
    return sum;
  }

  Known<Money> priceOf(const std::string& pointer, const FieldValue& value, const Fix& fix) const {
    if (pointer.starts_with("/bike/controller/") || pointer == "/joining/policy") return Money(0);
    const auto* word = std::get_if<std::string>(&value);
    if (word && (pointer.ends_with("/plug") || pointer.ends_with("_plug"))) {
      const ConnectorClass* plug = parts_.connector(*word);
      return plug ? Known<Money>(plug->price) : std::nullopt;
    }
    if (word && pointer.starts_with("/wiring/runs/")) return wirePrice(pointer, *word);
    if (pointer.find("/fuse/") != std::string::npos) return fusePrice(fix);
    return std::nullopt;
  }

  Known<Money> wirePrice(const std::string& pointer, const std::string& size) const {
    const WireOffer* wire = parts_.wire(size);
    for (const HarnessLead& lead : f_.wiring.harness.leads)
      if (wire && lead.planned >= 0 && pointer == fmt::format("/wiring/runs/{}/size", lead.planned) && lead.run.lengthPlus &&
          lead.run.lengthMinus)
        return Money(wire->perMetre.value() * (lead.run.lengthPlus->value() + lead.run.lengthMinus->value()));
    return std::nullopt;
  }

  /// The cheapest fuse that is no less in anything that the edits set.
  Known<Money> fusePrice(const Fix& fix) const {
    Known<Money> best;
    for (const FuseType& type : parts_.fuses) {
      const bool does = std::all_of(fix.edits.begin(), fix.edits.end(), [&](const auto& e) {
        const auto* figure = std::get_if<double>(&e.second);
        if (!figure) return true;
        if (e.first.ends_with("/dc_V")) return type.voltage.value() >= *figure;
        if (e.first.ends_with("/breaking_A")) return type.breaking.value() >= *figure;
        if (e.first.ends_with("/rating_A"))
          return std::any_of(type.ratings.begin(), type.ratings.end(), [&](Ampere r) { return std::abs(r.value() - *figure) < 0.01; });
        return true;
      });
      if (does && (!best || type.price < *best)) best = type.price;
    }
    return best;
  }

  // ---- what can be tried ----

  /// Every part as the sizing has it, one by one.
  void sized() {
    const Sizing sizing = sizeEverything(plan_, f_, parts_);
    std::map<std::string, Fix> byGroup;
    for (const auto& e : sizing.edits.edits) byGroup[groupOf(e.first)].edits.push_back(e);
    for (auto& [group, fix] : byGroup) {
      fix.words = wordsOf(group, fix);
      edit(fix);
    }
  }

  std::string wordsOf(const std::string& group, const Fix& fix) const {
    const auto chosen = [&](std::string_view key) -> std::string {
      for (const auto& [pointer, value] : fix.edits)
        if (pointer.ends_with(key)) {
          const auto ref = findField(plan_, pointer);
          return ref ? shownValue(*ref->spec, value, UnitSystem::Metric) : std::string();
        }
      return {};
    };
    for (const HarnessLead& lead : f_.wiring.harness.leads)
      if (lead.planned >= 0 && group == fmt::format("/wiring/runs/{}/size", lead.planned))
        return fmt::format("{}: {}", lead.name, chosen("/size"));
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      const std::string name = shownName(plan_.packs[k]);
      if (group == fmt::format("/packs/{}/fuse", k))
        return fmt::format("fuse of {}: {}, {}, {}", name, chosen("rating_A"), chosen("/kind"), chosen("dc_V"));
      if (group == fmt::format("/packs/{}/plug", k)) return fmt::format("plug of {}: {}", name, chosen("/plug"));
    }
    if (group == "/wiring/main_switch") return fmt::format("main switch: {}, {}", chosen("dc_V"), chosen("continuous_A"));
    if (group == "/joining")
      return chosen("output_plug").empty() ? "precharge: " + chosen("precharge_ohm") : "plug after the joint: " + chosen("output_plug");
    return fix.edits.front().first;
  }

  void fuses(std::size_t k) {
    const Element* way = f_.element(ElementKind::Lead, k);
    if (!way || !way->peak || !way->sustained) return;
    for (const FuseType& type : parts_.fuses) {
      if (type.voltage < f_.packs[k].model.full) continue;
      const Ampere least = std::max(*way->sustained * fuseOverSustained, *way->peak / type.carry);
      int offered = 0;
      for (const Ampere rating : type.ratings) {
        if (rating < least || offered++ > 1) continue;
        edit({fmt::format("fuse of {}: {}, {}", shownName(plan_.packs[k]), amps(rating), type.name), fuseEdits(k, rating, type)});
      }
    }
  }

  void boards(std::size_t k) {
    const PackModel& m = f_.packs[k].model;
    std::vector<const ShelfBms*> fitting;
    for (const ShelfBms& b : shelf_.boards)
      if (b.fits(m.series, m.chemistry) && b.price) fitting.push_back(&b);
    std::sort(fitting.begin(), fitting.end(), [](const ShelfBms* x, const ShelfBms* y) { return *x->price < *y->price; });
    int offered = 0;
    for (const ShelfBms* b : fitting) {
      const Element* now = f_.element(ElementKind::Bms, k);
      if (now && now->peak && b->bms.peak.value_or(b->bms.continuous.value_or(Ampere(0))) < *now->peak) continue;
      if (offered++ > 1) break;
      add(fmt::format("board of {}: {}", m.name, b->bms.name), b->price, fmt::format("/packs/{}/bms", k),
          [k, b](const Plan& p) { return withShelfBms(p, k, *b); });
    }
  }

  void moreCells(std::size_t k) {
    const Pack& pack = plan_.packs[k];
    const Makeup made = makeupOf(plan_, pack);
    if (made.box || !pack.parallel) return;
    for (int more = 1; more <= morePieces; ++more) {
      const int cells = cellsToBuy(made.series, made.parallel + more) - cellsToBuy(made.series, made.parallel);
      const Known<Money> price = made.cell.price ? Known<Money>(*made.cell.price * static_cast<double>(cells)) : std::nullopt;
      const Fix fix{"", {{fmt::format("/packs/{}/parallel", k), static_cast<double>(made.parallel + more)}}};
      add(fmt::format("{} of {}: {} side by side", shownName(pack), shownName(made.cell), made.parallel + more), price,
          fix.edits.front().first, [fix](const Plan& p) { return withFix(p, fix); });
    }
  }

  void limit() {
    const Known<Ampere> now = highestLimit(plan_);
    if (!now) return;
    for (const double share : {0.9, 0.8, 0.7, 0.6, 0.5}) {
      const Ampere to(std::floor(now->value() * share));
      if (to < Ampere(3)) continue;
      edit({fmt::format("controller set to {}", amps(to)), {{"/bike/controller/current_max_A", to.value()}}});
    }
  }

  void joining() {
    if (plan_.packs.size() < 2) return;
    for (const Method m : {Method::Combiner, Method::Direct, Method::Schottky, Method::Selector})
      if (m != plan_.joining.method) edit({fmt::format("joined by: {}", wordOf(m)), {{"/joining/method", std::string(wordOf(m))}}});
    for (const Policy p : {Policy::Together, Policy::SmallFirst, Policy::StockFirst, Policy::Manual})
      if (p != plan_.joining.policy) edit({fmt::format("who goes first: {}", wordOf(p)), {{"/joining/policy", std::string(wordOf(p))}}});
    edit(joinerFor(plan_, f_));
  }

  void charger(std::size_t i) {
    const Charger& c = plan_.chargers[i];
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      const PackModel& m = f_.packs[k].model;
      if (!serves(c, m.id)) continue;
      const std::string at = fmt::format("/chargers/{}/", i);
      edit({fmt::format("another charger instead of {}: {} for {}", shownName(c), volts(m.full), m.name),
            {{at + "output_V", m.full.value()}, {at + "chemistry", std::string(wordOf(m.chemistry))}}});
      add(fmt::format("{} not charged by {}", m.name, shownName(c)), Money(0), fmt::format("/chargers/{}/for", i),
          [i, id = m.id](const Plan& p) -> Expected<Plan> {
            Plan next = p;
            std::erase(next.chargers[i].forPacks, id);
            return next;
          });
    }
  }

  void leftOff(const Pack& p) {
    add(fmt::format("ride without {}", shownName(p)), Money(0), "/packs/" + p.id + "/off", [id = p.id](const Plan& plan) -> Expected<Plan> {
      if (plan.packs.size() < 2) return unexpected("packs", id, "another pack to ride on");
      for (std::size_t k = 0; k < plan.packs.size(); ++k)
        if (plan.packs[k].id == id) return without(plan, "/packs", k);
      return unexpected("packs", id, "a pack of the plan");
    });
    out_.back().shifts = true;
  }

  /// Of those that make the same plan the first stays; those that are refused or change nothing go.
  void withoutTwins() {
    std::vector<Change> kept;
    std::vector<Plan> made;
    for (Change& c : out_) {
      Expected<Plan> next = c.apply(plan_);
      if (!next) continue;
      next->provenance = plan_.provenance;
      if (*next == plan_ || std::find(made.begin(), made.end(), *next) != made.end()) continue;
      made.push_back(std::move(*next));
      kept.push_back(std::move(c));
    }
    out_ = std::move(kept);
  }

  const Plan& plan_;
  const Assessment& a_;
  const Figures& f_;
  const Catalogue& parts_;
  const Shelf& shelf_;
  std::vector<Change> out_;
};

}  // namespace

std::vector<Change> changesFor(const Plan& plan, const Assessment& assessment, const Given& given, const Shelf& shelf) {
  return Collector(plan, assessment, given, shelf).collect();
}

}  // namespace usherwright
