// Which step comes after which. What the gates have to read is in work_gates.cpp.
#include "core/assess/work_order.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/assess/work_gates.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

class Order {
 public:
  Order(const Plan& plan, const Figures& figures) : plan_(plan), f_(figures), gates_(plan, figures) {
    state_.plugged.assign(f_.packs.size(), false);
  }

  std::vector<WorkStep> make() {
    if (f_.packs.empty()) return {};
    before();
    for (std::size_t k = 0; k < f_.packs.size(); ++k) volts(k);
    if (onlyChargers()) {
      for (std::size_t i = 0; i < plan_.chargers.size(); ++i) charger(i);
      for (std::size_t k = 0; k < f_.packs.size(); ++k) fullCharge(k);
      release({});
      return std::move(out_);
    }
    harness();
    for (std::size_t k = 0; k < f_.packs.size(); ++k) alone(k);
    if (f_.packs.size() > 1) together();
    running();
    for (std::size_t i = 0; i < plan_.chargers.size(); ++i) charger(i);
    for (std::size_t k = 0; k < f_.packs.size(); ++k) fullCharge(k);
    closing();
    layOut();
    return std::move(out_);
  }

 private:
  const std::string& name(std::size_t k) const { return f_.packs[k].model.name; }
  const std::string& id(std::size_t k) const { return f_.packs[k].model.id; }

  WorkStep& add(std::string id, std::string name, std::string title, std::string why, int minutes) {
    WorkStep step;
    step.id = std::move(id);
    step.name = std::move(name);
    step.title = std::move(title);
    step.why = std::move(why);
    step.minutes = minutes;
    step.state = state_;
    out_.push_back(std::move(step));
    return out_.back();
  }

  /// Built here, and so open: a bought pack stays closed.
  bool isBuilt(std::size_t k) const { return !f_.packs[k].model.box && (plan_.need.build || !plan_.packs[k].fit.places.empty()); }
  bool showsTrips(std::size_t k) const { return isBuilt(k) && plan_.packs[k].bms.present != false; }

  /// The wires stay as they are: nothing is fitted, joined or plugged anew. While no job is named all of it is done.
  bool onlyChargers() const {
    const Need& n = plan_.need;
    return n.chargers && !n.add && !n.replace && !n.build && !n.care;
  }
  /// A bike that stood: looked at, read, charged and ridden, with nothing made anew.
  bool onlyCare() const {
    const Need& n = plan_.need;
    return n.care && !n.add && !n.replace && !n.build;
  }

  void before() {
    WorkStep& parts =
        add("parts", "parts looked at", "Every part looked at", "What arrives damaged or wrong goes back before it is opened.", 20);
    parts.how = {"Local electrical and traffic rules, warranty and qualified help stand above this order.",
                 "Dents, wet, smell, swollen: not taken in. It stays outside, away from what burns, and is photographed.",
                 "Keys, label, data sheet, both halves of every plug, covers, cradle the right way up.",
                 "What the label says is what the plan says: volts, Ah, series count."};
    WorkStep& tools =
        add("tools", "tools there", "Tools and consumables are there", "A job that is left half done stands with bare ends.", 5);
    tools.how = {"Insulated tools, glasses, a place outside, a bucket of sand; nobody alone above 60 V."};
    tools.toHand = {capsToHand()};
    if (onlyChargers() || onlyCare()) return;
    WorkStep& dry = add("dry", "fitted dry", "Fitted dry",
                        "Leads that are too short or a lid that does not close show now, not with live ends in the hand.", 30);
    dry.how = {"Every pack in its place, every lead laid along its way with its slack, handlebar turned to both ends, frame folded.",
               "Nothing is plugged."};
    dry.mustBe = apart();
    state_.handsOn = true;
    WorkStep& joints =
        add("joints", "joints made", "Joints made, and tested on test pieces", "A joint that slips out by hand gets warm on the road.", 60);
    if (const std::size_t leads = f_.wiring.harness.leads.size(); leads > 0)
      joints.toHand = {fmt::format("lead, lugs, sleeves and labels for {} conductors, as the pull sheet says", leads),
                       "crimper or iron of their size", "a length of each lead for its test piece"};
    joints.mustBe = apart();
    joints.mustBe.emplace_back("the packs lie away from the work, their plugs capped");
    joints.mustBe.emplace_back("rings and watch off");
    joints.how = {"One test piece of every kind: pulled by hand, cut open, looked at.",
                  "One conductor at a time; its other end capped. Never both poles bare at once."};
    state_.handsOn = false;
  }

