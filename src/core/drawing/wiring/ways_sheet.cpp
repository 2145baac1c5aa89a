// A way from half to half, and the others beside it.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/wiring_facts.h"
#include "core/drawing/wiring/ends_drawings.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {
namespace {

constexpr double chainHeight = 92, cardHeight = 58, gap = 8, refusedHeight = 40, apart = 9;

const char* nameOf(WayKind kind) {
  switch (kind) {
    case WayKind::Fits: return "They meet as they are";
    case WayKind::Adapters: return "Adapters";
    case WayKind::NewBikeHalf: return "A new half on the bike";
    case WayKind::Exchange: return "Exchange two halves";
    case WayKind::NewPackHalf: return "A new half on the pack";
  }
  return "";
}

/// A half by its contacts, plus above: sockets round, pins flat, alike ones as a bar across.
void half(Pen& pen, const Half& h, Point at, bool facesRight) {
  const double w = 26;
  const double left = facesRight ? at.x - w : at.x;
  pen.rectangle({left, at.y - 21}, {left + w, at.y + 21}, Ink::Card, Ink::Ink, 4).width = 1.5;
  for (const bool plus : {true, false}) {
    const Contact c = plus ? h.plus() : h.minus();
    const Ink ink = plus ? Ink::Copper : Ink::Ink;
    const Point centre{left + w / 2, at.y + (plus ? -apart : apart)};
    if (c == Contact::Sockets) pen.circle(centre, 5, Ink::None, ink).width = 2;
    else if (c == Contact::Pins) pen.rectangle({centre.x - 7, centre.y - 2.5}, {centre.x + 7, centre.y + 2.5}, ink, Ink::None, 2);
    else pen.rectangle({centre.x - 2.5, centre.y - 6}, {centre.x + 2.5, centre.y + 6}, ink, Ink::None, 1);
  }
  if (h.plusAt == PlusAt::Other) pen.text({left + w / 2, at.y - 25}, "turned", Face::Small, Ink::Mind, Anchor::Middle);
}

void conductors(Pen& pen, double from, double to, double y) {
  pen.line({{from, y - apart}, {to, y - apart}}, Ink::Copper, 3);
  pen.line({{from, y + apart}, {to, y + apart}}, Ink::Ink, 3);
}

void chain(Pen& pen, const std::string& pack, const ChainWay& way, double width) {
  const double y = 46, box = 86, pair = 54;
  const std::size_t pairs = way.halves.size() / 2;
  const double lead = (width - 16 - 2 * box - pair * static_cast<double>(pairs)) / static_cast<double>(pairs + 1);
  const auto end = [&](double x, const std::string& words, Ink fill, Ink ink) {
    pen.rectangle({x, y - 24}, {x + box, y + 24}, fill, Ink::Deep, 4).width = 1.5;
    pen.text({x + box / 2, y + 5}, elided(words, Face::Label, box - 8), Face::Label, ink, Anchor::Middle);
  };
  double x = 8 + box;
  end(8, pack, Ink::Shoal, Ink::Ink);
  for (std::size_t i = 0; i < pairs; ++i) {
    conductors(pen, x, x + lead, y);
    const bool spliced = way.splices > 0 && (way.kind == WayKind::NewPackHalf || way.kind == WayKind::Exchange ? i == 0 : false);
    if (spliced) pen.text({x + lead / 2, y + 34}, "splice", Face::Small, Ink::Mind, Anchor::Middle);
    x += lead;
    half(pen, way.halves[2 * i], {x + pair / 2 - 1, y}, true);
    half(pen, way.halves[2 * i + 1], {x + pair / 2 + 1, y}, false);
    pen.text({x + pair / 2, y + 38}, elided(shortName(*way.halves[2 * i].connector), Face::Small, std::max(pair, pair + lead - 10)),
             Face::Small, Ink::Soft, Anchor::Middle);
    x += pair;
  }
  conductors(pen, x, x + lead, y);
  if (way.splices > 0 && way.kind != WayKind::NewPackHalf)
    pen.text({x + lead / 2, y + 34}, "splice", Face::Small, Ink::Mind, Anchor::Middle);
  end(x + lead, "the bike", Ink::Deep, Ink::OnDeep);
}

std::string priceOf(const Subject& s, Money price) { return formatNumber(price.value(), 3) + " " + s.plan.currency; }

std::string figuresOf(const Subject& s, const ChainWay& way, const ChainNeed& need) {
  std::string out = fmt::format("{} contacts", way.contacts);
  if (way.splices > 0) out += fmt::format(" · {} splices", way.splices);
  out += fmt::format(" · + {} mΩ", formatNumber(way.added.value() * 1000, 2));
  if (need.peak) out += fmt::format(", {} mV at the peak", formatNumber(way.added.value() * need.peak->value() * 1000, 2));
  out += " · " + std::string(way.comesOff ? "comes off again" : "cannot be taken back");
  if (way.price > Money(0)) out += " · " + priceOf(s, way.price);
  return out;
}

}  // namespace

