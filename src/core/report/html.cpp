// Markup of a report: one file, no script, nothing fetched.
#include "core/report/html.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/quantity/text.h"

namespace usherwright {
namespace {

constexpr std::string_view style = R"(
body { font-family: Cabin, sans-serif; color: #1D2A33; background: #FFFFFF; font-size: 10.5pt; line-height: 1.4; }
body.screen { max-width: 190mm; margin: 10mm auto; }
h1 { font-size: 20pt; color: #15505E; margin: 0 0 2mm; }
h2 { font-size: 14pt; color: #15505E; margin: 8mm 0 2mm; border-bottom: 1px solid #D9C9A3; }
h3 { font-size: 11.5pt; margin: 5mm 0 1mm; }
p { margin: 1mm 0 2mm; }
table { border-collapse: collapse; width: 100%; margin: 1mm 0 3mm; }
th, td { text-align: left; vertical-align: top; padding-top: 2px; padding-bottom: 2px; padding-left: 0px; padding-right: 10px; border-bottom: 1px solid #E6DDC8; }
td.figure, th.figure { text-align: right; }
.soft { color: #55636C; }
.stop { color: #A3262A; font-weight: bold; }
.mind { color: #8A5F00; font-weight: bold; }
.note { color: #3F5B8C; font-weight: bold; }
.caution { border: 1px solid #A3262A; padding: 2mm 3mm; margin: 3mm 0; }
figure { margin: 2mm 0 4mm; }
figure svg { max-width: 100%; height: auto; }
figcaption { color: #55636C; font-size: 9pt; }
@media print { body.screen { margin: 0; max-width: none; } h2 { break-after: avoid; } h3 { break-after: avoid; } figure, tr, .finding { break-inside: avoid; } }
@page { margin: 15mm; }
)";

}  // namespace

std::string htmlText(std::string_view text) {
  std::string out;
  for (const char c : withoutStrays(text, Breaks::Allowed)) {
    switch (c) {
      case '&': out += "&amp;"; break;
      case '<': out += "&lt;"; break;
      case '>': out += "&gt;"; break;
      case '"': out += "&quot;"; break;
      case '\'': out += "&#39;"; break;
      default: out += c;
    }
  }
  return out;
}

void Html::heading(int level, std::string_view text) { out_ += fmt::format("<h{0}>{1}</h{0}>\n", level, htmlText(text)); }

void Html::paragraph(std::string_view text, std::string_view kind) {
  out_ += kind.empty() ? "<p>" : fmt::format("<p class=\"{}\">", kind);
  out_ += htmlText(text) + "</p>\n";
}

void Html::list(const std::vector<std::string>& lines) {
  if (lines.empty()) return;
  out_ += "<ul>\n";
  for (const std::string& l : lines) out_ += "<li>" + htmlText(l) + "</li>\n";
  out_ += "</ul>\n";
}

void Html::table(const std::vector<std::string>& columns, const std::vector<std::vector<std::string>>& rows) {
  if (rows.empty()) return;
  const auto cell = [&](const char* tag, std::size_t column, std::string_view text) {
    const bool figure = columns[column].starts_with('#');
    out_ += fmt::format("<{0}{1}>{2}</{0}>", tag, figure ? " class=\"figure\"" : "", htmlText(text));
  };
  out_ += "<table>\n";
  if (std::any_of(columns.begin(), columns.end(), [](const std::string& c) { return !c.empty(); })) {
    out_ += "<tr>";
    for (std::size_t c = 0; c < columns.size(); ++c)
      cell("th", c, std::string_view(columns[c]).substr(columns[c].starts_with('#') ? 1 : 0));
    out_ += "</tr>\n";
  }
  for (const auto& row : rows) {
    out_ += "<tr>";
    for (std::size_t c = 0; c < std::min(columns.size(), row.size()); ++c) cell("td", c, row[c]);
    out_ += "</tr>\n";
  }
  out_ += "</table>\n";
}

void Html::figure(std::string_view markup, std::string_view caption) {
  out_ += fmt::format("<figure>{}<figcaption>{}</figcaption></figure>\n", markup, htmlText(caption));
}

void Html::openBlock(std::string_view kind) { out_ += fmt::format("<div class=\"{}\">\n", kind); }
void Html::closeBlock() { out_ += "</div>\n"; }

std::string Html::page(std::string_view title, bool forPrinter) const {
  return fmt::format(
      "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta "
      "charset=\"utf-8\"/>\n<title>{}</title>\n<style>{}</style>\n</head>\n<body class=\"{}\">\n{}</body>\n</html>\n",
      htmlText(title), style, forPrinter ? "paper" : "screen", out_);
}

}  // namespace usherwright
