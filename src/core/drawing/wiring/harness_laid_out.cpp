// The harness laid out.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <utility>

#include "core/drawing/wiring/harness_drawings.h"
#include "core/drawing/wiring/lead_words.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double apart = 9;        // from the middle of a lead to each conductor
constexpr double rowHeight = 116;  // with the charge port below
constexpr double boxHeight = 52;
constexpr double branchRow = 50, branchBox = 42;
constexpr double adapterHalf = 6, switchHalf = 13, smallHalf = 22;

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

/// Those that hang on one place, from left to right below it.
std::vector<std::size_t> tappedAt(const Plan& plan, bool (*isThere)(Tap)) {
  std::vector<std::size_t> out;
  for (std::size_t i = 0; i < plan.bike.accessories.size(); ++i)
    if (isThere(plan.bike.accessories[i].tap)) out.push_back(i);
  return out;
}
double branchesHeight(const Plan& plan) { return branchRow * static_cast<double>(plan.bike.accessories.size()); }

class LaidOut {
 public:
  LaidOut(const Subject& s, Size size) : s_(s), w_(s.assessment.figures.wiring), pen_(d_), x_(columnsOf(size.width)) {
    d_.width = size.width;
    d_.height = size.height;
  }

  Drawing make() {
    const std::size_t count = s_.plan.packs.size();
    if (count == 0) return std::move(d_);
    const double high = d_.height - branchesHeight(s_.plan);
    const double row = std::max(rowHeight, std::min(150.0, high / static_cast<double>(count)));
    top_ = std::max(0.0, (high - row * static_cast<double>(count)) / 2);
    for (std::size_t k = 0; k < count; ++k) pack(k, top_ + row * (static_cast<double>(k) + 0.42));
    joint(top_ + row * 0.42, top_ + row * (static_cast<double>(count) - 0.58));
    branches(top_ + row * 0.42, top_ + row * (static_cast<double>(count) - 0.58), top_ + row * static_cast<double>(count));
    for (const HarnessLead& l : w_.harness.leads)
      if (l.isRun()) d_.description += leadWords(s_, l) + ". ";
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
    onLead(l, from, to, y);
    const double middle = (from + to) / 2, room = to - from - 8;
    pen_.text({middle, y - apart - 12}, fitted(sizeWords(s_, l), "  ", room), Face::SmallFigure, Ink::Ink, Anchor::Middle);
    pen_.text({middle, y + apart + 22}, fitted(warmWords(f), " · ", room), Face::SmallFigure, Ink::Soft, Anchor::Middle);
    mark(l.id, {middle, y - apart - 34}, l.planned >= 0 ? fmt::format("/wiring/runs/{}/", l.planned) : std::string());
  }

  /// Adapters beside the plug that they begin at, the main switch before the controller.
  void onLead(const HarnessLead& l, double from, double to, double y) {
    const auto adapters = static_cast<double>(std::min<std::size_t>(l.run.adapters.size(), l.on.size()));
    const double step = std::min(2 * adapterHalf + 2, (to - from) / (2 * std::max(1.0, adapters)));
    double at = from + adapterHalf + 2;
    for (const std::size_t i : l.on) {
      const HarnessNode& n = w_.harness.nodes[i];
      if (n.kind == NodeKind::Switch) {
        mainSwitch(n, to - switchHalf - 4, y);
        continue;
      }
      Shape& body = pen_.rectangle({at - adapterHalf, y - apart - 7}, {at + adapterHalf, y + apart + 7}, Ink::Shoal, Ink::Ink, 4);
      body.width = 1.5;
      body.part = n.id;
      body.tip = n.name + ": " + n.detail;
      pen_.line({{at, y - apart - 7}, {at, y + apart + 7}}, Ink::Ink, 1);
      at += step;
    }
  }

