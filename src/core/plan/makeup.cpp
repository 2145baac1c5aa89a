// Layouts and boxes.
#include "core/plan/makeup.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <optional>

#include "core/parts/nameplate.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr int mostUsualSeries = 13;  // 48 V class: what is on most bikes of which nothing is known
constexpr int mostSeries = 200;      // as the field has it
constexpr int usualParallel = 4;     // of a pack whose cell was seen and whose label says nothing
constexpr double energyCell = 80;    // mΩ·Ah of a group
constexpr double powerCell = 40;     // the same of cells made for power
const AmpereHour assumedBox(10);     // of a bought pack whose label says neither Ah nor Wh
constexpr double ofClass = 0.04;     // 37 V and 46.8 V are the 36 V and 48 V classes

struct Guess {
  int series;
  std::optional<Chemistry> chemistry;
};

/// The most usual layout of printed volts; of those of a stated chemistry if there is one.
std::optional<Guess> ofVolts(Volt printed, std::optional<Chemistry> stated) {
  const auto among = [&](Volt nameplate) -> std::optional<Guess> {
    for (const NameplateOption& o : nameplateOptions(nameplate))
      if (o.series <= mostSeries && (!stated || isSameChargeClass(o.kind, *stated))) return Guess{o.series, std::nullopt};
    return std::nullopt;
  };
  if (const auto exact = among(printed)) return exact;
  const double volts = printed.value();
  // 12.8, 25.6, 38.4, 51.2 V: whole 3.2 V cells in fours, which nobody prints on anything else.
  const double fours = volts / (4 * 3.2);
  if (!stated && std::abs(fours - std::round(fours)) < 1e-6 && fours > 0.5 && fours * 4 <= mostSeries)
    return Guess{4 * static_cast<int>(std::lround(fours)), Chemistry::Lfp};
  for (const double nominal : {24.0, 36.0, 48.0, 52.0, 60.0, 72.0})
    if (!stated && std::abs(volts / nominal - 1) <= ofClass)
      if (const auto near = among(Volt(nominal))) return near;
  const ChemistryFacts facts = factsOf(stated.value_or(Chemistry::Nmc));
  const int series = static_cast<int>(std::lround(volts / facts.nominal.value()));
  if (series < 1 || series > mostSeries) return std::nullopt;
  return Guess{series, std::nullopt};
}

std::string volts(Volt v) { return formatNumber(v.value()) + " V"; }

/// A pack's layout from its own entries; empty if they do not say.
std::optional<Layout> byItself(const Pack& pack, std::optional<Chemistry> chemistry) {
  Layout l;
  std::optional<Guess> label;
  Known<Volt> printed = pack.labelVoltage;
  if (!printed && pack.labelEnergy && pack.labelCharge) printed = Volt(pack.labelEnergy->value() / pack.labelCharge->value());
  if (printed) label = ofVolts(*printed, chemistry);
  if (label) l.seriesBecause = fmt::format("its label says {}", volts(*printed));
  if (label && label->chemistry) {
    l.chemistry = *label->chemistry;
    l.chemistryBecause = l.seriesBecause;
  }
  if (!pack.series && !label) return std::nullopt;
  l.series = pack.series ? *pack.series : label->series;
  if (pack.series) l.seriesBecause.clear();
  return l;
}

std::optional<Chemistry> statedChemistry(const Plan& plan, const Pack& pack) {
  if (const Cell* cell = plan.findCell(pack.cell)) return cell->chemistry;
  return pack.chemistry;
}

