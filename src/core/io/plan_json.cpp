// The plan file: reader, writer and schema, all driven by the field table.
#include "core/io/plan_json.h"

#include <fmt/format.h>

#include <algorithm>
#include <nlohmann/json.hpp>
#include <set>

#include "core/plan/edit.h"
#include "core/plan/fields.h"
#include "core/plan/structure.h"

namespace usherwright {
namespace {

using Json = nlohmann::ordered_json;

constexpr std::string_view formatName = "usherwright-plan";
constexpr int formatVersion = 1;

/// Thrown inside the reader only; never leaves this file.
struct Refused {
  Problem problem;
};

[[noreturn]] void refuse(std::string place, std::string found, std::string expected) {
  throw Refused{{place.empty() ? "/" : std::move(place), std::move(found), std::move(expected)}};
}

std::string described(const Json& j) {
  switch (j.type()) {
    case Json::value_t::null: return "null";
    case Json::value_t::object: return "an object";
    case Json::value_t::array: return "a list";
    case Json::value_t::string: return "\"" + j.get<std::string>().substr(0, 60) + "\"";
    case Json::value_t::boolean: return j.get<bool>() ? "true" : "false";
    default: return formatNumber(j.get<double>(), 12);
  }
}

FieldValue fieldValueOf(const Json& j, const std::string& place, const FieldSpec& spec) {
  if (j.is_null()) return {};
  if (j.is_number()) return j.get<double>();
  if (j.is_boolean()) return j.get<bool>();
  if (j.is_string()) return j.get<std::string>();
  refuse(place, described(j), expectedWords(spec));
}

template <class Owner>
void readObject(Owner& owner, const Json& json, const std::string& path);

/// Reads the children of one object; everything it touches is erased from `left`.
struct ChildReader {
  const Json& json;
  const std::string& path;
  std::set<std::string>& left;

  const Json* take(std::string_view key) {
    const auto found = json.find(std::string(key));
    if (found == json.end()) return nullptr;
    left.erase(std::string(key));
    return found->is_null() ? nullptr : &*found;
  }
  std::string at(std::string_view key) const { return path + "/" + std::string(key); }
  const Json* takeArray(std::string_view key) {
    const Json* j = take(key);
    if (j && !j->is_array()) refuse(at(key), described(*j), "a list");
    return j;
  }

