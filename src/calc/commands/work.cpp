// Causes, what is open, a water code. Text and JSON.
#include "calc/commands/work.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "calc/json.h"
#include "core/assess/open_items.h"
#include "core/io/clock.h"
#include "core/log/answered.h"
#include "core/log/health.h"
#include "core/parts/water_code.h"
#include "core/practice/causes.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright::calc {
namespace {

constexpr std::array<std::string_view, 5> verdictNames{"look-on", "accept", "mend", "claim", "quarantine"};
constexpr std::array<std::string_view, 4> answeredNames{"unknown", "yes", "doubtful", "over"};

std::string dayOf(const std::optional<Date>& date) { return date ? formatDate(*date) : std::string(); }

Expected<StepRecord> taken(const std::string& text, const std::vector<WorkStep>& steps) {
  const auto equals = text.find('=');
  const std::string id = text.substr(0, equals);
  const auto step = std::find_if(steps.begin(), steps.end(), [&](const WorkStep& s) { return s.id == id; });
  if (equals == std::string::npos || step == steps.end() || !step->gate)
    return unexpected("--read", inQuotes(text), "a step with a gate and its reading, as volts/stock=51.2");
  const auto number = parseNumber(text.substr(equals + 1));
  if (!number) return unexpected("--read " + id, inQuotes(text.substr(equals + 1)), "a number in " + step->gate->unit);
  return StepRecord{id, formatDate(today()), Coefficient(*number), {}, {}};
}

}  // namespace

Outcome causesOutcome(const Plan& plan, const Assessment& assessment, const std::vector<std::string>& read, bool json) {
  constexpr double least = 0.005;
  Plan noted = plan;
  const std::vector<WorkStep> steps = orderAndLooks(plan, assessment.figures);
  for (const std::string& text : read) {
    const auto record = taken(text, steps);
    if (!record) return {failed, "", record.error().sentence() + "\n"};
    noted.build.done.edit().push_back(*record);
  }
  const CauseRanking r = rankCauses(noted, assessment.figures, orderOfWork(noted, assessment.figures));
  const std::vector<WorkStep> now = orderAndLooks(noted, assessment.figures);
  const auto next = std::find_if(now.begin(), now.end(), [&](const WorkStep& s) { return s.id == r.next; });
  if (json) {
    Json causes = Json::array();
    for (const RankedCause& c : r.causes)
      causes.push_back(
          {{"cause", nameOf(c.fault.kind)}, {"part", partOf(c.fault, plan)}, {"share", c.share}, {"may_burn", mayBurn(c.fault.kind)}});
    return {0,
            printed(Json{{"causes", std::move(causes)},
                         {"something_else", r.another},
                         {"next", r.next ? Json(*r.next) : Json()},
                         {"tells_bit", r.tells}}),
            ""};
  }
  if (r.causes.empty()) return {0, "No gate has stopped.\n", ""};
  std::string out;
  for (const RankedCause& c : r.causes)
    if (c.share >= least) out += fmt::format("{:>5}  {}\n", formatQuantity(c.share, Kind::Fraction), causeWords(c.fault, plan));
  if (r.another >= least) out += fmt::format("{:>5}  something else, or two things at once\n", formatQuantity(r.another, Kind::Fraction));
  if (next != now.end()) out += fmt::format("next: {} ({}): {}\n", next->title, next->id, next->how.front());
  return {0, out, ""};
}

Outcome openOutcome(const Plan& plan, const Assessment& a, bool json) {
  std::vector<double> cycles;
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    cycles.push_back(healthOf(a.figures.packs[k].model, plan.packs[k], k, today()).fullCycles);
  Json arrivals = Json::array(), open = Json::array(), answered = Json::array();
  std::string out;
  for (const Arrival& arrival : plan.build.arrivals) {
    const ArrivalJudged j = arrivalJudged(plan, a.figures, arrival);
    arrivals.push_back({{"part", arrival.part},
                        {"verdict", verdictNames[static_cast<std::size_t>(j.verdict)]},
                        {"wrong", j.wrong},
                        {"not_looked_at", j.unknown}});
    out += fmt::format("came: {}: {}\n", arrival.part, verdictWords(j.verdict));
  }
  for (const OpenItem& item : openItems(plan, a.figures)) {
    open.push_back({{"what", item.words}, {"field", item.pointer}});
    out += fmt::format("open: {}\n", item.words);
  }
  for (const Warranty& w : plan.warranties) {
    const AnsweredFor f = answeredFor(plan, w, cycles, today());
    answered.push_back({{"part", w.part},
                        {"standing", answeredNames[static_cast<std::size_t>(f.standing)]},
                        {"until", f.until ? Json(dayOf(f.until)) : Json()},
                        {"cycles", f.cycles ? Json(*f.cycles) : Json()},
                        {"against", f.against}});
    out += fmt::format("warranty: {}: {}: {}\n", w.part, answeredWords(f.standing), f.words);
  }
  if (json)
    return {0, printed(Json{{"arrivals", std::move(arrivals)}, {"open", std::move(open)}, {"warranties", std::move(answered)}}), ""};
  return {0, out.empty() ? "Nothing came, nothing is open, nobody answers for anything.\n" : out, ""};
}

Outcome waterOutcome(const std::string& text, bool json) {
  const auto code = readWaterCode(text);
  if (!code) return {failed, "", code.error().sentence() + "\n"};
  if (json)
    return {0,
            printed(Json{{"code", code->code},
                         {"dust", code->dust < 0 ? Json() : Json(code->dust)},
                         {"water", code->water < 0 ? Json() : Json(code->water)},
                         {"rain", code->rain},
                         {"hose", code->hose},
                         {"under_water", code->underWater}}),
            ""};
  const auto word = [](bool yes) { return yes ? "yes" : "no"; };
  return {0,
          fmt::format("{}\n  water: {}\n  dust: {}\n  rain {}, a hose {}, under water {}\n{}\n", code->code, code->waterWords,
                      code->dustWords, word(code->rain), word(code->hose), word(code->underWater), waterCodeCaution()),
          ""};
}

}  // namespace usherwright::calc
