// A charger, and the packs that it is put to.
#pragma once

#include <string>
#include <vector>

#include "core/plan/choices.h"
#include "core/plan/values.h"
#include "core/quantity/quantity.h"

namespace usherwright {

/// What one of its lamps shows, and what that means.
struct ChargerLight {
  std::string shows, means;
  UnknownKeys unknown;
  friend bool operator==(const ChargerLight&, const ChargerLight&) = default;
};
FieldRows rowsOf(const ChargerLight*);

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
  Known<Watt> power;               ///< gives no more than this, whatever its volts
  Known<Volt> mainsFrom, mainsTo;  ///< printed after INPUT
  Known<Watt> mainsPower;          ///< printed after INPUT, or read on a watt meter
  Known<bool> selectorChecked;     ///< set for these mains, photographed, taped over
  Known<ChargerSetting> setting;
  Known<EndsBy> endsBy;
  Known<bool> outputDiode;  ///< nothing flows back into it
  Known<bool> compensated;  ///< lead: −3 mV/K per cell
  Known<Volt> keeps;        ///< lead: after the charge, until it is unplugged; at 25 °C
  Known<bool> supplied;     ///< with the packs that it is for, by the maker of them
  Known<Kilogram> mass;
  Known<Money> price;
  std::vector<std::string> forPacks;
  std::vector<ChargerLight> lights;
  UnknownKeys unknown;
  friend bool operator==(const Charger&, const Charger&) = default;
};
FieldRows rowsOf(const Charger*);

}  // namespace usherwright
