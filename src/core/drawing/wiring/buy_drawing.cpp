// What to cut and what to buy.
#include "core/drawing/wiring/buy_drawing.h"

#include <fmt/format.h>

#include <array>

#include "core/parts/wire.h"
#include "core/quantity/units.h"
#include "core/sheets/pull.h"

namespace usherwright::drawing {
namespace {

constexpr double rowHeight = 36, lineHeight = 22, headHeight = 46;

void pullRow(Drawing& d, Pen& pen, const PullRow& r, double y, double width) {
  const double size = width * 0.3, cut = width * 0.42, ends = width * 0.55;
  Shape& frame = pen.rectangle({4, y}, {width - 4, y + rowHeight - 4}, Ink::Card, Ink::BankLine, 3);
  frame.part = r.lead + (r.plus ? "/plus" : "/minus");
  frame.tip = fmt::format("{}: {}, cut {} m{}, strip {} and {} mm; {} – {}; label {}", r.name, parseWireSize(r.size)->shown(),
                          formatNumber(r.cut.value(), 3), r.assumed ? ", assumed" : "", formatNumber(r.stripFrom.value()),
                          formatNumber(r.stripTo.value()), r.terminalFrom, r.terminalTo, r.label);
  d.description += frame.tip + ". ";
  pen.rectangle({10, y + 8}, {18, y + rowHeight - 12}, r.plus ? Ink::Copper : Ink::Ink);
  pen.text({26, y + 21}, elided(r.name, Face::Label, size - 36), Face::Label, Ink::Ink);
  pen.text({size, y + 21}, parseWireSize(r.size)->shown(), Face::SmallFigure, Ink::Ink);
  pen.text({cut, y + 21}, formatNumber(r.cut.value() * 1000, 4) + " mm" + (r.assumed ? " ?" : ""), Face::SmallFigure,
           r.assumed ? Ink::Mind : Ink::Ink);
  const double room = width - ends - 12;
  pen.text({ends, y + 14},
           elided(fmt::format("{} mm {} – {} mm {}", formatNumber(r.stripFrom.value()), r.terminalFrom, formatNumber(r.stripTo.value()),
                              r.terminalTo),
                  Face::Small, room),
           Face::Small, Ink::Ink);
  pen.text({ends, y + 28}, elided("label: " + r.label, Face::Small, room), Face::Small, Ink::Soft);
}

void buyRow(Drawing& d, Pen& pen, const BuyRow& r, double y, double width, const std::string& currency) {
  const double quantity = width * 0.5, price = width * 0.62, instead = width * 0.74;
  Shape& what = pen.text({10, y + 15}, elided(r.what, Face::Label, quantity - 20), Face::Label, r.there ? Ink::Soft : Ink::Ink);
  what.part = "buy/" + r.what;
  what.tip = fmt::format("{}: {} {}{}", r.what, formatNumber(r.quantity, 3), r.unit, r.there ? ", there" : "");
  d.description += what.tip + ". ";
  pen.text({quantity, y + 15}, r.unit == "m" ? formatNumber(r.quantity, 3) + " m" : formatNumber(r.quantity) + " ×", Face::SmallFigure,
           Ink::Ink);
  pen.text({price, y + 15},
           r.there              ? "there"
           : r.price > Money(0) ? formatNumber(r.price.value(), 3) + " " + currency
                                : "–",
           Face::SmallFigure, r.there ? Ink::Soft : Ink::Ink);
  if (!r.instead.empty()) pen.text({instead, y + 15}, elided("or " + r.instead, Face::Small, width - instead - 10), Face::Small, Ink::Soft);
}

}  // namespace

Drawing buySheet(const Subject& s, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  double y = 4;
  for (const PullRow& r : pullSheet(s.plan, s.assessment.figures, shippedCatalogue())) {
    pullRow(d, pen, r, y, size.width);
    y += rowHeight;
  }
  pen.text({8, y + 30}, "To buy", Face::Title, Ink::Ink);
  y += headHeight;
  Money sum{0};
  for (const BuyRow& r : shoppingList(s.plan, s.assessment.figures, shippedCatalogue())) {
    buyRow(d, pen, r, y, size.width, s.plan.currency);
    if (!r.there) sum += r.price;
    y += lineHeight;
  }
  pen.text({8, y + 22}, fmt::format("In all, by the catalogue's prices: {} {}", formatNumber(sum.value(), 3), s.plan.currency), Face::Label,
           Ink::Soft);
  return d;
}

double buyHeight(const Subject& s) {
  const auto rows = pullSheet(s.plan, s.assessment.figures, shippedCatalogue());
  const auto list = shoppingList(s.plan, s.assessment.figures, shippedCatalogue());
  return 8 + rowHeight * static_cast<double>(rows.size()) + headHeight + lineHeight * static_cast<double>(list.size()) + 36;
}

}  // namespace usherwright::drawing
