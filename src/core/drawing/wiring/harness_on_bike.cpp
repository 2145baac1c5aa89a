// The harness along the tubes, in millimetres.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/drawing/wiring/harness_drawings.h"
#include "core/drawing/wiring/lead_words.h"
#include "core/harness/slack.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double tyre = 34;         // mm
constexpr double leadPixels = 3.5;  // a lead of true width would be a hair

class OnBike {
 public:
  explicit OnBike(const Subject& s) : s_(s), w_(s.assessment.figures.wiring), frame_(frameOf(s.plan.bike)), d_(worldOf({})), pen_(d_) {}

  Drawing make() {
    bicycle();
    for (std::size_t k = 0; k < s_.plan.packs.size(); ++k) pack(k);
    for (std::size_t k = 0; k < s_.plan.packs.size(); ++k) packLead(k);
    mainLead();
    accessories();
    for (const HarnessLead& l : w_.harness.leads)
      if (l.isRun()) d_.description += leadWords(s_, l) + ". ";
    return std::move(d_);
  }

 private:
  /// The world has y downwards.
  static Point map(FramePoint p) { return {p.x, -p.y}; }

  void bicycle() {
    double left = -frame_.wheelRadius, right = frame_.wheelbase + frame_.wheelRadius, high = 2 * frame_.wheelRadius;
    for (const Tube& t : frame_.tubes) {
      left = std::min({left, t.a.x, t.b.x});
      right = std::max({right, t.a.x, t.b.x});
      high = std::max({high, t.a.y, t.b.y});
    }
    d_.world = {{left - 60, -high - 60}, {right + 60, 30}};
    pen_.line({{left - 60, 0}, {right + 60, 0}}, Ink::BankLine, 1.5).steady = true;
    for (const auto* axles : {&frame_.farAxles, &frame_.axles})
      for (const FramePoint& axle : *axles)
        pen_.circle(map(axle), axle.y, Ink::None, axles == &frame_.axles ? Ink::Soft : Ink::BankLine).width = tyre;
    for (const Tube& t : frame_.tubes) pen_.line({map(t.a), map(t.b)}, Ink::BankLine, t.width);
    const Point saddle = map(frame_.tubes[2].b), bar = map(frame_.tubes[4].b);
    pen_.line({{saddle.x - 120, saddle.y - 12}, {saddle.x + 110, saddle.y}}, Ink::Soft, 22);
    pen_.line({{bar.x - 90, bar.y + 16}, bar, {bar.x + 40, bar.y + 6}}, Ink::Soft, 18);
  }

  void pack(std::size_t k) {
    const PackModel& m = s_.assessment.figures.packs[k].model;
    const auto place = placeOf(frame_, s_.plan.packs[k].mount);
    if (!place) return;
    const MountPlace& p = frame_.places[*place];
    const double a = p.angle * std::numbers::pi / 180, c = std::cos(a), s = std::sin(a);
    std::vector<Point> box;
    for (const auto& [u, v] : {std::pair{-1.0, -1.0}, {1.0, -1.0}, {1.0, 1.0}, {-1.0, 1.0}})
      box.push_back(map({p.at.x + u * p.length / 2 * c - v * p.height / 2 * s, p.at.y + u * p.length / 2 * s + v * p.height / 2 * c}));
    Shape& shape = pen_.polygon(std::move(box), Ink::Shoal, Ink::Deep, 1.5);
    shape.steady = true;
    shape.part = m.id;
    shape.tip = fmt::format("{}: {}, {}", m.name, p.word, layoutWords(m));
    // In its lower half: the plug and the lead are in its middle.
    const double under = p.height * 0.36;
    if (earlierAt(k, *place)) return;  // one name, and how many more
    Shape& name = pen_.text(map({p.at.x + under * s, p.at.y - under * c}), elided(m.name, Face::Small, 90) + others(*place), Face::Small,
                            Ink::Ink, Anchor::Middle);
    name.angle = -p.angle;
  }

