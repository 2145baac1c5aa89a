// The table of sizes and the curve of precharge.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/drawing/wiring/sizes_drawings.h"
#include "core/parts/wire.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double headHeight = 26, rowHeight = 50;

std::string shownSize(const std::string& size) {
  const auto parsed = parseWireSize(size);
  return parsed ? parsed->shown() : size;
}

std::string shown(const Sized& s, const std::string& what) {
  if (what.empty()) return "–";
  if (s.kind == SizedKind::Wire) return shownSize(what);
  if (s.kind != SizedKind::Plug) return what;
  constexpr std::string_view usual = "two-pole ";
  const std::string name = what.substr(0, what.find(','));
  return name.starts_with(usual) ? name.substr(usual.size()) : name;
}

std::string signedNumber(double value, int digits) { return (value < 0 ? "−" : "+") + formatNumber(std::abs(value), digits); }

/// "AWG 8: −6 °C, −0.4 %, −3 Wh, +40 g, +1.8 EUR".
std::string neighbourWords(const Neighbour& n, const std::string& currency) {
  if (n.size.empty()) return "–";
  if (!n.fails.empty()) return fmt::format("{}: {}", shownSize(n.size), n.fails);
  return fmt::format("{}: {} °C, {} %, {} Wh, {} g, {} {}", shownSize(n.size), signedNumber(n.warmer.value(), 2),
                     signedNumber(100 * n.drop, 2), signedNumber(n.energy.value(), 2), signedNumber(n.mass.value() * 1000, 2),
                     signedNumber(n.price.value(), 3), currency);
}

}  // namespace

Drawing sizesTable(const Subject& s, const Sizing& sizing, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (!sizing.impossible.empty()) {
    pen.severity({18, 22}, 1);
    paragraph(pen, {34, 27}, size.width - 44, "No sizes yet: " + sizing.impossible + ".", Face::Title, Ink::Ink, 3);
    d.description = "No sizes yet: " + sizing.impossible;
    return d;
  }
  const double name = 8, now = size.width * 0.17, chosen = size.width * 0.35, because = size.width * 0.56;
  pen.text({name, 16}, "part", Face::Small, Ink::Soft);
  pen.text({now, 16}, "now", Face::Small, Ink::Soft);
  pen.text({chosen, 16}, "smallest that passes", Face::Small, Ink::Soft);
  pen.text({because, 16}, "decided by; the next size up", Face::Small, Ink::Soft);
  double y = headHeight;
  for (const Sized& part : sizing.parts) {
    const bool changes = shown(part, part.now) != shown(part, part.chosen);
    Shape& row = pen.rectangle({4, y}, {size.width - 4, y + rowHeight - 6}, Ink::Card, changes ? Ink::Deep : Ink::BankLine, 4);
    row.part = part.id;
    row.tip =
        fmt::format("{}: now {}, smallest that passes {}, {}", part.name, shown(part, part.now), shown(part, part.chosen), part.because);
    d.description += row.tip + ". ";
    pen.text({name + 6, y + 27}, elided(part.name, Face::Label, now - name - 16), Face::Label, Ink::Ink);
    pen.text({now, y + 27}, elided(shown(part, part.now), Face::Label, chosen - now - 10), Face::Label, Ink::Soft);
    pen.text({chosen, y + 27}, elided(shown(part, part.chosen) + (part.held ? ", held" : ""), Face::Title, because - chosen - 10),
             Face::Title, Ink::Ink);
    const double room = size.width - because - 14;
    const bool wire = part.kind == SizedKind::Wire;
    pen.text({because, y + (wire ? 19 : 27)}, elided(part.because, Face::Small, room), Face::Small, Ink::Ink);
    if (wire) pen.text({because, y + 35}, elided(neighbourWords(part.up, s.plan.currency), Face::Small, room), Face::Small, Ink::Soft);
    y += rowHeight;
  }
  const std::string sum = fmt::format("Wires and plugs, bought new: {} {}", formatNumber(sizing.price.value(), 3), s.plan.currency);
  pen.text({name, y + 16}, sum, Face::Label, Ink::Soft);
  d.description += sum;
  return d;
}

double sizesHeight(const Sizing& sizing) { return headHeight + rowHeight * static_cast<double>(sizing.parts.size()) + 30; }

Drawing prechargeCurve(const SwitchOn& on, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (!on.time) {
    d.description = "The capacitance of the controller is not known yet.";
    return d;
  }
  const double end = on.time->value() * 1.3, top = on.bus.value() * 1.25;
  Plot plot{{46, 12}, {size.width - 16, size.height - 34}, 0, end, 0, top};
  plot.frame(pen);
  plot.yGrid(pen, 5);
  plot.xTicks(pen, 6, "s");
  std::vector<Point> curve;
  for (int i = 0; i <= plot.columns(); i += 2) {
    const double t = end * i / std::max(1, plot.columns());
    curve.push_back({plot.x(t), plot.y(prechargedAfter(on, Second(t)).value())});
  }
  pen.line(curve, Ink::Deep, 2.5);
  const double ninety = 0.9 * on.bus.value();
  pen.line({{plot.topLeft.x, plot.y(ninety)}, {plot.bottomRight.x, plot.y(ninety)}}, Ink::Mind, 1.2, Pattern::Dashed);
  pen.text({plot.topLeft.x + 8, plot.y(ninety) - 6}, fmt::format("90 %: {} V; below it after 5RC: stop", formatNumber(ninety, 3)),
           Face::Small, Ink::Ink);
  pen.text({plot.topLeft.x + 8, plot.bottomRight.y - 10}, "V on the capacitors", Face::Small, Ink::Soft);
  pen.line({{plot.x(on.time->value()), plot.topLeft.y}, {plot.x(on.time->value()), plot.bottomRight.y}}, Ink::Soft, 1.2, Pattern::Dotted);
  pen.text({plot.x(on.time->value()) - 6, plot.bottomRight.y - 10}, fmt::format("5RC = {} s", formatNumber(on.time->value(), 2)),
           Face::Small, Ink::Ink, Anchor::End);
  d.description = fmt::format("Volts on the capacitors: {} V of {} V after {} s", formatNumber(prechargedAfter(on, *on.time).value(), 3),
                              formatNumber(on.bus.value(), 3), formatNumber(on.time->value(), 2));
  return d;
}

}  // namespace usherwright::drawing
