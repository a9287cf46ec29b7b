"""Where a jar stands and how the fish lies in it."""

from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.documents.formula import Jar, Method
from jarcore.fish import MeasuredFish
from jarcore.jars.contents import Contents
from jarcore.reading import Quantities

# What a place is taken to have when its temperature is not stated [degC].
PLACES = {"chiller": 4.0, "ice": 1.0, "counter": 20.0}
# Kinds that act on raw fish while time passes.
CONTACT_KINDS = ("marinade", "dry_brine", "wet_brine", "soak", "rub", "filling")


@dataclass(frozen=True, slots=True)
class Standing:
    """Place, temperature [degC], vessel, planned contact time [min] (None when not planned), shares [1].

    `rest_min` is how long the fish rests after the jar in the same place [min]; `warm` whether its clock runs there.
    """

    place: str
    celsius: float
    vessel: str
    contact_min: float | None
    clean_share: float
    turned: bool
    rest_min: float
    warm: bool

    @property
    def above_cold(self) -> bool:
        """Whether it stands warmer than cold holding allows."""
        return self.celsius > parameter("cold_holding") + parameter("cold_slack")


def standing_of(jar: Jar, path: str, threshold_c: float, read: Quantities) -> Standing:
    """How a jar stands; the chiller is the default. THRESHOLD_C is where the fish's clock starts [degC]."""
    method = jar.method or Method()
    place = method.place or "chiller"
    celsius = read.celsius(method.place_temperature, f"{path}/method/place_temperature")
    if celsius is None:
        celsius = PLACES[place]
        if place == "counter":
            read.say(
                "estimated", f"{path}/method/place_temperature", "The room's temperature is not stated: taken as 20 °C."
            )
    return Standing(
        place,
        celsius,
        method.vessel or ("dish" if jar.kind in ("marinade", "wet_brine", "soak", "dry_brine") else "coat"),
        read.minutes(method.contact_time, f"{path}/method/contact_time"),
        read.share(method.clean_share, f"{path}/method/clean_share") or 0.0,
        method.turn_every is not None and bool(method.turn_every.value),
        read.minutes(method.rest_time, f"{path}/method/rest_time") or 0.0,
        celsius > threshold_c + parameter("cold_slack"),
    )


def contact_share(contents: Contents, standing: Standing, fish: MeasuredFish) -> float:
    """Share [1] of a jar's liquid that touches the fish: all in bag, bath and dish; what stays on in a coat."""
    share = 1 - standing.clean_share
    litres = contents.aqueous.litres if contents.aqueous else 0.0
    if standing.vessel == "coat" and litres and fish.surface_cm2:
        film_l = parameter("film_thickness") / 10 * fish.surface_cm2 / 1000
        share *= min(parameter("coat_retained_share"), film_l / litres)
    return share
