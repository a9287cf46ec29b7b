"""What a change changes: two documents evaluated, and the differences that a cook decides by."""

from collections.abc import Iterator, Mapping
from typing import Any, Literal

from typing_extensions import TypedDict

from jarcore.data import Pantry, Species, default_pantry
from jarcore.data.classes import class_name
from jarcore.data.readings import reading
from jarcore.documents import Evaluation
from jarcore.formula import evaluate
from jarcore.questions.growth import Growth, growth_of

Group = Literal["fish", "jar", "window", "cook", "ledger", "caution", "allergen", "advice"]
# Smaller changes than this share of the larger value are no difference.
NOTHING = 1e-6
# A time that moves by less than this is the same to a cook.
SAME_TIME = 0.01
READINGS = ("salt_pct_of_fish", "acid_pct_citric", "ph", "sugar_pct", "oil_to_acid_volume", "mass_g")
COATING = ("set_out_g", "pick_up_g")
TIMES = ("best_from_min", "best_to_min", "latest_min")
HEAT = ("core_c", "minutes", "rest_minutes")
PLATE = ("salt_g_per_serving", "sodium_mg_per_serving", "salt_pct_of_edible")
MEASURES = ("edible_g", "whole_pieces", "thickness_mm", "surface_cm2")
# Classes of notices that a cook decides by; the others say what is missing, which is seen where it is missing.
ADVICE = ("advice", "told")


class Difference(TypedDict):
    """One thing that is otherwise afterwards; numbers in `unit`, words as they are, None where it is not there."""

    group: Group
    what: str
    before: float | str | None
    after: float | str | None
    unit: str


class Comparison(TypedDict):
    """All differences, what grew and why, and whether the formula is ready afterwards."""

    differences: list[Difference]
    growth: Growth
    ready: bool


def compare(before: Mapping[str, Any], after: Mapping[str, Any], pantry: Pantry | None = None) -> Comparison:
    """What is otherwise in the document AFTER than in BEFORE, jar by jar (by id), in the order of the Bench."""
    stock = pantry or default_pantry()
    old, new = evaluate(before, stock), evaluate(after, stock)
    differences = [
        *_fish(before, after, old, new, stock),
        *_jars(after, old, new),
        *_changed("cook", HEAT, old["cook"], new["cook"]),
        *_changed("ledger", PLATE, old["ledger"], new["ledger"]),
        *_words("caution", *({c["text"]: c["grade"] for c in one["cautions"]} for one in (old, new))),
        *_words("allergen", *(dict.fromkeys(one["allergens"], "present") for one in (old, new))),
        *_words(
            "advice", *({n["text"]: "advice" for n in one["notices"] if n["grade"] in ADVICE} for one in (old, new))
        ),
    ]
    return {"differences": differences, "growth": growth_of(before, after, old, new), "ready": new["ready"]}


def _fish(
    before: Mapping[str, Any], after: Mapping[str, Any], old: Evaluation, new: Evaluation, pantry: Pantry
) -> Iterator[Difference]:
    kinds = [_species(document, pantry) for document in (before, after)]
    for field, what in (("name", "Fish"), ("fat_class", "Fat"), ("firmness", "Flesh"), ("mercury", "Mercury class")):
        was, now = (class_name(field, getattr(kind, field)) if kind else None for kind in kinds)
        if was != now:
            yield {"group": "fish", "what": what, "before": was, "after": now, "unit": ""}
    yield from _words("fish", *({_flag(flag): "yes" for flag in (kind.flags if kind else ())} for kind in kinds))
    yield from _changed("fish", MEASURES, old["fish"], new["fish"])


def _flag(flag: str) -> str:
    return f"{flag.replace('-', ' ').capitalize()} to be reckoned with"


def _species(document: Mapping[str, Any], pantry: Pantry) -> Species | None:
    fish = document.get("fish")
    name = fish.get("species") if isinstance(fish, Mapping) else None
    return pantry.species.get(name) if isinstance(name, str) else None


def _jars(after: Mapping[str, Any], old: Evaluation, new: Evaluation) -> Iterator[Difference]:
    known = {jar["id"]: jar for jar in old["jars"] if jar["id"]}
    for place, jar in enumerate(new["jars"]):
        name = jar_name(after, place)
        was = known.get(jar["id"] or "")
        if was is None:
            yield {"group": "jar", "what": name, "before": None, "after": "a new jar", "unit": ""}
            continue
        coated = jar["reading"]["set_out_g"] != jar["reading"]["pick_up_g"]
        for one in _changed("jar", (*READINGS, *COATING) if coated else READINGS, was["reading"], jar["reading"]):
            yield {**one, "what": f"{one['what']} — {name}"}
        for one in _window(was["window"], jar["window"]):
            yield {**one, "what": f"{one['what']} — {name}"}
    kept = {jar["id"] for jar in new["jars"]}
    for place, jar in enumerate(old["jars"]):
        if jar["id"] and jar["id"] not in kept:
            yield {"group": "jar", "what": f"Jar {place + 1}", "before": "there", "after": None, "unit": ""}


def jar_name(document: Mapping[str, Any], place: int) -> str:
    """What a jar is called, or its place."""
    jars = document.get("jars")
    jar = jars[place] if isinstance(jars, list) and place < len(jars) else None
    name = jar.get("name") if isinstance(jar, Mapping) else None
    return name if isinstance(name, str) and name else f"jar {place + 1}"


def _window(was: Any, now: Any) -> Iterator[Difference]:
    if was is None or now is None:
        if (was is None) != (now is None):
            said = [None if one is None else "timed" for one in (was, now)]
            yield {"group": "window", "what": "Window", "before": said[0], "after": said[1], "unit": ""}
        return
    yield from _changed("window", TIMES, was, now, SAME_TIME)
    if was["binding"] != now["binding"]:
        yield {
            "group": "window",
            "what": "What limits it",
            "before": was["binding"],
            "after": now["binding"],
            "unit": "",
        }


def _changed(
    group: Group,
    readings: tuple[str, ...],
    old: Mapping[str, Any],
    new: Mapping[str, Any],
    same: float = NOTHING,
) -> Iterator[Difference]:
    for name in readings:
        was, now = old[name], new[name]
        if was is None and now is None:
            continue
        if was is not None and now is not None and abs(was - now) <= same * max(abs(was), abs(now)):
            continue
        row = reading(name)
        yield {"group": group, "what": row.name, "before": was, "after": now, "unit": row.unit}


def _words(group: Group, old: Mapping[str, str], new: Mapping[str, str]) -> Iterator[Difference]:
    for text in [*old, *(text for text in new if text not in old)]:
        if old.get(text) != new.get(text):
            yield {"group": group, "what": text, "before": old.get(text), "after": new.get(text), "unit": ""}
