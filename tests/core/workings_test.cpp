// The workings of the demo, word for word: each can be followed with a pocket calculator.
#include <catch2/catch.hpp>

#include "core/assess/workings.h"
#include "support/plans.h"

using namespace usherwright;

namespace {

std::string workingText(const std::string& id) {
  const Plan plan = plans::demo();
  const auto working = workingOf(plan, plans::assessed(plan), id);
  return working ? working->text() : "none";
}

}  // namespace

TEST_CASE("the working of sustained reads as it should") {
  CHECK(workingText("sustained") == R"(Sustained current
U·I − R·I² = P at 20 % charge, plus accessories; the pack that stands lowest
  P = 528 W  (worst ten minutes; computed)
  → 11.8 A
Method: route estimate
)");
}

TEST_CASE("the working of narrows reads as it should") {
  CHECK(workingText("narrows") == R"(The narrows: BMS of stock
headroom = rating / I_peak − 1, the smallest of all
  rating = 25 A  (BMS of stock; label)
  I_limit = 22 A  (controller limit; label)
  ΔI = 1 A  (its tolerance; label)
  → 9 %
Method: every element carries the whole current
)");
}

TEST_CASE("the working of gauge reads as it should") {
  CHECK(workingText("gauge") == R"(Gauge against truth
gauge = U⁻¹(U_bus/S); truth = Σ s·Q / ΣQ
  s = 78 %  (charge of stock; measured)
  Q = 10.5 Ah  (usable capacity of stock; computed)
  s = 95 %  (charge of deck; measured)
  Q = 14.6 Ah  (usable capacity of deck; computed)
  → 95 % shown, 88 % left
Method: rest curve of the first pack
)");
}

TEST_CASE("the working of window reads as it should") {
  CHECK(workingText("window") == R"(Connect window
ΔU_max = I_allow · ΣR
  I_allow = 5 A  (charge limit of the receiving pack; computed)
  ΣR = 235 mΩ  (loop, cells to cells; 0.8 of what was not measured; computed)
  ΔU = 2.08 V  (apart now; computed)
  → 1.17 V
Method: Ohm's law at the first instant
)");
}

TEST_CASE("the working of range reads as it should") {
  CHECK(workingText("range") == R"(Range, all packs full
km = E_usable / (Wh/km); ± 15 % until five rides are logged
  E_usable = 1045 Wh  (joined simulation from full to 15 % left or the cut-off, at the controller; computed)
  Wh/km = 13.2  (route estimate; computed)
  → 79 km (67.2 km to 90.9 km)
Method: energy balance of the route
)");
}

TEST_CASE("the working of usable reads as it should") {
  CHECK(workingText("usable") == R"(Usable energy, all packs full
E = ∫ U_controller · I dt, until 15 % is left in each pack or the controller cuts off
  Q = 10.5 Ah  (stock, usable; computed)
  Q = 14.6 Ah  (deck, usable; computed)
  P = 348 W  (mean while drawing; computed)
  → 1045 Wh
Method: joined simulation at the route's mean power
)");
}

TEST_CASE("the working of route-energy reads as it should") {
  CHECK(workingText("route-energy") == R"(Energy of the route
E = Σ P · t
  flat = 193 W for 41.7 min  (12.5 km at 18 km/h; computed)
  climb = 528 W for 35.8 min  (10.7 km at 18 km/h; computed)
  descent = 0 W for 35.8 min  (10.7 km at 18 km/h; computed)
  → 449 Wh
Method: steady-speed road load
)");
}

TEST_CASE("the working of pack/0/full reads as it should") {
  CHECK(workingText("pack/0/full") == R"(Full voltage of stock
U = S · U_charge
  S = 13  (cells in series; label)
  U_charge = 4.2 V  (charge voltage per cell, nmc; computed)
  → 54.6 V
Method: chemistry table
)");
}

TEST_CASE("the working of pack/1/rated reads as it should") {
  CHECK(workingText("pack/1/rated") == R"(Rated charge of deck
Q = P · Q_cell
  P = 5  (cells in parallel; label)
  Q_cell = 3.3 Ah  (cell capacity; claim)
  → 16.5 Ah
Method: parallel cells add
)");
}

TEST_CASE("the working of pack/1/label reads as it should") {
  CHECK(workingText("pack/1/label") == R"(Energy of deck
E = S · U_nominal · P · Q_cell
  S = 13  (cells in series; label)
  P = 5  (cells in parallel; label)
  U_nominal = 3.6 V  (nominal voltage per cell; computed)
  Q_cell = 3.3 Ah  (cell capacity; claim)
  → 772 Wh
Method: label figure: nominal volts × ampere-hours
)");
}

TEST_CASE("the working of pack/0/resistance reads as it should") {
  CHECK(workingText("pack/0/resistance") == R"(Resistance of stock
R = S · R_cell · f(T) / P + links + BMS + own leads
  S = 13  (cells in series; label)
  P = 4  (cells in parallel; label)
  R_cell = 28 mΩ  (cell resistance; measured)
  f(T) = 1.12  (at 20 °C; computed)
  links = 12 mΩ  (links; measured)
  inside = 24 mΩ  (links, BMS, own leads; computed)
  → 126 mΩ
Method: series and parallel resistances; temperature table
)");
}

TEST_CASE("the working of pack/0/peak reads as it should") {
  CHECK(workingText("pack/0/peak") == R"(Peak per cell of stock
I_cell = I_peak / P
  P = 4  (cells in parallel; label)
  I_limit = 22 A  (controller limit; label)
  ΔI = 1 A  (its tolerance; label)
  → 5.75 A
Method: parallel cells share by equal resistance
)");
}

