// Orders of magnitude, and sums that a label has to pass.
#include "core/label/plausible.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/label/meanings.h"
#include "core/label/usual_volts.h"
#include "core/parts/chemistry.h"
#include "core/quantity/units.h"

namespace usherwright::label {
namespace {

using M = LabelMeaning;

struct Span {
  double least, most;
};

/// What such a value can be on parts of light electric vehicles.
Span spanOf(M meaning, Known<LabelSubject> subject) {
  const bool cell = subject == LabelSubject::Cell;
  switch (meaning) {
    case M::NameplateVoltage: return cell ? Span{1, 4.5} : subject == LabelSubject::Accessory ? Span{2, 130} : Span{6, 130};
    case M::ChargeVoltage:
    case M::HighCut:
    case M::FloatVoltage: return {1.2, 130};
    case M::BalanceVoltage: return {1, 5};
    case M::Cutoff: return cell ? Span{0.8, 3.3} : Span{6, 110};
    case M::LowCut: return {0.8, 110};
    case M::InputMaximum: return {12, 200};
    case M::ChargerVoltage: return {4, 130};
    case M::MainsVoltage: return {85, 300};
    case M::ChargerCurrent: return {0.35, 40};
    case M::CurrentLimit:
    case M::ContinuousCurrent:
    case M::ShortCurrent:
    case M::PhaseCurrent: return {0.5, 800};
    case M::ChargeCurrent: return {0.05, 200};
    case M::RegenCurrent: return {0.5, 200};
    case M::Capacity: return cell ? Span{0.1, 320} : Span{0.5, 400};
    case M::Energy: return cell ? Span{0.5, 1100} : Span{5, 15000};
    case M::Power: return {0.05, 30000};
    case M::BalanceCurrent: return {0.01, 20};
    case M::FuseRating: return {0.1, 800};
    case M::FuseVoltage:
    case M::FuseAcVoltage: return {12, 1500};
    case M::BreakingCapacity: return {20, 200000};
    case M::CapacitorVoltage: return {4, 1000};
    case M::Capacitance: return {0.01, 100000};
    case M::JoinerCurrent: return {1, 300};
    case M::JoinerVoltage: return {10, 200};
    case M::ConverterInput: return {4, 200};
    case M::ConverterOutput: return {1, 100};
    case M::ConverterCurrent: return {0.1, 100};
    case M::AccessoryMaximum: return {2, 150};
    case M::Speed: return {10, 20000};
    case M::Temperature: return {-60, 200};
    default: return {0, 1e9};
  }
}

/// More than is usual there: such parts exist, and more often a point was lost. What is known of nothing is unlimited.
double usualMost(M meaning, Known<LabelSubject> subject) {
  const bool cell = subject == LabelSubject::Cell, pack = subject == LabelSubject::Pack;
  switch (meaning) {
    case M::ContinuousCurrent: return cell ? 50 : pack ? 100 : 149;
    case M::CurrentLimit: return cell ? 50 : 100;
    case M::ShortCurrent: return cell ? 99 : pack ? 249 : 399;
    case M::PhaseCurrent: return 249;
    case M::ChargeCurrent: return cell || pack ? 19 : 49;
    case M::ChargerCurrent: return 13;
    case M::MainsCurrent: return 7;
    case M::BalanceCurrent: return 0.29;
    case M::Capacity: return cell ? 320 : 99;
    case M::FuseRating: return 149;
    case M::BreakingCapacity: return 30000;
    case M::JoinerCurrent: return 99;
    case M::ConverterCurrent: return 39;
    case M::Power: return subject == LabelSubject::Accessory ? 29 : 1e9;
    default: return 1e9;
  }
}

class Weigher {
 public:
  Weigher(std::vector<LabelValue>& values, Known<LabelSubject> subject) : v_(values), subject_(subject) {}

  void all() {
    for (std::size_t i = 0; i < v_.size(); ++i) magnitude(v_[i]);
    density();
    energy();
    cells();
    order();
    doubles();
  }

