#!/usr/bin/python3
"""Prints start, length in minutes, summary and description of each event of a calendar file, one line each, as another library reads it."""
import sys

from icalendar import Calendar

with open(sys.argv[1], "rb") as file:
    calendar = Calendar.from_ical(file.read())
for event in calendar.walk("VEVENT"):
    print(event.decoded("DTSTART").strftime("%Y-%m-%d %H:%M"), int(event.decoded("DURATION").total_seconds() / 60), str(event["SUMMARY"]),
          str(event.get("DESCRIPTION", "")), sep="\t")
