// Roff: what would act in it is escaped.
#include "core/quantity/manual.h"

#include <fmt/format.h>

namespace usherwright {
namespace {

/// A text in which nothing is a request or an escape of roff.
std::string roff(std::string_view text) {
  std::string out;
  bool atStart = true;
  for (char c : text) {
    if (atStart && (c == '.' || c == '\'')) out += "\\&";
    if (c == '\\') out += "\\e";
    else if (c == '-') out += "\\-";
    else if (c == '\n') out += "\n.br\n";
    else out += c;
    atStart = c == '\n';
  }
  return out;
}

std::string upper(std::string text) {
  for (char& c : text) c = c >= 'a' && c <= 'z' ? static_cast<char>(c - 'a' + 'A') : c;
  return text;
}

}  // namespace

std::string manualPage(const ManualPage& page) {
  std::string out =
      fmt::format(".TH {} 1 {} Usherwright\n.SH NAME\n{} \\- {}\n", upper(page.name), page.date, roff(page.name), roff(page.summary));
  for (const ManualSection& s : page.sections) {
    out += ".SH " + upper(s.title) + "\n";
    if (!s.words.empty()) out += roff(s.words) + "\n";
    for (const ManualRow& row : s.rows) out += ".TP\n.B " + roff(row.name) + "\n" + roff(row.words) + "\n";
  }
  return out;
}

}  // namespace usherwright
