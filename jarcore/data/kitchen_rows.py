"""A kitchen's own rows over the shipped pantry: the open document jar-table/pantry.

A row with anything wrong in it is told and not used, nor is the shipped row that it was to stand for: what a formula
names then is unknown, and says so, instead of passing for something milder than it is.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, fields, replace
from functools import cache
from typing import Any

from jarcore.data.avoided import ALLERGENS, avoided_by, named_in
from jarcore.data.house import with_house
from jarcore.data.made_by import digest_of_rows
from jarcore.data.pantry import CONTENTS, AcidRow, Ingredient, Pantry, Scale, Species
from jarcore.data.prices import priced
from jarcore.data.tables import CONFIDENCES, parameter, rows

FORMAT = "jar-table/pantry"
FORMAT_VERSION = 1
# What the numbers of a scale are called.
CALLED = {"step_g": "its step", "max_g": "the most that it bears"}
# What an ingredient that is like no other starts from: it must then say itself what it holds.
PLAIN = "water"
# Fields of a row that are no column: what it starts from, and words for people.
BESIDE = ("like", "note", "notes")
# Columns of words that the rules read: only words of the shipped rows are understood.
CHOSEN = {
    "ingredients": ("group", "phase", "particle", "burn", "goes_in"),
    "species": ("fat_class", "firmness", "shape", "mercury"),
}
# Fields that are rows of their own: they come with `like`, and `acid` may be stated.
RECORDS = ("acid", "bought")
# What the words of a name tell beyond allergens, as flags of the row.
FLAGS = ("honey", "nitrite", "pork", "hot")
OTHER, ALL_CONTENTS = "other", "contents"
NO_ACID = AcidRow(
    aqueous_l_per_kg=1,
    citric_g_l=0,
    acetic_g_l=0,
    lactic_g_l=0,
    malic_g_l=0,
    tartaric_g_l=0,
    carbonic_g_l=0,
    phosphoric_g_l=0,
    strong_ions_eq_l=0,
    buffer_mol_l_ph=0,
    buffer_ph0=0,
)


@cache
def _limits() -> dict[str, tuple[float, float]]:
    return {row["name"]: (float(row["low"]), float(row["high"])) for row in rows("pantry_limits")}


def between(name: str) -> tuple[float, float]:
    """What a number of a row must lie between."""
    return _limits().get(name) or _limits()[OTHER]


@cache
def choices() -> dict[str, tuple[str, ...]]:
    """What the words of a row may be."""
    found = {
        column: tuple(sorted({row[column] for row in rows(table)}))
        for table, columns in CHOSEN.items()
        for column in columns
    }
    return {**found, "confidence": CONFIDENCES}


class BadPantry(ValueError):
    """The file is no pantry that this core reads; the message says why."""


@dataclass(frozen=True, slots=True)
class Fault:
    """What is wrong with a pantry document, at its place; the row there is not used."""

    path: str
    text: str


class _NotUsed(ValueError):
    """A row is not used; the message says why."""


def with_rows(pantry: Pantry, document: Any) -> tuple[Pantry, list[Fault]]:
    """The pantry with a kitchen's own ingredients and fish, and what of them could not be used.

    Parameters: document, {"format": "jar-table/pantry", "format_version": 1, "ingredients": [...], "fish": [...],
    "scales": [...], "prices": [...], "currency": "EUR"}. Each scale has its `step_g` and `max_g`. Each ingredient and
    fish has an `id`, the fields of Ingredient or Species that differ, and `like`, the id of the row it starts from (its
    own id when that exists; a fish must be like one). Flags and, unless it states its own, allergens come with `like`.
    `acid` of an ingredient holds the fields of AcidRow, per litre of its aqueous phase. Shares are g/100 g. A price is
    of an `ingredient` or a `fish`: `price` for `per` {"value", "unit"}, the `usable_pct` of it, the day (`at`).
    `house_rules` and `rounding_g` are those of the kitchen's settings, which checks them.
    Raises: BadPantry for what is no pantry of a version that is read.
    """
    _check_head(document)
    ingredients, species = dict(pantry.ingredients), dict(pantry.species)
    found = [Fault(f"/{name}", f"“{name}” is no part of a pantry.") for name in document if name not in PARTS]
    found += _take(document, "ingredients", ingredients, _ingredient)
    found += _take(document, "fish", species, _fish)
    scales, more = _scales(document.get("scales"))
    own = digest_of_rows(document)
    whole = replace(pantry, ingredients=ingredients, species=species, scales=scales or pantry.scales, own=own)
    rounding = document.get("rounding_g")
    if isinstance(rounding, int | float) and not isinstance(rounding, bool) and rounding > 0:
        whole = replace(whole, rounding_g=float(rounding))
    whole = replace(whole, house=with_house(document.get("house_rules")))
    whole, wrong = priced(whole, document.get("prices"), document.get("currency"))
    return whole, [*found, *more, *(Fault(path, text) for path, text in wrong)]


PARTS = (
    "format",
    "format_version",
    "ingredients",
    "fish",
    "scales",
    "prices",
    "currency",
    "house_rules",
    "rounding_g",
    "title",
    *BESIDE[1:],
)


def _scales(entries: Any) -> tuple[tuple[Scale, ...], list[Fault]]:
    """The kitchen's own scales, finest first, and what of them is not used."""
    if entries is None:
        return (), []
    if not isinstance(entries, list):
        return (), [Fault("/scales", "“scales” must be a list. It is not used.")]
    known, found = list[Scale](), list[Fault]()
    for place, entry in enumerate(entries):
        try:
            known.append(_scale(entry))
        except _NotUsed as why:
            found.append(Fault(f"/scales/{place}", f"Scale {place + 1} {why}. It is not used."))
    return tuple(sorted(set(known))), found