  template <class T>
  void object(std::string_view key, T& child) {
    if (const Json* j = take(key)) readObject(child, *j, at(key));
  }
  template <class T>
  void list(std::string_view key, std::vector<T>& items) {
    const Json* j = takeArray(key);
    if (!j) return;
    if (j->size() > 2000) refuse(at(key), fmt::format("{} entries", j->size()), "at most 2000 entries");
    for (std::size_t i = 0; i < j->size(); ++i) {
      T item;
      readObject(item, (*j)[i], fmt::format("{}/{}", at(key), i));
      items.push_back(std::move(item));
    }
  }
  template <class T>
  void keyed(std::string_view key, std::vector<T>& items) {
    const Json* j = take(key);
    if (!j) return;
    if (!j->is_object()) refuse(at(key), described(*j), "an object with an id for each entry");
    for (const auto& [id, value] : j->items()) {
      if (id.empty() || id.find('/') != std::string::npos) refuse(at(key), "the id \"" + id.substr(0, 60) + "\"", "an id without a slash");
      T item;
      readObject(item, value, at(key) + "/" + id);
      item.id = id;
      items.push_back(std::move(item));
    }
  }
  void volts(std::string_view key, std::vector<Volt>& items) {
    const Json* j = takeArray(key);
    if (!j) return;
    for (std::size_t i = 0; i < j->size(); ++i) {
      const Json& v = (*j)[i];
      if (!v.is_number() || v.get<double>() < 0 || v.get<double>() > 1000)
        refuse(fmt::format("{}/{}", at(key), i), described(v), "a voltage from 0 to 1000 V");
      items.emplace_back(v.get<double>());
    }
  }
  void words(std::string_view key, std::vector<std::string>& items) {
    const Json* j = takeArray(key);
    if (!j) return;
    for (std::size_t i = 0; i < j->size(); ++i) {
      if (!(*j)[i].is_string()) refuse(fmt::format("{}/{}", at(key), i), described((*j)[i]), "a text");
      items.push_back((*j)[i].get<std::string>());
    }
  }
  void curve(std::string_view key, std::vector<CurvePoint>& items) {
    const Json* j = takeArray(key);
    if (!j) return;
    for (std::size_t i = 0; i < j->size(); ++i) {
      const Json& pair = (*j)[i];
      if (!pair.is_array() || pair.size() != 2 || !pair[0].is_number() || !pair[1].is_number())
        refuse(fmt::format("{}/{}", at(key), i), described(pair), "a pair [charge 0 to 1, volts]");
      const double soc = pair[0].get<double>();
      const double volts = pair[1].get<double>();
      if (soc < 0 || soc > 1 || volts <= 0 || volts > 10)
        refuse(fmt::format("{}/{}", at(key), i), fmt::format("[{}, {}]", soc, volts), "charge from 0 to 1 and volts from 0 to 10");
      items.push_back({StateOfCharge(soc), Volt(volts)});
    }
  }
  void ride(std::string_view key, std::vector<RidePoint>& items) {
    const Json* j = takeArray(key);
    if (!j) return;
    if (j->size() > 200000) refuse(at(key), fmt::format("{} rows", j->size()), "at most 200000 rows");
    for (std::size_t i = 0; i < j->size(); ++i) {
      const Json& pair = (*j)[i];
      const std::string place = fmt::format("{}/{}", at(key), i);
      if (!pair.is_array() || pair.size() != 2 || !pair[0].is_number() || !pair[1].is_number())
        refuse(place, described(pair), "a pair [seconds, watts]");
      const RidePoint point{Second(pair[0].get<double>()), Watt(pair[1].get<double>())};
      const bool rises = items.empty() ? point.time >= Second(0) : point.time > items.back().time;
      if (!rises || point.time > Second(1e6) || !(point.power >= Watt(0)) || point.power > Watt(50000))
        refuse(place, fmt::format("[{}, {}]", point.time.value(), point.power.value()), "rising seconds and 0 to 50000 W");
      items.push_back(point);
    }
    if (items.size() == 1) refuse(at(key), "one row", "at least two rows: the last one ends the ride");
  }
};

template <class Owner>
void readFields(Owner& owner, const Json& json, const std::string& path, std::set<std::string>& left) {
  for (const FieldSpec& spec : fieldsOf<Owner>()) {
    const std::string key(spec.key);
    const auto found = json.find(key);
    const std::string place = fmt::format("{}/{}", path, key);
    if (found == json.end()) {
      if (spec.required && spec.kind == Kind::Text && spec.key == "id") refuse(place, "nothing", "an id");
      if (spec.required && spec.kind == Kind::CellId) refuse(place, "nothing", expectedWords(spec));
      continue;  // a missing key keeps the default, or is not known yet
    }
    left.erase(key);
    const auto value = validated(spec, fieldValueOf(*found, place, spec));
    if (!value) refuse(place, value.error().found, value.error().expected);
    spec.set(&owner, *value);
  }
}

template <class Owner>
void readObject(Owner& owner, const Json& json, const std::string& path) {
  if (!json.is_object()) refuse(path, described(json), "an object");
  std::set<std::string> left;
  for (const auto& item : json.items()) left.insert(item.key());
  readFields(owner, json, path, left);
  ChildReader reader{json, path, left};
  visitChildren(owner, reader);
  if constexpr (!std::is_same_v<Owner, Plan>)
    for (const std::string& key : left) owner.unknown.emplace(key, json[key].dump());
}

std::vector<Alternative> alternativesOf(const Json& json, const std::string& place) {
  if (!json.is_array() || json.size() > 20) refuse(place, described(json), "a list of at most 20 other values");
  std::vector<Alternative> out;
  for (std::size_t i = 0; i < json.size(); ++i) {
    const std::string at = fmt::format("{}/{}", place, i);
    const Json& item = json[i];
    if (!item.is_object() || !item.contains("value")) refuse(at, described(item), "an object with \"value\" and \"from\"");
    Alternative other;
    const Json& value = item["value"];
    if (value.is_number()) other.value = value.get<double>();
    else if (value.is_boolean()) other.value = value.get<bool>();
    else if (value.is_string()) other.value = value.get<std::string>();
    else refuse(at + "/value", described(value), "a number, a text, true or false");
    const auto source = parseProvenance(item.contains("from") && item["from"].is_string() ? item["from"].get<std::string>() : "");
    if (!source) refuse(at + "/from", source.error().found, source.error().expected);
    other.from = *source;
    if (item.contains("note") && item["note"].is_string()) other.note = item["note"].get<std::string>();
    out.push_back(std::move(other));
  }
  return out;
}

void readProvenance(Plan& plan, const Json& json) {
  if (!json.is_object()) refuse("/provenance", described(json), "an object by field");
  for (const auto& [pointer, value] : json.items()) {
    const std::string place = "/provenance/" + pointer;
    if (!value.is_object() || !value.contains("from") || !value["from"].is_string())
      refuse(place, described(value), "an object with \"from\"");
    const auto source = parseProvenance(value["from"].get<std::string>());
    if (!source) refuse(place + "/from", source.error().found, source.error().expected);
    ProvenanceEntry entry{*source, {}, {}};
    if (value.contains("note") && value["note"].is_string()) entry.note = value["note"].get<std::string>();
    if (value.contains("also")) entry.also = alternativesOf(value["also"], place + "/also");
    plan.provenance.emplace(pointer, std::move(entry));
  }
}

void readAccepted(Plan& plan, const Json& json, const Json* headlines) {
  if (!json.is_object()) refuse("/accepted", described(json), "an object by finding");
  for (const auto& [key, value] : json.items()) {
    if (!value.is_string()) refuse("/accepted/" + key, described(value), "the reason as text");
    Acceptance acceptance{value.get<std::string>(), 0.0};
    if (headlines && headlines->is_object() && headlines->contains(key) && (*headlines)[key].is_number())
      acceptance.headline = (*headlines)[key].get<double>();
    plan.accepted.emplace(key, std::move(acceptance));
  }
}

/// Refuses before the parser would build a deep or huge tree; knows only strings and brackets.
void refuseHugeOrDeep(std::string_view text) {
  if (text.size() > maximumPlanBytes)
    refuse("file", fmt::format("{} MB", text.size() >> 20), fmt::format("a plan of at most {} MB", maximumPlanBytes >> 20));
  int depth = 0;
  bool inString = false;
  for (std::size_t i = 0; i < text.size(); ++i) {
    const char c = text[i];
    if (inString) {
      if (c == '\\') ++i;
      else if (c == '"') inString = false;
    } else if (c == '"') {
      inString = true;
    } else if (c == '{' || c == '[') {
      if (++depth > maximumPlanDepth)
        refuse(fmt::format("byte {}", i), fmt::format("brackets nested more than {} deep", maximumPlanDepth), "a plan");
    } else if (c == '}' || c == ']') {
      --depth;
    }
  }
}

/// Parses, and notices a key that stands twice in one object: one of its values would be lost.
Json parsedWithoutDuplicates(std::string_view text) {
  std::vector<std::set<std::string>> keys;
  const auto watch = [&](int depth, Json::parse_event_t event, Json& parsed) {
    const auto level = static_cast<std::size_t>(depth);
    if (event == Json::parse_event_t::object_start) {
      if (keys.size() <= level + 1) keys.resize(level + 2);
      keys[level + 1].clear();
    } else if (event == Json::parse_event_t::key) {
      if (keys.size() <= level) keys.resize(level + 1);
      const auto key = parsed.get<std::string>();
      if (!keys[level].insert(key).second) refuse("file", "the key \"" + key.substr(0, 60) + "\" twice in one object", "each key once");
    }
    return true;
  };
  try {
    return Json::parse(text.begin(), text.end(), watch);
  } catch (const Json::parse_error& error) {
    const std::size_t end = std::min(error.byte, text.size());
    const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(end), '\n');
    refuse(fmt::format("line {}", line), error.byte >= text.size() ? "the end of the text" : "something that is not JSON",
           "a whole JSON text");
  } catch (const Json::exception&) { refuse("file", "a number that no part could have", "ordinary numbers"); }
}

Plan readChecked(std::string_view text) {
  refuseHugeOrDeep(text);
  if (text.find_first_not_of(" \t\r\n") == std::string_view::npos) refuse("file", "nothing", "a plan");
  const Json json = parsedWithoutDuplicates(text);
  if (!json.is_object()) refuse("/", described(json), "a plan object");
  if (!json.contains("format") || json["format"] != formatName)
    refuse("/format", json.contains("format") ? described(json["format"]) : "nothing", fmt::format("\"{}\"", formatName));
  if (!json.contains("version") || !json["version"].is_number_integer())
    refuse("/version", json.contains("version") ? described(json["version"]) : "nothing", "version 1");
  if (json["version"] != formatVersion) refuse("/version", described(json["version"]), "version 1 (a newer application may be needed)");
  Plan plan;
  readObject(plan, json, "");
  if (json.contains("provenance")) readProvenance(plan, json["provenance"]);
  if (json.contains("accepted")) readAccepted(plan, json["accepted"], json.contains("accepted_at") ? &json["accepted_at"] : nullptr);
  std::set<std::string> known{"format", "version", "provenance", "accepted", "accepted_at", "bike", "cells",
                              "packs",  "joining", "wiring",     "chargers", "routes",      "need"};
  for (const FieldSpec& spec : fieldsOf<Plan>()) known.emplace(spec.key);
  for (const auto& [key, value] : json.items())
    if (!known.contains(key)) plan.unknown.emplace(key, value.dump());
  if (const auto sound = crossChecked(plan); !sound) throw Refused{sound.error()};
  return plan;
}

// ---- writing ----

Json numberOf(double value) {
  if (value == static_cast<double>(static_cast<long long>(value)) && std::abs(value) < 1e15) return static_cast<long long>(value);
  return value;
}

Json jsonOf(const FieldValue& value) {
  if (std::holds_alternative<double>(value)) return numberOf(std::get<double>(value));
  if (std::holds_alternative<bool>(value)) return std::get<bool>(value);
  if (std::holds_alternative<std::string>(value)) return std::get<std::string>(value);
  return nullptr;
}

template <class Owner>
Json written(const Owner& owner);

struct ChildWriter {
  Json& json;

