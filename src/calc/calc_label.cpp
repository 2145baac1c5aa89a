// What a label says, for people and for programs.
#include <fmt/format.h>

#include <nlohmann/json.hpp>

#include "calc/calc.h"
#include "core/label/label.h"
#include "core/parts/chemistry.h"
#include "core/plan/fields.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright::calc {
namespace {

using Json = nlohmann::ordered_json;

std::string portWord(const LabelValue& v) { return std::string(wordsOf<BmsPort>()[static_cast<std::size_t>(v.value)]); }
std::string chemistryWord(const LabelValue& v) { return std::string(factsOf(static_cast<Chemistry>(static_cast<int>(v.value))).name); }

std::string figureWords(const LabelValue& v) {
  if (v.meaning == LabelMeaning::Port) return portWord(v);
  if (v.meaning == LabelMeaning::ChemistryName) return chemistryWord(v);
  std::string out = v.low ? formatNumber(*v.low, 6) + " to " : "";
  out += formatNumber(v.value, 6);
  if (v.tolerance) out += " ± " + formatNumber(*v.tolerance, 4);
  const std::string_view unit = labelMeaningUnit(v.meaning);
  return unit.empty() ? out : out + " " + std::string(unit);
}

/// A piece on one line of a terminal.
std::string onOneLine(const std::string& piece) {
  std::string out = forTerminal(piece);
  for (char& c : out)
    if (c == '\n' || c == '\t') c = ' ';
  return out;
}

template <class T>
Json orNull(const Known<T>& value) {
  return value ? Json(*value) : Json(nullptr);
}

}  // namespace

std::string labelText(const std::string& label, Known<LabelSubject> on) {
  const LabelReading reading = readLabel(label, on);
  std::string out = reading.subject ? fmt::format("stuck on: {}{}\n", labelSubjectWords(*reading.subject),
                                                  reading.subjectSureness < 0.5 ? " (not certain: say it with --on)" : "")
                                    : "stuck on: the text does not say (say it with --on)\n";
  for (const LabelValue& v : reading.values) {
    out += fmt::format("{:6} {}: {}   ‹{}›   {}\n", standingWords(v.standing), labelMeaningWords(v.meaning), figureWords(v),
                       onOneLine(v.piece), v.reason);
    for (const std::string& option : v.couldBe) out += "         could be " + option + "\n";
    if (!v.settledBy.empty()) out += "         settled by " + v.settledBy + "\n";
  }
  for (const LabelLeftover& l : reading.leftovers)
    out += l.piece.empty() ? fmt::format("note   {}\n", l.reason) : fmt::format("not    ‹{}›   {}\n", onOneLine(l.piece), l.reason);
  if (reading.values.empty() && reading.leftovers.empty()) return "nothing that looks like a rating\n";
  return out;
}

std::string labelJson(const std::string& label, Known<LabelSubject> on) {
  const LabelReading reading = readLabel(label, on);
  Json values = Json::array();
  for (const LabelValue& v : reading.values) {
    Json value = v.value;
    if (v.meaning == LabelMeaning::Port) value = portWord(v);
    if (v.meaning == LabelMeaning::ChemistryName) value = chemistryWord(v);
    values.push_back({{"meaning", labelMeaningWords(v.meaning)},
                      {"standing", standingWords(v.standing)},
                      {"value", std::move(value)},
                      {"low", orNull(v.low)},
                      {"tolerance", orNull(v.tolerance)},
                      {"unit", labelMeaningUnit(v.meaning)},
                      {"piece", v.piece},
                      {"reason", v.reason},
                      {"settled_by", v.settledBy},
                      {"could_be", v.couldBe},
                      {"readings_V", v.readings}});
  }
  Json leftovers = Json::array();
  for (const LabelLeftover& l : reading.leftovers) leftovers.push_back({{"piece", l.piece}, {"reason", l.reason}});
  Json out{{"kind", reading.subject ? Json(labelSubjectWords(*reading.subject)) : Json(nullptr)},
           {"kind_sureness", reading.subjectSureness},
           {"values", std::move(values)},
           {"not_understood", std::move(leftovers)}};
  return out.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

}  // namespace usherwright::calc
