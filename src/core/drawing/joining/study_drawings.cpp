// Builders of the drawings of Joining beside the basins.
#include "core/drawing/joining/study_drawings.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/drawing/joining/method_circuit.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

std::string number(double v, int digits = 2) { return formatNumber(v, digits); }
std::string percent(double share) { return number(share * 100) + " %"; }
std::string minutes(Second t) { return number(t.value() / 60, 3) + " min"; }

/// A bar with its figure behind it, inside a column.
void bar(Pen& pen, Point at, double room, double share, const std::string& figure, Ink ink) {
  const double width = std::max(2.0, (room - 64) * std::clamp(share, 0.0, 1.0));
  pen.rectangle({at.x, at.y}, {at.x + width, at.y + 14}, ink, Ink::None, 2);
  pen.text({at.x + width + 6, at.y + 12}, figure, Face::SmallFigure, Ink::Ink);
}

std::string endWords(EndCause cause) {
  switch (cause) {
    case EndCause::ControllerCutoff: return "controller cuts off";
    case EndCause::LastPackCutOff: return "BMS cuts off";
    case EndCause::LastPackEmpty: return "empty";
    case EndCause::Collapse: return "collapses";
    case EndCause::RideOver: return "ride over";
    default: return "";
  }
}

/// "stock + deck + the spare…": short names stay whole, long ones share what is left.
std::string shortened(const std::string& sum, double room) {
  if (textWidth(sum, Face::Label) <= room) return sum;
  const std::string plus = " + ";
  std::vector<std::string> parts;
  for (std::size_t from = 0; from <= sum.size();) {
    const std::size_t to = std::min(sum.find(plus, from), sum.size());
    parts.push_back(sum.substr(from, to - from));
    from = to + plus.size();
  }
  std::vector<double> widths;
  widths.reserve(parts.size());
  for (const std::string& part : parts) widths.push_back(textWidth(part, Face::Label));
  std::sort(widths.begin(), widths.end());
  double left = room - textWidth(plus, Face::Label) * static_cast<double>(parts.size() - 1), share = 0;
  for (std::size_t i = 0; i < widths.size(); ++i) {
    share = left / static_cast<double>(widths.size() - i);
    if (widths[i] > share) break;
    left -= widths[i];
  }
  std::string out;
  for (const std::string& part : parts) {
    if (!out.empty()) out += plus;
    out += elided(part, Face::Label, share);
  }
  return out;
}

Drawing begin(Size size) { return {size.width, size.height, {}, {}}; }

}  // namespace

