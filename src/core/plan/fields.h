// The one table of fields: every editable quantity of a plan, described once. Loading, saving, entry
// widgets, validation, go-to, provenance, schema and documentation are driven by it.
#pragma once

#include <functional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "core/plan/plan.h"
#include "core/quantity/problem.h"
#include "core/quantity/units.h"

namespace usherwright {

enum class Station : std::uint8_t { Bike, Options, Pack, Fit, Joining, Wiring, Charging, Range, Build, Log };
std::string_view stationName(Station station);

/// What a text names: it follows when that gets another name and is empty when it goes. `OwnPack`: the entry that holds
/// the field belongs to the pack and goes with it; it may name what is not there, which a rule says.
enum class Refers : std::uint8_t { Nothing, Cell, Pack, OwnPack, Charger };

struct FieldSpec {
  std::string_view key;  ///< JSON key, unit in the name
  std::string_view label;
  Kind kind = Kind::Text;
  double minimum = 0.0;  ///< in the file unit, inclusive
  double maximum = 0.0;
  bool required = false;  ///< empty keeps the last good value
  Station station = Station::Bike;
  std::string_view howTo;         ///< how to find or measure it
  std::string_view whenEmpty;     ///< what counts instead while it is not known, in words: "the air"; "" if nothing or a figure does
  Known<double> assumed;          ///< the figure that counts instead, in the file unit; the models read the same one (usual.h)
  std::string_view toleranceKey;  ///< sibling that "22±1A" also sets
  Refers refers = Refers::Nothing;
  std::vector<std::string_view> choices;
  FieldValue (*get)(const void* owner) = nullptr;
  void (*set)(void* owner, const FieldValue& value) = nullptr;
};

/// The rows of one kind of object; they are declared beside it.
template <class Owner>
FieldRows fieldsOf() {
  return rowsOf(static_cast<const Owner*>(nullptr));
}

/// Checks a value against its row: type, bounds, choices, wire sizes. The place is left empty.
Expected<FieldValue> validated(const FieldSpec& spec, const FieldValue& value);

/// What the row accepts, in words: "a voltage from 0 V to 200 V".
std::string expectedWords(const FieldSpec& spec);

/// A typed text as a value of this field; empty text is "not known yet" where that is allowed.
Expected<FieldValue> parseEntry(const FieldSpec& spec, std::string_view text, UnitSystem system);

/// What counts while the field is empty, with its unit: "the air", "20 km/h"; "" if nothing does.
std::string emptyWords(const FieldSpec& spec, UnitSystem system);

/// As shown to a person, with its unit; "not known yet" if empty.
std::string shownValue(const FieldSpec& spec, const FieldValue& value, UnitSystem system);

/// A field found by its JSON pointer, e.g. "/packs/1/bms/continuous_A" or "/cells/river/charge_A".
struct FieldRef {
  const FieldSpec* spec = nullptr;
  FieldValue value;
};
Expected<FieldRef> findField(const Plan& plan, const std::string& pointer);

/// Records (readings, tests) are left out of what a person meets every day: there may be ten thousand of them.
enum class Walk : std::uint8_t { Everything, Everyday };
/// Visits the fields of the plan in file order.
void forEachField(const Plan& plan, const std::function<void(const std::string& pointer, const FieldSpec&, const FieldValue&)>& visit,
                  Walk walk = Walk::Everything);

std::string_view provenanceWord(Provenance source);
Expected<Provenance> parseProvenance(std::string_view word);

/// Visits the fields whose values differ between two plans of the same shape; false if their lists differ in length or ids.
/// What both share is not looked at.
bool forEachChange(
    const Plan& before, const Plan& after,
    const std::function<void(const std::string& pointer, const FieldSpec&, const FieldValue& was, const FieldValue& is)>& visit);

/// The source of a value: what the plan says, else measured if it is a record, else assumed.
Provenance provenanceOf(const Plan& plan, const std::string& pointer);

}  // namespace usherwright
