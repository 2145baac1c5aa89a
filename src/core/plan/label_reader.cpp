// The meaning of printed numbers: the words before them, and what the label is stuck on.
#include "core/plan/label_reader.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/plan/label_scanner.h"
#include "core/plan/plan.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

using label::Token;
using label::upper;
using WordList = std::initializer_list<std::string_view>;

/// Upper-case words of the same line before a position, back to the line's start.
std::string wordsBefore(std::string_view text, std::size_t at) {
  const auto line = text.find_last_of("\n;|", at == 0 ? 0 : at - 1);
  const std::size_t from = line == std::string_view::npos ? 0 : line + 1;
  return upper(text.substr(from, at - from));
}

bool parts(char c) { return c == '\n' || c == ',' || c == ';' || c == '/' || c == '|'; }

/// Upper-case words after a number up to a separator: "22A MAX", "25 A continuous". If a number follows without one,
/// the words may be that number's, and only the first of them counts.
struct After {
  std::string words;
  std::string first;
};
After wordsAfter(std::string_view text, std::size_t at) {
  std::size_t end = at;
  while (end < text.size() && !parts(text[end]) && !label::isDigit(text[end])) ++end;
  After out;
  const std::string all = upper(text.substr(at, end - at));
  if (end >= text.size() || parts(text[end])) out.words = all;
  const std::size_t from = std::min(all.find_first_not_of(" \t"), all.size());
  out.first = all.substr(from, all.find(' ', from) - from);
  return out;
}

/// Upper-case words between the number before and this one, since the last separator.
std::string wordsBetween(std::string_view text, std::size_t from, std::size_t to) {
  std::size_t begin = from;
  for (std::size_t i = from; i < to; ++i)
    if (parts(text[i])) begin = i + 1;
  return upper(text.substr(begin, to - begin));
}

bool has(const std::string& words, WordList any) {
  return std::any_of(any.begin(), any.end(), [&](std::string_view w) { return words.find(w) != std::string::npos; });
}

/// Where the last of these words begins, −1 if none is there: the nearest word gives a number its meaning.
long lastOf(const std::string& words, WordList any) {
  long last = -1;
  for (std::string_view w : any)
    if (const auto at = words.rfind(w); at != std::string::npos) last = std::max(last, static_cast<long>(at));
  return last;
}

enum class Side : std::uint8_t { None, Input, Output };
/// Whether the last of "input" and "output" before this place is one or the other.
Side sideOf(const std::string& words) {
  const long in = lastOf(words, {"INPUT", "AC "});
  const long out = lastOf(words, {"OUTPUT"});
  if (in < 0 && out < 0) return Side::None;
  return out > in ? Side::Output : Side::Input;
}

bool isNameplate(double volts) {
  static constexpr std::array plates{24.0, 36.0, 43.0, 44.0, 48.0, 52.0, 60.0, 72.0};
  return std::find(plates.begin(), plates.end(), volts) != plates.end();
}

const char* const settlesPack = "the charger's no-load output, or the rested voltage of the full pack";
const char* const settlesCharger = "a meter on the charger's plug, nothing connected";

/// Series counts whose full or nominal voltage this is, within half a percent.
std::vector<std::string> layoutsAt(double volts) {
  std::vector<std::string> out;
  for (Chemistry c : {Chemistry::Nmc, Chemistry::Lfp})
    for (int s = 6; s <= 24; ++s) {
      const ChemistryFacts& facts = factsOf(c);
      if (std::abs(facts.charge.value() * s / volts - 1) < 0.002) out.push_back(fmt::format("{}S {}, when full", s, facts.name));
      if (std::abs(facts.nominal.value() * s / volts - 1) < 0.002) out.push_back(fmt::format("{}S {}, nominal", s, facts.name));
    }
  return out;
}

class Reader {
 public:
  Reader(std::string_view text, Known<LabelSubject> subject) : text_(text), subject_(subject) {
    const bool speaksOfCharger = has(upper(text), {"CHARGER", "OUTPUT", "ADAPTER"});
    charger_ = subject_ ? *subject_ == LabelSubject::Charger : speaksOfCharger;
  }

