// A kind of cell.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct CellRc {
  Known<MilliOhm> resistance;
  Known<Farad> capacitance;
  UnknownKeys unknown;
  friend bool operator==(const CellRc&, const CellRc&) = default;
};
FieldRows rowsOf(const CellRc*);

struct Cell {
  std::string id;
  std::string name;
  Known<Chemistry> chemistry;  ///< chemistryOf() says what counts while it is not known
  std::string form = "18650";
  AmpereHour capacity{2.5};
  MilliOhm resistance{30};
  CellRc rc;
  Known<Ampere> continuous;
  Known<Ampere> peak;
  Known<Second> peakTime;
  Known<Ampere> charge;
  /// The cell's own limits; the row of its chemistry fills what is left out.
  Known<Volt> chargeVolts, nominalVolts, minimumVolts, absoluteMinimumVolts;
  Known<Celsius> chargeFrom, chargeTo, dischargeFrom, dischargeTo;
  Known<Gram> mass;
  Known<Money> price;
  bool verified = false;
  Trust trust = Trust::Named;
  Known<bool> dataSheet;  ///< there is one for exactly this cell
  std::string dateCode;
  std::vector<CurvePoint> restCurve;  ///< empty: the chemistry's typical curve
  UnknownKeys unknown;
  friend bool operator==(const Cell&, const Cell&) = default;
};
FieldRows rowsOf(const Cell*);

}  // namespace usherwright
