// Print that is torn: a figure of which a part stands beside it, unread.
#include <algorithm>
#include <cmath>

#include "core/label/passes.h"
#include "core/label/print.h"

namespace usherwright::label {
namespace {

bool countsCells(const Item& n) { return n.unit == PrintedUnit::Series || n.unit == PrintedUnit::Second; }

/// "B .5 A", "O, 5 A": a letter that looks like the figure before the point.
bool figureInLetters(const Item& i) {
  return isWord(i) && (!i.understood || i.word == U"o") && i.word.size() <= 2 &&
         std::all_of(i.word.begin(), i.word.end(), Print::looksLikeFigure);
}

double printedValue(const Item& n) { return n.value / n.scaleOfUnit; }

/// One figure before a unit, as it stands behind a point: "5 A", "8V".
bool oneFigure(const Item& n) {
  const double v = printedValue(n);
  return isElectric(n.unit) && !n.low && v < 9.5 && v == std::floor(v);
}

class Torn {
 public:
  explicit Torn(std::vector<Item>& items) : in_(items) {}

  void all() {
    for (std::size_t i = 1; i < in_.size(); ++i)
      if (isNumber(in_[i]) && !in_[i].designation) number(i);
    for (std::size_t i = 0; i + 1 < in_.size(); ++i)
      if (isNumber(in_[i]) && countsCells(in_[i])) cells(i);
  }

 private:
  /// "Output: +42.0V": the pole of a supply, not half of a tolerance.
  bool isPole(std::size_t i) const {
    const Item& n = in_[i];
    if (!isMark(in_[i - 1], U'+') || !n.glued || n.unit != PrintedUnit::Volt || oneFigure(n) || n.pointFirst) return false;
    return i < 2 || !(isNumber(in_[i - 2]) || isMark(in_[i - 2], U'.') || isMark(in_[i - 2], U',') || in_[i - 2].kind == Item::Kind::Name);
  }

  /// "1-3S", "2'5A": figures on both sides of a mark that nothing explains. The print is damaged, or it is a name.
  void number(std::size_t i) {
    Item& n = in_[i];
    std::size_t j = i;
    bool sign = false, apart = false, point = n.pointFirst;
    while (j > 0 && in_[j - 1].kind == Item::Kind::Mark && i - j < 5) {
      --j;
      sign = sign || isMark(in_[j], plusMinusSign) || isMark(in_[j], U'+');
      point = point || isMark(in_[j], U'.') || isMark(in_[j], U',');
      apart = apart || !in_[j].glued;
    }
    sign = sign && n.unit != PrintedUnit::Celsius && !isPole(i);
    const bool hangs = n.glued && !apart;
    if (n.pointFirst && isElectric(n.unit)) n.damaged = true;
    if (j > 0 && isElectric(n.unit) && figureInLetters(in_[j - 1]) && (point || (oneFigure(n) && j == i))) n.damaged = true;
    const bool name = j > 0 && in_[j - 1].kind == Item::Kind::Name && in_[j - 1].figure;
    const bool size = j > 0 && in_[j - 1].kind == Item::Kind::Name && in_[j - 1].digitLast;  // "2 x 3-5 A"
    if (sign || ((name || size) && hangs) || (j == i && n.glued && isSpeck(in_[i - 1]))) n.damaged = true;
    if (name && in_[j - 1].digitLast && oneFigure(n) && (point || j == i)) n.damaged = true;  // "60Hz2, 5A", "2'5 5Ah"
    if (j == i || j == 0 || !isNumber(in_[j - 1])) return;
    Item& before = in_[j - 1];
    if (n.pointFirst && countsCells(before)) n.damaged = before.damaged = true;  // "4S⏎.0 A"
    if (isMark(in_[j], U'\n')) return;
    const bool bare = before.unit == PrintedUnit::None || countsCells(before);
    if (sign || (bare && hangs && n.unit != PrintedUnit::Parallel)) n.damaged = before.damaged = true;
  }

  /// "4S V", "2S 5 Ah": a figure in the dress of a letter.
  void cells(std::size_t i) {
    Item& n = in_[i];
    std::size_t j = i + 1;
    Item& next = in_[j];
    if ((isWord(next) && unitOf(next.word) != nullptr) || (isSpeck(next) && next.glued)) n.damaged = true;
    if (isNumber(next) && next.glued && next.unit != PrintedUnit::Parallel && !n.designation) n.damaged = next.damaged = true;
    if (n.designation || n.value >= 6) return;
    while (j < in_.size() && j < i + 3 && (isMark(in_[j], U',') || isMark(in_[j], U'.') || isMark(in_[j], U'\n'))) ++j;
    if (j < in_.size() && isNumber(in_[j]) && oneFigure(in_[j])) n.damaged = in_[j].damaged = true;
  }

  std::vector<Item>& in_;
};

}  // namespace

void markTorn(std::vector<Item>& items) { Torn(items).all(); }

}  // namespace usherwright::label
