// The harness laid out.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/wiring/harness_drawings.h"
#include "core/drawing/wiring/lead_words.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double apart = 9;        // from the middle of a lead to each conductor
constexpr double rowHeight = 116;  // with the charge port below
constexpr double boxHeight = 52;

constexpr double plugHalf = 32, fuseHalf = 26;  // half widths

/// Boxes have their width, what is left goes to the leads.
struct Columns {
  double pack, packEnd, fuse, plug, leadEnd, jointEnd, mainPlug, controller, end;
};
Columns columnsOf(double width) {
  constexpr double margin = 8, gap = 9;
  const double box = std::clamp(width * 0.13, 84.0, 124.0), joint = std::clamp(width * 0.1, 58.0, 90.0);
  const double plug = margin + box + gap + 2 * fuseHalf + gap + plugHalf;
  const double spare = width - plug - plugHalf - joint - gap - 2 * plugHalf - box - margin;
  const double leadEnd = plug + plugHalf + spare * 0.55, jointEnd = leadEnd + joint;
  return {margin,        margin + box, margin + box + gap + fuseHalf, plug,
          leadEnd,       jointEnd,     jointEnd + gap + plugHalf,     width - margin - box,
          width - margin};
}

/// Both figures, or only the first where there is no room for two.
std::string fitted(const std::string& words, const char* between, double room) {
  if (textWidth(words, Face::SmallFigure) <= room) return words;
  return elided(words.substr(0, words.find(between)), Face::SmallFigure, room);
}

class LaidOut {
 public:
  LaidOut(const Subject& s, Size size) : s_(s), w_(s.assessment.figures.wiring), pen_(d_), x_(columnsOf(size.width)) {
    d_.width = size.width;
    d_.height = size.height;
  }

  Drawing make() {
    const std::size_t count = s_.plan.packs.size();
    if (count == 0) return std::move(d_);
    const double row = std::max(rowHeight, std::min(150.0, d_.height / static_cast<double>(count)));
    top_ = std::max(0.0, (d_.height - row * static_cast<double>(count)) / 2);
    for (std::size_t k = 0; k < count; ++k) pack(k, top_ + row * (static_cast<double>(k) + 0.42));
    joint(top_ + row * 0.42, top_ + row * (static_cast<double>(count) - 0.58));
    for (const HarnessLead& l : w_.harness.leads)
      if (l.isRun) d_.description += leadWords(s_, l) + ". ";
    return std::move(d_);
  }

 private:
  const HarnessNode& node(const std::string& id) const { return *w_.harness.node(id); }

  /// Both conductors from x to x at a height, and the lead's part over them.
  void conductors(double from, double to, double y, double width) {
    pen_.line({{from, y - apart}, {to, y - apart}}, Ink::Copper, width);
    pen_.line({{from, y + apart}, {to, y + apart}}, Ink::Ink, width);
  }

  void lead(const HarnessLead& l, double from, double to, double y) {
    const LeadFigures& f = *w_.of(l.id);
    const auto size = parseWireSize(l.run.size);
    const double width = size ? std::clamp(1.6 * std::sqrt(size->area.value()), 1.5, 8.0) : 2.0;
    conductors(from, to, y, width);
    if (f.sheathSustained) {
      Shape& warmth = pen_.line({{from + 6, y}, {to - 6, y}}, Ink::Soft, 3, warmthPattern(*f.sheathSustained));
      warmth.heat = warmthOf(*f.sheathSustained);
    }
    Shape& zone = pen_.rectangle({from, y - apart - 6}, {to, y + apart + 6}, Ink::None);
    zone.part = l.id;
    zone.tip = leadWords(s_, l);
    const double middle = (from + to) / 2, room = to - from - 8;
    pen_.text({middle, y - apart - 12}, fitted(sizeWords(s_, l), "  ", room), Face::SmallFigure, Ink::Ink, Anchor::Middle);
    pen_.text({middle, y + apart + 22}, fitted(warmWords(f), " · ", room), Face::SmallFigure, Ink::Soft, Anchor::Middle);
    mark(l.id, {middle, y - apart - 34}, l.planned >= 0 ? fmt::format("/wiring/runs/{}/", l.planned) : std::string());
  }

  /// The worst finding about a part, or about its fields (`at` of the plan), stands beside it.
  void mark(const std::string& id, Point at, const std::string& fields = {}) {
    std::optional<Severity> worst;
    for (const Finding& f : s_.assessment.findings) {
      const bool about = f.part == id || f.element == id || (!fields.empty() && f.pointer.starts_with(fields));
      if (about && (!worst || f.severity < *worst)) worst = f.severity;
    }
    if (worst) pen_.severity(at, static_cast<int>(*worst));
  }

  void box(const HarnessNode& n, Point low, Point high, const std::string& second, Ink fill, Ink words) {
    Shape& b = pen_.rectangle(low, high, fill, Ink::Deep, 4);
    b.width = 1.5;
    b.part = n.id;
    b.tip = n.name + ": " + n.detail;
    const double middle = (low.x + high.x) / 2, y = (low.y + high.y) / 2, room = high.x - low.x - 8;
    pen_.text({middle, y - 3}, elided(n.name, Face::Title, room), Face::Title, words, Anchor::Middle);
    pen_.text({middle, y + 15}, elided(second, Face::SmallFigure, room), Face::SmallFigure, words, Anchor::Middle);
  }

