// PACK rules: can the cells and their BMS do what the bike asks of them?
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/assess/rules/rule.h"
#include "core/plan/shelf.h"
#include "core/quantity/text.h"

namespace usherwright::rules {
namespace {

WorkingInput deratingInput(const Context& c, std::size_t k) {
  const Cell& cell = c.figures.packs[k].makeup.cell;
  const std::string factor = formatNumber(derating(cell).current);
  return input(c, "k", cell.verified ? "tested cells" : "untested cells count × " + factor, factor);
}

void pack01(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const PackModel& m = c.figures.packs[k].model;
    const bool count = p.bms.series && *p.bms.series != m.series;
    const bool kind = p.bms.chemistry && !isSameChargeClass(*p.bms.chemistry, m.chemistry);
    if (!countsAsFitted(p.bms) || (!count && !kind)) continue;
    Finding f = onPack("PACK-01", Severity::Stop, m, packPointer(k, count ? "bms/series" : "bms/chemistry"));
    f.sentence =
        count ? fmt::format("The BMS of {} is for {}S; the pack is {}S{}.", m.name, *p.bms.series, m.series, assumedWords(c, k))
              : fmt::format("The BMS of {} is for {} cells, charged to {} each; the cells are {}, charged to {}.", m.name,
                            factsOf(*p.bms.chemistry).name, text(factsOf(*p.bms.chemistry).charge), m.facts.name, text(m.facts.charge));
    f.why = "It would cut at the wrong voltages, or leave groups unwatched that can then be overcharged or reversed.";
    f.what = fmt::format("A BMS for {}S {}.", m.series, m.facts.name);
    f.remedies.push_back({"such a BMS",
                          {{packPointer(k, "bms/series"), FieldValue{static_cast<double>(m.series)}},
                           {packPointer(k, "bms/chemistry"), FieldValue{std::string(m.facts.name)}}}});
    f.headline = 1;
    f.working = {"BMS against cells",
                 "S_BMS = S and the BMS's class of charge voltage = that of the cells",
                 {input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series")),
                  input(c, "S_BMS", "series count of the BMS", p.bms.series ? std::to_string(*p.bms.series) : "not known",
                        packPointer(k, "bms/series"))},
                 "they differ",
                 "one sense lead per group"};
    out.push_back(std::move(f));
  }
}

void pack02(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const Element* e = c.figures.element(ElementKind::Cells, k);
    if (!drainedByController(c, k) || !e || !e->headroomAtPeak() || *e->headroomAtPeak() >= 0) continue;  // JOIN-18
    const PackModel& m = c.figures.packs[k].model;
    const double p = m.parallel;
    const Ampere rating = *e->counted();
    Finding f = onPack("PACK-02", Severity::Stop, m, packPointer(k, "parallel"));
    f.element = e->id;
    const Versus v = versus(*e->peak / p, rating / p);
    f.sentence = fmt::format("At the {} peak each cell of {} carries {}; {} is what counts.", text(*e->peak), m.name, v.left, v.right);
    f.why = "Cells run above their rating overheat and wear fast; one that fails takes its group along.";
    const int needed = static_cast<int>(std::ceil(p * (*e->peak / rating) - 1e-6));
    f.what = fmt::format("{} cells in parallel, a stronger cell, or a lower controller limit.", needed);
    if (needed <= 200) f.remedies.push_back(setTo("P", packPointer(k, "parallel"), FieldValue{static_cast<double>(needed)}));
    if (needed <= 200)
      f.fixes.push_back({fmt::format("Make it {}P", needed), {{packPointer(k, "parallel"), FieldValue{static_cast<double>(needed)}}}});
    f.headline = *e->peak / rating;
    f.working = {"Peak current per cell", "I_cell = I_peak / P ≤ k · I_cont", {}, v.against(), "parallel cells share by equal resistance"};
    addPeak(c, f.working);
    f.working.inputs.push_back(input(c, "P", "cells in parallel", std::to_string(m.parallel), packPointer(k, "parallel")));
    const Cell& cell = c.figures.packs[k].makeup.cell;
    if (cell.continuous)
      f.working.inputs.push_back(input(c, "I_cont", "cell continuous", text(*cell.continuous), cellPointer(c.plan, k, "continuous_A")));
    f.working.inputs.push_back(deratingInput(c, k));
    out.push_back(std::move(f));
  }
}

