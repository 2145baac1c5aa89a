// Which words belong to which number: words before it ("max. 20 A") or behind it ("20 A max"), as the clause is built, and
// headings that hold for several.
#include "core/label/figures.h"

#include <algorithm>

#include "core/label/clause.h"
#include "core/label/usual_volts.h"

namespace usherwright::label {
namespace {

class Binder {
 public:
  explicit Binder(const std::vector<Item>& items) : items_(items) {
    // A figure that could not be read takes its words with it.
    for (std::size_t i = 0; i < items.size(); ++i)
      if (isNumber(items[i]) || (items[i].kind == Item::Kind::Name && items[i].figure)) at_.push_back(i);
    out_.resize(at_.size());
    for (std::size_t k = 0; k < at_.size(); ++k) {
      out_[k].item = items[at_[k]];
      if (!isNumber(out_[k].item)) out_[k].item.unit = PrintedUnit::None;
    }
  }

  std::vector<Figure> all() {
    leading_.resize(at_.size());
    behind_.resize(at_.size());
    if (!at_.empty()) before(0, 0);
    for (std::size_t k = 0; k + 1 < at_.size(); ++k) gap(k);
    if (!at_.empty()) behind(at_.size() - 1, items_.size());
    pairs();
    carry();
    std::erase_if(out_, [](const Figure& f) { return f.item.unit == PrintedUnit::None; });
    return std::move(out_);
  }

 private:
  /// Senses of the words in [from, to). A word that counts only as a head must stand before a number, a colon or "=".
  Senses said(std::size_t from, std::size_t to) const {
    Senses out;
    for (std::size_t i = from; i < to; ++i) {
      if (!isWord(items_[i])) continue;
      if (items_[i].meaning.headOnly) {
        const bool head = i + 1 < items_.size() && (isNumber(items_[i + 1]) || isMark(items_[i + 1], U':') || isMark(items_[i + 1], U'='));
        if (!head) continue;
      }
      out.add(items_[i].meaning.senses);
    }
    return out;
  }
  template <class Is>
  bool anyIn(std::size_t from, std::size_t to, Is is) const {
    return std::any_of(items_.begin() + static_cast<long>(from), items_.begin() + static_cast<long>(to), is);
  }
  /// Words that the table does not know, among others that it knows.
  bool strangeIn(std::size_t from, std::size_t to) const {
    return anyIn(from, to, [](const Item& i) {
      return (isWord(i) && !i.understood && i.word.size() >= 3) || (i.kind == Item::Kind::Name && !i.figure);
    });
  }
  bool tornIn(std::size_t from, std::size_t to) const { return anyIn(from, to, isSpeck); }
  bool longUnknownIn(std::size_t from, std::size_t to) const {
    return anyIn(from, to, [](const Item& i) { return isWord(i) && !i.understood && i.word.size() >= 7; });
  }
  static bool unread(const Item& i) { return i.kind == Item::Kind::Name || (isWord(i) && !i.understood && i.word.size() <= 4); }
  bool anyWord(std::size_t from, std::size_t to) const { return anyIn(from, to, isWord); }
  bool colonAt(std::size_t i) const { return isMark(items_[i], U':') || isMark(items_[i], U'='); }
  std::size_t breakFrom(std::size_t i, std::size_t to) const {
    while (i < to && !breaks(items_[i])) ++i;
    return i;
  }
  std::size_t clauseStart(std::size_t from, std::size_t end) const {
    while (end > from && !breaks(items_[end - 1])) --end;
    return end;
  }

