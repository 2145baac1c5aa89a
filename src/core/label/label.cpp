// From a text to values: every way in which the text can be read is tried, and only what all of them say is sure.
#include "core/label/label.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/label/clause.h"
#include "core/label/meanings.h"
#include "core/label/plausible.h"
#include "core/label/subject.h"
#include "core/label/usual_volts.h"
#include "core/parts/chemistry.h"
#include "core/parts/nameplate.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

using namespace label;
using M = LabelMeaning;

constexpr std::size_t mostBytes = 6000;

class Reader {
 public:
  Reader(std::string_view text, Known<LabelSubject> said) : text_(text.substr(0, mostBytes)), words_(WordTable::shipped()) {
    items_ = composed(itemsOf(glyphsOf(text_), words_), words_);
    figures_ = figuresOf(items_);
    if (said) {
      out_.subject = said;
      out_.subjectSureness = 1.0;
    } else {
      const SubjectGuess guess = guessSubject(items_, figures_);
      out_.subject = guess.subject;
      out_.subjectSureness = guess.sureness;
      rivals_ = guess.rivals;
      weakSubject_ = guess.weak;
    }
    if (text.size() > mostBytes) out_.leftovers.push_back({"", fmt::format("only the first {} bytes were read", mostBytes)});
  }

  LabelReading read() {
    seconds();
    lookAtWhole();
    for (std::size_t i = 0; i < figures_.size(); ++i) figure(i);
    port();
    chemistry();
    weigh(out_.values, out_.subject);
    mendedPoints();
    names();
    explainClasses();
    return std::move(out_);
  }

 private:
  std::string pieceOf(std::size_t begin, std::size_t end) const { return std::string(text_.substr(begin, end - begin)); }

  /// "S" alone: cells in series, or seconds?
  void seconds() {
    const bool stores = out_.subject == LabelSubject::Pack || out_.subject == LabelSubject::Board || out_.subject == LabelSubject::Cell;
    for (std::size_t i = 0; i < figures_.size(); ++i) {
      Item& n = figures_[i].item;
      if (n.unit != PrintedUnit::Second) continue;
      const bool withParallel = i + 1 < figures_.size() && figures_[i + 1].item.unit == PrintedUnit::Parallel;
      const bool behindParallel = i > 0 && figures_[i - 1].item.unit == PrintedUnit::Parallel;
      const bool behindAmperes =
          i > 0 && (figures_[i - 1].item.unit == PrintedUnit::Ampere || figures_[i - 1].item.unit == PrintedUnit::Watt);
      const bool cellCount = n.value >= 3 && n.value <= 32 && n.value == std::floor(n.value);
      if (withParallel || behindParallel || (stores && cellCount && !behindAmperes && !figures_[i].narrow().any({Sense::Peak, Sense::Max})))
        n.unit = PrintedUnit::Series;
    }
    // A capital S right behind a peak counts seconds too.
    for (std::size_t i = 1; i < figures_.size(); ++i) {
      Item& n = figures_[i].item;
      const bool withParallel = i + 1 < figures_.size() && figures_[i + 1].item.unit == PrintedUnit::Parallel;
      if (n.unit == PrintedUnit::Series && !n.designation && !withParallel && figures_[i - 1].item.unit == PrintedUnit::Ampere &&
          (figures_[i - 1].wide().has(Sense::Peak) || figures_[i].wide().has(Sense::Peak) || inBrackets(n)))
        n.unit = PrintedUnit::Second;
    }
  }
  bool inBrackets(const Item& n) const {
    std::size_t at = n.begin;
    while (at > 0 && text_[at - 1] == ' ') --at;
    return at > 0 && text_[at - 1] == '(';
  }

  void lookAtWhole() {
    for (const Item& i : items_)
      if (isWord(i)) {
        whole_.lithium = whole_.lithium || i.meaning.senses.has(Sense::Lithium) || i.meaning.chemistry >= 0;
        whole_.output = whole_.output || i.meaning.senses.has(Sense::Output);
      }
    for (const Figure& f : figures_) {
      const Item& n = f.item;
      if (n.unit == PrintedUnit::Volt) {
        whole_.mains = whole_.mains || n.ac || (n.value >= 100 && n.value <= 250 && !n.dc);
        whole_.full = whole_.full || isFullVoltage(n.value);
      }
      whole_.layout = whole_.layout || n.unit == PrintedUnit::Parallel;
    }
  }

