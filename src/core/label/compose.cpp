// What stands apart on the label and belongs together: units behind a space, tolerances, ranges, thousands, factors.
#include <algorithm>
#include <cmath>

#include "core/label/items.h"
#include "core/label/numbers.h"

namespace usherwright::label {
namespace {

class Composer {
 public:
  Composer(std::vector<Item> raw, const WordTable& words) : in_(std::move(raw)), words_(words) {}

  std::vector<Item> all() {
    run(&Composer::unit);
    run(&Composer::phrase);
    run(&Composer::serial);
    run(&Composer::thousands);
    run(&Composer::times);
    run(&Composer::tolerance);
    run(&Composer::range);
    run(&Composer::list);
    run(&Composer::current);
    torn();
    resolve();
    return std::move(in_);
  }

 private:
  /// One pass: `step` may write more than it read into out_, and moves i_ on; false leaves the piece as it is.
  void run(bool (Composer::*step)()) {
    out_.clear();
    for (i_ = 0; i_ < in_.size();)
      if (!(this->*step)()) out_.push_back(in_[i_++]);
    in_.swap(out_);
  }

  const Item* at(std::size_t i) const { return i < in_.size() ? &in_[i] : nullptr; }
  bool markAt(std::size_t i, char32_t c) const { return i < in_.size() && isMark(in_[i], c); }
  bool numberAt(std::size_t i) const { return i < in_.size() && isNumber(in_[i]); }
  bool bareAt(std::size_t i) const { return numberAt(i) && in_[i].unit == PrintedUnit::None; }
  bool wordAt(std::size_t i, std::u32string_view word) const { return i < in_.size() && isWord(in_[i]) && in_[i].word == word; }

  /// Phrases of several words, the longest first. Between them stand spaces, a line's end, hyphens, points or strokes.
  bool phrase() {
    if (!isWord(in_[i_])) return false;
    std::size_t best = 0;
    WordMeaning meaning;
    std::u32string joined = in_[i_].word;
    std::size_t j = i_ + 1;
    for (std::size_t n = 1; n < words_.longestPhrase(); ++n) {
      if (j < in_.size() && in_[j].kind == Item::Kind::Mark && joins(in_[j]) && (in_[j].glued || in_[j].mark == U'\n')) ++j;
      if (j >= in_.size() || !isWord(in_[j])) break;
      joined += U' ' + in_[j].word;
      ++j;
      if (const WordMeaning* found = words_.find(joined)) {
        best = j;
        meaning = *found;
      }
    }
    if (best == 0) return false;
    Item w = in_[i_];
    w.end = in_[best - 1].end;
    w.meaning = meaning;
    w.understood = true;
    w.word = joined;
    out_.push_back(w);
    i_ = best;
    return true;
  }
  static bool joins(const Item& i) { return i.mark == U'-' || i.mark == U'/' || i.mark == U'.' || i.mark == U'_' || i.mark == U'\'' || i.mark == U'\n'; }

  /// Behind "S/N" and its like the next run of characters is a name; the rest of the line is not trusted either.
  bool serial() {
    if (!isWord(in_[i_])) return false;
    const bool serial = in_[i_].meaning.senses.has(Sense::Serial);
    if (!serial && !in_[i_].meaning.senses.has(Sense::Model)) return false;
    out_.push_back(in_[i_++]);
    while (i_ < in_.size() && in_[i_].kind == Item::Kind::Mark && in_[i_].mark != U'\n') out_.push_back(in_[i_++]);
    bool first = true;
    while (i_ < in_.size() && !isMark(in_[i_], U'\n')) {
      Item next = in_[i_];
      if (serial && isNumber(next) && (first || next.glued)) {
        next.kind = Item::Kind::Name;
      } else {
        next.underSerial = serial || first || next.glued;
        first = first && isWord(next) && !next.understood;
        if (!serial && !first && !next.glued && isWord(next)) break;
      }
      if (isNumber(next) || next.kind == Item::Kind::Name) first = false;
      out_.push_back(next);
      ++i_;
    }
    return true;
  }

