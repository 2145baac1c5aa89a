// The verdict and the way: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/sheets/way.h"

namespace usherwright::calc {
namespace {

constexpr std::array verdictWords{"nothing", "stop", "unproven", "sound"};

std::string nextText(const Plan& plan, const Assessment& assessment) {
  const std::vector<WayStep> way = wayOf(plan, assessment);
  const WayStep* next = nextOf(way);
  std::string out = verdictOf(plan, assessment).sentence + "\n";
  if (next) out += fmt::format("Next: {} ({})\n", next->words, next->why);
  out += "\n";
  for (const WayStep& s : way) {
    out += fmt::format("[{}] {}", s.done ? "x" : " ", s.words);
    if (!s.done) out += fmt::format("{} {}", s.words.ends_with('.') ? "" : ":", s.why);
    out += "\n";
    if (const auto names = missingIn(plan, s); !names.empty()) out += fmt::format("      {}\n", fmt::join(names, ", "));
  }
  return out;
}

std::string nextJson(const Plan& plan, const Assessment& assessment) {
  const Verdict verdict = verdictOf(plan, assessment);
  Json steps = Json::array();
  for (const WayStep& s : wayOf(plan, assessment))
    steps.push_back({{"id", s.id},
                     {"words", s.words},
                     {"why", s.why},
                     {"station", stationName(s.station)},
                     {"done", s.done},
                     {"stop", s.stop},
                     {"fields", s.fields}});
  return Json{{"verdict", verdictWords[static_cast<std::size_t>(verdict.kind)]}, {"sentence", verdict.sentence}, {"way", steps}}.dump(2) +
         "\n";
}

}  // namespace

Command nextCommand() { return {"next", "the verdict in one sentence, and what brings it closer", nextText, nextJson}; }

}  // namespace usherwright::calc
