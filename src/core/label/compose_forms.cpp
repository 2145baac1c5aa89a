// The forms in which numbers are printed: thousands, factors, tolerances, ranges, lists, kinds of current.
#include <algorithm>
#include <cmath>

#include "core/label/passes.h"
#include "core/label/print.h"

namespace usherwright::label {
namespace {

class Forms : Passes<Forms> {
  friend class Passes<Forms>;

 public:
  explicit Forms(std::vector<Item> items) : Passes(std::move(items)) {}

  std::vector<Item> all() {
    run(&Forms::thousands);
    run(&Forms::gap);
    run(&Forms::times);
    run(&Forms::tolerance);
    run(&Forms::range);
    run(&Forms::list);
    run(&Forms::current);
    markTorn(in_);
    resolve();
    return std::move(in_);
  }

 private:
  /// "24 000 mAh", "1 150 Wh": a bare figure, one space, three figures and a unit.
  bool thousands() {
    if (!bareAt(i_) || !numberAt(i_ + 1) || in_[i_ + 1].glued || in_[i_].value >= 1000 || in_[i_].value < 1) return false;
    const Item& next = in_[i_ + 1];
    if (next.begin - in_[i_].end > 3 || std::floor(in_[i_].value) != in_[i_].value) return false;
    const double scale = next.unit == PrintedUnit::AmpereHour ? 1e-3 : 1.0;
    const bool countable = (next.unit == PrintedUnit::AmpereHour && next.scaleOfUnit < 1) || next.unit == PrintedUnit::WattHour ||
                           next.unit == PrintedUnit::Watt || next.unit == PrintedUnit::Rpm;
    if (!countable || next.value >= 1000 * scale || next.low || next.value < 0 || digitsIn(next) != 3) return false;
    Item n = next;
    n.value = in_[i_].value * 1000 * scale + next.value;
    n.ungrouped = next.value;
    n.grouped = true;
    n.begin = in_[i_].begin;
    n.glued = in_[i_].glued;
    out_.push_back(n);
    i_ += 2;
    return true;
  }
  /// Figures that the number was printed with, from its length; only used for whole ones.
  static std::size_t digitsIn(const Item& n) {
    const double whole = n.unit == PrintedUnit::AmpereHour ? n.value * 1000 : n.value;
    if (std::abs(whole - std::round(whole)) > 1e-9) return 0;
    return n.end - n.begin >= 4 ? 3 : 0;
  }

  /// "54. 6 V", "36 ,5 V", "10 4 Ah": a blank within a figure, or a point that is gone. "36, 48 V" is a list, "2. 36 V" may be a heading.
  bool gap() {
    if (!bareAt(i_) || std::floor(in_[i_].value) != in_[i_].value || in_[i_].value >= 1000) return false;
    bool point = false, comma = false, speck = false;
    std::size_t j = i_ + 1;
    const auto stray = [&](std::size_t k) {
      return k < in_.size() && in_[k].kind == Item::Kind::Mark &&
             std::u32string_view(U".',|-\n").find(in_[k].mark) != std::u32string_view::npos;
    };
    for (; j < i_ + 4 && stray(j); ++j) {
      point = point || isMark(in_[j], U'.') || isMark(in_[j], U'\'');
      comma = comma || isMark(in_[j], U',');
    }
    if (!numberAt(j) || in_[j].low || in_[j].begin - in_[i_].end > 4) return false;
    // "58 |8V", "54- 6 V": what divides has space on both sides.
    if (j == i_ + 1) speck = in_[j].glued && in_[j].begin > in_[i_].end;
    if (j == i_ + 2) speck = in_[i_ + 1].glued != in_[j].glued && !isMark(in_[i_ + 1], U'\n');
    const Item& next = in_[j];
    if (!isElectric(next.unit) && !(next.unit == PrintedUnit::None && plusMinusAt(j + 1) > 0)) return false;
    const double first = in_[i_].value, printed = next.value / next.scaleOfUnit;
    if (next.value < 0 || printed >= 1000) return false;
    const bool behindPoint = printed < 1;  // ".5 A"
    if (j > i_ + 1 && !point && !comma && !behindPoint && !speck) return false;
    if (!behindPoint && std::abs(printed - std::round(printed)) > 1e-9) return false;
    const bool oneDigit = printed < 9.5, twoDigits = !oneDigit && printed < 99.5;
    const bool list = !point && comma && in_[i_ + 1].glued && !next.glued && twoDigits && first >= 5;
    const bool heading = first < 3 && !oneDigit && next.scaleOfUnit >= 1;
    const bool ofCell = twoDigits && first >= 2 && first <= 4 && (next.unit == PrintedUnit::Volt || next.unit == PrintedUnit::None);
    const bool without = (!next.glued || speck) && (oneDigit || ofCell);
    if (list || (point ? heading : !comma && !without)) return false;
    const bool thousand = next.scaleOfUnit < 1 && !oneDigit && !twoDigits;  // "2. 600 mAh"
    const double places = behindPoint || thousand ? 1 : oneDigit ? 10 : twoDigits ? 100 : 1000;
    Item n = next;
    n.value = first * next.scaleOfUnit * (thousand ? 1000 : 1) + next.value / places;
    n.begin = in_[i_].begin;
    n.glued = in_[i_].glued;
    n.damaged = true;
    out_.push_back(n);
    i_ = j + 1;
    return true;
  }

