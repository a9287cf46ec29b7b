"""What the making of a jar does to what is in it: alcohol boils off, water is reduced, something stays in the pot."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from jarcore.data import Ingredient, MakingRow, making_rows, parameter
from jarcore.documents.formula import Jar, MakingStep
from jarcore.flesh.cooling import Cooling, cooling_of
from jarcore.jars.pot import Pot, alcohol_kept, to_heat_min
from jarcore.jars.spec import Made, Spec, in_jar
from jarcore.reading import Quantities
from jarcore.substances import changed

ROOM, CHILLER, ICE_BATH = "room", "chiller", "ice_bath"
COOL, REDUCE, STRAIN, RINSE = "cool", "reduce", "strain", "rinse_pot"
# Groups of what is fetched out of the chiller.
CHILLED = ("dairy", "egg")
# An empty pot cools as one with so much in it [ml].
LEAST_ML = 1.0
# What of its water stays in whatever is reduced too far [1].
LEAST_WATER = 0.02


@dataclass(frozen=True, slots=True, kw_only=True)
class Deed:
    """One step of a making as read: masses [g], minutes [min], the temperature it goes to [degC]; None where not said.

    `lines` are the places of the lines that it names.
    """

    step: MakingStep
    path: str
    row: MakingRow
    minutes: float | None
    to_c: float | None
    to_g: float | None
    left_g: float
    water_g: float
    lot_g: float | None
    lines: tuple[int, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Cooled:
    """A pot put to cool: where, for how long [min], how warm it is then [degC]; whether that is slower than is allowed,
    and whether it never comes where it is to.
    """

    place: str
    minutes: float
    celsius: float
    too_slow: bool
    never: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Stage:
    """The pot after one deed: how long it took [min], what is in it [g], how warm it is [degC], what of its alcohol is
    left [1]. `proposed` says that the minutes are ours; `lots` how many it was done in; `lines` what it acted on first.
    """

    deed: Deed
    minutes: float
    proposed: bool
    mass_g: float
    celsius: float
    alcohol_left: float | None
    lots: int = 1
    lines: tuple[int, ...] = ()
    cooled: Cooled | None = None


def read_making(jar: Jar, path: str, read: Quantities) -> tuple[Deed, ...]:
    """The making as read, each fault noted at its place; a step of which nothing is said is none."""
    ids = {line.id: place for place, line in enumerate(jar.lines or []) if line.id}
    deeds = []
    for place, step in enumerate(jar.making or []):
        where = f"{path}/making/{place}"
        if step.do is None:
            if not read.told(f"{where}/do"):
                read.say("unstated/deed", f"{where}/do")
            continue
        for at, name in enumerate(step.lines or []):
            if name not in ids:
                read.say("unknown-line", f"{where}/lines/{at}", id=name)
        deeds.append(
            Deed(
                step=step,
                path=where,
                row=making_rows()[step.do],
                minutes=read.count(step.minutes, f"{where}/minutes"),
                to_c=read.celsius(step.to_temperature, f"{where}/to_temperature"),
                to_g=read.mass_g(step.to_mass, f"{where}/to_mass"),
                left_g=read.mass_g(step.left_in_pot, f"{where}/left_in_pot") or 0.0,
                water_g=read.mass_g(step.water, f"{where}/water") or 0.0,
                lot_g=read.mass_g(step.lot, f"{where}/lot"),
                lines=tuple(ids[name] for name in step.lines or [] if name in ids),
            )
        )
        if step.do == REDUCE and deeds[-1].to_g is None and not read.told(f"{where}/to_mass"):
            read.say("unstated/to-mass", f"{where}/to_mass")
    return tuple(deeds)


def made(
    deeds: Sequence[Deed], specs: Sequence[Spec], masses: Sequence[float | None]
) -> tuple[tuple[Spec, ...], tuple[Stage, ...]]:
    """The lines as they are in the finished jar, and the pot after each deed.

    Lines that are held back for later are in no pot, and neither is what cannot be weighed.
    """
    if not deeds:
        return tuple(specs), ()
    waiting = {
        spec.place: (spec.as_goes_in, mass * spec.goes_in)
        for spec, mass in zip(specs, masses, strict=True)
        if mass and spec.as_goes_in and in_jar(spec)
    }
    weighed = {place: mass for place, (_, mass) in waiting.items()}
    named = {place for deed in deeds for place in deed.lines}
    run = _Run(Pot({}), Pot({}), parameter("making_room_c"), {})
    stages = []
    for at, deed in enumerate(deeds):
        # A first step that names nothing is done to all that no later one names.
        wanted = set(deed.lines) or ({place for place in waiting if place not in named} if at == 0 else set())
        fresh = Pot({place: waiting.pop(place) for place in sorted(wanted) if place in waiting})
        run.add(fresh)
        stages.append(run.do(deed, tuple(fresh.held)))
    inside = run.pot.with_(Pot(waiting)).held
    lines = tuple(
        replace(spec, made=Made(inside[spec.place][0], inside[spec.place][1] / weighed[spec.place] * spec.goes_in))
        if spec.place in inside
        else replace(spec, made=Made(spec.as_goes_in, 0.0))
        if spec.place in weighed and spec.as_goes_in
        else replace(spec, made=None)
        for spec in specs
    )
    return lines, tuple(stages)


@dataclass
class _Run:
    """The pot while the deeds are done to it: what is in it, what stayed behind, how warm it is [degC], how long each
    line has boiled [min].
    """

    pot: Pot
    behind: Pot
    celsius: float
    boiled_min: dict[int, float]

    def add(self, fresh: Pot) -> None:
        """Something more goes in, as warm as it is kept."""
        warmth = self.pot.mass_g * self.celsius + sum(mass * _kept_c(one) for one, mass in fresh.held.values())
        if self.pot.mass_g + fresh.mass_g > 0:
            self.celsius = warmth / (self.pot.mass_g + fresh.mass_g)
        self.pot = self.pot.with_(fresh)

    def do(self, deed: Deed, fresh: tuple[int, ...]) -> Stage:
        """The pot after a deed."""
        begins, from_c = self.pot, self.celsius
        lots = max(1, math.ceil(begins.mass_g / deed.lot_g)) if deed.lot_g else 1
        cooled = self._cooled(deed) if deed.row.do == COOL else None
        minutes = self._usual_min(deed, lots, fresh) if deed.minutes is None else deed.minutes
        if cooled:
            minutes, self.celsius = cooled.minutes, cooled.celsius
        elif deed.row.heats:
            self.celsius = parameter("boil_c") if deed.row.boils or deed.to_c is None else deed.to_c
        elif begins.mass_g:
            self.celsius = self._cooling(ROOM, None).at(from_c, minutes)
        if deed.row.boils:
            self._boil(deed, minutes)
        elif deed.row.do == STRAIN:
            self.pot = self.pot.of_each(strained=True)
        elif deed.row.do == RINSE:
            self.pot, self.behind = self.pot.with_(self.behind).of_each(more_g=deed.water_g), Pot({})
        self._leave_behind(deed.left_g)
        # What a cook says is the time at the boil; how long it takes there comes before it.
        warm = to_heat_min(begins.mass_g, from_c, self.celsius) if deed.row.boils or deed.minutes is None else 0.0
        return Stage(
            deed=deed,
            minutes=minutes + (warm if deed.row.heats else 0.0),
            proposed=deed.minutes is None,
            mass_g=self.pot.mass_g,
            celsius=self.celsius,
            alcohol_left=self.pot.alcohol_g / begins.alcohol_g if deed.row.boils and begins.alcohol_g else None,
            lots=lots,
            lines=fresh,
            cooled=cooled,
        )

    def _usual_min(self, deed: Deed, lots: int, fresh: tuple[int, ...]) -> float:
        """How long a deed usually takes [min]: for each line, each lot, or as long as water takes to boil away."""
        if deed.row.do == REDUCE and deed.to_g is not None:
            gone_g = max(0.0, self.pot.mass_g - deed.to_g)
            return gone_g * parameter("boil_heat") / parameter("making_w") / 60
        return deed.row.minutes * (max(1, len(fresh)) if deed.row.per_line else lots)

    def _boil(self, deed: Deed, minutes: float) -> None:
        """Alcohol goes by how long each line has boiled, then water down to the mass that is wanted."""
        held = {}
        for place, (one, mass) in self.pot.held.items():
            before = self.boiled_min.get(place, 0.0)
            left = alcohol_kept(before + minutes) / (alcohol_kept(before) if before else 1.0)
            after, times = changed(one, alcohol=left)
            held[place] = (after, mass * times)
            self.boiled_min[place] = before + minutes
        self.pot = Pot(held)
        if deed.to_g is not None and self.pot.water_g > 0:
            gone = min(max(0.0, self.pot.mass_g - deed.to_g), (1 - LEAST_WATER) * self.pot.water_g)
            self.pot = self.pot.of_each(water=1 - gone / self.pot.water_g)

    def _cooling(self, place: str, vessel: str | None) -> Cooling:
        return cooling_of(max(self.pot.volume_ml, LEAST_ML) / 1000, place, vessel)

    def _cooled(self, deed: Deed) -> Cooled:
        """How it cools where it is put; where nothing is said, in the chiller, or in ice where that is too slow."""
        place = deed.step.cooled_in
        if place is None:
            place = ICE_BATH if self._cooling(CHILLER, deed.step.vessel).too_slow(self.celsius) else CHILLER
        cooling = self._cooling(place, deed.step.vessel)
        to_c = parameter("cold_holding") if deed.to_c is None else deed.to_c
        needed = cooling.minutes(self.celsius, to_c)
        minutes = needed
        if deed.minutes is not None and deed.to_c is None:
            minutes = deed.minutes
        if minutes is None:
            minutes = deed.row.minutes
        return Cooled(
            place=place,
            minutes=minutes,
            celsius=to_c if needed is not None and minutes >= needed else cooling.at(self.celsius, minutes),
            too_slow=cooling.too_slow(self.celsius),
            never=needed is None,
        )

    def _leave_behind(self, left_g: float) -> None:
        if left_g > 0 and self.pot.mass_g > 0:
            part = min(1.0, left_g / self.pot.mass_g)
            self.behind = self.behind.with_(self.pot.share(part))
            self.pot = self.pot.share(1 - part)


def _kept_c(ingredient: Ingredient) -> float:
    """How warm a thing is when it is fetched [degC]: dairy and eggs out of the chiller, the rest off the shelf."""
    return parameter("chiller_c" if ingredient.group in CHILLED else "making_room_c")


def whole_making(
    deeds: Sequence[Deed],
    specs: Sequence[Spec],
    masses: Sequence[float | None],
    path: str,
    heated: str | None,
    cold: bool,
) -> tuple[Stage, ...]:
    """The making as it is written, or as is usual where nothing is: weighed in, and then what it is HEATED by.

    What cools it comes at the end where it is to be COLD and is not.
    """
    work = list(deeds) or [usual(do, path) for do in ("weigh", *([heated] if heated else ()))]
    _, stages = made(work, specs, masses)
    if cold and stages and stages[-1].celsius > parameter("cold_holding"):
        _, stages = made([*work, usual(COOL, path)], specs, masses)
    return stages


def usual(do: str, path: str) -> Deed:
    """A deed of which nothing more is said."""
    return Deed(
        step=MakingStep(do=do),
        path=f"{path}/making",
        row=making_rows()[do],
        minutes=None,
        to_c=None,
        to_g=None,
        left_g=0.0,
        water_g=0.0,
        lot_g=None,
        lines=(),
    )