  /// Both halves by their contacts: plus above, minus below, sockets round and pins flat.
  void plug(const HarnessNode& n, double x, double y, const std::string& words) {
    constexpr double half = 15, high = 21;
    for (const bool bike : {false, true}) {
      const double left = bike ? x + 1 : x - 2 * half - 1;
      Shape& b = pen_.rectangle({left, y - high}, {left + 2 * half, y + high}, Ink::Card, n.known ? Ink::Ink : Ink::Mind, 4);
      b.width = 1.5;
      b.pattern = n.known ? Pattern::Solid : Pattern::Dashed;
      b.part = n.id;
      b.tip = fmt::format("{}: {}, {} half", n.name, n.detail, bike ? "the bike's" : "the live");
      for (const double pole : {-apart, apart}) {
        const Ink ink = pole < 0 ? Ink::Copper : Ink::Ink;
        if (bike) pen_.rectangle({left + half - 7, y + pole - 2.5}, {left + half + 7, y + pole + 2.5}, ink, Ink::None, 2);
        else pen_.circle({left + half, y + pole}, 5, Ink::None, ink).width = 2;
      }
    }
    double line = y + high + 15;
    for (const std::string& part : inLines(words.substr(0, words.find(',')), Face::Small, 2 * plugHalf + 16, 2)) {
      pen_.text({x, line}, part, Face::Small, n.known ? Ink::Soft : Ink::Mind, Anchor::Middle);
      line += 14;
    }
    mark(n.id, {x, y - high - 12}, n.pointer);
  }

  void fuse(const HarnessNode& n, double y) {
    constexpr double half = fuseHalf, high = 9;
    const bool none = n.detail == "none";
    conductors(x_.fuse - half, x_.fuse + half, y, 2);
    Shape& b = pen_.rectangle({x_.fuse - half, y - apart - high}, {x_.fuse + half, y - apart + high}, Ink::Card,
                              none || !n.known ? Ink::Mind : Ink::Copper, 9);
    b.width = 1.5;
    b.pattern = none || !n.known ? Pattern::Dashed : Pattern::Solid;
    b.part = n.id;
    b.tip = n.name + ": " + n.detail;
    const auto comma = n.detail.find(", ");
    pen_.text({x_.fuse, y - apart + 4}, n.known ? n.detail.substr(0, comma) : "fuse?", Face::SmallFigure, Ink::Ink, Anchor::Middle);
    if (comma != std::string::npos)
      pen_.text({x_.fuse, y + apart + 22}, n.detail.substr(comma + 2), Face::SmallFigure, Ink::Soft, Anchor::Middle);
    mark(n.id, {x_.fuse, y - apart - 22}, fmt::format("/packs/{}/fuse/", n.pack));
  }

  void pack(std::size_t k, double y) {
    const PackModel& m = s_.assessment.figures.packs[k].model;
    conductors(x_.packEnd, x_.plug, y, 2);
    box(node(m.id), {x_.pack, y - boxHeight / 2}, {x_.packEnd, y + boxHeight / 2},
        fmt::format("{}S {} V", m.series, formatNumber(m.full.value())), Ink::Shoal, Ink::Ink);
    fuse(node(m.id + "/fuse"), y);
    const HarnessNode& p = node(m.id + "/plug");
    const HarnessLead& l = *w_.harness.lead(m.id + "/lead");
    lead(l, x_.plug + plugHalf, x_.leadEnd, y);
    plug(p, x_.plug, y, p.known ? p.detail : "plug?");
    port(node(m.id + "/port"), y);
  }

  void port(const HarnessNode& n, double y) {
    const double down = y + boxHeight / 2 + 32, from = x_.pack + 20;
    pen_.line({{from, y + boxHeight / 2}, {from, down}, {from + 22, down}}, Ink::Copper, 1.5);
    const double room = x_.leadEnd - from - 40;
    Shape& words = pen_.text({from + 28, down + 5}, elided("charge port: " + n.detail, Face::Small, room), Face::Small,
                             n.known ? Ink::Soft : Ink::Mind);
    words.part = n.id;
    words.tip = n.name + ": " + n.detail;
    mark(n.id, {from + 40 + std::min(room, textWidth("charge port: " + n.detail, Face::Small)), down});
  }

  /// As high as all its inputs, so that no lead crosses another.
  void joint(double first, double last) {
    const double y = (first + last) / 2;
    const HarnessNode& n = node("joint");
    const HarnessNode* p = w_.harness.node("main/plug");
    const HarnessLead& l = *w_.harness.lead("main/lead");
    lead(l, p ? x_.mainPlug + plugHalf : x_.jointEnd, x_.controller, y);
    if (p) {
      conductors(x_.jointEnd, x_.mainPlug, y, 2);
      plug(*p, x_.mainPlug, y, p->detail);
    }
    const Ampere total = s_.plan.joining.part.total.value_or(Ampere(0));
    box(n, {x_.leadEnd, first - boxHeight / 2}, {x_.jointEnd, last + boxHeight / 2},
        s_.plan.packs.size() < 2 ? "one pack"
        : total > Ampere(0)      ? formatNumber(total.value()) + " A"
                                 : n.detail,
        Ink::Card, Ink::Ink);
    mark("joint", {(x_.leadEnd + x_.jointEnd) / 2, first - boxHeight / 2 - 12});
    box(node("controller"), {x_.controller, y - boxHeight / 2}, {x_.end, y + boxHeight / 2}, node("controller").detail, Ink::Deep,
        Ink::OnDeep);
  }

  const Subject& s_;
  const HarnessFigures& w_;
  Drawing d_;
  Pen pen_;
  Columns x_;
  double top_ = 0;
};

}  // namespace

Drawing harnessLaidOut(const Subject& subject, Size size) { return LaidOut(subject, size).make(); }

double harnessHeight(const Plan& plan) { return rowHeight * static_cast<double>(std::max<std::size_t>(1, plan.packs.size())) + 20; }

}  // namespace usherwright::drawing
