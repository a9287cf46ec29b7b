"""How a formula stands to its kitchen's house rules: which it keeps, which it leaves and why, which it is off."""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any, Literal

from typing_extensions import TypedDict

from jarcore.data import Pantry, default_pantry, sentence
from jarcore.data.house import CORE, PORTION, HouseRule
from jarcore.data.readings import reading
from jarcore.data.targets import PLATE, target_rows
from jarcore.documents import Formula, Patch
from jarcore.documents.parts import Target
from jarcore.documents.pointers import steps_of
from jarcore.formula import Prepared, prepare
from jarcore.jars import target_states
from jarcore.judgement.case import CHILDREN
from jarcore.questions.schools import Disagreement, schools_of
from jarcore.questions.solve.aims import Aim
from jarcore.questions.solve.moving import in_words
from jarcore.questions.solve.values import Values

LEAN = "lean"
State = Literal["kept", "under", "over", "other", "left", "unknown", "words"]
# What the readings beside those of targets are called in their table.
CALLED = {PORTION: "edible_g", CORE: "core_c"}


class Kept(TypedDict):
    """A rule against the formula: kept, under or over its bounds, of the other school, left knowingly, or not known.

    `jar` is the place of the jar that it is about, None for the whole; `held` against the bounds, off `by`, both in
    `unit`. `patch` would keep it. A rule in words alone is the cook's to keep.
    """

    id: str
    text: str
    state: State
    what: str
    unit: str
    asked: str
    jar: int | None
    held: float | None
    by: float | None
    why: str | None
    patch: Patch
    deed: str | None


def house(document: Mapping[str, Any], pantry: Pantry | None = None) -> list[Kept]:
    """Each house rule that applies to the formula, in the kitchen's order."""
    stock = pantry or default_pantry()
    ready = prepare(document, stock)
    raised = schools_of(document, stock) if any(rule.question for rule in stock.house) else []
    return [kept for rule in stock.house if _applies(rule, ready) for kept in _held(rule, ready, raised)]


def _applies(rule: HouseRule, ready: Prepared) -> bool:
    species = ready.fish.species
    match rule.applies:
        case "all":
            return True
        case "children":
            return any(diner.age in CHILDREN for diner in ready.formula.diners or [])
    return species is not None and (species.fat_class == LEAN) == (rule.applies == LEAN)


def _held(rule: HouseRule, ready: Prepared, raised: Sequence[Disagreement]) -> Iterator[Kept]:
    left = _left(rule, ready.formula)
    if rule.target is not None:
        yield from _band(rule, rule.target, ready, left)
    elif rule.question is not None:
        yield from _school(rule, raised, left)
    else:
        yield _kept(rule, "words" if left is None else "left", why=left)


def _left(rule: HouseRule, formula: Formula) -> str | None:
    """Why the formula leaves a rule; None where it follows it."""
    said = next((one for one in formula.house_rules or [] if one.id == rule.id), None)
    return None if said is None or said.follows is not False else said.why or ""


def _band(rule: HouseRule, target: str, ready: Prepared, left: str | None) -> Iterator[Kept]:
    """A rule with bounds: of the whole once, of a jar for each that has the reading."""
    bounds = Target(min=rule.min, max=rule.max)
    of_jars = target not in CALLED and not target.startswith(PLATE)
    places: Sequence[int | None] = range(len(ready.jars)) if of_jars else [None]
    row = reading(CALLED[target] if target in CALLED else target_rows()[target].reading)
    # A portion is what of the edible weight one has.
    name = sentence("house/portion") if target == PORTION else row.name
    asked = in_words(Aim(target, bounds)) if target not in CALLED else sentence("house/bounds", **_ends(rule))
    for place in places:
        held = _value(target, place, ready)
        if held is None and of_jars:
            continue
        states, _ = target_states({target: bounds}, {target: held}, "")
        found = states.get(target)
        plain: State = "unknown" if found is None else "kept" if found["state"] == "in" else found["state"]
        state: State = "left" if left is not None and plain != "kept" else plain
        by = found["by"] if found else None
        yield _kept(rule, state, what=name, unit=row.unit, asked=asked, jar=place, held=held, by=by, why=left)


def _ends(rule: HouseRule) -> dict[str, str]:
    return {
        "least": "" if rule.min is None else sentence("house/least", bound=rule.min),
        "most": "" if rule.max is None else sentence("house/most", bound=rule.max),
    }


def _value(target: str, place: int | None, ready: Prepared) -> float | None:
    if target == PORTION:
        edible, servings = ready.fish.edible_g, ready.servings
        return edible / servings if edible and servings else None
    if target == CORE:
        return None if ready.heat.raw else ready.heat.target_c
    if not ready.jars:
        return None
    return Values(ready, place or 0).middle(target)


def _school(rule: HouseRule, raised: Sequence[Disagreement], left: str | None) -> Iterator[Kept]:
    for one in raised:
        if one["question"] != rule.question:
            continue
        option = next(each for each in one["options"] if each["id"] == rule.option)
        way = steps_of(one["path"])
        place = int(way[1]) if way[:1] == ("jars",) else None
        state: State = "kept" if option["chosen"] else "other" if left is None else "left"
        yield _kept(
            rule,
            state,
            what=one["ask"],
            asked=option["name"],
            jar=place,
            why=left,
            patch=option["patch"] if state == "other" else [],
            deed=sentence("house/school", what=one["ask"], option=option["name"]) if state == "other" else None,
        )


def _kept(rule: HouseRule, state: State, **fields: Any) -> Kept:
    plain: Kept = {
        "id": rule.id,
        "text": rule.text,
        "state": state,
        "what": "",
        "unit": "",
        "asked": "",
        "jar": None,
        "held": None,
        "by": None,
        "why": None,
        "patch": [],
        "deed": None,
    }
    return {**plain, **fields}  # type: ignore[typeddict-item]
