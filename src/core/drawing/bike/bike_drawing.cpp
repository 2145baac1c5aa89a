// Station Bike: the bike from the side, mounting places with their room, packs, leads along the tubes.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/bike/bike_drawings.h"
#include "core/frame/frame.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double tagWidth = 150, tagHeight = 38;

class SideView {
 public:
  SideView(const Subject& s, Size size) : s_(s), pen_(d_), frame_(frameOf(s.plan.bike)) {
    d_.width = size.width;
    d_.height = size.height;
    // Room for the wheels, the handlebar, and the tags in the upper corners.
    double left = -frame_.wheelRadius - 40;
    double right = frame_.wheelbase + frame_.wheelRadius + 40;
    double high = 0;
    for (const Tube& t : frame_.tubes) {
      left = std::min({left, t.a.x - 40, t.b.x - 40});
      high = std::max({high, t.a.y, t.b.y});
    }
    high += 90;
    scale_ = std::min((size.width - 24) / (right - left), (size.height - 26) / (high + 20));
    left_ = (size.width - (right - left) * scale_) / 2 - left * scale_;
    ground_ = size.height - 16;
  }

  Drawing make() {
    bicycle();
    places();
    const auto& packs = s_.plan.packs;
    for (std::size_t k = 0; k < packs.size(); ++k) lead(k);
    mainLead();
    const Point c = map(frame_.controller);
    Shape& box = pen_.rectangle({c.x - 19, c.y - 11}, {c.x + 19, c.y + 11}, Ink::Card, Ink::Ink, 3);
    box.part = "controller";
    box.tip = "controller";
    pen_.text({c.x, c.y + 4}, "ctrl", Face::Small, Ink::Ink, Anchor::Middle);
    for (std::size_t k = 0; k < packs.size(); ++k) pack(k);
    d_.description = fmt::format("The bike from the side, {} mounting places, {} packs.", frame_.places.size(), packs.size());
    return std::move(d_);
  }

 private:
  Point map(FramePoint p) const { return {left_ + p.x * scale_, ground_ - p.y * scale_}; }

  void bicycle() {
    pen_.line({{0, ground_}, {d_.width, ground_}}, Ink::BankLine, 1.5);
    for (const FramePoint& axle : frame_.farAxles)
      pen_.circle(map(axle), axle.y * scale_, Ink::None, Ink::BankLine).width = std::max(2.0, 22 * scale_);
    for (const FramePoint& axle : frame_.axles) {
      pen_.circle(map(axle), axle.y * scale_, Ink::None, Ink::Soft).width = std::max(3.0, 34 * scale_);
      pen_.circle(map(axle), 16 * scale_ + 2, Ink::Soft);
    }
    for (const Tube& t : frame_.tubes) pen_.line({map(t.a), map(t.b)}, Ink::BankLine, std::max(3.0, t.width * scale_));
    if (frame_.fold) hinge(map(*frame_.fold));
    const Tube& post = frame_.tubes[2];
    const Point saddle = map(post.b);
    pen_.line({{saddle.x - 120 * scale_, saddle.y - 4}, {saddle.x + 110 * scale_, saddle.y}}, Ink::Soft, 6);
    const Point bar = map(frame_.tubes[4].b);
    pen_.line({{bar.x - 90 * scale_, bar.y + 6}, bar, {bar.x + 40 * scale_, bar.y + 2}}, Ink::Soft, 5);
    const Point crank = map(frame_.tubes[0].b);
    pen_.circle(crank, 80 * scale_, Ink::None, Ink::Soft).width = 2;
  }

  void hinge(Point at) {
    for (double dy : {-9.0, 9.0}) {
      Shape& pin = pen_.circle({at.x, at.y + dy}, 4, Ink::Card, Ink::Ink);
      pin.part = "fold";
      pin.tip = "the fold: leads that pass it need slack for the folded frame, and no box may bridge it";
    }
    pen_.line({{at.x, at.y - 16}, {at.x, at.y + 16}}, Ink::Ink, 1.5, Pattern::Dashed);
  }

  std::vector<Point> boxOf(const MountPlace& p) const {
    const double a = p.angle * 3.14159265358979 / 180;
    const double c = std::cos(a), s = std::sin(a);
    std::vector<Point> out;
    for (const auto& [u, v] : {std::pair{-1.0, -1.0}, {1.0, -1.0}, {1.0, 1.0}, {-1.0, 1.0}}) {
      const double x = u * p.length / 2, y = v * p.height / 2;
      out.push_back(map({p.at.x + x * c - y * s, p.at.y + x * s + y * c}));
    }
    return out;
  }

