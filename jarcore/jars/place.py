"""Where a jar stands and how it is used: all that its method says, read once."""

import math
from dataclasses import dataclass

from jarcore.data import named, parameter
from jarcore.documents.formula import Jar, Method
from jarcore.fish import MeasuredFish, is_warm
from jarcore.jars.kind import Kind
from jarcore.reading import Quantities

# What a place is taken to have when its temperature is not stated.
USUAL = named(chiller="chiller_c", ice="ice_c", counter="counter_c")
RINSED, RINSING_SCHOOL = "rinse", "timed_rinse"


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    """Place, temperature [degC], vessel, planned contact time [min] (None when not planned), shares [1].

    `turn_min` is how often it is turned and `stand_min` how long the fish stands in its coat [min], None where that is
    not said; `rest_min` is how long the fish rests after the jar in the same place [min]; `warm` whether its clock runs
    there; `age_min` how long before its use the jar was made [min], None where it is not said; `rinse_s` how long it is
    rinsed [s], nothing where it is not; `vessels` how many of the stated size it takes.
    """

    place: str
    celsius: float
    vessel: str
    contact_min: float | None
    clean_share: float
    turned: bool
    turn_min: float | None
    stand_min: float | None
    rest_min: float
    age_min: float | None
    warm: bool
    rinse_s: float
    eaten_share: float
    vessels: int | None

    @property
    def above_cold(self) -> bool:
        """Whether it stands warmer than cold holding allows, whatever the fish."""
        return self.celsius > parameter("cold_holding") + parameter("cold_slack")

    @property
    def lying(self) -> bool:
        """Whether the lower face lies on the vessel the whole time."""
        return self.vessel == "dish" and not self.turned


def usual_c(place: str) -> float:
    """What a place is taken to have [degC]."""
    return parameter(USUAL[place])


def standing_of(jar: Jar, kind: Kind, path: str, fish: MeasuredFish, read: Quantities) -> Standing:
    """How a jar stands; the chiller is the default."""
    method = jar.method or Method()
    place = method.place or "chiller"
    celsius = read.celsius(method.place_temperature, f"{path}/method/place_temperature")
    if celsius is None:
        celsius = usual_c(place)
        if place == "counter":
            read.say("estimated/room", f"{path}/method/place_temperature", taken=celsius)
    eaten = read.share(method.eaten_share, f"{path}/method/eaten_share")
    return Standing(
        place=place,
        celsius=celsius,
        vessel=method.vessel or kind.vessel,
        contact_min=read.minutes(method.contact_time, f"{path}/method/contact_time"),
        clean_share=read.share(method.clean_share, f"{path}/method/clean_share") or 0.0,
        turned=method.turn_every is not None and bool(method.turn_every.value),
        turn_min=read.minutes(method.turn_every, f"{path}/method/turn_every"),
        stand_min=read.minutes(jar.stand_time, f"{path}/stand_time"),
        rest_min=read.minutes(method.rest_time, f"{path}/method/rest_time") or 0.0,
        age_min=read.minutes(method.age, f"{path}/method/age"),
        warm=is_warm(fish, celsius),
        rinse_s=_rinse_s(method, path, read),
        eaten_share=1.0 if eaten is None else eaten,
        vessels=_vessels(method, path, fish, read),
    )


def is_rinsed(method: Method) -> bool:
    """Whether a method says that the fish is rinsed after its jar."""
    return method.after == RINSED or method.school == RINSING_SCHOOL


def _rinse_s(method: Method, path: str, read: Quantities) -> float:
    """How long the jar's salt is rinsed [s]: nothing unless the method says rinse."""
    if not is_rinsed(method):
        return 0.0
    minutes = read.minutes(method.rinse_time, f"{path}/method/rinse_time")
    return parameter("default_rinse") if minutes is None else minutes * 60


def _vessels(method: Method, path: str, fish: MeasuredFish, read: Quantities) -> int | None:
    """How many vessels of the stated size take all pieces in one layer; None without a size."""
    size = method.vessel_size
    if size is None or fish.piece is None or not fish.pieces:
        return None
    length, width = (
        read.length_mm(getattr(size, name), f"{path}/method/vessel_size/{name}") for name in ("length", "width")
    )
    if not length or not width:
        return None
    return max(1, math.ceil(fish.piece.plan_cm2 * fish.pieces / (length * width / 100)))
