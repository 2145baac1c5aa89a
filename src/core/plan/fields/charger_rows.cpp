// Rows of the field table: Charger, its lamps, and how it is charged.
#include "core/plan/field_access.h"
#include "core/plan/usual.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Charger*) {
  static const Rows rows{
      required(row<&Charger::id>("id", "charger id", Kind::Text, inCharging)),
      row<&Charger::name>("name", "charger", Kind::Text, inCharging),
      row<&Charger::output>("output_V", "charger output", Kind::Voltage, inCharging, {1, 500}, "printed after OUTPUT"),
      row<&Charger::current>("output_A", "charger current", Kind::Current, inCharging, {0.05, 200}, "printed after OUTPUT"),
      row<&Charger::chemistry>("chemistry", "charger chemistry", Kind::Choice, inCharging, {0, 0}, "printed on the charger"),
      row<&Charger::plug>("plug", "charger plug", Kind::ConnectorId, inCharging),
      row<&Charger::polarity>("polarity", "charger polarity", Kind::Choice, inCharging, {0, 0}, "meter on its plug, nothing connected"),
      row<&Charger::selector>("selector", "mains selector", Kind::Choice, inCharging, {0, 0}, "a switch behind its vents"),
      whenEmpty(row<&Charger::place>("place", "plugged in at", Kind::Choice, inCharging, {0, 0}, "where its plug goes"), "port"),
      whenEmpty(row<&Charger::efficiency>("efficiency", "efficiency", Kind::Fraction, inCharging, {0.3, 1}), usual::charger),
      row<&Charger::stop>("stop_A", "stops at", Kind::Current, inCharging, {0.005, 50}, "clamp meter as its lamp changes"),
      row<&Charger::reading>("reading_V", "no-load reading", Kind::Voltage, inCharging, {0, 500}, "meter on its plug, nothing connected"),
      whenEmpty(row<&Charger::meterAccuracy>("meter_accuracy", "meter accuracy", Kind::Fraction, inCharging, {0, 0.1},
                                             "meter's manual, DC volts"),
                usual::meterAccuracy),
      row<&Charger::power>("output_W", "gives at most", Kind::Power, inCharging, {1, 20000}, "printed after OUTPUT"),
      row<&Charger::mainsFrom>("mains_from_V", "mains from", Kind::Voltage, inCharging, {5, 500}, "printed after INPUT"),
      row<&Charger::mainsTo>("mains_to_V", "mains up to", Kind::Voltage, inCharging, {5, 500}, "printed after INPUT"),
      whenEmpty(row<&Charger::mainsPower>("mains_W", "draws", Kind::Power, inCharging, {1, 20000}, "watt meter in the socket"),
                "V · A ÷ efficiency"),
      row<&Charger::selectorChecked>("selector_checked", "selector checked", Kind::Flag, inCharging, {0, 0},
                                     "set it for the mains, photograph it, tape it over"),
      row<&Charger::setting>("setting", "made or altered", Kind::Choice, inCharging, {0, 0},
                             "its seals and screws; buttons for volts and amperes"),
      row<&Charger::endsBy>("ends_by", "ends by", Kind::Choice, inCharging, {0, 0}, "printed on it, or its manual"),
      row<&Charger::outputDiode>("output_diode", "diode at output", Kind::Flag, inCharging, {0, 0},
                                 "unplugged from the wall, on a pack: does its lamp stay dark?"),
      row<&Charger::compensated>("compensated", "follows warmth", Kind::Flag, inCharging, {0, 0}, "printed on it: −3 mV/K per cell"),
      row<&Charger::keeps>("float_V", "keeps full at", Kind::Voltage, inCharging, {1, 500}, "printed after FLOAT"),
      row<&Charger::supplied>("supplied", "came with its pack", Kind::Flag, inCharging),
      row<&Charger::mass>("mass_kg", "charger mass", Kind::Mass, inCharging, {0.01, 50}, "kitchen scales, with its leads"),
      row<&Charger::price>("price", "charger price", Kind::Price, inCharging, {0, 1e5})};
  return rows;
}

FieldRows rowsOf(const ChargerLight*) {
  static const Rows rows{row<&ChargerLight::shows>("shows", "lamp shows", Kind::Text, inCharging),
                         row<&ChargerLight::means>("means", "which means", Kind::Text, inCharging)};
  return rows;
}

FieldRows rowsOf(const PresentHours*) {
  static const Rows rows{
      row<&PresentHours::from>("from_min", "there from", Kind::Clock, inCharging, {0, 1439}),
      row<&PresentHours::to>("to_min", "there until", Kind::Clock, inCharging, {0, 1439}),
      row<&PresentHours::presence>("presence", "and can", Kind::Choice, inCharging, {0, 0}, "watch, plug and unplug, or both?")};
  return rows;
}

FieldRows rowsOf(const ChargePlan*) {
  static const Rows rows{
      row<&ChargePlan::mains>("mains_V", "mains", Kind::Voltage, inCharging, {80, 260}, "the country's, or a meter"),
      whenEmpty(row<&ChargePlan::supply>("supply", "fed from", Kind::Choice, inCharging), "mains"),
      row<&ChargePlan::supplyPower>("supply_W", "gives for long", Kind::Power, inCharging, {1, 20000},
                                    "its fuse times its volts, or its label"),
      row<&ChargePlan::supplyEnergy>("supply_Wh", "holds", Kind::Energy, inCharging, {1, 1e6}, "its label"),
      whenEmpty(row<&ChargePlan::begins>("begins_min", "home at", Kind::Clock, inCharging, {0, 1439}), usual::evening),
      whenEmpty(row<&ChargePlan::readyBy>("ready_by_min", "ready by", Kind::Clock, inCharging, {0, 1439}), usual::morning),
      row<&ChargePlan::timerStep>("timer_step_min", "timer steps", Kind::Minutes, inCharging, {1, 120}, "its pins, or its display"),
      row<&ChargePlan::energyPrice>("kWh_price", "a kWh costs", Kind::Price, inCharging, {0, 100}, "the last bill"),
      row<&ChargePlan::ridesPerWeek>("rides_per_week", "rides a week", Kind::Plain, inCharging, {0, 100}),
      row<&ChargePlan::oneAtATime>("one_at_a_time", "one at a time", Kind::Flag, inCharging),
      row<&ChargePlan::attendance>("attendance", "who is there", Kind::Choice, inCharging, {0, 0}, "as you really do it"),
      row<&ChargePlan::unplugged>("unplugged", "unplugged", Kind::Choice, inCharging, {0, 0}, "as you really do it"),
      row<&ChargePlan::room>("room", "room", Kind::Choice, inCharging),
      row<&ChargePlan::ground>("ground", "stands on", Kind::Choice, inCharging, {0, 0}, "look under it"),
      row<&ChargePlan::wayOut>("way_out", "on the way out", Kind::Flag, inCharging, {0, 0}, "from your bed to the street, past it?"),
      row<&ChargePlan::nearFuel>("near_fuel", "fuel within 1 m", Kind::Flag, inCharging, {0, 0},
                                 "arm's length and a hand: coats, paper, paint"),
      row<&ChargePlan::alarm>("alarm", "smoke alarm", Kind::Flag, inCharging, {0, 0}, "press its button: heard where you sleep?"),
      row<&ChargePlan::closedBox>("closed_box", "in a closed box", Kind::Flag, inCharging),
      row<&ChargePlan::controllerOn>("controller_on", "controller is on", Kind::Flag, inCharging, {0, 0}, "its display, its lamp")};
  return rows;
}

}  // namespace usherwright
