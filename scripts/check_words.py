#!/usr/bin/env python3
"""Fails on words that must not be in the tree: open ends, and second words for what has one."""
import pathlib, re, subprocess, sys

root = pathlib.Path(__file__).resolve().parent.parent
FORBIDDEN = {
    r"\b(TO" r"DO|FIX" r"ME|XX" r"X|HA" r"CK)\b": "an open end",
    r"(?i)\btrans" r"cript|\byou" r"tube|\bvideo [0-9]": "a source that is not cited",
    r"(?i)lorem ips" r"um": "a filler text",
}
files = subprocess.run(["git", "ls-files", "-z"], cwd=root, capture_output=True, check=True).stdout.decode().split("\0")
problems = []
for name in filter(None, files):
    path = root / name
    if path.suffix in {".png", ".otf", ".svg"} or not path.is_file():
        continue
    for number, line in enumerate(path.read_text(errors="replace").splitlines(), 1):
        for pattern, what in FORBIDDEN.items():
            if re.search(pattern, line):
                problems.append(f"{name}:{number}: {what}: {line.strip()[:80]}")
for problem in problems:
    print(problem, file=sys.stderr)
print(f"words: {len(problems)} not wanted")
sys.exit(1 if problems else 0)