  std::string room(const MountPlace& p) const {
    const auto mm = [&](double v) { return formatQuantity(std::round(v / 5) * 5, Kind::SmallLength, s_.units, 3); };
    return fmt::format("{}: room {} × {} × {}", p.word, mm(p.length), mm(p.width), mm(p.height));
  }

  bool isTaken(std::size_t place) const {
    return std::any_of(s_.plan.packs.begin(), s_.plan.packs.end(), [&](const Pack& p) { return placeOf(frame_, p.mount) == place; });
  }

  void places() {
    for (std::size_t i = 0; i < frame_.places.size(); ++i) {
      const MountPlace& p = frame_.places[i];
      const bool taken = isTaken(i);
      Shape& box = pen_.polygon(boxOf(p), taken ? Ink::Shoal : Ink::None, taken ? Ink::Deep : Ink::Soft, taken ? 1.5 : 1);
      box.pattern = taken ? Pattern::Solid : Pattern::Dashed;
      box.part = fmt::format("place/{}", i);
      box.tip = room(p) + (taken ? "" : " – free");
    }
  }

  void lead(std::size_t k) {
    const Pack& p = s_.plan.packs[k];
    const Run* run = s_.plan.leadOf(p.id);
    const auto place = placeOf(frame_, p.mount);
    if (!run || !place) return;
    std::vector<Point> route;
    for (const FramePoint& q : frame_.places[*place].route) route.push_back(map(q));
    const Run whole = routed(frame_, s_.plan, *run);
    Shape& line = pen_.line(route, Ink::Copper, 2.5, Pattern::Dashed);
    line.part = p.id + "/lead";
    const std::string length = formatQuantity(whole.lengthPlus->value(), Kind::Length, s_.units, 2);
    line.tip = fmt::format("lead of {}: {} plus, {} minus{}", s_.assessment.figures.packs[k].model.name, length,
                           formatQuantity(whole.lengthMinus->value(), Kind::Length, s_.units, 2),
                           run->lengthPlus ? "" : ", along the drawn route");
    lengths_.push_back({k, length + (run->lengthPlus ? "" : " drawn")});
  }

  void mainLead() {
    const Run* run = s_.plan.mainRun();
    if (!run) return;
    const Run whole = routed(frame_, s_.plan, *run);
    Shape& line = pen_.line({map(frame_.joint), map(frame_.controller)}, Ink::Copper, 3.5);
    line.part = "joint/lead";
    line.tip = "main lead: " + formatQuantity(whole.lengthPlus->value(), Kind::Length, s_.units, 2);
    pen_.circle(map(frame_.joint), 4, Ink::Card, Ink::Copper).width = 2;
  }

  void pack(std::size_t k) {
    const PackModel& m = s_.assessment.figures.packs[k].model;
    const auto place = placeOf(frame_, s_.plan.packs[k].mount);
    if (place) {
      const Point c = map(frame_.places[*place].at);
      Shape& dot = pen_.circle({c.x + 24.0 * shared(k, *place), c.y}, 11, Ink::Deep, Ink::Card);
      dot.part = "pack/" + m.id;
      dot.tip = fmt::format("{}: {}, {} Wh", m.name, layoutWords(m), formatNumber(m.label.value()));
      pen_.text({c.x + 24.0 * shared(k, *place), c.y + 5}, std::to_string(k + 1), Face::Label, Ink::OnDeep, Anchor::Middle);
    }
    tag(k, place ? map(frame_.places[*place].at) : Point{-1, -1});
  }

  /// How many earlier packs sit at the same place.
  double shared(std::size_t k, std::size_t place) const {
    double n = 0;
    for (std::size_t i = 0; i < k; ++i) n += placeOf(frame_, s_.plan.packs[i].mount) == place ? 1 : 0;
    return n;
  }