  std::vector<LabelCandidate> read() {
    const std::vector<Token> tokens = label::tokensOf(text_);
    names();
    for (std::size_t i = 0; i < tokens.size(); ++i)
      if (tokens[i].unit == "S" && tokens[i].value >= 4 && tokens[i].value <= 40) series_ = static_cast<int>(tokens[i].value);
    for (std::size_t i = 0; i < tokens.size(); ++i) {
      const Token& k = tokens[i];
      words_ = wordsBefore(text_, k.begin);
      after_ = wordsAfter(text_, k.end);
      gap_ = wordsBetween(text_, i == 0 ? 0 : tokens[i - 1].end, k.begin);
      side_ = sideOf(charger_ ? upper(text_.substr(0, k.begin)) : words_);
      piece_ = trimmed(text_.substr(k.begin, k.end - k.begin));
      if (k.unit == "S" && i + 1 < tokens.size() && tokens[i + 1].unit == "P") {
        piece_ = trimmed(text_.substr(k.begin, tokens[i + 1].end - k.begin));
        add(LabelMeaning::Layout, k.value, tokens[i + 1].value);
      } else if (k.unit == "S" && k.value >= 2 && k.value <= 40 && k.value == std::floor(k.value)) {
        add(LabelMeaning::SeriesCount, k.value, {});
      } else {
        number(k);
      }
    }
    return std::move(out_);
  }

 private:
  LabelCandidate& add(LabelMeaning meaning, double value, Known<double> tolerance) {
    LabelCandidate c;
    c.meaning = meaning;
    c.piece = piece_;
    c.value = value;
    c.tolerance = tolerance;
    out_.push_back(std::move(c));
    return out_.back();
  }

  bool about(LabelSubject s) const { return subject_ && *subject_ == s; }
  bool packLike() const { return about(LabelSubject::Pack) || about(LabelSubject::Cell) || about(LabelSubject::Board); }

  /// Sizes and chemistries stand as words, not as quantities.
  void names() {
    const std::string all = upper(text_);
    static constexpr std::array<std::string_view, 7> sizes{"18650", "21700", "20700", "26650", "32700", "32650", "40135"};
    for (std::string_view size : sizes)
      if (const auto at = all.find(size); at != std::string::npos && (at + 5 >= all.size() || !label::isDigit(all[at + 5]))) {
        std::size_t from = at;
        while (from > 0 && label::isLetter(all[from - 1])) --from;
        piece_ = std::string(text_.substr(from, at + 5 - from));
        add(LabelMeaning::CellSize, parseNumber(size).value_or(0), {});
        const std::string prefix = all.substr(from, at - from);
        if (prefix == "INR" || prefix == "ICR" || prefix == "NCR") add(LabelMeaning::ChemistryName, static_cast<int>(Chemistry::Nmc), {});
        else if (prefix == "IFR") add(LabelMeaning::ChemistryName, static_cast<int>(Chemistry::Lfp), {});
        else if (prefix == "IMR") add(LabelMeaning::ChemistryName, static_cast<int>(Chemistry::Lmo), {});
        break;
      }
    struct Word {
      std::string_view printed;
      Chemistry chemistry;
    };
    static constexpr std::array words{
        Word{"LIFEPO4", Chemistry::Lfp}, Word{"LIFEPO", Chemistry::Lfp},     Word{"LFP", Chemistry::Lfp},
        Word{"LIPO", Chemistry::Lipo},   Word{"LI-PO", Chemistry::Lipo},     Word{"NIMH", Chemistry::Nimh},
        Word{"NI-MH", Chemistry::Nimh},  Word{"LEAD-ACID", Chemistry::Lead}, Word{"LEAD ACID", Chemistry::Lead},
        Word{"NMC", Chemistry::Nmc},     Word{"LMO", Chemistry::Lmo}};
    for (const Word& w : words)
      if (const auto at = all.find(w.printed); at != std::string::npos) {
        piece_ = std::string(text_.substr(at, w.printed.size()));
        add(LabelMeaning::ChemistryName, static_cast<int>(w.chemistry), {});
        chemistry_ = w.chemistry;
        break;
      }
    lithium_ = has(all, {"LI-ION", "LITHIUM", "LIION"});
  }

