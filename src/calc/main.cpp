// usherwright-calc: prints what the library worked out.
#include <cstdio>

#include "calc/calc.h"

int main(int argc, char** argv) {
  const usherwright::calc::Outcome outcome = usherwright::calc::run({argv + 1, argv + argc});
  std::fputs(outcome.output.c_str(), stdout);
  std::fputs(outcome.errors.c_str(), stderr);
  return outcome.exitCode;
}