  /// Name, layout and lead in an upper corner, with a leader to the place: clear of wheels and tubes.
  void tag(std::size_t k, Point place) {
    const PackModel& m = s_.assessment.figures.packs[k].model;
    const bool placed = place.x >= 0;
    const bool left = placed ? place.x < d_.width / 2 : leftTags_ <= rightTags_;
    int& row = left ? leftTags_ : rightTags_;
    const Point corner{left ? 4.0 : d_.width - tagWidth - 4, 4 + (tagHeight + 6) * row++};
    if (placed)
      pen_.line({{left ? corner.x + tagWidth : corner.x, corner.y + tagHeight / 2}, {place.x + (left ? -8 : 8), place.y - 9}}, Ink::Soft, 1,
                Pattern::Dotted);
    Shape& box = pen_.rectangle(corner, {corner.x + tagWidth, corner.y + tagHeight}, Ink::Card, Ink::BankLine, 4);
    box.part = "pack/" + m.id;
    pen_.text({corner.x + 10, corner.y + 16}, elided(std::to_string(k + 1) + "  " + m.name, Face::Label, tagWidth - 16), Face::Label,
              Ink::Ink);
    const auto length = std::find_if(lengths_.begin(), lengths_.end(), [&](const auto& l) { return l.first == k; });
    const std::string where = !placed ? "no place yet" : length == lengths_.end() ? "no lead" : "lead " + length->second;
    pen_.text({corner.x + 10, corner.y + 32}, elided(fmt::format("{}  {}", layoutWords(m), where), Face::SmallFigure, tagWidth - 14),
              Face::SmallFigure, Ink::Soft);
  }

  const Subject& s_;
  Drawing d_;
  Pen pen_;
  FrameView frame_;
  double scale_ = 1, left_ = 0, ground_ = 0;
  int leftTags_ = 0, rightTags_ = 0;
  std::vector<std::pair<std::size_t, std::string>> lengths_;
};

}  // namespace

Drawing bikeSide(const Subject& subject, Size size) { return SideView(subject, size).make(); }

Drawing needBars(const Subject& subject, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  struct Bar {
    std::string name, figure;
    double wh;
    Ink fill;
    Pattern pattern;
  };
  std::vector<Bar> bars;
  double label = 0;
  for (const PackFigures& p : f.packs) label += p.model.label.value();
  if (f.need) {
    const bool several = f.need->rides.size() > 1;
    for (const NeedFigures::Ride& r : f.need->rides)
      bars.push_back({subject.plan.routes[r.route].id + (several && r.route == f.need->longest ? ", asks most" : ""),
                      {},
                      r.energy.value(),
                      Ink::Shoal,
                      Pattern::Solid});
    bars.push_back({fmt::format("needed on the label, at {} % health", formatNumber(100 * f.need->health)),
                    {},
                    f.need->label.value(),
                    Ink::Copper,
                    Pattern::Hatched});
  }
  if (subject.plan.need.goalEnergy) bars.push_back({"goal", {}, subject.plan.need.goalEnergy->value(), Ink::Note, Pattern::Hatched});
  for (std::size_t k = 0; k < f.packs.size(); ++k)
    bars.push_back({f.packs[k].model.name + ", label", {}, f.packs[k].model.label.value(), Ink::Water, Pattern::Solid});
  if (f.packs.size() > 1) bars.push_back({"all packs, label", {}, label, Ink::Deep, Pattern::Solid});
  if (f.range.known) bars.push_back({"usable now, as joined", {}, f.range.usable.value(), Ink::Deep, Pattern::Solid});
  double most = 1;
  for (Bar& b : bars) {
    b.figure = formatNumber(b.wh) + " Wh";
    most = std::max(most, b.wh);
  }
  const double names = std::min(270.0, size.width * 0.46);
  const double row = std::min(34.0, (size.height - 8) / std::max<double>(1, static_cast<double>(bars.size())));
  double y = 4;
  for (const Bar& b : bars) {
    pen.text({names - 8, y + row / 2 + 4}, elided(b.name, Face::Small, names - 12), Face::Small, Ink::Ink, Anchor::End);
    const double w = (size.width - names - 90) * b.wh / most;
    Shape& bar = pen.rectangle({names, y + 3}, {names + std::max(2.0, w), y + row - 3}, b.pattern == Pattern::Hatched ? Ink::None : b.fill,
                               b.fill, 2);
    bar.pattern = b.pattern;
    pen.text({names + w + 8, y + row / 2 + 4}, b.figure, Face::SmallFigure, Ink::Ink);
    d.description += b.name + ": " + b.figure + ". ";
    y += row;
  }
  return d;
}

}  // namespace usherwright::drawing
