"""What is taken for granted of a formula, and one press to change each: as it is taken, or otherwise."""

from collections.abc import Iterator, Mapping
from typing import Any

from jarcore.data import rows
from jarcore.documents import Finding
from jarcore.documents.evaluation import Assumption, Offer
from jarcore.documents.patches import put_below, tidy
from jarcore.documents.pointers import Step, steps_of
from jarcore.fish import MeasuredFish
from jarcore.formula.prepare import Prepared
from jarcore.reading import pattern_of, written_unit

# Where each choice of the fish is stated; skin and bone are of all groups.
STATED: Mapping[str, tuple[Step, ...]] = {"basis": ("weight", "basis"), "skin": ("skin",), "bone": ("bone",)}
OF_ALL = ("skin", "bone")
BARE = "bare"


def assumptions_of(document: Mapping[str, Any], ready: Prepared, findings: list[Finding]) -> list[Assumption]:
    """Each thing that was told as taken for granted: what it is taken for, and what it may be instead."""
    found: list[Assumption] = []
    for one in findings:
        if one.code == "assumed":
            found += _of_a_cut(document, one.path, _fish_at(one.path, ready.fish))
        elif one.code == "estimated" and "taken" in one.values:
            found += _of_a_number(document, one.path, one.values["taken"])
    return found


def _fish_at(path: str, fish: MeasuredFish) -> MeasuredFish:
    """The fish of a path, or the group of its pieces."""
    match steps_of(path):
        case ("fish", "groups", int(place), *_):
            return fish.groups[place].fish if fish.groups else fish
    return fish


def _of_a_cut(document: Mapping[str, Any], path: str, fish: MeasuredFish) -> Iterator[Assumption]:
    """How a fish of this cut was weighed, its skin, its bone."""
    taken = {"basis": fish.basis, "skin": fish.skin, "bone": fish.bone}
    for field in fish.assumed:
        choices = [row for row in rows("choices") if row["field"] == field]
        mine = next(row for row in choices if row["value"] == taken[field])
        if mine["told"] != "1":
            continue
        parent = "/fish" if field in OF_ALL else path.removesuffix("/cut")
        way = (*steps_of(parent), *STATED[field])

        def offer(row: Mapping[str, str], way: tuple[Step, ...] = way) -> Offer:
            return {"text": row["words"], "short": row["short"], "patch": put_below(document, way, row["value"])}

        yield {"path": path, **offer(mine), "others": [offer(row) for row in choices if row is not mine]}


def _of_a_number(document: Mapping[str, Any], path: str, taken: float) -> Iterator[Assumption]:
    """A figure that was estimated, and figures beside it."""
    row = next((row for row in rows("offers") if row["path"] == pattern_of(path)), None)
    if row is None:
        return
    beside = [float(value) for value in row["values"].split(";") if value]
    beside += [taken * float(times) for times in row["times"].split(";") if times]
    way = (*steps_of(path), *((row["part"],) if row["part"] not in ("", BARE) else ()))

    def offer(value: float) -> Offer:
        if row["part"] == BARE:
            whole = max(1, round(value))
            words = f"{whole} piece" if whole == 1 else f"{whole} pieces"
            return {"text": words, "short": f"{whole}", "patch": put_below(document, way, whole)}
        shown = tidy(value, 2)
        stated = {"value": shown, "unit": row["unit"]}
        words = f"{shown:g} {written_unit(row['unit'])}"
        return {"text": words, "short": words, "patch": put_below(document, way, stated)}

    mine = offer(taken)
    others = [one for one in (offer(value) for value in beside) if one["text"] != mine["text"]]
    yield {"path": path, **mine, "others": others}
