"""What is read of the temperature record."""

from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from django.conf import settings

from jarcore.run import Entry, done_about, due, events_of, missing, of_log, temperature_record
from server.accounts.models import Kitchen
from server.runs.selectors import temperatures_of_runs
from server.temperatures.models import LogEntry

# What cools on a day may have begun the day before.
BEFORE = timedelta(days=1)
# What is looked at every so often is looked for so far back.
LOOKED_BACK = timedelta(days=8)


@dataclass(frozen=True, slots=True)
class Days:
    """From the beginning of one day to the end of another, by the clock of a kitchen."""

    first: date
    last: date
    zone: ZoneInfo

    @property
    def starts(self) -> datetime:
        """When the first one begins."""
        return datetime.combine(self.first, time(), self.zone)

    @property
    def ends(self) -> datetime:
        """When the last one is over."""
        return datetime.combine(self.last + timedelta(days=1), time(), self.zone)


def days_of(kitchen: Kitchen, now: datetime, first: date | None, last: date | None) -> Days:
    """The days that are asked for; without any the one that is now in the kitchen."""
    zone = ZoneInfo(kitchen.settings.time_zone)
    today = now.astimezone(zone).date()
    return Days(first or last or today, last or first or today, zone)


def record_of_days(kitchen: Kitchen, days: Days) -> list[Entry]:
    """The temperature record of some days, the earliest first."""
    found = _record(kitchen, days.starts - BEFORE, days.ends, days.zone)
    return [one for one in found if days.starts <= datetime.fromisoformat(one["at"]) < days.ends]


def to_be_done(kitchen: Kitchen, now: datetime) -> tuple[list[str], list[Entry]]:
    """The kinds that are due by now, and what was missed of late and nobody has done anything about."""
    found = _record(kitchen, now - LOOKED_BACK, now + BEFORE, ZoneInfo(kitchen.settings.time_zone))
    return due(found, now), missing(found)


def _record(kitchen: Kitchen, starts: datetime, ends: datetime, zone: ZoneInfo) -> list[Entry]:
    # What was done, or taken back, may be said days later.
    rows = LogEntry.objects.filter(kitchen=kitchen, at__gte=starts, at__lt=ends + LOOKED_BACK).order_by("at")
    own = events_of(rows.values_list("document", flat=True), UTC)
    lines, done = temperatures_of_runs(kitchen, starts, ends)
    # Where a kitchen is served nothing counts that was played here before.
    return temperature_record([*lines, *of_log(own, rehearsal=settings.REHEARSAL)], done | done_about(own), zone)
