// JOIN and LIM rules: do the packs meet safely, and what is the narrows?
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/rule.h"

namespace usherwright::rules {
namespace {

bool isJoined(const Context& c) { return c.plan.packs.size() > 1; }
bool isDirect(const Context& c) { return isJoined(c) && c.plan.joining.method == Method::Direct; }
bool hasJoiner(const Context& c) { return isJoined(c) && c.plan.joining.method != Method::Direct; }

const Fix useJoiner{"Use a one-way joiner", {{"/joining/method", FieldValue{std::string("combiner")}}}};

Finding begin(std::string id, Severity severity, std::string part, std::string pointer) {
  return finding({std::move(id), severity, Station::Joining, std::move(part), std::move(pointer)});
}

/// The next rating above a need, of the usual sizes.
double nextSize(double need, std::span<const double> sizes) {
  const auto found = std::find_if(sizes.begin(), sizes.end(), [&](double s) { return s >= need - 1e-9; });
  return found == sizes.end() ? std::ceil(need / 10) * 10 : *found;
}

constexpr std::array joinerSizes{10.0, 15.0, 20.0, 30.0, 40.0, 50.0, 60.0, 80.0, 100.0, 150.0};
constexpr std::array joinerVolts{40.0, 60.0, 80.0, 100.0, 150.0, 200.0};

}  // namespace

void join01(const Context& c, Findings& out) {
  if (!isDirect(c)) return;
  const PackModel& a = c.figures.packs.front().model;
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& b = c.figures.packs[k].model;
    const bool series = a.series != b.series;
    const bool chemistry = a.chemistry != b.chemistry;
    const bool nimh = b.chemistry == Chemistry::Nimh;
    if (!series && !chemistry && !nimh) continue;
    Finding f = begin("JOIN-01", Severity::Stop, b.id, "/joining/method");
    f.sentence = nimh ? fmt::format("{} is nimh: it is never joined directly.", b.name)
                      : fmt::format("{} is {}S {} and {} is {}S {}: they may not be joined directly.", a.name, a.series,
                                    factsOf(a.chemistry).name, b.name, b.series, factsOf(b.chemistry).name);
    f.why =
        "Packs joined directly force one voltage on each other: the lower one is overcharged by the higher, through a path without a "
        "limit.";
    f.what = "A one-way joiner (within its conditions), one at a time, or packs of one kind.";
    f.fixes.push_back(useJoiner);
    f.headline = 1;
    f.working = {
        "Alike enough to join directly",
        "same chemistry and same series count, not nimh",
        {input(c, "S_a", a.name, std::to_string(a.series) + "S " + std::string(factsOf(a.chemistry).name), packPointer(0, "series")),
         input(c, "S_b", b.name, std::to_string(b.series) + "S " + std::string(factsOf(b.chemistry).name), packPointer(k, "series"))},
        "unlike",
        "equal full voltage and equal rest curve"};
    out.push_back(std::move(f));
  }
}

void join02(const Context& c, Findings& out) {
  if (!isDirect(c) || !c.figures.window || !c.figures.window->window) return;
  const ConnectWindow& w = *c.figures.window;
  if (w.mayConnect) return;
  const PackFigures& high = c.figures.packs[c.figures.windowHigh];
  const PackFigures& low = c.figures.packs[c.figures.windowLow];
  Finding f = begin("JOIN-02", Severity::Stop, low.model.id, packPointer(c.figures.windowLow, "soc"));
  const Volt target = (high.model.restVoltage() - *w.window);
  f.sentence = fmt::format("{} and {} are {} apart; joined directly only {} is safe, and {} would flow.", high.model.name, low.model.name,
                           text(w.gap), text(*w.window), text(w.peak));
  f.why = fmt::format("At the moment of plugging in, only resistance holds the current; {} may take {} ({}).", low.model.name,
                      text(*w.allowed), w.limiting == "receiving_charge_limit" ? "its charge limit" : w.limiting);
  f.what = fmt::format("Charge {} to {} or more, or let {} rest and ride it down; or use a one-way joiner.", low.model.name, text(target),
                       high.model.name);
  f.fixes.push_back(useJoiner);
  f.headline = w.window->value() > 0 ? w.gap / *w.window : 1e3;
  f.working = {"Connect window",
               "ΔU_max = I_allow · ΣR; I_peak = ΔU / ΣR",
               {input(c, "ΔU", "rest voltages apart", text(w.gap)),
                input(c, "ΣR", "loop, without slow parts; 0.8 of what was not measured", text(w.loop)),
                input(c, "I_allow", w.limiting, text(*w.allowed))},
               fmt::format("{} against {}", text(w.gap), text(*w.window)),
               "Ohm's law at the first instant"};
  out.push_back(std::move(f));
}

