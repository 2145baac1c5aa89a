// LOG rules on what happened: accidents and who released a pack from them, storage, a warm side, fuses, care that is due.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/open_items.h"
#include "core/assess/rules/rule.h"
#include "core/log/due.h"
#include "core/log/history.h"
#include "core/plan/kept.h"
#include "core/plan/names.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

using std::chrono::days;

constexpr std::string_view hurtWhy =
    "A hurt cell can go into thermal runaway hours or days later, and nothing shows before; no test at home makes it safe.";
constexpr days storedLong{30}, lookedAtEvery{90};
constexpr Celsius storedColdest{-20}, storedHottest{35};

std::string_view happened(LogEvent what) {
  switch (what) {
    case LogEvent::Fell: return "fell";
    case LogEvent::Wet: return "got wet";
    case LogEvent::Shorted: return "was shorted";
    case LogEvent::Swollen: return "swelled";
    case LogEvent::Smelling: return "smelled";
    default: return "got hot";
  }
}

/// From today's log too, where a way forward is judged: it was made before, and the pack fell since.
void accidents(const Context& c, const Plan& logged, std::size_t k, Findings& out) {
  const Pack& p = c.plan.packs[k];
  const auto open = openAccidents(logged, p.id);
  if (open.empty()) return;
  const LogEntry& e = logged.log[open.back()];
  const std::string pointer = &logged == &c.plan ? fmt::format("/log/{}/released_by", open.back()) : packPointer(k, "condition");
  Finding f = onPack("LOG-06", Severity::Stop, c.figures.packs[k].model, pointer);
  f.sentence = fmt::format("{} {}{}: never charged, carried indoors or posted until a competent person has released it.",
                           e.pack == p.id   ? shownName(p)
                           : e.pack.empty() ? "A pack, and nobody noted which,"
                                            : "A pack that this plan does not name",
                           happened(e.what), e.when.empty() ? "" : " on " + e.when);
  f.why = hurtWhy;
  f.what =
      "Set it outside, away from anything that burns, and watch it. Call the fire service if it is hot or smokes. Hand it in where "
      "lithium is collected, or have it examined by somebody who is competent, and note who and how.";
  f.headline = static_cast<double>(open.size());
  f.working = {"Accidents that are open",
               "each is released by a competent person, or the pack is out",
               {input(c, "what", "what happened", std::string(wordOf(e.what)), pointer)},
               fmt::format("{} open", open.size()),
               "no test at home makes a damaged lithium pack safe"};
  out.push_back(std::move(f));
}

/// A pack that came hurt.
void hurtOnArrival(const Context& c, std::size_t k, Findings& out) {
  for (std::size_t i = 0; i < c.plan.build.arrivals.size(); ++i) {
    const Arrival& a = c.plan.build.arrivals[i];
    if (packOf(c.plan, a) != k) continue;
    if (arrivalJudged(c.plan, c.figures, a).verdict != ArrivalVerdict::Quarantine) continue;
    const std::string pointer = fmt::format("/build/arrivals/{}/condition", i);
    Finding f = onPack("LOG-06", Severity::Stop, c.figures.packs[k].model, pointer);
    f.sentence = fmt::format("{} came {}: never charged, carried indoors or posted.", shownName(c.plan.packs[k]), wordOf(*a.condition));
    f.why = hurtWhy;
    f.what = "Set it outside, away from anything that burns, and photograph every side. The seller has it fetched; nobody posts it.";
    f.headline = 1;
    f.working = {"On arrival",
                 "sound, or it is not taken in",
                 {input(c, "condition", "came as", std::string(wordOf(*a.condition)), pointer)},
                 std::string(wordOf(*a.condition)),
                 "a lithium pack that came hurt is not carried by post: ADR special provision 376"};
    out.push_back(std::move(f));
  }
}

