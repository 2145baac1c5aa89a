// ngspice as an independent judge of the harness: short currents and drops of random ones, and their drawings.
#include <unistd.h>
#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>
#include <sstream>

#include "core/assess/wiring_facts.h"
#include "core/drawing/wiring/harness_drawings.h"
#include "core/io/harness_spice.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "support/plans.h"
#include "support/random.h"

using namespace usherwright;
namespace fs = std::filesystem;

namespace {

/// Values by the names that the deck prints.
std::map<std::string, double> judged(const std::string& deck) {
  const fs::path folder = fs::temp_directory_path() / ("usherwright-harness-" + std::to_string(::getpid()));
  fs::create_directories(folder);
  std::ofstream((folder / "deck.cir").string()) << deck;
  const std::string log = (folder / "log").string();
  REQUIRE(std::system(("ngspice -b " + (folder / "deck.cir").string() + " > " + log + " 2>&1").c_str()) == 0);
  std::ifstream in(log);
  std::stringstream text;
  text << in.rdbuf();
  const std::string all = text.str();
  fs::remove_all(folder);
  std::map<std::string, double> out;
  const std::regex line("\n([^\n=]+) = ([-+0-9.eE]+)");
  for (std::sregex_iterator it(all.begin(), all.end(), line), end; it != end; ++it) out[(*it)[1]] = std::stod((*it)[2]);
  return out;
}

/// One to four packs, any of the joints that carry all at once, every length and size another one.
Plan anyHarness(support::Seeded& random) {
  Plan plan = plans::demo();
  const std::size_t packs = 1 + random.below(4);
  if (packs == 1) plan = *without(plan, "/packs", 1);
  while (plan.packs.size() < packs) plan = *withCopy(plan, "/packs", random.below(plan.packs.size()));
  static const Method methods[] = {Method::Combiner, Method::Direct, Method::Schottky};
  plan.joining.method = methods[random.below(3)];
  static const char* const sizes[] = {"16awg", "14awg", "12awg", "10awg", "8awg", "4mm2"};
  for (const Pack& p : plan.packs)
    if (!plan.leadOf(p.id)) {
      Run run = plan.wiring.runs.front();
      run.id = "lead of " + p.id;
      run.from = p.id;
      plan.wiring.runs.push_back(run);
    }
  for (Run& run : plan.wiring.runs) {
    run.size = sizes[random.below(6)];
    const double plus = 0.2 + 0.05 * static_cast<double>(random.below(40));
    run.lengthPlus = Metre(plus);
    run.lengthMinus = Metre(0.2 + 0.05 * static_cast<double>(random.below(40)));
    run.adapters.clear();
  }
  for (Pack& p : plan.packs) {
    p.fuse.kind = FuseKind::Blade;
    p.fuse.dcVoltage = Volt(80);
    p.soc = StateOfCharge(0.8);
  }
  return plan;
}

/// Adapters, a switch and up to four accessories, at every place where one can be tapped.
void addParts(Plan& plan, support::Seeded& random) {
  for (Run& run : plan.wiring.runs)
    for (std::size_t n = random.below(4); n > 0; --n)
      run.adapters.push_back(shippedCatalogue().adapters[random.below(shippedCatalogue().adapters.size())].id);
  if (random.below(2) == 0) plan.wiring.mainSwitch.kind = SwitchKind::Switch;
  plan.bike.accessories.clear();
  for (std::size_t n = random.below(5); n > 0; --n) {
    Accessory a;
    a.name = n % 2 == 0 ? "a lamp" : "the tracker that the reading-room trailer came with";
    a.tap = static_cast<Tap>(random.below(tapWords.size()));
    if (random.below(3) > 0) a.power = Watt(6);
    if (random.below(3) > 0) a.leadSize = "20awg";
    if (random.below(3) == 0) a.fuse.present = false;
    else if (random.below(2) == 0) a.fuse.rating = Ampere(3);
    plan.bike.accessories.push_back(std::move(a));
  }
}

}  // namespace

