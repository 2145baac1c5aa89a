#pragma once

// The runner of all cases, made once: it is by far the longest thing to compile in the tests.
int runAllCases(int argc, char** argv);
