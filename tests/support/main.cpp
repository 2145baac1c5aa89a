// The one main of the core and command-line tests.
#include "support/runner.h"

int main(int argc, char** argv) { return runAllCases(argc, argv); }
