"""Rules about the fish, where it stands, its heat, and what is in the jars."""

from collections.abc import Iterator

from jarcore.data import codes, parameter
from jarcore.judgement.case import Case, Hit

SMALL_CHILDREN = ("infant", "1-3", "4-8")


def _fish(case: Case) -> Iterator[Hit]:
    fish = case.fish
    by_flag = {
        "toxic": "puffer-fish",
        "histamine": "histamine-fish",
        "reef": "reef-fish",
        "wax-ester": "wax-ester",
        "spines": "spines",
    }
    for flag, code in by_flag.items():
        if fish.has(flag):
            yield code, "/fish/species", None
    if fish.species and not fish.ambiguous and fish.species.mercury == "avoid" and not fish.has("toxic"):
        yield "mercury-avoid", "/fish/species", None
    if case.formula.fish and case.formula.fish.receiving == "rejected":
        yield "rejected-lot", "/fish/receiving", None
    boned = (fish.has("small-bones") or fish.has("pin-bones")) and case.formula.diners
    if boned and any(diner.age in SMALL_CHILDREN for diner in case.formula.diners or []):
        yield "bones-child", "/diners", None


def _places(case: Case) -> Iterator[Hit]:
    for contents, standing in case.touching():
        path = f"{contents.path}/method/place"
        if case.fish.has("histamine") and (
            standing.place == "counter" or standing.celsius > parameter("histamine_cold")
        ):
            yield "histamine-counter", path, None
        elif standing.place != "counter" and standing.celsius > parameter("cold_holding"):
            yield "chiller-warm", f"{contents.path}/method/place_temperature", None
        material = contents.jar.method.vessel_material if contents.jar.method else None
        ph = contents.aqueous.ph() if contents.aqueous and contents.composition.acid_g > 0 else 7.0
        salty = contents.composition.salt_g > 0
        if (material == "aluminium" and (salty or ph < parameter("reactive_ph"))) or (
            material == "copper" and ph < parameter("reactive_ph")
        ):
            yield "reactive-vessel", f"{contents.path}/method/vessel_material", None
        if standing.vessel == "bag":
            yield "vacuum-none", f"{contents.path}/method/vessel", None
    code = case.clock.grade()
    if code is not None and case.clock.jar is not None:
        text = f"{codes()[code].text} Here: {case.clock.minutes:.0f} min."
        yield code, f"{case.jars[case.clock.jar].path}/method/place", text


def _heat(case: Case) -> Iterator[Hit]:
    cook, fish = case.cook, case.fish
    path = "/cook/method" if cook.method == "none" else "/cook/core_target"
    start = case.read.celsius(cook.start_temperature, "/cook/start_temperature")
    if fish.has("histamine") and start is not None and start > parameter("histamine_cold"):
        yield "histamine-counter", "/cook/start_temperature", None
    sour = [contents for contents, _ in case.touching() if contents.aqueous and contents.composition.acid_g > 0]
    for contents in sour:
        yield "acid-is-not-heat", contents.path, None
    if not case.raw:
        yield "probe-core", "/cook", None
        return
    if cook.method != "none":
        yield (
            "low-pull",
            path,
            f"The core target is {case.core_celsius:.0f} °C, under 63 °C: the fish counts as partly cooked.",
        )
    if any(diner.vulnerable for diner in case.formula.diners or []):
        yield "undercooked-vulnerable", path, None
    farmed = case.formula.fish is not None and case.formula.fish.origin == "farmed_on_pellets"
    if not farmed and not _frozen(case) and not (fish.species and fish.species.id == "tuna-bluefin"):
        yield "parasites-freezing", path, None


def _frozen(case: Case) -> bool:
    """Whether the record shows a freezing step that is long and cold enough."""
    record = case.formula.fish.frozen_record if case.formula.fish else None
    if record is None:
        return False
    celsius = case.read.celsius(record.temperature, "/fish/frozen_record/temperature")
    minutes = case.read.minutes(record.time, "/fish/frozen_record/time")
    if celsius is None or minutes is None:
        return False
    return (celsius <= parameter("freezing_cold") and minutes >= parameter("freezing_days") * 1440) or (
        celsius <= parameter("freezing_deep") and minutes >= parameter("freezing_deep_hours") * 60
    )


def _contents(case: Case) -> Iterator[Hit]:
    infants = any(diner.age == "infant" for diner in case.formula.diners or [])
    for contents in case.jars:
        for spec in contents.specs:
            where = f"{contents.path}/lines/{spec.place}"
            if spec.ingredient and spec.ingredient.id.startswith("nitrite"):
                yield "curing-salt", where, None
            if infants and spec.ingredient and spec.ingredient.id == "honey":
                yield "honey-infant", where, None
        oily = contents.composition.oil_g > 0.4 * contents.composition.mass_g > 0
        fresh = any(i.group == "aromatic" and i.water > 50 for i, _ in contents.parts())
        if oily and fresh:
            yield "oil-garlic-herb", contents.path, None
    for contents, _ in case.touching():
        liquid = contents.aqueous is not None and contents.jar.kind in ("marinade", "wet_brine", "soak")
        fate = contents.jar.method.fate if contents.jar.method else None
        if liquid and fate == "eaten":
            yield "contact-served-raw", f"{contents.path}/method/fate", None
        elif liquid and fate in (None, "discard"):
            yield "used-jar", contents.path, None


RULES = (_fish, _places, _heat, _contents)