  /// "48 V", "12 伏", "45 °C", "275 U/min", "22 AMAX".
  bool unit() {
    if (!bareAt(i_)) return false;
    Item n = in_[i_];
    std::size_t j = i_ + 1;
    if (markAt(j, U'%')) return take(n, j + 1, PrintedUnit::Percent);
    if (markAt(j, degreeSign)) {
      if (wordAt(j + 1, U"c")) return take(n, j + 2, PrintedUnit::Celsius);
      return take(n, j + (wordAt(j + 1, U"f") ? 2 : 1), PrintedUnit::Other);
    }
    if (markAt(j, ohmSign)) return take(n, j + 1, PrintedUnit::Other);
    if (wordAt(j, U"m") && markAt(j + 1, ohmSign)) return take(n, j + 2, PrintedUnit::MilliOhm);
    if (bareAt(j) && in_[j].value == 1 && markAt(j + 1, U'/') && (wordAt(j + 2, U"min") || unitAt(j + 2, PrintedUnit::Other)))
      return take(n, j + 3, PrintedUnit::Rpm);
    if (j >= in_.size()) return false;
    if (perMinute(j)) return take(n, j + 3, PrintedUnit::Rpm);
    // "48⏎V": a unit on a line of its own, or on the same.
    std::size_t at = isMark(in_[j], U'\n') ? j + 1 : j;
    const UnitWord* unit = at < in_.size() && isWord(in_[at]) ? unitOf(in_[at].word) : nullptr;
    if (unit == nullptr) return false;
    const bool split = at > j;
    if (split && (unit->unit == PrintedUnit::Other || unit->unit == PrintedUnit::CRate || unit->unit == PrintedUnit::Series || unit->unit == PrintedUnit::Parallel))
      return false;
    if (split && at + 1 < in_.size() && in_[at + 1].glued && isWord(in_[at + 1])) return false;
    if (at + 1 < in_.size() && in_[at + 1].glued && in_[at + 1].kind == Item::Kind::Name) return false;
    // "von 20 a 60 V": a preposition, where a range is opened and a number with another unit follows.
    if (unit->printed == U"a" && opensRange() && numberAt(at + 1)) return false;
    n.value *= unit->scale;
    n.scaleOfUnit = unit->scale;
    n.ungrouped *= unit->scale;
    n.ac = unit->ac;
    n.dc = unit->dc;
    const PrintedUnit meant = unit->unit == PrintedUnit::Series && !isHan(unit->printed.front()) ? PrintedUnit::Second : unit->unit;
    return take(n, at + 1, meant);
  }
  bool take(Item n, std::size_t next, PrintedUnit unit) {
    n.unit = unit;
    n.end = in_[next - 1].end;
    // "12 km/h", "8 Wh/km": something else altogether.
    if (markAt(next, U'/') && in_[next].glued && next + 1 < in_.size() && isWord(in_[next + 1]) && in_[next + 1].glued &&
        (wordAt(next + 1, U"km") || wordAt(next + 1, U"h") || wordAt(next + 1, U"min") || wordAt(next + 1, U"mi"))) {
      if (unit == PrintedUnit::Rpm || wordAt(next + 1, U"min")) n.unit = PrintedUnit::Rpm;
      else n.unit = PrintedUnit::Other;
      n.end = in_[next + 1].end;
      next += 2;
    }
    out_.push_back(n);
    i_ = next;
    return true;
  }
  bool unitAt(std::size_t i, PrintedUnit unit) const { return i < in_.size() && isNumber(in_[i]) && in_[i].unit == unit; }
  bool perMinute(std::size_t j) const {
    static constexpr std::u32string_view turns[] = {U"u", U"tr", U"r", U"obr", U"ob", U"giri", U"rev", U"t", U"umdr", U"omw", U"g"};
    return std::any_of(std::begin(turns), std::end(turns), [&](std::u32string_view t) { return wordAt(j, t); }) && markAt(j + 1, U'/') &&
           (wordAt(j + 2, U"min") || wordAt(j + 2, U"m"));
  }
  bool opensRange() const {
    static constexpr std::u32string_view openers[] = {U"de", U"da", U"von", U"from", U"od", U"van", U"entre", U"between"};
    return !out_.empty() && isWord(out_.back()) &&
           std::any_of(std::begin(openers), std::end(openers), [&](std::u32string_view o) { return out_.back().word == o; });
  }

