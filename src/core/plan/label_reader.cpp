// A small scanner: numbers with units, and the words before them that give them a meaning.
#include "core/plan/label_reader.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/parts/chemistry.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

bool isDigit(char c) { return c >= '0' && c <= '9'; }
bool isLetter(char c) { return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z'); }

std::string upper(std::string_view text) {
  std::string out(text);
  for (char& c : out)
    if (c >= 'a' && c <= 'z') c = static_cast<char>(c - 'a' + 'A');
  return out;
}

/// A number with what stands around it.
struct Token {
  std::size_t begin = 0, end = 0;
  double value = 0.0;
  Known<double> tolerance;
  std::string unit;    ///< upper case: V, A, AH, MAH, WH, W, S, P, HZ, ""
  bool range = false;  ///< "100-240"
};

class Scanner {
 public:
  explicit Scanner(std::string_view text) : t_(text) {}

  std::vector<Token> tokens() {
    std::vector<Token> out;
    while (i_ < t_.size()) {
      if (!isDigit(t_[i_])) {
        ++i_;
      } else if (i_ == 0 || !isLetter(t_[i_ - 1]) || partOfLayout(out) || followsLabelWord()) {
        out.push_back(one());
      } else {
        // A figure inside a name ("INR18650", "IP65") says nothing, and no part of it does.
        while (i_ < t_.size() && (isDigit(t_[i_]) || isLetter(t_[i_]))) ++i_;
      }
    }
    return out;
  }

 private:
  /// "13S4P": the 4 follows a letter, and still counts.
  bool partOfLayout(const std::vector<Token>& out) const { return !out.empty() && out.back().end == i_; }

  /// "DC48V": units run together with the word before them.
  bool followsLabelWord() const {
    std::size_t from = i_;
    while (from > 0 && isLetter(t_[from - 1])) --from;
    const std::string word = upper(t_.substr(from, i_ - from));
    static constexpr std::array<std::string_view, 9> words{"DC", "AC", "MAX", "LV", "LVC", "VIN", "IN", "OUT", "OUTPUT"};
    return std::find(words.begin(), words.end(), word) != words.end();
  }

  double number() {
    std::string digits;
    while (i_ < t_.size() && (isDigit(t_[i_]) || ((t_[i_] == '.' || t_[i_] == ',') && i_ + 1 < t_.size() && isDigit(t_[i_ + 1]))))
      digits += t_[i_] == ',' ? '.' : t_[i_], ++i_;
    if (std::count(digits.begin(), digits.end(), '.') > 1) return 0;
    const auto value = parseNumber(digits);
    return value ? *value : 0.0;
  }
  void spaces() {
    while (i_ < t_.size() && t_[i_] == ' ') ++i_;
  }
  std::string letters() {
    const std::size_t from = i_;
    while (i_ < t_.size() && isLetter(t_[i_])) ++i_;
    return upper(t_.substr(from, i_ - from));
  }
  std::string unit() {
    const std::size_t before = i_;
    spaces();
    const std::string word = letters();
    static constexpr std::array<std::string_view, 14> units{"V", "VDC", "VAC", "A",  "AH", "MAH", "WH",
                                                            "W", "S",   "P",   "HZ", "MA", "KW",  "KWH"};
    if (std::find(units.begin(), units.end(), word) != units.end()) return word == "VDC" ? "V" : word;
    i_ = before;
    return "";
  }
  Token one() {
    Token k;
    k.begin = i_;
    k.value = number();
    k.unit = unit();
    const std::size_t before = i_;
    spaces();
    const std::string_view rest = t_.substr(i_);
    const std::size_t sign = rest.starts_with("±") ? 2u : rest.starts_with("+/-") ? 3u : rest.starts_with("+-") ? 2u : 0u;
    if (sign > 0) {
      i_ += sign;
      spaces();
      if (i_ < t_.size() && isDigit(t_[i_])) {
        k.tolerance = number();
        const std::string after = unit();
        if (k.unit.empty()) k.unit = after;
      }
    } else if (k.unit.empty() && (rest.starts_with("-") || rest.starts_with("~")) && rest.size() > 1 && isDigit(rest[1])) {
      ++i_;
      k.value = std::max(k.value, number());
      k.range = true;
      k.unit = unit();
    } else {
      i_ = before;
    }
    k.end = i_;
    return k;
  }

  std::string_view t_;
  std::size_t i_ = 0;
};

/// Upper-case words of the same line before a position, back to the line's start.
std::string wordsBefore(std::string_view text, std::size_t at) {
  const auto line = text.rfind('\n', at == 0 ? 0 : at - 1);
  const std::size_t from = line == std::string_view::npos ? 0 : line + 1;
  return upper(text.substr(from, at - from));
}

bool has(const std::string& words, std::initializer_list<std::string_view> any) {
  return std::any_of(any.begin(), any.end(), [&](std::string_view w) { return words.find(w) != std::string::npos; });
}

/// Where the last of these words begins, −1 if none is there: the nearest word gives a number its meaning.
long lastOf(const std::string& words, std::initializer_list<std::string_view> any) {
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

bool speaksOfCharger(std::string_view text) { return has(upper(text), {"CHARGER", "OUTPUT", "ADAPTER"}); }

LabelCandidate candidate(LabelMeaning meaning, std::string piece, double value, Known<double> tolerance) {
  LabelCandidate c;
  c.meaning = meaning;
  c.piece = std::move(piece);
  c.value = value;
  c.tolerance = tolerance;
  return c;
}

void explainNameplate(LabelCandidate& c, bool charger) {
  for (const NameplateOption& o : nameplateOptions(Volt(c.value))) {
    c.couldBe.push_back(fmt::format("{}S {}, full {} V", o.series, o.chemistry, formatNumber(o.full.value())));
    c.readings.push_back(o.full.value());
  }
  c.settledBy =
      charger ? "a meter on the charger's plug, nothing connected" : "the charger's no-load output, or the rested voltage of the full pack";
}

LabelCandidate voltage(const Token& k, std::string piece, const std::string& words, bool charger) {
  const Side side = sideOf(words);
  // On a charger INPUT is the mains; on a controller it is the pack.
  if (k.unit == "VAC" || k.range || (side == Side::Input && (charger || has(words, {"AC "}))))
    return candidate(LabelMeaning::MainsVoltage, std::move(piece), k.value, k.tolerance);
  const long low = lastOf(words, {"L.V", "LV", "LOW", "CUT", "UNDER"});
  const long most = charger ? lastOf(words, {"VIN MAX", "MAX INPUT"}) : lastOf(words, {"MAX"});
  if (low >= 0 && low > most) return candidate(LabelMeaning::Cutoff, std::move(piece), k.value, k.tolerance);
  if (most >= 0) return candidate(LabelMeaning::InputMaximum, std::move(piece), k.value, k.tolerance);
  if (side != Side::Output && isNameplate(k.value)) {
    LabelCandidate c = candidate(LabelMeaning::NameplateVoltage, std::move(piece), k.value, k.tolerance);
    explainNameplate(c, charger);
    return c;
  }
  if (charger) {
    LabelCandidate c = candidate(LabelMeaning::ChargerVoltage, std::move(piece), k.value, k.tolerance);
    c.readings = {k.value};
    if (isNameplate(k.value)) explainNameplate(c, true);
    return c;
  }
  return candidate(LabelMeaning::NameplateVoltage, std::move(piece), k.value, k.tolerance);
}

}  // namespace

std::string_view labelMeaningWords(LabelMeaning meaning) {
  switch (meaning) {
    case LabelMeaning::CurrentLimit: return "current limit";
    case LabelMeaning::Cutoff: return "cut-off";
    case LabelMeaning::InputMaximum: return "takes up to";
    case LabelMeaning::NameplateVoltage: return "nameplate voltage";
    case LabelMeaning::ChargerVoltage: return "charger output";
    case LabelMeaning::ChargerCurrent: return "charger current";
    case LabelMeaning::MainsVoltage: return "mains";
    case LabelMeaning::MainsCurrent: return "mains current";
    case LabelMeaning::Capacity: return "capacity";
    case LabelMeaning::Energy: return "energy";
    case LabelMeaning::Power: return "power";
    case LabelMeaning::Layout: return "cells in series and parallel";
  }
  return "";
}

std::vector<NameplateOption> nameplateOptions(Volt nameplate) {
  struct Row {
    double volts;
    int series;
    Chemistry chemistry;
  };
  static constexpr std::array rows{
      Row{24, 7, Chemistry::Nmc},   Row{24, 8, Chemistry::Lfp},   Row{24, 12, Chemistry::Lead}, Row{36, 10, Chemistry::Nmc},
      Row{36, 12, Chemistry::Lfp},  Row{36, 18, Chemistry::Lead}, Row{48, 13, Chemistry::Nmc},  Row{48, 14, Chemistry::Nmc},
      Row{48, 12, Chemistry::Nmc},  Row{48, 16, Chemistry::Lfp},  Row{48, 15, Chemistry::Lfp},  Row{48, 24, Chemistry::Lead},
      Row{52, 14, Chemistry::Nmc},  Row{60, 16, Chemistry::Nmc},  Row{60, 17, Chemistry::Nmc},  Row{60, 20, Chemistry::Lfp},
      Row{60, 30, Chemistry::Lead}, Row{72, 20, Chemistry::Nmc},  Row{72, 24, Chemistry::Lfp},  Row{72, 36, Chemistry::Lead}};
  std::vector<NameplateOption> out;
  for (const Row& r : rows)
    if (Volt(r.volts) == nameplate)
      out.push_back({r.series, std::string(factsOf(r.chemistry).name), factsOf(r.chemistry).charge * r.series});
  return out;
}

std::vector<LabelCandidate> readLabel(std::string_view text) {
  const bool charger = speaksOfCharger(text);
  const std::vector<Token> tokens = Scanner(text).tokens();
  std::vector<LabelCandidate> out;
  for (std::size_t i = 0; i < tokens.size(); ++i) {
    const Token& k = tokens[i];
    std::string piece = trimmed(text.substr(k.begin, k.end - k.begin));
    const std::string words = wordsBefore(text, k.begin);
    if (k.unit == "S" && i + 1 < tokens.size() && tokens[i + 1].unit == "P") {
      piece = trimmed(text.substr(k.begin, tokens[i + 1].end - k.begin));
      out.push_back(candidate(LabelMeaning::Layout, std::move(piece), k.value, tokens[i + 1].value));
    } else if (k.unit == "V" || k.unit == "VAC") {
      out.push_back(voltage(k, std::move(piece), words, charger));
    } else if (k.unit == "A" || k.unit == "MA") {
      const double amps = k.unit == "MA" ? k.value / 1000 : k.value;
      const LabelMeaning meaning = !charger                       ? LabelMeaning::CurrentLimit
                                   : sideOf(words) == Side::Input ? LabelMeaning::MainsCurrent
                                                                  : LabelMeaning::ChargerCurrent;
      out.push_back(candidate(meaning, std::move(piece), amps, k.tolerance));
    } else if (k.unit == "AH" || k.unit == "MAH") {
      out.push_back(candidate(LabelMeaning::Capacity, std::move(piece), k.unit == "AH" ? k.value : k.value / 1000, k.tolerance));
    } else if (k.unit == "WH" || k.unit == "KWH") {
      out.push_back(candidate(LabelMeaning::Energy, std::move(piece), k.unit == "WH" ? k.value : k.value * 1000, k.tolerance));
    } else if (k.unit == "W" || k.unit == "KW") {
      out.push_back(candidate(LabelMeaning::Power, std::move(piece), k.unit == "W" ? k.value : k.value * 1000, k.tolerance));
    }
  }
  return out;
}

}  // namespace usherwright
