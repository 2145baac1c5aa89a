// What may be wrong, the likeliest first.
#include <fmt/format.h>

#include <algorithm>

#include "core/drawing/log/log_drawings.h"
#include "core/quantity/units.h"

namespace usherwright::drawing {

Drawing faultBars(const FaultRanking& ranking, Size size) {
  constexpr double row = 34, words = 18, least = 0.005;
  Drawing d{size.width, size.height, {}, {}};
  Pen pen(d);
  double y = 4;
  for (std::size_t i = 0; i < ranking.faults.size() && y + row <= size.height; ++i) {
    const RankedFault& f = ranking.faults[i];
    if (f.probability < least) break;
    const std::string name(faultWords(f.fault));
    const std::string share = formatQuantity(f.probability, Kind::Fraction, UnitSystem::Metric, 2);
    Shape& ground = pen.rectangle({1, y}, {size.width - 1, y + row - 4}, Ink::Card, i == 0 ? Ink::Deep : Ink::BankLine, 3);
    ground.part = fmt::format("fault/{}", i);
    ground.tip = fmt::format("{}: {}. {}", share, name, faultCure(f.fault));
    d.description += ground.tip + " ";
    pen.rectangle({2, y + row - 9}, {2 + (size.width - 4) * std::clamp(f.probability, 0.0, 1.0), y + row - 5},
                  i == 0 ? Ink::Water : Ink::Shoal);
    pen.text({10, y + words}, elided(name, Face::Label, size.width - 80), Face::Label, Ink::Ink);
    pen.text({size.width - 10, y + words}, share, Face::SmallFigure, Ink::Ink, Anchor::End);
    y += row;
  }
  return d;
}

}  // namespace usherwright::drawing
