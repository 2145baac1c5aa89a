// The bench at a step: plugs, live leads, probes.
#include "core/drawing/build/bench_picture.h"

#include <fmt/format.h>

#include <algorithm>

namespace usherwright::drawing {
namespace {

constexpr double rowHigh = 32, footHigh = 52, plugWide = 11, plugHigh = 18, apart = 20;

class Picture {
 public:
  Picture(Pen& pen, const BenchParts& parts, const WorkStep& step, Box box)
      : pen_(pen), parts_(parts), step_(step), state_(step.state), live_(liveNow(parts, step.state)), box_(box) {
    const double w = box.width();
    packRight_ = box.low.x + std::clamp(w * 0.24, 96.0, 150.0);
    half_ = packRight_ + w * 0.09;
    joint_ = box.low.x + w * 0.55;
    main_ = box.low.x + w * 0.69;
    controller_ = box.high.x - std::clamp(w * 0.18, 84.0, 130.0);
    middle_ = box.low.y + rowHigh * static_cast<double>(parts.packs.size()) / 2;
  }

  void draw() {
    for (std::size_t k = 0; k < parts_.packs.size(); ++k) pack(k);
    joint();
    controller();
    if (state_.charger || step_.probes == ProbeAt::ChargerPlug) charger();
    probes();
    pen_.text({box_.low.x, box_.high.y - 6}, "thick: live now; dashed: dead", Face::Small, Ink::Soft);
  }

 private:
  double y(std::size_t k) const { return box_.low.y + rowHigh * (static_cast<double>(k) + 0.5); }
  bool plugged(std::size_t k) const { return state_.plugged[k]; }

  void lead(std::vector<Point> way, bool live) {
    if (live) pen_.line(std::move(way), Ink::Copper, 4);
    else pen_.line(std::move(way), Ink::Soft, 1.5, Pattern::Dashed);
  }

  /// Two halves, home or apart; the left one's right edge stands at x.
  void plug(double x, double at, bool home, bool leftLive, bool rightLive, std::string part, std::string tip) {
    const double right = x + (home ? 0 : apart);
    Shape& left =
        pen_.rectangle({x - plugWide, at - plugHigh / 2}, {x, at + plugHigh / 2}, leftLive ? Ink::Copper : Ink::Card, Ink::Ink, 2);
    left.part = part;
    left.tip = std::move(tip);
    Shape& other =
        pen_.rectangle({right, at - plugHigh / 2}, {right + plugWide, at + plugHigh / 2}, rightLive ? Ink::Copper : Ink::Card, Ink::Ink, 2);
    other.part = std::move(part);
    other.tip = left.tip;
    // A cap over a live half that hangs free, where nobody reads it.
    if (!home && leftLive && !isRead(left.part))
      pen_.line({{x + 2, at - 11}, {x + 6, at - 11}, {x + 6, at + 11}, {x + 2, at + 11}}, Ink::Ink, 2);
  }

  bool isRead(const std::string& part) const {
    const bool own = part == fmt::format("bench/plug/{}", step_.pack);
    return (own && (step_.probes == ProbeAt::PackPlug || step_.probes == ProbeAt::Frame)) ||
           (part == "bench/main" && step_.probes == ProbeAt::MainPlug) || step_.probes == ProbeAt::AllPackPlugs;
  }

  void pack(std::size_t k) {
    const double at = y(k);
    Shape& body = pen_.rectangle({box_.low.x, at - 13}, {packRight_, at + 13}, Ink::Card, Ink::Deep, 4);
    body.part = fmt::format("bench/pack/{}", k);
    body.tip = parts_.packs[k];
    pen_.text({(box_.low.x + packRight_) / 2, at + 5}, elided(parts_.packs[k], Face::Label, packRight_ - box_.low.x - 10), Face::Label,
              Ink::Ink, Anchor::Middle);
    lead({{packRight_, at}, {half_ - plugWide, at}}, true);
    const bool home = plugged(k), live = live_.bikeHalf[k];
    plug(half_, at, home, true, live, fmt::format("bench/plug/{}", k),
         fmt::format("plug of {}: {}{}", parts_.packs[k], home ? "home" : "apart", home || !live ? "" : ", the bike's half is live"));
    const double from = half_ + plugWide + (home ? 0 : apart);
    if (parts_.packs.size() == 1) return lead({{from, at}, {main_ - plugWide, at}}, live);
    lead({{from, at}, {joint_ - 26, at}, {joint_ - 10, middle_}}, live);
  }

