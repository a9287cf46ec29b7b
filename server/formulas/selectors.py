"""Questions about formulas, always within one kitchen."""

import json
from base64 import urlsafe_b64decode, urlsafe_b64encode
from collections.abc import Sequence
from datetime import datetime
from typing import Any

from django.db.models import Q, QuerySet
from django.db.models.fields.json import KeyTransform
from django.db.models.functions import Left, Lower

from server.accounts.models import Kitchen
from server.formulas.models import SORTED_BY, Formula, FormulaQuery, FormulaVersion, Place, Tally

PAGE = 60
# Of what is searched for no more than so many are counted.
MOST_COUNTED = 1000


# How a list may be sorted; anything else is by time.
ORDERS = {"title": ("title_plain", "id"), "fish": ("species", "title_plain", "id")}
NEWEST = ("-updated_at", "-id")


def formulas(
    kitchen: Kitchen, words: str = "", fish: str = "", kind: str = "", tag: str = "", sort: str = "", place: str = ""
) -> FormulaQuery:
    """The kitchen's formulas in a place (the table, where none is named) that hold every word and match the filters.

    They come newest first, or as SORT says.
    """
    there = place if place in Place.values else Place.TABLE
    found = Formula.objects.of(kitchen).filter(place=there)
    found = found.annotate(title_plain=Left(Lower("title"), SORTED_BY)).order_by(*ORDERS.get(sort, NEWEST))
    for word in words.replace("\0", "").lower().split()[:8]:
        found = found.filter(search_text__contains=word)
    if fish:
        found = found.filter(species=fish.replace("\0", ""))
    if kind:
        found = found.filter(kinds__contains=[kind.replace("\0", "")])
    if tag:
        found = found.filter(tags__contains=[tag.replace("\0", "")])
    return found


def page_of(found: FormulaQuery, sort: str, after: str) -> tuple[list[Formula], str]:
    """A page of formulas that stand after a mark in their order, and the mark after which the next page begins.

    The mark is empty where there is no more. Raises: BadMark.
    """
    order = ORDERS.get(sort, NEWEST)
    if after:
        found = found.filter(_beyond(order, _read_mark(after, order)))
    page = list(found.defer("document", "search_text")[: PAGE + 1])
    last = page[PAGE - 1] if len(page) > PAGE else None
    return page[:PAGE], _mark(last, order) if last else ""


class BadMark(ValueError):
    """What came is no mark that a list gave."""


def _fields(order: Sequence[str]) -> list[str]:
    return [one.removeprefix("-") for one in order]


def _mark(last: Formula, order: Sequence[str]) -> str:
    values = [getattr(last, name) for name in _fields(order)]
    told = [one.isoformat() if isinstance(one, datetime) else one for one in values]
    return urlsafe_b64encode(json.dumps(told).encode()).decode()


def _read_mark(mark: str, order: Sequence[str]) -> list[Any]:
    try:
        values = json.loads(urlsafe_b64decode(mark.encode()))
        if not isinstance(values, list) or len(values) != len(order) or not isinstance(values[-1], int):
            raise BadMark(mark)
        named = zip(_fields(order), values, strict=True)
        return [datetime.fromisoformat(value) if name == "updated_at" else value for name, value in named]
    except (ValueError, TypeError) as error:
        raise BadMark(mark) from error


def _beyond(order: Sequence[str], values: Sequence[Any]) -> Q:
    """What stands after VALUES in an order: further in the first field, or the same there and further in the next."""
    beyond, same = Q(), Q()
    for name, value in zip(order, values, strict=True):
        field, further = name.removeprefix("-"), "lt" if name.startswith("-") else "gt"
        beyond |= same & Q(**{f"{field}__{further}": value})
        same &= Q(**{field: value})
    first = order[0]
    bound = "lte" if first.startswith("-") else "gte"
    # Said once more of the first field alone: by that the index is entered at the right place.
    return Q(**{f"{first.removeprefix('-')}__{bound}": values[0]}) & beyond


def total_of(kitchen: Kitchen, found: FormulaQuery, place: str, narrowed: bool) -> int:
    """How many formulas match: all in a place are on record, of others at most MOST_COUNTED are counted."""
    if narrowed:
        return found.order_by()[:MOST_COUNTED].count()
    return places_of(kitchen).get(place if place in Place.values else Place.TABLE, 0)


def _tallied(kitchen: Kitchen, what: str) -> QuerySet[Tally]:
    return Tally.objects.filter(kitchen=kitchen, what=what, number__gt=0)


def species_of(kitchen: Kitchen) -> list[str]:
    """Ids of the fish in use on the kitchen's table."""
    return sorted(_tallied(kitchen, "fish").filter(place=Place.TABLE).values_list("name", flat=True))


def tags_of(kitchen: Kitchen) -> list[str]:
    """Tags in use on the kitchen's table."""
    return sorted(_tallied(kitchen, "tag").filter(place=Place.TABLE).values_list("name", flat=True))


def places_of(kitchen: Kitchen) -> dict[str, int]:
    """How many formulas are in each place that has any."""
    return dict(_tallied(kitchen, "place").values_list("place", "number"))


def has_formulas(kitchen: Kitchen) -> bool:
    """Whether the kitchen has any formula."""
    return Formula.objects.of(kitchen).exists()


def newest_version_of(kitchen: Kitchen, title: str) -> FormulaVersion:
    """The newest version of the formula of a title. Raises: FormulaVersion.DoesNotExist."""
    kept = FormulaVersion.objects.filter(formula__kitchen=kitchen, formula__title=title)
    return kept.latest("formula", "number")


def document_of(kitchen: Kitchen, formula: int, version: int | None) -> dict[str, Any] | None:
    """The document of a version of a formula, of its draft where none is named; None where there is none."""
    found = Formula.objects.of(kitchen).filter(pk=formula).first()
    if found is None or version is None:
        return found.document if found else None
    kept = found.versions.filter(number=version).first()
    return kept.document if kept else None


def versions_of(formula: Formula) -> list[tuple[FormulaVersion, int | None]]:
    """A formula's versions without their documents, newest first, each with the version that it came from.

    A version came from the one before it, unless its document says that it was brought back from another; and one that
    was kept later from the same bringing back came from the one before it again.
    """
    kept = formula.versions.select_related("created_by", "naming").defer("document")
    found, origin, before = list[tuple[FormulaVersion, int | None]](), None, None
    for version in kept.annotate(origin=KeyTransform("brought_back", "document")).order_by("number"):
        own = version.origin
        from_one = own.get("version") if isinstance(own, dict) and own != origin else None
        after = from_one if isinstance(from_one, int) and 0 < from_one < version.number else before
        found.append((version, after))
        origin, before = own, version.number
    return found[::-1]
