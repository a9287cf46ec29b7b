"""Rules about the heat: fully cooked or not, parasites, hot oil and what goes into it."""

from collections.abc import Iterator

from jarcore.data import parameter
from jarcore.heat import FRIED, too_hot, too_little
from jarcore.jars import CONTACT_KINDS
from jarcore.judgement.case import Case, Hit


def _core(case: Case) -> Iterator[Hit]:
    cook, fish = case.cook, case.fish
    path = "/cook/method" if cook.method in (None, "none") else "/cook/core_target"
    start = case.read.celsius(cook.start_temperature, "/cook/start_temperature")
    if fish.has("histamine") and start is not None and start > parameter("histamine_cold") + parameter("cold_slack"):
        yield "histamine-counter", "/cook/start_temperature", None
    for contents, _ in case.touching():
        sour = contents.aqueous is not None and contents.composition.acid_g > 0
        if sour or contents.lacks(lambda one: one.acid_g > 0):
            yield "acid-is-not-heat", contents.path, None
    if case.anyone_vulnerable and cook.method is None:
        text = "It is not stated how the fish is cooked, and somebody who eats is vulnerable: until it is, it counts as undercooked."
        yield "undercooked-vulnerable", path, text
    if not case.raw:
        yield "probe-core", "/cook", None
        return
    if cook.method != "none":
        yield (
            "low-pull",
            path,
            f"The core target is {case.core_celsius:.0f} °C, under 63 °C: the fish counts as partly cooked.",
        )
    if case.anyone_vulnerable and cook.method is not None:
        yield "undercooked-vulnerable", path, None
    if not _free_of_parasites(case):
        yield "parasites-freezing", path, None


def _free_of_parasites(case: Case) -> bool:
    """A listed species, a farmed one of those that are fed on pellets, or a freezing step on record."""
    farmed = case.formula.fish is not None and case.formula.fish.origin == "farmed_on_pellets"
    return case.fish.is_all("parasite-exempt") or (farmed and case.fish.is_all("pellet-farmed")) or _frozen(case)


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


def _oil(case: Case) -> Iterator[Hit]:
    cook = case.cook
    if cook.method not in FRIED:
        return
    yield "hot-oil", "/cook/method", None
    little = too_little(cook, case.fish, case.read)
    if little:
        yield "oil-too-little", "/cook/oil", little
    hot = too_hot(cook, case.pantry, case.read)
    if hot:
        yield "oil-smoke", *hot
    start = case.read.celsius(cook.start_temperature, "/cook/start_temperature")
    iced = case.fish.celsius < 0 if start is None else start < 0
    if iced or (case.formula.fish and case.formula.fish.state == "frozen"):
        yield "frozen-into-oil", "/fish/state", None


def _fire(case: Case) -> Iterator[Hit]:
    method = case.cook.method
    if method == "steam":
        yield "steam-burn", "/cook/method", None
    raw = [jar for jar in case.jars if jar.jar.kind in CONTACT_KINDS]
    if method in ("grill", "top_grill") and any(
        jar.composition.sugar_g + jar.composition.oil_g > 0 or jar.lacks(lambda one: one.sugar + one.fat > 0)
        for jar in raw
    ):
        yield "flare-up", "/cook/method", None
    if case.cook.second_fry is not None:
        yield "part-cooked", "/cook/second_fry", None


RULES = (_core, _oil, _fire)
