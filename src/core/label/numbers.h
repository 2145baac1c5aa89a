// Numbers and units in the forms in which they are printed in Europe, America and China. For the readers of labels and of the log.
#pragma once

#include <string_view>

namespace usherwright::label {

struct Printed {
  double value = 0.0;
  bool good = false;
  bool grouped = false;  ///< "2.300", "1,150": one mark and three figures behind it; `value` takes it for thousands
  double decimal = 0.0;  ///< the same with the mark as a decimal one
};
/// Digits with points, commas and apostrophes. Not good: more than six figures before the decimals, marks that fit no form.
Printed numberOf(std::u32string_view digits);

}  // namespace usherwright::label
