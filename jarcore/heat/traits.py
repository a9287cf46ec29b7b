"""What a method of cooking is, as it is told to whoever draws it: nobody keeps a list of methods of their own."""

from typing_extensions import TypedDict

from jarcore.heat.method import USUAL_LEVEL, heat_rows
from jarcore.heat.methods import method_rows


class HeatTraits(TypedDict):
    """One method: in a depth of oil (`deep` where that covers the fish), in a pan; what sets it; whether it is turned.

    `dialled` where a thermometer sets it, `levelled` where it is medium or hot.
    """

    id: str
    fried: bool
    deep: bool
    in_a_pan: bool
    dialled: bool
    levelled: bool
    turned: bool


def heat_traits() -> list[HeatTraits]:
    """Every method that is modelled."""
    known = heat_rows()
    return [
        {
            "id": name,
            "fried": row.fried,
            "deep": row.deep,
            "in_a_pan": row.in_a_pan,
            "dialled": any(heat.dial for (method, _), heat in known.items() if method == name),
            "levelled": (name, USUAL_LEVEL) in known,
            "turned": any(heat.heat.turns for (method, _), heat in known.items() if method == name),
        }
        for name, row in method_rows().items()
    ]
