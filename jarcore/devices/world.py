"""What instruments are put into: the room, ice and boiling water, and whatever a run has made, laid on or heated."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Protocol

from jarcore.data import parameter
from jarcore.devices.state import AIR

ICE, BOILING, LOW_BUFFER, HIGH_BUFFER = "ice", "boiling", "buffer-low", "buffer-high"
BOILS_C = 100.0


class Thing(Protocol):
    """Something that an instrument is put into."""

    @property
    def called(self) -> str:
        """What it is called."""
        ...

    @property
    def raw(self) -> bool:
        """Whether it is raw fish, or has touched it."""
        ...

    def celsius(self, where: str, at: int) -> float | None:
        """How warm it is at a place in it, at a time [ms since the epoch]; None where that is not known."""
        ...

    def sour(self) -> tuple[float, float] | None:
        """Its pH, and how much of it is oil [%]; None where it has none."""
        ...


@dataclass(frozen=True, slots=True)
class Steady:
    """Something of one temperature [degC], that may have a pH."""

    called: str
    still_c: float
    ph: float | None = None
    raw: bool = False

    def celsius(self, where: str, at: int) -> float:  # noqa: ARG002  (it is the same all through and always)
        """How warm it is [degC]."""
        return self.still_c

    def sour(self) -> tuple[float, float] | None:
        """Its pH; it has no oil."""
        return None if self.ph is None else (self.ph, 0.0)


@dataclass(frozen=True, slots=True)
class World:
    """The room [degC], and everything that an instrument may be put into, by its id."""

    room_c: float
    things: Mapping[str, Thing] = field(default_factory=dict)

    def thing(self, name: str) -> Thing:
        """What is called so; the air where it is gone."""
        return self.things.get(name) or self.things[AIR]


def surroundings(things: Mapping[str, Thing] | None = None) -> World:
    """The world of a kitchen with what its run has in it."""
    room = parameter("making_room_c")
    always: dict[str, Thing] = {
        AIR: Steady("air", room),
        ICE: Steady("ice", 0.0),
        BOILING: Steady("boiling", BOILS_C),
        LOW_BUFFER: Steady("buffer-low", room, parameter("buffer_low_ph")),
        HIGH_BUFFER: Steady("buffer-high", room, parameter("buffer_high_ph")),
    }
    return World(room, {**always, **(things or {})})