  /// The whole label as figure i sees it.
  Whole around(std::size_t i) const {
    Whole w = whole_;
    for (std::size_t k = 0; k < figures_.size(); ++k) {
      if (k == i || figures_[k].item.unit != PrintedUnit::Volt) continue;
      w.otherVolts = true;
      if (k < i) {
        w.firstVolts = false;
        w.voltsBefore = figures_[k].item.value;
      }
    }
    return w;
  }

  static Guess guess(const Figure& f, const Senses& words, Whole w, Known<LabelSubject> subject) {
    w.subject = subject;
    switch (f.item.unit) {
      case PrintedUnit::Volt: return meaningOfVolts(f.item, words, w);
      case PrintedUnit::Ampere: return meaningOfAmperes(f.item, words, w);
      default: return meaningOfOthers(f.item, words, w);
    }
  }

  void figure(std::size_t i) {
    const Figure& f = figures_[i];
    const Item& n = f.item;
    const Whole whole = around(i);
    Guess best = guess(f, f.narrow(), whole, out_.subject);
    const Guess wide = guess(f, f.wide(), whole, out_.subject);
    // Words that may belong to it, and would say something else.
    const bool sidesMatter = out_.subject == LabelSubject::Charger || out_.subject == LabelSubject::Converter ||
                             out_.subject == LabelSubject::Pack || !out_.subject;
    const Senses sides = f.wide().both(sided);
    if (wide.meaning != best.meaning || wide.standing > best.standing || (sidesMatter && sides != f.narrow().both(sided))) {
      // What is only carried on from the number before keeps the reading, in doubt.
      if (wide.meaning && !f.maybe.empty()) best = wide;
      lower(best, Standing::Likely, "a word beside it may belong to another figure", look);
    }
    const bool voltsOfItsOwn = isClassVoltage(n.value) && !(whole.otherVolts && f.near.any({Sense::Voltage, Sense::Low}));
    const bool free = n.unit == PrintedUnit::Volt && !voltsOfItsOwn && best.meaning != M::MainsVoltage;
    if (((f.strange || f.longUnknown) && n.unit == PrintedUnit::Ampere) || (f.strange && free))
      lower(best, Standing::Likely, "a word beside it is not known", look);
    const bool chargerByVolts = out_.subject == LabelSubject::Charger && whole_.full;
    if (weakSubject_ && !(chargerByVolts && whole_.mains)) {
      const Guess other = guess(f, f.narrow(), whole, std::nullopt);
      if (best.meaning && (other.meaning != best.meaning || (other.standing > Standing::Sure && !chargerByVolts)))
        lower(best, Standing::Likely, "what the label is stuck on is not certain", stuckOn);
    }
    if (best.meaning == M::NameplateVoltage && out_.subject == LabelSubject::Controller && !f.paired && !n.listed &&
        !f.near.any({Sense::Nominal, Sense::Voltage}) && std::any_of(figures_.begin(), figures_.end(), [&](const Figure& g) {
          return g.item.unit == PrintedUnit::Volt && &g != &f && g.near.has(Sense::Nominal);
        }))
      lower(best, Standing::Likely, "another figure is named as the nominal one", look);
    for (LabelSubject rival : rivals_) {
      const Guess other = guess(f, f.narrow(), whole, rival);
      if (best.meaning && other.meaning != best.meaning)
        lower(best, Standing::Likely, fmt::format("stuck on something else ({}) it would be another thing", labelSubjectWords(rival)),
              stuckOn);
    }
    const std::string piece = pieceOf(n.begin, n.end);
    if (!best.meaning) {
      if (isElectric(n.unit) || n.unit == PrintedUnit::CRate || n.unit == PrintedUnit::Series || n.unit == PrintedUnit::Parallel ||
          n.unit == PrintedUnit::Hertz)
        out_.leftovers.push_back({piece, best.reason});
      return;
    }
    if (!std::isfinite(n.value) || impossible(*best.meaning, n.value)) {
      if (!lostPoint(*best.meaning, n.value)) {
        out_.leftovers.push_back({piece, "no figure that such a part can have"});
        return;
      }
    }
    const bool limit = best.meaning == M::HighCut || best.meaning == M::LowCut || best.meaning == M::Cutoff ||
                       best.meaning == M::BalanceVoltage || best.meaning == M::ConverterOutput || best.meaning == M::ChargerVoltage ||
                       best.meaning == M::FuseVoltage || best.meaning == M::FuseAcVoltage || best.meaning == M::CapacitorVoltage ||
                       best.meaning == M::ChargeVoltage;
    if (n.low && (n.unit == PrintedUnit::Ampere || limit)) lower(best, Standing::Ask, "a range", look);
    if (n.damaged) lower(best, Standing::Ask, "the print is damaged: a letter or a gap stands where a figure belongs", look);
    if (n.underSerial) lower(best, Standing::Ask, "it stands behind a serial number or a type", look);
    LabelValue v;
    v.meaning = *best.meaning;
    v.standing = best.standing;
    v.piece = piece;
    v.value = n.value;
    v.low = n.low;
    v.tolerance = n.tolerance;
    v.reason = best.reason;
    v.settledBy = best.settledBy;
    out_.values.push_back(std::move(v));
  }