  std::size_t packsAt(std::size_t place, std::size_t before) const {
    std::size_t n = 0;
    for (std::size_t k = 0; k < before; ++k) n += placeOf(frame_, s_.plan.packs[k].mount) == place ? 1 : 0;
    return n;
  }
  bool earlierAt(std::size_t k, std::size_t place) const { return packsAt(place, k) > 0; }
  std::string others(std::size_t place) const {
    const std::size_t all = packsAt(place, s_.plan.packs.size());
    return all > 1 ? fmt::format(" +{}", all - 1) : "";
  }

  void lead(const HarnessLead& l, std::vector<Point> route) {
    const LeadFigures& f = *w_.of(l.id);
    if (frame_.fold) slack(l, route, map(*frame_.fold));
    Shape& under = pen_.line(route, Ink::Card, leadPixels + 3);
    under.steady = true;
    Shape& line =
        pen_.line(std::move(route), Ink::Copper, leadPixels, f.sheathSustained ? warmthPattern(*f.sheathSustained) : Pattern::Dashed);
    line.steady = true;
    if (f.sheathSustained) line.heat = warmthOf(*f.sheathSustained);
    line.part = l.id;
    line.tip = leadWords(s_, l);
  }

  void packLead(std::size_t k) {
    const Pack& p = s_.plan.packs[k];
    const HarnessLead* l = w_.harness.lead(p.id + "/lead");
    const auto place = placeOf(frame_, p.mount);
    if (!l || !place) return;
    std::vector<Point> route;
    for (const FramePoint& q : frame_.places[*place].route) route.push_back(map(q));
    const Point from = route.front(), on = route.size() > 1 ? route[1] : from;
    lead(*l, std::move(route));
    plugMark(p.id + "/plug", from);
    adapters(*l, from, on);
    port(k, frame_.places[*place]);
    if (!earlierAt(k, *place)) label(*l, frame_.places[*place], others(*place));
  }

  void mainLead() {
    const HarnessLead* l = w_.harness.lead("joint/lead");
    if (!l) return;
    const Point from = map(frame_.joint), to = map(frame_.controller);
    lead(*l, {from, to});
    adapters(*l, from, to);
    if (const HarnessNode* n = w_.harness.node("joint/switch")) {
      const Point middle{(from.x + to.x) / 2, (from.y + to.y) / 2};
      tag(*n, middle, 12);
      Shape& blade = pen_.line({{middle.x - 8, middle.y + 5}, {middle.x + 8, middle.y - 7}}, Ink::Ink, 2);
      blade.steady = true;
    }
    Shape& joint = pen_.circle(from, 7, Ink::Card, Ink::Copper);
    joint.width = 2.5;
    joint.steady = true;
    joint.part = "joint";
    joint.tip = "joint: " + w_.harness.node("joint")->detail;
    Shape& box = pen_.rectangle({to.x - 45, to.y - 25}, {to.x + 45, to.y + 25}, Ink::Deep, Ink::Card, 4);
    box.steady = true;
    box.part = "controller";
    box.tip = "controller: " + w_.harness.node("controller")->detail;
    pen_.text({to.x, to.y - 34}, "controller", Face::Small, Ink::Ink, Anchor::Middle);
  }

  /// A part without words: they are under the pointer, and in Laid out.
  void tag(const HarnessNode& n, Point at, double half) {
    Shape& mark = pen_.rectangle({at.x - half, at.y - half}, {at.x + half, at.y + half}, Ink::Card, n.known ? Ink::Ink : Ink::Mind, 3);
    mark.steady = true;
    mark.part = n.id;
    mark.tip = n.name + ": " + n.detail;
  }

