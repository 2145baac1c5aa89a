// Rows of the field table: Pack, Bms, Fuse, PlugHalf, Reading, CapacityTest, ChargeRecord.
#include "core/plan/field_access.h"
#include "core/plan/usual.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Pack*) {
  static const Rows rows{
      required(row<&Pack::id>("id", "pack id", Kind::Text, inPack)),
      row<&Pack::name>("name", "name", Kind::Text, inPack),
      row<&Pack::origin>("origin", "origin", Kind::Choice, inPack),
      refersTo(Refers::Cell, whenEmpty(row<&Pack::cell>("cell", "cell", Kind::CellId, inPack, {0, 0},
                                                        "only if somebody has seen one: printed on its wrap"),
                                       "a closed box, by its label")),
      whenEmpty(row<&Pack::chemistry>("chemistry", "chemistry", Kind::Choice, inPack, {0, 0}, "printed on the pack or on its charger"),
                "nmc"),
      whenEmpty(row<&Pack::series>("series", "S (in series)", Kind::Count, inPack, {1, 200},
                                   "full voltage divided by the charge voltage of one cell"),
                "by label"),
      whenEmpty(
          row<&Pack::parallel>("parallel", "P (in parallel)", Kind::Count, inPack, {1, 200}, "Ah of the pack divided by Ah of one cell"),
          "by label"),
      row<&Pack::links>("links_mohm", "links", Kind::Resistance, inPack, {0, 1000}),
      row<&Pack::tails>("tails_mohm", "own leads", Kind::Resistance, inPack, {0, 1000}),
      whenEmpty(row<&Pack::measuredResistance>("measured_resistance_mohm", "R as measured", Kind::Resistance, inPack, {0.5, 5000},
                                               "two loads at the plug: (V1 − V2)/(I2 − I1)"),
                "computed"),
      row<&Pack::soc>("soc", "charge", Kind::Fraction, inPack, {0, 1}, "rested voltage, read on a meter"),
      row<&Pack::soh>("soh", "health", Kind::Fraction, inPack, {0.1, 1.1}, "capacity test: Ah put back × 0.99 over rated Ah"),
      whenEmpty(row<&Pack::temperature>("temperature_C", "cell temperature", Kind::Temperature, inPack, {-40, 80},
                                        "infrared thermometer; empty: the air"),
                "the air"),
      row<&Pack::chargeTemperature>("charge_temperature_C", "charged at", Kind::Temperature, inCharging, {-40, 80},
                                    "where it is charged, after a night there"),
      row<&Pack::mount>("mount", "mounted", Kind::Text, inBike),
      whenEmpty(row<&Pack::mass>("mass_kg", "pack mass", Kind::Mass, inPack, {0.05, 500}, "luggage scales"), "computed"),
      whenEmpty(row<&Pack::price>("price", "price", Kind::Price, inPack, {0, 1e6}), "computed"),
      row<&Pack::mixedCells>("mixed_cells", "mixed cells", Kind::Flag, inPack),
      row<&Pack::condition>("condition", "condition", Kind::Choice, inPack, {0, 0}, "look, feel and smell before anything else"),
      row<&Pack::assembly>("assembly", "cells are", Kind::Choice, inPack),
      row<&Pack::acceptedOn>("accepted_on", "string checked by", Kind::Choice, inPack, {0, 0},
                             "meter from the first minus to every group, lead by lead"),
      row<&Pack::matchedBy>("matched_by", "cells matched by", Kind::Choice, inPack, {0, 0}, "capacity, resistance, days of self-discharge"),
      row<&Pack::labelVoltage>("label_V", "label says V", Kind::Voltage, inPack, {1, 200}, "printed on the pack"),
      row<&Pack::labelCharge>("label_Ah", "label says Ah", Kind::Charge, inPack, {0.1, 2000}, "printed on the pack"),
      row<&Pack::labelEnergy>("label_Wh", "label says Wh", Kind::Energy, inPack, {1, 1e5}, "printed on the pack"),
      row<&Pack::readFull>("read_full_V", "read when full", Kind::Voltage, inPack, {1, 500},
                           "meter at the plug, rested 30 min off the charger"),
      row<&Pack::fittings>("fittings", "fittings", Kind::Text, inPack, {0, 0}, "lock, switch, USB socket"),
      row<&Pack::bought>("bought", "bought", Kind::Text, inPack, {0, 0}, "date and warranty"),
      row<&Pack::firstCharge>("first_charge", "first charge", Kind::Text, inPack, {0, 0}, "year-month-day"),
      row<&Pack::boxLength>("box_length_mm", "case length", Kind::SmallLength, inPack, {10, 2000}, "tape measure"),
      row<&Pack::boxWidth>("box_width_mm", "case width", Kind::SmallLength, inPack, {10, 2000}, "tape measure"),
      row<&Pack::boxHeight>("box_height_mm", "case height", Kind::SmallLength, inPack, {10, 2000}, "tape measure"),
      row<&Pack::competence>("competence", "who does the work", Kind::Text, inPack, {0, 0},
                             "above 60 V: who does the work, and why they are competent"),
      row<&Pack::plug>("plug", "plug", Kind::ConnectorId, inWiring),
      row<&Pack::plugLiveSide>("plug_live_side", "live side has", Kind::Choice, inWiring, {0, 0}, "look into the pack's half of the plug"),
      row<&Pack::bikePlug>("bike_plug", "the bike's plug", Kind::ConnectorId, inWiring, {0, 0},
                           "look at the half on the bike, by its contacts"),
      row<&Pack::partedBy>("parted_by", "parted by hand by", Kind::Choice, inWiring, {0, 0},
                           "what takes this pack off everything, seated or beside the bike?"),
      row<&Pack::balanceLeads>("balance_leads", "balance leads", Kind::Choice, inPack, {0, 0}, "look at their first 3 cm at the cells"),
      row<&Pack::portContacts>("port_contacts", "port contacts are", Kind::Choice, inCharging, {0, 0},
                               "look into the port with nothing plugged in; meter on it"),
      row<&Pack::chargePort>("charge_port", "charge port", Kind::ConnectorId, inCharging),
      row<&Pack::chargePolarity>("charge_polarity", "port polarity", Kind::Choice, inCharging, {0, 0},
                                 "meter on the port, sign and volts, nothing plugged in"),
      row<&Pack::chargeLeadSize>("charge_lead_size", "charge lead", Kind::Wire, inCharging),
      whenEmpty(row<&Pack::portCurrent>("port_A", "port is marked", Kind::Current, inCharging, {0.05, 200}, "printed at the charge port"),
                "by its class"),
      whenEmpty(row<&Pack::ceiling>("ceiling", "charged up to", Kind::Fraction, inCharging, {0.2, 1}, "on ordinary days"), "full"),
      whenEmpty(row<&Pack::tonight>("tonight", "this time up to", Kind::Fraction, inCharging, {0.05, 1}), "its ceiling"),
      row<&Pack::balanceEvery>("balance_every", "held full every", Kind::Plain, inCharging, {1, 1000}, "cycles between two full charges"),
      row<&Pack::heldFull>("held_full_on", "last held full", Kind::Text, inCharging, {0, 0}, "year-month-day"),
      row<&Pack::cyclesSinceHeld>("cycles_since_held", "cycles since then", Kind::Plain, inCharging, {0, 10000},
                                  "Ah ridden since then, over rated Ah"),
      row<&Pack::firstLadder>("first_ladder", "first charge read", Kind::Flag, inCharging, {0, 0},
                              "first charge: at its start, at 3.6, 3.9, 4.1 V per group and full")};
  return rows;
}

