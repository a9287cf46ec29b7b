"""One attempt at a jar's amounts: solved, put into steps that can be measured, and read again as written."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import islice, product

import jsonpatch
import numpy as np

from jarcore.documents import Patch
from jarcore.documents.patches import put
from jarcore.formula import prepare
from jarcore.questions.solve.aims import Aim, Want
from jarcore.questions.solve.amounts import Amounts, Vector
from jarcore.questions.solve.asking import Asking
from jarcore.questions.solve.programme import GIVEN_UP, Row, least_change, rows_of
from jarcore.questions.solve.search import measured, searched
from jarcore.questions.solve.values import Values
from jarcore.questions.solve.writing import given, moved, rounded, step_g, written

# Of so many lines each way of rounding is looked at, and so many of the nearest are read again.
MOST_ROUNDED, MOST_READ = 8, 6
# So little of something new is not added [g].
TRACE_G = 1e-3
# By how much of what a step can do bounds are drawn in for rounding [1].
SHARES = (1.0, 0.6, 0.3)
# So little is missed by a search that rounding may mend it [1].
MENDED = 0.01
# What is left of a jar of which not all can be had [1]: it is not made smaller to miss less.
KEPT = 0.8


@dataclass(frozen=True, kw_only=True)
class Attempt:
    """What came of it: the masses [g], the patch that writes them, and the readings of the patched document."""

    aims: Sequence[Aim]
    amounts: Amounts
    masses: Vector
    patch: Patch
    values: Values
    # Missed by less than a step of the scale can mend.
    as_near: frozenset[str]

    @cached_property
    def unmet(self) -> Sequence[Aim]:
        """The aims that are not met."""
        return [
            aim
            for aim in self.aims
            if aim.key not in self.as_near and any(self.values.misses(want) != 0 for want in aim.wants)
        ]


def attempt(asking: Asking) -> Attempt:
    """The amounts that meet the aims of a question with the least change, or that miss them by least."""
    amounts = asking.amounts
    now = Values(amounts.ready, amounts.place)
    if now.met(asking.aims) and not amounts.unstated - amounts.new:
        return _read(asking, amounts.now_g)
    adding, trying = measured(asking.wants, amounts)
    rows, masses = _adding(adding, amounts)
    reached = searched(rows, trying, amounts, masses) if trying else None
    return _in_steps(asking, masses if reached is None else reached.masses, adding)


def met_by(asking: Asking) -> Attempt | None:
    """Amounts that meet the aims of a question; None where none are found.

    It is for the dozen ways that are looked at beside what a cook asked: nothing is done for what misses an aim.
    """
    amounts = asking.amounts
    adding, trying = measured(asking.wants, amounts)
    rows, masses = _adding(adding, amounts)
    if any(row.price is not None for row in rows):
        return None
    if trying:
        reached = searched(rows, trying, amounts, masses, thorough=False)
        if reached is None or reached.missed > MENDED:
            return None
        masses = reached.masses
    found = _in_steps(asking, masses, adding)
    return None if found.unmet else found


def read_again(asking: Asking, found: Attempt) -> Attempt:
    """What was found, read by what is asked for now."""
    return _read(asking, found.masses)


def _adding(wants: Sequence[Want], amounts: Amounts) -> tuple[list[Row], Vector]:
    """Rows of what adds up, and masses [g] that meet them.

    They are of the exact values where they can be had together, else of what still counts as them, and where that
    cannot be had either they may be missed at a price.
    """
    exactly = [row for want in wants for row in rows_of(want, amounts)]
    nearly = [row for want in wants for row in rows_of(replace(want, exact=None), amounts, want.exact is None)]
    for rows in (exactly, nearly):
        found = least_change(rows, amounts)
        if found is not None:
            return rows, found
    priced = [replace(row, price=GIVEN_UP) for row in exactly]
    found = least_change(priced, amounts, left=KEPT)
    return priced, amounts.now_g.copy() if found is None else found


def _in_steps(asking: Asking, masses: Vector, adding: Sequence[Want]) -> Attempt:
    """The nearest way of rounding that still meets the aims; of none that does, the nearest that misses by least."""
    # A trace of something new is none.
    trace = [place for place in asking.amounts.new if masses[place] < TRACE_G]
    masses[trace] = 0.0
    best: Attempt | None = None
    for start in _starts(asking, masses, adding):
        for way in islice(_ways(start, asking.amounts, adding), MOST_READ):
            tried = _read(asking, way)
            if not tried.unmet:
                return tried
            if best is None or len(tried.unmet) < len(best.unmet):
                best = tried
    assert best is not None
    return best


def _starts(asking: Asking, masses: Vector, adding: Sequence[Want]) -> Iterator[Vector]:
    """The masses, and where those cannot be rounded, masses that lie so far within the bounds that they can.

    What is found by trying stays where the search left it: there is nothing to lie within.
    """
    yield masses
    if len(adding) < len(asking.wants):
        return
    amounts = asking.amounts
    for share in SHARES:
        rows = [row for want in adding for row in rows_of(replace(want, exact=None), amounts, want.exact is None)]
        steps = np.zeros(len(masses))
        for place in moved(masses, amounts):
            steps[place] = step_g(amounts.specs[place], masses[place], amounts)
        within = [replace(row, least=row.least + share * float(np.abs(row.coefficients) @ steps) / 2) for row in rows]
        found = least_change(within, amounts)
        if found is not None:
            yield found


def _ways(masses: Vector, amounts: Amounts, adding: Sequence[Want]) -> Iterator[Vector]:
    """Ways of rounding, the nearest first, then those of which what adds up still holds."""
    yield rounded(masses, amounts)
    changed = moved(masses, amounts)
    rows = [row for want in adding for row in rows_of(replace(want, exact=None), amounts, want.exact is None)]
    felt = {place: sum(abs(row.coefficients[place]) / row.scale for row in rows) for place in changed}
    steps = {place: step_g(amounts.specs[place], masses[place], amounts) for place in changed}
    chosen = sorted(changed, key=lambda place: -felt[place] * steps[place])[:MOST_ROUNDED]
    made = []
    for ends in product((-1, 1), repeat=len(chosen)):
        way = rounded(masses, amounts, dict(zip(chosen, ends, strict=True)))
        if all(float(row.coefficients @ way) >= row.least - 1e-9 * row.scale for row in rows):
            off = sum(abs(way[place] - masses[place]) / steps[place] for place in chosen)
            made.append((round(off, 6), ends, way))
    yield from (way for _, _, way in sorted(made, key=lambda one: one[:2]))


def _read(asking: Asking, masses: Vector) -> Attempt:
    """An attempt read again from the document that it would leave."""
    amounts = asking.amounts
    patch = patch_of(asking, masses)
    after = jsonpatch.apply_patch(asking.document, patch) if patch else asking.document
    values = Values(prepare(after, amounts.ready.pantry), amounts.place)
    return Attempt(
        aims=asking.aims,
        amounts=amounts,
        masses=masses,
        patch=patch,
        values=values,
        as_near=frozenset(aim.key for aim in asking.aims if _as_near(aim, masses, amounts, values)),
    )


def _as_near(aim: Aim, masses: Vector, amounts: Amounts, values: Values) -> bool:
    """Whether one exact value is missed by less than the finest step of what was weighed can mend."""
    if aim.exact is None:
        return False
    changed = moved(masses, amounts)
    for want in aim.wants:
        rows = rows_of(want, amounts)[:1] if want.row.part else []
        now = values.middle(want.row.id)
        if not rows or now is None or want.exact is None:
            return False
        coefficients = rows[0].coefficients
        whole = float(np.abs(amounts.brings(want.row.of)) @ masses) if want.row.of else 1.0
        base = (amounts.base(want.row.of) if want.row.of else None) or whole or 1.0
        felt = [abs(coefficients[place]) * step_g(amounts.specs[place], masses[place], amounts) for place in changed]
        finest = min((one for one in felt if one > 0), default=0.0) / base
        if abs(now - want.exact) > finest / 2 * (1 + 1e-6):
            return False
    return True


def patch_of(asking: Asking, masses: Vector) -> Patch:
    """The patch of the document as it was asked about: a line that it had not is added to the jar."""
    amounts = asking.amounts
    old = replace(amounts, new=frozenset())
    stated = [one for one in written(masses, old) if _place(one["path"]) not in amounts.new]
    lines: list[str | int] = ["jars", amounts.place, "lines"]
    added = [
        put(
            [*lines, "-"],
            {"id": spec.line.id, "ingredient": spec.line.ingredient, **given(masses[spec.place], amounts)},
        )
        for spec in amounts.specs
        if spec.place in amounts.new and masses[spec.place] > 0
    ]
    return [*stated, *added]


def _place(path: str) -> int:
    return int(path.split("/")[4])