  /// Words before number k that begin at `from` or later: its own clause, and what stands on the lines above.
  void before(std::size_t k, std::size_t from) {
    const std::size_t to = at_[k];
    std::size_t clause = clauseStart(from, to);
    const Senses own = said(clause, to);
    leading_[k] = leads(own);
    out_[k].strange = (leads(own) && strangeIn(clause, to)) || tornIn(clause, to);
    out_[k].unknownBefore = strangeIn(clause, to);
    out_[k].longUnknown = longUnknownIn(clause, to);
    out_[k].near.add(own);
    if (clause < to && colonAt(to - 1) && !tornIn(clause, to)) out_[k].strange = false;
    bool room = within(own, quiet);
    if (own.has(Sense::Only)) return;  // "for 36 V packs" begins anew
    // A heading on its own line belongs to a number without other words; words that a line's end parts may.
    while (clause > from && isMark(items_[clause - 1], U'\n')) {
      const std::size_t end = clause - 1;
      const std::size_t start = clauseStart(from, end);
      const Senses above = said(start, end);
      const bool whole = start == 0 || breaks(items_[start - 1]);
      // "Continuous current SA⏎Max. current 11 A": its own figure is there, and cannot be read.
      const bool spent = end > start && !above.empty() && unread(items_[end - 1]);
      if (room && whole && !spent) {
        out_[k].near.add(above);
        leading_[k] = leading_[k] || leads(above);
      } else out_[k].maybe.add(above);
      if (!above.empty()) room = false;
      clause = start;
    }
    if (clause > from && isMark(items_[clause - 1], U'-')) {  // "continuous - discharge 48 A": a dash, or a speck?
      out_[k].maybe.add(said(clauseStart(from, clause - 1), clause - 1));
    }
    if (clause == to && clause > from && room) {
      // "OUTPUT (54.6 V": a mark between a heading and its number.
      out_[k].maybe.add(said(clauseStart(from, clause - 1), clause - 1));
    }
  }

  /// Words behind number k, up to `to`: its own clause, or in brackets right behind it.
  void behind(std::size_t k, std::size_t to) {
    const std::size_t from = at_[k] + 1;
    const std::size_t end = breakFrom(from, to);
    if (end > from && colonAt(end - 1)) return;
    const Senses words = said(from, end);
    if (fits(words, out_[k].item.unit) || !leads(words)) out_[k].near.add(words);
    else if (k + 1 < out_.size()) out_[k + 1].maybe.add(words);
    if (end < to && isMark(items_[end], U'(')) {
      const std::size_t close = breakFrom(end + 1, to);
      const Senses inside = said(end + 1, close);
      const bool headsNext = inside.any(sided) && k + 1 < at_.size() && at_[k + 1] == close + 1;
      if (close < to && isMark(items_[close], U')') && !headsNext) out_[k].near.add(inside);
    }
  }

  void gap(std::size_t k) {
    const std::size_t from = at_[k] + 1, to = at_[k + 1];
    const std::size_t first = breakFrom(from, to);
    if (first == to) return shared(k, from, to);
    const Senses words = said(from, first);
    const bool onlyLineEnd = (isMark(items_[first], U'\n') || isMark(items_[first], U'|')) && !anyWord(first, to);
    if (first > from && colonAt(first - 1)) {
      before(k + 1, from);
      if (onlyLineEnd) out_[k + 1].near.add(words);
      return;
    }
    before(k + 1, first);
    const bool parts = isMark(items_[first], U'\n') || (isMark(items_[first], U'|') && leading_[k]);
    if (parts && leads(words)) lineEnd(k, words, onlyLineEnd);
    else behind(k, to);
  }

  /// Words at a line's end: of the number before them, or of the next line?
  void lineEnd(std::size_t k, const Senses& words, bool onlyLineEnd) {
    const bool mine = fits(words, out_[k].item.unit), next = fits(words, out_[k + 1].item.unit);
    if (mine != next) {
      out_[mine ? k : k + 1].near.add(words);
      leading_[k + 1] = leading_[k + 1] || next;
    } else if (endsWithWords(k + 1) || (onlyExtremes(words) && !leading_[k] && !isClass(out_[k].item) && rated(out_[k].item.unit))) {
      out_[k].near.add(words);
      if (!onlyLineEnd && !endsWithWords(k + 1) && !out_[k + 1].near.any(extremes)) out_[k + 1].maybe.add(words);
    } else if (words.any(sided) && onlyLineEnd) {
      out_[k].maybe.add(words);
      out_[k + 1].near.add(words);
      leading_[k + 1] = true;
    } else {
      if (!(onlyExtremes(words) && isClass(out_[k].item))) out_[k].maybe.add(words);
      if (!(onlyExtremes(words) && out_[k + 1].near.any(extremes))) out_[k + 1].maybe.add(words);
    }
  }