  /// "2 × 20 A". Two bare figures are a size: "10x38", "6.3 × 32 mm".
  bool times() {
    if (!bareAt(i_)) return false;
    const std::size_t j = i_ + 1;
    const bool cross = markAt(j, timesSign) || markAt(j, U'*') || wordAt(j, U"x");
    if (!cross || !numberAt(j + 1)) return false;
    Item n = in_[j + 1];
    n.begin = in_[i_].begin;
    n.glued = in_[i_].glued;
    if (n.unit == PrintedUnit::None || !isElectric(n.unit) || in_[i_].value < 1 || in_[i_].value > 40) {
      n.kind = Item::Kind::Name;
      n.digitLast = true;
    }
    n.times = static_cast<int>(in_[i_].value);
    out_.push_back(n);
    i_ = j + 2;
    return true;
  }

  std::size_t behindLineEnd(std::size_t i) const {
    while (markAt(i, U'\n')) ++i;
    return i;
  }
  /// The place behind a "±" and a line's end beside it; 0 if there is none.
  std::size_t plusMinusAt(std::size_t i) const {
    i = behindLineEnd(i);
    if (markAt(i, plusMinusSign)) return behindLineEnd(i + 1);
    if (markAt(i, U'+') && markAt(i + 1, U'-')) return behindLineEnd(i + 2);
    if (markAt(i, U'+') && markAt(i + 1, U'/') && markAt(i + 2, U'-')) return behindLineEnd(i + 3);
    return 0;
  }

  /// "17±1 A", "20A(±1)", "41.0V (±0.5)", "2 A ± 5 %": only right beside the value.
  bool tolerance() {
    if (!numberAt(i_)) {
      // A tolerance without its value says nothing.
      const std::size_t next = plusMinusAt(i_);
      if (next == 0 || !numberAt(next)) return false;
      Item lost = in_[next];
      lost.kind = Item::Kind::Name;
      lost.begin = in_[i_].begin;
      out_.push_back(lost);
      i_ = next + 1;
      return true;
    }
    const bool opened = markAt(i_ + 1, U'(');
    std::size_t next = plusMinusAt(i_ + (opened ? 2 : 1));
    if (next == 0 || !numberAt(next)) return false;
    const Item& t = in_[next];
    Item n = in_[i_];
    const bool percent = t.unit == PrintedUnit::Percent;
    if (!percent && t.unit != PrintedUnit::None && n.unit != PrintedUnit::None && t.unit != n.unit) return false;
    if (n.unit == PrintedUnit::None && !percent) {
      putUnit(n, {{}, t.unit, t.scaleOfUnit, t.ac, t.dc});  // "500 ± 50 mA": one unit for both
    }
    const double size = t.grouped ? t.ungrouped : t.value;
    n.tolerance = percent ? std::abs(n.value) * size / 100 : size;
    if (!percent && t.unit == PrintedUnit::None) *n.tolerance *= n.scaleOfUnit;
    ++next;
    if (opened && markAt(next, U')')) ++next;
    n.end = in_[next - 1].end;
    // A tolerance of the value's own size is none: the scan lost a mark.
    if (*n.tolerance <= 0 || *n.tolerance > 0.35 * std::abs(n.value) + 1e-9) n.damaged = true;
    if (t.damaged) n.damaged = true;
    out_.push_back(n);
    i_ = next;
    return true;
  }

