// PACK rules on what a meter, a test or a claim says against the plan, and on what the board and the cells stand.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <numeric>

#include "core/assess/rules/rule.h"
#include "core/pack/bench_tests.h"
#include "core/pack/readings.h"

namespace usherwright::rules {
namespace {

const Volt overFull(0.03), underEmpty(0.3);      // per cell, of a reading that contradicts the series count
const Volt rejectAbove(0.05), boardAbove(0.08);  // per cell above full: cells that were overcharged; boards act within 80 mV
const StateOfCharge usualWhenFull(0.80);         // a pack that is called full stands above it
// Below 70 % resistance and spread grow fast, below 50 % a string is likely lost; tests agree within 5 %.
constexpr double healthLow = 0.70, healthLowest = 0.50, healthApart = 0.05;
constexpr double tripOfFuse = 1.5;         // times a fuse: the board would never act before it
constexpr double cellC = 15, pouchC = 60;  // no cylindrical cell, no pouch carries more for long
const Watt cellHeat(5);                    // a cell of 18650 size cannot give off more

/// The series counts at which a pack's volts lie between these two of one cell, in words.
std::string seriesThatFit(Volt volts, Volt low, Volt high) {
  const int least = std::max(1, static_cast<int>(std::ceil(volts / high - 1e-9)));
  const int most = std::min(200, static_cast<int>(volts / low + 1e-9));
  if (most < least) return "no series count of these cells";
  return most == least ? fmt::format("{}S", least) : fmt::format("{}S to {}S", least, most);
}

void contradiction(const Context& c, std::size_t k, std::string sentence, std::string pointer, std::string what, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  const bool dangerous = isHardJoined(c, k) || isCharged(c, k);
  Finding f = onPack("PACK-14", dangerous ? Severity::Stop : Severity::Mind, m, std::move(pointer));
  f.sentence = std::move(sentence);
  f.why = dangerous ? "A wrong series count means a wrong full voltage: it is charged, or joined, to volts that its cells do not take."
                    : "One of the two is wrong, and every voltage of the plan follows from it.";
  f.what = std::move(what);
  f.headline = 1;
  f.working = {"Reading against the plan",
               "U(0) − 0.3 V ≤ U/S ≤ U_charge + 0.03 V per cell; as many readings as groups",
               {input(c, "S", "cells in series", std::to_string(m.series), packPointer(k, "series"))},
               f.sentence,
               "rest curve and charge voltage of the cells"};
  out.push_back(std::move(f));
}

void countAgainstVolts(const Context& c, std::size_t k, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  const Pack& p = c.plan.packs[k];
  const Volt lowest = m.curve.at(StateOfCharge(0)) - underEmpty;
  const Volt highest = m.facts.charge + overFull;
  const std::string pointer = packPointer(k, "series");
  const std::string what = "Count the groups or the sense leads, and read the pack again fresh off its charger; then enter what both say.";
  if (const auto read = lastVolts(p, m.series)) {
    const Volt each = read->volts / static_cast<double>(m.series);
    if (each > highest || each < lowest)
      contradiction(c, k,
                    fmt::format("{} reads {}, {} per cell at {}S{}; it fits {}.", m.name, text(read->volts), text(each), m.series,
                                assumedWords(c, k), seriesThatFit(read->volts, lowest, highest)),
                    pointer, what, out);
  }
  if (p.readFull && *p.readFull >= Volt(1) && m.chemistry != Chemistry::Nimh) {
    const Volt fullLow = m.curve.at(usualWhenFull);
    const Volt each = *p.readFull / static_cast<double>(m.series);
    if (each > highest || each < fullLow) {
      contradiction(c, k,
                    fmt::format("{} read {} when full, {} per cell at {}; full it fits {}.", m.name, text(*p.readFull), text(each),
                                fmt::format("{}S{}", m.series, assumedWords(c, k)), seriesThatFit(*p.readFull, fullLow, highest)),
                    pointer, what, out);
    }
  }
  const auto groups =
      std::find_if(p.readings.rbegin(), p.readings.rend(), [](const Reading& r) { return r.of == ReadingOf::Groups && !r.groups.empty(); });
  if (groups != p.readings.rend() && groups->groups.size() != static_cast<std::size_t>(m.series))
    contradiction(c, k, fmt::format("{} is {}S{}, and {} groups were read.", m.name, m.series, assumedWords(c, k), groups->groups.size()),
                  pointer, "Read every group once, in order; or correct the series count.", out);
}

/// A label that says far more or far less than the cells that the plan puts into the pack.
void labelAgainstCells(const Context& c, std::size_t k, Findings& out) {
  constexpr double apart = 1.3;
  const Pack& p = c.plan.packs[k];
  const PackModel& m = c.figures.packs[k].model;
  const auto far = [&](double says, double is) { return says > is * apart || says * apart < is; };
  const bool energy = p.labelEnergy && far(p.labelEnergy->value(), m.label.value());
  const bool charge = p.labelCharge && far(p.labelCharge->value(), m.rated.value());
  if (!energy && !charge) return;
  Finding f = onPack("PACK-14", Severity::Mind, m, packPointer(k, energy ? "label_Wh" : "label_Ah"));
  f.fields = {f.pointer, m.box ? packPointer(k, "label_V") : packPointer(k, "parallel"), cellPointer(c.plan, k, "capacity_Ah")};
  f.sentence = energy ? fmt::format("The label of {} says {} Wh; its {} make {} Wh.", m.name, formatNumber(p.labelEnergy->value()),
                                    m.box ? text(m.nominal) + " and " + formatNumber(m.rated.value()) + " Ah" : std::string("cells"),
                                    formatNumber(m.label.value()))
                      : fmt::format("The label of {} says {} Ah; its cells make {} Ah.", m.name, formatNumber(p.labelCharge->value()),
                                    formatNumber(m.rated.value()));
  f.why = "Either the label promises what is not inside, or the plan has other cells or another count than the pack.";
  f.what = "A capacity test tells; until then plan with the lower figure.";
  f.headline = energy ? std::max(p.labelEnergy->value() / m.label.value(), m.label.value() / p.labelEnergy->value())
                      : std::max(p.labelCharge->value() / m.rated.value(), m.rated.value() / p.labelCharge->value());
  f.working = {"Label against cells",
               "E = S · U_nominal · P · Q_cell",
               {input(c, "E", "of the cells", formatNumber(m.label.value()) + " Wh")},
               f.sentence,
               "label figure"};
  out.push_back(std::move(f));
}

/// The groups of a ladder and the whole read with them. The ranges differ, so the gain of one meter does not cancel.
void sumAgainstWhole(const Context& c, std::size_t k, Findings& out) {
  const PackModel& m = c.figures.packs[k].model;
  const auto& readings = c.plan.packs[k].readings;
  const auto newest = std::find_if(readings.rbegin(), readings.rend(), [&](const Reading& r) {
    return r.of == ReadingOf::Groups && r.pack >= Volt(1) && r.groups.size() == static_cast<std::size_t>(m.series);
  });
  if (newest == readings.rend()) return;
  const Volt whole = *newest->pack, sum = std::accumulate(newest->groups.begin(), newest->groups.end(), Volt(0));
  const MeterDoubt meter = meterOf(c.plan, PackVolts{whole, true, {}, newest->meterAccuracy, newest->meterDigit}, std::nullopt);
  const Volt doubt = (sum + whole) * meter.accuracy + meter.digit * (m.series + 1), apart(std::abs((sum - whole).value()));
  if (apart <= doubt) return;
  const std::string field = packPointer(k, fmt::format("readings/{}/pack_V", readings.rend() - newest - 1));
  Finding f = onPack("PACK-14", isHardJoined(c, k) ? Severity::Stop : Severity::Mind, m, field);
  f.sentence = fmt::format("The groups of {} add up to {}; the whole was read at {} with them.", m.name, text(sum), text(whole));
  f.why = "One reading is wrong, or volts are lost between the cells and the plug: a board that is off, a fuse, a bad joint.";
  f.what = "Read the whole again at the cells and at the plug, and the groups lead by lead.";
  f.headline = apart / doubt;
  f.working = {"Groups against the whole",
               "|ΣU_group − U_pack| ≤ both meter errors",
               {input(c, "U_pack", "as read", text(whole), field)},
               fmt::format("{} apart, {} allowed", text(apart), text(doubt)),
               "Kirchhoff's voltage law"};
  out.push_back(std::move(f));
}

/// A day that has not come yet: by it an old test passes for the newest. A plan from further east may be a day ahead.
void datedAhead(const Context& c, std::size_t k, Findings& out) {
  if (!c.today) return;
  const std::string latest = formatDate(*c.today + std::chrono::days(1));
  const Pack& p = c.plan.packs[k];
  const auto ahead = [&](const auto& record) { return record.when > latest && parseDate(record.when); };  // ISO days sort as text
  std::string day, what, pointer;
  const auto look = [&](const auto& records, const char* name, const char* list) {
    const auto at = std::find_if(records.begin(), records.end(), ahead);
    if (!day.empty() || at == records.end()) return;
    day = at->when;
    what = name;
    pointer = packPointer(k, fmt::format("{}/{}/when", list, at - records.begin()));
  };
  look(p.capacityTests, "capacity test", "capacity_tests");
  look(p.readings, "reading", "readings");
  if (day.empty()) return;
  const PackModel& m = c.figures.packs[k].model;
  Finding f = onPack("PACK-14", Severity::Mind, m, std::move(pointer));
  f.part = m.id + "/dates";
  f.sentence = fmt::format("A {} of {} is dated {}; today is {}.", what, m.name, day, formatDate(*c.today));
  f.why = "What is newest counts: a wrong day lets an old reading pass for the state of now.";
  f.what = "Correct the day, or this machine's clock.";
  f.headline = 1;
  f.working = {"Day against today", "day ≤ today + 1", {input(c, "day", "as entered", day, f.pointer)}, f.sentence, "calendar"};
  out.push_back(std::move(f));
}

/// Health as the last test has it; empty without one.
Known<double> testedHealth(const Context& c, std::size_t k) {
  const Pack& p = c.plan.packs[k];
  const PackModel& m = c.figures.packs[k].model;
  if (p.capacityTests.empty()) return std::nullopt;
  const auto judged = judgeCapacity({p.capacityTests, m.parallel, m.rated, m.chemistry, std::nullopt});
  if (!judged) return std::nullopt;
  return judged->health;
}

void pack14(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    countAgainstVolts(c, k, out);
    sumAgainstWhole(c, k, out);
    labelAgainstCells(c, k, out);
    datedAhead(c, k, out);
    const auto tested = testedHealth(c, k);
    const double stated = c.plan.packs[k].soh.value();
    if (!tested || *tested >= stated - healthApart || *tested < healthLow) continue;
    const PackModel& m = c.figures.packs[k].model;
    Finding f = onPack("PACK-14", Severity::Mind, m, packPointer(k, "soh"));
    f.sentence =
        fmt::format("The last capacity test of {} says {} health; the plan counts with {}.", m.name, percent(*tested), percent(stated));
    f.why = "Range, connect window and charge time of the plan follow from the health that is entered.";
    f.what = fmt::format("Enter {} as its health, or test again.", percent(*tested));
    f.fixes.push_back(
        setTo(fmt::format("Health {}", percent(*tested)), packPointer(k, "soh"), FieldValue{std::round(*tested * 1000) / 1000}));
    f.headline = stated - *tested;
    f.working = {"Health against the test",
                 "Q_put back · efficiency / Q_rated",
                 {input(c, "SoH", "as entered", percent(stated), packPointer(k, "soh"))},
                 percent(*tested),
                 "capacity test"};
    out.push_back(std::move(f));
  }
}

void pack15(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Pack& p = c.plan.packs[k];
    const Volt low = m.facts.rejectBelow;
    const Volt high = m.facts.charge + rejectAbove;
    Known<Volt> worst;
    std::string which;
    const auto look = [&](Volt v, std::string name) {
      const bool below = v < low;
      const bool above = m.chemistry != Chemistry::Nimh && v > high;
      if (!below && !above) return;
      if (worst && std::abs((*worst - m.facts.nominal).value()) >= std::abs((v - m.facts.nominal).value())) return;
      worst = v;
      which = std::move(name);
    };
    for (const Reading& r : p.readings) {
      for (std::size_t g = 0; g < r.groups.size(); ++g)
        look(r.groups[g], fmt::format("{} {} of {}", r.of == ReadingOf::Groups ? "group" : "cell", g + 1, m.name));
      // A total says at least this: some group is no better than the mean. Near nothing it says that a board is asleep.
      if (r.of == ReadingOf::Groups && r.pack && *r.pack >= Volt(1) && *r.pack / static_cast<double>(m.series) < low)
        look(*r.pack / static_cast<double>(m.series), fmt::format("{}, at {} over {} groups,", m.name, text(*r.pack), m.series));
    }
    if (!worst) continue;
    const bool below = *worst < low;
    Finding f = onPack("PACK-15", Severity::Stop, m, packPointer(k, "condition"));
    f.sentence = fmt::format("{} was read at {}{}; {} cells never come back from {} {}.", which, text(*worst),
                             which.ends_with(",") ? " each" : "", m.facts.name, below ? "below" : "above", text(below ? low : high));
    f.why = below ? "Below this copper dissolves and plates where it does not belong: charged again, the cell can short inside and burn."
                  : "Above this metal plates and the cell breaks down: it can burn at rest, hours later.";
    f.what = "Reject it: never charge it again. Set it outside, away from anything that burns, and hand it in where lithium is collected.";
    f.headline = below ? low.value() - worst->value() : worst->value() - high.value();
    f.working = {"Beyond coming back",
                 "U_low ≤ every group ≤ U_charge + 0.05 V",
                 {input(c, "U_read", which, text(*worst)), input(c, "U_low", "reject below", text(low)),
                  input(c, "U_high", "reject above", text(high))},
                 text(*worst),
                 "limits of the chemistry"};
    out.push_back(std::move(f));
  }
}