TEST_CASE("the working of pack/0/gives-up reads as it should") {
  CHECK(workingText("pack/0/gives-up") == R"(Where a hard pull ends on stock
U(s)·S = U_cut + ΔU + V_f + I·(R + R_path + R_1·(1 − e^(−10 s/τ)))
  U_cut = 40 V  (controller cut-off; label)
  R = 126 mΩ  (pack resistance; computed)
  R_path = 20.3 mΩ  (leads, fuse, plug, joint, main run; computed)
  I_limit = 22 A  (controller limit; label)
  ΔI = 1 A  (its tolerance; label)
  → 10 % charge
Method: rest curve, ten seconds at peak
)");
}

TEST_CASE("the working of pack/1/short reads as it should") {
  CHECK(workingText("pack/1/short") == R"(Short current of deck
I = S · U_charge / R
  U = 54.6 V  (full voltage; computed)
  R = 80.4 mΩ  (cells at 25 °C, links, own leads; no board; computed)
  I_break = 897 A  (what its fuse must break; computed)
  → 676 A
Method: Ohm's law
)");
}

TEST_CASE("the working of pack/1/mass reads as it should") {
  CHECK(workingText("pack/1/mass") == R"(Mass of deck
m = S · P · m_cell · 1.18
  S = 13  (cells in series; label)
  P = 5  (cells in parallel; label)
  m_cell = 48 g  (mass of a cell; claim)
  → 3.68 kg
Method: cells, and 18 % for case, links and BMS
)");
}

TEST_CASE("the working of ride/0/knee reads as it should") {
  CHECK(workingText("ride/0/knee") == R"(Knee of stock
first time I_k ≥ 5 % of the load
  s = 78 %  (charge at the start; measured)
  R_k = 138 mΩ  (cells to bus; computed)
  V_f = 0.03 V  (forward drop of the joint; computed)
  → 13.8 min
Method: I_k = max(0, (E_k − V_f − V)/R_k), Millman's theorem, integrated with located events
)");
}

TEST_CASE("the working of charge/0/0 reads as it should") {
  CHECK(workingText("charge/0/0") == R"(Charging stock
constant current until U_set at the charger, then I = (U_set − S·U(s) − v1)/R
  I = 2 A  (charger current; label)
  U_set = 54.6 V  (charger output; label)
  Q = 10.5 Ah  (usable capacity; computed)
  s = 78 %  (charge now; measured)
  → 82.2 min to 100 %
Method: same circuit as the discharge, current reversed
)");
}

TEST_CASE("the working of element/stock/bms reads as it should") {
  CHECK(workingText("element/stock/bms") == R"(Headroom of BMS of stock
headroom = rating / I_peak − 1
  rating = 25 A  (BMS of stock; label)
  I_short = 40 A  (for 5 s, not counted: the peak may last longer; computed)
  I_limit = 22 A  (controller limit; label)
  ΔI = 1 A  (its tolerance; label)
  → 9 % at peak, 111 % sustained
Method: every element carries the whole current
)");
}

TEST_CASE("the working of element/joint/lead reads as it should") {
  CHECK(workingText("element/joint/lead") == R"(Headroom of main lead
headroom = rating / I_peak − 1
  rating = 50.6 A  (main lead, at its insulation class in 35 °C air; computed)
  I_limit = 22 A  (controller limit; label)
  ΔI = 1 A  (its tolerance; label)
  → 120 % at peak, 327 % sustained
Method: every element carries the whole current
)");
}

TEST_CASE("the working of per-km reads as it should") {
  CHECK(workingText("per-km") == R"(Energy per kilometre
P = (v·(m·g·(Crr·cosθ + sinθ) + ½·ρ·CdA·v²) − P_rider)/η on flat and climb, 0 downhill; Wh/km = ΣP·t / km
  m = 63 kg  (bike; measured)
  m = 74 kg  (rider; measured)
  m = 60 kg  (load; assumed)
  CdA = 0.75 m²  (drag area; assumed)
  Crr = 0.016  (rolling resistance; assumed)
  P_rider = 60 W  (helps with; assumed)
  km = 34 km  (distance; measured)
  h = 290 m  (climb; measured)
  v = 18 km/h  (speed; remembered)
  η = 0.78  (hub drive; computed)
  → 13.2 Wh/km
Method: steady-speed road load
)");
}

TEST_CASE("the workings of the harness are its figures, and none is made of what is not known") {
  CHECK(workingText("switch-on").find("C = 680 µF") != std::string::npos);
  CHECK(workingText("switch-on").find("→ 1 J, 470 A; 0.11 s") != std::string::npos);
  CHECK_THAT(workingText("way/1"), Catch::Contains("ΔU = 0.0523 V  (adapters of deck; computed)"));
  CHECK_THAT(workingText("way/1"), Catch::Contains("→ 0.611 V of 46.8 V, 1.31 %"));
  CHECK_THAT(workingText("lead/second/lead"), Catch::Contains("→ 40.2 °C outside for long, 0.291 V at the peak"));
  CHECK(workingText("nick/second/lead").find("I_fuse = 30 A  (its rating; label)") != std::string::npos);
  const Plan plan = plans::with(plans::with(plans::demo(), "/bike/controller/bulk_uF", ""), "/bike/controller/current_max_A", "");
  const Assessment a = plans::assessed(plan);
  for (const char* id : {"switch-on", "way/1", "way/7", "lead/main/lead", "lead/nowhere", "nick/nowhere"}) {
    CAPTURE(id);
    CHECK_FALSE(workingOf(plan, a, id));
  }
}