 private:
  static void doubt(LabelValue& v, const std::string& why) {
    if (v.standing == Standing::Ask) return;
    v.standing = Standing::Ask;
    v.reason = why;
    if (v.settledBy.empty()) v.settledBy = look;
  }

  LabelValue* find(M meaning) {
    const auto at =
        std::find_if(v_.begin(), v_.end(), [&](const LabelValue& v) { return v.meaning == meaning && v.standing != Standing::Ask; });
    return at == v_.end() ? nullptr : &*at;
  }

  bool names(Chemistry chemistry) const {
    return std::any_of(v_.begin(), v_.end(), [&](const LabelValue& v) {
      return v.meaning == M::ChemistryName && static_cast<Chemistry>(static_cast<int>(v.value)) == chemistry;
    });
  }
  bool namesPhosphate() const { return names(Chemistry::Lfp); }
  bool ofMainsFuse() const {
    return std::any_of(v_.begin(), v_.end(), [](const LabelValue& v) { return v.meaning == M::FuseAcVoltage; });
  }
  /// These are sold in large blocks.
  bool namesStationary() const { return namesPhosphate() || names(Chemistry::Lead); }

  void magnitude(LabelValue& v) const {
    const bool lone = subject_ == LabelSubject::Cell;
    if (lone && v.meaning == M::ChargeVoltage && v.value > 2.9 && v.value < 4.05 && !(namesPhosphate() && v.value > 3.5 && v.value < 3.7))
      doubt(v, "no usual end of charge for a cell");
    if (!lone && v.meaning == M::ChargeVoltage && v.value > 4.45 && v.value < 6) doubt(v, "neither of a cell nor of a pack");
    if (lone && v.meaning == M::SeriesCount) doubt(v, "a cell has no others in series");
    if (v.meaning == M::HighCut && isClassVoltage(v.value) && v.value != 60) doubt(v, "a class of packs, as a limit?");
    const Span span = spanOf(v.meaning, subject_);
    if (v.value < span.least || v.value > span.most || (v.low && (*v.low > v.value))) {
      doubt(v, fmt::format("{} is out of range for “{}”: a lost point?", formatNumber(v.value), labelMeaningWords(v.meaning)));
    }
    const bool large = (v.meaning == M::Capacity && v.value <= 400 && namesStationary()) ||
                       (v.meaning == M::BalanceCurrent && v.value >= 1) ||
                       (v.meaning == M::BreakingCapacity && v.value <= 200000 && ofMainsFuse());
    if (v.value > usualMost(v.meaning, subject_) && !large) doubt(v, "more than such a part usually has: a lost point?");
    if (v.tolerance && *v.tolerance > 0.3 * std::abs(v.value)) doubt(v, "the tolerance is too large for its value: a lost mark?");
  }

  /// What a cell of that size holds at most: 950 Wh in a litre.
  void density() {
    LabelValue* size = find(M::CellSize);
    LabelValue* hours = find(M::Capacity);
    if (subject_ != LabelSubject::Cell || size == nullptr || hours == nullptr || size->value < 10000 || std::fmod(size->value, 10) != 0)
      return;
    // 18650 is 18 mm × 65.0 mm, 32140 is 32 mm × 140 mm.
    const double printed = std::fmod(size->value, 1000);
    const double diameter = std::floor(size->value / 1000) / 100, length = printed / (printed < 200 ? 100 : 1000);  // dm
    const double most = 0.7854 * diameter * diameter * length * 950 / 3.6;
    if (hours->value > most) doubt(*hours, fmt::format("a cell of that size holds {} Ah at most", formatNumber(most, 2)));
  }

