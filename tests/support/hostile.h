// Texts that try to be something else: markup, formulas, commands, escapes, line breaks. The same ones for a seed.
#pragma once

#include <random>
#include <string>
#include <vector>

namespace support {

inline std::vector<std::string> hostileTexts(int count, unsigned seed = 8) {
  static const std::vector<std::string> pieces{"\"",
                                               "'",
                                               "\n",
                                               "\r\n",
                                               "\t",
                                               "=1+1",
                                               "@SUM(A1)",
                                               "+49",
                                               "-5",
                                               "<img src=\"/dev/zero\">",
                                               "<a href='file:///'>",
                                               "&amp;",
                                               "&",
                                               "]]>",
                                               "<!--",
                                               "|",
                                               "|DDE",
                                               ".control",
                                               "shell touch x",
                                               ".endc",
                                               "*",
                                               "\\",
                                               "\\\\",
                                               "\\n",
                                               "\x1b[31m",
                                               "\x1b]0;x\x07",
                                               "\xc2\x9b"
                                               "2J",
                                               std::string(1, '\0'),
                                               "\xe2\x80\xae",
                                               "\xe2\x80\x8f",
                                               "\xe2\x80\xa8",
                                               "\xef\xbf\xbe",
                                               "\xf0\x9f\x94\x8b",
                                               "é",
                                               "Ω",
                                               "漢",
                                               "\xff",
                                               "\xc3",
                                               "\xed\xa0\x80",
                                               ",",
                                               ";",
                                               " ",
                                               "~",
                                               "/",
                                               "%s",
                                               "%1",
                                               "{}",
                                               "{0}",
                                               "$(x)",
                                               "`x`",
                                               "deck",
                                               "pack 2",
                                               "\x7f"};
  std::mt19937 random(seed);
  std::vector<std::string> out;
  for (int i = 0; i < count; ++i) {
    std::string text;
    const auto parts = std::uniform_int_distribution<int>(1, 5)(random);
    for (int p = 0; p < parts; ++p) text += pieces[std::uniform_int_distribution<std::size_t>(0, pieces.size() - 1)(random)];
    out.push_back(std::move(text));
  }
  return out;
}

}  // namespace support
