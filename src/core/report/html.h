// HTML of texts that are text: headings, paragraphs, tables, figures; what a page and a printer both take. Private to reports.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace usherwright {

/// Without what markup is made of; control characters are left out.
std::string htmlText(std::string_view text);

class Html {
 public:
  /// `level` 1 to 3.
  void heading(int level, std::string_view text);
  void paragraph(std::string_view text, std::string_view kind = {});
  void list(const std::vector<std::string>& lines);
  /// Columns whose name begins with '#' are figures: right-aligned.
  void table(const std::vector<std::string>& columns, const std::vector<std::vector<std::string>>& rows);
  /// Markup that was made elsewhere, with a caption.
  void figure(std::string_view markup, std::string_view caption);
  void openBlock(std::string_view kind);
  void closeBlock();
  /// The whole page: title, style, what was written; for a printer that has margins of its own, or for a screen.
  std::string page(std::string_view title, bool forPrinter) const;

 private:
  std::string out_;
};

}  // namespace usherwright