  void joint() {
    if (parts_.packs.size() > 1) {
      lead({{joint_ + 10, middle_}, {main_ - plugWide, middle_}}, live_.joint);
      Shape& box =
          pen_.rectangle({joint_ - 12, middle_ - 15}, {joint_ + 12, middle_ + 15}, live_.joint ? Ink::Copper : Ink::Card, Ink::Ink, 3);
      box.part = "bench/joint";
      box.tip = live_.joint ? "joint: live" : "joint: dead";
      pen_.text({joint_, middle_ + 29}, "joint", Face::Small, Ink::Soft, Anchor::Middle);
    }
    plug(main_, middle_, state_.atController, live_.joint, live_.controller, "bench/main",
         fmt::format("main plug: {}, {}", state_.atController ? "home" : "apart", live_.joint ? "live" : "dead"));
    pen_.text({main_ + 4, middle_ + 29}, "main plug", Face::Small, Ink::Soft, Anchor::Middle);
  }

  void controller() {
    const double from = main_ + plugWide + (state_.atController ? 0 : apart);
    lead({{from, middle_}, {controller_, middle_}}, live_.controller);
    const bool on = state_.controllerOn;
    Shape& body = pen_.rectangle({controller_, middle_ - 17}, {box_.high.x, middle_ + 17}, on ? Ink::Water : Ink::Card, Ink::Deep, 4);
    body.part = "bench/controller";
    body.tip = fmt::format("controller: {}, {}", on ? "on" : "off", live_.controller ? "live" : "dead");
    pen_.text({(controller_ + box_.high.x) / 2, middle_ + 5}, on ? "controller on" : "controller off", Face::Small,
              on ? Ink::OnDeep : Ink::Ink, Anchor::Middle);
  }

  double foot() const { return box_.low.y + rowHigh * static_cast<double>(parts_.packs.size()) + 18; }

  void charger() {
    const double at = foot();
    Shape& body = pen_.rectangle({box_.low.x, at - 13}, {packRight_, at + 13}, Ink::Shoal, Ink::Deep, 4);
    body.part = "bench/charger";
    const bool on = state_.charger && step_.pack >= 0;
    body.tip = on ? fmt::format("charger: on {}", parts_.packs[static_cast<std::size_t>(step_.pack)]) : std::string("charger: on no pack");
    pen_.text({(box_.low.x + packRight_) / 2, at + 5}, "charger", Face::Label, Ink::Ink, Anchor::Middle);
    if (on) lead({{box_.low.x + 12, at - 13}, {box_.low.x + 12, y(static_cast<std::size_t>(step_.pack)) + 13}}, true);
    else lead({{packRight_, at}, {packRight_ + 30, at}}, true);
  }

  /// A meter below, its two probes up through the gap beside a contact; `frame`: minus goes to the frame.
  void meter(Point at, double gap, bool frame) {
    const Point body{std::clamp(gap + 40, packRight_ + 60, box_.high.x - 110), foot()};
    const double top = body.y - 11;
    pen_.line({{body.x - 10, top}, {gap - 3, top - 6}, {gap - 3, at.y - 4}, {at.x, at.y - 4}}, Ink::Stop, 2);
    const Point minus{body.x + 70, body.y};
    if (frame) pen_.line({{body.x + 26, body.y}, minus}, Ink::Ink, 2);
    else pen_.line({{body.x + 10, top}, {gap + 3, top - 6}, {gap + 3, at.y + 4}, {at.x, at.y + 4}}, Ink::Ink, 2);
    Shape& box = pen_.rectangle({body.x - 26, top}, {body.x + 26, body.y + 11}, Ink::Paper, Ink::Ink, 4);
    box.part = "bench/probes";
    box.tip = "probes: " + words();
    pen_.text({body.x, body.y + 5}, step_.gate ? step_.gate->unit : std::string("V"), Face::Figure, Ink::Ink, Anchor::Middle);
    pen_.text({body.x - 34, body.y + 4}, "+", Face::Label, Ink::Stop, Anchor::Middle);
    pen_.text({body.x + 34, body.y - (frame ? 4 : -4)}, "−", Face::Label, Ink::Ink, Anchor::Middle);
    if (!frame) return;
    pen_.line({{minus.x, minus.y - 10}, {minus.x, minus.y + 10}}, Ink::Ink, 3);
    pen_.text({minus.x + 6, minus.y + 5}, "bare frame", Face::Small, Ink::Ink);
  }