TEST_CASE("short currents and drops of 20 random harnesses are those of ngspice") {
  support::Seeded random(13);
  for (int i = 0; i < 20; ++i) {
    const Plan plan = anyHarness(random);
    const Assessment a = plans::assessed(plan);
    const std::size_t which = random.below(plan.packs.size() + 1);
    const std::string lead = which < plan.packs.size() ? plan.packs[which].id + "/lead" : "joint/lead";
    const Nick nick = nickAt(plan, a.figures, shippedCatalogue(), lead);
    const auto shorted = judged(harnessNetlist(plan, a.figures, shippedCatalogue(), {lead, std::nullopt}));
    CAPTURE(i, lead, plan.packs.size(), static_cast<int>(plan.joining.method));
    double sum = 0;
    for (std::size_t k = 0; k < plan.packs.size(); ++k) {
      const double theirs = -shorted.at("i(vp" + std::to_string(k) + ")");
      double ours = 0;
      for (const FeedingFuse& x : nick.fuses)
        if (x.pack == k) ours += x.current.value();
      CHECK(ours == Approx(theirs).epsilon(0.005).margin(0.5));
      sum += theirs;
    }
    CHECK(nick.total.value() == Approx(sum).epsilon(0.005).margin(0.5));
    const std::size_t alone = random.below(plan.packs.size());
    const PathFigures& way = a.figures.wiring.paths[alone];
    REQUIRE(way.drop);
    const auto loaded = judged(harnessNetlist(plan, a.figures, shippedCatalogue(), {"", alone}));
    const std::string k = std::to_string(alone);
    CHECK(way.drop->value() == Approx(loaded.at("v(fused" + k + ")-v(tail" + k + ")-v(ctlp)+v(ctlm)")).epsilon(0.005));
  }
}

TEST_CASE("in the layout of 200 random harnesses no lead crosses another and no word lies on another") {
  using namespace drawing;
  support::Seeded random(200);
  static const char* const names[] = {"", "the spare pack from the reading-room trailer", "x"};
  for (int i = 0; i < 200; ++i) {
    Plan plan = anyHarness(random);
    for (Pack& p : plan.packs) {
      p.name = names[random.below(3)];
      if (random.below(4) == 0) p.plug.clear();
      if (random.below(4) == 0) p.fuse = {};
    }
    if (random.below(3) == 0) plan.joining.outputPlug.clear();
    addParts(plan, random);
    const Assessment a = plans::assessed(plan);
    const double width = 640 + 20 * static_cast<double>(random.below(60));
    const Drawing d = harnessLaidOut({plan, a, UnitSystem::Metric}, {width, harnessHeight(plan)});
    CAPTURE(i, width, plan.packs.size());
    struct Line {
      Point a, b;
    };
    std::vector<Line> across, down;
    std::vector<std::pair<Box, std::string>> words;
    for (const Shape& s : d.shapes) {
      if (s.kind == ShapeKind::Polyline && (s.stroke == Ink::Copper || s.stroke == Ink::Ink) && s.width >= 1.5)
        for (std::size_t p = 1; p < s.points.size(); ++p) {
          const Line line{s.points[p - 1], s.points[p]};
          (std::abs(line.a.y - line.b.y) < 1e-9 ? across : down).push_back(line);
        }
      if (s.kind != ShapeKind::Text || s.text.empty()) continue;
      const double w = textWidth(s.text, s.face), x = s.points[0].x - (s.anchor == Anchor::Middle ? w / 2
                                                                       : s.anchor == Anchor::End  ? w
                                                                                                  : 0);
      words.push_back({{{x, s.points[0].y - 8}, {x + w, s.points[0].y + 1}}, s.text});
    }
    int crossings = 0;
    for (const Line& h : across)
      for (const Line& v : down) {
        const double left = std::min(h.a.x, h.b.x) + 0.5, right = std::max(h.a.x, h.b.x) - 0.5;
        const double top = std::min(v.a.y, v.b.y) + 0.5, bottom = std::max(v.a.y, v.b.y) - 0.5;
        crossings += v.a.x > left && v.a.x < right && h.a.y > top && h.a.y < bottom;
      }
    CHECK(crossings == 0);
    for (std::size_t x = 0; x < words.size(); ++x)
      for (std::size_t y = x + 1; y < words.size(); ++y) {
        const Box &p = words[x].first, &q = words[y].first;
        const bool over = p.low.x < q.high.x - 1 && q.low.x < p.high.x - 1 && p.low.y < q.high.y - 1 && q.low.y < p.high.y - 1;
        if (over) FAIL_CHECK(words[x].second << " over " << words[y].second);
      }
  }
}
