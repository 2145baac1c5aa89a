// A charger, and the packs that it is put to.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

struct Charger {
  std::string id;
  std::string name;
  Known<Volt> output;
  Known<Ampere> current;
  Known<Chemistry> chemistry;
  std::string plug;
  Known<Polarity> polarity;
  Known<Selector> selector;
  Known<ChargePlace> place;  ///< not known: the charge port
  Known<Efficiency> efficiency;
  Known<Ampere> stop;
  Known<Volt> reading;  ///< no-load output on a meter
  Known<Coefficient> meterAccuracy;
  std::vector<std::string> forPacks;
  UnknownKeys unknown;
  friend bool operator==(const Charger&, const Charger&) = default;
};
FieldRows rowsOf(const Charger*);

}  // namespace usherwright
