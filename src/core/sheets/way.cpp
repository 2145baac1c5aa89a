// Steps from the fields that BIKE-08 names, from what is missing altogether, and from the Stops.
#include "core/sheets/way.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <map>
#include <set>

#include "core/plan/makeup.h"
#include "core/plan/names.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

/// What a step is about. The first four have one step for each pack.
enum class Topic : std::uint8_t { Label, Layout, Board, State, Controller, Joiner, Ways, Charging, Surroundings };

struct Told {
  Topic topic;
  std::string_view key;
  std::string_view words;
  std::string_view why;
  Station station;
};
constexpr std::array<Told, 9> told{
    Told{Topic::Label, "label", "label: volts, Ah", "what it holds, and what the other packs and its charger must match", Station::Pack},
    Told{Topic::Layout, "layout", "series count and chemistry", "full volts and charger follow; a reading of the full pack settles it",
         Station::Pack},
    Told{Topic::Board, "board", "what its BMS carries", "each pack must carry the whole bike alone", Station::Pack},
    Told{Topic::State, "state", "condition and health", "a damaged or worn pack is not planned with", Station::Pack},
    Told{Topic::Controller, "controller-volts", "controller: volts it takes, regen", "too many volts destroy it, regen charges the packs",
         Station::Bike},
    Told{Topic::Joiner, "joiner", "what joins the packs", "it carries the whole current, and keeps one pack from charging the other",
         Station::Joining},
    Told{Topic::Ways, "ways", "leads, plugs, fuses", "what can melt, spark or fail to break a short", Station::Joining},
    Told{Topic::Charging, "charging", "chargers and charge ports", "the wrong charger is the commonest way to a fire", Station::Charging},
    Told{Topic::Surroundings, "surroundings", "cold, lamps and meters", "cold packs sag, and what is tapped must stand the volts",
         Station::Bike}};

constexpr std::string_view limitField = "/bike/controller/current_max_A", cutoffField = "/bike/controller/cutoff_V";
constexpr std::size_t noPack = static_cast<std::size_t>(-1);

struct Place {
  Topic topic = Topic::Surroundings;
  std::size_t pack = noPack;  ///< of steps that are kept per pack
};

Topic topicOfPackField(std::string_view key) {
  if (key.starts_with("label_")) return Topic::Label;
  if (key == "series" || key == "parallel" || key == "chemistry") return Topic::Layout;
  if (key.starts_with("bms/")) return Topic::Board;
  if (key.starts_with("fuse/") || key.starts_with("plug")) return Topic::Ways;
  static constexpr std::array charged{"charge_",       "port_",     "ceiling",      "tonight",
                                      "balance_every", "held_full", "cycles_since", "first_ladder"};
  return std::any_of(charged.begin(), charged.end(), [&](std::string_view begins) { return key.starts_with(begins); }) ? Topic::Charging
                                                                                                                       : Topic::State;
}

Topic topicOfCellField(std::string_view key) {
  if (key == "chemistry") return Topic::Layout;
  if (key == "capacity_Ah" || key == "form") return Topic::Label;
  return key == "continuous_A" || key == "charge_A" || key.starts_with("peak") ? Topic::Board : Topic::State;
}

class Way {
 public:
  Way(const Plan& plan, const Assessment& assessment) : plan_(plan), assessment_(assessment) {}

  std::vector<WayStep> build() {
    stops();
    job();
    collect();
    controllerLimits();
    ofEachPack(Topic::Label);
    morePacks();
    if (plan_.packs.empty()) return std::move(out_);
    ofEachPack(Topic::Layout);
    topic(Topic::Controller);
    if (plan_.packs.size() > 1) topic(Topic::Joiner);
    charging();
    ofEachPack(Topic::Board);
    ofEachPack(Topic::State);
    topic(Topic::Ways);
    topic(Topic::Surroundings);
    ride();
    return std::move(out_);
  }

 private:
  WayStep& add(std::string id, std::string words, std::string why, Station station, std::string page = {}) {
    WayStep s;
    s.id = std::move(id);
    s.words = std::move(words);
    s.why = std::move(why);
    s.station = station;
    s.page = std::move(page);
    out_.push_back(std::move(s));
    return out_.back();
  }

  void stops() {
    for (const Finding& f : assessment_.findings) {
      if (f.severity != Severity::Stop || !f.counted) continue;
      WayStep& s = add("stop/" + f.key(), "put right: " + f.sentence, f.what, f.station);
      s.fields = fieldsOf(f);
      s.stop = true;
    }
  }

