"""Questions about formulas, always within one kitchen."""

from django.db.models import F, Func

from server.accounts.models import Kitchen
from server.formulas.models import Formula, FormulaQuery

PAGE = 60


def formulas(kitchen: Kitchen, words: str = "", fish: str = "", kind: str = "", tag: str = "") -> FormulaQuery:
    """The kitchen's formulas, newest first, that hold every word and match the filters."""
    found = Formula.objects.of(kitchen).order_by("-updated_at", "-id")
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
    found = Formula.objects.of(kitchen).exclude(species="").values_list("species", flat=True).distinct()
    return sorted(found.order_by("species"))


def tags_of(kitchen: Kitchen) -> list[str]:
    """Tags in use in the kitchen."""
    each = Formula.objects.of(kitchen).annotate(tag=Func(F("tags"), function="unnest")).values_list("tag", flat=True)
    return sorted(set(each))


def has_formulas(kitchen: Kitchen) -> bool:
    """Whether the kitchen has any formula."""
    return Formula.objects.of(kitchen).exists()
