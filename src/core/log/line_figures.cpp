// Figures of a typed line.
#include "core/log/line_figures.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/quantity/text.h"

namespace usherwright::logline {
namespace {

using Of = Figure::Of;

struct UnitWord {
  std::u32string_view word;
  Of of;
  double scale;
};
/// Into the units of the file: km, m, Wh, Ah, V, min, share, °C, kg, mΩ.
constexpr std::array unitWords{
    UnitWord{U"km", Of::Distance, 1}, UnitWord{U"kilometer", Of::Distance, 1}, UnitWord{U"kilometre", Of::Distance, 1},
    UnitWord{U"kilometers", Of::Distance, 1}, UnitWord{U"kilometres", Of::Distance, 1}, UnitWord{U"mi", Of::Distance, 1.609344},
    UnitWord{U"mile", Of::Distance, 1.609344}, UnitWord{U"miles", Of::Distance, 1.609344}, UnitWord{U"m", Of::Height, 1},
    UnitWord{U"hm", Of::Height, 1}, UnitWord{U"ft", Of::Height, 0.3048}, UnitWord{U"wh", Of::Energy, 1}, UnitWord{U"kwh", Of::Energy, 1000},
    UnitWord{U"ah", Of::Charge, 1}, UnitWord{U"mah", Of::Charge, 0.001}, UnitWord{U"v", Of::Voltage, 1}, UnitWord{U"volt", Of::Voltage, 1},
    UnitWord{U"volts", Of::Voltage, 1}, UnitWord{U"mv", Of::Voltage, 0.001}, UnitWord{U"h", Of::Time, 60}, UnitWord{U"hr", Of::Time, 60},
    UnitWord{U"hrs", Of::Time, 60}, UnitWord{U"hour", Of::Time, 60}, UnitWord{U"hours", Of::Time, 60}, UnitWord{U"std", Of::Time, 60},
    UnitWord{U"stunden", Of::Time, 60}, UnitWord{U"min", Of::Time, 1}, UnitWord{U"mins", Of::Time, 1}, UnitWord{U"minutes", Of::Time, 1},
    UnitWord{U"minuten", Of::Time, 1}, UnitWord{U"%", Of::Share, 0.01}, UnitWord{U"percent", Of::Share, 0.01},
    UnitWord{U"prozent", Of::Share, 0.01}, UnitWord{U"°c", Of::Temperature, 1}, UnitWord{U"c", Of::Temperature, 1},
    UnitWord{U"°", Of::Temperature, 1}, UnitWord{U"°f", Of::Temperature, 5.0 / 9}, UnitWord{U"kg", Of::Mass, 1},
    UnitWord{U"lb", Of::Mass, 0.45359237}, UnitWord{U"lbs", Of::Mass, 0.45359237}, UnitWord{U"mΩ", Of::Resistance, 1},
    UnitWord{U"mohm", Of::Resistance, 1},
    // Known, and of no field of any entry: they stay in the note.
    UnitWord{U"a", Of::Other, 1}, UnitWord{U"nm", Of::Other, 1}, UnitWord{U"w", Of::Other, 1}, UnitWord{U"s", Of::Other, 1},
    UnitWord{U"psi", Of::Other, 1}, UnitWord{U"mm", Of::Other, 1}, UnitWord{U"cm", Of::Other, 1}, UnitWord{U"days", Of::Other, 1},
    UnitWord{U"weeks", Of::Other, 1}, UnitWord{U"mph", Of::Other, 1}, UnitWord{U"kmh", Of::Other, 1}};

const UnitWord* unitOf(const Piece& p) {
  if (p.is != Token::Word) return nullptr;
  const auto at = std::find_if(unitWords.begin(), unitWords.end(), [&](const UnitWord& u) { return u.word == p.text; });
  return at == unitWords.end() ? nullptr : &*at;
}

class FigureReader {
 public:
  FigureReader(std::vector<Piece>& pieces, std::string_view line, std::vector<std::string>& asks)
      : pieces_(pieces), line_(line), asks_(asks) {}

  std::vector<Figure> read() {
    for (std::size_t i = 0; i < pieces_.size(); ++i) {
      if (pieces_[i].used || pieces_[i].is != Token::Figure) continue;
      Figure f = figureAt(i);
      for (std::size_t k = f.first; k <= f.last; ++k) pieces_[k].used = true;
      i = f.last;
      out_.push_back(std::move(f));
    }
    return std::move(out_);
  }

 private:
  bool touch(std::size_t k) const { return k + 1 < pieces_.size() && pieces_[k].end == pieces_[k + 1].begin; }
  bool sign(std::size_t k, char32_t c) const { return k < pieces_.size() && pieces_[k].sign(c); }
  bool figure(std::size_t k) const { return k < pieces_.size() && pieces_[k].is == Token::Figure && !pieces_[k].used; }
  double number(std::size_t k) const {
    const label::Printed& p = pieces_[k].figure;
    return p.grouped ? p.decimal : p.value;
  }
  std::string shown(std::size_t first, std::size_t last) const { return std::string(said(line_, pieces_, first, last)); }
  void ask(std::size_t first, std::size_t last, std::string_view what) {
    asks_.push_back(fmt::format("{}: {}", inQuotes(shown(first, last)), what));
  }

