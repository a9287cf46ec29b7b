"""A kitchen row from what a label says: its form, and salt, sugar, fat and acid in 100 g."""

from collections.abc import Mapping
from functools import cache
from typing import Any

from jarcore.data.tables import rows

# What a label states [g/100 g], and the field of a row that it is; sugar is not parted on a label.
STATED = {"salt": "salt", "sugar": "sucrose", "fat": "fat"}
OTHER_SUGARS = ("glucose", "fructose", "lactose", "maltose")
# Acid on a label is counted as citric acid; a row has it in a litre of its water, taken as a kilogram.
ACIDS = ("acetic_g_l", "lactic_g_l", "malic_g_l", "tartaric_g_l")
NUMBERS = ("water", "fat", "density_g_ml")
BESIDE = ("source", "confidence", "form")


def label_forms() -> list[str]:
    """What a thing from a label may be."""
    return list(_forms())


def row_of_label(label: Mapping[str, Any]) -> dict[str, Any]:
    """A row of the document jar-table/pantry, without its id.

    Parameters: label, with `name`, either `like` (the id of a row) or `form` (one of label_forms), what is stated of
    100 g (`salt`, `sugar`, `fat`, `acid` [g]; what is left out comes with `like`, or is none), and `allergens`.
    Of a form the water gives way to what is stated.
    """
    row: dict[str, Any] = {"name": label.get("name")}
    form = _forms().get(str(label.get("form")))
    if label.get("like"):
        row["like"] = label["like"]
    elif form is not None:
        row.update({key: float(value) if key in NUMBERS else value for key, value in form.items()})
    for stated, field in STATED.items():
        if label.get(stated) is not None:
            row[field] = label[stated]
    if label.get("sugar") is not None:
        row.update(dict.fromkeys(OTHER_SUGARS, 0))
    if isinstance(label.get("acid"), int | float):
        row["acid"] = {"citric_g_l": label["acid"] * 10, **dict.fromkeys(ACIDS, 0)}
    if label.get("allergens"):
        row["allergens"] = label["allergens"]
    if "water" in row:
        held = sum(value for name in (*STATED, "acid") if isinstance(value := label.get(name), int | float))
        row["water"] = max(0.0, min(row["water"], 100 - held))
    return row


@cache
def _forms() -> dict[str, dict[str, str]]:
    return {row["form"]: {key: value for key, value in row.items() if key not in BESIDE} for row in rows("label_forms")}
