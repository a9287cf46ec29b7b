"""What lists and search need of a formula, filled from its document by the core: at each save, and anew when the rows
or the core are other ones.
"""

from django.db import transaction
from django.db.models import Q

from jarcore.data import Pantry, by_this_core
from jarcore.documents.evaluated_jar import JarResult
from jarcore.formula import evaluate
from server.accounts.models import Kitchen
from server.feed.services import What, note
from server.formulas.models import Formula
from server.pantry.selectors import revision_of, stock_of

UNTITLED = "Untitled"
# What a saved draft fills.
FILLED = ("document", "title", "species", "kinds", "tags", "search_text", "card")
# An index takes no longer entries; the document keeps the whole.
LONGEST_TAG = 64
MOST_TAGS = 50


def fill_columns(formula: Formula, pantry: Pantry) -> None:
    """Fill what lists and search need from the document, reckoned with the kitchen's pantry."""
    document = formula.document
    answer = evaluate(document, pantry)
    title = document.get("title")
    # Without a title it goes by its fish.
    titled = isinstance(title, str) and title.strip()
    formula.title = title if titled else answer["fish"]["name"] or UNTITLED
    fish = document.get("fish")
    species = fish.get("species") if isinstance(fish, dict) else None
    formula.species = species[:64] if isinstance(species, str) else ""
    written = document.get("jars")
    jars = [jar if isinstance(jar, dict) else {} for jar in written] if isinstance(written, list) else []
    kinds = [jar["kind"] for jar in jars if isinstance(jar.get("kind"), str)]
    formula.kinds = sorted({kind[:16] for kind in kinds})
    tags = document.get("tags")
    formula.tags = (
        [tag[:LONGEST_TAG] for tag in tags if isinstance(tag, str)][:MOST_TAGS] if isinstance(tags, list) else []
    )
    formula.card = {
        "engine": answer["engine"],
        "fish": answer["fish"]["name"],
        "edible_g": answer["fish"]["edible_g"],
        "ready": answer["ready"],
        "standing": answer["standing"],
        "verdict": answer["verdict"]["text"],
        "tone": answer["verdict"]["tone"],
        "jars": [
            {
                "id": result["id"],
                "name": jar.get("name") if isinstance(jar.get("name"), str) else None,
                "kind": jar.get("kind") if isinstance(jar.get("kind"), str) else None,
                "planned_min": _planned(result),
                "volume_ml": result["reading"]["volume_ml"],
                "strata": result["reading"]["strata"],
            }
            for jar, result in zip(jars, answer["jars"], strict=False)
        ],
    }
    words = [formula.title, answer["fish"]["name"] or "", formula.species, *formula.kinds, *formula.tags]
    words += [str(entry["name"]) for entry in formula.card["jars"] if entry["name"]]
    words += [line["name"] for result in answer["jars"] for line in result["lines"] if line["name"]]
    formula.search_text = " ".join(words).lower()[:4000]


def _planned(result: JarResult) -> float | None:
    """The contact time that is planned for a jar [min]; None where none is."""
    state = result["window"]["at_contact_time"] if result["window"] else None
    return state["minutes"] if state and state["planned"] else None


def numbers_of(kitchen: Kitchen) -> list[int]:
    """Numbers of all formulas of a kitchen, in order."""
    return list(Formula.objects.of(kitchen).order_by("pk").values_list("pk", flat=True))


def tell_refilled(kitchen: Kitchen) -> None:
    """Tell the pages that are open on a kitchen that all its cards are other ones."""
    note(kitchen, What.ROWS, mark=revision_of(kitchen))


def refill_one(kitchen: Kitchen, number: int) -> None:
    """Fill the columns of one formula anew, once more where it or the rows changed while that was reckoned."""
    filled = False
    while not filled:
        formula = Formula.objects.of(kitchen).filter(pk=number).first()
        if formula is None:
            return
        pantry = stock_of(kitchen).pantry
        fill_columns(formula, pantry)
        with transaction.atomic():
            now = Formula.objects.of(kitchen).held(number)
            filled = now.revision == formula.revision and stock_of(kitchen).pantry is pantry
            if filled:
                # Not saved as a whole: the drafts stay as they are, and as old as they are.
                Formula.objects.filter(pk=number).update(card=formula.card, search_text=formula.search_text)


def filled_before() -> list[Kitchen]:
    """Kitchens with formulas that another version of the core has filled: their cards do not say what it says today."""
    # A card from before cards named their core has no such key, and equals nothing.
    unnamed = Q(card__engine__isnull=True)
    stale = Formula.objects.filter(unnamed | ~Q(card__engine__startswith=by_this_core())).values("kitchen")
    return list(Kitchen.objects.filter(pk__in=stale))
