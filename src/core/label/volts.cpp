// What volts on a label mean.
#include <cmath>

#include "core/label/meanings.h"
#include "core/label/usual_volts.h"

namespace usherwright::label {
namespace {

using M = LabelMeaning;
const char* const meterOnPack = "the rested voltage of the full pack, or the charger's no-load output";
const char* const meterOnCharger = "a meter on the charger's plug, nothing connected";
const char* const capacitors = "the print on the large capacitors inside";

class Volts {
 public:
  Volts(const Item& n, const Senses& w, const Whole& whole) : n_(n), w_(w), whole_(whole), v_(n.value) {}

  Guess read() const {
    if (w_.any({Sense::Signal, Sense::Usb}) && v_ < 16) return sure(M::SignalVoltage, "a signal's volts");
    if (w_.has(Sense::Ripple)) return noUse("ripple");
    if (w_.has(Sense::Release)) return sure(M::ReleaseVoltage, "where it lets go again");
    if (!whole_.subject) return unknown();
    switch (*whole_.subject) {
      case LabelSubject::Controller: return controller();
      case LabelSubject::Pack: return pack();
      case LabelSubject::Charger: return charger();
      case LabelSubject::Cell: return cell();
      case LabelSubject::Board: return board();
      case LabelSubject::Motor: return motor();
      case LabelSubject::Fuse: return fuse();
      case LabelSubject::Joiner: return joiner();
      case LabelSubject::Converter: return converter();
      case LabelSubject::Accessory: return accessory();
      case LabelSubject::Capacitor: return capacitor();
    }
    return unknown();
  }

 private:
  bool said(const Senses& any) const { return w_.any(any); }
  bool is(Sense s) const { return w_.has(s); }
  bool lower() const { return said({Sense::Low, Sense::Empty}) || (said({Sense::Cut, Sense::Min}) && !said({Sense::Over, Sense::Max})); }
  bool charging() const { return is(Sense::Charge) && !is(Sense::Discharge); }
  bool atMains() const { return n_.ac || (n_.low && *n_.low >= 85 && v_ <= 300 && !n_.dc) || (said({Sense::Mains}) && v_ >= 85); }
  bool classes() const { return isClassVoltage(v_) && (!n_.low || isClassVoltage(*n_.low)); }

  Guess unknown() const {
    if (atMains()) return likely(M::MainsVoltage, "mains by its range", look);
    if (is(Sense::Output)) return likely(M::ChargerVoltage, "“output” stands beside it", stuckOn);
    if (lower() && !charging()) return likely(M::Cutoff, "a word for low or cut-off stands beside it", stuckOn);
    if (said({Sense::Charge, Sense::Full, Sense::Over}))
      return likely(M::ChargeVoltage, "a word for full or charge stands beside it", meterOnPack);
    if (said({Sense::Max, Sense::Absolute})) return ask(M::InputMaximum, "a maximum, of what?", stuckOn);
    if (n_.tolerance) return ask(M::Cutoff, "volts with a tolerance, without a word", look);
    if (classes() && v_ >= 24 && v_ != 60 && !n_.low && !n_.grouped) return sure(M::NameplateVoltage, "a usual class of packs");
    if (isFullVoltage(v_)) return ask(M::ChargerVoltage, "output of a charger, or a full pack?", stuckOn);
    return ask(M::NameplateVoltage, "no word says what these volts are", stuckOn);
  }

  Guess controller() const {
    if (atMains()) return ask(M::MainsVoltage, "mains on a controller?", look);
    if (is(Sense::Low) && is(Sense::Max) && !is(Sense::Cut)) return ask(M::Cutoff, "both “low” and “max” stand beside it", look);
    if (said({Sense::Low, Sense::Empty}) && !is(Sense::Over) && (!is(Sense::Max) || is(Sense::Cut)))
      return sure(M::Cutoff, "a word for low volts stands beside it");
    if (is(Sense::Cut) && !said({Sense::Over, Sense::Max, Sense::Charge})) return sure(M::Cutoff, "a word for cut-off stands beside it");
    if (is(Sense::Over)) return likely(M::InputMaximum, "where it switches off for high volts: what it stands may be more", capacitors);
    if (said({Sense::Full, Sense::Charge})) return likely(M::ChargeVoltage, "of the full pack", meterOnPack);
    if (is(Sense::Absolute)) return sure(M::InputMaximum, "an absolute maximum");
    if (n_.low) return controllerRange();
    if (is(Sense::Max) && !is(Sense::Nominal)) {
      if (isClassVoltage(v_) && v_ < 60 && !is(Sense::Voltage))
        return ask(M::InputMaximum, "the largest class, or the most that it stands?", capacitors);
      return isClassVoltage(v_) && (v_ < 60 || !is(Sense::Voltage))
                 ? likely(M::InputMaximum, "“max” stands beside it, but it is also a class of packs", capacitors)
                 : sure(M::InputMaximum, "“max” stands beside it");
    }
    if (is(Sense::Min)) return likely(M::Cutoff, "“min” stands beside it", "the volts at which it switches off");
    if (isFullVoltage(v_) && !said({Sense::Nominal})) return ask(M::NameplateVoltage, "usual for a full pack", meterOnPack);
    return nameplate("a class of packs, without another word");
  }
  Guess controllerRange() const {
    if (is(Sense::Max) || (said({Sense::Range}) && !classes())) return likely(M::InputMaximum, "a range in which it works", capacitors);
    if (classes()) return likely(M::NameplateVoltage, "from one class to another: full packs stand above the upper one", capacitors);
    return ask(M::InputMaximum, "classes of packs, or lowest and highest volts?", capacitors);
  }