Drawing methodTable(const std::vector<MethodFigures>& methods, const std::vector<MethodWords>& words, const Plan& plan, Size size) {
  Drawing d = begin(size);
  Pen pen(d);
  if (methods.empty()) return d;
  double mostLost = 0.1, mostRange = 1;
  for (const MethodFigures& m : methods) {
    mostLost = std::max(mostLost, m.lost.value());
    mostRange = std::max(mostRange, m.range.value());
  }
  const bool narrow = size.width < 760;  // then the two bars stand below each other
  const double circuit = 84, nameRoom = circuit + 150;
  const double figures = narrow ? 124 : std::min(140.0, size.width * 0.15);
  const double x1 = nameRoom, x2 = narrow ? x1 : x1 + figures, x3 = x2 + figures;
  const double room = (size.width - x3 - 12) / 2;
  const double x4 = x3 + room + 8;
  const double top = 22, row = std::max(80.0, (size.height - top) / static_cast<double>(methods.size()));
  pen.text({x1, 14}, narrow ? "lost; range" : "lost in the joint", Face::Small, Ink::Soft);
  if (!narrow) pen.text({x2, 14}, "range", Face::Small, Ink::Soft);
  pen.text({x3, 14}, "needs", Face::Small, Ink::Soft);
  pen.text({x4, 14}, "a pack unplugged; braking", Face::Small, Ink::Soft);
  d.description = "Methods:";
  for (std::size_t i = 0; i < methods.size(); ++i) {
    const MethodFigures& m = methods[i];
    const double y = top + row * static_cast<double>(i);
    const bool current = m.method == plan.joining.method;
    Shape& back =
        pen.rectangle({2, y + 2}, {size.width - 2, y + row - 4}, current ? Ink::Shoal : Ink::Card, current ? Ink::Deep : Ink::BankLine, 4);
    back.part = "method/" + std::to_string(i);
    back.tip = words[i].name + (m.forbids.empty() ? ": allowed here" : ": " + m.forbids.front());
    const double tall = std::min(row - 22, 22.0 * static_cast<double>(plan.packs.size()) + 6);
    methodCircuit(pen, {10, y + 10}, {circuit - 18, tall}, m.method, plan.packs.size(),
                  converterPack(plan).value_or(plan.packs.size() - 1));
    pen.text({circuit, y + 20}, words[i].name, Face::Label, Ink::Ink);
    if (m.forbids.empty()) {
      pen.text({circuit, y + 38}, current ? "chosen, allowed" : "allowed here", Face::Small, Ink::Deep);
      pen.text({circuit, y + 54}, elided(words[i].when, Face::Small, nameRoom - circuit - 6), Face::Small, Ink::Soft);
    } else {
      pen.severity({circuit + 6, y + 34}, 0);
      pen.text({circuit + 18, y + 38}, "not here: " + m.firstForbid, Face::Small, Ink::Stop);
      paragraph(pen, {circuit, y + 54}, x3 - circuit - 8, m.forbids.front(), Face::Small, Ink::Stop, row > 92 ? 2 : 1);
    }
    bar(pen, {x1, y + 10}, figures, m.lost.value() / mostLost * 0.9, number(m.lost.value()) + " Wh", Ink::Copper);
    bar(pen, {x2, narrow ? y + 28 : y + 10}, figures, m.range.value() / mostRange * 0.9, number(m.range.value(), 3) + " km", Ink::Water);
    if (const double less = mostRange - m.range.value(); less >= 0.05 && !(narrow && !m.forbids.empty()))
      pen.text({x2, narrow ? y + 58 : y + 40}, number(less) + " km less", Face::Small, Ink::Soft);
    double at = y + 20;
    for (const std::string& part : m.parts) at += paragraph(pen, {x3, at}, room, part, Face::Small, Ink::Ink, 2);
    const double used = paragraph(pen, {x4, y + 20}, room - 10, m.unplugged, Face::Small, Ink::Ink, row > 84 ? 3 : 2);
    paragraph(pen, {x4, y + 20 + used}, room - 10, "braking: " + m.regen, Face::Small, Ink::Soft, row > 92 ? 2 : 1);
    d.description += fmt::format(" {}: {}, {} Wh lost, {} km;", words[i].name, m.forbids.empty() ? "allowed" : "not here",
                                 number(m.lost.value()), number(m.range.value(), 3));
  }
  return d;
}

