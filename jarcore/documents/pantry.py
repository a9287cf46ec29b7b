"""The schema of a kitchen's own pantry, `jar-table/pantry`: from the rows and limits that its reader goes by."""

from dataclasses import fields
from typing import Any

from jarcore.data import AcidRow, Ingredient, Scale, Species, rows
from jarcore.data.house import FOR, HouseRule, bounded
from jarcore.data.kitchen_rows import BESIDE, FORMAT, FORMAT_VERSION, RECORDS, between, choices
from jarcore.data.prices import BASES, MOST, Price
from jarcore.documents.described import Schema, described

TEXT, TEXTS, NUMBER = {"type": "string"}, {"type": "array", "items": {"type": "string"}}, {"type": "number"}


def pantry_schema() -> Schema:
    """JSON Schema of the pantry document."""
    beside = dict.fromkeys(BESIDE, TEXT)
    ingredient = _row(Ingredient) | beside | {"acid": {"$ref": "#/$defs/OwnAcid"}}
    per = {"$ref": "#/$defs/PriceFor"}
    price: Schema = {"ingredient": TEXT, "fish": TEXT, "price": _above_nothing(MOST), "per": per, "at": TEXT}
    price |= {"usable_pct": _above_nothing(100), "basis": {"enum": list(BASES)}}
    units = [row["unit"] for row in rows("price_units")]
    rule: Schema = dict.fromkeys(("id", "text", "question", "option"), TEXT) | {"min": NUMBER, "max": NUMBER}
    rule |= {"target": {"enum": list(bounded())}, "applies": {"enum": list(FOR)}}
    parts = [
        _part("OwnIngredient", Ingredient, ingredient, "id"),
        _part("OwnFish", Species, _row(Species) | beside, "id"),
        _part("OwnAcid", AcidRow, _row(AcidRow)),
        _part("OwnScale", Scale, _row(Scale), "step_g", "max_g"),
        _part("Price", Price, price, "price", "per"),
        _part("PriceFor", Price, {"value": _above_nothing(MOST), "unit": {"enum": units}}, "value", "unit"),
        _part("HouseRule", HouseRule, rule, "id", "text"),
    ]
    lists = {
        "ingredients": "OwnIngredient",
        "fish": "OwnFish",
        "scales": "OwnScale",
        "prices": "Price",
        "house_rules": "HouseRule",
    }
    root = {
        "title": "Pantry",
        "type": "object",
        "description": "A kitchen's own rows over the shipped pantry. A row with anything wrong in it is told and not "
        "used, nor is the shipped row that it was to stand for.",
        "properties": {
            "format": {"const": FORMAT},
            "format_version": {"type": "integer", "minimum": 1, "maximum": FORMAT_VERSION},
            "title": TEXT,
            "notes": TEXT,
            "currency": {"type": "string", "pattern": "^[A-Z]{3}$"},
            "rounding_g": {"type": "number", "exclusiveMinimum": 0},
            **{name: {"type": "array", "items": {"$ref": f"#/$defs/{part}"}} for name, part in lists.items()},
        },
        "$defs": {part["title"]: part for part in parts},
    }
    return described(root, "pantry", FORMAT_VERSION)


def _part(title: str, of: type[Any], properties: Schema, *required: str) -> Schema:
    """A part that knows no other fields: what is misspelt is told, and the row not used."""
    said = " ".join((of.__doc__ or "").split())
    made = {"title": title, "type": "object", "description": said, "properties": properties}
    return {**made, "required": list(required), "additionalProperties": False}


def _row(kind: type[Any]) -> Schema:
    """The fields of a row, each with what it must lie between or may be."""
    return {one.name: _column(one.name, one.type) for one in fields(kind) if one.init and one.name not in RECORDS}


def _column(name: str, form: Any) -> Schema:
    if form in (float, float | None):
        low, high = between(name)
        return {**NUMBER, "minimum": low, "maximum": high}
    if form is bool:
        return {"type": "boolean"}
    if form is str:
        return {"enum": list(choices()[name])} if name in choices() else TEXT
    return TEXTS


def _above_nothing(most: float) -> Schema:
    return {**NUMBER, "exclusiveMinimum": 0, "maximum": most}