/// A pack that is not on the bike: in quarantine, where it has to be, or still lying about as if it were sound.
void hurtAndKept(const Context& c, std::size_t i, Findings& out) {
  const KeptPack& kept = c.plan.kept[i];
  const std::size_t open = openAccidentsOf(c.plan, kept);
  const bool hurt = isKeptHurt(c.plan, kept);
  const bool apart = kept.use == PackUse::Quarantined;
  if (!hurt && !apart) return;
  const std::string pointer = fmt::format("/kept/{}/use", i);
  Finding f = finding({"LOG-06", apart ? Severity::Mind : Severity::Stop, Station::Log, kept.id, pointer});
  f.sentence = apart ? fmt::format("{} stands in quarantine{}: never charged, carried indoors or posted.", keptName(kept),
                                   kept.since.empty() ? "" : " since " + kept.since)
                     : fmt::format("{} is kept as {}, and its log says that it was hurt: never charged, carried indoors or posted.",
                                   keptName(kept), wordOf(kept.use));
  f.why = hurtWhy;
  f.what = apart ? "It stays outside, away from anything that burns, until it is handed in where lithium is collected, or somebody who is "
                   "competent has examined it."
                 : "Keep it in quarantine: outside, away from anything that burns. Hand it in, or have it examined, and note who and how.";
  f.headline = static_cast<double>(open);
  f.working = {"Packs that are kept",
               "a hurt one stands apart until a competent person has released it",
               {input(c, "use", "kept as", std::string(wordOf(kept.use)), pointer)},
               fmt::format("{} open", open),
               "no test at home makes a damaged lithium pack safe"};
  out.push_back(std::move(f));
}

void log06(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.kept.size(); ++i) hurtAndKept(c, i, out);
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    hurtOnArrival(c, k, out);
    accidents(c, c.plan, k, out);
    if (c.from) accidents(c, *c.from, k, out);
  }
}

/// The entry by which a pack lies in storage now; nothing once it was charged again.
const LogEntry* storageOf(const Plan& plan, const Pack& p, std::size_t& index) {
  const LogEntry* stored = nullptr;
  for (std::size_t i = 0; i < plan.log.size(); ++i) {
    const LogEntry& e = plan.log[i];
    if (e.what != LogEvent::Stored || !(e.pack == p.id || (e.pack.empty() && plan.packs.size() == 1)) || !parseDate(e.when)) continue;
    if (stored && parseDate(e.when) < parseDate(stored->when)) continue;
    stored = &e;
    index = i;
  }
  if (!stored) return nullptr;
  for (const ChargeRecord& r : p.charges)
    if (const auto day = parseDate(r.when); day && *day > *parseDate(stored->when)) return nullptr;
  return stored;
}

void log03(const Context& c, Findings& out) {
  if (!c.today) return;
  for (std::size_t k = 0; k < c.plan.packs.size(); ++k) {
    const Pack& p = c.plan.packs[k];
    const PackModel& m = c.figures.packs[k].model;
    std::size_t index = 0;
    const LogEntry* e = storageOf(c.plan, p, index);
    if (!e) continue;
    const Date since = *parseDate(e->when);
    const auto looked = std::max(lastLookedAt(p).value_or(since), since);
    std::string wrong, what;
    const auto add = [&](const std::string& words, const char* cure) {
      wrong += (wrong.empty() ? "" : ", ") + words;
      if (what.find(cure) == std::string::npos) what += (what.empty() ? "" : " ") + std::string(cure);
    };
    const bool isLong = *c.today - since > storedLong;
    if (isLong && !e->charge) add("nobody noted at which charge", "Read its volts and note the charge.");
    if (isLong && e->charge && (*e->charge > m.facts.storageTo || *e->charge < m.facts.storageFrom))
      add(fmt::format("at {}, not {} to {}", percent(e->charge->value()), percent(m.facts.storageFrom.value()),
                      percent(m.facts.storageTo.value())),
          "Bring it to the charge that it keeps well at.");
    if (e->temperature && (*e->temperature < storedColdest || *e->temperature > storedHottest))
      add(fmt::format("at {}", text(*e->temperature)), "Find a place between −20 and 35 °C.");
    if (*c.today - looked > lookedAtEvery)
      add(fmt::format("not looked at for {} days", (*c.today - looked).count()), "Read its volts, and every group.");
    if (wrong.empty()) continue;
    Finding f = finding({"LOG-03", Severity::Note, Station::Log, p.id, fmt::format("/log/{}/soc", index)});
    f.sentence = fmt::format("{} has been stored for {} days {}.", shownName(p), (*c.today - since).count(), wrong);
    f.why = "A full or a warm pack ages while it stands; an empty one runs down to where it cannot be charged again.";
    f.what = what;
    f.headline = std::max(1.0, static_cast<double>((*c.today - since).count()));
    f.working = {"Storage",
                 "after 30 days within the window of the chemistry; −20 … 35 °C; looked at every 90 days",
                 {input(c, "day", "stored on", e->when, fmt::format("/log/{}/when", index))},
                 wrong,
                 "storage window of the chemistry"};
    out.push_back(std::move(f));
  }
}

