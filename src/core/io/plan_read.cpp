// The reader of plan files, driven by the field table. Bounded: see core/plan/sizes.h.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <utility>

#include "core/io/json_tree.h"
#include "core/io/plan_json.h"
#include "core/plan/edit.h"
#include "core/plan/entries.h"
#include "core/plan/fields.h"
#include "core/plan/sizes.h"
#include "core/plan/structure.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

FieldValue fieldValueOf(const Json& j, const std::string& place, const FieldSpec& spec) {
  if (j.is_null()) return {};
  if (j.is_number()) return j.get<double>();
  if (j.is_boolean()) return j.get<bool>();
  if (j.is_string()) return j.get<std::string>();
  refuse(place, described(j), expectedWords(spec));
}

/// A text that is no field of the table.
std::string textOf(const Json& j, const std::string& place, Breaks breaks) {
  if (!j.is_string()) refuse(place, described(j), "a text");
  const auto& text = j.get_ref<const std::string&>();
  if (text.size() > mostTextBytes)
    refuse(place, fmt::format("{} characters", text.size()), fmt::format("at most {} characters", mostTextBytes));
  if (const auto stray = strayIn(text, breaks)) refuse(place, *stray, breaks == Breaks::No ? "a line of text" : "plain text");
  return text;
}

/// The members of one object, each taken at most once; what is left is not known here.
class Members {
 public:
  Members(const Json& json, const std::string& path) {
    if (!json.is_object()) refuse(path, described(json), "an object");
    for (const auto& [key, value] : json.get_ref<const Json::object_t&>()) left_.emplace(key, &value);
  }
  /// Null if it is not there.
  const Json* take(std::string_view key) {
    const auto found = left_.find(key);
    if (found == left_.end()) return nullptr;
    const Json* value = found->second;
    left_.erase(found);
    return value;
  }
  const std::map<std::string_view, const Json*>& left() const { return left_; }

 private:
  std::map<std::string_view, const Json*> left_;
};

Known<TrackPoint> trackPointOf(const Json& row) {
  const auto within = [&](std::size_t i, double most) { return row[i].is_number() && std::abs(row[i].get<double>()) <= most; };
  if (!row.is_array() || row.size() < 4 || row.size() > 5 || !within(0, 90) || !within(1, 180)) return std::nullopt;
  if (!(row[2].is_null() || within(2, 20000)) || !(row[3].is_null() || within(3, 1e9))) return std::nullopt;
  TrackPoint point{row[0].get<double>(), row[1].get<double>(), std::nullopt, std::nullopt, row.size() == 5};
  if (!row[2].is_null()) point.elevation = row[2].get<double>();
  if (!row[3].is_null()) point.time = row[3].get<double>();
  return point;
}

class Reader {
 public:
  Plan plan(const Json& json);

 private:
  Plan branch(const Json& json, const std::string& path);
  Plan body(Members& members, const std::string& path);
  template <class Owner>
  void object(Owner& owner, const Json& json, const std::string& path);
  template <class Owner>
  void fields(Owner& owner, Members& members, const std::string& path);
  template <class Owner>
  void rest(Owner& owner, Members& members, const std::string& path);
  void keep(UnknownKeys& unknown, std::string_view key, const Json& value, const std::string& path);
  void room(std::size_t size, std::size_t most, const std::string& place, const char* unit = "entries") const {
    if (size > most) refuse(place, fmt::format("{} {}", size, unit), fmt::format("at most {} {}", most, unit));
  }

  friend struct ChildReader;
  std::vector<std::string> leftOut_;  ///< fields of the plan that is being read whose default is no more than that
  std::size_t unknownKeys_ = 0, unknownBytes_ = 0;
};

/// Reads the children of one object.
struct ChildReader {
  Reader& reader;
  Members& members;
  const std::string& path;

  std::string at(std::string_view key) const { return path + "/" + std::string(key); }
  const Json* take(std::string_view key) {
    const Json* found = members.take(key);
    return found && !found->is_null() ? found : nullptr;
  }
  const Json* takeArray(std::string_view key, std::size_t most, const char* unit = "entries") {
    const Json* j = take(key);
    if (!j) return nullptr;
    if (!j->is_array()) refuse(at(key), described(*j), "a list");
    reader.room(j->size(), most, at(key), unit);
    return j;
  }

