// The table of label words.
#include "core/label/words.h"

#include <algorithm>
#include <array>

#include "core/label/glyphs.h"
#include "core/label/word_data.h"
#include "core/plan/fields.h"
#include "core/quantity/csv.h"

namespace usherwright::label {
namespace {

constexpr std::array<std::string_view, 68> senseNames{"voltage",
                                                      "current",
                                                      "power",
                                                      "capacity",
                                                      "energy",
                                                      "speed",
                                                      "temperature",
                                                      "resistance",
                                                      "max",
                                                      "min",
                                                      "peak",
                                                      "continuous",
                                                      "nominal",
                                                      "absolute",
                                                      "range",
                                                      "charge",
                                                      "discharge",
                                                      "end",
                                                      "regen",
                                                      "input",
                                                      "output",
                                                      "mains",
                                                      "ac",
                                                      "dc",
                                                      "low",
                                                      "over",
                                                      "cut",
                                                      "trip",
                                                      "release",
                                                      "balance",
                                                      "full",
                                                      "empty",
                                                      "float",
                                                      "bulk",
                                                      "cc",
                                                      "noload",
                                                      "phase",
                                                      "battery",
                                                      "signal",
                                                      "usb",
                                                      "service",
                                                      "only",
                                                      "each",
                                                      "total",
                                                      "drop",
                                                      "breaking",
                                                      "inside",
                                                      "ripple",
                                                      "port",
                                                      "common",
                                                      "separate",
                                                      "series",
                                                      "parallel",
                                                      "serial",
                                                      "model",
                                                      "known",
                                                      "kind-controller",
                                                      "kind-pack",
                                                      "kind-charger",
                                                      "kind-cell",
                                                      "kind-board",
                                                      "kind-motor",
                                                      "kind-fuse",
                                                      "kind-joiner",
                                                      "kind-converter",
                                                      "kind-accessory",
                                                      "kind-capacitor",
                                                      "lithium"};
static_assert(senseNames.size() == static_cast<std::size_t>(Sense::Lithium) + 1);

std::string_view trimmed(std::string_view text) {
  while (!text.empty() && text.front() == ' ') text.remove_prefix(1);
  while (!text.empty() && text.back() == ' ') text.remove_suffix(1);
  return text;
}

std::vector<std::string_view> split(std::string_view text, char mark) {
  std::vector<std::string_view> out;
  for (std::size_t from = 0; from <= text.size();) {
    const std::size_t to = std::min(text.find(mark, from), text.size());
    if (const std::string_view piece = trimmed(text.substr(from, to - from)); !piece.empty()) out.push_back(piece);
    from = to + 1;
  }
  return out;
}

/// The senses named in the first column; false if one of them is none.
bool meaningOf(std::string_view names, WordMeaning& out) {
  for (std::string_view name : split(names, ' ')) {
    const auto sense = std::find(senseNames.begin(), senseNames.end(), name);
    const auto chemistries = wordsOf<Chemistry>();
    const auto chemistry = std::find(chemistries.begin(), chemistries.end(), name);
    if (sense != senseNames.end()) out.senses.add(static_cast<Sense>(sense - senseNames.begin()));
    else if (chemistry != chemistries.end()) out.chemistry = static_cast<int>(chemistry - chemistries.begin());
    else return false;
  }
  if (out.chemistry >= 0) out.senses.add(Sense::Known);
  return true;
}

/// A phrase as the reader builds it: what is no letter, digit or Chinese character is one space.
std::u32string phraseOf(std::string_view word) {
  std::u32string out;
  for (char32_t c : folded(word)) {
    if (isLatin(c) || isDigit(c) || isHan(c)) out += c;
    else if (!out.empty() && out.back() != U' ') out += U' ';
  }
  while (!out.empty() && out.back() == U' ') out.pop_back();
  return out;
}

}  // namespace

const WordTable& WordTable::shipped() {
  static const WordTable table(shipped::labelWords);
  return table;
}

WordTable::WordTable(std::string_view csv) {
  const auto table = readCsv(csv);
  if (!table) {
    problems_.push_back(table.error().sentence());
    return;
  }
  for (std::size_t i = 0; i < table->rows.size(); ++i) {
    const auto& row = table->rows[i];
    WordMeaning meaning;
    if (row.size() != 3 || !meaningOf(row[0], meaning)) {
      problems_.push_back("line " + std::to_string(i + 2) + " of the table of label words: “" + row[0] + "” is no meaning");
      continue;
    }
    for (std::string_view word : split(row[2], '|')) {
      WordMeaning m = meaning;
      m.headOnly = word.back() == ':';
      addWord(phraseOf(word), m, row[1] == "de" || row[1] == "nl");
    }
  }
  const auto byWord = [](const Row& a, const Row& b) { return a.word < b.word; };
  for (std::vector<Row>* rows : {&rows_, &parts_, &tight_}) {
    std::stable_sort(rows->begin(), rows->end(), byWord);
    std::vector<Row> merged;
    for (Row& r : *rows) {
      // One word, several languages: it says all that it can say, and chemistry as first named.
      if (!merged.empty() && merged.back().word == r.word) {
        merged.back().meaning.senses.add(r.meaning.senses);
        merged.back().meaning.headOnly = merged.back().meaning.headOnly && r.meaning.headOnly;
        if (merged.back().meaning.chemistry < 0) merged.back().meaning.chemistry = r.meaning.chemistry;
      } else {
        merged.push_back(std::move(r));
      }
    }
    *rows = std::move(merged);
  }
}

void WordTable::addWord(std::u32string word, const WordMeaning& meaning, bool part) {
  longestPhrase_ = std::max(longestPhrase_, static_cast<std::size_t>(std::count(word.begin(), word.end(), U' ')) + 1);
  if (part && word.size() >= 3 && word.find(U' ') == std::u32string::npos) parts_.push_back({word, meaning});
  if (word.find(U' ') != std::u32string::npos) {
    std::u32string letters = word;
    std::erase(letters, U' ');
    tight_.push_back({std::move(letters), meaning});
  }
  rows_.push_back({std::move(word), meaning});
}

const WordMeaning* WordTable::findIn(const std::vector<Row>& rows, std::u32string_view word) {
  const auto at = std::lower_bound(rows.begin(), rows.end(), word, [](const Row& r, std::u32string_view p) { return r.word < p; });
  return at != rows.end() && at->word == word ? &at->meaning : nullptr;
}

const WordMeaning* WordTable::find(std::u32string_view phrase) const { return findIn(rows_, phrase); }
const WordMeaning* WordTable::findRunTogether(std::u32string_view letters) const { return findIn(tight_, letters); }

bool WordTable::compound(std::u32string_view word, WordMeaning& out, int depth) const {
  if (word.empty()) return depth >= 2;
  if (depth > 5) return false;
  for (std::size_t n = word.size(); n >= 3; --n) {
    const std::u32string_view head = word.substr(0, n);
    const auto at = std::lower_bound(parts_.begin(), parts_.end(), head, [](const Row& r, std::u32string_view p) { return r.word < p; });
    if (at == parts_.end() || at->word != head) continue;
    // Between two parts German and Dutch may put "s", "n" or "en".
    for (std::u32string_view link : {U"", U"s", U"n", U"en"}) {
      if (!word.substr(n).starts_with(link)) continue;
      WordMeaning rest;
      if (!compound(word.substr(n + link.size()), rest, depth + 1)) continue;
      out.senses.add(at->meaning.senses);
      out.senses.add(rest.senses);
      out.chemistry = at->meaning.chemistry >= 0 ? at->meaning.chemistry : rest.chemistry;
      return true;
    }
  }
  return false;
}

bool WordTable::understand(std::u32string_view word, WordMeaning& out) const {
  if (const WordMeaning* found = find(word)) {
    out = *found;
    return true;
  }
  if (word.size() < 6 || word.size() > 48 || !std::all_of(word.begin(), word.end(), isLatin)) return false;
  out = {};
  return compound(word, out, 0);
}

std::size_t WordTable::longestAt(std::u32string_view text) const {
  for (std::size_t n = std::min<std::size_t>(text.size(), 10); n > 0; --n)
    if (find(text.substr(0, n)) != nullptr) return n;
  return 0;
}

}  // namespace usherwright::label
