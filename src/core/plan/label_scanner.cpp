// The scanner of printed texts.
#include "core/plan/label_scanner.h"

#include <algorithm>
#include <array>

#include "core/quantity/units.h"

namespace usherwright::label {
namespace {

struct UnitWord {
  std::string_view printed;
  std::string_view unit;
};
constexpr std::array unitWords{UnitWord{"V", "V"},      UnitWord{"VDC", "V"},  UnitWord{"VAC", "VAC"},    UnitWord{"VOLT", "V"},
                               UnitWord{"VOLTS", "V"},  UnitWord{"A", "A"},    UnitWord{"AMP", "A"},      UnitWord{"AMPS", "A"},
                               UnitWord{"AMPERE", "A"}, UnitWord{"AH", "AH"},  UnitWord{"MAH", "MAH"},    UnitWord{"WH", "WH"},
                               UnitWord{"W", "W"},      UnitWord{"WATT", "W"}, UnitWord{"WATTS", "W"},    UnitWord{"S", "S"},
                               UnitWord{"SERIES", "S"}, UnitWord{"P", "P"},    UnitWord{"PARALLEL", "P"}, UnitWord{"HZ", "HZ"},
                               UnitWord{"MA", "MA"},    UnitWord{"KW", "KW"},  UnitWord{"KWH", "KWH"},    UnitWord{"MOHM", "MOHM"},
                               UnitWord{"KM", "KM"},    UnitWord{"KG", "KG"},  UnitWord{"MM", "MM"},      UnitWord{"G", "G"}};
/// Words that may be run together with a unit: "22AMAX", "48VDC", "36VIN".
constexpr std::array<std::string_view, 9> tails{"MAX", "MIN", "PEAK", "DC", "AC", "IN", "OUT", "CONT", "NOM"};
/// Words that may be run together with the number after them: "DC48V", "LV40".
constexpr std::array<std::string_view, 18> heads{"DC",  "AC", "MAX", "MIN",    "LV",    "LVC",  "LVP",  "UV",   "UVP",
                                                 "VIN", "IN", "OUT", "OUTPUT", "INPUT", "IMAX", "VMAX", "PEAK", "CC"};

std::string_view unitOf(std::string_view word) {
  for (const UnitWord& u : unitWords)
    if (word == u.printed) return u.unit;
  for (std::string_view tail : tails)
    if (word.size() > tail.size() && word.ends_with(tail))
      for (const UnitWord& u : unitWords)
        if (word.substr(0, word.size() - tail.size()) == u.printed) return u.unit;
  return {};
}

class Scanner {
 public:
  explicit Scanner(std::string_view text) : t_(text) {}

  std::vector<Token> tokens() {
    std::vector<Token> out;
    while (i_ < t_.size()) {
      if (!isDigit(t_[i_])) {
        ++i_;
      } else if (i_ == 0 || !isLetter(t_[i_ - 1]) || (!out.empty() && out.back().end == i_) || followsHead()) {
        out.push_back(one());
      } else {
        // A figure inside a name ("INR18650", "IP65") says nothing, and no part of it does.
        while (i_ < t_.size() && (isDigit(t_[i_]) || isLetter(t_[i_]))) ++i_;
      }
    }
    return out;
  }

 private:
  bool followsHead() const {
    std::size_t from = i_;
    while (from > 0 && isLetter(t_[from - 1])) --from;
    const std::string word = upper(t_.substr(from, i_ - from));
    return std::find(heads.begin(), heads.end(), word) != heads.end();
  }

  bool isNumberPart(std::size_t at) const {
    return at < t_.size() && (isDigit(t_[at]) || ((t_[at] == '.' || t_[at] == ',') && at + 1 < t_.size() && isDigit(t_[at + 1])));
  }

  std::string digits() {
    const std::size_t from = i_;
    while (isNumberPart(i_)) ++i_;
    return std::string(t_.substr(from, i_ - from));
  }

