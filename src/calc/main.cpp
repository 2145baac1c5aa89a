// usherwright-calc: prints what the library worked out.
#include <cstdio>
#include <exception>

#include "calc/calc.h"

namespace {

/// Every byte, NUL too, and whether it arrived: a full disk must not look like a plan without findings.
bool printed(const std::string& text, std::FILE* to) {
  return std::fwrite(text.data(), 1, text.size(), to) == text.size() && std::fflush(to) == 0;
}

}  // namespace

int main(int argc, char** argv) {
  using namespace usherwright::calc;
  Outcome outcome;
  try {
    outcome = run({argv + 1, argv + argc});
  } catch (const std::exception& bug) {
    outcome = {failed, "", std::string("usherwright-calc: this should not happen: ") + bug.what() + "\n"};
  }
  printed(outcome.errors, stderr);
  if (printed(outcome.output, stdout)) return outcome.exitCode;
  printed("usherwright-calc: found an output that does not take what is written, expected room for it.\n", stderr);
  return failed;
}
