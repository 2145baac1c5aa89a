// The log. Text and JSON.
#include "calc/commands/log.h"

#include <fmt/format.h>

#include <array>

#include "calc/json.h"
#include "core/assess/lived.h"
#include "core/io/plan_json.h"
#include "core/log/due.h"
#include "core/log/health.h"
#include "core/log/history.h"
#include "core/log/line.h"
#include "core/quantity/units.h"

namespace usherwright::calc {
namespace {

std::string dayOf(const std::optional<Date>& day) { return day ? formatDate(*day) : "no day"; }

std::string healthLine(const PackModel& m, const PackHealth& h) {
  std::string out = fmt::format("{}: ", m.name);
  if (!h.trend) return out + "its charge was not measured yet\n";
  const HealthTrend& t = *h.trend;
  const double rated = m.rated.value();
  out += fmt::format("{} Ah ({} to {}), {} of its label, from {} measurements", formatNumber(t.now.likely), formatNumber(t.now.low),
                     formatNumber(t.now.high), formatQuantity(t.now.likely / rated, Kind::Fraction), h.points.size());
  if (h.lost)
    out += fmt::format("; fell to {} by {}: {} strings may have come off", formatQuantity(h.lost->share, Kind::Fraction),
                       formatDate(h.lost->since), h.lost->strings);
  if (t.worn) out += fmt::format("; 80 % about {}", formatDate(*t.worn));
  return out + fmt::format("; {} full cycles in {} charges\n", formatNumber(h.fullCycles), h.plugIns);
}

Json bandedJson(const auto& b) { return {{"low", b.low}, {"likely", b.likely}, {"high", b.high}}; }

Json dayJson(const std::optional<Date>& day) { return day ? Json(formatDate(*day)) : Json(); }

Json healthJson(const PackModel& m, const PackHealth& h) {
  Json out{{"pack", m.id},
           {"rated_Ah", m.rated.value()},
           {"full_cycles", h.fullCycles},
           {"charges", h.plugIns},
           {"counted_since", dayJson(h.since)}};
  Json points = Json::array();
  for (const HealthPoint& p : h.points)
    points.push_back({{"day", formatDate(p.day)}, {"charge_Ah", p.charge.value()}, {"doubt_Ah", p.doubt.value()}, {"tested", p.tested}});
  out["points"] = std::move(points);
  if (h.trend) {
    out["now_Ah"] = bandedJson(h.trend->now);
    out["per_year_Ah"] = h.trend->slopeKnown ? bandedJson(h.trend->perYear) : Json();
    out["worn"] = dayJson(h.trend->worn);
    out["worn_first"] = dayJson(h.trend->wornFirst);
    out["worn_last"] = dayJson(h.trend->wornLast);
  }
  if (h.lost) out["lost_strings"] = {{"strings", h.lost->strings}, {"since", formatDate(h.lost->since)}, {"share_left", h.lost->share}};
  return out;
}

Json knownJson(const auto& known) { return known ? Json(known->value()) : Json(); }

/// Shares are of the rated charge.
Json livedJson(const LivedPack& l) {
  constexpr std::array fades{"not known yet", "usual", "faster", "slower"};
  Json out{{"charges", l.charges},
           {"depth", knownJson(l.depth)},
           {"ceiling", knownJson(l.ceiling)},
           {"stands_at", knownJson(l.standsAt)},
           {"share_of_days_full", knownJson(l.shareFull)},
           {"days_known", l.days},
           {"warmth_degC", knownJson(l.warmth)},
           {"full_cycles_per_year", knownJson(l.perYear)},
           {"not_known", l.asked},
           {"fade", fades[static_cast<std::size_t>(l.fade)]},
           {"measured_loss_per_year", l.measuredLoss ? bandedJson(*l.measuredLoss) : Json()},
           {"sentence", l.sentence}};
  if (l.expected) {
    out["expected_loss_per_year"] = bandedJson(l.expectedLoss);
    out["by_cycling_per_year"] = l.expected->cyclingPerYear;
    out["by_calendar_per_year"] = l.expected->calendarPerYear;
  }
  return out;
}

Json seasonsJson(const std::vector<SeasonUse>& seasons) {
  Json out = Json::array();
  for (const SeasonUse& s : seasons)
    out.push_back({{"season", s.name()},
                   {"rides", s.rides},
                   {"length_km", s.length.value()},
                   {"per_km_Wh", bandedJson(s.perKm)},
                   {"air_degC", knownJson(s.air)}});
  return out;
}

}  // namespace

std::string logText(const Plan& plan, const Assessment& a, Date day) {
  std::string out;
  const std::vector<LogRow> rows = logRows(plan);
  if (rows.empty()) out += "Nothing was noted yet.\n";
  for (const LogRow& r : rows) out += fmt::format("{:<11} {:<18} {}\n", dayOf(r.day), r.word, r.words);
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    out += healthLine(a.figures.packs[k].model, healthOf(a.figures.packs[k].model, plan.packs[k], k, day));
  for (std::size_t k = 0; k < plan.packs.size(); ++k)
    out += fmt::format("{}: {}\n", a.figures.packs[k].model.name, livedPack(plan, a.figures, k, day).sentence);
  for (const SeasonUse& s : seasonsOf(plan, a.figures))
    out += fmt::format("{}: {} Wh/km ({} to {}), {} rides\n", s.name(), formatNumber(s.perKm.likely), formatNumber(s.perKm.low),
                       formatNumber(s.perKm.high), s.rides);
  for (const DueItem& item : dueOf(plan, day))
    out += fmt::format(
        "{:<6} {} (by {}{}{})\n",
        item.isDue    ? "due"
        : item.isSoon ? "soon"
                      : "later",
        item.words, formatDate(item.by),
        item.everyKm ? fmt::format(", {} of {} km", formatNumber(item.since.value(), 4), formatNumber(item.everyKm->value(), 4)) : "",
        item.last ? ", last " + formatDate(*item.last) : ", never noted");
  return out;
}

std::string logJson(const Plan& plan, const Assessment& a, Date day) {
  Json rows = Json::array(), packs = Json::array(), due = Json::array();
  for (const LogRow& r : logRows(plan))
    rows.push_back({{"day", dayJson(r.day)}, {"what", r.word}, {"words", r.words}, {"pointer", r.pointer}});
  for (std::size_t k = 0; k < plan.packs.size(); ++k) {
    packs.push_back(healthJson(a.figures.packs[k].model, healthOf(a.figures.packs[k].model, plan.packs[k], k, day)));
    packs.back()["use"] = livedJson(livedPack(plan, a.figures, k, day));
  }
  for (const DueItem& item : dueOf(plan, day))
    due.push_back({{"id", item.id},
                   {"words", item.words},
                   {"state", item.isDue    ? "due"
                             : item.isSoon ? "soon"
                                           : "later"},
                   {"by", formatDate(item.by)},
                   {"last", dayJson(item.last)},
                   {"since_km", item.since.value()},
                   {"every_km", item.everyKm ? Json(item.everyKm->value()) : Json()}});
  return printed(Json{{"rows", std::move(rows)},
                      {"packs", std::move(packs)},
                      {"seasons", seasonsJson(seasonsOf(plan, a.figures))},
                      {"due", std::move(due)}});
}

Outcome noteOutcome(const Plan& plan, const std::string& line, Date day, NoteAs as) {
  const LogLine l = readLogLine(line, plan, day);
  const int code = l.isReady() ? 0 : failed;
  if (as == NoteAs::Plan) {
    const auto next = withLogLine(plan, l);
    return next ? Outcome{0, writePlan(*next), ""} : Outcome{failed, "", next.error().sentence() + "\n"};
  }
  if (as == NoteAs::Json) {
    Json pieces = Json::array();
    for (const LogLine::Understood& u : l.pieces) pieces.push_back({{"said", u.said}, {"means", u.means}});
    return {
        code,
        printed(Json{
            {"what", loggedWord(l.entry)}, {"ready", l.isReady()}, {"understood", std::move(pieces)}, {"note", l.note}, {"asks", l.asks}}),
        ""};
  }
  std::string out;
  for (const LogLine::Understood& u : l.pieces) out += fmt::format("{} = {}\n", u.said, u.means);
  if (!l.note.empty()) out += fmt::format("note: {}\n", l.note);
  for (const std::string& ask : l.asks) out += fmt::format("? {}\n", ask);
  return {code, out, ""};
}

}  // namespace usherwright::calc
