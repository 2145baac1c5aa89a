// Pieces of a typed line.
#include "core/log/line_tokens.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <map>

#include "core/label/glyphs.h"
#include "core/log/word_data.h"
#include "core/quantity/csv.h"
#include "core/quantity/units.h"

namespace usherwright::logline {
namespace {

using label::Glyph;

/// Besides those of events, which are named as in a plan.
struct Named {
  std::string_view name;
  Sense sense;
};
constexpr std::array named{Named{"ride", Sense::Ride},
                           Named{"charge", Sense::Charge},
                           Named{"cells", Sense::Cells},
                           Named{"capacity test", Sense::CapacityTest},
                           Named{"note", Sense::Note},
                           Named{"climb", Sense::Climb},
                           Named{"left", Sense::Left},
                           Named{"from", Sense::From},
                           Named{"to", Sense::To},
                           Named{"rested", Sense::Rested},
                           Named{"load", Sense::Load},
                           Named{"used", Sense::Used},
                           Named{"full", Sense::Full},
                           Named{"at", Sense::At},
                           Named{"took", Sense::Took},
                           Named{"bars", Sense::Bars},
                           Named{"of", Sense::Of},
                           Named{"today", Sense::Today},
                           Named{"yesterday", Sense::Yesterday},
                           Named{"monday", Sense::Monday},
                           Named{"tuesday", Sense::Tuesday},
                           Named{"wednesday", Sense::Wednesday},
                           Named{"thursday", Sense::Thursday},
                           Named{"friday", Sense::Friday},
                           Named{"saturday", Sense::Saturday},
                           Named{"sunday", Sense::Sunday},
                           Named{"january", Sense::January},
                           Named{"february", Sense::February},
                           Named{"march", Sense::March},
                           Named{"april", Sense::April},
                           Named{"may", Sense::May},
                           Named{"june", Sense::June},
                           Named{"july", Sense::July},
                           Named{"august", Sense::August},
                           Named{"september", Sense::September},
                           Named{"october", Sense::October},
                           Named{"november", Sense::November},
                           Named{"december", Sense::December},
                           Named{"not", Sense::Not},
                           Named{"unsure", Sense::Unsure},
                           Named{"about", Sense::About}};

Sense senseNamed(std::string_view name) {
  for (const Named& n : named)
    if (n.name == name) return n.sense;
  for (std::size_t e = static_cast<std::size_t>(LogEvent::Tightened); e < logEventWords.size(); ++e)
    if (logEventWords[e] == name) return senseOf(static_cast<LogEvent>(e));
  return Sense::None;
}

struct Table {
  std::map<std::u32string, Sense, std::less<>> words;
  std::size_t longestPhrase = 1;
  std::vector<std::string> problems;

  explicit Table(std::string_view csv) {
    const auto rows = readCsv(csv);
    if (!rows) {
      problems.push_back(rows.error().sentence());
      return;
    }
    for (const auto& row : rows->rows) {
      const Sense sense = senseNamed(row[0]);
      if (sense == Sense::None) problems.push_back(fmt::format("“{}”: no such meaning", row[0]));
      add(sense, row[2]);
    }
  }

  /// The first meaning that a word has in the table is the one that counts.
  void add(Sense sense, std::string_view list) {
    while (!list.empty()) {
      const auto bar = std::min(list.find('|'), list.size());
      const std::string word = trimmed(list.substr(0, bar));
      list.remove_prefix(std::min(bar + 1, list.size()));
      if (word.empty()) {
        problems.push_back("an empty word");
        continue;
      }
      longestPhrase = std::max(longestPhrase, static_cast<std::size_t>(std::count(word.begin(), word.end(), ' ')) + 1);
      words.emplace(label::folded(word), sense);
    }
  }
};

const Table& table() {
  static const Table shipped(shipped::words);
  return shipped;
}

bool isLetter(char32_t c) {
  return label::isLatin(c) || label::isHan(c) || c == label::ohmSign || c == label::degreeSign || c == U'%' ||
         (c >= 0xC0 && c < 0x2000 && c != label::timesSign);
}
/// Marks within a figure; at its end they belong to the sentence.
bool isMark(char32_t c) { return c == U'.' || c == U',' || c == U'\''; }

bool opensQuote(char32_t c) { return c == U'"' || c == U'“' || c == U'„' || c == U'«'; }
bool closesQuote(char32_t c) { return c == U'"' || c == U'”' || c == U'“' || c == U'»'; }

/// The longest phrases of the table become one piece each.
std::vector<Piece> phrased(const std::vector<Piece>& in) {
  std::vector<Piece> out;
  for (std::size_t i = 0; i < in.size();) {
    std::size_t taken = 0;
    if (in[i].is == Token::Word) {
      std::u32string phrase;
      for (std::size_t n = 0; n < table().longestPhrase && i + n < in.size() && in[i + n].is == Token::Word; ++n) {
        phrase += (n == 0 ? U"" : U" ") + in[i + n].text;
        const auto found = table().words.find(phrase);
        if (found == table().words.end()) continue;
        taken = n + 1;
        if (out.empty() || out.back().begin != in[i].begin) out.push_back(in[i]);
        out.back().text = phrase;
        out.back().sense = found->second;
        out.back().end = in[i + n].end;
      }
    }
    if (taken == 0) out.push_back(in[i]);
    i += std::max<std::size_t>(taken, 1);
  }
  return out;
}

}  // namespace

std::vector<Piece> piecesOf(std::string_view line) {
  const std::vector<Glyph> glyphs = label::glyphsOf(line);
  std::vector<Piece> out;
  for (std::size_t i = 0; i < glyphs.size();) {
    const char32_t c = glyphs[i].c;
    if (label::isBlank(c)) {
      ++i;
      continue;
    }
    std::size_t j = i + 1;
    Piece p;
    if (opensQuote(c)) {
      while (j < glyphs.size() && !closesQuote(glyphs[j].c)) ++j;
      p.innerBegin = glyphs[i].end;
      p.innerEnd = glyphs[j - 1].end;
      j = std::min(j + 1, glyphs.size());
      p.is = Token::Quoted;
    } else if (label::isDigit(c)) {
      while (j < glyphs.size() &&
             (label::isDigit(glyphs[j].c) || (isMark(glyphs[j].c) && j + 1 < glyphs.size() && label::isDigit(glyphs[j + 1].c))))
        ++j;
      p.is = Token::Figure;
    } else if (isLetter(c)) {
      while (j < glyphs.size() && isLetter(glyphs[j].c) && c != U'%' && glyphs[j].c != U'%') ++j;
    } else {
      p.is = Token::Sign;
    }
    for (std::size_t k = i; k < j; ++k) p.text += glyphs[k].c;
    p.begin = glyphs[i].begin;
    p.end = glyphs[j - 1].end;
    if (p.is == Token::Figure) p.figure = label::numberOf(p.text);
    out.push_back(std::move(p));
    i = j;
  }
  return phrased(out);
}

const std::vector<std::string>& tableProblems() { return table().problems; }

}  // namespace usherwright::logline