def _scale(entry: Any) -> Scale:
    if not isinstance(entry, Mapping):
        raise _NotUsed("is no part with a step and a capacity")
    for name, what in CALLED.items():
        low, high = between(name)
        value = entry.get(name)
        if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
            raise _NotUsed(f"needs {what}, a number from {low:g} to {high:g} g")
    scale = Scale(**_values(Scale, entry))
    if scale.max_g < parameter("steps_enough") * scale.step_g:
        raise _NotUsed(f"bears {scale.max_g:g} g in steps of {scale.step_g:g} g: one of the two must be wrong")
    return scale


def _check_head(document: Any) -> None:
    if not isinstance(document, Mapping) or document.get("format") != FORMAT:
        raise BadPantry(f'The field "format" must be "{FORMAT}".')
    version = document.get("format_version", FORMAT_VERSION)
    if isinstance(version, bool) or version != FORMAT_VERSION:
        raise BadPantry(f'The field "format_version" must be {FORMAT_VERSION}; it is {version!r:.40}.')


def _take(document: Mapping[str, Any], name: str, known: dict[str, Any], made: Any) -> Iterator[Fault]:
    """Put each sound row of a list into KNOWN; take out what an unsound one was to stand for."""
    entries = document.get(name)
    if entries is None:
        return
    if not isinstance(entries, list):
        yield Fault(f"/{name}", f"“{name}” must be a list; it is not used.")
        return
    shipped, seen = dict(known), set()
    for place, entry in enumerate(entries):
        own = entry.get("id") if isinstance(entry, Mapping) else None
        try:
            if not isinstance(own, str) or not own.strip():
                raise _NotUsed("needs an id")
            if own in seen:
                raise _NotUsed("repeats the id of an earlier row")
            seen.add(own)
            known[own] = made(known, shipped, entry)
        except _NotUsed as why:
            if isinstance(own, str):
                known.pop(own, None)
            yield Fault(f"/{name}/{place}", f"{_called(own, place)} {why}. The row is not used.")


def _called(own: Any, place: int) -> str:
    return f"“{own[:40]}”" if isinstance(own, str) and own.strip() else f"Row {place + 1}"


