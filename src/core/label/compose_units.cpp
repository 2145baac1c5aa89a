// Units behind a space or before their number, phrases, serial numbers.
#include <algorithm>

#include "core/label/passes.h"

namespace usherwright::label {
namespace {

class Units : Passes<Units> {
  friend class Passes<Units>;

 public:
  Units(std::vector<Item> raw, const WordTable& words) : Passes(std::move(raw)), words_(words) {}

  std::vector<Item> all() {
    run(&Units::unitBefore);
    run(&Units::unit);
    run(&Units::phrase);
    run(&Units::serial);
    return std::move(in_);
  }

 private:
  /// Phrases of several words, the longest first. Between them stand spaces, a line's end, hyphens, points or strokes.
  bool phrase() {
    if (!isWord(in_[i_])) return false;
    std::size_t best = 0;
    WordMeaning meaning;
    std::u32string joined = in_[i_].word, letters = joined;
    bool known = in_[i_].understood, whole = true;
    if (const WordMeaning* found = known ? nullptr : words_.findRunTogether(letters)) {
      best = i_ + 1;
      meaning = *found;
    }
    std::size_t j = i_ + 1;
    for (std::size_t n = 1; n < words_.longestPhrase(); ++n) {
      if (j < in_.size() && in_[j].kind == Item::Kind::Mark && joins(in_[j])) ++j;
      const bool torn = j < in_.size() && isSpeck(in_[j]);
      if (torn) ++j;
      if (j >= in_.size() || !isWord(in_[j])) break;
      joined += U' ' + in_[j].word;
      letters += in_[j].word;
      known = known && in_[j].understood && !torn;
      whole = whole && !torn;
      ++j;
      if (const WordMeaning* found = whole ? words_.find(joined) : nullptr) {
        best = j;
        meaning = *found;
      } else if (!known && runTogether(letters, meaning)) {
        best = j;
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
  static bool joins(const Item& i) {
    if (i.mark == U'-' || i.mark == U'\'' || i.mark == U'\n') return true;
    return i.glued && (i.mark == U'/' || i.mark == U'.' || i.mark == U'_');
  }
  /// "Coupurebasse tension", "Lade strom": spaces lost or put in where the table has one word or phrase.
  bool runTogether(std::u32string_view letters, WordMeaning& meaning) const {
    if (letters.size() < 6) return false;
    WordMeaning word;
    const WordMeaning* phrase = words_.findRunTogether(letters);
    if (words_.understand(letters, word)) meaning = word;  // "decharge" is no "de charge"
    else if (phrase != nullptr) meaning = *phrase;
    else return false;
    return true;
  }

  /// Behind "S/N" and its like the next run of characters is a name; the rest of the line is not trusted either.
  bool serial() {
    if (!isWord(in_[i_])) return false;
    const bool serial = in_[i_].meaning.senses.has(Sense::Serial);
    if (!serial && !in_[i_].meaning.senses.has(Sense::Model)) return false;
    out_.push_back(in_[i_++]);
    while (i_ < in_.size() && in_[i_].kind == Item::Kind::Mark && in_[i_].mark != U'\n') out_.push_back(in_[i_++]);
    bool began = false, run = true;  // the run of characters that is the number itself
    while (i_ < in_.size() && !isMark(in_[i_], U'\n')) {
      Item next = in_[i_];
      run = run && (!began || next.glued);
      if (run) began = began || next.kind != Item::Kind::Word || !next.understood;
      if (!serial && !run) break;
      if (run && serial && isNumber(next)) next.kind = Item::Kind::Name;
      else next.underSerial = true;
      out_.push_back(next);
      ++i_;
    }
    return true;
  }

  /// "Over-voltage (mV): 4250", as settings are listed: the unit stands in brackets before its number.
  bool unitBefore() {
    const UnitWord* unit = bracketedAt(i_);
    std::size_t j = i_ + 3;
    while (j < in_.size() && (markAt(j, U':') || markAt(j, U'=') || markAt(j, U'|'))) ++j;
    if (unit == nullptr || unitsBehind() || !bareAt(j)) return false;
    if (j + 1 < in_.size() && isWord(in_[j + 1]) && unitOf(in_[j + 1].word) != nullptr) return false;
    Item n = in_[j];
    putUnit(n, *unit);
    out_.push_back(n);
    i_ = j + 1;
    return true;
  }

  /// "(V)", "[Ah]": null if none stands there.
  const UnitWord* bracketedAt(std::size_t i) const {
    if ((!markAt(i, U'(') && !markAt(i, U'[')) || i + 2 >= in_.size() || !isWord(in_[i + 1])) return nullptr;
    if (!markAt(i + 2, U')') && !markAt(i + 2, U']')) return nullptr;
    const UnitWord* unit = unitOf(in_[i + 1].word);
    return unit != nullptr && isElectric(unit->unit) ? unit : nullptr;
  }
  /// "36 (V) 17 (A)": whether the first unit in brackets stands behind a number; then all of them do.
  bool unitsBehind() const {
    for (std::size_t i = 0; i < in_.size(); ++i)
      if (bracketedAt(i) != nullptr) return i > 0 && isNumber(in_[i - 1]) && in_[i - 1].unit == PrintedUnit::None;
    return false;
  }

  /// "48 V", "12 伏", "45 °C", "275 U/min", "22 AMAX".
  bool unit() {
    if (!bareAt(i_)) return false;
    Item n = in_[i_];
    std::size_t j = i_ + 1;
    if (const UnitWord* bracketed = bracketedAt(j); bracketed != nullptr && unitsBehind()) {
      putUnit(n, *bracketed);
      return take(n, j + 3, bracketed->unit);
    }
    if (markAt(j, U'%')) return take(n, j + 1, PrintedUnit::Percent);
    if (markAt(j, degreeSign)) {
      if (wordAt(j + 1, U"c")) return take(n, j + 2, PrintedUnit::Celsius);
      return take(n, j + (wordAt(j + 1, U"f") ? 2 : 1), PrintedUnit::Other);
    }
    if (markAt(j, ohmSign)) return take(n, j + 1, PrintedUnit::Other);
    if (wordAt(j, U"m") && markAt(j + 1, ohmSign)) return take(n, j + 2, PrintedUnit::MilliOhm);
    if (bareAt(j) && in_[j].value == 1 && markAt(j + 1, U'/') && (wordAt(j + 2, U"min") || unitAt(j + 2, PrintedUnit::Hour)))
      return take(n, j + 3, PrintedUnit::Rpm);
    if (j >= in_.size()) return false;
    if (perMinute(j)) return take(n, j + 3, PrintedUnit::Rpm);
    // "48⏎V": a unit on a line of its own, or on the same.
    const std::size_t at = isMark(in_[j], U'\n') ? j + 1 : j;
    const UnitWord* unit = at < in_.size() && isWord(in_[at]) ? unitOf(in_[at].word) : nullptr;
    if (unit == nullptr) return false;
    const bool split = at > j;
    if (split && !isElectric(unit->unit)) return false;
    if (split && at + 1 < in_.size() && in_[at + 1].glued && isWord(in_[at + 1])) return false;
    if (at + 1 < in_.size() && in_[at + 1].glued && in_[at + 1].kind == Item::Kind::Name) return false;
    // "von 20 a 60 V": a preposition, where a range is opened and a number with another unit follows.
    if (unit->printed == U"a" && opensRange() && numberAt(at + 1)) return false;
    putUnit(n, *unit);
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

  const WordTable& words_;
};

}  // namespace

std::vector<Item> withUnits(std::vector<Item> raw, const WordTable& words) { return Units(std::move(raw), words).all(); }
std::vector<Item> composed(std::vector<Item> raw, const WordTable& words) { return withForms(withUnits(std::move(raw), words)); }

}  // namespace usherwright::label
