// Arguments of usherwright-calc.
#include "calc/calc.h"

#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <algorithm>
#include <functional>

#include "calc/command.h"
#include "calc/commands/go.h"
#include "calc/commands/log.h"
#include "calc/commands/ride.h"
#include "calc/commands/track.h"
#include "calc/commands/work.h"
#include "calc/commands/wrong.h"
#include "calc/completion.h"
#include "core/io/clock.h"
#include "core/io/exports.h"
#include "core/io/file_store.h"
#include "core/io/gpx.h"
#include "core/io/plan_json.h"
#include "core/quantity/manual.h"
#include "core/quantity/text.h"

namespace usherwright::calc {
namespace {

constexpr int stopFound = 1;
constexpr int badUsage = 64;

Expected<Plan> load(const std::string& path) {
  const auto text = readWhole(path, maximumPlanBytes);
  if (!text) return tl::unexpected(text.error());
  auto plan = readPlan(*text);
  if (!plan) plan.error().place = path + " " + plan.error().place;
  return plan;
}

int verdictOf(const Assessment& a, bool strict) {
  if (a.hasStop()) return stopFound;
  const bool openMind = std::any_of(a.findings.begin(), a.findings.end(),
                                    [](const Finding& f) { return f.severity == Severity::Mind && !f.acceptedBecause; });
  return strict && openMind ? stopFound : 0;
}

struct Options {
  std::string plan;
  std::string what;
  std::string label, on;
  std::string line, day, pack;
  std::vector<std::string> read;
  bool json = false;
  bool strict = false;
  bool asPlan = false;
  bool rested = false;
};

Outcome onPlan(const Options& o, const Command& command) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  const Assessment a = assess(*plan, {shippedCatalogue(), today()});
  return {command.judges ? verdictOf(a, o.strict) : 0, (o.json ? command.json : command.text)(*plan, a), ""};
}

Outcome onTrack(const Options& o) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  const auto file = readWhole(o.what, mostGpxBytes);
  if (!file) return {failed, "", file.error().sentence() + "\n"};
  const auto points = readGpx(*file);
  if (!points) return {failed, "", o.what + " " + points.error().sentence() + "\n"};
  const Assessment a = assess(*plan, {shippedCatalogue(), today()});
  return {0, (o.json ? trackJson : trackText)(*plan, a, terrainOf(*points)), ""};
}

Outcome onRide(const Options& o) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  const auto file = readWhole(o.what, mostRideBytes);
  if (!file) return {failed, "", file.error().sentence() + "\n"};
  const auto ride = readRideFile(*file);
  if (!ride) return {failed, "", o.what + " " + ride.error().sentence() + "\n"};
  return {0, (o.json ? rideJson : rideText)(*plan, assess(*plan, {shippedCatalogue(), today()}), *ride), ""};
}

Outcome onGo(const Options& o) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  return goOutcome(*plan, o.what, o.read, o.rested, o.json);
}

/// On the day of --on, or today.
Outcome onLog(const Options& o, bool note) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  const auto day = o.day.empty() ? today() : parseDate(o.day);
  if (!day) return {badUsage, "", fmt::format("usherwright-calc: --on: found {}, expected a date as 2026-05-31.\n", inQuotes(o.day))};
  if (note) return noteOutcome(*plan, o.line, *day, o.asPlan ? NoteAs::Plan : o.json ? NoteAs::Json : NoteAs::Text);
  const Assessment a = assess(*plan, {shippedCatalogue(), *day});
  return {0, (o.json ? logJson : logText)(*plan, a, *day), ""};
}

Outcome onWrong(const Options& o) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  return wrongOutcome(*plan, assess(*plan, {shippedCatalogue(), today()}), o.pack, o.read, o.json);
}

/// Of the work: what its readings mean, or what is open.
Outcome onWork(const Options& o, bool causes) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  const Assessment a = assess(*plan, {shippedCatalogue(), today()});
  return causes ? causesOutcome(*plan, a, o.read, o.json) : openOutcome(*plan, a, o.json);
}

Outcome onLayOut(const Options& o) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  const auto laidOut = withLayouts(*plan, assess(*plan, {shippedCatalogue(), today()}));
  if (!laidOut) return {failed, "", o.plan + " " + laidOut.error().sentence() + "\n"};
  return {0, writePlan(*laidOut), ""};
}