  std::string words() const {
    const std::string of = step_.pack >= 0 ? parts_.packs[static_cast<std::size_t>(step_.pack)] : std::string("every pack");
    switch (step_.probes) {
      case ProbeAt::Nowhere: return "nowhere";
      case ProbeAt::PackPlug: return "plug of " + of;
      case ProbeAt::AllPackPlugs: return "plug of one pack, then of the next";
      case ProbeAt::Frame: return "frame and plug of " + of;
      case ProbeAt::Groups: return "balance lead of " + of + ", group by group";
      case ProbeAt::BikeHalf: return "bike's half of " + of + ", from behind";
      case ProbeAt::OtherHalves: return "bike's half of every pack but " + of;
      case ProbeAt::MainPlug: return "main plug";
      case ProbeAt::Harness: return "main plug, then every half on the bike";
      case ProbeAt::ChargerPlug: return "plug of the charger";
      case ProbeAt::Fuse: return "fuse of " + of + ", out of its holder";
      case ProbeAt::Contacts: return "every contact, by warmth";
    }
    return {};
  }

  void probes() {
    const std::size_t own = static_cast<std::size_t>(std::max(0, step_.pack));
    const double gap = half_ + apart / 2;
    const auto atBike = [&](std::size_t k) {
      meter({half_ + (plugged(k) ? 0 : apart), y(k)}, plugged(k) ? half_ + plugWide + 8 : gap, false);
    };
    switch (step_.probes) {
      case ProbeAt::Nowhere: return;
      case ProbeAt::PackPlug:
      case ProbeAt::Contacts: meter({half_, y(own)}, gap, false); break;
      case ProbeAt::AllPackPlugs: meter({half_, y(parts_.packs.size() - 1)}, gap, false); break;
      case ProbeAt::Frame: meter({half_, y(own)}, gap, true); break;
      case ProbeAt::Groups:
      case ProbeAt::Fuse: meter({packRight_, y(own)}, packRight_ + 8, false); break;
      case ProbeAt::BikeHalf: atBike(own); break;
      case ProbeAt::OtherHalves: atBike(own + 1 < parts_.packs.size() ? own + 1 : 0); break;
      case ProbeAt::MainPlug:
      case ProbeAt::Harness: meter({main_, middle_}, main_ + apart / 2, false); break;
      case ProbeAt::ChargerPlug: meter({packRight_ + 30, foot()}, packRight_ + 36, false); break;
    }
    pen_.text({box_.high.x, box_.high.y - 6}, elided("Probes: " + words(), Face::Small, box_.width() * 0.5), Face::Small, Ink::Ink,
              Anchor::End);
  }

  Pen& pen_;
  const BenchParts& parts_;
  const WorkStep& step_;
  const BenchState& state_;
  LiveNow live_;
  Box box_;
  double packRight_ = 0, half_ = 0, joint_ = 0, main_ = 0, controller_ = 0, middle_ = 0;
};

}  // namespace

BenchParts benchParts(const Plan& plan, const Figures& figures) {
  BenchParts out;
  for (const PackFigures& p : figures.packs) out.packs.push_back(p.model.name);
  out.oneWay = meetOneWay(figures) && (plan.joining.method == Method::Combiner || plan.joining.method == Method::Schottky);
  return out;
}

LiveNow liveNow(const BenchParts& parts, const BenchState& state) {
  LiveNow out;
  out.joint = std::find(state.plugged.begin(), state.plugged.end(), true) != state.plugged.end();
  out.bikeHalf = state.plugged;
  if (out.joint && !parts.oneWay) out.bikeHalf.assign(state.plugged.size(), true);
  out.controller = out.joint && state.atController;
  return out;
}

bool hasBenchPicture(const BenchParts& parts, const WorkStep& step) {
  return !parts.packs.empty() && step.id != "parts" && step.id != "tools" && step.id != "release";
}

double benchPictureHeight(const BenchParts& parts, const WorkStep& step) {
  return hasBenchPicture(parts, step) ? rowHigh * static_cast<double>(parts.packs.size()) + footHigh : 0;
}

void benchPicture(Pen& pen, const BenchParts& parts, const WorkStep& step, Box box) { Picture(pen, parts, step, box).draw(); }

}  // namespace usherwright::drawing
