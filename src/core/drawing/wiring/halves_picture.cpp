// What can be seen of two halves.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/wiring/ends_drawings.h"
#include "core/parts/catalogue.h"
#include "core/plan/names.h"

namespace usherwright::drawing {
namespace {

constexpr double rowHeight = 50, headHeight = 44, labelWidth = 66;

struct Option {
  std::string_view value;
  std::string words;
};
struct Row {
  std::string_view key;
  std::string label;
  std::vector<Option> options;
  std::string chosen;  ///< "" while nobody has looked
};

template <class E>
std::string wordOf(const Known<E>& value) {
  return value ? std::string(wordsOf<E>()[static_cast<std::size_t>(*value)]) : std::string();
}

/// What there is to be seen of a half of this connector.
std::vector<Row> rowsOf(const Plan& plan, std::size_t pack, Side side) {
  const Pack& p = plan.packs[pack];
  const PlugHalf& half = side == Side::Pack ? p.ownHalf : p.bikeHalf;
  const ConnectorClass* c = shippedCatalogue().connector(side == Side::Pack ? p.plug : p.bikePlug);
  std::vector<Row> rows;
  if (!c) return rows;
  const std::vector<Option> contacts{{"sockets", "a hole"}, {"pins", "a pin"}};
  const auto seen = [&](const Known<Contact>& contact) {
    if (contact || side == Side::Bike || !p.plugLiveSide || p.plugLiveSide == LiveSide::Shrouded) return wordOf(contact);
    return wordOf(Known<Contact>(p.plugLiveSide == LiveSide::Pins ? Contact::Pins : Contact::Sockets));
  };
  if (!c->genderless) {
    rows.push_back({"plus_contact", "at plus", contacts, seen(half.plus)});
    rows.push_back({"minus_contact", "at minus", contacts, seen(half.minus)});
  }
  if (c->shells) rows.push_back({"shell", "its body", {{"outer", "goes over"}, {"inner", "goes into"}}, wordOf(half.shell)});
  rows.push_back({"plus_at", "plus is at",
                  c->polesInBody == 1 ? std::vector<Option>{{"marked", "red"}, {"other", "black"}}
                                      : std::vector<Option>{{"marked", "the mark"}, {"other", "the other"}},
                  wordOf(half.plusAt)});
  if (c->keyed) rows.push_back({"key", "its key", {{"usual", "as made"}, {"own", "cut"}}, wordOf(half.key)});
  return rows;
}

/// A contact, a body, a place or a key as a small picture.
void pictogram(Pen& pen, std::string_view key, std::string_view value, Point at) {
  const auto body = [&](double width) {
    pen.rectangle({at.x - 13, at.y - width}, {at.x + 13, at.y + width}, Ink::Card, Ink::Ink, 4).width = 1.5;
  };
  if (key == "plus_contact" || key == "minus_contact") {
    const Ink ink = key == "plus_contact" ? Ink::Copper : Ink::Ink;
    body(11);
    if (value == "pins") pen.rectangle({at.x - 3, at.y - 3}, {at.x + 20, at.y + 3}, ink, Ink::None, 2);
    else pen.circle(at, 6, Ink::None, ink).width = 2.5;
  } else if (key == "shell") {
    if (value == "outer") {
      pen.line({{at.x + 14, at.y - 12}, {at.x - 13, at.y - 12}, {at.x - 13, at.y + 12}, {at.x + 14, at.y + 12}}, Ink::Ink, 2.5);
      pen.rectangle({at.x + 2, at.y - 7}, {at.x + 19, at.y + 7}, Ink::Card, Ink::Soft, 2).pattern = Pattern::Dashed;
    } else {
      pen.rectangle({at.x - 13, at.y - 7}, {at.x + 13, at.y + 7}, Ink::Card, Ink::Ink, 2).width = 2.5;
      pen.line({{at.x + 20, at.y - 12}, {at.x + 2, at.y - 12}}, Ink::Soft, 1.5, Pattern::Dashed);
      pen.line({{at.x + 20, at.y + 12}, {at.x + 2, at.y + 12}}, Ink::Soft, 1.5, Pattern::Dashed);
    }
  } else if (key == "plus_at") {
    body(11);
    pen.arc({at.x, at.y - 11}, 4, 0, 180, Ink::Ink, 2);
    const double plus = at.y + (value == "marked" ? -3 : 6), minus = at.y + (value == "marked" ? 6 : -3);
    pen.line({{at.x - 4, plus}, {at.x + 4, plus}}, Ink::Copper, 2);
    pen.line({{at.x, plus - 4}, {at.x, plus + 4}}, Ink::Copper, 2);
    pen.line({{at.x - 4, minus}, {at.x + 4, minus}}, Ink::Ink, 2);
  } else {
    body(11);
    if (value == "own") pen.polygon({{at.x - 4, at.y - 11}, {at.x + 4, at.y - 11}, {at.x, at.y - 2}}, Ink::Ink);
    else pen.rectangle({at.x - 4, at.y - 11}, {at.x + 4, at.y - 7}, Ink::Ink);
  }
}

/// What is seen so far, drawn: contacts within the body; a question mark where nobody has looked.
void option(Drawing& d, Pen& pen, const Row& row, const Option& o, Point low, double width, const std::string& part,
            const std::string& who) {
  const bool chosen = row.chosen == o.value, open = row.chosen.empty();
  Shape& frame = pen.rectangle(low, {low.x + width, low.y + rowHeight - 8}, chosen ? Ink::Shoal : Ink::Card,
                               chosen ? Ink::Deep
                               : open ? Ink::Mind
                                      : Ink::BankLine,
                               4);
  frame.width = chosen ? 2 : 1.2;
  frame.pattern = open ? Pattern::Dashed : Pattern::Solid;
  frame.part = part;
  frame.tip = fmt::format("{}, {}: {}{}", who, row.label, o.words, chosen ? ", chosen" : open ? ", nobody has looked yet" : "");
  pictogram(pen, row.key, o.value, {low.x + 22, low.y + (rowHeight - 8) / 2});
  pen.text({low.x + 46, low.y + (rowHeight - 8) / 2 + 5}, elided(o.words, Face::Label, width - 50), Face::Label, Ink::Ink);
  d.description += chosen ? fmt::format(" {} {};", row.label, o.words) : std::string();
}

}  // namespace

Drawing halvesPicture(const Subject& s, std::size_t pack, Size size) {
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  if (pack >= s.plan.packs.size()) return d;
  const Pack& p = s.plan.packs[pack];
  const double gap = 22, column = (size.width - gap - 16) / 2;
  for (const Side side : {Side::Pack, Side::Bike}) {
    const double x = 8 + (side == Side::Pack ? 0 : column + gap);
    const std::string who = side == Side::Pack ? "On " + shownName(p) + ", live" : "On the bike, for it";
    const std::string id = side == Side::Pack ? p.plug : p.bikePlug;
    const ConnectorClass* c = shippedCatalogue().connector(id);
    pen.text({x, 16}, elided(who, Face::Title, column), Face::Title, Ink::Ink);
    const std::string name = c ? c->name : id.empty() ? "which connector is not known yet: choose it" : id + ": not in the catalogue";
    Shape& title = pen.text({x, 35}, elided(name, Face::Label, column), Face::Label, c ? Ink::Soft : Ink::Mind);
    title.part = side == Side::Pack ? "own_half/connector" : "bike_half/connector";
    title.tip = fmt::format("{}: {}", who, name);
    d.description += fmt::format("{}: {};", who, name);
    double y = headHeight;
    for (const Row& row : rowsOf(s.plan, pack, side)) {
      pen.text({x, y + 26}, elided(row.label, Face::Label, labelWidth - 6), Face::Label, Ink::Soft);
      const double width = (column - labelWidth - 8) / 2;
      for (std::size_t i = 0; i < row.options.size(); ++i)
        option(d, pen, row, row.options[i], {x + labelWidth + static_cast<double>(i) * (width + 8), y}, width,
               fmt::format("{}/{}/{}", side == Side::Pack ? "own_half" : "bike_half", row.key, row.options[i].value), who);
      y += rowHeight;
    }
  }
  return d;
}

double halvesHeight(const Plan& plan, std::size_t pack) {
  if (pack >= plan.packs.size()) return headHeight;
  const std::size_t rows = std::max(rowsOf(plan, pack, Side::Pack).size(), rowsOf(plan, pack, Side::Bike).size());
  return headHeight + rowHeight * static_cast<double>(rows);
}

}  // namespace usherwright::drawing
