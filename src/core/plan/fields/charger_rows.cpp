// Rows of the field table: Charger.
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
                usual::meterAccuracy)};
  return rows;
}

}  // namespace usherwright
