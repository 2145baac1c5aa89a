// Workings of one pack's figures.
#include "core/assess/pack_workings.h"
#include "core/pack/buying.h"

#include <fmt/format.h>

namespace usherwright {
namespace {

using rules::Context;
using rules::input;
using rules::packPointer;
using rules::percent;
using rules::text;

WorkingInput S(const Context& c, std::size_t k) {
  return input(c, "S", "cells in series", std::to_string(c.figures.packs[k].model.series), packPointer(k, "series"));
}
WorkingInput P(const Context& c, std::size_t k) {
  return input(c, "P", "cells in parallel", std::to_string(c.figures.packs[k].model.parallel), packPointer(k, "parallel"));
}

/// What it is made for.
std::optional<Working> ofItself(const Context& c, std::size_t k, const std::string& what) {
  const PackFigures& p = c.figures.packs[k];
  const PackModel& m = p.model;
  const Cell& cell = p.makeup.cell;
  const ChemistryFacts& facts = m.facts;
  if (what == "full")
    return Working{"Full voltage of " + m.name,
                   "U = S · U_charge",
                   {S(c, k), input(c, "U_charge", "charge voltage per cell, " + std::string(facts.name), text(facts.charge))},
                   text(m.full),
                   "chemistry table"};
  if (what == "rated" && m.box)
    return Working{"Rated charge of " + m.name,
                   "Q as its label says, or E_label / U_label",
                   {input(c, "Q", p.makeup.capacityBecause.empty() ? "of the label" : p.makeup.capacityBecause + ", assumed",
                          formatNumber(m.rated.value()) + " Ah", cellPointer(c.plan, k, "capacity_Ah"))},
                   formatNumber(m.rated.value()) + " Ah",
                   "a box is described by its label"};
  if (what == "rated")
    return Working{
        "Rated charge of " + m.name,
        "Q = P · Q_cell",
        {P(c, k), input(c, "Q_cell", "cell capacity", formatNumber(cell.capacity.value()) + " Ah", cellPointer(c.plan, k, "capacity_Ah"))},
        formatNumber(m.rated.value()) + " Ah",
        "parallel cells add"};
  if (what == "label")
    return Working{
        "Energy of " + m.name,
        "E = S · U_nominal · P · Q_cell",
        {S(c, k), P(c, k), input(c, "U_nominal", "nominal voltage per cell", text(facts.nominal)),
         input(c, "Q_cell", "cell capacity", formatNumber(cell.capacity.value()) + " Ah", cellPointer(c.plan, k, "capacity_Ah"))},
        text(m.label),
        "label figure: nominal volts × ampere-hours"};
  if (what == "resistance")
    return Working{
        "Resistance of " + m.name,
        "R = S · R_cell · f(T) / P + links + BMS + own leads",
        {S(c, k), P(c, k), input(c, "R_cell", "cell resistance", text(Ohm(cell.resistance)), cellPointer(c.plan, k, "resistance_mohm")),
         input(c, "f(T)", "at " + text(m.temperature), formatNumber(resistanceFactor(m.temperature))),
         input(c, "links", "links", text(Ohm(c.plan.packs[k].links)), packPointer(k, "links_mohm")),
         input(c, "inside", "links, BMS, own leads", text(m.inside))},
        text(m.resistance()),
        "series and parallel resistances; temperature table"};
  return std::nullopt;
}

/// What a load does to it.
std::optional<Working> underLoad(const Context& c, std::size_t k, const std::string& what) {
  const PackFigures& p = c.figures.packs[k];
  const PackModel& m = p.model;
  const Cell& cell = p.makeup.cell;
  if (what == "peak" && p.perCellPeak) {
    Working w{(m.box ? "Peak of a group of " : "Peak per cell of ") + m.name,
              "I_cell = I_peak / P",
              {P(c, k)},
              text(*p.perCellPeak),
              "parallel cells share by equal resistance"};
    rules::addPeak(c, w);
    return w;
  }
  if (what == "sustained" && p.perCellSustained)
    return Working{
        (m.box ? "A group of " : "A cell of ") + m.name + " for long",
        "I_cell = I_sust / P",
        {P(c, k),
         input(c, "I_sust", c.figures.demand.sustainedAssumed ? "half of the controller limit, assumed" : "worst ten minutes of the route",
               text(*p.perCellSustained * static_cast<double>(m.parallel)))},
        text(*p.perCellSustained),
        "parallel cells share by equal resistance"};
  if (what == "sag" && p.sagAtPeak) {
    Working w{
        "Sag of " + m.name + " at peak",
        "ΔU = I_peak · (R + R_path + R_1·(1 − e^(−10 s/τ)))",
        {input(c, "R", "pack resistance at " + text(m.temperature) + (isOutsideFactorTable(m.temperature) ? ", outside the table" : ""),
               text(m.resistance())),
         input(c, "R_path", "leads, fuse, plug, joint, main run", text(p.toJoint + c.figures.joint.onResistance + c.figures.common))},
        text(*p.sagAtPeak),
        "ten seconds from rest at the present charge"};
    rules::addPeak(c, w);
    return w;
  }
  if (what == "heat" && p.perCellPeak) {
    const double ohms = Ohm(cell.resistance).value() * resistanceFactor(m.temperature);
    const auto watt = [&](Ampere i) { return formatNumber(i.value() * i.value() * ohms, 2) + " W"; };
    return Working{
        (m.box ? "Heat in a group of " : "Heat in a cell of ") + m.name,
        "P = I_cell² · R_cell · f(T)",
        {input(c, "I_cell", "at peak", text(*p.perCellPeak)),
         input(c, "R_cell", "cell resistance", text(Ohm(cell.resistance)), cellPointer(c.plan, k, "resistance_mohm")),
         input(c, "f(T)", "at " + text(m.temperature), formatNumber(resistanceFactor(m.temperature)))},
        watt(*p.perCellPeak) + " at peak" + (p.perCellSustained ? ", " + watt(*p.perCellSustained) + " for long" : std::string()),
        "Joule heat"};
  }
  if (what == "rise" && p.rise)
    return Working{"Warming of " + m.name,
                   "ΔT = I²·R·R_th·(1 − e^(−t/τ)), R_th = 1/(h·A), τ = R_th·m·0.9 kJ/(kg·K)",
                   {input(c, "R", "pack resistance", text(m.resistance())),
                    input(c, "A", "envelope", formatNumber(m.envelope.value()) + " m²"), input(c, "h", "closed box or bag", "5 W/(m²·K)")},
                   text(*p.rise),
                   "first-order lumped heat balance, over the route alone or 30 min"};
  if (what == "gives-up" && p.givesUp) {
    Working w{"Where a hard pull ends on " + m.name,
              "U(s)·S = U_cut + ΔU + V_f + I·(R + R_path + R_1·(1 − e^(−10 s/τ)))",
              {input(c, "U_cut", "controller cut-off", text(c.figures.cutoff), "/bike/controller/cutoff_V"),
               input(c, "R", "pack resistance", text(m.resistance())),
               input(c, "R_path", "leads, fuse, plug, joint, main run", text(p.toJoint + c.figures.joint.onResistance + c.figures.common))},
              percent(p.givesUp->value()) + " charge",
              "rest curve, ten seconds at peak"};
    rules::addPeak(c, w);
    return w;
  }
  if (what == "short")
    return Working{"Short current of " + m.name,
                   "I = S · U_charge / R",
                   {input(c, "U", "full voltage", text(m.full)),
                    input(c, "R", "cells at 25 °C, links, own leads; no board", text(p.shortSource.cells + p.shortSource.path)),
                    input(c, "I_break", "what its fuse must break", text(p.shorts.toBreak))},
                   text(p.shorts.typical),
                   "Ohm's law"};
  return std::nullopt;
}

/// What it weighs, costs and needs.
std::optional<Working> toHave(const Context& c, std::size_t k, const std::string& what) {
  const PackFigures& p = c.figures.packs[k];
  const PackModel& m = p.model;
  const Cell& cell = p.makeup.cell;
  if (what == "per-kg" && m.mass)
    return Working{"Wh per kg of " + m.name,
                   "E / m",
                   {input(c, "E", "label energy", text(m.label)), input(c, "m",
                                                                        c.plan.packs[k].mass ? "as weighed"
                                                                        : m.box              ? "7 g/Wh with case"
                                                                                             : "cells × 1.18",
                                                                        formatNumber(m.mass->value()) + " kg")},
                   formatNumber(m.label.value() / m.mass->value()) + " Wh/kg",
                   "ratio"};
  if (what == "per-money" && m.cost && *m.cost > Money(0))
    return Working{"Wh per " + c.plan.currency + " of " + m.name,
                   "E / cost",
                   {input(c, "E", "label energy", text(m.label)),
                    input(c, "cost", "of the cells, or as entered", formatNumber(m.cost->value()) + " " + c.plan.currency)},
                   formatNumber(m.label.value() / m.cost->value()) + " Wh/" + c.plan.currency,
                   "ratio"};
  if (what == "buy")
    return Working{"Cells to buy for " + m.name,
                   "S · P, and 3 % spares, one at least",
                   {S(c, k), P(c, k)},
                   std::to_string(cellsToBuy(m.series, m.parallel)),
                   "cells that fail the arrival test, and those spoilt at the bench"};
  if (what == "balance" && c.plan.packs[k].bms.balance)
    return Working{"Time to balance one per cent of " + m.name,
                   "t = 0.01 · Q / I_bal",
                   {input(c, "Q", "usable capacity", formatNumber(m.capacity.value()) + " Ah"),
                    input(c, "I_bal", "balance current", formatNumber(c.plan.packs[k].bms.balance->value()) + " mA",
                          packPointer(k, "bms/balance_mA"))},
                   formatNumber(m.capacity.value() * 0.01 / Ampere(*c.plan.packs[k].bms.balance).value()) + " h",
                   "a resistor balances only near the top of charge"};
  if (what == "mass" && m.mass)
    return Working{"Mass of " + m.name,
                   c.plan.packs[k].mass ? "as weighed"
                   : m.box              ? "m = E · 7 g/Wh"
                                        : "m = S · P · m_cell · 1.18",
                   {S(c, k), P(c, k),
                    input(c, "m_cell", "mass of a cell", cell.mass ? formatNumber(cell.mass->value()) + " g" : "not known",
                          cellPointer(c.plan, k, "mass_g"))},
                   formatNumber(m.mass->value()) + " kg",
                   m.box ? "a usual pack with its case" : "cells, and 18 % for case, links and BMS"};
  if (what == "cost" && m.cost)
    return Working{"Cost of " + m.name,
                   c.plan.packs[k].price ? "as entered" : "S · P · price of a cell",
                   {S(c, k), P(c, k)},
                   formatNumber(m.cost->value()) + " " + c.plan.currency,
                   "sum of parts"};
  return std::nullopt;
}

}  // namespace

std::optional<Working> packWorking(const Context& c, std::size_t k, const std::string& what) {
  if (k >= c.figures.packs.size()) return std::nullopt;
  for (const auto part : {&ofItself, &underLoad, &toHave})
    if (auto working = part(c, k, what)) return working;
  return std::nullopt;
}

}  // namespace usherwright
