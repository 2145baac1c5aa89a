#include "core/parts/water_code.h"

#include <array>
#include <cctype>

#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr std::array<std::string_view, 7> dusts{"nothing is kept out",
                                                "a hand cannot reach in",
                                                "a finger cannot reach in",
                                                "a tool of 2.5 mm cannot reach in",
                                                "a wire of 1 mm cannot reach in",
                                                "dust gets in, too little to matter",
                                                "no dust gets in"};
constexpr std::array<std::string_view, 10> waters{"no water is kept out",
                                                  "drops from straight above",
                                                  "drops while it leans by 15°",
                                                  "rain up to 60° from above",
                                                  "splashes from every side",
                                                  "a hose from every side, without pressure",
                                                  "a strong hose from every side",
                                                  "under water to 1 m for half an hour; jets are not said by it",
                                                  "under water for longer, as its maker says; jets are not said by it",
                                                  "a hot jet from close by"};

/// The figure at a place: −1 for X, −2 for what is neither.
int figureAt(const std::string& code, std::size_t at) {
  if (at >= code.size()) return -2;
  if (code[at] == 'x') return -1;
  return std::isdigit(static_cast<unsigned char>(code[at])) ? code[at] - '0' : -2;
}

}  // namespace

Expected<WaterCode> readWaterCode(std::string_view text) {
  const std::string low = lowered(text);
  WaterCode out;
  bool found = false;
  for (std::size_t at = low.find("ip"); at != std::string::npos; at = low.find("ip", at + 2)) {
    if (at > 0 && std::isalnum(static_cast<unsigned char>(low[at - 1]))) continue;  // the end of another word
    const std::size_t figures = low.find_first_not_of(" -\t\n", at + 2);
    const int dust = figures == std::string::npos ? -2 : figureAt(low, figures), water = dust == -2 ? -2 : figureAt(low, figures + 1);
    if (dust == -2 || water == -2) continue;
    if (dust > 6) return unexpected("water code", inQuotes(text), "a first figure of 0 to 6 or X");
    found = true;
    out.code += std::string(out.code.empty() ? "" : "/") + "IP" + (dust < 0 ? "X" : std::to_string(dust)) +
                (water < 0 ? "X" : std::to_string(water));
    if (dust > out.dust) out.dust = dust;
    // What stands under water is not thereby tight against a jet (7 and 8), and the other way round.
    out.rain = out.rain || water >= 3;
    out.hose = out.hose || water == 5 || water == 6 || water == 9;
    out.underWater = out.underWater || water == 7 || water == 8;
    if (water > out.water) out.water = water;
    if (water >= 0)
      out.waterWords += std::string(out.waterWords.empty() ? "" : "; and ") + std::string(waters[static_cast<std::size_t>(water)]);
  }
  if (!found) return unexpected("water code", text.empty() ? "nothing" : inQuotes(text), "IP and two figures, as IP65 or IPX4");
  out.dustWords = out.dust < 0 ? "what it keeps out besides water is not stated" : std::string(dusts[static_cast<std::size_t>(out.dust)]);
  if (out.waterWords.empty()) out.waterWords = "what water it keeps out is not stated";
  return out;
}

std::string_view waterCodeCaution() {
  return "It is said of the closed case, new, with every cap and plug on. A drilled hole, a lead that was added, a worn seal or an open "
         "charge "
         "port ends it; printed and taped cases have no code. Nothing on a bike is washed with a jet.";
}

}  // namespace usherwright