void join03(const Context& c, Findings& out) {
  if (!isJoined(c)) return;
  for (const Element& e : c.figures.elements) {
    if (converterPack(c.plan) == static_cast<std::size_t>(std::max(e.pack, 0)) && e.pack >= 0) continue;  // JOIN-18
    const bool own = e.kind == ElementKind::Bms || e.kind == ElementKind::Fuse || e.kind == ElementKind::Plug;
    if (!own || !e.headroomAtPeak() || *e.headroomAtPeak() >= 0) continue;
    const PackModel& m = c.figures.packs[static_cast<std::size_t>(e.pack)].model;
    Finding f = begin("JOIN-03", Severity::Stop, e.id, e.pointer);
    f.element = e.id;
    f.sentence = fmt::format("Alone, the {} carries {}; the bike draws up to {}.", e.name, text(*e.counted()), text(*e.peak));
    f.why = "When the other pack is lower, empty or unplugged, this one carries the whole bike by itself.";
    f.what = "Limit the controller, use a stronger part, or keep a lower limit while the packs differ.";
    const Controller& controller = c.plan.bike.controller;
    const double below =
        std::floor((*e.counted() - controller.currentTolerance.value_or(Ampere(0)) - c.figures.demand.accessories).value() * 2) / 2;
    if (below >= 1)
      f.fixes.push_back({fmt::format("Keep {} A while {} may be alone", formatNumber(below), m.name),
                         {{"/joining/limit_while_apart_A", FieldValue{below}}}});
    f.headline = *e.peak / *e.counted();
    f.working = {"Each pack alone",
                 "I_peak = I_limit + ΔI ≤ rating",
                 {},
                 fmt::format("{} against {}", text(*e.peak), text(*e.counted())),
                 "a one-way joiner lets the fuller pack carry everything"};
    addPeak(c, f.working);
    f.working.inputs.push_back(input(c, "rating", e.name, text(*e.counted()), e.pointer));
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
  if (rating >= peak * 1.25) return;
  Finding f = begin("JOIN-04", rating < peak ? Severity::Stop : Severity::Mind, "joint",
                    inputIsLower ? "/joining/part/input_A" : "/joining/part/total_A");
  f.element = "joint/total";
  f.sentence = fmt::format("The joiner is rated {} {}; the bike draws up to {}, and 1.25 times that is {}.", text(rating),
                           inputIsLower ? "per input" : "in total", text(peak), text(peak * 1.25));
  f.why =
      "All current goes through one input whenever one pack is fuller; a joiner at its limit gets hot, and a failed one may conduct both "
      "ways.";
  const double next = nextSize(peak.value() * 1.25, joinerSizes);
  f.what = fmt::format("The next size: {} A.", formatNumber(next));
  f.fixes.push_back({fmt::format("A joiner of {} A", formatNumber(next)),
                     {{"/joining/part/input_A", FieldValue{next}}, {"/joining/part/total_A", FieldValue{next}}}});
  f.headline = peak / rating;
  f.working = {"Joiner rating",
               "rating ≥ 1.25 · I_peak, each input and the total",
               {},
               fmt::format("{} against {}", text(rating), text(peak * 1.25)),
               "continuous rating with a quarter kept"};
  addPeak(c, f.working);
  f.working.inputs.push_back(input(c, "rating", "joiner", text(rating), f.pointer));
  out.push_back(std::move(f));
}

void join05(const Context& c, Findings& out) {
  if (!hasJoiner(c) || !c.plan.joining.part.voltage) return;
  const auto highest = std::max_element(c.figures.packs.begin(), c.figures.packs.end(),
                                        [](const PackFigures& a, const PackFigures& b) { return a.model.full < b.model.full; });
  const Volt rating = *c.plan.joining.part.voltage;
  if (rating >= highest->model.full) return;
  Finding f = begin("JOIN-05", Severity::Stop, "joint", "/joining/part/voltage_V");
  f.sentence =
      fmt::format("The joiner is rated {}; {} stands at {} when full.", text(rating), highest->model.name, text(highest->model.full));
  f.why = "Above its voltage the switches inside break down, mostly into a short that joins the packs directly.";
  const double next = nextSize(highest->model.full.value() * 1.1, joinerVolts);
  f.what = fmt::format("A joiner for {} V.", formatNumber(next));
  f.fixes.push_back({fmt::format("A joiner for {} V", formatNumber(next)), {{"/joining/part/voltage_V", FieldValue{next}}}});
  f.headline = highest->model.full / rating;
  f.working = {"Joiner voltage",
               "rating ≥ highest S · U_charge",
               {input(c, "rating", "joiner", text(rating), "/joining/part/voltage_V"),
                input(c, "U_full", highest->model.name, text(highest->model.full))},
               fmt::format("{} against {}", text(rating), text(highest->model.full)),
               "blocking voltage of the switches"};
  out.push_back(std::move(f));
}

void join10(const Context& c, Findings& out) {
  if (!isJoined(c)) return;
  const double gap = c.figures.gaugeAtStart.value() - c.figures.truthAtStart.value();
  if (std::abs(gap) < 0.05) return;
  Finding f = begin("JOIN-10", Severity::Note, "joint", "");
  f.sentence = fmt::format("At rest the gauge will read {}; the packs together hold {}.", percent(c.figures.gaugeAtStart.value()),
                           percent(c.figures.truthAtStart.value()));
  f.why = "A gauge reads volts, and at rest the bus shows the highest pack only.";
  f.what = "Go by what is left, in Range, not by the gauge.";
  f.headline = std::abs(gap);
  f.working = {"Gauge against truth",
               "gauge = U⁻¹(U_bus/S); truth = Σ s·Q / ΣQ",
               {},
               fmt::format("{} shown, {} left", percent(c.figures.gaugeAtStart.value()), percent(c.figures.truthAtStart.value())),
               "rest curve of the first pack"};
  for (const PackFigures& p : c.figures.packs)
    f.working.inputs.push_back(
        input(c, "s, Q", p.model.name, fmt::format("{}, {} Ah", percent(p.model.soc.value()), formatNumber(p.model.capacity.value()))));
  out.push_back(std::move(f));
}

namespace {

Finding narrowsFinding(const Context& c, std::string id, Severity severity, const Element& e) {
  Finding f = begin(std::move(id), severity, e.id, e.pointer);
  f.station = e.kind == ElementKind::Cells || e.kind == ElementKind::Bms ? Station::Pack : Station::Joining;
  f.element = e.id;
  f.working = {"The narrows",
               "headroom = rating / I_peak − 1; the smallest of all elements",
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
  if (order.size() > 1) f.what = fmt::format("The next limit behind it: {}, {}.", order[1]->name, text(*order[1]->counted()));
  return f;
}

}  // namespace

void lim01(const Context& c, Findings& out) {
  if (c.figures.narrows < 0) return;
  const Element& e = c.figures.elements[static_cast<std::size_t>(c.figures.narrows)];
  if (*e.headroomAtPeak() >= 0) return;
  Finding f = narrowsFinding(c, "LIM-01", Severity::Stop, e);
  f.sentence = fmt::format("The narrows: the {} carries {}; the bike draws up to {}.", e.name, text(*e.counted()), text(*e.peak));
  f.why = "What carries more than it is made for gets hot, trips or burns.";
  f.headline = *e.peak / *e.counted();
  f.working.result = fmt::format("{} against {}", text(*e.peak), text(*e.counted()));
  out.push_back(std::move(f));
}

namespace {

void littleHeadroom(const Context& c, const Element& e, bool isNarrows, Findings& out) {
  const double atPeak = e.headroomAtPeak().value_or(1.0);
  const double sustained = e.headroomSustained().value_or(1.0);
  const bool tightAtPeak = isNarrows && atPeak < 0.10 - 1e-9;
  if (atPeak < 0 || (!tightAtPeak && sustained >= 0.25 - 1e-9)) return;
  Finding f = narrowsFinding(c, "LIM-02", Severity::Mind, e);
  f.sentence = tightAtPeak ? fmt::format("The {} carries {} against the {} peak: {} to spare.", e.name, text(*e.counted()), text(*e.peak),
                                         percent(atPeak))
                           : fmt::format("The {} carries {} against {} sustained: {} to spare.", e.name, text(*e.continuous),
                                         text(*e.sustained), percent(sustained));
  f.why = "Little is left for a hot day, a worn part or a tolerance; this is what stops you first.";
  f.headline = 1 / (1 + std::min(atPeak, sustained));
  f.working.result = fmt::format("+{} at peak, {} sustained", percent(atPeak), percent(sustained));
  out.push_back(std::move(f));
}

}  // namespace

/// The narrows at peak; and whatever is tight for as long as the hill lasts, which a boost time at the peak excuses nowhere.
void lim02(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.figures.elements.size(); ++i)
    littleHeadroom(c, c.figures.elements[i], static_cast<int>(i) == c.figures.narrows, out);
}

}  // namespace usherwright::rules
