// The rows of the rules about what was logged: typed as lines, judged on 2026-11-26.
#include <fmt/format.h>

#include "support/rule_cases.h"

namespace plans {

namespace {

using Lines = std::vector<std::string>;

RuleCase logged(const char* id, const char* outcome, const char* part, Lines lines, Typed typed = {}) {
  RuleCase row{id, outcome, part, std::move(typed)};
  row.log = std::move(lines);
  return row;
}

/// Twelve groups of the second pack at 3.70 V, and the last one.
std::string ladder(const char* day, const char* last) {
  std::string line = fmt::format("cells second rested 2 h {}", day);
  for (int i = 0; i < 12; ++i) line += " 3.70";
  return line + " " + last;
}
/// Such groups as read, without a day.
RuleCase half(const char* outcome, const char* part, const char* last) {
  RuleCase row{"LOG-02", outcome, part, {}};
  for (int i = 0; i < 12; ++i) row.groups += "3.70 ";
  row.groups += last;
  return row;
}
std::string test(const char* pack, const char* day, const char* figures) {
  return fmt::format("capacity test {} {} {}", pack, day, figures);
}

}  // namespace

std::vector<RuleCase> logCases() {
  return {
      // A quarter of the charge gone between two tests: one of four strings.
      logged("LOG-01", "Mind", "stock",
             {test("stock", "2026-08-01", "11 Ah"), test("stock", "2026-09-01", "10.9 Ah"), test("stock", "2026-10-20", "8.2 Ah")}),
      logged("LOG-01", "quiet", "",
             {test("stock", "2026-08-01", "11 Ah"), test("stock", "2026-09-01", "10.9 Ah"), test("stock", "2026-10-20", "10.7 Ah")}),
      // Twelve per cent in seven weeks are no string of four, and far more than age.
      logged("LOG-01", "Mind", "stock",
             {test("stock", "2026-08-01", "11 Ah"), test("stock", "2026-09-01", "10.9 Ah"), test("stock", "2026-10-20", "9.6 Ah")}),
      logged("LOG-01", "Mind", "second",
             {test("second", "2026-01-10", "16.5 Ah"), test("second", "2026-04-20", "15.9 Ah"), test("second", "2026-07-30", "15.3 Ah"),
              test("second", "2026-11-08", "14.7 Ah")}),
      logged("LOG-01", "quiet", "",
             {test("second", "2026-01-10", "16.5 Ah"), test("second", "2026-04-20", "16.4 Ah"), test("second", "2026-07-30", "16.2 Ah"),
              test("second", "2026-11-08", "16.1 Ah")}),
      logged("LOG-04", "Mind", "second", {"ride 30 km 2026-11-23", "charged stock 8 Ah 2026-11-23", "charged second 0.3 Ah 2026-11-24"}),
      logged("LOG-04", "Mind", "stock", {"ride 30 km 2026-11-23", "charged stock 0.3 Ah 2026-11-23", "charged second 8 Ah 2026-11-23"}),
      logged("LOG-04", "quiet", "", {"ride 30 km 2026-11-23", "charged stock 4 Ah 2026-11-23", "charged second 5 Ah 2026-11-23"}),
      logged("LOG-04", "quiet", "", {"ride 30 km 2026-11-23", "charged stock 8 Ah 2026-11-23", "charged second 0.3 Ah 2026-11-25"}),
      logged("LOG-04", "quiet", "", {"ride 6 km 2026-11-23", "charged stock 2 Ah 2026-11-23", "charged second 0.1 Ah 2026-11-23"}),
      logged("LOG-04", "quiet", "", {"ride 30 km 2026-11-23", "charged stock 8 Ah 2026-11-23", "charged second 0.3 Ah 2026-11-24"},
             {{"/joining/method", "selector"}}),
      half("Stop", "second", "3.54"),
      half("Mind", "second", "3.56"),
      half("Mind", "second", "3.64"),
      half("quiet", "", "3.66"),
      half("Stop", "second", "2.79"),
      logged("LOG-02", "Mind", "second", {ladder("2026-09-01", "3.689"), ladder("2026-09-20", "3.688"), ladder("2026-10-10", "3.689")}),
      logged("LOG-02", "quiet", "", {ladder("2026-09-01", "3.689"), ladder("2026-09-20", "3.691"), ladder("2026-10-10", "3.689")}),
      logged("LOG-02", "quiet", "", {ladder("2026-09-20", "3.688"), ladder("2026-10-10", "3.689")}),
      logged("LOG-02", "quiet", "", {ladder("2026-09-01", "3.689"), ladder("2026-09-20", "3.712"), ladder("2026-10-10", "3.689")}),
      logged("LOG-03", "Note", "second", {"stored second 2026-10-26 90 %"}),
      logged("LOG-03", "quiet", "", {"stored second 2026-10-27 90 %"}),
      logged("LOG-03", "quiet", "", {"stored second 2026-10-20 50 %"}),
      logged("LOG-03", "Note", "second", {"stored second 2026-10-20 29 %"}),
      logged("LOG-03", "Note", "second", {"stored second 2026-10-20"}),
      logged("LOG-03", "Note", "second", {"stored second 2026-11-20 50 % 36 °C"}),
      logged("LOG-03", "quiet", "", {"stored second 2026-11-20 50 % 35 °C"}),
      logged("LOG-03", "Note", "second", {"stored second 2026-08-27 50 %"}),
      logged("LOG-03", "quiet", "", {"stored second 2026-08-28 50 %"}),
      logged("LOG-03", "quiet", "", {"stored second 2026-08-01 50 %", ladder("2026-11-01", "3.70")}),
      logged("LOG-03", "quiet", "", {"stored second 2026-08-01 90 %", "charged second 2026-11-01 6 Ah"}),
      logged("LOG-05", "Mind", "second", {"second warm plug 2026-11-20"}),
      logged("LOG-05", "quiet", "", {"second warm plug 2026-11-20", "contacts cleaned second 2026-11-20"}),
      logged("LOG-05", "Mind", "second", {"second warm plug 2026-11-20", "contacts cleaned 2026-11-19"}),
      logged("LOG-05", "quiet", "", {"second warm plug 2026-11-20", "replaced second plug 2026-11-22"}),
      logged("LOG-05", "Mind", "second", {"second warm plug 2026-11-20", "contacts cleaned stock 2026-11-22"}),
      // Nobody noted which plug: it stands for every pack.
      logged("LOG-05", "Mind", "stock", {"second warm plug 2026-11-20"}, {{"/log/0/pack", ""}}),
      logged("LOG-06", "quiet", "", {"note: second stood well"}),
      logged("LOG-06", "Stop", "second", {"second fell"}),
      logged("LOG-06", "Stop", "stock", {"stock wet inside"}),
      logged("LOG-06", "quiet", "", {"second fell"}, {{"/log/0/released_by", "the workshop's electrician, every group read"}}),
      logged("LOG-06", "Stop", "second", {"second fell"}, {{"/log/0/released_by", "me"}}),
      // Nobody noted which: it stands for every pack; a name that is none too.
      logged("LOG-06", "Stop", "stock", {"second fell"}, {{"/log/0/pack", ""}}),
      logged("LOG-06", "Stop", "stock", {"second fell"}, {{"/log/0/pack", "secnod"}}),
      logged("LOG-07", "quiet", "", {"ride 2026-11-20 99 km"}),
      logged("LOG-07", "Note", "due/tightened", {"ride 2026-11-20 100 km"}),
      logged("LOG-07", "quiet", "",
             {"tightened 2026-11-01", "contacts cleaned 2026-11-01", "ride 2026-11-01 900 km!", "ride 2026-11-02 990 km!"}, {}),
      logged("LOG-07", "Note", "due/tightened", {"tightened 2026-11-01", "ride 2026-11-02 999 km!", "ride 2026-11-03 1 km"}),
      logged("LOG-07", "Note", "due/cells/stock", {"ride 2026-08-28 10 km"}),
      logged("LOG-07", "quiet", "", {"ride 2026-08-29 10 km"}),
      logged("LOG-11", "Mind", "second", {ladder("2026-11-01", "3.70"), ladder("2026-11-21", "3.659")}),
      logged("LOG-11", "quiet", "", {ladder("2026-11-01", "3.70"), ladder("2026-11-21", "3.661")}),
      logged("LOG-11", "quiet", "", {ladder("2026-11-15", "3.70"), ladder("2026-11-21", "3.66")}),
      logged("LOG-11", "Mind", "second", {ladder("2026-11-14", "3.70"), ladder("2026-11-21", "3.66")}),
      logged("LOG-12", "Mind", "stock", {test("stock", "2026-01-01", "10.6 Ah 100 mΩ"), test("stock", "2026-11-01", "10.6 Ah 151 mΩ")}),
      logged("LOG-12", "quiet", "", {test("stock", "2026-01-01", "10.6 Ah 100 mΩ"), test("stock", "2026-11-01", "10.6 Ah 149 mΩ")}),
      logged("LOG-12", "Stop", "stock", {test("stock", "2026-01-01", "10.6 Ah 100 mΩ"), test("stock", "2026-11-01", "10.6 Ah 201 mΩ")}),
      logged("LOG-12", "Mind", "stock", {test("stock", "2026-01-01", "10.6 Ah 100 mΩ"), test("stock", "2026-11-01", "10.6 Ah 199 mΩ")}),
      logged("LOG-13", "Note", "second/fuse", {"fuse blew second 30 A"}),
      logged("LOG-13", "quiet", "", {"fuse blew second, lead rubbed through at the headset"}),
  };
}

}  // namespace plans
