// JOIN-03 to 05 and LIM: what every element on the way carries, alone and together.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

constexpr double dearShare = 0.10;                           // of the budget
constexpr double tooWide = 3.0;                              // times the rest
constexpr double littleAtPeak = 0.10, littleForLong = 0.25;  // a quarter for heat: rating and air are never those of the day

/// The next rating above a need, of the usual sizes.
double nextSize(double need, std::span<const double> sizes) {
  const auto found = std::find_if(sizes.begin(), sizes.end(), [&](double s) { return s >= need - 1e-9; });
  return found == sizes.end() ? std::ceil(need / 10) * 10 : *found;
}

constexpr std::array joinerSizes{10.0, 15.0, 20.0, 30.0, 40.0, 50.0, 60.0, 80.0, 100.0, 150.0};
constexpr std::array joinerVolts{40.0, 60.0, 80.0, 100.0, 150.0, 200.0};

/// What to do about an element that carries too little; never a stronger fuse, which protects less.
std::string remedyFor(const Element& e) {
  switch (e.kind) {
    case ElementKind::Cells: return "More cells in parallel or a stronger cell, or a lower limit in the controller's own setting.";
    case ElementKind::Bms: return "A board made for it, or a lower limit in the controller's own setting.";
    case ElementKind::Fuse:
      return "A lower limit in the controller's own setting; a larger fuse only where every wire and plug behind it carries more than the "
             "fuse does.";
    case ElementKind::Plug:
    case ElementKind::MainPlug: return "A larger plug, or a lower limit in the controller's own setting.";
    case ElementKind::Lead:
    case ElementKind::MainLead: return "A thicker lead, or a lower limit in the controller's own setting.";
    case ElementKind::JoinerInput:
    case ElementKind::JoinerTotal: return "The next size of joiner, or a lower limit in the controller's own setting.";
  }
  return "A lower limit in the controller's own setting.";
}

/// The limit that the controller would have to be set to for an element to carry the peak.
double limitFor(const Context& c, const Element& e) {
  return std::floor((*e.counted() - c.figures.demand.tolerance - c.figures.demand.accessories).value() * 2) / 2;
}

/// Adds the cure "set the controller lower", where there is a limit that holds.
void offerLowerLimit(const Context& c, const Element& e, Finding& f) {
  const double below = limitFor(c, e);
  if (below < 1 || (e.pack >= 0 && !drainedByController(c, static_cast<std::size_t>(e.pack)))) return;
  f.what += fmt::format(" {} A or less there.", formatNumber(below));
  f.fixes.push_back(
      setTo(fmt::format("Set the controller to {} A", formatNumber(below)), "/bike/controller/current_max_A", FieldValue{below}));
  f.remedies.push_back(f.fixes.back());
}

void join03(const Context& c, Findings& out) {
  if (c.plan.packs.size() < 2) return;
  for (const Element& e : c.figures.elements) {
    const bool own = e.kind == ElementKind::Bms || e.kind == ElementKind::Plug || e.kind == ElementKind::Lead;
    if (!own || e.pack < 0 || !drainedByController(c, static_cast<std::size_t>(e.pack))) continue;  // JOIN-18
    if (!e.headroomAtPeak() || *e.headroomAtPeak() >= 0) continue;
    Finding f = inJoining("JOIN-03", Severity::Stop, e.id, e.pointer);
    f.element = e.id;
    const Versus v = versus(*e.peak, *e.counted());
    f.sentence = fmt::format("Alone, the {} carries {}; the bike draws up to {}.", e.name, v.right, v.left);
    f.why = "When the other pack is lower, empty or unplugged, this one carries the whole bike by itself.";
    f.what = remedyFor(e);
    offerLowerLimit(c, e, f);
    f.headline = *e.peak / *e.counted();
    f.working = {
        "Each pack alone", "I_peak = I_limit + ΔI ≤ rating", {}, v.against(), "a one-way joiner lets the fuller pack carry everything"};
    addPeak(c, f.working);
    f.working.inputs.push_back(input(c, "rating", e.name, v.right, e.pointer));
    out.push_back(std::move(f));
  }
}

void join04(const Context& c, Findings& out) {
  if (!hasJoiner(c) || !c.figures.demand.peak) return;
  const JoinPart& part = c.plan.joining.part;
  if (!part.input && !part.total) return;
  const bool inputIsLower = part.input && (!part.total || *part.input <= *part.total);
  const Ampere rating = inputIsLower ? *part.input : *part.total;
  const Ampere peak = *c.figures.demand.peak;
  if (!exceeds(peak.value() * 1.25, rating.value())) return;
  Finding f = inJoining("JOIN-04", exceeds(peak.value(), rating.value()) ? Severity::Stop : Severity::Mind, "joint",
                        inputIsLower ? "/joining/part/input_A" : "/joining/part/total_A");
  f.element = "joint/total";
  const Versus v = versus(rating, peak * 1.25);
  f.sentence = fmt::format("The joiner is rated {} {}; the bike draws up to {}, and 1.25 times that is {}.", v.left,
                           inputIsLower ? "per input" : "in total", text(peak), v.right);
  f.why =
      "All current goes through one input whenever one pack is fuller; a joiner at its limit gets hot, and a failed one may conduct both "
      "ways.";
  const double next = nextSize(peak.value() * 1.25, joinerSizes);
  f.what = fmt::format("The next size: {} A.", formatNumber(next));
  f.fixes.push_back({fmt::format("A joiner of {} A", formatNumber(next)),
                     {{"/joining/part/input_A", FieldValue{next}}, {"/joining/part/total_A", FieldValue{next}}}});
  f.headline = peak / rating;
  f.working = {
      "Joiner rating", "rating ≥ 1.25 · I_peak, each input and the total", {}, v.against(), "continuous rating with a quarter kept"};
  addPeak(c, f.working);
  f.working.inputs.push_back(input(c, "rating", "joiner", v.left, f.pointer));
  out.push_back(std::move(f));
}

