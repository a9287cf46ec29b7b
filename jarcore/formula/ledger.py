"""The salt ledger: from jar to jar to the plate."""

from collections.abc import Mapping, Sequence

from jarcore.data import parameter, rows
from jarcore.documents import Finding, found
from jarcore.documents.evaluation import Guidance, Ledger, LedgerEntry, Missing
from jarcore.documents.parts import Target
from jarcore.formula.prepare import Prepared
from jarcore.formula.unstated import missing_of
from jarcore.jars import Laid, Salted, on_one_fish, target_states
from jarcore.jars.dry_salt import is_heavy

# A second salting of less is not worth a word [g].
WORTH_SALTING = 0.1


def ledger_of(ready: Prepared) -> tuple[Ledger, list[Finding]]:
    """Salt [g] of each jar and of the plate, per serving, with its range; shares are of raw edible weight."""
    jars, fish, servings = ready.jars, ready.fish, ready.servings
    sodium, edible = parameter("sodium_per_salt"), fish.edible_g
    targets = ready.formula.targets or {}
    missing = missing_of(ready)
    salts = [laid.salt for laid in jars if laid.salt is not None]
    added = sum(one.step.stays_g for one in salts)
    native = fish.species.native_sodium_mg * edible / 100 / sodium if fish.species and edible else None
    salt = None if native is None else native + added
    per = salt / servings if salt is not None and servings else None
    other = sum(one.step.other_sodium_mg for one in salts)
    sides = sum(one.salt_g or 0.0 for one in ready.sides)
    second, told = _second_salting(jars, edible)
    ledger: Ledger = {
        "entries": [_entry(laid, laid.salt, missing) for laid in jars if laid.salt is not None],
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
        "second_salting_g": second,
        "sides_salt_g_per_serving": sides,
        "guidance": [],
        "targets": {},
    }
    _ranges(ledger, salts, native, edible, servings)
    ledger["guidance"] = guidance_of(ledger["sodium_mg_per_serving"], sides * sodium, bool(missing))
    states, more = target_states(targets, ledger, "/targets")
    # What is at least so much may be more: only a target that is passed already is known to be.
    ledger["targets"] = {name: state for name, state in states.items() if not missing or state["state"] == "over"}
    return ledger, [*told, *more]


def _entry(laid: Laid, salt: Salted, missing: Sequence[Missing]) -> LedgerEntry:
    within = (laid.path, f"{laid.path}/")
    return {
        "jar": laid.jar.id,
        "added_g": salt.step.added_g,
        "taken_up_g": salt.step.taken_up_g,
        "removed_g": salt.step.removed_g,
        "low_g": salt.low_g,
        "high_g": salt.high_g,
        "complete": not any(m["path"] == within[0] or m["path"].startswith(within[1]) for m in missing),
    }


def _ranges(
    ledger: Ledger, salts: Sequence[Salted], native: float | None, edible: float | None, servings: float | None
) -> None:
    """Ranges of what was written and of the models, added up to the plate."""
    ends = [sum(one.low_g for one in salts), sum(one.high_g for one in salts)]
    other = [sum(one.sodium_low_mg for one in salts), sum(one.sodium_high_mg for one in salts)]
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


def guidance_of(sodium_mg: float | None, sides_mg: float, at_least: bool) -> list[Guidance]:
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
            # More than all of it is no share.
            return max(0.0, min(aim, 100.0) * edible / 100 - now)
    return None


def in_already_g(laid: Laid, before: Sequence[Laid]) -> float:
    """Salt [g] that earlier jars leave in the fish that a jar goes on, before any heat."""
    return sum(
        one.salt.step.stays_g - one.contents.later_salt_g()
        for one in before
        if one.salt is not None and one.kind.touches_raw and on_one_fish(one, laid)
    )


def _second_salting(jars: Sequence[Laid], edible: float | None) -> tuple[float | None, list[Finding]]:
    """Salt [g] for a light second salting after a heavy one that was rinsed; None without one."""
    for laid in jars:
        if laid.kind.lies_dry and is_heavy(laid) and edible and laid.salt:
            missing = max(0.0, parameter("target_normal") * edible / 100 - laid.salt.step.stays_g)
            told = [found("second-salting", laid.path, grams=missing)] if missing > WORTH_SALTING else []
            return missing, told
    return None, []
