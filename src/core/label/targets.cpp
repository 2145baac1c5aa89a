// Which field a value belongs to.
#include "core/label/targets.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/plan/evidence.h"
#include "core/plan/makeup.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

using M = LabelMeaning;

/// One row: what is printed, and the name of its field below the part's pointer.
struct Row {
  M meaning;
  std::string_view field;
  bool toleranced = false;
};

constexpr std::array controllerRows{
    Row{M::CurrentLimit, "current_max_A", true}, Row{M::ShortCurrent, "current_max_A", true}, Row{M::Cutoff, "cutoff_V", true},
    Row{M::InputMaximum, "input_max_V"},         Row{M::NameplateVoltage, "nameplate_V"},     Row{M::RegenCurrent, "regen_current_A"},
    Row{M::CapacitorVoltage, "capacitor_V"}};
constexpr std::array packRows{Row{M::NameplateVoltage, "label_V"}, Row{M::Capacity, "label_Ah"},
                              Row{M::Energy, "label_Wh"},          Row{M::SeriesCount, "series"},
                              Row{M::ParallelCount, "parallel"},   Row{M::FuseRating, "fuse/rating_A"},
                              Row{M::FuseVoltage, "fuse/dc_V"},    Row{M::BreakingCapacity, "fuse/breaking_A"}};
constexpr std::array boardRows{
    Row{M::ContinuousCurrent, "continuous_A"}, Row{M::CurrentLimit, "continuous_A"}, Row{M::ShortCurrent, "peak_A"},
    Row{M::ChargeCurrent, "charge_A"},         Row{M::SeriesCount, "series"},        Row{M::Resistance, "resistance_mohm"}};
constexpr std::array chargerRows{Row{M::ChargerVoltage, "output_V"}, Row{M::ChargerCurrent, "output_A"}, Row{M::FloatVoltage, "float_V"}};
constexpr std::array cellRows{Row{M::Capacity, "capacity_Ah"},
                              Row{M::Resistance, "resistance_mohm"},
                              Row{M::ContinuousCurrent, "continuous_A"},
                              Row{M::CurrentLimit, "continuous_A"},
                              Row{M::ShortCurrent, "peak_A"},
                              Row{M::ChargeCurrent, "charge_A"},
                              Row{M::ChargeVoltage, "charge_V"},
                              Row{M::NameplateVoltage, "nominal_V"},
                              Row{M::Cutoff, "minimum_V"},
                              Row{M::CellSize, "form"}};
constexpr std::array fuseRows{Row{M::FuseRating, "rating_A"}, Row{M::FuseVoltage, "dc_V"}, Row{M::BreakingCapacity, "breaking_A"}};
constexpr std::array joinerRows{Row{M::JoinerCurrent, "input_A"}, Row{M::JoinerVoltage, "voltage_V"}, Row{M::ForwardVoltage, "forward_V"}};
constexpr std::array converterRows{Row{M::ConverterOutput, "set_V"}, Row{M::ConverterCurrent, "output_A"}, Row{M::Power, "power_W"},
                                   Row{M::ConverterInput, "input_high_V"}};
constexpr std::array accessoryRows{Row{M::AccessoryMaximum, "max_V"}, Row{M::Power, "power_W"}};

class Targets {
 public:
  Targets(const LabelValue& v, const Plan& plan, const LabelPlace& place) : v_(v), plan_(plan), place_(place) {
    value_ = formatNumber(v.value, 8);
  }

  std::vector<LabelTarget> find() const {
    const bool pack = place_.index < plan_.packs.size();
    switch (place_.subject) {
      case LabelSubject::Controller: return among(controllerRows, "/bike/controller/");
      case LabelSubject::Motor: return v_.meaning == M::Power ? one("/bike/motor_W") : std::vector<LabelTarget>{};
      case LabelSubject::Pack: return pack ? ofPack() : std::vector<LabelTarget>{};
      case LabelSubject::Board: return pack ? ofBoard() : std::vector<LabelTarget>{};
      case LabelSubject::Cell: return pack ? ofCell() : std::vector<LabelTarget>{};
      case LabelSubject::Fuse: return pack ? among(fuseRows, fmt::format("/packs/{}/fuse/", place_.index)) : std::vector<LabelTarget>{};
      case LabelSubject::Charger: return place_.index < plan_.chargers.size() ? ofCharger() : std::vector<LabelTarget>{};
      case LabelSubject::Joiner: return among(joinerRows, "/joining/part/");
      case LabelSubject::Converter: return ofConverter();
      case LabelSubject::Accessory:
        return place_.index < plan_.bike.accessories.size() ? among(accessoryRows, fmt::format("/bike/accessories/{}/", place_.index))
                                                            : std::vector<LabelTarget>{};
      case LabelSubject::Capacitor:
        if (v_.meaning == M::Capacitance) return one("/bike/controller/bulk_uF");
        return v_.meaning == M::CapacitorVoltage ? one("/bike/controller/capacitor_V") : std::vector<LabelTarget>{};
    }
    return {};
  }

 private:
  std::vector<LabelTarget> one(const std::string& pointer) const { return {{pointer, value_}}; }

  template <std::size_t N>
  std::vector<LabelTarget> among(const std::array<Row, N>& rows, const std::string& prefix) const {
    for (const Row& r : rows)
      if (r.meaning == v_.meaning)
        return {{prefix + std::string(r.field), r.toleranced && v_.tolerance ? value_ + " ± " + formatNumber(*v_.tolerance, 8) : value_}};
    return {};
  }

