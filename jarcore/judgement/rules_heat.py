"""Rules about the heat: fully cooked or not, parasites, hot oil and what goes into it."""

from collections.abc import Iterator

from jarcore.data import MINUTES_A_DAY, MINUTES_AN_HOUR, parameter, said
from jarcore.fish import is_warm
from jarcore.heat import too_hot, too_little
from jarcore.jars import acts_sour
from jarcore.judgement.case import Case, Hit


def _core(case: Case) -> Iterator[Hit]:
    heat, fish = case.heat, case.fish
    path = "/cook/method" if heat.method is None or heat.raw else "/cook/core_target"
    if fish.has("histamine") and heat.start_c is not None and is_warm(fish, heat.start_c):
        yield Hit("histamine-counter", "/cook/start_temperature", do=said("do/from-the-cold"))
    for laid in case.touching():
        if acts_sour(laid) or laid.contents.lacks(lambda one: one.acid_g > 0):
            do = None if case.raw else said("do/cook-through", target=heat.target_c)
            yield Hit("acid-is-not-heat", laid.path, do=do)
    if case.anyone_vulnerable and heat.method is None:
        yield Hit("undercooked-vulnerable", path, said("undercooked-vulnerable/unstated"), said("do/say-how"))
    if not case.raw:
        yield Hit("probe-core", "/cook")
        return
    if not heat.raw:
        yield Hit("low-pull", path, said("low-pull", celsius=heat.target_c))
    if case.anyone_vulnerable and heat.method is not None:
        yield Hit("undercooked-vulnerable", path)
    if not _free_of_parasites(case):
        yield Hit("parasites-freezing", path)


def _free_of_parasites(case: Case) -> bool:
    """A listed species, a farmed one of those that are fed on pellets, or a freezing step on record."""
    farmed = case.formula.fish is not None and case.formula.fish.origin == "farmed_on_pellets"
    return case.fish.is_all("parasite-exempt") or (farmed and case.fish.is_all("pellet-farmed")) or _frozen(case)


def _frozen(case: Case) -> bool:
    """Whether the record shows a freezing step that is long and cold enough."""
    step = case.fish.frozen
    if step is None:
        return False
    days, hours = parameter("freezing_days"), parameter("freezing_deep_hours")
    return (step.celsius <= parameter("freezing_cold") and step.minutes >= days * MINUTES_A_DAY) or (
        step.celsius <= parameter("freezing_deep") and step.minutes >= hours * MINUTES_AN_HOUR
    )


def _oil(case: Case) -> Iterator[Hit]:
    heat = case.heat
    if not heat.kind.fried:
        return
    yield Hit("hot-oil", "/cook/method")
    little = too_little(heat, case.fish)
    if little:
        yield Hit("oil-too-little", "/cook/oil", little)
    hot = too_hot(heat, case.pantry)
    if hot:
        path, words = hot
        yield Hit("oil-smoke", path, words)
    iced = case.fish.celsius < 0 if heat.start_c is None else heat.start_c < 0
    if iced or (case.formula.fish and case.formula.fish.state == "frozen"):
        yield Hit("frozen-into-oil", "/fish/state")


def _fire(case: Case) -> Iterator[Hit]:
    method = case.heat.method
    if method == "steam":
        yield Hit("steam-burn", "/cook/method")
    if method in ("grill", "top_grill") and any(
        laid.contents.composition.sugar_g + laid.contents.composition.oil_g > 0
        or laid.contents.lacks(lambda one: one.sugar + one.fat > 0)
        for laid in case.touching()
    ):
        yield Hit("flare-up", "/cook/method")
    if case.heat.second_fry:
        yield Hit("part-cooked", "/cook/second_fry")


RULES = (_core, _oil, _fire)
