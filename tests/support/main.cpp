// The one main of the core and command-line tests.
#define CATCH_CONFIG_MAIN
#include <catch2/catch.hpp>
