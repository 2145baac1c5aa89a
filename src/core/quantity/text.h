// What may stand in a text, and how a text is shown where control characters would act: terminals and sentences.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace usherwright {

/// One code point of a UTF-8 text. A byte that belongs to none has length 1 and is not `good`.
struct CodePoint {
  char32_t value = 0;
  std::size_t length = 1;
  bool good = false;
};
/// At `at`, which lies inside the text. Overlong forms, surrogates and values above U+10FFFF are not good.
CodePoint codePointAt(std::string_view text, std::size_t at);

/// Tabs and line breaks belong in free notes only.
enum class Breaks : std::uint8_t { No, Allowed };

/// The first thing in a text that does not belong there, in words ("a control character, U+001B"); empty if all is well.
/// Refused: what is not UTF-8, C0 and C1 controls, DEL, line and paragraph separators, U+FFFE and U+FFFF (not in XML).
std::optional<std::string> strayIn(std::string_view text, Breaks breaks);

/// The text without what does not belong there.
std::string withoutStrays(std::string_view text, Breaks breaks);

/// So many words of two letters or more; a long run of letters without spaces between words counts as many. A dot, a space
/// or a single sign says nothing.
bool saysSomething(std::string_view text, int words = 2);

/// For a terminal: what does not belong in a note, and carriage returns, written as \xNN.
std::string forTerminal(std::string_view text);

/// JSON text for a terminal: DEL and C1 controls, which can stand raw in JSON, written as \u00NN.
std::string jsonForTerminal(std::string_view json);

/// Numbers from 1 to `most` with commas or spaces between, each once, in rising order; nothing if anything else stands there.
std::optional<std::vector<std::size_t>> numbersIn(std::string_view text, std::size_t most);

/// Letters of ASCII in lower case; all else as it is.
std::string lowered(std::string_view text);

/// The text in quotes for a sentence: at most 60 bytes, never half a letter, controls written as \xNN.
std::string inQuotes(std::string_view text);

}  // namespace usherwright
