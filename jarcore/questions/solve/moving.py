"""A target moved: as far as a reading came, how far that is, and how a cook would say it."""

import math

from jarcore.documents.parts import Target
from jarcore.documents.patches import tidy
from jarcore.questions.solve.aims import Aim
from jarcore.questions.solve.values import Values

# A new bound is written with so many digits, away from what was asked for.
DIGITS = 3


def as_reached(aim: Aim, values: Values) -> Target | None:
    """A target moved to what a reading came to, at its worse end; None, for no target, where there is no such one."""
    reached = values.shown(aim)
    if reached is None:
        return None
    for want in aim.wants if aim.exact is None else ():
        off = values.misses(want) or 0.0
        bound = want.low if off < 0 else want.high
        if off and bound is not None:
            reached = bound + off
    return widened(aim, reached, 0.0)


def is_within(aim: Aim, value: float) -> bool:
    """Whether what a reading came to is what was asked; never for one that stands for two."""
    return all(
        aim.key == want.row.id and (want.low is None or value >= want.low) and (want.high is None or value <= want.high)
        for want in aim.wants
    )


def widened(aim: Aim, value: float, room: float) -> Target:
    """The target, moved as far as a value in its unit; a bound gives a little more, so that rounding finds room."""
    target = aim.target
    if aim.exact is not None:
        return Target(value=tidy(value, DIGITS))
    low, high = target.min, target.max
    if low is not None and value < low:
        return target.model_copy(update={"min": _outward(value - room * abs(value), -1)})
    if high is not None and value > high:
        return target.model_copy(update={"max": _outward(value + room * abs(value), 1)})
    return target


def _outward(value: float, sign: int) -> float:
    """A figure of a few digits, not nearer than a value."""
    near = tidy(value, DIGITS)
    if (near - value) * sign >= 0 or value == 0:
        return near
    return tidy(near + sign * 10.0 ** (math.floor(math.log10(abs(value))) + 1 - DIGITS), DIGITS)


def how_far(old: Target, new: Target | None) -> float:
    """How far a target was moved, by its size [1]; one that is left open by all of it."""
    if new is None:
        return 1.0
    pairs = ((old.value, new.value), (old.min, new.min), (old.max, new.max))
    return sum(abs(b - a) / max(abs(a), 1e-9) for a, b in pairs if a is not None and b is not None)


def called(aim: Aim) -> str:
    """What a reading is called within a sentence."""
    name = aim.reading.name.replace(",", "")
    return name if name[1:2].isupper() else name[:1].lower() + name[1:]


def in_words(aim: Aim) -> str:
    """A target as a cook would say it, with its unit."""
    after, target = f" {aim.reading.unit}".rstrip(), aim.target
    if target.min is not None and target.max is not None:
        return f"{target.min:g} to {target.max:g}{after}"
    if target.min is not None:
        return f"at least {target.min:g}{after}"
    if target.max is not None:
        return f"at most {target.max:g}{after}"
    return f"{target.value:g}{after}"