  static void lower(Guess& g, Standing to, std::string reason, std::string settledBy) {
    if (g.standing >= to) return;
    g.standing = to;
    g.reason = std::move(reason);
    g.settledBy = std::move(settledBy);
  }

  static bool impossible(M meaning, double value) {
    if (labelMeaningUnit(meaning) == "V") return value > 2000;
    if (labelMeaningUnit(meaning) == "A") return meaning != M::BreakingCapacity && value > 5000;
    if (meaning == M::Capacity) return value > 2000;
    return value > 1e6;
  }

  /// A point that the scan lost is offered beside what is printed, as a question.
  void mendedPoints() {
    const std::size_t count = out_.values.size();
    for (std::size_t i = 0; i < count; ++i) {
      const LabelValue v = out_.values[i];
      if (v.standing != Standing::Ask || v.low) continue;
      if (const auto mended = lostPoint(v.meaning, v.value)) {
        LabelValue m = v;
        m.value = *mended;
        m.reason = fmt::format("“{}” is printed: {} with its point lost?", v.piece, formatNumber(*mended));
        m.settledBy = look;
        out_.values.push_back(m);
      }
    }
  }

  void port() {
    for (const Item& i : items_) {
      if (!isWord(i) || !i.meaning.senses.any({Sense::Common, Sense::Separate})) continue;
      LabelValue v;
      v.meaning = M::Port;
      v.standing = out_.subject == LabelSubject::Board || out_.subject == LabelSubject::Pack ? Standing::Sure : Standing::Likely;
      v.value = i.meaning.senses.has(Sense::Separate) ? 1 : 0;
      v.piece = pieceOf(i.begin, i.end);
      v.reason = "the words say it";
      if (v.standing != Standing::Sure) v.settledBy = stuckOn;
      out_.values.push_back(v);
    }
  }

  void chemistry() {
    const Item* first = nullptr;
    for (const Item& i : items_) {
      if (i.meaning.chemistry < 0) continue;
      if (first != nullptr && first->meaning.chemistry != i.meaning.chemistry) return;
      first = &i;
    }
    if (first == nullptr) return;
    LabelValue v;
    v.meaning = M::ChemistryName;
    v.standing = Standing::Sure;
    v.value = first->meaning.chemistry;
    v.piece = pieceOf(first->begin, first->end);
    v.reason = "named on the label";
    out_.values.push_back(v);
  }

  /// Names with figures in them are shown, so that nobody thinks they were read.
  void names() {
    for (const Item& i : items_) {
      if (i.kind != Item::Kind::Name && !(isNumber(i) && i.unit == PrintedUnit::None)) continue;
      out_.leftovers.push_back(
          {pieceOf(i.begin, i.end), i.kind == Item::Kind::Name ? "part of a name or number" : "a figure without a unit"});
    }
  }

  void explainClasses() {
    const auto chemistryOf = [&]() -> Known<Chemistry> {
      for (const LabelValue& v : out_.values)
        if (v.meaning == M::ChemistryName) return static_cast<Chemistry>(static_cast<int>(v.value));
      return std::nullopt;
    }();
    Known<int> series;
    for (const LabelValue& v : out_.values)
      if (v.meaning == M::SeriesCount && v.standing == Standing::Sure) series = static_cast<int>(v.value);
    for (LabelValue& v : out_.values) {
      if (v.meaning != M::NameplateVoltage || v.low) continue;
      for (const NameplateOption& o : nameplateOptions(Volt(v.value))) {
        const bool lithium = o.kind != Chemistry::Lead && o.kind != Chemistry::Nimh;
        if (chemistryOf && ((*chemistryOf == Chemistry::Lfp) != (o.kind == Chemistry::Lfp) || (isLithium(*chemistryOf) != lithium)))
          continue;
        if (whole_.lithium && !lithium) continue;
        if (series && o.series != *series) continue;
        const std::string what =
            o.kind == Chemistry::Lead ? fmt::format("{} × 12 V lead", o.series / 6) : fmt::format("{}S {}", o.series, o.chemistry);
        v.couldBe.push_back(fmt::format("{}, full {} V", what, formatNumber(o.full.value())));
        v.readings.push_back(o.full.value());
      }
    }
  }