Drawing waysSheet(const Subject& s, std::size_t pack, const ChainAnswer& answer, std::size_t chosen, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (pack >= s.plan.packs.size()) return d;
  const ChainNeed need = chainNeedOf(s.plan, s.assessment.figures, pack);
  double y = 18;
  if (!answer.open.empty()) {
    pen.text({8, y}, "Before a way is named, somebody has to look:", Face::Title, Ink::Mind);
    d.description = "Not looked at yet:";
    for (const HalfQuestion& q : answer.open) {
      y += 24;
      pen.severity({16, y - 5}, 1);
      Shape& line = pen.text({30, y}, elided(q.words, Face::Label, size.width - 40), Face::Label, Ink::Ink);
      line.part = "ask" + q.pointer;
      line.tip = q.words;
      d.description += " " + q.words + ";";
    }
    return d;
  }
  if (answer.ways.empty()) {
    pen.text({8, y}, "No way of the catalogue is safe. New halves on both sides, live side in sockets.", Face::Title, Ink::Stop);
    y += 12;
  } else {
    chain(pen, shownName(s.plan.packs[pack]), answer.ways[std::min(chosen, answer.ways.size() - 1)], size.width);
    y = chainHeight + gap;
  }
  for (std::size_t i = 0; i < answer.ways.size(); ++i) {
    const ChainWay& way = answer.ways[i];
    Shape& card = pen.rectangle({8, y}, {size.width - 8, y + cardHeight}, i == chosen ? Ink::Shoal : Ink::Card,
                                i == chosen ? Ink::Deep : Ink::BankLine, 4);
    card.width = i == chosen ? 2 : 1.2;
    card.part = fmt::format("way/{}", i);
    card.tip = fmt::format("{}: {} {}", nameOf(way.kind), way.make, figuresOf(s, way, need));
    d.description += " " + card.tip + ";";
    pen.text({20, y + 20}, nameOf(way.kind), Face::Title, Ink::Ink);
    pen.text({220, y + 20}, elided(figuresOf(s, way, need), Face::Small, size.width - 240), Face::Small, Ink::Soft);
    const auto lines = inLines(way.make, Face::Small, size.width - 44, 2);
    for (std::size_t l = 0; l < lines.size(); ++l) pen.text({20, y + 37 + 14 * static_cast<double>(l)}, lines[l], Face::Small, Ink::Ink);
    y += cardHeight + gap;
  }
  for (const RefusedWay& refused : answer.refused) {
    pen.severity({18, y + 12}, 0);
    pen.text({34, y + 17}, elided("Refused: " + refused.words, Face::Label, size.width - 50), Face::Label, Ink::Ink);
    pen.text({34, y + 33}, elided(fmt::format("{} ({})", refused.why, refused.rule), Face::Small, size.width - 50), Face::Small, Ink::Soft);
    d.description += fmt::format(" Refused: {}: {};", refused.words, refused.why);
    y += refusedHeight;
  }
  return d;
}

double waysHeight(const ChainAnswer& answer) {
  if (!answer.open.empty()) return 30 + 24 * static_cast<double>(answer.open.size());
  return chainHeight + gap + (cardHeight + gap) * static_cast<double>(answer.ways.size()) +
         refusedHeight * static_cast<double>(answer.refused.size()) + 12;
}

}  // namespace usherwright::drawing
