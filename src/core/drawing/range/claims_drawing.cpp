// Station Range: claims and rules of thumb beside what is worked out.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/range/range_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double chartTop = 12, rowHigh = 62, cardHead = 30, lineHigh = 17, gap = 8;

/// Of the chart: the band, every rule, every claim of a range.
std::size_t chartRows(const std::vector<HeldClaim>& held, const std::vector<BenchRange>& rules) {
  return 1 + rules.size() + static_cast<std::size_t>(std::count_if(held.begin(), held.end(), [](const HeldClaim& c) {
           return c.verdict.kind == ClaimKind::Range;
         }));
}

/// What is said of a claim, in lines of a card.
std::vector<std::string> saidOf(const std::vector<HeldClaim>& held, std::size_t claim, double width) {
  std::vector<std::string> out;
  const auto say = [&](const std::string& words) {
    for (std::string& line : inLines(words, Face::Small, width - 24, 3)) out.push_back(std::move(line));
  };
  for (const HeldClaim& h : held)
    if (h.claim == claim) say(fmt::format("{}: {}", plausibilityWords(h.verdict.verdict), h.verdict.sentence));
  if (out.empty()) say("No range, time, power, cycles, years or cell capacity in these words.");
  return out;
}

class Claims {
 public:
  Claims(const Subject& subject, const std::vector<HeldClaim>& held, const std::vector<BenchRange>& rules, int chosen, Size size)
      : s_(subject), held_(held), rules_(rules), chosen_(chosen), size_(size), d_{size.width, size.height, {}, {}}, pen_(d_) {}

  Drawing make() {
    double y = 4;
    if (s_.assessment.figures.range.known) y = chart();
    else {
      pen_.text({8, 24}, "No range yet: it takes a pack and a route. Claims are read all the same.", Face::Label, Ink::Soft);
      y = 44;
    }
    for (std::size_t i = 0; i < s_.plan.claims.size(); ++i) y = card(i, y);
    if (s_.plan.claims.empty())
      pen_.text({8, y + 20}, "Nothing claimed yet: type what a listing, a label or a seller says.", Face::Label, Ink::Soft);
    return std::move(d_);
  }

 private:
  std::string km(double value) const { return formatQuantity(value, Kind::Distance, s_.units, 2); }