  void number(const Token& k) {
    if (k.unit == "V" || k.unit == "VAC") return voltage(k);
    if (k.unit == "A" || k.unit == "MA") return current(k);
    if (k.unit == "AH" || k.unit == "MAH") add(LabelMeaning::Capacity, k.unit == "AH" ? k.value : k.value / 1000, k.tolerance);
    else if (k.unit == "WH" || k.unit == "KWH") add(LabelMeaning::Energy, k.unit == "WH" ? k.value : k.value * 1000, k.tolerance);
    else if (k.unit == "W" || k.unit == "KW") add(LabelMeaning::Power, k.unit == "W" ? k.value : k.value * 1000, k.tolerance);
    else if (k.unit == "MOHM") add(LabelMeaning::Resistance, k.value, k.tolerance);
  }

  void explainNameplate(LabelCandidate& c) {
    for (const NameplateOption& o : nameplateOptions(Volt(c.value))) {
      const bool lithium = isLithium(o.kind);
      if (chemistry_ &&
          (lithium ? !isLithium(*chemistry_) || (*chemistry_ == Chemistry::Lfp) != (o.kind == Chemistry::Lfp) : o.kind != *chemistry_))
        continue;
      if (lithium_ && !lithium) continue;
      if (series_ && o.series != *series_) continue;
      const std::string what =
          o.kind == Chemistry::Lead ? fmt::format("{} × 12 V lead", o.series / 6) : fmt::format("{}S {}", o.series, o.chemistry);
      c.couldBe.push_back(fmt::format("{}, full {} V", what, formatNumber(o.full.value())));
      c.readings.push_back(o.full.value());
    }
    if (c.couldBe.size() != 1) c.settledBy = charger_ ? settlesCharger : settlesPack;
  }

  void voltage(const Token& k) {
    const Side side = side_;
    const bool mainsRange = k.range && k.value >= 90;
    // On a charger INPUT is the mains; on a controller it is the pack.
    if (k.unit == "VAC" || mainsRange || (side == Side::Input && (charger_ || has(words_, {"AC "})))) {
      add(LabelMeaning::MainsVoltage, k.value, k.tolerance);
      return;
    }
    const long low = lastOf(words_, {"L.V", "LV", "LOW", "CUT", "UNDER", "UVP", "UV", "MIN"});
    const long most = charger_ ? lastOf(words_, {"VIN MAX", "MAX INPUT"}) : lastOf(words_, {"MAX", "OVER"});
    const long charging = charger_ ? -1 : lastOf(words_, {"CHARGE", "CHARGING"});
    const long discharging = lastOf(words_, {"DISCHARG"});
    if (low >= 0 && low > most) {
      add(LabelMeaning::Cutoff, k.value, k.tolerance);
      return;
    }
    if (charging >= 0 && charging > most && (discharging < 0 || charging > discharging + 3)) {
      add(LabelMeaning::ChargeVoltage, k.value, k.tolerance);
      return;
    }
    if (most >= 0 || (!charger_ && has(after_.words, {"MAX"}) && !isNameplate(k.value))) {
      add(has(words_, {"CHARGE"}) && !charger_ ? LabelMeaning::ChargeVoltage : LabelMeaning::InputMaximum, k.value, k.tolerance);
      return;
    }
    if (k.range) return supplyRange(k);
    if (side != Side::Output && isNameplate(k.value)) {
      explainNameplate(add(LabelMeaning::NameplateVoltage, k.value, k.tolerance));
      return;
    }
    if (charger_) {
      LabelCandidate& c = add(LabelMeaning::ChargerVoltage, k.value, k.tolerance);
      c.readings = {k.value};
      if (isNameplate(k.value)) explainNameplate(c);
      return;
    }
    LabelCandidate& c = add(LabelMeaning::NameplateVoltage, k.value, k.tolerance);
    c.couldBe = layoutsAt(k.value);
    if (c.couldBe.size() > 1) c.settledBy = settlesPack;
  }

  /// "DC 24-60V": classes, or lowest and highest volts?
  void supplyRange(const Token& k) {
    LabelCandidate& c = add(LabelMeaning::InputMaximum, k.value, {});
    if (!isNameplate(k.value)) return;
    c.couldBe = {fmt::format("for packs called {} to {} V, full voltages above that", formatNumber(k.low), formatNumber(k.value)),
                 fmt::format("from {} V up to {} V and no more", formatNumber(k.low), formatNumber(k.value))};
    c.settledBy = "the print on the large capacitors inside";
  }

