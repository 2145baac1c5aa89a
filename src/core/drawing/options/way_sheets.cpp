// Two ways side by side, the money of one, and the way out, as sheets of rows.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/options/option_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double rowHeight = 24, headHeight = 38, setHeight = 66, barHeight = 22;

void heading(Pen& pen, double& y, const std::string& words) {
  pen.text({8, y + 24}, words, Face::Title, Ink::Ink);
  y += headHeight;
}

/// An empty one says so.
std::string shownOr(const std::string& words) { return words.empty() ? "–" : words; }

std::string priced(Money m, const std::string& currency) { return fmt::format("{} {}", formatNumber(m.value(), 4), currency); }

}  // namespace

double sideBySideHeight(const std::vector<Difference>& differences, const std::vector<Consequence>& consequences) {
  return 2 * headHeight +
         rowHeight * static_cast<double>(std::max<std::size_t>(1, differences.size()) + std::max<std::size_t>(1, consequences.size())) + 12;
}

Drawing sideBySide(const std::vector<Difference>& differences, const std::vector<Consequence>& consequences, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const double was = size.width * 0.40, is = size.width * 0.70;
  double y = 0;
  heading(pen, y, "What differs");
  if (differences.empty()) pen.text({8, y + 16}, "Nothing: they are the same plan.", Face::Label, Ink::Soft);
  for (const Difference& x : differences) {
    Shape& what = pen.text({8, y + 16}, elided(x.what, Face::Label, was - 16), Face::Label, Ink::Ink);
    what.part = "difference/" + x.pointer;
    what.tip = fmt::format("{}: {} here, {} there", x.what, shownOr(x.was), shownOr(x.is));
    d.description += what.tip + ". ";
    pen.text({was, y + 16}, elided(shownOr(x.was), Face::Small, is - was - 10), Face::Small, Ink::Soft);
    pen.text({is, y + 16}, elided(shownOr(x.is), Face::Small, size.width - is - 8), Face::Small, Ink::Ink);
    y += rowHeight;
  }
  if (differences.empty()) y += rowHeight;
  heading(pen, y, "What follows");
  if (consequences.empty()) pen.text({8, y + 16}, "Nothing that is worked out here.", Face::Label, Ink::Soft);
  for (const Consequence& x : consequences) {
    const std::string mark = x.better ? "▲ " : x.worse ? "▼ " : "";
    Shape& what = pen.text({8, y + 16}, elided(mark + x.what, Face::Label, was - 16), Face::Label, x.worse ? Ink::Mind : Ink::Ink);
    what.part = "consequence/" + x.what;
    what.tip = fmt::format("{}: {} here, {} there{}", x.what, shownOr(x.was), shownOr(x.is),
                           x.better  ? ", better"
                           : x.worse ? ", worse"
                                     : "");
    d.description += what.tip + ". ";
    if (x.was.empty() != x.is.empty()) {  // a finding that comes or goes: its sentence takes both columns
      pen.text({was, y + 16}, elided((x.is.empty() ? "gone: " + x.was : "new: " + x.is), Face::Small, size.width - was - 8), Face::Small,
               x.is.empty() ? Ink::Soft : Ink::Ink);
    } else {
      pen.text({was, y + 16}, elided(x.was, Face::Small, is - was - 10), Face::Small, Ink::Soft);
      pen.text({is, y + 16}, elided(x.is, Face::Small, size.width - is - 8), Face::Small, Ink::Ink);
    }
    y += rowHeight;
  }
  return d;
}

double moneySheetHeight(const WaysShown& s) {
  const WayFigures* w = s.ways.find(s.chosen);
  const std::size_t lines = w ? std::max<std::size_t>(1, w->money.lines.size()) + w->money.missing.size() : 1;
  return 2 * headHeight + rowHeight * static_cast<double>(lines + 5) + barHeight * static_cast<double>(s.ways.all().size()) + 20;
}

