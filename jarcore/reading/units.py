"""Units: one factor each, from pint, built once. pint is never called while a formula is evaluated."""

from functools import cache
from typing import Any

from jarcore.data import rows

SI = {"mass": "gram", "volume": "milliliter", "time": "minute", "length": "millimeter"}
US, METRIC = "us", "metric"


@cache
def _factors() -> dict[tuple[str, str], float]:
    """Grams, millilitres, minutes or millimetres in one unit, by (unit, measures)."""
    import pint  # half a second to load: only where a factor is wanted

    registry: Any = pint.UnitRegistry()
    return {
        (row["unit"], measures): float(registry(row[measures]).to(SI[row["dimension"]]).magnitude)
        for row in rows("units")
        if row["dimension"] in SI
        for measures in (US, METRIC)
    }


@cache
def dimension(unit: str) -> str:
    """mass, volume, time, length or temperature; '%', 'part' or 'count' for the rest."""
    if unit in ("%", "part"):
        return unit
    return next((row["dimension"] for row in rows("units") if row["unit"] == unit), "count")


def factor(unit: str, measures: str = US) -> float:
    """How many g, ml, min or mm one UNIT is, with spoons and cups of MEASURES. Raises KeyError for other units."""
    return _factors()[unit, measures]


def celsius(value: float, unit: str) -> float:
    """A temperature [degC] out of degC or degF."""
    return (value - 32) * 5 / 9 if unit == "degF" else value


def written_unit(unit: str) -> str:
    """A unit as it is written in a sentence.

    >>> written_unit("degC"), written_unit("mm")
    ('°C', 'mm')
    """
    return unit.replace("deg", "°")
