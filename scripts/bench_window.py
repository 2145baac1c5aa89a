#!/usr/bin/env python3
"""Start-up and edit-to-painted of the real window under Xvfb; prints the medians."""
import pathlib, re, statistics, subprocess

root = pathlib.Path(__file__).resolve().parent.parent
xvfb = ["xvfb-run", "-a", "-s", "-screen 0 1280x800x24 -noreset"]
environment = {"QT_QPA_PLATFORM": "xcb", "PATH": "/usr/bin:/bin:/usr/local/bin", "HOME": "/tmp"}
starts, memory = [], []
for _ in range(7):
    out = subprocess.run([*xvfb, str(root / "build/src/app/usherwright"), "--demo", "--first-paint"], env=environment, capture_output=True, text=True, check=True).stdout
    ms, mb = re.search(r"after ([0-9.]+) ms, resident ([0-9.]+) MB", out).groups()
    starts.append(float(ms))
    memory.append(float(mb))
print(f"start to first painted window, warm: median {statistics.median(starts[1:]):.0f} ms (wanted: 600), resident {statistics.median(memory):.0f} MB (wanted: 120)")
print(subprocess.run([*xvfb, str(root / "build/bench/window_bench")], env=environment, capture_output=True, text=True, check=True).stdout, end="")
