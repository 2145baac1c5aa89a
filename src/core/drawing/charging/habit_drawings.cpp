// Station Charging: what a ceiling gives and costs, what a hold at full evens out, what half an hour on the way gains.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/charging/charging_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double margin = 12;

std::string n(double v, int digits = 3) { return formatNumber(v, digits); }

/// A bar from the left, its figure behind it or, where that leaves the page, in it.
void bar(Pen& pen, Point at, double length, double high, Ink ink, const std::string& words, double end) {
  pen.rectangle(at, {at.x + std::max(2.0, length), at.y + high}, ink, Ink::None, 3);
  const double wide = textWidth(words, Face::SmallFigure);
  if (at.x + length + 8 + wide < end) pen.text({at.x + length + 8, at.y + high - 4}, words, Face::SmallFigure, Ink::Ink);
  else pen.text({at.x + length - 8, at.y + high - 4}, words, Face::SmallFigure, Ink::OnDeep, Anchor::End);
}

}  // namespace

Drawing ceilingBars(const Subject& subject, const std::vector<CeilingChoice>& choices, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (choices.empty()) return d;
  double km = 1, years = 1;
  for (const CeilingChoice& c : choices) {
    km = std::max(km, c.range.value_or(Kilometre(0)).value());
    if (c.years) years = std::max(years, c.years->high);
  }
  const double row = std::clamp((size.height - 8) / static_cast<double>(choices.size()), 84.0, 100.0), left = 118, end = size.width - 16;
  double y = 4;
  for (const CeilingChoice& c : choices) {
    const std::string name = c.name();
    Shape& ground = pen.rectangle({margin / 2, y}, {size.width - margin / 2, y + row - 8}, Ink::Card, Ink::BankLine, 6);
    ground.part = c.apart ? std::string("ceiling/own") : fmt::format("ceiling/{}", std::lround(c.ceiling.value() * 100));
    pen.text({margin + 4, y + 28}, name, c.apart ? Face::Title : Face::BigFigure, Ink::Ink);
    // Each pack's own, side by side.
    if (c.apart) {
      std::string each;
      for (const StateOfCharge s : c.of) each += (each.empty() ? "" : ", ") + n(s.value() * 100) + " %";
      pen.text({margin + 4, y + 44}, elided(each, Face::SmallFigure, 100), Face::SmallFigure, Ink::Ink);
    }
    const double scale = (end - left) * 0.78;
    std::string told = name + ": ";
    if (c.range) {
      const std::string words = formatQuantity(c.range->value(), Kind::Distance, subject.units, 3);
      bar(pen, {left, y + 10}, scale * c.range->value() / km, 17, Ink::Water, words + (c.enough ? "" : ", less than the ride"), end);
      told += words + (c.enough ? "" : ", less than the ride") + ", ";
    } else {
      pen.text({left, y + 23}, "range not known: no ride yet", Face::Small, Ink::Mind);
      told += "range not known, ";
    }
    if (c.years) {
      const double x = [&](double v) { return scale * v / years; }(c.years->likely);
      const std::string words = fmt::format("{} years, {} to {}", n(c.years->likely, 2), n(c.years->low, 2), n(c.years->high, 2));
      bar(pen, {left, y + 33}, x, 17, Ink::Bank, {}, end);
      // The band as a whisker: rough, and said to be.
      const double a = left + scale * c.years->low / years, b = left + scale * c.years->high / years, middle = y + 41.5;
      pen.line({{a, middle}, {b, middle}}, Ink::Ink, 1.5);
      pen.line({{a, middle - 5}, {a, middle + 5}}, Ink::Ink, 1.5);
      pen.line({{b, middle - 5}, {b, middle + 5}}, Ink::Ink, 1.5);
      const double wide = textWidth(words, Face::SmallFigure);
      if (b + 8 + wide < end) pen.text({b + 8, y + 46}, words, Face::SmallFigure, Ink::Ink);
      else pen.text({end, y + 64}, words, Face::SmallFigure, Ink::Ink, Anchor::End);
      told += words + ", ";
      const LifeEstimate& l = c.life;
      const std::string why =
          fmt::format("{} worn first: a year costs {} % by cycling (volts × {}, depth × {}, warmth × {}), {} % by the calendar",
                      subject.assessment.figures.packs[c.first].model.name, n(l.cyclingPerYear * 100, 2), n(l.byVolts, 2), n(l.byDepth, 2),
                      n(l.byWarmth, 2), n(l.calendarPerYear * 100, 2));
      pen.text({left, y + row - 16}, elided(why, Face::Small, end - left), Face::Small, Ink::Soft);
      told += why;
    } else {
      pen.text({left, y + 46}, "years not known: enter how often it is ridden, and a ride", Face::Small, Ink::Mind);
      told += "years not known";
    }
    if (c.perThousandKm) {
      const std::string words = fmt::format("{} {} per 1000 km", n(c.perThousandKm->value(), 3), subject.plan.currency);
      pen.text({margin + 4, y + row - 34}, n(c.perThousandKm->value(), 3) + " " + subject.plan.currency, Face::SmallFigure, Ink::Ink);
      pen.text({margin + 4, y + row - 18}, "per 1000 km", Face::Small, Ink::Soft);
      told += "; " + words;
    }
    ground.tip = told;
    d.description += told + ". ";
    y += row;
  }
  return d;
}

