"""What a method of cooking is, as it is told to whoever draws it: nobody keeps a list of methods of their own."""

from typing_extensions import TypedDict

from jarcore.heat.method import FAN, USUAL_LEVEL, heat_rows, leads_on, opens, takes_basting, takes_lid, turns
from jarcore.heat.methods import method_rows


class HeatTraits(TypedDict):
    """One method: in a depth of oil (`deep` where that covers the fish), in a pan; what sets it; whether it is turned.

    `dialled` where a thermometer sets it, `levelled` where it is medium or hot; `covers`, `bastes` and `fanned` where a
    lid, fat spooned over and a fan are reckoned with, `opens` where the lid may come off on the way, `leads_on` where a
    piece may be finished in another heat; `usual_c` what the thermometer shows where nothing is stated [degC].
    """

    id: str
    fried: bool
    deep: bool
    in_a_pan: bool
    dialled: bool
    levelled: bool
    turned: bool
    covers: bool
    opens: bool
    bastes: bool
    fanned: bool
    leads_on: bool
    usual_c: float | None


def _usual_c(method: str) -> float | None:
    """The dial of a method at its usual level [degC]; None for one that no thermometer sets."""
    known = heat_rows()
    row = known.get((method, USUAL_LEVEL)) or known.get((method, ""))
    return row.nominal_c if row and row.dial else None


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
            "turned": turns(name),
            "covers": takes_lid(name) and not row.lidded,
            "opens": opens(name),
            "bastes": takes_basting(name),
            "fanned": (name, FAN) in known,
            "leads_on": leads_on(name),
            "usual_c": _usual_c(name),
        }
        for name, row in method_rows().items()
    ]
