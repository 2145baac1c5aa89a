// A ride from a file. Text and JSON.
#include "calc/commands/ride.h"

#include <fmt/format.h>

#include "calc/json.h"
#include "core/assess/figures.h"
#include "core/quantity/units.h"
#include "core/travel/learn.h"

namespace usherwright::calc {
namespace {

/// Against the model, if the ride says enough.
std::optional<Learned::Judged> judged(Plan plan, const Assessment& a, const Ride& ride) {
  plan.rides.edit().push_back(ride);
  const Known<Volt> nominal = a.figures.packs.empty() ? Known<Volt>() : Known<Volt>(a.figures.packs.front().model.nominal);
  const Learned learned = learn(plan, nominal, powerLimit(plan, a.figures));
  if (learned.rides.empty() || learned.rides.back().ride + 1 != plan.rides.size()) return std::nullopt;
  return learned.rides.back();
}

/// Of the pack that carried it: only where there is no other.
std::optional<LearnedOfPack> ofPack(const Assessment& a, const RideFile& file) {
  if (a.figures.packs.size() != 1 || file.power.empty()) return std::nullopt;
  return learnedOf(a.figures.packs.front().model, file.power);
}

std::string learnedText(const char* name, const LearnedFigure& f, const char* unit) {
  if (!f.figure) return fmt::format("{}: {}\n", name, f.why);
  return fmt::format("{}: {} {}, nine times in ten {} to {} ({})\n", name, formatNumber(f.figure->likely), unit,
                     formatNumber(f.figure->low), formatNumber(f.figure->high), f.why);
}

Json learnedJson(const LearnedFigure& f) {
  if (!f.figure) return {{"likely", Json()}, {"why", f.why}};
  return {{"low", f.figure->low}, {"likely", f.figure->likely}, {"high", f.figure->high}, {"why", f.why}};
}

}  // namespace

std::string rideText(const Plan& plan, const Assessment& a, const RideFile& file) {
  const Ride& r = file.ride;
  std::string out = r.when.empty() ? "day not known" : r.when;
  const auto tell = [&](const auto& value, Kind kind) {
    if (value) out += ", " + formatQuantity(value->value(), kind);
  };
  tell(r.length, Kind::Distance);
  if (r.climb) out += ", climb " + formatQuantity(r.climb->value(), Kind::Climb);
  if (r.time) out += ", " + formatNumber(r.time->value()) + " min moving";
  tell(r.energy, Kind::Energy);
  tell(r.charge, Kind::Charge);
  tell(r.voltsLeft, Kind::Voltage);
  tell(r.air, Kind::Temperature);
  out += "\n";
  for (const std::string& s : file.said) out += "  " + s + "\n";
  if (const auto j = judged(plan, a, r))
    out += fmt::format("{} Wh used, {} expected: × {}{}\n", formatNumber(j->used.value()), formatNumber(j->expected.value()),
                       formatNumber(j->ratio), j->outlier ? ", far from the other rides" : "");
  if (const auto pack = ofPack(a, file))
    out += learnedText("resistance of the pack", pack->resistance, "mΩ") + learnedText("its charge", pack->charge, "Ah");
  return out;
}

std::string rideJson(const Plan& plan, const Assessment& a, const RideFile& file) {
  const Ride& r = file.ride;
  const auto j = judged(plan, a, r);
  Json out = Json{{"when", r.when.empty() ? Json() : Json(r.when)},
                  {"km", orNull(r.length)},
                  {"climb_m", orNull(r.climb)},
                  {"min", orNull(r.time)},
                  {"Wh", orNull(r.energy)},
                  {"Ah", orNull(r.charge)},
                  {"left_V", orNull(r.voltsLeft)},
                  {"air_C", orNull(r.air)},
                  {"said", file.said},
                  {"expected_Wh", j ? Json(j->expected.value()) : Json()},
                  {"ratio", j ? Json(j->ratio) : Json()}};
  if (const auto pack = ofPack(a, file)) {
    out["resistance_mohm"] = learnedJson(pack->resistance);
    out["charge_Ah"] = learnedJson(pack->charge);
  }
  return printed(out);
}

}  // namespace usherwright::calc