  void job() {
    const Need& n = plan_.need;
    add("job", "what is to be done", "decides which checks count", Station::Bike, plan_.packs.empty() ? "Labels" : "Need").done =
        n.add || n.replace || n.build || n.chargers || n.care;
  }

  Place placeOf(const std::string& pointer, const Finding& f) const {
    const std::string_view p = pointer;
    std::size_t index = 0;
    if (p.starts_with("/packs/")) {
      const auto end = std::from_chars(p.data() + 7, p.data() + p.size(), index).ptr;
      const std::string_view key = p.substr(static_cast<std::size_t>(end - p.data()) + 1);
      const Topic t = topicOfPackField(key);
      return {t, t <= Topic::State ? index : noPack};
    }
    if (p.starts_with("/cells/"))
      for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
        const std::string at = "/cells/" + plan_.packs[k].cell + "/";
        if (f.part == plan_.packs[k].id && p.starts_with(at)) return {topicOfCellField(p.substr(at.size())), k};
      }
    if (p.starts_with("/joining/part") || p.starts_with("/joining/converter")) return {Topic::Joiner, noPack};
    if (p.starts_with("/wiring") || p.starts_with("/joining")) return {Topic::Ways, noPack};
    if (p.starts_with("/charging/") || p.starts_with("/chargers")) return {Topic::Charging, noPack};
    if (p.starts_with("/bike/controller/")) return {Topic::Controller, noPack};
    return {};
  }

  void collect() {
    for (const Finding& f : assessment_.findings) {
      if (f.id != "BIKE-08") continue;
      for (const std::string& pointer : f.fields) {
        if (!seen_.insert(pointer).second) continue;
        if (pointer == limitField || pointer == cutoffField) {
          controller_.push_back(pointer);
          continue;
        }
        const Place place = placeOf(pointer, f);
        fields_[{place.topic, place.pack}].push_back(pointer);
      }
      // What no field holds yet: a run that is missing.
      if (f.fields.empty() && f.part != "packs") bare_.insert(f.station == Station::Charging ? Topic::Charging : Topic::Ways);
    }
  }

  void controllerLimits() {
    WayStep& s = add("controller", "controller: amperes, cut-off", "every current is judged against it", Station::Bike);
    const Controller& c = plan_.bike.controller;
    if (!c.currentLimit && !c.cutoff) s.page = "Labels";  // all of its label is still to be read
    if (plan_.packs.empty()) {                            // nothing is judged yet, so nothing is named
      if (!c.currentLimit) controller_.emplace_back(limitField);
      if (!c.cutoff) controller_.emplace_back(cutoffField);
    }
    s.fields = controller_;
    s.done = controller_.empty();
  }

  void fill(WayStep& step, Topic t, std::size_t pack) {
    step.fields = fields_[{t, pack}];
    const bool bare = pack == noPack && bare_.contains(t);
    step.done = step.fields.empty() && !bare;
  }

  static const Told& of(Topic t) {
    return *std::find_if(told.begin(), told.end(), [&](const Told& row) { return row.topic == t; });
  }

  void ofEachPack(Topic t) {
    const Told& words = of(t);
    for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
      const Pack& pack = plan_.packs[k];
      fill(add(fmt::format("pack/{}/{}", pack.id, words.key), fmt::format("{}: {}", shownName(pack), words.words), std::string(words.why),
               words.station),
           t, k);
    }
  }

  void topic(Topic t) {
    const Told& words = of(t);
    fill(add(std::string(words.key), std::string(words.words), std::string(words.why), words.station), t, noPack);
  }

  /// Packs that the job needs and that the plan does not have yet.
  void morePacks() {
    const Need& n = plan_.need;
    if (plan_.packs.empty()) {
      add("pack/first", "first pack: label", "volts and Ah to add to", Station::Bike, "Labels");
      if (!n.add) return;
    }
    if (n.add && plan_.packs.size() < 2) add("pack/second", "second pack: label", "what it must match", Station::Bike, "Labels");
    if ((n.replace || n.build) && plan_.packs.size() == 1 && !n.add)
      add("pack/new", "the new pack: what fits", "bigger, lighter or other volts, from what the bike draws", Station::Pack, "Find").done =
          plan_.packs.front().origin != Origin::Stock;
  }

  void charging() {
    const bool all = std::all_of(plan_.packs.begin(), plan_.packs.end(), [&](const Pack& p) { return hasCharger(plan_, p.id); });
    topic(Topic::Charging);
    if (all) return;
    WayStep& s = out_.back();
    s.done = false;
    s.words = "a charger for each pack";
    if (s.fields.empty() && plan_.chargers.empty()) {
      s.station = Station::Bike;
      s.page = "Labels";
    }
  }

  void ride() {
    WayStep& s = add("ride", "a ride", "how far, how hard it pulls, and how warm that makes the packs", Station::Range);
    s.done = !plan_.routes.empty();
  }

  const Plan& plan_;
  const Assessment& assessment_;
  std::vector<WayStep> out_;
  std::vector<std::string> controller_;
  std::map<std::pair<Topic, std::size_t>, std::vector<std::string>> fields_;
  std::set<Topic> bare_;
  std::set<std::string> seen_;
};