  /// Nothing but words between two numbers: by what touches, by a colon, by what fits, by how the clause is built.
  void shared(std::size_t k, std::size_t from, std::size_t to) {
    if (tornIn(from, to)) {
      out_[k].maybe.add(said(from, to));
      out_[k + 1].maybe.add(said(from, to));
      out_[k].strange = out_[k + 1].strange = true;
      leading_[k + 1] = leading_[k];
      return;
    }
    // "20A放电 充电5A", "22AMAX 48V": what touches belongs together; Chinese that touches both is said of the next.
    std::size_t mine = from;
    std::size_t letters = 0;
    while (mine < to && isWord(items_[mine]) && items_[mine].glued)
      letters += isHan(items_[mine++].word.front()) ? 0 : items_[mine - 1].word.size();
    if (letters > 4) mine = from;
    if (mine == to && items_[to].glued) mine = from;
    std::size_t colon = to;
    for (std::size_t i = mine; i < to; ++i)
      if (colonAt(i)) colon = i;
    out_[k].near.add(said(from, mine));
    const bool throughout = mine == from && to > from && items_[from].glued && !(isWord(items_[from]) && isHan(items_[from].word.front()));
    const bool glued = to > mine && isWord(items_[to - 1]) && items_[to].glued && !throughout;
    const bool handed = colon < to && anyWord(mine, colon);
    const Senses words = said(mine, to);
    out_[k + 1].strange = (leads(words) && strangeIn(mine, to)) || tornIn(from, to) || (items_[at_[k]].kind == Item::Kind::Name);
    out_[k + 1].unknownBefore = strangeIn(mine, to);
    out_[k + 1].longUnknown = longUnknownIn(mine, to);
    leading_[k + 1] = leading_[k];
    if (!anyWord(mine, to)) return;
    leading_[k + 1] = leading_[k] || leads(words);
    if (handed && !tornIn(from, to)) out_[k + 1].strange = false;
    if (mine > from && anyWord(mine, to)) out_[k + 1].maybe.add(said(from, mine));  // "58.8VPeak discharge current 66A"
    if (handed || glued) {
      out_[k + 1].near.add(words);
      leading_[k + 1] = true;
      return;
    }
    // "90 A peak balance 50 mA": the first word may be the one's, the rest is the other's.
    Senses first;
    if (!leading_[k] && to - mine > 1 && isWord(items_[mine]) && !isHan(items_[mine].word.front()) &&
        out_[k].item.unit == PrintedUnit::Ampere)
      first = items_[mine].meaning.senses;
    if (onlyExtremes(first) && !onlyExtremes(words)) {
      if (behind_[k]) {
        out_[k].near.add(first);
        out_[k + 1].near.add(said(mine + 1, to));
        return;
      }
      out_[k].maybe.add(first);
    }
    const bool fitsMine = fits(words, out_[k].item.unit), fitsNext = fits(words, out_[k + 1].item.unit);
    const PrintedUnit unit = out_[k + 1].item.unit;
    if (fitsMine && out_[k + 1].item.damaged &&
        (unit == PrintedUnit::Series || unit == PrintedUnit::Second)) {  // "9 A phase current 4S A": which unit it has cannot be told
      out_[k].maybe.add(words);
      out_[k + 1].near.add(words);
      leading_[k + 1] = true;
      return;
    }
    if (fitsMine != fitsNext) {
      out_[fitsMine ? k : k + 1].near.add(words);
      leading_[k + 1] = !fitsMine;
      return;
    }
    place(k, words, items_[to - 1].meaning.headOnly);
  }