void pack16(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Pack& p = c.plan.packs[k];
    const Bms& bms = p.bms;
    if (bms.present == false || !isLithium(m.chemistry)) continue;
    std::vector<std::string> wrong;
    Finding f = onPack("PACK-16", Severity::Mind, m, "");
    const auto say = [&](std::string words, const char* key) {
      wrong.push_back(std::move(words));
      f.fields.push_back(packPointer(k, std::string("bms/") + key));
    };
    const Volt never = m.facts.absoluteMinimum;
    if (bms.cellCutoff && *bms.cellCutoff < never * (1 - 1e-6)) {
      say(fmt::format("cuts at {}, below {}", text(*bms.cellCutoff), text(never)), "cell_cutoff_V");
      f.remedies.push_back(setTo("low cut", packPointer(k, "bms/cell_cutoff_V"), FieldValue{never.value()}));
    }
    if (bms.cellFull && exceeds(bms.cellFull->value(), (m.facts.charge + boardAbove).value()))
      say(fmt::format("stops charging only at {}, above {}", text(*bms.cellFull), text(m.facts.charge + boardAbove)), "cell_full_V");
    if (bms.chargeFrom && *bms.chargeFrom < m.facts.chargeFrom)
      say(fmt::format("lets charge in from {}; these cells from {}", text(*bms.chargeFrom), text(m.facts.chargeFrom)), "charge_from_C");
    if (bms.trip && p.fuse.rating && countsAsFitted(p.fuse) && exceeds(bms.trip->value(), p.fuse.rating->value() * tripOfFuse))
      say(fmt::format("trips at {}, above {} times its {} fuse", text(*bms.trip), formatNumber(tripOfFuse), text(*p.fuse.rating)),
          "trip_A");
    if (bms.peak && bms.continuous && exceeds(bms.continuous->value(), bms.peak->value()))
      say(fmt::format("is said to carry {} for long and only {} for a short time, so one of the two is misread", text(*bms.continuous),
                      text(*bms.peak)),
          "peak_A");
    if (wrong.empty()) continue;
    std::string all;
    for (const std::string& w : wrong) all += (all.empty() ? "" : "; it ") + w;
    f.pointer = f.fields.front();
    f.sentence = fmt::format("The board of {} {}.", m.name, all);
    f.why = "A board is the last barrier; set wider than the cells it guards nothing.";
    f.what = fmt::format("Set it (low cut {} or more, high cut {} or less, no charge below {}), or fit another board.", text(never),
                         text(m.facts.charge + boardAbove), text(m.facts.chargeFrom));
    f.headline = static_cast<double>(wrong.size());
    f.working = {
        "Settings of the board", "low cut, high cut, charge window, trip against the cells and the fuse", {}, all, "limits of the cells"};
    out.push_back(std::move(f));
  }
}