Drawing subsetBars(const SubsetStudy& study, Size size) {
  Drawing d = begin(size);
  Pen pen(d);
  if (study.subsets.empty()) return d;
  double most = 1;
  for (const SubsetFigures& s : study.subsets) most = std::max(most, s.range.value());
  const double nameRoom = std::min(240.0, size.width * 0.31), narrows = std::min(250.0, size.width * 0.26);
  const double bars = std::max(40.0, size.width - nameRoom - narrows - 220);
  const double top = 24, row = std::clamp((size.height - top) / static_cast<double>(study.subsets.size()), 18.0, 64.0);
  const bool says = row >= 42;  // there is room for what stands against it
  pen.text({nameRoom, 16}, "range, and how the ride ends", Face::Small, Ink::Soft);
  pen.text({size.width - narrows, 16}, "narrows", Face::Small, Ink::Soft);
  d.description = "Subsets:";
  for (std::size_t i = 0; i < study.subsets.size(); ++i) {
    const SubsetFigures& s = study.subsets[i];
    const double y = top + row * static_cast<double>(i);
    if (y + row > size.height + 2) break;
    const bool worst = i == study.worst && study.subsets.size() > 1;
    Shape& back = pen.rectangle({0, y}, {size.width, y + row - 4}, worst ? Ink::Bank : Ink::Card, worst ? Ink::Ink : Ink::None, 3);
    back.part = "subset/" + std::to_string(i);
    back.tip = s.worstFinding.empty() ? s.name + ": no Stop" : s.worstFinding;
    const double base = y + row / 2 + (says ? -6 : 3);
    if (s.stops > 0) pen.severity({14, base - 5}, 0);
    if (says)
      pen.text({28, base + 18}, elided(s.worstFinding.empty() ? "no Stop" : s.worstFinding, Face::Small, size.width - 40), Face::Small,
               s.worstFinding.empty() ? Ink::Soft : Ink::Stop);
    pen.text({28, base}, shortened(s.name, nameRoom - (worst ? 84 : 36)) + (worst ? " (worst)" : ""), Face::Label, Ink::Ink);
    const double share = s.range.value() / most;
    pen.rectangle({nameRoom, base - 12}, {nameRoom + std::max(2.0, bars * share), base + 3}, Ink::Water, Ink::None, 2);
    pen.text({nameRoom + bars * share + 6, base}, number(s.range.value(), 3) + " km, " + endWords(s.cause), Face::Small, Ink::Ink);
    const std::string tight =
        s.headroom ? fmt::format("{}, {}{}", s.narrows, *s.headroom >= 0 ? "+" : "", percent(*s.headroom)) : "not known yet";
    pen.text({size.width - narrows, base}, elided(tight, Face::Small, narrows - 8), Face::Small,
             s.headroom && *s.headroom < 0 ? Ink::Stop : Ink::Ink);
    d.description += fmt::format(" {}{}: {} km, {} Stops;", s.name, worst ? ", the worst" : "", number(s.range.value(), 3), s.stops);
  }
  return d;
}

namespace {

/// Neighbours differ by their lightness.
Ink packFill(std::size_t pack) {
  constexpr Ink fills[] = {Ink::Deep, Ink::Shoal, Ink::Water, Ink::Bank};
  return fills[pack % 4];
}

/// The ride from left to right; at each place the packs stacked by what they give.
void track(Pen& pen, Point a, Point b, const std::vector<std::vector<double>>& shares) {
  if (shares.size() < 2) return;
  const double step = (b.x - a.x) / static_cast<double>(shares.size());
  std::vector<double> below(shares.size(), 0);
  for (std::size_t k = 0; k < shares.front().size(); ++k) {
    std::vector<Point> up, down;
    for (std::size_t i = 0; i < shares.size(); ++i) {
      const double from = b.y - (b.y - a.y) * below[i];
      below[i] += shares[i][k];
      const double to = b.y - (b.y - a.y) * std::min(1.0, below[i]);
      for (const double x : {a.x + step * static_cast<double>(i), a.x + step * static_cast<double>(i + 1)}) {
        up.push_back({x, to});
        down.push_back({x, from});
      }
    }
    up.insert(up.end(), down.rbegin(), down.rend());
    pen.polygon(std::move(up), packFill(k));
  }
  pen.rectangle(a, b, Ink::None, Ink::Deep, 2);
}

}  // namespace

