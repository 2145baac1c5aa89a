// What amperes on a label mean.
#include "core/label/meanings.h"

namespace usherwright::label {
namespace {

using M = LabelMeaning;

class Amperes {
 public:
  Amperes(const Item& n, const Senses& w, const Whole& whole) : n_(n), w_(w), whole_(whole), a_(n.value) {}

  Guess read() const {
    if (w_.has(Sense::Ripple)) return noUse("ripple or leakage");
    if (w_.any({Sense::Signal, Sense::Usb}) && !w_.has(Sense::Regen) && a_ < 6) return noUse("of a signal or a USB port");
    if (n_.scaleOfUnit > 1)
      return is(LabelSubject::Fuse) ? sure(M::BreakingCapacity, "kiloamperes on a fuse")
                                    : likely(M::BreakingCapacity, "kiloamperes", stuckOn);
    if (w_.has(Sense::Balance))
      return a_ <= 5 && !n_.low ? sure(M::BalanceCurrent, "a word for balancing stands beside it")
                                : ask(M::BalanceCurrent, "large for balancing", look);
    if (w_.has(Sense::Fuse) && !is(LabelSubject::Fuse)) return sure(M::FuseRating, "a word for fuse stands beside it");
    if (w_.has(Sense::Regen)) return sure(M::RegenCurrent, "a word for regeneration stands beside it");
    if (w_.has(Sense::Phase) && !w_.has(Sense::Battery)) return sure(M::PhaseCurrent, "a word for phase stands beside it");
    if (w_.has(Sense::Charge) && w_.has(Sense::Discharge) && !is(LabelSubject::Charger))
      return ask(M::CurrentLimit, "for charging, for discharging, or both?", sheet);
    if (!whole_.subject) return unknown();
    switch (*whole_.subject) {
      case LabelSubject::Controller: return controller();
      case LabelSubject::Pack: return pack();
      case LabelSubject::Charger: return charger();
      case LabelSubject::Cell: return cell();
      case LabelSubject::Board: return board();
      case LabelSubject::Motor: return ask(M::CurrentLimit, "of the phases, or from the battery?", "the controller's label");
      case LabelSubject::Fuse: return fuse();
      case LabelSubject::Joiner: return joiner();
      case LabelSubject::Converter: return converter();
      case LabelSubject::Accessory: return sure(M::AccessoryCurrent, "what it takes");
      case LabelSubject::Capacitor: return noUse("ripple current of a capacitor");
    }
    return unknown();
  }

 private:
  bool is(LabelSubject s) const { return whole_.subject == s; }
  bool charging() const { return w_.has(Sense::Charge) && !w_.has(Sense::Discharge); }
  bool output() const { return w_.has(Sense::Output) && !w_.has(Sense::Input); }

  Guess unknown() const {
    if (charging()) return likely(M::ChargeCurrent, "a word for charging stands beside it", stuckOn);
    if (output()) return likely(M::ChargerCurrent, "“output” stands before it", stuckOn);
    if (w_.has(Sense::Peak)) return likely(M::ShortCurrent, "a word for peaks stands beside it", stuckOn);
    if (w_.has(Sense::Continuous)) return likely(M::ContinuousCurrent, "a word for continuous stands beside it", stuckOn);
    if (w_.has(Sense::Max) || n_.tolerance) return likely(M::CurrentLimit, "a limit", stuckOn);
    return ask(M::CurrentLimit, "limit of a controller, output of a charger, or charge limit of a pack?", stuckOn);
  }

  /// Peak, continuous, or a limit that says nothing of time.
  Guess byTime(M plain, const char* plainReason) const {
    if (w_.has(Sense::Peak)) return sure(M::ShortCurrent, "a word for peaks stands beside it");
    if (w_.has(Sense::Continuous)) return sure(M::ContinuousCurrent, "a word for continuous stands beside it");
    if (w_.has(Sense::Nominal) && w_.has(Sense::Max)) return likely(M::ContinuousCurrent, "both “rated” and “max” stand beside it", look);
    if (w_.has(Sense::Nominal) && !w_.has(Sense::Max)) return sure(M::ContinuousCurrent, "a word for rated stands beside it");
    return sure(plain, plainReason);
  }

  Guess controller() const {
    if (charging()) return ask(M::ChargeCurrent, "charging, on a controller?", look);
    if (output()) return ask(M::PhaseCurrent, "to the motor, or from the battery?", "a clamp meter on the battery lead");
    if (w_.has(Sense::Trip)) return likely(M::CurrentLimit, "where its protection acts", "a clamp meter on the battery lead");
    if (n_.low) return ask(M::CurrentLimit, "a range", "a clamp meter on the battery lead");
    return byTime(M::CurrentLimit, w_.any({Sense::Max, Sense::Battery, Sense::Current}) || n_.tolerance
                                       ? "the most that it takes from the battery"
                                       : "amperes on a controller");
  }

