"""The salt ledger: from jar to jar to the plate."""

from collections.abc import Mapping, Sequence
from typing import Any

from jarcore.data import parameter, rows
from jarcore.documents.evaluation import Ledger
from jarcore.documents.formula import Formula, Target
from jarcore.jars import Contents, MeasuredFish, Quantities, SaltStep, target_states


def ledger_of(
    formula: Formula,
    jars: Sequence[Contents],
    steps: Sequence[SaltStep],
    fish: MeasuredFish,
    servings: float | None,
    read: Quantities,
) -> Ledger:
    """Salt [g] of each jar and of the plate, per serving, with its range; shares are of raw edible weight."""
    sodium = parameter("sodium_per_salt")
    edible = fish.edible_g
    targets = formula.targets or {}
    added = sum(step.taken_up - step.removed for step in steps)
    native = fish.species.native_sodium_mg * edible / 100 / sodium if fish.species and edible else None
    salt = None if native is None else native + added
    per = salt / servings if salt is not None and servings else None
    other = sum(step.other_sodium_mg for step in steps)
    sides = sum(side.salt_g_per_serving or 0.0 for side in formula.sides or [])
    ledger: Ledger = {
        "entries": [
            {
                "jar": contents.jar.id,
                "added_g": step.added,
                "taken_up_g": step.taken_up,
                "removed_g": step.removed,
                "low_g": step.low,
                "high_g": step.high,
            }
            for contents, step in zip(jars, steps, strict=True)
        ],
        "native_salt_g": native,
        "added_salt_g": added,
        "salt_g": salt,
        "added_pct_of_edible": added / edible * 100 if edible else None,
        "salt_pct_of_edible": salt / edible * 100 if salt is not None and edible else None,
        "salt_g_per_serving": per,
        "sodium_mg_per_serving": per * sodium + other / servings if per is not None and servings else None,
        "left_for_finish_g": _left(targets, salt, added, edible),
        "second_salting_g": _second_salting(jars, steps, edible, read),
        "sides_salt_g_per_serving": sides,
        "guidance": [],
        "targets": {},
    }
    low, high = sum(step.low for step in steps), sum(step.high for step in steps)
    if high > low:
        ledger["added_salt_g_range"] = [low, high]
        if native is not None:
            ledger["salt_g_range"] = [native + low, native + high]
    ledger["guidance"] = guidance_of(ledger["sodium_mg_per_serving"], sides * sodium)
    ledger["targets"] = target_states(targets, ledger, "/targets", read)
    return ledger


def guidance_of(sodium_mg: float | None, sides_mg: float) -> list[dict[str, Any]]:
    """The share [%] that one serving, sides included, takes of each published daily limit of sodium."""
    if sodium_mg is None:
        return []
    return [
        {
            "age": row["age"],
            "daily_mg": float(row["daily_mg"]),
            "share_pct": (sodium_mg + sides_mg) / float(row["daily_mg"]) * 100,
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
    jars: Sequence[Contents], steps: Sequence[SaltStep], edible: float | None, read: Quantities
) -> float | None:
    """Salt [g] for a light second salting after a heavy one that was rinsed; None without one."""
    for contents, step in zip(jars, steps, strict=True):
        method = contents.jar.method
        if contents.jar.kind == "dry_brine" and method and method.school == "timed_rinse" and edible:
            missing = max(0.0, parameter("target_normal") * edible / 100 - (step.taken_up - step.removed))
            if missing > 0.1:
                text = f"After the rinse about {missing:.1f} g more salt brings the fish to {parameter('target_normal'):g} %: a light second salting."
                read.say("second-salting", contents.path, text)
            return missing
    return None