void pack17(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const double stated = c.plan.packs[k].soh.value();
    const auto tested = testedHealth(c, k);
    const double health = tested ? std::min(stated, *tested) : stated;
    if (health >= healthLow - 1e-9) continue;
    const bool stop = health < healthLowest - 1e-9 && (isHardJoined(c, k) || drainedByController(c, k));
    Finding f = onPack("PACK-17", stop ? Severity::Stop : Severity::Mind, m, packPointer(k, "soh"));
    f.sentence =
        fmt::format("{} has {} of its capacity left{}.", m.name, percent(health),
                    tested && *tested < stated ? fmt::format(" by its last test; the plan says {}", percent(stated)) : std::string());
    f.why = stop ? "Cells this worn drop out without warning under a peak, and what is left of them gets hot."
                 : "Worn cells sag, warm and drift apart; their resistance has grown with what they lost.";
    f.what = stop ? "Retire it: hand it in, or use it only for light loads by itself."
                  : "Light duty only, and plan its end; measure its resistance.";
    f.headline = 1 / std::max(health, 0.01);
    f.working = {"Health",
                 "Q_tested / Q_rated",
                 {input(c, "SoH", "as entered", percent(stated), packPointer(k, "soh"))},
                 percent(health),
                 "capacity test"};
    out.push_back(std::move(f));
  }
}