  template <class T>
  void object(std::string_view key, const T& child) {
    json[std::string(key)] = child == T{} ? Json(nullptr) : written(child);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    Json array = Json::array();
    for (const T& item : items) array.push_back(written(item));
    json[std::string(key)] = std::move(array);
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    Json object = Json::object();
    for (const T& item : items) object[item.id] = written(item);
    json[std::string(key)] = std::move(object);
  }
  void volts(std::string_view key, const std::vector<Volt>& items) {
    Json array = Json::array();
    for (Volt v : items) array.push_back(numberOf(v.value()));
    json[std::string(key)] = std::move(array);
  }
  void words(std::string_view key, const std::vector<std::string>& items) { json[std::string(key)] = items; }
  void curve(std::string_view key, const std::vector<CurvePoint>& items) {
    if (items.empty()) return;
    Json array = Json::array();
    for (const CurvePoint& p : items) array.push_back(Json::array({numberOf(p.soc.value()), numberOf(p.voltage.value())}));
    json[std::string(key)] = std::move(array);
  }
  void ride(std::string_view key, const std::vector<RidePoint>& items) {
    if (items.empty()) return;
    Json array = Json::array();
    for (const RidePoint& p : items) array.push_back(Json::array({numberOf(p.time.value()), numberOf(p.power.value())}));
    json[std::string(key)] = std::move(array);
  }
};

template <class Owner>
Json written(const Owner& owner) {
  Json json = Json::object();
  for (const FieldSpec& spec : fieldsOf<Owner>()) json[std::string(spec.key)] = jsonOf(spec.get(&owner));
  ChildWriter writer{json};
  visitChildren(owner, writer);
  for (const auto& [key, text] : owner.unknown) json[key] = Json::parse(text);
  return json;
}

// ---- schema ----

Json schemaOf(const FieldSpec& spec) {
  Json s = Json::object();
  std::string type = isNumeric(spec.kind)      ? (spec.kind == Kind::Count ? "integer" : "number")
                     : spec.kind == Kind::Flag ? "boolean"
                                               : "string";
  s["title"] = std::string(spec.label);
  if (spec.required) s["type"] = type;
  else s["type"] = Json::array({type, "null"});
  if (isNumeric(spec.kind)) {
    s["minimum"] = numberOf(spec.minimum);
    s["maximum"] = numberOf(spec.maximum);
  }
  if (spec.kind == Kind::Choice) {
    Json words = Json::array();
    for (std::string_view word : spec.choices) words.push_back(std::string(word));
    if (!spec.required) words.push_back(nullptr);
    s["enum"] = words;
  }
  if (!spec.howTo.empty()) s["description"] = std::string(spec.howTo);
  return s;
}

template <class Owner>
Json objectSchema();

struct SchemaWriter {
  Json& properties;
  template <class T>
  void object(std::string_view key, const T&) {
    properties[std::string(key)] = {{"oneOf", Json::array({objectSchema<T>(), Json{{"type", "null"}}})}};
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>&) {
    properties[std::string(key)] = {{"type", "array"}, {"items", objectSchema<T>()}};
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>&) {
    properties[std::string(key)] = {{"type", "object"}, {"additionalProperties", objectSchema<T>()}};
  }
  void volts(std::string_view key, const std::vector<Volt>&) {
    properties[std::string(key)] = {{"type", "array"}, {"items", {{"type", "number"}, {"minimum", 0}, {"maximum", 1000}}}};
  }
  void words(std::string_view key, const std::vector<std::string>&) {
    properties[std::string(key)] = {{"type", "array"}, {"items", {{"type", "string"}}}};
  }
  void ride(std::string_view key, const std::vector<RidePoint>&) { curve(key, {}); }
  void curve(std::string_view key, const std::vector<CurvePoint>&) {
    properties[std::string(key)] = {{"type", "array"},
                                    {"items", {{"type", "array"}, {"items", {{"type", "number"}}}, {"minItems", 2}, {"maxItems", 2}}}};
  }
};

template <class Owner>
Json objectSchema() {
  Json properties = Json::object();
  Json needed = Json::array();
  for (const FieldSpec& spec : fieldsOf<Owner>()) {
    properties[std::string(spec.key)] = schemaOf(spec);
    if (spec.key == "id" || spec.kind == Kind::CellId) needed.push_back(std::string(spec.key));
  }
  SchemaWriter writer{properties};
  const Owner shape{};
  visitChildren(shape, writer);
  Json schema{{"type", "object"}, {"properties", properties}};
  if (!needed.empty()) schema["required"] = needed;
  return schema;
}

}  // namespace

