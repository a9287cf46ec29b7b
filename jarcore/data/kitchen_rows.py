"""A kitchen's own rows over the shipped pantry: the open document jar-table/pantry."""

from collections.abc import Mapping
from dataclasses import fields, replace
from typing import Any

from jarcore.data.pantry import AcidRow, Ingredient, Pantry, Species

FORMAT = "jar-table/pantry"
# What an ingredient that is like no other starts from.
PLAIN = "water"


class BadPantry(ValueError):
    """The pantry file cannot be used; the message names the entry and the field."""


def with_rows(pantry: Pantry, document: Any) -> Pantry:
    """The pantry with a kitchen's own ingredients and fish.

    Parameters: document, {"format": "jar-table/pantry", "ingredients": [...], "fish": [...]}; each entry has an
    `id`, the fields of Ingredient or Species that differ, and `like`, the id of the row it starts from (its own
    id when that exists). `acid` of an ingredient holds the fields of AcidRow, per litre of its aqueous phase.
    Raises: BadPantry.
    """
    if not isinstance(document, Mapping) or document.get("format") != FORMAT:
        raise BadPantry(f'The field "format" must be "{FORMAT}".')
    ingredients, species = dict(pantry.ingredients), dict(pantry.species)
    for place, entry in enumerate(_list(document, "ingredients")):
        where = f"/ingredients/{place}"
        base = _base(ingredients, entry, where, PLAIN)
        values = _values(Ingredient, entry, where)
        if isinstance(entry.get("acid"), Mapping):
            acid = base.acid or AcidRow(1, 0, 0, 0, 0, 0, 0, 0, 0)
            values["acid"] = replace(acid, **_values(AcidRow, entry["acid"], f"{where}/acid"))
        ingredients[entry["id"]] = replace(base, **{"source": "the kitchen's own", "confidence": "M", **values})
    for place, entry in enumerate(_list(document, "fish")):
        where = f"/fish/{place}"
        kin = _base(species, entry, where, "cod")
        own = {"source": "the kitchen's own", "confidence": "M", **_values(Species, entry, where)}
        species[entry["id"]] = replace(kin, **own)
    return Pantry(ingredients, species, pantry.cuts)


def _list(document: Mapping[str, Any], name: str) -> list[Any]:
    found = document.get(name) or []
    if not isinstance(found, list):
        raise BadPantry(f"/{name} must be a list.")
    return found


def _base(known: Mapping[str, Any], entry: Any, where: str, otherwise: str) -> Any:
    if not isinstance(entry, Mapping) or not isinstance(entry.get("id"), str) or not entry["id"]:
        raise BadPantry(f"{where} needs an id.")
    like = entry.get("like", entry["id"] if entry["id"] in known else otherwise)
    if like not in known:
        raise BadPantry(f"{where}/like names no row of the pantry: {like!r}.")
    return known[like]


def _values(kind: type[Any], entry: Mapping[str, Any], where: str) -> dict[str, Any]:
    """The fields of KIND that the entry states, each of the right type and, where it is a share, within 0 and 100."""
    values: dict[str, Any] = {}
    for field in fields(kind):
        if field.name not in entry or field.name == "acid":
            continue
        value = entry[field.name]
        numeric = field.type in (float, float | None)
        if numeric and (isinstance(value, bool) or not isinstance(value, int | float) or not 0 <= value < 1e6):
            raise BadPantry(f"{where}/{field.name} must be a number from 0 up; it is {value!r}.")
        if field.type is str and not isinstance(value, str):
            raise BadPantry(f"{where}/{field.name} must be a text; it is {value!r}.")
        if field.type is bool and not isinstance(value, bool):
            raise BadPantry(f"{where}/{field.name} must be true or false; it is {value!r}.")
        if field.type == tuple[str, ...]:
            if not isinstance(value, list) or not all(isinstance(one, str) for one in value):
                raise BadPantry(f"{where}/{field.name} must be a list of texts.")
            value = tuple(value)
        values[field.name] = value
    return values
