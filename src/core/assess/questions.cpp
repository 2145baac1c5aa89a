// Texts made from what is known and what is not.
#include "core/assess/questions.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/pack/bench_tests.h"
#include "core/plan/evidence.h"
#include "core/plan/names.h"
#include "core/plan/shelf.h"

namespace usherwright {
namespace {

std::string n(double value) { return formatNumber(value); }
std::string volts(Volt v) { return n(v.value()) + " V"; }

void askUnproven(const Plan& plan, const Finding& f, std::vector<Question>& out) {
  for (const std::string& pointer : f.fields) {
    const auto ref = findField(plan, pointer);
    if (!ref) continue;
    const bool known = !std::holds_alternative<std::monostate>(ref->value);
    Question q;
    q.about = f.part;
    q.pointer = pointer;
    q.words = known ? fmt::format("You say {}: {}. Where is that printed, or how was it measured?", ref->spec->label,
                                  shownValue(*ref->spec, ref->value, UnitSystem::Metric))
                    : fmt::format("What is the {}? {}", ref->spec->label,
                                  ref->spec->howTo.empty() ? std::string("A picture of the label would do.")
                                                           : fmt::format("({})", ref->spec->howTo));
    q.why = "a safety limit rests on it";
    out.push_back(std::move(q));
  }
}

}  // namespace

std::vector<Question> questionsFor(const Plan& plan, const Assessment& assessment) {
  std::vector<Question> out;
  for (const Finding& f : assessment.findings)
    if (f.id == "BIKE-08") askUnproven(plan, f, out);
  for (const Conflict& c : conflictsOf(plan)) {
    Question q;
    q.pointer = c.pointer;
    q.about = c.spec->label;
    q.words = fmt::format("{} is {} ({})", c.spec->label, shownValue(*c.spec, c.value, UnitSystem::Metric), provenanceWord(c.from));
    for (const Alternative& a : c.also)
      q.words += fmt::format(" and {} ({})", shownValue(*c.spec, a.value, UnitSystem::Metric), provenanceWord(a.from));
    q.words += ": which one holds?";
    q.why = "two values contradict each other";
    out.push_back(std::move(q));
  }
  for (const Cell& cell : plan.cells) {
    const bool used = std::any_of(plan.packs.begin(), plan.packs.end(), [&](const Pack& p) { return p.cell == cell.id; });
    if (!used || cell.verified) continue;
    Question q;
    q.pointer = "/cells/" + cell.id + "/verified";
    q.about = shownName(cell);
    q.words = cell.dataSheet.value_or(false)
                  ? fmt::format("Are the {} new, from one batch, and of which date code?", q.about)
                  : fmt::format("Is there a data sheet for exactly the {}? Are they new, from one batch, and of which date code?", q.about);
    q.why = "untested cells count for less";
    out.push_back(std::move(q));
  }
  return out;
}

std::string questionText(const std::vector<Question>& questions) {
  std::string out;
  for (std::size_t i = 0; i < questions.size(); ++i) out += fmt::format("{}. {}\n", i + 1, questions[i].words);
  return out;
}

std::vector<BoardSetting> boardSettings(const Plan& plan, const Assessment& assessment, std::size_t pack) {
  std::vector<BoardSetting> out;
  if (pack >= plan.packs.size()) return out;
  const Pack& p = plan.packs[pack];
  const PackFigures& f = assessment.figures.packs[pack];
  const ChemistryFacts& facts = f.model.facts;
  const Bms& b = p.bms;
  const std::string at = fmt::format("/packs/{}/bms/", pack);
  const auto line = [&](std::string name, std::string recommended, std::string found, bool differs, const std::string& key) {
    out.push_back({std::move(name), std::move(recommended), std::move(found), differs, key.empty() ? std::string() : at + key});
  };
  const std::string unknown = "not known yet";
  line("groups in series", std::to_string(f.model.series), b.series ? std::to_string(*b.series) : unknown,
       b.series && *b.series != f.model.series, "series");
  line("chemistry", std::string(facts.name), b.chemistry ? std::string(factsOf(*b.chemistry).name) : unknown,
       b.chemistry && !isSameChargeClass(*b.chemistry, f.model.chemistry), "chemistry");
  const Volt high = facts.charge + Volt(0.05);
  line("group high cut", fmt::format("{} to {}", volts(facts.charge + Volt(0.02)), volts(high)), b.cellFull ? volts(*b.cellFull) : unknown,
       b.cellFull && (*b.cellFull > high + Volt(0.001) || *b.cellFull < facts.charge), "cell_full_V");
  line("group low cut", "at least " + volts(facts.minimumUnderLoad), b.cellCutoff ? volts(*b.cellCutoff) : unknown,
       b.cellCutoff && *b.cellCutoff < facts.absoluteMinimum, "cell_cutoff_V");
  const auto peak = assessment.figures.demand.peak;
  Known<Ampere> most = f.model.continuous;
  line("discharge trip",
       peak ? fmt::format("above {} A{}", n(peak->value()), most ? fmt::format(", not above {} A of the cells", n(most->value())) : "")
            : "peak of the bike",
       b.continuous ? n(b.continuous->value()) + " A" : unknown,
       b.continuous && ((peak && *b.continuous < *peak) || (most && *b.continuous > *most * 1.5)), "continuous_A");
  line("charge limit", f.model.cellCharge ? fmt::format("at most {} A", n(f.model.cellCharge->value())) : "by the cells' data sheet",
       b.charge ? n(b.charge->value()) + " A" : unknown, b.charge && f.model.cellCharge && *b.charge > *f.model.cellCharge, "charge_A");
  line("balance current", "30 to 200 mA, near full only", b.balance ? n(b.balance->value()) + " mA" : unknown,
       b.balance && b.balance->value() < 20, "balance_mA");
  line("charging from", fmt::format("{} °C or more", n(facts.chargeFrom.value())),
       b.chargeFrom ? n(b.chargeFrom->value()) + " °C" : unknown, b.chargeFrom && *b.chargeFrom < facts.chargeFrom, "charge_from_C");
  line("charging up to", fmt::format("{} °C or less", n(facts.chargeTo.value())), b.chargeTo ? n(b.chargeTo->value()) + " °C" : unknown,
       b.chargeTo && *b.chargeTo > facts.chargeTo, "charge_to_C");
  line("discharging up to", fmt::format("{} °C or less", n(facts.dischargeTo.value())),
       b.dischargeTo ? n(b.dischargeTo->value()) + " °C" : unknown, b.dischargeTo && *b.dischargeTo > facts.dischargeTo, "discharge_to_C");
  line("every group sensed", "yes", b.sensesAllGroups ? (*b.sensesAllGroups ? "yes" : "no: cells without protection") : unknown,
       b.sensesAllGroups && !*b.sensesAllGroups, "senses_all_groups");
  return out;
}

Passport passportOf(const Plan& plan, const Assessment& assessment, std::size_t pack) {
  const Pack& p = plan.packs.at(pack);
  const PackFigures& f = assessment.figures.packs.at(pack);
  const PackModel& m = f.model;
  const Cell& cell = f.makeup.cell;
  const ChemistryFacts& facts = m.facts;
  Passport out;
  out.title = m.name;
  const auto line = [&](std::string name, std::string value) { out.lines.push_back({std::move(name), std::move(value)}); };
  const std::string& because = f.makeup.layout.seriesBecause;
  if (m.box)
    line("layout",
         fmt::format("{}S {}{}, cells not seen", m.series, facts.name, because.empty() ? std::string() : " (assumed: " + because + ")"));
  else line("layout", fmt::format("{}S{}P, {} cells, {}", m.series, m.parallel, m.series * m.parallel, facts.name));
  if (!m.box)
    line("cells", fmt::format("{}, {} Ah{}", shownName(cell), n(cell.capacity.value()), cell.verified ? ", tested" : ", untested"));
  line("energy", fmt::format("{} Wh, {} Ah", n(m.label.value()), n(m.rated.value())));
  line("volts", fmt::format("{} full, {} nominal, {} empty at rest", volts(m.full), volts(m.nominal), volts(m.restedEmpty)));
  std::string chargers;
  for (const Charger& c : plan.chargers)
    if (serves(c, p.id))
      chargers += fmt::format("{}{} V {} A", chargers.empty() ? "" : ", or ", c.output ? n(c.output->value()) : "?",
                              c.current ? n(c.current->value()) : "?");
  line("charger", chargers.empty() ? fmt::format("{} V only", n(m.full.value())) : chargers);
  Known<Ampere> charge = p.bms.charge;
  if (m.cellCharge) charge = charge ? std::min(*charge, *m.cellCharge) : *m.cellCharge;
  line("charge at most",
       charge ? fmt::format("{} A, cells {} to {} °C", n(charge->value()), n(facts.chargeFrom.value()), n(facts.chargeTo.value()))
              : fmt::format("not known yet, cells {} to {} °C", n(facts.chargeFrom.value()), n(facts.chargeTo.value())));
  Known<Ampere> give = p.bms.continuous;
  if (m.continuous) give = give ? std::min(*give, *m.continuous) : *m.continuous;
  line("gives at most", give ? n(give->value()) + " A for long" : "not known yet");
  line("fuse", countsAsFitted(p.fuse) && p.fuse.rating
                   ? fmt::format("{} A{}", n(p.fuse.rating->value()),
                                 p.fuse.dcVoltage ? fmt::format(", {} V DC", n(p.fuse.dcVoltage->value())) : "")
                   : "none known");
  line("BMS", countsAsFitted(p.bms) ? fmt::format("{}{}", p.bms.name.empty() ? "fitted" : p.bms.name,
                                                  !p.bms.port                        ? ", charge port not known"
                                                  : *p.bms.port == BmsPort::Separate ? ", separate charge port"
                                                                                     : ", common port")
                                    : "none");
  line("first charge", p.firstCharge.empty() ? "date: ____________" : p.firstCharge);
  if (p.capacityTests.empty()) {
    line("tests", "none logged: ____________");
  } else {
    const CapacityTest& t = p.capacityTests.back();
    const auto verdict = judgeCapacity({p.capacityTests, m.parallel, m.rated, m.chemistry, std::nullopt});
    line("tests", fmt::format("{}: {}{}", t.when, verdict ? n(verdict->measured.value()) + " Ah" : "–",
                              t.resistance ? fmt::format(", {} mΩ", n(t.resistance->value())) : ""));
  }
  if (m.mass) line("mass", n(m.mass->value()) + " kg");
  out.cautions.push_back(fmt::format("Only a charger for {} V. Not in the sun, not unattended, not below {} °C.", n(m.full.value()),
                                     n(facts.chargeFrom.value())));
  if (p.condition && *p.condition != Condition::Sound && *p.condition != Condition::Unknown)
    out.cautions.push_back("DAMAGED: do not use or charge. Isolate and hand in.");
  if (m.full > Volt(60)) out.cautions.push_back("Above 60 V DC: not safe to touch. Opening is work for a competent person.");
  return out;
}

}  // namespace usherwright