Drawing moneySheet(const WaysShown& s, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const WayFigures* w = s.ways.find(s.chosen);
  if (!w) return d;
  const std::string& currency = s.root.currency;
  const double price = size.width * 0.52, tax = size.width * 0.66, from = size.width * 0.70;
  double y = 0;
  heading(pen, y, s.chosen.empty() ? "Today's plan" : s.chosen);
  if (w->money.lines.empty()) {
    pen.text({8, y + 16},
             s.chosen.empty() ? "What is there costs nothing more. Begin a way forward and choose it."
                              : "Nothing new, and no quote yet: add one below.",
             Face::Label, Ink::Soft);
    y += rowHeight;
  }
  for (const CostLine& line : w->money.lines) {
    Shape& what = pen.text({8, y + 16}, elided(line.what, Face::Label, price - 90), Face::Label, Ink::Ink);
    what.part = "cost/" + line.what;
    what.tip = fmt::format("{}: {}, tax {}, {}{}", line.what, line.price ? priced(*line.price, currency) : std::string("no price"),
                           priced(line.tax, currency), shownOr(line.source), line.outside ? ", outside the budget" : "");
    d.description += what.tip + ". ";
    pen.text({price, y + 16}, line.price ? formatNumber(line.price->value(), 4) : "?", Face::SmallFigure, line.price ? Ink::Ink : Ink::Mind,
             Anchor::End);
    if (line.tax > Money(0)) pen.text({tax, y + 16}, "+ " + formatNumber(line.tax.value(), 3), Face::SmallFigure, Ink::Soft, Anchor::End);
    pen.text({from, y + 16}, elided(line.source + (line.outside ? " · outside the budget" : ""), Face::Small, size.width - from - 8),
             Face::Small, Ink::Soft);
    y += rowHeight;
  }
  const auto sum = [&](const std::string& words, Money m, Ink ink) {
    pen.text({8, y + 16}, words, Face::Label, ink);
    pen.text({price, y + 16}, formatNumber(m.value(), 4), Face::Figure, ink, Anchor::End);
    y += rowHeight;
  };
  if (!w->money.lines.empty()) {
    sum(w->money.isWhole() ? "all in" : "all in, as far as priced", w->money.total, Ink::Ink);
    if (w->money.resale > Money(0)) sum("less what is sold", w->money.resale, Ink::Ink);
    if (s.root.budget) {
      const Money left = *s.root.budget - w->money.fromBudget();
      sum(left < Money(0) ? "over the budget by" : "left of the budget", left < Money(0) ? Money(0) - left : left,
          left < Money(0) ? Ink::Mind : Ink::Ink);
      if (w->money.taxThatBursts) {
        pen.text({8, y + 16}, fmt::format("The budget is used up at {} % of tax on top.", formatNumber(*w->money.taxThatBursts * 100, 3)),
                 Face::Small, Ink::Soft);
        y += rowHeight;
      }
    }
    for (const std::string& missing : w->money.missing) {
      pen.text({8, y + 16}, elided("No price: " + missing, Face::Small, size.width - 16), Face::Small, Ink::Mind);
      y += rowHeight;
    }
  }
  heading(pen, y, "Per Wh gained");
  double most = 0.001;
  for (const WayFigures& o : s.ways.all()) most = std::max(most, o.perGained.value_or(Money(0)).value());
  for (const WayFigures& o : s.ways.all()) {
    if (o.id.empty()) continue;
    pen.text({8, y + 14}, elided(o.id, Face::Small, size.width * 0.3 - 16), Face::Small, Ink::Ink);
    if (o.perGained) {
      const double to = size.width * 0.3 + size.width * 0.5 * o.perGained->value() / most;
      Shape& bar = pen.rectangle({size.width * 0.3, y + 3}, {to, y + 16}, o.id == s.chosen ? Ink::Water : Ink::Bank, Ink::None);
      bar.part = "way/" + o.id;
      bar.tip = fmt::format("{}: {} per Wh gained, {} per Wh", o.id, priced(*o.perGained, currency),
                            o.perWattHour ? priced(*o.perWattHour, currency) : "–");
      pen.text({to + 8, y + 14}, formatNumber(o.perGained->value(), 2), Face::SmallFigure, Ink::Ink);
    } else {
      pen.text({size.width * 0.3, y + 14},
               !o.money.isWhole()                     ? "a price is missing"
               : o.gained && *o.gained <= WattHour(1) ? "gains nothing"
                                                      : "nothing to pay",
               Face::Small, Ink::Soft);
    }
    y += barHeight;
  }
  return d;
}

double mendSheetHeight(const MendResult& r) { return 8 + setHeight * static_cast<double>(std::max<std::size_t>(1, r.sets.size())); }

Drawing mendSheet(const MendResult& r, std::size_t chosen, UnitSystem units, const std::string& currency, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  const auto& far = shownUnit(Kind::Distance, units);
  double y = 4;
  for (std::size_t i = 0; i < r.sets.size(); ++i) {
    const Mended& m = r.sets[i];
    Shape& frame = pen.rectangle({4, y}, {size.width - 4, y + setHeight - 8}, i == chosen ? Ink::Shoal : Ink::Card,
                                 i == chosen ? Ink::Deep : Ink::BankLine, 3);
    frame.part = fmt::format("set/{}", i);
    std::string words;
    for (const std::size_t c : m.changes) words += (words.empty() ? "" : "  +  ") + r.tried[c].words;
    const std::string money = m.priced             ? priced(m.price, currency)
                              : m.price > Money(0) ? priced(m.price, currency) + " and more"
                                                   : "no price known";
    const double room = size.width - 30 - textWidth(money, Face::Figure) - 20;
    pen.text({16, y + 24}, elided(words, Face::Label, room), Face::Label, Ink::Ink);
    pen.text({size.width - 16, y + 24}, money, Face::Figure, Ink::Ink, Anchor::End);
    std::string then;
    if (m.headroom)
      then = fmt::format("narrows: {}, {}{} %", m.narrows, *m.headroom < 0 ? "−" : "+", formatNumber(std::abs(*m.headroom) * 100, 2));
    if (m.likely && m.likelyBefore) {
      const std::string was = formatNumber(m.likelyBefore->value() / far.scale, 2), is = formatNumber(m.likely->value() / far.scale, 2);
      then += fmt::format("{}{}{} {} likely", then.empty() ? "" : " · ", was == is ? "" : was + " → ", is, far.symbol);
    }
    then += fmt::format("{}{} to mind", then.empty() ? "" : " · ", m.minds == 0 ? std::string("nothing") : std::to_string(m.minds));
    pen.text({16, y + 45}, elided(then, Face::Small, size.width - 32), Face::Small, Ink::Soft);
    frame.tip = fmt::format("{}: {}; {}", words, money, then);
    d.description += frame.tip + ". ";
    y += setHeight;
  }
  return d;
}

}  // namespace usherwright::drawing
