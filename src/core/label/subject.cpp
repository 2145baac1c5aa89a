// Evidence for each kind of label, added up.
#include "core/label/subject.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace usherwright::label {
namespace {

using S = LabelSubject;

struct Seen {
  Senses words;
  bool ampereHours = false, wattHours = false, microfarad = false, turns = false, kiloampere = false, mains = false, cellVolts = false,
       packVolts = false, series = false, cRate = false, tolerance = false, smallLimits = false, cellSize = false, inputDc = false,
       amperes = false, conversion = false, oneCell = false, smallHours = false, largeHours = false;

  /// A cell by its words and its few Ah: volts of a pack beside them are a lost point.
  bool isOneCell() const {
    return (words.has(Sense::Cell) || cellSize) && !words.any({Sense::Pack, Sense::Board, Sense::Charger, Sense::Controller}) && !series &&
           !largeHours && (smallHours || words.has(Sense::Cell));
  }
};

Seen look(const std::vector<Item>& items, const std::vector<Figure>& figures) {
  Seen s;
  for (const Item& i : items)
    if (isWord(i)) s.words.add(i.meaning.senses);
  for (const Figure& f : figures) {
    const Item& n = f.item;
    const double v = n.value;
    if (n.damaged) continue;
    if (n.unit == PrintedUnit::AmpereHour) {
      s.ampereHours = true;
      (v < 6.5 ? s.smallHours : s.largeHours) = true;
    }
    if (n.unit == PrintedUnit::WattHour) s.wattHours = true;
    if (n.unit == PrintedUnit::MicroFarad) s.microfarad = true;
    if (n.unit == PrintedUnit::Rpm) s.turns = true;
    if (n.unit == PrintedUnit::Ampere) {
      s.amperes = true;
      s.kiloampere = s.kiloampere || n.scaleOfUnit > 1;
      s.tolerance = s.tolerance || n.tolerance.has_value();
    }
    if (n.unit == PrintedUnit::Volt) {
      const bool wide = n.ac || (n.low && *n.low >= 85 && v <= 300) || (v >= 85 && v <= 300 && f.narrow().has(Sense::Mains));
      s.mains = s.mains || wide;
      s.cellVolts = s.cellVolts || (v >= 2.4 && v <= 4.45 && n.times == 1);
      s.packVolts = s.packVolts || (v * n.times > 6 && !wide);
      s.inputDc = s.inputDc || (f.narrow().has(Sense::Input) && !wide && v < 100);
      s.conversion = s.conversion || n.converts;
      s.smallLimits = s.smallLimits || (v < 5 && f.narrow().any({Sense::Over, Sense::Cut, Sense::Low}));
    }
    if (n.unit == PrintedUnit::Series || n.unit == PrintedUnit::Parallel) s.series = true;
    if (n.unit == PrintedUnit::CRate) s.cRate = true;
    if (n.unit == PrintedUnit::CellSize) {
      s.cellSize = true;
      s.oneCell = s.oneCell || n.designation;
    }
  }
  if (s.isOneCell()) s.packVolts = false;
  return s;
}

class Scores {
 public:
  explicit Scores(const Seen& s) : s_(s) {
    const Senses& w = s.words;
    const auto word = [&](Sense sense, S subject, double points) {
      if (w.has(sense)) add(subject, points);
    };
    word(Sense::Controller, S::Controller, 6);
    word(Sense::Pack, S::Pack, 3);
    word(Sense::Charger, S::Charger, 6);
    word(Sense::Cell, S::Cell, 3);
    word(Sense::Board, S::Board, 5);
    word(Sense::Motor, S::Motor, 3.5);
    word(Sense::Fuse, S::Fuse, 5);
    word(Sense::Joiner, S::Joiner, 6);
    word(Sense::Converter, S::Converter, 6);
    word(Sense::Accessory, S::Accessory, 4.5);
    word(Sense::Capacitor, S::Capacitor, 4);
    units();
    conflicts();
  }

  double of(S subject) const { return points_[static_cast<std::size_t>(subject)]; }

 private:
  void add(S subject, double points) { points_[static_cast<std::size_t>(subject)] += points; }
  void scale(S subject, double factor) { points_[static_cast<std::size_t>(subject)] *= factor; }