void log07(const Context& c, Findings& out) {
  if (!c.today) return;
  const std::vector<DueItem> items = dueOf(c.plan, *c.today);
  if (items.empty()) return;
  // Work has no field of its own: it is shown at what was noted last.
  std::string newest = c.plan.log.empty() ? std::string() : fmt::format("/log/{}/when", c.plan.log.size() - 1);
  if (newest.empty() && !c.plan.rides.empty()) newest = fmt::format("/rides/{}/when", c.plan.rides.size() - 1);
  for (std::size_t k = 0; newest.empty() && k < c.plan.packs.size(); ++k)
    if (!c.plan.packs[k].charges.empty()) newest = packPointer(k, fmt::format("charges/{}/when", c.plan.packs[k].charges.size() - 1));
  for (const DueItem& item : items) {
    if (!item.isDue || item.what == LogEvent::HeldFull) continue;  // CHG-10 has that one
    const Pack* p = c.plan.findPack(item.pack);
    Finding f = finding({"LOG-07", Severity::Note, Station::Log, "due/" + item.id, item.field.empty() ? newest : item.field});
    const std::string when = item.last ? "last on " + formatDate(*item.last) : "never noted";
    const bool byWay = item.everyKm && item.since >= *item.everyKm;
    f.sentence = fmt::format("{}: {}{}.", item.words, when, byWay ? fmt::format(", {} km since", formatNumber(item.since.value(), 4)) : "");
    f.why = item.why;
    f.what = item.what == LogEvent::Note ? "Do it, and enter what was read." : "Do it, and note it in the log.";
    f.headline = std::max(1.0, static_cast<double>((*c.today - item.by).count()));
    f.working = {p ? shownName(*p) : std::string("Care"),
                 "by date or by km, whichever is sooner",
                 {input(c, "km", "ridden since", formatNumber(item.since.value(), 4) + " km")},
                 "by " + formatDate(item.by),
                 "usual intervals of care"};
    out.push_back(std::move(f));
  }
}

/// Whether something was noted on or after a day, of this pack or of none.
bool doneSince(const Plan& plan, const LogEntry& e, std::initializer_list<LogEvent> what) {
  const auto day = parseDate(e.when);
  return std::any_of(what.begin(), what.end(), [&](LogEvent w) {
    const auto last = lastOf(plan, w, e.pack);
    return last && day && *last >= *day;
  });
}

/// The place on a pack's way that loses most, and the watts that it may give off at the sustained current.
std::string warmestOn(const Context& c, std::size_t k) {
  if (k >= c.figures.wiring.paths.size()) return {};
  const PathFigures& path = c.figures.wiring.paths[k];
  const Element* cells = c.figures.element(ElementKind::Cells, k);
  if (path.shares.empty() || !cells || !cells->peak || !cells->sustained || *cells->peak <= Ampere(0)) return {};
  const auto most =
      std::max_element(path.shares.begin(), path.shares.end(), [](const PathShare& a, const PathShare& b) { return a.drop < b.drop; });
  const double share = cells->sustained->value() / cells->peak->value();
  const Watt watts = most->drop * *cells->peak * (share * share);
  return fmt::format(" Most is lost at {} by the plan, {} W at the sustained current: more than that is a bad contact.", most->name,
                     formatNumber(watts.value(), 2));
}