  /// Marks and words between the ends of a range; 0 if there are none.
  std::size_t rangeMarkAt(std::size_t i) const {
    static constexpr std::u32string_view words[] = {U"to", U"bis", U"do", U"tot", U"至", U"hasta", U"a"};
    if (markAt(i, U'-') || markAt(i, U'~')) return i + 1;
    std::size_t points = i;
    while (markAt(points, U'.')) ++points;
    if (points >= i + 2) return points;
    if (i < in_.size() && isWord(in_[i]))
      for (std::u32string_view w : words)
        if (in_[i].word == w) return i + 1;
    return 0;
  }

  /// "36-52V", "24V–36V", "-20…+60 °C", "von 20 bis 60 V"; descending with units, or an arrow: "48V→12V", a conversion.
  bool range() {
    const bool minus = markAt(i_, U'-') && numberAt(i_ + 1) && (i_ == 0 || !in_[i_].glued || !numberAt(i_ - 1)) && in_[i_ + 1].glued;
    const std::size_t first = minus ? i_ + 1 : i_;
    if (!numberAt(first) || in_[first].low) return false;
    const std::size_t arrow = arrowAt(first + 1);
    std::size_t next = rangeMarkAt(first + 1);
    if (arrow != 0 && numberAt(arrow) && in_[first].unit == PrintedUnit::Volt && in_[arrow].unit == PrintedUnit::Volt)
      return conversion(first, arrow);
    if (next == 0 && minus && markAt(first + 1, U'+')) next = first + 2;  // "-40+105 °C"
    if (minus && in_[first].unit == PrintedUnit::Celsius && (next == 0 || !numberAt(next))) {
      // "-20 °C"
      Item n = in_[first];
      n.begin = in_[i_].begin;
      n.value = -n.value;
      out_.push_back(n);
      i_ = first + 1;
      return true;
    }
    if (next == 0) return false;
    bool second = false;
    if (markAt(next, U'-') && numberAt(next + 1)) {
      second = true;
      ++next;
    } else if (markAt(next, U'+') && numberAt(next + 1)) {
      ++next;
    }
    if (!numberAt(next) || in_[next].low || in_[next].unit == PrintedUnit::None) return false;
    const Item& a = in_[first];
    const Item& b = in_[next];
    if (a.unit != PrintedUnit::None && a.unit != b.unit) return false;
    const bool celsius = b.unit == PrintedUnit::Celsius || (minus && b.unit == PrintedUnit::CRate);
    const bool ranged = b.unit == PrintedUnit::Volt || b.unit == PrintedUnit::Ampere || celsius || b.unit == PrintedUnit::Hertz ||
                        b.unit == PrintedUnit::Percent || b.unit == PrintedUnit::Other || b.unit == PrintedUnit::Kilometre ||
                        b.unit == PrintedUnit::Hour || b.unit == PrintedUnit::Year || b.unit == PrintedUnit::Watt ||
                        b.unit == PrintedUnit::AmpereHour || b.unit == PrintedUnit::Rpm || b.unit == PrintedUnit::CRate ||
                        b.unit == PrintedUnit::Second;
    if (!ranged) return false;
    double low = a.unit == PrintedUnit::None ? a.value * b.scaleOfUnit : a.value;
    double high = b.value;
    if (celsius) {
      low = minus ? -low : low;
      high = second ? -high : high;
    }
    if (low >= high) return a.unit == PrintedUnit::Volt && b.unit == PrintedUnit::Volt && conversion(first, next);
    Item n = b;
    n.begin = in_[i_].begin;
    n.glued = in_[i_].glued;
    n.low = low;
    n.value = high;
    n.ac = a.ac || b.ac;
    n.dc = a.dc || b.dc;
    n.damaged = a.damaged || b.damaged || b.tolerance.has_value();
    n.underSerial = a.underSerial || b.underSerial;
    if (celsius) n.unit = PrintedUnit::Celsius;
    out_.push_back(n);
    i_ = next + 1;
    return true;
  }
  std::size_t arrowAt(std::size_t i) const {
    if (markAt(i, arrowSign)) return i + 1;
    std::size_t j = i;
    while (markAt(j, U'-')) ++j;
    if (j > i && markAt(j, U'>')) return j + 1;
    if (i < in_.size() && isWord(in_[i]) && (in_[i].word == U"to" || in_[i].word == U"auf" || in_[i].word == U"转")) return i + 1;
    return 0;
  }
  bool conversion(std::size_t first, std::size_t second) {
    if (in_[first].value <= in_[second].value && !markAt(second - 1, arrowSign) && !markAt(second - 1, U'>')) return false;
    out_.push_back(in_[first]);
    out_.push_back(in_[second]);
    out_.back().converts = true;
    i_ = second + 1;
    return true;
  }

