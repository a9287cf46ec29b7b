"""Simulated instruments: what one shows, by what was done to it, what it is in, and the time."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from jarcore.data import Scale, parameter, sentence
from jarcore.devices.electrode import is_set, ph_of, shown_mv
from jarcore.devices.laws import HOUR_MS, battery_pct, lagged, noise
from jarcore.devices.readings import SCALE, Described, Fault, InstrumentReading, kind_rows
from jarcore.devices.shelf import Shelf
from jarcore.devices.state import Put
from jarcore.devices.world import World

# What it shows when it shows nonsense, so many times what it can.
NONSENSE = 2.7
# So near to where it will come to rest it is at rest, in its steps; nobody waits for the last tenth of a degree.
AT_REST, AT_REST_WARMTH = 1.0, 5.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Simulated:
    """A simulated instrument as it is, in a world. The same seed shows the same."""

    described: Described
    put: Put
    world: World
    seed: str = ""

    def read(self, at: int) -> InstrumentReading:
        """What it says at a time [ms since the epoch]."""
        one, kind = self.described, self.described.kind
        fault = self._dead(at)
        if fault is not None:
            return one.says(at, None, simulated=True, fault=fault)
        more = [*self._told(at)]
        if "nonsense" in self.put.faults:
            most = one.most if one.most is not None else kind.high or 1.0
            return one.says(at, NONSENSE * most, simulated=True, more=tuple(more))
        shown, rests_at = self.shown(at)
        if shown is None or rests_at is None:
            return one.says(at, None, simulated=True, fault="nothing")
        near = AT_REST if kind.kind in (SCALE, "ph_meter") else AT_REST_WARMTH
        steady = abs(shown - rests_at) <= near * one.step
        value = shown + noise(f"{self.seed} {one.id}", at, kind.noise * one.step) + self._drift(at)
        # It shows something, and nobody goes by that.
        distrusted: Fault | None = "drifting" if "drifting" in self.put.faults else None
        if kind.kind == "ph_meter" and not is_set(self.put, at):
            distrusted = "uncalibrated"
        return one.says(at, value, simulated=True, steady=steady, fault=distrusted, more=tuple(more))

    def shown(self, at: int) -> tuple[float | None, float | None]:
        """What it shows without noise, and where that comes to rest; None where there is nothing to show."""
        match self.described.kind.kind:
            case "scale":
                return self._weight(at)
            case "ph_meter":
                return self._ph(at)
            case "chiller":
                shelf = self.shelf()
                return self._followed(at, shelf.at), shelf.at(at)
            case "room":
                return self.world.room_c, self.world.room_c
            case _:
                return self._warmth(at)

    def shelf(self) -> Shelf:
        """The shelf of a chiller whose thermometer it is."""
        return Shelf(cold_c=parameter("chiller_c"), room_c=self.world.room_c, door=self.put.door)

    def gross_g(self, at: int) -> float:
        """What a scale shows of all that lies on it, without its tare [g]: it comes to rest within a second."""
        off = 1 + parameter("scale_temperature") * (self.world.room_c - parameter("scale_adjusted_c"))
        before = self.put.load_g if self.put.before is None else self.put.before
        return lagged(lambda _: self.put.load_g * off, before, self.put.since / 1000, at / 1000, self._lag_s)

    def mv(self, at: int) -> float | None:
        """What the electrode of a pH meter shows [mV]; None where there is nothing sour to show."""
        sour = self.world.thing(self.put.what).sour()
        if sour is None:
            return None
        ph, oil = sour
        slow = parameter("electrode_in_oil") if oil >= parameter("electrode_oil_from") else 1.0
        true = shown_mv(ph, self.put.full_at, at)
        before = 0.0 if self.put.before is None else self.put.before
        return lagged(lambda _: true, before, self.put.since / 1000, at / 1000, self._lag_s * slow)

    @property
    def _lag_s(self) -> float:
        return self.described.kind.lag_s

    def _weight(self, at: int) -> tuple[float, float]:
        gross = self.gross_g(at)
        return gross - self.put.tare_g, self.put.load_g - self.put.tare_g

    def _ph(self, at: int) -> tuple[float | None, float | None]:
        mv, sour = self.mv(at), self.world.thing(self.put.what).sour()
        if mv is None or sour is None:
            return None, None
        low, high = self.put.low_buffer, self.put.high_buffer
        return ph_of(mv, low, high), ph_of(shown_mv(sour[0], self.put.full_at, at), low, high)

    def _warmth(self, at: int) -> tuple[float | None, float | None]:
        thing = self.world.thing(self.put.what)
        now = thing.celsius(self.put.where, at)
        if now is None:
            return None, None
        return self._followed(at, lambda time: thing.celsius(self.put.where, time) or 0.0), now

    def _followed(self, at: int, true: Callable[[int], float]) -> float:
        before = self.world.room_c if self.put.before is None else self.put.before
        return lagged(lambda s: true(round(s * 1000)), before, self.put.since / 1000, at / 1000, self._lag_s)

    def _drift(self, at: int) -> float:
        since = self.put.faults.get("drifting")
        return 0.0 if since is None else self.described.kind.drift_h * (at - since) / HOUR_MS

    def _dead(self, at: int) -> Fault | None:
        if "unplugged" in self.put.faults:
            return "unplugged"
        flat = "flat" in self.put.faults or self._battery(at) <= 0
        return "flat" if flat else None

    def _battery(self, at: int) -> float:
        return battery_pct(self.put.full_at, at, self.described.kind.battery_h)

    def _told(self, at: int) -> Sequence[str]:
        left, told = self._battery(at), []
        if left <= parameter("battery_low"):
            told.append(sentence("instrument/low", left=left))
        if self.put.raw:
            told.append(sentence("instrument/raw"))
        if self.put.door and self.shelf().open_now() is not None:
            told.append(sentence("instrument/open"))
        return told


def described(scales: Sequence[Scale]) -> list[Described]:
    """The instruments of a kitchen: one of each kind, and its scales, the finest first."""
    found = []
    for kind in kind_rows().values():
        if kind.kind != SCALE:
            found.append(Described(id=kind.kind, kind=kind, name=kind.name, step=kind.step))
            continue
        for scale in sorted(scales, key=lambda one: (one.step_g, one.max_g)):
            name = sentence("instrument/scale", name=kind.name, step=scale.step_g, most=scale.max_g)
            there = f"scale-{scale.step_g:g}-{scale.max_g:g}"
            found.append(Described(id=there, kind=kind, name=name, step=scale.step_g, most=scale.max_g))
    return found