void join05(const Context& c, Findings& out) {
  if (!hasJoiner(c) || !c.plan.joining.part.voltage) return;
  const auto highest = std::max_element(c.figures.packs.begin(), c.figures.packs.end(),
                                        [](const PackFigures& a, const PackFigures& b) { return a.model.full < b.model.full; });
  const Volt rating = *c.plan.joining.part.voltage;
  if (!exceeds(highest->model.full.value(), rating.value())) return;
  const Versus v = versus(rating, highest->model.full);
  Finding f = inJoining("JOIN-05", Severity::Stop, "joint", "/joining/part/voltage_V");
  f.sentence = fmt::format("The joiner is rated {}; {} stands at {} when full.", v.left, highest->model.name, v.right);
  f.why = "Above its voltage the switches inside break down, mostly into a short that joins the packs directly.";
  const double next = nextSize(highest->model.full.value() * 1.1, joinerVolts);
  f.what = fmt::format("A joiner for {} V.", formatNumber(next));
  f.fixes.push_back({fmt::format("A joiner for {} V", formatNumber(next)), {{"/joining/part/voltage_V", FieldValue{next}}}});
  f.headline = highest->model.full / rating;
  f.working = {"Joiner voltage",
               "rating ≥ highest S · U_charge",
               {input(c, "rating", "joiner", v.left, "/joining/part/voltage_V"), input(c, "U_full", highest->model.name, v.right)},
               v.against(),
               "blocking voltage of the switches"};
  out.push_back(std::move(f));
}

Finding narrowsFinding(const Context& c, std::string id, Severity severity, const Element& e) {
  Finding f = inJoining(std::move(id), severity, e.id, e.pointer);
  f.station = e.kind == ElementKind::Cells || e.kind == ElementKind::Bms ? Station::Pack : Station::Joining;
  f.element = e.id;
  f.working = {"What the elements carry",
               "headroom = rating / I_peak − 1 and continuous / I_sustained − 1",
               {},
               "",
               "every element in the path carries the whole current"};
  addPeak(c, f.working);
  std::vector<const Element*> order;
  for (const Element& other : c.figures.elements)
    if (other.headroomAtPeak()) order.push_back(&other);
  std::stable_sort(order.begin(), order.end(),
                   [](const Element* a, const Element* b) { return *a->headroomAtPeak() < *b->headroomAtPeak(); });
  for (std::size_t i = 0; i < order.size() && i < 6; ++i)
    f.working.inputs.push_back(input(c, i == 0 ? "narrows" : "then", order[i]->name,
                                     fmt::format("{}, {}{}", text(*order[i]->counted()), *order[i]->headroomAtPeak() >= 0 ? "+" : "",
                                                 percent(*order[i]->headroomAtPeak())),
                                     order[i]->pointer));
  f.what = remedyFor(e);
  const auto next = std::find_if(order.begin(), order.end(), [&](const Element* other) { return other->id != e.id; });
  if (next != order.end()) f.what += fmt::format(" The next limit behind it: {}, {}.", (*next)->name, text(*(*next)->counted()));
  return f;
}

void lim01(const Context& c, Findings& out) {
  for (const Element& e : c.figures.elements) {
    if (e.kind == ElementKind::Fuse) continue;  // it opens and burns nothing: WIRE-05 where it does not hold the peak, else LIM-02
    const bool atPeak = e.headroomAtPeak() && *e.headroomAtPeak() < 0;
    const bool forLong = e.headroomSustained() && *e.headroomSustained() < 0;
    if (!atPeak && !forLong) continue;
    const bool narrows = &e == c.figures.tightest();
    Finding f = narrowsFinding(c, "LIM-01", Severity::Stop, e);
    const Versus v = atPeak ? versus(*e.peak, *e.counted()) : versus(*e.sustained, *e.continuous);
    f.sentence = atPeak ? fmt::format("{}he {} {} {}; the bike draws up to {}.", narrows ? "The narrows: t" : "T", e.name, carries(e),
                                      v.right, v.left)
                        : fmt::format("For long the {} {} {}; the hill takes {} for as long as it lasts{}.", e.name, carries(e), v.right,
                                      v.left, c.figures.demand.sustainedAssumed ? " (assumed: half of the limit)" : "");
    f.why = atPeak ? "What carries more than it is made for gets hot, trips or burns."
                   : "A short-time rating and a boost time excuse the peak; nothing excuses the hill.";
    if (atPeak) offerLowerLimit(c, e, f);
    f.headline = std::max(atPeak ? *e.peak / *e.counted() : 0.0, forLong ? *e.sustained / *e.continuous : 0.0);
    f.working.result = v.against();
    out.push_back(std::move(f));
  }
}