  Figure figureAt(std::size_t i) {
    Figure f;
    f.first = f.last = i;
    f.printed = pieces_[i].figure;
    f.value = number(i);
    if (!f.printed.good) ask(i, i, "no number that can only be one. Write it with a point as its decimal sign.");
    // A minus belongs to the figure behind it, unless it stands between two.
    const bool minus = i > 0 && pieces_[i - 1].sign(U'-') && !pieces_[i - 1].used && touch(i - 1) &&
                       (i < 2 || pieces_[i - 2].is != Token::Figure || pieces_[i - 2].end != pieces_[i - 1].begin);
    if (minus) {
      f.first = i - 1;
      f.value = -f.value;
    }
    beside(f);
    if (sign(i + 1, U':') && touch(i) && touch(i + 1) && figure(i + 2)) clock(f, i);
    else if (sign(i + 1, U'/') && touch(i) && touch(i + 1) && figure(i + 2)) shareOfBars(f, i);
    else if (i + 2 < pieces_.size() && pieces_[i + 1].sense == Sense::Of && figure(i + 2) && i + 3 < pieces_.size() &&
             pieces_[i + 3].sense == Sense::Bars)
      bars(f, i + 3);
    else unit(f, i + 1);
    behind(f);
    return f;
  }

  /// The two words in front, as far as no figure lies between.
  void beside(Figure& f) const {
    for (std::size_t k = f.first; k > 0 && f.before.size() < 2;) {
      --k;
      const Piece& p = pieces_[k];
      if (p.is == Token::Figure || p.sign(U',') || p.sign(U';')) break;
      if (p.is == Token::Word) f.before.push_back(p.sense);
      if (p.sign(U'~') || p.sign(U'<') || p.sign(U'>') || p.sign(U'±')) f.before.push_back(Sense::About);
    }
  }
  void behind(Figure& f) const {
    std::size_t k = f.last + 1;
    if (k < pieces_.size() && pieces_[k].sign(U'!')) {
      f.so = true;
      f.last = k++;
    }
    if (k < pieces_.size() && pieces_[k].is == Token::Word) f.after = pieces_[k].sense;
    if (k < pieces_.size() && pieces_[k].sign(U'±')) f.before.push_back(Sense::About);
  }

  void bars(Figure& f, std::size_t last) const {
    f.of = Of::Bars;
    f.last = last;
    f.unit = "bars";
  }

  /// "2/5 bars"; other fractions are none of these.
  void shareOfBars(Figure& f, std::size_t i) {
    if (i + 3 < pieces_.size() && pieces_[i + 3].sense == Sense::Bars) return bars(f, i + 3);
    f.last = i + 2;
    ask(f.first, f.last, "a day, or a share? Write days as 2026-10-12, shares in %.");
  }

  /// "2:31 h" is a time that it took, "at 14:05" one of the day.
  void clock(Figure& f, std::size_t i) {
    f.last = i + 2;
    const double minutes = 60 * f.value + number(i + 2);
    const UnitWord* u = i + 3 < pieces_.size() ? unitOf(pieces_[i + 3]) : nullptr;
    if (u && u->of == Of::Time && u->scale == 60) {
      f.last = i + 3;
      f.of = Of::Time;
      f.value = minutes;
      f.unit = "h";
    } else if (f.precededBy(Sense::Took)) {
      f.of = Of::Time;
      f.value = minutes;
      f.unit = "h";
    } else if (f.precededBy(Sense::At)) {
      f.of = Of::Other;
    } else {
      ask(f.first, f.last, "the time of day, or how long it took? Write “at 14:05”, or “2:31 h”.");
      f.of = Of::Other;
    }
  }

  void unit(Figure& f, std::size_t at) {
    if (at >= pieces_.size()) return;
    if (pieces_[at].sense == Sense::Bars) return bars(f, at);
    const UnitWord* u = unitOf(pieces_[at]);
    if (!u) return;
    f.of = u->of;
    f.scale = u->scale;
    f.last = at;
    f.unit = shown(at, at);
    f.value = u->word == U"°f" ? (f.value - 32) * u->scale : f.value * u->scale;
    // "km/h", "Wh/km": another quantity.
    if (sign(at + 1, U'/') && at + 2 < pieces_.size() && pieces_[at + 2].is == Token::Word) {
      f.of = Of::Other;
      f.last = at + 2;
      return;
    }
    if (u->of != Of::Time || u->scale != 60) return;
    // "2 h 31", "2h31 min": two digits, and no row of figures that goes on.
    if (!figure(at + 1) || number(at + 1) >= 60) return;
    const UnitWord* minutes = unitOfFigure(at + 1);
    const bool alone = pieces_[at + 1].text.size() == 2 && !(at + 2 < pieces_.size() && pieces_[at + 2].is == Token::Figure);
    if (minutes ? minutes->of != Of::Time || minutes->scale != 1
                : !alone || (at + 2 < pieces_.size() && pieces_[at + 2].sense == Sense::Bars))
      return;
    f.value += number(at + 1);
    f.last = minutes ? at + 2 : at + 1;
  }
  const UnitWord* unitOfFigure(std::size_t k) const { return k + 1 < pieces_.size() ? unitOf(pieces_[k + 1]) : nullptr; }

  std::vector<Piece>& pieces_;
  std::string_view line_;
  std::vector<std::string>& asks_;
  std::vector<Figure> out_;
};

}  // namespace

std::string_view said(std::string_view line, const std::vector<Piece>& pieces, std::size_t first, std::size_t last) {
  return line.substr(pieces[first].begin, pieces[last].end - pieces[first].begin);
}

std::vector<Figure> figuresOf(std::vector<Piece>& pieces, std::string_view line, std::vector<std::string>& asks) {
  return FigureReader(pieces, line, asks).read();
}

}  // namespace usherwright::logline