  /// "54,6" and "54.6" are decimals. "1,200" is a thousand in units in which a decimal would be absurd.
  static double valueOf(std::string text, std::string_view unit) {
    const auto comma = text.find(',');
    const bool three = comma != std::string::npos && text.size() - comma == 4 && text.find(',', comma + 1) == std::string::npos;
    if (three && (unit == "MAH" || unit == "WH" || unit == "W" || unit == "MA")) text.erase(comma, 1);
    std::replace(text.begin(), text.end(), ',', '.');
    if (std::count(text.begin(), text.end(), '.') > 1) return 0;
    const auto value = parseNumber(text);
    return value ? *value : 0.0;
  }

  void spaces() {
    while (i_ < t_.size() && (t_[i_] == ' ' || t_[i_] == '\t')) ++i_;
  }

  std::string unit() {
    const std::size_t before = i_;
    spaces();
    const std::string_view rest = t_.substr(i_);
    for (std::string_view ohm : {"m\xCE\xA9", "m\xE2\x84\xA6"})
      if (rest.starts_with(ohm)) {
        i_ += ohm.size();
        return "MOHM";
      }
    const std::size_t from = i_;
    while (i_ < t_.size() && isLetter(t_[i_])) ++i_;
    const std::string word = upper(t_.substr(from, i_ - from));
    if (word == "W" && t_.substr(i_).starts_with("\xC2\xB7h")) {
      i_ += 3;
      return "WH";
    }
    const std::string_view found = unitOf(word);
    if (!found.empty()) {
      // "22AMAX": the tail stays in the text, as a word before what follows.
      return std::string(found);
    }
    i_ = before;
    return {};
  }

  std::size_t plusMinus() const {
    const std::string_view rest = t_.substr(i_);
    if (rest.starts_with("\xC2\xB1")) return 2;
    if (rest.starts_with("+/-")) return 3;
    if (rest.starts_with("+-")) return 2;
    return 0;
  }

  /// "±1 A", "±5%": in the value's own unit.
  void tolerance(Token& k) {
    i_ += plusMinus();
    spaces();
    if (i_ >= t_.size() || !isDigit(t_[i_])) return;
    const std::string text = digits();
    if (i_ < t_.size() && t_[i_] == '%') {
      ++i_;
      k.tolerance = k.value * valueOf(text, {}) / 100;
      return;
    }
    const std::string after = unit();
    if (k.unit.empty()) k.unit = after;
    k.tolerance = valueOf(text, k.unit) * (after == "MA" && k.unit == "A" ? 1e-3 : 1.0);
  }

  Token one() {
    Token k;
    k.begin = i_;
    const std::string text = digits();
    k.unit = unit();
    k.value = valueOf(text, k.unit);
    const std::size_t before = i_;
    spaces();
    const std::string_view rest = t_.substr(i_);
    const std::size_t dash = rest.starts_with("-") || rest.starts_with("~") ? 1u : rest.starts_with("\xE2\x80\x93") ? 3u : 0u;
    std::size_t next = i_ + dash;
    while (next < t_.size() && t_[next] == ' ') ++next;
    if (plusMinus() > 0) {
      tolerance(k);
    } else if (dash > 0 && next < t_.size() && isDigit(t_[next])) {
      const std::size_t keep = i_;
      i_ = next;
      const std::string other = digits();
      const std::string after = unit();
      if (!after.empty() && (k.unit.empty() || k.unit == after)) {
        k.low = std::min(valueOf(text, after), valueOf(other, after));
        k.value = std::max(valueOf(text, after), valueOf(other, after));
        k.unit = after;
        k.range = true;
        if (plusMinus() > 0) tolerance(k);
      } else {
        i_ = k.unit.empty() ? keep : before;
      }
    } else {
      i_ = before;
    }
    k.end = i_;
    return k;
  }

  std::string_view t_;
  std::size_t i_ = 0;
};

}  // namespace

bool isDigit(char c) { return c >= '0' && c <= '9'; }
bool isLetter(char c) { return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z'); }

std::string upper(std::string_view text) {
  std::string out(text);
  for (char& c : out)
    if (c >= 'a' && c <= 'z') c = static_cast<char>(c - 'a' + 'A');
  return out;
}

std::vector<Token> tokensOf(std::string_view text) { return Scanner(text).tokens(); }

}  // namespace usherwright::label