  void units() {
    const Senses& w = s_.words;
    if (s_.microfarad) add(S::Capacitor, 5);
    if (s_.turns) add(S::Motor, 4);
    if (s_.kiloampere || w.has(Sense::Breaking)) add(S::Fuse, 4);
    if (s_.ampereHours) add(s_.packVolts || s_.series ? S::Pack : S::Cell, s_.packVolts || s_.series ? 3.5 : 2);
    if (s_.ampereHours && s_.cellVolts && !s_.packVolts && !s_.series) add(S::Cell, 3);
    if (s_.wattHours) add(s_.cellVolts && !s_.packVolts ? S::Cell : S::Pack, 3);
    if (s_.cellSize) add(s_.packVolts || s_.series ? S::Pack : S::Cell, 3);
    if (s_.cRate && !s_.packVolts) add(S::Cell, 1.5);
    if (s_.mains) add(S::Charger, w.any({Sense::Accessory, Sense::Converter, Sense::Fuse, Sense::Controller, Sense::Motor}) ? 0 : 3);
    if (w.has(Sense::Output)) add(S::Charger, s_.inputDc ? 0.5 : 2.5);
    if (s_.inputDc && w.has(Sense::Output)) add(S::Converter, 3);
    if (s_.conversion) add(S::Converter, 2.5);
    if (w.any({Sense::Float, Sense::Bulk, Sense::Cc})) add(S::Charger, 2);
    if (w.any({Sense::Phase, Sense::Signal, Sense::Regen})) add(S::Controller, 3);
    if (w.any({Sense::Low, Sense::Cut}) && !s_.smallLimits)
      add(S::Controller, (w.has(Sense::Over) ? 1 : 2.5) + (s_.amperes && !s_.ampereHours ? 1 : 0));
    if (s_.tolerance) add(S::Controller, 1);
    if (w.any({Sense::Common, Sense::Separate})) add(S::Board, 3);
    if (w.has(Sense::Balance)) add(S::Board, 2.5);
    if (w.any({Sense::Over, Sense::Low}) && s_.smallLimits) add(S::Board, 3);
    if (w.any({Sense::Trip, Sense::Release})) add(S::Board, 2);
    if (s_.series && !s_.ampereHours && !s_.wattHours) {
      add(S::Board, 1.5);
      add(S::Pack, 1.5);
    }
    if (w.has(Sense::Drop) && s_.amperes) add(S::Joiner, 1);
    if (w.has(Sense::Discharge) && s_.packVolts) add(S::Pack, 1.5);
    if (w.has(Sense::Lithium)) add(S::Pack, 1);
    if (w.any({Sense::Full, Sense::Empty}) && s_.packVolts) add(S::Pack, 1.5);
    if (s_.packVolts && w.has(Sense::Charge) && !w.has(Sense::Output)) add(S::Pack, 1);
  }

  void conflicts() {
    const Senses& w = s_.words;
    const bool stores = s_.ampereHours || s_.wattHours;
    // A pack's label names its charger; a charger's label names the pack that it is for.
    if (w.has(Sense::Charger) && !w.has(Sense::Output) && !s_.mains && stores && w.has(Sense::Pack)) scale(S::Charger, 0.4);
    if (w.has(Sense::Charger) && (!stores || s_.mains || w.has(Sense::Output))) scale(S::Pack, 0.4);
    if (w.has(Sense::Controller)) {
      scale(S::Motor, 0.3);
      scale(S::Pack, 0.3);
      scale(S::Board, 0.5);
      scale(S::Fuse, 0.4);
      scale(S::Accessory, 0.5);
      scale(S::Converter, 0.6);
    }
    if (w.has(Sense::Pack) && !w.has(Sense::Controller)) scale(S::Controller, 0.6);
    if (w.has(Sense::Board)) {
      if (stores) scale(S::Board, 0.5);
      else scale(S::Pack, 0.3);
      scale(S::Controller, 0.5);
      scale(S::Cell, 0.4);
    }
    if (w.has(Sense::Joiner)) {
      if (!stores) scale(S::Pack, 0.2);
      scale(S::Converter, 0.6);
      scale(S::Board, 0.4);
    }
    if (w.has(Sense::Converter)) {
      scale(S::Pack, 0.3);
      scale(S::Charger, w.has(Sense::Charger) ? 0.7 : 0.3);
      scale(S::Accessory, 0.5);
    }
    if (w.has(Sense::Fuse)) {
      if (stores || w.has(Sense::Charger) || w.has(Sense::Board)) scale(S::Fuse, 0.4);
      else scale(S::Pack, 0.4);
      if (!w.has(Sense::Charger)) scale(S::Charger, 0.3);
    }
    if (w.has(Sense::Accessory) && !stores) scale(S::Pack, 0.3);
    if (w.has(Sense::Accessory)) scale(S::Motor, 0.4);
    if (w.has(Sense::Cell) && (s_.packVolts || s_.series)) scale(S::Cell, 0.4);
    if (w.has(Sense::Pack) && !s_.packVolts && !s_.series && (s_.cellVolts || s_.oneCell)) scale(S::Pack, 0.3);
    if (s_.microfarad && !w.has(Sense::Capacitor)) scale(S::Capacitor, w.any({Sense::Controller, Sense::Charger, Sense::Motor}) ? 0.4 : 1);
    if (w.has(Sense::Motor) && stores) scale(S::Motor, 0.5);
  }

  const Seen& s_;
  std::array<double, labelSubjectCount> points_{};
};

}  // namespace

SubjectGuess guessSubject(const std::vector<Item>& items, const std::vector<Figure>& figures) {
  const Seen seen = look(items, figures);
  const Scores scores(seen);
  std::array<S, labelSubjectCount> order{};
  for (std::size_t i = 0; i < labelSubjectCount; ++i) order[i] = static_cast<S>(i);
  std::stable_sort(order.begin(), order.end(), [&](S a, S b) { return scores.of(a) > scores.of(b); });
  SubjectGuess out;
  const double best = scores.of(order[0]);
  if (best < 2) return out;
  out.subject = order[0];
  out.weak = best < 3.5;
  out.sureness = (best - scores.of(order[1])) / best * std::min(1.0, best / 4);
  for (std::size_t i = 1; i < order.size(); ++i)
    if (scores.of(order[i]) > 0.72 * best) out.rivals.push_back(order[i]);
  return out;
}

}  // namespace usherwright::label