  void current(const Token& k) {
    const double scale = k.unit == "MA" ? 1e-3 : 1.0;
    const Known<double> tolerance = k.tolerance ? Known<double>(*k.tolerance * scale) : std::nullopt;
    const double amps = k.value * scale;
    if (charger_) {
      add(side_ == Side::Input ? LabelMeaning::MainsCurrent : LabelMeaning::ChargerCurrent, amps, tolerance);
      return;
    }
    const long discharging = lastOf(gap_, {"DISCHARG"});
    const long charging = lastOf(gap_, {"CHARG"});
    const bool chargeBefore = charging >= 0 && charging != discharging + 3;
    const bool chargeAfter = discharging < 0 && has(after_.words, {"CHARG"}) && !has(after_.words, {"DISCHARG"});
    // "40A continuous 80A peak": the words stand behind their numbers, or before them, all alike in one text.
    if (!wordsFollow_)
      wordsFollow_ = !has(gap_, {"PEAK", "PULSE", "BURST", "CONTIN"}) && has(after_.first, {"PEAK", "PULSE", "BURST", "CONTIN"});
    const bool peakBefore = !*wordsFollow_ && has(gap_, {"PEAK", "PULSE", "BURST"});
    const bool steadyBefore = !*wordsFollow_ && has(gap_, {"CONTIN"});
    // "Charge: 54.6V 2A": one phrase.
    const bool samePhrase =
        !out_.empty() && out_.back().meaning == LabelMeaning::ChargeVoltage && std::none_of(gap_.begin(), gap_.end(), label::isLetter);
    const bool peakAfter = !steadyBefore && has(after_.first, {"PEAK", "PULSE", "BURST"});
    if (has(gap_ + after_.words, {"BALANC"}) && amps < 5) {
      add(LabelMeaning::BalanceCurrent, amps, tolerance);
    } else if (chargeBefore || chargeAfter || samePhrase) {
      add(LabelMeaning::ChargeCurrent, amps, tolerance);
    } else if (discharging >= 0 || packLike() || steadyBefore || has(after_.words, {"DISCHARG", "CONTIN"}) ||
               (*wordsFollow_ && has(after_.first, {"CONTIN"}))) {
      add(peakBefore || peakAfter ? LabelMeaning::ShortCurrent : LabelMeaning::ContinuousCurrent, amps, tolerance);
    } else {
      LabelCandidate& c = add(LabelMeaning::CurrentLimit, amps, tolerance);
      // A small bare current beside bare volts is as well a charger's as a controller's.
      if (!subject_ && !tolerance && amps <= 6 && !has(words_, {"MAX", "CURRENT", "IMAX"}) && after_.first != "MAX") {
        c.couldBe = {"limit of a controller", "output of a charger", "charge limit of a pack"};
        c.settledBy = "saying what the label is stuck on";
      }
    }
  }

  std::string_view text_;
  Known<LabelSubject> subject_;
  bool charger_ = false;
  std::string words_, gap_, piece_;
  After after_;
  Side side_ = Side::None;
  Known<Chemistry> chemistry_;
  Known<int> series_;
  Known<bool> wordsFollow_;
  bool lithium_ = false;
  std::vector<LabelCandidate> out_;
};

}  // namespace

std::string_view labelSubjectWords(LabelSubject subject) {
  static constexpr std::array<std::string_view, 6> words{"controller", "pack", "charger", "cell", "BMS", "motor"};
  return words[static_cast<std::size_t>(subject)];
}

std::string_view labelMeaningWords(LabelMeaning meaning) {
  static constexpr std::array<std::string_view, 21> words{"current limit",
                                                          "cut-off",
                                                          "takes up to",
                                                          "nameplate voltage",
                                                          "charger output",
                                                          "charger current",
                                                          "mains",
                                                          "mains current",
                                                          "capacity",
                                                          "energy",
                                                          "power",
                                                          "cells in series and parallel",
                                                          "charge voltage",
                                                          "charge limit",
                                                          "continuous current",
                                                          "short-time current",
                                                          "balance current",
                                                          "resistance",
                                                          "cells in series",
                                                          "cell size",
                                                          "chemistry"};
  return words[static_cast<std::size_t>(meaning)];
}

