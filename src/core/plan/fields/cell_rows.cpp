// Rows of the field table: Cell, CellRc.
#include "core/plan/field_access.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Cell*) {
  static const Rows rows{
      row<&Cell::name>("name", "cell", Kind::Text, inPack),
      whenEmpty(row<&Cell::chemistry>("chemistry", "chemistry", Kind::Choice, inPack, {0, 0},
                                      "printed on the cell or the pack; the rested volts of a full cell settle it"),
                "nmc"),
      row<&Cell::form>("form", "size", Kind::Text, inPack),
      row<&Cell::capacity>("capacity_Ah", "cell capacity", Kind::Charge, inPack, {0.05, 500}, "a full discharge at 0.2 C, in Ah"),
      row<&Cell::resistance>("resistance_mohm", "cell resistance", Kind::Resistance, inPack, {0.02, 2000},
                             "two loads, ten seconds each: (V1 − V2)/(I2 − I1)"),
      row<&Cell::continuous>("continuous_A", "cell continuous", Kind::Current, inPack, {0.05, 1000}, "data sheet, or a test to 60 °C"),
      row<&Cell::peak>("peak_A", "cell short-time", Kind::Current, inPack, {0.05, 2000}, "data sheet"),
      row<&Cell::peakTime>("peak_s", "for", Kind::Duration, inPack, {0.1, 600}, "data sheet"),
      row<&Cell::charge>("charge_A", "cell charge limit", Kind::Current, inPack, {0.01, 1000}, "data sheet"),
      whenEmpty(row<&Cell::chargeVolts>("charge_V", "charged to", Kind::Voltage, inPack, {0.5, 5}, "data sheet: charge voltage"),
                "chemistry"),
      whenEmpty(row<&Cell::nominalVolts>("nominal_V", "nominal", Kind::Voltage, inPack, {0.5, 5}, "data sheet"), "chemistry"),
      whenEmpty(row<&Cell::minimumVolts>("minimum_V", "lowest under load", Kind::Voltage, inPack, {0.3, 4}, "data sheet: end of discharge"),
                "chemistry"),
      whenEmpty(row<&Cell::absoluteMinimumVolts>("absolute_minimum_V", "never below", Kind::Voltage, inPack, {0.3, 4}, "data sheet"),
                "chemistry"),
      whenEmpty(row<&Cell::chargeFrom>("charge_from_C", "charges from", Kind::Temperature, inPack, {-40, 60}, "data sheet"), "chemistry"),
      whenEmpty(row<&Cell::chargeTo>("charge_to_C", "charges up to", Kind::Temperature, inPack, {0, 90}, "data sheet"), "chemistry"),
      whenEmpty(row<&Cell::dischargeFrom>("discharge_from_C", "discharges from", Kind::Temperature, inPack, {-60, 40}, "data sheet"),
                "chemistry"),
      whenEmpty(row<&Cell::dischargeTo>("discharge_to_C", "discharges up to", Kind::Temperature, inPack, {20, 120}, "data sheet"),
                "chemistry"),
      row<&Cell::mass>("mass_g", "cell mass", Kind::CellMass, inPack, {0.5, 20000}, "kitchen scales"),
      row<&Cell::price>("price", "cell price", Kind::Price, inPack, {0, 10000}),
      row<&Cell::verified>("verified", "tested", Kind::Flag, inPack, {0, 0}, "a capacity test of a sample, logged"),
      row<&Cell::trust>("trust", "where from", Kind::Choice, inPack),
      row<&Cell::dataSheet>("data_sheet", "data sheet", Kind::Flag, inPack, {0, 0}, "one for exactly this cell"),
      row<&Cell::dateCode>("date_code", "date code", Kind::Text, inPack, {0, 0}, "printed on the wrap")};
  return rows;
}

FieldRows rowsOf(const CellRc*) {
  static const Rows rows{row<&CellRc::resistance>("resistance_mohm", "slow resistance", Kind::Resistance, inPack, {0, 2000},
                                                  "the further sag between one second and one minute"),
                         row<&CellRc::capacitance>("capacitance_F", "slow capacitance", Kind::Capacitance, inPack, {1, 1e6},
                                                   "time constant divided by the slow resistance")};
  return rows;
}

}  // namespace usherwright
