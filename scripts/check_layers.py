#!/usr/bin/env python3
"""Fails if a source file includes upwards: the layers of docs/architecture.md, read from the includes."""
import pathlib, re, sys

# folder -> folders it may include (itself always)
DOMAIN = {"quantity", "parts", "plan"}
MODELS = DOMAIN | {"frame", "pack", "joining", "wiring", "charging", "limits", "travel", "harness", "fit", "log"}
ALLOWED = {
    "core/quantity": set(),
    "core/instrument": {"quantity"},
    "core/parts": {"quantity"},
    "core/plan": {"quantity", "parts"},
    "core/label": DOMAIN,
    "core/frame": DOMAIN,
    "core/pack": DOMAIN,
    "core/log": DOMAIN | {"label", "pack"},
    "core/joining": DOMAIN | {"pack"},
    "core/wiring": DOMAIN,
    "core/harness": DOMAIN | {"frame", "joining", "wiring"},
    "core/fit": DOMAIN | {"pack"},
    "core/charging": DOMAIN | {"pack", "wiring"},
    "core/limits": DOMAIN | {"pack", "joining", "wiring"},
    "core/travel": DOMAIN | {"joining", "pack"},
    "core/assess": MODELS | {"label"},
    "core/studies": MODELS | {"assess"},
    "core/sheets": MODELS | {"assess"},
    "core/practice": MODELS | {"assess", "instrument"},
    "core/drawing": MODELS | {"assess", "studies", "sheets", "instrument", "practice"},
    "core/report": MODELS | {"assess", "studies", "drawing", "sheets"},
    "core/io": MODELS | {"assess", "studies", "drawing", "sheets", "report"},
}
APP = {
    "document": {"present"},  # the words of an undo step
    "theme": set(),
    "present": set(),
    "widgets": {"document", "theme", "present"},
    "jobs": {"document", "widgets"},
    "stations": {"document", "theme", "present", "widgets", "jobs"},
    "shell": {"document", "theme", "present", "widgets", "jobs", "stations"},
}
root = pathlib.Path(__file__).resolve().parent.parent / "src"
problems = []
for path in sorted([*root.rglob("*.cpp"), *root.rglob("*.h")]):
    relative = path.relative_to(root)
    parts = relative.parts
    text = path.read_text()
    includes = re.findall(r'#include "([^"]+)"', text)
    if parts[0] == "core":
        if re.search(r"#include <Q\w", text):
            problems.append(f"{relative}: interface code in the core")
        own = f"core/{parts[1]}"
        for include in includes:
            target = include.split("/")
            if target[0] != "core" or (f"core/{target[1]}" != own and target[1] not in ALLOWED[own]):
                problems.append(f"{relative}: includes {include}")
    elif parts[0] == "practice":
        problems += [f"{relative}: includes {i}" for i in includes if not i.startswith(("core/", "practice/"))]
    elif parts[0] == "calc":
        problems += [f"{relative}: includes {i}" for i in includes if not i.startswith(("core/", "calc/"))]
    elif parts[0] == "app" and len(parts) > 2:
        for include in includes:
            target = include.split("/")
            if target[0] == "core":
                continue
            if target[0] != "app" or (target[1] != parts[1] and target[1] not in APP[parts[1]]):
                problems.append(f"{relative}: includes {include}")
            if parts[1] == "stations" and len(parts) > 3 and target[1] == "stations" and len(target) > 3 and target[2] != parts[2]:
                problems.append(f"{relative}: a station includes another one, {include}")
for path in sorted((root / "app").rglob("*")):  # a bare label guesses whether a text is markup
    if path.suffix in {".cpp", ".h"} and path.name != "plain.h" and re.search(r"new QLabel\b|setTextFormat|RichText|QMessageBox|QToolTip::showText", path.read_text()) and path.name != "plain.cpp":
        problems.append(f"{path.relative_to(root)}: texts are shown by PlainLabel and showTip() of widgets/plain.h")
for problem in problems:
    print(problem, file=sys.stderr)
print(f"layers: {len(problems)} upward includes")
sys.exit(1 if problems else 0)