Drawing policyTable(const std::vector<PolicyFigures>& policies, const std::vector<std::string>& names,
                    const std::vector<std::string>& packs, Policy chosen, Size size) {
  Drawing d = begin(size);
  Pen pen(d);
  if (policies.empty()) return d;
  double most = 1;
  for (const PolicyFigures& p : policies) most = std::max(most, p.range.value());
  const double top = 24, foot = 22, row = std::clamp((size.height - top - foot) / static_cast<double>(policies.size()), 24.0, 58.0);
  const double c1 = size.width * 0.15, c2 = size.width * 0.47, c3 = size.width * 0.74, c4 = size.width * 0.92;
  pen.text({c1, 16}, "who gives the amperes, and how far", Face::Small, Ink::Soft);
  const bool named = packs.size() < 3 && size.width > 700;  // else by the order of the plan
  pen.text({c2, 16}, named ? "left in each at half way" : "left at half way, by order", Face::Small, Ink::Soft);
  pen.text({c3, 16}, "hardest C-rate", Face::Small, Ink::Soft);
  pen.text({c4, 16}, "life", Face::Small, Ink::Soft);
  for (std::size_t i = 0; i < policies.size(); ++i) {
    const PolicyFigures& p = policies[i];
    const double y = top + row * static_cast<double>(i), base = y + row / 2 + 3;
    const bool current = p.policy == chosen && p.applies;
    pen.rectangle({0, y}, {size.width, y + row - 4}, current ? Ink::Shoal : Ink::Card, current ? Ink::Deep : Ink::None, 3);
    pen.text({8, base}, names[i], Face::Label, p.applies ? Ink::Ink : Ink::Soft);
    if (!p.applies) {
      pen.text({c1, base}, "not with this joint", Face::Small, Ink::Soft);
      continue;
    }
    const double length = (c2 - c1 - 76) * p.range.value() / most;
    track(pen, {c1, y + 5}, {c1 + length, y + row - 9}, p.shares);
    pen.text({c1 + length + 6, base}, number(p.range.value(), 3) + " km", Face::SmallFigure, Ink::Ink);
    std::string left, rate;
    for (std::size_t k = 0; k < p.atTurnRound.size(); ++k) {
      left += fmt::format("{}{}{}", k ? ", " : "", named ? packs[k] + " " : std::string(), percent(p.atTurnRound[k].value()));
      rate += fmt::format("{}{}", k ? " " : "", number(p.peakRate[k]));
    }
    pen.text({c2, base}, elided(left, Face::Small, c3 - c2 - 8), Face::Small, Ink::Ink);
    pen.text({c3, base}, elided(rate + " C", Face::SmallFigure, c4 - c3 - 8), Face::SmallFigure, Ink::Ink);
    pen.text({c4, base}, fmt::format("× {}", number(p.lifeFactor)), Face::SmallFigure, Ink::Ink);
  }
  double x = 8;
  for (std::size_t k = 0; k < packs.size() && x < size.width - 60; ++k) {
    pen.rectangle({x, size.height - 15}, {x + 16, size.height - 4}, packFill(k), Ink::Deep, 2);
    const std::string name = elided(packs[k], Face::Small, 180);
    pen.text({x + 22, size.height - 5}, name, Face::Small, Ink::Ink);
    x += 40 + textWidth(name, Face::Small);
  }
  d.description = "Orders of use, who gives the amperes along the ride, and how far each gets.";
  return d;
}