void littleHeadroom(const Context& c, const Element& e, bool isNarrows, Findings& out) {
  const double atPeak = e.headroomAtPeak().value_or(1.0);
  const double sustained = e.headroomSustained().value_or(1.0);
  const bool opensOnly = e.kind == ElementKind::Fuse;  // LIM-01 leaves it to this rule
  if (!opensOnly && (atPeak < 0 || sustained < 0)) return;
  const bool pastPrint = opensOnly && atPeak < 0;
  const bool tightAtPeak = isNarrows && atPeak < littleAtPeak - 1e-6;
  if (!pastPrint && !tightAtPeak && sustained >= littleForLong - 1e-6) return;
  Finding f = narrowsFinding(c, "LIM-02", Severity::Mind, e);
  const Versus v = pastPrint ? versus(*e.counted(), *e.peak) : Versus{text(*e.counted()), text(*e.peak)};
  f.sentence = pastPrint ? fmt::format("The {} is rated {}, the peak is {}: it holds it for a while only.", e.name, v.left, v.right)
               : tightAtPeak
                   ? fmt::format("The {} {} {} against the {} peak: {} to spare.", e.name, carries(e), v.left, v.right, percent(atPeak))
                   : fmt::format("The {} {} {} against {} sustained: {} to spare.", e.name, carries(e), text(*e.continuous),
                                 text(*e.sustained), percent(sustained));
  f.why = "Little is left for a hot day, a worn part or a tolerance; this is what stops you first.";
  f.headline = 1 / (1 + std::min(atPeak, sustained));
  f.working.result = fmt::format("{}{} at peak, {} sustained", atPeak < 0 ? "" : "+", percent(atPeak), percent(sustained));
  out.push_back(std::move(f));
}

/// The narrows at peak; and whatever is tight for as long as the hill lasts, which a boost time at the peak excuses nowhere.
void lim02(const Context& c, Findings& out) {
  for (const Element& e : c.figures.elements) littleHeadroom(c, e, &e == c.figures.tightest(), out);
}

void lim03(const Context& c, Findings& out) {
  if (!c.plan.budget || *c.plan.budget <= Money(0)) return;
  const Element* widest = nullptr;
  double most = 0;
  for (const Element& e : c.figures.elements) {
    if (e.kind != ElementKind::Cells || !e.headroomAtPeak()) continue;
    const auto k = static_cast<std::size_t>(e.pack);
    const Known<Money> cost = c.figures.packs[k].model.cost;
    if (!cost || *cost <= *c.plan.budget * dearShare) continue;
    // The rest of the same way: what else its current goes through.
    double rest = 0;
    for (const Element& other : c.figures.elements)
      if (&other != &e && (other.pack == e.pack || other.pack < 0) && other.counted()) rest = std::max(rest, other.counted()->value());
    const double ratio = rest > 0 ? e.counted()->value() / rest : 0;
    if (ratio <= tooWide || ratio <= most) continue;
    most = ratio;
    widest = &e;
  }
  if (!widest) return;
  Finding f = inJoining("LIM-03", Severity::Note, widest->id, widest->pointer);
  f.station = Station::Pack;
  f.sentence = fmt::format("The {} carry {}, {} times what anything else on the way carries.", widest->name, text(*widest->counted()),
                           formatNumber(most, 2));
  f.why = "Strength behind a narrower part cannot be used; money could go elsewhere.";
  f.what = "Fewer cells in parallel, or cells made for energy rather than current.";
  f.headline = most;
  f.working = {"Wider than the rest",
               "rating > 3 · the largest of the rest, and above 10 % of the budget",
               {input(c, "rating", widest->name, text(*widest->counted()), widest->pointer)},
               formatNumber(most, 2) + " times",
               "a chain is as strong as its weakest link"};
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> limitsRules() {
  static constexpr std::array rows{Rule{"JOIN-03", "Stop", "a pack alone cannot carry the peak", join03},
                                   Rule{"JOIN-04", "Stop, Mind", "joiner rating below the peak, or below 1.25 times it", join04},
                                   Rule{"JOIN-05", "Stop", "joiner voltage below the highest full voltage", join05},
                                   Rule{"LIM-01", "Stop", "an element below the peak, or below what is carried for long", lim01},
                                   Rule{"LIM-02", "Mind", "headroom below 10 % at peak or 25 % sustained", lim02},
                                   Rule{"LIM-03", "Note", "a dear part is far wider than the rest", lim03}};
  return rows;
}

}  // namespace usherwright::rules