void tooWarm(const Context& c, std::size_t k, Findings& out) {
  const PackFigures& p = c.figures.packs[k];
  if (!p.rise) return;
  const Celsius cells(p.model.temperature.value() + p.rise->value());
  const ChemistryFacts& facts = p.model.facts;
  const bool stop = cells > facts.dischargeTo;
  if (!stop && cells <= Celsius(50) && *p.rise <= Kelvins(25)) return;
  Finding f = onPack("PACK-03", stop ? Severity::Stop : Severity::Mind, p.model,
                     packPointer(k, p.model.box ? "measured_resistance_mohm" : "parallel"));
  f.sentence = stop ? fmt::format("Alone on the planned ride the cells of {} reach {}; {} cells stop at {}.", p.model.name, text(cells),
                                  facts.name, text(facts.dischargeTo))
                    : fmt::format("Alone on the planned ride the cells of {} warm by {}, to {}.", p.model.name, text(*p.rise), text(cells));
  f.why = "Warm cells age faster, and a closed box keeps the heat; the hottest cell is in the middle.";
  f.what = "More cells in parallel, air around the pack, or a gentler ride.";
  f.headline = p.rise->value();
  f.working = {
      "Warming of the pack",
      "ΔT = I²·R·R_th·(1 − e^(−t/τ)), R_th = 1/(h·A), τ = R_th·m·0.9 kJ/(kg·K)",
      {input(c, "R", "pack resistance", text(p.model.resistance())),
       input(c, "A", "envelope", formatNumber(p.model.envelope.value()) + " m²"), input(c, "h", "closed box or bag", "5 W/(m²·K)")},
      text(*p.rise),
      "first-order lumped heat balance"};
  out.push_back(std::move(f));
}

void pack03(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    tooWarm(c, k, out);
    const Element* e = c.figures.element(ElementKind::Cells, k);
    if (!drainedByController(c, k) || !e || !e->continuous || !e->sustained ||
        !exceeds(e->sustained->value(), e->continuous->value() * 0.8))
      continue;
    const PackModel& m = c.figures.packs[k].model;
    const double p = m.parallel;
    const bool stop = exceeds(e->sustained->value(), e->continuous->value());
    Finding f = onPack("PACK-03", stop ? Severity::Stop : Severity::Mind, m, packPointer(k, "parallel"));
    f.element = e->id;
    f.sentence = stop ? fmt::format("Alone, the cells of {} carry {} each for long; {} is what counts.", m.name, text(*e->sustained / p),
                                    text(*e->continuous / p))
                      : fmt::format("Alone, the cells of {} carry {} each for long; 80 % of what counts is {}.", m.name,
                                    text(*e->sustained / p), text(*e->continuous * 0.8 / p));
    f.why = "A cell held near its rating for ten minutes and more gets hot, and its life is short.";
    f.what = "More cells in parallel, a stronger cell, or a gentler ride.";
    f.headline = *e->sustained / *e->continuous;
    f.working = {
        "Sustained current per cell",
        "I_sust / P ≤ 0.8 · k · I_cont",
        {input(c, "I_sust", c.figures.demand.sustainedAssumed ? "half of the controller limit, assumed" : "worst ten minutes of the route",
               text(*e->sustained)),
         input(c, "P", "cells in parallel", std::to_string(m.parallel), packPointer(k, "parallel")), deratingInput(c, k)},
        fmt::format("{} per cell", text(*e->sustained / p)),
        "rating of the cell, with a fifth kept"};
    out.push_back(std::move(f));
  }
}

void pack04(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    if (!c.plan.packs[k].mixedCells.value_or(false)) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = onPack("PACK-04", Severity::Stop, m, packPointer(k, "mixed_cells"));
    f.sentence = m.box
                     ? fmt::format("{} mixes cell types, ages or chemistries inside its {} groups.", m.name, m.series)
                     : fmt::format("{} mixes cell types, ages or chemistries inside its {} parallel cells per group.", m.name, m.parallel);
    f.why =
        "Cells of a group share one voltage but not one capacity or resistance: the strongest carries most, the weakest is driven to its "
        "limits.";
    f.what = "One kind of cell, of one age, in every group.";
    f.headline = 1;
    f.working = {"Cells of a group",
                 "one type, one age, one chemistry per parallel group",
                 {input(c, "mixed", "as marked", "yes", packPointer(k, "mixed_cells"))},
                 "mixed",
                 "equal cells share equally"};
    out.push_back(std::move(f));
  }
}

