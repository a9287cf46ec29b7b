"""A plan as a calendar (RFC 5545): an event for each thing to do, with an alarm when it begins."""

from collections.abc import Mapping
from datetime import UTC, datetime, timedelta
from typing import Any

from jarcore.data import sentence
from jarcore.documents.plan import Plan
from jarcore.exchange.listed import in_a_line, people_of, rows_of

# Where the names of events come from.
PRODUCT, DOMAIN = "-//jar-table//service//EN", "jar-table"


def calendar(document: Mapping[str, Any], plan: Plan, name: str, stamped: datetime, person: str | None = None) -> bytes:
    """A plan as iCalendar text. A jar on its fish has an event at its latest too, with an alarm.

    Parameters: document, the service; name, what tells this service from others, so that events are replaced and not
    doubled when it is read in again; stamped, when this was written; person, whose steps, None for all.
    """
    from icalendar import Alarm, Calendar, Event  # late: only where something is written

    made = Calendar()
    made.add("prodid", PRODUCT)
    made.add("version", "2.0")
    if plan["title"]:
        made.add("x-wr-calname", in_a_line(plan["title"]))

    def event(key: str, start: datetime, end: datetime, text: str, about: str) -> None:
        one, alarm = Event(), Alarm()
        one.add("uid", in_a_line(f"{name}.{key}@{DOMAIN}"))
        one.add("dtstamp", stamped.astimezone(UTC))
        one.add("dtstart", start.astimezone(UTC))
        one.add("dtend", end.astimezone(UTC))
        one.add("summary", in_a_line(text))
        if about:
            one.add("description", in_a_line(about))
        alarm.add("action", "DISPLAY")
        alarm.add("description", in_a_line(text))
        alarm.add("trigger", timedelta(0))
        one.add_component(alarm)
        made.add_component(one)

    for row in rows_of(plan, people_of(document), person):
        text = f"{row.who}: {row.text}" if row.who and person is None else row.text
        event(row.id, row.start, row.end, text, row.quiet)
        if row.latest is not None:
            event(f"{row.id}.latest", row.latest, row.latest, sentence("sheet/latest-is", step=row.text), row.until)
    return bytes(made.to_ical())
