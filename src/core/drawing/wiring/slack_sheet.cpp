// Both ends of the travel of every lead.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/drawing/wiring/harness_drawings.h"
#include "core/harness/slack.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double movingRow = 148, fixedRow = 100, margin = 10, wordsShare = 0.36;
constexpr double cable = 3, arm = 9, inset = 12;  // pixels

double rowHigh(const Run* run) { return run && run->moves == false ? fixedRow : movingRow; }

class SlackSheet {
 public:
  SlackSheet(const Subject& s, Size size) : s_(s), pen_(d_) {
    d_.width = size.width;
    d_.height = size.height;
  }

  Drawing make() {
    double y = 4;
    for (const HarnessLead& l : s_.assessment.figures.wiring.harness.leads)
      if (l.isRun()) {
        row(l, y, rowHigh(&l.run));
        y += rowHigh(&l.run);
      }
    return std::move(d_);
  }

 private:
  std::string mm(Millimetre length) const { return formatQuantity(length.value(), Kind::SmallLength, s_.units, 3); }

  std::string travelWords(const Run& r) const {
    if (!r.moves) return "whether it moves is not known yet: turn, fold and take out whatever moves";
    if (!*r.moves) return "does not move";
    const bool turns = r.travel && r.travel->value() > 0, drawn = r.pullOut && r.pullOut->value() > 0;
    if (!drawn && !(turns && r.axisDistance))
      return "how far it moves is not known yet: its angle and distance from the axis, or how far its pack is drawn out";
    std::string out;
    if (turns)
      out = fmt::format("turns {}°, {} from the axis", formatNumber(r.travel->value()),
                        r.axisDistance ? mm(*r.axisDistance) : "not known how far");
    else if (!r.travel) out = "not known whether it turns";
    if (drawn) out += fmt::format("{}drawn out {}", out.empty() ? "" : ", ", mm(*r.pullOut));
    else if (!r.pullOut) out += ", not known whether it is drawn out";
    return out + (r.freeLength ? fmt::format(", {} free", mm(*r.freeLength)) : std::string(", free length not known yet"));
  }

  std::string needWords(const Run& r) const {
    if (r.moves == false) return {};
    const Known<Millimetre> needed = slackNeeded(r);
    const std::string there = r.slack ? mm(*r.slack) + " loose" : std::string("what is loose not known yet");
    return needed ? fmt::format("needs {}{} to spare; {}", isTravelKnown(r) ? "" : "at least ", mm(*needed), there) : there;
  }

  std::string bendWords(const Run& r) const {
    const Known<Millimetre> least = leastBend(r);
    if (!least) return "size not known yet";
    return fmt::format("bends no tighter than {}; {}", mm(*least),
                       r.loopRadius ? mm(*r.loopRadius) + " is its tightest" : std::string("its tightest bend not known yet"));
  }

  void row(const HarnessLead& l, double y, double high) {
    const double words = d_.width * wordsShare, picture = (d_.width - words - 3 * margin) / 2;
    Shape& ground = pen_.rectangle({margin / 2, y}, {d_.width - margin / 2, y + high - 10}, Ink::Card, Ink::BankLine, 6);
    ground.part = l.id;
    ground.tip = fmt::format("{}: {}. {}. {}", l.name, travelWords(l.run), needWords(l.run), bendWords(l.run));
    d_.description += ground.tip + ". ";
    const Known<Millimetre> needed = slackNeeded(l.run);
    const bool tooLittle = hasTooLittleSlack(l.run);
    pen_.text({2 * margin, y + 22}, elided(l.name, Face::Title, words - 2 * margin), Face::Title, Ink::Ink);
    if (tooLittle) pen_.severity({words - 2, y + 17}, static_cast<int>(Severity::Mind));
    double line = y + 44;
    const auto say = [&](const std::string& text, Ink ink) {
      for (const std::string& part : inLines(text, Face::Small, words - 2 * margin, 3)) {
        pen_.text({2 * margin, line}, part, Face::Small, ink);
        line += 16;
      }
    };
    say(travelWords(l.run), l.run.moves ? Ink::Soft : Ink::Mind);
    if (l.run.moves != false) say(needWords(l.run), tooLittle || !isTravelKnown(l.run) || !l.run.slack ? Ink::Mind : Ink::Ink);
    say(bendWords(l.run), Ink::Soft);
    if (l.run.moves == false || !needed) return;
    for (const bool far : {false, true}) {
      const double left = words + margin + (far ? picture + margin : 0);
      const Box box{{left + inset, y + inset}, {left + picture - inset, y + high - 32 - inset}};
      if (l.run.travel && l.run.travel->value() > 0 && l.run.axisDistance) turned(l.run, box, far);
      else drawnOut(l.run, box, far);
      pen_.text({box.middle().x, y + high - 18}, far ? "at the far end of its travel" : "at the near end", Face::Small, Ink::Soft,
                Anchor::Middle);
    }
  }

