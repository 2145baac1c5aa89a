// The rows of the rules of station Fit. The second pack stands in a box under the deck, its layout kept.
#include "support/rule_cases.h"

namespace plans {

namespace {

const std::string fit = "/packs/1/fit/", deck = "/packs/1/";

/// The second pack as a closed case in a room of its own.
Typed caseIn(const char* length, const char* width, const char* height, Typed more = {}) {
  Typed out{{deck + "cell", ""},
            {fit + "things/0/x_mm", "900"},
            {deck + "box_length_mm", length},
            {deck + "box_width_mm", width},
            {deck + "box_height_mm", height}};
  out.insert(out.end(), more.begin(), more.end());
  return out;
}

const Typed triangle{{fit + "room", "triangle"}, {fit + "top_mm", "500"},   {fit + "down_mm", "560"},
                     {fit + "seat_mm", "380"},   {fit + "depth_mm", "120"}, {fit + "things/0/x_mm", "900"}};

RuleCase folded(const char* outcome, const char* barrier) {
  RuleCase row{"FIT-03", outcome, outcome == std::string("quiet") ? "" : "second", {{fit + "barrier", barrier}}};
  row.folded = true;
  return row;
}

}  // namespace

std::vector<RuleCase> fitCases() {
  return {{"FIT-01", "quiet", "", {}},
          {"FIT-01", "Stop", "second", {{fit + "length_mm", "150"}}},
          {"FIT-01", "Stop", "second", {{fit + "height_mm", "74"}}},
          {"FIT-01", "quiet", "", {{fit + "height_mm", "79.5"}}},
          {"FIT-01", "quiet", "", {{fit + "height_mm", ""}}},
          {"FIT-01", "Stop", "second", caseIn("332", "70", "120")},
          {"FIT-01", "quiet", "", caseIn("329", "70", "120")},
          {"FIT-01", "quiet", "", caseIn("329", "", "120")},
          {"FIT-02", "quiet", "", {}},
          {"FIT-02", "Mind", "second", {{fit + "things/0/x_mm", "200"}}},
          {"FIT-02", "Mind", "second", {{fit + "things/0/kind", ""}, {fit + "things/0/x_mm", "260"}}},
          {"FIT-02", "quiet", "", caseIn("286", "146", "100", triangle)},
          {"FIT-02", "Mind", "second", caseIn("290", "150", "100", triangle)},
          folded("Mind", "no"),
          folded("Mind", ""),
          folded("quiet", "yes"),
          {"FIT-04", "quiet", "", {}},
          {"FIT-04", "Stop", "second", {{fit + "strip_width_mm", "5"}}},
          {"FIT-04", "Mind", "second", {{fit + "strip_width_mm", "10"}}},
          {"FIT-04", "Mind", "second", {{fit + "strip_width_mm", "5"}, {fit + "strip_material", ""}}},
          {"FIT-04", "quiet", "", {{fit + "strip_width_mm", "7"}, {fit + "strip_material", "copper"}}},
          {"FIT-05", "Mind", "second", {{fit + "strip_width_mm", "4"}}},
          {"FIT-05", "quiet", "", {}},
          {"FIT-13", "Stop", "second", {{fit + "linking", "soldered"}}},
          {"FIT-13", "quiet", "", {{fit + "linking", "bolted"}}},
          {"FIT-14", "Stop", "second", {{fit + "rings", "no"}}},
          {"FIT-14", "quiet", "", {{fit + "rings", ""}}},
          {"FIT-16", "Mind", "second", {{deck + "bms/resistance_mohm", "100"}}},
          {"FIT-16", "quiet", "", {}},
          {"FIT-17", "Mind", "second", {{fit + "gap_mm", "0.9"}, {fit + "barrier", "no"}}},
          {"FIT-17", "quiet", "", {{fit + "gap_mm", ""}, {fit + "barrier", ""}}},
          {"FIT-17", "quiet", "", {{fit + "gap_mm", "1"}, {fit + "barrier", "no"}}},
          {"FIT-17", "quiet", "", {{fit + "gap_mm", "0.9"}, {fit + "barrier", "yes"}}}};
}

/// Columns of three, seven of them along the upper band and six back along the lower one: the last group under the second.
void fold(usherwright::Pack& pack) {
  pack.parallel = 3;
  std::vector<usherwright::CellPlace>& places = pack.fit.places.edit();
  places.clear();
  constexpr double pitch = 19.3;
  for (int g = 0; g < 13; ++g)
    for (int row = 0; row < 3; ++row) {
      const int column = g < 7 ? g : 13 - g;
      places.push_back(
          {usherwright::Millimetre(20 + pitch * column), usherwright::Millimetre(20 + pitch * (g < 7 ? row + 3 : row)), 0, g + 1, {}});
    }
}

}  // namespace plans