std::vector<NameplateOption> nameplateOptions(Volt nameplate) {
  struct Row {
    double volts;
    int series;
    Chemistry chemistry;
  };
  static constexpr std::array rows{
      Row{22, 6, Chemistry::Nmc},   Row{24, 7, Chemistry::Nmc},  Row{24, 8, Chemistry::Lfp},   Row{24, 12, Chemistry::Lead},
      Row{36, 10, Chemistry::Nmc},  Row{36, 12, Chemistry::Lfp}, Row{36, 18, Chemistry::Lead}, Row{43, 12, Chemistry::Nmc},
      Row{44, 12, Chemistry::Lipo}, Row{48, 13, Chemistry::Nmc}, Row{48, 14, Chemistry::Nmc},  Row{48, 12, Chemistry::Nmc},
      Row{48, 16, Chemistry::Lfp},  Row{48, 15, Chemistry::Lfp}, Row{48, 24, Chemistry::Lead}, Row{52, 14, Chemistry::Nmc},
      Row{60, 16, Chemistry::Nmc},  Row{60, 17, Chemistry::Nmc}, Row{60, 20, Chemistry::Lfp},  Row{60, 30, Chemistry::Lead},
      Row{72, 20, Chemistry::Nmc},  Row{72, 24, Chemistry::Lfp}, Row{72, 36, Chemistry::Lead}};
  std::vector<NameplateOption> out;
  for (const Row& r : rows)
    if (Volt(r.volts) == nameplate)
      out.push_back({r.series, std::string(factsOf(r.chemistry).name), factsOf(r.chemistry).charge * r.series, r.chemistry});
  return out;
}

Known<LabelSubject> labelSubjectOf(std::string_view text) {
  const std::string all = upper(text);
  if (has(all, {"CHARGER", "ADAPTER", "OUTPUT"})) return LabelSubject::Charger;
  if (has(all, {"CONTROLLER", "BRUSHLESS", "L.V", "LVC", "LVP", "REGEN", "HALL"})) return LabelSubject::Controller;
  if (has(all, {"BMS", "PROTECTION BOARD", "PCM", "BALANC"})) return LabelSubject::Board;
  if (has(all, {"MOTOR", "RPM"})) return LabelSubject::Motor;
  if (has(all, {"18650", "21700", "20700", "26650", "32700", "32650", "40135"})) {
    // A pack names its volts; a cell has those of one cell, or none.
    bool packVolts = has(all, {"PACK", "BATTERY"});
    for (const Token& k : label::tokensOf(text)) packVolts = packVolts || (k.unit == "V" && k.value > 6) || k.unit == "S";
    return packVolts ? LabelSubject::Pack : LabelSubject::Cell;
  }
  if (has(all, {"BATTERY", "PACK", "LI-ION", "LITHIUM", "LIFEPO", "DISCHARG"})) return LabelSubject::Pack;
  return std::nullopt;
}

std::vector<LabelCandidate> readLabel(std::string_view text, Known<LabelSubject> subject) {
  return Reader(text, subject ? subject : labelSubjectOf(text)).read();
}

namespace {

/// Targets on one kind of part, by its prefix.
class Targets {
 public:
  Targets(const LabelCandidate& c, const Plan& plan, const LabelPlace& place) : c_(c), plan_(plan), place_(place) {
    value_ = formatNumber(c.value, 8);
    toleranced_ = c.tolerance ? value_ + " ± " + formatNumber(*c.tolerance, 8) : value_;
  }

  std::vector<LabelTarget> find() const {
    switch (place_.subject) {
      case LabelSubject::Controller: return controller();
      case LabelSubject::Pack: return pack();
      case LabelSubject::Charger: return charger();
      case LabelSubject::Cell: return cell();
      case LabelSubject::Board: return board();
      case LabelSubject::Motor: return c_.meaning == LabelMeaning::Power ? at("/bike/motor_W", value_) : std::vector<LabelTarget>{};
    }
    return {};
  }

 private:
  static std::vector<LabelTarget> at(const std::string& pointer, const std::string& text) { return {{pointer, text}}; }

  std::string chemistryWord() const {
    static constexpr std::array<std::string_view, 6> words{"nmc", "lipo", "lmo", "lfp", "lead", "nimh"};
    return std::string(words[static_cast<std::size_t>(c_.value)]);
  }

