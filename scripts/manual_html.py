#!/usr/bin/env python3
"""The manual as HTML: scripts/manual_html.py FOLDER. A page for each of docs/manual, and the pictures that they show."""
import pathlib, re, shutil, subprocess, sys

ROOT = pathlib.Path(__file__).resolve().parent.parent
STYLE = ("body{max-width:46em;margin:2em auto;padding:0 1em;font:16px/1.5 sans-serif;color:#1d2b2d;background:#fbf8f0}img{max-width:100%}"
         "pre{background:#efe9da;padding:.6em;overflow:auto}a{color:#0f5a66}td{padding:.2em .6em .2em 0;vertical-align:top}")


def table(found):
    """The one thing of a page that CommonMark leaves out."""
    rows = [[cell.strip() for cell in line.strip("|").split("|")] for line in found.group().strip().splitlines() if "| --- |" not in line]
    cells = lambda row: "".join(f"<td>{inline(cell)}</td>" for cell in row)
    return "<table>" + "".join(f"<tr>{cells(row)}</tr>" for row in rows) + "</table>\n\n"


def inline(text):
    return re.sub(r"</?p>", "", cmark(text)).strip()


def cmark(text):
    return subprocess.run(["cmark", "--unsafe"], input=text, capture_output=True, text=True, check=True).stdout


def main():
    out = pathlib.Path(sys.argv[1])
    out.mkdir(parents=True, exist_ok=True)
    for page in sorted((ROOT / "docs/manual").glob("*.md")):
        source = page.read_text()
        for picture in re.findall(r"\.\./screenshots/([\w-]+\.png)", source):
            shutil.copyfile(ROOT / "docs/screenshots" / picture, out / picture)
        body = cmark(re.sub(r"(?m)(^\|.*\n)+", table, source))
        body = re.sub(r'href="([\w-]+)\.md"', r'href="\1.html"', body).replace("../screenshots/", "").replace("README.html", "index.html")
        title = re.search(r"# (.*)", source).group(1)
        name = "index" if page.stem == "README" else page.stem
        back = "" if name == "index" else '<p><a href="index.html">The manual</a></p>'
        (out / f"{name}.html").write_text(f'<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>{title} – Usherwright</title>'
                                          f"<style>{STYLE}</style></head><body>{back}{body}</body></html>\n")


main()
