// Lines of the protocol, by a kept JSON library.
#include "core/instrument/line.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

using Json = nlohmann::ordered_json;

constexpr double mostVolts = 1000, mostAmperes = 1000, mostOhms = 1e9, mostGroup = 6, coldest = -60, hottest = 300, mostSeconds = 1e9;
constexpr std::size_t mostWords = 200;
constexpr int deepest = 4;

Expected<Json> objectOf(std::string_view line) {
  if (line.size() > mostLineBytes)
    return unexpected("the line", fmt::format("{} bytes", line.size()), fmt::format("at most {}", mostLineBytes));
  int depth = 0;
  for (const char c : line) {
    if ((c == '[' || c == '{') && ++depth > deepest) return unexpected("the line", "brackets in brackets", "one object of figures");
    if (c == ']' || c == '}') --depth;
  }
  Json json = Json::parse(line, nullptr, false);
  if (json.is_discarded()) return unexpected("the line", inQuotes(line), "one JSON object");
  if (!json.is_object()) return unexpected("the line", inQuotes(line), "a JSON object");
  return json;
}

Expected<std::string> wordOf(const Json& json, const char* key) {
  const auto at = json.find(key);
  if (at == json.end()) return std::string();
  if (!at->is_string()) return unexpected(key, inQuotes(at->dump(-1, ' ', false, Json::error_handler_t::replace)), "a text");
  const std::string& text = at->get_ref<const std::string&>();
  return withoutStrays(text.substr(0, mostWords), Breaks::No);
}

Expected<double> numberOf(const Json& json, std::string place, double low, double high) {
  if (!json.is_number())
    return unexpected(std::move(place), inQuotes(json.dump(-1, ' ', false, Json::error_handler_t::replace)), "a number");
  const double value = json.get<double>();
  if (!std::isfinite(value) || value < low || value > high)
    return unexpected(std::move(place), formatNumber(value, 6), fmt::format("{} to {}", formatNumber(low, 6), formatNumber(high, 6)));
  return value;
}

Expected<void> take(const Json& json, const char* key, double low, double high, Known<double>& into) {
  const auto at = json.find(key);
  if (at == json.end() || at->is_null()) return {};
  const auto value = numberOf(*at, key, low, high);
  if (!value) return tl::unexpected(value.error());
  into = *value;
  return {};
}

Expected<void> take(const Json& json, const char* key, double low, double high, std::size_t most, std::vector<double>& into) {
  const auto at = json.find(key);
  if (at == json.end() || at->is_null()) return {};
  if (!at->is_array() || at->size() > most)
    return unexpected(key, "no list or too long a one", fmt::format("a list of at most {} numbers", most));
  for (std::size_t i = 0; i < at->size(); ++i) {
    const auto value = numberOf((*at)[i], fmt::format("{} {}", key, i + 1), low, high);
    if (!value) return tl::unexpected(value.error());
    into.push_back(*value);
  }
  return {};
}

Expected<InstrumentKind> kindOf(const Json& json) {
  const auto word = wordOf(json, "kind");
  if (!word) return tl::unexpected(word.error());
  const auto at = std::find(instrumentWords.begin(), instrumentWords.end(), *word);
  if (at == instrumentWords.end()) return unexpected("kind", inQuotes(*word), "meter, bms or charger");
  return static_cast<InstrumentKind>(at - instrumentWords.begin());
}

Expected<InstrumentLine> helloOf(const Json& json) {
  const auto word = wordOf(json, "hello");
  if (!word || *word != "usherwright-instrument") return unexpected("hello", word ? inQuotes(*word) : "no text", "usherwright-instrument");
  const auto version = json.find("version");
  if (version == json.end() || !version->is_number_integer() || version->get<long long>() != protocolVersion)
    return unexpected("version", version == json.end() ? "nothing" : inQuotes(version->dump()), std::to_string(protocolVersion));
  const auto kind = kindOf(json);
  if (!kind) return tl::unexpected(kind.error());
  const auto name = wordOf(json, "name");
  if (!name) return tl::unexpected(name.error());
  return InstrumentHello{*kind, *name};
}

}  // namespace

Expected<InstrumentLine> parseInstrumentLine(std::string_view line) {
  const auto json = objectOf(line);
  if (!json) return tl::unexpected(json.error());
  if (json->contains("hello")) return helloOf(*json);
  const auto kind = kindOf(*json);
  if (!kind) return tl::unexpected(kind.error());
  InstrumentReading out;
  out.kind = *kind;
  Known<double> t;
  if (const auto ok = take(*json, "t", 0, mostSeconds, t); !ok) return tl::unexpected(ok.error());
  if (!t) return unexpected("t", "nothing", "seconds since it began");
  out.t = *t;
  for (const auto& ok :
       {take(*json, "pack_V", -mostVolts, mostVolts, out.volts), take(*json, "current_A", -mostAmperes, mostAmperes, out.amperes),
        take(*json, "ohm", 0, mostOhms, out.ohms), take(*json, "group_V", -mostGroup, mostGroup, mostGroupsRead, out.groups),
        take(*json, "temp_C", coldest, hottest, mostTemperatures, out.temperatures)})
    if (!ok) return tl::unexpected(ok.error());
  const auto state = wordOf(*json, "state");
  if (!state) return tl::unexpected(state.error());
  out.state = *state;
  return out;
}

Expected<InstrumentCommand> parseInstrumentCommand(std::string_view line) {
  const auto json = objectOf(line);
  if (!json) return tl::unexpected(json.error());
  const auto word = wordOf(*json, "command");
  if (!word) return tl::unexpected(word.error());
  InstrumentCommand out;
  if (*word == "start") out.what = InstrumentCommand::What::Start;
  else if (*word == "stop") out.what = InstrumentCommand::What::Stop;
  else if (*word == "set") out.what = InstrumentCommand::What::Set;
  else return unexpected("command", inQuotes(*word), "start, stop or set");
  const auto at = wordOf(*json, "at");
  if (!at) return tl::unexpected(at.error());
  if (out.what == InstrumentCommand::What::Set && at->empty()) return unexpected("at", "nothing", "where the probes are put");
  out.at = *at;
  return out;
}

namespace {

std::string printed(const Json& json) { return json.dump(-1, ' ', false, Json::error_handler_t::replace) + "\n"; }
double rounded(double value, double each) { return std::round(value * each) / each; }

}  // namespace

std::string lineOf(const InstrumentHello& hello) {
  return printed({{"hello", "usherwright-instrument"},
                  {"version", protocolVersion},
                  {"kind", instrumentWords[static_cast<std::size_t>(hello.kind)]},
                  {"name", hello.name}});
}

std::string lineOf(const InstrumentReading& r) {
  Json out{{"t", rounded(r.t, 1e3)}, {"kind", instrumentWords[static_cast<std::size_t>(r.kind)]}};
  if (r.volts) out["pack_V"] = *r.volts;
  if (r.amperes) out["current_A"] = *r.amperes;
  if (r.ohms) out["ohm"] = *r.ohms;
  if (!r.groups.empty()) out["group_V"] = r.groups;
  if (!r.temperatures.empty()) out["temp_C"] = r.temperatures;
  if (!r.state.empty()) out["state"] = r.state;
  return printed(out);
}

std::string lineOf(const InstrumentCommand& c) {
  static constexpr std::array words{"start", "stop", "set"};
  Json out{{"command", words[static_cast<std::size_t>(c.what)]}};
  if (!c.at.empty()) out["at"] = c.at;
  return printed(out);
}

}  // namespace usherwright