  /// V × Ah is Wh, within what a class of volts differs from the nominal ones.
  void energy() {
    LabelValue* volts = find(M::NameplateVoltage);
    LabelValue* hours = find(M::Capacity);
    LabelValue* energy = find(M::Energy);
    const auto agree = [](LabelValue& v) {
      if (v.standing != Standing::Likely) return;
      v.standing = Standing::Sure;
      v.reason = "V × Ah gives the Wh printed";
      v.settledBy.clear();
    };
    if (volts == nullptr || hours == nullptr || energy == nullptr || several(M::NameplateVoltage) || several(M::Capacity) ||
        several(M::Energy))
      return;
    const double ratio = energy->value / (volts->value * hours->value);
    if (ratio > 0.9 && ratio < 1.12) {
      agree(*hours);
      agree(*energy);
      if (std::abs(ratio - 1) < 0.015) agree(*volts);
      return;
    }
    const std::string sum =
        fmt::format("{} V × {} Ah is {} Wh, but {} Wh is printed", formatNumber(volts->value), formatNumber(hours->value),
                    formatNumber(volts->value * hours->value, 4), formatNumber(energy->value));
    for (LabelValue* v : {volts, hours, energy}) doubt(*v, sum);
  }
  bool several(M meaning) const {
    return std::count_if(v_.begin(), v_.end(), [&](const LabelValue& v) { return v.meaning == meaning && v.standing != Standing::Ask; }) >
           1;
  }

  /// Series count and volts a cell.
  void cells() {
    LabelValue* series = find(M::SeriesCount);
    if (series == nullptr || several(M::SeriesCount)) return;
    if (subject_ == LabelSubject::Pack && series->value < 6 && find(M::NameplateVoltage) == nullptr && find(M::ParallelCount) == nullptr)
      doubt(*series, "so few cells in series, and no volts that go with them");
    if (LabelValue* volts = find(M::NameplateVoltage); volts != nullptr && !several(M::NameplateVoltage) && series->value > 1) {
      const double each = volts->value / series->value;
      // 1.2 V nickel, 2 V lead, 3.2 V iron phosphate; 48 V may be the class of 12 to 14 cells.
      const bool fits = (each > 1.1 && each < 1.35) || (each > 1.9 && each < 2.15) || (each >= 2.95 && each < 4.05);
      if (each > 3.55 && each < 3.75 && volts->standing == Standing::Likely && series->standing == Standing::Sure) {
        volts->standing = Standing::Sure;
        volts->reason = "the cells printed make these volts";
        volts->settledBy.clear();
      }
      if (!fits) {
        const std::string sum = fmt::format("{} V in {} cells would be {} V a cell", formatNumber(volts->value),
                                            formatNumber(series->value), formatNumber(each, 3));
        doubt(*volts, sum);
        doubt(*series, sum);
      }
    }
    for (M m : {M::HighCut, M::LowCut})
      if (LabelValue* cut = find(m); cut != nullptr && cut->value > 6 && series->value > 1) {
        const double each = cut->value / series->value;
        if (m == M::HighCut ? each < 3.4 || each > 4.5 : each < (namesPhosphate() ? 1.9 : 2.2) || each > 3.35)
          doubt(*cut, fmt::format("{} V in {} cells would be {} V a cell", formatNumber(cut->value), formatNumber(series->value),
                                  formatNumber(each, 3)));
      }
    for (M m : {M::ChargeVoltage, M::ChargerVoltage})
      if (LabelValue* full = find(m); full != nullptr && series->value > 1 && full->value > 6) {
        const double each = full->value / series->value;
        const bool fits = (each > 1.35 && each < 1.65) || (each > 2.2 && each < 2.55) || (each > 3.4 && each < 4.5);
        if (!fits)
          doubt(*full, fmt::format("{} V in {} cells would be {} V a cell when full", formatNumber(full->value),
                                   formatNumber(series->value), formatNumber(each, 3)));
      }
  }

