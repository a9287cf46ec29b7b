"""The linear programme: the least change of a jar's proportions that meets what is linear in its masses.

The objective is an L1 distance [g]. What a line weighs is compared with what it is written to follow, a line of its own
weight with its share in the whole jar made more or less; making the whole otherwise costs as much as the difference.
A line that others follow moves them along, and what they change counts as its own.
Of all that are equally near, the one whose largest change is smallest is taken (a second programme), so that the answer
does not hang on the order of the lines. HiGHS solves both.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from jarcore.data import AROMATIC, parameter
from jarcore.jars.spec import Spec
from jarcore.questions.solve.aims import PH, Want
from jarcore.questions.solve.amounts import Amounts, Vector

# One of a line that has no amount yet counts for little: there is no proportion of the cook's that it would change [1].
UNSTATED_COSTS = 0.02
# What it costs to miss all of a reading, by the whole jar [1]: a jar is not taken apart to come a little nearer.
GIVEN_UP = 1.5
# How near the first programme's distance the second stays [1].
AS_NEAR = 1e-7
# What is left of a jar and of its parts at least [1].
LEFT = 0.02
# What is sour in a jar that has a pH, where nothing was [1].
SOUR = 1e-4
# A line lighter than this share of the jar is judged by this share [1].
LIGHT = 1e-3


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """coefficients · masses >= least; `scale` is what they come to by a whole of the reading.

    With a `price` it may be missed, at so many whole jars of change for each whole of the reading.
    """

    coefficients: Vector
    least: float
    scale: float
    price: float | None = None


def rows_of(want: Want, amounts: Amounts, worst: bool = True) -> list[Row]:
    """The rows that a want of a reading that adds up makes; empty where its base is not known.

    A bound holds at the worse end of what was written as ranges; the one value that is aimed at holds in the middle.
    """
    ends = want.low if want.exact is None else want.exact, want.high if want.exact is None else want.exact
    rows = []
    for bound, sign in zip(ends, (1.0, -1.0), strict=True):
        if bound is None:
            continue
        made = _row(want, amounts, bound, sign)
        if made is None:
            return []
        coefficients, least = made
        if worst and want.exact is None:
            low, high = amounts.ends
            coefficients = np.where(coefficients > 0, coefficients * low, coefficients * high)
        scale = _scale(want, amounts, bound) or float(np.abs(coefficients) @ amounts.now_g) or 1.0
        rows.append(Row(coefficients=coefficients, least=least, scale=scale))
    if want.row.of and rows:
        rows += _there(amounts.brings(want.row.of), amounts, LIGHT)
    if want.row.id == PH and rows:
        rows += _there(amounts.brings("acid_g"), amounts, SOUR)
    return rows


def _scale(want: Want, amounts: Amounts, bound: float) -> float:
    """What a whole of a reading comes to in its row; nothing where there is none of what it is a share of."""
    if not want.row.of:
        return abs(bound) if want.row.part else 0.0
    base = amounts.base(want.row.of)
    return abs(bound) * (float(amounts.brings(want.row.of) @ amounts.now_g) if base is None else base)


def _something(amounts: Amounts, left: float) -> Row:
    """That a jar is left: without it the easiest share of the whole would be that of nothing."""
    least = min(left * amounts.whole_g, float(amounts.high_g.sum()))
    return Row(coefficients=np.ones(len(amounts.specs)), least=least, scale=amounts.whole_g)


def _there(part: Vector, amounts: Amounts, share: float) -> list[Row]:
    """That there is something of what a reading is of: a SHARE of the whole where there is nothing yet."""
    now = float(part @ amounts.now_g)
    least = LEFT * now if now > 0 else share * amounts.whole_g
    return [Row(coefficients=part, least=least, scale=max(now, least))] if part.any() else []


def _row(want: Want, amounts: Amounts, bound: float, sign: float) -> tuple[Vector, float] | None:
    """Coefficients and the least they must come to, for a reading of at least (sign 1) or at most (-1) BOUND."""
    row = want.row
    if row.id == PH:
        # The pH lies above a bound exactly where the charges at it leave something over.
        return sign * amounts.charge(bound), 0.0
    part = amounts.brings(row.part) * row.times
    if not row.of:
        return sign * part, sign * bound
    base = amounts.base(row.of)
    if base is not None:
        return sign * part, sign * bound * base
    if row.of in ("fish_g", "surface_cm2"):
        return None
    return sign * (part - bound * amounts.brings(row.of)), 0.0


def least_change(
    rows: Sequence[Row],
    amounts: Amounts,
    near: tuple[Vector, Vector] | None = None,
    left: float = LEFT,
    evenly: bool = True,
) -> Vector | None:
    """The masses that meet ROWS with the least change; None where there are none.

    NEAR holds least and most masses within which the rows are to be trusted; LEFT is the share of the jar that is left;
    EVENLY takes of all that are equally near the one whose largest change is smallest.
    """
    if (amounts.low_g > amounts.high_g).any():
        return None
    programme = _Programme([*rows, _something(amounts, left)], amounts, near)
    first = programme.solved(programme.distance)
    if first is None:
        return None
    second = programme.solved(programme.largest, within=float(programme.distance @ first)) if evenly else None
    best = first if second is None else second
    return np.clip(best[: len(amounts.specs)], amounts.low_g, amounts.high_g)


def _is_aromatic(spec: Spec) -> bool:
    return spec.ingredient is not None and spec.ingredient.group == AROMATIC


class _Programme:
    """Matrices of one programme over masses, changes, times the whole, change of the whole, missed, largest."""

    def __init__(self, rows: Sequence[Row], amounts: Amounts, near: tuple[Vector, Vector] | None) -> None:
        lines, soft = len(amounts.specs), [row for row in rows if row.price is not None]
        self.lines, self.size = lines, 2 * lines + 2 + len(soft) + 1
        self.times, self.turned, self.largest_at = 2 * lines, 2 * lines + 1, self.size - 1
        whole = amounts.whole_g
        weights = np.linalg.solve((np.eye(lines) - amounts.follows).T, np.ones(lines))
        weights[[spec.place for spec in amounts.specs if _is_aromatic(spec)]] *= parameter("aromatic_costs")
        weights[list(amounts.unstated)] = UNSTATED_COSTS
        weights[list(amounts.new)] = parameter("new_line_costs")
        self.missed, self.distance, self.largest = (np.zeros(self.size) for _ in range(3))
        self.missed[2 * lines + 2 : -1] = [row.price or 0.0 for row in soft]
        self.distance[lines : 2 * lines] = weights
        self.distance[self.turned] = 1.0
        self.distance += self.missed * whole
        self.largest[self.largest_at] = 1.0
        self._rows(rows, amounts, whole)
        low, high = near if near is not None else (amounts.low_g, amounts.high_g)
        least, most = np.zeros(self.size), np.full(self.size, np.inf)
        least[:lines], most[:lines] = np.maximum(low, amounts.low_g), np.minimum(high, amounts.high_g)
        self.bounds = (least, most)

    def _rows(self, rows: Sequence[Row], amounts: Amounts, whole: float) -> None:
        lines, matrix, limits = self.lines, [], []
        missed_at = 2 * lines + 2
        for row in rows:
            size = float(np.abs(row.coefficients).max(initial=0.0)) or 1.0
            one = np.zeros(self.size)
            one[:lines] = -row.coefficients / size
            if row.price is not None:
                one[missed_at] = -row.scale / size
                missed_at += 1
            matrix.append(one)
            limits.append(-row.least / size)
        # A change is at least what a line is off what it follows, either way.
        off = np.zeros((lines, self.size))
        off[:, :lines] = np.eye(lines) - amounts.follows
        own = ~amounts.follows.any(axis=1)
        off[own, self.times] = -amounts.now_g[own]
        change = np.zeros((lines, self.size))
        change[:, lines : 2 * lines] = np.eye(lines)
        matrix += [*(off - change), *(-off - change)]
        limits += [0.0] * (2 * lines)
        turned = np.zeros((2, self.size))
        turned[0, self.times], turned[1, self.times] = whole, -whole
        turned[:, self.turned] = -1.0
        matrix += [*turned]
        limits += [whole, -whole]
        # The largest change, by what a line weighs.
        share = np.zeros((lines, self.size))
        share[:, lines : 2 * lines] = np.eye(lines)
        share[:, self.largest_at] = -np.maximum(amounts.now_g, LIGHT * whole)
        matrix += [*share]
        limits += [0.0] * lines
        self.matrix, self.limits = np.array(matrix), np.array(limits)

    def solved(self, objective: Vector, within: float | None = None) -> Vector | None:
        """The best by an objective, WITHIN a distance where one is given; None where nothing fits."""
        matrix, limits = self.matrix, self.limits
        if within is not None:
            matrix = np.vstack([matrix, self.distance])
            limits = np.append(limits, within * (1 + AS_NEAR) + AS_NEAR)
        return least(objective, matrix, limits, self.bounds)


def least(objective: Vector, matrix: Vector, limits: Vector, bounds: tuple[Vector, Vector]) -> Vector | None:
    """Where an objective is least, with the matrix times it at most the limits, between bounds; None for nowhere."""
    import highspy  # a fifth of a second to load: only when something is solved

    rows, columns = matrix.shape
    programme = highspy.HighsLp()
    programme.num_row_, programme.num_col_ = rows, columns
    programme.col_cost_ = objective
    programme.col_lower_, programme.col_upper_ = bounds
    programme.row_lower_, programme.row_upper_ = np.full(rows, -np.inf), limits
    filled = matrix != 0
    programme.a_matrix_.format_ = highspy.MatrixFormat.kRowwise
    programme.a_matrix_.start_ = np.concatenate([[0], np.cumsum(filled.sum(axis=1))])
    programme.a_matrix_.index_ = np.nonzero(filled)[1]
    programme.a_matrix_.value_ = matrix[filled]
    solver = highspy.Highs()
    solver.setOptionValue("output_flag", False)
    # One after the other, so that the same is found each time.
    solver.setOptionValue("parallel", "off")
    solver.passModel(programme)
    solver.run()
    if solver.getModelStatus() != highspy.HighsModelStatus.kOptimal:
        return None
    return np.asarray(solver.getSolution().col_value)
