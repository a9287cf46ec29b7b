"""What an instrument says: one reading, however it was come by. A real one is one more adapter with `read`."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal, Protocol

from typing_extensions import TypedDict

from jarcore.data import parameter, rows, sentence
from jarcore.data.tables import number

Kind = Literal["scale", "core_probe", "fryer_probe", "ph_meter", "room", "chiller"]
# Unplugged and silent say nothing, flat ones neither; what is overloaded, drifts or says nonsense is not gone by.
Fault = Literal["unplugged", "flat", "overload", "drifting", "nonsense", "uncalibrated", "nothing"]
SCALE: Kind = "scale"
# What is said of each.
SAID: Mapping[Fault, str] = {
    "unplugged": "instrument/unplugged",
    "flat": "instrument/flat",
    "overload": "instrument/overload",
    "drifting": "instrument/drifting",
    "nonsense": "instrument/nonsense",
    "uncalibrated": "instrument/uncalibrated",
    "nothing": "instrument/nothing",
}


class InstrumentReading(TypedDict):
    """One reading at a time [ms since the epoch]: the value in its unit and steps, whether it has come to rest, whether
    it is simulated; what a scale bears at most [g]. With a `fault` there is no value to go by; `says` is what is to be
    known of it, in words.
    """

    instrument: str
    kind: str
    name: str
    value: float | None
    unit: str
    step: float
    most: float | None
    steady: bool
    simulated: bool
    fault: Fault | None
    says: list[str]
    at: int


class Instrument(Protocol):
    """Anything that is read: simulated, or real behind an adapter."""

    def read(self, at: int) -> InstrumentReading:
        """What it says at a time [ms since the epoch]."""
        ...


@dataclass(frozen=True, slots=True, kw_only=True)
class KindRow:
    """A kind of instrument by the table: its unit and step, what it cannot show beyond, how slow it is [s], its noise
    in steps, how far it goes off in an hour when it drifts, and how long its battery lasts [h].
    """

    kind: str
    name: str
    unit: str
    step: float
    low: float | None
    high: float | None
    lag_s: float
    noise: float
    drift_h: float
    battery_h: float


@cache
def kind_rows() -> dict[str, KindRow]:
    """The kinds of instruments, by their ids."""
    return {
        row["kind"]: KindRow(
            kind=row["kind"],
            name=row["name"],
            unit=row["unit"],
            step=number(row["step"]) or 0.0,
            low=number(row["low"]),
            high=number(row["high"]),
            lag_s=float(row["lag_s"]),
            noise=float(row["noise"]),
            drift_h=float(row["drift_h"]),
            battery_h=float(row["battery_h"]),
        )
        for row in rows("instruments")
    }


@dataclass(frozen=True, slots=True, kw_only=True)
class Described:
    """An instrument of a kitchen: its id and kind, what it is called, its step, and what a scale bears at most [g]."""

    id: str
    kind: KindRow
    name: str
    step: float
    most: float | None = None

    def says(
        self,
        at: int,
        value: float | None,
        *,
        simulated: bool,
        steady: bool = True,
        fault: Fault | None = None,
        more: tuple[str, ...] = (),
    ) -> InstrumentReading:
        """A reading: in its steps, and caught where it is nonsense or the scale bears no more."""
        if fault is None and value is not None:
            fault = self._fault(value)
        told = [sentence(SAID[fault], name=self.name)] if fault else []
        shown = None if value is None or fault is not None else round(round(value / self.step) * self.step, 6)
        return {
            "instrument": self.id,
            "kind": self.kind.kind,
            "name": self.name,
            "value": shown,
            "unit": self.kind.unit,
            "step": self.step,
            "most": self.most,
            "steady": steady and shown is not None,
            "simulated": simulated,
            "fault": fault,
            "says": [*told, *more],
            "at": at,
        }

    def _fault(self, value: float) -> Fault | None:
        if self.most is not None:
            if value > self.most * parameter("scale_bears"):
                return "overload"
            return "nonsense" if value < -self.most else None
        low, high = self.kind.low, self.kind.high
        return "nonsense" if (low is not None and value < low) or (high is not None and value > high) else None
