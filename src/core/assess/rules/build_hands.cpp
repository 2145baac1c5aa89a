// BUILD rules on the hands: what was out, off and covered while somebody worked, and who was there.
#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/assess/open_items.h"
#include "core/assess/rules/rule.h"
#include "core/quantity/units.h"

namespace usherwright::rules {
namespace {

/// Above it a touch can hold a hand: the bound of extra-low direct voltage in dry places, IEC 61140.
constexpr Volt touch{60};

Known<bool> guardOf(const Handwork& h, std::string_view key) {
  if (key == "cells_out") return h.cellsOut;
  if (key == "charger_off") return h.chargerOff;
  if (key == "rings_off") return h.ringsOff;
  if (key == "one_pole") return h.onePole;
  return h.kind ? Known<bool>(true) : std::nullopt;
}

std::string_view brokenWords(std::string_view key) {
  if (key == "cells_out") return "the cells were in";
  if (key == "charger_off") return "a charger was on";
  if (key == "rings_off") return "rings were on";
  return "both poles were bare at once";
}

std::string_view askedWords(std::string_view key) {
  if (key == "kind") return "what was done";
  if (key == "cells_out") return "whether the cells were out";
  if (key == "charger_off") return "whether a charger was on";
  if (key == "rings_off") return "whether rings were off";
  return "whether the other pole was covered";
}

void build03(const Context& c, Findings& out) {
  const auto& work = c.plan.build.handwork;
  for (std::size_t i = 0; i < work.size(); ++i) {
    const Handwork& h = work[i];
    const auto at = [&](std::string_view key) { return fmt::format("/build/handwork/{}/{}", i, key); };
    std::vector<std::string_view> broken, unknown;
    for (const std::string_view key : guardsOf(h)) {
      const Known<bool> guard = guardOf(h, key);
      if (!guard) unknown.push_back(key);
      else if (!*guard) broken.push_back(key);
    }
    if (broken.empty() && unknown.empty()) continue;
    const bool stop = !broken.empty();
    const std::vector<std::string_view>& about = stop ? broken : unknown;
    Finding f =
        finding({"BUILD-03", stop ? Severity::Stop : Severity::Mind, Station::Build, fmt::format("handwork/{}", i), at(about.front())});
    std::string words;
    for (const std::string_view key : about) {
      words += fmt::format("{}{}", words.empty() ? "" : ", ", stop ? brokenWords(key) : askedWords(key));
      f.fields.push_back(at(key));
    }
    f.sentence = stop ? fmt::format("“{}”{}: {}.", h.what, h.kind ? fmt::format(" was {}", wordOf(*h.kind)) : "", words)
                      : fmt::format("“{}”: nobody noted {}.", h.what, words);
    f.why = "Chips, heat and a slipped tool reach a cell that is in, and what shorts a cell nothing switches off.";
    f.what = stop ? "Stop the work. Take the cells out, the charger off and rings from the hand, cap the other pole; look at the place for "
                    "chips, nicks and melted wrap before it goes on."
                  : "Note it as it was; where it was not so, look at the place for chips, nicks and melted wrap.";
    f.headline = static_cast<double>(about.size());
    f.working = {"Hands at work",
                 "cells out, charger off, rings off, one pole at a time: as far as this work asks for it",
                 {input(c, "kind", "was", h.kind ? std::string(wordOf(*h.kind)) : "not known", at("kind"))},
                 words,
                 "a cell has no switch: IEC 62133-2 asks for no short by any reasonably foreseeable misuse"};
    out.push_back(std::move(f));
  }
}

void build10(const Context& c, Findings& out) {
  Volt highest(0);
  std::string name;
  for (const PackFigures& p : c.figures.packs)
    if (p.model.full > highest) {
      highest = p.model.full;
      name = p.model.name;
    }
  if (highest <= touch) return;
  const BuildWork& b = c.plan.build;
  const bool stop = b.inCompany == false || b.covered == false;
  std::vector<std::string> about;
  std::string words;
  const auto add = [&](Known<bool> value, const char* pointer, const char* broken, const char* asked) {
    if (stop ? value != false : value.has_value()) return;
    words += fmt::format("{}{}", words.empty() ? "" : ", ", stop ? broken : asked);
    about.emplace_back(pointer);
  };
  add(b.inCompany, "/build/in_company", "one person is alone with it", "whether somebody else is there");
  add(b.covered, "/build/covered", "a bare live part lies within a finger's reach", "whether every live end is covered");
  if (about.empty()) return;
  Finding f = finding({"BUILD-10", stop ? Severity::Stop : Severity::Mind, Station::Build, "hands", about.front()});
  f.sentence = stop ? fmt::format("{} reaches {}, and {}.", name, text(highest), words)
                    : fmt::format("{} reaches {}; nobody noted {}.", name, text(highest), words);
  f.why = "Above 60 V a hand that closes on it may not open again, and whoever is alone is found late.";
  f.what = "Cap and cover every live end, work with one hand and insulated tools, and let somebody stay who knows where it is parted.";
  f.fields = about;
  f.headline = highest / touch;
  f.working = {"Touch",
               "full volts > 60 V: somebody there, nothing bare within reach",
               {input(c, "U", "full volts", text(highest))},
               words,
               "60 V: extra-low direct voltage that may be touched in dry places, IEC 61140"};
  out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> buildHandsRules() {
  static constexpr std::array rows{
      Rule{"BUILD-03", "Stop, Mind", "work by hand with cells in, a charger on, rings on or both poles bare", &build03},
      Rule{"BUILD-10", "Stop, Mind", "above 60 V alone, or with a bare live part within reach", &build10}};
  return rows;
}

}  // namespace usherwright::rules