/// The most Ah that a cell of this form and chemistry is made with; 0 if its size says nothing.
double mostAmpereHours(const Cell& cell) {
  const bool phosphate = chemistryOf(cell) == Chemistry::Lfp;
  if (cell.form == "18650") return phosphate ? 2.2 : 3.7;
  if (cell.form == "21700") return phosphate ? 3.5 : 6.0;
  const CellSize size = sizeOfForm(cell.form);
  if (!isLithium(chemistryOf(cell)) || (cell.form.find_first_of("0123456789") == std::string::npos)) return 0;
  const double mm3 = size.flat ? size.diameter.value() * size.length.value() * size.depth.value()
                               : size.diameter.value() * size.diameter.value() * std::numbers::pi / 4 * size.length.value();
  return mm3 / 1e6 * (phosphate ? 480 : 900) / factsOf(cell).nominal.value();  // Wh per litre
}

void pack18(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    const Cell& cell = c.figures.packs[k].makeup.cell;
    if (m.box) continue;  // claims of cells that nobody has seen
    const std::string at = "/cells/" + cell.id + "/";
    const CellSize size = sizeOfForm(cell.form);
    const double most = mostAmpereHours(cell);
    std::string claim;
    std::string pointer;
    if (most > 0 && exceeds(cell.capacity.value(), most)) {
      claim = fmt::format("{} Ah in a {} cell: none holds more than {} Ah", formatNumber(cell.capacity.value()), cell.form,
                          formatNumber(most, 2));
      pointer = at + "capacity_Ah";
    } else if (cell.continuous) {
      const double rate = cell.continuous->value() / cell.capacity.value();
      const bool pouch = size.flat || cell.form.starts_with("pouch");
      const Watt heat(cell.continuous->value() * cell.continuous->value() * Ohm(cell.resistance).value());
      if (exceeds(rate, pouch ? pouchC : cellC))
        claim = fmt::format("{} continuous from {} Ah is {} C", text(*cell.continuous), formatNumber(cell.capacity.value()),
                            formatNumber(rate, 2));
      else if (!size.flat && cell.form.find_first_of("0123456789") == 0 && exceeds(heat.value(), cellHeat.value()))
        claim = fmt::format("at {} continuous each makes {} W of heat in its own {}", text(*cell.continuous), formatNumber(heat.value(), 2),
                            text(Ohm(cell.resistance)));
      else if (cell.peak && exceeds(cell.continuous->value(), cell.peak->value()))
        claim = fmt::format("{} for long and only {} for a short time", text(*cell.continuous), text(*cell.peak));
      pointer = at + "continuous_A";
    }
    if (claim.empty()) continue;
    Finding f = onPack("PACK-18", Severity::Mind, m, pointer);
    f.sentence = fmt::format("The cells of {} are claimed to be what cells of their size cannot be: {}. Implausible.", m.name, claim);
    f.why = "A figure that no cell of that size reaches was printed to sell; the real one is often a third of it.";
    f.what = "Discharge one at the bench before use, and enter what it gave.";
    f.headline = most > 0 ? cell.capacity.value() / most : 1;
    f.working = {"What a cell of that size can be",
                 "Ah by size, C-rate, I²·R",
                 {input(c, "Q", "cell capacity", formatNumber(cell.capacity.value()) + " Ah", at + "capacity_Ah")},
                 claim,
                 "energy density and heat of cells"};
    out.push_back(std::move(f));
  }
}

