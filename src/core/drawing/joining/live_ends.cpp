// Plugs, joint and controller in a state of the plugs, with the contacts that are open.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/joining/study_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

/// A contact: a square if it can be touched live, a full circle behind its housing, a ring with a dot if it leaks, else a ring.
void contact(Pen& pen, Point c, EndState state) {
  switch (state) {
    case EndState::Hot: pen.rectangle({c.x - 5, c.y - 5}, {c.x + 5, c.y + 5}, Ink::Stop, Ink::Ink); break;
    case EndState::Unseen: pen.rectangle({c.x - 5, c.y - 5}, {c.x + 5, c.y + 5}, Ink::Card, Ink::Stop).width = 2; break;
    case EndState::Covered: pen.circle(c, 5, Ink::Mind, Ink::Ink); break;
    case EndState::Leak:
    case EndState::Charged:
      pen.circle(c, 5, Ink::Card, Ink::Mind);
      pen.circle(c, 2, Ink::Mind);
      break;
    case EndState::Dead: pen.circle(c, 5, Ink::Card, Ink::Soft); break;
  }
}

/// One half of a plug: a box that is open to one side, with its two contacts.
void half(Pen& pen, Point at, bool facesRight, const LiveEnd* end) {
  const double w = 30, h = 26;
  const double x0 = facesRight ? at.x - w : at.x;
  pen.rectangle({x0, at.y - h / 2}, {x0 + w, at.y + h / 2}, Ink::Card, Ink::Ink, 4);
  const EndState state = end ? end->state : EndState::Dead;
  for (double dy : {-6.0, 6.0}) contact(pen, {facesRight ? at.x - 8 : at.x + 8, at.y + dy}, state);
  if (state == EndState::Hot) {
    const double x = facesRight ? at.x + 12 : at.x - 12;
    pen.polygon({{x - 3, at.y - 13},
                 {x + 5, at.y - 13},
                 {x + 1, at.y - 3},
                 {x + 6, at.y - 3},
                 {x - 5, at.y + 13},
                 {x - 1, at.y + 2},
                 {x - 6, at.y + 2}},
                Ink::Stop);
  }
}

/// A lever between two points.
void mainSwitch(Pen& pen, Point at, bool closed) {
  pen.rectangle({at.x - 15, at.y - 16}, {at.x + 15, at.y + 8}, Ink::Paper, Ink::None);
  for (const double x : {at.x - 12, at.x + 12}) pen.circle({x, at.y}, 3, Ink::Ink);
  pen.line({{at.x - 12, at.y}, {at.x + 12, at.y - (closed ? 0 : 13)}}, Ink::Ink, 3);
  Shape& area = pen.rectangle({at.x - 17, at.y - 18}, {at.x + 17, at.y + 10}, Ink::None);
  area.part = "switch";
  area.tip = closed ? "main switch: closed; click to open it" : "main switch: open; click to close it";
}

const LiveEnd* endAt(const std::vector<LiveEnd>& ends, LiveEnd::Place place, int pack) {
  for (const LiveEnd& e : ends)
    if (e.place == place && e.pack == pack) return &e;
  return nullptr;
}

}  // namespace