void pack05(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackFigures& p = c.figures.packs[k];
    if (!drainedByController(c, k) || !p.givesUp || *p.givesUp <= StateOfCharge(0.20)) continue;
    const Element* e = c.figures.element(ElementKind::Cells, k);
    Finding f = onPack("PACK-05", Severity::Mind, p.model, packPointer(k, p.model.box ? "measured_resistance_mohm" : "parallel"));
    f.sentence = fmt::format("In a hard pull of {} on {} alone the bike gives up at {} charge.", text(*e->peak), p.model.name,
                             percent(p.givesUp->value()));
    f.why = "The voltage sags to the controller's cut-off although there is charge left: what is below that mark cannot be used on a hill.";
    f.what = "More cells in parallel or fresher ones, a thicker lead, warmer cells, or a lower limit.";
    f.headline = p.givesUp->value();
    f.working = {
        "Where a hard pull ends",
        "U(s)·S = U_cut + ΔU + V_f + I·(R + R_path + R_1·(1 − e^(−10 s/τ)))",
        {input(c, "U_cut", "controller cut-off", text(c.figures.cutoff), "/bike/controller/cutoff_V"),
         input(c, "R", "pack resistance at " + text(p.model.temperature), text(p.model.resistance())),
         input(c, "R_path", "leads, fuse, plug, joint, main run", text(p.toJoint + c.figures.joint.onResistance + c.figures.common))},
        percent(p.givesUp->value()) + " charge",
        "rest curve of the cell, ten seconds at peak"};
    addPeak(c, f.working);
    out.push_back(std::move(f));
  }
}

/// The label of a box from a seller: counted whole, and not believed before a capacity test.
void untestedBox(const Context& c, std::size_t k, Findings& out) {
  const Pack& p = c.plan.packs[k];
  const PackModel& m = c.figures.packs[k].model;
  if (p.origin == Origin::Stock || !p.capacityTests.empty() || (!p.labelCharge && !p.labelEnergy)) return;
  Finding f = onPack("PACK-06", Severity::Mind, m, cellPointer(c.plan, k, "capacity_Ah"));
  f.sentence = fmt::format("Nobody has tested {}: its {} Ah are what its label says, and nobody has seen a cell.", m.name,
                           formatNumber(m.rated.value()));
  f.why = "A label says what sells. Range, sharing and charge time of the plan count its Ah whole.";
  f.what = "Log a capacity test: charge it full, ride or discharge it until it cuts off, and note the Ah put back.";
  f.headline = 1;
  f.working = {"Trust in a label",
               "Q = Q_label until a capacity test",
               {input(c, "Q_label", "as printed", formatNumber(m.rated.value()) + " Ah", f.pointer)},
               "untested",
               "margin until measured"};
  out.push_back(std::move(f));
}

void pack06(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Cell& cell = c.figures.packs[k].makeup.cell;
    if (m.box) untestedBox(c, k, out);
    if (cell.verified) continue;
    Finding f = onPack("PACK-06", Severity::Mind, m, "/cells/" + cell.id + "/verified");
    for (const char* key : {"verified", "continuous_A", "capacity_Ah", "resistance_mohm", "charge_A"})
      f.fields.push_back("/cells/" + cell.id + "/" + key);
    const Derating d = derating(cell);
    f.sentence = cell.continuous
                     ? fmt::format("The cells of {} are untested: {} each counts as {}, {} Ah as {} Ah.", m.name, text(*cell.continuous),
                                   text(*cell.continuous * d.current), formatNumber(cell.capacity.value()),
                                   formatNumber(cell.capacity.value() * d.capacity))
                     : fmt::format("The cells of {} are untested: {} Ah counts as {} Ah, and their current is not known.", m.name,
                                   formatNumber(cell.capacity.value()), formatNumber(cell.capacity.value() * d.capacity));
    f.why = fmt::format(
        "A listing says what sells. Until a sample has been discharged at the bench, the figures are cut: currents × {}, capacity × {}.",
        formatNumber(d.current), formatNumber(d.capacity));
    f.what = cell.trust == Trust::Named ? std::string("Log a capacity test of one cell of every batch.")
                                        : fmt::format("Before use: {}.", testsBeforeUse(cell.trust));
    f.headline = 0.7 / d.current;
    f.working = {"Trust in cells",
                 fmt::format("I = {} · I_claimed, Q = {} · Q_claimed until tested", formatNumber(d.current), formatNumber(d.capacity)),
                 {},
                 "derated",
                 "margin until measured"};
    if (cell.continuous)
      f.working.inputs.push_back(input(c, "I_claimed", "cell continuous", text(*cell.continuous), "/cells/" + cell.id + "/continuous_A"));
    f.working.inputs.push_back(
        input(c, "Q_claimed", "cell capacity", formatNumber(cell.capacity.value()) + " Ah", "/cells/" + cell.id + "/capacity_Ah"));
    out.push_back(std::move(f));
  }
}