  Guess nameplate(const char* reason) const {
    if (n_.tolerance)
      return whole_.subject == LabelSubject::Controller ? ask(M::Cutoff, "volts with a tolerance, without a word", look)
                                                        : likely(M::NameplateVoltage, "a class has no tolerance", look);
    if (n_.times > 1) return ask(M::NameplateVoltage, "several times these volts", meterOnPack);
    if (n_.grouped) return ask(M::NameplateVoltage, "thousands or decimals?", look);
    if (n_.low) return ask(M::NameplateVoltage, "a range", meterOnPack);
    if (isClassVoltage(v_) || said({Sense::Nominal, Sense::Only})) return sure(M::NameplateVoltage, reason);
    return whole_.layout || isNominal() ? sure(M::NameplateVoltage, "nominal volts of a usual number of cells")
                                        : likely(M::NameplateVoltage, "an unusual figure for a pack", meterOnPack);
  }
  bool isNominal() const {
    for (int s = 4; s <= 24; ++s)
      for (double per : {3.6, 3.7, 3.2})
        if (std::abs(v_ - per * s) < 0.06) return true;
    return std::abs(v_ - 37) < 0.01 || std::abs(v_ - 22) < 0.01;
  }

  Guess pack() const {
    if (atMains()) return ask(M::MainsVoltage, "mains on a pack: of its charger?", look);
    if (is(Sense::Fuse) || is(Sense::Charger)) return chargerOnPack();
    if (said({Sense::Discharge}) && said({Sense::End, Sense::Cut, Sense::Min, Sense::Low}))
      return sure(M::Cutoff, "where discharging ends");
    if (said({Sense::Charge, Sense::Full}) && !is(Sense::Discharge) && !said({Sense::Low, Sense::Empty})) {
      if (n_.low) return ask(M::ChargeVoltage, "a range for charging", meterOnPack);
      if (isClassVoltage(v_) && v_ != 60) return ask(M::NameplateVoltage, "a class of packs beside a word for charging", meterOnPack);
      return is(Sense::Over) ? sure(M::HighCut, "where the board stops charging")
                             : sure(M::ChargeVoltage, "a word for charge or full stands beside it");
    }
    if (is(Sense::Over)) return sure(M::HighCut, "a word for over-voltage stands beside it");
    if (lower()) return sure(M::Cutoff, "a word for empty or cut-off stands beside it");
    if (is(Sense::Input)) return likely(M::ChargeVoltage, "its input: from the charger", meterOnPack);
    if (said({Sense::Max, Sense::Absolute}))
      return isFullVoltage(v_) ? sure(M::ChargeVoltage, "“max”, and a usual full voltage")
                               : ask(M::ChargeVoltage, "a maximum: when full?", meterOnPack);
    if (n_.low) return ask(M::NameplateVoltage, "from empty to full, or two classes?", meterOnPack);
    if (isFullVoltage(v_) && !said({Sense::Nominal, Sense::Voltage}))
      return isNominal() ? likely(M::NameplateVoltage, "nominal, or full with fewer cells", meterOnPack)
                         : ask(M::ChargeVoltage, "usual for a full pack", meterOnPack);
    return nameplate("volts of a pack, without another word");
  }
  Guess chargerOnPack() const {
    return is(Sense::Charger) ? likely(M::ChargeVoltage, "of the charger that belongs to it", meterOnCharger) : noUse("of the fuse inside");
  }