  Guess pack() const {
    if (w_.has(Sense::Charger)) return likely(M::ChargeCurrent, "of the charger that belongs to it", sheet);
    if (charging() || (w_.has(Sense::Input) && !w_.has(Sense::Discharge)))
      return w_.has(Sense::Peak) ? ask(M::ChargeCurrent, "a peak while charging", sheet)
                                 : sure(M::ChargeCurrent, "a word for charging stands beside it");
    if (n_.low) return ask(M::CurrentLimit, "a range", sheet);
    if (w_.has(Sense::Trip)) return likely(M::ShortCurrent, "where the board acts", sheet);
    if (w_.any({Sense::Discharge, Sense::Output, Sense::Peak, Sense::Continuous, Sense::Max}) ||
        (w_.has(Sense::Nominal) && w_.has(Sense::Current)))
      return byTime(M::CurrentLimit, "a limit for discharging");
    if (w_.has(Sense::Board)) return likely(M::CurrentLimit, "of its board, without a word on its time", sheet);
    return likely(M::CurrentLimit, "amperes on a pack, without a word", "the print on its board");
  }

  Guess charger() const {
    if (w_.any({Sense::Input, Sense::Mains}) && !w_.has(Sense::Output) && whole_.voltsBefore && *whole_.voltsBefore < 85)
      return ask(M::ChargerCurrent, "behind “input”, but beside the volts of a pack", look);
    if (w_.any({Sense::Input, Sense::Mains}) && !w_.has(Sense::Output)) return sure(M::MainsCurrent, "“input” stands before it");
    if (n_.ac) return sure(M::MainsCurrent, "marked as AC");
    if (w_.any({Sense::Float, Sense::Cut, Sense::End, Sense::Min})) return noUse("where it ends or keeps charging");
    if (n_.low) return ask(M::ChargerCurrent, "a range", "an ammeter while it charges");
    if (output() || w_.any({Sense::Charge, Sense::Cc})) return sure(M::ChargerCurrent, "“output” or charging stands before it");
    if (whole_.voltsBefore && *whole_.voltsBefore >= 85 && *whole_.voltsBefore <= 300 && !output())
      return ask(M::MainsCurrent, "beside mains volts", look);
    if (!whole_.voltsBefore && whole_.output && !output())
      return likely(M::ChargerCurrent, "before the volts that it gives", "an ammeter while it charges");
    if (whole_.mains && whole_.voltsBefore && *whole_.voltsBefore < 85) return sure(M::ChargerCurrent, "behind the volts that it gives");
    if (whole_.mains && !whole_.output) return likely(M::ChargerCurrent, "from the mains, or to the pack?", "an ammeter while it charges");
    return sure(M::ChargerCurrent, "amperes on a charger");
  }

  Guess cell() const {
    if (charging())
      return w_.has(Sense::Cut) || w_.has(Sense::End) ? noUse("where charging ends")
                                                      : sure(M::ChargeCurrent, "a word for charging stands beside it");
    if (w_.any({Sense::Discharge, Sense::Peak, Sense::Continuous, Sense::Max, Sense::Nominal}))
      return byTime(M::CurrentLimit, "a limit for discharging");
    return likely(M::CurrentLimit, "amperes on a cell, without a word", sheet);
  }

  Guess board() const {
    if (n_.scaleOfUnit < 1 && a_ < 0.5) return likely(M::BalanceCurrent, "milliamperes on a board", sheet);
    if (w_.has(Sense::Trip) && charging()) return noUse("where charging trips");
    if (w_.has(Sense::Trip) || (w_.has(Sense::Cut) && w_.has(Sense::Over)))
      return likely(M::ShortCurrent, "where it trips: no current to plan with", sheet);
    if (charging())
      return w_.has(Sense::Peak) ? ask(M::ChargeCurrent, "a peak while charging", sheet)
                                 : sure(M::ChargeCurrent, "a word for charging stands beside it");
    if (n_.low) return ask(M::CurrentLimit, "a range", sheet);
    return byTime(M::CurrentLimit, "the rating of a board");
  }

  Guess fuse() const {
    if (w_.any({Sense::Breaking, Sense::Resistance})) return sure(M::BreakingCapacity, "a word for breaking stands beside it");
    if (a_ > 800) return likely(M::BreakingCapacity, "too large for a rating", sheet);
    return n_.low ? ask(M::FuseRating, "a range", look) : sure(M::FuseRating, "amperes on a fuse");
  }

  Guess joiner() const {
    if (charging()) return likely(M::ChargeCurrent, "charging through a joiner", sheet);
    if (w_.has(Sense::Peak)) return sure(M::ShortCurrent, "a word for peaks stands beside it");
    if (w_.has(Sense::Total) || output()) return likely(M::JoinerCurrent, "of all inputs together?", sheet);
    if (w_.any({Sense::Each, Sense::Input}) || n_.times > 1) return sure(M::JoinerCurrent, "of each input");
    return n_.low ? ask(M::JoinerCurrent, "a range", sheet) : sure(M::JoinerCurrent, "amperes on a joiner");
  }

  Guess converter() const {
    if (w_.has(Sense::Input) && !w_.has(Sense::Output)) return noUse("what goes in");
    if (w_.has(Sense::Peak)) return sure(M::ShortCurrent, "a word for peaks stands beside it");
    return sure(M::ConverterCurrent, "what it gives");
  }

  const Item& n_;
  const Senses& w_;
  const Whole& whole_;
  double a_;
};

}  // namespace

Guess meaningOfAmperes(const Item& number, const Senses& words, const Whole& whole) { return Amperes(number, words, whole).read(); }

}  // namespace usherwright::label