  std::string chemistryWord() const { return std::string(wordsOf<Chemistry>()[static_cast<std::size_t>(v_.value)]); }

  std::vector<LabelTarget> ofBoard() const {
    const std::string prefix = fmt::format("/packs/{}/bms/", place_.index);
    if (v_.meaning == M::BalanceCurrent) return {{prefix + "balance_mA", formatNumber(v_.value * 1000, 8)}};
    if (v_.meaning == M::ChemistryName) return {{prefix + "chemistry", chemistryWord()}};
    if (v_.meaning == M::Port) return {{prefix + "port", std::string(wordsOf<BmsPort>()[static_cast<std::size_t>(v_.value)])}};
    // The cuts are kept per cell: what is printed for the pack is not divided by a count that may be assumed.
    if (v_.meaning == M::HighCut && v_.value < 5) return one(prefix + "cell_full_V");
    if (v_.meaning == M::LowCut && v_.value < 5) return one(prefix + "cell_cutoff_V");
    return among(boardRows, prefix);
  }

  std::vector<LabelTarget> ofPack() const {
    auto own = among(packRows, fmt::format("/packs/{}/", place_.index));
    if (!own.empty()) return own;
    if (v_.meaning == M::CellSize || v_.meaning == M::ChemistryName) return ofCell();
    return ofBoard();
  }

  std::vector<LabelTarget> ofCharger() const {
    const std::string prefix = fmt::format("/chargers/{}/", place_.index);
    if (v_.meaning == M::ChemistryName) return {{prefix + "chemistry", chemistryWord()}};
    if (v_.meaning == M::MainsVoltage)  // one voltage is made for that one
      return {{prefix + "mains_from_V", v_.low ? formatNumber(*v_.low, 8) : value_}, {prefix + "mains_to_V", value_}};
    return among(chargerRows, prefix);
  }

  std::vector<LabelTarget> ofCell() const {
    const bool box = isBox(plan_.packs[place_.index]);
    if (v_.meaning == M::ChemistryName && box && place_.subject != LabelSubject::Cell)
      return {{fmt::format("/packs/{}/chemistry", place_.index), chemistryWord()}};
    // On the label of a cell, a box becomes a block of it; on that of the pack there is no cell to write to.
    if (box && place_.subject != LabelSubject::Cell) return {};
    const std::string prefix = "/cells/" + (box ? idOfSeenCell(plan_, place_.index) : plan_.packs[place_.index].cell) + "/";
    if (v_.meaning == M::ChemistryName) return {{prefix + "chemistry", chemistryWord()}};
    return among(cellRows, prefix);
  }

  std::vector<LabelTarget> ofConverter() const {
    const std::string prefix = "/joining/converter/";
    if (v_.meaning == M::ConverterInput && v_.low)
      return {{prefix + "input_low_V", formatNumber(*v_.low, 8)}, {prefix + "input_high_V", value_}};
    return among(converterRows, prefix);
  }

  const LabelValue& v_;
  const Plan& plan_;
  const LabelPlace& place_;
  std::string value_;
};

}  // namespace

std::vector<LabelTarget> labelTargets(const LabelValue& value, const Plan& plan, const LabelPlace& place) {
  return Targets(value, plan, place).find();
}

namespace {

/// The label of a cell makes a block of the box that it came out of.
Expected<Plan> readyFor(const Plan& plan, const LabelPlace& place) {
  if (place.subject != LabelSubject::Cell || place.index >= plan.packs.size()) return plan;
  return withSeenCell(plan, place.index);
}

}  // namespace

Expected<Plan> withLabelValue(const Plan& plan, const LabelValue& value, const LabelPlace& place) {
  const std::vector<LabelTarget> targets = labelTargets(value, plan, place);
  if (targets.empty()) return plan;
  Expected<Plan> next = readyFor(plan, place);
  for (const LabelTarget& t : targets)
    if (next) next = withTypedEvidence(*next, t.pointer, t.text, Provenance::Label, value.piece);
  return next;
}

Expected<LabelEntered> withSureValues(const Plan& plan, const LabelReading& reading, const LabelPlace& place) {
  struct Entry {
    LabelTarget target;
    const LabelValue* value;
    bool twofold = false;
  };
  std::vector<Entry> entries;
  for (const LabelValue& v : reading.values) {
    if (v.standing != Standing::Sure) continue;
    for (LabelTarget& t : labelTargets(v, plan, place)) {
      const auto same = std::find_if(entries.begin(), entries.end(), [&](const Entry& e) { return e.target.pointer == t.pointer; });
      if (same == entries.end()) {
        entries.push_back({std::move(t), &v});
      } else if (same->target.text != t.text) {
        const bool current = place.subject == LabelSubject::Controller && labelMeaningUnit(v.meaning) == "A";
        if (!current) same->twofold = true;
        else if (v.value > same->value->value) *same = {std::move(t), &v};
      }
    }
  }
  LabelEntered out;
  Expected<Plan> next = plan;
  if (std::any_of(entries.begin(), entries.end(), [](const Entry& e) { return !e.twofold; })) next = readyFor(plan, place);
  if (!next) return tl::unexpected(next.error());
  for (const Entry& e : entries) {
    if (e.twofold) {
      out.twofold.push_back(e.target.pointer);
      continue;
    }
    next = withTypedEvidence(*next, e.target.pointer, e.target.text, Provenance::Label, e.value->piece);
    if (!next) return tl::unexpected(next.error());
    ++out.entered;
  }
  out.plan = std::move(*next);
  return out;
}

}  // namespace usherwright
