"""The salt ledger: from jar to jar to the plate."""

from collections.abc import Mapping, Sequence

from jarcore.data import parameter
from jarcore.documents.evaluation import Ledger
from jarcore.documents.formula import Target
from jarcore.jars import MeasuredFish, Quantities, SaltStep, target_states

TARGETED = ("salt_pct_of_edible", "added_pct_of_edible", "salt_g_per_serving", "sodium_mg_per_serving")


def ledger_of(
    names: Sequence[str | None],
    steps: Sequence[SaltStep],
    fish: MeasuredFish,
    servings: float | None,
    targets: Mapping[str, Target],
    read: Quantities,
) -> Ledger:
    """Salt [g] of each jar and of the plate, per serving, with its range; shares are of raw edible weight."""
    sodium = parameter("sodium_per_salt")
    edible = fish.edible_g
    added = sum(step.taken_up - step.removed for step in steps)
    native = fish.species.native_sodium_mg * edible / 100 / sodium if fish.species and edible else None
    salt = None if native is None else native + added
    per = salt / servings if salt is not None and servings else None
    ledger: Ledger = {
        "entries": [
            {
                "jar": name,
                "added_g": step.added,
                "taken_up_g": step.taken_up,
                "removed_g": step.removed,
                "low_g": step.low,
                "high_g": step.high,
            }
            for name, step in zip(names, steps, strict=True)
        ],
        "native_salt_g": native,
        "added_salt_g": added,
        "salt_g": salt,
        "added_pct_of_edible": added / edible * 100 if edible else None,
        "salt_pct_of_edible": salt / edible * 100 if salt is not None and edible else None,
        "salt_g_per_serving": per,
        "sodium_mg_per_serving": per * sodium if per is not None else None,
        "left_for_finish_g": None,
        "targets": {},
    }
    low, high = sum(step.low for step in steps), sum(step.high for step in steps)
    if high > low:
        ledger["added_salt_g_range"] = [low, high]
        if native is not None:
            ledger["salt_g_range"] = [native + low, native + high]
    ledger["left_for_finish_g"] = _left(targets, salt, added, edible)
    ledger["targets"] = target_states(targets, ledger, "/targets", read)
    return ledger


def _left(targets: Mapping[str, Target], salt: float | None, added: float, edible: float | None) -> float | None:
    """Salt [g] that the finish may still bring to meet the plate's target; None without one."""
    for name, now in (("salt_pct_of_edible", salt), ("added_pct_of_edible", added)):
        target = targets.get(name)
        aim = None if target is None else target.value if target.value is not None else target.max
        if aim is not None and now is not None and edible:
            return max(0.0, aim * edible / 100 - now)
    return None
