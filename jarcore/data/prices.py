"""What things cost: prices of a kitchen's own pantry, each for so much as it is bought, with its date."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date
from typing import Any, Literal

from jarcore.data.pantry import Ingredient, Pantry, Species
from jarcore.data.tables import rows

Sort = Literal["ingredient", "fish"]
SORTS: tuple[Sort, ...] = ("ingredient", "fish")
BASES = ("whole", "gutted", "fillet")
MOST = 1_000_000.0
CURRENCY = re.compile(r"[A-Z]{3}")


class NoPrice(ValueError):
    """What is no price; the message says why, to follow the name of the row."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Price:
    """A price for so much (`per` of a `unit`), what of that can be used [1], when it was so, and of a fish on which
    basis it is weighed.
    """

    sort: Sort
    id: str
    price: float
    per: float
    unit: str
    usable: float = 1.0
    at: str | None = None
    basis: str | None = None

    def for_a_gram(self, one: Ingredient | Species) -> float | None:
        """What a gram costs that can be used; None where what is bought by the piece has no weight."""
        factors = {row["unit"]: (row["dimension"], float(row["factor"])) for row in rows("price_units")}
        dimension, factor = factors[self.unit]
        grams = self.per * factor
        if dimension == "volume":
            grams *= one.density_g_ml if isinstance(one, Ingredient) else 1.0
        elif dimension == "count":
            if not isinstance(one, Ingredient):
                return None
            if one.bought is not None:
                # What one of them gives is known: that is its yield.
                return self.price / (grams * one.bought.usable_g)
            if one.piece_g is None:
                return None
            grams *= one.piece_g
        return self.price / (grams * self.usable)


def read_price(entry: Any, pantry: Pantry) -> Price:
    """A price out of an entry of a jar-table/pantry document. Raises: NoPrice for what is none."""
    if not isinstance(entry, Mapping):
        raise NoPrice("is no part with fields")
    sort = next((one for one in SORTS if isinstance(entry.get(one), str)), None)
    if sort is None:
        raise NoPrice("names neither an ingredient nor a fish")
    one = (pantry.ingredients if sort == "ingredient" else pantry.species).get(entry[sort])
    if one is None:
        raise NoPrice(f"is of “{entry[sort][:40]}”, which the pantry has not")
    per = entry.get("per")
    usable = entry.get("usable_pct", 100)
    price = Price(
        sort=sort,
        id=entry[sort],
        price=_number("price", entry.get("price")),
        per=_number("per", per.get("value") if isinstance(per, Mapping) else None),
        unit=_unit(per),
        usable=_number("usable_pct", usable, most=100.0) / 100,
        at=_day(entry.get("at")),
        basis=_basis(entry.get("basis"), sort),
    )
    if price.for_a_gram(one) is None:
        raise NoPrice("is by the piece, and what a piece weighs is not known: give it for a weight")
    return price


def _number(name: str, value: Any, most: float = MOST) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float) or not 0 < value <= most:
        raise NoPrice(f"needs “{name}”, a number above 0 and up to {most:.0f}: what has no price is left out")
    return float(value)


def _unit(per: Any) -> str:
    units = [row["unit"] for row in rows("price_units")]
    unit = per.get("unit") if isinstance(per, Mapping) else None
    if unit not in units:
        raise NoPrice(f"is for a unit that is none of: {', '.join(units)}")
    return str(unit)


def _day(value: Any) -> str | None:
    if value is None:
        return None
    try:
        return date.fromisoformat(value).isoformat()
    except (TypeError, ValueError):
        raise NoPrice("has a day that is none: write it as 2026-11-27") from None


def _basis(value: Any, sort: Sort) -> str | None:
    if sort != "fish":
        return None
    if value is not None and value not in BASES:
        raise NoPrice(f"is weighed in a way that is none of: {', '.join(BASES)}")
    return value if isinstance(value, str) else "fillet"


def priced(pantry: Pantry, entries: Any, currency: Any) -> tuple[Pantry, list[tuple[str, str]]]:
    """The pantry with what things cost; and what of the entries is not used, as (place, why)."""
    found: dict[tuple[str, str], Price] = {}
    wrong: list[tuple[str, str]] = []
    if entries is not None and not isinstance(entries, list):
        wrong.append(("/prices", "“prices” must be a list. It is not used."))
        entries = []
    for place, entry in enumerate(entries or []):
        try:
            price = read_price(entry, pantry)
            found[price.sort, price.id] = price
        except NoPrice as why:
            wrong.append((f"/prices/{place}", f"This price {why}. It is not used."))
    known = isinstance(currency, str) and CURRENCY.fullmatch(currency) is not None
    if currency is not None and not known:
        wrong.append(("/currency", "A currency is three letters, as EUR. It is not used."))
    return replace(pantry, prices=found, currency=currency if known else None), wrong