  Guess charger() const {
    if (atMains()) return v_ >= 85 ? sure(M::MainsVoltage, "mains, by its mark or range") : ask(M::MainsVoltage, "low for mains", look);
    const bool in = said({Sense::Input, Sense::Mains}) && !is(Sense::Output);
    if (in && v_ >= 85) return sure(M::MainsVoltage, "“input” stands before it");
    if (is(Sense::Float)) return sure(M::FloatVoltage, "a word for float stands beside it");
    if (is(Sense::NoLoad)) return likely(M::ChargerVoltage, "without load, a little above what it charges to", meterOnCharger);
    if (v_ >= 100 && v_ <= 250 && !said({Sense::Output, Sense::Charge}))
      return v_ == 110 || v_ == 115 || v_ == 120 || v_ == 220 || v_ == 230 || v_ == 240 ? sure(M::MainsVoltage, "usual mains volts")
                                                                                        : ask(M::MainsVoltage, "mains?", look);
    if (in) return ask(M::ChargerVoltage, "behind “input”, but no mains", meterOnCharger);
    if (lower() && !said({Sense::Output})) return ask(M::Cutoff, "a word for low volts on a charger", meterOnCharger);
    if (n_.low) return ask(M::ChargerVoltage, "a range of output volts", meterOnCharger);
    if (said({Sense::Bulk, Sense::Charge, Sense::Full, Sense::End}))
      return isClassVoltage(v_) && v_ != 60 ? classOrOutput() : sure(M::ChargerVoltage, "what it charges to");
    if (is(Sense::Over)) return noUse("where its protection acts");
    if (isClassVoltage(v_) && (v_ != 60 || !isFullVoltage(v_)))
      return is(Sense::Output) ? classOrOutput() : nameplate("the class of packs that it is for");
    if (said({Sense::Pack, Sense::Only, Sense::Battery}) && isNominal() && !isFullVoltage(v_))
      return sure(M::NameplateVoltage, "of the pack that it is for");
    if (is(Sense::Output)) return sure(M::ChargerVoltage, "“output” stands before it");
    if (isFullVoltage(v_)) return sure(M::ChargerVoltage, "a usual end of charge");
    return isNominal() ? likely(M::NameplateVoltage, "of the pack that it is for", meterOnCharger)
                       : likely(M::ChargerVoltage, "volts on a charger, without another word", meterOnCharger);
  }
  Guess classOrOutput() const { return ask(M::ChargerVoltage, "the class of packs, or what really comes out?", meterOnCharger); }

  Guess cell() const {
    if (n_.times > 1) return ask(M::NameplateVoltage, "several times these volts", meterOnPack);
    if (atMains() || v_ > 6) return ask(M::NameplateVoltage, "high for one cell", look);
    if (is(Sense::Discharge) && !is(Sense::Max)) return sure(M::Cutoff, "where discharging ends");
    if (said({Sense::Charge, Sense::Full, Sense::Over}) && !is(Sense::Discharge))
      return is(Sense::Over) && is(Sense::Cut) ? sure(M::HighCut, "where charging is stopped")
                                               : sure(M::ChargeVoltage, "a word for charge stands beside it");
    if (lower()) return sure(M::Cutoff, "a word for cut-off stands beside it");
    if (is(Sense::Max)) return v_ >= 3.6 ? sure(M::ChargeVoltage, "the most for a cell") : ask(M::ChargeVoltage, "a maximum", look);
    if (n_.low) return ask(M::NameplateVoltage, "from empty to full", look);
    if (v_ >= 4.15) return ask(M::ChargeVoltage, "usual for a full cell", look);
    if (v_ < 3.0 && !is(Sense::Nominal) && std::abs(v_ - 1.2) > 0.01 && std::abs(v_ - 2.35) > 0.06)
      return ask(M::Cutoff, "low for a cell", look);
    return sure(M::NameplateVoltage, "usual volts of a cell");
  }

  Guess board() const {
    if (atMains()) return ask(M::MainsVoltage, "mains on a board?", look);
    if (is(Sense::Balance)) return sure(M::BalanceVoltage, "where balancing begins");
    if (said({Sense::Low, Sense::Empty}) || (is(Sense::Discharge) && said({Sense::Cut, Sense::End, Sense::Min, Sense::Over})))
      return sure(M::LowCut, "a word for over-discharge or low volts stands beside it");
    if (is(Sense::Over)) return sure(M::HighCut, "a word for over-charge or high volts stands beside it");
    if (charging() && said({Sense::Cut, Sense::End})) return likely(M::HighCut, "where charging ends", look);
    if (said({Sense::Charge, Sense::Full}) && isClassVoltage(v_) && v_ != 60)
      return ask(M::NameplateVoltage, "a class of packs beside a word for charging", meterOnPack);
    if (said({Sense::Charge, Sense::Full})) return sure(M::ChargeVoltage, "a word for charge stands beside it");
    if (is(Sense::Cut)) return ask(M::LowCut, "which of the two cuts?", "the board's own table");
    if (said({Sense::Max, Sense::Min})) return ask(is(Sense::Max) ? M::HighCut : M::LowCut, "a limit: which?", "the board's own table");
    if (v_ < 6) return ask(M::NameplateVoltage, "volts of a cell, without a word", "the board's own table");
    if (n_.low) return ask(M::NameplateVoltage, "a range", "the board's own table");
    if (isFullVoltage(v_) && !isNominal()) return ask(M::ChargeVoltage, "usual for a full pack", meterOnPack);
    return nameplate("the class of packs that it is for");
  }

