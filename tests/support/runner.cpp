#include "support/runner.h"

#include "core/io/clock.h"

#define CATCH_CONFIG_RUNNER
#include <catch2/catch.hpp>

int runAllCases(int argc, char** argv) {
  // What is due and how long ago are the same in a year.
  usherwright::pinToday(usherwright::parseDate("2026-11-28"));
  return Catch::Session().run(argc, argv);
}