void pack19(const Context& c, Findings& out) {
  for (std::size_t k = 0; k < c.figures.packs.size(); ++k) {
    const PackModel& m = c.figures.packs[k].model;
    if (m.temperature >= m.facts.dischargeFrom) continue;
    Finding f = onPack("PACK-19", Severity::Mind, m, packPointer(k, "temperature_C"));
    f.sentence = fmt::format("The cells of {} stand at {}; {} cells are discharged from {} up.", m.name, text(m.temperature), m.facts.name,
                             text(m.facts.dischargeFrom));
    f.why = "So cold, a cell gives little, sags far, and is driven below its minimum before anything notices.";
    f.what = fmt::format("Keep it indoors until the ride, or insulate it: {} or more.", text(m.facts.dischargeFrom));
    f.remedies.push_back(setTo("warm", packPointer(k, "temperature_C"), FieldValue{m.facts.dischargeFrom.value()}));
    f.headline = (m.facts.dischargeFrom - m.temperature).value();
    f.working = {"Discharge window",
                 "T ≥ T_from",
                 {input(c, "T", m.name, text(m.temperature), packPointer(k, "temperature_C"))},
                 text(m.temperature),
                 "window of the chemistry, or the cell's own"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> packReadingsRules() {
  static constexpr std::array rows{Rule{"PACK-14", "Stop, Mind", "a reading or a test contradicts what the plan says", pack14},
                                   Rule{"PACK-15", "Stop", "a group read below or above what cells come back from", pack15},
                                   Rule{"PACK-16", "Mind", "the board's own settings do not protect these cells", pack16},
                                   Rule{"PACK-17", "Stop, Mind", "health below 70 %", pack17},
                                   Rule{"PACK-18", "Mind", "a claim beyond what cells of that size can be", pack18},
                                   Rule{"PACK-19", "Mind", "cells colder than they may be discharged", pack19}};
  return rows;
}

}  // namespace usherwright::rules