void pack07(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    if (!exceeds(m.full.value(), 60)) continue;
    const bool answered = saysSomething(c.plan.packs[k].competence);
    Finding f = onPack("PACK-07", answered ? Severity::Mind : Severity::Stop, m, packPointer(k, "competence"));
    f.sentence = answered ? fmt::format("{} stands at {} when full, above 60 V DC; the work is done by: {}.", m.name, text(m.full),
                                        c.plan.packs[k].competence)
                          : fmt::format("{} stands at {} when full, above the 60 V DC that count as safe to touch.", m.name, text(m.full));
    f.why = "Above 60 V DC a touch can harm and an arc does not go out by itself. In wet use 30 V is the limit.";
    f.what =
        answered
            ? "Insulated tools, covered bars and plugs, everything rated for the full voltage."
            : "Write in words who does the work and why they are competent; insulated tools, covered bars and plugs, everything rated for "
              "the full voltage.";
    f.headline = m.full.value();
    f.working = {"Touch voltage",
                 "S · U_charge ≤ 60 V DC",
                 {input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series")),
                  input(c, "U_charge", "charge voltage of one cell", text(m.facts.charge))},
                 text(m.full),
                 "extra-low-voltage limit for DC, dry, IEC 61140"};
    out.push_back(std::move(f));
  }
}

void pack13(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Bms& bms = c.plan.packs[k].bms;
    const PackModel& m = c.figures.packs[k].model;
    const bool missing = bms.present && !*bms.present;
    const bool blind = bms.sensesAllGroups && !*bms.sensesAllGroups;
    if (!isLithium(m.chemistry) || (!missing && !blind)) continue;
    Finding f = onPack("PACK-13", Severity::Stop, m, packPointer(k, missing ? "bms/present" : "bms/senses_all_groups"));
    f.sentence = missing ? fmt::format("{} has {} groups of lithium cells in series and no BMS.", m.name, m.series)
                         : fmt::format("The BMS of {} does not sense every one of its {} groups.", m.name, m.series);
    f.why = "Without a watch on each group, a weak one is driven below its minimum and then reversed by the others, or overcharged.";
    f.what = "Fit a BMS that senses every group and can open the discharge path.";
    f.headline = 1;
    f.working = {"Groups watched",
                 "every series group is sensed",
                 {input(c, "S", "groups", std::to_string(m.series), packPointer(k, "series"))},
                 missing ? "none watched" : "some not watched",
                 "no single group may be unprotected"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> packRules() {
  static constexpr std::array rows{Rule{"PACK-01", "Stop", "BMS series count or chemistry differs from the cells", pack01},
                                   Rule{"PACK-02", "Stop", "peak per cell above its rating", pack02},
                                   Rule{"PACK-03", "Stop, Mind", "sustained current or warmth of the cells", pack03},
                                   Rule{"PACK-04", "Stop", "mixed cells inside one parallel group", pack04},
                                   Rule{"PACK-05", "Mind", "the bike gives up above 20 % charge in a hard pull", pack05},
                                   Rule{"PACK-06", "Mind", "unverified cells", pack06},
                                   Rule{"PACK-07", "Stop, Mind", "full voltage above 60 V DC", pack07},
                                   Rule{"PACK-13", "Stop", "lithium pack without a BMS that senses every group", pack13}};
  return rows;
}

}  // namespace usherwright::rules