FieldRows rowsOf(const Bms*) {
  static const Rows rows{
      row<&Bms::name>("name", "BMS", Kind::Text, inPack),
      row<&Bms::present>("present", "BMS fitted", Kind::Flag, inPack, {0, 0}, "look inside, or the seller's picture of it"),
      row<&Bms::series>("series", "BMS series count", Kind::Count, inPack, {1, 200}, "count its sense leads less one"),
      row<&Bms::chemistry>("chemistry", "BMS chemistry", Kind::Choice, inPack),
      whenEmpty(row<&Bms::port>("port", "BMS port", Kind::Choice, inPack, {0, 0},
                                "charge and discharge minus on one lead: common; on two: separate"),
                "common"),
      row<&Bms::continuous>("continuous_A", "BMS continuous", Kind::Current, inPack, {0.5, 1000}, "printed on the board"),
      row<&Bms::peak>("peak_A", "BMS short-time", Kind::Current, inPack, {0.5, 2000}, "data sheet of the board"),
      row<&Bms::peakTime>("peak_s", "for", Kind::Duration, inPack, {0.01, 600}, "data sheet of the board"),
      row<&Bms::charge>("charge_A", "BMS charge limit", Kind::Current, inPack, {0.1, 500}, "printed on the board"),
      row<&Bms::chargeTrip>("charge_trip_A", "charge trip", Kind::Current, inPack, {0.1, 500}, "data sheet of the board"),
      row<&Bms::trip>("trip_A", "over-current trip", Kind::Current, inPack, {0.5, 5000}, "data sheet or settings of the board"),
      row<&Bms::balance>("balance_mA", "balance current", Kind::SmallCurrent, inPack, {1, 10000}, "data sheet of the board"),
      whenEmpty(row<&Bms::resistance>("resistance_mohm", "BMS resistance", Kind::Resistance, inPack, {0, 500}), usual::board),
      whenEmpty(row<&Bms::cellCutoff>("cell_cutoff_V", "BMS low cut", Kind::Voltage, inPack, {0.5, 4}, "data sheet of the board"),
                "chemistry"),
      row<&Bms::cellFull>("cell_full_V", "BMS high cut", Kind::Voltage, inPack, {1, 5}, "data sheet of the board"),
      row<&Bms::sensesAllGroups>("senses_all_groups", "senses all groups", Kind::Flag, inPack),
      row<&Bms::chargeFrom>("charge_from_C", "charges from", Kind::Temperature, inPack, {-40, 60}, "settings of the board"),
      row<&Bms::chargeTo>("charge_to_C", "charges up to", Kind::Temperature, inPack, {0, 90}, "settings of the board"),
      row<&Bms::dischargeTo>("discharge_to_C", "discharges up to", Kind::Temperature, inPack, {0, 100}, "settings of the board"),
      row<&Bms::reconnects>("reconnects", "rejoins by itself", Kind::Flag, inPack, {0, 0}, "data sheet: recovery after under-voltage"),
      whenEmpty(row<&Bms::balances>("balances", "evens out groups", Kind::Choice, inPack, {0, 0}, "data sheet: balance start voltage"),
                "near full")};
  return rows;
}

