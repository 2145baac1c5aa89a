#!/usr/bin/env python3
"""Fails if a file or a function has grown beyond what one reads in a sitting, or tests fall outside their share of the code.

Exceptions are listed here, each with its reason, so that they are seen.
"""
import pathlib, re, subprocess, sys

MOST_LINES, MOST_FUNCTION = 400, 85
SHARE = (0.25, 0.34)  # of tests among all lines of code
EXCEPTIONS = {
    "tests/app/screenshots.cpp": "one row per picture",
    "tests/support/label_maker.cpp": "the prints of eleven kinds of part in eight languages, one generator",
}
root = pathlib.Path(__file__).resolve().parent.parent
listed = subprocess.run(["git", "ls-files", "-co", "--exclude-standard", "src", "tests", "bench", "fuzz"], cwd=root, capture_output=True, text=True, check=True)
problems, lines, used = [], {"tests": 0, "all": 0}, set()
for name in listed.stdout.split():
    path = root / name
    if path.suffix not in {".cpp", ".h"} or not path.exists():
        continue
    text = path.read_text().splitlines()
    lines["all"] += len(text)
    lines["tests"] += len(text) if name.startswith("tests/") else 0
    if len(text) > MOST_LINES:
        used.add(name)
        if name not in EXCEPTIONS:
            problems.append(f"{name}: {len(text)} lines, at most {MOST_LINES}")
    begun = None
    for i, line in enumerate(text):  # clang-format puts the brace of a function's end into the first column
        if re.match(r"[\w:<>&*~].*\)[^;]*\{$", line) and not line.startswith(("namespace", "struct", "class", "enum")):
            begun = i
        elif line == "}" and begun is not None:
            if i - begun + 1 > MOST_FUNCTION and not name.startswith("tests/"):
                problems.append(f"{name}:{begun + 1}: a function of {i - begun + 1} lines, at most {MOST_FUNCTION}")
            begun = None
problems += [f"{name}: an exception that is not needed any more" for name in EXCEPTIONS if name not in used]
share = lines["tests"] / lines["all"]
if not SHARE[0] <= share <= SHARE[1]:
    problems.append(f"tests are {share:.0%} of all code")
for problem in problems:
    print(problem, file=sys.stderr)
print(f"sizes: {lines['all']} lines, {share:.0%} of them tests; {len(problems)} too large")
sys.exit(1 if problems else 0)