  /// Along the first piece of the lead, behind the plug that they begin at.
  void adapters(const HarnessLead& l, Point from, Point on) {
    const double length = std::hypot(on.x - from.x, on.y - from.y);
    double at = 34;
    for (const std::size_t i : l.on) {
      const HarnessNode& n = w_.harness.nodes[i];
      if (n.kind != NodeKind::Adapter || length < 1) continue;
      const double share = std::min(0.9, at / length);
      tag(n, {from.x + (on.x - from.x) * share, from.y + (on.y - from.y) * share}, 8);
      at += 22;
    }
  }

  /// At the end of the box that its lead does not leave by.
  void port(std::size_t k, const MountPlace& p) {
    const HarnessNode& n = *w_.harness.node(s_.plan.packs[k].id + "/port");
    const double a = p.angle * std::numbers::pi / 180, out = p.length * 0.42;
    const FramePoint away = p.route.size() > 1 ? p.route[1] : p.route.front();
    const double side = (away.x - p.at.x) * std::cos(a) + (away.y - p.at.y) * std::sin(a) > 0 ? -1 : 1;
    Shape& ring = pen_.circle(map({p.at.x + side * out * std::cos(a), p.at.y + side * out * std::sin(a)}), 6, Ink::Card,
                              n.known ? Ink::Copper : Ink::Mind);
    ring.width = 2;
    ring.steady = true;
    ring.part = n.id;
    ring.tip = n.name + ": " + n.detail;
  }

  /// Where they are tapped; where they are fixed nobody has said.
  void accessories() {
    double atJoint = 0, atController = 0;
    for (std::size_t i = 0; i < s_.plan.bike.accessories.size(); ++i) {
      const Tap tap = s_.plan.bike.accessories[i].tap;
      const HarnessNode& n = *w_.harness.node(accessoryPart(i));
      if (tap == Tap::Controller) tag(n, {map(frame_.controller).x - 34 + 22 * atController++, map(frame_.controller).y + 38}, 8);
      else if (tap == Tap::Bus) tag(n, {map(frame_.joint).x - 12 + 22 * atJoint++, map(frame_.joint).y + 26}, 8);
      else if (const auto place = placeOf(frame_, s_.plan.packs.front().mount)) {
        const MountPlace& p = frame_.places[*place];
        tag(n, map({p.at.x + 22 * static_cast<double>(i), p.at.y + p.height / 2}), 8);
      }
    }
  }

  void plugMark(const std::string& id, Point at) { tag(*w_.harness.node(id), at, 14); }

  /// Under the box that it comes from.
  void label(const HarnessLead& l, const MountPlace& p, const std::string& more) {
    const double a = p.angle * std::numbers::pi / 180;
    const double down = std::abs(std::sin(a)) * p.length / 2 + std::abs(std::cos(a)) * p.height / 2;
    const Point at = map({p.at.x, p.at.y - down});
    pen_.text({at.x, at.y + 40}, sizeWords(s_, l) + more, Face::SmallFigure, Ink::Ink, Anchor::Middle);
  }

  /// A lead that passes the fold makes a loop there, as wide as it must be.
  void slack(const HarnessLead& l, const std::vector<Point>& route, Point fold) {
    const auto [least, most] = std::minmax_element(route.begin(), route.end(), [](Point a, Point b) { return a.x < b.x; });
    const Known<Millimetre> bend = leastBend(l.run);
    if (!bend || !(least->x < fold.x && fold.x < most->x)) return;
    const double radius = bend->value();
    Shape& loop = pen_.arc({fold.x, fold.y - radius}, radius, 90, 450, Ink::Copper, leadPixels);
    loop.steady = true;
    loop.part = l.id;
    loop.tip = fmt::format("a loop of at least {} mm radius where the {} passes the fold", formatNumber(radius, 2), l.name);
  }

  const Subject& s_;
  const HarnessFigures& w_;
  FrameView frame_;
  Drawing d_;
  Pen pen_;
};

}  // namespace

Drawing harnessOnBike(const Subject& subject) { return OnBike(subject).make(); }

}  // namespace usherwright::drawing