  template <class T>
  void object(std::string_view key, T& child) {
    if (const Json* j = take(key)) reader.object(child, *j, at(key));
  }
  template <class T>
  void list(std::string_view key, std::vector<T>& items) {
    const Json* j = takeArray(key, mostOf<T>());
    if (!j) return;
    items.resize(j->size());
    for (std::size_t i = 0; i < j->size(); ++i) reader.object(items[i], (*j)[i], fmt::format("{}/{}", at(key), i));
  }
  template <class T>
  void records(std::string_view key, Records<T>& items) {
    std::vector<T> rows;
    list(key, rows);
    items = std::move(rows);
  }
  template <class T>
  void keyed(std::string_view key, std::vector<T>& items) {
    const Json* j = take(key);
    if (!j) return;
    if (!j->is_object()) refuse(at(key), described(*j), "an object with an id for each entry");
    reader.room(j->size(), mostOf<T>(), at(key));
    for (const auto& [id, value] : j->get_ref<const Json::object_t&>()) {
      if (id.empty() || id.find('/') != std::string::npos) refuse(at(key), "the id " + inQuotes(id), "an id without a slash");
      static_cast<void>(textOf(id, at(key), Breaks::No));
      T item;
      reader.object(item, value, at(key) + "/" + id);
      item.id = id;
      items.push_back(std::move(item));
    }
  }
  void volts(std::string_view key, std::vector<Volt>& items) {
    const Json* j = takeArray(key, mostGroups);
    if (!j) return;
    for (std::size_t i = 0; i < j->size(); ++i) {
      const Json& v = (*j)[i];
      if (!v.is_number() || v.get<double>() < 0 || v.get<double>() > 1000)
        refuse(fmt::format("{}/{}", at(key), i), described(v), "a voltage from 0 to 1000 V");
      items.emplace_back(v.get<double>());
    }
  }
  void words(std::string_view key, std::vector<std::string>& items) {
    const Json* j = takeArray(key, mostEntries);
    if (!j) return;
    for (std::size_t i = 0; i < j->size(); ++i) items.push_back(textOf((*j)[i], fmt::format("{}/{}", at(key), i), Breaks::No));
  }
  void curve(std::string_view key, std::vector<CurvePoint>& items) {
    const Json* j = takeArray(key, mostCurvePoints, "points");
    if (!j) return;
    for (std::size_t i = 0; i < j->size(); ++i) {
      const Json& pair = (*j)[i];
      if (!pair.is_array() || pair.size() != 2 || !pair[0].is_number() || !pair[1].is_number())
        refuse(fmt::format("{}/{}", at(key), i), described(pair), "a pair [charge 0 to 1, volts]");
      items.push_back({StateOfCharge(pair[0].get<double>()), Volt(pair[1].get<double>())});
    }
  }
  void ride(std::string_view key, Shared<std::vector<RidePoint>>& shared) {
    const Json* j = takeArray(key, mostRideRows, "rows");
    if (!j) return;
    std::vector<RidePoint> items;
    items.reserve(j->size());
    for (std::size_t i = 0; i < j->size(); ++i) {
      const Json& pair = (*j)[i];
      const auto place = [&] { return fmt::format("{}/{}", at(key), i); };
      if (!pair.is_array() || pair.size() != 2 || !pair[0].is_number() || !pair[1].is_number())
        refuse(place(), described(pair), "a pair [seconds, watts]");
      const RidePoint point{Second(pair[0].get<double>()), Watt(pair[1].get<double>())};
      const bool rises = items.empty() ? point.time >= Second(0) : point.time > items.back().time;
      if (!rises || point.time > Second(1e6) || !(point.power >= Watt(0)) || point.power > Watt(50000))
        refuse(place(), fmt::format("[{}, {}]", point.time.value(), point.power.value()), "rising seconds and 0 to 50000 W");
      items.push_back(point);
    }
    if (items.size() == 1) refuse(at(key), "one row", "at least two rows: the last one ends the ride");
    shared = std::move(items);
  }
  void track(std::string_view key, Shared<std::vector<TrackPoint>>& shared) {
    const Json* j = takeArray(key, mostTrackPoints, "points");
    if (!j) return;
    std::vector<TrackPoint> points;
    points.reserve(j->size());
    for (std::size_t i = 0; i < j->size(); ++i) {
      const auto point = trackPointOf((*j)[i]);
      if (!point)
        refuse(fmt::format("{}/{}", at(key), i), described((*j)[i]),
               "[latitude, longitude, metres or null, seconds or null], and a 1 behind where a segment begins");
      points.push_back(*point);
    }
    shared = std::move(points);
  }
  void branch(std::string_view key, Shared<Plan>& shared) {
    if (const Json* j = take(key)) shared = reader.branch(*j, at(key));
  }
};