Drawing gaugeOverRide(const Subject& subject, Size size) {
  Drawing d = begin(size);
  Pen pen(d);
  const Figures& f = subject.assessment.figures;
  if (!f.ride || f.ride->end <= Second(0)) {
    pen.text({12, 30}, "No ride to show.", Face::Label, Ink::Soft);
    return d;
  }
  const Plot plot{{44, 26}, {size.width - 14, size.height - 28}, 0, std::max(1.0, f.ride->end.value() / 60), 0, 105};
  plot.frame(pen);
  plot.yGrid(pen, 5);
  plot.xTicks(pen, 8, "min");
  std::vector<Point> gauge, truth;
  for (int i = 0; i <= plot.columns(); ++i) {
    const Row row = f.ride->at(f.ride->end * (static_cast<double>(i) / std::max(1, plot.columns())));
    if (row.bus > Volt(0)) gauge.push_back({row.time.value() / 60, gaugeAt(f, row.controller).value() * 100});
    truth.push_back({row.time.value() / 60, truthAt(f, row).value() * 100});
  }
  pen.line(columnPairs(plot, truth), Ink::Deep, 2.5);
  pen.line(columnPairs(plot, gauge), Ink::Mind, 2, Pattern::Dotted);
  pen.line({{plot.topLeft.x + 4, 13}, {plot.topLeft.x + 34, 13}}, Ink::Deep, 2.5);
  pen.text({plot.topLeft.x + 40, 17}, "left, %", Face::Small, Ink::Ink);
  pen.line({{plot.topLeft.x + 110, 13}, {plot.topLeft.x + 140, 13}}, Ink::Mind, 2, Pattern::Dotted);
  pen.text({plot.topLeft.x + 146, 17}, "what the gauge shows", Face::Small, Ink::Ink);
  if (const auto lie = worstGaugeLie(f)) {
    const double x = plot.x(lie->at.value() / 60), a = plot.y(lie->gauge.value() * 100), b = plot.y(lie->truth.value() * 100);
    pen.line({{x, a}, {x, b}}, Ink::Stop, 2.5);
    pen.circle({x, a}, 4, Ink::Mind);
    pen.circle({x, b}, 4, Ink::Deep);
    const std::string words = fmt::format("lies most after {}: shows {}, {} are left", minutes(lie->at), percent(lie->gauge.value()),
                                          percent(lie->truth.value()));
    // Above both lines: they fall to the right.
    const double from = std::min(x + 10, plot.bottomRight.x - textWidth(words, Face::Small) - 6);
    pen.text({from, std::max(44.0, std::min(a, b) - 12)}, words, Face::Small, Ink::Stop);
    d.description = "The gauge " + words + ".";
  }
  return d;
}

Drawing sharingRows(const SharingVerdict& v, const SharingInput& in, Size size) {
  Drawing d = begin(size);
  Pen pen(d);
  if (v.drawn.empty()) {
    pen.text({12, 30}, "Paste a logged ride: Ah and V, with A, km or time if there are any.", Face::Label, Ink::Soft);
    return d;
  }
  const double most = std::max(0.1, v.drawn.back().value());
  const Plot plot{{44, 14}, {size.width - 14, size.height - 28}, 0, most * 1.02, 0, 105};
  plot.frame(pen);
  plot.yGrid(pen, 5);
  plot.xTicks(pen, 8, "Ah");
  const std::size_t step = std::max<std::size_t>(1, v.drawn.size() / 400);
  double start = 0;
  const std::size_t first = std::min<std::size_t>(v.charge.size(), 8);
  for (std::size_t i = 0; i < first; ++i) start += v.charge[i].value() / static_cast<double>(first);
  for (std::size_t i = 0; i < v.drawn.size(); i += step)
    pen.circle({plot.x(v.drawn[i].value()), plot.y(v.charge[i].value() * 100)}, 2.5, Ink::Water, Ink::Deep);
  const double from = v.drawn.front().value();
  const auto chargeAt = [&](const Point& before, double slope, double drawn) {
    return Point{drawn, before.y - slope * (drawn - before.x)};
  };
  // A story as a line down to the last row or to empty; `slopes` before and behind the knee.
  const auto story = [&](double knee, std::array<double, 2> slopes, Ink ink, Pattern pattern, const std::string& words, double place) {
    std::vector<Point> line{{from, start}};
    if (knee > from && knee < most) line.push_back(chargeAt(line.back(), slopes[0], knee));
    const double slope = knee > from && knee >= most ? slopes[0] : slopes[1];
    line.push_back(chargeAt(line.back(), slope, std::min(most, line.back().x + line.back().y / slope)));
    for (Point& p : line) p = {plot.x(p.x), plot.y(p.y * 100)};
    pen.line(std::move(line), ink, 2, pattern);
    pen.text({size.width - 24, place}, words, Face::Small, ink, Anchor::End);
    const double w = textWidth(words, Face::Small);
    pen.line({{size.width - 62 - w, place - 4}, {size.width - 32 - w, place - 4}}, ink, 2, pattern);
  };
  const double alone = 1 / in.fuller.value(), shared = 1 / in.all.value();
  const bool bends = in.knee > AmpereHour(0) && v.verdict != Sharing::FromStart;
  story(0, {alone, alone}, Ink::Stop, Pattern::Dashed, "one pack only", 32);
  story(bends ? in.knee.value() : 0, {alone, shared}, Ink::Deep, Pattern::Solid,
        bends ? fmt::format("they share, from {} Ah on", number(in.knee.value())) : std::string("they share"), 50);
  d.description = fmt::format("{} rows as charge over Ah: {}.", v.drawn.size(), sharingWord(v.verdict));
  return d;
}