Drawing balanceSheet(const Subject& subject, const std::vector<BalanceNeed>& needs, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (needs.empty()) {
    pen.text({margin, 24}, "No lithium pack: nothing to even out.", Face::Label, Ink::Soft);
    return d;
  }
  const double row = std::clamp((size.height - 6) / static_cast<double>(needs.size()), 116.0, 190.0);
  double y = 4;
  for (const BalanceNeed& b : needs) {
    const Pack& p = subject.plan.packs[b.pack];
    const PackModel& m = subject.assessment.figures.packs[b.pack].model;
    const bool due = b.never || b.ceilingHides || (b.cyclesLeft && *b.cyclesLeft <= 0);
    Shape& ground = pen.rectangle({margin / 2, y}, {size.width - margin / 2, y + row - 8}, Ink::Card, Ink::BankLine, 6);
    ground.part = fmt::format("hold/{}", b.pack);
    ground.tip = m.name + ": " + b.sentence;
    d.description += ground.tip + " ";
    pen.text({margin + 6, y + 24}, elided(m.name, Face::Title, 200), Face::Title);
    if (due) pen.severity({margin + 16 + std::min(200.0, textWidth(m.name, Face::Title)), y + 19}, 1);
    paragraph(pen, {margin + 6, y + 44}, size.width * 0.46, b.sentence, Face::Small, due ? Ink::Mind : Ink::Ink, 6);
    // Every group against the highest, from its last reading.
    const auto groups = std::find_if(p.readings.rbegin(), p.readings.rend(), [&](const Reading& r) {
      return r.of == ReadingOf::Groups && r.groups.size() == static_cast<std::size_t>(m.series);
    });
    const double left = size.width * 0.52, right = size.width - margin - 8, base = y + row - 28, top = y + 22;
    if (groups == p.readings.rend()) {
      pen.text({(left + right) / 2, (top + base) / 2}, "groups not read yet", Face::Small, Ink::Soft, Anchor::Middle);
    } else {
      const auto [low, high] = std::minmax_element(groups->groups.begin(), groups->groups.end());
      const double span = std::max(0.02, (*high - *low).value() * 1.25), each = (right - left) / static_cast<double>(groups->groups.size());
      for (std::size_t i = 0; i < groups->groups.size(); ++i) {
        const double below = (*high - groups->groups[i]).value(), x = left + each * static_cast<double>(i);
        const bool lowest = groups->groups.data() + i == &*low && *high > *low;
        pen.rectangle({x + 1, top + (base - top) * below / span}, {x + each - 1, base}, lowest ? Ink::Copper : Ink::Shoal, Ink::None, 1);
        if (lowest || each > 16)
          pen.text({x + each / 2, base + 13}, std::to_string(i + 1), Face::Small, lowest ? Ink::Copper : Ink::Soft, Anchor::Middle);
      }
      pen.line({{left, top}, {right, top}}, Ink::Deep, 1, Pattern::Dashed);
      pen.text({left, top - 5}, fmt::format("highest {} V (dashed), lowest {} V", n(high->value(), 4), n(low->value(), 4)), Face::Small,
               Ink::Soft);
    }
    y += row;
  }
  return d;
}

Drawing topUpBars(const Subject& subject, const std::vector<TopUp>& tops, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (tops.empty()) {
    pen.text({margin, 24}, "No charger is put to a pack yet: choose them in Matrix.", Face::Label, Ink::Soft);
    return d;
  }
  double most = 1;
  for (const TopUp& t : tops) most = std::max(most, t.gained.value());
  const double row = std::clamp((size.height - 6) / static_cast<double>(tops.size()), 58.0, 62.0),
               left = std::min(300.0, size.width * 0.36);
  double y = 4;
  for (const TopUp& t : tops) {
    const std::string charger = shownName(subject.plan.chargers[t.charger]), pack = subject.assessment.figures.packs[t.pack].model.name;
    Shape& ground = pen.rectangle({margin / 2, y}, {size.width - margin / 2, y + row - 8}, Ink::Card, Ink::BankLine, 6);
    ground.part = fmt::format("top-up/{}/{}", t.charger, t.pack);
    pen.text({margin + 6, y + 22}, elided(fmt::format("{} on {}", charger, pack), Face::Label, left - 24), Face::Label);
    std::string carried = t.draws ? n(t.draws->value(), 3) + " W from the socket" : std::string("what it draws is not known");
    carried += t.mass ? fmt::format(", {} to carry", formatQuantity(t.mass->value(), Kind::Mass, subject.units, 2)) : ", not weighed yet";
    pen.text({margin + 6, y + 40}, elided(carried, Face::Small, left - 24), Face::Small, Ink::Soft);
    std::string told;
    if (!t.refused.empty()) {
      pen.severity({left + 6, y + 18}, 0);
      paragraph(pen, {left + 20, y + 22}, size.width - left - 40, t.refused, Face::Small, Ink::Stop, 2);
      told = t.refused;
    } else {
      told = t.distance ? formatQuantity(t.distance->value(), Kind::Distance, subject.units, 2) + " more" : std::string("no ride yet");
      told += fmt::format(", {} Wh", n(t.gained.value(), 3));
      bar(pen, {left, y + 9}, (size.width - left - 24) * 0.6 * t.gained.value() / most, 18, Ink::Water, told, size.width - 16);
      std::string rest = t.kmPerKg ? fmt::format("{} km per kg carried", n(*t.kmPerKg, 2)) : std::string();
      if (t.untilTarget) {
        const int minutes = static_cast<int>(std::lround(Minute(*t.untilTarget).value()));
        rest += fmt::format("{}to the top in {} h {:02} min", rest.empty() ? "" : "; ", minutes / 60, minutes % 60);
      }
      pen.text({left, y + 43}, elided(rest, Face::Small, size.width - left - 24), Face::Small, Ink::Soft);
      told += "; " + rest;
    }
    ground.tip = fmt::format("{} on {}: {}", charger, pack, told);
    d.description += ground.tip + ". ";
    y += row;
  }
  return d;
}

}  // namespace usherwright::drawing
