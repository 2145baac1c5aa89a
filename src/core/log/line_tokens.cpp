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

constexpr std::array<std::string_view, 56> senseNames{"",
                                                      "ride",
                                                      "charge",
                                                      "cells",
                                                      "capacity test",
                                                      "note",
                                                      "tightened",
                                                      "contacts-cleaned",
                                                      "washed",
                                                      "seals-checked",
                                                      "held-full",
                                                      "reverse-tested",
                                                      "fell",
                                                      "wet",
                                                      "shorted",
                                                      "swollen",
                                                      "smelling",
                                                      "hot",
                                                      "fuse-opened",
                                                      "warm-on-one-side",
                                                      "stored",
                                                      "part-changed",
                                                      "climb",
                                                      "left",
                                                      "from",
                                                      "to",
                                                      "rested",
                                                      "load",
                                                      "used",
                                                      "full",
                                                      "at",
                                                      "took",
                                                      "bars",
                                                      "of",
                                                      "today",
                                                      "yesterday",
                                                      "monday",
                                                      "tuesday",
                                                      "wednesday",
                                                      "thursday",
                                                      "friday",
                                                      "saturday",
                                                      "sunday",
                                                      "january",
                                                      "february",
                                                      "march",
                                                      "april",
                                                      "may",
                                                      "june",
                                                      "july",
                                                      "august",
                                                      "september",
                                                      "october",
                                                      "november",
                                                      "december",
                                                      "not"};

static_assert(senseNames.size() == static_cast<std::size_t>(Sense::Not) + 1);

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
      const auto name = std::find(senseNames.begin() + 1, senseNames.end(), row[0]);
      const Sense sense = row[0] == "unsure"         ? Sense::Unsure
                          : row[0] == "about"        ? Sense::About
                          : name != senseNames.end() ? static_cast<Sense>(name - senseNames.begin())
                                                     : Sense::None;
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
