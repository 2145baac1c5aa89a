// usherwright-bench: plays a plan as real parts, for practice and for whoever builds an instrument.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <chrono>
#include <csignal>
#include <cstdio>
#include <thread>

#include "core/assess/figures.h"
#include "core/io/file_store.h"
#include "core/io/plan_json.h"
#include "core/practice/bench_world.h"
#include "core/quantity/manual.h"
#include "core/quantity/text.h"
#include "practice/wire.h"

namespace usherwright::practice {
namespace {

constexpr int badInput = 2, badUsage = 64;
constexpr double perSecond = 10;  // readings
constexpr std::size_t mostSaid = 65536;

struct Options {
  std::string plan, socket;
  std::vector<std::string> faults;
  std::size_t draw = 0;
  unsigned seed = 1;
  double fast = 1, seconds = 0;
  bool pty = false, stdio = false, reveal = false, list = false, manual = false;
};

int refuse(const Problem& problem) {
  std::fputs(forTerminal(problem.sentence() + "\n").c_str(), stderr);
  return badInput;
}

/// "swapped-plug@deck": the part by its id, the first possible one without it.
Expected<HiddenFault> faultOf(const std::string& text, const Plan& plan, const Figures& figures) {
  const auto at = text.find('@');
  const auto kind = benchFaultNamed(text.substr(0, at));
  if (!kind) return unexpected("--fault", inQuotes(text), "a fault that --list names");
  for (const HiddenFault& f : possibleFaults(plan, figures)) {
    if (f.kind != *kind) continue;
    if (at == std::string::npos) return f;
    const std::string part = text.substr(at + 1);
    if (f.part < plan.packs.size() && (plan.packs[f.part].id == part || plan.packs[f.part].name == part)) return f;
    if (f.part < plan.chargers.size() && plan.chargers[f.part].id == part) return f;
  }
  return unexpected("--fault", inQuotes(text), "a fault that this plan has the part for");
}

std::string describe(const HiddenFault& f, const Plan& plan) {
  std::string out = fmt::format("{:<20} {}", nameOf(f.kind), wordsOf(f.kind));
  const std::string part = partOf(f, plan);
  return part.empty() ? out : out + ", " + part;
}

volatile std::sig_atomic_t ended = 0;

/// Says readings and takes commands until the other side goes, or the time is over.
void play(Wire& wire, BenchWorld& world, const std::vector<WorkStep>& order, const Options& o) {
  std::string heard;
  bool running = true, greeted = false, gone = false;
  const WorkStep idle;
  const WorkStep* at = &idle;
  double t = 0;
  while (!ended && (o.seconds <= 0 || t < o.seconds)) {
    const int wait = static_cast<int>(1000 / perSecond / o.fast);
    // Whoever only pipes commands in hears the rest of the time that was asked for.
    if (!gone && !wire.listen(wait, heard)) gone = true;
    else if (gone) std::this_thread::sleep_for(std::chrono::milliseconds(wait));
    if (gone && o.seconds <= 0) return;
    for (std::size_t end; (end = heard.find('\n')) != std::string::npos; heard.erase(0, end + 1)) {
      const auto command = parseInstrumentCommand(std::string_view(heard).substr(0, end));
      if (!command) {
        std::fputs(forTerminal(command.error().sentence() + "\n").c_str(), stderr);
        continue;
      }
      if (command->what == InstrumentCommand::What::Start) running = true;
      if (command->what == InstrumentCommand::What::Stop) running = false;
      if (command->what != InstrumentCommand::What::Set) continue;
      const auto step = std::find_if(order.begin(), order.end(), [&](const WorkStep& s) { return s.id == command->at; });
      at = step == order.end() ? &idle : &*step;
    }
    if (heard.size() > mostSaid) heard.clear();
    if (!wire.isConnected()) {
      greeted = false;
      continue;
    }
    if (!greeted) wire.say(lineOf(InstrumentHello{InstrumentKind::Meter, "practice bench"}));
    greeted = true;
    t += 1 / perSecond;
    if (running) wire.say(world.bytes(*at, t));
  }
}

std::string manualOf(const CLI::App& app) {
  ManualPage page{"usherwright-bench", "plays an e-bike battery plan as real parts with hidden faults", manualDate, {}};
  page.sections.push_back({"Synopsis", "usherwright-bench PLAN [OPTIONS]", {}});
  page.sections.push_back({"Description", app.get_description(), {}});
  ManualSection options{"Options", "", {}};
  for (const CLI::Option* option : app.get_options()) options.rows.push_back({option->get_name(), option->get_description()});
  page.sections.push_back(std::move(options));
  page.sections.push_back({"See also", "usherwright(1), usherwright-calc(1)", {}});
  return manualPage(page);
}

int run(int argc, char** argv) {
  Options o;
  CLI::App app{"Plays the meter, the board and the chargers of a plan on a line of readings, with noise and hidden faults.",
               "usherwright-bench"};
  app.add_option("PLAN", o.plan, "a .uwplan file");
  app.add_option("--fault", o.faults, "a fault by name, with @PART behind it for one part");
  app.add_option("--faults", o.draw, "so many faults, drawn by the seed")->check(CLI::Range(0, 5));
  app.add_option("--seed", o.seed, "the same bench for the same number");
  app.add_option("--fast", o.fast, "times as fast as life")->check(CLI::Range(0.1, 1e5));
  app.add_option("--seconds", o.seconds, "ends after so many seconds of its own time")->check(CLI::Range(0.0, 1e6));
  app.add_option("--socket", o.socket, "speaks on a local socket that it makes here");
  app.add_flag("--pty", o.pty, "speaks on a pseudo-terminal, whose name it prints first");
  app.add_flag("--stdio", o.stdio, "speaks on standard input and output (as without --pty and --socket)");
  app.add_flag("--reveal", o.reveal, "says at the end what was hidden");
  app.add_flag("--list", o.list, "prints the faults that the plan has the parts for");
  app.add_flag("--manual", o.manual, "prints the manual page");
  try {
    app.parse(argc, argv);
  } catch (const CLI::ParseError& e) { return app.exit(e) == 0 ? 0 : badUsage; }
  if (o.manual) return std::fputs(manualOf(app).c_str(), stdout) < 0 ? badInput : 0;
  if (o.plan.empty()) return refuse({"PLAN", "nothing", "a .uwplan file"});
  const auto text = readWhole(o.plan, maximumPlanBytes);
  if (!text) return refuse(text.error());
  auto plan = readPlan(*text);
  if (!plan) return refuse({o.plan + " " + plan.error().place, plan.error().found, plan.error().expected});
  plan->build = {};  // what was read at another bench is not of this one
  const Figures figures = figuresOf(*plan, shippedCatalogue(), nullptr);
  if (o.list) {
    for (const HiddenFault& f : possibleFaults(*plan, figures)) std::fputs(forTerminal(describe(f, *plan) + "\n").c_str(), stdout);
    return 0;
  }
  std::vector<HiddenFault> faults = drawnFaults(*plan, figures, o.draw, o.seed);
  for (const std::string& words : o.faults) {
    const auto fault = faultOf(words, *plan, figures);
    if (!fault) return refuse(fault.error());
    faults.push_back(*fault);
  }
  BenchWorld world(*plan, figures, faults, o.seed);
  auto wire = o.pty ? Wire::pseudoTerminal() : o.socket.empty() ? Expected<Wire>(Wire::standard()) : Wire::localSocket(o.socket);
  if (!wire) return refuse(wire.error());
  if (!wire->name().empty()) {
    std::fputs((wire->name() + "\n").c_str(), stdout);
    std::fflush(stdout);
  }
  std::signal(SIGPIPE, SIG_IGN);
  for (const int signal : {SIGINT, SIGTERM}) std::signal(signal, [](int) { ended = 1; });
  play(*wire, world, orderAndLooks(*plan, figures), o);
  if (o.reveal)
    for (const HiddenFault& f : faults) std::fputs(forTerminal("hidden: " + describe(f, *plan) + "\n").c_str(), stderr);
  return 0;
}

}  // namespace
}  // namespace usherwright::practice

int main(int argc, char** argv) {
  try {
    return usherwright::practice::run(argc, argv);
  } catch (const std::exception& bug) {
    std::fputs((std::string("usherwright-bench: this should not happen: ") + bug.what() + "\n").c_str(), stderr);
    return 2;
  }
}