  /// Every pack has a plug that is live; the main plug is while one of them is in.
  std::string capsToHand() const { return fmt::format("{} caps or tape, one for every plug that can be live", f_.packs.size() + 1); }

  /// What all steps take, each thing once with the steps that need it: laid out before the first of them.
  void layOut() {
    const auto tools = std::find_if(out_.begin(), out_.end(), [](const WorkStep& s) { return s.id == "tools"; });
    if (tools == out_.end()) return;
    std::vector<std::pair<std::string, std::vector<std::string>>> things;
    for (const WorkStep& s : out_)
      for (const std::string& thing : s.toHand) {
        auto at = std::find_if(things.begin(), things.end(), [&](const auto& t) { return t.first == thing; });
        if (at == things.end()) at = things.insert(things.end(), {thing, {}});
        if (s.id != "tools") at->second.push_back(s.name);
      }
    constexpr std::size_t named = 3;  // of the steps that need it; the rest are counted
    for (const auto& [thing, steps] : things) {
      std::string line = thing;
      for (std::size_t i = 0; i < std::min(named, steps.size()); ++i) line += (i == 0 ? ": " : ", ") + steps[i];
      if (steps.size() == named + 1) line += ", " + steps.back();
      else if (steps.size() > named) line += fmt::format(", and {} more steps", steps.size() - named);
      tools->how.push_back(line + ".");
    }
  }

  /// Every pack apart, but for one.
  std::vector<std::string> apart(std::string first = "controller off", std::optional<std::size_t> but = std::nullopt) const {
    std::vector<std::string> out{std::move(first)};
    for (std::size_t k = 0; k < f_.packs.size(); ++k)
      if (k != but) out.push_back(fmt::format("{} unplugged, its plug capped", name(k)));
    out.emplace_back("no charger on a pack");
    return out;
  }
  std::vector<std::string> onlyOne(std::size_t k) const { return apart("controller off, the main plug apart from it", k); }

  void volts(std::size_t k) {
    if (isBuilt(k)) {
      WorkStep& ladder = add("ladder/" + id(k), "groups of " + name(k), fmt::format("The groups of {}, one by one", name(k)),
                             "A sum that is right can hide a group that is not.", 15);
      ladder.mustBe = apart();
      ladder.how = {"Group by group along the balance lead, before its plug goes into the board; lead by lead it rises by one group.",
                    "The difference between the highest and the lowest is what is entered."};
      ladder.toHand = {meter};
      ladder.probes = ProbeAt::Groups;
      ladder.gate = gates_.ladder(k);
      ladder.pack = static_cast<int>(k);
    }
    WorkStep& volts = add("volts/" + id(k), "volts of " + name(k), fmt::format("Volts and sign at the plug of {}", name(k)),
                          "A plug that was made up the wrong way round cannot be seen, and shows only once.", 3);
    volts.mustBe = apart();
    volts.how = {"Red probe on the contact that the plan calls plus, black on the other; the probes do not touch each other.",
                 "A minus before the number is entered with it."};
    volts.toHand = {meter};
    volts.probes = ProbeAt::PackPlug;
    volts.gate = gates_.volts(k);
    if (isBuilt(k)) volts.needs.push_back({"ladder/" + id(k), "BUILD-01"});
    volts.pack = static_cast<int>(k);
    WorkStep& leak = add("leak/" + id(k), "frame and " + name(k), fmt::format("Frame against both poles of {}", name(k)),
                         "A pole that touches the frame makes the whole bike a bare contact.", 5);
    leak.mustBe = apart();
    leak.how = {
        "The pack in its place. Ten kilohm across the probes, one probe on bare metal of the frame, the other on plus, then on minus.",
        "The larger of the two is what is entered."};
    leak.toHand = {meter, resistor};
    leak.probes = ProbeAt::Frame;
    leak.gate = gates_.leak(k);
    leak.needs.push_back({"volts/" + id(k), "BUILD-01"});
    leak.pack = static_cast<int>(k);
  }

