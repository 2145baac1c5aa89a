// The log as a table.
#include "core/io/log_csv.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <sstream>
#include <unordered_map>

#include "core/plan/fields.h"
#include "core/plan/sizes.h"
#include "core/quantity/csv.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr std::string_view listColumn = "list", packColumn = "pack", groupsColumn = "groups_V";

/// Every field's key once, in the order of the lists.
const std::vector<std::string>& keys() {
  static const std::vector<std::string> all = [] {
    std::vector<std::string> out;
    for (const FieldRows& rows :
         {fieldsOf<Ride>(), fieldsOf<ChargeRecord>(), fieldsOf<Reading>(), fieldsOf<CapacityTest>(), fieldsOf<LogEntry>()})
      for (const FieldSpec& spec : rows)
        if (spec.key != packColumn && std::find(out.begin(), out.end(), spec.key) == out.end()) out.emplace_back(spec.key);
    return out;
  }();
  return all;
}

std::string cellOf(const FieldValue& value) {
  if (const auto* number = std::get_if<double>(&value)) return fmt::format("{}", *number);
  if (const auto* flag = std::get_if<bool>(&value)) return *flag ? "true" : "false";
  if (const auto* text = std::get_if<std::string>(&value)) return csvText(*text);
  return {};
}

template <class T>
std::string rowOf(const char* list, const std::string& pack, const T& r) {
  std::string groups;
  const std::string* owner = &pack;
  if constexpr (std::is_same_v<T, LogEntry>) owner = &r.pack;
  if constexpr (std::is_same_v<T, Reading>)
    for (const Volt v : r.groups) groups += fmt::format("{}{}", groups.empty() ? "" : " ", v.value());
  std::string out = fmt::format("{},{}", list, csvText(*owner));
  for (const std::string& key : keys()) {
    out += ',';
    for (const FieldSpec& spec : fieldsOf<T>())
      if (spec.key == key) out += cellOf(spec.get(&r));
  }
  return out + "," + groups + "\n";
}

/// Every row of a plan's log, in its order: visit(row).
template <class Visit>
void forEachRow(const Plan& plan, Visit&& visit) {
  const auto all = [&](const char* list, const std::string& pack, const auto& records) {
    for (const auto& r : records) visit(rowOf(list, pack, r));
  };
  all("rides", "", plan.rides);
  for (const Pack& p : plan.packs) {
    all("charges", p.id, p.charges);
    all("readings", p.id, p.readings);
    all("capacity_tests", p.id, p.capacityTests);
  }
  all("log", "", plan.log);
}

/// A cell as the value of a field: text stays text, numbers are plain ones in the unit of the file.
Expected<FieldValue> valueOf(const FieldSpec& spec, const std::string& cell) {
  if (cell.empty()) return FieldValue{};
  if (isNumeric(spec.kind)) {
    double number = 0;
    const auto [end, problem] = std::from_chars(cell.data(), cell.data() + cell.size(), number);
    if (problem != std::errc{} || end != cell.data() + cell.size()) return unexpected("", inQuotes(cell), expectedWords(spec));
    return validated(spec, FieldValue{number});
  }
  if (spec.kind == Kind::Flag) {
    if (cell != "true" && cell != "false") return unexpected("", inQuotes(cell), "true or false");
    return validated(spec, FieldValue{cell == "true"});
  }
  return validated(spec, FieldValue{cell});
}

class TableReader {
 public:
  TableReader(const CsvTable& table, Plan plan) : table_(table), plan_(std::move(plan)) {
    forEachRow(plan_, [&](std::string row) { ++there_[std::move(row)]; });
  }