  /// What hangs loose at the near end: a sagging piece between two places of the lead.
  void loose(Point from, Point to, double deep) {
    pen_.curve({from, {from.x, from.y - deep}, {to.x, to.y - deep}, to}, Ink::Copper, cable);
  }

  /// About the axis, the lead outside of it: at the far end all that was loose lies around the turn.
  void turned(const Run& r, Box box, bool far) {
    const double half = r.freeLength->value() / 2, d = r.axisDistance->value();
    const double turn = std::min(r.travel->value(), 180.0) * std::numbers::pi / 180;
    // Both ends of the travel fit, so that one sees the same lead twice.
    Box extent{{-half, -d}, {half, 0}};
    const auto include = [&](Point p) {
      extent.low = {std::min(extent.low.x, p.x), std::min(extent.low.y, p.y)};
      extent.high = {std::max(extent.high.x, p.x), std::max(extent.high.y, p.y)};
    };
    const double c = std::cos(turn), sine = std::sin(turn);
    for (const Point end : {Point{half * c, half * sine}, Point{half * c + d * sine, half * sine - d * c}}) include(end);
    for (int i = 0; i <= 12; ++i) include({d * std::sin(turn * i / 12), -d * std::cos(turn * i / 12)});
    constexpr double loop = 20;
    const double scale = std::min({box.width() / extent.width(), (box.height() - loop) / extent.height(), 3.0});
    const Point middle = extent.middle();
    const Point axis{box.middle().x - middle.x * scale, box.middle().y + loop / 2 - middle.y * scale};
    const double angle = far ? turn : 0, reach = half * scale, out = std::max(4.0, d * scale);
    const Point along{std::cos(angle), std::sin(angle)}, outside{std::sin(angle), -std::cos(angle)};
    const auto at = [&](double u, double v) { return Point{axis.x + along.x * u + outside.x * v, axis.y + along.y * u + outside.y * v}; };
    pen_.line({{axis.x - reach, axis.y}, axis, at(reach, 0)}, Ink::BankLine, arm);
    pen_.circle(axis, 5, Ink::Card, Ink::Deep).width = 2;
    const Point fixed{axis.x - reach, axis.y - out}, above{axis.x, axis.y - out};
    if (far) {
      pen_.line({fixed, above}, Ink::Copper, cable);
      pen_.arc(axis, out, -90, -90 + angle * 180 / std::numbers::pi, Ink::Copper, cable);
      pen_.line({at(0, out), at(reach, out)}, Ink::Copper, cable);
    } else {
      const double wide = std::min(reach, 24.0);
      pen_.line({fixed, {above.x - wide, above.y}}, Ink::Copper, cable);
      loose({above.x - wide, above.y}, {above.x + wide, above.y}, 16);
      pen_.line({{above.x + wide, above.y}, at(reach, out)}, Ink::Copper, cable);
    }
    for (const Point clip : {fixed, at(reach, out)}) pen_.circle(clip, 4, Ink::Ink, Ink::Ink);
  }

  void drawnOut(const Run& r, Box box, bool far) {
    const double free = r.freeLength->value(), way = r.pullOut->value();
    const double scale = std::min(1.0, (box.width() - 70) / std::max(1.0, free + way));
    const double y = box.middle().y, clip = box.low.x + 8, plug = clip + (free + (far ? way : 0)) * scale;
    pen_.rectangle({plug, y - 24}, {plug + 54, y + 24}, Ink::Shoal, Ink::Deep, 4).width = 1.5;
    pen_.text({plug + 27, y + 4}, "pack", Face::Small, Ink::Ink, Anchor::Middle);
    if (far) pen_.line({{clip, y}, {plug, y}}, Ink::Copper, cable);
    else loose({clip, y}, {plug, y}, 34);
    pen_.circle({clip, y}, 4, Ink::Ink, Ink::Ink);
  }

  const Subject& s_;
  Drawing d_;
  Pen pen_;
};

}  // namespace

Drawing slackSheet(const Subject& subject, Size size) { return SlackSheet(subject, size).make(); }

double slackHeight(const Plan& plan) {
  double high = 8 + rowHigh(plan.mainRun());
  for (const Pack& p : plan.packs) high += rowHigh(plan.leadOf(p.id));
  return high;
}

}  // namespace usherwright::drawing
