"""Methods of cooking: what is true of each, by the table of methods."""

from dataclasses import dataclass
from functools import cache

from jarcore.data import rows


@dataclass(frozen=True, slots=True, kw_only=True)
class MethodRow:
    """What is true of a method.

    `fried` in a depth of oil; `in_a_pan`; `scorches` where what clings may burn before the fish is done, `in_air` where
    only what is sweet does; `lidded` where it is reckoned with a lid.
    """

    fried: bool = False
    in_a_pan: bool = False
    scorches: bool = False
    in_air: bool = False
    lidded: bool = False

    @property
    def deep(self) -> bool:
        """Whether the oil covers the fish."""
        return self.fried and not self.in_a_pan


UNKNOWN = MethodRow()


@cache
def method_rows() -> dict[str, MethodRow]:
    """Every method that has a row, by id."""
    return {
        row["method"]: MethodRow(**{name: row[name] == "1" for name in MethodRow.__dataclass_fields__})
        for row in rows("methods")
    }
