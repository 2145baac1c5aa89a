// The words of columns.
#include "core/io/ride_columns.h"

#include <algorithm>
#include <array>
#include <span>
#include <string>
#include <vector>

namespace usherwright {
namespace {

/// "batteryVoltage_mV [avg]" → battery, voltage, mv, avg.
std::vector<std::string> wordsOf(std::string_view name) {
  std::vector<std::string> out;
  std::string word;
  const auto end = [&] {
    if (!word.empty()) out.push_back(std::move(word));
    word.clear();
  };
  char before = 0;
  for (const char c : name) {
    const bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c & 0x80) != 0;
    const bool hump = c >= 'A' && c <= 'Z' && before >= 'a' && before <= 'z';
    if (!letter || hump) end();
    if (letter) word += c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
    before = c;
  }
  end();
  // A unit's small letter before its great one is no hump: "m V".
  for (std::size_t i = 0; i + 1 < out.size(); ++i)
    if (out[i] == "m" && (out[i + 1] == "v" || out[i + 1] == "a")) {
      out[i] += out[i + 1];
      out.erase(out.begin() + static_cast<std::ptrdiff_t>(i) + 1);
    }
  return out;
}

struct Word {
  std::string_view word;
  RideColumn what;
  double scale = 1;
};
constexpr double mile = 1.609344;
/// What a quantity is called.
constexpr Word quantities[] = {
    {"time", RideColumn::Time},
    {"timestamp", RideColumn::Time},
    {"seconds", RideColumn::Time},
    {"sec", RideColumn::Time},
    {"zeit", RideColumn::Time},
    {"temps", RideColumn::Time},
    {"hora", RideColumn::Time},
    {"tiempo", RideColumn::Time},
    {"elapsed", RideColumn::Time},
    {"datetime", RideColumn::Time},
    {"voltage", RideColumn::Volts},
    {"volts", RideColumn::Volts},
    {"volt", RideColumn::Volts},
    {"spannung", RideColumn::Volts},
    {"tension", RideColumn::Volts},
    {"current", RideColumn::Amperes},
    {"amps", RideColumn::Amperes},
    {"amperes", RideColumn::Amperes},
    {"strom", RideColumn::Amperes},
    {"courant", RideColumn::Amperes},
    {"corriente", RideColumn::Amperes},
    {"power", RideColumn::Watts},
    {"watts", RideColumn::Watts},
    {"leistung", RideColumn::Watts},
    {"puissance", RideColumn::Watts},
    {"potencia", RideColumn::Watts},
    {"distance", RideColumn::Distance},
    {"dist", RideColumn::Distance},
    {"strecke", RideColumn::Distance},
    {"distancia", RideColumn::Distance},
    {"odometer", RideColumn::Odometer},
    {"odo", RideColumn::Odometer},
    {"speed", RideColumn::Speed},
    {"velocity", RideColumn::Speed},
    {"geschwindigkeit", RideColumn::Speed},
    {"vitesse", RideColumn::Speed},
    {"velocidad", RideColumn::Speed},
    {"latitude", RideColumn::Latitude},
    {"lat", RideColumn::Latitude},
    {"longitude", RideColumn::Longitude},
    {"lon", RideColumn::Longitude},
    {"lng", RideColumn::Longitude},
    {"elevation", RideColumn::Height},
    {"altitude", RideColumn::Height},
    {"ele", RideColumn::Height},
    {"height", RideColumn::Height},
    {"alt", RideColumn::Height},
    {"ambient", RideColumn::Air},
    {"air", RideColumn::Air},
};
/// What a unit alone says.
constexpr Word units[] = {
    {"s", RideColumn::Time},
    {"ms", RideColumn::Time, 1e-3},
    {"v", RideColumn::Volts},
    {"mv", RideColumn::Volts, 1e-3},
    {"a", RideColumn::Amperes},
    {"ma", RideColumn::Amperes, 1e-3},
    {"w", RideColumn::Watts},
    {"kw", RideColumn::Watts, 1e3},
    {"km", RideColumn::Distance},
    {"mi", RideColumn::Distance, mile},
    {"miles", RideColumn::Distance, mile},
    {"kmh", RideColumn::Speed},
    {"kph", RideColumn::Speed},
    {"mph", RideColumn::Speed, mile},
    {"ah", RideColumn::UsedCharge},
    {"mah", RideColumn::UsedCharge, 1e-3},
    {"wh", RideColumn::UsedEnergy},
    {"kwh", RideColumn::UsedEnergy, 1e3},
};
constexpr std::array<std::string_view, 10> ofBattery{"battery",  "batt",    "bat", "pack",     "akku",
                                                     "batterie", "bateria", "bms", "electric", "input"};
constexpr std::array<std::string_view, 8> ofRider{"rider", "human", "pedal", "cyclist", "fahrer", "crank", "leg", "muscle"};
/// Of these nothing is a figure of the whole pack, or of the moment.
constexpr std::array<std::string_view, 22> ofElse{
    "cell",  "min",  "max",     "avg",    "average", "phase", "motor",       "throttle", "setpoint", "limit", "total",
    "delta", "diff", "charger", "target", "mosfet",  "temp",  "temperature", "vertical", "cadence",  "heart", "wheel"};

template <class Words>
bool has(const Words& in, const std::string& word) {
  return std::find(std::begin(in), std::end(in), word) != std::end(in);
}

const Word* find(std::span<const Word> in, const std::string& word) {
  const auto at = std::find_if(in.begin(), in.end(), [&](const Word& w) { return w.word == word; });
  return at == in.end() ? nullptr : &*at;
}

}  // namespace

