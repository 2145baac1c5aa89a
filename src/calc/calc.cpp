// Arguments of usherwright-calc.
#include "calc/calc.h"

#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <algorithm>
#include <functional>

#include "calc/command.h"
#include "calc/commands/log.h"
#include "calc/commands/track.h"
#include "calc/commands/wrong.h"
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
  CLI::App* wrong = app.add_subcommand("wrong", "what may be wrong with a pack, the likeliest first, and what to read next");
  wrong->add_option("PLAN", o.plan, "a .uwplan file")->required();
  wrong->add_option("--pack", o.pack, "its id")->required();
  wrong->add_option("--read", o.read, "what was read of it, as plug_V=51.2: " + signNames());
  wrong->add_flag("--json", o.json, "machine-readable, full precision, units in names");
  wrong->callback([&] { outcome = onWrong(o); });
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
