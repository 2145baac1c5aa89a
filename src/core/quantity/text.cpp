// Characters that may stand in a text, and quotes and escapes for what may not.
#include "core/quantity/text.h"

#include <algorithm>

#include <cctype>

#include <fmt/format.h>

namespace usherwright {
namespace {

constexpr std::size_t quotedBytes = 60;

bool isControl(char32_t c) { return c < 0x20 || (c >= 0x7F && c <= 0x9F); }
bool isBreak(char32_t c) { return c == '\t' || c == '\n' || c == '\r'; }

bool isStray(const CodePoint& c, Breaks breaks) {
  if (!c.good) return true;
  if (isControl(c.value)) return breaks == Breaks::No || !isBreak(c.value);
  return c.value == 0x2028 || c.value == 0x2029 || c.value == 0xFFFE || c.value == 0xFFFF;
}

std::string escapedBytes(std::string_view bytes) {
  std::string out;
  for (char b : bytes) out += fmt::format("\\x{:02x}", static_cast<unsigned char>(b));
  return out;
}

std::string visible(std::string_view text, Breaks breaks) {
  std::string out;
  out.reserve(text.size());
  for (std::size_t at = 0; at < text.size();) {
    const CodePoint c = codePointAt(text, at);
    const std::string_view bytes = text.substr(at, c.length);
    const bool alone = c.good && c.value == '\r';  // takes a terminal back over what it has written
    if (alone || isStray(c, breaks)) out += escapedBytes(bytes);
    else out += bytes;
    at += c.length;
  }
  return out;
}

}  // namespace

CodePoint codePointAt(std::string_view text, std::size_t at) {
  const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
  const unsigned first = byte(at);
  if (first < 0x80) return {first, 1, true};
  const std::size_t length = first >= 0xF0 ? 4 : first >= 0xE0 ? 3 : 2;
  if (first < 0xC2 || first > 0xF4 || at + length > text.size()) return {first, 1, false};
  char32_t value = first & (0xFFu >> (length + 1));
  for (std::size_t i = 1; i < length; ++i) {
    if ((byte(at + i) & 0xC0u) != 0x80u) return {first, 1, false};
    value = (value << 6) | (byte(at + i) & 0x3Fu);
  }
  const bool overlong = (length == 3 && value < 0x800) || (length == 4 && value < 0x10000);
  if (overlong || value > 0x10FFFF || (value >= 0xD800 && value <= 0xDFFF)) return {first, 1, false};
  return {value, length, true};
}

std::optional<std::string> strayIn(std::string_view text, Breaks breaks) {
  for (std::size_t at = 0; at < text.size();) {
    const CodePoint c = codePointAt(text, at);
    if (isStray(c, breaks)) {
      if (!c.good) return "bytes that are no text";
      if (isBreak(c.value)) return c.value == '\t' ? "a tab" : "a line break";
      return fmt::format("a control character, U+{:04X}", static_cast<unsigned>(c.value));
    }
    at += c.length;
  }
  return std::nullopt;
}

std::string withoutStrays(std::string_view text, Breaks breaks) {
  std::string out;
  for (std::size_t at = 0; at < text.size();) {
    const CodePoint c = codePointAt(text, at);
    if (!isStray(c, breaks)) out += text.substr(at, c.length);
    at += c.length;
  }
  return out;
}

std::string forTerminal(std::string_view text) { return visible(text, Breaks::Allowed); }

std::string jsonForTerminal(std::string_view json) {
  std::string out;
  out.reserve(json.size());
  for (std::size_t at = 0; at < json.size();) {
    const CodePoint c = codePointAt(json, at);
    if (c.good && c.value >= 0x7F && c.value <= 0x9F) out += fmt::format("\\u{:04x}", static_cast<unsigned>(c.value));
    else out += json.substr(at, c.length);
    at += c.length;
  }
  return out;
}

std::string inQuotes(std::string_view text) {
  std::size_t end = 0;
  while (end < text.size()) {
    const std::size_t next = end + codePointAt(text, end).length;
    if (next > quotedBytes) break;
    end = next;
  }
  return "\"" + visible(text.substr(0, end), Breaks::No) + "\"";
}

bool saysSomething(std::string_view text, int wanted) {
  int words = 0;
  int letters = 0;
  int beyondAscii = 0;
  for (std::size_t i = 0; i <= text.size(); ++i) {
    const unsigned char c = i < text.size() ? static_cast<unsigned char>(text[i]) : ' ';
    if (c >= 0x80 || std::isalnum(c)) {
      ++letters;
      beyondAscii += c >= 0x80;
      continue;
    }
    if (letters >= 2) ++words;
    if (beyondAscii >= 9) ++words;  // scripts that part their words by nothing
    letters = beyondAscii = 0;
  }
  return words >= wanted;
}

std::optional<std::vector<std::size_t>> numbersIn(std::string_view text, std::size_t most) {
  std::vector<std::size_t> out;
  std::size_t number = 0;
  bool inside = false;
  const auto take = [&] {
    if (inside) out.push_back(number);
    number = 0;
    inside = false;
  };
  for (const char c : text) {
    if (c == ' ' || c == ',') {
      take();
      continue;
    }
    if (c < '0' || c > '9') return std::nullopt;
    inside = true;
    number = number * 10 + static_cast<std::size_t>(c - '0');
    if (number > most) return std::nullopt;
  }
  take();
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  if (!out.empty() && out.front() == 0) return std::nullopt;
  return out;
}

std::string lowered(std::string_view text) {
  std::string out(text);
  std::transform(out.begin(), out.end(), out.begin(), [](unsigned char c) { return static_cast<char>(c < 128 ? std::tolower(c) : c); });
  return out;
}

}  // namespace usherwright
