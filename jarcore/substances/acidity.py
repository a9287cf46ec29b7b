"""Acidity by charge balance: acids, strong ions and a linear protein buffer. pH is solved, never averaged.

F(pH) = SID + h - Kw/h + beta (pH0 - pH) - sum c_i n_i(pH) = 0, with n_i the mean charge of acid i.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache

from jarcore.data import Ingredient, kept, parameter, root, rows

ACIDS = ("citric", "acetic", "lactic", "malic", "tartaric", "carbonic", "phosphoric")
LEAVENING = "leavening"
WATER_ION_PRODUCT = 1e-14
LOWEST_PH, HIGHEST_PH = -1.0, 15.0


@cache
def pkas() -> tuple[tuple[float, ...], ...]:
    """pKa of each acid, in the order of ACIDS."""
    table = {row["acid"]: row for row in rows("acid_constants")}
    return tuple(
        tuple(float(table[acid][key]) for key in ("pka1", "pka2", "pka3") if table[acid][key]) for acid in ACIDS
    )


@cache
def constants(column: str) -> tuple[float, ...]:
    """A column of the acid constants, molar_mass_g [g/mol] or diffusivity_m2_s [m2/s], in the order of ACIDS."""
    table = {row["acid"]: row for row in rows("acid_constants")}
    return tuple(float(table[acid][column]) for acid in ACIDS)


def charge(pka: tuple[float, ...], ph: float) -> float:
    """Protons given up by one molecule of an acid, on average, at a pH."""
    term, below, above = 1.0, 1.0, 0.0
    for j, p in enumerate(pka, start=1):
        term *= float(10.0 ** (ph - p))
        below += term
        above += j * term
    return above / below


@dataclass(frozen=True, slots=True)
class Solution:
    """The aqueous phase of a jar: its volume [l], acids [mol/l] in the order of ACIDS, strong ions [eq/l], buffer.

    Acids at the end that are left out are none.
    """

    litres: float
    acids: tuple[float, ...]
    strong_ions: float = 0.0
    buffer: float = 0.0
    buffer_ph0: float = 0.0

    def balance(self, ph: float) -> float:
        """Charge balance F [eq/l] at a pH; falls strictly as pH rises."""
        h = float(10.0**-ph)
        free = self.strong_ions + h - WATER_ION_PRODUCT / h + self.buffer * (self.buffer_ph0 - ph)
        return free - sum(c * charge(p, ph) for c, p in zip(self.acids, pkas(), strict=False) if c)

    def ph(self) -> float:
        """The pH at which the charges balance.

        >>> round(Solution(1.0, (0.25, 0, 0, 0, 0)).ph(), 3)
        1.877
        """
        return _solved(self)

    def base_to(self, ph: float) -> float:
        """Base needed to bring it to a pH [eq/l]; negative when it lies above already."""
        return -self.balance(ph)

    def titratable_meq(self) -> float:
        """Titratable acidity of all of it [meq]: base to pH 8.2, never below nothing."""
        return _titratable(self)

    def mobile(self, target_ph: float) -> tuple[float, tuple[float, ...]]:
        """Acidity that can travel into flesh until TARGET_PH [eq/l], and each acid's share of it.

        Protons bound to protein (the buffer) cannot travel, so they are left out.
        """
        own = self.ph()
        parts = [
            max(0.0, c * (charge(p, target_ph) - charge(p, own))) if c else 0.0
            for c, p in zip(self.acids, pkas(), strict=False)
        ]
        total = sum(parts)
        return total, tuple(part / total if total > 0 else 0.0 for part in parts)


@kept(maxsize=4096)
def _titratable(jar: Solution) -> float:
    return max(0.0, jar.base_to(parameter("titration_end_ph")) * jar.litres * 1000)


@kept(maxsize=4096)
def _solved(jar: Solution) -> float:
    """The root of the charge balance, kept: one jar is asked for its pH by several readings."""
    return root(jar.balance, LOWEST_PH, HIGHEST_PH)


@kept(maxsize=8192)
def charge_brought(ingredient: Ingredient, ph: float) -> float:
    """What a gram of an ingredient brings to the charge balance at a pH [meq/g].

    It adds up over a mixture, whose pH lies below PH exactly where the sum is below nothing: the balance F times the
    litres, which `Solution.balance` divides by.
    """
    row = ingredient.acid
    h = float(10.0**-ph)
    free = (h - WATER_ION_PRODUCT / h) * 1000
    if row is None:
        return ingredient.water / 1e5 * free if ingredient.phase == "aqueous" else 0.0
    own = row.aqueous_l_per_kg / 1000
    given_up = sum(
        getattr(row, f"{name}_g_l") / mass * charge(pka, ph)
        for name, mass, pka in zip(ACIDS, constants("molar_mass_g"), pkas(), strict=True)
    )
    ions = (row.strong_ions_eq_l + row.buffer_mol_l_ph * (row.buffer_ph0 - ph) - given_up) * 1000
    return float(own * (ions + (0.0 if ingredient.group == LEAVENING else free)))


def solution(parts: Iterable[tuple[Ingredient, float]]) -> Solution | None:
    """The aqueous phase of a mixture of (ingredient, mass [g]); None when it has none.

    Sour and buffered rows bring their aqueous litres; other watery liquids their water. Oils, herbs and dry
    things bring none. Acids, strong ions and buffers are added up, and only then is pH solved.
    """
    litres = strong = buffer = buffer_ph0 = 0.0
    moles = [0.0] * len(ACIDS)
    masses = constants("molar_mass_g")
    for ingredient, grams in parts:
        row = ingredient.acid
        if row is None:
            if ingredient.phase == "aqueous":
                litres += ingredient.water * grams / 1e5
            continue
        own = row.aqueous_l_per_kg * grams / 1000
        # What raises a dough dissolves in the water of others.
        litres += 0.0 if ingredient.group == LEAVENING else own
        strong += row.strong_ions_eq_l * own
        buffer += row.buffer_mol_l_ph * own
        buffer_ph0 += row.buffer_mol_l_ph * row.buffer_ph0 * own
        for i, name in enumerate(ACIDS):
            moles[i] += getattr(row, f"{name}_g_l") / masses[i] * own
    if litres <= 0:
        return None
    return Solution(
        litres,
        tuple(m / litres for m in moles),
        strong / litres,
        buffer / litres,
        buffer_ph0 / buffer if buffer else 0.0,
    )