  /// "36/48 V", "0.5/1 C": the unit stands behind the last.
  bool list() {
    if (!bareAt(i_)) return false;
    std::size_t j = i_;
    while (bareAt(j) && (markAt(j + 1, U'/') || markAt(j + 1, U',')) && numberAt(j + 2)) j += 2;
    if (j == i_ || bareAt(j) ||
        (in_[j].unit != PrintedUnit::Volt && in_[j].unit != PrintedUnit::Hertz && in_[j].unit != PrintedUnit::Percent &&
         in_[j].unit != PrintedUnit::CRate))
      return false;
    for (std::size_t k = i_; k <= j; ++k) {
      Item n = in_[k];
      if (isNumber(n)) {
        n.unit = in_[j].unit;
        n.value = k == j ? n.value : n.value * in_[j].scaleOfUnit;
        n.listed = true;
        n.ac = in_[j].ac;
        n.dc = in_[j].dc;
      }
      out_.push_back(n);
    }
    i_ = j + 1;
    return true;
  }

  /// "54.6V⎓", "230 V AC", "DC 48V", "V~", "36V=".
  bool current() {
    if (!numberAt(i_) || in_[i_].unit != PrintedUnit::Volt) return false;
    Item n = in_[i_];
    if (!out_.empty() && isWord(out_.back()) && !taken_) mark(n, out_.back().meaning.senses);
    const bool before = n.ac || n.dc;
    std::size_t j = i_ + 1;
    if (j < in_.size()) {
      if (isMark(in_[j], U'~')) n.ac = true;
      if (isMark(in_[j], directSign) || isMark(in_[j], U'=')) n.dc = true;
      if (markAt(j, U'-') && markAt(j + 1, U'-')) n.dc = true;
      if (!before && isWord(in_[j])) mark(n, in_[j].meaning.senses);
    }
    taken_ = !before && (n.ac || n.dc);
    out_.push_back(n);
    ++i_;
    if (taken_ && i_ < in_.size() && isWord(in_[i_])) out_.push_back(in_[i_++]);
    else taken_ = false;
    return true;
  }
  static void mark(Item& n, const Senses& senses) {
    if (senses.has(Sense::Ac) && !senses.has(Sense::Dc)) n.ac = true;
    if (senses.has(Sense::Dc) && !senses.has(Sense::Ac)) n.dc = true;
  }

  /// Thousands or three decimals, seconds or cells: by the unit.
  void resolve() {
    for (Item& n : in_) {
      if (!isNumber(n) || !n.grouped) continue;
      const bool whole = (n.unit == PrintedUnit::AmpereHour && n.scaleOfUnit < 1) || n.unit == PrintedUnit::Rpm ||
                         (n.unit == PrintedUnit::Ampere && n.scaleOfUnit < 1) || n.unit == PrintedUnit::MicroFarad ||
                         n.unit == PrintedUnit::Cycle;
      if (whole) {
        n.grouped = false;
      } else if (n.unit == PrintedUnit::Volt || n.unit == PrintedUnit::AmpereHour || n.unit == PrintedUnit::Ampere ||
                 n.unit == PrintedUnit::CRate) {
        // "3.650 V" has decimals; "1,000 V" cannot be told.
        if (std::abs(n.ungrouped - std::round(n.ungrouped)) > 1e-9) n.grouped = false;
        std::swap(n.value, n.ungrouped);
      }
    }
  }

  bool taken_ = false;
};

}  // namespace

std::vector<Item> withForms(std::vector<Item> items) { return Forms(std::move(items)).all(); }

}  // namespace usherwright::label