  /// Both poles in one body, its blade open: so it is drawn in every state.
  void mainSwitch(const HarnessNode& n, double x, double y) {
    Shape& body =
        pen_.rectangle({x - switchHalf, y - apart - 8}, {x + switchHalf, y + apart + 8}, Ink::Card, n.known ? Ink::Ink : Ink::Mind, 4);
    body.width = 1.5;
    body.pattern = n.known ? Pattern::Solid : Pattern::Dashed;
    body.part = n.id;
    body.tip = n.name + ": " + n.detail;
    pen_.line({{x - 8, y + 4}, {x + 7, y - 7}}, Ink::Copper, 2);
    for (const double end : {-8.0, 8.0}) pen_.circle({x + end, y + 4}, 2, Ink::Copper, Ink::Copper);
    mark(n.id, {x, y - apart - 20}, "/wiring/main_switch/");
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

  /// On a branch that is one line for both conductors.
  void smallFuse(const HarnessNode& n, double x, double y, const std::string& fields) {
    const bool doubtful = n.detail == "none" || !n.known;
    Shape& b = pen_.rectangle({x - smallHalf, y - 9}, {x + smallHalf, y + 9}, Ink::Card, doubtful ? Ink::Mind : Ink::Copper, 8);
    b.width = 1.5;
    b.pattern = doubtful ? Pattern::Dashed : Pattern::Solid;
    b.part = n.id;
    b.tip = n.name + ": " + n.detail;
    pen_.text({x, y + 4}, n.known ? n.detail.substr(0, n.detail.find(", ")) : "fuse?", Face::SmallFigure, Ink::Ink, Anchor::Middle);
    mark(n.id, {x, y - 18}, fields);
  }

  /// Over a branch: what it can be pointed at by.
  void zone(const HarnessLead& l, Point low, Point high) {
    Shape& z = pen_.rectangle(low, high, Ink::None);
    z.part = l.id;
    z.tip = leadWords(s_, l);
  }

  void port(const HarnessNode& n, double y) {
    const double down = y + boxHeight / 2 + 32, from = x_.pack + 20;
    const std::string& pack = s_.plan.packs[static_cast<std::size_t>(n.pack)].id;
    const HarnessNode* fuse = w_.harness.node(pack + "/charge/fuse");
    const double end = from + (fuse ? 2 * smallHalf + 30 : 22);
    pen_.line({{from, y + boxHeight / 2}, {from, down}, {end, down}}, Ink::Copper, 1.5);
    zone(*w_.harness.lead(pack + "/charge"), {from - 6, y + boxHeight / 2}, {end, down + 7});
    const std::string fields = fmt::format("/packs/{}/charge_fuse/", n.pack);
    if (fuse) smallFuse(*fuse, from + smallHalf + 14, down, fields);
    else mark(pack + "/charge", {from - 12, down}, fields);
    const double room = x_.leadEnd - end - 30;
    const std::string said = elided("charge port: " + n.detail, Face::Small, room);
    Shape& words = pen_.text({end + 6, down + 5}, said, Face::Small, n.known ? Ink::Soft : Ink::Mind);
    words.part = n.id;
    words.tip = n.name + ": " + n.detail;
    mark(n.id, {end + 18 + std::min(room, textWidth(said, Face::Small)), down});
  }

  /// From a place down to its row, then through its fuse to the part: to the right, or to the left of what stands at the right edge.
  void branch(std::size_t i, Point from, double y, double away) {
    const std::string id = accessoryPart(i);
    const HarnessNode& part = node(id);
    const HarnessLead& l = *w_.harness.lead(id + "/lead");
    const HarnessNode* fuse = w_.harness.node(id + "/lead/fuse");
    const double near = from.x + away * 78, far = from.x + away * (78 + 120);
    pen_.line({from, {from.x, y}, {near, y}}, Ink::Copper, 1.5);
    zone(l, {std::min(from.x, near), y - 8}, {std::max(from.x, near), y + 8});
    if (fuse) smallFuse(*fuse, from.x + away * 42, y, {});
    const auto size = parseWireSize(l.run.size);
    box(part, {std::min(near, far), y - branchBox / 2}, {std::max(near, far), y + branchBox / 2},
        fmt::format("{}, {}", part.known ? part.detail : "W?", size ? size->shown() : "size?"), Ink::Card, Ink::Ink);
    mark(id, {far + away * 12, y}, fmt::format("/bike/accessories/{}/", i));
  }

  /// Below the packs, in an order that crosses nothing: of the controller, of the joint, of the packs; the longest stem outermost.
  void branches(double first, double last, double top) {
    double y = top + branchRow / 2;
    const auto next = [&] { return std::exchange(y, y + branchRow); };
    const auto own = tappedAt(s_.plan, [](Tap t) { return t == Tap::Controller; });
    double x = x_.end - 12 - 10 * static_cast<double>(own.size());
    for (const std::size_t i : own) branch(i, {x += 10, (first + last) / 2 + boxHeight / 2}, next(), -1);
    x = x_.jointEnd;
    for (const std::size_t i : tappedAt(s_.plan, [](Tap t) { return t == Tap::Bus; }))
      branch(i, {x -= 10, last + boxHeight / 2}, next(), 1);
    x = x_.pack;
    double out = first + boxHeight / 2 - 6;
    for (const std::size_t i : tappedAt(s_.plan, [](Tap t) { return t != Tap::Controller && t != Tap::Bus; })) {
      x = std::max(1.0, x - 2);
      pen_.line({{x_.pack, out}, {x, out}}, Ink::Copper, 1.5);
      branch(i, {x, out}, next(), 1);
      out -= 4;
    }
  }

  /// As high as all its inputs, so that no lead crosses another.
  void joint(double first, double last) {
    const double y = (first + last) / 2;
    const HarnessNode& n = node("joint");
    const HarnessNode* p = w_.harness.node("joint/plug");
    const HarnessLead& l = *w_.harness.lead("joint/lead");
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

double harnessHeight(const Plan& plan) {
  return rowHeight * static_cast<double>(std::max<std::size_t>(1, plan.packs.size())) + branchesHeight(plan) + 20;
}

}  // namespace usherwright::drawing
