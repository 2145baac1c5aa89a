// The faults by name, which a plan can have, and how a practice went.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/charging/charger_put.h"
#include "core/instrument/stream.h"
#include "core/plan/names.h"
#include "core/practice/bench_world.h"

namespace usherwright {
namespace {

/// What it sits on.
enum class On : std::uint8_t { Pack, BuiltPack, OneWayInput, OtherPack, Lower, Charger, Bike, Meter };

struct FaultRow {
  std::string_view name, words, cost;
  On on;
  bool burns;
};
constexpr std::array<FaultRow, benchFaultCount> rows{{
    {"swapped-plug", "plug made up the wrong way round", "controller, board or the other pack, in one spark", On::Pack, true},
    {"mirrored-half", "the bike's half mirrored", "controller, board or the other pack, in one spark", On::Pack, true},
    {"cell-lost", "a cell has come off its group", "a tenth to a quarter of the range, and the group is drained first", On::BuiltPack,
     false},
    {"weak-group", "a group that is not like the others", "that group is overcharged or drained at every ride", On::BuiltPack, true},
    {"board-asleep", "the board sleeps", "an hour of looking for what is not broken", On::Pack, false},
    {"fuse-open", "its fuse is open", "an hour of looking for what is not broken", On::Pack, false},
    {"plug-not-home", "a plug that is not home", "a contact that arcs on the first hill", On::Pack, true},
    {"high-ohm-crimp", "a crimp with too many milliohm", "a lead that melts in its housing", On::Bike, true},
    {"warm-plug", "a plug whose spring has gone weak", "a plug that melts in its housing", On::Bike, true},
    {"input-shorted", "one way of the joiner is short", "two packs drive a current into each other that nothing limits", On::OneWayInput,
     true},
    {"input-leaks", "one way of the joiner leaks", "a pack is charged past its board, slowly", On::OneWayInput, true},
    {"input-dead", "one input of the joiner is open", "half the range, unseen for weeks", On::OneWayInput, false},
    {"other-left-plugged", "another pack was left plugged in", "a test that proves nothing", On::OtherPack, false},
    {"harness-short", "a solder bridge in the harness", "fire, at the moment of plugging", On::Bike, true},
    {"lamps-left-on", "something is still on the harness", "a reading that proves nothing", On::Bike, false},
    {"frame-leak", "a pole touches the frame", "a bare contact as large as the bike", On::Pack, true},
    {"charger-too-high", "a charger for more cells", "fire, if the board does not cut", On::Charger, true},
    {"charger-too-low", "a charger for fewer cells", "a pack that is never full", On::Charger, false},
    {"charger-swapped", "a charger's plug the other way round", "board or charger, in one spark", On::Charger, true},
    {"charger-dead", "a charger that gives nothing", "a day without the bike", On::Charger, false},
    {"over-discharged", "a pack drained below what its cells bear", "copper needles: it burns while it is charged", On::Pack, true},
    {"one-group-more", "a pack with a group more than the plan says", "capacitors and controller over their volts", On::Pack, false},
    {"one-group-fewer", "a pack with a group fewer than its label says", "the right charger overcharges it", On::Pack, true},
    {"apart-in-charge", "the packs stand far apart in charge", "a current between them that nothing limits", On::Lower, true},
    {"meter-in-millivolts", "the meter says millivolts", "a reading that is a thousand times wrong", On::Meter, false},
    {"meter-leads-swapped", "the meter's leads are swapped", "a plug that is right is opened and made wrong", On::Meter, false},
    {"meter-garbage", "the meter's line is disturbed", "a digit that is another one", On::Meter, false},
    {"meter-silent", "the meter's line dropped", "an old reading taken for a new one", On::Meter, false},
    {"meter-drifts", "the meter's own cell is low: it reads high", "every figure four in a hundred too high", On::Meter, false},
}};
const FaultRow& rowOf(BenchFault fault) { return rows[static_cast<std::size_t>(fault)]; }

/// Two faults of one pack or charger hide each other; two of the meter are one bad meter.
bool isOneThing(const HiddenFault& a, const HiddenFault& b) {
  const auto thing = [](On on) { return on == On::Charger || on == On::Bike || on == On::Meter ? on : On::Pack; };
  const On of = thing(rowOf(a.kind).on);
  if (of != thing(rowOf(b.kind).on)) return false;
  return of == On::Meter || (of == On::Bike ? a.kind == b.kind : a.part == b.part);
}

std::optional<std::string> titleIf(const WorkStep& step, StepStanding standing) {
  return standing == StepStanding::Passed || standing == StepStanding::Open ? std::nullopt : std::optional(step.title);
}

}  // namespace

std::string_view nameOf(BenchFault fault) { return rowOf(fault).name; }
std::string_view wordsOf(BenchFault fault) { return rowOf(fault).words; }
std::string_view costOf(BenchFault fault) { return rowOf(fault).cost; }
bool mayBurn(BenchFault fault) { return rowOf(fault).burns; }
bool isOfMeter(BenchFault fault) { return rowOf(fault).on == On::Meter; }
std::optional<BenchFault> benchFaultNamed(std::string_view name) {
  const auto at = std::find_if(rows.begin(), rows.end(), [&](const FaultRow& r) { return r.name == name; });
  return at == rows.end() ? std::nullopt : std::optional(static_cast<BenchFault>(at - rows.begin()));
}

std::string partOf(const HiddenFault& fault, const Plan& plan) {
  const On on = rowOf(fault.kind).on;
  if (on == On::Bike || on == On::Meter) return {};
  return on == On::Charger ? shownName(plan.chargers[fault.part]) : shownName(plan.packs[fault.part]);
}

std::vector<HiddenFault> possibleFaults(const Plan& plan, const Figures& figures) {
  std::vector<HiddenFault> out;
  const std::vector<WorkStep> order = orderOfWork(plan, figures);
  const auto holds = [&](const std::string& step) {
    return std::any_of(order.begin(), order.end(), [&](const WorkStep& s) { return s.id.starts_with(step); });
  };
  const std::size_t packs = figures.packs.size();
  for (std::size_t i = 0; i < benchFaultCount && packs > 0; ++i) {
    const auto kind = static_cast<BenchFault>(i);
    const auto add = [&](std::size_t part) { out.push_back({kind, part}); };
    switch (rows[i].on) {
      case On::Bike:
      case On::Meter: add(0); break;
      case On::Lower:
        if (holds("meet")) add(figures.windowLow);
        break;
      case On::Charger:
        for (std::size_t c = 0; c < plan.chargers.size(); ++c)
          if (holds("charger/" + plan.chargers[c].id + "/")) add(c);
        break;
      default:
        for (std::size_t k = 0; k < packs; ++k) {
          const bool built = holds("ladder/" + figures.packs[k].model.id);
          if (rows[i].on == On::BuiltPack && (!built || figures.packs[k].model.parallel < 2)) continue;
          if (rows[i].on == On::OneWayInput && !meetOneWay(figures)) continue;
          if (rows[i].on == On::OtherPack && packs < 2) continue;
          add(k);
        }
    }
  }
  return out;
}

std::vector<HiddenFault> drawnFaults(const Plan& plan, const Figures& figures, std::size_t count, unsigned seed) {
  std::vector<HiddenFault> pool = possibleFaults(plan, figures), out;
  std::mt19937 random(seed);
  while (out.size() < count && !pool.empty()) {
    const std::size_t at = random() % pool.size();
    const HiddenFault drawn = pool[at];
    out.push_back(drawn);
    std::erase_if(pool, [&](const HiddenFault& f) { return isOneThing(f, drawn); });
  }
  return out;
}

Debrief debriefOf(const Plan& plan, const Figures& figures, const std::vector<HiddenFault>& faults, unsigned seed) {
  Debrief out;
  Plan untouched = plan;
  untouched.build = {};
  const std::vector<WorkStep> order = orderOfWork(untouched, figures);
  std::vector<std::string> explained;
  for (const HiddenFault& fault : faults) {
    Debrief::Line line{fault, partOf(fault, plan), {}, {}};
    BenchWorld sound(untouched, figures, {}, seed), with(untouched, figures, {fault}, seed);
    for (const WorkStep& step : order) {
      if (!step.gate) continue;
      const auto standing = [&](BenchWorld& world) {
        const auto value = figureIn(world.reading(step, 1), step.gate->unit);
        return value ? judged(*step.gate, *value, doubtOf(untouched, *step.gate, *value)).standing : StepStanding::Open;
      };
      const StepStanding now = standing(with);
      if (now == StepStanding::Passed || now == StepStanding::Open || standing(sound) == now) continue;
      line.shownBy.push_back(step.title);
      explained.push_back(step.id);
      if (!line.found) line.found = titleIf(step, judgedOf(plan, step).standing);
    }
    out.lines.push_back(std::move(line));
  }
  for (const WorkStep& step : order)
    if (step.gate && judgedOf(plan, step).standing == StepStanding::Failed &&
        std::find(explained.begin(), explained.end(), step.id) == explained.end())
      out.falseAlarms.push_back(step.title);
  return out;
}

}  // namespace usherwright
