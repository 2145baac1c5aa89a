// Station Charging: which charger this is, and what it would do to each pack.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double scaleHigh = 132, margin = 14, rowHigh = 58;

std::string hours(Second t) {
  const int minutes = static_cast<int>(std::lround(t.value() / 60));
  return minutes < 60 ? fmt::format("{} min", std::max(1, minutes)) : fmt::format("{} h {:02} min", minutes / 60, minutes % 60);
}

std::string volts(Volt v, int digits = 4) { return formatNumber(v.value(), digits) + " V"; }

class Ladder {
 public:
  Ladder(const Subject& s, std::size_t charger, const SettledCharger& settled, Size size)
      : s_(s), charger_(s.plan.chargers[charger]), settled_(settled), pen_(d_) {
    d_.width = size.width;
    d_.height = size.height;
  }

  Drawing draw() {
    std::vector<const ChargerCandidate*> open;
    for (const ChargerCandidate& c : settled_.candidates)
      if (c.state != SettleState::Excluded) open.push_back(&c);
    d_.description = settled_.sentence + " ";
    double y = scaleHigh + 24;
    if (open.empty() || open.size() > 8) pen_.text({margin, 40}, "nothing narrows it down yet", Face::Label, Ink::Mind);
    else scale(open);
    pen_.text({margin, y}, "Were it plugged in", Face::Title);
    y += 12;
    for (std::size_t k = 0; k < s_.plan.packs.size(); ++k, y += rowHigh) pack(k, open, y);
    return std::move(d_);
  }

 private:
  /// The candidates on a scale of volts, and the reading with its error.
  void scale(const std::vector<const ChargerCandidate*>& open) {
    double low = 1e9, high = 0;
    for (const ChargerCandidate* c : open) {
      low = std::min(low, c->output.value());
      high = std::max(high, c->output.value());
    }
    const bool read = charger_.reading && *charger_.reading >= Volt(1);
    if (read) {
      low = std::min(low, charger_.reading->value());
      high = std::max(high, charger_.reading->value());
    }
    const double slack = std::max(1.0, (high - low) * 0.15);
    const double from = low - slack, to = high + slack, base = 92;
    const auto x = [&](double v) { return 60 + (v - from) / (to - from) * (d_.width - 120); };
    pen_.line({{40, base}, {d_.width - 40, base}}, Ink::BankLine, 2);
    std::array<double, 4> ends{-1e9, -1e9, -1e9, -1e9};  // of the words on each line above the scale
    struct Words {
      Point at;
      std::string text;
    };
    std::vector<Words> said;
    for (std::size_t i = 0; i < open.size(); ++i) {
      const ChargerCandidate& c = *open[i];
      const double at = x(c.output.value());
      Shape& dot = pen_.circle({at, base}, 7, c.state == SettleState::Fits ? Ink::Deep : Ink::Card, Ink::Deep);
      dot.part = fmt::format("candidate/{}", &c - settled_.candidates.data());
      dot.tip = fmt::format("{}, {}S {}{}", volts(c.output), c.series, factsOf(c.chemistry).name, c.why.empty() ? "" : ": " + c.why);
      d_.description += dot.tip + ". ";
      const std::string words = fmt::format("{}, {}S {}", volts(c.output), c.series, factsOf(c.chemistry).name);
      const double half = textWidth(words, Face::Small) / 2 + 6;
      std::size_t line = 0;
      while (line + 1 < ends.size() && ends[line] > at - half) ++line;
      ends[line] = at + half;
      const double y = base - 18 - 18 * static_cast<double>(line);
      if (line > 0) pen_.line({{at, base - 8}, {at, y + 4}}, Ink::BankLine);
      said.push_back({{at, y}, words});
    }
    // The words stand over the lines of those above them.
    for (const Words& w : said) {
      const double half = textWidth(w.text, Face::Small) / 2 + 2;
      pen_.rectangle({w.at.x - half, w.at.y - 12}, {w.at.x + half, w.at.y + 4}, Ink::Paper);
      pen_.text(w.at, w.text, Face::Small, Ink::Ink, Anchor::Middle);
    }
    if (!read) return;
    const double at = x(charger_.reading->value());
    pen_.polygon({{at, base + 10}, {at - 7, base + 22}, {at + 7, base + 22}}, Ink::Copper);
    pen_.text({at, base + 36}, "read " + volts(*charger_.reading), Face::Small, Ink::Copper, Anchor::Middle);
  }

  void pack(std::size_t k, const std::vector<const ChargerCandidate*>& open, double y) {
    const PackModel& m = s_.assessment.figures.packs[k].model;
    pen_.rectangle({margin, y}, {d_.width - margin, y + rowHigh - 8}, Ink::Card, Ink::BankLine, 5);
    pen_.text({margin + 12, y + 20}, elided(m.name, Face::Label, 150), Face::Label);
    pen_.text({margin + 12, y + 38}, "full at " + volts(m.full), Face::Small, Ink::Soft);
    const double x = margin + 190, room = d_.width - margin - x - 12;
    // The worst of what it may be counts.
    Known<Volt> output;
    for (const ChargerCandidate* c : open) output = std::max(output.value_or(c->output), c->output);
    if (charger_.reading && *charger_.reading >= Volt(1) && settled_.settled >= 0) output = charger_.reading;
    if (!output || open.size() > 8) {
      pen_.text({x, y + 20}, "not before somebody knows what it gives", Face::Label, Ink::Mind);
      d_.description += fmt::format("{}: not before somebody knows what it gives. ", m.name);
      return;
    }
    const IfUsed used = ifUsed(m, s_.plan.packs[k], *output, charger_.current);
    const std::string perCell = fmt::format("{} per cell at {}", volts(used.perCell, 3), volts(*output));
    std::string head, detail;
    Ink ink = Ink::Ink;
    if (m.chemistry == Chemistry::Nimh) {
      head = "volts say nothing of nickel";
      detail = "charged by current until its voltage dips or it warms";
      ink = Ink::Soft;
    } else if (used.tooHigh) {
      head = "never: " + perCell;
      detail = fmt::format("{}; then {}",
                           used.untilFull ? "full after " + hours(*used.untilFull) : "how soon nobody knows, its amperes are not known",
                           used.barrier);
      ink = Ink::Stop;
      pen_.severity({x + 6, y + 16}, 0);
    } else {
      head = fmt::format("{}, ends near {} %", perCell, formatNumber(used.ends.value_or(StateOfCharge(0)).value() * 100, 2));
      detail = open.size() > 1 ? "if it is the strongest that it may be" : "right by volts; plug, poles and amperes are judged in Matrix";
    }
    pen_.text({x + 18, y + 20}, elided(head, Face::Label, room - 18), Face::Label, ink);
    pen_.text({x + 18, y + 38}, elided(detail, Face::Small, room - 18), Face::Small, Ink::Soft);
    d_.description += fmt::format("{}: {}; {}. ", m.name, head, detail);
  }

  const Subject& s_;
  const Charger& charger_;
  const SettledCharger& settled_;
  Drawing d_;
  Pen pen_;
};

}  // namespace

double settleHeight(const Plan& plan) { return scaleHigh + 44 + rowHigh * static_cast<double>(plan.packs.size()); }

Drawing settleLadder(const Subject& subject, std::size_t charger, const SettledCharger& settled, Size size) {
  if (charger >= subject.plan.chargers.size()) return {size.width, size.height, {}, {}};
  return Ladder(subject, charger, settled, size).draw();
}

}  // namespace usherwright::drawing