  Guess motor() const {
    if (atMains()) return ask(M::MainsVoltage, "mains on a motor?", look);
    if (n_.low) return ask(M::NameplateVoltage, "a range", look);
    return said({Sense::Max, Sense::Cut, Sense::Low}) ? ask(M::NameplateVoltage, "a limit on a motor", look)
                                                      : nameplate("volts of the motor");
  }

  Guess fuse() const {
    if (n_.ac) return sure(M::FuseAcVoltage, "marked as AC: says nothing of DC");
    if (n_.dc || is(Sense::Dc)) return sure(M::FuseVoltage, "marked as DC");
    return ask(M::FuseVoltage, "AC or DC?", "the maker's sheet: a fuse breaks far less DC than AC");
  }

  Guess joiner() const {
    if (atMains()) return ask(M::MainsVoltage, "mains on a joiner?", look);
    if (is(Sense::Drop) || v_ < 2) return sure(M::ForwardVoltage, "the volts that it takes");
    if (said({Sense::Max, Sense::Absolute}) || n_.low)
      return sure(M::JoinerVoltage, n_.low ? "a range in which it works" : "“max” stands beside it");
    if (lower()) return ask(M::Cutoff, "a low end", look);
    if (isClassVoltage(v_))
      return n_.listed || whole_.otherVolts ? likely(M::NameplateVoltage, "classes of packs", sheet)
                                            : sure(M::NameplateVoltage, "a class of packs");
    return likely(M::JoinerVoltage, "volts on a joiner, without a word", sheet);
  }

  Guess converter() const {
    if (atMains() && is(Sense::Output)) return ask(M::MainsVoltage, "AC out: an inverter?", look);
    if (atMains()) return likely(M::MainsVoltage, "mains by its range", look);
    if (lower() && !said({Sense::Input, Sense::Output})) return ask(M::Cutoff, "where it switches off", look);
    if (is(Sense::Output) && !is(Sense::Input)) return sure(M::ConverterOutput, "“output” stands before it");
    if (is(Sense::Input)) return sure(M::ConverterInput, "“input” stands before it");
    if (n_.converts) return sure(M::ConverterOutput, "behind the arrow");
    if (n_.low && v_ > 16) return sure(M::ConverterInput, "a wide range of volts");
    if (is(Sense::Max) && v_ > 16) return likely(M::ConverterInput, "“max” stands beside it", look);
    if (whole_.firstVolts && v_ >= 24)
      return whole_.otherVolts ? likely(M::ConverterInput, "the first and higher volts", "a meter on its output")
                               : ask(M::ConverterInput, "in or out?", "a meter on its output");
    if (v_ <= 16)
      return whole_.firstVolts ? likely(M::ConverterOutput, "usual volts of lamps", "a meter on its output")
                               : sure(M::ConverterOutput, "usual volts of lamps, behind what goes in");
    return ask(M::ConverterOutput, "in or out?", "a meter on its output");
  }

  Guess accessory() const {
    if (n_.ac) return ask(M::AccessoryMaximum, "AC: of a dynamo?", look);
    if (said({Sense::Max, Sense::Absolute})) return sure(M::AccessoryMaximum, "“max” stands beside it");
    if (n_.low) return sure(M::AccessoryMaximum, "the upper end of its range");
    if (lower()) return ask(M::Cutoff, "a low end", look);
    if (is(Sense::Output)) return ask(M::ConverterOutput, "an output of its own", look);
    return sure(M::NameplateVoltage, "the volts that it is made for");
  }

  Guess capacitor() const {
    return n_.low || n_.ac ? ask(M::CapacitorVoltage, "odd for a capacitor", look) : sure(M::CapacitorVoltage, "volts on a capacitor");
  }

  const Item& n_;
  const Senses& w_;
  const Whole& whole_;
  double v_;
};

}  // namespace

Guess meaningOfVolts(const Item& number, const Senses& words, const Whole& whole) { return Volts(number, words, whole).read(); }

}  // namespace usherwright::label
