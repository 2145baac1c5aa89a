// Readings beside the order of work, each of which tells causes apart that a gate alone cannot.
#include <fmt/format.h>

#include <algorithm>

#include "core/assess/work_gates.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr double wholeFuse = 1;          // Ω across a fuse and the probes: more is a fuse that is open or a spring that is not home
constexpr double betweenMeters = 0.012;  // of the volts: two sound meters of half a per cent, and their digits
constexpr double sameWarmth = 2;         // K

class Looks {
 public:
  Looks(const Plan& plan, const Figures& figures) : plan_(plan), f_(figures), gates_(plan, figures) {
    apart_.plugged.assign(f_.packs.size(), false);
  }

  std::vector<WorkStep> make() {
    if (f_.packs.empty()) return {};
    for (std::size_t k = 0; k < f_.packs.size(); ++k) ofPack(k);
    crimp();
    return std::move(out_);
  }

 private:
  WorkStep& add(std::string id, std::string title, std::string why, std::string how, Gate gate, int minutes, int pack) {
    WorkStep step;
    step.id = std::move(id);
    step.name = lowered(title);
    step.title = std::move(title);
    step.why = std::move(why);
    step.how = {std::move(how)};
    step.gate = std::move(gate);
    step.minutes = minutes;
    step.pack = pack;
    step.state = apart_;
    out_.push_back(std::move(step));
    return out_.back();
  }

  void ofPack(std::size_t k) {
    const std::string& id = f_.packs[k].model.id;
    const std::string& name = f_.packs[k].model.name;
    const int pack = static_cast<int>(k);
    WorkStep& wake =
        add("wake/" + id, fmt::format("{} woken", name), "A board that sleeps shows nothing, and wakes; a fuse does not.",
            "Its key, its button, its own charger for a moment and off again; then volts at its plug.", gates_.volts(k), 3, pack);
    wake.probes = ProbeAt::PackPlug;
    wake.mustBe = {fmt::format("{} apart from everything", name)};
    Gate whole;
    whole.quantity = fmt::format("ohms across the fuse of {}, taken out", name);
    whole.unit = "Ω";
    whole.high = wholeFuse;
    whole.because = "a whole fuse has milliohms; the probes add some tenths";
    whole.otherwise = {{wholeFuse, 1e9, "the fuse is open", "why it opened, first; then one of the same size"}};
    WorkStep& fuse = add("fuse/" + id, fmt::format("The fuse of {}", name), "A fuse that is open looks like one that is whole.",
                         "Out of its holder; ohms from end to end. A fuse inside the case is left to whoever may open it.", whole, 4, pack);
    fuse.probes = ProbeAt::Fuse;
    fuse.mustBe = {fmt::format("{} apart from everything", name)};
    Gate seat = gates_.alone(k);
    seat.quantity = fmt::format("volts at the main plug, the plug of {} pushed home", name);
    WorkStep& pushed =
        add("seat/" + id, fmt::format("The plug of {} pushed home", name), "A plug that is half in reads as one that is open.",
            "Push until it locks, pull once; volts at the main plug again.", seat, 2, pack);
    pushed.probes = ProbeAt::MainPlug;
    onItsOwn(pushed, k);
    Gate half = gates_.volts(k);
    half.quantity = fmt::format("volts at the bike's half of {}, from behind", name);
    half.otherwise = {{-2000, -2, "the bike's half is mirrored", "unplug it; exchange its two contacts"},
                      {-2, 2, "the plug is not home, or its contact does not touch", "push it home, pull once, read again"},
                      {2, half.low, "another pack than was read", "unplug all, and each alone again"},
                      {half.high, 2000, "another pack is on it", "unplug; dark first"}};
    WorkStep& behind = add("half/" + id, fmt::format("Behind the bike's half of {}", name),
                           "Before the joint the volts are whole, with their sign; behind it they may be hidden.",
                           "From behind into the bike's half, red where the plan says plus.", half, 4, pack);
    behind.probes = ProbeAt::BikeHalf;
    onItsOwn(behind, k);
    secondMeter(k);
  }

  /// With this pack in, the others apart.
  void onItsOwn(WorkStep& step, std::size_t k) const {
    step.state.plugged[k] = true;
    step.mustBe = {"controller off, the main plug apart from it", "every other pack apart"};
    step.needs = {{"volts/" + f_.packs[k].model.id, "BUILD-07"}};
  }

  void secondMeter(std::size_t k) {
    const std::string& id = f_.packs[k].model.id;
    Gate g;
    g.quantity = fmt::format("the other meter, at the plug of {}", f_.packs[k].model.name);
    g.unit = "V";
    std::optional<double> read;
    for (const StepRecord& r : plan_.build.done)
      if (r.step == "volts/" + id && r.reading) read = r.reading->value();
    g.known = read.has_value();
    if (!read) g.because = "its plug was not read yet";
    else {
      const double off = betweenMeters * std::abs(*read) + 0.05;
      g.low = *read - off;
      g.high = *read + off;
      g.because = fmt::format("the first one read {} V there", formatNumber(*read, 4));
      for (const auto& [from, to] : {std::pair(-2000.0, g.low), std::pair(g.high, 2000.0)})
        g.otherwise.push_back({from, to, "the first meter reads otherwise: its leads, its range or its own cell",
                               "a fresh cell in it, red in its own hole; read again"});
    }
    add("second-meter/" + id, fmt::format("Another meter on {}", f_.packs[k].model.name), "One meter alone cannot tell that it is wrong.",
        "A second meter at the same plug, red on plus.", g, 3, static_cast<int>(k))
        .probes = ProbeAt::PackPlug;
  }

  void crimp() {
    Gate g;
    g.quantity = "the crimp less the plug's contact";
    g.unit = "K";
    g.low = -sameWarmth;
    g.high = sameWarmth;
    g.because = "heat is made where it is warmest";
    g.rule = "BUILD-09";
    g.severity = Severity::Mind;
    g.otherwise = {{sameWarmth, 300, "the crimp has too many milliohm", "cut it off, a new one, a test piece first"},
                   {-300, -sameWarmth, "the plug's spring has gone weak", "a new pair of halves, not one half"}};
    WorkStep& step = add("crimp", "Crimp or contact", "Both get warm; one of them makes the heat.",
                         "Right after the ride, at the warmest place: the crimp behind the plug, less the contact in it.", g, 2, -1);
    step.probes = ProbeAt::Contacts;
    step.needs = {{"short", "BUILD-01"}};
  }

  const Plan& plan_;
  const Figures& f_;
  WorkGates gates_;
  BenchState apart_;
  std::vector<WorkStep> out_;
};

}  // namespace

std::vector<WorkStep> looksBeside(const Plan& plan, const Figures& figures) { return Looks(plan, figures).make(); }

std::vector<WorkStep> orderAndLooks(const Plan& plan, const Figures& figures) {
  std::vector<WorkStep> out = orderOfWork(plan, figures);
  for (WorkStep& look : looksBeside(plan, figures)) out.push_back(std::move(look));
  return out;
}

}  // namespace usherwright
