"""Questions about formulas, always within one kitchen."""

from django.db.models import Count, F, Func
from django.db.models.fields.json import KeyTransform
from django.db.models.functions import Lower

from server.accounts.models import Kitchen
from server.formulas.models import Formula, FormulaQuery, FormulaVersion, Place

PAGE = 60


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
    found = found.annotate(title_plain=Lower("title")).order_by(*ORDERS.get(sort, NEWEST))
    for word in words.replace("\0", "").lower().split()[:8]:
        found = found.filter(search_text__contains=word)
    if fish:
        found = found.filter(species=fish.replace("\0", ""))
    if kind:
        found = found.filter(kinds__contains=[kind.replace("\0", "")])
    if tag:
        found = found.filter(tags__contains=[tag.replace("\0", "")])
    return found


def species_of(kitchen: Kitchen) -> list[str]:
    """Ids of the fish in use in the kitchen."""
    here = Formula.objects.of(kitchen).filter(place=Place.TABLE)
    found = here.exclude(species="").values_list("species", flat=True).distinct()
    return sorted(found.order_by("species"))


def tags_of(kitchen: Kitchen) -> list[str]:
    """Tags in use in the kitchen."""
    here = Formula.objects.of(kitchen).filter(place=Place.TABLE)
    each = here.annotate(tag=Func(F("tags"), function="unnest")).values_list("tag", flat=True)
    return sorted(set(each))


def places_of(kitchen: Kitchen) -> dict[str, int]:
    """How many formulas are in each place that has any."""
    found = Formula.objects.of(kitchen).order_by("place").values("place").annotate(number=Count("id"))
    return {row["place"]: row["number"] for row in found}


def has_formulas(kitchen: Kitchen) -> bool:
    """Whether the kitchen has any formula."""
    return Formula.objects.of(kitchen).exists()


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
