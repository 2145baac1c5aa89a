// Validation, entry, look-up and enumeration over the field table.
#include "core/plan/fields.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

#include "core/parts/wire.h"
#include "core/plan/sizes.h"
#include "core/plan/structure.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace {

std::string foundWords(const FieldValue& value) {
  if (std::holds_alternative<double>(value)) return formatNumber(std::get<double>(value), 12);
  if (std::holds_alternative<bool>(value)) return std::get<bool>(value) ? "true" : "false";
  if (std::holds_alternative<std::string>(value)) return inQuotes(std::get<std::string>(value));
  return "null";
}

std::string joined(const std::vector<std::string_view>& words) {
  std::string out;
  for (std::size_t i = 0; i < words.size(); ++i) out += (i == 0 ? "" : i + 1 == words.size() ? " or " : ", ") + std::string(words[i]);
  return out;
}

bool isYes(std::string_view t) { return t == "yes" || t == "true" || t == "1" || t == "on"; }
bool isNo(std::string_view t) { return t == "no" || t == "false" || t == "0" || t == "off"; }

template <class Owner>
bool resolve(const Owner& owner, std::string_view pointer, FieldRef& out);

/// Descends into the child whose key is the next token of the pointer.
struct Resolver : NoLeaves {
  PointerStep step;
  FieldRef& out;
  bool found = false;

  template <class T>
  void object(std::string_view key, const T& child) {
    if (key == step.token) found = resolve(child, step.rest, out);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    if (key != step.token || step.rest.empty()) return;
    const PointerStep entry(step.rest);
    const char* last = entry.token.data() + entry.token.size();
    std::size_t k = 0;
    const auto [end, error] = std::from_chars(entry.token.data(), last, k);
    if (error == std::errc() && end == last && k < items.size()) found = resolve(items[k], entry.rest, out);
  }
  template <class T>
  void records(std::string_view key, const Records<T>& items) {
    list(key, items.all());
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    if (key != step.token || step.rest.empty()) return;
    const PointerStep entry(step.rest);
    for (const T& item : items)
      if (item.id == entry.token) found = resolve(item, entry.rest, out);
  }
};

template <class Owner>
bool resolve(const Owner& owner, std::string_view pointer, FieldRef& out) {
  if (pointer.empty()) return false;
  Resolver resolver{{}, PointerStep(pointer), out};
  if (resolver.step.rest.empty()) {
    for (const FieldSpec& spec : fieldsOf<Owner>())
      if (spec.key == resolver.step.token) {
        out = {&spec, spec.get(&owner)};
        return true;
      }
  }
  visitChildren(owner, resolver);
  return resolver.found;
}

using Visit = std::function<void(const std::string&, const FieldSpec&, const FieldValue&)>;

struct Enumerator : NoLeaves {
  std::string path;
  const Visit& visit;
  Walk walk;

  template <class Owner>
  void all(const std::string& at, const Owner& owner) {
    for (const FieldSpec& spec : fieldsOf<Owner>()) visit(at + "/" + std::string(spec.key), spec, spec.get(&owner));
    Enumerator inner{{}, at, visit, walk};
    visitChildren(owner, inner);
  }
  template <class T>
  void object(std::string_view key, const T& child) {
    all(path + "/" + std::string(key), child);
  }
  template <class T>
  void list(std::string_view key, const std::vector<T>& items) {
    for (std::size_t i = 0; i < items.size(); ++i) all(fmt::format("{}/{}/{}", path, key, i), items[i]);
  }
  template <class T>
  void records(std::string_view key, const Records<T>& items) {
    // Of what came, was made by hand and lies in the tray there are some tens; of readings and rides ten thousand.
    constexpr bool few = std::is_same_v<T, Arrival> || std::is_same_v<T, Handwork> || std::is_same_v<T, Fastener>;
    if (few || walk == Walk::Everything) list(key, items.all());
  }
  template <class T>
  void keyed(std::string_view key, const std::vector<T>& items) {
    for (const T& item : items) all(fmt::format("{}/{}/{}", path, key, item.id), item);
  }
};

constexpr std::array sourceWords{std::string_view("measured"), std::string_view("label"),      std::string_view("catalogue"),
                                 std::string_view("claim"),    std::string_view("remembered"), std::string_view("assumed")};

}  // namespace

std::string_view stationName(Station station) {
  static constexpr std::array<std::string_view, 10> names{"Bike",   "Options",  "Pack",  "Fit",   "Joining",
                                                          "Wiring", "Charging", "Range", "Build", "Log"};
  return names[static_cast<std::size_t>(station)];
}

std::string expectedWords(const FieldSpec& spec) {
  if (spec.kind == Kind::Choice) return joined(spec.choices);
  if (spec.kind == Kind::Flag) return "yes or no";
  if (spec.kind == Kind::Wire) return "a wire size such as 12awg or 2.5mm2";
  if (spec.kind == Kind::CellId) return "the id of a cell";
  if (spec.kind == Kind::ConnectorId) return "a connector id such as bullet-3.5";
  if (spec.kind == Kind::Text && spec.maximum > 0) return "whole numbers with commas between, such as 1, 2, 13";
  if (!isNumeric(spec.kind)) return "a text";
  const std::string_view unit = unitsOf(spec.kind).front().symbol;
  const std::string suffix = unit.empty() ? "" : " " + std::string(unit);
  return fmt::format("{} from {} to {}{}", spec.kind == Kind::Count ? "a whole number" : "a number", formatNumber(spec.minimum, 6),
                     formatNumber(spec.maximum, 6), suffix);
}