  void harness() {
    WorkStep& harness = add("harness", "harness open", "The harness: nothing between plus and minus",
                            "A short in a lead is found by a meter, or by a pack.", 5);
    harness.mustBe = apart();
    harness.mustBe.emplace_back("the main plug apart from the controller");
    harness.how = {"Ohms between plus and minus of the main plug, and of every pack's half on the bike; lugs wiggled while it reads.",
                   "The lowest of them is what is entered."};
    harness.toHand = {meter};
    harness.probes = ProbeAt::Harness;
    harness.gate = gates_.harness();
  }

  void alone(std::size_t k) {
    const bool others = f_.packs.size() > 1;
    if (others) {
      WorkStep& dark = add("dark/" + id(k), "dark before " + name(k), fmt::format("Nothing on the main plug before {} alone", name(k)),
                           "A pack is alone only if it was seen that the others are not there: the screen is dark first.", 2);
      dark.mustBe = apart();
      dark.how = {"Volts at the main plug with every pack apart."};
      dark.toHand = {meter};
      dark.probes = ProbeAt::MainPlug;
      dark.gate = gates_.dark();
    }
    state_.plugged[k] = true;
    WorkStep& alone = add("alone/" + id(k), others ? name(k) + " alone" : name(k) + " through its leads",
                          others ? fmt::format("{} alone through the joint", name(k)) : fmt::format("{} through its leads", name(k)),
                          "Each way is known to be right before two of them meet.", 5);
    alone.mustBe = onlyOne(k);
    alone.how = {fmt::format("Plug {} in. Volts at the main plug, red on plus.", name(k))};
    alone.toHand = {meter};
    alone.probes = ProbeAt::MainPlug;
    alone.gate = gates_.alone(k);
    alone.needs = {{"volts/" + id(k), "BUILD-07"}, {"harness", "BUILD-01"}, {"leak/" + id(k), "BUILD-01"}};
    if (others) alone.needs.push_back({"dark/" + id(k), "BUILD-04"});
    alone.pack = static_cast<int>(k);
    if (meetOneWay(f_)) {
      WorkStep& reverse = add("reverse/" + id(k), "back from " + name(k), fmt::format("Nothing flows back while {} is alone", name(k)),
                              "A one-way joint that lets current back joins two packs hard, and nobody sees it.", 5);
      reverse.mustBe = onlyOne(k);
      reverse.how = {"Ten kilohm across the probes, at every other pack's half on the bike; the highest is what is entered.",
                     "Again every six months."};
      reverse.toHand = {meter, resistor};
      reverse.probes = ProbeAt::OtherHalves;
      reverse.gate = gates_.reverse(k);
      reverse.needs.push_back({"alone/" + id(k), "BUILD-01"});
      reverse.pack = static_cast<int>(k);
    }
    state_.plugged[k] = false;
  }