template <class Owner>
void Reader::fields(Owner& owner, Members& members, const std::string& path) {
  for (const FieldSpec& spec : fieldsOf<Owner>()) {
    const Json* found = members.take(spec.key);
    const auto place = [&] { return fmt::format("{}/{}", path, spec.key); };
    if (!found) {
      if (spec.required && (spec.kind == Kind::Text || spec.key == "what"))
        refuse(place(), "nothing", spec.key == "id" ? "an id" : expectedWords(spec));
      if (isDefaultWord(spec)) leftOut_.push_back(place());
      continue;  // a missing key keeps the default, or is not known yet
    }
    const auto value = validated(spec, fieldValueOf(*found, place(), spec));
    if (!value) refuse(place(), value.error().found, value.error().expected);
    spec.set(&owner, *value);
  }
}

void Reader::keep(UnknownKeys& unknown, std::string_view key, const Json& value, const std::string& path) {
  std::string text = dumped(value, -1);
  unknownBytes_ += key.size() + text.size();
  if (++unknownKeys_ > mostUnknownKeys)
    refuse(path, fmt::format("more than {} keys that this version does not know", mostUnknownKeys), "a plan");
  if (unknownBytes_ > mostUnknownBytes) refuse(path, "more than 1 MB under keys that this version does not know", "a plan");
  unknown.edit().emplace(key, std::move(text));
}

template <class Owner>
void Reader::rest(Owner& owner, Members& members, const std::string& path) {
  fields(owner, members, path);
  ChildReader reader{*this, members, path};
  visitChildren(owner, reader);
  for (const auto& [key, value] : members.left()) keep(owner.unknown, key, *value, path);
}

template <class Owner>
void Reader::object(Owner& owner, const Json& json, const std::string& path) {
  Members members(json, path);
  rest(owner, members, path);
}

std::vector<Alternative> alternativesOf(const Json& json, const std::string& place) {
  if (!json.is_array() || json.size() > 20) refuse(place, described(json), "a list of at most 20 other values");
  std::vector<Alternative> out;
  for (std::size_t i = 0; i < json.size(); ++i) {
    const std::string at = fmt::format("{}/{}", place, i);
    if (!json[i].is_object()) refuse(at, described(json[i]), "an object with \"value\" and \"from\"");
    Members item(json[i], at);
    const Json* value = item.take("value");
    if (!value) refuse(at, described(json[i]), "an object with \"value\" and \"from\"");
    Alternative other;
    if (value->is_number()) other.value = value->get<double>();
    else if (value->is_boolean()) other.value = value->get<bool>();
    else if (value->is_string()) other.value = textOf(*value, at + "/value", Breaks::No);
    else refuse(at + "/value", described(*value), "a number, a text, true or false");
    const Json* from = item.take("from");
    const auto source = parseProvenance(from && from->is_string() ? from->get<std::string>() : "");
    if (!source) refuse(at + "/from", source.error().found, source.error().expected);
    other.from = *source;
    if (const Json* note = item.take("note"); note && note->is_string()) other.note = textOf(*note, at + "/note", Breaks::Allowed);
    out.push_back(std::move(other));
  }
  return out;
}

void readProvenance(Plan& plan, const Json& json) {
  if (!json.is_object()) refuse("/provenance", described(json), "an object by field");
  if (json.size() > mostMarks) refuse("/provenance", fmt::format("{} entries", json.size()), fmt::format("at most {} entries", mostMarks));
  for (const auto& [pointer, value] : json.get_ref<const Json::object_t&>()) {
    const std::string place = "/provenance/" + forTerminal(pointer);
    static_cast<void>(textOf(pointer, "/provenance", Breaks::No));
    if (!value.is_object() || !value.contains("from") || !value["from"].is_string())
      refuse(place, described(value), "an object with \"from\"");
    const auto source = parseProvenance(value["from"].get<std::string>());
    if (!source) refuse(place + "/from", source.error().found, source.error().expected);
    ProvenanceEntry entry{*source, {}, {}};
    if (value.contains("note") && value["note"].is_string()) entry.note = textOf(value["note"], place + "/note", Breaks::Allowed);
    if (value.contains("also")) entry.also = alternativesOf(value["also"], place + "/also");
    // A record is measured without a mark.
    if (entry != ProvenanceEntry{Provenance::Measured, {}, {}} || !isInRecords(pointer)) plan.provenance.emplace(pointer, std::move(entry));
  }
}

