// The plan file: writer, size and schema, all driven by the field table.
#include "core/io/plan_json.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/io/json_tree.h"
#include "core/plan/fields.h"
#include "core/plan/sizes.h"
#include "core/plan/structure.h"

namespace usherwright {
namespace {

Json numberOf(double value) {
  if (std::abs(value) < 1e15 && value == static_cast<double>(static_cast<long long>(value))) return static_cast<long long>(value);
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
/// All of a plan but its format and version.
Json bodyOf(const Plan& plan);

struct ChildWriter {
  Json& json;

  template <class T>
  void object(std::string_view key, const T& child) {
    append(json, std::string(key), child == T{} ? Json(nullptr) : written(child));
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    Json array = Json::array();
    for (const T& item : items) array.push_back(written(item));
    append(json, std::string(key), std::move(array));
  }
  template <class T>
  void records(std::string_view key, const Records<T>& items) {
    list(key, items.all());
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    Json object = Json::object();
    for (const T& item : items) append(object, item.id, written(item));
    append(json, std::string(key), std::move(object));
  }
  void volts(std::string_view key, const std::vector<Volt>& items) {
    Json array = Json::array();
    for (Volt v : items) array.push_back(numberOf(v.value()));
    append(json, std::string(key), std::move(array));
  }
  void words(std::string_view key, const std::vector<std::string>& items) { append(json, std::string(key), items); }
  void curve(std::string_view key, const std::vector<CurvePoint>& items) {
    if (items.empty()) return;
    Json array = Json::array();
    for (const CurvePoint& p : items) array.push_back(Json::array({numberOf(p.soc.value()), numberOf(p.voltage.value())}));
    append(json, std::string(key), std::move(array));
  }
  void ride(std::string_view key, const Shared<std::vector<RidePoint>>& rows) {
    if (rows->empty()) return;
    Json array = Json::array();
    for (const RidePoint& p : *rows) array.push_back(Json::array({numberOf(p.time.value()), numberOf(p.power.value())}));
    append(json, std::string(key), std::move(array));
  }
  void track(std::string_view key, const Shared<std::vector<TrackPoint>>& points) {
    if (points->empty()) return;
    const auto known = [](const Known<double>& value) { return value ? numberOf(*value) : Json(nullptr); };
    Json array = Json::array();
    for (const TrackPoint& p : *points) {
      Json row = Json::array({numberOf(p.latitude), numberOf(p.longitude), known(p.elevation), known(p.time)});
      if (p.begins) row.push_back(1);
      array.push_back(std::move(row));
    }
    append(json, std::string(key), std::move(array));
  }
  void branch(std::string_view key, const Shared<Plan>& plan) { append(json, std::string(key), bodyOf(*plan)); }
};

template <class Owner>
Json written(const Owner& owner) {
  Json json = Json::object();
  for (const FieldSpec& spec : fieldsOf<Owner>()) append(json, std::string(spec.key), jsonOf(spec.get(&owner)));
  ChildWriter writer{json};
  visitChildren(owner, writer);
  for (const auto& [key, text] : *owner.unknown) append(json, key, Json::parse(text));
  return json;
}

Json bodyOf(const Plan& plan) {
  Json json = written(plan);
  Json provenance = Json::object();
  for (const auto& [pointer, entry] : plan.provenance) {
    Json row{{"from", std::string(provenanceWord(entry.from))}};
    if (!entry.note.empty()) row["note"] = entry.note;
    for (const Alternative& other : entry.also) {
      Json also{{"value", jsonOf(other.value)}, {"from", std::string(provenanceWord(other.from))}};
      if (!other.note.empty()) also["note"] = other.note;
      row["also"].push_back(std::move(also));
    }
    append(provenance, pointer, std::move(row));
  }
  json["provenance"] = std::move(provenance);
  Json accepted = Json::object();
  Json headlines = Json::object();
  for (const auto& [key, acceptance] : plan.accepted) {
    append(accepted, key, acceptance.reason);
    Json at{{"headline", acceptance.headline}, {"when", acceptance.when}};
    at["fields"] = acceptance.fields;
    append(headlines, key, std::move(at));
  }
  json["accepted"] = std::move(accepted);
  json["accepted_at"] = std::move(headlines);
  return json;
}

// ---- how large a file it makes ----

constexpr std::size_t numberBytes = 40;  // a number or a word of the table on a line of its own, with its indent

/// A number with at most three decimals and six digits before them is printed so; any other may take all its digits.
std::size_t digitsAtMost(double value) {
  const double thousandths = value * 1000;
  return std::abs(thousandths) < 1e9 && thousandths == std::floor(thousandths) ? 13 : 25;
}

constexpr std::size_t lineBytes = 20;  // of a field: its indent, quotes, colon, comma and break
constexpr std::size_t rowBytes = 24;   // of a pair: brackets, commas, and indents of its four lines

constexpr std::size_t trackNumbers = 104;  // four figures with all their digits, and their commas

/// An escaped text: quotes, backslashes and line breaks take two bytes.
std::size_t textBytes(const std::string& text) { return 2 * text.size() + numberBytes; }

/// Kept JSON text, spread out again: each of its brackets and commas begins a line that is indented as deep as it stands.
std::size_t spreadBytes(const std::string& json) {
  std::size_t bytes = json.size() + numberBytes;
  std::size_t depth = 10;
  bool inString = false;
  for (std::size_t i = 0; i < json.size(); ++i) {
    const char c = json[i];
    if (c == '"') inString = !inString;
    else if (c == '\\' && inString) ++i;
    else if (inString) continue;
    else if (c == '[' || c == '{') bytes += ++depth + 2;
    else if (c == ']' || c == '}') bytes += depth-- + 2;
    else if (c == ',' || c == ':') bytes += depth + 2;
  }
  return bytes;
}

/// Never less than the file that writePlan() makes.
struct Measurer {
  std::size_t bytes = 0;

  template <class Owner>
  void all(const Owner& owner) {
    for (const FieldSpec& spec : fieldsOf<Owner>()) {
      bytes += spec.key.size() + lineBytes;
      const FieldValue value = spec.get(&owner);
      if (const auto* number = std::get_if<double>(&value)) bytes += digitsAtMost(*number);
      else if (const auto* text = std::get_if<std::string>(&value)) bytes += 2 * text->size() + 2;
      else bytes += 5;  // null, true, false
    }
    for (const auto& [key, text] : *owner.unknown) bytes += textBytes(key) + spreadBytes(text);
    visitChildren(owner, *this);
  }
  template <class T>
  void object(std::string_view key, const T& child) {
    bytes += key.size() + numberBytes;
    all(child);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    bytes += key.size() + numberBytes * (1 + items.size());
    for (const T& item : items) all(item);
  }
  template <class T>
  void records(std::string_view key, const Records<T>& items) {
    list(key, items.all());
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    list(key, items);
    for (const T& item : items) bytes += textBytes(item.id);
  }
  void volts(std::string_view key, const std::vector<Volt>& items) { bytes += key.size() + numberBytes * (1 + items.size()); }
  void words(std::string_view key, const std::vector<std::string>& items) {
    bytes += key.size() + numberBytes;
    for (const std::string& item : items) bytes += textBytes(item);
  }
  void curve(std::string_view key, const std::vector<CurvePoint>& items) { bytes += key.size() + 3 * numberBytes * (1 + items.size()); }
  void ride(std::string_view key, const Shared<std::vector<RidePoint>>& rows) {
    bytes += key.size() + numberBytes;
    for (const RidePoint& p : *rows) bytes += rowBytes + digitsAtMost(p.time.value()) + digitsAtMost(p.power.value());
  }
  void track(std::string_view key, const Shared<std::vector<TrackPoint>>& points) {
    bytes += key.size() + numberBytes + points->size() * (2 * rowBytes + trackNumbers);
  }
  void branch(std::string_view, const Shared<Plan>& plan);
};

std::size_t bytesAtMost(const Plan& plan) {
  Measurer m{1000};
  m.all(plan);
  for (const auto& [pointer, entry] : plan.provenance) {
    m.bytes += textBytes(pointer) + textBytes(entry.note) + 2 * numberBytes;
    for (const Alternative& other : entry.also) {
      const auto* text = std::get_if<std::string>(&other.value);
      m.bytes += 5 * numberBytes + textBytes(other.note) + (text ? textBytes(*text) : 0);
    }
  }
  for (const auto& [key, acceptance] : plan.accepted) m.bytes += 2 * textBytes(key) + textBytes(acceptance.reason) + 2 * numberBytes;
  return m.bytes;
}

/// Each line of it begins three spaces further in.
void Measurer::branch(std::string_view, const Shared<Plan>& plan) { bytes += 2 * bytesAtMost(*plan); }

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
  void records(std::string_view key, const Records<T>& items) {
    list(key, items.all());
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
  void ride(std::string_view key, const Shared<std::vector<RidePoint>>&) { curve(key, {}); }
  void track(std::string_view key, const Shared<std::vector<TrackPoint>>&) {
    properties[std::string(key)] = {
        {"type", "array"},
        {"items", {{"type", "array"}, {"items", {{"type", Json::array({"number", "null"})}}}, {"minItems", 4}, {"maxItems", 5}}}};
  }
  void branch(std::string_view key, const Shared<Plan>&) {
    properties[std::string(key)] = {{"type", "object"}, {"description", "a whole plan, without format, version and options"}};
  }
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
    if (spec.key == "id") needed.push_back(std::string(spec.key));
  }
  SchemaWriter writer{properties};
  const Owner shape{};
  visitChildren(shape, writer);
  Json schema{{"type", "object"}, {"properties", properties}};
  if (!needed.empty()) schema["required"] = needed;
  return schema;
}

}  // namespace

std::string writePlan(const Plan& plan) {
  Json json = Json::object();
  json["format"] = planFormat;
  json["version"] = planVersion;
  json.update(bodyOf(plan));
  return dumped(json, 1) + "\n";
}

Expected<void> fitsAFile(const Plan& plan) {
  if (bytesAtMost(plan) <= maximumPlanBytes) return {};
  const std::size_t bytes = writePlan(plan).size();  // the bound is high: what it refuses is looked at closely
  if (bytes <= maximumPlanBytes) return {};
  return unexpected("plan", fmt::format("{:.1f} MB when it is written", static_cast<double>(bytes) / (1u << 20)),
                    fmt::format("at most {} MB: take old readings or long texts away", maximumPlanBytes >> 20));
}

std::string planSchema() {
  Json schema = objectSchema<Plan>();
  Json out{
      {"$schema", "https://json-schema.org/draft/2020-12/schema"},
      {"title", "Usherwright plan"},
      {"description", "One plan of an e-bike's batteries. Units are in the key names; null means not known yet. Unknown keys are kept."}};
  out.update(schema);
  out["properties"]["format"] = {{"const", planFormat}};
  out["properties"]["version"] = {{"const", planVersion}};
  out["properties"]["provenance"] = {{"type", "object"}};
  out["properties"]["accepted"] = {{"type", "object"}, {"additionalProperties", {{"type", "string"}}}};
  out["properties"]["accepted_at"] = {{"type", "object"}, {"additionalProperties", {{"type", {"number", "object"}}}}};
  out["required"] = Json::array({"format", "version"});
  return dumped(out, 1) + "\n";
}

}  // namespace usherwright
