"""A jar on its fish: one frozen record of what it holds, how it stands, what it coats, its window and its salt."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from jarcore.data import parameter
from jarcore.documents import Finding
from jarcore.documents.evaluated_jar import Window
from jarcore.documents.formula import Jar, Method
from jarcore.fish import MeasuredFish
from jarcore.jars.contents import Contents
from jarcore.jars.kind import Kind
from jarcore.jars.place import Standing, is_rinsed

NO_METHOD = Method()
DISCARDED = "discard"
# What leaves a little of a jar on the face, and what takes it off the fish without water.
SCRAPE = "scrape"
WIPED = ("wipe", SCRAPE, "squeeze")
TAKEN_OFF = (*WIPED, "drain")
# What goes into fat late or last, by its row: it alone does not begin a sauce there.
LATE = ("sugar", "leaves")


@dataclass(frozen=True, slots=True, kw_only=True)
class Coat:
    """Masses [g] to set out, picked up and thrown away, the pick-up's range, and the batter's consistency."""

    set_out_g: float
    pick_up_g: float
    discard_g: float
    low_g: float
    high_g: float
    hydration_pct: float | None = None
    flow: str | None = None


@dataclass(frozen=True, slots=True)
class Coated:
    """What a jar coats, and what was found on the way."""

    coat: Coat | None
    found: tuple[Finding, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class SaltStep:
    """Salt of one jar [g]: put in, gone onto the fish, taken off again, the range of what stays; other sodium [mg]."""

    added_g: float
    taken_up_g: float
    removed_g: float
    low_g: float
    high_g: float
    other_sodium_mg: float = 0.0

    @property
    def stays_g(self) -> float:
        """What stays on the fish [g]."""
        return self.taken_up_g - self.removed_g


@dataclass(frozen=True, slots=True, kw_only=True)
class Salted:
    """A jar's salt with its ranges: those of the model and of what was written, added up [g], [mg].

    `most` is what stays at the far end of written ranges, without the model's own doubt.
    """

    step: SaltStep
    low_g: float
    high_g: float
    most_g: float
    sodium_low_mg: float
    sodium_high_mg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Laid:
    """A jar laid on its fish, or on one size of its pieces (`group`).

    `clock_min` is what the one clock leaves for it [min]. Coat, window and salt are None where the kind has
    none, or until they are reckoned.
    """

    contents: Contents
    kind: Kind
    fish: MeasuredFish
    standing: Standing
    group: str | None = None
    clock_min: float = math.inf
    coat: Coat | None = None
    window: Window | None = None
    salt: Salted | None = None

    @property
    def jar(self) -> Jar:
        """The jar as the document has it."""
        return self.contents.jar

    @property
    def path(self) -> str:
        """Its place in the document."""
        return self.contents.path

    @property
    def method(self) -> Method:
        """How the jar is used, as the document has it."""
        return self.contents.jar.method or NO_METHOD

    @property
    def minutes(self) -> float | None:
        """Contact time [min]: as planned, else until its best begins; None where it is not timed."""
        if self.standing.contact_min is not None:
            return self.standing.contact_min
        return self.window["best_from_min"] if self.window else None

    @property
    def rinsed(self) -> bool:
        """Whether the fish is rinsed after it."""
        return is_rinsed(self.method)

    @property
    def discarded(self) -> bool:
        """Whether what is left of it is said to be thrown away."""
        return self.method.fate == DISCARDED

    @property
    def scraped(self) -> bool:
        """Whether what clings is scraped off."""
        return self.method.after == SCRAPE

    @property
    def wiped(self) -> bool:
        """Whether the face is wiped, scraped or pressed out, which leaves a little on it."""
        return self.method.after in WIPED

    @property
    def comes_off(self) -> bool:
        """Whether it comes off the fish without water: it is then a used jar of its own."""
        return self.method.after in TAKEN_OFF

    @property
    def taken_off(self) -> bool:
        """Whether it is rinsed off or comes off before the next."""
        return self.rinsed or self.comes_off

    @property
    def is_heated(self) -> bool:
        """Whether it meets heat as it is made: as its making or the cook says, else a stock or a sauce begun in fat."""
        if self.contents.deeds:
            return any(deed.row.heats for deed in self.contents.deeds)
        if self.method.heated is not None:
            return self.method.heated
        if self.kind.finishes:
            return self.contents.names(lambda one: bool(one.goes_in) and one.goes_in not in LATE)
        return self.kind.boiled_first and self.contents.names(lambda one: "stock" in one.flags)

    @property
    def boiled_first(self) -> bool:
        """Whether it is boiled before the fish goes in, or usually is: alcohol that would be tasted; not what is said
        to be mixed cold.
        """
        if self.kind.finishes or not self.kind.touches_raw:
            return False
        unsaid = self.method.heated is None and not self.contents.deeds
        return self.is_heated or (unsaid and self.kind.boiled_first and self.contents.flares)

    @property
    def sour(self) -> bool:
        """Whether anything sour is in its watery part."""
        return self.contents.aqueous is not None and self.contents.contact.acid_g > 0

    @property
    def dose_g(self) -> float:
        """Salt in the jar itself [g]."""
        return self.contents.contact.salt_g

    @property
    def dose_pct(self) -> float:
        """Salt in the jar itself [g per 100 g fish]; 0 where the fish is not weighed."""
        return self.dose_g / self.fish.edible_g * 100 if self.fish.edible_g else 0.0

    @property
    def contact_share(self) -> float:
        """Share [1] of its liquid that touches the fish: all in bag, bath and dish; what stays on in a coat.

        A paste clings whole.
        """
        share = 1 - self.standing.clean_share
        litres = self.contents.aqueous.litres if self.contents.aqueous else 0.0
        if self.standing.vessel == "coat" and litres and self.fish.surface_cm2:
            film_l = parameter("film_thickness") / 10 * self.fish.surface_cm2 / 1000
            stays_on, paste = min(parameter("coat_retained_share"), film_l / litres), self.contents.paste_share
            share *= paste + (1 - paste) * stays_on
        return share

    def gone_in_pct(self, minutes: float) -> float:
        """Salt that has gone into the flesh after a time [min], before any rinse [g per 100 g fish]."""
        return self.kind.uptake(self)(minutes)

    def gone_in_g(self, minutes: float) -> float:
        """The same in grams [g]."""
        return self.gone_in_pct(minutes) * (self.fish.edible_g or 0.0) / 100

    @property
    def goes_in_pct(self) -> float | None:
        """Salt that gets into fish whose skin keeps it out [g per 100 g]; None where nothing keeps it out."""
        if self.salt is None or not self.kind.lies_dry or not self.fish.under_skin or not self.fish.edible_g:
            return None
        return self.salt.step.taken_up_g / self.fish.edible_g * 100

    def by_size(self) -> "Sequence[Laid]":
        """The jar on each size of the pieces that it is for, with its share of it; itself where all are alike."""
        wanted = self.jar.fish_groups
        chosen = [g for g in self.fish.groups if g.fish.timed and (not wanted or g.id in wanted)]
        whole = sum(g.fish.edible_g or 0.0 for g in chosen)
        return [
            replace(self, group=g.id, fish=g.fish, contents=self.contents.part_of((g.fish.edible_g or 0.0) / whole))
            for g in chosen
        ] or [self]


def on_one_fish(one: Laid, other: Laid) -> bool:
    """Whether two jars go on the same pieces."""
    mine, theirs = one.jar.fish_groups, other.jar.fish_groups
    return not mine or not theirs or bool(set(mine) & set(theirs))
