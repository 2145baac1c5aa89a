#!/usr/bin/env python3
"""A person at the bench: real key strokes and clicks from the X server into the real program, from a wrong label to a
saved plan, and the command line asked for the same figures.   person.py USHERWRIGHT USHERWRIGHT-CALC"""
import json, os, pathlib, shutil, signal, subprocess, sys, tempfile, time

program, calc = sys.argv[1:3]
home = pathlib.Path(tempfile.mkdtemp(prefix="usherwright-person-"))
environment = {**os.environ, "QT_QPA_PLATFORM": "xcb", "HOME": str(home), "XDG_RUNTIME_DIR": str(home), "XDG_DATA_HOME": str(home / "data")}
plan = home / "trike.uwplan"


def until(what, condition, seconds=90):
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        result = condition()
        if result:
            return result
        time.sleep(0.05)
    sys.exit(f"waited in vain for: {what}")


def x(*words):
    return subprocess.run(["xdotool", *words], capture_output=True, text=True, env=environment).stdout.strip()


def window(name):
    found = x("search", "--onlyvisible", "--name", name).split()
    return found[-1] if found else ""


def start(*arguments, title):
    process = subprocess.Popen([program, *arguments], env=environment)
    until(f"the window {title}", lambda: process.poll() is not None or window(title))
    if process.poll() is not None:
        sys.exit(f"the program ended with {process.returncode} before its window {title} stood")
    time.sleep(0.3)
    focus(title)
    return process


def focus(title):
    x("windowfocus", "--sync", window(title))
    time.sleep(0.2)


def keys(*names):
    for name in names:
        x("key", "--clearmodifiers", name)
        time.sleep(0.12)


def enter(field, value):
    keys("ctrl+g")
    x("type", "--delay", "8", field)
    time.sleep(0.2)
    keys("Return")
    x("type", "--delay", "8", value)
    keys("Return")
    time.sleep(0.2)


def asked(command):
    return json.loads(subprocess.run([calc, command, "--json", str(plan)], capture_output=True, text=True).stdout)


def title_is(part):
    return lambda: window(part)


# The demo, its wrong fuse mended with the mouse, a label corrected, a pack made larger; wrong values on the way.
process = start("--demo", title="Ferry-path library trike – Usherwright")
keys("ctrl+5", "F8")
enter("fuse DC voltage of fuse of deck", "80")
until("the changed mark in the title", title_is(r"Ferry-path library trike \* – Usherwright"))
enter("controller limit", "12awg")
keys("Escape")
enter("controller limit", "20")
enter("P (in parallel) of deck", "6")
enter("breaking capacity of fuse of deck", "2000")  # a larger pack pushes more into a short than its fuse could break
keys("ctrl+z", "ctrl+shift+z")
enter("lead size of main lead", "10awg")
keys("ctrl+s")
until("the dialog for the file name", title_is("Save the plan"))
focus("Save the plan")
x("type", "--delay", "8", str(plan))
keys("Return")
until("the saved plan", plan.exists)
until("the saved mark in the title", title_is("^Ferry-path library trike – Usherwright"))

saved = json.loads(plan.read_text())
assert saved["bike"]["controller"]["current_max_A"] == 20, saved["bike"]["controller"]
assert saved["packs"][1]["parallel"] == 6
assert saved["packs"][1]["fuse"]["dc_V"] == 80
assert saved["wiring"]["runs"][2]["size"] == "10awg"
assert saved["packs"][1]["fuse"]["breaking_A"] == 2000
assert asked("check")["stops"] == 0, asked("check")["findings"][0]["sentence"]
likely = asked("show")["range"]["likely_km"]

# Closed and opened again; then an edit, and the program is killed in the middle of it.
focus("Ferry-path library trike")
keys("ctrl+q")
until("the end of the program", lambda: process.poll() is not None)
assert process.returncode == 0
process = start(str(plan), title="Ferry-path library trike – Usherwright")
assert asked("show")["range"]["likely_km"] == likely
time.sleep(1.2)
assert list((home / "data").rglob("*.journal")) == [], "a plan without changes has no journal"
enter("budget", "512")
until("the journal", lambda: list((home / "data").rglob("*.journal")))
process.send_signal(signal.SIGKILL)
process.wait()

# The work that was not saved is offered again, and taken with the keyboard.
process = start(title="Usherwright")
keys("F6", "space")
until("the recovered plan", title_is(r"Ferry-path library trike \*"))
focus("Ferry-path library trike")
keys("ctrl+s")
until("the recovered budget on disk", lambda: json.loads(plan.read_text())["budget"] == 512)
keys("ctrl+q")
until("the end of the program", lambda: process.poll() is not None)
assert list((home / "data").rglob("*.journal")) == []
shutil.rmtree(home)
print("a person could do it: 1 passed, 0 failed")
