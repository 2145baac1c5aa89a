// What is found: text and JSON.
#include <fmt/format.h>

#include "calc/command.h"
#include "calc/json.h"
#include "core/assess/rules/rule.h"

namespace usherwright::calc {
namespace {

Json findingJson(const Finding& f) {
  return {{"id", f.id},
          {"severity", severityWord(f.severity)},
          {"station", stationName(f.station)},
          {"part", f.part},
          {"field", f.pointer},
          {"fields", fieldsOf(f)},
          {"sentence", f.sentence},
          {"why", f.why},
          {"do", f.what},
          {"working", f.working.text()},
          {"accepted", f.acceptedBecause ? Json(*f.acceptedBecause) : Json(nullptr)},
          {"lapsed", f.lapsed ? Json(*f.lapsed) : Json(nullptr)}};
}

std::string checkText(const Plan& plan, const Assessment& a) {
  std::string out = fmt::format("{}\n{} Stop, {} Mind, {} Note\n\n", plan.title, a.count(Severity::Stop), a.count(Severity::Mind),
                                a.count(Severity::Note));
  for (const Finding& f : a.findings) {
    out += fmt::format("{:<4} {:<8} {}\n", severityWord(f.severity), f.id, f.sentence);
    if (f.acceptedBecause) out += fmt::format("              accepted: {}\n", *f.acceptedBecause);
    else out += fmt::format("              do: {}\n", f.what);
    if (f.lapsed) out += fmt::format("              was accepted: {}; not for this, or without a date\n", *f.lapsed);
  }
  out += "\nnot judged yet:\n";
  for (const std::string& family : rules::notJudgedYet()) out += "  " + family + "\n";
  return out;
}

std::string checkJson(const Plan& plan, const Assessment& a) {
  Json out{{"title", plan.title},
           {"stops", a.count(Severity::Stop)},
           {"minds", a.count(Severity::Mind)},
           {"notes", a.count(Severity::Note)},
           {"findings", Json::array()}};
  for (const Finding& f : a.findings) out["findings"].push_back(findingJson(f));
  out["not_judged_yet"] = rules::notJudgedYet();
  return printed(out);
}

}  // namespace

Command checkCommand() { return {"check", "findings; exit 0 no Stop, 1 a Stop, 2 unreadable input", checkText, checkJson, true}; }

}  // namespace usherwright::calc
