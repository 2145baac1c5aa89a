// What a plan rests on: text and JSON.
#include <fmt/format.h>
#include <array>

#include "calc/command.h"
#include "calc/json.h"
#include "core/plan/fields.h"
#include "core/sheets/standing.h"

namespace usherwright::calc {
namespace {

bool isProven(const StandingField& f) { return f.source && *f.source <= Provenance::Catalogue; }

std::string evidenceText(const Plan& plan, const Assessment& assessment) {
  std::string out;
  std::size_t proven = 0, all = 0;
  for (const StandingPart& part : standingOf(plan, assessment)) {
    std::array<int, 3> counts{};
    std::string weak;
    for (const StandingField& f : part.fields) {
      ++all;
      if (!isProven(f)) weak += "  " + f.words + "\n";
      else ++counts[static_cast<std::size_t>(*f.source)];
    }
    proven += static_cast<std::size_t>(counts[0] + counts[1] + counts[2]);
    out += fmt::format("{}: {} measured, {} from a label, {} from a data sheet\n{}", part.name, counts[0], counts[1], counts[2], weak);
  }
  if (all == 0) return "Nothing is entered yet.\n";
  return fmt::format("{} of {} figures are measured, printed or from a data sheet\n\n", proven, all) + out;
}

std::string evidenceJson(const Plan& plan, const Assessment& assessment) {
  Json parts = Json::array();
  for (const StandingPart& part : standingOf(plan, assessment)) {
    Json fields = Json::array();
    for (const StandingField& f : part.fields)
      fields.push_back(
          {{"field", f.pointer}, {"from", f.source ? Json(provenanceWord(*f.source)) : Json(nullptr)}, {"proven", isProven(f)}});
    parts.push_back({{"part", part.name}, {"fields", fields}});
  }
  return Json{{"parts", parts}}.dump(2) + "\n";
}

}  // namespace

Command evidenceCommand() {
  return {"evidence", "what every figure rests on, part by part, and what is not proven", evidenceText, evidenceJson};
}

}  // namespace usherwright::calc