RideColumnMeaning meaningOfColumn(std::string_view name) {
  const std::vector<std::string> words = wordsOf(name);
  RideColumnMeaning out;
  bool battery = false, rider = false, other = false, metre = false, foot = false, perHour = false, perSecond = false;
  const Word* unit = nullptr;
  for (std::size_t i = 0; i < words.size(); ++i) {
    const std::string& w = words[i];
    battery = battery || has(ofBattery, w);
    rider = rider || has(ofRider, w);
    other = other || has(ofElse, w);
    metre = metre || w == "m" || w == "metres" || w == "meters";
    foot = foot || w == "ft" || w == "feet";
    perHour = perHour || w == "h";
    perSecond = perSecond || (i > 0 && w == "s" && words[i - 1] == "m");
    if (const Word* q = find(quantities, w); q && out.what == RideColumn::Unknown) out.what = q->what;
    if (const Word* u = find(units, w)) unit = u;
  }
  // "air temperature" is the air's; any other temperature is some part's.
  if (out.what == RideColumn::Air) return out;
  if (other) return {};
  const bool counter = unit && (unit->what == RideColumn::UsedCharge || unit->what == RideColumn::UsedEnergy);
  if (out.what == RideColumn::Unknown && unit && (words.size() <= 2 || counter)) out.what = unit->what;
  if (out.what == RideColumn::Unknown) return {};
  if (out.what == RideColumn::Watts) out.what = rider ? RideColumn::RiderWatts : battery ? RideColumn::BatteryWatts : RideColumn::Watts;
  if (unit && (unit->what == out.what || (unit->what == RideColumn::Watts && (out.what == RideColumn::BatteryWatts || rider)) ||
               (unit->what == RideColumn::Distance && out.what == RideColumn::Odometer)))
    out.scale = unit->scale;
  if (out.what == RideColumn::Distance || out.what == RideColumn::Odometer) out.scale = metre ? 1e-3 : out.scale;
  if (out.what == RideColumn::Height && foot) out.scale = 0.3048;
  if (out.what == RideColumn::Speed) {
    if (perSecond) out.scale = 3.6;
    else if (perHour && unit && unit->what == RideColumn::Distance) out.scale = unit->scale;
  }
  return out;
}

}  // namespace usherwright