def _ingredient(known: Mapping[str, Any], shipped: Mapping[str, Any], entry: Mapping[str, Any]) -> Ingredient:
    base: Ingredient | None = _like(known, shipped, entry)
    values = _values(Ingredient, entry, ("acid",))
    if base is None and not any(name in entry for name in CONTENTS):
        raise _NotUsed("says neither which row it is `like` nor what it holds")
    start = base or known[PLAIN]
    if "acid" in entry:
        if not isinstance(entry["acid"], Mapping):
            raise _NotUsed("has an `acid` that is no part with fields")
        acid = start.acid or NO_ACID
        values["acid"] = replace(acid, **_values(AcidRow, entry["acid"]))
    names = " ".join((entry["id"], values.get("name", ""), *values.get("synonyms", ())))
    told = named_in(names)
    values["flags"] = _joined(start.flags, values.get("flags", ()), [flag for flag in FLAGS if flag in told])
    # A row that is like another may say that it holds less; one that is like none holds what its name says too.
    spoken = tuple(one for one in ALLERGENS if one in told) if base is None else ()
    values["allergens"] = _joined(_allergens(values["allergens"]) if "allergens" in values else start.allergens, spoken)
    values.setdefault("name", entry["id"] if base is None else start.name)
    row = replace(start, **{"id": entry["id"], "source": "the kitchen's own", "confidence": "M", **values})
    others = any(name in entry for name in (*CONTENTS, "acid"))
    return _filled(row, makes_room=others and "water" not in entry)


def _filled(row: Ingredient, makes_room: bool) -> Ingredient:
    """The row with its water made room for by what it is said to hold; more than a hundred per cent is nothing
    that is.
    """
    acid = row.acid_g
    dry = sum(getattr(row, name) for name in CONTENTS if name != "water") + acid
    if makes_room and row.water + dry > 100:
        row = replace(row, water=max(0.0, 100 - dry))
    if row.water + dry > between(ALL_CONTENTS)[1]:
        raise _NotUsed(f"holds {row.water + dry:.0f} g in 100 g")
    return row


def _fish(known: Mapping[str, Any], shipped: Mapping[str, Any], entry: Mapping[str, Any]) -> Species:
    base: Species | None = _like(known, shipped, entry)
    if base is None:
        raise _NotUsed("does not say which fish it is `like`: cautions and times hang on that")
    values = _values(Species, entry)
    values["flags"] = _joined(base.flags, values.get("flags", ()))
    return replace(base, **{"source": "the kitchen's own", "confidence": "M", **values})


def _like(known: Mapping[str, Any], shipped: Mapping[str, Any], entry: Mapping[str, Any]) -> Any:
    """The row that an entry starts from: what it is like, or the shipped one of its own id; None for neither."""
    like = entry.get("like")
    if like is None:
        return shipped.get(entry["id"])
    if not isinstance(like, str) or like not in known:
        raise _NotUsed(f"is like {like!r:.40}, which the pantry has not")
    return known[like]


def _joined(*some: Any) -> tuple[str, ...]:
    return tuple(dict.fromkeys(one for words in some for one in words))


def _allergens(stated: tuple[str, ...]) -> tuple[str, ...]:
    """Allergens by the format's names; a word that means none of them is no allergen this core can hold against a
    diner.
    """
    found: list[str] = []
    for word in stated:
        meant = [one for one in avoided_by(word) if one in ALLERGENS]
        if not meant:
            raise _NotUsed(f"has an allergen “{word[:40]}”, which is none of: {', '.join(ALLERGENS)}")
        found += meant
    return _joined(found)


def _values(kind: type[Any], entry: Mapping[str, Any], beside: tuple[str, ...] = ()) -> dict[str, Any]:
    """The fields of KIND that the entry states, each of the right type and within its limits."""
    known = {field.name: field.type for field in fields(kind) if field.init and field.name not in RECORDS}
    for name in entry:
        if name not in known and name not in BESIDE and name not in beside:
            raise _NotUsed(f"has a field “{str(name)[:40]}” that no row has")
    return {
        name: _value(name, entry[name], form) for name, form in known.items() if name in entry and name not in beside
    }


def _value(name: str, value: Any, form: Any) -> Any:
    if form in (float, float | None):
        low, high = between(name)
        if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
            raise _NotUsed(f"has “{name}” {value!r:.40}: it must be a number from {low:g} to {high:g}")
        return float(value)
    if form is bool and not isinstance(value, bool):
        raise _NotUsed(f"has “{name}” {value!r:.40}: it must be true or false")
    known = choices().get(name)
    if form is str and (not isinstance(value, str) or (known and value not in known)):
        raise _NotUsed(f"has “{name}” {value!r:.40}: it must be {' or '.join(known or ('a text',))}")
    if form == tuple[str, ...]:
        if not isinstance(value, list) or not all(isinstance(one, str) for one in value):
            raise _NotUsed(f"has “{name}” that is no list of texts")
        return tuple(value)
    return value