  /// `side`: "36 V in 12 V": in, or into?
  void place(std::size_t k, const Senses& words, bool side) {
    const bool told = !within(out_[k].near, quiet);
    if (!leading_[k] && bySize(k, words)) {
      leading_[k + 1] = leading_[k];
    } else if (!leading_[k] && endsWithWords(k + 1)) {
      out_[k].near.add(words);
      leading_[k + 1] = false;
    } else if (!certain(k, words, told, side)) {
      out_[k].maybe.add(words);
      out_[k + 1].maybe.add(words);
      leading_[k + 1] = leading_[k];
    } else {
      out_[k + 1].near.add(words);
    }
  }
  /// Whether words between two numbers can only be the second one's.
  bool certain(std::size_t k, const Senses& words, bool told, bool side) const {
    if (onlyExtremes(words) && !told) return isClass(out_[k].item) && out_[k + 1].item.unit != PrintedUnit::Volt;
    return !side || out_[k].near.any(sided);
  }
  static bool rated(PrintedUnit unit) { return unit == PrintedUnit::Volt || unit == PrintedUnit::Ampere || unit == PrintedUnit::Watt; }
  static bool onlyExtremes(const Senses& words) { return words.any(extremes) && within(words, extremes); }

  /// Whether the clause of number k ends with words instead of a number: "30 A discharge 5 A charge".
  bool endsWithWords(std::size_t k) const {
    for (; k < at_.size(); ++k) {
      const std::size_t from = at_[k] + 1, to = k + 1 < at_.size() ? at_[k + 1] : items_.size();
      const std::size_t end = breakFrom(from, to);
      // "3.7 V charge⏎4.2 V cut-off⏎2.5 V": a chain of lines ends with a number, or with words.
      if (end + 1 == to && k + 1 < at_.size() && isMark(items_[end], U'\n') && leads(said(from, end))) continue;
      for (std::size_t i = from; i < to && i < end; ++i)
        if (colonAt(i)) return false;
      if (end < to && isMark(items_[end], U'\n') && end + 1 < items_.size() && isWord(items_[end + 1])) return false;
      if (end < to || to == items_.size()) {
        const Senses words = said(from, end);
        return leads(words) && fits(words, out_[k].item.unit) && !(end > from && colonAt(end - 1));
      }
    }
    return false;
  }

  /// Whether words say something of a number beside them; the name of the thing does not.
  static bool leads(const Senses& words) { return !within(words, things); }

  /// "50 A peak 100 A": the larger is the peak, the smaller what holds for long.
  bool bySize(std::size_t k, const Senses& words) {
    const Item &a = out_[k].item, &b = out_[k + 1].item;
    if (a.unit != b.unit || a.value == b.value || a.low || b.low || !onlyExtremes(words)) return false;
    const bool larger = words.any({Sense::Peak, Sense::Max}), smaller = words.any({Sense::Continuous, Sense::Nominal, Sense::Min});
    if (larger == smaller) return false;
    const bool next = (b.value > a.value) == larger;
    out_[next ? k + 1 : k].near.add(words);
    behind_[k + 1] = !next;
    return true;
  }
  /// "48 V max 20 A": so common a class, or a cell's nominal volts, is seldom a maximum.
  static bool isClass(const Item& n) {
    return n.unit == PrintedUnit::Volt && !n.low && n.value < 60 && (isClassVoltage(n.value) || (n.value >= 3 && n.value < 4.4));
  }

  /// "under-voltage 31V/41V": what is said of the one holds for the other.
  void pairs() {
    constexpr Senses shares{Sense::Low, Sense::Cut, Sense::Over, Sense::Full, Sense::Signal};
    for (std::size_t k = 0; k + 1 < at_.size(); ++k) {
      if (at_[k + 1] != at_[k] + 2 || !isMark(items_[at_[k] + 1], U'/')) continue;
      if (!items_[at_[k] + 1].glued && !items_[at_[k + 1]].glued) continue;  // " / " divides
      if (out_[k].item.unit != PrintedUnit::Volt || out_[k + 1].item.unit != PrintedUnit::Volt) continue;
      out_[k].paired = out_[k + 1].paired = true;
      const double ratio = out_[k + 1].item.value / out_[k].item.value;
      if (isClass(out_[k].item) != isClass(out_[k + 1].item) || ratio > 2.2 || ratio < 0.45 || out_[k].item.value < 6 || out_[k].strange ||
          out_[k + 1].strange || out_[k].item.damaged || out_[k + 1].item.damaged)
        continue;  // of a cell and of a pack
      const Senses first = out_[k].near.both(shares), second = out_[k + 1].near.both(shares);
      if (second.empty()) out_[k + 1].near.add(first);
      if (first.empty()) out_[k].near.add(second);
    }
  }

