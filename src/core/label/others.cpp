// What the other figures of a label mean.
#include <cmath>

#include "core/label/meanings.h"

namespace usherwright::label {
namespace {

using M = LabelMeaning;

Guess ampereHours(const Item& n, const Senses& w, const Whole& whole) {
  const bool pack = whole.subject == LabelSubject::Pack;
  if (pack && w.has(Sense::Cell)) return noUse("of one cell");
  if (n.low) return likely(M::Capacity, "least and typical, or two kinds?", look);
  if (n.scaleOfUnit < 1 && n.value > 99) return ask(M::Capacity, "too many figures for mAh", look);
  if (w.has(Sense::Min)) return likely(M::Capacity, "the least, not the usual", look);
  if (pack && n.scaleOfUnit < 1 && n.value < 6 && !n.grouped && whole.layout)
    return likely(M::Capacity, "of the pack, or of one cell?", look);
  if (whole.subject == LabelSubject::Charger || whole.subject == LabelSubject::Controller)
    return likely(M::Capacity, "of the pack that it is for", "the pack's own label");
  if (n.times > 1) return ask(M::Capacity, "several times", look);
  if (n.grouped) return likely(M::Capacity, "thousands or decimals?", look);
  return sure(M::Capacity, "Ah say it");
}

Guess wattHours(const Item& n, const Senses& w, const Whole& whole) {
  if (whole.subject == LabelSubject::Pack && w.has(Sense::Cell)) return noUse("of one cell");
  if (n.low || n.times > 1) return ask(M::Energy, "more than one figure", look);
  if (n.grouped) return likely(M::Energy, "thousands or decimals?", look);
  return sure(M::Energy, "Wh say it");
}

Guess watts(const Item& n, const Senses& w) {
  if (n.low) return ask(M::Power, "a range", look);
  if (n.grouped) return likely(M::Power, "thousands or decimals?", look);
  if (w.any({Sense::Peak, Sense::Max})) return likely(M::Power, "a peak, not what it is rated for", look);
  return sure(M::Power, "W say it");
}

Guess counts(const Item& n, const Senses& w, const Whole& whole) {
  const bool series = n.unit == PrintedUnit::Series;
  const M meaning = series ? M::SeriesCount : M::ParallelCount;
  if (n.value != std::floor(n.value) || n.tolerance || n.value < 1 || n.value > (series ? 40 : 60)) return noUse("no number of cells");
  if (n.designation) return sure(meaning, "in a cell designation");
  if (whole.subject == LabelSubject::Pack && series && !whole.layout && !whole.otherVolts)
    return likely(meaning, "“S” without volts or a count in parallel", look);
  if (whole.subject == LabelSubject::Pack || whole.subject == LabelSubject::Board || whole.subject == LabelSubject::Cell || whole.layout)
    return sure(meaning, "S and P count cells");
  if (w.has(Sense::Battery) || whole.subject == LabelSubject::Charger || whole.subject == LabelSubject::Controller)
    return likely(meaning, "of the pack that it is for", "the pack's own label");
  return likely(meaning, "S and P count cells", look);
}

Guess celsius(const Item& n) {
  if (!n.low && n.value > 150) return ask(M::Temperature, "hot for a limit", look);
  return sure(M::Temperature, "degrees");
}

}  // namespace

Guess meaningOfOthers(const Item& n, const Senses& words, const Whole& whole) {
  switch (n.unit) {
    case PrintedUnit::AmpereHour: return ampereHours(n, words, whole);
    case PrintedUnit::WattHour: return wattHours(n, words, whole);
    case PrintedUnit::Watt: return watts(n, words);
    case PrintedUnit::Series:
    case PrintedUnit::Parallel: return counts(n, words, whole);
    case PrintedUnit::Second: return noUse("seconds");
    case PrintedUnit::Celsius: return celsius(n);
    case PrintedUnit::MilliOhm: return sure(M::Resistance, "mΩ say it");
    case PrintedUnit::MicroFarad: return sure(M::Capacitance, "µF say it");
    case PrintedUnit::Rpm: return sure(M::Speed, "turns in a minute");
    case PrintedUnit::CRate:
      if (whole.subject == LabelSubject::Capacitor && n.value >= 60) return sure(M::Temperature, "degrees on a capacitor");
      return n.value <= 40 ? sure(M::CRate, "a multiple of the capacity") : noUse("degrees or a rate?");
    case PrintedUnit::Hertz:
      return n.value < 45 || (n.value > 65 && n.value < 390) ? noUse("no usual frequency") : sure(M::Frequency, "Hz say it");
    case PrintedUnit::CellSize: return sure(M::CellSize, "a usual size of cells");
    case PrintedUnit::Percent: return noUse("per cent");
    case PrintedUnit::Volt:
    case PrintedUnit::Ampere:
    case PrintedUnit::None:
    case PrintedUnit::Kilometre:
    case PrintedUnit::Hour:
    case PrintedUnit::Cycle:
    case PrintedUnit::Year:
    case PrintedUnit::Other: break;
  }
  return noUse("a time, a length or a mass");
}

}  // namespace usherwright::label
