// Rows of the field table: Bike, Accessory, Controller, Gauge.
#include "core/plan/field_access.h"
#include "core/plan/usual.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Bike*) {
  static const Rows rows{
      row<&Bike::mass>("mass_kg", "bike", Kind::Mass, inBike, {5, 500}, "weigh it with bathroom scales, one wheel at a time"),
      row<&Bike::rider>("rider_kg", "rider", Kind::Mass, inBike, {20, 250}, "bathroom scales, in riding clothes"),
      row<&Bike::load>("load_kg", "load", Kind::Mass, inBike, {0, 400}, "weigh the usual load"),
      whenEmpty(
          row<&Bike::dragArea>("cda_m2", "drag area", Kind::Drag, inBike, {0.1, 3}, "coast down a known hill; upright 0.60, cargo 0.75"),
          usual::dragArea),
      whenEmpty(row<&Bike::rolling>("crr", "rolling (Crr)", Kind::Plain, inBike, {0.002, 0.1},
                                    "coast to a stop on the flat; road 0.010, gravel 0.016, soft 0.030"),
                "by surface"),
      row<&Bike::drive>("drive", "drive", Kind::Choice, inBike),
      whenEmpty(row<&Bike::riderPower>("rider_W", "helps with", Kind::Power, inBike, {0, 500},
                                       "what the rider pushes for hours: easy 60, steady 90, hard 150"),
                usual::riderPower),
      whenEmpty(row<&Bike::noLoadSpeed>("noload_km_h", "no-load speed", Kind::Speed, inBike, {5, 120},
                                        "wheel off the ground, full throttle, read the display"),
                usual::noLoadSpeed),
      row<&Bike::model>("model", "bike model", Kind::Text, inBike, {0, 0}, "sticker, colour and year"),
      row<&Bike::display>("display", "display", Kind::Text, inBike, {0, 0}, "name on its back"),
      row<&Bike::wheel>("wheel_mm", "wheel", Kind::SmallLength, inBike, {150, 900}, "tape measure over the tyre"),
      row<&Bike::motor>("motor_W", "motor rating", Kind::Power, inBike, {10, 20000}, "printed on the motor"),
      row<&Bike::frame>("frame", "frame", Kind::Choice, inBike),
      whenEmpty(row<&Bike::wheelbase>("wheelbase_mm", "wheelbase", Kind::SmallLength, inBike, {600, 3000}, "from axle to axle"),
                "by frame"),
      whenEmpty(row<&Bike::seatTube>("seat_tube_mm", "seat tube", Kind::SmallLength, inBike, {150, 900}, "bottom bracket to its top"),
                "by frame"),
      whenEmpty(row<&Bike::downTube>("down_tube_mm", "down tube", Kind::SmallLength, inBike, {200, 1500}, "bottom bracket to head tube"),
                "by frame"),
      row<&Bike::shownDistance>("odometer_shown_km", "odometer said", Kind::Distance, inBike, {0.1, 1000}, "over a way of known length"),
      row<&Bike::trueDistance>("odometer_true_km", "really was", Kind::Distance, inBike, {0.1, 1000}, "satellite track, or a map")};
  return rows;
}

FieldRows rowsOf(const Accessory*) {
  static const Rows rows{row<&Accessory::name>("name", "accessory", Kind::Text, inBike),
                         row<&Accessory::power>("power_W", "accessory power", Kind::Power, inBike, {0, 1000}, "printed on it"),
                         row<&Accessory::maximum>("max_V", "its maximum", Kind::Voltage, inBike, {0, 200}, "printed on it"),
                         row<&Accessory::leadVolts>("lead_V", "its lead reads", Kind::Voltage, inBike, {0, 200},
                                                    "meter on the lead that feeds it, key on: it is often the battery's"),
                         row<&Accessory::tap>("tap", "fed from", Kind::Choice, inBike),
                         row<&Accessory::parked>("parked_mA", "draw while parked", Kind::SmallCurrent, inBike, {0, 1000},
                                                 "a meter in series with everything off"),
                         row<&Accessory::leadSize>("lead_size", "its lead", Kind::Wire, inBike, {0, 0}, "printed on the jacket")};
  return rows;
}

FieldRows rowsOf(const Controller*) {
  static const Rows rows{
      withTolerance(row<&Controller::currentLimit>("current_max_A", "controller limit", Kind::Current, inBike, {0.5, 300},
                                                   "printed on the controller, as 22±1A"),
                    "current_tolerance_A"),
      row<&Controller::currentTolerance>("current_tolerance_A", "limit tolerance", Kind::Current, inBike, {0, 50}, "printed after the ±"),
      withTolerance(row<&Controller::cutoff>("cutoff_V", "cut-off", Kind::Voltage, inBike, {5, 200}, "printed as L.V. 40±1V"),
                    "cutoff_tolerance_V"),
      row<&Controller::cutoffTolerance>("cutoff_tolerance_V", "cut-off tolerance", Kind::Voltage, inBike, {0, 20}, "printed after the ±"),
      row<&Controller::nameplate>("nameplate_V", "voltage class", Kind::Voltage, inBike, {5, 200},
                                  "the round figure printed first, as 48V"),
      row<&Controller::inputMaximum>("input_max_V", "takes at most", Kind::Voltage, inBike, {5, 300}, "printed as maximum input"),
      row<&Controller::capacitorVoltage>("capacitor_V", "capacitor print", Kind::Voltage, inBike, {5, 500},
                                         "printed on the large capacitors inside"),
      row<&Controller::bulkCapacitance>("bulk_uF", "capacitance", Kind::MicroCapacitance, inBike, {0, 100000},
                                        "printed on the large capacitors; add them up"),
      row<&Controller::regenCurrent>("regen_current_A", "regen current", Kind::Current, inBike, {0, 300},
                                     "clamp meter while braking; 0 if it is off"),
      whenEmpty(row<&Controller::regenCeiling>("regen_ceiling_soc", "no regen above", Kind::Fraction, inBike, {0, 1},
                                               "controller setting; 90 % keeps room"),
                "none"),
      whenEmpty(row<&Controller::boost>("boost_s", "boost time", Kind::Duration, inBike, {0.1, 3600},
                                        "only if the controller falls back by itself"),
                "no end"),
      row<&Controller::modified>("modified", "limit altered", Kind::Flag, inBike),
      whenEmpty(row<&Controller::tails>("tails_mohm", "controller leads", Kind::Resistance, inBike, {0, 500},
                                        "drop over the leads divided by the current"),
                usual::controllerLeads)};
  return rows;
}

FieldRows rowsOf(const Gauge*) {
  static const Rows rows{
      row<&Gauge::kind>("kind", "gauge shows", Kind::Choice, inJoining),
      whenEmpty(row<&Gauge::bars>("bars", "bars", Kind::Count, inJoining, {2, 20}, "count them when full"), usual::gaugeBars)};
  return rows;
}

}  // namespace usherwright