  /// "24 000 mAh", "1 150 Wh": a bare figure, one space, three figures and a unit.
  bool thousands() {
    if (!bareAt(i_) || !numberAt(i_ + 1) || in_[i_ + 1].glued || in_[i_].value >= 1000 || in_[i_].value < 1) return false;
    const Item& next = in_[i_ + 1];
    if (next.begin - in_[i_].end > 3 || std::floor(in_[i_].value) != in_[i_].value) return false;
    const double scale = next.unit == PrintedUnit::AmpereHour ? 1e-3 : 1.0;
    const bool countable = next.unit == PrintedUnit::AmpereHour || next.unit == PrintedUnit::WattHour || next.unit == PrintedUnit::Watt || next.unit == PrintedUnit::Rpm;
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

  /// "2 × 20 A". Two bare figures are a size: "10x38", "6.3 × 32 mm".
  bool times() {
    if (!bareAt(i_)) return false;
    const std::size_t j = i_ + 1;
    const bool cross = markAt(j, timesSign) || markAt(j, U'*') || wordAt(j, U"x");
    if (!cross || !numberAt(j + 1)) return false;
    Item n = in_[j + 1];
    n.begin = in_[i_].begin;
    n.glued = in_[i_].glued;
    if (n.unit == PrintedUnit::None || n.unit == PrintedUnit::Other || in_[i_].value < 1 || in_[i_].value > 40) n.kind = Item::Kind::Name;
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
      n.unit = t.unit;
      // "500 ± 50 mA": one unit for both.
      if (t.unit != PrintedUnit::None) scaleAs(n, t);
      n.ac = t.ac;
      n.dc = t.dc;
    }
    const double size = t.grouped ? t.ungrouped : t.value;
    n.tolerance = percent ? std::abs(n.value) * size / 100 : size;
    if (!percent && t.unit == PrintedUnit::None) scaleTolerance(n);
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
  /// The printed figure of a number whose unit stands behind a later one.
  static void scaleAs(Item& n, const Item& t) {
    n.scaleOfUnit = t.scaleOfUnit;
    n.value *= t.scaleOfUnit;
    n.ungrouped *= t.scaleOfUnit;
  }
  static void scaleTolerance(Item& n) { n.tolerance = *n.tolerance * n.scaleOfUnit; }

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
    const bool minus = markAt(i_, U'-') && numberAt(i_ + 1) && (i_ == 0 || !numberAt(i_ - 1)) && in_[i_ + 1].glued;
    const std::size_t first = minus ? i_ + 1 : i_;
    if (!numberAt(first) || in_[first].low) return false;
    const std::size_t arrow = arrowAt(first + 1);
    std::size_t next = rangeMarkAt(first + 1);
    if (arrow != 0 && numberAt(arrow) && in_[first].unit == PrintedUnit::Volt && in_[arrow].unit == PrintedUnit::Volt) return conversion(first, arrow);
    if (next == 0 && minus && markAt(first + 1, U'+')) next = first + 2;  // "-40+105 °C"
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
    if (a.unit != PrintedUnit::None && a.unit != b.unit && !(a.unit == PrintedUnit::Percent && b.unit == PrintedUnit::Percent)) return false;
    const bool celsius = b.unit == PrintedUnit::Celsius || (minus && b.unit == PrintedUnit::CRate);
    if (b.unit == PrintedUnit::Series || b.unit == PrintedUnit::Parallel || b.unit == PrintedUnit::CellSize) return false;
    const bool ranged = b.unit == PrintedUnit::Volt || b.unit == PrintedUnit::Ampere || celsius || b.unit == PrintedUnit::Hertz || b.unit == PrintedUnit::Percent ||
                        b.unit == PrintedUnit::Other || b.unit == PrintedUnit::Watt || b.unit == PrintedUnit::AmpereHour || b.unit == PrintedUnit::Rpm ||
                        b.unit == PrintedUnit::CRate || b.unit == PrintedUnit::Second;
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
    if (j == i_ || bareAt(j) || (in_[j].unit != PrintedUnit::Volt && in_[j].unit != PrintedUnit::Hertz && in_[j].unit != PrintedUnit::Percent && in_[j].unit != PrintedUnit::CRate))
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

  /// "1-3S", "2'5A": figures on both sides of a mark that nothing explains. The print is damaged, or it is a name.
  void torn() {
    for (std::size_t i = 1; i < in_.size(); ++i) {
      if (!isNumber(in_[i]) || in_[i].designation) continue;
      std::size_t j = i;
      bool sign = false;
      bool apart = false;
      while (j > 0 && in_[j - 1].kind == Item::Kind::Mark && i - j < 5) {
        --j;
        sign = sign || isMark(in_[j], plusMinusSign) || isMark(in_[j], U'+');
        apart = apart || !in_[j].glued;
      }
      const bool name = j > 0 && in_[j - 1].kind == Item::Kind::Name && in_[j - 1].figure;
      if (name && in_[i].glued && !apart) in_[i].damaged = true;
      if (sign && in_[i].unit != PrintedUnit::Celsius) in_[i].damaged = true;
      if (j == i || j == 0 || !isNumber(in_[j - 1]) || isMark(in_[j], U'\n')) continue;
      const bool bare = in_[j - 1].unit == PrintedUnit::None || in_[j - 1].unit == PrintedUnit::Series || in_[j - 1].unit == PrintedUnit::Second;
      if ((sign && in_[i].unit != PrintedUnit::Celsius) || (bare && in_[i].glued && !apart && in_[i].unit != PrintedUnit::Parallel)) {
        in_[i].damaged = true;
        in_[j - 1].damaged = true;
      }
    }
    // "4S V": a figure in the dress of a letter.
    for (std::size_t i = 0; i + 1 < in_.size(); ++i)
      if (isNumber(in_[i]) && (in_[i].unit == PrintedUnit::Series || in_[i].unit == PrintedUnit::Second) && isWord(in_[i + 1]) && unitOf(in_[i + 1].word) != nullptr)
        in_[i].damaged = true;
    for (std::size_t i = 0; i + 1 < in_.size(); ++i)
      if (isNumber(in_[i]) && (in_[i].unit == PrintedUnit::Series || in_[i].unit == PrintedUnit::Second) && isNumber(in_[i + 1]) && in_[i + 1].glued &&
          in_[i + 1].unit != PrintedUnit::Parallel && !in_[i].designation)
        in_[i].damaged = in_[i + 1].damaged = true;
  }

  /// Thousands or three decimals, seconds or cells: by the unit.
  void resolve() {
    for (Item& n : in_) {
      if (!isNumber(n) || !n.grouped) continue;
      const bool whole = (n.unit == PrintedUnit::AmpereHour && n.scaleOfUnit < 1) || n.unit == PrintedUnit::Rpm || (n.unit == PrintedUnit::Ampere && n.scaleOfUnit < 1) ||
                         n.unit == PrintedUnit::MicroFarad;
      if (whole) {
        n.grouped = false;
      } else if (n.unit == PrintedUnit::Volt || n.unit == PrintedUnit::AmpereHour || n.unit == PrintedUnit::Ampere || n.unit == PrintedUnit::CRate) {
        // "3.650 V" has decimals; "1,000 V" cannot be told.
        if (std::abs(n.ungrouped - std::round(n.ungrouped)) > 1e-9) n.grouped = false;
        std::swap(n.value, n.ungrouped);
      }
    }
  }

  std::vector<Item> in_, out_;
  const WordTable& words_;
  std::size_t i_ = 0;
  bool taken_ = false;
};

}  // namespace

std::vector<Item> composed(std::vector<Item> raw, const WordTable& words) { return Composer(std::move(raw), words).all(); }

}  // namespace usherwright::label
