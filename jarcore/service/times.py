"""Times of a service: whole minutes since the epoch, read and written in the service's zone, over nights of the clock
change too.
"""

import re
from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from jarcore.data import sentence

LOCAL = re.compile(r"^\d{4}-\d\d-\d\d[T ]\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:?\d\d)?$")
OF_DAY = re.compile(r"^([01]?\d|2[0-3]):([0-5]\d)$")
# What is told of a time that the night of the clock change skips, or has twice.
SKIPPED, TWICE = "no-such-time", "time-twice"
Say = Callable[..., None]
EPOCH = datetime(1970, 1, 1, tzinfo=UTC)


@dataclass(frozen=True, slots=True)
class Zone:
    """A time zone: local times to minutes since the epoch, and back."""

    info: ZoneInfo

    def read(self, text: str, path: str, say: Say) -> int | None:
        """A local time [min since the epoch]; None where it is none, which is said."""
        if not LOCAL.match(text):
            say("not-a-time", path, value=text)
            return None
        try:
            there = datetime.fromisoformat(text)
            return self._minute(there, text, path, say)
        except (ValueError, OverflowError):
            say("not-a-time", path, value=text)
            return None

    def _minute(self, there: datetime, text: str, path: str, say: Say) -> int:
        if there.tzinfo is not None:
            return minute_of(there)
        first = there.replace(tzinfo=self.info)
        minute = minute_of(first)
        if self.moment(minute).replace(tzinfo=None) != there.replace(second=0, microsecond=0):
            say(SKIPPED, path, value=text, taken=self.clock(minute))
        elif first.utcoffset() != there.replace(tzinfo=self.info, fold=1).utcoffset():
            say(TWICE, path, value=text)
        return minute

    def of_day(self, text: str, day: date, path: str, say: Say) -> int | None:
        """A time of the day "15:00" on a day, or a whole local time; None where it is neither, which is said."""
        found = OF_DAY.match(text.strip())
        if not found:
            return self.read(text, path, say)
        local = datetime(day.year, day.month, day.day, int(found.group(1)), int(found.group(2)))
        return minute_of(local.replace(tzinfo=self.info))

    def moment(self, minute: int) -> datetime:
        """A minute as a local time."""
        return datetime.fromtimestamp(minute * 60, self.info)

    def written(self, minute: int) -> str:
        """A minute with its offset, as plans carry it.

        >>> Zone(ZoneInfo("Europe/Oslo")).written(29616360)
        '2026-04-24T00:00+02:00'
        """
        return self.moment(minute).isoformat(timespec="minutes")

    def local(self, minute: int) -> str:
        """A minute as services have it, without an offset."""
        return self.moment(minute).replace(tzinfo=None).isoformat(timespec="minutes")

    def clock(self, minute: int) -> str:
        """The time of the day, as it is said."""
        return self.moment(minute).strftime("%H:%M")

    def said(self, minute: int, beside: int) -> str:
        """The time of the day, with the day where it is another than that of a time beside it."""
        here, there = self.moment(minute), self.moment(beside)
        days = (here.date() - there.date()).days
        if days == 0:
            return self.clock(minute)
        if days in (-1, 1):
            return sentence("day/before" if days < 0 else "day/after", at=self.clock(minute))
        return sentence("day/on", at=self.clock(minute), day=here.strftime("%-d %B"))


def zone_of(name: str) -> Zone | None:
    """The zone of a name such as "Europe/Oslo"; None where there is none."""
    try:
        return Zone(ZoneInfo(name))
    except (ZoneInfoNotFoundError, ValueError, OSError):
        return None


def minute_of(there: datetime) -> int:
    """Whole minutes since the epoch of a time that knows its offset."""
    return int((there.astimezone(UTC) - EPOCH) // timedelta(minutes=1))


def minutes_between(one: str, other: str) -> int:
    """Whole minutes from one time of a plan to another."""
    return minute_of(datetime.fromisoformat(other)) - minute_of(datetime.fromisoformat(one))


def say_nothing(*_: object, **__: object) -> None:
    """For what is read a second time: what was said of it is not said again."""