/// "… 41 V." → "… 41 V"
std::string withoutStop(std::string sentence) {
  if (sentence.ends_with('.')) sentence.pop_back();
  return sentence;
}

std::string counted(int n, std::string_view one, std::string_view many) { return fmt::format("{} {}", n, n == 1 ? one : many); }

}  // namespace

std::vector<WayStep> wayOf(const Plan& plan, const Assessment& assessment) { return Way(plan, assessment).build(); }

const WayStep* nextOf(const std::vector<WayStep>& way) {
  const auto next = std::find_if(way.begin(), way.end(), [](const WayStep& s) { return !s.done; });
  return next == way.end() ? nullptr : &*next;
}

std::vector<std::string_view> missingIn(const Plan& plan, const WayStep& step) {
  std::vector<std::string_view> out;
  if (step.stop) return out;
  for (const std::string& pointer : step.fields) {
    const auto field = findField(plan, pointer);
    if (field && std::find(out.begin(), out.end(), field->spec->label) == out.end()) out.push_back(field->spec->label);
  }
  return out;
}

Verdict verdictOf(const Plan& plan, const Assessment& assessment) {
  const Figures& f = assessment.figures;
  if (plan.packs.empty()) {
    const bool controller = plan.bike.controller.currentLimit || plan.bike.controller.cutoff;
    return {VerdictKind::Nothing, controller ? "Nothing is judged yet: the plan has no pack" : "Nothing is known yet"};
  }
  const Finding* worst = nullptr;
  int stops = 0, minds = 0, unknown = 0, assumed = 0;
  for (const Finding& finding : assessment.findings) {
    if (!finding.counted) continue;
    if (finding.severity == Severity::Stop) {
      if (!worst) worst = &finding;
      ++stops;
    }
    if (finding.id == "BIKE-08")
      for (const WorkingInput& i : finding.working.inputs) (i.source.starts_with("not known") ? unknown : assumed) += 1;
    else if (finding.severity == Severity::Mind && !finding.acceptedBecause) ++minds;
  }
  if (worst)
    return {VerdictKind::Stop, fmt::format("Do not connect: {}{}", withoutStop(worst->sentence),
                                           stops > 1 ? fmt::format(" – and {} more", counted(stops - 1, "Stop", "Stops")) : std::string())};
  if (unknown + assumed > 0) {
    std::string words;
    if (unknown > 0) words = counted(unknown, "value is not known", "values are not known");
    if (assumed > 0) words += fmt::format("{}{}", words.empty() ? "" : ", ", counted(assumed, "is a guess", "are guesses"));
    return {VerdictKind::Unproven, "Not proven: " + words};
  }
  std::string words;
  if (f.range.known) words = formatNumber(f.range.likely.value(), 2) + " km likely";
  if (f.narrows >= 0) {
    const Element& e = *f.tightest();
    words += fmt::format("{}narrows {}, {:+.0f} %", words.empty() ? "" : ", ", e.name, 100 * e.headroomAtPeak().value_or(0));
  }
  if (minds > 0) words += fmt::format("{}{} to weigh", words.empty() ? "" : "; ", counted(minds, "Mind", "Minds"));
  return {VerdictKind::Sound, fmt::format("Sound as far as known{}{}", words.empty() ? "" : ": ", words)};
}

std::array<WayDone, 10> progressOf(const std::vector<WayStep>& way) {
  std::array<WayDone, 10> out{};
  for (const WayStep& s : way) {
    if (s.stop) continue;
    WayDone& p = out[static_cast<std::size_t>(s.station)];
    ++p.all;
    p.done += s.done ? 1 : 0;
  }
  return out;
}

}  // namespace usherwright