Expected<FieldValue> validated(const FieldSpec& spec, const FieldValue& value) {
  const auto fail = [&] { return unexpected("", foundWords(value), expectedWords(spec)); };
  if (std::holds_alternative<std::monostate>(value)) {
    if (spec.required) return fail();
    return value;
  }
  if (isNumeric(spec.kind)) {
    if (!std::holds_alternative<double>(value)) return fail();
    const double number = std::get<double>(value);
    if (!std::isfinite(number) || number < spec.minimum || number > spec.maximum) return fail();
    if (spec.kind == Kind::Count && number != std::floor(number)) return fail();
    return value;
  }
  if (spec.kind == Kind::Flag) {
    if (!std::holds_alternative<bool>(value)) return fail();
    return value;
  }
  if (!std::holds_alternative<std::string>(value)) return fail();
  const std::string& text = std::get<std::string>(value);
  if (text.size() > mostTextBytes)
    return unexpected("", fmt::format("{} characters", text.size()), fmt::format("at most {} characters", mostTextBytes));
  if (const auto stray = strayIn(text, Breaks::No)) return unexpected("", *stray, "a line of text");
  if (spec.required && text.empty()) return fail();
  // A text with a largest figure is a list of whole numbers up to it.
  if (spec.kind == Kind::Text && spec.maximum > 0 && !numbersIn(text, static_cast<std::size_t>(spec.maximum))) return fail();
  if (spec.kind == Kind::Choice && std::find(spec.choices.begin(), spec.choices.end(), text) == spec.choices.end()) return fail();
  if (spec.kind == Kind::Wire && !text.empty()) {
    const auto size = parseWireSize(text);
    if (!size) return fail();
    return FieldValue{size->text};
  }
  return value;
}

Expected<FieldValue> parseEntry(const FieldSpec& spec, std::string_view raw, UnitSystem system) {
  const std::string text = trimmed(raw);
  if (text.empty()) return validated(spec, FieldValue{});
  if (isNumeric(spec.kind)) {
    const auto number = parseQuantity(text, spec.kind, system);
    if (!number) return tl::unexpected(number.error());
    auto result = validated(spec, FieldValue{*number});
    // A meter's "0.5", where a tenth is the most that can be meant, is half a percent, not a half.
    if (!result && spec.kind == Kind::Fraction && spec.maximum <= 0.1 && parseNumber(text).value_or(2) <= 1)
      if (auto percent = validated(spec, FieldValue{*number / 100}); percent) return percent;
    if (!result) result.error().found = inQuotes(text);
    return result;
  }
  if (spec.kind == Kind::Flag) {
    if (isYes(text)) return FieldValue{true};
    if (isNo(text)) return FieldValue{false};
  }
  return validated(spec, FieldValue{text});
}

std::string emptyWords(const FieldSpec& spec, UnitSystem system) {
  return spec.assumed ? formatQuantity(*spec.assumed, spec.kind, system) : std::string(spec.whenEmpty);
}

std::string shownValue(const FieldSpec& spec, const FieldValue& value, UnitSystem system) {
  if (std::holds_alternative<std::monostate>(value)) return "not known yet";
  if (std::holds_alternative<bool>(value)) return std::get<bool>(value) ? "yes" : "no";
  if (std::holds_alternative<double>(value)) return formatQuantity(std::get<double>(value), spec.kind, system, 4);
  const std::string& text = std::get<std::string>(value);
  if (spec.kind == Kind::Wire)
    if (const auto size = parseWireSize(text)) return size->shown();
  return text;
}

Expected<FieldRef> findField(const Plan& plan, const std::string& pointer) {
  FieldRef ref;
  if (!pointer.empty() && pointer.front() == '/' && resolve(plan, pointer, ref)) return ref;
  return unexpected(pointer, "no such field", "a field of the plan");
}

void forEachField(const Plan& plan, const Visit& visit, Walk walk) {
  Enumerator root{{}, "", visit, walk};
  root.all("", plan);
}

std::string_view provenanceWord(Provenance source) { return sourceWords[static_cast<std::size_t>(source)]; }

Expected<Provenance> parseProvenance(std::string_view word) {
  const auto found = std::find(sourceWords.begin(), sourceWords.end(), word);
  if (found == sourceWords.end()) return unexpected("", inQuotes(word), "measured, label, catalogue, claim, remembered or assumed");
  return static_cast<Provenance>(found - sourceWords.begin());
}

Provenance provenanceOf(const Plan& plan, const std::string& pointer) {
  const auto found = plan.provenance.find(pointer);
  if (found != plan.provenance.end()) return found->second.from;
  return isInRecords(pointer) ? Provenance::Measured : Provenance::Assumed;
}

}  // namespace usherwright