FieldRows rowsOf(const Fuse*) {
  static const Rows rows{
      row<&Fuse::present>("present", "fuse fitted", Kind::Flag, inWiring),
      row<&Fuse::rating>("rating_A", "fuse", Kind::Current, inWiring, {0.1, 1000}, "printed on the fuse"),
      row<&Fuse::dcVoltage>("dc_V", "fuse DC voltage", Kind::Voltage, inWiring, {1, 1500}, "printed on the fuse; a car blade is 32 V"),
      row<&Fuse::breaking>("breaking_A", "breaking capacity", Kind::Current, inWiring, {1, 200000}, "data sheet of the fuse"),
      whenEmpty(row<&Fuse::carry>("carry", "carries for 10 s", Kind::Plain, inWiring, {1, 3}, "multiple of its rating, from its curve"),
                usual::fuseCarry),
      row<&Fuse::distance>("distance_mm", "from pack plus", Kind::SmallLength, inWiring, {0, 5000}, "tape measure, along the lead"),
      row<&Fuse::builtIn>("built_in", "inside the case", Kind::Flag, inWiring),
      row<&Fuse::kind>("kind", "kind of fuse", Kind::Choice, inWiring, {0, 0}, "its form: its curve says when it opens")};
  return rows;
}

FieldRows rowsOf(const PlugHalf*) {
  static const Rows rows{
      row<&PlugHalf::plus>("plus_contact", "plus contact", Kind::Choice, inWiring, {0, 0}, "look into the half: a hole or a pin?"),
      row<&PlugHalf::minus>("minus_contact", "minus contact", Kind::Choice, inWiring, {0, 0}, "look into the half: a hole or a pin?"),
      row<&PlugHalf::shell>("shell", "its body", Kind::Choice, inWiring, {0, 0}, "does it go over the other half, or into it?"),
      row<&PlugHalf::plusAt>("plus_at", "plus stands at", Kind::Choice, inWiring, {0, 0},
                             "meter on the live half: the place with the mark, or the other one?"),
      row<&PlugHalf::key>("key", "key and notch", Kind::Choice, inWiring, {0, 0}, "has somebody cut it?")};
  return rows;
}

FieldRows rowsOf(const Reading*) {
  static const Rows rows{
      row<&Reading::when>("when", "read on", Kind::Text, inPack),
      row<&Reading::of>("of", "readings of", Kind::Choice, inPack),
      row<&Reading::pack>("pack_V", "pack reading", Kind::Voltage, inPack, {0, 1000}, "meter at the plug, rested 30 min"),
      row<&Reading::rested>("rested_min", "rested", Kind::Minutes, inPack, {0, 1e6}),
      whenEmpty(
          row<&Reading::meterAccuracy>("meter_accuracy", "meter of this one", Kind::Fraction, inPack, {0, 0.1}, "meter's manual, DC volts"),
          "the plan's"),
      whenEmpty(row<&Reading::meterDigit>("meter_digit_V", "its last digit", Kind::Voltage, inPack, {0, 1}, "the smallest step it shows"),
                "the plan's")};
  return rows;
}

FieldRows rowsOf(const ChargeRecord*) {
  static const Rows rows{
      row<&ChargeRecord::when>("when", "charged on", Kind::Text, inCharging, {0, 0}, "year-month-day"),
      row<&ChargeRecord::charger>("charger", "by", Kind::Text, inCharging, {0, 0}, "the id of its charger"),
      row<&ChargeRecord::from>("from_soc", "from", Kind::Fraction, inCharging, {0, 1}, "rested voltage, read on a meter"),
      row<&ChargeRecord::to>("to_soc", "to", Kind::Fraction, inCharging, {0, 1}, "rested voltage, read on a meter"),
      row<&ChargeRecord::took>("took_min", "took", Kind::Minutes, inCharging, {0, 1e5}),
      row<&ChargeRecord::putBack>("put_back_Ah", "put in", Kind::Charge, inCharging, {0, 2000}, "charger's readout")};
  return rows;
}

FieldRows rowsOf(const CapacityTest*) {
  static const Rows rows{
      row<&CapacityTest::when>("when", "tested on", Kind::Text, inPack, {0, 0}, "year-month-day"),
      row<&CapacityTest::putBack>("put_back_Ah", "put back", Kind::Charge, inPack, {0, 2000}, "charger's readout, from empty to full"),
      row<&CapacityTest::resistance>("resistance_mohm", "resistance that day", Kind::Resistance, inPack, {0.5, 5000},
                                     "two loads at the plug: (V1 − V2)/(I2 − I1)")};
  return rows;
}

}  // namespace usherwright
