// Labels as a printer would set them, with what is true of them: kind × language × order × spacing × form of the numbers ×
// form of the tolerance × noise, all from one seed.
#pragma once

#include <random>
#include <string>
#include <vector>

#include "core/label/label.h"

namespace usherwright::labels {

/// What an expert reads there; more than one meaning where two are as good.
struct Truth {
  std::vector<LabelMeaning> meanings;
  double value = 0.0;
  Known<double> low;
  Known<double> tolerance;
};

struct Made {
  std::string text;
  LabelSubject subject = LabelSubject::Controller;
  std::vector<Truth> truths;
};

class Maker {
 public:
  explicit Maker(unsigned seed) : random_(seed) {}
  Made make();
  /// Print that has suffered: letters for figures, lost spaces, a lost point, stray marks.
  std::string damaged(const std::string& text);
  /// The same with other spaces, line breaks and case.
  std::string respaced(const std::string& text);

 private:
  struct Phrase;
  std::size_t pick(std::size_t count) { return std::uniform_int_distribution<std::size_t>(0, count - 1)(random_); }
  bool chance(double p) { return std::uniform_real_distribution<double>(0, 1)(random_) < p; }
  template <class T, std::size_t N>
  const T& among(const T (&all)[N]) {
    return all[pick(N)];
  }
  std::string number(double value);
  std::string figure(double value, const char* unit);
  std::string phrase(LabelSubject subject, LabelMeaning meaning, const std::string& figure);
  void add(Made& m, std::vector<std::string>& parts, LabelMeaning meaning, double value, const char* unit,
           Known<double> tolerance = std::nullopt, std::vector<LabelMeaning> also = {});
  void controller(Made& m, std::vector<std::string>& parts);
  void pack(Made& m, std::vector<std::string>& parts);
  void charger(Made& m, std::vector<std::string>& parts);
  void cell(Made& m, std::vector<std::string>& parts);
  void board(Made& m, std::vector<std::string>& parts);
  void others(Made& m, std::vector<std::string>& parts);
  std::string joined(std::vector<std::string> parts);

  std::mt19937 random_;
  int language_ = 0;
  int spacing_ = 0;  ///< 0 "48V", 1 "48 V"
  int numbers_ = 0;  ///< 0 "54.6", 1 "54,6"
  int tolerance_ = 0;
};

}  // namespace usherwright::labels
