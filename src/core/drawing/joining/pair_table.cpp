// Parts against packs, before the packs are joined and after.
#include <algorithm>

#include "core/drawing/joining/study_drawings.h"

namespace usherwright::drawing {
namespace {

constexpr double headHeight = 40, leastRow = 38;
constexpr double margin = 10;

/// For a drawing of this width.
double nameRoom(double width) { return width < 760 ? 146 : 180; }

std::string_view kindWord(PairKind kind) {
  switch (kind) {
    case PairKind::Pack: return "pack";
    case PairKind::Controller: return "volts and amperes";
    case PairKind::Accessory: return "accessory";
    case PairKind::Charger: return "charger";
  }
  return "";
}

/// Shape, word and rule of a verdict.
void verdict(Pen& pen, Point at, double room, const PairVerdict& v) {
  const double middle = at.y - 4;
  double x = at.x;
  if (v.pairing == Pairing::Never) pen.severity({x + 6, middle}, 0);
  if (v.pairing == Pairing::WithCare) pen.severity({x + 6, middle}, 1);
  if (v.pairing == Pairing::Unproven) {
    pen.rectangle({x, middle - 6}, {x + 12, middle + 6}, Ink::None, Ink::Mind).width = 1.5;
    pen.circle({x + 6, middle}, 1.5, Ink::Mind);
  }
  if (v.pairing != Pairing::Goes) x += 18;
  const Ink ink = v.pairing == Pairing::Never ? Ink::Stop : v.pairing == Pairing::Goes ? Ink::Deep : Ink::Mind;
  std::string word(pairingWord(v.pairing));
  if (textWidth(word, Face::Small) > room - (x - at.x)) word = word.substr(word.find(' ') + 1);  // "care" behind its shape
  pen.text({x, at.y}, word, Face::Small, ink);
  if (v.rule.empty()) return;
  const bool fits = textWidth(v.rule, Face::SmallFigure) <= room - (x - at.x);
  pen.text({fits ? x : at.x, at.y + 14}, v.rule, Face::SmallFigure, Ink::Soft);
}

}  // namespace

double pairTableHeight(const PairTable& table) { return headHeight + leastRow * static_cast<double>(table.rows.size()) + 4; }

Drawing pairTable(const PairTable& table, Size size) {
  Drawing d{size.width, size.height, {}, "Pairs:"};
  Pen pen(d);
  if (table.packs.empty()) return d;
  const double names = nameRoom(size.width);
  const double column = (size.width - names - margin) / static_cast<double>(table.packs.size());
  const double row =
      std::clamp((size.height - headHeight - 4) / static_cast<double>(std::max<std::size_t>(1, table.rows.size())), leastRow, 56.0);
  const double half = column / 2;
  for (std::size_t k = 0; k < table.packs.size(); ++k) {
    const double x = names + column * static_cast<double>(k);
    pen.text({x + 8, 15}, elided(table.packs[k], Face::Label, column - 16), Face::Label, Ink::Ink);
    pen.text({x + 8, 33}, "before", Face::Small, Ink::Soft);
    pen.text({x + half + 4, 33}, "joined", Face::Small, Ink::Soft);
  }
  for (std::size_t r = 0; r < table.rows.size(); ++r) {
    const PairRow& of = table.rows[r];
    const double y = headHeight + row * static_cast<double>(r);
    const double base = y + row / 2 - 3;
    pen.text({margin, base}, elided(of.name, Face::Label, names - margin - 8), Face::Label, Ink::Ink);
    pen.text({margin, base + 15}, elided(std::string(kindWord(of.kind)), Face::Small, names - margin - 8), Face::Small, Ink::Soft);
    for (std::size_t k = 0; k < of.cells.size(); ++k) {
      const PairRow::Cell& cell = of.cells[k];
      const double x = names + column * static_cast<double>(k);
      if (!cell.applies) {
        pen.line({{x + half - 8, y + row / 2}, {x + half + 8, y + row / 2}}, Ink::BankLine, 1.5);
        continue;
      }
      Shape& back = pen.rectangle({x + 2, y + 1}, {x + column - 3, y + row - 2}, Ink::Card, Ink::BankLine, 3);
      back.part = "pair/" + std::to_string(r) + "/" + std::to_string(k);
      back.tip = of.name + " and " + table.packs[k] + ": before " + std::string(pairingWord(cell.before.pairing)) + ", joined " +
                 std::string(pairingWord(cell.after.pairing));
      d.description += " " + back.tip + ";";
      verdict(pen, {x + 8, base}, half - 8, cell.before);
      verdict(pen, {x + half + 4, base}, half - 8, cell.after);
    }
  }
  return d;
}

}  // namespace usherwright::drawing
