// Chargers' labels as they are printed in several languages and ways of writing numbers, from the print to the plan: read right,
// or asked about; never a wrong value with confidence.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "core/charging/settle.h"
#include "core/label/targets.h"

using namespace usherwright;

namespace {

struct Made {
  double volts, amperes;
  const char* chemistry;  ///< as printed, "" if not
};
constexpr Made made[] = {{54.6, 2, "Li-ion"},  {42, 2, "Lithium"},   {58.8, 4, ""}, {29.4, 1.5, "Li-Ion"}, {50.4, 3, ""},  {67.2, 5, ""},
                         {58.4, 5, "LiFePO4"}, {43.8, 3, "LiFePO4"}, {71.4, 3, ""}, {84, 5, "Li-ion"},     {37.8, 1.8, ""}};

/// {0} volts, {1} amperes, {2} chemistry; line breaks and serial numbers as on the print.
constexpr const char* prints[] = {"INPUT: AC 100-240V 50/60Hz 1.8A\nOUTPUT: DC {0}V {1}A\n{2}",
                                  "MODEL: QX-2231\nINPUT 100-240V~ 50/60Hz 2.0A MAX\nOUTPUT {0}V⎓{1}A\nS/N 20230811",
                                  "Eingang: 230 V~ 50 Hz 1,2 A\nAusgang: {0} V DC {1} A\n{2} Ladegerät",
                                  "ENTRÉE: 100-240 V~ 50/60 Hz\nSORTIE: {0} V ⎓ {1} A\nChargeur {2}",
                                  "Entrada: 100-240V~ 50-60Hz 2A\nSalida: {0}V {1}A\nCargador {2}",
                                  "Ingresso: 100-240V~ 50/60Hz\nUscita: {0}V DC {1}A\ncaricabatterie",
                                  "Ingang: 230V~ 50Hz\nUitgang: {0}V {1}A\nlader {2}",
                                  "{2} BATTERY CHARGER\nOutput voltage: {0}V\nOutput current: {1}A",
                                  "输入: AC 100-240V 50/60Hz\n输出: DC {0}V {1}A\n充电器",
                                  "Charger {2}\nI/P: 100-240VAC 50/60Hz 1.6A\nO/P: {0}VDC {1}A",
                                  "Output: +{0}V --- {1}A  {2}\nInput: 90-264VAC",
                                  "WEJŚCIE: 230V~ 50Hz 1,1A\nWYJŚCIE: {0}V {1}A\nŁadowarka"};

std::string number(double v, bool comma) {
  std::string out = fmt::format("{}", v);
  if (comma)
    for (char& c : out)
      if (c == '.') c = ',';
  return out;
}

}  // namespace

TEST_CASE("150 labels of chargers: the output is read right or asked about, and settles on no other charger") {
  int labels = 0, right = 0;
  for (const Made& m : made)
    for (const char* print : prints)
      for (const bool comma : {false, true}) {
        const std::string text = fmt::format(fmt::runtime(print), number(m.volts, comma), number(m.amperes, comma), m.chemistry);
        INFO(text);
        ++labels;
        const LabelReading reading = readLabel(text, LabelSubject::Charger);
        Plan plan;
        plan.chargers.emplace_back();
        plan.chargers[0].id = "c";
        const auto entered = withSureValues(plan, reading, {LabelSubject::Charger, 0});
        REQUIRE(entered);
        const Charger& c = entered->plan.chargers[0];
        // Whatever was entered without a question is what is printed.
        if (c.output) CHECK(c.output->value() == Approx(m.volts));
        if (c.current) CHECK(c.current->value() == Approx(m.amperes));
        if (c.mainsTo) CHECK(c.mainsTo->value() >= 200);
        if (c.chemistry) CHECK((std::string(m.chemistry) == "LiFePO4") == (c.chemistry == Chemistry::Lfp));
        right += c.output && c.current;
        const SettledCharger settled = settleCharger(c);
        if (settled.settled >= 0)
          CHECK(settled.candidates[static_cast<std::size_t>(settled.settled)].output.value() == Approx(m.volts).epsilon(0.01));
      }
  CHECK(labels >= 150);
  INFO(right << " of " << labels << " read whole");
  CHECK(right >= labels * 8 / 10);
}
