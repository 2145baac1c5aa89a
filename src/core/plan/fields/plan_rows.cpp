// Rows of the field table: Plan, Need, Route.
#include "core/plan/field_access.h"
#include "core/plan/usual.h"

namespace usherwright {

using namespace table;  // its row() and stations, in every line below

FieldRows rowsOf(const Plan*) {
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
                usual::hottestAir),
      whenEmpty(row<&Plan::meterAccuracy>("meter_accuracy", "meter accuracy", Kind::Fraction, inBike, {0, 0.1}, "meter's manual, DC volts"),
                usual::meterAccuracy),
      whenEmpty(row<&Plan::meterDigit>("meter_digit_V", "meter's last digit", Kind::Voltage, inBike, {0, 1}, "the smallest step it shows"),
                usual::meterDigit)};
  return rows;
}

FieldRows rowsOf(const Need*) {
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
                usual::endHealth)};
  return rows;
}

FieldRows rowsOf(const Route*) {
  static const Rows rows{
      required(row<&Route::id>("id", "route", Kind::Text, inRange)),
      row<&Route::length>("km", "distance", Kind::Distance, inRange, {0.1, 1000}, "odometer, or a map"),
      row<&Route::climb>("climb_m", "climb", Kind::Climb, inRange, {0, 20000}, "a map with contours"),
      whenEmpty(
          row<&Route::climbGrade>("climb_grade", "usual grade", Kind::Fraction, inRange, {0.005, 0.3}, "climb of one hill over its length"),
          usual::climbGrade),
      whenEmpty(row<&Route::speed>("speed_km_h", "speed", Kind::Speed, inRange, {3, 90}, "display on the flat"), usual::speed),
      row<&Route::surface>("surface", "rolls on", Kind::Choice, inRange),
      whenEmpty(row<&Route::headwind>("headwind_km_h", "headwind", Kind::Speed, inRange, {-60, 60},
                                      "against the rider over the whole ride; 0 on a round trip in light air"),
                "none"),
      row<&Route::windFrom>("wind_from_deg", "wind from", Kind::Angle, inRange, {0, 360}, "0 north, 90 east; needs a track")};
  return rows;
}

FieldRows rowsOf(const RouteStop*) {
  static const Rows rows{
      row<&RouteStop::at>("km", "stop after", Kind::Distance, inRange, {0, 1000}, "from the start: the map, or the track"),
      row<&RouteStop::minutes>("min", "stop lasts", Kind::Minutes, inRange, {1, 1440}, "as long as somebody sits beside it"),
      refersTo(Refers::Charger, row<&RouteStop::charger>("charger", "charger carried", Kind::Text, inRange, {0, 0},
                                                         "the id of one of the chargers of the plan")),
      row<&RouteStop::place>("place", "stop is at", Kind::Text, inRange, {0, 0}, "a socket that one may use; ask before")};
  return rows;
}

FieldRows rowsOf(const Ride*) {
  static const Rows rows{
      row<&Ride::when>("when", "ridden on", Kind::Text, inRange),
      row<&Ride::length>("km", "distance ridden", Kind::Distance, inRange, {0.1, 1000}, "display or track"),
      row<&Ride::climb>("climb_m", "climb ridden", Kind::Climb, inRange, {0, 20000}, "track, or a map with contours"),
      row<&Ride::energy>("Wh", "Wh used", Kind::Energy, inRange, {1, 1e5}, "watt meter between pack and bike"),
      row<&Ride::charge>("Ah", "Ah used", Kind::Charge, inRange, {0.01, 2000}, "what the charger put back, or a coulomb counter"),
      row<&Ride::time>("min", "time moving", Kind::Minutes, inRange, {1, 3000}, "display, while it moved"),
      whenEmpty(row<&Ride::surface>("surface", "rolled on", Kind::Choice, inRange), "road"),
      row<&Ride::barsLeft>("bars_left", "bars left", Kind::Count, inRange, {0, 20}, "the bike's gauge at the end of the ride"),
      row<&Ride::voltsLeft>("left_V", "volts at the end", Kind::Voltage, inRange, {1, 200}, "display or meter, at the end of the ride"),
      row<&Ride::air>("air_C", "air on the ride", Kind::Temperature, inRange, {-40, 60}, "a thermometer in the shade"),
      row<&Ride::load>("load_kg", "load carried", Kind::Mass, inRange, {0, 1000}, "scales"),
      row<&Ride::note>("note", "ride note", Kind::Text, inRange)};
  return rows;
}

FieldRows rowsOf(const Claim*) {
  static const Rows rows{
      row<&Claim::words>("words", "words claimed", Kind::Text, inRange, {0, 0}, "the words of the listing, the label or the seller"),
      refersTo(Refers::Pack,
               whenEmpty(row<&Claim::pack>("pack", "claim's pack", Kind::Text, inRange, {0, 0}, "which one the words are about"),
                         "all together")),
      row<&Claim::by>("by", "claimant", Kind::Text, inRange)};
  return rows;
}

}  // namespace usherwright