void warm(const Context& c, const LogEntry& e, std::size_t i, std::size_t k, Findings& out) {
  const std::string& id = c.plan.packs[k].id;
  const std::string pointer = fmt::format("/log/{}/what", i);
  Finding f = finding({"LOG-05", Severity::Mind, Station::Log, id, pointer});
  f.sentence = fmt::format("{} was warm on one side{}: one contact has more resistance than the other.",
                           e.pack == id ? "The plug of " + shownName(c.plan.packs[k]) : "A plug, and nobody noted which,",
                           e.when.empty() ? "" : " on " + e.when);
  f.why = "A contact that warms up loosens and darkens, and warms up more, until it melts its shell.";
  f.what =
      "Not ridden at full current until it is found: part the plug, look for a dark, loose or half-seated contact, change it, and note "
      "it." +
      warmestOn(c, k);
  f.headline = 1;
  f.working = {"Warm contact",
               "P = I² · R of each contact; both alike in a sound plug",
               {input(c, "what", "noted", "warm on one side", pointer)},
               "one of two",
               "heat of contacts"};
  out.push_back(std::move(f));
}

void log05(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.log.size(); ++i) {
    const LogEntry& e = c.plan.log[i];
    if (e.what != LogEvent::WarmOnOneSide || doneSince(c.plan, e, {LogEvent::Tightened, LogEvent::ContactsCleaned, LogEvent::PartChanged}))
      continue;
    for (std::size_t k = 0; k < c.plan.packs.size(); ++k)
      if (e.pack == c.plan.packs[k].id || !c.plan.findPack(e.pack)) warm(c, e, i, k, out);
  }
}

void log13(const Context& c, Findings& out) {
  for (std::size_t i = 0; i < c.plan.log.size(); ++i) {
    const LogEntry& e = c.plan.log[i];
    if (e.what != LogEvent::FuseOpened || saysSomething(e.note, 3)) continue;
    const Pack* p = c.plan.findPack(e.pack);
    Finding f =
        finding({"LOG-13", Severity::Note, Station::Log, p ? p->id + "/fuse" : "log/" + std::to_string(i), fmt::format("/log/{}/note", i)});
    f.sentence =
        fmt::format("A fuse{} opened{}, and nobody noted why.", p ? " of " + shownName(*p) : "", e.when.empty() ? "" : " on " + e.when);
    f.why = "A fuse opens for a reason: a short that is still there, or a current that the plan does not know.";
    f.what = "Find the cause before a new one goes in; the same rating, the same volts; then note what it was.";
    f.headline = 1;
    f.working = {"Fuse",
                 "a cause in three words or more",
                 {input(c, "note", "noted", e.note.empty() ? "–" : e.note, fmt::format("/log/{}/note", i))},
                 "no cause",
                 "overcurrent protection"};
    out.push_back(std::move(f));
  }
}

}  // namespace

std::span<const Rule> logEventRules() {
  static constexpr std::array rows{Rule{"LOG-03", "Note", "stored outside its window, too warm, too cold, or not looked at", &log03},
                                   Rule{"LOG-05", "Mind", "warm to the touch on one side", &log05},
                                   Rule{"LOG-06", "Stop", "a pack fell, got wet, was shorted, swelled, smelled or got hot", &log06},
                                   Rule{"LOG-07", "Note", "care that is due by km or by date", &log07},
                                   Rule{"LOG-13", "Note", "a fuse opened without a cause noted", &log13}};
  return rows;
}

}  // namespace usherwright::rules
