// Where a reading changes while a figure in it grows: a line for every stretch of values that are read alike.
#pragma once

#include <fmt/format.h>

#include <functional>
#include <string>
#include <vector>

#include "core/quantity/units.h"

namespace sweep {

/// `text` has "{}" where the value stands; `read` says what is made of it. A value that stands in what is read is "#".
inline std::string over(const std::string& text, const std::vector<double>& values, const std::string& named,
                        const std::function<std::string(const std::string&)>& read) {
  std::string out, before, first, last;
  const auto close = [&] {
    if (!before.empty()) out += fmt::format("{}: {} … {}: {}\n", named, first, last, before);
  };
  for (const double value : values) {
    const std::string shown = usherwright::formatNumber(value, 4);
    std::string now = read(fmt::format(fmt::runtime(text), shown));
    for (std::size_t at = now.find(shown); at != std::string::npos && shown.size() > 1; at = now.find(shown))
      now.replace(at, shown.size(), "#");
    if (now != before) {
      close();
      before = std::move(now);
      first = shown;
    }
    last = shown;
  }
  close();
  return out;
}

}  // namespace sweep
