"""The salt ledger: from jar to jar to the plate."""

from collections.abc import Mapping, Sequence
from typing import Any

from jarcore.data import parameter, rows
from jarcore.documents import Formula
from jarcore.documents.evaluation import Ledger
from jarcore.documents.formula import Target
from jarcore.fish import MeasuredFish
from jarcore.formula.unstated import missing_of, side_salt_g
from jarcore.jars import Contents, Salted, target_states
from jarcore.reading import Quantities


def ledger_of(
    formula: Formula,
    jars: Sequence[Contents],
    steps: Sequence[Salted],
    fish: MeasuredFish,
    servings: float | None,
    read: Quantities,
) -> Ledger:
    """Salt [g] of each jar and of the plate, per serving, with its range; shares are of raw edible weight."""
    sodium = parameter("sodium_per_salt")
    edible = fish.edible_g
    targets = formula.targets or {}
    missing = missing_of(formula, jars, read)
    added = sum(one.step.stays for one in steps)
    native = fish.species.native_sodium_mg * edible / 100 / sodium if fish.species and edible else None
    salt = None if native is None else native + added
    per = salt / servings if salt is not None and servings else None
    other = sum(one.step.other_sodium_mg for one in steps)
    sides = sum(side_salt_g(side.salt_g_per_serving, place, read) or 0.0 for place, side in enumerate(formula.sides or []))  # fmt: skip
    ledger: Ledger = {
        "entries": [
            {
                "jar": contents.jar.id,
                "added_g": one.step.added,
                "taken_up_g": one.step.taken_up,
                "removed_g": one.step.removed,
                "low_g": one.low,
                "high_g": one.high,
                "complete": not any(m["path"].startswith(f"{contents.path}/") or m["path"] == contents.path for m in missing),
            }
            for contents, one in zip(jars, steps, strict=True)
        ],
        "complete": not missing,
        "missing": missing,
        "native_salt_g": native,
        "added_salt_g": added,
        "salt_g": salt,
        "added_pct_of_edible": added / edible * 100 if edible else None,
        "salt_pct_of_edible": salt / edible * 100 if salt is not None and edible else None,
        "salt_g_per_serving": per,
        "sodium_mg_per_serving": per * sodium + other / servings if per is not None and servings else None,
        "left_for_finish_g": None if missing else _left(targets, salt, added, edible),
        "second_salting_g": _second_salting(jars, steps, edible, read),
        "sides_salt_g_per_serving": sides,
        "guidance": [],
        "targets": {},
    }  # fmt: skip
    _ranges(ledger, steps, native, edible, servings)
    ledger["guidance"] = guidance_of(ledger["sodium_mg_per_serving"], sides * sodium, bool(missing))
    states = target_states(targets, ledger, "/targets", read)
    # What is at least so much may be more: only a target that is passed already is known to be.
    ledger["targets"] = {name: state for name, state in states.items() if not missing or state["state"] == "over"}
    return ledger


def _ranges(
    ledger: Ledger, steps: Sequence[Salted], native: float | None, edible: float | None, servings: float | None
) -> None:
    """Ranges of what was written and of the models, added up to the plate."""
    ends = [sum(one.low for one in steps), sum(one.high for one in steps)]
    other = [sum(one.sodium_low_mg for one in steps), sum(one.sodium_high_mg for one in steps)]
    if ends[1] <= ends[0] and other[1] <= other[0]:
        return
    ledger["added_salt_g_range"] = ends
    if edible:
        ledger["added_pct_of_edible_range"] = [end / edible * 100 for end in ends]
    if native is None:
        return
    whole = [native + end for end in ends]
    ledger["salt_g_range"] = whole
    if edible:
        ledger["salt_pct_of_edible_range"] = [end / edible * 100 for end in whole]
    if servings:
        ledger["salt_g_per_serving_range"] = [end / servings for end in whole]
        ledger["sodium_mg_per_serving_range"] = [
            (end * parameter("sodium_per_salt") + more) / servings for end, more in zip(whole, other, strict=True)
        ]


def guidance_of(sodium_mg: float | None, sides_mg: float, at_least: bool) -> list[dict[str, Any]]:
    """The share [%] that one serving, sides included, takes of each published daily limit of sodium."""
    if sodium_mg is None:
        return []
    return [
        {
            "age": row["age"],
            "daily_mg": float(row["daily_mg"]),
            "share_pct": (sodium_mg + sides_mg) / float(row["daily_mg"]) * 100,
            "at_least": at_least,
            "source": row["source"],
        }
        for row in rows("sodium")
    ]


def _left(targets: Mapping[str, Target], salt: float | None, added: float, edible: float | None) -> float | None:
    """Salt [g] that the finish may still bring to meet the plate's target; None without one."""
    for name, now in (("salt_pct_of_edible", salt), ("added_pct_of_edible", added)):
        target = targets.get(name)
        aim = None if target is None else target.value if target.value is not None else target.max
        if aim is not None and now is not None and edible:
            return max(0.0, aim * edible / 100 - now)
    return None


def _second_salting(
    jars: Sequence[Contents], steps: Sequence[Salted], edible: float | None, read: Quantities
) -> float | None:
    """Salt [g] for a light second salting after a heavy one that was rinsed; None without one."""
    for contents, one in zip(jars, steps, strict=True):
        method = contents.jar.method
        if contents.jar.kind == "dry_brine" and method and method.school == "timed_rinse" and edible:
            missing = max(0.0, parameter("target_normal") * edible / 100 - one.step.stays)
            if missing > 0.1:
                text = f"After the rinse about {missing:.1f} g more salt brings the fish to {parameter('target_normal'):g} %: a light second salting."
                read.say("second-salting", contents.path, text)
            return missing
    return None
