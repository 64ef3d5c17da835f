"""A run sheet as a calendar file (iCalendar, RFC 5545), with an alarm at every start."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from dataclasses import dataclass

from icalendar import Alarm, Calendar, Event


@dataclass(frozen=True)
class Entry:
    """Something at a time: its id, what to do, more of it, from when to when."""

    id: str
    summary: str
    description: str
    begins: dt.datetime
    ends: dt.datetime


def calendar(name: str, entries: Iterable[Entry], stamp: dt.datetime) -> bytes:
    """Return a calendar of entries, each with an alarm at its beginning.

    Args:
        name: what the calendar is called.
        entries: what happens; times carry their zone and are written in UTC.
        stamp: when the calendar is made.
    """
    made = Calendar()
    made.add("prodid", "-//Snabo//run sheet//EN")
    made.add("version", "2.0")
    made.add("x-wr-calname", name)
    for entry in entries:
        event = Event()
        event.add("uid", entry.id)
        event.add("dtstamp", stamp.astimezone(dt.UTC))
        event.add("dtstart", entry.begins.astimezone(dt.UTC))
        event.add("dtend", entry.ends.astimezone(dt.UTC))
        event.add("summary", entry.summary)
        if entry.description:
            event.add("description", entry.description)
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", entry.summary)
        alarm.add("trigger", dt.timedelta())
        event.add_component(alarm)
        made.add_component(event)
    return bytes(made.to_ical())
