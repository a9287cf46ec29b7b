"""Units: one factor each, from their table."""

from functools import cache

from jarcore.data import rows

SI = ("mass", "volume", "time", "length")
US, METRIC = "us", "metric"


@cache
def _factors() -> dict[tuple[str, str], float]:
    """Grams, millilitres, minutes or millimetres in one unit, by (unit, measures)."""
    known = [row for row in rows("units") if row["dimension"] in SI]
    return {(row["unit"], measures): float(row[measures]) for row in known for measures in (US, METRIC)}


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