  std::vector<LabelTarget> controller() const {
    const std::string prefix = "/bike/controller/";
    switch (c_.meaning) {
      case LabelMeaning::CurrentLimit:
      case LabelMeaning::ContinuousCurrent: return at(prefix + "current_max_A", toleranced_);
      case LabelMeaning::Cutoff: return at(prefix + "cutoff_V", toleranced_);
      case LabelMeaning::InputMaximum: return c_.isOpen() ? std::vector<LabelTarget>{} : at(prefix + "input_max_V", value_);
      case LabelMeaning::NameplateVoltage: return at(prefix + "nameplate_V", value_);
      default: return {};
    }
  }

  std::vector<LabelTarget> pack() const {
    if (place_.index >= plan_.packs.size()) return {};
    const std::string prefix = fmt::format("/packs/{}/", place_.index);
    switch (c_.meaning) {
      case LabelMeaning::NameplateVoltage: return at(prefix + "label_V", value_);
      case LabelMeaning::Capacity: return at(prefix + "label_Ah", value_);
      case LabelMeaning::Energy: return at(prefix + "label_Wh", value_);
      case LabelMeaning::Layout:
        if (!c_.tolerance) return {};
        return {{prefix + "series", value_}, {prefix + "parallel", formatNumber(*c_.tolerance, 6)}};
      case LabelMeaning::SeriesCount: return at(prefix + "series", value_);
      case LabelMeaning::CellSize:
      case LabelMeaning::ChemistryName: return cell();
      default: return board();
    }
  }

  std::vector<LabelTarget> board() const {
    if (place_.index >= plan_.packs.size()) return {};
    const std::string prefix = fmt::format("/packs/{}/bms/", place_.index);
    switch (c_.meaning) {
      case LabelMeaning::ContinuousCurrent:
      case LabelMeaning::CurrentLimit: return at(prefix + "continuous_A", value_);
      case LabelMeaning::ShortCurrent: return at(prefix + "peak_A", value_);
      case LabelMeaning::ChargeCurrent: return at(prefix + "charge_A", value_);
      case LabelMeaning::BalanceCurrent: return at(prefix + "balance_mA", formatNumber(c_.value * 1000, 8));
      case LabelMeaning::SeriesCount: return at(prefix + "series", value_);
      case LabelMeaning::ChemistryName: return at(prefix + "chemistry", chemistryWord());
      case LabelMeaning::Resistance: return at(prefix + "resistance_mohm", value_);
      default: return {};
    }
  }

  std::vector<LabelTarget> charger() const {
    if (place_.index >= plan_.chargers.size()) return {};
    const std::string prefix = fmt::format("/chargers/{}/", place_.index);
    switch (c_.meaning) {
      case LabelMeaning::ChargerVoltage: return c_.couldBe.empty() ? at(prefix + "output_V", value_) : std::vector<LabelTarget>{};
      case LabelMeaning::ChargerCurrent: return at(prefix + "output_A", value_);
      case LabelMeaning::ChemistryName: return at(prefix + "chemistry", chemistryWord());
      default: return {};
    }
  }

  std::vector<LabelTarget> cell() const {
    if (place_.index >= plan_.packs.size()) return {};
    const std::string prefix = "/cells/" + plan_.packs[place_.index].cell + "/";
    switch (c_.meaning) {
      case LabelMeaning::Capacity: return at(prefix + "capacity_Ah", value_);
      case LabelMeaning::Resistance: return at(prefix + "resistance_mohm", value_);
      case LabelMeaning::ContinuousCurrent:
      case LabelMeaning::CurrentLimit: return at(prefix + "continuous_A", value_);
      case LabelMeaning::ShortCurrent: return at(prefix + "peak_A", value_);
      case LabelMeaning::ChargeCurrent: return at(prefix + "charge_A", value_);
      case LabelMeaning::CellSize: return at(prefix + "form", value_);
      case LabelMeaning::ChemistryName: return at(prefix + "chemistry", chemistryWord());
      default: return {};
    }
  }

  const LabelCandidate& c_;
  const Plan& plan_;
  const LabelPlace& place_;
  std::string value_, toleranced_;
};

}  // namespace

std::vector<LabelTarget> labelTargets(const LabelCandidate& candidate, const Plan& plan, const LabelPlace& place) {
  return Targets(candidate, plan, place).find();
}

}  // namespace usherwright