Drawing spreadBands(const Spread& spread, const DischargeRun& own, const std::vector<std::string>& packs, Size size) {
  Drawing d = begin(size);
  Pen pen(d);
  if (spread.runs == 0) return d;
  struct Line {
    std::string name;
    Band band;
    double own;
    double scale;
    std::string unit;
  };
  std::vector<Line> lines{{"ride ends after", spread.end, own.end.value(), 1.0 / 60, "min"},
                          {"energy at the controller", spread.energy, own.energyAtController.value(), 1, "Wh"}};
  for (std::size_t k = 0; k < spread.knee.size() && k < packs.size(); ++k) {
    if (spread.knee[k].count * 2 > spread.runs && spread.knee[k].high > 1)
      lines.push_back({"knee of " + packs[k], spread.knee[k], own.sources[k].knee.value_or(Second(0)).value(), 1.0 / 60, "min"});
    lines.push_back({"largest current of " + packs[k], spread.peak[k], own.sources[k].peak.value(), 1, "A"});
    lines.push_back({"left behind in " + packs[k], spread.left[k], own.sources[k].end.value(), 100, "%"});
  }
  const double names = std::min(240.0, size.width * 0.3), figures = 200;
  const double left = names, right = size.width - figures;
  const double top = 22, row = std::clamp((size.height - top) / static_cast<double>(lines.size()), 26.0, 52.0);
  pen.text({left, 14}, "one run in ten lies below, one in ten above the band; the mark is the plan itself", Face::Small, Ink::Soft);
  d.description = fmt::format("Spread of {} runs:", spread.runs);
  for (std::size_t i = 0; i < lines.size(); ++i) {
    const Line& l = lines[i];
    const double y = top + row * static_cast<double>(i) + row / 2;
    const double high = std::max({l.band.high, l.own, 1e-9}) * 1.08, low = std::min(l.band.low, l.own) * 0.92;
    const double from = low > 0.5 * high ? low : 0;
    const auto x = [&](double v) { return left + (right - left) * (v - from) / (high - from); };
    pen.text({4, y + 4}, elided(l.name, Face::Label, names - 12), Face::Label, Ink::Ink);
    pen.line({{left, y}, {right, y}}, Ink::BankLine);
    pen.rectangle({x(l.band.low), y - 8}, {std::max(x(l.band.high), x(l.band.low) + 2), y + 8}, Ink::Shoal, Ink::Deep, 3);
    pen.line({{x(l.band.middle), y - 8}, {x(l.band.middle), y + 8}}, Ink::Deep, 2);
    const double mark = x(l.own);
    pen.polygon({{mark, y + 3}, {mark - 5, y + 12}, {mark + 5, y + 12}}, Ink::Copper);
    pen.text({size.width - 4, y + 4}, fmt::format("{} … {} {}", number(l.band.low * l.scale, 3), number(l.band.high * l.scale, 3), l.unit),
             Face::SmallFigure, Ink::Ink, Anchor::End);
    d.description += fmt::format(" {} {} to {} {};", l.name, number(l.band.low * l.scale, 3), number(l.band.high * l.scale, 3), l.unit);
  }
  return d;
}

}  // namespace usherwright::drawing