/// A figure alone, as older plans have it, or figure, day and fields.
void readAcceptedAt(Acceptance& acceptance, const Json& at, const std::string& place) {
  if (at.is_number()) acceptance.headline = at.get<double>();
  if (!at.is_object()) return;
  if (at.contains("headline") && at["headline"].is_number()) acceptance.headline = at["headline"].get<double>();
  if (at.contains("when") && at["when"].is_string()) acceptance.when = textOf(at["when"], place + "/when", Breaks::No);
  if (!at.contains("fields") || !at["fields"].is_array()) return;
  if (at["fields"].size() > mostAccepted)
    refuse(place + "/fields", fmt::format("{} entries", at["fields"].size()), fmt::format("at most {} entries", mostAccepted));
  for (const Json& field : at["fields"].get_ref<const Json::array_t&>())
    acceptance.fields.push_back(textOf(field, place + "/fields", Breaks::No));
}

void readAccepted(Plan& plan, const Json& json, const Json* at) {
  if (!json.is_object()) refuse("/accepted", described(json), "an object by finding");
  if (json.size() > mostAccepted)
    refuse("/accepted", fmt::format("{} entries", json.size()), fmt::format("at most {} entries", mostAccepted));
  std::map<std::string_view, const Json*> headlines;
  if (at && at->is_object())
    for (const auto& [key, value] : at->get_ref<const Json::object_t&>()) headlines.emplace(key, &value);
  for (const auto& [key, value] : json.get_ref<const Json::object_t&>()) {
    static_cast<void>(textOf(key, "/accepted", Breaks::No));
    const std::string place = "/accepted/" + key;
    if (!value.is_string()) refuse(place, described(value), "the reason as text");
    Acceptance acceptance;
    acceptance.reason = textOf(value, place, Breaks::Allowed);
    if (const auto found = headlines.find(key); found != headlines.end()) readAcceptedAt(acceptance, *found->second, "/accepted_at/" + key);
    plan.accepted.emplace(key, std::move(acceptance));
  }
}

Plan Reader::plan(const Json& json) {
  if (!json.is_object()) refuse("/", described(json), "a plan object");
  Members members(json, "");
  const Json* format = members.take("format");
  if (!format || *format != planFormat) refuse("/format", format ? described(*format) : "nothing", fmt::format("\"{}\"", planFormat));
  const Json* version = members.take("version");
  if (!version || !version->is_number_integer()) refuse("/version", version ? described(*version) : "nothing", "version 1");
  if (*version != planVersion) refuse("/version", described(*version), "version 1 (a newer application may be needed)");
  Plan plan = body(members, "");
  if (const auto sound = crossChecked(plan); !sound) throw Refused{sound.error()};
  if (const auto fits = fitsAFile(plan); !fits) throw Refused{fits.error()};
  return plan;
}

Plan Reader::branch(const Json& json, const std::string& path) {
  Members members(json, path);
  if (const Json* inner = members.take("options"); inner && !(inner->is_array() && inner->empty()))
    refuse(path + "/options", "ways forward from a way forward", "none within an option");
  if (path.find("/kept/") != std::string::npos)
    if (const Json* inner = members.take("kept"); inner && !(inner->is_array() && inner->empty()))
      refuse(path + "/kept", "packs that a kept pack keeps", "none within a kept pack");
  return body(members, path);
}

Plan Reader::body(Members& members, const std::string& path) {
  Plan plan;
  const std::vector<std::string> around = std::exchange(leftOut_, {});
  const Json* provenance = members.take("provenance");
  const Json* accepted = members.take("accepted");
  const Json* acceptedAt = members.take("accepted_at");
  rest(plan, members, path);
  if (provenance) readProvenance(plan, *provenance);
  for (const std::string& place : std::exchange(leftOut_, around))
    plan.provenance.try_emplace(place.substr(path.size()), ProvenanceEntry{Provenance::Assumed, "left out of the file", {}});
  if (accepted) readAccepted(plan, *accepted, acceptedAt);
  return plan;
}

}  // namespace

Expected<Plan> readPlan(std::string_view text) {
  try {
    return Reader().plan(parsedJson(text));
  } catch (const Refused& refused) { return tl::unexpected(refused.problem); }
}

}  // namespace usherwright