  /// Cut-off below the class, full above it, continuous not above peak.
  void order() {
    double lowest = 1e9, highest = 0;
    for (const LabelValue& v : v_)
      if (v.meaning == M::NameplateVoltage && v.standing != Standing::Ask) {
        lowest = std::min(lowest, v.low.value_or(v.value));
        highest = std::max(highest, v.value);
      }
    if (highest > 0)
      for (LabelValue& v : v_) {
        if (v.meaning == M::Cutoff && (v.value >= highest || v.value < 0.55 * lowest))
          doubt(v, fmt::format("a cut-off of {} V does not go with {} V", formatNumber(v.value), formatNumber(highest)));
        if ((v.meaning == M::ChargeVoltage || v.meaning == M::ChargerVoltage) && v.value > 6 &&
            (v.value < lowest * 0.98 || v.value > 1.45 * highest))
          doubt(v, fmt::format("{} V does not go with a pack of {} V", formatNumber(v.value), formatNumber(highest)));
        if (v.meaning == M::LowCut && v.value > 6 && v.value < 0.6 * lowest)
          doubt(v, fmt::format("{} V does not go with a pack of {} V: a lost point?", formatNumber(v.value), formatNumber(lowest)));
        if (v.meaning == M::InputMaximum && v.value < lowest) doubt(v, "less than the class of packs");
      }
    LabelValue* steady = find(M::ContinuousCurrent);
    LabelValue* most = find(M::ShortCurrent);
    if (most == nullptr) most = find(M::CurrentLimit);
    if (steady != nullptr && most != nullptr && steady->value > most->value) {
      doubt(*steady, "more for long than for short");
      doubt(*most, "less for short than for long");
    }
  }

  /// Two different values of one meaning on one label: which?
  void doubles() {
    for (M m : {M::CurrentLimit,     M::ContinuousCurrent,
                M::ShortCurrent,     M::ChargeCurrent,
                M::ChargerVoltage,   M::ChargerCurrent,
                M::Capacity,         M::Energy,
                M::SeriesCount,      M::ParallelCount,
                M::InputMaximum,     M::ChargeVoltage,
                M::FuseRating,       M::FuseVoltage,
                M::BreakingCapacity, M::JoinerCurrent,
                M::JoinerVoltage,    M::ConverterOutput,
                M::ConverterCurrent, M::CapacitorVoltage,
                M::HighCut,          M::LowCut,
                M::BalanceCurrent,   M::PhaseCurrent,
                M::RegenCurrent})
      sameMeaning(m);
    // A cut-off for each class of packs.
    if (count(M::Cutoff) != count(M::NameplateVoltage)) sameMeaning(M::Cutoff);
    if (subject_ == LabelSubject::Pack || subject_ == LabelSubject::Cell) sameMeaning(M::NameplateVoltage);
  }
  std::ptrdiff_t count(M m) const {
    return std::count_if(v_.begin(), v_.end(), [&](const LabelValue& v) { return v.meaning == m; });
  }
  void sameMeaning(M m) {
    double least = 1e18, most = -1e18;
    for (const LabelValue& v : v_)
      if (v.meaning == m && v.standing == Standing::Sure) {
        least = std::min(least, v.value);
        most = std::max(most, v.value);
      }
    if (most <= least * (m == M::NameplateVoltage ? 1.12 : 1 + 1e-9)) return;
    // Volts of one cell and of the pack beside each other contradict nothing.
    if ((m == M::HighCut || m == M::LowCut || m == M::ChargeVoltage) && most / least > 4) return;
    for (LabelValue& v : v_)
      if (v.meaning == m && v.standing == Standing::Sure)
        doubt(v, fmt::format("the label says “{}” twice: {} and {}", labelMeaningWords(m), formatNumber(least), formatNumber(most)));
  }

  std::vector<LabelValue>& v_;
  Known<LabelSubject> subject_;
};

}  // namespace

void weigh(std::vector<LabelValue>& values, Known<LabelSubject> subject) { Weigher(values, subject).all(); }

Known<double> lostPoint(LabelMeaning meaning, double value) {
  const bool volts = labelMeaningUnit(meaning) == "V" && meaning != M::MainsVoltage;
  if (!volts || value < 100 || value >= 1000 || value != std::floor(value)) return std::nullopt;
  const double mended = value / 10;
  if (isFullVoltage(mended) || isClassVoltage(mended)) return mended;
  return std::nullopt;
}

}  // namespace usherwright::label