Layout fromAround(const Plan& plan, const Pack& pack, std::optional<Chemistry> chemistry) {
  Layout l;
  const auto take = [&](const Guess& g, std::string because) {
    l.series = g.series;
    if (g.chemistry) {
      l.chemistry = *g.chemistry;
      l.chemistryBecause = because;
    }
    l.seriesBecause = std::move(because);
    return l;
  };
  if (const auto& nameplate = plan.bike.controller.nameplate)
    if (const auto g = ofVolts(*nameplate, chemistry)) return take(*g, fmt::format("the controller is for {}", volts(*nameplate)));
  for (const Pack& other : plan.packs) {
    if (other.id == pack.id) continue;
    const auto its = statedChemistry(plan, other);
    if (const auto own = byItself(other, its)) {
      if (chemistry && its && !isSameChargeClass(*chemistry, *its)) continue;
      std::optional<Chemistry> kind = its;
      if (!kind && !own->chemistryBecause.empty()) kind = own->chemistry;
      return take({own->series, kind}, fmt::format("{} is {}S", shownName(other), own->series));
    }
  }
  for (const Charger& c : plan.chargers) {
    if (!c.output || !serves(c, pack.id)) continue;
    const Chemistry kind = chemistry.value_or(c.chemistry.value_or(Chemistry::Nmc));
    const int series = static_cast<int>(std::lround(*c.output / factsOf(kind).charge));
    if (series >= 1 && series <= mostSeries) return take({series, c.chemistry}, fmt::format("{} gives {}", shownName(c), volts(*c.output)));
  }
  return take({mostUsualSeries, std::nullopt}, "the most usual one");
}

/// A whole group as one cell, from the label.
Cell groupOf(const Pack& pack, const Layout& layout, std::string& capacityBecause) {
  Cell cell;
  cell.name = "a group of " + shownName(pack);
  cell.form.clear();
  cell.verified = true;  // the label counts whole
  if (layout.chemistryBecause.empty() || layout.chemistry != Chemistry::Nmc) cell.chemistry = layout.chemistry;
  if (pack.labelCharge) cell.capacity = *pack.labelCharge;
  else if (pack.labelEnergy)
    cell.capacity =
        AmpereHour(pack.labelEnergy->value() / pack.labelVoltage.value_or(factsOf(layout.chemistry).nominal * layout.series).value());
  else {
    cell.capacity = assumedBox;
    capacityBecause = "nothing says how many Ah";
  }
  cell.resistance = MilliOhm((layout.chemistry == Chemistry::Lipo ? powerCell : energyCell) / cell.capacity.value());
  return cell;
}

}  // namespace

Layout layoutOf(const Plan& plan, const Pack& pack) {
  const auto stated = statedChemistry(plan, pack);
  const auto own = byItself(pack, stated);
  Layout l = own ? *own : fromAround(plan, pack, stated);
  if (stated) {
    l.chemistry = *stated;
    l.chemistryBecause.clear();
  } else if (l.chemistryBecause.empty()) {
    l.chemistryBecause = "the most usual one";
  }
  return l;
}

Makeup makeupOf(const Plan& plan, const Pack& pack) {
  Makeup m;
  m.layout = layoutOf(plan, pack);
  m.series = m.layout.series;
  m.box = isBox(pack);
  if (m.box) {
    m.parallel = 1;
    m.cell = groupOf(pack, m.layout, m.capacityBecause);
    return m;
  }
  const Cell* cell = plan.findCell(pack.cell);
  ensure(cell != nullptr, "a pack with an unknown cell passed the cross-checks");
  m.cell = *cell;
  m.parallel = pack.parallel.value_or(
      pack.labelCharge ? std::clamp(static_cast<int>(std::lround(*pack.labelCharge / cell->capacity)), 1, 200) : usualParallel);
  return m;
}

std::string cellPointer(const Plan& plan, std::size_t pack, std::string_view key) {
  const Pack& p = plan.packs[pack];
  if (!isBox(p)) return fmt::format("/cells/{}/{}", p.cell, key);
  const auto at = [&](std::string_view field) { return fmt::format("/packs/{}/{}", pack, field); };
  if (key == "chemistry") return at("chemistry");
  if (key == "capacity_Ah") return at(!p.labelCharge && p.labelEnergy ? "label_Wh" : "label_Ah");
  if (key == "resistance_mohm") return at("measured_resistance_mohm");
  if (key == "continuous_A" || key == "charge_A" || key == "peak_A" || key == "peak_s") return at(fmt::format("bms/{}", key));
  return at("cell");
}

}  // namespace usherwright