  std::string_view text_;
  const WordTable& words_;
  std::vector<Item> items_;
  std::vector<Figure> figures_;
  std::vector<LabelSubject> rivals_;
  bool weakSubject_ = false;
  Whole whole_;
  LabelReading out_;
};

struct MeaningRow {
  std::string_view words, unit;
};
constexpr std::array<MeaningRow, labelMeaningCount> meanings{{{"current limit", "A"},
                                                              {"cut-off", "V"},
                                                              {"takes up to", "V"},
                                                              {"nameplate voltage", "V"},
                                                              {"charger output", "V"},
                                                              {"charger current", "A"},
                                                              {"mains", "V"},
                                                              {"mains current", "A"},
                                                              {"capacity", "Ah"},
                                                              {"energy", "Wh"},
                                                              {"power", "W"},
                                                              {"charge voltage", "V"},
                                                              {"charge limit", "A"},
                                                              {"continuous current", "A"},
                                                              {"short-time current", "A"},
                                                              {"balance current", "A"},
                                                              {"resistance", "mΩ"},
                                                              {"cells in series", ""},
                                                              {"cells in parallel", ""},
                                                              {"cell size", ""},
                                                              {"chemistry", ""},
                                                              {"fuse rating", "A"},
                                                              {"fuse voltage", "V"},
                                                              {"fuse AC voltage", "V"},
                                                              {"breaking capacity", "A"},
                                                              {"capacitor voltage", "V"},
                                                              {"capacitance", "µF"},
                                                              {"high cut", "V"},
                                                              {"low cut", "V"},
                                                              {"float voltage", "V"},
                                                              {"release voltage", "V"},
                                                              {"balance voltage", "V"},
                                                              {"phase current", "A"},
                                                              {"regen current", "A"},
                                                              {"joiner current", "A"},
                                                              {"joiner voltage", "V"},
                                                              {"forward voltage", "V"},
                                                              {"converter input", "V"},
                                                              {"converter output", "V"},
                                                              {"converter current", "A"},
                                                              {"accessory maximum", "V"},
                                                              {"accessory current", "A"},
                                                              {"speed", "1/min"},
                                                              {"temperature", "°C"},
                                                              {"port", ""},
                                                              {"C-rate", "1/h"},
                                                              {"signal voltage", "V"},
                                                              {"frequency", "Hz"}}};
constexpr std::array<std::string_view, labelSubjectCount> subjects{"controller", "pack",   "charger",   "cell",      "BMS",      "motor",
                                                                   "fuse",       "joiner", "converter", "accessory", "capacitor"};

}  // namespace

std::string_view labelSubjectWords(LabelSubject subject) { return subjects[static_cast<std::size_t>(subject)]; }

Known<LabelSubject> labelSubjectFrom(std::string_view word) {
  if (word == "board" || word == "bms") return LabelSubject::Board;
  for (std::size_t i = 0; i < subjects.size(); ++i)
    if (subjects[i] == word) return static_cast<LabelSubject>(i);
  return std::nullopt;
}

std::string_view labelMeaningWords(LabelMeaning meaning) { return meanings[static_cast<std::size_t>(meaning)].words; }
std::string_view labelMeaningUnit(LabelMeaning meaning) { return meanings[static_cast<std::size_t>(meaning)].unit; }

std::string_view standingWords(Standing standing) {
  static constexpr std::array<std::string_view, 3> words{"sure", "likely", "ask"};
  return words[static_cast<std::size_t>(standing)];
}

std::vector<std::string_view> labelsIn(std::string_view text) {
  std::vector<std::string_view> out;
  std::size_t begin = std::string_view::npos, end = 0;
  for (std::size_t from = 0; from <= text.size();) {
    const std::size_t to = std::min(text.find('\n', from), text.size());
    const std::string_view line = text.substr(from, to - from);
    if (line.find_first_not_of(" \t\r") == std::string_view::npos) {
      if (begin != std::string_view::npos) out.push_back(text.substr(begin, end - begin));
      begin = std::string_view::npos;
    } else {
      begin = std::min(begin, from);
      end = to;
    }
    from = to + 1;
  }
  if (begin != std::string_view::npos) out.push_back(text.substr(begin, end - begin));
  return out;
}

LabelReading readLabel(std::string_view text, Known<LabelSubject> subject) { return Reader(text, subject).read(); }

}  // namespace usherwright
