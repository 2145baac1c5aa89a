// A typed line of the log: its words, and what is left of them.
#include "core/log/line.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "core/log/line_reader.h"
#include "core/plan/kept.h"
#include "core/plan/lists.h"
#include "core/plan/names.h"
#include "core/quantity/text.h"

namespace usherwright {
namespace logline {
namespace {

constexpr std::size_t mostBytes = 2000;

/// Words that say how a figure is meant are spent; the others are kept as they stand.
bool isSpent(const Piece& p) {
  switch (p.sense) {
    case Sense::Climb:
    case Sense::Left:
    case Sense::From:
    case Sense::To:
    case Sense::Rested:
    case Sense::Load:
    case Sense::Took: return true;
    default: return p.is == Token::Sign && !p.sign(U'-');
  }
}

}  // namespace

LineReader::LineReader(std::string_view line, const Plan& plan, Date today, UnitSystem units)
    : line_(line.substr(0, mostBytes)), plan_(plan), today_(today), day_(today), units_(units) {}

LogLine LineReader::read() {
  pieces_ = piecesOf(line_);
  if (pieces_.empty()) return out_;
  if (pieces_.front().sense == Sense::Note) return plainNote();
  packs();
  day();
  kind();
  doubts();
  figures_ = figuresOf(pieces_, line_, out_.asks);
  for (const Figure& f : figures_)
    if (kind_ < Sense::Tightened && f.precededBy(Sense::About))
      ask(f, "about so much is no reading. Write the figure that was read, or put it in quotes.");
  entry();
  leftovers();
  notes();
  order();
  return std::move(out_);
}

// ---- words ----

LogLine LineReader::plainNote() {
  LogEntry entry;
  entry.when = formatDate(today_);
  std::size_t from = 1;
  while (from < pieces_.size() && pieces_[from].is == Token::Sign) ++from;
  if (from < pieces_.size()) entry.note = trimmed(line_.substr(pieces_[from].begin));
  out_.note = entry.note;
  if (!saysSomething(entry.note, 1)) out_.asks.push_back("What is to be noted?");
  if (const auto stray = strayIn(entry.note, Breaks::No)) out_.asks.push_back(fmt::format("The note holds {}.", *stray));
  out_.pieces.push_back({std::string(said(line_, pieces_, 0, 0)), "a note, as it stands"});
  out_.entry = std::move(entry);
  return std::move(out_);
}

void LineReader::understood(std::size_t first, std::size_t last, std::string means) {
  understood_.emplace_back(first, LogLine::Understood{std::string(said(line_, pieces_, first, last)), std::move(means)});
}
void LineReader::ask(const Figure& f, std::string_view what) {
  out_.asks.push_back(fmt::format("{}: {}", inQuotes(said(line_, pieces_, f.first, f.last)), what));
}

/// Packs that are named by name or id, the longest names first.
void LineReader::packs() {
  struct Named {
    std::vector<std::u32string> words;
    std::size_t pack;
  };
  std::vector<Named> names;
  const auto add = [&](const std::string& name, std::size_t pack) {
    Named n{{}, pack};
    for (const Piece& p : piecesOf(name)) n.words.push_back(p.text);
    if (!n.words.empty()) names.push_back(std::move(n));
  };
  for (std::size_t k = 0; k < plan_.packs.size(); ++k) {
    add(plan_.packs[k].name, k);
    add(plan_.packs[k].id, k);
  }
  for (std::size_t i = 0; i < plan_.kept.size(); ++i) {
    add(keptName(plan_.kept[i]), plan_.packs.size() + i);
    add(plan_.kept[i].id, plan_.packs.size() + i);
  }
  std::stable_sort(names.begin(), names.end(), [](const Named& a, const Named& b) { return a.words.size() > b.words.size(); });
  for (const Named& n : names)
    for (std::size_t i = 0; i + n.words.size() <= pieces_.size(); ++i) {
      bool same = true;
      for (std::size_t w = 0; same && w < n.words.size(); ++w) same = !pieces_[i + w].used && pieces_[i + w].text == n.words[w];
      if (!same) continue;
      for (std::size_t w = 0; w < n.words.size(); ++w) pieces_[i + w].used = true;
      if (std::find(named_.begin(), named_.end(), n.pack) == named_.end()) named_.push_back(n.pack);
      understood(i, i + n.words.size() - 1, fmt::format("pack {}", nameOf(n.pack)));
    }
}

void LineReader::day() {
  day_ = today_;
  const auto named = dayOf(pieces_, today_, out_.asks);
  if (!named) return;
  day_ = named->day;
  if (named->first > 0 && (pieces_[named->first - 1].word(U"on") || pieces_[named->first - 1].word(U"am")))
    pieces_[named->first - 1].used = true;
  out_.dayAssumed = false;
  understood(named->first, named->last, formatDate(day_));
}

void LineReader::kind() {
  std::size_t at = 0;
  for (std::size_t i = 0; i < pieces_.size(); ++i) {
    Piece& p = pieces_[i];
    if (p.used || !isKind(p.sense)) continue;
    if (kind_ == Sense::None) {
      kind_ = p.sense;
      at = i;
      p.used = true;
      understood(i, i, std::string(word(kind_)));
    } else if (p.sense == kind_) {
      p.used = kind_ < Sense::Tightened;  // the second word for it says nothing more
    } else {
      out_.asks.push_back(fmt::format("{} and {}: one line for each thing, or put words that are only a note in quotes.",
                                      inQuotes(said(line_, pieces_, at, at)), inQuotes(said(line_, pieces_, i, i))));
    }
  }
  if (kind_ == Sense::None)
    out_.asks.push_back("What was it? Begin with ride, charge, cells, capacity test, tightened, stored, fell, wet … or note.");
}

std::string_view LineReader::word(Sense kind) {
  switch (kind) {
    case Sense::Ride: return "ride";
    case Sense::Charge: return "charge";
    case Sense::Cells: return "cells";
    case Sense::CapacityTest: return "capacity test";
    case Sense::Note: return "note";
    default: return wordOf(eventOf(kind));
  }
}

/// "not charged", "nearly fell", "ride tomorrow?": no log of what happened.
void LineReader::doubts() {
  for (std::size_t i = 0; i < pieces_.size(); ++i) {
    const Piece& p = pieces_[i];
    if (p.used) continue;
    if (p.sense == Sense::Unsure || p.sign(U'?'))
      out_.asks.push_back(
          fmt::format("{}: the log holds what happened. Write it as it was, or begin with “note”.", inQuotes(said(line_, pieces_, i, i))));
    if (p.sense != Sense::Not) continue;
    // It denies what follows it: a kind or a pack among the next two words, the very next figure, or all of a line that it ends.
    const auto what = [&](std::size_t k) { return k < pieces_.size() && (pieces_[k].used || isKind(pieces_[k].sense)); };
    const bool figure = i + 1 < pieces_.size() && pieces_[i + 1].is == Token::Figure;
    if (i + 1 == pieces_.size() || figure || what(i + 1) || what(i + 2))
      out_.asks.push_back(
          fmt::format("{}: what did not happen is no entry. Write what did, or begin with “note”.", inQuotes(said(line_, pieces_, i, i))));
  }
}

// ---- the rest ----

void LineReader::keepInNote(std::size_t i) {
  taken_[i] = true;
  const std::size_t behind = figures_[i].last + 1;
  const bool withWord = behind < pieces_.size() && (pieces_[behind].sense == Sense::Left || pieces_[behind].sense == Sense::Climb);
  for (std::size_t k = figures_[i].first; k <= figures_[i].last + (withWord ? 1 : 0); ++k) {
    pieces_[k].used = false;
    pieces_[k].kept = true;
  }
}

/// Figures that no field took: those of a known unit stay in the note, a bare one could be anything.
void LineReader::leftovers() {
  for (std::size_t i = 0; i < figures_.size(); ++i) {
    if (taken_[i]) continue;
    if (figures_[i].of == Figure::Of::Bare) ask(figures_[i], "what is it? Write its unit, or put it in quotes to keep it as a note.");
    else keepInNote(i);
  }
}

void LineReader::notes() {
  std::string note;
  std::size_t last = 0;
  for (std::size_t i = 0; i < pieces_.size(); ++i) {
    const Piece& p = pieces_[i];
    if (p.used) continue;
    std::string_view text = said(line_, pieces_, i, i);
    if (p.is == Token::Quoted) text = line_.substr(p.innerBegin, p.innerEnd - p.innerBegin);
    else if (kind_ < Sense::Tightened && !p.kept && isSpent(p)) continue;
    const bool glued = !note.empty() && p.begin == last;
    note += (note.empty() || glued ? "" : " ");
    note += text;
    last = p.end;
  }
  out_.note = trimmed(note);
  while (!out_.note.empty() && (out_.note.back() == ',' || out_.note.back() == ';')) out_.note.pop_back();
  while (!out_.note.empty() && (out_.note.front() == ',' || out_.note.front() == ';' || out_.note.front() == ' ')) out_.note.erase(0, 1);
  if (const auto stray = strayIn(out_.note, Breaks::No)) out_.asks.push_back(fmt::format("The line holds {}.", *stray));
  if (out_.note.empty()) return;
  if (auto* ride = std::get_if<Ride>(&out_.entry)) ride->note = out_.note;
  else if (auto* event = std::get_if<LogEntry>(&out_.entry)) event->note = out_.note;
  else if (!std::holds_alternative<std::monostate>(out_.entry))
    out_.asks.push_back(
        fmt::format("{}: not understood, and a {} has no room for a note. Leave it out, or put it in a line of its own: note …",
                    inQuotes(out_.note), word(kind_)));
}

void LineReader::order() {
  std::stable_sort(understood_.begin(), understood_.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
  out_.pieces.reserve(understood_.size());
  for (auto& [first, piece] : understood_) out_.pieces.push_back(std::move(piece));
}

}  // namespace logline

LogLine readLogLine(std::string_view line, const Plan& plan, Date today, UnitSystem units) {
  LogLine out = logline::LineReader(line, plan, today, units).read();
  // What the plan would not take is asked about here: a line that is ready goes in.
  if (out.isReady())
    if (const auto next = withLogLine(plan, out); !next) out.asks.push_back(next.error().sentence());
  return out;
}

Expected<Plan> withLogLine(const Plan& plan, const LogLine& line) {
  if (!line.isReady()) return unexpected("line", line.asks.empty() ? "nothing" : line.asks.front(), "a line that leaves nothing open");
  if (const auto* charge = std::get_if<LoggedCharge>(&line.entry)) return withCharge(plan, charge->pack, charge->record);
  if (const auto* reading = std::get_if<LoggedReading>(&line.entry)) return withReading(plan, reading->pack, reading->reading);
  if (const auto* test = std::get_if<LoggedTest>(&line.entry)) return withCapacityTest(plan, test->pack, test->test);
  if (const auto* ride = std::get_if<Ride>(&line.entry)) return withRideDone(plan, *ride);
  return withLogEntry(plan, std::get<LogEntry>(line.entry));
}

std::string_view loggedWord(const Logged& entry) {
  if (const auto* event = std::get_if<LogEntry>(&entry)) return wordOf(event->what);
  constexpr std::array<std::string_view, 5> words{"nothing", "ride", "charge", "cells", "capacity test"};
  return words[entry.index()];
}

}  // namespace usherwright
