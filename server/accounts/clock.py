"""The clock that a kitchen goes by. Where it is rehearsed it can be played faster: an evening in five minutes."""

from dataclasses import dataclass
from datetime import datetime

from django.conf import settings
from django.utils import timezone

from server.accounts.models import Kitchen

# How many times as fast as any other clock a rehearsal can be played.
PACES = (1, 10, 60)
REAL, SHOWN, PACE = "real", "shown", "pace"


@dataclass(frozen=True, slots=True)
class Played:
    """A clock that showed a time when it really was another one, and goes so many times as fast since."""

    real: datetime
    shown: datetime
    pace: int

    def at(self, real: datetime) -> datetime:
        """What it shows at a time."""
        return self.shown + (real - self.real) * self.pace


def now_in(kitchen: Kitchen, real: datetime | None = None) -> datetime:
    """What the clock of a kitchen shows, now or at a REAL time; where it is served that is the time itself."""
    real = real or timezone.now()
    played = _played(kitchen)
    return real if played is None else played.at(real)


def pace_of(kitchen: Kitchen) -> int:
    """How many times as fast as any other clock a kitchen's goes."""
    played = _played(kitchen)
    return 1 if played is None else played.pace


def play(kitchen: Kitchen, pace: int) -> None:
    """Have the clock of a kitchen go on so many times as fast from now on."""
    real = timezone.now()
    shown = now_in(kitchen, real)
    kitchen.clock = {REAL: real.isoformat(), SHOWN: shown.isoformat(), PACE: pace}
    Kitchen.objects.filter(pk=kitchen.pk).update(clock=kitchen.clock)


def set_right(kitchen: Kitchen) -> None:
    """Have it show the time that it is."""
    kitchen.clock = None
    Kitchen.objects.filter(pk=kitchen.pk).update(clock=None)


def _played(kitchen: Kitchen) -> Played | None:
    if not settings.REHEARSAL or kitchen.clock is None:
        return None
    real, shown = (datetime.fromisoformat(kitchen.clock[name]) for name in (REAL, SHOWN))
    return Played(real, shown, int(kitchen.clock[PACE]))