  Expected<Plan> read() {
    for (const std::string& column : table_.columns)
      if (column != listColumn && column != packColumn && column != groupsColumn &&
          std::find(keys().begin(), keys().end(), column) == keys().end())
        return unexpected("line 1", inQuotes(column), "a column of the log: list, pack, when, …");
    list_ = table_.column(listColumn);
    if (list_ < 0) return unexpected("line 1", "no column “list”", "a table of the log");
    for (std::size_t i = 0; i < table_.rows.size(); ++i)
      if (auto sound = row(i); !sound) {
        sound.error().place = fmt::format("line {}{}{}", i + 2, sound.error().place.empty() ? "" : ", ", sound.error().place);
        return tl::unexpected(sound.error());
      }
    return std::move(plan_);
  }

 private:
  std::string cell(std::size_t row, std::string_view column) const {
    const int at = table_.column(column);
    return at < 0 ? std::string() : table_.rows[row][static_cast<std::size_t>(at)];
  }

  Expected<void> row(std::size_t i) {
    const std::string list = table_.rows[i][static_cast<std::size_t>(list_)];
    if (list == "rides") return add(i, plan_.rides, "rides");
    if (list == "log") return add(i, plan_.log, "log");
    const std::string id = cell(i, packColumn);
    const auto pack = std::find_if(plan_.packs.begin(), plan_.packs.end(), [&](const Pack& p) { return p.id == id; });
    const bool ofPack = list == "charges" || list == "readings" || list == "capacity_tests";
    if (!ofPack) return unexpected("list", inQuotes(list), "rides, charges, readings, capacity_tests or log");
    if (pack == plan_.packs.end()) return unexpected("pack", inQuotes(id), "a pack of this plan");
    if (list == "charges") return add(i, pack->charges, "charges", id);
    if (list == "readings") return add(i, pack->readings, "readings", id);
    return add(i, pack->capacityTests, "capacity_tests", id);
  }

  template <class T>
  Expected<void> add(std::size_t i, Records<T>& records, const char* list, const std::string& pack = {}) {
    T entry;
    for (const FieldSpec& spec : fieldsOf<T>()) {
      const auto value = valueOf(spec, cell(i, spec.key));
      if (!value) return unexpected(std::string(spec.key), value.error().found, value.error().expected);
      if (!std::holds_alternative<std::monostate>(*value)) spec.set(&entry, *value);
    }
    if constexpr (std::is_same_v<T, Reading>) {
      std::istringstream volts(cell(i, groupsColumn));
      for (std::string word; volts >> word;) {
        double v = 0;
        const auto [end, problem] = std::from_chars(word.data(), word.data() + word.size(), v);
        if (problem != std::errc{} || end != word.data() + word.size() || !(v >= 0 && v <= 10))
          return unexpected("groups_V", inQuotes(word), "volts of a group, 0 to 10");
        if (entry.groups.size() >= mostGroups) return unexpected("groups_V", "too many", fmt::format("at most {}", mostGroups));
        entry.groups.emplace_back(v);
      }
    }
    // As often as the table has it, less as often as the plan had it before.
    if (int& there = there_[rowOf(list, pack, entry)]; there > 0) {
      --there;
      return {};
    }
    if (records.size() >= mostRecords)
      return unexpected("", fmt::format("{} entries", records.size()), fmt::format("at most {}", mostRecords));
    records.edit().push_back(std::move(entry));
    return {};
  }

  const CsvTable& table_;
  Plan plan_;
  int list_ = -1;
  std::unordered_map<std::string, int> there_;  ///< rows that the plan holds already
};

}  // namespace

std::string logCsv(const Plan& plan) {
  std::string out = fmt::format("{},{}", listColumn, packColumn);
  for (const std::string& key : keys()) out += "," + key;
  out += fmt::format(",{}\n", groupsColumn);
  forEachRow(plan, [&](const std::string& row) { out += row; });
  return out;
}

Expected<Plan> withLogCsv(const Plan& plan, std::string_view csv) {
  const auto table = readCsv(csv);
  if (!table) return tl::unexpected(table.error());
  return TableReader(*table, plan).read();
}

}  // namespace usherwright