  void together() {
    std::vector<StepNeed> needs;
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      needs.push_back({"volts/" + id(k), "BUILD-07"});
      needs.push_back({"alone/" + id(k), "BUILD-01"});
      if (f_.hard.empty()) needs.push_back({"reverse/" + id(k), "BUILD-01"});
    }
    if (!f_.hard.empty()) {
      WorkStep& meet = add("meet", "may they meet", "May they meet now?",
                           "Packs of different volts drive a current into each other that nothing limits.", 5);
      meet.mustBe = apart();
      meet.how = {"Both rested for half an hour, read by one meter, now: an old reading is none.",
                  fmt::format("What {} reads is what is entered.", f_.window ? name(f_.windowLow) : std::string("the lower one"))};
      meet.toHand = {meter};
      meet.waits = 30;
      meet.probes = ProbeAt::AllPackPlugs;
      meet.gate = gates_.meet();
      needs.push_back({"meet", "BUILD-01"});
    }
    state_.plugged.assign(f_.packs.size(), true);
    WorkStep& both = add("both", f_.packs.size() == 2 ? "both" : "all", f_.packs.size() == 2 ? "Both together" : "All together",
                         "Only what was right alone may be right together.", 5);
    both.mustBe = {"controller off, the main plug apart from it", "no charger on a pack"};
    both.how = {"Plug them in one after the other. Volts at the main plug."};
    both.toHand = {meter};
    both.probes = ProbeAt::MainPlug;
    both.gate = gates_.both();
    both.needs = std::move(needs);
  }

  void running() {
    const std::string last = f_.packs.size() > 1 ? "both" : "alone/" + id(0);
    state_.plugged.assign(f_.packs.size(), true);
    state_.atController = true;
    WorkStep& main =
        add("main", "main plug", "The main plug, with the controller off", "Empty capacitors draw a spark that eats the contacts.", 5);
    main.mustBe = {"controller off", "volts and sign at the main plug have passed", "precharge first, where the plan has one"};
    main.how = {"Plus and minus against the controller's own marks before they meet; then push home, and pull once."};
    if (plan_.joining.precharge)
      main.toHand = {fmt::format("precharge resistor of {}", formatNumber(plan_.joining.precharge->value()) + " Ω")};
    main.needs.push_back({last, "BUILD-01"});
    state_.controllerOn = true;
    WorkStep& wheel = add("wheel", "wheel clear", "The wheel clear of the ground", "What runs away does so on a stand.", 10);
    wheel.toHand = {"stand that holds the driven wheel clear"};
    wheel.mustBe = {"the driven wheel clear of the ground, nobody beside it"};
    wheel.how = {"Screen on: its volts are those of the main plug. A little help, brake levers cut it, lamps on, a hand on every plug.",
                 "Pull each pack's key in turn: what happens is what station Joining says."};
    wheel.needs.push_back({"main", "BUILD-01"});
    state_.controllerOn = false;
  }

  void charger(std::size_t i) {
    const Charger& c = plan_.chargers[i];
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      if (!serves(c, id(k))) continue;
      WorkStep& step =
          add("charger/" + c.id + "/" + id(k), "charger of " + name(k), fmt::format("{} before it meets {}", shownName(c), name(k)),
              "Two plugs that mate can differ in volts and in sign.", 3);
      step.mustBe = {"the charger on the mains and on no pack", "its mains selector looked at"};
      step.how = {"Volts at its plug, red on what the pack calls plus."};
      step.toHand = {meter, shownName(c)};
      step.probes = ProbeAt::ChargerPlug;
      step.gate = gates_.charger(k);
      step.pack = static_cast<int>(k);
    }
  }

  /// Until it was full once, nobody knows that it has the groups of its label: half charged, more groups or fewer read alike.
  void fullCharge(std::size_t k) {
    const BenchState before = state_;
    state_.plugged.assign(f_.packs.size(), false);
    state_.atController = false;
    state_.charger = true;
    WorkStep& full =
        add("full/" + id(k), "full charge of " + name(k), fmt::format("The first full charge of {}", name(k)),
            "With a group fewer than its label says the right charger overcharges it; only its board stands before that.", 240);
    full.mustBe = {"controller off", fmt::format("{} apart from the joint", name(k)),
                   "outside or on stone, attended from the first to the last minute"};
    full.how = {"Its own charger, until it stops. A smell, a hiss, a warm case: pull the mains plug, and away from it.",
                "Half an hour's rest, then volts at its plug."};
    full.toHand = {meter};
    full.waits = 30;
    full.probes = ProbeAt::PackPlug;
    full.gate = gates_.full(k);
    full.needs.push_back({"volts/" + id(k), "BUILD-07"});
    for (const WorkStep& s : out_)
      if (s.id.starts_with("charger/") && s.id.ends_with("/" + id(k))) full.needs.push_back({s.id, "BUILD-01"});
    full.pack = static_cast<int>(k);
    state_ = before;
  }

  void closing() {
    for (std::size_t k = 0; k < f_.packs.size(); ++k) {
      if (!showsTrips(k)) continue;
      WorkStep& trips = add("trips/" + id(k), "trips of " + name(k), fmt::format("The board of {} has shown its trips once", name(k)),
                            "A board that was never seen to stop is a hope.", 120);
      trips.mustBe = {"attended from the first to the last minute, outside"};
      trips.how = {"The charge stops at the first full group. The low cut comes where it is set. Over-current by a lower setting."};
      trips.needs.push_back({"alone/" + id(k), "BUILD-01"});
      trips.needs.push_back({"full/" + id(k), "BUILD-01"});
      trips.pack = static_cast<int>(k);
    }
    state_.open = false;
    WorkStep& close = add("close", "closed", "Closed", "What is forgotten inside is found on the road.", 15);
    close.toHand = {"paint marker", "driver with a torque scale"};
    close.mustBe = {"controller off",
                    "everything that was opened is listed, and back: charge port plugged, caps on what is not used, seals, screws"};
    close.how = {"Tighten, mark every screw with a line of paint, photograph."};
    close.needs.push_back({"wheel", "BUILD-01"});
    state_.controllerOn = true;
    WorkStep& ride = add("short", "short ride", "A short ride, then stop and feel", "Warmth shows first where a contact is bad.", 20);
    ride.mustBe = {"close to home, with somebody who knows"};
    ride.how = {"Ten minutes at the current that is held for long, then a hand near every plug, fuse and joint, or a thermometer."};
    ride.waits = 10;
    ride.needs.push_back({"close", "BUILD-01"});
    WorkStep& warm =
        add("warm", "warmest contact", "The warmest contact", "A loose crimp is some tens of milliohm: watts in a thimble.", 5);
    warm.how = {"The warmest contact less the air beside the bike, right after the ten minutes."};
    warm.toHand = {"contact thermometer"};
    warm.probes = ProbeAt::Contacts;
    warm.gate = gates_.warm();
    warm.needs.push_back({"short", "BUILD-01"});
    state_.controllerOn = false;
    WorkStep& tight = add("tight", "tightened again", "Tightened again", "Joints settle in the first hours.", 15);
    tight.toHand = {"driver with a torque scale"};
    tight.mustBe = {"controller off, packs unplugged"};
    tight.how = {"Every screw against its line of paint, every plug pulled once."};
    tight.needs.push_back({"short", "BUILD-01"});
    release({"warm", "tight"});
  }

  /// `after`: steps that it rests on besides the full charges and the trips.
  void release(const std::vector<std::string>& after) {
    WorkStep& release = add("release", "released", "Released", "Somebody says so, with a name.", 5);
    release.how = {"Ride, ride supervised or not yet, as the sheet says; who says so is the note of this step."};
    for (const std::string& step : after) release.needs.push_back({step, "BUILD-05"});
    for (std::size_t k = 0; k < f_.packs.size(); ++k) release.needs.push_back({"full/" + id(k), "BUILD-05"});
    if (onlyChargers()) return;
    for (std::size_t k = 0; k < f_.packs.size(); ++k)
      if (showsTrips(k)) release.needs.push_back({"trips/" + id(k), "BUILD-08"});
  }

  static constexpr const char *meter = "meter with short probe tips", *resistor = "10 kΩ resistor";
  const Plan& plan_;
  const Figures& f_;
  WorkGates gates_;
  BenchState state_;
  std::vector<WorkStep> out_;
};

}  // namespace

std::vector<WorkStep> orderOfWork(const Plan& plan, const Figures& figures) { return Order(plan, figures).make(); }

}  // namespace usherwright
