// Texts made from what is known and what is not.
#include "core/sheets/questions.h"

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

namespace {

template <class Q>
std::optional<double> number(const Known<Q>& q) {
  return q ? std::optional<double>(q->value()) : std::nullopt;
}

/// The sheet of one board, line by line.
class BoardSheet {
 public:
  BoardSheet(const Plan& plan, const Assessment& assessment, std::size_t pack)
      : b_(plan.packs[pack].bms),
        f_(assessment.figures.packs[pack]),
        facts_(f_.model.facts),
        at_(fmt::format("/packs/{}/bms/", pack)),
        peak_(assessment.figures.demand.peak) {}

  std::vector<BoardSetting> lines() {
    word("groups in series", std::to_string(f_.model.series), b_.series ? std::to_string(*b_.series) : "",
         b_.series && *b_.series != f_.model.series, "series");
    word("chemistry", std::string(facts_.name), b_.chemistry ? std::string(factsOf(*b_.chemistry).name) : "",
         b_.chemistry && !isSameChargeClass(*b_.chemistry, f_.model.chemistry), "chemistry");
    volts();
    currents();
    temperatures();
    word("every group sensed", "yes", b_.sensesAllGroups ? (*b_.sensesAllGroups ? "yes" : "no: cells without protection") : "",
         b_.sensesAllGroups && !*b_.sensesAllGroups, "senses_all_groups");
    return std::move(out_);
  }

 private:
  void word(std::string name, std::string recommended, std::string found, bool differs, const std::string& key) {
    if (found.empty()) found = "not known yet";
    out_.push_back({std::move(name), std::move(recommended), std::move(found), differs, at_ + key, std::nullopt});
  }
  void figure(std::string name, std::string recommended, const std::string& unit, bool differs, const std::string& key,
              SettingScale scale) {
    word(std::move(name), std::move(recommended), scale.value ? n(*scale.value) + unit : "", differs, key);
    if (scale.value) {
      scale.low = std::min(scale.low, *scale.value);
      scale.high = std::max(scale.high, *scale.value);
    }
    out_.back().scale = scale;
  }

  void volts() {
    const double from = facts_.absoluteMinimum.value() - 0.3, to = facts_.charge.value() + 0.25;
    const Volt least = facts_.charge + Volt(0.02), most = facts_.charge + Volt(0.05);
    figure("group high cut", fmt::format("{} to {} V", n(least.value()), n(most.value())), " V",
           b_.cellFull && (*b_.cellFull > most + Volt(0.001) || *b_.cellFull < facts_.charge), "cell_full_V",
           {from, to, least.value(), most.value(), number(b_.cellFull)});
    figure("group low cut", fmt::format("at least {} V", n(facts_.minimumUnderLoad.value())), " V",
           b_.cellCutoff && *b_.cellCutoff < facts_.absoluteMinimum, "cell_cutoff_V",
           {from, to, facts_.minimumUnderLoad.value(), std::nullopt, number(b_.cellCutoff)});
  }

  void currents() {
    const Known<Ampere> most = f_.model.continuous, charge = f_.model.cellCharge;
    const double reach = std::max({peak_.value_or(Ampere(10)).value(), most.value_or(Ampere(0)).value()}) * 1.3;
    figure("discharge trip",
           peak_
               ? fmt::format("above {} A{}", n(peak_->value()), most ? fmt::format(", not above {} A of the cells", n(most->value())) : "")
               : "peak of the bike",
           " A", b_.continuous && ((peak_ && *b_.continuous < *peak_) || (most && *b_.continuous > *most * 1.5)), "continuous_A",
           {0, reach, number(peak_), number(most), number(b_.continuous)});
    figure("charge limit", charge ? fmt::format("at most {} A", n(charge->value())) : "by the cells' data sheet", " A",
           b_.charge && charge && *b_.charge > *charge, "charge_A",
           {0, charge.value_or(Ampere(5)).value() * 1.5, std::nullopt, number(charge), number(b_.charge)});
    figure("balance current", "30 to 200 mA, near full only", " mA", b_.balance && b_.balance->value() < 20, "balance_mA",
           {0, 250, 30, 200, number(b_.balance)});
  }

  void temperatures() {
    const double from = -30, to = 80;
    figure("charging from", fmt::format("{} °C or more", n(facts_.chargeFrom.value())), " °C",
           b_.chargeFrom && *b_.chargeFrom < facts_.chargeFrom, "charge_from_C",
           {from, to, facts_.chargeFrom.value(), std::nullopt, number(b_.chargeFrom)});
    figure("charging up to", fmt::format("{} °C or less", n(facts_.chargeTo.value())), " °C", b_.chargeTo && *b_.chargeTo > facts_.chargeTo,
           "charge_to_C", {from, to, std::nullopt, facts_.chargeTo.value(), number(b_.chargeTo)});
    figure("discharging up to", fmt::format("{} °C or less", n(facts_.dischargeTo.value())), " °C",
           b_.dischargeTo && *b_.dischargeTo > facts_.dischargeTo, "discharge_to_C",
           {from, to, std::nullopt, facts_.dischargeTo.value(), number(b_.dischargeTo)});
  }

  const Bms& b_;
  const PackFigures& f_;
  const ChemistryFacts& facts_;
  std::string at_;
  Known<Ampere> peak_;
  std::vector<BoardSetting> out_;
};

}  // namespace

std::vector<BoardSetting> boardSettings(const Plan& plan, const Assessment& assessment, std::size_t pack) {
  if (pack >= plan.packs.size()) return {};
  return BoardSheet(plan, assessment, pack).lines();
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