Expected<Plan> readPlan(std::string_view text) {
  try {
    return readChecked(text);
  } catch (const Refused& refused) { return tl::unexpected(refused.problem); }
}

std::string writePlan(const Plan& plan) {
  Json json = Json::object();
  json["format"] = formatName;
  json["version"] = formatVersion;
  json.update(written(plan));
  Json provenance = Json::object();
  for (const auto& [pointer, entry] : plan.provenance) {
    Json row{{"from", std::string(provenanceWord(entry.from))}};
    if (!entry.note.empty()) row["note"] = entry.note;
    for (const Alternative& other : entry.also) {
      Json also{{"value", jsonOf(other.value)}, {"from", std::string(provenanceWord(other.from))}};
      if (!other.note.empty()) also["note"] = other.note;
      row["also"].push_back(std::move(also));
    }
    provenance[pointer] = std::move(row);
  }
  json["provenance"] = std::move(provenance);
  Json accepted = Json::object();
  Json headlines = Json::object();
  for (const auto& [key, acceptance] : plan.accepted) {
    accepted[key] = acceptance.reason;
    headlines[key] = acceptance.headline;
  }
  json["accepted"] = std::move(accepted);
  json["accepted_at"] = std::move(headlines);
  return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

std::string planSchema() {
  Json schema = objectSchema<Plan>();
  Json out{
      {"$schema", "https://json-schema.org/draft/2020-12/schema"},
      {"title", "Usherwright plan"},
      {"description", "One plan of an e-bike's batteries. Units are in the key names; null means not known yet. Unknown keys are kept."}};
  out.update(schema);
  out["properties"]["format"] = {{"const", formatName}};
  out["properties"]["version"] = {{"const", formatVersion}};
  out["properties"]["provenance"] = {{"type", "object"}};
  out["properties"]["accepted"] = {{"type", "object"}, {"additionalProperties", {{"type", "string"}}}};
  out["properties"]["accepted_at"] = {{"type", "object"}, {"additionalProperties", {{"type", "number"}}}};
  out["required"] = Json::array({"format", "version"});
  return out.dump(1) + "\n";
}

}  // namespace usherwright