Drawing liveEndsMap(const Subject& subject, const PlugState& state, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  const std::vector<LiveEnd> ends = liveEnds(subject.plan, f, state);
  const std::size_t n = f.packs.size();
  const double row = std::clamp((size.height - 64) / static_cast<double>(std::max<std::size_t>(1, n)), 60.0, 150.0);
  const double packRight = std::clamp(size.width * 0.235, 120.0, 190.0);
  const double spare = std::clamp((size.width - packRight - 490) / 4, 0.0, 60.0);  // between the parts
  const double plug = packRight + 88 + spare, joint = plug + 118 + spare, output = joint + 118 + spare;
  const double controller = output + 66 + spare;
  const double middle = 12 + row * static_cast<double>(n) / 2;
  bool fed = false;
  for (std::size_t k = 0; k < n; ++k) {
    const double y = 12 + row * (static_cast<double>(k) + 0.5);
    const bool in = state.plugged >> k & 1u;
    fed = fed || (in && (state.fuses >> k & 1u));
    pen.rectangle({8, y - 24}, {packRight, y + 24}, Ink::Shoal, Ink::Deep, 4);
    pen.text({16, y - 4}, elided(f.packs[k].model.name, Face::Label, packRight - 28), Face::Label, Ink::Ink);
    pen.text({18, y + 14}, formatNumber(f.packs[k].model.restVoltage().value(), 3) + " V", Face::Figure, Ink::Ink);
    const double gap = in ? 0 : 26;
    const bool fused = state.fuses >> k & 1u;
    const double fuse = (packRight + plug - 56) / 2;
    pen.line({{packRight, y}, {fuse, y}}, Ink::Deep, 4);
    pen.line({{fuse, y}, {plug - gap - 30, y}}, fused ? Ink::Deep : Ink::BankLine, 4);
    Shape& cartridge = pen.rectangle({fuse - 12, y - 7 - (fused ? 0 : 12)}, {fuse + 12, y + 7 - (fused ? 0 : 12)}, Ink::Card, Ink::Ink, 7);
    cartridge.width = 1.5;
    cartridge.part = "fuse/" + std::to_string(k);
    cartridge.tip = fmt::format("fuse of {}: {}", f.packs[k].model.name, fused ? "in; click to pull it" : "out; click to put it in");
    half(pen, {plug - gap, y}, true, endAt(ends, LiveEnd::Place::PackHalf, static_cast<int>(k)));
    const LiveEnd* fromJoint = endAt(ends, LiveEnd::Place::JointHalf, static_cast<int>(k));
    half(pen, {plug + gap, y}, false, fromJoint);
    const bool live =
        (in && (state.fuses >> k & 1u)) || (fromJoint && (fromJoint->state == EndState::Hot || fromJoint->state == EndState::Covered));
    pen.line({{plug + gap + 30, y}, {joint - 40, y}, {joint - 40, middle}, {joint - 30, middle}}, live ? Ink::Deep : Ink::BankLine, 4);
    Shape& area = pen.rectangle({plug - gap - 34, y - 20}, {plug + gap + 34, y + 20}, Ink::None, Ink::None);
    area.part = "plug/" + std::to_string(k);
    area.tip = fmt::format("plug of {}: {}", f.packs[k].model.name, in ? "plugged in; click to unplug" : "unplugged; click to plug in");
    pen.text({plug, y + 36}, in ? "plugged in" : "unplugged", Face::Small, Ink::Soft, Anchor::Middle);
  }
  pen.rectangle({joint - 34, middle - 30}, {joint + 34, middle + 30}, Ink::Card, Ink::Ink, 6);
  pen.text({joint, middle + 5}, n > 1 ? "joint" : "main", Face::Label, Ink::Ink, Anchor::Middle);
  const double gap = state.output ? 0 : 26;
  pen.line({{joint + 34, middle}, {output - gap - 30, middle}}, fed ? Ink::Deep : Ink::BankLine, 4);
  half(pen, {output - gap, middle}, true, endAt(ends, LiveEnd::Place::JointOutput, -1));
  half(pen, {output + gap, middle}, false, endAt(ends, LiveEnd::Place::ControllerHalf, -1));
  const bool hasSwitch = hasMainSwitch(subject.plan.wiring);
  const bool through = !hasSwitch || state.closed;
  pen.line({{output + gap + 30, middle}, {controller, middle}}, fed && state.output && through ? Ink::Deep : Ink::BankLine, 4);
  if (hasSwitch) mainSwitch(pen, {(output + 30 + controller) / 2, middle}, state.closed);
  const double right = std::min(size.width - 6, controller + 130);
  pen.rectangle({controller, middle - 26}, {right, middle + 26}, Ink::Card, Ink::Ink, 4);
  pen.text({(controller + right) / 2, middle + 5}, "controller", Face::Label, Ink::Ink, Anchor::Middle);
  Shape& area = pen.rectangle({output - gap - 34, middle - 20}, {output + gap + 34, middle + 20}, Ink::None, Ink::None);
  area.part = "plug/output";
  area.tip = state.output ? "plug after the joint: plugged in; click to unplug" : "plug after the joint: unplugged; click to plug in";
  pen.text({output, middle + 36}, state.output ? "plugged in" : "unplugged", Face::Small, Ink::Soft, Anchor::Middle);
  double legend = 8;
  const auto explain = [&](EndState s, const char* words) {
    contact(pen, {legend + 6, size.height - 18}, s);
    pen.text({legend + 16, size.height - 14}, words, Face::Small, Ink::Ink);
    legend += 34 + textWidth(words, Face::Small);
  };
  explain(EndState::Hot, "live, bare");
  explain(EndState::Unseen, "live, not looked at");
  explain(EndState::Covered, "live, recessed");
  explain(EndState::Leak, "leaks or charged");
  explain(EndState::Dead, "dead or mated");
  d.description = ends.empty() ? "Nothing is open." : "Open ends:";
  for (const LiveEnd& e : ends) d.description += " " + e.words + ";";
  return d;
}

}  // namespace usherwright::drawing