  /// How far number k + 1 stands from number k: 0 in one clause, 1 behind a comma or stroke, 2 behind anything else.
  int distance(std::size_t k) const {
    int out = 0;
    for (std::size_t i = at_[k] + 1; i < at_[k + 1]; ++i)
      if (breaks(items_[i]))
        out =
            std::max(out, isMark(items_[i], U',') || isMark(items_[i], U'/') || isMark(items_[i], U'(') || isMark(items_[i], U')') ? 1 : 2);
    return out;
  }

  /// Input and output hold until the other is named. "Charge: 54.6 V 2 A" is said of both; more is not taken for granted.
  void carry() {
    Senses sides;
    bool known = true, used = false;
    for (std::size_t k = 0; k < out_.size(); ++k) {
      const Senses own = out_[k].near.both(sided);
      const bool volts = out_[k].item.unit == PrintedUnit::Volt;
      if (own.empty() && (out_[k].strange || (k > 0 && strangeIn(at_[k - 1] + 1, at_[k])))) known = false;
      if (out_[k].item.headed) {  // "OutputS4.6 V": another side began, and its figure cannot be read
        sides.add(own);
        known = false;
      } else if (!own.empty()) {
        sides = own;
        known = true;
        used = volts || !isNumber(out_[k].item);
      } else if (out_[k].near.any(headings)) {
        sides = {};
      } else if (out_[k].maybe.any(sided)) {
        // Another side may begin here: from now on nothing is certain.
        out_[k].mayCarry.add(sides);
        sides.add(out_[k].maybe.both(sided));
        known = false;
      } else if (known && (!(volts && used) || (k > 0 && isMark(items_[at_[k] - 1], U'/')))) {
        out_[k].carried.add(sides);
        used = used || volts;
      } else {
        // A side has one voltage: a second one may be the other side's.
        out_[k].mayCarry.add(sides);
        known = false;
      }
      if (k == 0) continue;
      const Figure& head = out_[k - 1];
      Senses said = head.near.both(headings);
      for (Sense s : {Sense::Input, Sense::Output, Sense::Mains}) said.remove(s);
      if (said.empty() || head.near.any({Sense::Over, Sense::Low, Sense::Cut, Sense::End, Sense::Trip})) continue;
      if (out_[k].near.any(headings) || out_[k].near.any(independent)) continue;
      const int far = distance(k - 1);
      const PrintedUnit before = head.item.unit, now = out_[k].item.unit;
      const bool ofAmperes = head.near.any({Sense::Current});
      if (before == PrintedUnit::Volt && now == PrintedUnit::Ampere) {
        if (far < 2 && !ofAmperes && !out_[k].unknownBefore) out_[k].carried.add(said);
        else if (!ofAmperes) out_[k].mayCarry.add(said);
      } else if (far < 2 && before == PrintedUnit::Ampere &&
                 (now == PrintedUnit::Ampere || (now == PrintedUnit::Volt && isFullVoltage(out_[k].item.value)))) {
        out_[k].mayCarry.add(said);
      }
    }
  }

  const std::vector<Item>& items_;
  std::vector<std::size_t> at_;
  std::vector<bool> behind_;   ///< the words of the number before this one stand behind it
  std::vector<bool> leading_;  ///< words stand before the first number of its clause
  std::vector<Figure> out_;
};

}  // namespace

Senses Figure::narrow() const {
  Senses out = near;
  out.add(carried);
  return out;
}

Senses Figure::wide() const {
  Senses out = narrow();
  out.add(maybe);
  out.add(mayCarry);
  return out;
}

std::vector<Figure> figuresOf(const std::vector<Item>& items) { return Binder(items).all(); }

}  // namespace usherwright::label
