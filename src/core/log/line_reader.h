// Reads one typed line of the log: its words, its figures, the entry that they make. Private to line.cpp and line_entries.cpp.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/log/line.h"
#include "core/log/line_figures.h"

namespace usherwright::logline {

/// What a figure of a field is likely to be; outside it is asked about, unless a "!" says that it is so.
struct Likely {
  double low, high;
};

class LineReader {
 public:
  LineReader(std::string_view line, const Plan& plan, Date today, UnitSystem units);
  LogLine read();

 private:
  // The words: line.cpp.
  LogLine plainNote();
  void understood(std::size_t first, std::size_t last, std::string means);
  void ask(const Figure& f, std::string_view what);
  void packs();
  void day();
  void kind();
  void doubts();
  void keepInNote(std::size_t figure);
  void leftovers();
  void notes();
  void order();
  static std::string_view word(Sense kind);

  // The entries: line_entries.cpp.
  void entry();
  void ride();
  void checkUse(const Ride& ride);
  void charge();
  void shares(ChargeRecord& record);
  void cells();
  void capacityTest();
  void event();
  /// The one figure for a field; asks where there are two, or where it is unlikely.
  std::optional<double> take(const std::function<bool(const Figure&)>& wanted, Likely likely, std::string_view name, Kind shown,
                             double more = 1);
  void settle(Figure& f, Likely likely);
  void askLoose(Figure::Of what, std::string_view question);
  bool joins(const Figure& a, const Figure& b) const;
  std::optional<std::size_t> onePack(std::string_view what);
  std::string packNames() const;
  bool isKept(std::size_t pack) const { return pack >= plan_.packs.size(); }
  std::string nameOf(std::size_t pack) const;
  AmpereHour ratedOf(std::size_t pack) const;

  std::string_view line_;
  const Plan& plan_;
  Date today_, day_;
  UnitSystem units_;
  std::vector<Piece> pieces_;
  std::vector<Figure> figures_;
  std::vector<bool> taken_;                                              ///< of the figures
  std::vector<std::size_t> named_;                                       ///< packs, those that are kept behind those on the bike
  std::vector<std::pair<std::size_t, LogLine::Understood>> understood_;  ///< each by its first piece
  Sense kind_ = Sense::None;
  LogLine out_;
};

}  // namespace usherwright::logline