  double chart() {
    const RangeFigures& r = s_.assessment.figures.range;
    const double scale = 1 / shownUnit(Kind::Distance, s_.units).scale;
    double most = r.hopeful.value();
    for (const BenchRange& b : rules_) most = std::max(most, b.range.value() * (1 + b.doubt));
    for (const HeldClaim& c : held_)
      if (c.verdict.kind == ClaimKind::Range) most = std::max(most, c.verdict.value);
    const double bottom = chartTop + rowHigh * static_cast<double>(chartRows(held_, rules_));
    const double names = std::min(400.0, size_.width * 0.46);
    const Plot plot{{names + 10, chartTop - 6}, {size_.width - 92, bottom}, 0, most * 1.06 * scale, 0, 1};
    plot.xTicks(pen_, 6, std::string(shownUnit(Kind::Distance, s_.units).symbol));
    const double low = plot.x(r.cautious.value() * scale), high = plot.x(r.hopeful.value() * scale),
                 likely = plot.x(r.likely.value() * scale);
    pen_.rectangle({low, chartTop - 6}, {high, bottom}, Ink::Shoal, Ink::None, 0);
    pen_.line({{likely, chartTop - 6}, {likely, bottom}}, Ink::Deep, 2);
    double y = chartTop;
    /// `beside`: what is worked out for the same packs.
    const auto row = [&](const std::string& name, const std::string& from, const std::string& because, double at, double doubt,
                         const std::string& part, Kilometre beside) {
      pen_.text({8, y + 17}, elided(name, Face::Label, names - 8), Face::Label, Ink::Ink);
      pen_.text({8, y + 33}, elided(from, Face::Small, names - 8), Face::Small, Ink::Soft);
      pen_.text({8, y + 48}, elided(because, Face::Small, names - 8), Face::Small, Ink::Soft);
      const double x = plot.x(at * scale), middle = y + rowHigh / 2 - 4, base = plot.x(beside.value() * scale);
      if (doubt > 0) pen_.line({{plot.x(at * (1 - doubt) * scale), middle}, {plot.x(at * (1 + doubt) * scale), middle}}, Ink::Copper, 3);
      const double share = at / beside.value() - 1;
      std::string figure = km(at);
      if (!part.empty()) {
        figure = fmt::format("{}{} %", share >= 0 ? "+" : "−", formatNumber(std::abs(share) * 100, 2));
        pen_.line({{base, middle}, {x, middle}}, Ink::BankLine, 1.5, Pattern::Dashed);
        if (beside != r.likely) pen_.line({{base, middle - 8}, {base, middle + 8}}, Ink::Deep, 2);
        Shape& mark = pen_.circle({x, middle}, 6, Ink::Card, Ink::Copper);
        mark.part = part;
        mark.tip = fmt::format("{}: {}; {}; {}", name, km(at), from, because);
      }
      pen_.text({size_.width - 6, middle + 5}, figure, Face::SmallFigure, Ink::Ink, Anchor::End);
      d_.description += fmt::format("{}: {}, {}; {}. ", name, figure, from, because);
      y += rowHigh;
    };
    row("worked out for this rider", fmt::format("{} to {}", km(r.cautious.value()), km(r.hopeful.value())), "all packs together",
        r.likely.value(), 0, {}, r.likely);
    for (std::size_t i = 0; i < rules_.size(); ++i)
      row(rules_[i].rule, rules_[i].from, rules_[i].leavesOut, rules_[i].range.value(), rules_[i].doubt, fmt::format("rule/{}", i),
          r.likely);
    for (const HeldClaim& c : held_) {
      if (c.verdict.kind != ClaimKind::Range) continue;
      const Claim& claim = s_.plan.claims[c.claim];
      const auto of = std::find_if(s_.assessment.figures.packs.begin(), s_.assessment.figures.packs.end(),
                                   [&](const PackFigures& p) { return p.model.id == claim.pack && p.rangeAlone; });
      const bool alone = of != s_.assessment.figures.packs.end();
      row(fmt::format("claimed: {}{}", c.verdict.piece, alone ? " of " + of->model.name : std::string()),
          alone ? fmt::format("{} alone: {} likely", of->model.name, km(of->rangeAlone->value())) : std::string("all packs together"),
          std::string(plausibilityWords(c.verdict.verdict)), c.verdict.value, 0, fmt::format("claim/{}", c.claim),
          alone ? *of->rangeAlone : r.likely);
    }
    return bottom + 34;
  }

  double card(std::size_t claim, double y) {
    const Claim& c = s_.plan.claims[claim];
    const std::vector<std::string> lines = saidOf(held_, claim, size_.width);
    const double high = cardHead + lineHigh * static_cast<double>(lines.size()) + 8;
    const bool chosen = static_cast<int>(claim) == chosen_;
    Shape& frame = pen_.rectangle({2, y}, {size_.width - 2, y + high}, Ink::Card, chosen ? Ink::Deep : Ink::BankLine, 3);
    frame.part = fmt::format("claim/{}", claim);
    if (chosen) frame.width = 2;
    const Pack* of = s_.plan.findPack(c.pack);
    std::string head = fmt::format("“{}”{}", c.words, of ? " of " + shownName(*of) : std::string());
    if (!c.by.empty()) head += ", " + c.by;
    pen_.text({12, y + 22}, elided(head, Face::Label, size_.width - 24), Face::Label, Ink::Ink);
    double at = y + 43;
    for (const std::string& line : lines) {
      pen_.text({12, at}, line, Face::Small, Ink::Soft);
      at += lineHigh;
    }
    frame.tip = head + ". " + fmt::format("{}", fmt::join(lines, " "));
    d_.description += frame.tip + " ";
    return y + high + gap;
  }

  const Subject& s_;
  const std::vector<HeldClaim>& held_;
  const std::vector<BenchRange>& rules_;
  int chosen_;
  Size size_;
  Drawing d_;
  Pen pen_;
};

}  // namespace

Drawing claimsSheet(const Subject& subject, const std::vector<HeldClaim>& held, const std::vector<BenchRange>& rules, int chosen,
                    Size size) {
  return Claims(subject, held, rules, chosen, size).make();
}

double claimsSheetHeight(const Plan& plan, const std::vector<HeldClaim>& held, const std::vector<BenchRange>& rules, double width) {
  double high = chartTop + rowHigh * static_cast<double>(chartRows(held, rules)) + 44;
  for (std::size_t i = 0; i < plan.claims.size(); ++i)
    high += cardHead + lineHigh * static_cast<double>(saidOf(held, i, width).size()) + 8 + gap;
  return high;
}

}  // namespace usherwright::drawing
