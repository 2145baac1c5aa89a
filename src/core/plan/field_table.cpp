// The rows of the field table: key, label, kind, station, bounds and how to find the value.
#include "core/plan/field_access.h"

namespace usherwright {
namespace {

template <std::size_t N>
using Words = std::array<std::string_view, N>;

constexpr Words<6> chemistryWords{"nmc", "lipo", "lmo", "lfp", "lead", "nimh"};
constexpr Words<2> driveWords{"hub", "mid"};
constexpr Words<5> tapWords{"controller", "bus", "pack", "some-groups", "before-bms"};
constexpr Words<7> frameWords{"diamond", "step-through", "cargo", "full-suspension", "trike-two-in-front", "trike-two-behind", "folding"};
constexpr Words<3> trustWords{"named", "anonymous", "surplus"};
constexpr Words<12> conditionWords{"sound", "dented",  "swollen", "wet",     "nicked",   "smelling",
                                   "hot",   "flooded", "fallen",  "in-fire", "recalled", "history-unknown"};
constexpr Words<2> assemblyWords{"loose", "joined"};
constexpr Words<2> acceptedOnWords{"group-ladder", "total-volts"};
constexpr Words<3> matchedByWords{"capacity", "resistance", "voltage"};
constexpr Words<2> readingOfWords{"groups", "loose-cells"};
constexpr Words<3> originWords{"stock", "bought", "built"};
constexpr Words<2> portWords{"common", "separate"};
constexpr Words<3> liveSideWords{"sockets", "pins", "shrouded"};
constexpr Words<5> methodWords{"combiner", "direct", "schottky", "selector", "converter"};
constexpr Words<3> secondJointWords{"combiner", "direct", "schottky"};
constexpr Words<2> gaugeWords{"percent", "bars"};
constexpr Words<4> policyWords{"together", "small-first", "stock-first", "manual"};
constexpr Words<4> loadWords{"power", "current", "hilly", "profile"};
constexpr Words<3> insulationWords{"silicone", "pvc", "xlpe"};
constexpr Words<3> selectorWords{"none", "115", "230"};
constexpr Words<4> polarityWords{"centre-plus", "centre-minus", "pin1-plus", "pin1-minus"};
constexpr Words<2> poleWords{"plus", "minus"};
constexpr Words<3> placeWords{"port", "discharge", "bus"};
constexpr Words<3> surfaceWords{"road", "gravel", "soft"};

}  // namespace

template <>
std::span<const std::string_view> wordsOf<Chemistry>() {
  return chemistryWords;
}
template <>
std::span<const std::string_view> wordsOf<Method>() {
  return methodWords;
}
template <>
std::span<const std::string_view> wordsOf<Policy>() {
  return policyWords;
}
template <>
std::span<const std::string_view> wordsOf<Polarity>() {
  return polarityWords;
}
template <>
std::span<const std::string_view> wordsOf<Drive>() {
  return driveWords;
}
template <>
std::span<const std::string_view> wordsOf<Tap>() {
  return tapWords;
}
template <>
std::span<const std::string_view> wordsOf<FrameKind>() {
  return frameWords;
}
template <>
std::span<const std::string_view> wordsOf<Trust>() {
  return trustWords;
}
template <>
std::span<const std::string_view> wordsOf<Condition>() {
  return conditionWords;
}
template <>
std::span<const std::string_view> wordsOf<Assembly>() {
  return assemblyWords;
}
template <>
std::span<const std::string_view> wordsOf<AcceptedOn>() {
  return acceptedOnWords;
}
template <>
std::span<const std::string_view> wordsOf<MatchedBy>() {
  return matchedByWords;
}
template <>
std::span<const std::string_view> wordsOf<ReadingOf>() {
  return readingOfWords;
}
template <>
std::span<const std::string_view> wordsOf<Origin>() {
  return originWords;
}
template <>
std::span<const std::string_view> wordsOf<BmsPort>() {
  return portWords;
}
template <>
std::span<const std::string_view> wordsOf<LiveSide>() {
  return liveSideWords;
}
template <>
std::span<const std::string_view> wordsOf<LoadMode>() {
  return loadWords;
}
template <>
std::span<const std::string_view> wordsOf<SecondJoint>() {
  return secondJointWords;
}
template <>
std::span<const std::string_view> wordsOf<GaugeKind>() {
  return gaugeWords;
}
template <>
std::span<const std::string_view> wordsOf<Insulation>() {
  return insulationWords;
}
template <>
std::span<const std::string_view> wordsOf<Selector>() {
  return selectorWords;
}
template <>
std::span<const std::string_view> wordsOf<Pole>() {
  return poleWords;
}
template <>
std::span<const std::string_view> wordsOf<ChargePlace>() {
  return placeWords;
}
template <>
std::span<const std::string_view> wordsOf<Surface>() {
  return surfaceWords;
}

namespace {

using table::required;
using table::row;
using table::whenEmpty;
using table::withTolerance;
using Rows = std::vector<FieldSpec>;

constexpr auto inBike = Station::Bike;
constexpr auto inPack = Station::Pack;
constexpr auto inJoining = Station::Joining;
constexpr auto inCharging = Station::Charging;
constexpr auto inRange = Station::Range;

}  // namespace

template <>
std::span<const FieldSpec> fieldsOf<Plan>() {
  static const Rows rows{
      row<&Plan::title>("title", "title", Kind::Text, inBike),
      row<&Plan::currency>("currency", "currency", Kind::Text, inBike),
      row<&Plan::budget>("budget", "budget", Kind::Price, inBike, {0, 1e6}, "what may be spent, tax and shipping included"),
      whenEmpty(row<&Plan::tax>("tax", "tax on top", Kind::Fraction, inBike, {0, 1}, "sales tax and duty on parts"), "none"),
      whenEmpty(row<&Plan::shipping>("shipping", "shipping", Kind::Price, inBike, {0, 1e6}, "of all parts together"), "none"),
      row<&Plan::ambient>("ambient_C", "air temperature", Kind::Temperature, inBike, {-40, 60},
                          "the coldest day that counts, on a thermometer in the shade"),
      whenEmpty(row<&Plan::hottest>("hottest_C", "hottest air", Kind::Temperature, inBike, {0, 70},
                                    "the hottest day that counts, where the leads lie"),
                "35"),
      whenEmpty(row<&Plan::meterAccuracy>("meter_accuracy", "meter accuracy", Kind::Fraction, inBike, {0, 0.1}, "meter's manual, DC volts"),
                "0.5"),
      whenEmpty(row<&Plan::meterDigit>("meter_digit_V", "meter's last digit", Kind::Voltage, inBike, {0, 1}, "the smallest step it shows"),
                "0.01 V")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Need>() {
  static const Rows rows{
      row<&Need::add>("add", "add a pack", Kind::Flag, inBike),
      row<&Need::replace>("replace", "replace a pack", Kind::Flag, inBike),
      row<&Need::build>("build", "build from cells", Kind::Flag, inBike),
      row<&Need::chargers>("chargers", "choose chargers", Kind::Flag, inBike),
      row<&Need::care>("care", "care and storage", Kind::Flag, inBike),
      row<&Need::goalEnergy>("goal_Wh", "goal in Wh", Kind::Energy, inBike, {1, 1e5}, "Wh per km times the longest ride"),
      row<&Need::goalCharge>("goal_Ah", "goal in Ah", Kind::Charge, inBike, {0.1, 2000}, "only with its voltage: compare in Wh"),
      whenEmpty(row<&Need::reserve>("reserve_km", "reserve", Kind::Distance, inBike, {0, 500}, "the way home from the far end"), "none"),
      whenEmpty(row<&Need::endHealth>("end_soh", "still enough at", Kind::Fraction, inBike, {0.4, 1},
                                      "health at which the packs must still do the ride"),
                "80")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<CapacityTest>() {
  static const Rows rows{
      row<&CapacityTest::when>("when", "tested on", Kind::Text, inPack, {0, 0}, "year-month-day"),
      row<&CapacityTest::putBack>("put_back_Ah", "put back", Kind::Charge, inPack, {0, 2000}, "charger's readout, from empty to full"),
      row<&CapacityTest::resistance>("resistance_mohm", "resistance that day", Kind::Resistance, inPack, {0.5, 5000},
                                     "two loads at the plug: (V1 − V2)/(I2 − I1)")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Bike>() {
  static const Rows rows{
      row<&Bike::mass>("mass_kg", "bike", Kind::Mass, inBike, {5, 500}, "weigh it with bathroom scales, one wheel at a time"),
      row<&Bike::rider>("rider_kg", "rider", Kind::Mass, inBike, {20, 250}, "bathroom scales, in riding clothes"),
      row<&Bike::load>("load_kg", "load", Kind::Mass, inBike, {0, 400}, "weigh the usual load"),
      whenEmpty(
          row<&Bike::dragArea>("cda_m2", "drag area", Kind::Drag, inBike, {0.1, 3}, "coast down a known hill; upright 0.60, cargo 0.75"),
          "0.6"),
      whenEmpty(row<&Bike::rolling>("crr", "rolling (Crr)", Kind::Plain, inBike, {0.002, 0.1},
                                    "coast to a stop on the flat; road 0.010, gravel 0.016, soft 0.030"),
                "by surface"),
      row<&Bike::drive>("drive", "drive", Kind::Choice, inBike),
      whenEmpty(row<&Bike::riderPower>("rider_W", "helps with", Kind::Power, inBike, {0, 500},
                                       "what the rider pushes for hours: easy 60, steady 90, hard 150"),
                "90"),
      whenEmpty(row<&Bike::noLoadSpeed>("noload_km_h", "no-load speed", Kind::Speed, inBike, {5, 120},
                                        "wheel off the ground, full throttle, read the display"),
                "25 km/h"),
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

template <>
std::span<const FieldSpec> fieldsOf<Accessory>() {
  static const Rows rows{row<&Accessory::name>("name", "accessory", Kind::Text, inBike),
                         row<&Accessory::power>("power_W", "accessory power", Kind::Power, inBike, {0, 1000}, "printed on it"),
                         row<&Accessory::maximum>("max_V", "its maximum", Kind::Voltage, inBike, {0, 200}, "printed on it"),
                         row<&Accessory::leadVolts>("lead_V", "its lead reads", Kind::Voltage, inBike, {0, 200},
                                                    "meter on the lead that feeds it, key on: it is often the battery's"),
                         row<&Accessory::tap>("tap", "fed from", Kind::Choice, inBike),
                         row<&Accessory::parked>("parked_mA", "draw while parked", Kind::SmallCurrent, inBike, {0, 1000},
                                                 "a meter in series with everything off")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Controller>() {
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
                "2")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Cell>() {
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

template <>
std::span<const FieldSpec> fieldsOf<CellRc>() {
  static const Rows rows{row<&CellRc::resistance>("resistance_mohm", "slow resistance", Kind::Resistance, inPack, {0, 2000},
                                                  "the further sag between one second and one minute"),
                         row<&CellRc::capacitance>("capacitance_F", "slow capacitance", Kind::Capacitance, inPack, {1, 1e6},
                                                   "time constant divided by the slow resistance")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Pack>() {
  static const Rows rows{
      required(row<&Pack::id>("id", "pack id", Kind::Text, inPack)),
      row<&Pack::name>("name", "name", Kind::Text, inPack),
      row<&Pack::origin>("origin", "origin", Kind::Choice, inPack),
      whenEmpty(row<&Pack::cell>("cell", "cell", Kind::CellId, inPack, {0, 0}, "only if somebody has seen one: printed on its wrap"),
                "a closed box, by its label"),
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
      row<&Pack::plug>("plug", "plug", Kind::ConnectorId, inJoining),
      whenEmpty(row<&Pack::plugLiveSide>("plug_live_side", "live side has", Kind::Choice, inJoining, {0, 0},
                                         "look into the pack's half of the plug"),
                "sockets"),
      row<&Pack::chargePort>("charge_port", "charge port", Kind::ConnectorId, inCharging),
      row<&Pack::chargePolarity>("charge_polarity", "port polarity", Kind::Choice, inCharging, {0, 0},
                                 "meter on the port, sign and volts, nothing plugged in"),
      row<&Pack::chargeLeadSize>("charge_lead_size", "charge lead", Kind::Wire, inCharging)};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Bms>() {
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
      whenEmpty(row<&Bms::resistance>("resistance_mohm", "BMS resistance", Kind::Resistance, inPack, {0, 500}), "8"),
      whenEmpty(row<&Bms::cellCutoff>("cell_cutoff_V", "BMS low cut", Kind::Voltage, inPack, {0.5, 4}, "data sheet of the board"),
                "chemistry"),
      row<&Bms::cellFull>("cell_full_V", "BMS high cut", Kind::Voltage, inPack, {1, 5}, "data sheet of the board"),
      row<&Bms::sensesAllGroups>("senses_all_groups", "senses all groups", Kind::Flag, inPack),
      row<&Bms::chargeFrom>("charge_from_C", "charges from", Kind::Temperature, inPack, {-40, 60}, "settings of the board"),
      row<&Bms::chargeTo>("charge_to_C", "charges up to", Kind::Temperature, inPack, {0, 90}, "settings of the board"),
      row<&Bms::dischargeTo>("discharge_to_C", "discharges up to", Kind::Temperature, inPack, {0, 100}, "settings of the board"),
      row<&Bms::reconnects>("reconnects", "rejoins by itself", Kind::Flag, inPack, {0, 0}, "data sheet: recovery after under-voltage")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Fuse>() {
  static const Rows rows{
      row<&Fuse::present>("present", "fuse fitted", Kind::Flag, inJoining),
      row<&Fuse::rating>("rating_A", "fuse", Kind::Current, inJoining, {0.1, 1000}, "printed on the fuse"),
      row<&Fuse::dcVoltage>("dc_V", "fuse DC voltage", Kind::Voltage, inJoining, {1, 1500}, "printed on the fuse; a car blade is 32 V"),
      row<&Fuse::breaking>("breaking_A", "breaking capacity", Kind::Current, inJoining, {1, 200000}, "data sheet of the fuse"),
      whenEmpty(row<&Fuse::carry>("carry", "carries for 10 s", Kind::Plain, inJoining, {1, 3}, "multiple of its rating, from its curve"),
                "1.1"),
      row<&Fuse::distance>("distance_mm", "from pack plus", Kind::SmallLength, inJoining, {0, 5000}, "tape measure, along the lead"),
      row<&Fuse::builtIn>("built_in", "inside the case", Kind::Flag, inJoining)};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Reading>() {
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

template <>
std::span<const FieldSpec> fieldsOf<Joining>() {
  static const Rows rows{
      row<&Joining::method>("method", "how the packs meet", Kind::Choice, inJoining),
      row<&Joining::policy>("policy", "who goes first", Kind::Choice, inJoining),
      row<&Joining::mark>("mark_soc", "change at", Kind::Fraction, inJoining, {0, 0.95}),
      row<&Joining::precharge>("precharge_ohm", "precharge", Kind::PlainResistance, inJoining, {0.1, 100000}),
      row<&Joining::loadMode>("load_mode", "the ride is", Kind::Choice, inJoining),
      whenEmpty(row<&Joining::loadPower>("load_power_W", "power drawn", Kind::Power, inJoining, {0, 50000},
                                         "watt meter over a usual ride; empty: from the route"),
                "route"),
      whenEmpty(row<&Joining::loadCurrent>("load_current_A", "current drawn", Kind::Current, inJoining, {0, 1000},
                                           "clamp meter over a usual ride"),
                "route"),
      whenEmpty(row<&Joining::limitWhileApart>("limit_while_apart_A", "limit while apart", Kind::Current, inJoining, {0.5, 300}), "none"),
      row<&Joining::switchedInputs>("switched_inputs", "switch per pack", Kind::Flag, inJoining, {0, 0},
                                    "rated for the ride's current, DC"),
      row<&Joining::looseEndsCapped>("loose_ends_capped", "ends are capped", Kind::Flag, inJoining),
      row<&Joining::alwaysTogether>("always_together", "never apart", Kind::Flag, inJoining, {0, 0},
                                    "never unplugged, never charged apart"),
      row<&Joining::twoMeters>("two_meters", "two meters", Kind::Flag, inJoining, {0, 0},
                               "the packs were read by two meters, or on two days"),
      row<&Joining::outputPlug>("output_plug", "plug after joint", Kind::ConnectorId, inJoining)};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<JoinPart>() {
  static const Rows rows{
      row<&JoinPart::input>("input_A", "joiner, per input", Kind::Current, inJoining, {0.5, 1000}, "printed on the joiner"),
      row<&JoinPart::total>("total_A", "joiner, total", Kind::Current, inJoining, {0.5, 1000}, "printed on the joiner"),
      row<&JoinPart::inputs>("inputs", "joiner's inputs", Kind::Count, inJoining, {1, 20}, "count them"),
      row<&JoinPart::voltage>("voltage_V", "joiner voltage", Kind::Voltage, inJoining, {5, 1000}, "printed on the joiner"),
      whenEmpty(row<&JoinPart::forwardDrop>("forward_V", "forward drop", Kind::Voltage, inJoining, {0, 3}), "method"),
      whenEmpty(row<&JoinPart::onResistance>("on_mohm", "joiner resistance", Kind::Resistance, inJoining, {0, 500}), "method"),
      row<&JoinPart::standby>("standby_mA", "joiner standby", Kind::SmallCurrent, inJoining, {0, 1000}),
      row<&JoinPart::closedBox>("closed_box", "in a closed box", Kind::Flag, inJoining),
      row<&JoinPart::heatSink>("heat_sink_K_per_W", "heat-sink K/W", Kind::Plain, inJoining, {0.05, 100}, "data sheet of the heat-sink"),
      row<&JoinPart::breakBeforeMake>("break_before_make", "breaks first", Kind::Flag, inJoining, {0, 0}, "data sheet of the switch"),
      row<&JoinPart::breaksLoad>("breaks_load", "breaks the load", Kind::Flag, inJoining, {0, 0}, "rated DC volts and amperes to break")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<ConverterPart>() {
  static const Rows rows{
      row<&ConverterPart::source>("source", "pack behind it", Kind::Text, inJoining, {0, 0}, "id of the pack; empty: the last one"),
      row<&ConverterPart::second>("second_joint", "the others by", Kind::Choice, inJoining),
      row<&ConverterPart::set>("set_V", "converter set to", Kind::Voltage, inJoining, {5, 500}, "no-load output on a meter"),
      row<&ConverterPart::fallback>("fallback_V", "falls back to", Kind::Voltage, inJoining, {5, 500},
                                    "its output when the setting is lost: manual, or the trimmer at its stop"),
      row<&ConverterPart::output>("output_A", "converter output", Kind::Current, inJoining, {0.1, 500}, "printed on the converter"),
      row<&ConverterPart::power>("power_W", "converter power", Kind::Power, inJoining, {1, 20000}, "printed on the converter"),
      whenEmpty(row<&ConverterPart::efficiency>("efficiency", "efficiency", Kind::Fraction, inJoining, {0.5, 1}, "data sheet"), "92"),
      whenEmpty(row<&ConverterPart::standby>("standby_mA", "standby", Kind::SmallCurrent, inJoining, {0, 2000}, "meter in its input lead"),
                "20"),
      row<&ConverterPart::inputLow>("input_low_V", "input from", Kind::Voltage, inJoining, {1, 500}, "printed on the converter"),
      row<&ConverterPart::inputHigh>("input_high_V", "input up to", Kind::Voltage, inJoining, {1, 1000}, "printed on the converter"),
      whenEmpty(row<&ConverterPart::ownCut>("own_cut_V", "its own low cut", Kind::Voltage, inJoining, {1, 500}, "setting of the converter"),
                "cells")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Gauge>() {
  static const Rows rows{row<&Gauge::kind>("kind", "gauge shows", Kind::Choice, inJoining),
                         whenEmpty(row<&Gauge::bars>("bars", "bars", Kind::Count, inJoining, {2, 20}, "count them when full"), "5")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Wiring>() {
  return {};
}

template <>
std::span<const FieldSpec> fieldsOf<Run>() {
  static const Rows rows{
      required(row<&Run::id>("id", "run id", Kind::Text, inJoining)),
      row<&Run::from>("from", "from", Kind::Text, inJoining),
      row<&Run::to>("to", "to", Kind::Text, inJoining),
      row<&Run::fromPole>("from_pole", "from the pole", Kind::Choice, inJoining, {0, 0}, "meter: which pole of the pack it starts at"),
      row<&Run::toPole>("to_pole", "to the pole", Kind::Choice, inJoining, {0, 0}, "meter: which pole of the pack it ends at"),
      required(row<&Run::size>("size", "lead size", Kind::Wire, inJoining, {0, 0}, "printed on the jacket")),
      whenEmpty(row<&Run::lengthPlus>("length_plus_m", "plus length", Kind::Length, inJoining, {0, 20}, "tape measure along the route"),
                "drawing"),
      whenEmpty(row<&Run::lengthMinus>("length_minus_m", "minus length", Kind::Length, inJoining, {0, 20}, "tape measure along the route"),
                "drawing"),
      row<&Run::insulation>("insulation", "insulation", Kind::Choice, inJoining),
      row<&Run::bundle>("bundle", "loaded wires", Kind::Count, inJoining, {1, 40}, "how many current-carrying wires lie together"),
      row<&Run::closed>("closed", "closed housing", Kind::Flag, inJoining),
      row<&Run::touchable>("touchable", "can be touched", Kind::Flag, inJoining)};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Charger>() {
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
      whenEmpty(row<&Charger::efficiency>("efficiency", "efficiency", Kind::Fraction, inCharging, {0.3, 1}), "88"),
      row<&Charger::stop>("stop_A", "stops at", Kind::Current, inCharging, {0.005, 50}, "clamp meter as its lamp changes"),
      row<&Charger::reading>("reading_V", "no-load reading", Kind::Voltage, inCharging, {0, 500}, "meter on its plug, nothing connected"),
      whenEmpty(row<&Charger::meterAccuracy>("meter_accuracy", "meter accuracy", Kind::Fraction, inCharging, {0, 0.1},
                                             "meter's manual, DC volts"),
                "0.5")};
  return rows;
}

template <>
std::span<const FieldSpec> fieldsOf<Route>() {
  static const Rows rows{
      required(row<&Route::id>("id", "route", Kind::Text, inRange)),
      row<&Route::length>("km", "distance", Kind::Distance, inRange, {0.1, 1000}, "odometer, or a map"),
      row<&Route::climb>("climb_m", "climb", Kind::Climb, inRange, {0, 20000}, "a map with contours"),
      whenEmpty(
          row<&Route::climbGrade>("climb_grade", "usual grade", Kind::Fraction, inRange, {0.005, 0.3}, "climb of one hill over its length"),
          "2.7"),
      whenEmpty(row<&Route::speed>("speed_km_h", "speed", Kind::Speed, inRange, {3, 90}, "display on the flat"), "20 km/h"),
      row<&Route::surface>("surface", "rolls on", Kind::Choice, inRange),
      whenEmpty(row<&Route::headwind>("headwind_km_h", "headwind", Kind::Speed, inRange, {-60, 60},
                                      "against the rider over the whole ride; 0 on a round trip in light air"),
                "none")};
  return rows;
}

}  // namespace usherwright