Outcome onExport(const Options& o) {
  const auto plan = load(o.plan);
  if (!plan) return {failed, "", plan.error().sentence() + "\n"};
  const auto written = findExport(o.what)->write(*plan, assess(*plan, {shippedCatalogue(), today()}));
  if (!written) return {failed, "", o.plan + " " + written.error().sentence() + "\n"};
  return {0, *written, ""};
}

}  // namespace

namespace {

constexpr const char* about = "Checks and shows e-bike battery plans. Text by default, --json for programs.";

/// The manual page, from the table of commands that the parser holds.
std::string manualOf(CLI::App& app) {
  ManualPage page{"usherwright-calc", "checks and shows e-bike battery plans", manualDate, {}};
  page.sections.push_back({"Synopsis", "usherwright-calc COMMAND [OPTIONS]", {}});
  page.sections.push_back({"Description", about, {}});
  ManualSection commands{"Commands", "", {}};
  for (const CLI::App* sub : app.get_subcommands({})) {
    std::string line = sub->get_name();
    std::string words = sub->get_description();
    for (const CLI::Option* option : sub->get_options()) {
      if (option->get_name() == "--help") continue;
      line += option->get_required() ? " " + option->get_name() : " [" + option->get_name() + "]";
      words += "\n" + option->get_name() + ": " + option->get_description();
    }
    commands.rows.push_back({line, words});
  }
  page.sections.push_back(std::move(commands));
  page.sections.push_back({"Exit status",
                           "",
                           {{"0", "no Stop"},
                            {"1", "a Stop; with --strict also a Mind that is not accepted"},
                            {"2", "the input cannot be read, or the output cannot be written"},
                            {"64", "bad usage"}}});
  page.sections.push_back({"See also", "usherwright(1)", {}});
  return manualPage(page);
}

/// Commands of the work at the bench. What they fill outlives them.
void addWork(CLI::App& app, Options& o, Outcome& outcome) {
  CLI::App* causes = app.add_subcommand("causes", "what a gate that stopped most likely means, and what to read next");
  causes->add_option("PLAN", o.plan, "a .uwplan file")->required();
  causes->add_option("--read", o.read, "a step and what its gate reads, as volts/stock=0.1");
  causes->add_flag("--json", o.json, "machine-readable, full precision, units in names");
  causes->callback([&] { outcome = onWork(o, true); });
  CLI::App* open = app.add_subcommand("open", "what came, what is open of joints and screws, and who answers for what");
  open->add_option("PLAN", o.plan, "a .uwplan file")->required();
  open->add_flag("--json", o.json, "machine-readable, full precision, units in names");
  open->callback([&] { outcome = onWork(o, false); });
  CLI::App* water = app.add_subcommand("water", "what the two figures of a water code keep out");
  water->add_option("CODE", o.what, "as printed: IP65")->required();
  water->add_flag("--json", o.json, "machine-readable");
  water->callback([&] { outcome = waterOutcome(o.what, o.json); });
}

Outcome runRaw(const std::vector<std::string>& arguments, Options& o) {
  CLI::App app{about, "usherwright-calc"};
  Outcome outcome;
  app.require_subcommand(1);
  for (const auto row : planCommands) {
    const Command command = row();
    CLI::App* sub = app.add_subcommand(command.name, command.words);
    sub->add_option("PLAN", o.plan, "a .uwplan file")->required();
    sub->add_flag("--json", o.json, "machine-readable, full precision, units in names");
    if (command.judges) sub->add_flag("--strict", o.strict, "exit 1 also for an unaccepted Mind");
    sub->callback([&o, &outcome, command] { outcome = onPlan(o, command); });
  }
  CLI::App* laidOut = app.add_subcommand("lay-out", "the plan with a layout kept for every pack that has a room and none");
  laidOut->add_option("PLAN", o.plan, "a .uwplan file")->required();
  laidOut->callback([&] { outcome = onLayOut(o); });
  CLI::App* track = app.add_subcommand("track", "how far, how high and how much a GPX track takes on the plan's bike");
  track->add_option("PLAN", o.plan, "a .uwplan file")->required();
  track->add_option("GPX", o.what, "a track or a route")->required();
  track->add_flag("--json", o.json, "machine-readable, full precision, units in names");
  track->callback([&] { outcome = onTrack(o); });
  CLI::App* exported = app.add_subcommand("export", "a form for other programs");
  exported->add_option("PLAN", o.plan, "a .uwplan file")->required();
  std::vector<std::string> forms;
  std::string formWords;
  for (const Export& row : exports()) {
    forms.emplace_back(row.name);
    formWords += fmt::format("{}{}: {}", formWords.empty() ? "" : "; ", row.name, row.tells);
  }
  exported->add_option("--what", o.what, formWords)->required()->check(CLI::IsMember(forms));
  exported->callback([&] { outcome = onExport(o); });
  for (const bool note : {false, true}) {
    CLI::App* log = note ? app.add_subcommand("note", "reads one line for the log of a plan: what it would enter, or what it leaves open")
                         : app.add_subcommand("log", "every row of the log, how each pack is, what is due");
    log->add_option("PLAN", o.plan, "a .uwplan file")->required();
    if (note) {
      log->add_option("LINE", o.line, "as “ride 21.4 km, 2 bars left”")->required();
      log->add_flag("--plan", o.asPlan, "prints the plan with it");
    }
    log->add_option("--on", o.day, "the day that counts as today, as 2026-05-31");
    log->add_flag("--json", o.json, "machine-readable, full precision, units in names");
    log->callback([&o, &outcome, note] { outcome = onLog(o, note); });
  }
  CLI::App* ride = app.add_subcommand("ride", "what a logger's file of a ride says: km, climb, minutes, Wh, beside what the model expects");
  ride->add_option("PLAN", o.plan, "a .uwplan file")->required();
  ride->add_option("FILE", o.what, "a GPX track or a table with a line of column names")->required();
  ride->add_flag("--json", o.json, "machine-readable, full precision, units in names");
  ride->callback([&] { outcome = onRide(o); });
  CLI::App* go = app.add_subcommand("go", "whether a ride can be done on what is in the packs today, and with which of them");
  go->add_option("PLAN", o.plan, "a .uwplan file")->required();
  go->add_option("--read", o.read, "volts at a pack's plug, as stock=51.2");
  go->add_flag("--rested", o.rested, "nothing was drawn or put in for 30 min before");
  go->add_option("--route", o.what, "its id; the first if none is named");
  go->add_flag("--json", o.json, "machine-readable, full precision, units in names");
  go->callback([&] { outcome = onGo(o); });
  CLI::App* wrong = app.add_subcommand("wrong", "what may be wrong with a pack, the likeliest first, and what to read next");
  wrong->add_option("PLAN", o.plan, "a .uwplan file")->required();
  wrong->add_option("--pack", o.pack, "its id")->required();
  wrong->add_option("--read", o.read, "what was read of it, as plug_V=51.2: " + signNames());
  wrong->add_flag("--json", o.json, "machine-readable, full precision, units in names");
  wrong->callback([&] { outcome = onWrong(o); });
  addWork(app, o, outcome);
  CLI::App* label = app.add_subcommand("label", "reads what is printed on a part");
  label->add_option("TEXT", o.label, "the printed text")->required();
  label->add_flag("--json", o.json, "machine-readable");
  std::vector<std::string> kinds;
  for (std::size_t i = 0; i < labelSubjectCount; ++i) kinds.emplace_back(labelSubjectWords(static_cast<LabelSubject>(i)));
  kinds.emplace_back("board");
  label->add_option("--on", o.on, "what it is stuck on; else guessed")->check(CLI::IsMember(kinds));
  label->callback([&] {
    const Known<LabelSubject> on = labelSubjectFrom(o.on);
    outcome = {0, o.json ? labelJson(o.label, on) : labelText(o.label, on), ""};
  });
  app.add_subcommand("schema", "prints the JSON Schema of plans")->callback([&] { outcome = {0, planSchema(), ""}; });
  app.add_subcommand("manual", "prints the manual page of this program")->callback([&] { outcome = {0, manualOf(app), ""}; });
  app.add_subcommand("completion", "prints what a bash shell offers behind this program")->callback([&] {
    outcome = {0, bashCompletion(app, {{"--what", forms}, {"--on", kinds}}), ""};
  });
  std::vector<std::string> reversed(arguments.rbegin(), arguments.rend());
  try {
    app.parse(reversed);
  } catch (const CLI::CallForHelp&) { return {0, app.help(), ""}; } catch (const CLI::ParseError& error) {
    return {badUsage, "", std::string("usherwright-calc: ") + error.what() + " (see --help)\n"};
  }
  return outcome;
}

}  // namespace

Outcome run(const std::vector<std::string>& arguments) {
  Options options;
  Outcome outcome = runRaw(arguments, options);
  outcome.output = options.json ? jsonForTerminal(outcome.output) : forTerminal(outcome.output);
  outcome.errors = forTerminal(outcome.errors);
  return outcome;
}

}  // namespace usherwright::calc
